#include "component/verify.h"
#include "base/text.h"
#include "component/american/ordinary.h"
#include "component/capacity.h"
#include "component/check_list.h"
#include "component/connection.h"
#include "component/fin_plate.h"
#include "component/flange_holes.h"
#include "component/node_actions.h"
#include "component/reduced_section.h"
#include "component/slip.h"
#include "component/welded.h"
#include "joint/bolt_strength.h"
#include "joint/detailing.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

/// "Right beam", as a heading of the workings.
std::string beamTitle(EndId side) { return capitalised(name(side)) + " beam"; }

/// Which procedure answers, by what the two sides of the connection are.
enum class Procedure { EndPlate, Splice, Welded, FinPlate, None };
Procedure procedureOf(const ResolvedJoint& joint, const ResolvedSide& s) {
    if (joint.splicedTo(s)) return Procedure::Splice;
    if (!joint.hasColumn) return Procedure::None;
    switch (s.kind) {
    case ConnectionKind::EndPlate: return s.isInPlane() ? Procedure::EndPlate : Procedure::None;
    case ConnectionKind::DirectWeld: return s.isInPlane() ? Procedure::Welded : Procedure::None;
    case ConnectionKind::FinPlate: return Procedure::FinPlate;
    }
    return Procedure::None;
}

/// The side's tension zone for one sign of moment, computed once and shared by all sets of that sign.
template <class Num> struct Prepared {
    SideModel model;
    TensionZone<Num> zone;
    std::optional<OtherEnd<Num>> other; ///< of a splice
};

