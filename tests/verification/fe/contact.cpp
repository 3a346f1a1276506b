#include "build.h"
#include "fe/connect.h"
#include "groups.h"

// Contact: P8.
namespace {

using namespace build;

// A rigid body (one node) on a compression-only bed under its rectangle, by cells; z up.
struct RigidBase {
    Builder b;
    int hub;
    std::vector<int> bed, anchors;
};

RigidBase rigidBase(double Lx, double Ly, double k, int n) {
    RigidBase r{{}, 0, {}, {}};
    r.hub = r.b.model.addNode({0, 0, 0});
    r.b.model.fix(r.hub, {Ux, Uy, Rz}, "guide");
    for (int i = 0; i < n; ++i)
        for (int j = 0; j < n; ++j) {
            Link l;
            l.id = "bed";
            l.role = LinkRole::Contact;
            l.a = attachToNode(r.b.model.nodes, r.hub, {Lx * ((i + 0.5) / n - 0.5), Ly * ((j + 0.5) / n - 0.5), 0});
            l.axes = {-axisZ, axisX, -axisY};
            l.share = Lx * Ly / n / n;
            l.law = ContactLaw{k * l.share, 0};
            r.bed.push_back(static_cast<int>(r.b.model.links.size()));
            r.b.model.links.push_back(l);
        }
    return r;
}

// Pressure at the worst corner and the share of the area in contact.
struct Pressed {
    double corner, fraction;
};
Pressed pressed(const Analysis& a, const RigidBase& r, double Lx, double Ly, double k) {
    Pressed p{0, 0};
    for (double x : {-Lx / 2, Lx / 2})
        for (double y : {-Ly / 2, Ly / 2})
            p.corner = std::max(p.corner,
                                -k * (a.displacement(r.hub, Uz) + a.displacement(r.hub, Rx) * y - a.displacement(r.hub, Ry) * x));
    for (int link : r.bed)
        if (a.state().springs[link].isActive) p.fraction += 1.0 / static_cast<double>(r.bed.size());
    return p;
}

constexpr double basePlateX = 550, basePlateY = 450, bedding = 60, anchorStiffness = 247100;

RigidBase basePlate(int n, double anchorYield, double fracture) {
    RigidBase r = rigidBase(basePlateX, basePlateY, bedding, n);
    for (double x : {-200.0, 200.0})
        for (double y : {-150.0, 150.0}) {
            Link l;
            l.id = "anchor";
            l.role = LinkRole::Bolt;
            l.a = attachToNode(r.b.model.nodes, r.hub, {x, y, 0});
            l.axes = {-axisZ, axisX, -axisY}; // upward is tension
            YieldingLaw law;
            law.stiffness = anchorStiffness;
            law.isTensionOnly = true;
            if (anchorYield > 0) law.yield = {{0, anchorYield}};
            law.fracture = fracture;
            l.law = law;
            r.anchors.push_back(static_cast<int>(r.b.model.links.size()));
            r.b.model.links.push_back(l);
        }
    return r;
}

} // namespace

