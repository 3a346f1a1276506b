#include "fe/carried.h"
#include "fe/parallel.h"
#include <algorithm>
#include <map>

// Elements and springs carried along with the structure: each one is asked for its answer in its own undeformed axes, and what
// it says is turned to where it is now (corotation.h).
namespace zg::fe {

namespace {

// Displacements and rotations of some nodes.
struct Carrier {
    std::vector<Vec3> displacements;
    std::vector<Mat3> rotations;
    MovedBody::Motion motion;
    void look(const int* nodes, int count, const State& state) {
        displacements.resize(count);
        rotations.resize(count);
        for (int i = 0; i < count; ++i) {
            const double* u = &state.freedoms[6 * static_cast<std::size_t>(nodes[i])];
            displacements[i] = {u[0], u[1], u[2]};
            rotations[i] = state.rotations[nodes[i]];
        }
    }
};

// The symmetric part: all that is needed where equilibrium is near, and the tangent itself in equilibrium.
void packSymmetric(const std::vector<double>& full, int n, double* packed) {
    for (int i = 0; i < n; ++i)
        for (int j = 0; j <= i; ++j) packed[packedAt(i, j)] = 0.5 * (full[i * n + j] + full[j * n + i]);
}

} // namespace

void System::prepareCarried() {
    carried_ = std::make_unique<Carried>();
    for (const Shell& s : model_->shells) {
        std::vector<Vec3> x;
        for (int node : s.nodes)
            if (node >= 0) x.push_back(model_->nodes[node]);
        carried_->shells.emplace_back(x, FrameRule::Diagonals);
    }
    for (const Link& link : model_->links) {
        Carried::Spring s;
        std::map<int, int> place;
        const auto meet = [&](const Attachment& at) {
            for (const Terms& row : at.rows)
                for (const Term& t : row)
                    if (place.emplace(t.node, static_cast<int>(s.nodes.size())).second) s.nodes.push_back(t.node);
        };
        meet(link.a);
        if (link.b) meet(*link.b);
        const std::size_t n = s.nodes.size();
        // A spring between two parts turns with the first of them: with the nodes that its movement comes from.
        std::vector<Vec3> x;
        for (int node : s.nodes) x.push_back(model_->nodes[node]);
        std::vector<double> weights(n, 0);
        for (int k = 0; k < 3; ++k)
            for (const Term& t : link.a.rows[k])
                if (t.freedom == k) weights[place[t.node]] += std::abs(t.factor);
        s.body = MovedBody(x, link.b ? FrameRule::Triads : FrameRule::Fixed, weights);
        const auto add = [&](const Attachment& at, double sign) {
            for (int c = 0; c < componentCount(link.law); ++c)
                for (int k = 0; k < 3; ++k)
                    for (const Term& t : at.rows[(link.isRotation ? 3 : 0) + k])
                        s.rows[c][6 * place[t.node] + t.freedom] += sign * link.axes[c][k] * t.factor;
        };
        for (int c = 0; c < componentCount(link.law); ++c) s.rows[c].assign(6 * n, 0);
        add(link.a, -1);
        if (link.b) add(*link.b, 1);
        s.block = blockOf(s.nodes.data(), static_cast<int>(n));
        s.turnsForces = link.role == LinkRole::Spring;
        s.stiffness.assign(packedSize(6 * static_cast<int>(n)), 0);
        carried_->springs.push_back(std::move(s));
    }
}

void System::addTurning(const NodalForce& force) {
    caseTurning_.back().push_back(force);
    for (const Carried::Turning& t : carried_->turning)
        if (t.node == force.node) return;
    carried_->turning.push_back({force.node, blockOf(&force.node, 1), {}, 0});
}

bool System::hasTurningForces() const { return carried_ && !carried_->turning.empty(); }

void System::turn(const std::vector<double>& freedomsBefore, const std::vector<Mat3>& rotationsBefore, State& state) const {
    for (std::size_t i = 0; i < state.rotations.size(); ++i) {
        const std::size_t d = 6 * i + 3;
        const Vec3 spin{state.freedoms[d] - freedomsBefore[d], state.freedoms[d + 1] - freedomsBefore[d + 1],
                        state.freedoms[d + 2] - freedomsBefore[d + 2]};
        state.rotations[i] = rotationBy(spin) * rotationsBefore[i];
    }
}

Vec3 System::place(int node, const State& state) const {
    const double* u = &state.freedoms[6 * static_cast<std::size_t>(node)];
    return carried_ ? model_->nodes[node] + Vec3{u[0], u[1], u[2]} : model_->nodes[node];
}

ElementVector System::deforming(int shell, const State& state) const {
    Carrier c;
    c.look(model_->shells[shell].nodes.data(), shells_[shell].nodeCount(), state);
    carried_->shells[shell].follow(c.displacements.data(), c.rotations.data(), c.motion);
    ElementVector u{};
    std::copy(c.motion.local.begin(), c.motion.local.end(), u.begin());
    return u;
}

std::array<double, 3> System::movedDeflection(int link, const State& state) const {
    const Carried::Spring& s = carried_->springs[link];
    Carrier c;
    c.look(s.nodes.data(), static_cast<int>(s.nodes.size()), state);
    s.body.follow(c.displacements.data(), c.rotations.data(), c.motion);
    return s.deflection(c.motion.local);
}

ElementVector System::nodalForces(int shell, const State& state) const {
    ShellElement::State ignored = state.shells[shell];
    std::vector<double> after(shells_[shell].historyLength());
    ElementVector u{}, f{};
    Carrier c;
    if (carried_) {
        c.look(model_->shells[shell].nodes.data(), shells_[shell].nodeCount(), state);
        carried_->shells[shell].follow(c.displacements.data(), c.rotations.data(), c.motion);
        std::copy(c.motion.local.begin(), c.motion.local.end(), u.begin());
    } else {
        u = nodal(shell, state.freedoms);
    }
    shells_[shell].respond(u, history(state, shell), after.data(), ignored, f, nullptr);
    if (carried_) carried_->shells[shell].forces(c.motion, f.data(), f.data());
    return f;
}

void System::carryShells(const State& before, State& after, bool withTangent) {
    parallelFor(threads_, static_cast<int>(shells_.size()), [&](int begin, int end) {
        Carrier c;
        std::vector<double> full, tangent;
        for (int i = begin; i < end; ++i) {
            const int n = shells_[i].nodeCount(), size = 6 * n;
            c.look(model_->shells[i].nodes.data(), n, after);
            const MovedBody& body = carried_->shells[i];
            body.follow(c.displacements.data(), c.rotations.data(), c.motion);
            ElementVector u{}, f{};
            std::copy(c.motion.local.begin(), c.motion.local.end(), u.begin());
            shells_[i].respond(u, historyBefore(before, i), &after.history[historyStart_[i]], after.shells[i], f,
                               withTangent ? &stiffness_[i] : nullptr);
            body.forces(c.motion, f.data(), forces_[i].data());
            if (!withTangent) continue;
            isTangentElastic_[i] = after.shells[i].isElastic;
            const ElementMatrix& local = tangentOf(i);
            full.resize(static_cast<std::size_t>(size) * size);
            tangent.resize(full.size());
            for (int p = 0; p < size; ++p)
                for (int q = 0; q < size; ++q) full[p * size + q] = local[packedAt(p, q)];
            body.tangent(c.motion, f.data(), full.data(), tangent.data());
            packSymmetric(tangent, size, stiffness_[i].data());
            isTangentElastic_[i] = 0; // carried along, it is another at every place
        }
    });
}

void System::carrySprings(const State& before, State& after, bool withTangent) {
    parallelFor(threads_, static_cast<int>(carried_->springs.size()), [&](int begin, int end) {
        Carrier c;
        std::vector<double> full, tangent;
        std::array<std::vector<double>, 3> across; // forces of a unit in each component
        for (int i = begin; i < end; ++i) {
            Carried::Spring& s = carried_->springs[i];
            const int size = 6 * static_cast<int>(s.nodes.size());
            c.look(s.nodes.data(), size / 6, after);
            s.body.follow(c.displacements.data(), c.rotations.data(), c.motion);
            const int components = componentCount(model_->links[i].law);
            const SpringResponse r =
                respond(model_->links[i].law, s.deflection(c.motion.local), before.springs[i], after.springs[i]);
            s.response = r.force;
            s.forces.clear();
            const auto isNothing = [](const auto& v) { return std::all_of(v.begin(), v.end(), [](double x) { return x == 0; }); };
            if (isNothing(r.force) && isNothing(r.tangent)) {
                std::fill(s.stiffness.begin(), s.stiffness.end(), 0);
                continue;
            }
            std::vector<double> local(size, 0);
            for (int k = 0; k < components; ++k)
                for (int j = 0; j < size; ++j) local[j] += s.rows[k][j] * r.force[k];
            s.forces.resize(size);
            s.body.forces(c.motion, local.data(), s.forces.data());
            if (!withTangent) continue;
            // What deforms the spring, by its few components; where its forces turn with it only if they are heavy on the rest.
            std::fill(s.stiffness.begin(), s.stiffness.end(), 0);
            if (s.turnsForces) {
                full.assign(static_cast<std::size_t>(size) * size, 0);
                tangent.resize(full.size());
                s.body.tangent(c.motion, local.data(), full.data(), tangent.data());
                packSymmetric(tangent, size, s.stiffness.data());
            }
            for (int k = 0; k < components; ++k) {
                across[k].resize(size);
                s.body.forces(c.motion, s.rows[k].data(), across[k].data());
            }
            for (int a = 0; a < components; ++a) {
                for (int b = 0; b < components; ++b) {
                    const double t = r.tangent[3 * a + b];
                    if (t == 0) continue;
                    for (int p = 0; p < size; ++p)
                        if (const double f = t * across[a][p]; f != 0)
                            for (int q = 0; q <= p; ++q) s.stiffness[packedAt(p, q)] += f * across[b][q];
                }
            }
        }
    });
}

// Half the stiffness of forces that turn: the symmetric part.
void System::carryTurningForces(const State& after) {
    for (Carried::Turning& t : carried_->turning) {
        Vec3 f; // turns by (spin) x f
        for (std::size_t c = 0; c < caseTurning_.size(); ++c)
            for (const NodalForce& given : caseTurning_[c])
                if (given.node == t.node && given.freedom < 3)
                    f = f + (after.factors[c] * given.value) * column(after.rotations[t.node], given.freedom);
        const Mat3 s = skew(f);
        for (int p = 0; p < 3; ++p)
            for (int q = 0; q < 3; ++q) t.stiffness[packedAt(3 + p, q)] = 0.5 * s[q][p];
    }
}

void System::evaluateMoved(const State& before, State& after, std::vector<double>& internal, bool withTangent) {
    carryShells(before, after, withTangent);
    carrySprings(before, after, withTangent);
    carryTurningForces(after);
    internal.assign(map_.freedomCount(), 0);
    unsettled_ = 0;
    largestSpringForce_ = 0;
    for (std::size_t i = 0; i < shells_.size(); ++i) {
        unsettled_ += after.shells[i].isSettled ? 0 : 1;
        addInternal(blocks_[i], forces_[i].data(), internal);
    }
    for (std::size_t i = 0; i < carried_->springs.size(); ++i) {
        const Carried::Spring& spring = carried_->springs[i];
        if (!model_->links[i].isRotation)
            for (double f : spring.response) largestSpringForce_ = std::max(largestSpringForce_, std::abs(f));
        if (!spring.forces.empty()) addInternal(spring.block, spring.forces.data(), internal);
    }
}

} // namespace zg::fe
