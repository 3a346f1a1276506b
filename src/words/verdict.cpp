#include "words/verdict.h"
#include "base/text.h"
#include "component/senses.h"
#include "component/verify.h"
#include "words/ladder_words.h"
#include "words/phrases.h"
#include <algorithm>

namespace zg {
namespace {

std::string classSentence(const ConnectionResult& c, FrameKind frame, UnitSystem units) {
    const Classification& k = c.classification;
    std::string text;
    if (k.stiffness == StiffnessClass::NotGiven)
        text = "Class by stiffness needs the beam's span; ";
    else
        text = capitalised(wordOf(k.stiffness)) + (frame == FrameKind::Braced ? " (braced frame), " : " (sway frame), ");
    if (c.isForShear) return "Taken as nominally pinned.";
    text += std::string(wordOf(k.strength)) + ", S_j,ini " + shown(c.stiffness.S_j_ini, Quantity::Stiffness, units) + ".";
    return text;
}

/// Strength asked of the joint by its beams' hinges.
bool isOfCapacity(const Check& c, int givenSets) {
    return (c.group == CheckGroup::Strength && c.set >= givenSets) || isAmericanStrength(c);
}

/// Why there is no verdict, in a sentence.
const char* reasonOf(CheckCode leftOut) {
    switch (leftOut) {
    case CheckCode::NotDoneHingeSpan: return "Capacity design needs the beam's span. ";
    case CheckCode::NotDoneHingeKind: return "Capacity design knows no beam here. ";
    case CheckCode::NotDoneUsLayout: return "American rules of capacity design do not know its connections. ";
    case CheckCode::NotDoneUsForm: return "American rules do not know one of its connections. ";
    case CheckCode::NotDoneFinMoment: return "The moment on its fin plate waits for the plates. ";
    default: return "One of its connections has no rule and waits for the plates. ";
    }
}

/// What the other sense of action comes to, where sets act in both.
std::string otherSense(const JointResult& r) {
    const Senses s = sensesOf(r);
    if (!s.areBoth()) return {};
    const bool isTop = r.checks[static_cast<std::size_t>(r.governing)].isReversed; // the other one
    const double use = isTop ? s.topUse : s.bottomUse;
    return std::string("Tension at the ") + (isTop ? "top " : "bottom ") +
           (use >= farOver ? "has no resistance" : fixedDecimals(use, 2)) + " in set " +
           r.actions[static_cast<std::size_t>(isTop ? s.top : s.bottom)].id + ". ";
}

} // namespace

Verdict verdictOf(const JointResult& r, bool isTwoSided, FrameKind frame, UnitSystem units) {
    Verdict v;
    v.state = r.state;
    const ConnectionResult* c = nullptr;
    const bool isForHinges = !r.ladders.empty();
    if ((r.connections.empty() || r.givenSets == 0) && !isForHinges) {
        v.head = r.mark + " has no ultimate action set.";
        v.state = r.state == CheckState::Over ? CheckState::Over : CheckState::NotDone;
        c = connectionOf(r, nullptr);
        if (c)
            v.rest = "Moment resistance " + shown(c->M_j_Rd, Quantity::Moment, units) +
                     (c->isReversed ? " with tension at the bottom. " : " with tension at the top. ");
    } else if (r.governing < 0) {
        const bool isRefused = !isEuropean(r.rules) && unknownToAmericanRules(r) > 0;
        v.head = r.mark + (isRefused ? " is not verified." : " is not loaded.");
        if (isRefused) v.rest = "American rules do not know its connections. ";
        c = connectionOf(r, nullptr);
    } else {
        const Check& g = r.checks[static_cast<std::size_t>(r.governing)];
        c = connectionOf(r, &g);
        const Check& limiting = *limitingCheck(r);
        std::string what = titleOf(limiting, isTwoSided);
        if (limiting.code == CheckCode::JointMoment && c)
            what = capitalised(limitOf(*c)) + (isTwoSided ? std::string(", ") + name(g.side) : "") +
                   (g.isReversed ? ", reversed" : "");
        const std::string set = setName(r, g);
        if (g.group == CheckGroup::Detailing) {
            v.head = r.mark + " cannot be built like this.";
            v.rest = what + ": " + numbersOf(g, units) + ". " + adviceOf(g) + " ";
        } else {
            v.head = r.mark + (r.state == CheckState::NotDone                ? " is not verified in full."
                               : r.state != CheckState::Over                 ? " holds."
                               : isForHinges && isOfCapacity(g, r.givenSets) ? " gives way before its beam has done yielding."
                                                                             : " fails.");
            if (const auto why = leftOut(r); why && r.state == CheckState::NotDone) v.rest = reasonOf(*why);
            v.rest += what + " governs at " + (g.utilisation >= farOver ? "no resistance" : fixedDecimals(g.utilisation, 2)) +
                      (!set.empty()                   ? " in set " + set
                       : isOfCapacity(g, r.givenSets) ? " by American rules"
                                                      : "") +
                      ". ";
        }
    }
    if (r.governing >= 0 && !isForHinges && v.head != r.mark + " cannot be built like this.") v.rest += otherSense(r);
    if (const Ladder* ladder = worstLadder(r)) v.rest += shortSentenceOf(*ladder, units) + " ";
    if (c) v.rest += classSentence(*c, frame, units);
    std::string sets;
    for (const ActionSet& s : r.actions)
        if (s.kind == SetKind::Ultimate &&
            std::any_of(s.forces.begin(), s.forces.end(), [](const EndForces& f) { return isOutOfPlane(f); }))
            sets += (sets.empty() ? "" : ", ") + s.id;
    if (!sets.empty()) {
        if (v.head == r.mark + " holds.") v.head = r.mark + " holds in the plane of the frame.";
        v.outOfPlane = " Forces out of it (" + sets + ") wait for the plates.";
        v.rest += v.outOfPlane;
    }
    return v;
}

Verdict verdictOf(const std::string& mark, const Diagnostics& problems) {
    Verdict v;
    v.head = mark + " could not be computed.";
    v.rest = problems.empty() ? "" : sentenceOf(problems.front());
    if (problems.size() > 1) v.rest += " (and " + std::to_string(problems.size() - 1) + " more)";
    v.state = CheckState::NotDone;
    return v;
}

std::string clashWords(const std::vector<Clash>& clashes, bool isTwoSided) {
    if (clashes.empty()) return {};
    const Clash& worst =
        *std::max_element(clashes.begin(), clashes.end(), [](const Clash& a, const Clash& b) { return a.depth < b.depth; });
    std::string text =
        partName(worst.a, isTwoSided) + " and " + partName(worst.b, isTwoSided) + " (" + fixedDecimals(worst.depth, 0) + " mm)";
    if (clashes.size() > 1) text += ", and " + std::to_string(clashes.size() - 1) + " more";
    return text;
}

void addClashes(Verdict& v, const std::vector<Clash>& clashes, bool isTwoSided) {
    if (!clashes.empty()) v.rest += " Clash as built: " + clashWords(clashes, isTwoSided) + ".";
}

std::string sentence(const Verdict& v) { return v.rest.empty() ? v.head : v.head + " " + v.rest; }

} // namespace zg
