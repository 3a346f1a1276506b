#include "advise/assumptions.h"
#include "advise/measure.h"
#include <algorithm>

namespace zg {
namespace {

struct Choice {
    const char *text, *clause;
    void (*take)(Settings& settings);
};
constexpr Choice choices[] = {
    {"bolts in tension and shear by the exact interaction, not 0.4/1.4 of their shear", "EN 1993-1-8:2005 table 3.4",
     [](Settings& s) { s.shearRule = ShearRule::Exact; }},
    {"prying only where bolts are short enough for it (L_b against L_b*)", "EN 1993-1-8:2005 table 6.2",
     [](Settings& s) { s.checkPryingLength = true; }},
    {"mode 1 of T-stubs with the force spread under the washers (method 2)", "EN 1993-1-8:2005 table 6.2",
     [](Settings& s) { s.modeOne = ModeOneRule::Method2; }},
    {"welds by the directional method", "EN 1993-1-8:2005 4.5.3.2", [](Settings& s) { s.weldRule = WeldRule::Directional; }},
    {"strengths of plates and sections by thickness, from the product standard", "EN 1993-1-1:2005 3.2.1(1) a",
     [](Settings& s) { s.strengths = StrengthSource::ProductStandard; }}};

} // namespace

std::vector<Assumption> admissibleAssumptions(const Job& job, const Joint& joint) {
    std::vector<Assumption> list;
    const auto now = measure(job, joint);
    if (!now) return list;
    Job other = job; // shares the joints
    for (const Choice& choice : choices) {
        other.settings = job.settings;
        choice.take(other.settings);
        if (other.settings == job.settings) continue;
        const auto then = measure(other, joint);
        if (!then || then->utilisation > now->utilisation - 0.005) continue;
        list.push_back(
            {choice.text, choice.clause, other.settings, now->utilisation, then->utilisation, then->state, then->governing});
    }
    std::stable_sort(list.begin(), list.end(), [](const Assumption& a, const Assumption& b) { return a.then < b.then; });
    return list;
}

} // namespace zg
