#include "build.h"
#include "fe/connect.h"
#include "groups.h"

// Fillet welds and ties: P9.
namespace {

using namespace build;

// A plate standing on a base, two fillets a = 5, L = 150; forces on its free edge: normal to the base, across, along.
struct Tee {
    Builder b;
    Grid base, plate;
    int welds;
};

Tee tee(double shift = 0) {
    Tee t;
    const int base = t.b.plate("base", 20), plate = t.b.plate("plate", 10);
    // Centred under the plate: only then do the two fillets share alike, as the hand calculation has it.
    t.base = t.b.grid(base, 7, 6, [](double u, double v) { return Vec3{210 * u - 30, 160 * v - 77, 0}; });
    t.plate = t.b.grid(plate, 5, 4, [&](double u, double v) { return Vec3{150 * u + shift, 3 + shift / 3, 10 + 100 * v}; });
    for (int i = 0; i <= 7; ++i)
        for (int j : {0, 6}) t.b.model.fixAll(t.base.at(i, j), "base edge");
    WeldLine w;
    w.id = "weld";
    for (int i = 0; i <= 5; ++i) w.edge.push_back(t.plate.at(i, 0));
    w.thickness = 10;
    w.intoPlate = axisZ;
    w.face = shellsOf(t.b.model, base);
    w.throat = 5;
    w.stiffness = 2e5;
    t.welds = addWeld(t.b.model, w);
    return t;
}

// Mean stresses on the throats of each side, the worse one by the mean.
ThroatStress meanStress(const Analysis& a) {
    std::array<ThroatStress, 2> sum;
    for (int i = 0; i < static_cast<int>(a.model().links.size()); ++i) {
        const Link& l = a.model().links[i];
        if (l.role != LinkRole::Weld) continue;
        const auto f = a.springForce(i);
        ThroatStress& s = sum[l.axes[0].y > 0 ? 0 : 1];
        s.s_perp += f[0] / 750;
        s.t_perp += f[1] / 750;
        s.t_par += f[2] / 750;
    }
    return sum[0].equivalent() >= sum[1].equivalent() ? sum[0] : sum[1];
}

// Net force and moment about the origin that the links with an id exert on their two sides; they must cancel.
double imbalance(const Analysis& a) {
    double worst = 0;
    for (int i = 0; i < static_cast<int>(a.model().links.size()); ++i) {
        const Link& l = a.model().links[i];
        if (!l.b) continue;
        const auto f = a.springForce(i);
        std::vector<NodalForce> onA, onB;
        Vec3 force;
        for (int c = 0; c < componentCount(l.law); ++c) force = force + f[c] * l.axes[c];
        addForces(onA, l.a, {force, {}});
        addForces(onB, l.b.value(), {-force, {}});
        Wrench sum;
        for (const auto* list : {&onA, &onB})
            for (const NodalForce& n : *list) {
                Vec3 v;
                v[n.freedom % 3] = n.value;
                if (n.freedom < 3)
                    sum.force = sum.force + v, sum.moment = sum.moment + cross(a.model().nodes[n.node], v);
                else
                    sum.moment = sum.moment + v;
            }
        worst = std::max({worst, norm(sum.force) / (norm(force) + 1e-9), norm(sum.moment) / (200 * norm(force) + 1e-9)});
    }
    return worst;
}

// Rigid bodies welded by a line of springs: one node, isotropic springs.
struct Group {
    Model model;
    int hub;
};

void addLegs(Group& g, const std::vector<std::array<Vec3, 2>>& legs, double a, const std::vector<std::array<Vec3, 3>>& axes) {
    for (std::size_t k = 0; k < legs.size(); ++k) {
        const double length = norm(legs[k][1] - legs[k][0]);
        for (int i = 0; i < 20; ++i) {
            const Vec3 x = legs[k][0] + ((i + 0.5) / 20) * (legs[k][1] - legs[k][0]);
            Link l;
            l.id = "weld";
            l.role = LinkRole::Weld;
            l.a = attachToNode(g.model.nodes, g.hub, x - g.model.nodes[g.hub]);
            l.axes = axes[k];
            l.share = a * length / 20;
            CoupledLaw law;
            law.ellipsoid = {{l.share * 1e5, l.share * 1e5, l.share * 1e5}, {1, 3, 3}, 1e12, 0};
            l.law = law;
            g.model.links.push_back(l);
        }
    }
}

} // namespace

