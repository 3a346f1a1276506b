#include "build.h"
#include "groups.h"

// The obstacle course: P2.2 to P2.10.
namespace {

using namespace build;

double pointLoaded(int n, bool isClamped) {
    Builder b;
    const double a = 1000, t = 1;
    const Grid g = b.rectangle(b.plate("plate", t), n, n, a, a);
    for (int i = 0; i <= n; ++i)
        for (int j = 0; j <= n; ++j) {
            const bool onX = i == 0 || i == n, onY = j == 0 || j == n;
            if (!onX && !onY) continue;
            std::vector<Freedom> held{Uz};
            if (isClamped || onX) held.push_back(Rx);
            if (isClamped || onY) held.push_back(Ry);
            b.model.fix(g.at(i, j), held, "edge");
        }
    b.model.fix(g.at(0, 0), {Ux, Uy}, "corner");
    b.model.fix(g.at(n, 0), {Uy}, "corner");
    b.model.cases.push_back({"load", {{g.at(n / 2, n / 2), Uz, 1}}, {}});
    return solve(b.model)->displacement(g.at(n / 2, n / 2), Uz) / (a * a / plateStiffness(E, t, nu));
}

double morley(int n, double t) {
    Builder b;
    const double L = 100, angle = pi / 6;
    const Grid g = b.grid(b.plate("skew", t), n, n, [&](double u, double v) {
        return Vec3{L * (u + v * std::cos(angle)), L * v * std::sin(angle), 0};
    });
    for (int i = 0; i <= n; ++i)
        for (int j = 0; j <= n; ++j)
            if (i == 0 || i == n || j == 0 || j == n) b.model.fix(g.at(i, j), {Uz}, "edge");
    b.model.fix(g.at(0, 0), {Ux, Uy}, "corner");
    b.model.fix(g.at(n, 0), {Uy}, "corner");
    const int load = b.model.addCase("load");
    for (int e : g.shells) addSurfaceLoad(b.model, e, {0, 0, 1}, b.model.cases[load].forces);
    return 1000 * solve(b.model)->displacement(g.at(n / 2, n / 2), Uz) * plateStiffness(E, t, nu) / 1e8;
}

enum class Slant { Rectangular, Trapezoidal, Parallelogram };

// MacNeal and Harder's straight beam along x, depth 0.2 in y, thickness 0.1 in z.
double straightBeam(int nx, int ny, Slant slant, int load) {
    Builder b;
    const Grid g = b.grid(b.plate("beam", 0.1, 1e7, 0.3), nx, ny, [&](double u, double v) {
        double x = 6 * u;
        const int i = static_cast<int>(std::lround(u * nx));
        if (i > 0 && i < nx && slant != Slant::Rectangular) {
            const double lean = slant == Slant::Parallelogram || i % 2 == 1 ? 0.1 : -0.1;
            x += lean * (1 - 2 * v) * -1;
        }
        return Vec3{x, 0.2 * v, 0};
    });
    for (int j = 0; j <= ny; ++j) b.model.fixAll(g.at(0, j), "root");
    const int c = b.model.addCase("tip");
    std::vector<NodalForce>& f = b.model.cases[c].forces;
    if (load == 3) {
        f = {{g.at(nx, ny), Uz, 5}, {g.at(nx, 0), Uz, -5}};
        const auto done = solve(b.model);
        return (done->displacement(g.at(nx, ny), Uz) - done->displacement(g.at(nx, 0), Uz)) / 0.2;
    }
    const Vec3 total = load == 0 ? axisX : load == 1 ? axisY : axisZ;
    for (int j = 0; j < ny; ++j) addEdgeLoad(b.model, g.at(nx, j), g.at(nx, j + 1), (1 / 0.2) * total, {}, f);
    const auto done = solve(b.model);
    double sum = 0;
    for (int j : {0, ny}) sum += 0.5 * done->displacement(g.at(nx, j), static_cast<Freedom>(load));
    return sum;
}

double curvedBeam(int nx, int ny, bool inPlane) {
    Builder b;
    const Grid g = b.grid(b.plate("beam", 0.1, 1e7, 0.25), nx, ny, [&](double u, double v) {
        const double r = 4.12 + 0.2 * v, a = pi / 2 * u;
        return Vec3{r * std::sin(a), r * std::cos(a), 0};
    });
    for (int j = 0; j <= ny; ++j) b.model.fixAll(g.at(0, j), "root");
    const int c = b.model.addCase("tip");
    for (int j = 0; j < ny; ++j)
        addEdgeLoad(b.model, g.at(nx, j), g.at(nx, j + 1), (1 / 0.2) * (inPlane ? axisX : axisZ), {}, b.model.cases[c].forces);
    const auto done = solve(b.model);
    double sum = 0;
    for (int j : {0, ny}) sum += 0.5 * std::abs(done->displacement(g.at(nx, j), inPlane ? Ux : Uz));
    return sum;
}

double twistedBeam(int nx, int ny, double t, bool inPlane) {
    Builder b;
    const Grid g = b.grid(b.plate("beam", t, 29e6, 0.22), nx, ny, [&](double u, double v) {
        const double a = pi / 2 * u, y = 1.1 * (v - 0.5);
        return Vec3{12 * u, y * std::cos(a), y * std::sin(a)};
    });
    for (int j = 0; j <= ny; ++j) b.model.fixAll(g.at(0, j), "root");
    const int c = b.model.addCase("tip");
    // At the tip the width lies along z: "in plane" is along it.
    const double load = t > 0.01 ? 1 : 1e-6;
    for (int j = 0; j < ny; ++j)
        addEdgeLoad(b.model, g.at(nx, j), g.at(nx, j + 1), load / 1.1 * (inPlane ? axisZ : axisY), {}, b.model.cases[c].forces);
    return solve(b.model)->displacement(g.at(nx, ny / 2), inPlane ? Uz : Uy);
}

double cook(int n) {
    Builder b;
    const Grid g = b.grid(b.plate("membrane", 1, 1, 1.0 / 3), n, n, [&](double u, double v) {
        return Vec3{48 * u, 44 * u + v * (44 * (1 - u) + 16 * u), 0};
    });
    for (int j = 0; j <= n; ++j) b.model.fixAll(g.at(0, j), "root");
    for (int i = 1; i <= n; ++i)
        for (int j = 0; j <= n; ++j) b.model.fix(g.at(i, j), {Uz, Rx, Ry}, "plane");
    const int c = b.model.addCase("edge");
    for (int j = 0; j < n; ++j) addEdgeLoad(b.model, g.at(n, j), g.at(n, j + 1), {0, 1.0 / 16, 0}, {}, b.model.cases[c].forces);
    return solve(b.model)->displacement(g.at(n, n / 2), Uy);
}

double scordelisLo(int n) {
    Builder b;
    const double R = 25, half = 40 * pi / 180;
    // u along the axis from the middle to the diaphragm, v from the crown to the free edge; z up.
    const Grid g = b.grid(b.plate("roof", 0.25, 4.32e8, 0), n, n, [&](double u, double v) {
        return Vec3{25 * u, R * std::sin(half * v), R * std::cos(half * v)};
    });
    for (int k = 0; k <= n; ++k) {
        b.model.fix(g.at(0, k), {Ux, Ry, Rz}, "middle");
        b.model.fix(g.at(n, k), {Uy, Uz}, "diaphragm");
        b.model.fix(g.at(k, 0), {Uy, Rx, Rz}, "crown");
    }
    const int c = b.model.addCase("weight");
    for (int e : g.shells) addSurfaceLoad(b.model, e, {0, 0, -90}, b.model.cases[c].forces);
    return -solve(b.model)->displacement(g.at(0, n), Uz);
}

double pinchedCylinder(int n) {
    Builder b;
    const double R = 300;
    const Grid g = b.grid(b.plate("shell", 3, 3e6, 0.3), n, n, [&](double u, double v) {
        return Vec3{300 * u, R * std::sin(pi / 2 * v), R * std::cos(pi / 2 * v)};
    });
    for (int k = 0; k <= n; ++k) {
        b.model.fix(g.at(0, k), {Ux, Ry, Rz}, "middle");
        b.model.fix(g.at(n, k), {Uy, Uz}, "diaphragm");
        b.model.fix(g.at(k, 0), {Uy, Rx, Rz}, "top");
        b.model.fix(g.at(k, n), {Uz, Rx, Ry}, "side");
    }
    b.model.cases.push_back({"pinch", {{g.at(0, 0), Uz, -0.25}}, {}});
    return -solve(b.model)->displacement(g.at(0, 0), Uz);
}

double hemisphere(int n) {
    Builder b;
    const double R = 10;
    const Grid g = b.grid(b.plate("shell", 0.04, 6.825e7, 0.3), n, n, [&](double u, double v) {
        const double a = pi / 2 * u, up = 72 * pi / 180 * v;
        return Vec3{R * std::cos(up) * std::cos(a), R * std::cos(up) * std::sin(a), R * std::sin(up)};
    });
    for (int j = 0; j <= n; ++j) {
        b.model.fix(g.at(0, j), {Uy, Rx, Rz}, "symmetry");
        b.model.fix(g.at(n, j), {Ux, Ry, Rz}, "symmetry");
    }
    b.model.fix(g.at(0, n), {Uz}, "point");
    b.model.cases.push_back({"pull", {{g.at(0, 0), Ux, 1}, {g.at(n, 0), Uy, -1}}, {}});
    return solve(b.model)->displacement(g.at(0, 0), Ux);
}

std::string by(int a, int b) { return std::to_string(a) + " x " + std::to_string(b); }

} // namespace

