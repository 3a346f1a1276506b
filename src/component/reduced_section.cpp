#include "component/reduced_section.h"
#include "component/beam_end.h"
#include "component/haunch.h"
#include "joint/hinges.h"
#include <cmath>

namespace zg {

Section reducedSection(const ResolvedSide& side) {
    Section s = side.beam.section;
    const double c = side.spec.cut->depth, arm = (s.h - s.t_f) / 2;
    s.W_pl_y = reducedModulus(s.W_pl_y, c, s.t_f, s.h);
    s.I_y -= 4 * c * s.t_f * (arm * arm + s.t_f * s.t_f / 12);
    s.W_el_y = 2 * s.I_y / s.h;
    s.A -= 4 * c * s.t_f;
    s.b -= 2 * c;
    return s;
}

template <class Num>
void verifyReducedSection(Workings<Num>& w, const ResolvedSide& side, const FaceForces& face, const Settings& settings,
                          CheckList& list) {
    w.heading(2, "Beam in its reduced section", "beam at cut");
    const EndSpec::Cut& cut = *side.spec.cut;
    const double along = cut.from + cut.length / 2;
    const MemberForces f = forcesAlong(side, face, along);
    BeamInput beam;
    beam.section = reducedSection(side);
    beam.steel = side.beam.steel;
    beam.flange = side.flange;
    beam.cosSlope = side.cosSlope;
    w.note("Flanges narrower by the cut on both edges, in its middle; loads on the beam before it are not known and left out.",
           "equilibrium of the beam");
    (void)w.given("x_cut", "beam's end to the middle of the cut", Quantity::Length, along);
    const BendingWithAxial<Num> R = bendingWithAxial(w, beam, settings, "N_Ed", f.N, f.V);
    const Num M = w.given("M_cut_Ed", "moment there", Quantity::Moment, std::abs(f.M));
    list.add(CheckCode::MemberAtCut, valueOf(M), valueOf(R.M_N_Rd), Quantity::Moment, R.clause)
        .add({PartKind::BeamTopFlange, side.id});
}

template void verifyReducedSection(Workings<double>&, const ResolvedSide&, const FaceForces&, const Settings&, CheckList&);
template void verifyReducedSection(Workings<Traced>&, const ResolvedSide&, const FaceForces&, const Settings&, CheckList&);

} // namespace zg
