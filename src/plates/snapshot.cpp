#include "plates/snapshot.h"
#include "fe/connect.h"
#include "fe/results.h"
#include "plates/end_forces.h"
#include "plates/settings.h"
#include <algorithm>
#include <cmath>
#include <unordered_map>

namespace zg {

namespace {

Float3 asFloat(fe::Vec3 v) { return {static_cast<float>(v.x), static_cast<float>(v.y), static_cast<float>(v.z)}; }

// Stress and strain at the corners: what the material answered at the nearest integration point, nothing continued beyond it, and
// the mean of a part's shells at a node.
void fieldsAtCorners(const fe::Analysis& a, PlateFrame& f) {
    const fe::Model& m = a.model();
    f.stress.assign(m.shells.size(), {});
    f.strain.assign(m.shells.size(), {});
    struct Sum {
        float stress = 0, strain = 0, count = 0;
    };
    std::unordered_map<long long, Sum> sums; // (part, node)
    const auto sumAt = [&](const fe::Shell& s, int k) -> Sum& {
        return sums[static_cast<long long>(s.part) * static_cast<long long>(m.nodes.size()) + s.nodes[k]];
    };
    for (std::size_t e = 0; e < m.shells.size(); ++e) {
        const std::array<fe::PointStress, 4> at = fe::pointStresses(a, static_cast<int>(e));
        const bool isTriangle = m.shells[e].isTriangle();
        for (int k = 0; k < (isTriangle ? 3 : 4); ++k) {
            const fe::PointStress& p = at[isTriangle ? 0 : k];
            Sum& sum = sumAt(m.shells[e], k);
            sum.stress += static_cast<float>(p.largestEquivalent());
            sum.strain += static_cast<float>(p.largestPlasticStrain());
            sum.count += 1;
        }
    }
    for (std::size_t e = 0; e < m.shells.size(); ++e)
        for (int k = 0; k < (m.shells[e].isTriangle() ? 3 : 4); ++k) {
            const Sum& sum = sumAt(m.shells[e], k);
            f.stress[e][k] = sum.stress / sum.count;
            f.strain[e][k] = sum.strain / sum.count;
        }
}

} // namespace

double BoltUse::utilisation() const {
    const double bearing = F_b_Rd > 0 ? shear / F_b_Rd : shear > 0 ? farOver : 0;
    const double pull = demand();
    return std::min(farOver, std::max({pull / F_t_Rd, pull / B_p_Rd, bearing, shear / F_v_Rd + pull / (1.4 * F_t_Rd)}));
}

double BoltUse::demand() const { return preload > 0 ? std::max(0.0, tension - clamp) : tension; }

PlateGeometry geometryOf(const ResolvedJoint& joint, const JointModel& m) {
    PlateGeometry g;
    for (std::size_t p = 0; p < m.parts.size(); ++p) {
        const fe::Part& part = m.model.parts[p];
        g.parts.push_back({m.parts[p], part.id, part.thickness, m.model.materials[part.material].f_y});
    }
    for (const fe::Vec3& x : m.model.nodes) g.nodes.push_back(asFloat(x));
    for (const fe::Shell& s : m.model.shells) {
        g.shells.push_back(s.nodes);
        g.partOf.push_back(s.part);
    }
    for (const JointModel::Bolt& b : m.bolts)
        g.bolts.push_back({b.row, asFloat(b.head), asFloat(b.nut), joint.side(b.row.side)->bolt.d});
    // Points of a weld on both sides of an edge alternate; a line each.
    for (const JointModel::Weld& w : m.welds) {
        const int lines = w.isDouble ? 2 : 1;
        for (int line = 0; line < lines; ++line) {
            PlateGeometry::Weld weld{w.part, {}};
            for (int i = line; i < w.linkCount; i += lines) {
                const fe::Attachment& at = m.model.links[w.firstLink + i].a;
                weld.points.push_back(asFloat(at.position));
            }
            g.welds.push_back(weld);
        }
    }
    return g;
}

std::vector<Float3> shapeOf(const std::vector<double>& freedoms) {
    std::vector<Float3> shape(freedoms.size() / 6);
    for (std::size_t n = 0; n < shape.size(); ++n)
        for (int k = 0; k < 3; ++k) shape[n][k] = static_cast<float>(freedoms[6 * n + k]);
    return shape;
}

PlateFrame frameOf(const fe::Analysis& a, const JointModel& m, double factor) {
    PlateFrame f;
    f.factor = factor;
    f.displacement = shapeOf(a.state().freedoms);
    fieldsAtCorners(a, f);
    // Pressure at the nodes of the plate that presses: force over area of the points that hang on each node.
    std::vector<double> force(m.model.nodes.size(), 0), area(m.model.nodes.size(), 0);
    std::vector<char> presses(m.model.parts.size(), 0);
    for (const JointModel::Contact& c : m.contacts) {
        for (std::size_t p = 0; p < m.parts.size(); ++p)
            if (m.parts[p] == c.part) presses[p] = 1;
        for (int i = 0; i < c.linkCount; ++i) {
            const fe::Link& link = m.model.links[c.firstLink + i];
            const double pressure = -a.springForce(c.firstLink + i)[0];
            for (const fe::Term& t : link.a.rows[0]) {
                if (t.freedom != fe::Ux || t.factor <= 0) continue;
                force[t.node] += t.factor * pressure;
                area[t.node] += t.factor * link.share;
            }
        }
    }
    f.pressure.assign(m.model.shells.size(), {});
    for (std::size_t e = 0; e < m.model.shells.size(); ++e) {
        if (!presses[m.model.shells[e].part]) continue;
        for (int k = 0; k < 4; ++k) {
            const int n = m.model.shells[e].nodes[k];
            if (n >= 0 && area[n] > 0) f.pressure[e][k] = static_cast<float>(force[n] / area[n]);
        }
    }
    return f;
}

std::vector<PartUse> partUses(const fe::Analysis& a, const JointModel& m) {
    std::vector<PartUse> uses;
    const std::vector<fe::PartPeak> peaks = fe::partPeaks(a, strainReach);
    for (std::size_t p = 0; p < peaks.size(); ++p) {
        auto use = std::find_if(uses.begin(), uses.end(), [&](const PartUse& u) { return u.part == m.parts[p]; });
        if (use == uses.end()) {
            PartUse fresh;
            fresh.part = m.parts[p];
            fresh.f_y = m.model.materials[m.model.parts[p].material].f_y;
            use = uses.insert(uses.end(), fresh);
        }
        use->stress = std::max(use->stress, peaks[p].stress);
        const int shell = peaks[p].plasticStrain > 0 ? peaks[p].strainShell : peaks[p].stressShell;
        if (peaks[p].plasticStrain < use->strain || shell < 0) continue;
        use->strain = peaks[p].plasticStrain;
        fe::Vec3 centre;
        for (const fe::Vec3& x : fe::cornersOf(m.model, shell)) centre = centre + 0.25 * x;
        use->strainAt = {centre.x, centre.y, centre.z};
    }
    return uses;
}

// Shear that bears on the shank: friction under a tightened bolt passes it by.
double onShank(const fe::Analysis& a, int link, const fe::LinkState& s) {
    const auto* law = std::get_if<fe::CoupledLaw>(&a.model().links[link].law);
    const double friction = law ? law->slipStiffness : 0;
    const std::array<double, 2>& slipped = a.state().springs[link].slipped;
    return std::hypot(s.force[1] - friction * (s.deflection[1] - slipped[0]),
                      s.force[2] - friction * (s.deflection[2] - slipped[1]));
}

std::vector<BoltUse> boltUses(const fe::Analysis& a, const JointModel& m) {
    std::vector<BoltUse> uses;
    for (std::size_t i = 0; i < m.bolts.size(); ++i) {
        const JointModel::Bolt& b = m.bolts[i];
        BoltUse u;
        u.row = b.row;
        u.bolt = static_cast<int>(i);
        u.F_t_Rd = b.F_t_Rd, u.F_v_Rd = b.F_v_Rd, u.B_p_Rd = b.B_p_Rd, u.F_b_Rd = b.F_b_Rd, u.fractureLength = b.fractureLength;
        u.yieldLength = b.yieldLength;
        u.preload = b.preload;
        // Some of the preload presses beyond the washer's reach: what is left of the part within it stands for the whole.
        for (const int link : b.clamp) u.clamp -= a.springForce(link)[0];
        if (b.firstClamp > 0) u.clamp *= b.preload / b.firstClamp;
        u.tension = a.springForce(b.firstLink)[0];
        for (int k = 0; k < b.linkCount; ++k) {
            const fe::LinkState s = fe::linkState(a, b.firstLink + k);
            // Of several links the first carries the tension, the others the shear of one plane each.
            if (b.linkCount == 1 || k > 0) u.shear = std::max(u.shear, onShank(a, b.firstLink + k, s));
            u.elongation = std::max(u.elongation, s.plastic);
        }
        uses.push_back(u);
    }
    return uses;
}

namespace {

// Largest mean of a value along a line over any stretch of a length; over the whole of a shorter line.
double largestMean(const std::vector<double>& lengths, const std::vector<double>& values, double stretch) {
    std::vector<double> at{0}, sum{0}; // piecewise linear: ends of the pieces, and the integral there
    for (std::size_t i = 0; i < lengths.size(); ++i) {
        at.push_back(at.back() + lengths[i]);
        sum.push_back(sum.back() + lengths[i] * values[i]);
    }
    if (at.back() <= 0) return 0;
    if (at.back() <= stretch) return sum.back() / at.back();
    const auto integral = [&](double x) {
        const auto next = std::upper_bound(at.begin(), at.end(), x);
        if (next == at.end()) return sum.back();
        const auto i = static_cast<std::size_t>(next - at.begin());
        return sum[i - 1] + (x - at[i - 1]) * values[i - 1];
    };
    double most = 0;
    for (const double end : at) {
        const double from = std::clamp(end - stretch, 0.0, at.back() - stretch), to = std::clamp(end, 0.0, at.back() - stretch);
        most = std::max({most, integral(from + stretch) - integral(from), integral(to + stretch) - integral(to)});
    }
    return most / stretch;
}

} // namespace

std::vector<WeldUse> weldUses(const fe::Analysis& a, const JointModel& m) {
    std::vector<WeldUse> uses;
    for (const JointModel::Weld& w : m.welds) {
        auto use = std::find_if(uses.begin(), uses.end(), [&](const WeldUse& u) { return u.part == w.part; });
        if (use == uses.end()) {
            WeldUse fresh;
            fresh.part = w.part;
            fresh.strength = w.strength;
            fresh.limit = w.fracture;
            use = uses.insert(uses.end(), fresh);
        }
        for (int i = w.firstLink; i < w.firstLink + w.linkCount; ++i) {
            const fe::LinkState s = fe::linkState(a, i);
            use->stress = std::max(use->stress, fe::throatStress(m.model.links[i], s.force).equivalent());
        }
        // The movement that a test of a fillet measures, not the work measure of the law; a test measures it over a length, so
        // that it is the mean over a stretch as long as the strain's circle is wide.
        const int lines = w.isDouble ? 2 : 1;
        for (int line = 0; w.fracture > 0 && line < lines; ++line) {
            std::vector<double> lengths, moved;
            for (int i = w.firstLink + line; i < w.firstLink + w.linkCount; i += lines) {
                const std::array<double, 3>& p = a.state().springs[i].plastic;
                lengths.push_back(m.model.links[i].share / w.throat);
                moved.push_back(std::sqrt(p[0] * p[0] + p[1] * p[1] + p[2] * p[2]));
            }
            use->deformation = std::max(use->deformation, largestMean(lengths, moved, 2 * strainReach * w.thickness));
        }
    }
    return uses;
}

std::vector<std::pair<PartRef, double>> contactForces(const fe::Analysis& a, const JointModel& m) {
    std::vector<std::pair<PartRef, double>> sums;
    for (const JointModel::Contact& c : m.contacts) {
        if (sums.empty() || sums.back().first != c.part) sums.emplace_back(c.part, 0.0);
        for (int i = 0; i < c.linkCount; ++i) sums.back().second -= a.springForce(c.firstLink + i)[0];
    }
    return sums;
}

PlateBalance balanceOf(const fe::Analysis& a, const std::vector<fe::NodalForce>& applied) {
    PlateBalance b;
    fe::Wrench sum = sumOf(a.places(), applied);
    for (const fe::NodalForce& f : applied)
        if (f.freedom < 3) b.applied = std::max(b.applied, std::abs(f.value));
    // Reactions of supports; ties within the model balance themselves.
    for (const fe::Wrench& r : a.reactions()) {
        sum.force = sum.force + r.force;
        sum.moment = sum.moment + r.moment;
    }
    b.left = norm(sum.force);
    b.leftMoment = norm(sum.moment);
    if (!a.steps().empty()) b.residual = a.steps().back().residual;
    return b;
}

LimitReached limitOf(const std::vector<PartUse>& parts, const std::vector<BoltUse>& bolts, const std::vector<WeldUse>& welds,
                     const LimitRules& rules) {
    LimitReached worst;
    const auto consider = [&](double use, PlateLimit limit, PartRef part) {
        if (use > worst.use) worst = {limit, partId(part), use};
    };
    for (const PartUse& p : parts)
        if (!(rules.areBeamsDissipative && isOfBeam(p.part)))
            consider(p.strain / rules.strainLimit, PlateLimit::PlasticStrain, p.part);
    for (const BoltUse& b : bolts)
        if (rules.doBoltsRedistribute)
            consider(b.elongation / b.fractureLength, PlateLimit::BoltFracture, b.row);
        else
            consider(b.useWithoutRedistribution(), PlateLimit::BoltResistance, b.row);
    for (const WeldUse& w : welds)
        if (w.limit > 0) consider(w.deformation / w.limit, PlateLimit::WeldFracture, w.part);
    return worst;
}

Uses usesOf(const fe::Analysis& a, const JointModel& m, const LimitRules& rules) {
    Uses u{partUses(a, m), boltUses(a, m), weldUses(a, m), {}};
    u.limit = limitOf(u.parts, u.bolts, u.welds, rules);
    return u;
}

} // namespace zg
