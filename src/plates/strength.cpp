#include "plates/strength.h"
#include "base/elapsed.h"
#include "fe/buckling.h"
#include "joint/hinges.h"
#include "plates/end_forces.h"
#include "plates/slip_use.h"
#include "plates/snapshot.h"
#include "plates/tighten.h"
#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

namespace zg {

namespace {

// The movement that the set's forces work on: their work over their size.
fe::Terms conjugate(const fe::Model& model, const std::vector<fe::NodalForce>& forces) {
    double size = 0;
    for (const fe::NodalForce& f : forces) size = std::max(size, std::abs(f.value) / (f.freedom < 3 ? 1 : 1000));
    fe::Terms terms;
    for (const fe::NodalForce& f : forces) {
        bool isHeld = false;
        for (const fe::Constraint& c : model.constraints)
            isHeld = isHeld || (c.terms.size() == 1 && c.terms[0].node == f.node && c.terms[0].freedom == f.freedom);
        if (!isHeld) terms.push_back({f.node, f.freedom, f.value / size});
    }
    return terms;
}

// How far the movement has to go on to what comes to its limit, by the last two states, or by the last one and one that lay
// beyond the limit.
class WayToLimit {
public:
    struct Seen {
        double movement = 0, use = 0, factor = 0, slope = 0; ///< slope: of the factor over the movement
    };
    void at(const Seen& seen) {
        before_ = now_;
        now_ = seen;
        beyond_.reset();
    }
    void beyond(const Seen& seen) { beyond_ = seen; }
    // Whether a state lies beyond the top of the load, and the top may be more than 0.3 % above both it and the one before: it is
    // not above where the load was heading there.
    bool hidesTop(const Seen& seen) {
        const double top = now_.factor + now_.slope * (seen.movement - now_.movement);
        const bool isBeyond = now_.slope > 0 && (seen.slope < 0 || seen.factor < now_.factor);
        const bool isHidden = isBeyond && top > 1.003 * std::max(now_.factor, seen.factor);
        if (isHidden) fellAt_ = seen.movement;
        return isHidden;
    }
    // Half of the way to where the load fell, while that lies ahead.
    [[nodiscard]] double longest() const {
        return fellAt_ > now_.movement ? 0.5 * (fellAt_ - now_.movement) : std::numeric_limits<double>::infinity();
    }
    // 0 while next to nothing yields and nobody can say. A limit that is far in load is come near to before it is passed.
    [[nodiscard]] double next() const {
        if (!beyond_ && !(before_.use < now_.use && now_.use > 0.02)) return 0;
        const Seen &from = beyond_ ? now_ : before_, &to = beyond_ ? *beyond_ : now_;
        const double moved = to.movement - from.movement, left = (1 - now_.use) / (to.use - from.use) * moved;
        const bool isNear = (to.factor - from.factor) / moved * left < 0.018 * now_.factor;
        return (isNear ? 1.1 : 0.85) * left;
    }

private:
    Seen before_, now_;
    std::optional<Seen> beyond_;
    double fellAt_ = 0;
};

// How far beyond the whole set, of it, what is told for it may lie where the movement is steered.
constexpr double setTolerance = 2e-3;

class SetRun {
public:
    SetRun(const ResolvedJoint& joint, const ActionSet& set, const StrengthSettings& settings, Progress* progress)
        : joint_(joint), set_(set), settings_(settings), progress_(progress) {}

