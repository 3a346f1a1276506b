#include "fe/connect.h"
#include "joint/bolt_strength.h"
#include "plates/model_builder.h"
#include <cmath>

namespace zg {

namespace {
constexpr double pi = 3.14159265358979323846;
}

void ModelBuilder::bolts(const ResolvedSide& s, PartRef support, const std::vector<int>& plateShells,
                         const std::vector<int>& flangeShells, const std::vector<Backing>& backings) {
    const auto sense = settings_.shearSense.find(s.id);
    for (const BoltPart* built : builtBolts(s.id)) {
        const auto i = static_cast<std::size_t>(built->part.index);
        const Vec3 head = vec(built->head), nut = vec(built->nut);
        // The plate between flange and head, on this bolt's side of the web.
        const Backing* backing = nullptr;
        for (const Backing& b : backings) {
            const bool isHeld = std::find(built->plies.begin(), built->plies.end(), b.plate->part) != built->plies.end();
            const Vec3 across = vec(b.plate->u);
            const Box box = boxOf(*b.plate);
            if (isHeld && dot(head - vec(b.plate->origin), across) * (box.u0 + box.u1) > 0) backing = &b;
        }
        const BoltStrength strength = boltStrength(joint_, s, backing ? backing->plate->thickness : 0);
        fe::BoltData bolt;
        bolt.axis = fe::unit(nut - head);
        bolt.position = nut - s.spec.plate.thickness * bolt.axis; // on the face that the plate lies on
        if (backing) bolt.plates.push_back(patch(backing->shells, bolt.position, bolt.axis, s.bolt));
        bolt.plates.push_back(patch(flangeShells, bolt.position, bolt.axis, s.bolt));
        bolt.plates.push_back(patch(plateShells, bolt.position, bolt.axis, s.bolt));
        // The plate that goes down comes to the bolt with the upper edge of its hole.
        const double down = sense == settings_.shearSense.end() ? 0 : sense->second;
        const fe::BoltPatch ofSupport = edgeOf(*built, support, {0, 0, -down}),
                            ofPlate = edgeOf(*built, {PartKind::EndPlate, s.id}, {0, 0, down});
        if (!ofSupport.nodes.empty() && !ofPlate.nodes.empty() && !backing) bolt.edges = {ofSupport, ofPlate};
        const double F_b_Rd = bearingStrength(joint_, s, i, sense == settings_.shearSense.end() ? 0 : sense->second);
        // A row kept for shear alone has play along its bolts.
        const bool isTightened = joint_.plates.isPreloaded && mustNotSlip(s);
        if (isTightened) {
            const auto tension = settings_.axialTension.find(s.id);
            const double N_t = tension == settings_.axialTension.end() ? 0 : tension->second;
            const SlipStrength slip = slipStrength(joint_, s, N_t / static_cast<double>(builtBolts(s.id).size()));
            bolt.preload = slip.F_p_C;
            bolt.law.slip = slip.F_s_Rd;
            bolt.law.slipStiffness = slip.F_s_Rd / slipStart;
        }
        addBolt(*built, std::move(bolt), s.bolt.A_s, strength, F_b_Rd, s.spec.rows[i].takesTension || isTightened ? 1 : 1e-4);
        out_.bolts.back().isServiceSlip = isTightened && mustNotSlip(s, SlipLimit::Serviceability);
    }
}

// Pressure under a washer spreads at 30 degrees through the plate; where two meet it is the nearer bolt's.
void ModelBuilder::clamps(const ResolvedSide& s) {
    const double reach = s.bolt.washerOuter / 2 + s.spec.plate.thickness * std::tan(pi / 6);
    for (const JointModel::Contact& c : out_.contacts) {
        if (c.part != PartRef{PartKind::EndPlate, s.id}) continue;
        for (int link = c.firstLink; link < c.firstLink + c.linkCount; ++link) {
            JointModel::Bolt* nearest = nullptr;
            double least = reach;
            for (JointModel::Bolt& b : out_.bolts) {
                if (b.preload <= 0 || b.row.side != s.id) continue;
                const Vec3 away = out_.model.links[link].a.position - b.head, axis = fe::unit(b.nut - b.head);
                const double distance = norm(away - dot(away, axis) * axis);
                if (distance < least) least = distance, nearest = &b;
            }
            if (nearest) nearest->clamp.push_back(link);
        }
    }
}

void ModelBuilder::addBolt(const BoltPart& built, fe::BoltData bolt, double A_s, const BoltStrength& strength, double F_b_Rd,
                           double play) {
    bolt.id = partId(built.part);
    const double preload = bolt.preload, F_s_Rd = bolt.law.slip;
    const bool hasEdges = !bolt.edges.empty();
    const double k = youngsModulus * A_s / strength.L_b * play;
    // The hole gives way where it is weaker than the shank.
    const double ratio = strength.F_t_Rd / std::max(1.0, std::min(strength.F_v_Rd, F_b_Rd));
    bolt.law.ellipsoid = {{k, strength.k_shear, strength.k_shear}, {1, ratio * ratio, ratio * ratio}, strength.F_t_Rd, 0};
    bolt.law.isTensionOnly = true;
    bolt.law.fracture = strength.fractureLength;
    JointModel::Bolt placed;
    placed.row = built.part;
    placed.head = vec(built.head);
    placed.nut = vec(built.nut);
    placed.firstLink = static_cast<int>(out_.model.links.size());
    placed.linkCount = fe::addBolt(out_.model, bolt);
    placed.F_t_Rd = strength.F_t_Rd;
    placed.F_v_Rd = strength.F_v_Rd;
    placed.B_p_Rd = strength.B_p_Rd;
    placed.F_b_Rd = F_b_Rd;
    placed.fractureLength = strength.fractureLength;
    placed.yieldLength = strength.F_t_Rd / k;
    placed.preload = preload;
    placed.bearsOnEdges = hasEdges;
    placed.F_s_Rd = F_s_Rd;
    out_.bolts.push_back(placed);
}

// An even pressure under the washer; of a plate that lies nowhere under it, its nearest node.
fe::BoltPatch ModelBuilder::patch(const std::vector<int>& shells, Vec3 centre, Vec3 axis, const BoltSize& bolt) const {
    fe::BoltPatch p =
        fe::washerPatch(out_.model, fe::FaceFinder(out_.model, shells), centre, axis, bolt.d_0 / 2, bolt.washerOuter / 2);
    if (!p.nodes.empty()) return p;
    double nearest = fe::unlimited;
    for (const int e : shells)
        for (const int n : out_.model.shells[e].nodes) {
            if (n < 0) continue;
            const Vec3 away = out_.model.nodes[n] - centre;
            const double distance = norm(away - dot(away, axis) * axis);
            if (distance < nearest) nearest = distance, p = {{n}, {1}};
        }
    return p;
}

} // namespace zg
