#include "component/ribs.h"
#include "component/column_web.h"
#include "component/welds.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {
constexpr double root3 = 1.73205080756887729353;
constexpr const char* strut = "equilibrium of the rib";
constexpr const char* sharing = "equilibrium of the end";
} // namespace

template <class Num>
RibbedFlange ribbedFlange(Workings<Num>& w, const std::optional<FittingPlate>& rib, const FlangeInput& flange, bool isTension,
                          double strengthOfFlange, const Settings& s) {
    RibbedFlange r;
    r.flange = strengthOfFlange;
    if (!rib || !(rib->height > 0)) return r;
    r.rib = &*rib;
    const Num h = w.given("h_r", isTension ? "rib in tension, its height" : "rib in compression, its height", Quantity::Length,
                          rib->height);
    const Num t = w.given("t_r", "its thickness", Quantity::Length, rib->thickness);
    const Num f_y = w.given("f_y_r", "its yield strength", Quantity::Stress, rib->steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num F = w.let("F_r_0", "rib at yield", Quantity::Force, sharing, h * t * f_y / gamma_M0);
    r.ribForce = valueOf(F);
    const Num F_f = w.given("F_f_0", "flange, with the web's part", Quantity::Force, strengthOfFlange);
    const Num k = w.let("k_r", "rib's part of the force", Quantity::Ratio, sharing, F / (F_f + F));
    const Num t_f = w.given("t_fb", "beam flange", Quantity::Length, flange.along);
    r.offset = valueOf(w.result(isTension ? "e_t" : "e_c", "flange's middle to the centre of both", Quantity::Length, sharing,
                                k * (t_f + h) / 2));
    return r;
}

double shearOfRib(const FittingPlate& rib, double force) { return force * rib.height / rib.length; }

template <class Num>
void verifyRib(Workings<Num>& w, const SideModel& m, const FittingPlate& rib, double force, const Settings& s, CheckList& list) {
    w.heading(2, rib.part.kind == PartKind::RibTop ? "Rib above the beam" : "Rib below the beam", "rib");
    w.note(
        "A strut or tie from the middle of its edge on the flange to the middle of its edge on the column: no bending on either "
        "edge.",
        strut);
    const Num F = w.given("F_r_Ed", "along the beam", Quantity::Force, force);
    const Num h = w.given("h_r", "height at the column's face", Quantity::Length, rib.height);
    const Num l = w.given("l_r", "length along the flange", Quantity::Length, rib.length);
    const Num t = w.given("t_r", "thickness", Quantity::Length, rib.thickness);
    const Num f_y = w.given("f_y_r", "yield strength", Quantity::Stress, rib.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num V = w.let("V_r_Ed", "across the beam", Quantity::Force, strut, F * h / l);
    const Num atFace = w.let("F_r_face", "equivalent force at the face", Quantity::Force, "EN 1993-1-1:2005 (6.1)",
                             root(square(F) + 3 * square(V)));
    const Num R_face = w.result("F_r_Rd", "rib at the face", Quantity::Force, "EN 1993-1-1:2005 (6.6)", h * t * f_y / gamma_M0);
    list.add(CheckCode::RibAtFace, valueOf(atFace), valueOf(R_face), Quantity::Force, "EN 1993-1-1:2005 6.2.1(5), 6.2.3")
        .add(rib.part);
    const Num along = w.let("F_r_flange", "equivalent force along the flange", Quantity::Force, "EN 1993-1-1:2005 (6.1)",
                            root(3 * square(F) + square(V)));
    const Num R_along =
        w.result("V_r_Rd", "rib along the flange", Quantity::Force, "EN 1993-1-1:2005 (6.6), (6.18)", l * t * f_y / gamma_M0);
    list.add(CheckCode::RibShear, valueOf(along), valueOf(R_along), Quantity::Force, "EN 1993-1-1:2005 6.2.1(5), 6.2.6")
        .add(rib.part);

    w.heading(3, "Weld at the column's face", "rib weld");
    if (rib.onFace.kind == WeldKind::Butt) {
        const Num R_weld = acrossEdge(w, rib.onFace, h, rib.thickness, rib.steel, m.plateSteel, s);
        list.add(CheckCode::RibWeld, valueOf(atFace), valueOf(R_weld), Quantity::Force, "EN 1993-1-8:2005 4.7.1").add(rib.part);
    } else {
        const WebWeld<Num> toFace = doubleFillets(w, rib.onFace.throat, h, F, V, jointStrength(rib.steel, m.plateSteel), s);
        list.add(CheckCode::RibWeld, valueOf(toFace.demand), valueOf(toFace.resistance), Quantity::Stress,
                 "EN 1993-1-8:2005 4.5.3")
            .add(rib.part);
    }
    w.heading(3, "Fillets along the flange", "rib weld flange");
    const WebWeld<Num> toFlange = doubleFillets(w, rib.throat, l, V, F, jointStrength(rib.steel, m.beam.steel), s);
    list.add(CheckCode::RibWeld, valueOf(toFlange.demand), valueOf(toFlange.resistance), Quantity::Stress,
             "EN 1993-1-8:2005 4.5.3")
        .add(rib.part);

    w.heading(3, "Beam web under the rib", "rib on web");
    const Num t_w = w.given("t_wb", "beam web", Quantity::Length, m.beam.section.t_w);
    const Num f_y_b = w.given("f_y_b", "yield strength", Quantity::Stress, m.beam.steel.f_y);
    const Num R_web = w.result("F_w_Rd", "beam web over the length of the rib", Quantity::Force,
                               "EN 1993-1-8:2005 6.2.6.2, 6.2.6.3, no spread counted", l * t_w * f_y_b / gamma_M0);
    list.add(CheckCode::RibOnWeb, valueOf(V), valueOf(R_web), Quantity::Force, "EN 1993-1-8:2005 6.2.6.2, 6.2.6.3")
        .add({PartKind::BeamWeb, m.side});
}

template <class Num>
void verifyRibbedWeb(Workings<Num>& w, const SideModel& m, double V_, double ribs, const Settings& s, CheckList& list) {
    w.heading(2, "Beam web beside the ribs in shear", "ribbed web");
    const Num V = w.given("V_Ed", "shear at the face, upwards on the beam where its top pulls", Quantity::Force, V_);
    const Num V_r = w.given("V_r_Ed_sum", "of it in the ribs", Quantity::Force, ribs);
    const Num V_w = w.let("V_w_Ed", "beam web, beside the ribs or beyond them", Quantity::Force, strut,
                          larger(magnitude(V), magnitude(V - V_r)));
    const Num A_v = shearArea(w, ColumnInput{m.beam.section, m.beam.steel, std::nullopt, {}});
    const Num f_y = w.given("f_y_b", "yield strength", Quantity::Stress, m.beam.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num R = w.result("V_pl_Rd", "beam in shear", Quantity::Force, "EN 1993-1-1:2005 (6.18)",
                           A_v * f_y / (constant<Num>(root3, "√3") * gamma_M0));
    list.add(CheckCode::RibbedWebShear, valueOf(V_w), valueOf(R), Quantity::Force, "EN 1993-1-1:2005 6.2.6")
        .add({PartKind::BeamWeb, m.side});
}

#define ZG_FOR(Num)                                                                                                              \
    template RibbedFlange ribbedFlange(Workings<Num>&, const std::optional<FittingPlate>&, const FlangeInput&, bool, double,     \
                                       const Settings&);                                                                         \
    template void verifyRib(Workings<Num>&, const SideModel&, const FittingPlate&, double, const Settings&, CheckList&);         \
    template void verifyRibbedWeb(Workings<Num>&, const SideModel&, double, double, const Settings&, CheckList&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
