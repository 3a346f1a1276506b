#include "fe/buckling.h"
#include "build.h"
#include "groups.h"

// Linear buckling: P7.
namespace {

using namespace build;

enum class Edge { Free, Simple, Clamped };

struct Panel {
    double a, b; // along x, along y
    int nx, ny;
    std::array<Edge, 4> edges; // x = 0, x = a, y = 0, y = b
    double t;
    bool splitTriangles = false;
};

// Plate bending only: in-plane freedoms are held, the membrane field is prescribed.
struct Buckled {
    BucklingResult result;
    double unit; // pi2 D / b2
};

Buckled buckled(const Panel& p, const std::function<MembraneTensor(Vec3)>& perUnit, int modes = 1) {
    Builder b;
    const Grid g = b.rectangle(b.plate("panel", p.t), p.nx, p.ny, p.a, p.b);
    for (int i = 0; i <= p.nx; ++i) {
        for (int j = 0; j <= p.ny; ++j) {
            b.model.fix(g.at(i, j), {Ux, Uy, Rz}, "plane");
            const std::array<bool, 4> on{i == 0, i == p.nx, j == 0, j == p.ny};
            for (int e = 0; e < 4; ++e) {
                if (!on[e] || p.edges[e] == Edge::Free) continue;
                b.model.fix(g.at(i, j), {Uz, e < 2 ? Rx : Ry}, "edge");
                if (p.edges[e] == Edge::Clamped) b.model.fix(g.at(i, j), {e < 2 ? Ry : Rx}, "edge");
            }
        }
    }
    zg::Diagnostics found;
    auto analysis = Analysis::create(b.model, found);
    if (!analysis) throw std::runtime_error(zg::joined(found));
    const double unit = pi * pi * plateStiffness(E, p.t, nu) / (p.b * p.b);
    BucklingSettings settings;
    settings.modes = modes;
    settings.largestFactor = 1e3 * unit;
    return {buckle(*analysis, prescribedMembrane(analysis->system(), [&](Vec3 x, int) { return perUnit(x); }), settings), unit};
}

double factorOf(const Panel& p, const std::function<MembraneTensor(Vec3)>& perUnit) {
    const Buckled r = buckled(p, perUnit);
    if (r.result.state != BucklingState::Found || !r.result.isComplete) throw std::runtime_error("buckling: " + r.result.message);
    return r.result.modes.front().factor / r.unit;
}

MembraneTensor compression(double n) { return {Vec3{-n, 0, 0}, Vec3{}, Vec3{}}; }
MembraneTensor shearing() { return {Vec3{0, 1, 0}, Vec3{1, 0, 0}, Vec3{}}; }

std::string by(int a, int b) { return std::to_string(a) + " x " + std::to_string(b); }

} // namespace

