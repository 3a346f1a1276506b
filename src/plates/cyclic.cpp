#include "plates/cyclic.h"
#include "base/elapsed.h"
#include "base/text.h"
#include "joint/hinges.h"
#include "plates/protocol.h"
#include "plates/snapshot.h"
#include "plates/tighten.h"
#include <algorithm>
#include <cmath>

namespace zg {

namespace {

constexpr double smallDrift = 1e-4;      // of the first step, from which stiffnesses are read
constexpr double turnedBack = 0.05;      // of a drift, for the stiffness in unloading
constexpr double cyclicTolerance = 1e-5; // residual: some hundred steps one after the other, each far below it in the end
constexpr double pi = 3.14159265358979323846;

// Part of the whole run for each stage.
class StageProgress : public Progress {
public:
    explicit StageProgress(Progress* whole) : whole_(whole) {}
    void set(double from, double part, std::string text) {
        from_ = from, part_ = part, text_ = std::move(text);
        leg(0, 1);
    }
    void leg(double from, double to) { legFrom_ = from, legTo_ = to; }
    void report(double fraction, const std::string&) override {
        if (whole_) whole_->report(from_ + part_ * (legFrom_ + (legTo_ - legFrom_) * fraction), text_);
    }
    [[nodiscard]] bool isCancelled() const override { return whole_ && whole_->isCancelled(); }

private:
    Progress* whole_;
    double from_ = 0, part_ = 0, legFrom_ = 0, legTo_ = 1;
    std::string text_;
};

// A beam beyond its stub, from the handle to the point of inflection: bent elastically, its web sheared.
double flexibilityBeyond(const Section& s, double length) {
    return length * length * length / (3 * youngsModulus * s.I_y) + length / (youngsModulus / 2.6 * s.t_w * (s.h - s.t_f));
}

class CyclicRun {
public:
    CyclicRun(const ResolvedJoint& joint, int threads, Progress* progress)
        : joint_(joint), threads_(threads), progress_(progress), rules_(limitRulesOf(joint.plates)) {
        // Loose plates would rattle at every turn: bolts that are tightened on site are tightened here.
        joint_.plates.isPreloaded = true;
        // Strain that has come and gone is no limit here; bolts and welds that let go are.
        rules_.strainLimit = fe::unlimited;
    }

    tl::expected<PlateCyclic, Diagnostics> run() {
        const Elapsed elapsed;
        const PlateSpec& spec = joint_.plates;
        out_.protocol = spec.cyclic == CyclicProtocol::None ? CyclicProtocol::Aisc341 : spec.cyclic;
        out_.target = spec.cyclicDrift;
        out_.hardening = spec.cyclicHardening;
        out_.kinematicPart = spec.cyclicKinematic;
        out_.expectedStrength = expectedBeamStrength(joint_);
        needs();
        PlateModelSettings settings;
        settings.hardeningPart = out_.hardening;
        settings.kinematicPart = out_.kinematicPart;
        settings.beamStrength = out_.expectedStrength * joint_.settings.gamma_M0;
        auto built = buildJointModel(joint_, settings);
        if (!built) return tl::unexpected(built.error());
        m_ = std::move(*built);
        out_.isTightened = m_.isPreloaded();
        if (Diagnostics bad = attachTips(); !bad.empty()) return tl::unexpected(std::move(bad));
        std::vector<DriftLevel> levels = driftLevels(out_.protocol, out_.target, 1);
        if (out_.protocol == CyclicProtocol::Eccs) {
            const tl::expected<double, Diagnostics> yield = yieldDrift();
            if (!yield) return tl::unexpected(yield.error());
            out_.yieldDrift = *yield;
            levels = driftLevels(out_.protocol, out_.target, *yield);
        }
        Diagnostics found;
        const auto analysis = analysisOf(m_, found, solver(), progress_);
        if (!analysis) return tl::unexpected(found);
        out_.freedoms = analysis->system().map().freeCount();
        analysis_ = analysis.get();
        if (Diagnostics bad = goThrough(levels); !bad.empty()) return tl::unexpected(std::move(bad));
        PlateStrength& end = out_.run;
        end.id = "cyclic";
        end.title = "swayed to and fro";
        end.parts = partUses(*analysis, m_);
        end.bolts = boltUses(*analysis, m_);
        end.welds = weldUses(*analysis, m_);
        end.contact = contactForces(*analysis, m_);
        end.reached = out_.reached / out_.target;
        end.fullFrame = static_cast<int>(end.frames.size()) - 1;
        end.seconds = elapsed.seconds();
        return std::move(out_);
    }

private:
    // What the ductility of the joint's capacity design asks for.
    void needs() {
        if (!joint_.seismic) return;
        const SeismicSpec& spec = *joint_.seismic;
        const bool isHigh = spec.ductility == Ductility::High;
        if (isAmerican(spec.rules)) out_.neededDrift = isHigh ? 0.04 : 0.02;
        if (isEuropean(spec.rules)) out_.neededRotation = isHigh ? 0.035 : 0.025;
    }