    tl::expected<SetAnalysis, Diagnostics> run(int index) {
        const Elapsed elapsed;
        PlateStrength& s = out_.strength;
        s.set = out_.buckling.set = index;
        s.id = out_.buckling.id = set_.id;
        s.title = set_.title;
        auto built = buildJointModel(joint_, settingsFor(joint_, set_, settings_.model));
        if (!built) return tl::unexpected(built.error());
        m_ = std::move(*built);
        forces_ = endForces(joint_, m_, set_);
        s.isService = set_.kind == SetKind::Serviceability;
        if (forces_.empty()) {
            s.isLoaded = false;
            s.message = "Set " + set_.id + " has no forces.";
            out_.buckling.message = s.message;
            return out_;
        }
        case_ = m_.model.addCase("set " + set_.id);
        m_.model.cases[case_].forces = forces_;
        for (std::size_t n = 0; n < settings_.imperfection.size(); ++n)
            m_.model.nodes[n] = m_.model.nodes[n] + settings_.imperfection[n];
        const fe::Geometry geometry = settings_.isMoved ? fe::Geometry::Moved : fe::Geometry::Undeformed;
        const fe::SolverSettings solver{plateTolerance, 30, settings_.threads, geometry, fe::Halves::Alike};
        Diagnostics found;
        // A first step that finds no equilibrium says only that the limit is below it: start again with smaller ones.
        for (double first : {settings_.isMoved ? 0.34 : 0.5, 0.06, 0.012}) {
            analysis_ = analysisOf(m_, found, solver, progress_);
            if (!analysis_) return tl::unexpected(found);
            s.frames.clear();
            s.limit = PlateLimit::None;
            s.message.clear();
            s.reserve = s.reached = lastUse_ = lastFactor_ = 0;
            uses_.reset();
            isTooCoarse_ = false;
            toTheSet(first);
            if (!isTooCoarse_ || isCancelled()) break;
        }
        s.balance = balanceOf(*analysis_, scaled(factorNow()));
        if (settings_.atFull) settings_.atFull(*analysis_, m_);
        if (settings_.wantsBuckling && !isCancelled()) buckling();
        const bool isOpen = s.limit == PlateLimit::None && !s.isReserveOpen && s.message.empty();
        if (settings_.wantsReserve && s.reached >= 1 - 1e-9 && isOpen && !isCancelled()) toTheLimit();
        slenderness();
        s.seconds = elapsed.seconds();
        return std::move(out_);
    }

private:
    [[nodiscard]] bool isCancelled() const { return progress_ && progress_->isCancelled(); }

    [[nodiscard]] std::vector<fe::NodalForce> scaled(double factor) const {
        std::vector<fe::NodalForce> forces = forces_;
        for (fe::NodalForce& f : forces) f.value *= factor;
        return forces;
    }

    [[nodiscard]] double factorNow() const { return analysis_->state().factors[case_]; }

    [[nodiscard]] Uses usesNow() const {
        LimitRules rules = limitRulesOf(joint_.plates);
        rules.areBeamsDissipative = settings_.dissipative;
        return usesOf(*analysis_, m_, rules);
    }

    // A step that comes to a limit from afar is taken back and halved, until the limit lies within 2 % of it.
    bool jumpsOverLimit() {
        uses_.reset();
        if (!(std::abs(factorNow() - lastFactor_) > 0.02 * std::abs(factorNow()))) return false;
        uses_ = usesNow();
        return uses_->limit.use >= 1;
    }

    // Where the limit lies between the last state and one beyond it: strains grow like a power of the load near the limit.
    [[nodiscard]] double partToLimit(double useBeyond) const {
        return lastUse_ > 0.01 ? std::log(1 / lastUse_) / std::log(useBeyond / lastUse_)
                               : (1 - lastUse_) / (useBeyond - lastUse_);
    }

    // Looks at the present state; true while nothing has come to its limit.
    bool look(bool isWithinSet) {
        PlateStrength& s = out_.strength;
        if (settings_.keepsFrames) s.frames.push_back(frameOf(*analysis_, m_, factorNow()));
        const Uses uses = uses_ ? std::move(*uses_) : usesNow();
        uses_.reset();
        const LimitReached& limit = uses.limit;
        const double factor = factorNow();
        if (isWithinSet) {
            s.parts = uses.parts, s.bolts = uses.bolts, s.welds = uses.welds;
            s.contact = contactForces(*analysis_, m_);
            s.slips = slipUses(*analysis_, m_);
            s.reached = std::min(1.0, factor);
            s.fullFrame = static_cast<int>(s.frames.size()) - 1;
        }
        if (limit.use >= 1) {
            // Past its top the load has been higher.
            s.reserve = std::max(s.reserve, lastFactor_ + partToLimit(limit.use) * (factor - lastFactor_));
            s.limit = limit.limit;
            s.limitPart = limit.part;
            return false;
        }
        s.reserve = std::max(s.reserve, factor);
        s.limitPart = limit.part;
        lastUse_ = limit.use;
        lastFactor_ = factor;
        return true;
    }