FeRows panelBuckling() {
    FeRows rows;
    constexpr Edge S = Edge::Simple, C = Edge::Clamped, F = Edge::Free;
    const double b = 1000, t = 10;
    struct Line {
        const char *id, *what;
        double ratio;
        std::array<Edge, 4> edges;
        int load; // 0 compression, 1 shear, 2 linear with psi
        double psi, k;
        std::vector<std::array<double, 3>> meshes; // nx, ny, tolerance
        const char* source;
    };
    const std::string ritz = "Kirchhoff, Ritz of order 16; ";
    const std::vector<Line> lines{
        {"P7.1",
         "compression, all sides simple, a/b = 1",
         1,
         {S, S, S, S},
         0,
         1,
         4.0,
         {{8, 8, .03}, {16, 16, .01}, {32, 32, .004}},
         "Timoshenko and Gere 1961: 4.00"},
        {"P7.2",
         "compression, all sides simple, a/b = 1.5",
         1.5,
         {S, S, S, S},
         0,
         1,
         4.3403,
         {{12, 8, .03}, {24, 16, .01}, {48, 32, .004}},
         "Timoshenko and Gere 1961: 4.34"},
        {"P7.3",
         "compression, all sides simple, a/b = 2",
         2,
         {S, S, S, S},
         0,
         1,
         4.0,
         {{16, 8, .03}, {32, 16, .01}},
         "Timoshenko and Gere 1961: 4.00"},
        {"P7.4",
         "compression, one side free, a/b = 1",
         1,
         {S, S, S, F},
         0,
         1,
         1.4016,
         {{8, 8, .01}},
         "Levy; 0.425 + (b/a)2 = 1.425"},
        {"P7.5", "compression, one side free, a/b = 3", 3, {S, S, S, F}, 0, 1, 0.5331, {{24, 8, .01}}, "Levy"},
        {"P7.6", "compression, one side free, a/b = 10", 10, {S, S, S, F}, 0, 1, 0.4352, {{80, 8, .01}}, "Levy"},
        {"P7.7",
         "compression, one side clamped, one free, a/b = 1.64",
         1.64,
         {S, S, C, F},
         0,
         1,
         1.2804,
         {{16, 8, .03}},
         "Levy; 1.28"},
        {"P7.8", "compression, one side clamped, one free, a/b = 3", 3, {S, S, C, F}, 0, 1, 1.2912, {{32, 10, .03}}, "Levy"},
        {"P7.9",
         "compression, clamped, a/b = 1",
         1,
         {C, C, C, C},
         0,
         1,
         10.0739,
         {{8, 8, .12}, {16, 16, .035}, {32, 32, .01}},
         "Ritz; 10.07"},
        {"P7.10", "compression, clamped, a/b = 2", 2, {C, C, C, C}, 0, 1, 7.8671, {{32, 16, .04}}, "Ritz; 7.88"},
        {"P7.11",
         "shear, simple, a/b = 1",
         1,
         {S, S, S, S},
         1,
         1,
         9.3245,
         {{8, 8, .17}, {16, 16, .05}, {32, 32, .015}},
         "Ritz; 9.34"},
        {"P7.12", "shear, simple, a/b = 1.5", 1.5, {S, S, S, S}, 1, 1, 7.07, {{24, 16, .05}}, "Ritz; 7.1"},
        {"P7.13", "shear, simple, a/b = 2", 2, {S, S, S, S}, 1, 1, 6.546, {{32, 16, .05}}, "Ritz; 6.6"},
        {"P7.14", "shear, simple, a/b = 3", 3, {S, S, S, S}, 1, 1, 5.8402, {{48, 16, .05}}, "Ritz; 5.9"},
        {"P7.15", "shear, clamped, a/b = 1", 1, {C, C, C, C}, 1, 1, 14.642, {{32, 32, .03}}, "Ritz; 14.71"},
        {"P7.16", "bending, simple, a/b = 0.6667", 2.0 / 3, {S, S, S, S}, 2, -1, 23.8818, {{12, 16, .04}}, "Ritz; 23.9"},
        {"P7.17",
         "bending, simple, a/b = 1",
         1,
         {S, S, S, S},
         2,
         -1,
         25.5283,
         {{8, 8, .12}, {16, 16, .04}, {32, 32, .01}},
         "Ritz; 25.6"},
        {"P7.18", "psi = 0, simple, a/b = 1", 1, {S, S, S, S}, 2, 0, 7.812, {{16, 16, .02}}, "Ritz; 7.81"},
        {"P7.19", "psi = -0.5, simple, a/b = 1", 1, {S, S, S, S}, 2, -0.5, 13.5137, {{16, 16, .03}}, "Ritz; 13.5"}};
    for (const Line& line : lines) {
        for (const auto& [nx, ny, tolerance] : line.meshes) {
            const Panel p{line.ratio * b, b, int(nx), int(ny), line.edges, t};
            const double k = factorOf(p, [&](Vec3 x) {
                if (line.load == 1) return shearing();
                return compression(line.load == 0 ? 1 : 1 - (1 - line.psi) * x.y / b);
            });
            addRow(rows, line.id, "k, " + std::string(line.what), by(int(nx), int(ny)), k, line.k, tolerance, ritz + line.source);
        }
    }
    return rows;
}

