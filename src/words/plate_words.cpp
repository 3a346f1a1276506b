#include "words/plate_words.h"
#include "base/text.h"
#include "words/phrases.h"

namespace zg {

std::string limitWords(PlateLimit limit, const std::string& id, double strainLimit) {
    const std::optional<PartRef> known = partOfId(id);
    const bool isSided = known && known->kind != PartKind::ColumnWeb && known->kind != PartKind::Doubler &&
                         known->kind != PartKind::Diagonal && known->kind != PartKind::ColumnFlange;
    const std::string part = known ? partName(*known, isSided) : id;
    switch (limit) {
    case PlateLimit::PlasticStrain: return "plastic strain of " + fixedDecimals(100 * strainLimit, 1) + " % in " + part;
    case PlateLimit::BoltResistance: return "the resistance of a bolt of " + part + " (bolts do not redistribute)";
    case PlateLimit::BoltFracture: return "fracture of a bolt of " + part;
    case PlateLimit::WeldFracture:
        return "fracture of the " + (known && isWeld(known->kind) ? "" : std::string("weld of ")) + part;
    case PlateLimit::BeamHinge: return "the beam's own plastic hinge: the joint carries all that the beam can";
    case PlateLimit::Rotation: return "the largest rotation looked at; most used: " + part;
    case PlateLimit::NoEquilibrium: return "no equilibrium beyond; most used: " + part;
    case PlateLimit::None: break;
    }
    return "nothing";
}

const char* wordOf(Counterpart what) {
    switch (what) {
    case Counterpart::MomentResistance: return "M_j_Rd";
    case Counterpart::InitialStiffness: return "S_j_ini";
    case Counterpart::SecantStiffness: return "S_j at 2/3 of M";
    case Counterpart::Flexibility: return "gives";
    case Counterpart::RowForce: return "force of row";
    case Counterpart::Compression: return "compression";
    case Counterpart::PanelShear: return "panel shear";
    }
    return "";
}

const char* wordOf(FlexiblePart part) {
    switch (part) {
    case FlexiblePart::ColumnWeb: return "column web gives";
    case FlexiblePart::ColumnFlanges: return "column flanges give";
    case FlexiblePart::EndPlates: return "end plates give";
    case FlexiblePart::Bolts: return "bolts give";
    case FlexiblePart::BeamEnds: return "beam ends give";
    case FlexiblePart::Welds: return "welds give";
    case FlexiblePart::Contact: return "contact gives";
    case FlexiblePart::Fittings: return "fittings give";
    }
    return "";
}

std::string nameOf(const CounterpartRow& row) {
    if (row.what == Counterpart::Flexibility) return wordOf(row.part);
    return row.row >= 0 ? wordOf(row.what) + std::string(" ") + std::to_string(row.row + 1) : wordOf(row.what);
}

const char* sentenceOf(PartingReason reason) {
    switch (reason) {
    case PartingReason::None: return "";
    case PartingReason::LateRows:
        return "The component method ends with its rows' T-stubs; in the plates inner rows and hardening go on.";
    case PartingReason::PanelFrame:
        return "The panel or its compression ends the component method; in the plates flanges and end plate frame it.";
    case PartingReason::LocalStrain:
        return "The plates end at the strain limit in one corner before the whole mechanism has formed.";
    case PartingReason::MemberYield: return "The plates end in the beam itself.";
    case PartingReason::BoltElongation:
        return "The plates end with a bolt's elongation, which the component method does not limit.";
    case PartingReason::PlasticSharing:
        return "Rows share by stiffness in the plates, by plastic resistance in the component method.";
    case PartingReason::WasherSpread:
        return "Mode 1 takes a bolt at a point; the plates clamp under its washer (with method 2 of table 6.2 much of the "
               "difference "
               "goes).";
    case PartingReason::ShearOfPlates:
        return "The rules' plates bend and do not shear, over the effective length of strength; thick plates give more.";
    case PartingReason::BeamEnds:
        return "The rules have the beam's web and flanges rigid (table 6.11); in the plates they give most of the difference.";
    case PartingReason::PulledBolts:
        return "k_10 has one share of prying for every plate; in the plates the bolts make most of the difference.";
    case PartingReason::GivingWeb: return "In the plates the column's web gives most of the difference.";
    case PartingReason::SeveralGive: return "No part by itself makes half of the difference: see what each gives.";
    case PartingReason::HeldPlates:
        return "The rules' plates bend over the effective length of strength; held on two sides they give less.";
    case PartingReason::ColumnAsLine:
        return "A frame's column bends as a line up to the node, within the joint by z/(6 E I) less: that is taken off the "
               "plates.";
    case PartingReason::EarlyYield:
        return "As stiff at first; in the plates yielding has begun where the component method is still straight.";
    case PartingReason::WebTakesPart:
        return "The rules let the welded flanges alone carry the couple; in the plates the web takes its part.";
    case PartingReason::FlangesHarden:
        return "Up to 1 % strain the plates give little more; beyond it the flanges harden, which the rules do not count.";
    case PartingReason::SpreadCompression: return "Contact spreads round the compression flange and prying is taken off by rows.";
    case PartingReason::ColumnBeyondPanel: return "Part of the force leaves the panel through the bending of the column flanges.";
    case PartingReason::PanelArea:
        return "The panel's shear area counts root fillets and the core of the flanges (EN 1993-1-1 6.2.6(3)a); a tall panel of "
               "plates "
               "yields by its web.";
    case PartingReason::WeldEnds:
        return "The plates end with a weld, which the component method verifies by itself and leaves out of M_j,Rd.";
    case PartingReason::FirstBoltEnds: return "The plates end with the first bolt at its resistance, as chosen.";
    case PartingReason::Redistribution:
        return "Up to the first bolt at its resistance the methods agree; in the plates bolts stretch and others go on.";
    case PartingReason::WebSpread:
        return "The rules add the web's shear, compression and tension, each over its whole depth; a deep web gives less.";
    case PartingReason::StiffensMembers:
        return "The joint turns less than the members in its place would: it has no flexibility of its own to tell (rigid).";
    case PartingReason::ReadOffEarlier: return "M_j_Rd of the plates is read off before their limit, as chosen.";
    case PartingReason::Unknown: return "No reason is seen in the numbers.";
    }
    return "";
}

const char* wordOf(MomentRule rule) {
    switch (rule) {
    case MomentRule::Limit: return "limit";
    case MomentRule::SecantThird: return "a third of S_j,ini";
    case MomentRule::FirstYield: return "first yield";
    case MomentRule::OnePercent: return "1 % strain";
    case MomentRule::TwoPercent: return "2 % strain";
    }
    return "";
}

std::string markWords(const std::vector<CurveMark>& marks, UnitSystem units) {
    // The unit once, at the end.
    std::string words;
    for (const CurveMark& m : marks)
        words += (words.empty() ? "By plates: " : ", ") + std::string(wordOf(m.by)) + " at " +
                 shownNumber(m.M, Quantity::Moment, units);
    return words.empty() ? words : words + " " + unitOf(Quantity::Moment, units).symbol + ".";
}

std::string ruleWords(const PlateMomentRotation& m, UnitSystem units) {
    if (m.rule == MomentRule::Limit) return {};
    const std::string limit = "limit at " + shown(m.M_limit, Quantity::Moment, units);
    return m.M_j_Rd < m.M_limit ? std::string("M_j,Rd by ") + wordOf(m.rule) + ", " + limit
                                : std::string("M_j,Rd at the limit, which comes before ") + wordOf(m.rule);
}

const char* wordOf(PartEvent what) {
    switch (what) {
    case PartEvent::FirstYield: return "first yield";
    case PartEvent::StrainLimit: return "strain limit";
    case PartEvent::BoltResistance: return "bolt at its resistance";
    case PartEvent::BoltFracture: return "bolt breaks";
    case PartEvent::WeldResistance: return "weld at its resistance";
    case PartEvent::WeldFracture: return "weld breaks";
    }
    return "";
}

const char* wordOf(CurveAxis axis) {
    return axis == CurveAxis::Major ? "major axis" : axis == CurveAxis::Minor ? "minor axis" : "torsion";
}

std::string curveSentence(const PlateMomentRotation& m, double strainLimit, UnitSystem units) {
    const double third = m.M_j_Rd / 3, phi = m.at(third).phi;
    const bool startsApart = !m.under.empty() && phi > 0; // contact has yet to settle in the first step
    return "M_j,Rd " + shown(m.M_j_Rd, Quantity::Moment, units) + ", S_j,ini " + shown(m.S_j_ini, Quantity::Stiffness, units) +
           (startsApart ? ", to a third of M_j,Rd " + shown(third / phi, Quantity::Stiffness, units) : std::string()) +
           ", ends at " + limitWords(m.limit, m.limitPart, strainLimit) + ", " + fixedDecimals(1e3 * m.phi_Cd, 1) + " mrad";
}

std::string driftWords(double drift) { return significant(1e3 * drift, 3) + " mrad"; }

std::string cyclicSentence(const PlateCyclic& c) {
    const std::string whole = "all cycles to " + driftWords(c.reached) + " of " + driftWords(c.target);
    if (c.run.limit == PlateLimit::None) return whole + (c.isComplete ? ", nothing let go" : ", then it was broken off");
    return (c.reached > 0 ? whole : "not one level of " + driftWords(c.target)) + ", then " +
           limitWords(c.run.limit, c.run.limitPart, 0);
}

std::vector<std::string> cyclicFindings(const PlateCyclic& c, UnitSystem units, bool isTwoSided) {
    std::vector<std::string> all;
    all.push_back(std::string("By the drifts of ") + EnumNames<CyclicProtocol>::names[static_cast<int>(c.protocol)] +
                  (c.yieldDrift > 0 ? " with a yield drift of " + driftWords(c.yieldDrift) : std::string()) + "; beams with " +
                  fixedDecimals(c.expectedStrength, 2) + " f_y, hardening E/" +
                  (c.hardening > 0 ? fixedDecimals(1 / c.hardening, 0) : std::string("∞")) + ", " +
                  fixedDecimals(100 * c.kinematicPart, 0) + " % of it kinematic" +
                  (c.isTightened ? "; bolts that must not slip tightened." : "."));
    if (c.firstYieldDrift > 0)
        all.push_back("First to yield: " + partName(c.firstYield, isTwoSided) + ", by " + driftWords(c.firstYieldDrift) + ".");
    for (const PlateDriftMark& m : c.marks) {
        std::string text = "At " + driftWords(m.drift) + ":";
        for (std::size_t i = 0; i < c.beams.size(); ++i)
            text += std::string(i ? "," : "") + (c.beams.size() > 1 ? std::string(" ") + name(c.beams[i].side) : "") + " M " +
                    shown(m.M[i], Quantity::Moment, units) + " (" + fixedDecimals(std::abs(m.M[i]) / c.beams[i].M_pl, 2) +
                    " M_pl)";
        text += m.parts.empty() ? "; nothing has yielded" : "; plastic strain gathered:";
        for (std::size_t i = 0; i < m.parts.size() && i < 3; ++i)
            text += std::string(i ? "," : "") + " " + partName(m.parts[i].part, isTwoSided) + " " +
                    fixedDecimals(100 * m.parts[i].strain, 1) + " %";
        all.push_back(text + ".");
    }
    if (c.neededDrift > 0)
        all.push_back("Drift with 0.8 M_pl at every face: " + driftWords(c.driftWith(0.8)) + ", needed " +
                      driftWords(c.neededDrift) + (c.isDriftDecided() ? "" : ", not decided: run to a larger drift") +
                      " (AISC 341-16 E3.6b).");
    if (c.neededRotation > 0)
        all.push_back("Plastic rotation with less than a fifth of strength and stiffness lost: " +
                      driftWords(c.plasticDriftKept()) + ", needed " + driftWords(c.neededRotation) +
                      (c.isRotationDecided() ? "" : ", not decided: run to a larger drift") + " (EN 1998-1:2004 6.6.4(3)).");
    if (!c.cycles.empty()) {
        const PlateCycle& last = c.cycles.back();
        all.push_back("Dissipated in all " + shown(c.dissipated(), Quantity::Moment, units) +
                      "·rad; the last cycle has an equivalent damping of " + fixedDecimals(100 * last.damping, 1) +
                      " %, unloads with " + fixedDecimals(last.unloading, 2) + " of the first stiffness.");
    }
    return all;
}

std::vector<std::pair<std::string, std::string>> cyclicNumbers(const PlateCyclic& c, UnitSystem units) {
    std::vector<std::pair<std::string, std::string>> all{{"all cycles to", driftWords(c.reached)}};
    if (c.firstYieldDrift > 0) all.emplace_back("first yield by", driftWords(c.firstYieldDrift));
    const auto needed = [&](const char* what, double kept, double asked, bool isDecided) {
        if (asked > 0) all.emplace_back(what, (isDecided ? "" : "≥ ") + significant(1e3 * kept, 3) + " of " + driftWords(asked));
    };
    needed("with 0.8 M_pl", c.driftWith(0.8), c.neededDrift, c.isDriftDecided());
    needed("plastic part", c.plasticDriftKept(), c.neededRotation, c.isRotationDecided());
    all.emplace_back("dissipated", shown(c.dissipated(), Quantity::Moment, units) + "·rad");
    if (!c.cycles.empty()) all.emplace_back("damping", fixedDecimals(100 * c.cycles.back().damping, 1) + " %");
    return all;
}

std::string haunchWords(const PlateMomentRotation& m, UnitSystem units) {
    if (m.haunchFlexibility == 0) return {};
    const bool isOfJoint = m.haunchFlexibility > 0;
    const double other = 1 / (1 / m.S_j_ini - m.haunchFlexibility);
    return std::string("Its haunch counts as part of the ") + (isOfJoint ? "joint" : "member") + "; as part of the " +
           (isOfJoint ? "member" : "joint") + " S_j,ini is " +
           (other > 0 ? shown(other, Quantity::Stiffness, units) : std::string("infinite")) + ".";
}

std::string reachWords(const PlateMode& mode, bool isTwoSided) {
    const std::string part = partName(mode.part, isTwoSided);
    switch (mode.reach) {
    case ModeReach::Local: return "local, " + part;
    case ModeReach::Member: return "of the member, led by " + part;
    case ModeReach::Joint: return "of the whole joint, led by " + part;
    }
    return part;
}

std::string tensionWords(const BoltUse& b, UnitSystem units) {
    return "tension " + shown(b.tension, Quantity::Force, units) +
           (b.preload > 0 ? " of which " + shown(b.clamp, Quantity::Force, units) + " clamps" : std::string(" with prying"));
}

std::string slipWords(const SlipUse& s, UnitSystem units) {
    return std::string(name(s.side)) + ": " + shown(s.shear, Quantity::Force, units) + " of " +
           shown(s.F_s_Rd, Quantity::Force, units) + " by friction" +
           (s.F_s_Rd > 0 ? " (" + fixedDecimals(s.shear / s.F_s_Rd, 2) + ")" : std::string()) + " at " +
           (s.isService ? "serviceability" : "the ultimate limit state") + ", " +
           (s.slipped == 0 ? std::string("no bolt has slipped")
                           : std::to_string(s.slipped) + " of " + std::to_string(s.bolts) + " bolts have slipped by themselves");
}

std::string strengthSentence(const PlateStrength& s, double strainLimit) {
    if (!s.isLoaded) return s.message;
    if (s.isService)
        return s.reached < 1 - 1e-9 ? "serviceability, carried to " + fixedDecimals(100 * s.reached, 0) + " % only"
                                    : "serviceability, run for slip alone";
    const std::string carried = s.reached < 1 - 1e-9 ? "carried to " + fixedDecimals(100 * s.reached, 0) + " % only; " : "";
    if (s.isReserveOpen) return carried + "no limit met up to " + fixedDecimals(s.reserve, 1) + " times the set";
    return carried + "limit at " + fixedDecimals(s.reserve, 2) +
           " times the set: " + limitWords(s.limit, s.limitPart, strainLimit);
}

std::string imperfectionWords(const PlateImperfection& i, bool isTwoSided) {
    const char* rule = i.rule == ImperfectionRule::Panel      ? "1/200 of "
                       : i.rule == ImperfectionRule::Outstand ? "twist of 1/50 over "
                                                              : "bow of 1/200 of ";
    return "shape of mode " + std::to_string(i.mode + 1) + ": " + partName(i.part, isTwoSided) + ", " + rule +
           fixedDecimals(i.length, 0) + " mm: " + fixedDecimals(i.amplitude, 2) + " mm";
}

std::string patchLoadWords(const PatchLoad& p, UnitSystem units, bool isTwoSided) {
    const char* kind = p.kind == PatchLoadKind::OneFlange  ? "through one flange"
                       : p.kind == PatchLoadKind::Opposite ? "pressed from both sides"
                                                           : "near the column's end";
    const std::string eta = fixedDecimals(useOf(p.F_Ed, p.F_Rd), 2);
    const std::string together = p.flange == PatchFlange::Pulled ? "; the column's own forces pull there: 7.2(2) not verified"
                                 : p.flange == PatchFlange::TooSlight ? "; class 4 column: 7.2 not verified"
                                 : p.eta_1 > 0 ? "; with the column's own forces " + eta + " + 0.8·" + fixedDecimals(p.eta_1, 2) +
                                                     " = " + fixedDecimals(p.together(), 2) + " of 1.4 (7.2)"
                                               : "";
    return std::string("column web under the ") + (p.isTop ? "top" : "bottom") + " flange" +
           (isTwoSided ? std::string(", ") + name(p.side) : std::string()) + ": " + shown(p.F_Ed, Quantity::Force, units) +
           " of " + shown(p.F_Rd, Quantity::Force, units) + " (" + eta + "), EN 1993-1-5 section 6, " + kind + together;
}

std::string stabilitySentence(const PlateStability& s, double strainLimit) {
    if (!s.run.isLoaded) return s.run.message;
    return strengthSentence(s.run, strainLimit) + (s.imperfections.empty() ? " (no modes, no imperfections)" : "") +
           "; undeformed and perfect " + fixedDecimals(s.plainReserve, 2) +
           (s.otherReserve > 0 ? "; shapes in the other sense " + fixedDecimals(s.otherReserve, 2) : "");
}

namespace {

// How far the plates carry the set: the nearer of both limits.
const Check* limitOf(const std::vector<Check>& checks) {
    const Check* limit = nullptr;
    for (const Check& c : checks)
        if ((c.code == CheckCode::PlatesReserve || c.code == CheckCode::PlatesStability) &&
            (!limit || c.utilisation > limit->utilisation))
            limit = &c;
    return limit;
}

std::string limitWords(const Check& limit) {
    return "limit at " + fixedDecimals(limit.resistance, 2) + " times the set" +
           (limit.code == CheckCode::PlatesStability ? " with imperfections" : "");
}

} // namespace

void addPlates(Verdict& v, const std::string& mark, const std::vector<Check>& checks, const std::vector<ActionSet>& actions) {
    const Check* worst = nullptr;
    for (const Check& c : checks)
        if (!worst || c.utilisation > worst->utilisation) worst = &c;
    if (!worst) return;
    // The plates have carried what leaves the plane.
    if (!v.outOfPlane.empty()) {
        v.rest.erase(v.rest.size() - v.outOfPlane.size());
        v.outOfPlane.clear();
        if (v.state != CheckState::Over) v.head = mark + " holds.";
    }
    const std::string set =
        worst->set >= 0 && worst->set < static_cast<int>(actions.size()) ? " in set " + actions[worst->set].id : "";
    if (worst->state == CheckState::Over) {
        if (v.state != CheckState::Over) v.head = mark + " holds by the component method, not by plates.";
        v.state = CheckState::Over;
        if (const Check* limit = limitOf(checks); limit && limit->state == CheckState::Over) {
            v.rest += " Plates: " + limitWords(*limit) + ".";
            return;
        }
        v.rest += " Plates: " + titleOf(*worst, true).substr(std::string("Plates: ").size()) + " " +
                  fixedDecimals(worst->utilisation, 2) + set + ".";
    } else {
        if (const Check* limit = limitOf(checks)) v.rest += " Plates agree: " + limitWords(*limit) + ".";
    }
}

const char* looseRemedy() {
    return "Give the part a weld, bolts or contact that hold it, hold the member's end, or take off the force that moves it.";
}

} // namespace zg
