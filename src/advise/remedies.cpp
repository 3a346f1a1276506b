#include "advise/remedies.h"
#include "advise/change.h"
#include "component/verify.h"
#include "joint/recipes/recipe.h"
#include "lists/job_lists.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

double worstOf(const JointResult& result, const Check& like) {
    double worst = 0;
    // The stiffened web takes the plain web's place once a stiffener stands there: the same limit state under another method.
    const auto same = [&](const Check& c) {
        const bool isWeb = like.code == CheckCode::ColumnWebCompression && c.code == CheckCode::ColumnWebCompressionStiffener;
        return (c.code == like.code || isWeb) && c.side == like.side && c.isReversed == like.isReversed;
    };
    for (const Check& c : result.checks)
        if (same(c)) worst = std::max(worst, c.utilisation);
    return worst;
}

/// A change with what the joint comes to.
class Tried {
public:
    Tried(const Job& job, const Joint& joint) : job_(job), joint_(joint) {
        const auto resolved = resolve(job, joint);
        if (!resolved) return;
        resolved_ = *resolved, cost_ = costOf(job, *resolved).total();
        if (isAmerican(job.settings.rules) || joint.seismic) unknown_ = leftUnverified(verify(*resolved, 0));
    }
    [[nodiscard]] const std::optional<ResolvedJoint>& resolved() const { return resolved_; }

    std::optional<Remedy> of(const Change& change, const Check* check) const {
        const auto resolved = resolve(job_, change.joint);
        if (!resolved) return std::nullopt;
        const JointResult result = verify(*resolved, 0);
        // A change after which less is verified relieves nothing.
        if (result.governing < 0 || leftUnverified(result) > unknown_) return std::nullopt;
        Remedy r{change.text, change.joint};
        r.utilisation = result.utilisation;
        r.state = result.state;
        r.governing = limitingCheck(result)->code;
        if (check) r.checkUtilisation = worstOf(result, *check);
        r.cost = costOf(job_, *resolved).total() - cost_;
        if (change.isOfMember) {
            const auto more = memberCost(change.joint);
            if (more)
                r.cost += *more;
            else
                r.isMemberPriced = false;
        }
        return r;
    }

private:
    /// A heavier column over its storey; nothing where the storey's height is not given.
    std::optional<double> memberCost(const Joint& changed) const {
        const Member *now = throughMember(joint_), *then = throughMember(changed);
        if (!now || !then) return std::nullopt;
        const auto height = std::get<Through>(then->placement).storeyHeight;
        const auto a = sectionOf(job_, now->section), b = sectionOf(job_, then->section);
        if (!height || !a || !b) return std::nullopt;
        return (b->A - a->A) * *height * steelDensity * job_.prices.value_or(Prices{}).sectionPerKg;
    }

    const Job& job_;
    const Joint& joint_;
    std::optional<ResolvedJoint> resolved_;
    double cost_ = 0;
    int unknown_ = 0;
};

/// First what makes the joint hold, cheapest first; then by what the joint comes to.
bool isBetter(const Remedy& a, const Remedy& b) {
    const bool aHolds = a.state != CheckState::Over, bHolds = b.state != CheckState::Over;
    if (aHolds != bHolds) return aHolds;
    if (!aHolds) return a.utilisation < b.utilisation;
    if (a.isMemberPriced != b.isMemberPriced) return a.isMemberPriced;
    return a.cost < b.cost;
}

} // namespace

std::vector<Remedy> remedies(const Job& job, const Joint& joint, const Check& check, std::size_t count) {
    const Tried tried(job, joint);
    if (!tried.resolved()) return {};
    std::vector<Remedy> list;
    std::vector<Change> changes = strengthenings(job, joint, *tried.resolved());
    const auto isUseful = [&](const Remedy& r) { return r.checkUtilisation < check.utilisation - 0.005; };
    for (const Change& change : changes)
        if (auto r = tried.of(change, &check); r && isUseful(*r)) list.push_back(std::move(*r));
    std::stable_sort(list.begin(), list.end(), isBetter);
    // Where single changes do not do: two at a time, from those that help most.
    constexpr std::size_t few = 4;
    const bool isOver = check.state == CheckState::Over;
    const bool holds =
        std::any_of(list.begin(), list.end(), [](const Remedy& r) { return r.state != CheckState::Over && r.isMemberPriced; });
    if (isOver && !holds) {
        std::vector<Remedy> pairs;
        std::vector<Remedy> firsts = list;
        std::stable_sort(firsts.begin(), firsts.end(),
                         [](const Remedy& a, const Remedy& b) { return a.utilisation < b.utilisation; });
        if (firsts.size() > few) firsts.resize(few);
        for (const Remedy& first : firsts) {
            if (first.state != CheckState::Over) continue;
            const auto resolved = resolve(job, first.joint);
            if (!resolved) continue;
            for (Change& second : strengthenings(job, first.joint, *resolved)) {
                if (second.isOfMember) continue;
                second.text = first.text + "; " + second.text;
                if (auto r = tried.of(second, &check); r && isUseful(*r) && r->state != CheckState::Over) {
                    r->changes = 2;
                    pairs.push_back(std::move(*r));
                }
            }
        }
        std::stable_sort(pairs.begin(), pairs.end(), isBetter);
        // The same two in the other order are one.
        for (std::size_t i = 0; i < pairs.size(); ++i)
            for (std::size_t k = pairs.size(); k-- > i + 1;)
                if (pairs[k].joint == pairs[i].joint) pairs.erase(pairs.begin() + static_cast<std::ptrdiff_t>(k));
        if (pairs.size() > 2) pairs.resize(2);
        list.insert(list.begin(), std::make_move_iterator(pairs.begin()), std::make_move_iterator(pairs.end()));
    }
    if (list.size() > count) list.resize(count);
    return list;
}

std::vector<Remedy> savings(const Job& job, const Joint& joint, std::size_t count) {
    const Tried tried(job, joint);
    if (!tried.resolved()) return {};
    std::vector<Remedy> list;
    for (const Change& change : lightenings(joint, *tried.resolved()))
        if (auto r = tried.of(change, nullptr); r && r->state != CheckState::Over && r->cost < -0.005)
            list.push_back(std::move(*r));
    std::stable_sort(list.begin(), list.end(), [](const Remedy& a, const Remedy& b) { return a.cost < b.cost; });
    if (list.size() > count) list.resize(count);
    return list;
}

} // namespace zg
