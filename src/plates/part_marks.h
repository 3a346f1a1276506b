#pragma once
#include "plates/plate_result.h"

namespace zg {

struct Uses;

/// Watches the parts along a curve and keeps where each first yields, comes to its resistance and is used up.
class PartMarks {
public:
    explicit PartMarks(const LimitRules& rules) : rules_(rules) {}
    /// The next point of the curve.
    void look(const Uses& uses, double M, double phi);
    /// In order of the rotation, up to one; those that have not come are left out.
    [[nodiscard]] std::vector<PartMark> inOrder(double mostPhi) const;

private:
    struct Watched {
        PartMark mark;
        double use = 0, now = 0; ///< at the last point and at this: 1 where it comes
        bool hasCome = false;
    };
    void watch(const PartRef& part, PartEvent what, double use);

    LimitRules rules_;
    double M_ = 0, phi_ = 0; ///< of the last point
    std::vector<Watched> watched_;
};

} // namespace zg
