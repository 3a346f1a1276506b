#include "plates/study.h"
#include "base/elapsed.h"
#include "joint/bolt_strength.h"
#include "joint/hinges.h"
#include "plates/cyclic.h"
#include "plates/moment_rotation.h"
#include "plates/other_axes.h"
#include "plates/patch_load.h"
#include "plates/snapshot.h"
#include "plates/stability.h"
#include "plates/strength.h"
#include <algorithm>
#include <atomic>
#include <cmath>
#include <exception>
#include <mutex>
#include <numeric>
#include <thread>

namespace zg {

namespace {

// Many analyses, some at a time, tell one listener how far the whole is, and stop together.
class SharedProgress {
public:
    SharedProgress(Progress* whole, std::size_t count) : whole_(whole), done_(count, 0.0) {}

    class Part : public Progress {
    public:
        Part(SharedProgress& shared, std::size_t index) : shared_(shared), index_(index) {}
        void report(double fraction, const std::string& stage) override { shared_.report(index_, fraction, stage); }
        [[nodiscard]] bool isCancelled() const override { return shared_.isCancelled(); }

    private:
        SharedProgress& shared_;
        std::size_t index_;
    };

    void stop() { isStopped_ = true; }
    [[nodiscard]] bool isCancelled() const { return isStopped_ || (whole_ && whole_->isCancelled()); }

private:
    void report(std::size_t index, double fraction, const std::string& stage) {
        if (!whole_) return;
        const std::lock_guard<std::mutex> lock(guard_);
        done_[index] = std::max(done_[index], fraction);
        if (!stage.empty()) stage_ = stage;
        whole_->report(std::accumulate(done_.begin(), done_.end(), 0.0) / static_cast<double>(done_.size()), stage_);
    }

    Progress* whole_;
    std::mutex guard_; // of what follows
    std::vector<double> done_;
    std::string stage_;
    std::atomic<bool> isStopped_{false};
};

bool isForceless(const ActionSet& set) {
    return std::all_of(set.forces.begin(), set.forces.end(), [](const EndForces& f) { return isForceless(f); });
}

class Study {
public:
    Study(const ResolvedJoint& joint, const StudyScope& scope, Progress* progress)
        : joint_(joint), scope_(scope), progress_(progress) {}

    tl::expected<PlateStudy, Diagnostics> run(std::uint64_t key) {
        const Elapsed elapsed;
        out_.key = key;
        out_.mark = joint_.mark;
        auto model = buildJointModel(joint_);
        if (!model) return tl::unexpected(model.error());
        out_.geometry = geometryOf(joint_, *model);
        out_.elementSize = model->elementSize;
        out_.notes = model->notes;
        notes();
        plan(*model);
        work();
        if (failure_) std::rethrow_exception(failure_);
        for (const Diagnostics& d : problems_)
            if (!d.empty()) return tl::unexpected(d);
        PlateStudy all = gathered();
        all.isComplete =
            all.mechanismWords.empty() && std::all_of(isDone_.begin(), isDone_.end(), [](char is) { return is != 0; });
        all.seconds = elapsed.seconds();
        return all;
    }

private:
    enum class Kind { Set, Curve, CurveUnder, CurveAbout, OverStrength, Cyclic };
    struct Task {
        Kind kind;
        int set = -1; // index of the action set
        EndId side = ends::right;
        bool isReversed = false;
        CurveAxis axis = CurveAxis::Major;
    };

