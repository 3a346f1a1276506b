#pragma once
#include "fe/vec3.h"
#include "joint/resolve.h"
#include <array>

namespace zg {

/// Where the middle planes of a framing member's stub lie: from its plate square to its axis at the far end; of a haunched end
/// square from the longest toe on. Lengths mm, levels z upwards.
class BeamShape {
public:
    /// `start`: where the axis meets the plate; `length`: of the stub along the axis.
    BeamShape(const ResolvedSide& side, fe::Vec3 start, fe::Vec3 out, fe::Vec3 across, double length);
    /// A point: `u` from the plate (0) to the far end (1), `y` across, `d` down the member's section.
    [[nodiscard]] fe::Vec3 at(double u, double y, double d) const;
    [[nodiscard]] fe::Vec3 along() const { return along_; }
    [[nodiscard]] fe::Vec3 end() const { return end_; }
    /// u of a haunch's toe, on the member's flange on its side.
    [[nodiscard]] double toeAt(const ResolvedHaunch& h) const;
    /// A taper's toe; 0 where the flange on that side is the member's own all along.
    [[nodiscard]] double taperAt(bool isBelow) const { return tapers_[isBelow ? 0 : 1].toe; }
    /// How far a taper draws that flange away along the plate.
    [[nodiscard]] double taperBy(bool isBelow) const { return tapers_[isBelow ? 0 : 1].most; }
    /// The web that a taper leaves as it is beside a flange: from the member's outer face.
    [[nodiscard]] double beside() const { return beside_; }

private:
    [[nodiscard]] double drawnUp(double u, double d) const;
    struct Taper {
        double toe = 0, most = 0;
    };
    double h_, cos_, tan_, toe_, atToe_, beside_;
    fe::Vec3 start_, across_, along_, up_, end_;
    std::array<Taper, 2> tapers_; ///< below, above
};

} // namespace zg
