#include "plates/node_stiffness.h"
#include "base/text.h"
#include "fe/condense.h"
#include "plates/end_forces.h"
#include "plates/tighten.h"
#include <algorithm>
#include <cmath>

namespace zg {

namespace {

using fe::Vec3;

// Ends are free in all six freedoms: what the frame holds is the frame's.
void release(fe::Model& model, const std::vector<int>& handles) {
    const auto isHandle = [&](const fe::Constraint& c) {
        return c.terms.size() == 1 && std::count(handles.begin(), handles.end(), c.terms[0].node) > 0;
    };
    model.constraints.erase(std::remove_if(model.constraints.begin(), model.constraints.end(), isHandle),
                            model.constraints.end());
    model.couplings.clear(); // their constraints have moved up; in undeformed geometry nobody asks
}

// Movements of the ends when the held one moves as a rigid body: six rows a free end.
std::vector<double> withHeldEnd(const std::vector<double>& k, const std::vector<Vec3>& ends, Vec3 held) {
    const std::size_t n = 6 * ends.size(), all = n + 6;
    std::vector<double> b(n * all, 0); // relative movements from all movements
    for (std::size_t e = 0; e < ends.size(); ++e) {
        const Vec3 arm = ends[e] - held;
        for (std::size_t i = 0; i < 6; ++i) {
            b[(6 * e + i) * all + 6 * e + i] = 1;
            b[(6 * e + i) * all + n + i] = -1;
        }
        for (std::size_t i = 0; i < 3; ++i) { // theta x arm
            const std::size_t next = (i + 1) % 3, last = (i + 2) % 3;
            b[(6 * e + i) * all + n + 3 + next] -= arm[static_cast<int>(last)];
            b[(6 * e + i) * all + n + 3 + last] += arm[static_cast<int>(next)];
        }
    }
    std::vector<double> kb(n * all, 0), out(all * all, 0);
    for (std::size_t i = 0; i < n; ++i)
        for (std::size_t j = 0; j < n; ++j)
            for (std::size_t c = 0; c < all; ++c) kb[i * all + c] += k[i * n + j] * b[j * all + c];
    for (std::size_t j = 0; j < n; ++j)
        for (std::size_t r = 0; r < all; ++r)
            for (std::size_t c = 0; c < all; ++c) out[r * all + c] += b[j * all + r] * kb[j * all + c];
    return out;
}

Diagnostics refused(const ResolvedJoint& joint, const std::string& why) { return {{Severity::Error, joint.mark, why}}; }

} // namespace

tl::expected<NodeStiffness, Diagnostics> nodeStiffness(const ResolvedJoint& joint, const ActionSet& set, Progress* progress) {
    PlateModelSettings settings = settingsFor(joint, set);
    settings.isFreeEndLoaded = true;
    auto built = buildJointModel(joint, settings);
    if (!built) return tl::unexpected(built.error());
    JointModel& m = *built;
    NodeStiffness out;
    out.set = set.id;
    std::vector<int> handles;
    const auto add = [&](const std::string& id, int node) {
        const Vec3 x = m.model.nodes[node];
        out.ends.push_back({id, {x.x, x.y, x.z}});
        handles.push_back(node);
    };
    std::optional<NodeStiffness::End> held;
    for (const JointModel::Beam& beam : m.beams) {
        if (beam.side == m.heldBeam) {
            const Vec3 x = m.model.nodes[beam.handle];
            held = NodeStiffness::End{name(beam.side), {x.x, x.y, x.z}};
        } else {
            add(name(beam.side), beam.handle);
        }
    }
    if (m.freeEnd >= 0) add(m.isTopHeld ? "column below" : "column above", m.freeEnd);
    if (!held)
        held =
            NodeStiffness::End{m.isTopHeld ? "column above" : "column below", {0, 0, m.isTopHeld ? m.columnTop : m.columnBottom}};
    const std::vector<fe::NodalForce> forces = endForces(joint, m, set);
    if (forces.empty())
        return tl::unexpected(refused(joint, "Set " + set.id + " has no forces: which bolts and contacts act is not known."));
    release(m.model, handles);
    const int load = m.model.addCase("set " + set.id);
    m.model.cases[load].forces = forces;
    Diagnostics found;
    const auto analysis = analysisOf(m, found, {plateTolerance, 30, 2}, progress);
    if (!analysis) return tl::unexpected(found);
    const fe::Stage stage = wholeOf(m.model, load, "set " + set.id);
    const fe::RunResult run = analysis->run(stage, {}, progress);
    out.part = analysis->state().factors[load];
    if (run.reason == fe::StopReason::Cancelled) return tl::unexpected(refused(joint, "Cancelled."));
    if (!run.isComplete() && !(out.part > 0.05)) return tl::unexpected(refused(joint, withPartNames(run.message)));
    if (!run.isComplete())
        out.notes.push_back("Set " + set.id + " is carried to " + fixedDecimals(100 * out.part, 0) +
                            " % only: the stiffness is that of the state there.");
    const std::vector<double> k = fe::condensedStiffness(*analysis, handles);
    if (k.empty())
        return tl::unexpected(refused(
            joint, "The joint has no stiffness against a movement of its ends: something is loose in set " + set.id + "."));
    std::vector<Vec3> places;
    for (int node : handles) places.push_back(m.model.nodes[node]);
    out.matrix = withHeldEnd(k, places, {held->at[0], held->at[1], held->at[2]});
    out.ends.push_back(*held);
    out.notes.emplace_back("The stubs of the members between the ends and the joint are in it. Plates are elastic; bolts and "
                           "contacts act as under the set.");
    for (const std::string& note : m.notes) out.notes.push_back(note);
    return out;
}

} // namespace zg
