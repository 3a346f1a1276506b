#include "build.h"
#include "groups.h"
#include <Eigen/Eigenvalues>

// Patch tests P1.1 to P1.8: five distorted quads (MacNeal and Harder 1985), also turned in space and cut into triangles.
namespace {

using namespace build;

constexpr double patchE = 1e6, patchNu = 0.25;
using Field = std::function<std::array<double, 6>(double, double)>;

struct Patch {
    Model model;
    std::vector<int> outer{0, 1, 2, 3};
    std::vector<int> inner{4, 5, 6, 7};
};

Patch patch(double t, bool split) {
    Patch p;
    Builder b;
    const int part = b.plate("patch", t, patchE, patchNu);
    p.model = b.model;
    const std::vector<std::array<double, 2>> xy{{0, 0},       {0.24, 0},    {0.24, 0.12}, {0, 0.12},
                                                {0.04, 0.02}, {0.18, 0.03}, {0.16, 0.08}, {0.08, 0.08}};
    for (const auto& [x, y] : xy) p.model.addNode({x, y, 0});
    const std::vector<std::array<int, 4>> quads{{0, 1, 5, 4}, {1, 2, 6, 5}, {2, 3, 7, 6}, {3, 0, 4, 7}, {4, 5, 6, 7}};
    for (const auto& q : quads) {
        if (split) {
            p.model.shells.push_back({{q[0], q[1], q[2], -1}, part});
            p.model.shells.push_back({{q[0], q[2], q[3], -1}, part});
        } else {
            p.model.shells.push_back({q, part});
        }
    }
    return p;
}

std::array<Vec3, 3> turnXYZ() {
    const auto about = [](int axis, double degrees) {
        const double c = std::cos(degrees * pi / 180), s = std::sin(degrees * pi / 180);
        std::array<Vec3, 3> r{axisX, axisY, axisZ};
        const int a = (axis + 1) % 3, b = (axis + 2) % 3;
        r[a][a] = c, r[a][b] = -s, r[b][a] = s, r[b][b] = c;
        return r;
    };
    const auto product = [](const std::array<Vec3, 3>& a, const std::array<Vec3, 3>& b) {
        std::array<Vec3, 3> c{};
        for (int i = 0; i < 3; ++i)
            for (int j = 0; j < 3; ++j) c[i][j] = a[i][0] * b[0][j] + a[i][1] * b[1][j] + a[i][2] * b[2][j];
        return c;
    };
    return product(about(2, 10), product(about(1, 20), about(0, 30)));
}

Vec3 turned(const std::array<Vec3, 3>& r, Vec3 v, bool isBack) {
    return isBack ? v.x * r[0] + v.y * r[1] + v.z * r[2] : Vec3{dot(r[0], v), dot(r[1], v), dot(r[2], v)};
}

struct Outcome {
    double displacement = 0; ///< largest error of an inner node over the largest displacement, rotations times the length
    double stress = 0;       ///< largest error of a section force over the reference
};

// Prescribes `field` on the outer nodes, compares the inner ones and the section forces (x, y, xy: membrane then moment)
// everywhere.
Outcome prescribe(double t, bool split, bool isTurned, const Field& field, const std::array<double, 6>& forces) {
    Patch p = patch(t, split);
    const int load = p.model.addCase("edge");
    for (int n : p.outer) {
        const auto v = field(p.model.nodes[n].x, p.model.nodes[n].y);
        for (int k = 0; k < 6; ++k)
            p.model.cases[load].movements.push_back({p.model.fix(n, {static_cast<Freedom>(k)}, "edge"), v[k]});
    }
    const std::vector<Vec3> flat = p.model.nodes;
    const std::array<Vec3, 3> r = turnXYZ();
    if (isTurned) p.model.move(r, {0.5, -0.2, 0.1});
    SolverSettings settings;
    // At t = 1e-5 what cancellation leaves of the equilibrium is a few 1e-6; the answer itself is judged below.
    settings.tolerance = t < 1e-4 ? 1e-5 : 1e-11;
    const auto done = solve(p.model, settings);
    Outcome o;
    double largest = 1e-30, error = 0;
    for (int n = 0; n < 8; ++n) {
        Vec3 u{done->displacement(n, Ux), done->displacement(n, Uy), done->displacement(n, Uz)};
        Vec3 w{done->displacement(n, Rx), done->displacement(n, Ry), done->displacement(n, Rz)};
        if (isTurned) u = turned(r, u, true), w = turned(r, w, true);
        const auto v = field(flat[n].x, flat[n].y);
        for (int k = 0; k < 3; ++k) {
            largest = std::max({largest, std::abs(v[k]), 0.12 * std::abs(v[3 + k])});
            error = std::max({error, std::abs(u[k] - v[k]), 0.12 * std::abs(w[k] - v[3 + k])});
        }
    }
    o.displacement = error / largest;
    // Compared as stresses: n/t and 6 m/t2.
    const auto toStress = [&](int k) { return k < 3 ? 1 / t : 6 / (t * t); };
    double scale = 0;
    for (int k = 0; k < 6; ++k) scale = std::max(scale, toStress(k) * std::abs(forces[k]));
    for (std::size_t e = 0; e < p.model.shells.size(); ++e) {
        const int i = static_cast<int>(e);
        const ShellElement& shell = done->system().shell(i);
        for (int g = 0; g < shell.pointCount(); ++g) {
            const SectionVector f =
                shell.section().elasticForces(shell.strainAt(g, done->system().nodal(i, done->state()), done->state().shells[e]));
            // Invariants of the local components: the sum, and the size of the rest.
            for (int block = 0; block < 2; ++block) {
                const double sum = 2 * rootHalf * f[3 * block],
                             rest = std::hypot(2 * rootHalf * f[3 * block + 1], 2 * f[3 * block + 2]);
                const double sumRef = forces[3 * block] + forces[3 * block + 1];
                const double restRef = std::hypot(forces[3 * block] - forces[3 * block + 1], 2 * forces[3 * block + 2]);
                o.stress = std::max({o.stress, toStress(3 * block) * std::abs(sum - sumRef) / scale,
                                     toStress(3 * block) * std::abs(rest - restRef) / scale});
            }
        }
    }
    return o;
}

// Zero eigenvalues of a free element: how many are below 1e-10 of the largest.
double zeroEigenvalues(const std::array<Vec3, 4>& corners, bool isTriangle) {
    Material m;
    m.E = patchE;
    m.nu = patchNu;
    const LayeredSection section(m, 0.001, {});
    ShellKinematics k;
    if (makeShellKinematics(corners, isTriangle, k) != ShellShape::Good) return -1;
    const ShellElement e(k, section);
    const int n = 6 * e.nodeCount();
    Eigen::MatrixXd matrix(n, n);
    // Rotations scaled by the element's size, so that all entries are of one kind.
    const double size = std::sqrt(k.area);
    for (int i = 0; i < n; ++i)
        for (int j = 0; j < n; ++j)
            matrix(i, j) = e.elasticStiffness()[packedAt(i, j)] / ((i % 6 < 3 ? 1 : size) * (j % 6 < 3 ? 1 : size));
    const Eigen::VectorXd values = Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd>(matrix).eigenvalues();
    int count = 0;
    for (int i = 0; i < n; ++i)
        if (std::abs(values[i]) < 1e-10 * values[n - 1]) ++count;
    return count;
}

} // namespace

