#include "component/capacity.h"
#include <algorithm>

namespace zg {

void addHinge(Ladder& l, const char* clause) {
    Rung hinge;
    hinge.isHinge = true;
    hinge.part = {PartKind::BeamWeb, l.side};
    hinge.design = l.nominal;
    hinge.expected = l.expected;
    hinge.clause = clause;
    l.rungs.push_back(hinge);
}

void addLink(Ladder& l, const Rung& link) {
    for (Rung& known : l.rungs)
        if (!known.isHinge && known.code == link.code) {
            if (link.design < known.design) known = link;
            return;
        }
    l.rungs.push_back(link);
}

void inOrder(Ladder& l) {
    std::stable_sort(l.rungs.begin(), l.rungs.end(), [](const Rung& a, const Rung& b) { return a.expected < b.expected; });
}

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
