#include "words/set_words.h"
#include "actions/combine.h"
#include "base/text.h"
#include "words/phrases.h"
#include <algorithm>

namespace zg {

std::string sentenceOf(const DominatedSet& d, const JointResult& result, bool isTwoSided) {
    const auto id = [&](int set) { return result.actions[static_cast<std::size_t>(set)].id; };
    std::string text = id(d.set) + " by " + id(d.by) + ": " + titleOf(d.most, isTwoSided) + " " +
                       fixedDecimals(d.most.utilisation, 2) + " against " + fixedDecimals(d.byUse, 2);
    if (d.share) text += "; its forces are " + significant(*d.share, 4) + " of those of a set kept";
    return text;
}

std::vector<PlaceUse> usesByPlace(const JointResult& result) {
    std::vector<PlaceUse> places;
    std::vector<std::size_t> of;
    bool hasPlace = false;
    for (std::size_t i = 0; i < static_cast<std::size_t>(result.givenSets); ++i) {
        const ActionSet& set = result.actions[i];
        hasPlace = hasPlace || !set.place.empty();
        auto at = std::find_if(places.begin(), places.end(), [&](const PlaceUse& p) { return p.place == set.place; });
        if (at == places.end()) at = places.insert(places.end(), PlaceUse{set.place, {}, {}});
        at->sets += (at->sets.empty() ? "" : ", ") + set.id;
        of.push_back(static_cast<std::size_t>(at - places.begin()));
    }
    if (!hasPlace) return {};
    std::vector<std::vector<Check>> checks(places.size());
    for (const Check& c : result.checks)
        if (c.set >= 0 && c.set < result.givenSets && c.state != CheckState::NotDone && c.state != CheckState::NotApplicable)
            checks[of[static_cast<std::size_t>(c.set)]].push_back(c);
    for (std::size_t i = 0; i < places.size(); ++i)
        if (!checks[i].empty()) places[i].worst = inOrder(std::move(checks[i])).front();
    return places;
}

std::vector<std::string> hintsOf(const Joint& joint) {
    std::vector<std::string> hints;
    for (const EndId end : framingEnds(joint)) {
        const Framing& f = *findFraming(joint, end);
        if (!f.haunchBelow && !f.haunchAbove) continue;
        bool hasTop = false, hasBottom = false;
        for (const ActionSet& s : joint.actions) {
            if (s.kind != SetKind::Ultimate) continue;
            const double M = forcesAt(s, end).M;
            hasTop = hasTop || M > 0, hasBottom = hasBottom || M < 0;
        }
        if (hasTop != hasBottom)
            hints.push_back("No set turns the moment of the " + name(end) +
                            " member round: its haunch is verified in one sense only.");
    }
    std::string old;
    for (const ActionSet& s : joint.actions)
        if (isOutOfDate(joint, s)) old += (old.empty() ? "" : ", ") + printable(s.id);
    if (!old.empty()) hints.push_back("Cases were changed since " + old + " were made of them: make the sets anew.");
    return hints;
}

} // namespace zg
