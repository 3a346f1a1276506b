#include "fe/model.h"
#include "fe/rotation.h"
#include "fe/shell_kinematics.h"
#include <algorithm>

namespace zg::fe {

namespace {

int size(const std::vector<Constraint>& v) { return static_cast<int>(v.size()); }

// Turns a row of factors on vector components: (factor along k) becomes (factors along the turned axis k).
template <class Item, class Value> void turn(std::vector<Item>& items, const std::array<Vec3, 3>& rotation, Value Item::*value) {
    std::vector<Item> turned;
    for (const Item& item : items) {
        const int k = item.freedom % 3, base = item.freedom - k;
        for (int p = 0; p < 3; ++p) {
            Item next = item;
            next.freedom = static_cast<Freedom>(base + p);
            next.*value = item.*value * rotation[p][k];
            if (std::abs(rotation[p][k]) > 1e-15) turned.push_back(next);
        }
    }
    items = std::move(turned);
}

// Attachment rows become R row R^T: both the point's motion and the nodes' freedoms turn.
void turn(Attachment& a, const std::array<Vec3, 3>& rotation, Vec3 shift) {
    a.position = rotation * a.position + shift;
    for (Terms& row : a.rows) turn(row, rotation, &Term::factor);
    std::array<Terms, 6> turned;
    for (int p = 0; p < 6; ++p) {
        for (int k = 0; k < 3; ++k) {
            for (Term t : a.rows[p - p % 3 + k]) {
                t.factor *= rotation[p % 3][k];
                if (t.factor != 0) turned[p].push_back(t);
            }
        }
    }
    a.rows = turned;
}

// The node moves as the attachment does.
void couple(Model& m, const Attachment& leader, int node, const std::string& id) {
    m.couplings.push_back({id, leader, attachToNode(m.nodes, node), size(m.constraints)});
    for (int k = 0; k < 6; ++k) {
        Constraint c{id, {{node, static_cast<Freedom>(k), 1}}};
        for (Term t : leader.rows[k]) {
            t.factor = -t.factor;
            c.terms.push_back(t);
        }
        m.constraints.push_back(c);
    }
}

} // namespace

int Model::addNode(Vec3 x) {
    nodes.push_back(x);
    return static_cast<int>(nodes.size()) - 1;
}

int Model::addMaterial(const Material& m) {
    materials.push_back(m);
    return static_cast<int>(materials.size()) - 1;
}

int Model::addPart(const std::string& id, double thickness, int material, LayerRule layers) {
    parts.push_back({id, thickness, material, layers});
    return static_cast<int>(parts.size()) - 1;
}

int Model::addCase(const std::string& id) {
    cases.push_back({id, {}, {}});
    return static_cast<int>(cases.size()) - 1;
}

int Model::fix(int node, const std::vector<Freedom>& freedoms, const std::string& id) {
    const int first = size(constraints);
    for (Freedom f : freedoms) constraints.push_back({id, {{node, f, 1}}});
    return first;
}

int Model::fixAll(int node, const std::string& id) { return fix(node, {Ux, Uy, Uz, Rx, Ry, Rz}, id); }

int Model::fixAlong(int node, Vec3 direction, bool isRotation, const std::string& id) {
    Constraint c{id, {}};
    for (int k = 0; k < 3; ++k)
        if (direction[k] != 0) c.terms.push_back({node, static_cast<Freedom>((isRotation ? 3 : 0) + k), direction[k]});
    constraints.push_back(c);
    return size(constraints) - 1;
}

void Model::addRigid(int master, const std::vector<int>& dependents, const std::string& id) {
    for (int node : dependents) {
        if (node == master) continue;
        couple(*this, attachToNode(nodes, master, nodes[node] - nodes[master]), node, id);
    }
}

int Model::addHandle(const Attachment& at, const std::string& id) {
    const int node = addNode(at.position);
    couple(*this, at, node, id);
    return node;
}

void Model::move(const std::array<Vec3, 3>& rotation, Vec3 shift) {
    for (Vec3& x : nodes) x = rotation * x + shift;
    for (Link& l : links) {
        turn(l.a, rotation, shift);
        if (l.b) turn(*l.b, rotation, shift);
        for (Vec3& axis : l.axes) axis = rotation * axis;
    }
    for (Coupling& c : couplings) {
        turn(c.leader, rotation, shift);
        turn(c.follower, rotation, shift);
    }
    for (Constraint& c : constraints) turn(c.terms, rotation, &Term::factor);
    for (LoadCase& c : cases) turn(c.forces, rotation, &NodalForce::value);
}

Model inMovedGeometry(const Model& model) {
    Model out = model;
    // Stiffer than plates by so much that nothing shows, and little enough for all digits that matter.
    double stiffness = 0, thickest = 1;
    for (const Part& p : model.parts) {
        stiffness = std::max(stiffness, 1e3 * model.materials[p.material].E * p.thickness);
        thickest = std::max(thickest, p.thickness);
    }
    for (const Link& l : model.links)
        if (const auto* linear = std::get_if<LinearLaw>(&l.law); linear && !l.isRotation)
            stiffness = std::max(stiffness, 1e3 * linear->stiffness);
    std::vector<char> isCoupled(model.constraints.size(), 0);
    for (const Coupling& c : model.couplings) {
        for (int k = 0; k < 6; ++k) isCoupled[c.firstConstraint + k] = 1;
        for (bool isRotation : {false, true}) {
            Link link;
            link.id = c.id;
            link.a = c.leader;
            link.b = c.follower;
            link.isRotation = isRotation;
            const double k = stiffness * (isRotation ? 100 * thickest * thickest : 1);
            CoupledLaw law;
            law.ellipsoid = {{k, k, k}, {1, 1, 1}, unlimited, 0};
            link.law = law;
            out.links.push_back(link);
        }
    }
    out.couplings.clear();
    out.constraints.clear();
    std::vector<int> place(model.constraints.size(), -1);
    for (std::size_t i = 0; i < model.constraints.size(); ++i) {
        if (isCoupled[i]) continue;
        place[i] = size(out.constraints);
        out.constraints.push_back(model.constraints[i]);
    }
    for (LoadCase& c : out.cases)
        for (Prescribed& p : c.movements) p.constraint = place[p.constraint];
    return out;
}

std::array<Vec3, 4> cornersOf(const Model& model, int shell) {
    const Shell& s = model.shells[shell];
    std::array<Vec3, 4> x;
    for (int i = 0; i < 4; ++i) x[i] = model.nodes[s.nodes[i] < 0 ? s.nodes[0] : s.nodes[i]];
    return x;
}

void addSurfaceLoad(const Model& model, int shell, Vec3 forcePerArea, std::vector<NodalForce>& to) {
    const Shell& s = model.shells[shell];
    const std::array<Vec3, 4> corners = cornersOf(model, shell);
    const int n = s.isTriangle() ? 3 : 4;
    std::array<double, 4> area{};
    if (s.isTriangle()) {
        area.fill(norm(cross(corners[1] - corners[0], corners[2] - corners[0])) / 6);
    } else {
        const double g = 1 / std::sqrt(3.0);
        for (double r : {-g, g}) {
            for (double t : {-g, g}) {
                const auto [ar, as] = shellTangents(corners, false, r, t);
                const std::array<double, 4> shape = shellShape(false, r, t);
                for (int i = 0; i < 4; ++i) area[i] += shape[i] * norm(cross(ar, as));
            }
        }
    }
    for (int i = 0; i < n; ++i)
        for (int k = 0; k < 3; ++k)
            if (forcePerArea[k] != 0) to.push_back({s.nodes[i], static_cast<Freedom>(k), area[i] * forcePerArea[k]});
}

void addEdgeLoad(const Model& model, int from, int to, Vec3 forcePerLength, Vec3 momentPerLength,
                 std::vector<NodalForce>& forces) {
    const double half = norm(model.nodes[to] - model.nodes[from]) / 2;
    for (int node : {from, to}) {
        for (int k = 0; k < 3; ++k) {
            if (forcePerLength[k] != 0) forces.push_back({node, static_cast<Freedom>(k), half * forcePerLength[k]});
            if (momentPerLength[k] != 0) forces.push_back({node, static_cast<Freedom>(3 + k), half * momentPerLength[k]});
        }
    }
}

} // namespace zg::fe
