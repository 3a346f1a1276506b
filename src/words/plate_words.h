#pragma once
#include "compare/reconcile.h"
#include "words/verdict.h"
#include <string>

/// Words of the plate method and of the comparison.
namespace zg {

/// What a run ended at ("plastic strain of 5.0 % in the end plate").
[[nodiscard]] std::string limitWords(PlateLimit limit, const std::string& part, double strainLimit);
[[nodiscard]] const char* wordOf(Counterpart what);
[[nodiscard]] const char* wordOf(FlexiblePart part);
[[nodiscard]] std::string nameOf(const CounterpartRow& row);
[[nodiscard]] const char* sentenceOf(PartingReason reason);
/// What each rule reads off a plates' curve ("By plates: first yield at 96, 1 % strain at 180, limit at 199 kNm.").
[[nodiscard]] std::string markWords(const std::vector<CurveMark>& marks, UnitSystem units);
[[nodiscard]] const char* wordOf(MomentRule rule);
/// "M_j,Rd by 1 % strain, the limit at 199 kNm"; empty where the limit is the rule.
[[nodiscard]] std::string ruleWords(const PlateMomentRotation& curve, UnitSystem units);
[[nodiscard]] const char* wordOf(PartEvent what);
[[nodiscard]] const char* wordOf(CurveAxis axis);
/// One line of a curve that has no counterpart: M_j,Rd, stiffness, what ends it.
[[nodiscard]] std::string curveSentence(const PlateMomentRotation& curve, double strainLimit, UnitSystem units);
/// "local, column web", "of the member, column web leads", "of the whole joint".
/// Whose the flexibility of a haunch is in a curve, and the initial stiffness the other way; empty without a haunch.
[[nodiscard]] std::string haunchWords(const PlateMomentRotation& curve, UnitSystem units);
[[nodiscard]] std::string reachWords(const PlateMode& mode, bool isTwoSided);
/// One line of a set: how far it is carried and what ends it.
[[nodiscard]] std::string strengthSentence(const PlateStrength& strength, double strainLimit);
/// "tension 250 kN with prying"; of a tightened bolt with what of it clamps.
[[nodiscard]] std::string tensionWords(const BoltUse& bolt, UnitSystem units);
/// "right: 98 kN of 240 kN by friction (0.41) at serviceability, no bolt has slipped".
[[nodiscard]] std::string slipWords(const SlipUse& slip, UnitSystem units);
/// "shape of mode 1: column web, 1/200 of 240 mm: 1.2 mm".
[[nodiscard]] std::string imperfectionWords(const PlateImperfection& imperfection, bool isTwoSided);
/// "column web under the bottom flange, right: 380 kN of 567 kN (0.67), EN 1993-1-5 section 6, pressed from both sides".
[[nodiscard]] std::string patchLoadWords(const PatchLoad& web, UnitSystem units, bool isTwoSided);
/// One line of a set in moved geometry: its limit, beside that in undeformed geometry.
[[nodiscard]] std::string stabilitySentence(const PlateStability& stability, double strainLimit);
/// Of a cyclic run: how far it came and what ended it.
[[nodiscard]] std::string cyclicSentence(const PlateCyclic& run);
/// What it went through and found, a sentence each: choices, first yield, strength and strain at the marked drifts, energy.
[[nodiscard]] std::vector<std::string> cyclicFindings(const PlateCyclic& run, UnitSystem units, bool isTwoSided);
/// The same in few words, each with its number.
[[nodiscard]] std::vector<std::pair<std::string, std::string>> cyclicNumbers(const PlateCyclic& run, UnitSystem units);
/// "40 mrad".
[[nodiscard]] std::string driftWords(double drift);
/// What the plates add to the verdict: they agree, or the joint does not hold by them.
void addPlates(Verdict& verdict, const std::string& mark, const std::vector<Check>& checks,
               const std::vector<ActionSet>& actions);
/// What would hold a loose part.
[[nodiscard]] const char* looseRemedy();

} // namespace zg
