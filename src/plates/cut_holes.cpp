#include "fe/connect.h"
#include "fe/cut_hole.h"
#include "plates/model_builder.h"
#include <algorithm>

namespace zg {

void ModelBuilder::cutHoles(const ResolvedSide& s, PartRef plate, const std::vector<int>& parts) {
    if (!joint_.plates.hasHoles) return;
    int left = 0;
    for (const BoltPart* bolt : builtBolts(s.id)) {
        const Vec3 head = vec(bolt->head), axis = fe::unit(vec(bolt->nut) - head);
        fe::CutHole hole = fe::cutHole(out_.model, parts, head, axis, s.bolt.d_0 / 2);
        for (auto it = places_.begin(); it != places_.end();)
            it = std::find(hole.moved.begin(), hole.moved.end(), it->second) != hole.moved.end() ? places_.erase(it)
                                                                                                 : std::next(it);
        if (hole.edge.empty())
            ++left;
        else
            holes_.push_back({plate, bolt, std::move(hole.edge)});
    }
    if (left > 0)
        out_.notes.push_back(std::to_string(left) + " holes of the " + partName(plate, true) +
                             " are not cut: they lie too close to each other or to what stands on the plate for these elements.");
}

// The half of a hole's edge that bears, towards `pushes`; all round where it is nil.
fe::BoltPatch ModelBuilder::edgeOf(const BoltPart& bolt, PartRef plate, Vec3 pushes) const {
    for (const Hole& hole : holes_) {
        if (hole.bolt != &bolt || hole.plate != plate) continue;
        fe::BoltPatch patch;
        const Vec3 head = vec(bolt.head), axis = fe::unit(vec(bolt.nut) - head);
        for (const int n : hole.edge) {
            Vec3 away = out_.model.nodes[n] - head;
            away = away - dot(away, axis) * axis;
            const double weight = norm(pushes) > 0 ? dot(fe::unit(away), pushes) : 1;
            if (weight < 0.1) continue;
            patch.nodes.push_back(n);
            patch.weights.push_back(weight);
        }
        return patch;
    }
    return {};
}

} // namespace zg
