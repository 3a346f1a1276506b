#include "fe/shell_kinematics.h"
#include "fe/layered_section.h"
#include <algorithm>

namespace zg::fe {

namespace {

struct Derivatives {
    std::array<double, 4> n{}, r{}, s{};
};

Derivatives quadAt(double r, double s) {
    Derivatives d;
    constexpr std::array<double, 4> cr{-1, 1, 1, -1}, cs{-1, -1, 1, 1};
    for (int i = 0; i < 4; ++i) {
        d.n[i] = 0.25 * (1 + cr[i] * r) * (1 + cs[i] * s);
        d.r[i] = 0.25 * cr[i] * (1 + cs[i] * s);
        d.s[i] = 0.25 * cs[i] * (1 + cr[i] * r);
    }
    return d;
}

Derivatives triangleAt(double r, double s) { return {{1 - r - s, r, s, 0}, {-1, 1, 0, 0}, {-1, 0, 1, 0}}; }

Vec3 combine(const std::array<double, 4>& c, const std::array<Vec3, 4>& v) {
    return c[0] * v[0] + c[1] * v[1] + c[2] * v[2] + c[3] * v[3];
}

// The element as a surface: corners, corner normals (directors), the frame of its centre.
struct Surface {
    bool isTriangle;
    int nodes;
    std::array<Vec3, 4> x{}, director{};
    Vec3 centreX; // axis of the centre's tangent plane that all local frames follow

