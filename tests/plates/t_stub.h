#pragma once
#include "plates/settings.h"
#include <algorithm>

/// Isolated T-stubs on a rigid base (the plane of symmetry between two alike), meshed and held as end plates are.
namespace zg::tstub {

constexpr double E = 210000, f_y = 275;

struct Stub {
    double t, a;                          ///< plate, throat, mm
    double t_w = 10;                      ///< web
    double gauge = 100, e = 45, b = 90;   ///< bolts apart, edge distance, length along the web
    double d = 24, A_s = 353;             ///< bolt
    double F_t = 0.9 * 1000 * 353 / 1.25; ///< of one bolt
    [[nodiscard]] double washer() const { return 1.9 * d; }
    [[nodiscard]] double L_b() const { return 2 * t + 60; } ///< of the bolt, through both stubs
    /// From the web's middle to the foot of its weld.
    [[nodiscard]] double foot() const { return t_w / 2 + footOfFillet(a); }
    [[nodiscard]] double m() const { return gauge / 2 - foot(); }
    [[nodiscard]] double n() const { return std::min(e, 1.25 * m()); }
};

/// EN 1993-1-8:2005 table 6.2 with one straight yield line pattern of length b; stiffness by table 6.11 (k_5, k_10), N/mm of one
/// side.
struct Rules {
    double F_1 = 0, F_1_washer = 0, F_2 = 0, F_3 = 0, stiffness = 0;
    [[nodiscard]] double F() const { return std::min({F_1, F_2, F_3}); }
    [[nodiscard]] double F_washer() const { return std::min({F_1_washer, F_2, F_3}); }
};
[[nodiscard]] Rules rules(const Stub& stub);
/// Half a stub as a beam guided at the foot of the weld, on the bolt at m and the tip beyond it, with shear deformation or
/// without: an independent method. N/mm.
[[nodiscard]] double beamStiffness(const Stub& stub, bool hasShear);

struct Answer {
    double stiffness = 0;                    ///< N/mm at the web's edge
    double firstYield = 0, at1 = 0, at5 = 0; ///< force at that plastic strain; nil when it is never reached
    double largest = 0;
};
struct Choices {
    double size = 1;          ///< of elements
    bool hasFeet = true;      ///< or held at the web's mid-line
    bool isBoltPoint = false; ///< the bolt's force at a point instead of under its washer
    double hinge = 0.5;       ///< first element beside the foot over t; 0: as the mesh comes
};
[[nodiscard]] Answer plates(const Stub& stub, const Choices& choices = {});

} // namespace zg::tstub
