#include "compare/reconcile.h"
#include "compare/flexibility.h"
#include "component/verify.h"
#include <algorithm>
#include <cmath>

namespace zg {

namespace {

constexpr double worthAWord = 0.15;

// Welded flanges whose couple the plates pass: with little strain already, or as they strain on.
PartingReason reasonOfFlanges(const ConnectionResult& c, const PlateMomentRotation& p) {
    for (const CurveMark& m : p.marks())
        if (m.by == MomentRule::OnePercent && m.M - c.M_j_Rd < 0.5 * (p.M_j_Rd - c.M_j_Rd)) return PartingReason::FlangesHarden;
    return PartingReason::WebTakesPart;
}

PartingReason reasonOfMoment(const ConnectionResult& c, const PlateMomentRotation& p, const ConnectionResult* byWashers) {
    if (p.M_j_Rd > c.M_j_Rd) {
        if (byWashers && byWashers->M_j_Rd - c.M_j_Rd > 0.4 * (p.M_j_Rd - c.M_j_Rd)) return PartingReason::WasherSpread;
        if (c.limit == Limit::FlangeWidth) return reasonOfFlanges(c, p);
        if (c.limit == Limit::PanelShear || c.limit == Limit::ColumnWebCompression) return PartingReason::PanelFrame;
        for (const PartMark& mark : p.parts)
            if (mark.what == PartEvent::BoltResistance && mark.M < c.M_j_Rd + 0.5 * (p.M_j_Rd - c.M_j_Rd))
                return PartingReason::Redistribution;
        // Inner rows carry more, and the rotation is far beyond first yield.
        const double elastic = p.M_j_Rd / p.S_j_ini;
        return p.phi_Cd > 2 * elastic ? PartingReason::LateRows : PartingReason::Unknown;
    }
    if (p.M_j_Rd < p.M_limit) return PartingReason::ReadOffEarlier;
    if (p.limit == PlateLimit::BeamHinge) return PartingReason::MemberYield;
    if (p.limit == PlateLimit::WeldFracture) return PartingReason::WeldEnds;
    if (p.limit == PlateLimit::BoltResistance) return PartingReason::FirstBoltEnds;
    if (c.limit == Limit::PanelShear && c.hasPanel) return PartingReason::PanelArea;
    if (p.limit == PlateLimit::BoltFracture) return PartingReason::BoltElongation;
    if (p.limit == PlateLimit::PlasticStrain)
        return p.limitPart.find("beam") != std::string::npos ? PartingReason::MemberYield : PartingReason::LocalStrain;
    return PartingReason::Unknown;
}

// Where it is known what each part gives: what makes half of the difference or more. Of stiffer plates the column's line, which
// they take off, is one of the parts.
PartingReason reasonOfParts(const ConnectionResult& c, const FlexibilityShares& plates, bool isSofter) {
    const FlexibilityShares component = flexibilityByRules(c);
    FlexibilityShares apart{};
    for (std::size_t i = 0; i < flexiblePartCount; ++i) apart[i] = (isSofter ? 1 : -1) * (plates[i] - component[i]);
    double difference = 0;
    for (const double d : apart) difference += d;
    if (!(difference > 0)) return PartingReason::Unknown;
    if (!isSofter && c.stiffness.columnAsLine >= 0.5 * difference) return PartingReason::ColumnAsLine;
    const auto most = std::max_element(apart.begin(), apart.end());
    if (*most < 0.5 * difference) return PartingReason::SeveralGive;
    switch (static_cast<FlexiblePart>(most - apart.begin())) {
    case FlexiblePart::EndPlates:
    case FlexiblePart::ColumnFlanges: return isSofter ? PartingReason::ShearOfPlates : PartingReason::HeldPlates;
    case FlexiblePart::BeamEnds: return isSofter ? PartingReason::BeamEnds : PartingReason::Unknown;
    case FlexiblePart::Bolts: return PartingReason::PulledBolts;
    case FlexiblePart::ColumnWeb: return isSofter ? PartingReason::GivingWeb : PartingReason::WebSpread;
    default: return PartingReason::Unknown;
    }
}

// Of a part of the curve where nothing yields, by what each part gives; where that is not known plates are softer by shear, and
// stiffer by the rule's web bar if without it the component method would be as stiff or more. Further on, plates that have begun
// to yield.
PartingReason reasonOfStiffness(const ConnectionResult& c, const PlateMomentRotation& p, double component, double plates,
                                double M) {
    if (plates <= 0) return PartingReason::StiffensMembers;
    const bool isAsSoftAtFirst = p.stiffnessOfJointAlone(p.S_j_ini) > (1 - worthAWord) * c.stiffness.S_j_ini;
    if (plates < component && isAsSoftAtFirst && p.at(M).plasticStrain > firstYieldStrain) return PartingReason::EarlyYield;
    if (isKnown(p.flexibility)) return reasonOfParts(c, p.flexibility, plates < component);
    if (plates < component) return PartingReason::ShearOfPlates;
    const Stiffness& s = c.stiffness;
    if (1 / component - 1 / plates < 2 * s.columnAsLine) return PartingReason::ColumnAsLine;
    if (s.k_2 <= 0 || s.k_2_isInfinite) return PartingReason::Unknown;
    const double flexibility = 1 / component - 1 / (youngsModulus * s.z_eq * s.z_eq * s.k_2);
    return flexibility < 1 / plates ? PartingReason::WebSpread : PartingReason::Unknown;
}

double secant(const std::vector<CurvePoint>& curve, double M) {
    for (std::size_t i = 1; i < curve.size(); ++i) {
        if (curve[i].M < M || curve[i].M <= curve[i - 1].M) continue;
        const double t = (M - curve[i - 1].M) / (curve[i].M - curve[i - 1].M);
        return M / (curve[i - 1].phi + t * (curve[i].phi - curve[i - 1].phi));
    }
    return 0;
}

} // namespace

Reconciliation reconcile(const ConnectionResult& c, const PlateMomentRotation& p, const ConnectionResult* byWashers) {
    Reconciliation r;
    r.side = p.side;
    r.isReversed = p.isReversed;
    r.M = std::min(c.M_j_Rd, p.M_j_Rd);
    r.marks = p.marks();
    const auto add = [&](Counterpart what, int row, double component, double plates, Quantity quantity, PartingReason reason) {
        CounterpartRow line{what, row, component, plates, quantity, PartingReason::None, {}, 0};
        if (line.isByPlatesOnly() || std::abs(line.apart()) > worthAWord) line.reason = reason;
        r.rows.push_back(line);
    };
    add(Counterpart::MomentResistance, -1, c.M_j_Rd, p.M_j_Rd, Quantity::Moment, reasonOfMoment(c, p, byWashers));
    // Components know no bending of the haunch as a beam: it is taken off.
    const double S_j_ini = p.stiffnessOfJointAlone(p.S_j_ini);
    add(Counterpart::InitialStiffness, -1, c.stiffness.S_j_ini, S_j_ini, Quantity::Stiffness,
        reasonOfStiffness(c, p, c.stiffness.S_j_ini, S_j_ini, 0));
    const double two = 2.0 / 3 * r.M, plates = p.at(two).phi > 0 ? p.stiffnessOfJointAlone(two / p.at(two).phi) : 0;
    if (const double component = secant(c.curve, two); component > 0)
        add(Counterpart::SecantStiffness, -1, component, plates, Quantity::Stiffness,
            reasonOfStiffness(c, p, component, plates, two));
    if (isKnown(p.flexibility)) {
        const FlexibilityShares byRules = flexibilityByRules(c);
        const double whole = 1 / S_j_ini;
        for (std::size_t i = 0; i < flexiblePartCount; ++i) {
            if (std::max(byRules[i], p.flexibility[i]) < 0.03 * whole) continue;
            add(Counterpart::Flexibility, -1, byRules[i], p.flexibility[i], Quantity::Flexibility, PartingReason::None);
            r.rows.back().part = static_cast<FlexiblePart>(i);
            r.rows.back().whole = 1 / c.stiffness.S_j_ini;
        }
    }
    const PlateCurvePoint inside = p.at(r.M);
    const double scale = c.M_j_Rd > 0 ? r.M / c.M_j_Rd : 0;
    double most = 0, tension = 0;
    const bool isWelded = !c.rows.empty() && c.rows.front().place < 0;
    for (const RowResult& row : c.rows) most = std::max(most, scale * row.F_tr_Rd);
    for (const RowResult& row : c.rows) {
        tension += scale * row.F_tr_Rd;
        if (row.place < 0) continue; // a welded flange: its couple is compared below
        const double net = row.place < static_cast<int>(inside.rowNet.size()) ? inside.rowNet[row.place] : 0;
        if (std::max(net, scale * row.F_tr_Rd) < 0.05 * most) continue;
        add(Counterpart::RowForce, row.place, scale * row.F_tr_Rd, net, Quantity::Force, PartingReason::PlasticSharing);
    }
    add(Counterpart::Compression, -1, tension, inside.compression, Quantity::Force,
        isWelded && inside.compression < tension ? PartingReason::WebTakesPart : PartingReason::SpreadCompression);
    // The other beam is without load: the panel's shear is the sum of the rows (beta = 1).
    if (!c.hasPanel) return r;
    add(Counterpart::PanelShear, -1, tension, inside.panelShear, Quantity::Force,
        inside.panelShear < tension ? PartingReason::ColumnBeyondPanel : PartingReason::Unknown);
    return r;
}

Reconciliation reconcile(const BareConnections& connections, const PlateMomentRotation& p) {
    return reconcile(*find(connections, p.side, p.isReversed), p, find(connections.byWashers, p.side, p.isReversed));
}

BareConnections bareConnections(const Job& job, const Joint& joint) {
    Joint bare = joint;
    bare.actions.clear();
    bare.seismic.reset(); // resistances alone, without the hinges' sets
    const auto with = [&](ModeOneRule rule) {
        Job varied = job;
        varied.settings.modeOne = rule;
        const auto result = verify(varied, bare);
        return result ? result->connections : std::vector<ConnectionResult>{};
    };
    BareConnections found{with(job.settings.modeOne), {}};
    if (job.settings.modeOne != ModeOneRule::Method2) found.byWashers = with(ModeOneRule::Method2);
    return found;
}

const ConnectionResult* find(const BareConnections& connections, EndId side, bool isReversed) {
    return find(connections.asChosen, side, isReversed);
}

const ConnectionResult* find(const std::vector<ConnectionResult>& connections, EndId side, bool isReversed) {
    for (const ConnectionResult& c : connections)
        if (c.side == side && c.isReversed == isReversed) return &c;
    return nullptr;
}

PlateClass classOf(const PlateMomentRotation& p, const ConnectionResult& c) {
    PlateClass k;
    const Classification& by = c.classification;
    if (by.rigidLimit > 0)
        k.stiffness = p.S_j_ini <= 0 || p.S_j_ini >= by.rigidLimit ? StiffnessClass::Rigid
                      : p.S_j_ini <= by.pinnedLimit                ? StiffnessClass::Pinned
                                                                   : StiffnessClass::SemiRigid;
    if (by.M_full > 0)
        k.strength = p.M_j_Rd >= by.M_full || (p.limit == PlateLimit::BeamHinge && p.M_j_Rd >= p.M_limit) ? StrengthClass::Full
                     : p.M_j_Rd <= 0.25 * by.M_full                                                       ? StrengthClass::Pinned
                                                    : StrengthClass::Partial;
    return k;
}

} // namespace zg