    [[nodiscard]] Derivatives at(double r, double s) const { return isTriangle ? triangleAt(r, s) : quadAt(r, s); }
};

struct Frame {
    Derivatives d;
    Vec3 ar, as, x, y, normal;
    double jacobian = 0;             // area per dr ds
    std::array<double, 4> inverse{}; // [dr/dx ds/dx; dr/dy ds/dy]
    [[nodiscard]] double toX(double r, double s) const { return inverse[0] * r + inverse[1] * s; }
    [[nodiscard]] double toY(double r, double s) const { return inverse[2] * r + inverse[3] * s; }
};

Frame frameAt(const Surface& e, double r, double s) {
    Frame f;
    f.d = e.at(r, s);
    f.ar = combine(f.d.r, e.x);
    f.as = combine(f.d.s, e.x);
    const Vec3 area = cross(f.ar, f.as);
    f.jacobian = norm(area);
    f.normal = (1 / f.jacobian) * area;
    f.x = unit(e.centreX - dot(e.centreX, f.normal) * f.normal);
    f.y = cross(f.normal, f.x);
    const double a = dot(f.ar, f.x), b = dot(f.ar, f.y), c = dot(f.as, f.x), d = dot(f.as, f.y), det = a * d - b * c;
    f.inverse = {d / det, -b / det, -c / det, a / det};
    return f;
}

void add(StrainRow& row, int node, Vec3 onDisplacement, Vec3 onRotation) {
    for (int k = 0; k < 3; ++k) {
        row[6 * node + k] += onDisplacement[k];
        row[6 * node + 3 + k] += onRotation[k];
    }
}

// Rows x, y, xy turned into s, d, xy.
void toDiagonal(StrainRow& x, StrainRow& y) {
    for (int i = 0; i < shellColumns; ++i) {
        const double s = rootHalf * (x[i] + y[i]), d = rootHalf * (x[i] - y[i]);
        x[i] = s;
        y[i] = d;
    }
}

// Covariant transverse shear at a tying point: a . (theta x d) + d . u, along one coordinate.
StrainRow covariantShear(const Surface& e, double r, double s, bool alongR) {
    const Derivatives d = e.at(r, s);
    const Vec3 a = combine(alongR ? d.r : d.s, e.x);
    const Vec3 director = combine(d.n, e.director);
    const std::array<double, 4>& slope = alongR ? d.r : d.s;
    StrainRow row{};
    for (int i = 0; i < e.nodes; ++i) add(row, i, slope[i] * director, d.n[i] * cross(e.director[i], a));
    return row;
}

using RowPair = std::array<StrainRow, 2>; // along r, along s

StrainRow blend(double a, const StrainRow& x, double b, const StrainRow& y) {
    StrainRow row{};
    for (int i = 0; i < shellColumns; ++i) row[i] = a * x[i] + b * y[i];
    return row;
}

struct TyingRows {
    std::array<StrainRow, 4> rows{};
    bool isTriangle = false;
    explicit TyingRows(const Surface& e) : isTriangle(e.isTriangle) {
        if (isTriangle)
            rows = {covariantShear(e, 0.5, 0, true), covariantShear(e, 0, 0.5, false), covariantShear(e, 0.5, 0.5, true),
                    covariantShear(e, 0.5, 0.5, false)};
        else
            rows = {covariantShear(e, 0, -1, true), covariantShear(e, 0, 1, true), covariantShear(e, -1, 0, false),
                    covariantShear(e, 1, 0, false)};
    }
    [[nodiscard]] RowPair at(double r, double s) const {
        if (!isTriangle)
            return {blend((1 - s) / 2, rows[0], (1 + s) / 2, rows[1]), blend((1 - r) / 2, rows[2], (1 + r) / 2, rows[3])};
        StrainRow c{}; // Lee and Bathe 2004: e_rt = e_rt(1) + c s, e_st = e_st(2) - c r
        for (int i = 0; i < shellColumns; ++i) c[i] = rows[1][i] - rows[0][i] - rows[3][i] + rows[2][i];
        return {blend(1, rows[0], s, c), blend(1, rows[1], -r, c)};
    }
};

ShellPoint strainRows(const Surface& e, const Frame& f, const Frame& centre, double r, double s, double weight) {
    ShellPoint p;
    p.x = f.x;
    p.y = f.y;
    p.normal = f.normal;
    p.shape = f.d.n;
    p.area = weight * f.jacobian;
    const auto directorSlope = [&](bool alongX) {
        Vec3 v;
        for (int i = 0; i < e.nodes; ++i)
            v = v + (alongX ? f.toX(f.d.r[i], f.d.s[i]) : f.toY(f.d.r[i], f.d.s[i])) * e.director[i];
        return v;
    };
    const Vec3 dx = directorSlope(true), dy = directorSlope(false);
    for (int i = 0; i < e.nodes; ++i) {
        const double nx = f.toX(f.d.r[i], f.d.s[i]), ny = f.toY(f.d.r[i], f.d.s[i]);
        p.slope[0][i] = nx;
        p.slope[1][i] = ny;
        const Vec3 none;
        add(p.strain[0], i, nx * f.x, none);
        add(p.strain[1], i, ny * f.y, none);
        add(p.strain[2], i, ny * f.x + nx * f.y, none);
        // (theta x V) . x = theta . (V x x); the director's own slope enters where the surface is warped.
        const Vec3 turnX = cross(e.director[i], f.x), turnY = cross(e.director[i], f.y);
        add(p.strain[3], i, nx * dx, nx * turnX);
        add(p.strain[4], i, ny * dy, ny * turnY);
        add(p.strain[5], i, ny * dx + nx * dy, ny * turnX + nx * turnY);
    }
    if (!e.isTriangle) {
        const double scale = centre.jacobian / f.jacobian;
        const std::array<double, 2> gx{scale * centre.toX(-2 * r, 0), scale * centre.toX(0, -2 * s)};
        const std::array<double, 2> gy{scale * centre.toY(-2 * r, 0), scale * centre.toY(0, -2 * s)};
        for (int k = 0; k < 2; ++k) {
            p.strain[0][nodeColumns + 2 * k] = gx[k];
            p.strain[1][nodeColumns + 2 * k + 1] = gy[k];
            p.strain[2][nodeColumns + 2 * k] = gy[k];
            p.strain[2][nodeColumns + 2 * k + 1] = gx[k];
        }
    }
    toDiagonal(p.strain[0], p.strain[1]);
    toDiagonal(p.strain[3], p.strain[4]);
    return p;
}

ShearPoint shearRows(const Surface& e, const TyingRows& tying, const Frame& f, const Frame& centre, double r, double s,
                     double weight) {
    ShearPoint p;
    p.area = weight * f.jacobian;
    const RowPair covariant = tying.at(r, s);
    p.shear[0] = blend(f.inverse[0], covariant[0], f.inverse[1], covariant[1]);
    p.shear[1] = blend(f.inverse[2], covariant[0], f.inverse[3], covariant[1]);
    for (int i = 0; i < e.nodes; ++i) {
        const double nx = f.toX(f.d.r[i], f.d.s[i]), ny = f.toY(f.d.r[i], f.d.s[i]);
        add(p.drilling, i, -0.5 * (nx * f.y - ny * f.x), f.d.n[i] * f.normal);
    }
    if (!e.isTriangle) {
        const double scale = centre.jacobian / f.jacobian;
        for (int k = 0; k < 2; ++k) {
            const double gr = k == 0 ? -2 * r : 0, gs = k == 1 ? -2 * s : 0;
            p.drilling[nodeColumns + 2 * k] = 0.5 * scale * centre.toY(gr, gs);
            p.drilling[nodeColumns + 2 * k + 1] = -0.5 * scale * centre.toX(gr, gs);
        }
    }
    return p;
}

} // namespace

std::array<Vec3, 2> shellTangents(const std::array<Vec3, 4>& corners, bool isTriangle, double r, double s) {
    const Derivatives d = isTriangle ? triangleAt(r, s) : quadAt(r, s);
    return {combine(d.r, corners), combine(d.s, corners)};
}

std::array<double, 4> shellShape(bool isTriangle, double r, double s) { return isTriangle ? triangleAt(r, s).n : quadAt(r, s).n; }

ShellShape makeShellKinematics(const std::array<Vec3, 4>& corners, bool isTriangle, ShellKinematics& out) {
    Surface e{isTriangle, isTriangle ? 3 : 4, corners, {}, {}};
    if (isTriangle) e.x[3] = e.x[0];
    for (const Vec3& x : e.x)
        if (!isFinite(x)) return ShellShape::NotFinite;
    const Vec3 diagonal1 = e.x[2] - e.x[0], diagonal2 = isTriangle ? e.x[1] - e.x[0] : e.x[3] - e.x[1];
    const double size = std::max(norm(diagonal1), norm(diagonal2));
    const Vec3 mean = isTriangle ? cross(diagonal2, diagonal1) : cross(diagonal1, diagonal2);
    if (!(norm(mean) > 1e-9 * size * size)) return ShellShape::NoArea;
    const Vec3 meanNormal = unit(mean);
    for (int i = 0; i < e.nodes; ++i) {
        const Vec3 along = e.x[(i + 1) % e.nodes] - e.x[i], back = e.x[(i + e.nodes - 1) % e.nodes] - e.x[i];
        const Vec3 corner = cross(along, back);
        if (!(dot(corner, meanNormal) > 1e-6 * norm(along) * norm(back))) return ShellShape::Folded;
        e.director[i] = unit(corner);
    }
    out = {};
    out.nodeCount = e.nodes;
    out.warp = isTriangle ? 0 : std::abs(dot(e.x[0] - e.x[1] + e.x[2] - e.x[3], meanNormal)) / (4 * size);
    const Derivatives middle = isTriangle ? triangleAt(1.0 / 3, 1.0 / 3) : quadAt(0, 0);
    e.centreX = unit(combine(middle.r, e.x));
    const Frame centre = isTriangle ? frameAt(e, 1.0 / 3, 1.0 / 3) : frameAt(e, 0, 0);
    const TyingRows tying(e);
    if (isTriangle) {
        out.pointCount = 1;
        out.shearPointCount = 3;
        out.points[0] = strainRows(e, centre, centre, 0, 0, 0.5);
        constexpr std::array<std::array<double, 2>, 3> at{{{1.0 / 6, 1.0 / 6}, {2.0 / 3, 1.0 / 6}, {1.0 / 6, 2.0 / 3}}};
        for (int i = 0; i < 3; ++i)
            out.shearPoints[i] = shearRows(e, tying, frameAt(e, at[i][0], at[i][1]), centre, at[i][0], at[i][1], 1.0 / 6);
    } else {
        out.pointCount = out.shearPointCount = 4;
        const double g = 1 / std::sqrt(3.0);
        const std::array<std::array<double, 2>, 4> at{{{-g, -g}, {g, -g}, {g, g}, {-g, g}}};
        for (int i = 0; i < 4; ++i) {
            const Frame f = frameAt(e, at[i][0], at[i][1]);
            out.points[i] = strainRows(e, f, centre, at[i][0], at[i][1], 1);
            out.shearPoints[i] = shearRows(e, tying, f, centre, at[i][0], at[i][1], 1);
        }
    }
    for (int i = 0; i < out.pointCount; ++i) out.area += out.points[i].area;
    return ShellShape::Good;
}

} // namespace zg::fe
