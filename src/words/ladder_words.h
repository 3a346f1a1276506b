#pragma once
#include "base/units.h"
#include "component/ladder.h"
#include <string>

namespace zg {

[[nodiscard]] const char* wordOf(LadderRules rules);
[[nodiscard]] const char* wordOf(PanelStrength panel);
/// Key of the rules in files ("european").
[[nodiscard]] const char* keyOf(LadderRules rules);
/// Of a rung, for people: "beam hinge", "bolts in tension", "panel, strong".
[[nodiscard]] std::string nameOf(const Rung& rung, const Ladder& ladder);
/// Which beam and sense: "right beam, tension at the top".
[[nodiscard]] std::string senseOf(const Ladder& ladder, bool isTwoSided);
/// The mechanism: what yields first and what lets go first, a few words.
[[nodiscard]] std::string mechanismOf(const Ladder& ladder);
/// The same in a few words, for the verdict.
[[nodiscard]] std::string shortSentenceOf(const Ladder& ladder, UnitSystem units);
/// Whether the order holds, with what is asked and what is there, a sentence or two.
[[nodiscard]] std::string sentenceOf(const Ladder& ladder, UnitSystem units);

/// Fully or partially restrained, or simple, with the numbers; empty where it is not known.
[[nodiscard]] std::string restraintWords(const Ladder& ladder, UnitSystem units);

} // namespace zg