FeRows filletWelds() {
    FeRows rows;
    struct Line {
        const char* id;
        Vec3 force; // x along, y across, z normal
        std::array<double, 3> stress;
    };
    const std::string standard = "EN 1993-1-8:2005 4.5.3.2, by hand";
    for (const Line& l :
         {Line{"P9.1a", {0, 0, 100e3}, {47.140, 47.140, 0}}, Line{"P9.1b", {100e3, 0, 0}, {0, 0, 66.667}},
          Line{"P9.1c", {0, 60e3, 0}, {28.284, -28.284, 0}}, Line{"P9.1d", {80e3, 0, 60e3}, {28.284, 28.284, 53.333}},
          Line{"P9.1e", {40e3, 30e3, 60e3}, {14.142, 42.426, 26.667}}}) {
        Tee t = tee();
        // The force acts at the weld itself: on the welded edge, so that no moment comes with it.
        const int c = t.b.model.addCase("force");
        for (int i = 0; i < 5; ++i)
            addEdgeLoad(t.b.model, t.plate.at(i, 0), t.plate.at(i + 1, 0), (1.0 / 150) * l.force, {}, t.b.model.cases[c].forces);
        const auto a = solve(t.b.model);
        const ThroatStress s = meanStress(*a);
        const std::array<double, 3> got{std::abs(s.s_perp), std::abs(s.t_perp), std::abs(s.t_par)};
        for (int k = 0; k < 3; ++k) {
            const std::string name = k == 0 ? "s_perp" : k == 1 ? "t_perp" : "t_par";
            if (l.stress[k] == 0)
                addRow(rows, l.id, name + " over the largest component", "5 segments", got[k] / 100, 0, 0.005, standard);
            else
                addRow(rows, l.id, name + ", mean over the length (MPa)", "5 segments", got[k], std::abs(l.stress[k]), 0.005,
                       standard);
        }
    }
    {
        // P9.2: C-shaped group in its plane.
        Group g;
        g.hub = g.model.addNode({25, 100, 0});
        g.model.fix(g.hub, {Uz, Rx, Ry}, "plane");
        const std::array<Vec3, 3> axes{-axisZ, -axisX, -axisY};
        addLegs(g, {{Vec3{0, 0, 0}, Vec3{0, 200, 0}}, {Vec3{0, 0, 0}, Vec3{100, 0, 0}}, {Vec3{0, 200, 0}, Vec3{100, 200, 0}}}, 5,
                {axes, axes, axes});
        g.model.cases.push_back({"force", {{g.hub, Uy, -100e3}, {g.hub, Rz, -100e3 * 275}}, {}});
        const auto a = solve(g.model);
        const auto stressAt = [&](Vec3 x) {
            // Stress of a rigid body is linear: from the motion of the point itself.
            const double ux = a->displacement(g.hub, Ux) - a->displacement(g.hub, Rz) * (x.y - 100),
                         uy = a->displacement(g.hub, Uy) + a->displacement(g.hub, Rz) * (x.x - 25);
            return std::array<double, 2>{1e5 * ux, 1e5 * uy};
        };
        const auto end = stressAt({100, 0, 0}), top = stressAt({0, 200, 0});
        const std::string hand = "elastic weld group, by hand: A = 2000, I_p = 1.54167e7";
        addRow(rows, "P9.2", "stress x at (100, 0) (MPa)", "20 points a leg", end[0], -178.378, 0.01, hand);
        addRow(rows, "P9.2", "stress y at (100, 0) (MPa)", "20 points a leg", end[1], -183.784, 0.01, hand);
        addRow(rows, "P9.2", "resultant at (0, 200) (MPa)", "20 points a leg", std::hypot(top[0], top[1]), 178.460, 0.01, hand);
    }
    {
        // P9.3: two vertical fillets L = 200, V = 80 kN at arm 150. x out of the base, z up.
        Group g;
        g.hub = g.model.addNode({0, 0, 0});
        g.model.fix(g.hub, {Uy, Rx, Rz}, "plane");
        const double h = std::sqrt(0.5);
        std::vector<std::array<Vec3, 3>> axes;
        for (double side : {1.0, -1.0}) axes.push_back({Vec3{-h, -side * h, 0}, Vec3{-h, side * h, 0}, -axisZ});
        addLegs(g, {{Vec3{0, 5, -100}, Vec3{0, 5, 100}}, {Vec3{0, -5, -100}, Vec3{0, -5, 100}}}, 5, axes);
        g.model.cases.push_back({"force", {{g.hub, Uz, -80e3}, {g.hub, Ry, 80e3 * 150}}, {}});
        const auto a = solve(g.model);
        // At the end of the line, from the first two points by straight continuation.
        const auto at = [&](int point) { return throatStress(g.model.links[point], a->springForce(point)); };
        const ThroatStress p0 = at(0), p1 = at(1);
        const ThroatStress end{p0.s_perp + (p0.s_perp - p1.s_perp) / 2, p0.t_perp + (p0.t_perp - p1.t_perp) / 2, p0.t_par};
        addRow(rows, "P9.3", "s_perp at the end (MPa)", "20 points", std::abs(end.s_perp), 127.279, 0.02, standard);
        addRow(rows, "P9.3", "t_par (MPa)", "20 points", std::abs(end.t_par), 40, 0.02, standard);
        addRow(rows, "P9.3", "equivalent stress at the end (MPa)", "20 points", end.equivalent(), 263.818, 0.02, standard);
    }
    for (double shift : {0.0, 4.7}) {
        // P9.4: the two sides of every tie balance, wherever it meets an element; reactions balance the loads.
        Tee t = tee(shift);
        const int c = t.b.model.addCase("force");
        for (int i = 0; i < 5; ++i)
            addEdgeLoad(t.b.model, t.plate.at(i, 4), t.plate.at(i + 1, 4), {100, 50, 300}, {}, t.b.model.cases[c].forces);
        const auto a = solve(t.b.model);
        const std::string mesh = "moved by " + std::to_string(shift).substr(0, 3) + " mm";
        addRow(rows, "P9.4", "imbalance of a weld point over its force", mesh, imbalance(*a), 0, 1e-9, "equilibrium");
        const Wrench w = a->reaction("base edge");
        addRow(rows, "P9.4", "reactions and loads, force over load", mesh, norm(w.force + Vec3{15e3, 7.5e3, 45e3}) / 48e3, 0,
               1e-8, "equilibrium");
        Wrench load;
        for (const NodalForce& f : t.b.model.cases[c].forces) {
            Vec3 v;
            v[f.freedom % 3] = f.value;
            load.moment = load.moment + (f.freedom < 3 ? cross(t.b.model.nodes[f.node], v) : v);
        }
        addRow(rows, "P9.4", "reactions and loads, moment over load times size", mesh,
               norm(w.moment + load.moment) / (48e3 * 200), 0, 1e-8, "equilibrium");
    }
    return rows;
}
