#include "plates/model_builder.h"
#include "fe/connect.h"
#include "joint/geometry.h"
#include "joint/weld_leg.h"

namespace zg {

ModelBuilder::ModelBuilder(const ResolvedJoint& joint, Assembly built, const PlateModelSettings& settings, bool isTopHeld)
    : joint_(joint), settings_(settings), col_(joint.column.section), built_(std::move(built)) {
    // Five elements between the bolts, and none much larger than the end plate is thick.
    double size = 28;
    for (const ResolvedSide& s : joint.sides) {
        if (s.kind == ConnectionKind::EndPlate) size = std::min({size, s.spec.bolts.gauge / 5, 1.4 * s.spec.plate.thickness});
        if (s.hasFinPlate()) size = std::min({size, s.spec.fin.pitch / 4, 1.4 * s.spec.fin.thickness});
    }
    fine_ = settings.sizeFactor * std::max(11.0, size);
    out_.elementSize = fine_;
    out_.isTopHeld = isTopHeld;
}

JointModel ModelBuilder::run() {
    if (joint_.hasColumn) column();
    // The far plate of a splice stands before what is bolted to it.
    for (const bool isPartner : {true, false})
        for (const ResolvedSide& s : joint_.sides)
            if (s.isPartner == isPartner) side(s);
    if (!joint_.hasColumn) return std::move(out_);
    doubler();
    diagonal();
    return std::move(out_);
}

std::vector<const PlatePart*> ModelBuilder::built(PartRef ref) const {
    std::vector<const PlatePart*> found;
    for (const PlatePart& p : built_.plates)
        if (p.part == ref) found.push_back(&p);
    return found;
}

std::vector<const BoltPart*> ModelBuilder::builtBolts(EndId side) const {
    std::vector<const BoltPart*> found;
    for (const BoltPart& b : built_.bolts)
        if (b.part.side == side) found.push_back(&b);
    return found;
}

ModelBuilder::Box ModelBuilder::boxOf(const PlatePart& plate) {
    const Point2 first = plate.outline.front();
    Box b{first.x, first.x, first.y, first.y};
    for (const Point2 q : plate.outline) {
        b.u0 = std::min(b.u0, q.x), b.u1 = std::max(b.u1, q.x);
        b.v0 = std::min(b.v0, q.y), b.v1 = std::max(b.v1, q.y);
    }
    return b;
}

int ModelBuilder::node(Vec3 x) {
    const std::array<long long, 3> key{std::llround(x.x * 1e4), std::llround(x.y * 1e4), std::llround(x.z * 1e4)};
    const auto [it, isNew] = places_.emplace(key, static_cast<int>(out_.model.nodes.size()));
    if (isNew) out_.model.addNode(x);
    return it->second;
}

int ModelBuilder::part(PartRef ref, double thickness, double f_y, const std::string& suffix) {
    fe::Material m;
    m.id = partId(ref);
    m.E = youngsModulus * (isOfBeam(ref) || isOfHaunch(ref.kind) ? settings_.beamStiffness : 1);
    m.f_y = f_y / joint_.settings.gamma_M0;
    m.E_t = settings_.hardeningPart * youngsModulus;
    m.kinematicPart = settings_.kinematicPart;
    m.transverseShear = settings_.transverseShear;
    out_.parts.push_back(ref);
    return out_.model.addPart(partId(ref) + suffix, thickness, out_.model.addMaterial(m));
}

void ModelBuilder::moveShells(int from, int to, const std::function<bool(Vec3)>& isThere) {
    for (fe::Shell& s : out_.model.shells) {
        if (s.part != from) continue;
        Vec3 centre;
        for (const int n : s.nodes) centre = centre + 0.25 * out_.model.nodes[n];
        if (isThere(centre)) s.part = to;
    }
}

// Quads over the product of two sets of lines; the nodes of the first line of `us` come back.
std::vector<int> ModelBuilder::grid(int partIndex, const std::vector<double>& us, const std::vector<double>& vs,
                                    const Place& place) {
    for (std::size_t i = 0; i + 1 < us.size(); ++i)
        for (std::size_t j = 0; j + 1 < vs.size(); ++j)
            out_.model.shells.push_back({{node(place(us[i], vs[j])), node(place(us[i + 1], vs[j])),
                                          node(place(us[i + 1], vs[j + 1])), node(place(us[i], vs[j + 1]))},
                                         partIndex});
    return chain(vs, [&](double v) { return place(us.front(), v); });
}

std::vector<int> ModelBuilder::chain(const std::vector<double>& at, const std::function<Vec3(double)>& place) {
    std::vector<int> nodes;
    for (double v : at) nodes.push_back(node(place(v)));
    return nodes;
}

int ModelBuilder::flatPlate(PartRef ref, double thickness, double f_y, const std::vector<fe::Point2>& outline, double size,
                            const std::function<Vec3(fe::Point2)>& place) {
    const int index = part(ref, thickness, f_y);
    fe::Outline o;
    o.boundary = outline;
    fe::SizeField field;
    field.size = size;
    const fe::MeshResult meshed = fe::meshPlate(o, field);
    std::vector<int> nodes;
    for (const fe::Point2& p : meshed.mesh.nodes) nodes.push_back(out_.model.addNode(place(p)));
    for (const std::array<int, 4>& cell : meshed.mesh.cells) {
        fe::Shell s{{-1, -1, -1, -1}, index};
        for (int k = 0; k < 4; ++k)
            if (cell[k] >= 0) s.nodes[k] = nodes[cell[k]];
        out_.model.shells.push_back(s);
    }
    return index;
}

std::vector<int> ModelBuilder::nodesBetween(int partIndex, Vec3 from, Vec3 to) const {
    std::vector<std::pair<double, int>> found;
    const Vec3 along = fe::unit(to - from);
    const double length = norm(to - from);
    for (const fe::Shell& s : out_.model.shells) {
        if (s.part != partIndex) continue;
        for (int n : s.nodes) {
            if (n < 0) continue;
            const Vec3 d = out_.model.nodes[n] - from;
            const double t = dot(d, along);
            if (t > -1e-6 && t < length + 1e-6 && norm(d - t * along) < 1e-4) found.emplace_back(t, n);
        }
    }
    std::sort(found.begin(), found.end());
    std::vector<int> nodes;
    for (const auto& [t, n] : found)
        if (nodes.empty() || nodes.back() != n) nodes.push_back(n);
    return nodes;
}

double ModelBuilder::weldStrength(const SteelStrength& one, const SteelStrength& other) const {
    const SteelStrength& weaker = one.f_u < other.f_u ? one : other;
    return weaker.f_u / (weaker.beta_w.value_or(1) * joint_.settings.gamma_M2);
}

// Deformation at fracture of a fillet across the force, 1.087 (90 + 6)^-0.65 of its leg (AISC 360-16 J2.4(b), commentary); one
// along the force bears three times as much.
static double filletFracture(double throat) { return 1.087 * std::pow(96.0, -0.65) * std::sqrt(2.0) * throat; }

double ModelBuilder::footOf(const WeldSpec& spec) { return footOfFillet(legOf(spec)); }

// Fillets on both sides of an edge; a butt weld is as strong as the plate and does not yield before it.
void ModelBuilder::weld(const WeldPlace& at, const WeldSpec& spec, const SteelStrength& one, const SteelStrength& other) {
    fe::WeldLine w;
    w.id = partId(at.part);
    w.edge = at.edge;
    w.thickness = at.thickness;
    w.intoPlate = at.intoPlate;
    w.face = *at.face;
    w.stiffness = weldStiffness * youngsModulus;
    w.isOnPositiveSide = at.isOnPositiveSide;
    w.isOnNegativeSide = at.isOnNegativeSide;
    const bool isFillet = spec.kind == WeldKind::Fillet;
    w.throat = isFillet ? spec.throat : at.thickness / 2;
    w.foot = footOf(spec);
    w.blockStiffness = youngsModulus * blockStiffness(out_.model.parts[out_.model.shells[at.face->front()].part].thickness);
    if (isFillet) w.strength = weldStrength(one, other);
    const int first = static_cast<int>(out_.model.links.size());
    const int count = fe::addWeld(out_.model, w);
    const int sides = (w.isOnPositiveSide ? 1 : 0) + (w.isOnNegativeSide ? 1 : 0);
    noteLost(at.part, count, static_cast<int>(at.edge.size() - 1) * w.pointsPerSegment * sides);
    out_.welds.push_back({at.part, first, count, isFillet ? w.strength : 0, isFillet ? filletFracture(spec.throat) : 0,
                          sides == 2, w.throat, at.thickness});
}

// A weld that meets nothing over part of its length is told: what is left carries everything.
void ModelBuilder::noteLost(PartRef ref, int points, int wanted) {
    if (points >= wanted || wanted == 0) return;
    const int percent = static_cast<int>(std::ceil(100.0 * (wanted - points) / wanted));
    std::string note = "The " + (isWeld(ref.kind) ? "" : std::string("weld of the ")) + partName(ref, true) + ": " +
                       std::to_string(percent) +
                       " % of its length lies beside the plate it should join, the rest carries everything.";
    if (std::find(out_.notes.begin(), out_.notes.end(), note) == out_.notes.end()) out_.notes.push_back(std::move(note));
}

// One fillet along the edge of a plate that lies on another: from the edge's mid-surface to the face before it.
void ModelBuilder::lapWeld(PartRef ref, const std::vector<int>& edge, Vec3 towards, double thickness, double throat,
                           double strength, const std::vector<int>& face, Vec3 middle) {
    const fe::FaceFinder finder(out_.model, face);
    const int first = static_cast<int>(out_.model.links.size());
    for (std::size_t i = 0; i + 1 < edge.size(); ++i) {
        const Vec3 from = out_.model.nodes[edge[i]], to = out_.model.nodes[edge[i + 1]];
        const Vec3 x = 0.5 * (from + to), along = fe::unit(to - from);
        const double length = norm(to - from);
        const fe::FacePoint hit = finder.along(x, towards);
        if (!hit.isFound()) continue;
        fe::Link link;
        link.id = partId(ref) + ".weld";
        link.role = fe::LinkRole::Weld;
        const Vec3 root = x + 0.5 * thickness * towards;
        link.a = fe::attachToFace(out_.model.nodes, out_.model.shells[hit.shell].nodes, hit.shape,
                                  (0.5 * thickness - hit.distance) * towards);
        link.b = fe::attachToFace(out_.model.nodes, {edge[i], edge[i + 1], -1, -1}, {0.5, 0.5, 0, 0}, root - x);
        const Vec3 away = -towards, square = cross(along, away), across = dot(x - middle, square) < 0 ? -square : square;
        link.axes = {fe::unit(away + across), fe::unit(away - across), along};
        link.share = throat * length;
        fe::CoupledLaw law;
        const double k = weldStiffness * youngsModulus * length;
        law.ellipsoid = {{k, k, k}, {1, 3, 3}, strength > 0 ? strength * link.share : fe::unlimited, 0};
        link.law = law;
        out_.model.links.push_back(link);
    }
    noteLost(ref, static_cast<int>(out_.model.links.size()) - first, static_cast<int>(edge.size()) - 1);
    out_.welds.push_back({ref, first, static_cast<int>(out_.model.links.size()) - first, strength,
                          strength > 0 ? filletFracture(throat) : 0, false, throat, thickness});
}

// In touch by construction; thicker root strips are thicker on their far side. `thicknesses`: of both plates together.
void ModelBuilder::contact(PartRef ref, const std::vector<int>& from, const std::vector<int>& onto, double thicknesses) {
    const int first = static_cast<int>(out_.model.links.size());
    const int count = fe::addFaceContact(out_.model, partId(ref) + ".contact", from, onto, 2 * youngsModulus / thicknesses, 1);
    for (int i = first; i < first + count; ++i) std::get<fe::ContactLaw>(out_.model.links[i].law).gap = 0;
    out_.contacts.push_back({ref, first, count});
}

} // namespace zg
