#include "t_stub.h"
#include "fe/analysis.h"
#include "fe/connect.h"
#include "fe/results.h"
#include "plates/grid_lines.h"
#include <cmath>
#include <map>
#include <stdexcept>

namespace zg::tstub {

using namespace fe;

Rules rules(const Stub& s) {
    const double m = s.m(), n = s.n(), M = s.b * s.t * s.t * f_y / 4, B = 2 * s.F_t, e_w = s.washer() / 4;
    Rules r;
    r.F_1 = 4 * M / m;
    r.F_1_washer = (8 * n - 2 * e_w) * M / (2 * m * n - e_w * (m + n));
    r.F_2 = (2 * M + n * B) / (m + n);
    r.F_3 = B;
    const double k_5 = 0.9 * s.b * std::pow(s.t / m, 3), k_10 = 1.6 * s.A_s / s.L_b();
    r.stiffness = E / (1 / k_5 + 1 / (2 * k_10));
    return r;
}

// Half a stub as a beam, guided at the foot, on the bolt at m and the tip at m + n (both unilateral): force per movement of both
// sides; with shear deformation or without.
double beamStiffness(const Stub& s, bool hasShear) {
    const double m = s.m(), n = s.e, EI = E * s.b * s.t * s.t * s.t / 12, GA = hasShear ? E / 2.6 * s.b * s.t * 5 / 6 : 1e30,
                 kb = E * s.A_s / (s.L_b() / 2);
    // Unknown: prying Q at the tip. Bolt force B = F/2 + Q. Deflections of the foot relative to tip and bolt by unit loads:
    // guided at x = 0 with F/2 down: M(x) from equilibrium, slope nil at the foot.
    // Q from: movement of the tip = 0 = bolt elongation + turning of the part outside.
    // Part inside (0..m): moment at the bolt M_b = -Q n; F/2 constant shear: M(x) = M_b + F/2 (m - x).
    // Slope at the bolt (from the foot with slope nil): theta_b = (M_b m + F/2 m^2/2)/EI.
    // The tip lowers by theta_b n - bolt elongation - Q n^3/3EI - Q n/GA (towards the base is positive) and must be nil.
    const auto tip = [&](double F, double Q) {
        return (-Q * n * m + F / 2 * m * m / 2) / EI * n - (F / 2 + Q) / kb - Q * n * n * n / (3 * EI) - Q * n / GA;
    };
    double Q = 0;
    const double F = 1;
    if (tip(F, 0) > 0) Q = tip(F, 0) / (tip(F, 0) - tip(F, 1));
    // Movement of the foot: bolt elongation + bending and shear inside.
    const double w = (F / 2 + Q) / kb + (F / 2 * m * m * m / 3 - Q * n * m * m / 2) / EI + F / 2 * m / GA;
    return F / w;
}

Answer plates(const Stub& s, const Choices& c) {
    Model model;
    std::map<std::array<long long, 3>, int> places;
    const auto node = [&](Vec3 x) {
        const std::array<long long, 3> key{std::llround(x.x * 1e4), std::llround(x.y * 1e4), std::llround(x.z * 1e4)};
        const auto [it, isNew] = places.emplace(key, static_cast<int>(model.nodes.size()));
        if (isNew) model.addNode(x);
        return it->second;
    };
    const double fine = c.size * std::max(11.0, std::min({28.0, s.gauge / 5, 1.4 * s.t}));
    const double washer = s.washer(), half = s.gauge / 2 + s.e;
    GridLines y(-half, half, 2 * fine), z(0, s.b, 2.5 * fine);
    z.through(s.b / 2);
    z.fine(s.b / 2 - 1.5 * washer, s.b / 2 + 1.5 * washer, fine);
    for (double sign : {-1.0, 1.0}) {
        y.through(sign * s.gauge / 2);
        y.fine(sign * s.gauge / 2 - washer, sign * s.gauge / 2 + washer, fine);
        if (c.hasFeet) y.through(sign * s.foot());
        if (c.hasFeet && c.hinge > 0) y.throughIfClear(sign * (s.foot() + c.hinge * s.t), 0.3 * s.t);
    }
    y.through(0);
    y.fine(-2 * fine, 2 * fine, fine);
    const auto ys = y.positions(), zs = z.positions();
    Material steel;
    steel.E = E;
    steel.f_y = f_y;
    steel.E_t = 1e-3 * E;
    Material strong = steel;
    strong.f_y = 10 * f_y;
    const int flange = model.addPart("flange", s.t, model.addMaterial(steel)),
              web = model.addPart("web", s.t_w, model.addMaterial(strong));
    const auto grid = [&](int part, const std::vector<double>& us, const std::vector<double>& vs, auto place) {
        for (std::size_t i = 0; i + 1 < us.size(); ++i)
            for (std::size_t j = 0; j + 1 < vs.size(); ++j)
                model.shells.push_back({{node(place(us[i], vs[j])), node(place(us[i + 1], vs[j])),
                                         node(place(us[i + 1], vs[j + 1])), node(place(us[i], vs[j + 1]))},
                                        part});
    };
    grid(flange, ys, zs, [](double u, double v) { return Vec3{0, u, v}; });
    const std::vector<double> xs{s.t / 2, s.t / 2 + 20, s.t / 2 + 40, s.t / 2 + 60};
    grid(web, xs, zs, [](double u, double v) { return Vec3{u, 0, v}; });
    std::vector<int> edge;
    for (double v : zs) edge.push_back(node({xs[0], 0, v}));
    const std::vector<int> flangeShells = shellsOf(model, flange);
    WeldLine w;
    w.id = "weld";
    w.edge = edge;
    w.thickness = s.t_w;
    w.intoPlate = {1, 0, 0};
    w.face = flangeShells;
    w.throat = s.a;
    w.foot = c.hasFeet ? footOfFillet(s.a) : -s.t_w / 2;
    w.stiffness = weldStiffness * E;
    w.blockStiffness = c.hasFeet ? E * blockStiffness(s.t) : 0;
    addWeld(model, w);
    addBed(model, "bed", flangeShells, {-1, 0, 0}, 2 * E / s.t, 1);
    const FaceFinder finder(model, flangeShells);
    for (double sign : {-1.0, 1.0}) {
        const Vec3 at{0, sign * s.gauge / 2, s.b / 2};
        const BoltPatch p =
            washerPatch(model, finder, at, {1, 0, 0}, c.isBoltPoint ? 0 : s.d / 2 + 1, c.isBoltPoint ? 1 : washer / 2);
        Link link;
        link.id = "bolt";
        link.role = LinkRole::Bolt;
        link.a = attachToPatch(model.nodes, p.nodes, p.weights, at);
        link.axes = {Vec3{-1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}};
        YieldingLaw law;
        law.stiffness = E * s.A_s / (s.L_b() / 2);
        law.yield = {{0, s.F_t}, {1, s.F_t * 1.0001}};
        law.isTensionOnly = true;
        link.law = law;
        model.links.push_back(link);
    }
    std::vector<int> top;
    for (double v : zs) top.push_back(node({xs.back(), 0, v}));
    const int handle = model.addNode({xs.back(), 0, s.b / 2});
    model.addRigid(handle, top, "top");
    model.fix(handle, {Uy, Uz, Rx, Ry, Rz}, "guided");
    const int pull = model.addCase("pull");
    model.cases[pull].forces.push_back({handle, Ux, 1});
    Diagnostics found;
    const auto analysis = Analysis::create(model, found, {1e-6, 30, 2});
    Answer out;
    if (!analysis) throw std::runtime_error(joined(found));
    Stage stage;
    stage.factors = {1e6};
    stage.control = Control::Displacement;
    stage.watched = {{handle, Ux, 1}};
    stage.target = 12;
    stage.firstStep = 0.01;
    stage.largestStep = 40;
    double lastF = 0, lastStrain = 0;
    analysis->run(stage, [&](const Analysis& a, const Step& step) {
        const double F = step.factors[0];
        if (out.stiffness == 0) {
            double move = 0;
            for (int n : edge) move += a.displacement(n, Ux) / static_cast<double>(edge.size());
            out.stiffness = F / move;
        }
        const double strain = partPeaks(a, 1)[0].plasticStrain;
        const auto mark = [&](double limit, double& to) {
            if (to == 0 && strain >= limit) to = lastF + (F - lastF) * (limit - lastStrain) / (strain - lastStrain);
        };
        mark(1e-5, out.firstYield), mark(0.01, out.at1), mark(0.05, out.at5);
        lastF = F, lastStrain = strain;
        out.largest = std::max(out.largest, F);
        return strain < 0.05;
    });
    return out;
}

} // namespace zg::tstub