    void toTheSet(double first) {
        fe::Stage stage = wholeOf(m_.model, case_, "set " + set_.id, first);
        stage.cutsAtFracture = false;               // a limit as the others are
        double base = 0, beyond = 0, useBeyond = 0; // factors where the stage began and of a state beyond the limit, its use
        stage.goesTooFar = [&](const fe::Analysis&) {
            const bool isOver = jumpsOverLimit();
            if (isOver) beyond = factorNow(), useBeyond = uses_->limit.use;
            return isOver;
        };
        const auto toLimit = [&] { return beyond > 0 ? 0.98 * partToLimit(useBeyond) * (beyond - lastFactor_) / (1 - base) : 0; };
        stage.nextStep = [&](const fe::Analysis&) { return toLimit(); };
        // In long steps while elastic, in small ones from first yield on.
        bool isElastic = true;
        const auto onStep = [&](const fe::Analysis&, const fe::Step&) {
            isWithin_ = look(true);
            const bool wasElastic = isElastic;
            isElastic = lastUse_ < 0.01 && isWithin_;
            return isElastic || (!wasElastic && isWithin_);
        };
        fe::RunResult run = analysis_->run(stage, onStep, progress_);
        const bool hasFailed = run.reason == fe::StopReason::LimitLoad || run.reason == fe::StopReason::NotConverged ||
                               run.reason == fe::StopReason::Fracture;
        isTooCoarse_ = hasFailed && lastFactor_ == 0 && first > 0.02;
        if (isTooCoarse_) return;
        if (settings_.isMoved && run.reason == fe::StopReason::Stopped && isWithin_ && factorNow() < 1 - 1e-9) {
            // The load may fall from here on: the movement is steered, and the set passed by on the way.
            toTheLimit();
            out_.strength.reached = std::min(1.0, out_.strength.reserve);
            return;
        }
        if (run.reason == fe::StopReason::Stopped && isWithin_ && factorNow() < 1 - 1e-9) {
            const double left = 1 - factorNow(), most = std::min(0.17, first);
            stage.firstStep = stage.largestStep = 1 / std::max(1.0, std::ceil(left / most - 0.25));
            stage.goesOn = true;
            base = factorNow();
            if (beyond > 0) stage.firstStep = std::clamp(toLimit(), stage.smallestStep, stage.firstStep);
            run = analysis_->run(stage, onStep, progress_);
        }
        // The whole set is looked at even when its limit has been met on the way, if there is a chance that it can be carried.
        if (run.reason == fe::StopReason::Stopped && !isWithin_ && factorNow() >= 0.7 && factorNow() < 1 - 1e-9) {
            stage.firstStep = stage.largestStep = 1;
            stage.smallestStep = 0.05;
            stage.goesOn = true;
            stage.goesTooFar = nullptr;
            stage.nextStep = nullptr;
            stage.cutsAtFracture = true;
            const double reserve = out_.strength.reserve;
            const PlateLimit limit = out_.strength.limit;
            const std::string part = out_.strength.limitPart;
            run = analysis_->run(
                stage, [&](const fe::Analysis&, const fe::Step&) { return look(true), true; }, progress_);
            out_.strength.reserve = reserve;
            ended(run);
            out_.strength.limit = limit;
            out_.strength.limitPart = part;
            if (run.reason == fe::StopReason::LimitLoad || run.reason == fe::StopReason::NotConverged)
                out_.strength.message.clear();
            return;
        }
        ended(run);
        if (run.reason == fe::StopReason::Mechanism) out_.mechanism = run.shape;
        // Close below a limit load is found by steering the movement.
        if (run.reason == fe::StopReason::LimitLoad || run.reason == fe::StopReason::NotConverged) {
            out_.strength.limit = PlateLimit::None;
            toTheLimit();
        }
    }

