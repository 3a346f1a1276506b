#include "joint/bolt_strength.h"
#include "catalogue/friction.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {

double elongationLength(const BoltSize& bolt, double grip) {
    return grip + 2 * bolt.washerThickness + 0.5 * (bolt.headHeight + bolt.nutHeight);
}

namespace {

/// A bolt through two plates that lie on each other.
BoltStrength through(const Settings& settings, const ResolvedSide& side, bool hasThreadInShear, double grip, double thinner,
                     std::optional<double> threadInGrip) {
    constexpr double pi = 3.14159265358979323846;
    const double gamma = settings.gamma_M2, f_ub = side.boltClass.f_ub;
    BoltStrength s;
    s.F_t_Rd = 0.9 * f_ub * side.bolt.A_s / gamma;
    s.F_v_Rd = (hasThreadInShear ? side.boltClass.alpha_v_thread * side.bolt.A_s : side.boltClass.alpha_v_shank * side.bolt.A) *
               f_ub / gamma;
    s.B_p_Rd = 0.6 * pi * side.bolt.d_m * thinner / gamma;
    s.L_b = elongationLength(side.bolt, grip);
    s.k_shear = side.bolt.d * side.bolt.d * f_ub / 2; // 16 d^2 f_ub/d_M16 for a row of two bolts
    s.fractureLength = side.boltClass.elongation * threadInGrip.value_or(side.bolt.threadInGrip);
    return s;
}

double bearing(const Settings& settings, const ResolvedSide& side, const BearingPlace& p) {
    const double d = side.bolt.d, d_0 = side.bolt.d_0, f_ub = side.boltClass.f_ub;
    double alpha_b = std::min(1.0, f_ub / p.f_u);
    if (p.e_1 > 0) alpha_b = std::min(alpha_b, p.e_1 / (3 * d_0));
    if (p.p_1 > 0) alpha_b = std::min(alpha_b, p.p_1 / (3 * d_0) - 0.25);
    const double k_1 = std::max(0.0, std::min({2.5, 2.8 * p.e_2 / d_0 - 1.7, 1.4 * p.p_2 / d_0 - 1.7}));
    const double F_b_Rd = k_1 * std::max(0.0, alpha_b) * p.f_u * d * p.t / settings.gamma_M2;
    return p.isOversize ? 0.8 * F_b_Rd : F_b_Rd;
}

} // namespace

BoltStrength boltStrength(const ResolvedJoint& joint, const ResolvedSide& side, double backing) {
    const ResolvedSide* partner = joint.splicedTo(side);
    const double gripped = partner ? partner->spec.plate.thickness : joint.column.section.t_f;
    const double grippedStrength = partner ? partner->plateSteel.f_u : joint.column.steel.f_u;
    return through(joint.settings, side, side.spec.bolts.threadInShearPlane, gripped + side.spec.plate.thickness + backing,
                   std::min(side.spec.plate.thickness * side.plateSteel.f_u, gripped * grippedStrength),
                   side.spec.bolts.threadInGrip);
}

bool mustNotSlip(const ResolvedSide& side) {
    return side.kind == ConnectionKind::EndPlate && !side.isPartner && side.spec.bolts.slip;
}

std::optional<SlipLimit> slipLimitOf(const ResolvedSide& side) {
    if (side.hasFinPlate()) return side.spec.fin.slip;
    return mustNotSlip(side) ? side.spec.bolts.slip : std::nullopt;
}

bool mustNotSlip(const ResolvedSide& side, SlipLimit at) { return mustNotSlip(side) && *side.spec.bolts.slip == at; }

SlipStrength slipStrength(const ResolvedJoint& joint, const ResolvedSide& side, double F_t) {
    const BoltSpec& bolts = side.spec.bolts;
    const bool isService = *bolts.slip == SlipLimit::Serviceability;
    SlipStrength s;
    s.F_p_C = 0.7 * side.boltClass.f_ub * side.bolt.A_s;
    s.F_s_Rd = holeFactor(bolts.holes == HoleKind::Oversize) *
               slipFactor(EnumNames<FrictionClass>::names[static_cast<int>(bolts.surface)]) * std::max(0.0, s.F_p_C - 0.8 * F_t) /
               (isService ? joint.settings.gamma_M3_ser : joint.settings.gamma_M3);
    return s;
}