    Diagnostics refused(const std::string& why) const {
        return {{Severity::Error, joint_.mark, "Joint " + joint_.mark + " cannot be swayed to and fro: " + why}};
    }

    // Points of inflection, each hung on its beam's stub by the rest of the beam, and a load case that moves them.
    Diagnostics attachTips() {
        if (!joint_.hasColumn) return refused("it has no column, so that no drift turns its beams against each other.");
        case_ = m_.model.addCase("drift");
        for (const JointModel::Beam& beam : m_.beams) {
            if (!beam.carriesMoment) continue;
            const ResolvedSide& s = *joint_.side(beam.side);
            const auto span = hingeSpan(joint_, s, {});
            if (!span)
                return refused(std::string("the ") + name(s.id) + " beam has no span; half of it is the lever of the drift.");
            PlateCyclic::Beam b;
            b.side = s.id;
            b.lever = *span / 2;
            b.arm = b.lever + joint_.column.section.h / 2;
            b.M_pl = s.beam.section.W_pl_y * s.beam.steel.f_y;
            const fe::Vec3 stub = m_.model.nodes[beam.handle];
            const double beyond = b.lever - dot(stub - beam.face, beam.along);
            if (!(beyond > 0))
                return refused(std::string("half the span of the ") + name(s.id) + " beam ends within its modelled length.");
            const fe::Vec3 place = stub + beyond * beam.along, down = cross(beam.turn, beam.along);
            const int tip = m_.model.addNode(place);
            const std::string id = std::string("drift of the ") + name(s.id) + " beam";
            const double sense = out_.beams.empty() ? 1 : -1; // of its moment, where the drift is positive
            const int moved = m_.model.fixAlong(tip, down, false, id);
            m_.model.fixAlong(tip, beam.along, false, id);
            m_.model.fixAlong(tip, cross(down, beam.along), false, id);
            m_.model.fix(tip, {fe::Rx, fe::Ry, fe::Rz}, id);
            m_.model.cases[case_].movements.push_back({moved, sense * b.arm});
            fe::Link link;
            link.id = id;
            link.a = fe::attachToNode(m_.model.nodes, beam.handle, place - stub);
            link.b = fe::attachToNode(m_.model.nodes, tip);
            link.axes = {down, beam.along, cross(down, beam.along)};
            link.law = fe::LinearLaw{1 / flexibilityBeyond(s.beam.section, beyond)};
            tips_.push_back(static_cast<int>(m_.model.links.size()));
            m_.model.links.push_back(link);
            out_.beams.push_back(b);
        }
        return tips_.empty() ? refused("no beam of it carries a moment in the column's plane.") : Diagnostics{};
    }

    [[nodiscard]] std::vector<double> momentsOf(const fe::Analysis& a) const {
        std::vector<double> M;
        for (std::size_t i = 0; i < tips_.size(); ++i) M.push_back(a.springForce(tips_[i])[0] * out_.beams[i].lever);
        return M;
    }

    [[nodiscard]] fe::Stage to(double drift, double largestStep) const {
        fe::Stage stage;
        stage.id = "drift";
        stage.factors.assign(m_.model.cases.size(), 0);
        stage.factors[case_] = drift;
        stage.firstStep = stage.largestStep = largestStep;
        stage.smallestStep = 2e-3;
        return stage;
    }

    [[nodiscard]] fe::SolverSettings solver() const {
        return {cyclicTolerance, 30, threads_, fe::Geometry::Undeformed, fe::Halves::Alike};
    }