template <class Num> class JointVerification {
public:
    JointVerification(Workings<Num>& w, const ResolvedJoint& joint, std::uint64_t key)
        : w_(w), joint_(joint), prepared_(2 * joint.sides.size()) {
        out_.key = key;
        out_.mark = joint.mark;
        out_.rules = joint.settings.rules;
        out_.actions = joint.actions;
        out_.givenSets = static_cast<int>(joint.actions.size());
    }

    JointResult run() {
        out_.checks = detailingChecks(joint_);
        out_.checks.reserve(64 + 48 * joint_.actions.size());
        const bool isAnyUltimate = std::any_of(joint_.actions.begin(), joint_.actions.end(),
                                               [](const ActionSet& s) { return s.kind == SetKind::Ultimate; });
        if (joint_.actions.empty() || (!isAnyUltimate && isAmerican(rules()))) withoutSets();
        for (std::size_t i = 0; i < joint_.actions.size(); ++i) set(static_cast<int>(i));
        if (joint_.seismic) capacity();
        notDone();
        conclude();
        return std::move(out_);
    }

private:
    [[nodiscard]] RuleSet rules() const { return joint_.settings.rules; }
    /// Where checks of given sets by the component method go: with American rules alone it answers for stiffness and curve only.
    std::vector<Check>& componentChecks() {
        if (isEuropean(rules())) return out_.checks;
        aside_.clear();
        return aside_;
    }

    const Prepared<Num>& prepared(EndId side, bool isReversed) {
        std::size_t at = 0;
        while (joint_.sides[at].id != side) ++at;
        auto& slot = prepared_[2 * at + (isReversed ? 1U : 0U)];
        if (!slot) {
            if constexpr (Workings<Num>::tracing) {
                w_.heading(1, beamTitle(side) + ", tension at the " + (isReversed ? "bottom" : "top"),
                           name(side) + (isReversed ? "-reversed" : "-top"));
            }
            slot.emplace();
            const ResolvedSide& own = joint_.sides[at];
            slot->model = makeSideModel(joint_, side, isReversed);
            const ResolvedSide* partner = joint_.splicedTo(own);
            if (partner) {
                slot->other.emplace();
                slot->other->model = makeSideModel(joint_, partner->id, isReversed);
                keepCommonRows(slot->model, slot->other->model);
            }
            if (own.kind == ConnectionKind::EndPlate) slot->zone = tensionZone(w_, slot->model, joint_.settings);
            if (partner) {
                w_.heading(1, beamTitle(partner->id) + ", its end plate", name(partner->id) + "-plate");
                slot->other->zone = tensionZone(w_, slot->other->model, joint_.settings);
            }
        }
        return *slot;
    }

    /// `set`: null without action sets.
    void connection(const ResolvedSide& s, bool isReversed, ConnectionActions actions, const ActionSet* set = nullptr) {
        if (s.isPartner) return; // its plate is verified with the connection onto it
        const Procedure procedure = procedureOf(joint_, s);
        if (procedure == Procedure::None) return listNotDone(componentChecks(), CheckCode::NotDoneProcedure, s.id, "");
        if (procedure == Procedure::FinPlate) return finPlate(s, actions, set);
        out_.connections.push_back(verified(s, isReversed, actions, set, componentChecks()));
        if (!s.spec.cut || !set || !isEuropean(rules())) return;
        CheckList list(out_.checks, s.id, isReversed, actions.set);
        verifyReducedSection(w_, s, actions.forces, joint_.settings, list);
    }

    /// A connection that carries moment; its checks go to the list given.
    ConnectionResult verified(const ResolvedSide& s, bool isReversed, ConnectionActions actions, const ActionSet* set,
                              std::vector<Check>& checks) {
        const Procedure procedure = procedureOf(joint_, s);
        const Prepared<Num>& p = prepared(s.id, isReversed);
        Workings<Num> aside; // a question beside the calculation is not printed
        Workings<Num>& w = actions.isUncapped ? aside : w_;
        if constexpr (Workings<Num>::tracing) {
            w.heading(1,
                      beamTitle(s.id) + ", " + (set ? "set " + set->id : "no action set") + ", tension at the " +
                          (isReversed ? "bottom" : "top"),
                      name(s.id) + "-set-" + std::to_string(actions.set));
        }
        if (procedure == Procedure::Splice) {
            actions.beta = 0;
        } else if (set) {
            w.heading(2, "Forces at the node", "node");
            actions.beta = valueOf(transformationParameter(w, joint_, s.id, *set));
            actions.sigma_com = valueOf(columnStress(w, joint_, s.id, isReversed, *set));
        }
        if (p.zone.outsideNotCounted > 0 && !saidOutside_) {
            saidOutside_ = true;
            listNotDone(componentChecks(), CheckCode::NotDoneOuterRows, s.id, "EN 1993-1-8:2005 table 6.6", isReversed);
        }
        if (procedure == Procedure::Welded) return verifyWelded(w, joint_, p.model, actions, checks);
        return verifyConnection(w, joint_, p.model, p.zone, actions, checks, p.other ? &*p.other : nullptr);
    }

    /// Sets of the beams' hinges, and what they ask.
    void capacity() {
        CapacityPort<Num> port;
        port.model = [this](EndId side, bool isReversed) -> const SideModel& { return prepared(side, isReversed).model; };
        port.connection = [this](const ResolvedSide& s, bool isReversed, const ConnectionActions& actions, const ActionSet& set,
                                 std::vector<Check>& checks) { return verified(s, isReversed, actions, &set, checks); };
        if (hingedSides(joint_).empty())
            return listNotDone(out_.checks, CheckCode::NotDoneHingeKind, Check{}.side, "EN 1998-1:2004 6.6.1");
        if (isEuropean(joint_.seismic->rules)) verifyEuropeanCapacity(w_, joint_, port, out_);
        if (isAmerican(joint_.seismic->rules)) verifyAmericanCapacity(w_, joint_, port, out_);
    }

    void finPlate(const ResolvedSide& s, const ConnectionActions& actions, const ActionSet* set) {
        if (!set) return; // a fin plate has no resistance of its own to a moment
        if constexpr (Workings<Num>::tracing)
            w_.heading(1, beamTitle(s.id) + ", set " + set->id + ", fin plate",
                       name(s.id) + "-set-" + std::to_string(actions.set));
        out_.connections.push_back(verifyFinPlate(w_, joint_, s, actions, componentChecks()));
    }

    void withoutSets() {
        for (const ResolvedSide& s : joint_.sides)
            for (const bool isReversed : {false, true}) connection(s, isReversed, {});
        if (isAmerican(rules()) && joint_.actions.empty()) american().verify(nullptr, -1);
    }
    AmericanSets<Num> american() {
        return {w_, joint_, [this](EndId side, bool isReversed) -> const SideModel& { return prepared(side, isReversed).model; },
                out_};
    }

    void set(int index) {
        const ActionSet& set = joint_.actions[static_cast<std::size_t>(index)];
        out_.balance.push_back(imbalance(joint_, set));
        for (const ResolvedSide& s : joint_.sides)
            if (isEuropean(rules())) verifySlip(w_, joint_, s, set, index, out_.checks);
        if (set.kind == SetKind::Serviceability) return; // no other check asks for it; listed below
        if (isAmerican(rules())) isAmericanDone_ = american().verify(&set, index) || isAmericanDone_;
        if (set.kind == SetKind::Allowable) return;
        for (const ResolvedSide& s : joint_.sides)
            if (isEuropean(rules())) verifyFlangeHoles(w_, joint_, s, set, index, out_.checks);
        for (const ResolvedSide& s : joint_.sides) {
            ConnectionActions a;
            a.set = index;
            a.forces = faceForces(joint_, s.id, set);
            const bool isReversed = a.forces.M < 0;
            connection(s, isReversed, a, &set);
        }
    }

    void notDone() {
        const auto say = [&](CheckCode code, const char* clause) { listNotDone(out_.checks, code, Check{}.side, clause); };
        const bool hasService = std::any_of(joint_.actions.begin(), joint_.actions.end(),
                                            [](const ActionSet& s) { return s.kind == SetKind::Serviceability; });
        const bool usesService = std::any_of(joint_.sides.begin(), joint_.sides.end(),
                                             [](const ResolvedSide& s) { return slipLimitOf(s) == SlipLimit::Serviceability; });
        if (!isAmerican(rules()) && std::any_of(joint_.actions.begin(), joint_.actions.end(),
                                                [](const ActionSet& s) { return s.kind == SetKind::Allowable; }))
            say(CheckCode::NotDoneAllowable, "");
        if (usesService && !hasService) say(CheckCode::NotDoneSlipNoSets, "EN 1993-1-8:2005 3.9");
        if (hasService && !usesService) say(CheckCode::NotDoneServiceability, "EN 1993-1-8:2005 3.9");
        const bool isSlipDone = std::all_of(joint_.sides.begin(), joint_.sides.end(), [](const ResolvedSide& s) {
            return s.isPartner || (s.kind == ConnectionKind::DirectWeld && !s.isWebBolted) || slipLimitOf(s);
        });
        if (!isSlipDone) say(CheckCode::NotDoneBoltSlip, "EN 1993-1-8:2005 3.9");
        say(CheckCode::NotDoneFatigue, "EN 1993-1-9:2005");
        say(CheckCode::NotDoneMinorAxis, "");
        say(CheckCode::NotDoneColumnMember, "EN 1993-1-1:2005 6.3");
        const bool noSpan = std::any_of(joint_.sides.begin(), joint_.sides.end(), [](const ResolvedSide& s) {
            return s.kind != ConnectionKind::FinPlate && !s.isPartner && !s.spec.span;
        });
        if (noSpan) say(CheckCode::NotDoneClassNoSpan, "EN 1993-1-8:2005 5.2.2.5");
    }

    void conclude() {
        for (std::size_t i = 0; i < out_.checks.size(); ++i) {
            const Check& c = out_.checks[i];
            if (c.group == CheckGroup::NotDone || c.state == CheckState::NotApplicable) continue;
            // A rule that is met says nothing about how much the joint is used: it governs only when it is broken.
            if (c.group != CheckGroup::Strength && c.state != CheckState::Over) continue;
            if (out_.governing < 0 || c.utilisation > out_.utilisation * (1 + 1e-9)) {
                out_.governing = static_cast<int>(i);
                out_.utilisation = c.utilisation;
            }
        }
        // Without an ultimate set nothing has been verified, unless a rule is broken already.
        const bool isLoaded =
            isAmericanDone_ || !out_.ladders.empty() ||
            std::any_of(out_.connections.begin(), out_.connections.end(), [](const ConnectionResult& c) { return c.set >= 0; });
        if (!isLoaded && out_.governing >= 0 && stateOf(out_.utilisation) != CheckState::Over) {
            out_.governing = -1;
            out_.utilisation = 0;
        }
        out_.state = out_.governing < 0 ? CheckState::NotDone : stateOf(out_.utilisation);
        // What is asked for and not verified leaves no verdict, unless the rest fails already.
        if (out_.state != CheckState::Over && leftOut(out_)) out_.state = CheckState::NotDone;
    }

    Workings<Num>& w_;
    const ResolvedJoint& joint_;
    std::vector<std::optional<Prepared<Num>>> prepared_;
    bool saidOutside_ = false, isAmericanDone_ = false;
    std::vector<Check> aside_;
    JointResult out_;
};

} // namespace