namespace {

// In-plane stresses of a web under patch load come from the engine itself, then its buckling.
double patchLoad(double a, int nx, int ny, bool twoSided, bool isClamped) {
    const double h = 1000, t = 6;
    Builder b;
    const Grid g = b.rectangle(b.plate("web", t), nx, ny, a, h);
    for (int i = 0; i <= nx; ++i)
        for (int j = 0; j <= ny; ++j) {
            const bool onX = i == 0 || i == nx, onY = j == 0 || j == ny;
            if (onX || onY) b.model.fix(g.at(i, j), {Uz}, "edge");
            if (onX && !twoSided) b.model.fix(g.at(i, j), {Uy}, "post");
            if (onY && isClamped) b.model.fix(g.at(i, j), {Rx}, "flange");
        }
    b.model.fix(g.at(nx / 2, ny / 2), {Ux}, "middle");
    if (twoSided) {
        b.model.fix(g.at(0, ny / 2), {Uy}, "middle");
        b.model.fix(g.at(nx, ny / 2), {Uy}, "middle");
    }
    const int c = b.model.addCase("patch");
    // A patch of 200 in the middle, whatever the mesh: share of each element edge that it covers, by work-equivalent forces.
    const auto loadEdge = [&](int j, double sign) {
        for (int i = 0; i < nx; ++i) {
            const double x0 = a * i / nx, x1 = a * (i + 1) / nx, from = std::max(x0, a / 2 - 100), to = std::min(x1, a / 2 + 100);
            if (to <= from) continue;
            const double q = sign / 200, length = to - from, middle = ((from + to) / 2 - x0) / (x1 - x0);
            b.model.cases[c].forces.push_back({g.at(i, j), Uy, q * length * (1 - middle)});
            b.model.cases[c].forces.push_back({g.at(i + 1, j), Uy, q * length * middle});
        }
    };
    loadEdge(ny, -1);
    if (twoSided) loadEdge(0, 1);
    const auto done = solve(b.model);
    BucklingSettings settings;
    settings.modes = 2;
    settings.largestFactor = 1e8;
    const BucklingResult r = buckle(*done, membraneForces(*done), settings);
    if (r.modes.empty()) throw std::runtime_error("patch load: " + r.message);
    return r.modes.front().factor / (pi * pi * plateStiffness(E, t, nu) / h);
}

struct Column {
    std::unique_ptr<Builder> b = std::make_unique<Builder>();
    int nx, nf, nw;
};

// I 150 x 12 / 290 x 8, L = 4000, fork ends free to warp; membrane stress prescribed: compression or major-axis moment.
std::vector<double> forkedBeam(int nx, int nf, int nw, bool isMoment) {
    const double L = 4000, bf = 150, tf = 12, h = 290, tw = 8;
    Builder b;
    const int material = b.model.addMaterial({});
    const int flange = b.model.addPart("flanges", tf, material), web = b.model.addPart("web", tw, material);
    for (double side : {-0.5, 0.5})
        b.grid(flange, nx, nf, [&](double u, double v) { return Vec3{L * u, bf * (v - 0.5), side * h}; });
    const Grid g = b.grid(web, nx, nw, [&](double u, double v) { return Vec3{L * u, 0, h * (v - 0.5)}; });
    b.fixWhere([&](Vec3 x) { return near(x.x, 0) || near(x.x, L); }, {Uy, Uz, Rx}, "fork");
    b.model.fix(g.at(nx / 2, nw / 2), {Ux}, "middle");
    zg::Diagnostics found;
    auto analysis = Analysis::create(b.model, found);
    if (!analysis) throw std::runtime_error(zg::joined(found));
    const double area = 2 * bf * tf + h * tw, inertia = 2 * bf * tf * h * h / 4 + tw * h * h * h / 12;
    const MembraneField field = prescribedMembrane(analysis->system(), [&](Vec3 x, int e) {
        const double t = b.model.parts[b.model.shells[e].part].thickness;
        return compression(t * (isMoment ? x.z / inertia : 1 / area));
    });
    BucklingSettings settings;
    settings.modes = 3;
    settings.largestFactor = 1e12;
    const BucklingResult r = buckle(*analysis, field, settings);
    std::vector<double> factors;
    for (const BucklingMode& m : r.modes) factors.push_back(m.factor);
    // The mode is torsional when the web's middle stays where it is.
    if (isMoment) return factors;
    std::vector<double> sorted(2, 0);
    for (const BucklingMode& m : r.modes) {
        double middle = 0;
        for (int i = 0; i <= nx; ++i) middle = std::max(middle, std::abs(m.shape[6 * g.at(i, nw / 2) + 1]));
        double& slot = sorted[middle > 0.5 ? 0 : 1];
        if (slot == 0) slot = m.factor;
    }
    return sorted;
}

double narrowCantilever(int nx, int ny) {
    const double L = 2000, h = 60, t = 6;
    Builder b;
    const Grid g = b.grid(b.plate("strip", t), nx, ny, [&](double u, double v) { return Vec3{L * u, 0, h * (v - 0.5)}; });
    for (int j = 0; j <= ny; ++j) b.model.fixAll(g.at(0, j), "root");
    zg::Diagnostics found;
    auto analysis = Analysis::create(b.model, found);
    const double inertia = t * h * h * h / 12;
    // Beam stresses of a force down at the tip: tension at the top.
    const MembraneField field = prescribedMembrane(analysis->system(), [&](Vec3 x, int) {
        const double n = t * (L - x.x) * x.z / inertia, shear = -1.5 / h * (1 - 4 * x.z * x.z / (h * h));
        return MembraneTensor{Vec3{n, 0, shear}, Vec3{}, Vec3{shear, 0, 0}};
    });
    BucklingSettings settings;
    settings.modes = 1;
    settings.largestFactor = 1e6;
    return buckle(*analysis, field, settings).modes.at(0).factor;
}

double cruciform(int perLeg) {
    const double width = 120, t = 5, L = 600;
    Builder b;
    const int part = b.plate("legs", t);
    const int nx = 5 * perLeg;
    for (const Vec3 out : {axisY, -axisY, axisZ, -axisZ})
        b.grid(part, nx, perLeg, [&](double u, double v) { return Vec3{L * u, 0, 0} + width * v * out; });
    b.fixWhere([&](Vec3 x) { return near(x.x, 0) || near(x.x, L); }, {Uy, Uz, Rx}, "end");
    b.fixWhere([](Vec3 x) { return near(x.y, 0) && near(x.z, 0); }, {Uy, Uz}, "axis");
    b.fixWhere([](Vec3 x) { return near(x.y, 0) && near(x.z, 0) && near(x.x, 300); }, {Ux}, "axis");
    zg::Diagnostics found;
    auto analysis = Analysis::create(b.model, found);
    if (!analysis) throw std::runtime_error(zg::joined(found));
    BucklingSettings settings;
    settings.modes = 4;
    settings.largestFactor = 1e5;
    return buckle(*analysis, prescribedMembrane(analysis->system(), [&](Vec3, int) { return compression(t); }), settings)
        .modes.at(0)
        .factor;
}

// Triangle as three mapped blocks round its centre.
double triangleBuckling(const std::array<Vec3, 3>& corner, int n, double t, bool isHydrostatic,
                        const std::array<Edge, 3>& edges) {
    Builder b;
    const int part = b.plate("triangle", t);
    const Vec3 centre = (1.0 / 3) * (corner[0] + corner[1] + corner[2]);
    for (int k = 0; k < 3; ++k) {
        const Vec3 c = corner[k], next = 0.5 * (corner[k] + corner[(k + 1) % 3]), last = 0.5 * (corner[k] + corner[(k + 2) % 3]);
        b.grid(part, n / 2, n / 2, [&](double u, double v) {
            return (1 - u) * (1 - v) * c + u * (1 - v) * next + u * v * centre + (1 - u) * v * last;
        });
    }
    for (int i = 0; i < static_cast<int>(b.model.nodes.size()); ++i) {
        b.model.fix(i, {Ux, Uy, Rz}, "plane");
        for (int k = 0; k < 3; ++k) {
            const Vec3 along = unit(corner[(k + 1) % 3] - corner[k]);
            const Vec3 normal = cross(axisZ, along);
            if (!near(dot(b.model.nodes[i] - corner[k], normal), 0) || edges[k] == Edge::Free) continue;
            b.model.fix(i, {Uz}, "edge");
            if (edges[k] == Edge::Clamped) b.model.fix(i, {Rx, Ry}, "edge");
        }
    }
    zg::Diagnostics found;
    auto analysis = Analysis::create(b.model, found);
    if (!analysis) throw std::runtime_error(zg::joined(found));
    const Vec3 hypotenuse = unit(corner[2] - corner[1]);
    BucklingSettings settings;
    settings.modes = 1;
    settings.largestFactor = 1e9;
    const BucklingResult r =
        buckle(*analysis,
               prescribedMembrane(analysis->system(),
                                  [&](Vec3, int) {
                                      if (isHydrostatic) return MembraneTensor{Vec3{-1, 0, 0}, Vec3{0, -1, 0}, Vec3{}};
                                      return MembraneTensor{-hypotenuse.x * hypotenuse, -hypotenuse.y * hypotenuse, Vec3{}};
                                  }),
               settings);
    return r.modes.at(0).factor;
}

} // namespace

