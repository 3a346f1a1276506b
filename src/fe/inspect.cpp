#include "fe/inspect.h"
#include "fe/shell_kinematics.h"
#include <algorithm>
#include <map>
#include <numeric>
#include <set>
#include <sstream>

namespace zg::fe {

namespace {

struct Report {
    Diagnostics found;
    void error(const std::string& subject, const std::string& message) { found.push_back({Severity::Error, subject, message}); }
    void warn(const std::string& subject, const std::string& message) { found.push_back({Severity::Warning, subject, message}); }
};

std::string number(double v) {
    std::ostringstream s;
    s << v;
    return s.str();
}

std::string place(Vec3 x) { return "(" + number(x.x) + ", " + number(x.y) + ", " + number(x.z) + ") mm"; }

bool isNode(const Model& m, int node) { return node >= 0 && node < static_cast<int>(m.nodes.size()); }

void checkParts(const Model& m, Report& r) {
    for (const Part& p : m.parts) {
        if (!(std::isfinite(p.thickness) && p.thickness > 0))
            r.error(p.id, "The thickness of " + p.id + " is " + number(p.thickness) + " mm; it must be above 0.");
        if (p.material < 0 || p.material >= static_cast<int>(m.materials.size())) r.error(p.id, p.id + " has no material.");
        if (!isValid(p.layers))
            r.error(p.id, p.id + " has " + std::to_string(p.layers.points) +
                              " layers, which its integration rule does not offer (at most " + std::to_string(maxLayers) +
                              "; Simpson an odd number from 3).");
    }
    for (const Material& s : m.materials) {
        if (!(std::isfinite(s.E) && s.E > 0))
            r.error(s.id, "The modulus E of " + s.id + " is " + number(s.E) + " MPa; it must be above 0.");
        if (!(s.nu > -1 && s.nu < 0.5))
            r.error(s.id, "Poisson's ratio of " + s.id + " is " + number(s.nu) + "; it must lie between -1 and 0.5.");
        if (!(s.f_y > 0)) r.error(s.id, "The yield strength of " + s.id + " is " + number(s.f_y) + " MPa; it must be above 0.");
        if (!(s.E_t >= 0 && s.E_t < s.E))
            r.error(s.id, "The tangent modulus of " + s.id + " is " + number(s.E_t) + " MPa; it must lie between 0 and E.");
        if (!(s.kinematicPart >= 0 && s.kinematicPart <= 1))
            r.error(s.id, "Of the hardening of " + s.id + " a share of " + number(s.kinematicPart) +
                              " is said to carry the yield surface along; it must lie between 0 and 1.");
        if (!(std::isfinite(s.recall) && s.recall >= 0) || (s.recall > 0 && !(s.kinematicModulus() > 0)))
            r.error(s.id, "The recall of " + s.id + " is " + number(s.recall) +
                              "; it must not be below 0, and needs hardening that carries the yield surface along.");
    }
}

void checkNodes(const Model& m, Report& r) {
    for (const Vec3& x : m.nodes) {
        if (!isFinite(x))
            r.error("nodes", "A node's position " + place(x) + " is not a number.");
        else if (norm(x) > 1e9)
            r.error("nodes", "A node lies at " + place(x) + ", further than a kilometre of kilometres: check the unit.");
        if (r.found.size() > 20) return;
    }
}

void checkShells(const Model& m, Report& r) {
    std::map<std::string, int> told;
    for (std::size_t index = 0; index < m.shells.size(); ++index) {
        const Shell& s = m.shells[index];
        if (s.part < 0 || s.part >= static_cast<int>(m.parts.size())) {
            r.error("elements", "An element belongs to no part.");
            continue;
        }
        const std::string& id = m.parts[s.part].id;
        bool isWhole = true;
        for (int i = 0; i < (s.isTriangle() ? 3 : 4); ++i) isWhole = isWhole && isNode(m, s.nodes[i]);
        if (!isWhole) {
            r.error(id, "An element of " + id + " names a node that does not exist.");
            continue;
        }
        const std::array<Vec3, 4> corners = cornersOf(m, static_cast<int>(index));
        Vec3 centre;
        for (const Vec3& x : corners) centre = centre + 0.25 * x;
        ShellKinematics k;
        const ShellShape shape = makeShellKinematics(corners, s.isTriangle(), k);
        if (shape == ShellShape::Good || told[id]++ > 2) continue;
        r.error(id, "An element of " + id + " at " + place(centre) +
                        (shape == ShellShape::NotFinite ? " has a corner that is not a number."
                         : shape == ShellShape::NoArea  ? " has no area: its corners lie on a line."
                                                        : " is folded: a corner turns inwards by 180 degrees or more."));
    }
}

void checkAttachment(const Model& m, const Link& link, const Attachment& at, Report& r) {
    for (const Terms& row : at.rows) {
        for (const Term& t : row) {
            if (!isNode(m, t.node)) return r.error(link.id, link.id + " is attached to a node that does not exist.");
            if (!std::isfinite(t.factor))
                return r.error(link.id, link.id + " is attached to something whose position is not a number.");
        }
    }
}

void checkLinks(const Model& m, Report& r) {
    for (const Link& link : m.links) {
        checkAttachment(m, link, link.a, r);
        if (link.b) checkAttachment(m, link, *link.b, r);
        const std::string why = whyInvalid(link.law);
        if (!why.empty()) r.error(link.id, link.id + " cannot be used: " + why + ".");
        if (!std::isfinite(link.preload) || link.preload < 0)
            r.error(link.id, "The preload of " + link.id + " is " + number(link.preload) + " N; it must not be below 0.");
        for (int c = 0; c < componentCount(link.law); ++c)
            if (!(std::abs(norm(link.axes[c]) - 1) < 1e-6)) r.error(link.id, link.id + " has an axis that is no unit vector.");
    }
}

void checkLoads(const Model& m, Report& r) {
    std::set<int> carried;
    for (const Shell& s : m.shells) carried.insert(s.nodes.begin(), s.nodes.end());
    for (const Constraint& c : m.constraints) {
        if (c.terms.empty()) r.error(c.id, c.id + " constrains nothing.");
        for (const Term& t : c.terms) {
            if (!isNode(m, t.node)) r.error(c.id, c.id + " names a node that does not exist.");
            if (!std::isfinite(t.factor)) r.error(c.id, c.id + " has a factor that is not a number.");
            carried.insert(t.node);
        }
    }
    for (const Link& link : m.links) {
        for (const Terms& row : link.a.rows)
            for (const Term& t : row) carried.insert(t.node);
        if (link.b)
            for (const Terms& row : link.b->rows)
                for (const Term& t : row) carried.insert(t.node);
    }
    for (const LoadCase& c : m.cases) {
        for (const NodalForce& f : c.forces) {
            if (!isNode(m, f.node)) {
                r.error(c.id, "A force of " + c.id + " acts on a node that does not exist.");
            } else if (!std::isfinite(f.value)) {
                r.error(c.id, "A force of " + c.id + " at " + place(m.nodes[f.node]) + " is not a number.");
            } else if (f.value != 0 && carried.count(f.node) == 0) {
                r.error(c.id,
                        "A force of " + c.id + " at " + place(m.nodes[f.node]) + " acts on a point that nothing is attached to.");
            }
            if (r.found.size() > 20) return;
        }
        for (const Prescribed& p : c.movements) {
            if (p.constraint < 0 || p.constraint >= static_cast<int>(m.constraints.size()))
                r.error(c.id, "A movement of " + c.id + " names a support that does not exist.");
            else if (!std::isfinite(p.value))
                r.error(c.id, "The movement of " + m.constraints[p.constraint].id + " in " + c.id + " is not a number.");
        }
    }
}

struct Groups {
    std::vector<int> parent;
    explicit Groups(std::size_t n) : parent(n) { std::iota(parent.begin(), parent.end(), 0); }
    int top(int i) {
        while (parent[i] != i) i = parent[i] = parent[parent[i]];
        return i;
    }
    void join(int a, int b) { parent[top(a)] = top(b); }
};

} // namespace

std::vector<PartGroup> partGroups(const Model& m) {
    const int ground = static_cast<int>(m.nodes.size());
    Groups groups(m.nodes.size() + 1);
    const auto joinTerms = [&](const Terms& terms, int with) {
        for (const Term& t : terms) with < 0 ? void(with = t.node) : groups.join(t.node, with);
        return with;
    };
    std::vector<char> isGrounded(m.nodes.size(), 0);
    for (const Shell& s : m.shells)
        for (int node : s.nodes)
            if (node >= 0) groups.join(node, s.nodes[0]);
    for (const Link& link : m.links) {
        int with = -1;
        for (const Terms& row : link.a.rows) with = joinTerms(row, with);
        if (link.b)
            for (const Terms& row : link.b->rows) with = joinTerms(row, with);
        if (!link.b && with >= 0) isGrounded[with] = 1;
    }
    for (const Constraint& c : m.constraints) {
        const int with = joinTerms(c.terms, -1);
        const bool isSupport =
            std::all_of(c.terms.begin(), c.terms.end(), [&](const Term& t) { return t.node == c.terms.front().node; });
        if (isSupport && with >= 0) isGrounded[with] = 1;
    }
    for (int i = 0; i < ground; ++i)
        if (isGrounded[i]) groups.join(i, ground);
    std::map<int, PartGroup> byTop;
    std::vector<char> seen(m.parts.size(), 0);
    for (const Shell& s : m.shells) {
        if (seen[s.part]) continue;
        seen[s.part] = 1;
        PartGroup& g = byTop[groups.top(s.nodes[0])];
        g.parts.push_back(s.part);
        g.isHeld = groups.top(s.nodes[0]) == groups.top(ground);
    }
    std::vector<PartGroup> result;
    for (auto& [top, group] : byTop) result.push_back(group);
    std::sort(result.begin(), result.end(), [](const PartGroup& a, const PartGroup& b) { return a.parts < b.parts; });
    return result;
}

Diagnostics inspect(const Model& m) {
    Report r;
    if (m.shells.empty() && m.links.empty()) r.error("model", "The model is empty: it has no elements and no springs.");
    checkNodes(m, r);
    checkParts(m, r);
    if (hasErrors(r.found)) return r.found;
    checkShells(m, r);
    checkLinks(m, r);
    checkLoads(m, r);
    if (hasErrors(r.found)) return r.found;
    for (const PartGroup& g : partGroups(m)) {
        if (g.isHeld) continue;
        std::string names;
        for (int p : g.parts) names += (names.empty() ? "" : ", ") + m.parts[p].id;
        r.error(m.parts[g.parts.front()].id,
                names +
                    (g.parts.size() == 1 ? " touches nothing that is held" : " hang together but touch nothing that is held") +
                    ": no weld, bolt, contact or support leads from there to the ground.");
    }
    return r.found;
}

} // namespace zg::fe