    // Where the line of the first stiffness meets the tangent that has come down to a tenth of it (ECCS 45:1986), on a run that
    // goes one way.
    tl::expected<double, Diagnostics> yieldDrift() {
        Diagnostics found;
        StageProgress part(progress_);
        part.set(0, 0.05, "yield drift");
        const auto a = analysisOf(m_, found, solver(), progress_);
        if (!a) return tl::unexpected(found);
        const double atRest = momentsOf(*a)[0]; // tightening leaves next to nothing
        double drift = 0, M = atRest, first = 0, slope = 0;
        const auto look = [&](const fe::Analysis& now, const fe::Step&) {
            const double driftBefore = drift, MBefore = M;
            drift = now.state().factors[case_], M = momentsOf(now)[0];
            slope = (M - MBefore) / (drift - driftBefore);
            if (driftBefore == 0) first = slope;
            return slope > first / 10;
        };
        fe::RunResult run = a->run(to(smallDrift, 1), look, &part);
        if (run.isComplete()) run = a->run(to(out_.target, 0.025), look, &part);
        if (run.reason == fe::StopReason::Cancelled) return tl::unexpected(refused("it was cancelled."));
        if (run.reason != fe::StopReason::Stopped)
            return tl::unexpected(
                refused(run.isComplete()
                            ? "its stiffness does not come down to a tenth before the largest drift, so that it has no yield "
                              "drift by which the ECCS protocol counts."
                            : "its yield drift was not found. " + withPartNames(run.message)));
        return (M - slope * drift - atRest) / (first - slope);
    }

    // One stage; false when the run is over.
    bool sway(double drift, double largestStep, StageProgress& progress) {
        const fe::RunResult run = analysis_->run(
            to(drift, largestStep), [&](const fe::Analysis& a, const fe::Step&) { return look(a); }, &progress);
        if (run.reason == fe::StopReason::Reached) return true;
        wasCancelled_ = run.reason == fe::StopReason::Cancelled;
        if (run.reason == fe::StopReason::Stopped) return false; // the limit is known
        out_.run.message = withPartNames(run.message);
        if (!wasCancelled_) {
            out_.run.limit = run.reason == fe::StopReason::Fracture ? PlateLimit::BoltFracture : PlateLimit::NoEquilibrium;
            if (!run.ids.empty()) out_.run.limitPart = run.ids.front();
        }
        return false;
    }

    bool look(const fe::Analysis& a) {
        PlateCyclic::Point p;
        p.drift = a.state().factors[case_];
        p.M = momentsOf(a);
        out_.path.push_back(p);
        const std::vector<fe::ShellElement::State>& shells = a.state().shells;
        const std::vector<fe::SpringState>& springs = a.state().springs;
        hasYielded_ =
            hasYielded_ ||
            std::any_of(shells.begin(), shells.end(), [](const fe::ShellElement::State& s) { return s.yielded != 0; }) ||
            std::any_of(springs.begin(), springs.end(), [](const fe::SpringState& s) { return s.kappa > 0; });
        if (out_.firstYieldDrift == 0 && hasYielded_) {
            const std::vector<PartUse> parts = yieldedParts();
            if (!parts.empty() && parts.front().strain >= firstYieldStrain)
                out_.firstYield = parts.front().part, out_.firstYieldDrift = std::abs(p.drift);
        }
        const LimitReached limit = limitOf({}, boltUses(a, m_), weldUses(a, m_), rules_);
        if (limit.use < 1) return true;
        out_.run.limit = limit.limit;
        out_.run.limitPart = limit.part;
        return false;
    }

    // Plates by the strain they have gathered, most first.
    [[nodiscard]] std::vector<PartUse> yieldedParts() const {
        std::vector<PartUse> parts = partUses(*analysis_, m_);
        parts.erase(std::remove_if(parts.begin(), parts.end(), [](const PartUse& u) { return !(u.strain > 0); }), parts.end());
        std::stable_sort(parts.begin(), parts.end(), [](const PartUse& a, const PartUse& b) { return a.strain > b.strain; });
        return parts;
    }

