#include "fe/corotation.h"
#include <algorithm>
#include <utility>

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

// Square matrices by rows; a size of 24 is the rule.
__attribute__((target_clones("avx512f", "avx2", "default"))) void addOuter(double* k, int size, const double* left,
                                                                           const double* right) {
    for (int i = 0; i < size; ++i) {
        const double f = left[i];
        if (f == 0) continue;
        double* row = k + static_cast<std::ptrdiff_t>(i) * size;
        for (int j = 0; j < size; ++j) row[j] += f * right[j];
    }
}

// out += sum over j of (row j of k) v_j: of a symmetric matrix the product with v.
__attribute__((target_clones("avx512f", "avx2", "default"))) void addProduct(const double* k, int size, const double* v,
                                                                             double* out) {
    for (int j = 0; j < size; ++j) {
        const double f = v[j];
        if (f == 0) continue;
        const double* row = k + static_cast<std::ptrdiff_t>(j) * size;
        for (int i = 0; i < size; ++i) out[i] += f * row[i];
    }
}

// Rows 3 i to 3 i + 2 become m times these rows.
__attribute__((target_clones("avx512f", "avx2", "default"))) void turnRows(double* k, int size, int i, const Mat3& m) {
    double *a = k + static_cast<std::ptrdiff_t>(3 * i) * size, *b = a + size, *c = b + size;
    for (int j = 0; j < size; ++j) {
        const double x = a[j], y = b[j], z = c[j];
        a[j] = m[0].x * x + m[0].y * y + m[0].z * z;
        b[j] = m[1].x * x + m[1].y * y + m[1].z * z;
        c[j] = m[2].x * x + m[2].y * y + m[2].z * z;
    }
}