FeRows obstacleCourse() {
    FeRows rows;
    const std::vector<int> fine{8, 16, 32};
    for (int k = 0; k < 3; ++k) {
        addRow(rows, "P2.2", "w D/(P a2), simply supported, point load", by(fine[k], fine[k]), pointLoaded(fine[k], false),
               0.0116008, std::vector<double>{0.01, 0.004, 0.002}[k], "Navier series; Timoshenko and Woinowsky-Krieger 1959");
        addRow(rows, "P2.2", "w D/(P a2), clamped, point load", by(fine[k], fine[k]), pointLoaded(fine[k], true), 0.005612,
               std::vector<double>{0.05, 0.015, 0.005}[k], "Ritz, extrapolated; Timoshenko and Woinowsky-Krieger 1959: 0.00560");
    }
    const std::vector<int> skew{16, 32, 64};
    for (int k = 0; k < 3; ++k) {
        addRow(rows, "P2.3", "1000 w D/(q L4), skew plate 30 deg, L/t = 100", by(skew[k], skew[k]), morley(skew[k], 1),
               0.42483613, std::vector<double>{0.12, 0.07, 0.04}[k],
               "Reissner-Mindlin, graded spectral; Babuska and Scapolla 1989: 0.423");
        addRow(rows, "P2.3", "1000 w D/(q L4), skew plate 30 deg, L/t = 1000", by(skew[k], skew[k]), morley(skew[k], 0.1),
               0.41431503, std::vector<double>{0.20, 0.15, 0.10}[k], "Reissner-Mindlin, graded spectral");
    }
    const std::string harder = "beam theory; MacNeal and Harder 1985";
    for (const auto& [slant, name] : std::vector<std::pair<Slant, std::string>>{{Slant::Rectangular, "6 rectangles"},
                                                                                {Slant::Trapezoidal, "6 trapezoids"},
                                                                                {Slant::Parallelogram, "6 parallelograms"}}) {
        const bool isRect = slant == Slant::Rectangular;
        addRow(rows, "P2.4", "straight beam, extension", name, straightBeam(6, 1, slant, 0), 3e-5, 0.01, harder);
        if (isRect)
            addRow(rows, "P2.4", "straight beam, in-plane shear", name, straightBeam(6, 1, slant, 1), 0.1081, 0.02, harder);
        else
            rows.push_back(
                {"P2.4", "straight beam, in-plane shear (reported only: MacNeal 1987 shows a quad that passes P1 cannot do it)",
                 name, straightBeam(6, 1, slant, 1), 0.1081, -1, 0.02, harder});
        addRow(rows, "P2.4", "straight beam, out-of-plane shear", name, straightBeam(6, 1, slant, 2), 0.4321,
               isRect ? 0.03 : 0.05, harder);
        addRow(rows, "P2.4", "straight beam, twist", name, straightBeam(6, 1, slant, 3), 0.0342, isRect ? 0.15 : 0.22,
               "St Venant torsion of a 2:1 bar");
    }
    addRow(rows, "P2.4", "straight beam, twist", "24 x 4", straightBeam(24, 4, Slant::Rectangular, 3), 0.0342, 0.06,
           "St Venant torsion of a 2:1 bar");
    addRow(rows, "P2.4", "straight beam, twist", "48 x 8", straightBeam(48, 8, Slant::Rectangular, 3), 0.0342, 0.02,
           "St Venant torsion of a 2:1 bar");
    addRow(rows, "P2.5", "curved beam, in plane", "6 x 1", curvedBeam(6, 1, true), 0.08857, 0.15,
           "Golovin's exact plane solution");
    addRow(rows, "P2.5", "curved beam, in plane", "24 x 1", curvedBeam(24, 1, true), 0.08857, 0.015,
           "Golovin's exact plane solution");
    addRow(rows, "P2.5", "curved beam, out of plane", "24 x 4", curvedBeam(24, 4, false), 0.4985, 0.025,
           "Reissner-Mindlin, spectral");
    const std::vector<std::pair<int, int>> twist{{12, 2}, {24, 4}, {48, 8}};
    for (int k = 0; k < 3; ++k) {
        const auto [nx, ny] = twist[k];
        addRow(rows, "P2.6", "twisted beam t = 0.32, in plane", by(nx, ny), twistedBeam(nx, ny, 0.32, true), 0.005424,
               std::vector<double>{0.04, 0.02, 0.01}[k], "MacNeal and Harder 1985");
        addRow(rows, "P2.6", "twisted beam t = 0.32, out of plane", by(nx, ny), twistedBeam(nx, ny, 0.32, false), 0.001754,
               std::vector<double>{0.10, 0.04, 0.02}[k], "MacNeal and Harder 1985");
        addRow(rows, "P2.6", "twisted beam t = 0.0032, in plane", by(nx, ny), twistedBeam(nx, ny, 0.0032, true), 0.005256,
               std::vector<double>{0.04, 0.02, 0.01}[k], "Belytschko et al. 1989");
        addRow(rows, "P2.6", "twisted beam t = 0.0032, out of plane", by(nx, ny), twistedBeam(nx, ny, 0.0032, false), 0.001294,
               std::vector<double>{0.04, 0.02, 0.01}[k], "Belytschko et al. 1989");
    }
    const std::vector<int> cooks{4, 8, 16, 32};
    for (int k = 0; k < 4; ++k)
        addRow(rows, "P2.7", "Cook's membrane, v(48, 52)", by(cooks[k], cooks[k]), cook(cooks[k]), 23.968,
               std::vector<double>{0.05, 0.02, 0.007, 0.003}[k], "graded spectral; published 23.96");
    for (int k = 0; k < 3; ++k)
        addRow(rows, "P2.8", "Scordelis-Lo roof, w at mid free edge", by(fine[k], fine[k]), scordelisLo(fine[k]), 0.30060086,
               std::vector<double>{0.04, 0.02, 0.01}[k], "deep shell, Fourier-Ritz");
    const std::vector<int> pinch{16, 32, 48};
    for (int k = 0; k < 3; ++k)
        addRow(rows, "P2.9", "pinched cylinder, w under the load", by(pinch[k], pinch[k]), pinchedCylinder(pinch[k]),
               1.8276523e-5, std::vector<double>{0.09, 0.03, 0.02}[k], "double Fourier series, converged");
    for (int k = 0; k < 3; ++k)
        addRow(rows, "P2.10", "hemisphere with hole, u under the load", by(fine[k], fine[k]), hemisphere(fine[k]), 0.093520758,
               std::vector<double>{0.07, 0.02, 0.01}[k], "Fourier-Ritz; Simo et al. 1989: 0.093");
    return rows;
}