    void plan(const JointModel& model) {
        if (wantsCyclic()) tasks_.push_back({Kind::Cyclic}); // takes longest
        if (scope_.strength || scope_.buckling || wantsStability())
            for (std::size_t i = 0; i < joint_.actions.size(); ++i)
                if (joint_.actions[i].kind == SetKind::Ultimate || isRunForSlip(joint_.actions[i]))
                    tasks_.push_back({Kind::Set, static_cast<int>(i)});
        for (const auto& [isWanted, kind] :
             {std::pair{scope_.curves, Kind::Curve}, std::pair{setUnder() != nullptr, Kind::CurveUnder},
              std::pair{wantsOverStrength(), Kind::OverStrength}})
            for (const JointModel::Beam& beam : model.beams)
                for (bool isReversed : {false, true})
                    if (isWanted && beam.carriesMoment) tasks_.push_back({kind, -1, beam.side, isReversed});
        for (const JointModel::Beam& beam : model.beams)
            for (const CurveAxis axis : {CurveAxis::Minor, CurveAxis::Torsion})
                if (wantsOtherAxes() && beam.carriesMoment) tasks_.push_back({Kind::CurveAbout, -1, beam.side, false, axis});
        isDone_.resize(tasks_.size());
        sets_.resize(tasks_.size());
        curves_.resize(tasks_.size());
        stable_.resize(tasks_.size());
        cyclic_.resize(tasks_.size());
        problems_.resize(tasks_.size());
        refusals_.resize(tasks_.size());
    }

    // Analyses stand by themselves: as many at a time as there are cores, up to four for the memory's sake.
    void work() {
        SharedProgress progress(progress_, tasks_.size());
        const std::size_t cores = std::max(1u, std::thread::hardware_concurrency());
        const std::size_t workers = std::min({cores, std::size_t{4}, tasks_.size()});
        const int threads = workers > 1 ? 1 : static_cast<int>(std::min<std::size_t>(cores, 2));
        std::atomic<std::size_t> next{0};
        const auto worker = [&] {
            try {
                for (std::size_t i = next++; i < tasks_.size() && !progress.isCancelled(); i = next++) {
                    SharedProgress::Part part(progress, i);
                    if (!analyse(i, threads, part)) progress.stop();
                }
            } catch (...) {
                progress.stop();
                const std::lock_guard<std::mutex> lock(guard_);
                if (!failure_) failure_ = std::current_exception();
            }
        };
        std::vector<std::thread> others;
        for (std::size_t w = 1; w < workers; ++w) others.emplace_back(worker);
        worker();
        for (std::thread& t : others) t.join();
    }

    // False when there is no going on: a bad model, or something is loose.
    bool analyse(std::size_t index, int threads, Progress& progress) {
        const Task& task = tasks_[index];
        if (task.kind == Kind::Curve || task.kind == Kind::CurveUnder || task.kind == Kind::CurveAbout) {
            MomentRotationSettings settings;
            settings.threads = threads;
            if (task.kind == Kind::CurveUnder) settings.under = setUnder();
            auto curve = task.kind == Kind::CurveAbout ? momentRotationAbout(joint_, task.side, task.axis, settings, &progress)
                                                       : momentRotation(joint_, task.side, task.isReversed, settings, &progress);
            // Asked for by the joint's choices, a curve that cannot be is no reason to give up the rest.
            if (!curve && task.kind == Kind::CurveUnder && scope_.under.empty() && !progress.isCancelled()) {
                refuse(index, curve.error());
                return true;
            }
            return place(index, curve, progress, [&] { curves_[index] = std::move(*curve); });
        }
        if (task.kind == Kind::Cyclic) {
            auto cyclic = cyclicRun(joint_, threads, &progress);
            if (!cyclic && scope_.cyclic == Wanted::AsChosen && !progress.isCancelled()) {
                refuse(index, cyclic.error());
                return true;
            }
            return place(index, cyclic, progress, [&] { cyclic_[index] = std::move(*cyclic); });
        }
        StrengthSettings settings;
        settings.threads = threads;
        const bool isSet = task.kind == Kind::Set;
        const bool isService = isSet && joint_.actions[task.set].kind == SetKind::Serviceability;
        const bool isImperfect = isSet && !isService && wantsStability();
        settings.wantsBuckling = isSet && !isService && (scope_.buckling || isImperfect);
        settings.wantsReserve = isSet && !isService;
        settings.keepsFrames = isSet;
        if (!isSet) {
            // The hinge's moment comes from beyond the model: its stub is given a little more, to hand it on whole.
            double factor = 1;
            for (const ResolvedSide& s : joint_.sides) factor = std::max(factor, overStrengthFactor(joint_, s));
            settings.model.beamStrength = 1.05 * factor;
            settings.dissipative = true;
        }
        const ActionSet actions = isSet ? joint_.actions[task.set] : overStrengthSet(joint_, task.side, task.isReversed);
        std::vector<PatchLoad> webs; // in undeformed geometry, as a rule has it
        if (isImperfect)
            settings.atFull = [&](const fe::Analysis& a, const JointModel& m) { webs = patchLoads(joint_, actions, m, a); };
        progress.report(0, "set " + actions.id);
        auto done = analyseSet(joint_, actions, task.set, settings, &progress);
        const bool isLoose = done && !done->mechanism.empty();
        const bool goesOn = isImperfect && done && !isLoose && done->strength.isLoaded && !progress.isCancelled();
        const std::optional<SetAnalysis> first = goesOn ? std::optional<SetAnalysis>(*done) : std::nullopt;
        if (!place(index, done, progress, [&] { sets_[index] = std::move(*done); }) || isLoose) return false;
        if (!goesOn) return true;
        progress.report(0, "imperfect set " + actions.id);
        auto stable = analyseStability(joint_, actions, out_.geometry, *first, threads, &progress);
        if (stable) stable->webs = std::move(webs);
        return place(index, stable, progress, [&] { stable_[index] = std::move(*stable); });
    }

