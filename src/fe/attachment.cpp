#include "fe/attachment.h"
#include <algorithm>
#include <cmath>

namespace zg::fe {

namespace {

void push(Terms& row, int node, int freedom, double factor) {
    if (factor != 0) row.push_back({node, static_cast<Freedom>(freedom), factor});
}

// Adds factor * (u_node + theta_node x arm) to the displacement rows.
void addDisplacement(Attachment& a, int node, double factor, Vec3 arm) {
    for (int k = 0; k < 3; ++k) push(a.rows[k], node, k, factor);
    // (theta x arm)_x = theta_y arm_z - theta_z arm_y, and so on round.
    for (int k = 0; k < 3; ++k) {
        const int next = (k + 1) % 3, last = (k + 2) % 3;
        push(a.rows[k], node, 3 + next, factor * arm[last]);
        push(a.rows[k], node, 3 + last, -factor * arm[next]);
    }
}

using Matrix3 = std::array<Vec3, 3>; // rows

// Eigenvectors of a symmetric 3x3 matrix by Jacobi rotations.
void eigen(Matrix3 a, Vec3& values, Matrix3& vectors) {
    vectors = {axisX, axisY, axisZ}; // row k is vector k
    for (int sweep = 0; sweep < 60; ++sweep) {
        const double off = std::abs(a[0][1]) + std::abs(a[0][2]) + std::abs(a[1][2]);
        if (off <= 1e-15 * (std::abs(a[0][0]) + std::abs(a[1][1]) + std::abs(a[2][2]))) break;
        for (int p = 0; p < 2; ++p) {
            for (int q = p + 1; q < 3; ++q) {
                if (a[p][q] == 0) continue;
                const double theta = (a[q][q] - a[p][p]) / (2 * a[p][q]);
                const double t = (theta >= 0 ? 1 : -1) / (std::abs(theta) + std::sqrt(theta * theta + 1));
                const double c = 1 / std::sqrt(t * t + 1), s = t * c;
                for (int k = 0; k < 3; ++k) {
                    const double kp = a[k][p], kq = a[k][q];
                    a[k][p] = c * kp - s * kq;
                    a[k][q] = s * kp + c * kq;
                }
                for (int k = 0; k < 3; ++k) {
                    const double pk = a[p][k], qk = a[q][k];
                    a[p][k] = c * pk - s * qk;
                    a[q][k] = s * pk + c * qk;
                }
                const Vec3 vp = vectors[p], vq = vectors[q];
                vectors[p] = c * vp - s * vq;
                vectors[q] = s * vp + c * vq;
            }
        }
    }
    values = {a[0][0], a[1][1], a[2][2]};
}

} // namespace

Attachment attachToNode(const std::vector<Vec3>& nodes, int node, Vec3 offset) {
    Attachment a;
    a.position = nodes[node] + offset;
    addDisplacement(a, node, 1, offset);
    for (int k = 0; k < 3; ++k) push(a.rows[3 + k], node, 3 + k, 1);
    return a;
}

Attachment attachToFace(const std::vector<Vec3>& nodes, const std::array<int, 4>& element, const std::array<double, 4>& shape,
                        Vec3 offset) {
    Attachment a;
    for (int i = 0; i < 4; ++i) {
        if (element[i] < 0 || std::abs(shape[i]) < 1e-13) continue;
        a.position = a.position + shape[i] * nodes[element[i]];
        addDisplacement(a, element[i], shape[i], offset);
        for (int k = 0; k < 3; ++k) push(a.rows[3 + k], element[i], 3 + k, shape[i]);
    }
    a.position = a.position + offset;
    return a;
}

Attachment attachToPatch(const std::vector<Vec3>& nodes, const std::vector<int>& patch, const std::vector<double>& weights,
                         Vec3 position) {
    double sum = 0;
    Vec3 centre;
    for (std::size_t i = 0; i < patch.size(); ++i) {
        sum += weights[i];
        centre = centre + weights[i] * nodes[patch[i]];
    }
    centre = (1 / sum) * centre;
    Matrix3 inertia{};
    for (std::size_t i = 0; i < patch.size(); ++i) {
        const Vec3 r = nodes[patch[i]] - centre;
        for (int p = 0; p < 3; ++p)
            for (int q = 0; q < 3; ++q) inertia[p][q] += weights[i] * ((p == q ? dot(r, r) : 0) - r[p] * r[q]);
    }
    Vec3 values;
    Matrix3 axes;
    eigen(inertia, values, axes);
    const double largest = std::max({values.x, values.y, values.z});
    // theta = sum over axes of axis (axis . sum w r x u) / value; an axis without inertia takes the mean of the nodes' rotations.
    Matrix3 inverse{}, fromRotations{};
    for (int k = 0; k < 3; ++k) {
        const bool isOpen = values[k] <= 1e-9 * largest || largest == 0;
        for (int p = 0; p < 3; ++p)
            for (int q = 0; q < 3; ++q)
                (isOpen ? fromRotations : inverse)[p][q] += axes[k][p] * axes[k][q] / (isOpen ? sum : values[k]);
    }
    Attachment a;
    a.position = position;
    const Vec3 arm = position - centre;
    for (std::size_t i = 0; i < patch.size(); ++i) {
        const int node = patch[i];
        const Vec3 r = nodes[node] - centre;
        const std::array<Vec3, 3> units{axisX, axisY, axisZ};
        for (int k = 0; k < 3; ++k) {
            // What a unit displacement (rotation) k of this node gives to the mean rotation and displacement.
            const Vec3 moment = weights[i] * cross(r, units[k]);
            const Vec3 turn{dot(inverse[0], moment), dot(inverse[1], moment), dot(inverse[2], moment)};
            const Vec3 move = (weights[i] / sum) * units[k] + cross(turn, arm);
            const Vec3 spin = weights[i] * Vec3{fromRotations[0][k], fromRotations[1][k], fromRotations[2][k]};
            const Vec3 spinMove = cross(spin, arm);
            for (int p = 0; p < 3; ++p) {
                push(a.rows[p], node, k, move[p]);
                push(a.rows[p], node, 3 + k, spinMove[p]);
                push(a.rows[3 + p], node, k, turn[p]);
                push(a.rows[3 + p], node, 3 + k, spin[p]);
            }
        }
    }
    return a;
}

void addForces(std::vector<NodalForce>& to, const Attachment& at, const Wrench& wrench) {
    for (int k = 0; k < 6; ++k) {
        const double value = k < 3 ? wrench.force[k] : wrench.moment[k - 3];
        if (value == 0) continue;
        for (const Term& t : at.rows[k]) to.push_back({t.node, t.freedom, t.factor * value});
    }
}

} // namespace zg::fe
