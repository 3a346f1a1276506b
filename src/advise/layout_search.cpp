#include "advise/layout_search.h"
#include "actions/dominance.h"
#include "advise/change.h"
#include "base/text.h"
#include "catalogue/bolts.h"
#include "component/verify.h"
#include "joint/edit.h"
#include "joint/parameters.h"
#include "joint/recipes/recipe.h"
#include "words/phrases.h"
#include <algorithm>
#include <cctype>
#include <cmath>
#include <map>
#include <set>

namespace zg {
namespace {

struct Tried {
    Joint joint;
    Measure measure;
    std::vector<std::string> steps;
};

class Search {
public:
    Search(const Job& job, const Joint& joint, const LayoutOptions& options, std::vector<StockBolt> bolts)
        : job_(job), given_(joint), o_(options), preferences_(job.preferences.value_or(Preferences{})), bolts_(std::move(bolts)) {
        const auto now = isAmerican(job.settings.rules) || joint.seismic ? measure(job_, given_, o_.target) : std::nullopt;
        if (now) unverified_ = now->unverified;
    }

    LayoutOutcome run() {
        findTwins();
        std::vector<Tried> starts;
        if (isAllowed(given_))
            if (const auto m = measured(given_)) starts.push_back({given_, *m, {}});
        for (Joint& seed : seeds())
            if (const auto m = measured(seed)) starts.push_back({std::move(seed), *m, {}});
        // What is over costs about as much to mend as a few fittings.
        constexpr double mending = 60;
        const auto rank = [&](const Tried& t) { return price(t) + mending * t.measure.excess; };
        std::stable_sort(starts.begin(), starts.end(), [&](const Tried& a, const Tried& b) { return rank(a) < rank(b); });
        const bool isQuick = o_.depth == LayoutDepth::Quick;
        const std::size_t enough = isQuick ? 5 : 30, mostFailures = isQuick ? 12 : 200;
        const int mostTried = isQuick ? 1500 : 100000; // enough, once one is found
        std::vector<Tried> found;                      ///< that hold
        Tried nearest = starts.empty() ? Tried{given_, {}, {}} : starts.front();
        std::size_t failed = 0;
        for (const Tried& start : starts) {
            if (isStopped() || found.size() >= enough || (found.empty() && failed >= mostFailures) ||
                (!found.empty() && tried_ > mostTried))
                break;
            Tried now = start;
            repair(now);
            if (now.measure.excess < nearest.measure.excess) nearest = now;
            if (!now.measure.holds()) {
                ++failed;
                continue;
            }
            lighten(now);
            found.push_back(std::move(now));
        }
        // The cheapest is not always the one from which exchanges lead farthest.
        std::stable_sort(found.begin(), found.end(), [&](const Tried& a, const Tried& b) { return price(a) < price(b); });
        const std::size_t exchanged = isQuick ? 1 : found.size();
        std::optional<Tried> best;
        for (std::size_t i = 0; i < std::min(found.size(), exchanged); ++i) {
            exchange(found[i], isQuick ? tried_ + 900 : 1000000);
            if (!best || price(found[i]) < price(*best)) best = std::move(found[i]);
        }
        LayoutOutcome out;
        out.holds = best.has_value();
        Tried& last = best ? *best : nearest;
        out.joint = last.joint;
        out.measure = last.measure;
        out.steps = last.steps;
        if (best) out.reasons = reasons(*best);
        out.tried = tried_;
        return out;
    }

    /// What a layout of this joint comes to with all its sets, and why its sizes are what they are.
    std::optional<Measure> measureOf(const Joint& joint) { return measured(joint); }
    std::vector<LayoutReason> reasonsOf(const Joint& joint, const Measure& m) {
        findTwins();
        return reasons({joint, m, {}});
    }

private:
    [[nodiscard]] bool isStopped() const { return o_.stop && o_.stop->load(); }

