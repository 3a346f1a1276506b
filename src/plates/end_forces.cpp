#include "plates/end_forces.h"
#include "fe/analysis.h"
#include "joint/action_columns.h"
#include "joint/balance.h"
#include "plates/model_builder.h"

namespace zg {

namespace {

using fe::Vec3;

// A wrench given at `from` as forces on a node.
void apply(std::vector<fe::NodalForce>& to, const fe::Model& model, int node, Vec3 from, Vec3 force, Vec3 moment) {
    const Vec3 there = moment + cross(from - model.nodes[node], force);
    for (int k = 0; k < 3; ++k) {
        if (force[k] != 0) to.push_back({node, static_cast<fe::Freedom>(k), force[k]});
        if (there[k] != 0) to.push_back({node, static_cast<fe::Freedom>(3 + k), there[k]});
    }
}

} // namespace

bool carriesInPlaneOnly(const ResolvedJoint& joint, EndId side) {
    if (const ResolvedSide* s = joint.side(side); s && s->spec.farEnd) return *s->spec.farEnd == EndCarries::InPlane;
    for (const ActionSet& set : joint.actions)
        if (isOutOfPlane(forcesAt(set, side))) return false;
    return true;
}

Diagnostics forcesOnReleases(const ResolvedJoint& joint) {
    Diagnostics found;
    for (const ResolvedSide& s : joint.sides)
        for (const ActionSet& set : joint.actions)
            if (carriesInPlaneOnly(joint, s.id) && isOutOfPlane(forcesAt(set, s.id)))
                found.push_back(problem(Problem::ForceOnRelease, joint.mark, FieldPath{"actions", set.id, "forces", s.id.str()},
                                        {set.id, name(s.id)}));
    return found;
}

PlateModelSettings settingsFor(const ResolvedJoint& joint, const ActionSet& set, PlateModelSettings settings) {
    settings.isFreeEndLoaded =
        findForces(set, joint.plates.heldEnd == HeldEnd::ColumnAbove ? ends::below : ends::above) != nullptr;
    for (const ResolvedSide& beam : joint.sides) {
        const double V = forcesAt(set, beam.id).V;
        settings.shearSense[beam.id] = V > 0 ? 1 : V < 0 ? -1 : 0;
        settings.axialTension[beam.id] = std::max(0.0, faceForces(joint, beam.id, set).N);
    }
    return settings;
}

std::vector<fe::NodalForce> endForces(const ResolvedJoint& joint, const JointModel& m, const ActionSet& set) {
    std::vector<fe::NodalForce> forces;
    const Vec3 vertical{0, 0, 1};
    for (const JointModel::Beam& beam : m.beams) {
        if (beam.side == m.heldBeam) continue;
        const ResolvedSide& s = *joint.side(beam.side);
        const EndForces f = givenAt(joint, s, set);
        const Vec3 out = cross(beam.turn, vertical), down = s.sinSlope * out - s.cosSlope * vertical;
        // Away from the reader, or to the right where the member itself goes that way.
        const Vec3 across = s.isInPlane() ? Vec3{0, 1, 0} : Vec3{1, 0, 0};
        const Vec3 from = joint.reference == ActionReference::Node ? Vec3{0, 0, beam.axisLevel} : beam.face;
        Vec3 force = f.N * beam.along + f.V * down, moment = f.M * beam.turn;
        if (isOutOfPlane(f)) {
            force = force + f.V_y.value_or(0) * across;
            moment = moment + f.T.value_or(0) * beam.along + f.M_z.value_or(0) * (s.cosSlope * vertical - s.sinSlope * out);
        }
        apply(forces, m.model, beam.handle, from, force, moment);
    }
    const EndForces* column = findForces(set, m.isTopHeld ? ends::below : ends::above);
    if (m.freeEnd >= 0 && column) {
        // The forces below act on the joint in the opposite sense.
        const double sense = m.isTopHeld ? -1 : 1;
        const Vec3 node{0, 0, m.beams.front().axisLevel};
        apply(forces, m.model, m.freeEnd, node, {sense * column->V, 0, sense * column->N}, {0, sense * column->M, 0});
    }
    return forces;
}

fe::Wrench sumOf(const std::vector<fe::Vec3>& places, const std::vector<fe::NodalForce>& forces) {
    fe::Wrench sum;
    for (const fe::NodalForce& f : forces) {
        Vec3 v;
        v[f.freedom % 3] = f.value;
        if (f.freedom < 3) {
            sum.force = sum.force + v;
            sum.moment = sum.moment + cross(places[f.node], v);
        } else {
            sum.moment = sum.moment + v;
        }
    }
    return sum;
}

fe::Stage wholeOf(const fe::Model& model, int loadCase, const std::string& id, double step) {
    fe::Stage stage;
    stage.id = id;
    stage.factors.assign(model.cases.size(), 0);
    stage.factors[loadCase] = 1;
    stage.firstStep = stage.largestStep = step;
    stage.smallestStep = 0.01;
    return stage;
}

} // namespace zg