FeRows structuralBuckling() {
    FeRows rows;
    const std::string ritz = "spectral and global Ritz";
    struct Patch {
        const char* what;
        double a;
        bool twoSided, isClamped;
        double k;
    };
    for (const Patch& p :
         {Patch{"one-sided, a/h = 1", 1000, false, false, 3.333}, Patch{"one-sided, a/h = 2", 2000, false, false, 2.396},
          Patch{"two opposite patches, a/h = 1", 1000, true, false, 2.673},
          Patch{"one-sided, top and bottom clamped, a/h = 1", 1000, false, true, 7.016}}) {
        for (int n : {20, 40}) {
            const int nx = p.a > 1500 ? 2 * n : n;
            addRow(rows, "P7.20", "patch load, k, " + std::string(p.what), by(nx, n),
                   patchLoad(p.a, nx, n, p.twoSided, p.isClamped), p.k, n == 20 ? 0.03 : 0.015, ritz);
        }
    }
    const std::vector<double> euler = forkedBeam(20, 2, 4, false);
    addRow(rows, "P7.21", "Euler column, P_z (N)", "20 x 2 x 4", euler[0], 871.7e3, 0.01,
           "shell, spectral; pi2 E I/L2 with shear 872.8e3");
    addRow(rows, "P7.21", "column, torsional (N)", "20 x 2 x 4", euler[1], 2119e3, 0.04, "shell, spectral; closed form 2178e3");
    addRow(rows, "P7.22", "lateral-torsional, M_cr (Nmm)", "20 x 2 x 4", forkedBeam(20, 2, 4, true)[0], 175.34e6, 0.025,
           "shell, spectral; closed form, edge-corrected J 176.68e6");
    addRow(rows, "P7.22", "lateral-torsional, M_cr (Nmm)", "40 x 4 x 8", forkedBeam(40, 4, 8, true)[0], 175.34e6, 0.015,
           "shell, spectral; closed form, edge-corrected J 176.68e6");
    addRow(rows, "P7.23", "narrow cantilever, P_cr (N)", "40 x 4", narrowCantilever(40, 4), 277.1, 0.03,
           "spectral; 4.013 sqrt(E I_z G J)/L2 = 273.2, Timoshenko and Gere 1961");
    addRow(rows, "P7.24", "cruciform, sigma_cr (MPa)", "20 x 4 a leg", cruciform(4), 151.48, 0.03, "spectral; Levy 152.97");
    const double t = 10, c = 1000, D = plateStiffness(E, t, nu);
    const double height = std::sqrt(3.0) / 2 * c;
    constexpr Edge S = Edge::Simple;
    addRow(rows, "P7.25", "equilateral triangle, hydrostatic, N c2/D", "16 a side",
           triangleBuckling({Vec3{0, 0, 0}, Vec3{c, 0, 0}, Vec3{c / 2, height, 0}}, 16, t, true, {S, S, S}) * c * c / D, 52.6379,
           0.03, "membrane analogy");
    addRow(rows, "P7.25", "right isosceles triangle, hydrostatic, N c2/D", "16 a side",
           triangleBuckling({Vec3{0, 0, 0}, Vec3{c, 0, 0}, Vec3{0, c, 0}}, 16, t, true, {S, S, S}) * c * c / D, 49.348, 0.03,
           "spectral: 5 pi2");
    for (bool isClamped : {false, true}) {
        const Edge e = isClamped ? Edge::Clamped : Edge::Simple;
        const double k = triangleBuckling({Vec3{0, 0, 0}, Vec3{c, 0, 0}, Vec3{0, c, 0}}, 16, t, false, {e, Edge::Free, e}) * c *
                         c / (pi * pi * D);
        addRow(rows, "P7.26", isClamped ? "gusset, legs clamped, k" : "gusset, legs simply supported, k", "16 a leg", k,
               isClamped ? 7.28 : 1.228, 0.03, "Reissner-Mindlin, Ritz");
    }
    return rows;
}
