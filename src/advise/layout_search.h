#pragma once
#include "advise/measure.h"
#include <atomic>
#include <string>
#include <vector>

namespace zg {

enum class LayoutDepth { Quick, Thorough };
/// What the cheapest is measured by.
enum class LayoutObjective { Cost, FewestParts, LeastStiffening };
template <> struct EnumNames<LayoutObjective> {
    static constexpr const char* names[] = {"cost", "fewest parts", "least stiffening"};
};

struct LayoutOptions {
    LayoutDepth depth = LayoutDepth::Quick;
    LayoutTarget target = LayoutTarget::Strength;
    LayoutObjective objective = LayoutObjective::Cost;
    const std::atomic<bool>* stop = nullptr; ///< set by another thread: what was found so far is given
};

/// Why something is as it is: what would be less, and the check that would be over then.
struct LayoutReason {
    std::string text; ///< "end plate 15 mm"
    double utilisation = 0;
    CheckCode governing = CheckCode::JointMoment;
};

/// "with end plate 15 mm: joint in bending would be 1.14".
[[nodiscard]] std::string sentenceOf(const LayoutReason& reason);

struct LayoutOutcome {
    bool holds = false;
    Joint joint;                       ///< complete: one that holds, or (where none was found) the one that comes nearest
    Measure measure;                   ///< of it
    std::vector<LayoutReason> reasons; ///< of one that holds, by what each would save
    std::vector<std::string> steps;    ///< what was added to the plain layout, in order
    int tried = 0;                     ///< joints verified
};

/// A complete layout for the joint's members, recipe and actions, from stock and by the job's preferences, that holds in all
/// sets; searched with the component method. The joint's own connections are one of the starts. Members are never changed.
[[nodiscard]] LayoutOutcome findLayout(const Job& job, const Joint& joint, const LayoutOptions& options = {});

/// The same for several joints at once; where the job prefers one bolt, the one with which all that can hold do, at the least
/// cost.
[[nodiscard]] std::vector<LayoutOutcome> findLayouts(const Job& job, const std::vector<std::string>& ids,
                                                     const LayoutOptions& options = {});

} // namespace zg
