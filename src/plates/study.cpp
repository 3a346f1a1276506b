#include "plates/study.h"
#include "plates/moment_rotation.h"
#include "plates/snapshot.h"
#include "plates/strength.h"
#include <algorithm>
#include <chrono>
#include <cmath>

namespace zg {

namespace {

// Part of a whole, so that one line of progress serves many runs.
class PartProgress : public Progress {
public:
    PartProgress(Progress* whole, int count) : whole_(whole), count_(count) {}
    void next(const std::string& what) {
        what_ = what;
        ++index_;
        report(0, {});
    }
    void report(double fraction, const std::string& stage) override {
        if (whole_) whole_->report((index_ + fraction) / count_, stage.empty() ? what_ : stage);
    }
    [[nodiscard]] bool isCancelled() const override { return whole_ && whole_->isCancelled(); }

private:
    Progress* whole_;
    int count_, index_ = -1;
    std::string what_;
};

bool isForceless(const MemberForces& f) { return f.N == 0 && f.V == 0 && f.M == 0; }

bool isForceless(const ActionSet& set) {
    return isForceless(set.right) && isForceless(set.left) && isForceless(set.columnAbove.value_or(MemberForces{})) &&
           isForceless(set.columnBelow.value_or(MemberForces{})) && !set.rightOutOfPlane && !set.leftOutOfPlane;
}

class Study {
public:
    Study(const ResolvedJoint& joint, const StudyScope& scope, Progress* progress)
        : joint_(joint), scope_(scope), progress_(progress, count()) {}

    tl::expected<PlateStudy, Diagnostics> run(std::uint64_t key) {
        const auto start = std::chrono::steady_clock::now();
        out_.key = key;
        out_.mark = joint_.mark;
        auto model = buildJointModel(joint_);
        if (!model) return tl::unexpected(model.error());
        out_.geometry = geometryOf(joint_, *model);
        out_.elementSize = model->elementSize;
        out_.notes = model->notes;
        bool goesOn = true;
        if (scope_.strength || scope_.buckling)
            for (std::size_t i = 0; i < joint_.actions.size() && goesOn; ++i) {
                if (joint_.actions[i].kind == SetKind::Serviceability) continue;
                auto done = set(joint_.actions[i], static_cast<int>(i), 1, scope_.buckling);
                if (!done) return tl::unexpected(done.error());
                goesOn = *done;
                tell();
            }
        if (scope_.curves)
            for (const JointModel::Beam& beam : model->beams)
                for (bool isReversed : {false, true}) {
                    if (!goesOn) break;
                    progress_.next({});
                    auto curve = momentRotation(joint_, beam.side, isReversed, {}, &progress_);
                    if (!curve) return tl::unexpected(curve.error());
                    goesOn = !progress_.isCancelled();
                    if (!goesOn) break;
                    out_.freedoms = curve->freedoms;
                    out_.curves.push_back(std::move(*curve));
                    tell();
                }
        if (wantsOverStrength())
            for (const JointModel::Beam& beam : model->beams)
                for (bool isReversed : {false, true}) {
                    if (!goesOn) break;
                    auto done = set(overStrengthSet(joint_, beam.side, isReversed), -1,
                                    joint_.plates.hardening * joint_.plates.overStrength, false);
                    if (!done) return tl::unexpected(done.error());
                    goesOn = *done;
                }
        notes();
        out_.isComplete = goesOn && !progress_.isCancelled();
        out_.seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
        return std::move(out_);
    }

private:
    [[nodiscard]] bool wantsOverStrength() const {
        return scope_.overStrength == Wanted::Yes ||
               (scope_.overStrength == Wanted::AsChosen && joint_.plates.isCapacityDesigned);
    }

    [[nodiscard]] int count() const {
        const int beams = joint_.left ? 2 : 1;
        return std::max(
            1, (scope_.strength || scope_.buckling
                    ? static_cast<int>(std::count_if(joint_.actions.begin(), joint_.actions.end(),
                                                     [](const ActionSet& a) { return a.kind != SetKind::Serviceability; }))
                    : 0) +
                   (scope_.curves ? 2 * beams : 0) + (wantsOverStrength() ? 2 * beams : 0));
    }

