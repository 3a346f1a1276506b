#include "plates/patch_load.h"
#include "joint/balance.h"
#include "joint/geometry.h"
#include "plates/connection_forces.h"
#include <algorithm>
#include <cmath>

namespace zg {

PatchLoad patchLoadResistance(const PatchLoadInput& in) {
    PatchLoad p;
    p.kind = in.kind;
    p.s_s = std::min(in.s_s, in.h_w); // 6.3(1)
    // Figure 6.1, transverse stiffeners far away.
    const double k_F = in.kind == PatchLoadKind::OneFlange  ? 6
                       : in.kind == PatchLoadKind::Opposite ? 3.5
                                                            : std::min(6.0, 2 + 6 * (p.s_s + in.toEnd) / in.h_w);
    p.F_cr = 0.9 * k_F * youngsModulus * in.t_w * in.t_w * in.t_w / in.h_w; // (6.5)
    const double m_1 = in.b_f / in.t_w;                                     // (6.8), one steel
    const auto length = [&](double m_2) {
        const double between = p.s_s + 2 * in.t_f * (1 + std::sqrt(m_1 + m_2)); // (6.10)
        if (in.kind != PatchLoadKind::End) return between;
        const double l_e = std::min(k_F * youngsModulus * in.t_w * in.t_w / (2 * in.f_y * in.h_w), p.s_s + in.toEnd); // (6.13)
        const double r = l_e / in.t_f;
        return std::min({between, l_e + in.t_f * std::sqrt(m_1 / 2 + r * r + m_2), l_e + in.t_f * std::sqrt(m_1 + m_2)});
    };
    const auto slenderness = [&](double l_y) { return std::sqrt(l_y * in.t_w * in.f_y / p.F_cr); }; // (6.4)
    p.l_y = length(0.02 * (in.h_w / in.t_f) * (in.h_w / in.t_f));                                   // (6.9)
    if (slenderness(p.l_y) <= 0.5) p.l_y = length(0);
    p.lambda = slenderness(p.l_y);
    p.chi = std::min(1.0, 0.5 / p.lambda);                  // (6.3)
    p.F_Rd = in.f_y * p.chi * p.l_y * in.t_w / in.gamma_M1; // (6.1), (6.2)
    return p;
}

void addColumnForces(PatchLoad& p, const Section& s, double f_y, double gamma_M0, double N, double M) {
    const double epsilon = std::sqrt(235 / f_y), root = rootDistance(s);
    // EN 1993-1-1 table 5.2, class 3: the web by what is at its two edges, the flange all pressed.
    const double depth = s.h - 2 * s.t_f - 2 * root, ofN = -N / s.A, ofM = std::abs(M) / s.W_el_y * depth / s.h;
    const double psi = (ofN - ofM) / (ofN + ofM), ratio = depth / s.t_w / epsilon;
    const bool isWebSlight = ofN + ofM > 0 && ratio > (psi > -1 ? 42 / (0.67 + 0.33 * psi) : 62 * (1 - psi) * std::sqrt(-psi));
    const bool isSlight = isWebSlight || ((s.b - s.t_w) / 2 - root) / s.t_f > 14 * epsilon;
    const double ofBoth = N / s.A + M / s.W_el_y;
    p.eta_1 = 0;
    if (ofBoth > 0) {
        p.flange = PatchFlange::Pulled;
    } else if (ofBoth < 0 && isSlight) {
        p.flange = PatchFlange::TooSlight;
    } else {
        p.flange = PatchFlange::Pressed;
        p.eta_1 = -ofBoth / (f_y / gamma_M0);
    }
}

std::vector<PatchLoad> patchLoads(const ResolvedJoint& joint, const ActionSet& set, const JointModel& model,
                                  const fe::Analysis& analysis) {
    std::vector<PatchLoad> found;
    if (!joint.hasColumn || joint.doubler) return found;
    const Section& c = joint.column.section;
    const ActionSet whole = balancedAt(joint, set, model.isTopHeld ? ends::above : ends::below);
    struct Push {
        const ResolvedSide* side;
        bool isTop;
        double level, F, half; ///< half: of the bearing
    };
    std::vector<Push> pushes;
    for (const ResolvedSide& side : joint.sides) {
        const double M = faceForces(joint, side.id, set).M;
        if (!side.isInPlane() || side.kind == ConnectionKind::FinPlate || M == 0) continue;
        const bool isTop = M < 0; // of the compression
        if (isTop ? side.spec.stiffenerTop.has_value() : side.spec.stiffenerBottom.has_value()) continue;
        PlateCurvePoint p;
        ConnectionForces(model, side, isTop).read(analysis, p);
        pushes.push_back({&side, isTop, flangeLevel(side, isTop), p.compression, halfBearing(side, isTop)});
    }
    for (const Push& push : pushes) {
        PatchLoadInput in;
        in.h_w = c.h - 2 * c.t_f;
        in.t_w = c.t_w, in.b_f = c.b, in.t_f = c.t_f;
        in.f_y = joint.column.steel.f_y;
        in.gamma_M1 = joint.settings.gamma_M1;
        in.s_s = 2 * push.half;
        // Pressed from the other flange too, within the bearing: carried across the web, no shear takes it away.
        const bool isOpposite = std::any_of(pushes.begin(), pushes.end(), [&](const Push& other) {
            return other.side->dir() != push.side->dir() && std::abs(other.level - push.level) < push.half + other.half;
        });
        if (const auto& end = joint.columnSpec.endAbove; end && *end - push.level < c.h) {
            in.kind = PatchLoadKind::End;
            in.toEnd = std::max(0.0, *end - push.level - push.half);
        } else if (isOpposite) {
            in.kind = PatchLoadKind::Opposite;
        }
        PatchLoad p = patchLoadResistance(in);
        p.side = push.side->id;
        p.isTop = push.isTop;
        p.F_Ed = push.F;
        const EndForces column = forcesAt(whole, push.isTop ? ends::above : ends::below);
        addColumnForces(p, c, in.f_y, joint.settings.gamma_M0, column.N, columnMomentAt(joint, *push.side, column, push.level));
        found.push_back(p);
    }
    return found;
}

} // namespace zg
