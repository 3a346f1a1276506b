#include "fe/connect.h"
#include "groups.h"
#include "large.h"

// Contact in the moved geometry: N7.
namespace {

using namespace large;

void lifted(FeRows& rows) {
    Builder b;
    Material steel;
    steel.nu = 0;
    const int n = 70;
    const Strip s = strip(b, b.plate("strip", 2, steel), line({}, {1400, 0, 0}, n), 50);
    Model& m = b.model;
    for (int node : s.at.back()) m.fix(node, {Ux}, "far end");
    addBed(m, "flat", s.shells, -axisZ, 10);
    keepPlane(b);
    const int weight = m.addCase("weight"), lift = m.addCase("lift");
    for (int e : s.shells) addSurfaceLoad(m, e, {0, 0, -0.05 / 50}, m.cases[weight].forces);
    force(m, lift, s.at.front(), Uz, 1);
    const auto a = start(m);
    load(*a, {1, 0});
    struct Point {
        double H, P, back, slope;
    };
    const std::string source = "heavy elastica, shooting";
    for (const Point& p :
         {Point{50, 16.0731, 2.9044, 0.156173}, Point{150, 21.5359, 19.9633, 0.35571}, Point{300, 26.7028, 67.8759, 0.596486}}) {
        steer(*a, {{s.at.front()[0], Uz, 1}}, p.H, 2, 1);
        const std::string at = ", H = " + std::to_string(static_cast<int>(p.H));
        addRow(rows, "N7.1", "lifting force (N)" + at, "70 x 1", a->state().factors[1], p.P, 0.015, source);
        // Towards the far end, which is held: the strip slides back over the flat.
        addRow(rows, "N7.1", "tip movement back (mm)" + at, "70 x 1", meanOf(*a, s.at.front(), Ux), p.back, 0.02, source);
        addRow(rows, "N7.1", "tip slope (rad)" + at, "70 x 1", std::abs(meanOf(*a, s.at.front(), Ry)), p.slope, 0.02, source);
    }
}

void rolledOn(FeRows& rows) {
    Builder b;
    Material steel;
    steel.nu = 0;
    const int n = 24;
    std::vector<Vec3> arc;
    for (int i = 0; i <= n; ++i) arc.push_back({200 * std::sin(pi / 2 * i / n), 0, 200 * (1 - std::cos(pi / 2 * i / n))});
    const Strip s = strip(b, b.plate("strip", 3, steel), arc, 30);
    Model& m = b.model;
    for (int node : s.at.front()) m.fixAll(node, "root");
    for (int i = 1; i <= n; ++i) {
        for (int node : s.at[i]) {
            Link flat; // the flat lies at z = 0, the node above it at its height
            flat.id = "flat";
            flat.role = LinkRole::Contact;
            flat.a = attachToNode(m.nodes, node);
            flat.axes = {-axisZ, axisX, axisY};
            flat.law = ContactLaw{10 * 15 * 200 * pi / 2 / n, m.nodes[node].z};
            flat.share = 15 * 200 * pi / 2 / n;
            m.links.push_back(flat);
        }
    }
    keepPlane(b);
    const int c = m.addCase("P");
    force(m, c, s.at.back(), Uz, -1);
    const auto a = start(m);
    struct Point {
        double P, x, z, tolerance;
    };
    for (const Point& p :
         {Point{60, 219.002, 185.267, 0.02}, Point{300, 304.403, 50.7312, 0.02}, Point{600, 313.09, 11.8548, 0.03}}) {
        load(*a, {p.P}, 0.05);
        const std::string at = " (mm), P = " + std::to_string(static_cast<int>(p.P)),
                          source = "elastica with natural curvature, shooting";
        addRow(rows, "N7.2", "curved strip, tip x" + at, "24 x 1", 200 + meanOf(*a, s.at.back(), Ux), p.x, 0.01, source);
        addRow(rows, "N7.2", "curved strip, tip height" + at, "24 x 1", 200 + meanOf(*a, s.at.back(), Uz), p.z, p.tolerance,
               source);
    }
}

} // namespace

FeRows movedContact() {
    FeRows rows;
    lifted(rows);
    rolledOn(rows);
    return rows;
}
