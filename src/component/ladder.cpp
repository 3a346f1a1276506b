#include "component/ladder.h"
#include "component/result.h"

namespace zg {

const Ladder* worstLadder(const JointResult& result, std::optional<LadderRules> rules, std::optional<EndId> side) {
    const auto isWorse = [](const Ladder& a, const Ladder& b) {
        const bool firstA = a.first() && !a.first()->isDuctile, firstB = b.first() && !b.first()->isDuctile;
        if (firstA != firstB) return firstA;
        const Rung *wa = a.weakest(), *wb = b.weakest();
        return wa && (!wb || wa->margin < wb->margin);
    };
    const Ladder* worst = nullptr;
    for (const Ladder& l : result.ladders) {
        if ((rules && l.rules != *rules) || (side && l.side != *side)) continue;
        if (!worst || isWorse(l, *worst)) worst = &l;
    }
    return worst;
}

const Ladder* otherSense(const JointResult& result, const Ladder& ladder) {
    for (const Ladder& l : result.ladders)
        if (l.rules == ladder.rules && l.side == ladder.side && l.isReversed != ladder.isReversed) return &l;
    return nullptr;
}

} // namespace zg
