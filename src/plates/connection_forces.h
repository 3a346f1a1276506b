#pragma once
#include "plates/joint_model.h"
#include "plates/plate_result.h"

namespace zg {

namespace fe {
class Analysis;
}

/// Half the height over which a beam's flange presses on the column: it spreads over its welds and, at 45 degrees, through the
/// end plate (EN 1993-1-8:2005 6.2.6.2(1), EN 1993-1-5:2006 6.3(1)), mm.
[[nodiscard]] double halfBearing(const ResolvedSide& side, bool isTop);

/// Reads forces between the parts of one connection, with tension at its top or bottom.
class ConnectionForces {
public:
    ConnectionForces(const JointModel& model, const ResolvedSide& side, bool isReversed);
    /// Rows, compression at the flange, contact and panel shear of a state.
    void read(const fe::Analysis& analysis, PlateCurvePoint& point) const;

private:
    [[nodiscard]] bool isInCompression(std::size_t row) const;
    [[nodiscard]] bool isOfCompression(const JointModel::Weld& weld) const;

    const JointModel& model_;
    const ResolvedSide& side_;
    const JointModel::Contact* contact_ = nullptr;
    std::vector<const JointModel::Weld*> flange_;
    bool isReversed_;
    double compression_ = 0;
    std::vector<int> below_, cut_;
};

} // namespace zg