    std::optional<Measure> measured(const Joint& joint) {
        ++tried_;
        auto m = measure(job_, joint, o_.target);
        if (m && m->unverified > unverified_) return std::nullopt; // holds only where it is not verified
        if (m && preferences_.most < 1 && m->utilisation > preferences_.most && m->excess == 0)
            m->excess = m->utilisation - preferences_.most;
        return m;
    }

    /// What the search makes least.
    [[nodiscard]] double price(const Tried& t) const {
        switch (o_.objective) {
        case LayoutObjective::Cost: break;
        case LayoutObjective::FewestParts: return t.measure.cost + 50.0 * static_cast<double>(partCount(t.joint));
        case LayoutObjective::LeastStiffening: return t.measure.cost + 500.0 * static_cast<double>(t.joint.fittings.size());
        }
        return t.measure.cost;
    }
    /// Different kinds of bolts, plates and fittings.
    static std::size_t partCount(const Joint& joint) {
        std::set<std::string> kinds;
        for (const Connection& c : joint.connections)
            if (const EndPlate* p = std::get_if<EndPlate>(&c.how)) {
                kinds.insert(p->bolts.size + p->bolts.grade);
                kinds.insert(std::to_string(p->plate.thickness) + p->plate.steel);
            }
        return kinds.size() + joint.fittings.size();
    }

    /// Bolts from stock, and no fittings that the job does not want beyond those that stand there already.
    [[nodiscard]] bool isAllowed(const Joint& joint) const {
        for (const Connection& c : joint.connections) {
            const auto isInStock = [&](const std::string& size, const std::string& grade) {
                return std::any_of(bolts_.begin(), bolts_.end(),
                                   [&](const StockBolt& b) { return b.size == size && b.grade == grade; });
            };
            if (const EndPlate* p = std::get_if<EndPlate>(&c.how))
                if (!isInStock(p->bolts.size, p->bolts.grade)) return false;
        }
        const auto unwanted = [&](auto spec, bool isWanted) {
            using Spec = decltype(spec);
            const auto count = [](const Joint& j) {
                return std::count_if(j.fittings.begin(), j.fittings.end(),
                                     [](const Fitting& f) { return std::holds_alternative<Spec>(f.how); });
            };
            return !isWanted && count(joint) > count(given_);
        };
        return !unwanted(DoublerSpec{}, preferences_.hasWebPlates) && !unwanted(DiagonalSpec{}, preferences_.hasDiagonals) &&
               !unwanted(BackingSpec{}, preferences_.hasBackingPlates) && !unwanted(RibSpec{}, preferences_.hasRibs);
    }