FeRows beds() {
    FeRows rows;
    const double Lx = 400, Ly = 300, k = 50, N = 300e3;
    for (const auto& [ex, ey, p, fraction] :
         {std::array<double, 4>{1.0 / 6, 0, 2, 1}, std::array<double, 4>{.25, 0, 2.6667, .75},
          std::array<double, 4>{.1, .1, 2.2045, .9853}, std::array<double, 4>{.2, .2, 4.1373, .6885},
          std::array<double, 4>{.25, .25, 6, .5}, std::array<double, 4>{.3, .15, 5.2591, .5237},
          std::array<double, 4>{.3, .3, 9.375, .32}, std::array<double, 4>{.4, .1, 8.9841, .2825}}) {
        RigidBase r = rigidBase(Lx, Ly, k, 80);
        r.b.model.cases.push_back({"N", {{r.hub, Uz, -N}, {r.hub, Rx, -N * ey * Ly}, {r.hub, Ry, N * ex * Lx}}, {}});
        const auto a = solve(r.b.model);
        const Pressed got = pressed(*a, r, Lx, Ly, k);
        const std::string at = ", e = (" + std::to_string(ex).substr(0, 4) + ", " + std::to_string(ey).substr(0, 4) + ")";
        addRow(rows, "P8.1", "p_max L_x L_y/N" + at, "80 x 80 cells", got.corner / (N / Lx / Ly), p, 0.01, "polygon integration");
        addRow(rows, "P8.1", "share in contact" + at, "80 x 80 cells", got.fraction, fraction, 0.02, "polygon integration");
    }
    struct Line {
        double N, Mx, My, p, fraction, first, second;
    };
    for (const Line& l :
         {Line{500, 100, 0, 7.8038, .5548, 17.89049, 17.89049}, Line{200, 100, 0, 8.8620, .3046, 66.998644, 66.998644},
          Line{0, 80, 0, 7.0902, .2088, 91.590895, 91.590895}, Line{-100, 50, 0, 3.8813, .1389, 83.368441, 83.368441},
          Line{300, 80, 30, 10.1667, .4043, 40.602378, 20.82}}) {
        RigidBase r = basePlate(90, 0, unlimited);
        r.b.model.cases.push_back({"N M", {{r.hub, Uz, -l.N * 1e3}, {r.hub, Ry, l.Mx * 1e6}, {r.hub, Rx, -l.My * 1e6}}, {}});
        const auto a = solve(r.b.model);
        const Pressed got = pressed(*a, r, basePlateX, basePlateY, bedding);
        const std::string at = ", N = " + std::to_string(int(l.N)) + " kN, M = " + std::to_string(int(l.Mx)) + ", " +
                               std::to_string(int(l.My)) + " kNm";
        addRow(rows, "P8.2", "p_max (MPa)" + at, "90 x 90 cells", got.corner, l.p, 0.01, "exact integration");
        addRow(rows, "P8.2", "anchor at (-200, -150) (kN)" + at, "90 x 90 cells", a->springForce(r.anchors[0])[0] / 1e3, l.first,
               0.01, "exact integration");
        addRow(rows, "P8.2", "anchor at (-200, 150) (kN)" + at, "90 x 90 cells", a->springForce(r.anchors[1])[0] / 1e3, l.second,
               0.01, "exact integration");
    }
    // Moment-rotation of that plate at N = 200 kN to the fracture of the anchors at 3 mm.
    RigidBase r = basePlate(90, 150e3, 3 - 150e3 / anchorStiffness);
    r.b.model.cases.push_back({"N", {{r.hub, Uz, -200e3}}, {}});
    r.b.model.cases.push_back({"M", {{r.hub, Ry, 1e6}}, {}});
    zg::Diagnostics found;
    auto a = Analysis::create(r.b.model, found);
    Stage press;
    press.factors = {1, 0};
    if (!a->run(press).isComplete()) throw std::runtime_error("the plate was not pressed down");
    double last = 0;
    for (const auto& [phi, M, p] : {std::array<double, 3>{1e-4, 30.537, 2.334}, std::array<double, 3>{2e-4, 43.172, 3.416},
                                    std::array<double, 3>{5e-4, 69.546, 5.979}, std::array<double, 3>{1e-3, 109.296, 9.725},
                                    std::array<double, 3>{1.5e-3, 148.396, 13.305}, std::array<double, 3>{2e-3, 174.82, 16.33},
                                    std::array<double, 3>{4e-3, 181.462, 23.094}}) {
        Stage s;
        s.control = Control::Displacement;
        s.factors = {1, 300};
        s.watched = {{r.hub, Ry, 1}};
        s.target = phi - last;
        s.firstStep = s.target / 3;
        const RunResult result = a->run(s);
        if (!result.isComplete()) throw std::runtime_error(result.message);
        last = phi;
        const std::string at = " at phi = " + std::to_string(1e3 * phi).substr(0, 3) + " mrad";
        addRow(rows, "P8.3", "M (kNm)" + at, "90 x 90 cells", a->state().factors[1], M, 0.01, "root finding");
        addRow(rows, "P8.3", "p_max (MPa)" + at, "90 x 90 cells", pressed(*a, r, basePlateX, basePlateY, bedding).corner, p, 0.01,
               "root finding");
    }
    Stage s;
    s.control = Control::Displacement;
    s.factors = {1, 300};
    s.watched = {{r.hub, Ry, 1}};
    s.target = 0.02;
    s.firstStep = 5e-4;
    const RunResult end = a->run(s);
    if (end.reason != StopReason::Fracture) throw std::runtime_error("the anchors did not break: " + end.message);
    addRow(rows, "P8.3", "phi (rad) at the fracture of the anchors", "90 x 90 cells", a->displacement(r.hub, Ry), 7.434691e-3,
           0.01, "root finding");
    addRow(rows, "P8.3", "M (kNm) at the fracture of the anchors", "90 x 90 cells", a->state().factors[1], 186.246, 0.01,
           "root finding");
    return rows;
}

