#pragma once
#include "base/diagnostic.h"
#include "joint/cases.h"
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace zg {

struct Joint;

/// One combination of cases: factors in the order of the cases, nil where a case does not act.
struct Combination {
    std::string rule; ///< "(6.10)", "2.3.1(3)"
    SetKind kind = SetKind::Ultimate;
    std::vector<double> factors;
};

/// psi_0, psi_1, psi_2 of a nature: the job's, else EN 1990:2002 table A1.1; 0 for what the table does not have.
[[nodiscard]] PsiOf psiOf(CaseNature nature, const CombinationRules& rules);

/// Every combination that the rules give, each once, in the order of the rules. A variable action that may be favourable is also
/// left out; of cases in one group one acts at most; notional cases join every ultimate combination, one of a group at a time.
/// Refused in words: no case, more than 5000 combinations, a nature that the rules have no factor for.
[[nodiscard]] tl::expected<std::vector<Combination>, Diagnostics> combinationsOf(const std::vector<ActionCase>& cases,
                                                                                 const CombinationRules& rules);

/// The sets that the combinations come to, named U1, C1 (characteristic), F1 (frequent), Q1 (quasi-permanent), E1 (seismic), A1
/// (allowable stress); each knows what it was made of.
[[nodiscard]] tl::expected<std::vector<ActionSet>, Diagnostics> setsOf(const std::vector<ActionCase>& cases,
                                                                       const CombinationRules& rules);

/// Makes the sets of the joint's cases anew in the place of those that were made before; direct sets stay. Names in use are
/// passed over.
[[nodiscard]] tl::expected<void, Diagnostics> makeSets(Joint& joint, const CombinationRules& rules);

/// "1.35 G + 1.5 W1 + 0.9 S"; empty for a direct set.
[[nodiscard]] std::string madeOf(const ActionSet& set);
/// Whether the forces of a made set are no longer what its cases come to: a case was changed or taken out.
[[nodiscard]] bool isOutOfDate(const Joint& joint, const ActionSet& set);

} // namespace zg