    // On beyond with the movement under control, so that a limit load is passed over.
    void toTheLimit() {
        PlateStrength& s = out_.strength;
        s.message.clear();
        const fe::Terms watched = conjugate(m_.model, forces_);
        const auto movement = [&] { return std::abs(analysis_->displacement(watched)); };
        const double size = s.reached > 0 ? movement() / s.reached : 1;
        fe::Stage stage;
        stage.id = "set " + set_.id + " beyond";
        stage.factors.assign(m_.model.cases.size(), 0);
        stage.factors[case_] = factorNow() + 1;
        stage.control = fe::Control::Displacement;
        stage.goesOn = true;
        stage.cutsAtFracture = false; // it is a limit, placed between two states as the others are
        stage.watched = watched;
        // Steps grow as long as they are easy, so that a small set comes to its limit too.
        stage.firstStep = (settings_.isMoved ? 0.16 : 0.5) * size;
        stage.largestStep = 400;
        stage.smallestStep = 1e-2;
        stage.target = 60 * size * settings_.mostReserve;
        stage.mostSteps = settings_.isMoved ? 150 : 60;
        stage.mostTau = settings_.mostReserve - factorNow();
        WayToLimit way;
        const auto seenNow = [&](const fe::Step& step) {
            return WayToLimit::Seen{std::abs(step.watched), lastUse_, factorNow(), step.slope};
        };
        // The whole set is not stepped over: parts, bolts and welds are told there.
        double lastMovement = 0, toSet = 0;
        stage.goesTooFar = [&](const fe::Analysis& a) {
            WayToLimit::Seen seen = seenNow(a.steps().back());
            if (s.reached < 1 && lastFactor_ < 1 && seen.factor > 1 + setTolerance) {
                toSet = (1 + setTolerance / 2 - lastFactor_) / (seen.factor - lastFactor_) * (seen.movement - lastMovement);
                return true;
            }
            const bool isOver = jumpsOverLimit();
            if (isOver) seen.use = uses_->limit.use, way.beyond(seen);
            return isOver || way.hidesTop(seen);
        };
        way.at({0, lastUse_, factorNow(), factorNow() / movement()});
        stage.nextStep = [&](const fe::Analysis&) {
            if (toSet > 0) return toSet;
            double longest = way.longest();
            // In moved geometry a long step may land on another branch of equilibrium, whose limit lies higher.
            if (settings_.isMoved) longest = std::min(longest, std::max(stage.firstStep, 0.1 * movement()));
            const double wanted = way.next() > 0 ? std::min(way.next(), longest) : longest;
            return std::isfinite(wanted) ? wanted : 0;
        };
        const fe::RunResult run = analysis_->run(
            stage,
            [&](const fe::Analysis&, const fe::Step& step) {
                const bool isWithin = look(factorNow() <= 1 + setTolerance && s.reached < std::min(1.0, factorNow()));
                way.at(seenNow(step));
                lastMovement = std::abs(step.watched), toSet = 0;
                // Past the top of the load there is no more reserve.
                return isWithin && factorNow() > 0.97 * s.reserve;
            },
            progress_);
        if (s.limit == PlateLimit::None && run.reason == fe::StopReason::Stopped) s.limit = PlateLimit::NoEquilibrium;
        ended(run);
        s.isReserveOpen = s.limit == PlateLimit::None && run.isComplete();
    }

    void ended(const fe::RunResult& run) {
        PlateStrength& s = out_.strength;
        if (run.isComplete() || run.reason == fe::StopReason::Stopped) return;
        s.message = withPartNames(run.message);
        if (run.reason == fe::StopReason::LimitLoad) s.limit = PlateLimit::NoEquilibrium;
        if (run.reason == fe::StopReason::Fracture) {
            s.limit = PlateLimit::BoltFracture;
            if (!run.ids.empty()) s.limitPart = run.ids.front();
            s.message = "A bolt of " + withPartNames(s.limitPart) + " breaks at " +
                        std::to_string(static_cast<int>(100 * factorNow() + 0.5)) + " % of the set.";
        }
    }