    // ---- two ends alike stay alike
    void findTwins() {
        const Member *a = findMember(given_, ends::right), *b = findMember(given_, ends::left);
        if (!a || !b || a->section != b->section || a->steel != b->steel) return;
        const Connection *ca = findConnection(given_, ends::right), *cb = findConnection(given_, ends::left);
        const Framing &fa = std::get<Framing>(a->placement), &fb = std::get<Framing>(b->placement);
        areTwins_ = ca && cb && kindOf(ca->how) == kindOf(cb->how) && fa.slope == fb.slope && fa.level == fb.level &&
                    fa.haunchBelow.has_value() == fb.haunchBelow.has_value() &&
                    fa.haunchAbove.has_value() == fb.haunchAbove.has_value();
    }
    static std::vector<Fitting> fittingsAt(const Joint& joint, EndId end) {
        std::vector<Fitting> list;
        for (const Fitting& f : joint.fittings)
            if (f.at && f.at->connection == end) list.push_back(f);
        return list;
    }
    /// Whether the second end is in every way as the first.
    static bool isMirrored(const Joint& joint) {
        const Framing &a = *findFraming(joint, ends::right), &b = *findFraming(joint, ends::left);
        auto right = fittingsAt(joint, ends::right), left = fittingsAt(joint, ends::left);
        for (Fitting& f : left) f.at->connection = ends::right;
        return findConnection(joint, ends::right)->how == findConnection(joint, ends::left)->how &&
               a.haunchBelow == b.haunchBelow && a.haunchAbove == b.haunchAbove && right == left;
    }
    static void mirror(Joint& joint) {
        findConnection(joint, ends::left)->how = findConnection(joint, ends::right)->how;
        const Framing& a = *findFraming(joint, ends::right);
        Framing& b = *findFraming(joint, ends::left);
        b.haunchBelow = a.haunchBelow, b.haunchAbove = a.haunchAbove;
        auto& all = joint.fittings;
        all.erase(std::remove_if(all.begin(), all.end(), [](const Fitting& f) { return f.at && f.at->connection == ends::left; }),
                  all.end());
        for (Fitting f : fittingsAt(joint, ends::right)) {
            f.at->connection = ends::left;
            all.push_back(f);
        }
    }
    /// Makes a change of one end of twins one of both; false for what changes the second end alone.
    bool isForBoth(Joint& changed, const Joint& before) const {
        if (!areTwins_ || !isMirrored(before) || isMirrored(changed)) return true;
        const Framing &now = *findFraming(changed, ends::right), &was = *findFraming(before, ends::right);
        const bool isOfFirst = findConnection(changed, ends::right)->how != findConnection(before, ends::right)->how ||
                               now.haunchBelow != was.haunchBelow || now.haunchAbove != was.haunchAbove ||
                               !(fittingsAt(changed, ends::right) == fittingsAt(before, ends::right));
        if (!isOfFirst) return false;
        mirror(changed);
        return true;
    }

    /// The recipe with every bolt of stock, with fewer and more rows, flush and extended.
    std::vector<Joint> seeds() const {
        std::vector<Joint> list;
        const Recipe* recipe = findRecipe(given_.recipe);
        if (!recipe) { // as it stands, with each bolt of the stock
            for (const StockBolt& bolt : bolts_) {
                Joint joint = given_;
                for (Connection& c : joint.connections)
                    if (EndPlate* p = std::get_if<EndPlate>(&c.how)) p->bolts.size = bolt.size, p->bolts.grade = bolt.grade;
                if (!(joint == given_)) list.push_back(std::move(joint));
            }
            return list;
        }
        RecipeInput in = inputOf(*recipe, given_);
        std::vector<PlateReach> reaches{in.reach};
        if (recipe->asksReach) reaches = {PlateReach::Flush, PlateReach::ExtendedTop, PlateReach::ExtendedBoth};
        const auto add = [&] {
            Joint joint = given_;
            if (layOut(joint, *recipe, job_, in) && keepMembers(joint)) list.push_back(std::move(joint));
        };
        if (!recipe->asksReach) {
            add();
            return list;
        }
        for (const PlateReach reach : reaches)
            for (const StockBolt& bolt : bolts_)
                for (const int rows : {1, 2, 3}) {
                    in.reach = reach;
                    in.bolts = BoltChoice{bolt.size, bolt.grade, rows};
                    add();
                }
        return list;
    }