std::array<BearingPlace, 2> finBearing(const ResolvedSide& side, bool isPlate) {
    const FinPlate& f = side.spec.fin;
    BearingPlace vertical, horizontal;
    vertical.t = horizontal.t = isPlate ? f.thickness : side.beam.section.t_w;
    vertical.f_u = horizontal.f_u = isPlate ? side.finSteel.f_u : side.beam.steel.f_u;
    vertical.isOversize = horizontal.isOversize = f.holes == HoleKind::Oversize;
    vertical.p_1 = f.rows > 1 ? f.pitch : 0;
    vertical.e_1 =
        isPlate ? std::max(1e-9, std::min(f.firstRow, f.depth - f.firstRow - (f.rows - 1) * f.pitch)) : f.top + f.firstRow;
    vertical.e_2 = std::max(1e-9, isPlate ? f.edge : f.firstLine - f.gap);
    vertical.p_2 = f.lines > 1 ? f.linePitch : 1e6;
    horizontal.e_1 = vertical.e_2;
    horizontal.p_1 = f.lines > 1 ? f.linePitch : 0;
    horizontal.e_2 = vertical.e_1;
    horizontal.p_2 = f.rows > 1 ? f.pitch : 1e6;
    return {vertical, horizontal};
}

FinBoltStrength finBoltStrength(const ResolvedJoint& joint, const ResolvedSide& side) {
    const FinPlate& f = side.spec.fin;
    const double web = side.beam.section.t_w;
    FinBoltStrength s;
    s.bolt = through(joint.settings, side, f.threadInShearPlane, f.thickness + web,
                     std::min(f.thickness * side.finSteel.f_u, web * side.beam.steel.f_u), std::nullopt);
    s.F_b_Rd = 1e300;
    for (const bool isPlate : {true, false})
        for (const BearingPlace& place : finBearing(side, isPlate))
            s.F_b_Rd = std::min(s.F_b_Rd, bearing(joint.settings, side, place));
    return s;
}

BearingPlace bearingPlace(const ResolvedJoint& joint, const ResolvedSide& side, std::size_t row, bool isPlate, bool isDown) {
    // In a splice the far part is the other plate, pushed the other way.
    if (const ResolvedSide* partner = joint.splicedTo(side); partner && !isPlate)
        return bearingPlace(joint, *partner, row, true, !isDown);
    const std::vector<BoltRowSpec>& rows = side.spec.rows;
    const BoltRowSpec& r = rows[row];
    const double gauge = r.gauge.value_or(side.spec.bolts.gauge);
    BearingPlace p;
    // The beam pushes down: its plate bears on the upper side of its bolts, towards its top edge; the column flange downwards.
    const bool isUpwards = isPlate == isDown;
    const BoltRowSpec* next = nullptr;
    for (const BoltRowSpec& other : rows) {
        const double away = isUpwards ? r.position - other.position : other.position - r.position;
        if (&other != &r && away >= 0 && (!next || away < std::abs(next->position - r.position))) next = &other;
    }
    const auto& end = joint.columnSpec.endAbove;
    if (next)
        p.p_1 = std::abs(next->position - r.position);
    else if (isPlate)
        p.e_1 = isUpwards ? r.position - side.top() + side.spec.plate.above : side.bottom() + side.spec.plate.below - r.position;
    else if (isUpwards && end)
        p.e_1 = *end - levelOf(side, r.position);
    const bool isAtEnd = !next && (isPlate || (isUpwards && end));
    if (isAtEnd && p.e_1 <= 0) p.e_1 = 1e-9; // outside: no bearing at all
    p.e_2 = ((isPlate ? side.spec.plate.width : joint.column.section.b) - gauge) / 2;
    p.p_2 = gauge;
    p.t = isPlate ? side.spec.plate.thickness : joint.column.section.t_f;
    p.f_u = isPlate ? side.plateSteel.f_u : joint.column.steel.f_u;
    p.isOversize = side.spec.bolts.holes == HoleKind::Oversize;
    return p;
}

double bearingStrength(const ResolvedJoint& joint, const ResolvedSide& side, std::size_t row, int sense) {
    if (sense == 0) return std::min(bearingStrength(joint, side, row, 1), bearingStrength(joint, side, row, -1));
    double least = 1e300;
    for (const bool isPlate : {true, false})
        least = std::min(least, bearing(joint.settings, side, bearingPlace(joint, side, row, isPlate, sense > 0)));
    return least;
}

} // namespace zg
