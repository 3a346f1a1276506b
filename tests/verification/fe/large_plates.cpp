#include "fe/results.h"
#include "groups.h"
#include "large.h"

// Plates under pressure and past buckling: N4, N5.
namespace {

using namespace large;

struct Plate {
    Builder b;
    Grid g;
    int load = 0;
};

enum class Edge { SimplyHeld, SimplyFree, Clamped };

// A quarter, origin at the centre, symmetric about both axes.
Plate quarter(double a, double b, double t, int nx, int ny, const std::function<double(double, double)>& w0 = {},
              const Material* steel = nullptr) {
    Plate p;
    const int part = steel ? p.b.plate("plate", t, *steel) : p.b.plate("plate", t);
    p.g = p.b.grid(part, nx, ny, [&](double u, double v) {
        const double x = a / 2 * u, y = b / 2 * v;
        return Vec3{x, y, w0 ? w0(x, y) : 0};
    });
    for (int j = 0; j <= ny; ++j) p.b.model.fix(p.g.at(0, j), {Ux, Ry, Rz}, "symmetry");
    for (int i = 0; i <= nx; ++i) p.b.model.fix(p.g.at(i, 0), {Uy, Rx, Rz}, "symmetry");
    return p;
}

double membraneAtCentre(const Analysis& a, double t, bool alongY) {
    const SectionForces f = sectionForces(a, 0, 0);
    return (alongY ? f.membrane.y : f.membrane.x) / t;
}

void pressed(FeRows& rows, const std::string& id, Edge edge, const std::vector<std::array<double, 3>>& points, double tolerance) {
    for (int n : {8, 16}) {
        Plate p = quarter(500, 500, 4, n, n);
        for (int k = 0; k <= n; ++k) {
            // Hard: no rotation about the edge's normal.
            p.b.model.fix(p.g.at(n, k), {Uz, Rx}, "edge");
            p.b.model.fix(p.g.at(k, n), {Uz, Ry}, "edge");
            if (edge != Edge::SimplyFree)
                p.b.model.fix(p.g.at(n, k), {Ux, Uy}, "edge in plane"), p.b.model.fix(p.g.at(k, n), {Ux, Uy}, "edge in plane");
            if (edge == Edge::Clamped)
                p.b.model.fix(p.g.at(n, k), {Ry, Rz}, "clamp"), p.b.model.fix(p.g.at(k, n), {Rx, Rz}, "clamp");
        }
        p.load = p.b.model.addCase("pressure");
        for (int s : p.g.shells) addSurfaceLoad(p.b.model, s, {0, 0, -1}, p.b.model.cases[p.load].forces);
        const auto a = start(p.b.model);
        for (const auto& [K, w, stress] : points) {
            const double q = K * E * 256 / std::pow(500.0, 4);
            load(*a, {q}, 0.25);
            const std::string at = ", q b4/(E t4) = " + std::to_string(static_cast<int>(K)),
                              mesh = std::to_string(n) + " x " + std::to_string(n) + " on a quarter";
            const std::string source = "von Karman plate, Ritz 8 x 8";
            addRow(rows, id, "centre w/t" + at, mesh, -a->displacement(p.g.at(0, 0), Uz) / 4, w,
                   n == 8 ? tolerance : tolerance / 2, source);
            addRow(rows, id, "centre membrane stress b2/(E t2)" + at, mesh, membraneAtCentre(*a, 4, true) * 250000 / (E * 16),
                   stress, 0.05, source);
        }
    }
}

struct Squash {
    Plate p;
    std::unique_ptr<Analysis> a;
    [[nodiscard]] double force() const { // whole plate
        double sum = 0;
        const std::vector<Wrench> r = a->reactions();
        for (std::size_t i = 0; i < r.size(); ++i)
            if (a->model().constraints[i].id == "pushed") sum += r[i].force.x;
        return -2 * sum;
    }
};

// Loaded edges x = +-a/2 moved towards each other; `isStraight`: the unloaded ones stay straight.
Squash squash(double length, double b, double t, int nx, int ny, double w0, int waves, bool isStraight,
              const Material* steel = nullptr) {
    Squash s;
    s.p = quarter(
        length, b, t, nx, ny, [=](double x, double y) { return w0 * std::cos(waves * pi * x / length) * std::cos(pi * y / b); },
        steel);
    Model& m = s.p.b.model;
    s.p.load = m.addCase("shortening");
    for (int j = 0; j <= ny; ++j) {
        m.fix(s.p.g.at(nx, j), {Uz, Rx}, "edge");
        const int pushed = m.fix(s.p.g.at(nx, j), {Ux}, "pushed");
        m.cases[s.p.load].movements.push_back({pushed, -0.5});
    }
    for (int i = 0; i <= nx; ++i) {
        m.fix(s.p.g.at(i, ny), {Uz, Ry}, "edge");
        if (isStraight && i > 0) m.constraints.push_back({"straight", {{s.p.g.at(i, ny), Uy, 1}, {s.p.g.at(0, ny), Uy, -1}}});
    }
    s.a = start(m);
    return s;
}

void elasticSquash(FeRows& rows, const std::string& id, double length, int nx, int ny, double w0, bool isStraight,
                   const std::vector<std::array<double, 3>>& points, double fine) {
    const int waves = static_cast<int>(length / 600 + 0.5);
    Squash s = squash(length, 600, 6, nx, ny, w0, waves, isStraight);
    const double P_cr = 4 * pi * pi * plateStiffness(E, 6, nu) / 600, unitShortening = P_cr * length / (E * 6 * 600);
    const std::string mesh = std::to_string(nx) + " x " + std::to_string(ny) + " on a quarter",
                      source = "von Karman plate, Ritz 8 x 8";
    for (const auto& [shortening, P, w] : points) {
        load(*s.a, {shortening * unitShortening}, 0.2);
        const std::string at = ", shortening " + std::to_string(shortening).substr(0, 4);
        addRow(rows, id, "P/P_cr" + at, mesh, s.force() / P_cr, P,
               (shortening > 2.5   ? 0.03
                : shortening > 1.6 ? 0.02
                                   : 0.01) *
                   fine,
               source);
        addRow(rows, id, "additional w/t at the crest" + at, mesh, std::abs(s.a->displacement(s.p.g.at(0, 0), Uz)) / 6, w,
               (shortening < 1 ? 0.1 : 0.025) * fine, source);
    }
}

void strength(FeRows& rows, const std::string& id, double f_y, double slender, bool isStraight, double ratio, double after) {
    Material m;
    m.f_y = f_y;
    m.E_t = 210;
    const double b = 500, t = b / slender;
    Squash s = squash(b, b, t, 8, 8, 2.5, 1, isStraight, &m);
    std::vector<std::array<double, 2>> curve;
    const double unitShortening = f_y * b / E;
    for (double e = 0.4; e < 2.01; e += e < 0.7 ? 0.1 : 0.02) {
        load(*s.a, {e * unitShortening});
        curve.push_back({e, s.force() / (f_y * b * t)});
    }
    const std::string what = ", b/t = " + std::to_string(static_cast<int>(slender)),
                      source = "elastoplastic von Karman plate, Ritz 7 x 7, 12 layers";
    addRow(rows, id, "strength P_u/(f_y b t)" + what, "8 x 8 on a quarter", extreme(curve, 1).value, ratio, 0.02, source);
    load(*s.a, {2 * unitShortening});
    addRow(rows, id, "P/(f_y b t) at twice the yield shortening" + what, "8 x 8 on a quarter", s.force() / (f_y * b * t), after,
           0.03, source);
}

void shearPanel(FeRows& rows) {
    Builder b;
    const int n = 16, part = b.plate("panel", 4);
    const Grid g = b.grid(part, n, n, [](double u, double v) {
        const double x = 600 * (u - 0.5), y = 600 * (v - 0.5);
        return Vec3{x, y, 0.4 * std::cos(pi * x / 600) * std::cos(pi * y / 600)};
    });
    const int c = b.model.addCase("shear");
    for (int i = 0; i <= n; ++i) {
        for (int j = 0; j <= n; ++j) {
            const bool onX = i == 0 || i == n, onY = j == 0 || j == n;
            if (!onX && !onY) continue;
            const int node = g.at(i, j), x = b.model.fix(node, {Ux}, "edge");
            b.model.fix(node, {Uy, Uz}, "edge");
            if (onX) b.model.fix(node, {Rx}, "edge");
            if (onY) b.model.fix(node, {Ry}, "edge");
            b.model.cases[c].movements.push_back({x, b.model.nodes[node].y});
        }
    }
    const auto a = start(b.model);
    const double tau_cr = 9.3245 * pi * pi * plateStiffness(E, 4, nu) / (600 * 600 * 4), gamma_cr = tau_cr / G;
    struct Point {
        double gamma, tau, w, tolerance;
    };
    for (const Point& p :
         {Point{1.5, 1.44625, 0.77386, 0.015}, Point{3, 2.69456, 1.48287, 0.02}, Point{5, 4.27369, 1.9763, 0.025}}) {
        load(*a, {p.gamma * gamma_cr}, 0.1);
        double work = 0; // per unit of shear
        const std::vector<Wrench> r = a->reactions();
        for (std::size_t i = 0; i < r.size(); ++i) {
            const Constraint& k = a->model().constraints[i];
            if (k.id == "edge" && k.terms[0].freedom == Ux) work += r[i].force.x * b.model.nodes[k.terms[0].node].y;
        }
        const std::string at = " at gamma/gamma_cr = " + std::to_string(p.gamma).substr(0, 3);
        addRow(rows, "N5.6", "mean tau/tau_cr" + at, "16 x 16", work / (600.0 * 600 * 4) / tau_cr, p.tau, p.tolerance,
               "von Karman plate, Ritz 16 x 16");
        addRow(rows, "N5.6", "centre w/t" + at, "16 x 16", std::abs(a->displacement(g.at(n / 2, n / 2), Uz)) / 4, p.w, 0.06,
               "von Karman plate, Ritz 16 x 16");
    }
}

} // namespace

