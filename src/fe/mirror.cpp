#include "fe/mirror.h"
#include "fe/freedom_map.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace zg::fe {
namespace {

using Key = std::array<long, 3>;

// Places in thousandths of a millimetre; the shift keeps round numbers off the edges between two of them.
Key keyOf(Vec3 x) {
    const auto part = [](double v) { return std::lround(1e3 * v + 0.237); };
    return {part(x.x), part(x.y), part(x.z)};
}
Vec3 image(Vec3 x) { return {x.x, -x.y, x.z}; }

bool isNear(double a, double b) { return a == b || std::abs(a - b) <= 1e-7 * std::max(std::abs(a), std::abs(b)); }
bool isAlike(const Material& a, const Material& b) {
    return a.E == b.E && a.nu == b.nu && a.f_y == b.f_y && a.E_t == b.E_t && a.kinematicPart == b.kinematicPart &&
           a.recall == b.recall && a.transverseShear == b.transverseShear;
}
bool isAlike(const Model& m, const Part& a, const Part& b) {
    return a.thickness == b.thickness && isAlike(m.materials[a.material], m.materials[b.material]) &&
           a.layers.kind == b.layers.kind && a.layers.points == b.layers.points;
}

template <class T> bool areNear(const T& a, const T& b) {
    return a.size() == b.size() && std::equal(a.begin(), a.end(), b.begin(), isNear);
}
bool areNear(const std::vector<CurveLaw::Point>& a, const std::vector<CurveLaw::Point>& b) {
    const auto isPoint = [](const auto& p, const auto& q) {
        return isNear(p.deflection, q.deflection) && isNear(p.force, q.force);
    };
    return a.size() == b.size() && std::equal(a.begin(), a.end(), b.begin(), isPoint);
}
struct IsSameLaw {
    const SpringLaw& other;
    bool operator()(const LinearLaw& a) const { return isNear(a.stiffness, std::get<LinearLaw>(other).stiffness); }
    bool operator()(const CurveLaw& a) const { return areNear(a.points, std::get<CurveLaw>(other).points); }
    bool operator()(const ContactLaw& a) const {
        const auto& b = std::get<ContactLaw>(other);
        return isNear(a.stiffness, b.stiffness) && isNear(a.gap, b.gap);
    }
    bool operator()(const YieldingLaw& a) const {
        const auto& b = std::get<YieldingLaw>(other);
        return isNear(a.stiffness, b.stiffness) && areNear(a.yield, b.yield) && a.isTensionOnly == b.isTensionOnly &&
               isNear(a.fracture, b.fracture);
    }
    bool operator()(const CoupledLaw& a) const {
        const auto& b = std::get<CoupledLaw>(other);
        return areNear(a.ellipsoid.stiffness, b.ellipsoid.stiffness) && areNear(a.ellipsoid.weight, b.ellipsoid.weight) &&
               isNear(a.ellipsoid.limit, b.ellipsoid.limit) && isNear(a.ellipsoid.hardening, b.ellipsoid.hardening) &&
               a.isTensionOnly == b.isTensionOnly && isNear(a.clearance, b.clearance) && isNear(a.slip, b.slip) &&
               isNear(a.slipStiffness, b.slipStiffness) && isNear(a.fracture, b.fracture);
    }
};

using Row = std::map<int, double>; // by freedom

// A deflection of a spring on the freedoms.
Row rowOf(const Link& link, int component) {
    Row row;
    const auto add = [&](const Attachment& at, double sign) {
        for (int k = 0; k < 3; ++k)
            for (const Term& t : at.rows[(link.isRotation ? 3 : 0) + k])
                row[freedomIndex(t)] += sign * link.axes[component][k] * t.factor;
    };
    add(link.a, -1);
    if (link.b) add(*link.b, 1);
    return row;
}

class Search {
public:
    explicit Search(const Model& model) : m_(model) {}

    std::unique_ptr<Mirror> run() {
        if (!findShells() || !findNodes() || !findLinks() || !areConstraintsAlike() || !areLoadsAlike()) return nullptr;
        return std::make_unique<Mirror>(std::move(out_));
    }

private:
    [[nodiscard]] Vec3 middle(const Shell& s) const {
        Vec3 sum;
        const int count = s.isTriangle() ? 3 : 4;
        for (int i = 0; i < count; ++i) sum = sum + m_.nodes[s.nodes[i]];
        return (1.0 / count) * sum;
    }

    bool findShells() {
        std::map<Key, int> at;
        for (std::size_t e = 0; e < m_.shells.size(); ++e)
            if (!at.emplace(keyOf(middle(m_.shells[e])), static_cast<int>(e)).second) return false;
        for (const Shell& s : m_.shells) {
            const auto it = at.find(keyOf(image(middle(s))));
            if (it == at.end()) return false;
            const Shell& other = m_.shells[it->second];
            if (other.isTriangle() != s.isTriangle() || !isAlike(m_, m_.parts[s.part], m_.parts[other.part])) return false;
            out_.shell.push_back(it->second);
        }
        return true;
    }