FeRows patchTests() {
    FeRows rows;
    const std::string source = "MacNeal and Harder 1985; constant state, exact";
    const double D = [](double t) { return patchE * t * t * t / (12 * (1 - patchNu * patchNu)); }(0.001);
    struct State {
        const char *id, *what;
        Field field;
        std::array<double, 6> forces; ///< per length at t = 0.001: n_x n_y n_xy m_x m_y m_xy
    };
    const std::vector<State> states{
        {"P1.1",
         "membrane",
         [](double x, double y) { return std::array<double, 6>{1e-3 * (x + y / 2), 1e-3 * (y + x / 2), 0, 0, 0, 0}; },
         {4.0 / 3, 4.0 / 3, 0.4, 0, 0, 0}},
        {"P1.2",
         "membrane and rigid rotation",
         [](double x, double y) {
             return std::array<double, 6>{1e-3 * (x + y / 2) - 1e-3 * y, 1e-3 * (y + x / 2) + 1e-3 * x, 0, 0, 0, 1e-3};
         },
         {4.0 / 3, 4.0 / 3, 0.4, 0, 0, 0}},
        {"P1.3",
         "bending and twist",
         [](double x, double y) {
             return std::array<double, 6>{0, 0, 1e-3 * (x * x + x * y + y * y) / 2, 1e-3 * (y + x / 2), -1e-3 * (x + y / 2), 0};
         },
         {0, 0, 0, -1.25 * D * 1e-3, -1.25 * D * 1e-3, 0.375 * D * 1e-3}},
        {"P1.4",
         "pure twist",
         [](double x, double y) { return std::array<double, 6>{0, 0, 1e-3 * x * y, 1e-3 * x, -1e-3 * y, 0}; },
         {0, 0, 0, 0, 0, 0.75 * D * 1e-3}}};
    for (const State& s : states) {
        for (double t : {1e-3, 1e-2, 1e-5}) {
            for (bool split : {false, true}) {
                for (bool isTurned : {false, true}) {
                    std::array<double, 6> forces = s.forces;
                    for (int k = 0; k < 6; ++k) forces[k] *= k < 3 ? t / 1e-3 : std::pow(t / 1e-3, 3);
                    // At t/L = 4e-5 bending is 1e10 times softer than the membrane: rounding alone leaves some 1e-7.
                    const double allowed = t == 1e-5 ? 1e-6 : 1e-8;
                    const Outcome o = prescribe(t, split, isTurned, s.field, forces);
                    const std::string mesh = std::string(split ? "10 triangles" : "5 quads") + (isTurned ? ", turned" : "") +
                                             ", t = " +
                                             (t == 1e-3   ? "0.001"
                                              : t == 1e-2 ? "0.01"
                                                          : "1e-5");
                    addRow(rows, s.id, std::string(s.what) + ": largest error of an inner node", mesh, o.displacement, 0, allowed,
                           source);
                    addRow(rows, s.id, std::string(s.what) + ": largest error of a stress", mesh, o.stress, 0, allowed, source);
                }
            }
        }
    }
    // Transverse shear with all freedoms set: no equilibrium, so the element alone is asked.
    for (bool split : {false, true}) {
        const Patch p = patch(1e-3, split);
        double error = 0;
        for (const Shell& s : p.model.shells) {
            std::array<Vec3, 4> corners;
            for (int i = 0; i < 4; ++i) corners[i] = p.model.nodes[s.nodes[std::max(0, s.nodes[i] < 0 ? 0 : i)]];
            ShellKinematics k;
            makeShellKinematics(corners, s.isTriangle(), k);
            std::array<double, shellColumns> u{};
            for (int i = 0; i < k.nodeCount; ++i) u[6 * i + 2] = 1e-3 * corners[i].x;
            for (int g = 0; g < k.shearPointCount; ++g) {
                double sx = 0, sy = 0;
                for (int c = 0; c < shellColumns; ++c)
                    sx += k.shearPoints[g].shear[0][c] * u[c], sy += k.shearPoints[g].shear[1][c] * u[c];
                // q = kappa G t 1e-3 = 0.333333
                error = std::max(error, std::abs(std::hypot(sx, sy) * shearFactor * patchE / 2.5 * 1e-3 / (1.0 / 3) - 1));
            }
            for (int g = 0; g < k.pointCount; ++g)
                for (int r = 0; r < 6; ++r) {
                    double sum = 0;
                    for (int c = 0; c < shellColumns; ++c) sum += k.points[g].strain[r][c] * u[c];
                    error = std::max(error, std::abs(sum) * 0.24 / 1e-3);
                }
        }
        addRow(rows, "P1.5", "transverse shear: largest error", split ? "10 triangles" : "5 quads", error, 0, 1e-8, source);
    }
    const std::array<Vec3, 4> flat{{{0, 0, 0}, {1.1, 0.1, 0}, {1.3, 0.9, 0}, {-0.1, 0.7, 0}}},
        warped{{{0, 0, 0}, {1.1, 0.1, 0.1}, {1.3, 0.9, -0.1}, {-0.1, 0.7, 0.15}}};
    addRow(rows, "P1.7", "zero eigenvalues of a free quad", "flat", zeroEigenvalues(flat, false), 6, 0, "rigid-body motions");
    addRow(rows, "P1.7", "zero eigenvalues of a free quad", "warped", zeroEigenvalues(warped, false), 6, 0, "rigid-body motions");
    addRow(rows, "P1.7", "zero eigenvalues of a free triangle", "", zeroEigenvalues(warped, true), 6, 0, "rigid-body motions");
    return rows;
}

