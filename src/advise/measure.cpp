#include "advise/measure.h"
#include "component/verify.h"
#include "lists/job_lists.h"
#include <algorithm>
#include <vector>

namespace zg {
namespace {

/// What a connection lacks of the class asked for, in parts of it.
double shortOf(const ConnectionResult& c, LayoutTarget target) {
    if (c.isForShear || target == LayoutTarget::Strength) return 0;
    const Classification& k = c.classification;
    if (target == LayoutTarget::FullStrength)
        return k.strength == StrengthClass::Full || c.M_j_Rd <= 0 ? 0 : std::max(0.001, k.M_full / c.M_j_Rd - 1);
    if (k.stiffness == StiffnessClass::NotGiven || k.stiffness == StiffnessClass::Rigid || c.stiffness.S_j_ini <= 0) return 0;
    return std::max(0.001, k.rigidLimit / c.stiffness.S_j_ini - 1);
}

} // namespace

std::optional<Measure> measure(const Job& job, const Joint& joint, LayoutTarget target) {
    constexpr double most = 3; // of one kind of check
    const auto resolved = resolve(job, joint);
    if (!resolved) return std::nullopt;
    const JointResult result = verify(*resolved, 0);
    if (result.governing < 0) return std::nullopt;
    Measure m;
    m.utilisation = result.utilisation;
    m.state = result.state;
    m.governing = limitingCheck(result)->code;
    m.unverified = leftUnverified(result);
    // The worst of each kind: a kind that is over in every set and row is one thing to mend.
    struct Kind {
        const Check* check;
        double over;
    };
    std::vector<Kind> kinds;
    for (const Check& c : result.checks) {
        if (c.state != CheckState::Over) continue;
        const double over = std::clamp(c.utilisation - 1, 0.001, most);
        const auto twin = std::find_if(kinds.begin(), kinds.end(), [&](const Kind& k) { return sameKind(*k.check, c); });
        if (twin == kinds.end())
            kinds.push_back({&c, over});
        else
            twin->over = std::max(twin->over, over);
    }
    for (const Kind& k : kinds) m.excess += k.over;
    double lacking = 0;
    for (const ConnectionResult& c : result.connections) lacking = std::max(lacking, std::min(most, shortOf(c, target)));
    m.excess += lacking;
    m.cost = costOf(job, *resolved).total();
    return m;
}

} // namespace zg
