#include "fe/results.h"
#include "groups.h"
#include "large.h"

// Imperfect members and membrane action in strips: N6.
namespace {

using namespace large;

struct Column {
    Builder b;
    Strip s;
};

Column column(double length, double width, double t, double e0, int n, const Material& steel, bool isPlaneStrain) {
    Column c;
    c.s = strip(c.b, c.b.plate("strip", t, steel), shape(length, n, [&](double x) { return e0 * std::sin(pi * x / length); }),
                width);
    for (int node : c.s.at.front()) c.b.model.fix(node, {Ux, Uz}, "hinge");
    for (int node : c.s.at.back()) c.b.model.fix(node, {Uz}, "hinge");
    if (isPlaneStrain || steel.nu == 0) keepPlane(c.b);
    const int load = c.b.model.addCase("P");
    force(c.b.model, load, c.s.at.back(), Ux, -1);
    return c;
}

void elasticColumn(FeRows& rows) {
    Material m;
    m.nu = 0;
    const double P_E = 8635.9;
    for (int n : {32, 64}) {
        Column c = column(1000, 50, 10, 2, n, m, false);
        const auto a = start(c.b.model);
        struct Point {
            double part, w, shortening, tolerance;
        };
        for (const Point& p : {Point{0.5, 2.0004, 0.0707411, 0.01}, Point{0.8, 7.99939, 0.302673, 0.02},
                               Point{0.9, 17.9275, 1.04456, 0.04}, Point{1.05, 203.701, 112.359, 0.03}}) {
            load(*a, {p.part * P_E}, 0.2);
            const double fine = n == 32 ? 1 : 0.5;
            const std::string at = " (mm) at " + std::to_string(p.part).substr(0, 4) + " P_E", mesh = std::to_string(n) + " x 1";
            addRow(rows, "N6.1", "imperfect column, additional w" + at, mesh, meanOf(*a, c.s.at[n / 2], Uz), p.w,
                   p.tolerance * fine, "Reissner beam, 100 and 200 elements extrapolated");
            addRow(rows, "N6.1", "imperfect column, end shortening" + at, mesh, -meanOf(*a, c.s.at.back(), Ux), p.shortening,
                   1.5 * p.tolerance * fine, "Reissner beam, 100 and 200 elements extrapolated");
        }
    }
}

void yieldingColumn(FeRows& rows) {
    Material m;
    m.f_y = 235;
    m.E_t = 210;
    struct Case {
        double slenderness, length, P, w, after;
    };
    for (const Case& k : {Case{0.6, 204.619, 0.785865, 0.71513, 0.438131}, Case{1, 341.032, 0.502876, 2.33782, 0.393835},
                          Case{1.5, 511.548, 0.289149, 5.7288, 0.28897}}) {
        Column c = column(k.length, 50, 12, k.length / 200, 20, m, true);
        const auto a = start(c.b.model);
        const auto middle = c.s.at[10];
        const double squash = 50 * 12 * 235.0;
        std::vector<std::array<double, 2>> curve;
        const double step = k.w / 20;
        double after = 0; // at w = t/2
        for (int i = 1; i <= 34; ++i) {
            if ((i - 1) * step < 6 && i * step > 6) {
                steer(*a, {{middle[0], Uz, 1}}, 6, step);
                after = a->state().factors[0] / squash;
            }
            steer(*a, {{middle[0], Uz, 1}}, i * step, step);
            curve.push_back({i * step, a->state().factors[0] / squash});
        }
        const Extreme top = extreme(curve, 1);
        const std::string at = ", slenderness " + std::to_string(k.slenderness).substr(0, 3),
                          source = "Reissner beam, 20 von Mises layers, extrapolated";
        addRow(rows, "N6.2", "yielding column, P_u/(A f_y)" + at, "20 over the length", top.value, k.P, 0.015, source);
        addRow(rows, "N6.2", "yielding column, additional w at the maximum (mm)" + at, "20 over the length", top.at, k.w, 0.15,
               source);
        if (after == 0) {
            steer(*a, {{middle[0], Uz, 1}}, 6, 0.1);
            after = a->state().factors[0] / squash;
        }
        addRow(rows, "N6.2", "yielding column, P/(A f_y) at w = t/2" + at, "20 over the length", after, k.after, 0.02, source);
    }
}

void lateralBuckling(FeRows& rows) {
    Builder b;
    const int nx = 40, ny = 8, part = b.plate("strip", 4);
    const Grid g = b.grid(part, nx, ny, [](double u, double v) { return Vec3{1000 * u, 0, 40 * (v - 0.5)}; });
    for (int j = 0; j <= ny; ++j) b.model.fixAll(g.at(0, j), "root");
    const int c = b.model.addCase("P"), tip = g.at(nx, ny / 2);
    b.model.cases[c].forces = {{tip, Uz, -1}, {tip, Uy, 0.01}};
    const auto a = start(b.model);
    struct Point {
        double part, P, uy, uz, twist, ty, tz, tt;
    };
    for (const Point& p : {Point{0.5, 108.46, 9.89626, 8.09319, 0.00436572, 0.03, 0.03, 0.08},
                           Point{0.8, 173.54, 27.1238, 13.2651, 0.0218914, 0.08, 0.05, 0.15},
                           Point{1.3, 282, 418.105, 210.892, 0.601012, 0.05, 0.15, 0.08}}) {
        load(*a, {p.P}, 0.1);
        const Vec3 line = a->place(g.at(nx, ny)) - a->place(g.at(nx, 0));
        const std::string at = " at " + std::to_string(p.part).substr(0, 3) + " P_cr",
                          source = "Kirchhoff rod in space, shooting";
        addRow(rows, "N6.3", "lateral tip u_y (mm)" + at, "40 x 8", a->displacement(tip, Uy), p.uy, p.ty, source);
        addRow(rows, "N6.3", "tip down (mm)" + at, "40 x 8", -a->displacement(tip, Uz), p.uz, p.tz, source);
        addRow(rows, "N6.3", "twist of the tip (rad)" + at, "40 x 8", std::abs(std::atan2(line.y, line.z)), p.twist, p.tt,
               source);
    }
}

// A strip across its span between two ends; half the span.
struct Span {
    Builder b;
    Strip s;
    int load = 0;
};

Span halfSpan(double length, double width, double t, int n, const Material& steel, bool isClamped, double spring) {
    Span k;
    const int part = k.b.plate("strip", t, steel);
    // As many as the reference: with the 13 points of Simpson's rule P of N6.7 at w = t/4 is 1 % higher.
    k.b.model.parts[part].layers = {LayerRuleKind::Gauss, 20};
    k.s = strip(k.b, part, line({}, {length / 2, 0, 0}, n), width);
    Model& m = k.b.model;
    for (int node : k.s.at.front()) {
        m.fix(node, {Uz}, "end");
        if (isClamped) m.fix(node, {Ry}, "clamp");
        if (spring <= 0) m.fix(node, {Ux}, "held");
    }
    if (spring > 0)
        for (int node : k.s.at.front()) {
            Link l;
            l.id = "spring";
            l.a = attachToNode(m.nodes, node);
            l.axes = {axisX, axisY, axisZ};
            l.law = LinearLaw{spring / 2};
            m.links.push_back(l);
        }
    for (int node : k.s.at.back()) m.fix(node, {Ux, Ry}, "symmetry");
    keepPlane(k.b);
    k.load = m.addCase("load");
    return k;
}

// Membrane force of an element over the strip's width.
double axial(const Analysis& a, int shell, double width) {
    double sum = 0;
    for (int p = 0; p < 4; ++p) sum += sectionForces(a, shell, p).membrane.x / 4;
    return sum * width;
}

void cylindrical(FeRows& rows) {
    struct Point {
        double q, w, force;
    };
    const std::string source = "Timoshenko, long plate bent to a cylinder";
    for (int n : {8, 16}) {
        Span k = halfSpan(400, 40, 5, n, Material{}, false, 0);
        for (int s : k.s.shells) addSurfaceLoad(k.b.model, s, {0, 0, -1}, k.b.model.cases[k.load].forces);
        const auto a = start(k.b.model);
        for (const Point& p : {Point{0.01, 1.18459, 25.196}, Point{0.05, 3.139, 178.062}, Point{0.25, 6.10917, 684.567}}) {
            load(*a, {p.q}, 0.5);
            const std::string at = ", q = " + std::to_string(p.q).substr(0, 4), mesh = std::to_string(2 * n) + " over L";
            addRow(rows, "N6.4", "centre w (mm)" + at, mesh, -meanOf(*a, k.s.at.back(), Uz), p.w, n == 8 ? 0.01 : 0.005, source);
            addRow(rows, "N6.4", "in-plane edge reaction (N/mm)" + at, mesh, std::abs(a->reaction("held").force.x) / 40, p.force,
                   0.015, source);
        }
    }
    for (int n : {10, 20}) {
        Span k = halfSpan(400, 40, 5, n, Material{}, true, 1000 * 40);
        for (int s : k.s.shells) addSurfaceLoad(k.b.model, s, {0, 0, -1}, k.b.model.cases[k.load].forces);
        const auto a = start(k.b.model);
        for (const auto& [q, w, f, M] :
             {std::array<double, 4>{0.05, 1.37542, 4.91373, 663.061}, std::array<double, 4>{0.25, 6.00091, 93.5483, 3031.8}}) {
            load(*a, {q}, 0.25);
            const std::string at = ", q = " + std::to_string(q).substr(0, 4), mesh = std::to_string(2 * n) + " over L";
            addRow(rows, "N6.5", "centre w (mm)" + at, mesh, -meanOf(*a, k.s.at.back(), Uz), w, n == 10 ? 0.02 : 0.01, source);
            addRow(rows, "N6.5", "in-plane edge reaction (N/mm)" + at, mesh, 1000 * std::abs(meanOf(*a, k.s.at.front(), Ux)), f,
                   n == 10 ? 0.025 : 0.01, source);
            double moment = 0;
            const std::vector<Wrench> r = a->reactions();
            for (std::size_t i = 0; i < r.size(); ++i)
                if (a->model().constraints[i].id == "clamp") moment += r[i].moment.y;
            addRow(rows, "N6.5", "end moment (N)" + at, mesh, std::abs(moment) / 40, M, n == 10 ? 0.04 : 0.02, source);
        }
    }
}

void plasticMembrane(FeRows& rows) {
    Material m;
    m.f_y = 235;
    m.E_t = 210;
    const std::string source = "Reissner beam, 20 von Mises layers, 60 and 120 elements extrapolated";
    for (int n : {20, 40}) {
        Span k = halfSpan(400, 50, 10, n, m, true, 0);
        force(k.b.model, k.load, k.s.at.back(), Uz, -0.5);
        const auto a = start(k.b.model);
        struct Point {
            double w, P, N, tolerance;
        };
        for (const Point& p : {Point{2.5, 6570.67, 0.0685465, 0.02}, Point{5, 7905.54, 0.172587, 0.05},
                               Point{10, 11990.7, 0.455816, 0.02}, Point{20, 28313.6, 0.992549, 0.02}}) {
            steer(*a, {{k.s.at.back()[0], Uz, 1}}, -p.w, 0.25);
            const std::string at = " at mid w = " + std::to_string(p.w).substr(0, 3), mesh = std::to_string(2 * n) + " over L";
            addRow(rows, "N6.6", "clamped strip, P (N)" + at, mesh, a->state().factors[0], p.P, p.tolerance, source);
            addRow(rows, "N6.6", "clamped strip, axial force over A f_p" + at, mesh,
                   axial(*a, k.s.shells[n / 2], 50) / (500 * 271.355), p.N, n == 20 ? 0.055 : 0.025, source);
        }
    }
    for (int n : {16, 32}) {
        Span k = halfSpan(160, 100, 12, n, m, true, 300000);
        force(k.b.model, k.load, k.s.at.back(), Uz, -0.5);
        const auto a = start(k.b.model);
        struct Point {
            double w, P, N, tolerance;
        };
        for (const Point& p :
             {Point{3, 53606, 0.029945, 0.02}, Point{6, 60994.8, 0.137592, 0.05}, Point{12, 94684, 0.460475, 0.02}}) {
            steer(*a, {{k.s.at.back()[0], Uz, 1}}, -p.w, 0.2);
            const std::string at = " at mid w = " + std::to_string(p.w).substr(0, 3), mesh = std::to_string(2 * n) + " over L";
            addRow(rows, "N6.7", "T-stub strip, P (N)" + at, mesh, a->state().factors[0], p.P, p.tolerance, source);
            addRow(rows, "N6.7", "T-stub strip, axial force over A f_p" + at, mesh,
                   axial(*a, k.s.shells[n / 2], 100) / (1200 * 271.355), p.N, 0.04, source);
        }
    }
}

} // namespace

FeRows imperfectMembers() {
    FeRows rows;
    elasticColumn(rows);
    yieldingColumn(rows);
    lateralBuckling(rows);
    return rows;
}

FeRows membraneStrips() {
    FeRows rows;
    cylindrical(rows);
    plasticMembrane(rows);
    return rows;
}
