#pragma once
#include "base/workings.h"
#include "component/american/yield_lines.h"
#include "component/result.h"
#include "component/side_model.h"
#include <functional>

namespace zg {

/// The joint's own action sets by AISC 360-16: ultimate ones with load and resistance factors, those for allowable stress with
/// allowable strengths. End plates square to the column with the rows that `patternOf` knows, and flanges welded to it; what
/// else stands at the node is listed as not done.
template <class Num> class AmericanSets {
public:
    using ModelOf = std::function<const SideModel&(EndId side, bool isReversed)>;
    AmericanSets(Workings<Num>& w, const ResolvedJoint& joint, ModelOf model, JointResult& out)
        : w_(w), joint_(joint), model_(std::move(model)), out_(out) {}

    /// One set; null without sets: resistances in both senses. Whether anything was verified.
    bool verify(const ActionSet* set, int index);

private:
    /// `pattern`: of an end plate, in this sense.
    void end(const ResolvedSide& side, bool isReversed, const std::optional<BoltPattern>& pattern, const ActionSet* set,
             int index);
    /// Holes in the column's flange where it pulls.
    void holes(const ResolvedSide& side, const ActionSet& set, int index);
    void panel(const ActionSet& set, int index);

    Workings<Num>& w_;
    const ResolvedJoint& joint_;
    ModelOf model_;
    JointResult& out_;
};

} // namespace zg