    // The study does without an analysis, and says why.
    void refuse(std::size_t index, const Diagnostics& why) {
        const std::lock_guard<std::mutex> lock(guard_);
        refusals_[index] = joined(why);
        isDone_[index] = true;
    }

    // Keeps what an analysis found and tells of it; what was cancelled on the way is dropped.
    template <class Found, class Keep> bool place(std::size_t index, const Found& found, Progress& progress, Keep keep) {
        const std::lock_guard<std::mutex> lock(guard_);
        if (progress.isCancelled()) return true; // an analysis that had not come to its first step says it did not start
        if (!found) {
            problems_[index] = found.error();
            return false;
        }
        keep();
        isDone_[index] = true;
        progress.report(1, {});
        if (scope_.onPart) scope_.onPart(gathered());
        return true;
    }

    // What is done, in the order of the plan. A mechanism stands for everything.
    [[nodiscard]] PlateStudy gathered() const {
        PlateStudy all = out_;
        for (std::size_t i = 0; i < tasks_.size(); ++i) {
            if (!refusals_[i].empty()) all.notes.push_back(refusals_[i]);
            if (curves_[i]) {
                all.freedoms = curves_[i]->freedoms;
                (tasks_[i].kind == Kind::Curve        ? all.curves
                 : tasks_[i].kind == Kind::CurveUnder ? all.curvesUnder
                                                      : all.curvesAbout)
                    .push_back(*curves_[i]);
            }
            if (cyclic_[i]) all.cyclic.push_back(*cyclic_[i]);
            if (!sets_[i]) continue;
            const SetAnalysis& set = *sets_[i];
            if (!set.mechanism.empty()) {
                if (!all.mechanismWords.empty()) continue;
                all.mechanismWords = set.strength.message;
                for (const Float3& u : shapeOf(set.mechanism)) all.mechanism.insert(all.mechanism.end(), u.begin(), u.end());
            } else if (tasks_[i].kind == Kind::Set) {
                all.sets.push_back(set.strength);
                if ((scope_.buckling || wantsStability()) && !set.strength.isService) all.buckling.push_back(set.buckling);
                if (stable_[i]) all.stability.push_back(*stable_[i]);
            } else {
                all.overStrength.push_back(set.strength);
            }
        }
        return all;
    }

