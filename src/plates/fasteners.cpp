#include "fe/connect.h"
#include "joint/bolt_strength.h"
#include "joint/geometry.h"
#include "plates/model_builder.h"

namespace zg {

void ModelBuilder::bolts(const ResolvedSide& s, const std::vector<int>& plateShells, const std::vector<int>& flangeShells,
                         const std::vector<Backing>& backings) {
    const Axes axes = axesOf(s);
    const ResolvedSide* partner = joint_.splicedTo(s);
    const double far = partner ? partner->spec.plate.thickness : s.isInPlane() ? col_.t_f : col_.t_w;
    const auto sense = settings_.shearSense.find(s.id);
    for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
        const BoltRowSpec& row = s.spec.rows[i];
        for (double sign : {-1.0, 1.0}) {
            const double y = sign * row.gauge.value_or(s.spec.bolts.gauge) / 2, z = levelOf(s, row.position);
            const Backing* backing = nullptr;
            for (const Backing& b : backings)
                if (b.sign == sign && z > b.lowest && z < b.highest) backing = &b;
            const BoltStrength strength = boltStrength(joint_, s, backing ? backing->thickness : 0);
            fe::BoltData bolt;
            const PartRef ref{PartKind::BoltRow, s.id, static_cast<int>(i)};
            bolt.id = partId(ref);
            bolt.axis = axes.out;
            bolt.position = axes.at(0, y, z);
            const double radius = s.bolt.washerOuter / 2;
            if (backing) bolt.plates.push_back(patch(backing->shells, bolt.position, bolt.axis, radius));
            bolt.plates.push_back(patch(flangeShells, bolt.position, bolt.axis, radius));
            bolt.plates.push_back(patch(plateShells, bolt.position, bolt.axis, radius));
            const double F_b_Rd = bearingStrength(joint_, s, i, sense == settings_.shearSense.end() ? 0 : sense->second);
            // A row kept for shear alone has play along its bolts.
            const double k = youngsModulus * s.bolt.A_s / strength.L_b * (row.takesTension ? 1 : 1e-4);
            // The hole gives way where it is weaker than the shank.
            const double ratio = strength.F_t_Rd / std::max(1.0, std::min(strength.F_v_Rd, F_b_Rd));
            bolt.law.ellipsoid = {{k, strength.k_shear, strength.k_shear}, {1, ratio * ratio, ratio * ratio}, strength.F_t_Rd, 0};
            bolt.law.isTensionOnly = true;
            bolt.law.fracture = strength.fractureLength;
            JointModel::Bolt placed;
            placed.row = ref;
            placed.head = axes.at(-far - (backing ? backing->thickness : 0), y, z);
            placed.nut = axes.at(s.spec.plate.thickness, y, z);
            placed.firstLink = static_cast<int>(out_.model.links.size());
            placed.linkCount = fe::addBolt(out_.model, bolt);
            placed.F_t_Rd = strength.F_t_Rd;
            placed.F_v_Rd = strength.F_v_Rd;
            placed.B_p_Rd = strength.B_p_Rd;
            placed.F_b_Rd = F_b_Rd;
            placed.fractureLength = strength.fractureLength;
            out_.bolts.push_back(placed);
        }
    }
}

// Nodes under the washer, at least the nearest five.
fe::BoltPatch ModelBuilder::patch(const std::vector<int>& shells, Vec3 centre, Vec3 axis, double radius) const {
    std::vector<std::pair<double, int>> nearest;
    std::vector<char> isSeen(out_.model.nodes.size(), 0);
    for (int e : shells)
        for (int n : out_.model.shells[e].nodes) {
            if (n < 0 || isSeen[n]) continue;
            isSeen[n] = 1;
            const Vec3 away = out_.model.nodes[n] - centre;
            nearest.emplace_back(norm(away - dot(away, axis) * axis), n);
        }
    std::sort(nearest.begin(), nearest.end());
    fe::BoltPatch p;
    for (const auto& [distance, n] : nearest) {
        if (distance > radius && p.nodes.size() >= 5) break;
        p.nodes.push_back(n);
        p.weights.push_back(1);
    }
    return p;
}

} // namespace zg