    /// What the recipe does not ask stays as it was: levels, spans, storey heights. False where it makes other members.
    bool keepMembers(Joint& joint) const {
        if (joint.members.size() != given_.members.size()) return false;
        for (Member& m : joint.members) {
            const Member* was = findMember(given_, m.id);
            if (!was || was->section != m.section || was->placement.index() != m.placement.index()) return false;
            m.steel = was->steel;
            if (Framing* f = std::get_if<Framing>(&m.placement)) {
                const Framing& g = std::get<Framing>(was->placement);
                if (std::abs(f->slope - g.slope) > 1e-6 || f->direction != g.direction) return false;
                f->level = g.level, f->span = g.span, f->farEnd = g.farEnd, f->gravityShear = g.gravityShear,
                f->gravityLoad = g.gravityLoad, f->cutFrom = g.cutFrom, f->cutLength = g.cutLength, f->cutDepth = g.cutDepth;
                keepHaunch(f->haunchBelow, g.haunchBelow), keepHaunch(f->haunchAbove, g.haunchAbove);
            } else {
                Through& t = std::get<Through>(m.placement);
                const Through& g = std::get<Through>(was->placement);
                t.storeyHeight = g.storeyHeight;
                if (!t.endAbove) t.endAbove = g.endAbove;
            }
        }
        for (Connection& c : joint.connections) {
            const Connection* was = findConnection(given_, c.end);
            if (!was || was->how.index() != c.how.index()) return false;
            if (EndPlate* p = std::get_if<EndPlate>(&c.how)) keepDemands(*p, std::get<EndPlate>(was->how));
            if (FinPlate* p = findFinPlate(joint, c.end))
                if (const FinPlate* g = findFinPlate(given_, c.end)) keepDemands(*p, *g);
            if (DirectWeld* p = std::get_if<DirectWeld>(&c.how)) // a web to be bolted on site stays so
                if (!p->webPlate) p->webPlate = std::get<DirectWeld>(was->how).webPlate;
        }
        return true;
    }

    /// What was asked of a haunch, and how its toe is held.
    static void keepHaunch(std::optional<HaunchSpec>& to, const std::optional<HaunchSpec>& was) {
        if (!to || !was) return;
        to->steel = was->steel;
        to->isToeHeld = was->isToeHeld;
        to->takesShear = was->takesShear;
    }
    /// What was asked of the bolts and the plate besides holding: slip, holes, shear plane, bearing, grades.
    static void keepDemands(FinPlate& to, const FinPlate& was) {
        to.steel = was.steel, to.holes = was.holes, to.threadInShearPlane = was.threadInShearPlane;
        to.slip = was.slip, to.surface = was.surface;
    }
    static void keepDemands(EndPlate& to, const EndPlate& was) {
        to.plate.steel = was.plate.steel;
        to.bearsInCompression = was.bearsInCompression;
        to.bolts.holes = was.bolts.holes;
        to.bolts.threadInShearPlane = was.bolts.threadInShearPlane;
        to.bolts.slip = was.bolts.slip;
        to.bolts.surface = was.bolts.surface;
        if (to.other && was.other) to.other->steel = was.other->steel;
    }

    /// Adds what mends most for what it costs, until the joint holds or nothing helps.
    void repair(Tried& now) {
        constexpr int mostSteps = 16;
        for (int step = 0; step < mostSteps && !now.measure.holds() && !isStopped(); ++step) {
            const auto resolved = resolve(job_, now.joint);
            if (!resolved) return;
            std::optional<Tried> best;
            std::string text;
            double bestGain = 0;
            for (Change& change : strengthenings(job_, now.joint, *resolved)) {
                if (change.isOfMember || !isForBoth(change.joint, now.joint) || !isAllowed(change.joint)) continue;
                const auto m = measured(change.joint);
                if (!m || m->excess > now.measure.excess - 1e-4) continue;
                const double gain =
                    (now.measure.excess - m->excess) / (std::max(0.0, price({change.joint, *m, {}}) - price(now)) + 4);
                if (gain <= bestGain) continue;
                bestGain = gain;
                text = change.text;
                best = Tried{std::move(change.joint), *m, {}};
            }
            if (!best) return;
            best->steps = std::move(now.steps);
            best->steps.push_back(text);
            now = std::move(*best);
        }
    }

