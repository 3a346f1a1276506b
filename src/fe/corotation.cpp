#include "fe/corotation.h"
#include <algorithm>

namespace zg::fe {

namespace {

// What the rate of a rotation vector is to the spin that makes it: J = 1 - S/2 + eta S^2 with S = skew(v).
struct VectorRate {
    double eta, mu; // mu: (d eta/d angle)/angle
    explicit VectorRate(Vec3 v) {
        const double a2 = dot(v, v);
        if (a2 < 0.0025) { // the series is exact to rounding there, the closed form is not
            eta = 1.0 / 12 + a2 * (1.0 / 720 + a2 * (1.0 / 30240 + a2 / 1209600));
            mu = 1.0 / 360 + a2 * (1.0 / 7560 + a2 * (1.0 / 201600 + a2 / 5987520));
        } else {
            const double a = std::sqrt(a2), s = std::sin(a / 2), c = std::cos(a / 2);
            eta = (1 - a / 2 * c / s) / a2;
            mu = (a2 + 4 * std::cos(a) + a * std::sin(a) - 4) / (4 * a2 * a2 * s * s);
        }
    }
};

Mat3 rateMatrix(Vec3 v) {
    const Mat3 s = skew(v);
    return identity3 + (-0.5) * s + VectorRate(v).eta * (s * s);
}

// Of J^T m with respect to v.
Mat3 rateMatrixChange(Vec3 v, Vec3 m) {
    const VectorRate r(v);
    const Vec3 twice = cross(v, cross(v, m));
    return (-0.5) * skew(m) + r.eta * (dot(v, m) * identity3 + outer(v, m) + (-2.0) * outer(m, v)) + r.mu * outer(twice, v);
}

// The rotation nearest to a matrix (Higham 1986).
Mat3 nearestRotation(Mat3 a) {
    for (int i = 0; i < 30; ++i) {
        const Mat3 next = 0.5 * (a + transposed(inverse(a)));
        double change = 0;
        for (int k = 0; k < 3; ++k) change = std::max(change, norm(next[k] - a[k]));
        a = next;
        if (change < 1e-15) break;
    }
    return a;
}

Vec3 at(const double* v, int i) { return {v[3 * i], v[3 * i + 1], v[3 * i + 2]}; }
void put(double* v, int i, Vec3 x) { v[3 * i] = x.x, v[3 * i + 1] = x.y, v[3 * i + 2] = x.z; }

// A square matrix in 3x3 blocks: block 2 i is the place of node i, 2 i + 1 its turn.
struct Blocks {
    double* k;
    int size;
    void add(int i, int j, const Mat3& m) const {
        for (int p = 0; p < 3; ++p)
            for (int q = 0; q < 3; ++q) k[(3 * i + p) * size + 3 * j + q] += m[p][q];
    }
    [[nodiscard]] Mat3 get(int i, int j) const {
        Mat3 m;
        for (int p = 0; p < 3; ++p)
            m[p] = {k[(3 * i + p) * size + 3 * j], k[(3 * i + p) * size + 3 * j + 1], k[(3 * i + p) * size + 3 * j + 2]};
        return m;
    }
    void set(int i, int j, const Mat3& m) const {
        for (int p = 0; p < 3; ++p)
            for (int q = 0; q < 3; ++q) k[(3 * i + p) * size + 3 * j + q] = m[p][q];
    }
};

// K <- P^T K P with P = 1 - U V^T.
void project(double* k, int size, const std::vector<std::vector<double>>& u, const std::vector<std::vector<double>>& v) {
    const int ranks = static_cast<int>(u.size());
    std::vector<double> ku(static_cast<std::size_t>(size) * ranks, 0), uk(static_cast<std::size_t>(size) * ranks, 0);
    for (int i = 0; i < size; ++i)
        for (int r = 0; r < ranks; ++r)
            for (int j = 0; j < size; ++j) ku[i * ranks + r] += k[i * size + j] * u[r][j];
    for (int i = 0; i < size; ++i)
        for (int r = 0; r < ranks; ++r)
            for (int j = 0; j < size; ++j) k[i * size + j] -= ku[i * ranks + r] * v[r][j];
    for (int i = 0; i < size; ++i)
        for (int r = 0; r < ranks; ++r)
            for (int j = 0; j < size; ++j) uk[r * size + j] += u[r][i] * k[i * size + j];
    for (int i = 0; i < size; ++i)
        for (int r = 0; r < ranks; ++r)
            for (int j = 0; j < size; ++j) k[i * size + j] -= v[r][i] * uk[r * size + j];
}

} // namespace

MovedBody::MovedBody(std::vector<Vec3> nodes, FrameRule rule, std::vector<double> weights)
    : reference_(std::move(nodes)), rule_(rule), weights_(std::move(weights)) {
    const double n = nodeCount();
    Vec3 mean;
    for (const Vec3& x : reference_) mean = mean + (1 / n) * x;
    for (Vec3& x : reference_) x = x - mean;
    if (rule_ != FrameRule::Diagonals) return;
    const auto [a, b, c, d] = diagonals();
    const Vec3 d1 = reference_[b] - reference_[a], normal = unit(cross(d1, reference_[d] - reference_[c])),
               x = unit(d1 - dot(d1, normal) * normal);
    axes_ = {x, cross(normal, x), normal};
}

// First from a to b, second from c to d; of a triangle two edges.
std::array<int, 4> MovedBody::diagonals() const {
    return nodeCount() == 3 ? std::array<int, 4>{0, 1, 0, 2} : std::array<int, 4>{0, 2, 1, 3};
}

void MovedBody::follow(const Vec3* displacements, const Mat3* rotations, Motion& m) const {
    const int n = nodeCount();
    Vec3 mean;
    m.frame = identity3;
    if (rule_ != FrameRule::Fixed)
        for (int i = 0; i < n; ++i) mean = mean + (1.0 / n) * displacements[i];
    // About the mean from the start: coordinates far from the origin would cost digits.
    std::vector<Vec3>& places = m.place;
    places.resize(n);
    for (int i = 0; i < n; ++i) places[i] = reference_[i] + (displacements[i] - mean);
    if (rule_ == FrameRule::Diagonals) {
        const auto [a, b, c, d] = diagonals();
        const Vec3 d1 = places[b] - places[a], normal = unit(cross(d1, places[d] - places[c])),
                   x = unit(d1 - dot(d1, normal) * normal), y = cross(normal, x);
        double sine = 0, cosine = 0;
        for (int i = 0; i < n; ++i) {
            const double X = dot(reference_[i], axes_[0]), Y = dot(reference_[i], axes_[1]), px = dot(places[i], x),
                         py = dot(places[i], y);
            sine += X * py - Y * px;
            cosine += X * px + Y * py;
        }
        const double length = std::hypot(sine, cosine);
        const Vec3 first = (1 / length) * (cosine * x + sine * y);
        m.frame = transposed(Mat3{first, cross(normal, first), normal}) * axes_;
    } else if (rule_ == FrameRule::Triads) {
        Mat3 sum{};
        for (int i = 0; i < n; ++i) sum = sum + weights_[i] * rotations[i];
        m.frame = nearestRotation(sum);
    }
    const Mat3 back = transposed(m.frame);
    m.turn.resize(n);
    m.stretch.resize(n);
    m.local.resize(6 * static_cast<std::size_t>(n));
    for (int i = 0; i < n; ++i) {
        m.place[i] = back * places[i];
        m.stretch[i] = back * rotations[i];
        m.turn[i] = rotationVector(m.stretch[i]);
        put(m.local.data(), 2 * i, m.place[i] - reference_[i]);
        put(m.local.data(), 2 * i + 1, m.turn[i]);
    }
}

// Components in the plane of the undeformed diagonals: x, y in it, z square to it.
struct MovedBody::Flat {
    std::array<int, 4> ends{};        // of the diagonals
    Vec3 d1, d2;                      // diagonals
    double area = 0;                  // d1 x d2
    double x = 0, y = 0, inPlane = 0; // sum X z, sum Y z, sum X x + Y y: X undeformed, x present
};

MovedBody::Flat MovedBody::flatten(const Motion& m) const {
    Flat f;
    f.ends = diagonals();
    f.d1 = axes_ * (m.place[f.ends[1]] - m.place[f.ends[0]]);
    f.d2 = axes_ * (m.place[f.ends[3]] - m.place[f.ends[2]]);
    f.area = f.d1.x * f.d2.y - f.d1.y * f.d2.x;
    for (int i = 0; i < nodeCount(); ++i) {
        const Vec3 X = axes_ * reference_[i], p = axes_ * m.place[i];
        f.x += X.x * p.z;
        f.y += X.y * p.z;
        f.inPlane += X.x * p.x + X.y * p.y;
    }
    return f;
}

MovedBody::Spin MovedBody::spinOf(const Motion& m) const {
    const int n = nodeCount();
    Spin s;
    s.onPlace.assign(n, {});
    s.onTurn.assign(n, {});
    if (rule_ == FrameRule::Triads) {
        Mat3 sum{};
        for (int i = 0; i < n; ++i) {
            s.onTurn[i] = weights_[i] * (trace(m.stretch[i]) * identity3 + (-1.0) * m.stretch[i]);
            sum = sum + s.onTurn[i];
        }
        const Mat3 inv = inverse(sum);
        for (Mat3& t : s.onTurn) t = inv * t;
    } else if (rule_ == FrameRule::Diagonals) {
        // The normal turns with the diagonals: components about the axes in the plane, then about the normal by the least
        // squares.
        const Flat f = flatten(m);
        std::vector<Vec3> about0(n), about1(n);
        const auto onHeight = [&](std::vector<Vec3>& row, int from, int to, double factor) {
            row[to] = row[to] + factor * axes_[2];
            row[from] = row[from] - factor * axes_[2];
        };
        onHeight(about0, f.ends[0], f.ends[1], -f.d2.x / f.area);
        onHeight(about0, f.ends[2], f.ends[3], f.d1.x / f.area);
        onHeight(about1, f.ends[0], f.ends[1], -f.d2.y / f.area);
        onHeight(about1, f.ends[2], f.ends[3], f.d1.y / f.area);
        for (int i = 0; i < n; ++i) {
            const Vec3 X = axes_ * reference_[i];
            const Vec3 about2 = (1 / f.inPlane) * (X.x * axes_[1] - X.y * axes_[0] + f.x * about0[i] + f.y * about1[i]);
            s.onPlace[i] = outer(axes_[0], about0[i]) + outer(axes_[1], about1[i]) + outer(axes_[2], about2);
        }
    }
    return s;
}

void MovedBody::forces(const Motion& m, const double* local, double* forces) const {
    const int n = nodeCount();
    std::vector<double> h(6 * static_cast<std::size_t>(n));
    Vec3 sum, moment;
    for (int i = 0; i < n; ++i) {
        const Vec3 f = at(local, 2 * i), t = transposed(rateMatrix(m.turn[i])) * at(local, 2 * i + 1);
        put(h.data(), 2 * i, f);
        put(h.data(), 2 * i + 1, t);
        sum = sum + f;
        moment = moment + cross(m.place[i], f) + t;
    }
    if (rule_ == FrameRule::Fixed) {
        std::copy(h.begin(), h.end(), forces);
        return;
    }
    const Spin spin = spinOf(m);
    for (int i = 0; i < n; ++i) {
        put(forces, 2 * i, m.frame * (at(h.data(), 2 * i) - (1.0 / n) * sum - transposed(spin.onPlace[i]) * moment));
        put(forces, 2 * i + 1, m.frame * (at(h.data(), 2 * i + 1) - transposed(spin.onTurn[i]) * moment));
    }
}

// Less the change of (frame's spin)^T moment with the deformation, applied to deforming motions.
void MovedBody::addSpinChange(const Motion& m, Vec3 moment, std::vector<double>& k) const {
    const int n = nodeCount(), size = 6 * n;
    const Blocks out{k.data(), size};
    if (rule_ == FrameRule::Triads) {
        // g_i = w_i N_i^T y with (sum w N)^T y = moment and N = tr(U) 1 - U.
        Mat3 sum{};
        std::vector<Mat3> nt(n), c(n);
        for (int i = 0; i < n; ++i) {
            nt[i] = transposed(trace(m.stretch[i]) * identity3 + (-1.0) * m.stretch[i]);
            sum = sum + weights_[i] * nt[i];
        }
        const Mat3 inv = inverse(sum);
        const Vec3 y = inv * moment;
        for (int i = 0; i < n; ++i) {
            const Mat3& u = m.stretch[i];
            const Vec3 axial{u[2].y - u[1].z, u[0].z - u[2].x, u[1].x - u[0].y};
            c[i] = (-1.0) * outer(y, axial) + (-1.0) * (transposed(u) * skew(y));
        }
        for (int i = 0; i < n; ++i) {
            if (weights_[i] == 0) continue;
            out.add(2 * i + 1, 2 * i + 1, (-weights_[i]) * c[i]);
            const Mat3 spread = weights_[i] * (nt[i] * inv);
            for (int j = 0; j < n; ++j)
                if (weights_[j] != 0) out.add(2 * i + 1, 2 * j + 1, weights_[j] * (spread * c[j]));
        }
        return;
    }
    if (rule_ != FrameRule::Diagonals) return;
    const Flat f = flatten(m);
    const Vec3 tau = axes_ * moment;
    const double t = tau.z / f.inPlane, a = tau.x + t * f.x, b = tau.y + t * f.y, p1 = -(a * f.d2.x + b * f.d2.y) / f.area,
                 p2 = (a * f.d1.x + b * f.d1.y) / f.area;
    // Rows of changes with the places of the nodes.
    using Row = std::vector<Vec3>;
    const auto plus = [n](double s, const Row& x, double r, const Row& z) {
        Row sum(n);
        for (int i = 0; i < n; ++i) sum[i] = s * x[i] + r * z[i];
        return sum;
    };
    Row dInPlane(n), dx(n), dy(n);
    for (int i = 0; i < n; ++i) {
        const Vec3 X = axes_ * reference_[i];
        dInPlane[i] = X.x * axes_[0] + X.y * axes_[1];
        dx[i] = X.x * axes_[2];
        dy[i] = X.y * axes_[2];
    }
    const auto ofDiagonal = [&](int from, int to, int axis) {
        Row row(n);
        row[to] = row[to] + axes_[axis];
        row[from] = row[from] - axes_[axis];
        return row;
    };
    const Row d1x = ofDiagonal(f.ends[0], f.ends[1], 0), d1y = ofDiagonal(f.ends[0], f.ends[1], 1),
              d2x = ofDiagonal(f.ends[2], f.ends[3], 0), d2y = ofDiagonal(f.ends[2], f.ends[3], 1);
    const Row none(n), dt = plus(-t / f.inPlane, dInPlane, 0, none), da = plus(f.x, dt, t, dx), db = plus(f.y, dt, t, dy);
    const Row dArea = plus(1, plus(f.d2.y, d1x, f.d1.x, d2y), -1, plus(f.d2.x, d1y, f.d1.y, d2x));
    const Row dp1 = plus(-1 / f.area, plus(1, plus(f.d2.x, da, a, d2x), 1, plus(f.d2.y, db, b, d2y)), -p1 / f.area, dArea);
    const Row dp2 = plus(1 / f.area, plus(1, plus(f.d1.x, da, a, d1x), 1, plus(f.d1.y, db, b, d1y)), -p2 / f.area, dArea);
    for (int j = 0; j < n; ++j) {
        for (int i = 0; i < n; ++i) {
            const Vec3 X = axes_ * reference_[i];
            out.add(2 * i, 2 * j, outer(X.y * axes_[0] - X.x * axes_[1], dt[j]));
        }
        out.add(2 * f.ends[1], 2 * j, (-1.0) * outer(axes_[2], dp1[j]));
        out.add(2 * f.ends[0], 2 * j, outer(axes_[2], dp1[j]));
        out.add(2 * f.ends[3], 2 * j, (-1.0) * outer(axes_[2], dp2[j]));
        out.add(2 * f.ends[2], 2 * j, outer(axes_[2], dp2[j]));
    }
}

void MovedBody::tangent(const Motion& m, const double* local, const double* stiffness, double* tangent) const {
    const int n = nodeCount(), size = 6 * n;
    std::vector<double> k(stiffness, stiffness + static_cast<std::ptrdiff_t>(size) * size);
    const Blocks blocks{k.data(), size};
    std::vector<Vec3> force(n), turning(n);
    Vec3 sum, moment;
    std::vector<Mat3> rate(n);
    for (int i = 0; i < n; ++i) {
        rate[i] = rateMatrix(m.turn[i]);
        force[i] = at(local, 2 * i);
        turning[i] = transposed(rate[i]) * at(local, 2 * i + 1);
        sum = sum + force[i];
        moment = moment + cross(m.place[i], force[i]) + turning[i];
    }
    for (int i = 0; i < n; ++i) {
        const Mat3 back = transposed(rate[i]);
        for (int j = 0; j < 2 * n; ++j) {
            blocks.set(2 * i + 1, j, back * blocks.get(2 * i + 1, j));
            blocks.set(j, 2 * i + 1, blocks.get(j, 2 * i + 1) * rate[i]);
        }
        blocks.add(2 * i + 1, 2 * i + 1, rateMatrixChange(m.turn[i], at(local, 2 * i + 1)) * rate[i]);
    }
    if (rule_ != FrameRule::Fixed) {
        const Spin spin = spinOf(m);
        // Only motions that deform: without the mean displacement and the frame's spin.
        std::vector<std::vector<double>> u(6, std::vector<double>(size, 0)), v = u;
        for (int i = 0; i < n; ++i) {
            for (int c = 0; c < 3; ++c) {
                u[c][6 * i + c] = 1;
                v[c][6 * i + c] = 1.0 / n;
                const Vec3 unitC{c == 0 ? 1.0 : 0, c == 1 ? 1.0 : 0, c == 2 ? 1.0 : 0};
                put(u[3 + c].data(), 2 * i, cross(unitC, m.place[i]));
                put(u[3 + c].data(), 2 * i + 1, unitC);
                put(v[3 + c].data(), 2 * i, spin.onPlace[i][c]);
                put(v[3 + c].data(), 2 * i + 1, spin.onTurn[i][c]);
            }
        }
        std::vector<double> change(k.size(), 0);
        addSpinChange(m, moment, change);
        // The body's answer is projected on both sides, the change of the projector on the right only; what the moment gains by
        // the places moving is part of the latter.
        Mat3 all{}, lever{};
        for (int i = 0; i < n; ++i) {
            all = all + skew(force[i]);
            lever = lever + skew(force[i]) * skew(m.place[i]);
        }
        std::vector<Mat3> gainPlace(n), gainTurn(n);
        for (int j = 0; j < n; ++j) {
            gainPlace[j] = skew(force[j]) + (-1.0 / n) * all + lever * spin.onPlace[j];
            gainTurn[j] = lever * spin.onTurn[j];
        }
        project(k.data(), size, u, v);
        // (change) P: right side only.
        for (std::size_t r = 0; r < u.size(); ++r) {
            for (int i = 0; i < size; ++i) {
                double along = 0;
                for (int j = 0; j < size; ++j) along += change[i * size + j] * u[r][j];
                if (along == 0) continue;
                for (int j = 0; j < size; ++j) k[i * size + j] -= along * v[r][j];
            }
        }
        for (std::size_t e = 0; e < k.size(); ++e) k[e] += change[e];
        for (int i = 0; i < n; ++i) {
            const Mat3 onPlace = transposed(spin.onPlace[i]), onTurn = transposed(spin.onTurn[i]);
            const Mat3 f = skew(force[i] - (1.0 / n) * sum - onPlace * moment), t = skew(turning[i] - onTurn * moment);
            for (int j = 0; j < n; ++j) {
                blocks.add(2 * i, 2 * j, onPlace * gainPlace[j] + (-1.0) * (f * spin.onPlace[j]));
                blocks.add(2 * i, 2 * j + 1, onPlace * gainTurn[j] + (-1.0) * (f * spin.onTurn[j]));
                blocks.add(2 * i + 1, 2 * j, onTurn * gainPlace[j] + (-1.0) * (t * spin.onPlace[j]));
                blocks.add(2 * i + 1, 2 * j + 1, onTurn * gainTurn[j] + (-1.0) * (t * spin.onTurn[j]));
            }
        }
    }
    const Mat3 back = transposed(m.frame);
    const Blocks out{tangent, size};
    for (int i = 0; i < 2 * n; ++i)
        for (int j = 0; j < 2 * n; ++j) out.set(i, j, m.frame * blocks.get(i, j) * back);
}

} // namespace zg::fe
