#include "fe/connect.h"
#include "fe/shell_kinematics.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace zg::fe {

namespace {

Vec3 pointOf(const std::array<Vec3, 4>& corners, const std::array<double, 4>& shape) {
    return shape[0] * corners[0] + shape[1] * corners[1] + shape[2] * corners[2] + shape[3] * corners[3];
}

double thicknessOf(const Model& m, int shell) { return m.parts[m.shells[shell].part].thickness; }

// Natural coordinates of the point where the line meets the element; false when the search leaves it far behind.
bool meet(const std::array<Vec3, 4>& x, bool isTriangle, Vec3 from, Vec3 direction, double& r, double& s, double& distance) {
    r = s = isTriangle ? 1.0 / 3 : 0;
    distance = 0;
    for (int iteration = 0; iteration < 30; ++iteration) {
        const std::array<double, 4> n = shellShape(isTriangle, r, s);
        const Vec3 here = pointOf(x, n);
        const auto [ar, as] = shellTangents(x, isTriangle, r, s);
        const Vec3 off = here - from - distance * direction;
        // [ar as -d] [dr ds dd] = -off
        const double det = dot(ar, cross(as, -direction));
        if (std::abs(det) < 1e-14 * (norm(ar) * norm(as) + 1e-300)) return false;
        const double dr = dot(-off, cross(as, -direction)) / det, ds = dot(ar, cross(-off, -direction)) / det,
                     dd = dot(ar, cross(as, -off)) / det;
        r += dr;
        s += ds;
        distance += dd;
        if (std::abs(r) > 50 || std::abs(s) > 50) return false;
        if (std::abs(dr) + std::abs(ds) < 1e-13) break;
    }
    const double slack = 1e-6;
    return isTriangle ? r >= -slack && s >= -slack && r + s <= 1 + slack : std::abs(r) <= 1 + slack && std::abs(s) <= 1 + slack;
}

} // namespace

FaceFinder::FaceFinder(const Model& model, std::vector<int> shells) : model_(&model), shells_(std::move(shells)) {
    for (int shell : shells_) {
        const std::array<Vec3, 4> x = cornersOf(model, shell);
        std::array<Vec3, 2> box{x[0], x[0]};
        for (const Vec3& p : x)
            for (int k = 0; k < 3; ++k) box[0][k] = std::min(box[0][k], p[k]), box[1][k] = std::max(box[1][k], p[k]);
        boxes_.push_back(box);
    }
}

FacePoint FaceFinder::along(Vec3 x, Vec3 direction) const {
    FacePoint best;
    for (std::size_t i = 0; i < shells_.size(); ++i) {
        // The line must pass the element's box, seen square to it.
        const Vec3 centre = 0.5 * (boxes_[i][0] + boxes_[i][1]), to = centre - x;
        const double radius = 0.51 * norm(boxes_[i][1] - boxes_[i][0]);
        if (norm(to - dot(to, direction) * direction) > radius) continue;
        const bool isTriangle = model_->shells[shells_[i]].isTriangle();
        double r = 0, s = 0, distance = 0;
        if (!meet(cornersOf(*model_, shells_[i]), isTriangle, x, direction, r, s, distance)) continue;
        if (!best.isFound() || std::abs(distance) < std::abs(best.distance) - 1e-9)
            best = {shells_[i], shellShape(isTriangle, r, s), distance};
    }
    return best;
}

std::vector<int> shellsOf(const Model& model, int part) {
    std::vector<int> out;
    for (std::size_t i = 0; i < model.shells.size(); ++i)
        if (model.shells[i].part == part) out.push_back(static_cast<int>(i));
    return out;
}

Vec3 normalOf(const Model& model, int shell) {
    const std::array<Vec3, 4> x = cornersOf(model, shell);
    return unit(model.shells[shell].isTriangle() ? cross(x[1] - x[0], x[2] - x[0]) : cross(x[2] - x[0], x[3] - x[1]));
}

