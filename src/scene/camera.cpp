#include "scene/camera.h"
#include <cmath>

namespace zg {

namespace {
constexpr double pi = 3.14159265358979323846;
Float3 floats(double x, double y, double z) { return {static_cast<float>(x), static_cast<float>(y), static_cast<float>(z)}; }
} // namespace

Camera Camera::towards(NamedView view) {
    Camera c;
    switch (view) {
    case NamedView::Elevation: break;
    case NamedView::PlateRight: c.yaw = -pi / 2; break;
    case NamedView::PlateLeft: c.yaw = pi / 2; break;
    case NamedView::Plan: c.pitch = pi / 2; break;
    case NamedView::Oblique:
        c.yaw = -0.62;
        c.pitch = 0.42;
        break;
    }
    return c;
}

Float3 Camera::right() const { return floats(std::cos(yaw), -std::sin(yaw), 0); }
Float3 Camera::forward() const {
    return floats(std::sin(yaw) * std::cos(pitch), std::cos(yaw) * std::cos(pitch), -std::sin(pitch));
}
Float3 Camera::up() const { return floats(std::sin(yaw) * std::sin(pitch), std::cos(yaw) * std::sin(pitch), std::cos(pitch)); }

const char* nameOf(NamedView view) {
    switch (view) {
    case NamedView::Elevation: return "elevation";
    case NamedView::PlateRight: return "right plate";
    case NamedView::PlateLeft: return "left plate";
    case NamedView::Plan: return "plan";
    case NamedView::Oblique: return "oblique";
    }
    return "";
}

} // namespace zg
