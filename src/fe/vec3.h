#pragma once
#include <array>
#include <cmath>

namespace zg::fe {

/// A vector or point in space; mm when it is a position.
struct Vec3 {
    double x = 0, y = 0, z = 0;
    constexpr double operator[](int i) const { return i == 0 ? x : i == 1 ? y : z; }
    constexpr double& operator[](int i) { return i == 0 ? x : i == 1 ? y : z; }
};

constexpr Vec3 operator+(Vec3 a, Vec3 b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
constexpr Vec3 operator-(Vec3 a, Vec3 b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
constexpr Vec3 operator-(Vec3 a) { return {-a.x, -a.y, -a.z}; }
constexpr Vec3 operator*(double s, Vec3 a) { return {s * a.x, s * a.y, s * a.z}; }
constexpr double dot(Vec3 a, Vec3 b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
constexpr Vec3 cross(Vec3 a, Vec3 b) { return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x}; }
inline double norm(Vec3 a) { return std::sqrt(dot(a, a)); }
inline Vec3 unit(Vec3 a) { return (1 / norm(a)) * a; }
inline bool isFinite(Vec3 a) { return std::isfinite(a.x) && std::isfinite(a.y) && std::isfinite(a.z); }

constexpr Vec3 axisX{1, 0, 0}, axisY{0, 1, 0}, axisZ{0, 0, 1};

/// Two unit vectors that complete `axis` (unit) to a right-handed frame; the same axis always gives the same pair.
inline std::array<Vec3, 2> perpendiculars(Vec3 axis) {
    const Vec3 helper = std::abs(axis.z) < 0.9 ? axisZ : axisX;
    const Vec3 first = unit(cross(helper, axis));
    return {first, cross(axis, first)};
}

/// Force and moment (about a stated point) on a body: N, N mm.
struct Wrench {
    Vec3 force, moment;
};

} // namespace zg::fe