JointResult verify(const ResolvedJoint& joint, std::uint64_t key) {
    Workings<double> w;
    return JointVerification<double>(w, joint, key).run();
}

TracedVerification verifyTraced(const ResolvedJoint& joint, std::uint64_t key) {
    Workings<Traced> w(joint.settings.units);
    TracedVerification t;
    t.result = JointVerification<Traced>(w, joint, key).run();
    t.lines = w.take();
    return t;
}

tl::expected<JointResult, Diagnostics> verify(const Job& job, const Joint& joint) {
    const auto resolved = resolve(job, joint);
    if (!resolved) return tl::unexpected(resolved.error());
    return verify(*resolved, resultKey(job, joint));
}

int unknownToAmericanRules(const JointResult& result) {
    return static_cast<int>(std::count_if(result.checks.begin(), result.checks.end(),
                                          [](const Check& c) { return c.code == CheckCode::NotDoneUsForm; }));
}

std::optional<CheckCode> leftOut(const JointResult& result) {
    const bool isHingedByEurope = std::any_of(result.ladders.begin(), result.ladders.end(),
                                              [](const Ladder& l) { return l.rules == LadderRules::European; });
    for (const Check& c : result.checks) {
        switch (c.code) {
        case CheckCode::NotDoneProcedure:
        case CheckCode::NotDoneFinMoment:
        case CheckCode::NotDoneHingeKind: return c.code;
        case CheckCode::NotDoneHingeSpan:
        case CheckCode::NotDoneUsLayout:
            if (!isHingedByEurope) return c.code;
            break;
        case CheckCode::NotDoneUsForm:
            if (!isEuropean(result.rules)) return c.code;
            break;
        default: break;
        }
    }
    return std::nullopt;
}