    Diagnostics goThrough(const std::vector<DriftLevel>& levels) {
        double whole = 0, done = 0;
        for (const DriftLevel& l : levels) whole += weightOf(l) * l.cycles;
        StageProgress progress(progress_);
        progress.set(0, 0, "first step");
        out_.path.push_back({0, momentsOf(*analysis_)});
        if (!sway(smallDrift, 1, progress)) {
            if (wasCancelled_) return refused("it was cancelled.");
            return refused("its first step found no equilibrium. " + out_.run.message);
        }
        for (std::size_t i = 0; i < tips_.size(); ++i)
            out_.beams[i].stiffness = (out_.path.back().M[i] - out_.path.front().M[i]) / smallDrift;
        for (const DriftLevel& level : levels) {
            for (int c = 0; c < level.cycles; ++c) {
                const double weight = weightOf(level);
                progress.set(done / whole, weight / whole, "cyclic run, drift " + significant(1000 * level.drift, 6) + " mrad");
                if (!cycle(level.drift, c == 0, progress)) {
                    out_.isComplete = !wasCancelled_;
                    return {};
                }
                done += weight;
                const PlateCycle now = out_.cycles.back();
                if (doesRepeat(c > 0 ? &out_.cycles[out_.cycles.size() - 2] : nullptr, now))
                    for (; c + 1 < level.cycles; ++c) {
                        out_.cycles.push_back(now);
                        out_.cycles.back().isRepeated = true;
                        done += weight;
                    }
            }
            out_.reached = level.drift;
        }
        out_.isComplete = true;
        return {};
    }

    // Comes back to where it began, or does what the one before did and dissipates next to nothing: so will the rest of its
    // level.
    static bool doesRepeat(const PlateCycle* before, const PlateCycle& now) {
        if (now.damping < 2e-4) return true;
        return before && now.damping < 5e-3 && std::abs(now.damping / before->damping - 1) < 0.02 &&
               std::abs(now.most[0] / before->most[0] - 1) < 1e-3 && std::abs(now.least[0] / before->least[0] - 1) < 1e-3;
    }

    // Back from an end as far as it surely is elastic, in one step: the surface is two yield strains wide.
    [[nodiscard]] double unloaded(double end) const {
        const double back =
            std::min(0.6 * std::abs(end), out_.firstYieldDrift > 0 ? 1.5 * out_.firstYieldDrift : 0.6 * std::abs(end));
        return end > 0 ? end - back : end + back;
    }

    [[nodiscard]] bool isMarked(double drift) const {
        const auto isAt = [&](double place) { return std::abs(drift - place) < 1e-9; };
        return drift == out_.target || isAt(0.02) || isAt(0.04);
    }
    static double weightOf(const DriftLevel& level) { return level.drift > 0.009 ? 3 : 1; }

    // To the drift, to the other side, and back to nil.
    bool cycle(double drift, bool isFirst, StageProgress& progress) {
        const double before = analysis_->steps().back().externalWork;
        const std::size_t from = out_.path.size();
        progress.leg(0, 0.25);
        if (!sway(drift, hasYielded_ ? 1.0 / 4 : 1, progress)) return false;
        PlateCycle c;
        c.drift = drift;
        c.plasticDrift = drift - out_.path.back().M[0] / out_.beams[0].stiffness;
        if (isFirst) out_.run.frames.push_back(frameOf(*analysis_, m_, drift));
        if (isFirst && isMarked(drift)) out_.marks.push_back({drift, out_.path.back().M, yieldedParts()});
        const std::size_t turned = out_.path.size();
        // A little way back, which is elastic, for the stiffness in unloading: once a level.
        progress.leg(0.25, 0.25);
        if (isFirst && !sway((1 - turnedBack) * drift, 1, progress)) return false;
        const auto turnTo = [&](double end, double to, double step, double begin, double finish) {
            progress.leg(begin, begin);
            if (hasYielded_ && !sway(unloaded(end), 1, progress)) return false;
            progress.leg(begin, finish);
            return sway(to, hasYielded_ ? step : 1, progress);
        };
        if (!turnTo(drift, -drift, 1.0 / 5, 0.25, 0.75) || !turnTo(-drift, 0, 1.0 / 2, 0.75, 1)) return false;
        c.unloading = isFirst ? fe::unlimited : out_.cycles.back().unloading;
        double elastic = 0;
        for (std::size_t i = 0; i < tips_.size(); ++i) {
            const PlateCyclic::Beam& b = out_.beams[i];
            const PlateCyclic::Point &at = out_.path[turned - 1], &after = out_.path[turned];
            if (isFirst) c.unloading = std::min(c.unloading, (at.M[i] - after.M[i]) / (at.drift - after.drift) / b.stiffness);
            double most = 0, least = 0;
            for (std::size_t k = from; k < out_.path.size(); ++k) {
                most = std::max(most, out_.path[k].M[i]);
                least = std::min(least, out_.path[k].M[i]);
            }
            c.most.push_back(most);
            c.least.push_back(least);
            elastic += 0.5 * (most - least) / 2 * b.arm / b.lever * drift;
        }
        c.dissipated = analysis_->steps().back().externalWork - before;
        c.damping = c.dissipated / (4 * pi * elastic);
        out_.cycles.push_back(std::move(c));
        return true;
    }

