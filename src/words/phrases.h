#pragma once
#include "component/result.h"
#include <string>
#include <vector>

/// The one table that turns codes and numbers into words: command line, report and bench all say the same.
namespace zg {

/// Short title of a kind of check ("Column web in shear").
[[nodiscard]] const char* title(CheckCode code);
/// Title with rows, side and sign where they matter ("End plate in bending, rows 1 to 2, left, reversed").
[[nodiscard]] std::string remarkOf(const Check& worst, const Check& other, const JointResult& result);
[[nodiscard]] std::string titleOf(const Check& check, bool isTwoSided);
/// Stable id of the check's kind in files ("column_web_shear").
[[nodiscard]] const char* idOf(CheckCode code);
[[nodiscard]] const char* wordOf(CheckState state);
/// What the numbers of the check are, in one line ("demand 365.9 kN, resistance 474.8 kN").
[[nodiscard]] std::string numbersOf(const Check& check, UnitSystem units);
/// What can be done about it, or why it is not done.
[[nodiscard]] std::string adviceOf(const Check& check);
[[nodiscard]] std::string setName(const JointResult& result, const Check& check);

[[nodiscard]] const char* wordOf(StiffnessClass c);
[[nodiscard]] const char* wordOf(StrengthClass c);
[[nodiscard]] const char* sentenceOf(RotationCapacity c);
/// Key of a kind of component in result files.
[[nodiscard]] const char* keyOf(Limit kind);
/// Name beside a spring: symbol, with a short word where there is room; or the words for its share in a rotation.
[[nodiscard]] std::string springName(Limit kind, bool isWide, bool isSymbol = true);
[[nodiscard]] const char* wordOf(Limit limit);
[[nodiscard]] const char* wordOf(TStubMode mode);
/// What limits the moment resistance of a connection ("end plate in bending, row 1").
[[nodiscard]] std::string limitOf(const ConnectionResult& connection);
/// Part for people ("end plate, right").
/// Sections of the members, from left to right, then the column: "IPE 300 | IPE 400, HEB 240".
[[nodiscard]] std::string membersText(const Joint& joint);
/// What was made of a joint's members: "first layout of IPE 400, HEB 300, S355".
[[nodiscard]] std::string firstLayoutText(const Joint& joint);

/// The part and its worst checks, a line each: use, title, numbers, clause.
[[nodiscard]] std::string partSummary(const JointResult& result, const PartRef& part, bool isTwoSided, UnitSystem units);

/// Assumptions on which the result hangs, as sentences.
[[nodiscard]] std::vector<std::string> assumptionsOf(const ResolvedJoint& joint, const JointResult& result);
/// Out-of-balance of a set in words; empty when it is balanced or not known.
/// What the forces of a set come to on the end plates of sloping or haunched ends; empty where that says nothing new.
[[nodiscard]] std::string derivedSentence(const ResolvedJoint& joint, const JointResult& result, int set, UnitSystem units);
[[nodiscard]] std::string balanceSentence(const Imbalance& imbalance, UnitSystem units);

} // namespace zg