void transpose(double* k, int size) {
    for (int i = 0; i < size; ++i)
        for (int j = 0; j < i; ++j) std::swap(k[i * size + j], k[j * size + i]);
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
    m.rate.resize(n);
    m.stretch.resize(n);
    m.local.resize(6 * static_cast<std::size_t>(n));
    for (int i = 0; i < n; ++i) {
        m.place[i] = back * places[i];
        m.stretch[i] = back * rotations[i];
        m.turn[i] = rotationVector(m.stretch[i]);
        m.rate[i] = rateMatrix(m.turn[i]);
        put(m.local.data(), 2 * i, m.place[i] - reference_[i]);
        put(m.local.data(), 2 * i + 1, m.turn[i]);
    }
    if (rule_ != FrameRule::Fixed) findSpin(m);
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

void MovedBody::findSpin(Motion& m) const {
    const int n = nodeCount();
    m.spinOfPlace.assign(n, {});
    m.spinOfTurn.assign(n, {});
    if (rule_ == FrameRule::Triads) {
        Mat3 sum{};
        for (int i = 0; i < n; ++i) {
            m.spinOfTurn[i] = weights_[i] * (trace(m.stretch[i]) * identity3 + (-1.0) * m.stretch[i]);
            sum = sum + m.spinOfTurn[i];
        }
        const Mat3 inv = inverse(sum);
        for (Mat3& t : m.spinOfTurn) t = inv * t;
    } else if (rule_ == FrameRule::Diagonals) {
        // The normal turns with the diagonals: components about the axes in the plane, then about the normal by the least
        // squares.
        const Flat f = flatten(m);
        std::array<Vec3, 4> about0{}, about1{};
        const auto onHeight = [&](std::array<Vec3, 4>& row, int from, int to, double factor) {
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
            m.spinOfPlace[i] = outer(axes_[0], about0[i]) + outer(axes_[1], about1[i]) + outer(axes_[2], about2);
        }
    }
}

void MovedBody::forces(const Motion& m, const double* local, double* forces) const {
    const int n = nodeCount();
    Vec3 moment;
    for (int i = 0; i < n; ++i) {
        const Vec3 f = at(local, 2 * i), t = transposed(m.rate[i]) * at(local, 2 * i + 1);
        put(forces, 2 * i, f);
        put(forces, 2 * i + 1, t);
        moment = moment + cross(m.place[i], f) + t;
    }
    if (rule_ == FrameRule::Fixed) return;
    for (int i = 0; i < n; ++i) {
        put(forces, 2 * i, m.frame * (at(forces, 2 * i) - transposed(m.spinOfPlace[i]) * moment));
        put(forces, 2 * i + 1, m.frame * (at(forces, 2 * i + 1) - transposed(m.spinOfTurn[i]) * moment));
    }
}

// The change of the frame's spin with the deformation, as far as a moment feels it: pairs of (onto forces, from motions).
void MovedBody::spinChange(const Motion& m, Vec3 moment, std::vector<Vec3>& onto, std::vector<Vec3>& from) const {
    const int n = nodeCount();
    const Flat f = flatten(m);
    const Vec3 tau = axes_ * moment;
    const double t = tau.z / f.inPlane, a = tau.x + t * f.x, b = tau.y + t * f.y, p1 = -(a * f.d2.x + b * f.d2.y) / f.area,
                 p2 = (a * f.d1.x + b * f.d1.y) / f.area;
    // The moment's forces are t (X.x y - X.y x) in the plane and p1, p2 at the ends of the diagonals: how t, p1, p2 change with
    // the places of the nodes.
    onto.assign(3 * static_cast<std::size_t>(n), {});
    from.assign(3 * static_cast<std::size_t>(n), {});
    Vec3 *dt = from.data(), *dp1 = dt + n, *dp2 = dp1 + n;
    const double scale = 1 / f.area;
    for (int i = 0; i < n; ++i) {
        const Vec3 X = axes_ * reference_[i];
        onto[i] = X.y * axes_[0] - X.x * axes_[1];
        dt[i] = (-t / f.inPlane) * (X.x * axes_[0] + X.y * axes_[1]);
        const Vec3 da = f.x * dt[i] + (t * X.x) * axes_[2], db = f.y * dt[i] + (t * X.y) * axes_[2];
        // One end or the other of each diagonal, or neither.
        const double on1 = i == f.ends[1] ? 1 : i == f.ends[0] ? -1 : 0, on2 = i == f.ends[3] ? 1 : i == f.ends[2] ? -1 : 0;
        const Vec3 area = (on1 * f.d2.y - on2 * f.d1.y) * axes_[0] + (on2 * f.d1.x - on1 * f.d2.x) * axes_[1];
        dp1[i] = -scale * (f.d2.x * da + f.d2.y * db + on2 * (a * axes_[0] + b * axes_[1]) + p1 * area);
        dp2[i] = scale * (f.d1.x * da + f.d1.y * db + on1 * (a * axes_[0] + b * axes_[1]) - p2 * area);
        onto[n + i] = -on1 * axes_[2];
        onto[2 * n + i] = -on2 * axes_[2];
    }
}

void MovedBody::tangent(Motion& m, const double* local, const double* stiffness, double* tangent) const {
    const int n = nodeCount(), size = 6 * n;
    double* k = tangent;
    std::copy(stiffness, stiffness + static_cast<std::ptrdiff_t>(size) * size, k);
    m.force.resize(n);
    m.turning.resize(n);
    m.onVector.resize(n);
    Vec3 moment;
    for (int i = 0; i < n; ++i) {
        const Mat3 back = transposed(m.rate[i]);
        const Vec3 given = at(local, 2 * i + 1);
        m.force[i] = at(local, 2 * i);
        m.turning[i] = back * given;
        m.onVector[i] = rateMatrixChange(m.turn[i], given) * m.rate[i];
        moment = moment + cross(m.place[i], m.force[i]) + m.turning[i];
        turnRows(k, size, 2 * i + 1, back);
    }
    // Of a symmetric matrix S the rows of (J^T S)^T = S J, turned, are those of J^T S J.
    transpose(k, size);
    for (int i = 0; i < n; ++i) turnRows(k, size, 2 * i + 1, transposed(m.rate[i]));
    if (rule_ != FrameRule::Fixed) {
        // Motions that deform are q - u_c (v_c . q): without the frame's spin v q. The body's own answer S becomes P^T S P, the
        // change of rotation vectors likewise; forces turn with the frame, and the frame's spin weighs their moment, which the
        // places change.
        std::vector<double>& w = m.work;
        w.assign(12 * static_cast<std::size_t>(size), 0);
        double *u = w.data(), *v = u + 3 * size, *left = v + 3 * size, *right = left + 3 * size;
        Mat3 lever{}, turns{};
        for (int i = 0; i < n; ++i) lever = lever + skew(m.force[i]) * skew(m.place[i]), turns = turns + m.onVector[i];
        for (int c = 0; c < 3; ++c) {
            const Vec3 axis{c == 0 ? 1.0 : 0, c == 1 ? 1.0 : 0, c == 2 ? 1.0 : 0};
            for (int i = 0; i < n; ++i) {
                put(u + c * size, 2 * i, cross(axis, m.place[i]));
                put(u + c * size, 2 * i + 1, axis);
                put(v + c * size, 2 * i, m.spinOfPlace[i][c]);
                put(v + c * size, 2 * i + 1, m.spinOfTurn[i][c]);
            }
        }
        double su[3][3]; // u S u
        for (int c = 0; c < 3; ++c) addProduct(k, size, u + c * size, left + c * size);
        for (int c = 0; c < 3; ++c) {
            for (int e = 0; e < 3; ++e) {
                su[c][e] = 0;
                for (int i = 0; i < size; ++i) su[c][e] += u[c * size + i] * left[e * size + i];
            }
        }
        for (int c = 0; c < 3; ++c) {
            for (int i = 0; i < size; ++i) {
                double half = 0;
                for (int e = 0; e < 3; ++e) half += 0.5 * su[c][e] * v[e * size + i];
                left[c * size + i] = right[c * size + i] = half - left[c * size + i];
            }
        }
        for (int i = 0; i < n; ++i) {
            const Vec3 f = m.force[i] - transposed(m.spinOfPlace[i]) * moment,
                       t = m.turning[i] - transposed(m.spinOfTurn[i]) * moment;
            const Mat3 force = skew(f), turning = skew(t) + m.onVector[i];
            const Mat3 gainPlace = skew(m.force[i]) + (lever + turns) * m.spinOfPlace[i],
                       gainTurn = (lever + turns) * m.spinOfTurn[i] + (-1.0) * m.onVector[i];
            for (int c = 0; c < 3; ++c) {
                for (int p = 0; p < 3; ++p) {
                    left[c * size + 6 * i + p] -= force[p][c];
                    left[c * size + 6 * i + 3 + p] -= turning[p][c];
                    right[c * size + 6 * i + p] += gainPlace[c][p];
                    right[c * size + 6 * i + 3 + p] += gainTurn[c][p];
                }
            }
        }
        for (int c = 0; c < 3; ++c) {
            addOuter(k, size, left + c * size, v + c * size);
            addOuter(k, size, v + c * size, right + c * size);
        }
        if (rule_ == FrameRule::Diagonals) {
            spinChange(m, moment, m.onto, m.from);
            double *to = left, *motion = left + size;
            for (int c = 0; c < 3; ++c) {
                std::fill(to, motion + size, 0.0);
                Vec3 spun;
                for (int i = 0; i < n; ++i) {
                    put(to, 2 * i, m.onto[c * n + i]);
                    put(motion, 2 * i, m.from[c * n + i]);
                    spun = spun + cross(m.place[i], m.from[c * n + i]);
                }
                for (int e = 0; e < 3; ++e)
                    for (int i = 0; i < size; ++i) motion[i] -= spun[e] * v[e * size + i];
                addOuter(k, size, to, motion);
            }
        }
        if (rule_ == FrameRule::Triads) addTriadChange(m, moment, k);
    }
    for (int i = 0; i < n; ++i)
        for (int p = 0; p < 3; ++p)
            for (int q = 0; q < 3; ++q) k[(6 * i + 3 + p) * size + 6 * i + 3 + q] += m.onVector[i][p][q];
    for (int side = 0; side < 2; ++side) {
        for (int i = 0; i < 2 * n; ++i) turnRows(k, size, i, m.frame);
        transpose(k, size);
    }
}

// The same where the frame is the mean of rotations: g_i = w_i N_i^T y with (sum w N)^T y = moment, N = tr(U) 1 - U.
void MovedBody::addTriadChange(const Motion& m, Vec3 moment, double* k) const {
    const int n = nodeCount(), size = 6 * n;
    Mat3 sum{};
    std::vector<Mat3> nt(n), c(n);
    for (int i = 0; i < n; ++i) {
        nt[i] = transposed(trace(m.stretch[i]) * identity3 + (-1.0) * m.stretch[i]);
        sum = sum + weights_[i] * nt[i];
    }
    const Mat3 inv = inverse(sum);
    const Vec3 y = inv * moment;
    Mat3 all{};
    for (int i = 0; i < n; ++i) {
        const Mat3& u = m.stretch[i];
        const Vec3 axial{u[2].y - u[1].z, u[0].z - u[2].x, u[1].x - u[0].y};
        c[i] = (-1.0) * outer(y, axial) + (-1.0) * (transposed(u) * skew(y));
        all = all + weights_[i] * c[i];
    }
    for (int i = 0; i < n; ++i) {
        if (weights_[i] == 0) continue;
        const Mat3 spread = nt[i] * inv;
        for (int j = 0; j < n; ++j) {
            // What node j turns against the frame is its spin less the frame's.
            Mat3 block = weights_[j] * (spread * c[j]) + (c[i] + (-1.0) * (spread * all)) * m.spinOfTurn[j];
            if (i == j) block = block + (-1.0) * c[i];
            for (int p = 0; p < 3; ++p)
                for (int q = 0; q < 3; ++q) k[(6 * i + 3 + p) * size + 6 * j + 3 + q] += weights_[i] * block[p][q];
        }
    }
}

} // namespace zg::fe