    void buckling() {
        const Elapsed elapsed;
        PlateBuckling& b = out_.buckling;
        if (progress_) progress_->report(1, "buckling in set " + set_.id);
        fe::BucklingSettings settings;
        settings.modes = joint_.plates.modes;
        settings.largestFactor = 200 / std::max(factorNow(), 1e-3);
        const fe::BucklingResult found = fe::buckle(*analysis_, fe::membraneForces(*analysis_), settings, progress_);
        b.isComplete = found.isComplete;
        b.message = found.message;
        for (const fe::BucklingMode& mode : found.modes)
            b.modes.push_back(sortedMode(mode.factor * factorNow(), mode.shape, m_.parts, mode.partEnergy, mode.bendingEnergy));
        b.seconds = elapsed.seconds();
    }

    void slenderness() {
        for (PlateMode& mode : out_.buckling.modes) {
            mode.leastFactor = mode.reach == ModeReach::Local ? joint_.plates.localFactor : joint_.plates.globalFactor;
            const bool isRolled = !joint_.column.section.isWelded &&
                                  (mode.part.kind == PartKind::ColumnWeb || mode.part.kind == PartKind::ColumnFlange ||
                                   mode.part.kind == PartKind::BeamWeb || mode.part.kind == PartKind::BeamTopFlange ||
                                   mode.part.kind == PartKind::BeamBottomFlange);
            reducedStressRule(mode, out_.strength.reserve, isRolled, joint_.settings.gamma_M1);
        }
    }

    const ResolvedJoint& joint_;
    const ActionSet& set_;
    const StrengthSettings& settings_;
    Progress* progress_;
    SetAnalysis out_;
    JointModel m_;
    std::vector<fe::NodalForce> forces_;
    std::unique_ptr<fe::Analysis> analysis_;
    int case_ = 0;
    std::optional<Uses> uses_; // of the step just taken, while it is not looked at yet
    double lastUse_ = 0, lastFactor_ = 0;
    bool isWithin_ = true, isTooCoarse_ = false;
};

} // namespace

tl::expected<SetAnalysis, Diagnostics> analyseSet(const ResolvedJoint& joint, const ActionSet& set, int index,
                                                  const StrengthSettings& settings, Progress* progress) {
    return SetRun(joint, set, settings, progress).run(index);
}

ActionSet overStrengthSet(const ResolvedJoint& joint, EndId side, bool isReversed) {
    ActionSet set;
    set.id = std::string("over-strength, ") + name(side) + (isReversed ? ", bottom" : ", top");
    set.title = "plastic hinge of the beam on the " + std::string(name(side));
    const auto forces = [&](const ResolvedSide& s, bool hasTensionAtBottom) {
        EndForces f;
        f.end = s.id;
        const HingePlace place = hingeOf(s);
        const double hinge = overStrengthFactor(joint, s) * place.M_pl;
        if (const auto span = hingeSpan(joint, s, place)) {
            Workings<double> silent;
            const HingeForces<double> face = hingeForces(silent, s, place, *span, hasTensionAtBottom, hinge);
            f.M = face.M;
            f.V = face.V;
        } else { // without a span the hinges bring no shear: said in the notes
            f.M = hasTensionAtBottom ? -hinge : hinge;
            f.V = s.spec.gravityShear.value_or(0);
        }
        if (joint.reference == ActionReference::Node && joint.hasColumn) f.M += f.V * s.cosSlope * joint.column.section.h / 2;
        return f;
    };
    for (const ResolvedSide& s : joint.sides)
        if (s.kind != ConnectionKind::FinPlate && !s.isPartner) set.forces.push_back(forces(s, (s.id == side) == isReversed));
    return set;
}

double overStrengthFactor(const ResolvedJoint& joint, const ResolvedSide& side) {
    return joint.seismic ? joint.seismic->hardening * overStrengthOf(*joint.seismic, side)
                         : joint.plates.hardening * joint.plates.overStrength;
}

} // namespace zg