std::vector<ContactPoint> contactPoints(const Model& model, int shell, int intervals) {
    const std::array<Vec3, 4> x = cornersOf(model, shell);
    std::vector<ContactPoint> points;
    if (model.shells[shell].isTriangle()) {
        // Corners and centre: exact for a linear pressure.
        const double area = norm(cross(x[1] - x[0], x[2] - x[0])) / 2;
        if (intervals == 1) {
            for (int i = 0; i < 3; ++i) {
                ContactPoint p{{}, area / 3};
                p.shape[i] = 1;
                points.push_back(p);
            }
            return points;
        }
        for (int i = 0; i < 3; ++i) {
            ContactPoint p{{}, area / 12};
            p.shape[i] = 1;
            points.push_back(p);
        }
        points.push_back({{1.0 / 3, 1.0 / 3, 1.0 / 3, 0}, 0.75 * area});
        return points;
    }
    const int n = intervals == 1 ? 1 : intervals + intervals % 2;
    const auto weight = [&](int i) { return n == 1 ? 1.0 : (i == 0 || i == n ? 1.0 : i % 2 == 1 ? 4.0 : 2.0) * 2 / (3.0 * n); };
    for (int i = 0; i <= n; ++i) {
        for (int j = 0; j <= n; ++j) {
            const double r = -1 + 2.0 * i / n, s = -1 + 2.0 * j / n;
            const auto [ar, as] = shellTangents(x, false, r, s);
            points.push_back({shellShape(false, r, s), weight(i) * weight(j) * norm(cross(ar, as))});
        }
    }
    return points;
}

int addBed(Model& model, const std::string& id, const std::vector<int>& shells, Vec3 outward, double stiffnessPerArea,
           int intervals) {
    const std::size_t before = model.links.size();
    const auto [across, other] = perpendiculars(outward);
    for (int shell : shells) {
        const double half = thicknessOf(model, shell) / 2;
        for (const ContactPoint& p : contactPoints(model, shell, intervals)) {
            Link link;
            link.id = id;
            link.role = LinkRole::Contact;
            link.a = attachToFace(model.nodes, model.shells[shell].nodes, p.shape, half * outward);
            link.axes = {outward, across, other};
            link.law = ContactLaw{stiffnessPerArea * p.area, 0};
            link.share = p.area;
            model.links.push_back(link);
        }
    }
    return static_cast<int>(model.links.size() - before);
}

int addFaceContact(Model& model, const std::string& id, const std::vector<int>& from, const std::vector<int>& onto,
                   double stiffnessPerArea, int intervals, double reach) {
    const std::size_t before = model.links.size();
    const FaceFinder finder(model, onto);
    for (int shell : from) {
        const Vec3 normal = normalOf(model, shell);
        for (const ContactPoint& p : contactPoints(model, shell, intervals)) {
            const Vec3 x = pointOf(cornersOf(model, shell), p.shape);
            const FacePoint hit = finder.along(x, normal);
            if (!hit.isFound()) continue;
            const Vec3 axis = hit.distance < 0 ? -normal : normal;
            const double own = thicknessOf(model, shell) / 2, others = thicknessOf(model, hit.shell) / 2;
            const double gap = std::abs(hit.distance) - own - others;
            if (gap > reach) continue;
            const auto [across, other] = perpendiculars(axis);
            Link link;
            link.id = id;
            link.role = LinkRole::Contact;
            link.a = attachToFace(model.nodes, model.shells[shell].nodes, p.shape, own * axis);
            link.b = attachToFace(model.nodes, model.shells[hit.shell].nodes, hit.shape, -others * axis);
            link.axes = {axis, across, other};
            // Rounding in the coordinates is no gap.
            link.law = ContactLaw{stiffnessPerArea * p.area, std::abs(gap) < 1e-9 * (own + others) ? 0 : gap};
            link.share = p.area;
            model.links.push_back(link);
        }
    }
    return static_cast<int>(model.links.size() - before);
}

int addEdgeContact(Model& model, const std::string& id, const std::vector<int>& edge, double thickness, Vec3 direction,
                   const std::vector<int>& onto, double stiffnessPerArea) {
    const std::size_t before = model.links.size();
    const FaceFinder finder(model, onto);
    const auto [across, other] = perpendiculars(direction);
    for (std::size_t i = 0; i < edge.size(); ++i) {
        double length = 0;
        if (i > 0) length += norm(model.nodes[edge[i]] - model.nodes[edge[i - 1]]) / 2;
        if (i + 1 < edge.size()) length += norm(model.nodes[edge[i + 1]] - model.nodes[edge[i]]) / 2;
        const FacePoint hit = finder.along(model.nodes[edge[i]], direction);
        if (!hit.isFound() || hit.distance < -1e-6) continue;
        const double half = thicknessOf(model, hit.shell) / 2;
        Link link;
        link.id = id;
        link.role = LinkRole::Contact;
        link.a = attachToNode(model.nodes, edge[i]);
        link.b = attachToFace(model.nodes, model.shells[hit.shell].nodes, hit.shape, -std::min(half, hit.distance) * direction);
        link.axes = {direction, across, other};
        link.share = length * thickness;
        link.law = ContactLaw{stiffnessPerArea * link.share, std::max(0.0, hit.distance - half)};
        model.links.push_back(link);
    }
    return static_cast<int>(model.links.size() - before);
}