int leftUnverified(const JointResult& result) {
    return static_cast<int>(std::count_if(result.checks.begin(), result.checks.end(), [](const Check& c) {
        return c.code == CheckCode::NotDoneUsForm || c.code == CheckCode::NotDoneUsLayout ||
               c.code == CheckCode::NotDoneHingeSpan;
    }));
}

bool sameKind(const Check& a, const Check& b) {
    return a.code == b.code && a.side == b.side && a.group == b.group && a.isReversed == b.isReversed &&
           (a.method == CheckMethod::Component || a.parts[0] == b.parts[0]);
}

const Check* governingCheck(const JointResult& result) {
    return result.governing >= 0 ? &result.checks[static_cast<std::size_t>(result.governing)] : nullptr;
}

namespace {

/// What is equal but for rounding keeps the order in which it was computed, the joint in bending first.
double roundedUse(const Check& c) { return std::round(c.utilisation * 1e9); }

} // namespace

const Check* limitingCheck(const JointResult& result) {
    const Check* governing = governingCheck(result);
    if (!governing || governing->code != CheckCode::JointMoment) return governing;
    // Of several used as much the one that the ledger lists first: kinds stand in the order in which they come up.
    const Check* best = nullptr;
    std::ptrdiff_t bestPlace = 0;
    for (const Check& c : result.checks) {
        const bool isOfSame = c.group == CheckGroup::Strength && c.set == governing->set && c.side == governing->side &&
                              c.isReversed == governing->isReversed && c.code != CheckCode::JointMoment;
        if (!isOfSame || c.utilisation < governing->utilisation * (1 - 1e-9)) continue;
        const auto first =
            std::find_if(result.checks.begin(), result.checks.end(), [&](const Check& o) { return sameKind(o, c); });
        const std::ptrdiff_t place = first - result.checks.begin();
        if (best && (roundedUse(c) < roundedUse(*best) || (roundedUse(c) == roundedUse(*best) && place >= bestPlace))) continue;
        best = &c;
        bestPlace = place;
    }
    return best ? best : governing;
}

std::vector<Check> inOrder(std::vector<Check> checks) {
    const auto rank = [](const Check& c) {
        return c.group == CheckGroup::NotDone ? 2 : c.group != CheckGroup::Strength && c.state != CheckState::Over ? 1 : 0;
    };
    std::stable_sort(checks.begin(), checks.end(), [&](const Check& a, const Check& b) {
        if (rank(a) != rank(b)) return rank(a) < rank(b);
        return roundedUse(a) > roundedUse(b);
    });
    return checks;
}

std::vector<Check> ledger(const JointResult& result, const std::vector<Check>& others) {
    std::vector<Check> list, all = result.checks;
    all.insert(all.end(), others.begin(), others.end());
    for (const Check& c : all) {
        const auto twin = std::find_if(list.begin(), list.end(), [&](const Check& other) { return sameKind(c, other); });
        if (twin == list.end())
            list.push_back(c);
        else if (c.utilisation > twin->utilisation)
            *twin = c;
    }
    return inOrder(std::move(list));
}

const ConnectionResult* worstConnection(const JointResult& result, std::optional<int> set) {
    const ConnectionResult* best = nullptr;
    for (const ConnectionResult& c : result.connections) {
        if (set && c.set != *set) continue;
        // A connection for shear alone stands for the joint only where there is no other.
        const bool isBetter = !best || (c.isForShear == best->isForShear ? c.utilisation > best->utilisation : best->isForShear);
        if (isBetter) best = &c;
    }
    return best;
}

const ConnectionResult* connectionOf(const JointResult& result, const Check* check) {
    const ConnectionResult* worst = worstConnection(result);
    if (!check || check->set < 0) return worst;
    const auto at = std::find_if(result.connections.begin(), result.connections.end(),
                                 [&](const ConnectionResult& c) { return c.set == check->set && c.side == check->side; });
    const ConnectionResult* own = at == result.connections.end() ? nullptr : &*at;
    for (const ConnectionResult* c : {own, worstConnection(result, check->set), worst})
        if (c && !c->isForShear) return c;
    return own ? own : worst;
}

} // namespace zg