    void tell() const {
        if (scope_.onPart) scope_.onPart(out_);
    }

    // False when there is no going on: cancelled, or something is loose.
    tl::expected<bool, Diagnostics> set(const ActionSet& actions, int index, double beamStrength, bool wantsBuckling) {
        progress_.next("set " + actions.id);
        StrengthSettings settings;
        settings.model.beamStrength = beamStrength;
        settings.wantsBuckling = wantsBuckling;
        settings.wantsReserve = index >= 0;
        settings.keepsFrames = index >= 0;
        auto done = analyseSet(joint_, actions, index, settings, &progress_);
        if (!done) return tl::unexpected(done.error());
        if (progress_.isCancelled()) return false;
        if (!done->mechanism.empty()) {
            out_.mechanismWords = done->strength.message;
            for (const Float3& u : shapeOf(done->mechanism)) out_.mechanism.insert(out_.mechanism.end(), u.begin(), u.end());
            return false;
        }
        if (index >= 0) {
            out_.sets.push_back(std::move(done->strength));
            if (wantsBuckling) out_.buckling.push_back(std::move(done->buckling));
        } else {
            out_.overStrength.push_back(std::move(done->strength));
        }
        return true;
    }

    void notes() {
        for (const ActionSet& actions : joint_.actions)
            if (actions.kind == SetKind::Serviceability)
                out_.notes.push_back("Set " + actions.id +
                                     " is a serviceability set; the plates' limits are those of strength, so it is "
                                     "not run.");
            else if (isForceless(actions))
                out_.notes.push_back("Set " + actions.id + " has no forces; nothing was computed for it.");
        if (joint_.actions.empty()) out_.notes.emplace_back("The joint has no action sets: strength and buckling wait for them.");
        if (!wantsOverStrength())
            out_.notes.emplace_back("Over-strength of the beams: not asked for (the joint is not designed for capacity).");
        else
            for (const ResolvedSide* s : {joint_.side(SideId::Right), joint_.side(SideId::Left)})
                if (s && !s->spec.span)
                    out_.notes.push_back(std::string("Over-strength of the ") + name(s->id) +
                                         " beam: without a span the shear of the plastic hinges is left out.");
    }

    const ResolvedJoint& joint_;
    const StudyScope& scope_;
    PartProgress progress_;
    PlateStudy out_;
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

tl::expected<PlateConvergence, Diagnostics> convergenceOf(const ResolvedJoint& joint, SideId side, bool isReversed,
                                                          Progress* progress) {
    PlateConvergence c;
    c.side = side;
    c.isReversed = isReversed;
    const double ratio = std::sqrt(2.0);
    PartProgress parts(progress, 3);
    for (double factor : {2.0, ratio, 1.0}) {
        parts.next({});
        MomentRotationSettings settings;
        settings.model.sizeFactor = factor;
        const auto r = momentRotation(joint, side, isReversed, settings, &parts);
        if (!r) return tl::unexpected(r.error());
        if (parts.isCancelled())
            return tl::unexpected(Diagnostics{{Severity::Warning, joint.mark, "The convergence run was cancelled."}});
        c.sizes.push_back({factor, r->freedoms, r->M_j_Rd, r->S_j_ini, r->peakStress});
        c.peakPart = r->peakPart;
    }
    c.M_j_Rd = estimate(c.sizes[0].M_j_Rd, c.sizes[1].M_j_Rd, c.sizes[2].M_j_Rd, ratio);
    c.S_j_ini = estimate(c.sizes[0].S_j_ini, c.sizes[1].S_j_ini, c.sizes[2].S_j_ini, ratio);
    c.peakExponent = std::log(c.sizes[2].peakStress / c.sizes[0].peakStress) / std::log(2.0);
    return c;
}

} // namespace zg