namespace {

// Where a weld holds the face beside the plate; where the face ends before, at its edge. `middle`: on the face at x.
FacePoint footOf(const FaceFinder& finder, const FacePoint& middle, Vec3 x, Vec3 direction, Vec3 beside, double whole) {
    FacePoint best = finder.along(x + whole * beside, direction);
    if (best.isFound()) return best;
    best = middle;
    double low = 0, high = whole;
    for (int i = 0; i < 30; ++i) {
        const double reach = (low + high) / 2;
        const FacePoint hit = finder.along(x + reach * beside, direction);
        hit.isFound() ? low = reach : high = reach;
        if (hit.isFound()) best = hit;
    }
    return best;
}

// Along `normal` as the one, otherwise as the other; both at one position, so that a rigid motion still is one.
Attachment mixed(const Attachment& alongNormal, const Attachment& otherwise, Vec3 normal) {
    Attachment m = otherwise;
    for (int k = 0; k < 3; ++k)
        for (int j = 0; j < 3; ++j) {
            const double f = normal[k] * normal[j];
            if (std::abs(f) < 1e-14) continue;
            for (Term t : alongNormal.rows[j]) t.factor *= f, m.rows[k].push_back(t);
            for (Term t : otherwise.rows[j]) t.factor *= -f, m.rows[k].push_back(t);
        }
    return m;
}

} // namespace

// A weld holds the face square to it at its foot, and sideways where the plate's middle meets it: a face that bends to both sides
// then does not pull the fillets apart. What lies between the feet of two fillets is a block that does not bend.
int addWeld(Model& model, const WeldLine& weld) {
    const std::size_t before = model.links.size();
    const FaceFinder finder(model, weld.face);
    const double g = 1 / std::sqrt(3.0);
    const std::vector<double> at = weld.pointsPerSegment == 1 ? std::vector<double>{0} : std::vector<double>{-g, g};
    const auto onFace = [&](const FacePoint& p) { return pointOf(cornersOf(model, p.shell), p.shape); };
    std::vector<Link> blocks;
    for (std::size_t i = 0; i + 1 < weld.edge.size(); ++i) {
        const int first = weld.edge[i], second = weld.edge[i + 1];
        const Vec3 from = model.nodes[first], to = model.nodes[second];
        const double length = norm(to - from) / static_cast<double>(at.size());
        const Vec3 along = unit(to - from), across = cross(along, weld.intoPlate);
        for (double r : at) {
            const double n1 = (1 - r) / 2, n2 = (1 + r) / 2;
            const Vec3 x = n1 * from + n2 * to;
            const FacePoint middle = finder.along(x, weld.intoPlate);
            if (!middle.isFound()) continue;
            const double half = 0.5 * thicknessOf(model, middle.shell);
            std::vector<Attachment> feet;
            for (double side : {1.0, -1.0}) {
                if (!(side > 0 ? weld.isOnPositiveSide : weld.isOnNegativeSide)) continue;
                const FacePoint hit = footOf(finder, middle, x, weld.intoPlate, side * across, weld.thickness / 2 + weld.foot);
                Vec3 face = normalOf(model, hit.shell);
                if (dot(face, weld.intoPlate) < 0) face = -face;
                // On the face, at the foot.
                const Vec3 foot = onFace(hit) + half * face;
                const auto attached = [&](const FacePoint& p) {
                    return attachToFace(model.nodes, model.shells[p.shell].nodes, p.shape, foot - onFace(p));
                };
                Link link;
                link.id = weld.id;
                link.role = LinkRole::Weld;
                feet.push_back(attached(hit));
                link.a = mixed(feet.back(), attached(middle), face);
                // Between two nodes of the edge: a degenerate face.
                link.b = attachToFace(model.nodes, {first, second, -1, -1}, {n1, n2, 0, 0}, foot - x);
                link.axes = {unit(weld.intoPlate + side * across), unit(weld.intoPlate - side * across), along};
                link.share = weld.throat * length;
                CoupledLaw law;
                const double k = weld.stiffness * length;
                law.ellipsoid = {{k, k, k}, {1, 3, 3}, weld.strength * link.share, weld.hardening * link.share};
                law.fracture = weld.fracture;
                link.law = law;
                model.links.push_back(link);
            }
            if (feet.size() < 2 || weld.blockStiffness <= 0) continue;
            Link block;
            block.id = weld.id + ".block";
            block.isRotation = true;
            block.a = feet[0];
            block.b = feet[1];
            block.axes = {along, across, weld.intoPlate};
            block.law = LinearLaw{weld.blockStiffness * length};
            blocks.push_back(block);
        }
    }
    const int count = static_cast<int>(model.links.size() - before);
    model.links.insert(model.links.end(), blocks.begin(), blocks.end());
    return count;
}