    [[nodiscard]] bool wantsOverStrength() const {
        return scope_.overStrength == Wanted::Yes ||
               (scope_.overStrength == Wanted::AsChosen && (joint_.plates.isCapacityDesigned || joint_.seismic));
    }

    [[nodiscard]] bool wantsCyclic() const {
        return scope_.cyclic == Wanted::Yes ||
               (scope_.cyclic == Wanted::AsChosen && joint_.plates.cyclic != CyclicProtocol::None);
    }

    // By id: as asked for now, else as the joint's choices have it where curves are run.
    [[nodiscard]] std::string under() const {
        return !scope_.under.empty() ? scope_.under : scope_.curves ? joint_.plates.curvesUnder : std::string();
    }

    [[nodiscard]] const ActionSet* setUnder() const {
        const std::string id = under();
        for (const ActionSet& set : joint_.actions)
            if (!id.empty() && set.id == id) return &set;
        return nullptr;
    }

    [[nodiscard]] bool wantsOtherAxes() const {
        return scope_.otherAxes == Wanted::Yes ||
               (scope_.otherAxes == Wanted::AsChosen && scope_.curves && joint_.plates.hasOtherAxes);
    }

    // Serviceability is run where tightened bolts must not slip at it.
    [[nodiscard]] bool isRunForSlip(const ActionSet& set) const {
        return joint_.plates.isPreloaded && set.kind == SetKind::Serviceability &&
               std::any_of(joint_.sides.begin(), joint_.sides.end(),
                           [](const ResolvedSide& s) { return mustNotSlip(s, SlipLimit::Serviceability); });
    }

    [[nodiscard]] bool wantsStability() const {
        return scope_.stability == Wanted::Yes || (scope_.stability == Wanted::AsChosen && joint_.plates.isImperfect);
    }

    void notes() {
        for (const ActionSet& actions : joint_.actions)
            if (isRunForSlip(actions))
                out_.notes.push_back("Set " + actions.id +
                                     " is a serviceability set, run for the slip of tightened bolts alone.");
            else if (actions.kind == SetKind::Serviceability)
                out_.notes.push_back("Set " + actions.id +
                                     " is a serviceability set; the plates' limits are those of strength, so it is "
                                     "not run.");
            else if (actions.kind == SetKind::Allowable)
                out_.notes.push_back("Set " + actions.id +
                                     " is for allowable stress, which the plates do not know; it is not run.");
            else if (isForceless(actions))
                out_.notes.push_back("Set " + actions.id + " has no forces; nothing was computed for it.");
        if (joint_.actions.empty()) out_.notes.emplace_back("The joint has no action sets: strength and buckling wait for them.");
        if (!under().empty() && !setUnder())
            out_.notes.push_back("Curves under " + under() + ": the joint has no such set; they were not run.");
        const bool isTightened =
            std::any_of(joint_.sides.begin(), joint_.sides.end(), [](const ResolvedSide& s) { return mustNotSlip(s); });
        if (joint_.plates.isPreloaded && !isTightened)
            out_.notes.emplace_back(
                "Tightened bolts were asked for, but no end plate's bolts must not slip (no_slip_at): none was tightened.");
        if (!joint_.plates.isPreloaded && isTightened)
            out_.notes.push_back(
                std::string("Bolts that must not slip: not tightened in the plates (not asked for); they bear from the start") +
                (wantsCyclic() ? ", but in the cyclic run, which tightens them." : "."));
        if (!wantsStability())
            out_.notes.emplace_back(
                "Moved geometry with imperfections: not asked for; buckling factors and slenderness stand for it.");
        if (!wantsOverStrength())
            out_.notes.emplace_back(joint_.plates.isCapacityDesigned || joint_.seismic
                                        ? "Over-strength of the beams: not asked for now."
                                        : "Over-strength of the beams: not asked for (the joint is not designed for capacity).");
        else
            for (const ResolvedSide& s : joint_.sides)
                if (s.kind != ConnectionKind::FinPlate && !s.isPartner) overStrengthNotes(s);
    }