FeRows forceDrivenPatch() {
    FeRows rows;
    for (bool isBending : {false, true}) {
        Patch p = patch(1e-3, false);
        const int load = p.model.addCase("edge");
        // Statically determinate: x = 0 free to contract and to bend across.
        if (isBending) {
            p.model.fix(0, {Ux, Uy, Uz, Rx, Ry, Rz}, "root");
            p.model.fix(3, {Uz, Ry}, "root");
            p.model.constraints.pop_back();
            addEdgeLoad(p.model, 1, 2, {}, {0, 1e-7, 0}, p.model.cases[load].forces);
            addEdgeLoad(p.model, 0, 3, {}, {0, -1e-7, 0}, p.model.cases[load].forces);
        } else {
            p.model.fix(0, {Ux, Uy, Uz, Rx, Ry, Rz}, "root");
            p.model.fix(3, {Ux, Uz}, "root");
            addEdgeLoad(p.model, 1, 2, {1000 * 1e-3, 0, 0}, {}, p.model.cases[load].forces);
        }
        SolverSettings settings;
        settings.tolerance = 1e-11;
        std::unique_ptr<Analysis> done;
        if (isBending) {
            // The twist support at the second corner is left out: w = 0 there is not a state of pure bending with -nu kappa
            // across.
            p.model.constraints.pop_back();
            done = solve(p.model, settings);
            const double kx = 1e-7 / (patchE * 1e-9 / 12), ky = -patchNu * kx;
            double error = 0;
            for (int n = 0; n < 8; ++n) {
                const Vec3 x = p.model.nodes[n];
                error = std::max(error, std::abs(-done->displacement(n, Uz) - (kx * x.x * x.x + ky * x.y * x.y) / 2));
            }
            addRow(rows, "P1.6", "edge moment: largest error of w over the largest w", "5 quads", error / (kx * 0.24 * 0.24 / 2),
                   0, 1e-8, "closed form");
        } else {
            done = solve(p.model, settings);
            double error = 0;
            for (int n = 0; n < 8; ++n) {
                const Vec3 x = p.model.nodes[n];
                error = std::max({error, std::abs(done->displacement(n, Ux) - 1e-3 * x.x),
                                  std::abs(done->displacement(n, Uy) + patchNu * 1e-3 * x.y)});
            }
            addRow(rows, "P1.6", "edge traction: largest error of a displacement over the largest", "5 quads", error / 2.4e-4, 0,
                   1e-8, "closed form");
        }
    }
    return rows;
}