    // Several nodes may lie at one place: elements tell them apart.
    bool findNodes() {
        out_.node.assign(m_.nodes.size(), -1);
        for (std::size_t e = 0; e < m_.shells.size(); ++e)
            for (const int n : m_.shells[e].nodes) {
                if (n < 0) continue;
                const auto& others = m_.shells[out_.shell[e]].nodes;
                const auto it = std::find_if(others.begin(), others.end(),
                                             [&](int o) { return o >= 0 && norm(m_.nodes[o] - image(m_.nodes[n])) < 1e-3; });
                if (it == others.end() || (out_.node[n] >= 0 && out_.node[n] != *it)) return false;
                out_.node[n] = *it;
            }
        // Handles belong to no element.
        for (std::size_t n = 0; n < m_.nodes.size(); ++n)
            if (out_.node[n] < 0 && std::abs(m_.nodes[n].y) < 1e-3) out_.node[n] = static_cast<int>(n);
        return true;
    }

    // Whether a deflection is the image of another, or (where the law does not ask for its sign) its negative.
    [[nodiscard]] bool isImage(const Row& row, const Row& other, bool hasSign) const {
        double largest = 0;
        for (const auto& [freedom, f] : row) largest = std::max(largest, std::abs(f));
        for (const double sense : {1.0, -1.0}) {
            if (sense < 0 && hasSign) break;
            Row left = other;
            bool isWhole = true;
            for (const auto& [freedom, f] : row) {
                const int there = out_.freedom(freedom);
                isWhole = isWhole && (there >= 0 || std::abs(f) <= 1e-12 * largest);
                if (there >= 0) left[there] -= sense * Mirror::sign(freedom % 6) * f;
            }
            if (isWhole &&
                std::all_of(left.begin(), left.end(), [&](const auto& l) { return std::abs(l.second) <= 1e-7 * largest; }))
                return true;
        }
        return false;
    }

    [[nodiscard]] bool isImage(const Link& a, const Link& b) const {
        if (a.role != b.role || a.isRotation != b.isRotation || a.b.has_value() != b.b.has_value() ||
            a.law.index() != b.law.index() || !std::visit(IsSameLaw{b.law}, a.law) || !isNear(a.preload, b.preload))
            return false;
        for (int c = 0; c < componentCount(a.law); ++c)
            if (!isImage(rowOf(a, c), rowOf(b, c), c == 0 && !std::holds_alternative<LinearLaw>(a.law))) return false;
        return true;
    }

    bool findLinks() {
        const auto middleOf = [&](const Link& l) { return l.b ? 0.5 * (l.a.position + l.b->position) : l.a.position; };
        std::multimap<Key, int> at;
        for (std::size_t i = 0; i < m_.links.size(); ++i) at.emplace(keyOf(middleOf(m_.links[i])), static_cast<int>(i));
        out_.link.assign(m_.links.size(), -1);
        for (std::size_t i = 0; i < m_.links.size(); ++i) {
            if (out_.link[i] >= 0) continue;
            const auto [from, to] = at.equal_range(keyOf(image(middleOf(m_.links[i]))));
            const auto it = std::find_if(from, to, [&](const auto& other) {
                return out_.link[other.second] < 0 && isImage(m_.links[i], m_.links[other.second]);
            });
            if (it == to) return false;
            out_.link[i] = it->second;
            out_.link[it->second] = static_cast<int>(i);
        }
        return true;
    }

    // A constraint says the same of the images as another one, or itself.
    bool areConstraintsAlike() const {
        std::vector<Row> rows;
        std::multimap<int, std::size_t> byFirst;
        for (const Constraint& c : m_.constraints) {
            Row row;
            for (const Term& t : c.terms) row[freedomIndex(t)] += t.factor;
            byFirst.emplace(freedomIndex(c.terms.front()), rows.size());
            rows.push_back(std::move(row));
        }
        for (std::size_t i = 0; i < rows.size(); ++i) {
            const auto [from, to] = byFirst.equal_range(out_.freedom(freedomIndex(m_.constraints[i].terms.front())));
            if (std::none_of(from, to, [&](const auto& other) { return isImage(rows[i], rows[other.second], false); }))
                return false;
        }
        return true;
    }

    bool areLoadsAlike() const {
        for (const LoadCase& c : m_.cases) {
            Row sum;
            for (const NodalForce& f : c.forces) {
                if (f.turns) return false;
                sum[6 * f.node + f.freedom] += f.value;
            }
            for (const auto& [freedom, value] : sum) {
                const int there = out_.freedom(freedom);
                if (value == 0) continue;
                const auto it = there < 0 ? sum.end() : sum.find(there);
                if (it == sum.end() || !isNear(it->second, Mirror::sign(freedom % 6) * value)) return false;
            }
            for (const Prescribed& p : c.movements)
                for (const Term& t : m_.constraints[p.constraint].terms)
                    if (p.value != 0 && (out_.node[t.node] != t.node || Mirror::sign(t.freedom) < 0)) return false;
        }
        return true;
    }

    const Model& m_;
    Mirror out_;
};

} // namespace

std::vector<Constraint> Mirror::constraints(const Model& model, bool isOpposite) const {
    const std::string id = "mirror";
    std::vector<Constraint> all;
    for (std::size_t n = 0; n < model.nodes.size(); ++n) {
        const int own = static_cast<int>(n), image = node[n];
        if (image < 0) continue;
        for (int k = 0; k < 6; ++k) {
            const auto freedom = static_cast<Freedom>(k);
            const double sense = isOpposite ? -sign(freedom) : sign(freedom);
            if (image != own && model.nodes[n].y > 0)
                all.push_back({id, {{own, freedom, 1}, {image, freedom, -sense}}});
            else if (image == own && sense < 0)
                all.push_back({id, {{own, freedom, 1}}});
        }
    }
    return all;
}

std::unique_ptr<Mirror> mirrorOf(const Model& model) { return Search(model).run(); }

} // namespace zg::fe