    /// Takes away what is not needed, the dearest first, until nothing more can go.
    void lighten(Tried& now) {
        for (bool isDone = false; !isDone && !isStopped();) {
            isDone = true;
            const auto resolved = resolve(job_, now.joint);
            if (!resolved) return;
            std::vector<Tried> list;
            std::vector<std::string> texts;
            for (Change& change : lightenings(now.joint, *resolved)) {
                if (!isForBoth(change.joint, now.joint) || !isAllowed(change.joint)) continue;
                const auto m = measured(change.joint);
                if (!m || !m->holds()) continue;
                Tried t{std::move(change.joint), *m, now.steps};
                if (price(t) < price(now) - 1e-6) list.push_back(std::move(t));
            }
            const auto best =
                std::min_element(list.begin(), list.end(), [&](const Tried& a, const Tried& b) { return price(a) < price(b); });
            if (best == list.end()) return;
            now = std::move(*best);
            isDone = false;
        }
    }

    /// One thing stronger so that others may be lighter; until so many were tried.
    void exchange(Tried& now, int mostTried) {
        for (bool isDone = false; !isDone && !isStopped();) {
            isDone = true;
            const auto resolved = resolve(job_, now.joint);
            if (!resolved) return;
            for (Change& change : strengthenings(job_, now.joint, *resolved)) {
                if (change.isOfMember || !isForBoth(change.joint, now.joint) || !isAllowed(change.joint)) continue;
                if (isStopped() || tried_ > mostTried) return;
                const auto m = measured(change.joint);
                if (!m || !m->holds()) continue;
                Tried other{std::move(change.joint), *m, now.steps};
                lighten(other);
                if (price(other) >= price(now) - 1e-6) continue;
                now = std::move(other);
                isDone = false;
                break;
            }
        }
    }