    void overStrengthNotes(const ResolvedSide& s) {
        const std::string head = std::string("Over-strength of the ") + name(s.id) + " beam: ";
        if (!hingeSpan(joint_, s, hingeOf(s)))
            out_.notes.push_back(head + "without a span the shear of the plastic hinges is left out.");
        if (!s.spec.gravityShear && !s.spec.gravityLoad)
            out_.notes.push_back(head + "no shear from gravity is given; it is taken as nil.");
    }

    const ResolvedJoint& joint_;
    const StudyScope& scope_;
    Progress* progress_;
    PlateStudy out_; // without results
    std::vector<Task> tasks_;
    std::mutex guard_; // of what follows, while the analyses run
    std::vector<std::optional<SetAnalysis>> sets_;
    std::vector<std::optional<PlateStability>> stable_;
    std::vector<std::optional<PlateMomentRotation>> curves_;
    std::vector<std::optional<PlateCyclic>> cyclic_;
    std::vector<char> isDone_; // not bool: written by several threads
    std::vector<Diagnostics> problems_;
    std::vector<std::string> refusals_; // of analyses that the study does without
    std::exception_ptr failure_;
};

} // namespace

tl::expected<PlateStudy, Diagnostics> studyPlates(const ResolvedJoint& joint, std::uint64_t key, const StudyScope& scope,
                                                  Progress* progress) {
    return Study(joint, scope, progress).run(key);
}

PlateConvergence::Estimate estimate(double coarse, double middle, double fine, double ratio) {
    PlateConvergence::Estimate e;
    const double first = middle - coarse, second = fine - middle;
    e.value = fine;
    e.error = std::max({std::abs(coarse - fine), std::abs(middle - fine)}) / std::abs(fine);
    if (first * second <= 0 || std::abs(second) >= std::abs(first)) return e;
    // Of an order below a half three sizes say next to nothing about a limit.
    e.order = std::log(first / second) / std::log(ratio);
    if (e.order < 0.5) return e;
    e.isSteady = true;
    e.value = fine + second / (first / second - 1);
    e.error = std::abs(fine / e.value - 1);
    return e;
}

tl::expected<PlateConvergence, Diagnostics> convergenceOf(const ResolvedJoint& joint, EndId side, bool isReversed,
                                                          Progress* progress) {
    PlateConvergence c;
    c.side = side;
    c.isReversed = isReversed;
    const double ratio = std::sqrt(2.0);
    SharedProgress shared(progress, 3);
    std::size_t index = 0;
    for (double factor : {2.0, ratio, 1.0}) {
        SharedProgress::Part part(shared, index++);
        MomentRotationSettings settings;
        settings.model.sizeFactor = factor;
        const auto r = momentRotation(joint, side, isReversed, settings, &part);
        if (!r) return tl::unexpected(r.error());
        if (shared.isCancelled())
            return tl::unexpected(Diagnostics{{Severity::Warning, joint.mark, "The convergence run was cancelled."}});
        part.report(1, {});
        c.sizes.push_back({factor, r->freedoms, r->M_j_Rd, r->S_j_ini, r->peakStress});
        c.peakPart = r->peakPart;
    }
    c.M_j_Rd = estimate(c.sizes[0].M_j_Rd, c.sizes[1].M_j_Rd, c.sizes[2].M_j_Rd, ratio);
    c.S_j_ini = estimate(c.sizes[0].S_j_ini, c.sizes[1].S_j_ini, c.sizes[2].S_j_ini, ratio);
    c.peakExponent = std::log(c.sizes[2].peakStress / c.sizes[0].peakStress) / std::log(2.0);
    return c;
}

} // namespace zg