    ResolvedJoint joint_;
    int threads_;
    Progress* progress_;
    LimitRules rules_;
    JointModel m_;
    int case_ = 0;
    std::vector<int> tips_; // links, by beam of the result
    fe::Analysis* analysis_ = nullptr;
    bool hasYielded_ = false, wasCancelled_ = false;
    PlateCyclic out_;
};

bool isIntact(const PlateCyclic& run) { return run.isComplete && run.run.limit == PlateLimit::None; }

// Levels of drift gone through as a whole, each with its cycles.
template <class Do> void byLevel(const PlateCyclic& run, Do todo) {
    for (std::size_t i = 0; i < run.cycles.size();) {
        std::size_t end = i;
        while (end < run.cycles.size() && run.cycles[end].drift == run.cycles[i].drift) ++end;
        if (run.cycles[i].drift <= run.reached) todo(i, end);
        i = end;
    }
}

} // namespace

double PlateCyclic::dissipated() const {
    double sum = 0;
    for (const PlateCycle& c : cycles) sum += c.dissipated;
    return sum;
}

double PlateCyclic::driftWith(double part) const {
    double drift = 0;
    byLevel(*this, [&](std::size_t from, std::size_t end) {
        bool isKept = true;
        for (std::size_t c = from; c < end; ++c)
            for (std::size_t i = 0; i < beams.size(); ++i)
                isKept = isKept && std::min(cycles[c].most[i], -cycles[c].least[i]) >= part * beams[i].M_pl;
        if (isKept) drift = cycles[from].drift;
    });
    return drift;
}

bool PlateCyclic::isDriftDecided() const {
    return neededDrift > 0 && (driftWith(0.8) >= neededDrift || !isIntact(*this) || target >= neededDrift);
}

bool PlateCyclic::isRotationDecided() const {
    if (!(neededRotation > 0)) return false;
    const double kept = plasticDriftKept();
    return kept >= neededRotation || !isIntact(*this) ||
           std::any_of(cycles.begin(), cycles.end(), [&](const PlateCycle& c) { return c.plasticDrift > kept; });
}

double PlateCyclic::plasticDriftKept() const {
    double kept = 0;
    std::vector<double> most(beams.size(), 0), least(beams.size(), 0);
    bool isLost = false;
    byLevel(*this, [&](std::size_t from, std::size_t end) {
        for (std::size_t c = from; c < end; ++c) {
            for (std::size_t i = 0; i < beams.size(); ++i) {
                most[i] = std::max(most[i], cycles[c].most[i]);
                least[i] = std::min(least[i], cycles[c].least[i]);
                isLost = isLost || cycles[c].most[i] < 0.8 * most[i] || cycles[c].least[i] > 0.8 * least[i];
            }
            isLost = isLost || cycles[c].unloading < 0.8;
        }
        if (!isLost) kept = std::max(kept, cycles[from].plasticDrift);
    });
    return kept;
}

double expectedBeamStrength(const ResolvedJoint& joint) {
    if (!joint.seismic) return joint.plates.overStrength;
    double most = 1;
    for (const ResolvedSide& s : joint.sides) {
        if (isEuropean(joint.seismic->rules)) most = std::max(most, overStrengthOf(*joint.seismic, s));
        if (isAmerican(joint.seismic->rules)) most = std::max(most, expectedStrengthOf(*joint.seismic, s));
    }
    return most;
}

tl::expected<PlateCyclic, Diagnostics> cyclicRun(const ResolvedJoint& joint, int threads, Progress* progress) {
    return CyclicRun(joint, threads, progress).run();
}

} // namespace zg