FeRows pressedPlates() {
    FeRows rows;
    pressed(rows, "N4.1", Edge::SimplyHeld, {{10, 0.370666, 0.419544}, {100, 1.2633, 4.97798}, {500, 2.26312, 16.406}}, 0.015);
    pressed(rows, "N4.2", Edge::SimplyFree, {{10, 0.428963, 0.181043}, {100, 2.35365, 4.29443}, {500, 5.25469, 14.5431}}, 0.04);
    pressed(rows, "N4.3", Edge::Clamped, {{20, 0.266369, 0.235806}, {100, 0.93742, 2.86486}, {500, 2.0421, 13.3168}}, 0.02);
    return rows;
}

FeRows platesPastBuckling() {
    FeRows rows;
    const std::vector<std::array<double, 3>> free{
        {0.8, 0.757279, 0.26678}, {1, 0.894482, 0.46155}, {2, 1.33958, 1.24712}, {4, 2.02087, 2.11468}};
    elasticSquash(rows, "N5.1", 600, 8, 8, 0.6, false, free, 1);
    elasticSquash(rows, "N5.1", 600, 16, 16, 0.6, false, free, 0.5);
    elasticSquash(rows, "N5.2", 600, 8, 8, 0.12, true,
                  {{0.95, 0.931822, 0.211454}, {1.5, 1.23609, 0.84816}, {3, 1.95871, 1.6429}}, 1);
    elasticSquash(rows, "N5.3", 1800, 24, 8, 0.6, false, {{1, 0.894482, 0.461574}, {2, 1.3396, 1.24735}, {3, 1.69846, 1.73989}},
                  1);
    strength(rows, "N5.4", 235, 35, false, 0.954864, 0.897478);
    strength(rows, "N5.4", 235, 50, false, 0.807041, 0.70727);
    strength(rows, "N5.4", 235, 70, false, 0.626478, 0.568822);
    strength(rows, "N5.5", 355, 50, true, 0.748368, 0.670804);
    shearPanel(rows);
    return rows;
}
