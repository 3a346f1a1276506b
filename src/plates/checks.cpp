#include "plates/plate_result.h"
#include <algorithm>

namespace zg {

namespace {

class Ledger {
public:
    void add(Check c) {
        c.method = CheckMethod::Plates;
        c.group = CheckGroup::Strength;
        c.state = stateOf(c.utilisation);
        for (Check& other : checks_) {
            if (other.code != c.code || other.parts[0] != c.parts[0] || other.partCount != c.partCount) continue;
            if (c.utilisation > other.utilisation) other = c;
            return;
        }
        checks_.push_back(c);
    }
    std::vector<Check> checks_;
};

Check made(CheckCode code, int set, double demand, double resistance, Quantity quantity, double utilisation, const char* clause) {
    Check c;
    c.code = code;
    c.set = set;
    c.demand = demand;
    c.resistance = resistance;
    c.quantity = quantity;
    c.utilisation = utilisation;
    c.clause = clause;
    return c;
}

} // namespace

const PlateMomentRotation* PlateStudy::curve(EndId side, bool isReversed) const {
    for (const PlateMomentRotation& m : curves)
        if (m.side == side && m.isReversed == isReversed) return &m;
    return nullptr;
}

LimitRules limitRulesOf(const PlateSpec& spec) { return {spec.strainLimit, spec.doBoltsRedistribute, false}; }

std::vector<Check> plateChecks(const PlateStudy& study, const LimitRules& rules) {
    Ledger ledger;
    const auto parts = [&](const PlateStrength& s) {
        for (const PartUse& p : s.parts) {
            if (p.strain <= 0) continue; // elastic: the reserve of the whole speaks for it
            Check c = made(CheckCode::PlateStrain, s.set, p.strain, rules.strainLimit, Quantity::Ratio,
                           p.strain / rules.strainLimit, "EN 1993-1-5:2006 C.8");
            c.add(p.part);
            ledger.add(c);
        }
        for (const BoltUse& b : s.bolts) {
            // A bolt or weld that yields on its way to redistribution stands at its strength; what can fail is its deformation.
            Check c = b.elongation > 0 && rules.doBoltsRedistribute
                          ? made(CheckCode::PlatesBoltElongation, s.set, b.elongation, b.fractureLength, Quantity::Length,
                                 useOf(b.elongation, b.fractureLength), "EN ISO 898-1:2013 table 3")
                          : made(CheckCode::PlatesBolt, s.set, b.demand(), b.F_t_Rd, Quantity::Force, b.utilisation(),
                                 "EN 1993-1-8:2005 table 3.4");
            if (!rules.doBoltsRedistribute) c.utilisation = useOf(b.useWithoutRedistribution(), 1);
            c.side = b.row.side;
            c.firstRow = c.lastRow = b.row.index;
            c.add(b.row);
            ledger.add(c);
        }
        for (const WeldUse& w : s.welds) {
            if (w.strength <= 0) continue;
            Check c = w.deformation > 0 ? made(CheckCode::PlatesWeldDeformation, s.set, w.deformation, w.limit, Quantity::Length,
                                               useOf(w.deformation, w.limit), "AISC 360-16 J2.4")
                                        : made(CheckCode::PlatesWeld, s.set, w.stress, w.strength, Quantity::Stress,
                                               w.utilisation(), "EN 1993-1-8:2005 4.5.3.2");
            c.side = w.part.side;
            c.add(w.part);
            ledger.add(c);
        }
    };
    const auto of = [&](const PlateStrength& s, bool isOverStrength) {
        if (!s.isLoaded) return;
        for (const SlipUse& slip : s.slips) {
            if (slip.isService != s.isService || isOverStrength) continue;
            Check c = made(CheckCode::PlatesSlip, s.set, slip.shear, slip.F_s_Rd, Quantity::Force, useOf(slip.shear, slip.F_s_Rd),
                           "EN 1993-1-8:2005 3.9");
            c.side = slip.side;
            ledger.add(c);
        }
        if (s.isService) return;
        Check whole =
            made(isOverStrength ? CheckCode::PlatesOverStrength : CheckCode::PlatesReserve, s.set, 1, s.reserve, Quantity::Ratio,
                 useOf(1, s.reserve), isOverStrength ? "EN 1998-1:2004 6.5.5" : "EN 1993-1-5:2006 annex C");
        ledger.add(whole);
        if (!isOverStrength) parts(s);
    };
    for (const PlateStrength& s : study.sets) of(s, false);
    for (const PlateStrength& s : study.overStrength) of(s, true);
    // A run with imperfections where the joint has moved to has buckling in its limit: it decides, the factors only inform.
    const auto hasRun = [&](int set) {
        return std::any_of(study.stability.begin(), study.stability.end(),
                           [&](const PlateStability& s) { return s.run.set == set; });
    };
    for (const PlateStability& s : study.stability) {
        Check c = made(CheckCode::PlatesStability, s.run.set, s.gamma_M1, s.run.reserve, Quantity::Ratio, s.utilisation(),
                       "EN 1993-1-5:2006 C.9");
        ledger.add(c);
        parts(s.run); // where they are used more than in undeformed geometry
    }
    for (const PlateCyclic& run : study.cyclic) {
        const auto add = [&](CheckCode code, double needed, double reached, const char* clause) {
            ledger.add(made(code, -1, needed, reached, Quantity::Rotation, useOf(needed, reached), clause));
        };
        if (run.isDriftDecided()) add(CheckCode::PlatesDrift, run.neededDrift, run.driftWith(0.8), "AISC 341-16 E3.6b");
        if (run.isRotationDecided())
            add(CheckCode::PlatesPlasticRotation, run.neededRotation, run.plasticDriftKept(), "EN 1998-1:2004 6.6.4(3)");
    }
    for (const PlateBuckling& b : study.buckling) {
        if (hasRun(b.set)) continue;
        for (const PlateMode& mode : b.modes) {
            Check plain = made(CheckCode::PlateBucklingFactor, b.set, mode.leastFactor, mode.factor, Quantity::Ratio,
                               mode.leastFactor / mode.factor, "EN 1993-1-1:2005 5.2.1");
            plain.add(mode.part);
            ledger.add(plain);
            Check reduced = made(CheckCode::PlateBucklingReduced, b.set, mode.alpha_ult, mode.rho, Quantity::Ratio, mode.reduced,
                                 "EN 1993-1-5:2006 10(2)");
            reduced.add(mode.part);
            if (mode.rho < 1) ledger.add(reduced); // at 1 the rule is the reserve itself
        }
    }
    return ledger.checks_;
}

} // namespace zg
