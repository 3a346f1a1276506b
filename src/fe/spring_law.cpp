#include "fe/spring_law.h"
#include <algorithm>
#include <cmath>

namespace zg::fe {

namespace {

struct Line {
    double value, slope;
};

// Piecewise straight through the points, first and last slope continued.
Line along(const std::vector<CurveLaw::Point>& points, double x) {
    if (points.size() == 1) return {points[0].force, 0};
    std::size_t i = 1;
    while (i + 1 < points.size() && points[i].deflection < x) ++i;
    const double slope = (points[i].force - points[i - 1].force) / (points[i].deflection - points[i - 1].deflection);
    return {points[i - 1].force + slope * (x - points[i - 1].deflection), slope};
}

SpringResponse oneComponent(double force, double tangent) { return {{force, 0, 0}, {tangent}}; }

SpringResponse respondContact(const ContactLaw& law, double deflection, SpringState& after) {
    const double approach = deflection + law.gap;
    // Just touching: any stiffness from nothing to the full one is a tangent. A soft one lets the first step find which points
    // open, where the full one would release them one by one; none would leave a part that only rests on others without hold.
    if (approach == 0) return oneComponent(0, 1e-3 * law.stiffness);
    after.isActive = approach < 0;
    return after.isActive ? oneComponent(law.stiffness * approach, law.stiffness) : oneComponent(0, 0);
}

SpringResponse respondYielding(const YieldingLaw& law, double deflection, const SpringState& before, SpringState& after) {
    after.isActive = !before.isBroken;
    if (before.isBroken) return oneComponent(0, 0);
    if (before.isTightening) return oneComponent(before.preload, 0);
    const double trial = before.preload + law.stiffness * (deflection - before.lockedAt - before.plastic[0]);
    if (law.isTensionOnly && trial < 0) {
        after.isActive = false;
        return oneComponent(0, 0);
    }
    const double sign = trial < 0 ? -1 : 1;
    if (law.yield.empty() || std::abs(trial) <= along(law.yield, before.kappa).value) return oneComponent(trial, law.stiffness);
    // |trial| - k dkappa = Y(kappa + dkappa): walk along the straight pieces.
    std::size_t piece = 1;
    double kappa = before.kappa, slope = 0;
    for (;; ++piece) {
        const bool isLast = piece + 1 >= law.yield.size();
        const Line here = along(law.yield, kappa + 1e-12 * (1 + kappa));
        slope = here.slope;
        const double start = along(law.yield, kappa).value;
        const double step = (std::abs(trial) - law.stiffness * (kappa - before.kappa) - start) / (law.stiffness + slope);
        const auto next = std::find_if(law.yield.begin(), law.yield.end(),
                                       [&](const CurveLaw::Point& p) { return p.deflection > kappa + 1e-12 * (1 + kappa); });
        if (isLast || next == law.yield.end() || kappa + step <= next->deflection) {
            kappa += step;
            break;
        }
        kappa = next->deflection;
    }
    after.kappa = kappa;
    after.plastic[0] = before.plastic[0] + sign * (kappa - before.kappa);
    return oneComponent(trial - sign * law.stiffness * (kappa - before.kappa), law.stiffness * slope / (law.stiffness + slope));
}

SpringResponse respondCoupled(const CoupledLaw& law, const std::array<double, 3>& d, const SpringState& before,
                              SpringState& after) {
    SpringResponse out;
    after.isActive = !before.isBroken;
    if (before.isBroken) return out;
    EllipsoidLaw surface = law.ellipsoid;
    std::array<double, 3> trial{};
    trial[0] = before.preload + surface.stiffness[0] * (d[0] - before.lockedAt - before.plastic[0]);
    const bool isHeld = before.isTightening;
    if (isHeld) trial[0] = before.preload;
    const bool isSlack = !isHeld && law.isTensionOnly && trial[0] < 0;
    if (isSlack) trial[0] = 0;
    // Free movement in the hole: what is left of the shear deflection beyond the clearance, and how it follows the deflection.
    const double free1 = d[1] - before.plastic[1], free2 = d[2] - before.plastic[2], radius = std::hypot(free1, free2);
    double part = 1, n1 = 0, n2 = 0;
    if (law.clearance > 0) {
        part = radius > law.clearance ? 1 - law.clearance / radius : 0;
        if (radius > 0) n1 = free1 / radius, n2 = free2 / radius;
    }
    trial[1] = surface.stiffness[1] * part * free1;
    trial[2] = surface.stiffness[2] * part * free2;
    const EllipsoidReturn r = ellipsoidReturn(surface, trial, before.kappa);
    out.force = r.force;
    std::array<double, 9> tangent = ellipsoidTangent(surface, r);
    if (isSlack || isHeld)
        for (int i = 0; i < 3; ++i) tangent[i] = tangent[3 * i] = 0;
    for (int i = 0; i < 3; ++i)
        if (!(isHeld && i == 0)) after.plastic[i] = before.plastic[i] + r.lambda * surface.weight[i] * r.force[i];
    after.kappa = before.kappa + r.lambda * r.measure;
    if (law.clearance > 0) {
        const bool bears = part > 0;
        const std::array<double, 4> follow = bears ? std::array<double, 4>{part + (1 - part) * n1 * n1, (1 - part) * n1 * n2,
                                                                           (1 - part) * n1 * n2, part + (1 - part) * n2 * n2}
                                                   : std::array<double, 4>{};
        std::array<double, 9> chained = tangent;
        for (int i = 0; i < 3; ++i) {
            chained[3 * i + 1] = tangent[3 * i + 1] * follow[0] + tangent[3 * i + 2] * follow[2];
            chained[3 * i + 2] = tangent[3 * i + 1] * follow[1] + tangent[3 * i + 2] * follow[3];
        }
        chained[3] = chained[1];
        chained[6] = chained[2];
        tangent = chained;
    }
    out.tangent = tangent;
    after.isActive = !isSlack;
    if (law.slip > 0) {
        const EllipsoidLaw friction{{law.slipStiffness, law.slipStiffness, law.slipStiffness}, {0, 1, 1}, law.slip, 0};
        const EllipsoidReturn f = ellipsoidReturn(
            friction, {0, law.slipStiffness * (d[1] - before.slipped[0]), law.slipStiffness * (d[2] - before.slipped[1])}, 0);
        const std::array<double, 9> stick = ellipsoidTangent(friction, f);
        for (int i = 1; i < 3; ++i) {
            out.force[i] += f.force[i];
            after.slipped[i - 1] = before.slipped[i - 1] + f.lambda * f.force[i];
            for (int j = 1; j < 3; ++j) out.tangent[3 * i + j] += stick[3 * i + j];
        }
    }
    return out;
}

} // namespace

SpringResponse respond(const SpringLaw& law, const std::array<double, 3>& d, const SpringState& before, SpringState& after) {
    after = before;
    if (const auto* l = std::get_if<LinearLaw>(&law)) return oneComponent(l->stiffness * d[0], l->stiffness);
    if (const auto* l = std::get_if<CurveLaw>(&law)) {
        const Line line = along(l->points, d[0]);
        return oneComponent(line.value, line.slope);
    }
    if (const auto* l = std::get_if<ContactLaw>(&law)) return respondContact(*l, d[0], after);
    if (const auto* l = std::get_if<YieldingLaw>(&law)) return respondYielding(*l, d[0], before, after);
    return respondCoupled(std::get<CoupledLaw>(law), d, before, after);
}

double storedEnergy(const SpringLaw& law, const std::array<double, 3>& d, const SpringState& state) {
    if (const auto* l = std::get_if<LinearLaw>(&law)) return 0.5 * l->stiffness * d[0] * d[0];
    if (const auto* l = std::get_if<CurveLaw>(&law)) {
        std::vector<double> stops{0, d[0]};
        for (const CurveLaw::Point& p : l->points)
            if ((p.deflection > 0) == (d[0] > 0) && std::abs(p.deflection) < std::abs(d[0])) stops.push_back(p.deflection);
        std::sort(stops.begin(), stops.end(), [](double a, double b) { return std::abs(a) < std::abs(b); });
        double sum = 0;
        for (std::size_t i = 1; i < stops.size(); ++i)
            sum += 0.5 * (along(l->points, stops[i]).value + along(l->points, stops[i - 1]).value) * (stops[i] - stops[i - 1]);
        return sum;
    }
    SpringState ignored;
    const SpringResponse r = respond(law, d, state, ignored);
    if (const auto* l = std::get_if<ContactLaw>(&law)) return 0.5 * r.force[0] * r.force[0] / l->stiffness;
    if (const auto* l = std::get_if<YieldingLaw>(&law)) {
        const double work = [&] { // area under the yield curve up to kappa
            double sum = 0, at = 0;
            if (l->yield.empty()) return 0.0;
            for (const CurveLaw::Point& p : l->yield) {
                const double to = std::min(p.deflection, state.kappa);
                if (to > at) sum += 0.5 * (along(l->yield, at).value + along(l->yield, to).value) * (to - at), at = to;
            }
            return sum + 0.5 * (along(l->yield, at).value + along(l->yield, state.kappa).value) * (state.kappa - at);
        }();
        return 0.5 * r.force[0] * r.force[0] / l->stiffness + work;
    }
    const auto& l = std::get<CoupledLaw>(law);
    double energy = l.ellipsoid.limit < unlimited
                        ? l.ellipsoid.limit * state.kappa + 0.5 * l.ellipsoid.hardening * state.kappa * state.kappa
                        : 0;
    for (int i = 0; i < 3; ++i)
        if (l.ellipsoid.stiffness[i] > 0) energy += 0.5 * r.force[i] * r.force[i] / l.ellipsoid.stiffness[i];
    return energy;
}

int componentCount(const SpringLaw& law) { return std::holds_alternative<CoupledLaw>(law) ? 3 : 1; }

std::string whyInvalid(const SpringLaw& law) {
    const auto positive = [](double v) { return std::isfinite(v) && v > 0; };
    const auto rises = [](const std::vector<CurveLaw::Point>& points) {
        for (std::size_t i = 0; i < points.size(); ++i) {
            if (!std::isfinite(points[i].deflection) || !std::isfinite(points[i].force)) return false;
            if (i > 0 && !(points[i].deflection > points[i - 1].deflection)) return false;
        }
        return true;
    };
    if (const auto* l = std::get_if<LinearLaw>(&law)) return positive(l->stiffness) ? "" : "its stiffness must be above 0";
    if (const auto* l = std::get_if<CurveLaw>(&law))
        return l->points.size() >= 2 && rises(l->points) ? "" : "its curve needs two or more points of increasing deflection";
    if (const auto* l = std::get_if<ContactLaw>(&law))
        return positive(l->stiffness) && std::isfinite(l->gap) ? ""
                                                               : "its contact stiffness must be above 0 and its gap a number";
    if (const auto* l = std::get_if<YieldingLaw>(&law)) {
        if (!positive(l->stiffness)) return "its stiffness must be above 0";
        if (!rises(l->yield)) return "its yield curve must have increasing elongations";
        for (std::size_t i = 0; i < l->yield.size(); ++i) {
            if (l->yield[i].force < 0) return "its yield force must not be below 0";
            if (i > 0 && (l->yield[i].force - l->yield[i - 1].force) / (l->yield[i].deflection - l->yield[i - 1].deflection) <=
                             -l->stiffness)
                return "its yield curve falls faster than its stiffness";
        }
        if (!l->yield.empty() && l->yield.front().deflection != 0) return "its yield curve must start at elongation 0";
        return "";
    }
    const auto& l = std::get<CoupledLaw>(law);
    for (double k : l.ellipsoid.stiffness)
        if (!positive(k)) return "its stiffnesses must be above 0";
    for (double q : l.ellipsoid.weight)
        if (!(std::isfinite(q) && q >= 0)) return "its weights must not be below 0";
    if (!(l.ellipsoid.limit > 0)) return "its resistance must be above 0";
    if (!(l.ellipsoid.hardening >= 0)) return "its hardening must not be below 0";
    if (l.clearance > 0 && l.ellipsoid.stiffness[1] != l.ellipsoid.stiffness[2])
        return "with a clearance both shear stiffnesses must be the same";
    if (l.slip > 0 && !positive(l.slipStiffness)) return "its slip stiffness must be above 0";
    return "";
}

} // namespace zg::fe
