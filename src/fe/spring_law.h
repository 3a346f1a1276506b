#pragma once
#include "fe/ellipsoid_plasticity.h"
#include <limits>
#include <string>
#include <variant>
#include <vector>

namespace zg::fe {

constexpr double unlimited = std::numeric_limits<double>::infinity();

/// Straight elastic spring; acts both ways.
struct LinearLaw {
    double stiffness = 0; ///< N/mm, or N mm/rad on a rotation
};

/// Elastic along a curve of points (deflection, force), increasing deflection, through any origin; continued straight beyond both
/// ends. Unloading follows the same curve.
struct CurveLaw {
    struct Point {
        double deflection, force;
    };
    std::vector<Point> points;
};

/// Pushes back only when the parts approach by more than `gap` (deflection < -gap): contact, foundation bed.
struct ContactLaw {
    double stiffness = 0;
    double gap = 0; ///< clear distance at the start, >= 0; negative: pressed in already
};

/// Elastic, then yielding along (plastic elongation, force) points, the first at 0; unloading with the elastic stiffness. May be
/// tension only (slack when shortened below its plastic length) and may break at a plastic elongation.
struct YieldingLaw {
    double stiffness = 0;
    std::vector<CurveLaw::Point> yield; ///< force over accumulated plastic elongation, piecewise straight, last slope continued
    bool isTensionOnly = false;
    double fracture = unlimited; ///< plastic elongation at which it breaks and carries nothing more
};

/// Three components that yield together: a bolt (axial, two shears) or a weld's throat (across, perpendicular, along). See
/// ellipsoid_plasticity.h for the surface.
struct CoupledLaw {
    EllipsoidLaw ellipsoid{};
    bool isTensionOnly = false;  ///< component 0 carries no compression
    double clearance = 0;        ///< of components 1 and 2: radius of free movement before they bear
    double slip = 0;             ///< force (N) by friction in components 1 and 2 together until they slip; 0: none
    double slipStiffness = 0;    ///< N/mm before slip
    double fracture = unlimited; ///< accumulated plastic measure at which it breaks
};

using SpringLaw = std::variant<LinearLaw, CurveLaw, ContactLaw, YieldingLaw, CoupledLaw>;

/// What a spring remembers.
struct SpringState {
    std::array<double, 3> plastic{}; ///< plastic deflection by component
    std::array<double, 2> slipped{}; ///< friction part, components 1 and 2
    double kappa = 0;                ///< accumulated plastic deflection (measure)
    double preload = 0;              ///< locked-off force of component 0, N
    double lockedAt = 0;             ///< deflection of component 0 when the preload was locked
    bool isTightening = false;       ///< component 0 holds the preload whatever the deflection
    bool isBroken = false;
    bool isActive = true; ///< contact closed, bolt not slack
};

struct SpringResponse {
    std::array<double, 3> force{};
    std::array<double, 9> tangent{}; ///< row by row
};

/// Force of a spring for its deflections (component by component); `state` before and after.
[[nodiscard]] SpringResponse respond(const SpringLaw& law, const std::array<double, 3>& deflection, const SpringState& before,
                                     SpringState& after);
/// Energy stored in and plastic work done on the spring, N mm.
[[nodiscard]] double storedEnergy(const SpringLaw& law, const std::array<double, 3>& deflection, const SpringState& state);
[[nodiscard]] int componentCount(const SpringLaw& law);
/// Why the law cannot be used, in words; empty when it can.
[[nodiscard]] std::string whyInvalid(const SpringLaw& law);

} // namespace zg::fe
