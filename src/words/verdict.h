#pragma once
#include "assembly/clash.h"
#include "component/result.h"
#include <string>

namespace zg {

/// The one-sentence result of a joint: the first thing read, in the window and in the report.
struct Verdict {
    std::string head; ///< "B3 holds."
    std::string rest; ///< "Column web in shear governs at 0.94 in set U2. Semi-rigid, partial strength: S_j,ini 61.2 MNm/rad."
    CheckState state = CheckState::NotDone;
    std::string outOfPlane; ///< last sentence of `rest`, when sets have forces that the component method cannot carry
};

[[nodiscard]] Verdict verdictOf(const JointResult& result, bool isTwoSided, FrameKind frame, UnitSystem units);
/// Verdict of a joint that could not be computed.
[[nodiscard]] Verdict verdictOf(const std::string& mark, const Diagnostics& problems);
/// Appends what clashes as built: parts that no rule knows to stand in one another.
void addClashes(Verdict& verdict, const std::vector<Clash>& clashes, bool isTwoSided);
/// "beam web, front and top column stiffener, right (4 mm), and 2 more": the deepest. Empty without one.
[[nodiscard]] std::string clashWords(const std::vector<Clash>& clashes, bool isTwoSided);
[[nodiscard]] std::string sentence(const Verdict& verdict);

} // namespace zg