FeRows contacts() {
    FeRows rows;
    {
        // P8.4: strip 100 x 20 on 50 N/mm3, half by symmetry.
        Builder b;
        const int n = 40;
        const Grid g = b.rectangle(b.plate("beam", 20, E, 0), n, 1, 400, 100);
        for (int j = 0; j < 2; ++j) b.model.fix(g.at(0, j), {Ux, Ry}, "symmetry");
        for (int node : g.nodes) b.model.fix(node, {Uy, Rx, Rz}, "strip");
        addBed(b.model, "bed", shellsOf(b.model, 0), -axisZ, 50);
        b.model.cases.push_back({"P", {{g.at(0, 0), Uz, -25e3}, {g.at(0, 1), Uz, -25e3}}, {}});
        const auto a = solve(b.model);
        addRow(rows, "P8.4", "w under the load (mm)", "40 a half", -a->displacement(g.at(0, 0), Uz), 0.19397, 0.02,
               "Timoshenko beam on tensionless Winkler bed");
        double lift = 0;
        for (int i = 0; i < n; ++i) {
            const double w0 = a->displacement(g.at(i, 0), Uz), w1 = a->displacement(g.at(i + 1, 0), Uz);
            if (w0 < 0 && w1 >= 0) lift = 10 * (i + w0 / (w0 - w1));
        }
        addRow(rows, "P8.4", "lift-off at x (mm)", "40 a half", lift, 90.871, 10 / 90.871, "pi/(2 beta); within one element");
    }
    for (int n : {16, 32}) {
        // P8.5: plate on a tensionless bed; half by symmetry about y = 0.
        Builder b;
        const Grid g = b.grid(b.plate("plate", 20), n, n / 2, [](double u, double v) { return Vec3{400 * u - 200, 200 * v, 0}; });
        for (int i = 0; i <= n; ++i) b.model.fix(g.at(i, 0), {Uy, Rx, Rz}, "symmetry");
        b.model.fix(g.at(n / 2, 0), {Ux}, "middle");
        addBed(b.model, "bed", shellsOf(b.model, 0), -axisZ, 30, n == 16 ? 4 : 2);
        const int c = b.model.addCase("load");
        for (std::size_t e = 0; e < b.model.shells.size(); ++e) {
            Vec3 centre;
            for (int node : b.model.shells[e].nodes) centre = centre + 0.25 * b.model.nodes[node];
            if (centre.x > 50 && centre.x < 150 && centre.y < 50)
                addSurfaceLoad(b.model, static_cast<int>(e), {0, 0, -60}, b.model.cases[c].forces);
        }
        const auto a = solve(b.model);
        const auto w = [&](double x, double y) { return -a->displacement(b.node({x, y, 0}), Uz); };
        const std::string mesh = std::to_string(n) + " x " + std::to_string(n);
        const double tolerance = n == 16 ? 0.05 : 0.02;
        for (const auto& [x, y, value] :
             {std::array<double, 3>{100, 0, .8914}, std::array<double, 3>{200, 0, .3798}, std::array<double, 3>{0, 0, .2556},
              std::array<double, 3>{-200, 0, -.677}, std::array<double, 3>{200, 200, -.4816}})
            addRow(rows, "P8.5", "w (mm) at (" + std::to_string(int(x)) + ", " + std::to_string(int(y)) + ")", mesh, w(x, y),
                   value, tolerance, "spectral, three refinements");
        double area = 0, reaction = 0;
        for (int i = 0; i < static_cast<int>(b.model.links.size()); ++i) {
            if (a->state().springs[i].isActive) area += b.model.links[i].share;
            reaction -= a->springForce(i)[0];
        }
        addRow(rows, "P8.5", "share in contact", mesh, area / 80000, 0.352, n == 16 ? 0.03 : 0.01, "spectral, +-0.003");
        addRow(rows, "P8.5", "reaction of the bed (N)", mesh, reaction, 300e3, 1e-8, "equilibrium");
    }
    {
        // P8.6: cantilever with a stop at 0.5 mm; loaded and unloaded.
        Builder b;
        const Grid g = b.rectangle(b.plate("strip", 10, E, 0), 10, 1, 200, 50);
        for (int i = 0; i <= 10; ++i)
            for (int j = 0; j < 2; ++j)
                b.model.fix(g.at(i, j), i == 0 ? std::vector<Freedom>{Ux, Uy, Uz, Rx, Ry, Rz} : std::vector<Freedom>{Uy, Rx, Rz},
                            "root");
        for (int j = 0; j < 2; ++j) {
            Link l;
            l.id = "stop";
            l.role = LinkRole::Contact;
            l.a = attachToNode(b.model.nodes, g.at(10, j));
            l.axes = {-axisZ, axisX, -axisY};
            l.law = ContactLaw{1e8, 0.5};
            b.model.links.push_back(l);
        }
        b.model.cases.push_back({"P", {{g.at(10, 0), Uz, -250}, {g.at(10, 1), Uz, -250}}, {}});
        auto a = solve(b.model);
        // The element's own bending is 1/(4 n2) = 0.25 % stiff, and so is the force that closes the gap.
        addRow(rows, "P8.6", "force on the stop (N)", "10 elements", -a->springForce(0)[0] - a->springForce(1)[0], 335.94, 0.01,
               "P - 3 E I g/L3");
        Stage back;
        back.factors = {0};
        a->run(back);
        addRow(rows, "P8.6", "force on the stop after unloading (N)", "10 elements", a->springForce(0)[0], 0, 1e-9, "open again");
        addRow(rows, "P8.6", "w at the tip after unloading (mm)", "10 elements", a->displacement(g.at(10, 0), Uz), 0, 1e-9,
               "open again");
    }
    return rows;
}