    std::vector<LayoutReason> reasons(const Tried& now) {
        std::vector<std::pair<double, LayoutReason>> list;
        const auto resolved = resolve(job_, now.joint);
        if (!resolved) return {};
        for (Change& change : lightenings(now.joint, *resolved)) {
            if (!isForBoth(change.joint, now.joint) || !isAllowed(change.joint)) continue;
            const auto m = measured(change.joint);
            if (!m || m->holds()) continue;
            list.push_back({now.measure.cost - m->cost, {change.text, m->utilisation, m->governing}});
        }
        std::stable_sort(list.begin(), list.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
        std::vector<LayoutReason> out;
        for (auto& r : list) out.push_back(std::move(r.second));
        return out;
    }

    const Job& job_;
    const Joint& given_;
    const LayoutOptions& o_;
    Preferences preferences_;
    std::vector<StockBolt> bolts_;
    int tried_ = 0;
    int unverified_ = 0;    ///< connections of the given joint that nothing verifies as asked
    bool areTwins_ = false; ///< both ends have the same members: what is changed at one is changed at the other
};

/// The job's, else the usual sizes from 16 to 30 mm of the set that the joint's own bolts are of, in the classes they are made
/// in; for preloading where slip is asked about.
std::vector<StockBolt> stockOf(const Job& job, const Joint& joint) {
    if (job.preferences && !job.preferences->bolts.empty()) return job.preferences->bolts;
    std::string set = "ISO";
    bool mustPreload = false;
    for (const Connection& c : joint.connections)
        if (const EndPlate* p = std::get_if<EndPlate>(&c.how)) {
            if (const BoltSize* own = findBoltSize(p->bolts.size)) set = own->set;
            mustPreload = mustPreload || p->bolts.slip;
        }
    if (mustPreload && set == "ISO") set = "HV";
    std::vector<StockBolt> all;
    for (const BoltSize& size : boltSizes()) {
        if (size.set != set || !size.isUsual || size.d < 15.5 || size.d > 30.5) continue;
        for (const BoltClass& grade : boltClasses()) {
            const bool isCommon = grade.name == "8.8" || grade.name == "10.9" || (grade.isUs && grade.isPreloadable);
            if (isCommon && isMadeIn(size, grade) && (!mustPreload || isPreloadable(size, grade)))
                all.push_back({size.designation, grade.name});
        }
    }
    return all;
}

/// Of many sets the search asks those that lead in something as the joint stands; what it found is asked in all sets, and those
/// that are over join for another search.
LayoutOutcome searched(const Job& job, const Joint& joint, const LayoutOptions& options, const std::vector<StockBolt>& bolts) {
    constexpr std::size_t many = 8;
    Search all(job, joint, options, bolts);
    if (joint.actions.size() <= many) return all.run();
    const auto resolved = resolve(job, joint);
    if (!resolved) return all.run();
    std::vector<bool> leads(joint.actions.size(), true);
    for (const DominatedSet& d : dominatedSets(verify(*resolved, 0))) leads[static_cast<std::size_t>(d.set)] = false;
    int tried = 0;
    for (int round = 0; round < 4; ++round) {
        Joint few = joint;
        few.actions.clear();
        for (std::size_t i = 0; i < leads.size(); ++i)
            if (leads[i] || (joint.seismic && joint.seismic->forcesOf == joint.actions[i].id))
                few.actions.push_back(joint.actions[i]);
        LayoutOutcome found = Search(job, few, options, bolts).run();
        tried += found.tried;
        found.tried = tried;
        found.joint.actions = joint.actions;
        const auto m = all.measureOf(found.joint);
        if (m && (m->holds() || !found.holds)) {
            found.measure = *m;
            if (m->holds()) found.reasons = all.reasonsOf(found.joint, *m);
            found.holds = m->holds();
            return found;
        }
        const auto there = resolve(job, found.joint);
        if (!there) break;
        bool isNew = false;
        for (const Check& c : verify(*there, 0).checks)
            if (c.state == CheckState::Over && c.set >= 0 && c.set < static_cast<int>(leads.size()) &&
                !leads[static_cast<std::size_t>(c.set)])
                leads[static_cast<std::size_t>(c.set)] = isNew = true;
        if (!isNew) break;
    }
    return all.run();
}

} // namespace

std::string sentenceOf(const LayoutReason& reason) {
    const bool isTakenAway = reason.text.rfind("without", 0) == 0;
    std::string what = title(reason.governing);
    what[0] = static_cast<char>(std::tolower(static_cast<unsigned char>(what[0])));
    return (isTakenAway ? "" : "with ") + reason.text + ": " + what + " would be " +
           (reason.utilisation >= farOver ? "far over 1" : fixedDecimals(reason.utilisation, 2));
}

LayoutOutcome findLayout(const Job& job, const Joint& joint, const LayoutOptions& options) {
    return searched(job, joint, options, stockOf(job, joint));
}

std::vector<LayoutOutcome> findLayouts(const Job& job, const std::vector<std::string>& ids, const LayoutOptions& options) {
    /// Each joint with these bolts, or with its own stock where none are given.
    const auto with = [&](const std::vector<StockBolt>& bolts) {
        std::vector<LayoutOutcome> list;
        for (const std::string& id : ids)
            if (const Joint* joint = findJoint(job, id))
                list.push_back(searched(job, *joint, options, bolts.empty() ? stockOf(job, *joint) : bolts));
        return list;
    };
    if (!job.preferences || !job.preferences->hasOneBolt || ids.size() < 2) return with({});
    std::vector<LayoutOutcome> best;
    std::pair<std::size_t, double> bestOf{0, 0}; // how many fail, what all cost
    std::vector<StockBolt> choice;
    for (const std::string& id : ids)
        if (const Joint* joint = findJoint(job, id))
            for (const StockBolt& b : stockOf(job, *joint))
                if (std::find(choice.begin(), choice.end(), b) == choice.end()) choice.push_back(b);
    for (const StockBolt& bolt : choice) {
        std::vector<LayoutOutcome> list = with({bolt});
        std::pair<std::size_t, double> of{0, 0};
        for (const LayoutOutcome& o : list) of.first += !o.holds, of.second += o.measure.cost;
        if (best.empty() || of < bestOf) best = std::move(list), bestOf = of;
    }
    return best;
}

} // namespace zg