double ThroatStress::equivalent() const { return std::sqrt(s_perp * s_perp + 3 * (t_perp * t_perp + t_par * t_par)); }

ThroatStress throatStress(const Link& weldPoint, const std::array<double, 3>& force) {
    return {force[0] / weldPoint.share, force[1] / weldPoint.share, force[2] / weldPoint.share};
}

BoltPatch washerPatch(const Model& model, const FaceFinder& finder, Vec3 centre, Vec3 axis, double inner, double outer) {
    // Rings of one area each, at the radius that halves it.
    constexpr int rings = 3, around = 16;
    constexpr double pi = 3.14159265358979323846;
    const auto [across, other] = perpendiculars(axis);
    std::map<int, double> weights;
    for (int ring = 0; ring < rings; ++ring) {
        const double part = (ring + 0.5) / rings, radius = std::sqrt(inner * inner + part * (outer * outer - inner * inner));
        for (int i = 0; i < around; ++i) {
            const double angle = 2 * pi * (i + 0.5) / around;
            const FacePoint hit =
                finder.along(centre + (radius * std::cos(angle)) * across + (radius * std::sin(angle)) * other, axis);
            if (!hit.isFound()) continue;
            for (int k = 0; k < 4; ++k)
                if (model.shells[hit.shell].nodes[k] >= 0 && hit.shape[k] > 1e-12)
                    weights[model.shells[hit.shell].nodes[k]] += hit.shape[k];
        }
    }
    BoltPatch patch;
    for (const auto& [node, weight] : weights) {
        patch.nodes.push_back(node);
        patch.weights.push_back(weight);
    }
    return patch;
}

int addBolt(Model& model, const BoltData& bolt) {
    const std::size_t before = model.links.size();
    const auto [across, other] = perpendiculars(bolt.axis);
    std::vector<Attachment> at;
    for (const BoltPatch& p : bolt.plates) at.push_back(attachToPatch(model.nodes, p.nodes, p.weights, bolt.position));
    const auto add = [&](const Attachment& a, const Attachment& b, const SpringLaw& law, double preload) {
        Link link;
        link.id = bolt.id;
        link.role = LinkRole::Bolt;
        link.a = a;
        link.b = b;
        link.axes = {bolt.axis, across, other};
        link.law = law;
        link.preload = preload;
        model.links.push_back(link);
    };
    std::vector<Attachment> bearing = at;
    for (std::size_t i = 0; i < bolt.edges.size() && i < bearing.size(); ++i)
        bearing[i] = attachToPatch(model.nodes, bolt.edges[i].nodes, bolt.edges[i].weights, bolt.position);
    if (at.size() == 2 && bolt.edges.empty()) {
        add(at[0], at[1], bolt.law, bolt.preload);
    } else if (at.size() >= 2) {
        const EllipsoidLaw& e = bolt.law.ellipsoid;
        YieldingLaw axial;
        axial.stiffness = e.stiffness[0];
        axial.isTensionOnly = bolt.law.isTensionOnly;
        axial.fracture = bolt.law.fracture;
        if (e.limit < unlimited)
            axial.yield = {{0, e.limit / std::sqrt(e.weight[0])}, {1, e.limit / std::sqrt(e.weight[0]) + e.hardening}};
        add(at.front(), at.back(), axial, bolt.preload);
        CoupledLaw shear = bolt.law;
        shear.isTensionOnly = false;
        shear.ellipsoid.weight[0] = 0;
        shear.ellipsoid.stiffness[0] = 1e-6 * e.stiffness[0]; // its own axial part is next to nothing
        // The shank bears on edges, friction acts under the washers.
        CoupledLaw friction = shear;
        if (!bolt.edges.empty()) shear.slip = shear.slipStiffness = 0;
        for (double& k : friction.ellipsoid.stiffness) k *= 1e-6;
        for (std::size_t i = 0; i + 1 < at.size(); ++i) {
            add(bearing[i], bearing[i + 1], shear, 0);
            if (!bolt.edges.empty() && friction.slip > 0) add(at[i], at[i + 1], friction, 0);
        }
    }
    return static_cast<int>(model.links.size() - before);
}

} // namespace zg::fe
