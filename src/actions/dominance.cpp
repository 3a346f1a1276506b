#include "actions/dominance.h"
#include "joint/joint.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <string>

namespace zg {
namespace {

/// One limit state of one part in one sense: what a set may lead in.
std::string kindOf(const Check& c) {
    std::string key = std::to_string(static_cast<int>(c.code)) + " " + name(c.side) + (c.isReversed ? " r" : "");
    for (int i = 0; i < c.partCount; ++i) key += " " + partId(c.parts[i]);
    return key;
}

/// The part of one set's forces that another's are; nothing where they are not in proportion, or more.
std::optional<double> shareOf(const ActionSet& a, const ActionSet& b) {
    if (a.kind != b.kind) return std::nullopt;
    double largest = 0, share = 0;
    std::set<std::string> ends;
    for (const ActionSet* s : {&a, &b})
        for (const EndForces& f : s->forces) ends.insert(f.end.str());
    const auto each = [&](auto use) {
        for (const std::string& end : ends) {
            const EndForces x = forcesAt(a, EndId(std::string_view(end))), y = forcesAt(b, EndId(std::string_view(end)));
            use(x.N, y.N), use(x.V, y.V), use(x.M, y.M);
            use(x.V_y.value_or(0), y.V_y.value_or(0)), use(x.M_z.value_or(0), y.M_z.value_or(0)),
                use(x.T.value_or(0), y.T.value_or(0));
        }
    };
    each([&](double x, double y) {
        if (std::abs(y) > largest) largest = std::abs(y), share = x / y;
    });
    if (largest == 0 || share < 0 || share > 1 + 1e-12) return std::nullopt;
    bool isSame = true;
    each([&](double x, double y) { isSame = isSame && std::abs(x - share * y) <= 1e-9 * std::max(std::abs(y), 1e-6 * largest); });
    return isSame ? std::optional<double>(std::min(1.0, share)) : std::nullopt;
}

} // namespace

std::vector<DominatedSet> dominatedSets(const JointResult& result) {
    std::map<std::string, const Check*> leader;
    for (const Check& c : result.checks) {
        if (c.set < 0 || c.set >= result.givenSets || c.group == CheckGroup::NotDone) continue;
        const Check*& now = leader[kindOf(c)];
        if (!now || c.utilisation > now->utilisation) now = &c;
    }
    std::set<int> kept;
    for (const auto& [key, check] : leader) kept.insert(check->set);
    std::map<int, const Check*> most;
    for (const Check& c : result.checks) {
        if (c.set < 0 || c.set >= result.givenSets || c.group == CheckGroup::NotDone || kept.count(c.set)) continue;
        const Check*& now = most[c.set];
        if (!now || c.utilisation > now->utilisation) now = &c;
    }
    std::vector<DominatedSet> out;
    for (int i = 0; i < result.givenSets; ++i) {
        if (kept.count(i) || !most.count(i)) continue; // a set that no check asked (serviceability) is not judged
        DominatedSet d;
        d.set = i;
        d.most = *most[i];
        const Check& by = *leader[kindOf(d.most)];
        d.by = by.set;
        d.byUse = by.utilisation;
        for (const int k : kept)
            if (const auto share =
                    shareOf(result.actions[static_cast<std::size_t>(i)], result.actions[static_cast<std::size_t>(k)])) {
                d.share = share;
                break;
            }
        out.push_back(std::move(d));
    }
    return out;
}

void dropSets(Joint& joint, const std::vector<DominatedSet>& dominated) {
    for (auto d = dominated.rbegin(); d != dominated.rend(); ++d) {
        const auto at = joint.actions.begin() + d->set;
        // Its axial forces act with the beams' hinges, whatever else asks more.
        if (joint.seismic && joint.seismic->forcesOf == at->id) continue;
        joint.actions.erase(at);
    }
}

} // namespace zg
