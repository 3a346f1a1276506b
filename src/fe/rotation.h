#pragma once
#include "fe/vec3.h"

namespace zg::fe {

/// A 3x3 matrix by rows; a rotation when its rows are orthonormal.
using Mat3 = std::array<Vec3, 3>;

constexpr Mat3 identity3{axisX, axisY, axisZ};

constexpr Vec3 operator*(const Mat3& a, Vec3 v) { return {dot(a[0], v), dot(a[1], v), dot(a[2], v)}; }
constexpr Vec3 column(const Mat3& a, int k) { return {a[0][k], a[1][k], a[2][k]}; }
constexpr Mat3 transposed(const Mat3& a) { return {column(a, 0), column(a, 1), column(a, 2)}; }
constexpr Mat3 operator*(const Mat3& a, const Mat3& b) {
    const Mat3 t = transposed(b);
    return {t * a[0], t * a[1], t * a[2]};
}
constexpr Mat3 operator+(const Mat3& a, const Mat3& b) { return {a[0] + b[0], a[1] + b[1], a[2] + b[2]}; }
constexpr Mat3 operator*(double s, const Mat3& a) { return {s * a[0], s * a[1], s * a[2]}; }
/// skew(a) b = a x b.
constexpr Mat3 skew(Vec3 a) { return {{{0, -a.z, a.y}, {a.z, 0, -a.x}, {-a.y, a.x, 0}}}; }
/// a b^T.
constexpr Mat3 outer(Vec3 a, Vec3 b) { return {a.x * b, a.y * b, a.z * b}; }
constexpr double trace(const Mat3& a) { return a[0].x + a[1].y + a[2].z; }
/// Of a regular matrix.
constexpr Mat3 inverse(const Mat3& a) {
    const Vec3 x = cross(a[1], a[2]), y = cross(a[2], a[0]), z = cross(a[0], a[1]);
    return (1 / dot(a[0], x)) * transposed(Mat3{x, y, z});
}

/// The rotation by |v| about v (Rodrigues).
[[nodiscard]] Mat3 rotationBy(Vec3 v);
/// Its inverse: the rotation vector, of length 0 to pi.
[[nodiscard]] Vec3 rotationVector(const Mat3& r);

} // namespace zg::fe
