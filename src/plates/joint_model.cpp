#include "plates/joint_model.h"
#include "fe/connect.h"
#include "fe/mesh.h"
#include "joint/assembly.h"
#include <algorithm>
#include <cmath>
#include <functional>
#include <map>

namespace zg {

namespace {

using fe::Vec3;
constexpr double E = 210000;

// Positions of grid lines along one direction, fine within stretches.
class Lines {
public:
    Lines(double from, double to, double coarse) : from_(from), to_(to) { field_.size = coarse; }
    void through(double at) { fixed_.push_back(at); }
    void fine(double from, double to, double size) {
        field_.spots.push_back({{(from + to) / 2, 0}, std::abs(to - from) / 2, size});
    }
    [[nodiscard]] std::vector<double> positions() const {
        // Lines nearer to each other than a sliver are one.
        std::vector<double> kept;
        std::vector<double> sorted = fixed_;
        std::sort(sorted.begin(), sorted.end());
        for (double v : sorted)
            if (v > from_ + 1 && v < to_ - 1 && (kept.empty() || v - kept.back() > 1)) kept.push_back(v);
        return fe::gridLines(from_, to_, kept, field_, true);
    }

private:
    double from_, to_;
    std::vector<double> fixed_;
    fe::SizeField field_;
};

using Place = std::function<Vec3(double, double)>;

class Builder {
public:
    Builder(const ResolvedJoint& joint, const PlateModelSettings& settings)
        : joint_(joint), settings_(settings), col_(joint.column.section) {
        double gauge = joint.right.spec.bolts.gauge;
        if (joint.left) gauge = std::min(gauge, joint.left->spec.bolts.gauge);
        fine_ = settings.sizeFactor * std::min(20.0, std::max(8.0, gauge / 7));
        out_.elementSize = fine_;
    }

    JointModel run() {
        column();
        side(joint_.right);
        if (joint_.left) side(*joint_.left);
        return std::move(out_);
    }

private:
    int node(Vec3 x) {
        const std::array<long long, 3> key{std::llround(x.x * 1e4), std::llround(x.y * 1e4), std::llround(x.z * 1e4)};
        const auto [it, isNew] = places_.emplace(key, static_cast<int>(out_.model.nodes.size()));
        if (isNew) out_.model.addNode(x);
        return it->second;
    }

    int part(PartRef ref, double thickness, double f_y) {
        fe::Material m;
        m.id = partId(ref);
        m.E = E;
        m.f_y = f_y / joint_.settings.gamma_M0;
        m.E_t = settings_.hardeningPart * E;
        out_.parts.push_back(ref);
        return out_.model.addPart(partId(ref), thickness, out_.model.addMaterial(m));
    }

    // Quads over the product of two sets of lines; the nodes of the first line of `us` come back.
    std::vector<int> grid(int partIndex, const std::vector<double>& us, const std::vector<double>& vs, const Place& place) {
        std::vector<int> first;
        for (double v : vs) first.push_back(node(place(us.front(), v)));
        for (std::size_t i = 0; i + 1 < us.size(); ++i)
            for (std::size_t j = 0; j + 1 < vs.size(); ++j)
                out_.model.shells.push_back({{node(place(us[i], vs[j])), node(place(us[i + 1], vs[j])),
                                              node(place(us[i + 1], vs[j + 1])), node(place(us[i], vs[j + 1]))},
                                             partIndex});
        return first;
    }

    // What a side wants of the column's and its own plate's lines.
    void linesOfSide(const ResolvedSide& s, Lines& y, Lines& z) const {
        for (const BoltRowSpec& row : s.spec.rows) {
            const double level = levelOf(s, row.position), half = row.gauge.value_or(s.spec.bolts.gauge) / 2;
            z.through(level);
            y.through(half);
            y.through(-half);
            z.fine(level - 1.5 * s.bolt.washerOuter, level + 1.5 * s.bolt.washerOuter, fine_);
            y.fine(half - s.bolt.washerOuter, half + s.bolt.washerOuter, fine_);
            y.fine(-half - s.bolt.washerOuter, -half + s.bolt.washerOuter, fine_);
        }
        for (double down : {s.flange / 2, s.depth - s.flange / 2}) {
            z.through(levelOf(s, down));
            z.fine(levelOf(s, down) - 2 * fine_, levelOf(s, down) + 2 * fine_, fine_);
        }
        y.through(0);
        y.fine(-2 * fine_, 2 * fine_, fine_);
    }

    void column() {
        double top = -1e9, bottom = 1e9;
        const auto reach = [&](const ResolvedSide& s) {
            top = std::max(top, levelOf(s, -s.spec.plate.above));
            bottom = std::min(bottom, levelOf(s, s.depth + s.spec.plate.below));
        };
        reach(joint_.right);
        if (joint_.left) reach(*joint_.left);
        out_.isTopHeld = !joint_.columnSpec.endAbove;
        out_.columnTop = joint_.columnSpec.endAbove ? *joint_.columnSpec.endAbove : top + settings_.columnStub * col_.h;
        out_.columnBottom = bottom - settings_.columnStub * col_.h;
        const double coarse = 3 * fine_, half = (col_.h - col_.t_f) / 2;
        Lines z(out_.columnBottom, out_.columnTop, coarse), y(-col_.b / 2, col_.b / 2, 2 * fine_), x(-half, half, 2 * fine_);
        // Root fillets: strips as wide as 0.8 r (EN 1993-1-8:2005 figure 6.8 measures m from there).
        const double root = col_.isWelded ? 0 : 0.8 * col_.r;
        for (double sign : {-1.0, 1.0}) {
            if (root <= 0) break;
            x.through(sign * (half - col_.t_f / 2 - root));
            y.through(sign * (col_.t_w / 2 + root));
        }
        std::vector<std::pair<const ResolvedSide*, bool>> stiffened; // side, at the top
        const auto add = [&](const ResolvedSide& s) {
            linesOfSide(s, y, z);
            z.through(levelOf(s, -s.spec.plate.above));
            z.through(levelOf(s, s.depth + s.spec.plate.below));
            if (s.spec.stiffenerTop) stiffened.emplace_back(&s, true);
            if (s.spec.stiffenerBottom) stiffened.emplace_back(&s, false);
        };
        add(joint_.right);
        if (joint_.left) add(*joint_.left);
        for (const auto& [s, isTop] : stiffened)
            for (double sign : {-1.0, 1.0})
                y.through(sign *
                          (col_.t_w / 2 + stiffenerWidth((isTop ? s->spec.stiffenerTop : s->spec.stiffenerBottom)->width, col_)));
        const std::vector<double> zs = z.positions(), ys = y.positions(), xs = x.positions();
        const double f_y = joint_.column.steel.f_y;
        grid(part({PartKind::ColumnWeb}, col_.t_w, f_y), xs, zs, [](double u, double v) { return Vec3{u, 0, v}; });
        for (SideId id : {SideId::Right, SideId::Left}) {
            const double at = id == SideId::Right ? half : -half;
            flange_[id == SideId::Right ? 0 : 1] = part({PartKind::ColumnFlange, id}, col_.t_f, f_y);
            grid(flange_[id == SideId::Right ? 0 : 1], ys, zs, [&](double u, double v) { return Vec3{at, u, v}; });
        }
        if (root > 0) thickenRoots(half - col_.t_f / 2 - root, col_.t_w / 2 + root);
        for (const auto& [s, isTop] : stiffened) {
            const StiffenerSpec& spec = isTop ? *s->spec.stiffenerTop : *s->spec.stiffenerBottom;
            const double width = col_.t_w / 2 + stiffenerWidth(spec.width, col_);
            const double wanted = levelOf(*s, isTop ? s->flange / 2 : s->depth - s->flange / 2);
            const double level = *std::min_element(
                zs.begin(), zs.end(), [&](double a, double b) { return std::abs(a - wanted) < std::abs(b - wanted); });
            const int index = part({isTop ? PartKind::StiffenerTop : PartKind::StiffenerBottom, s->id}, spec.thickness,
                                   (isTop ? s->stiffenerTopSteel : s->stiffenerBottomSteel).f_y);
            std::vector<double> within;
            for (double v : ys)
                if (std::abs(v) <= width + 1) within.push_back(v);
            grid(index, xs, within, [&](double u, double v) { return Vec3{u, v, level}; });
        }
        std::vector<int> above;
        for (int n = 0; n < static_cast<int>(out_.model.nodes.size()); ++n) {
            const double level = out_.model.nodes[n].z;
            if (std::abs(level - out_.columnBottom) < 1e-3) out_.model.fixAll(n, "column end below");
            if (std::abs(level - out_.columnTop) < 1e-3) above.push_back(n);
        }
        if (!out_.isTopHeld) return;
        // Free to move sideways as a whole: the column carries its moments without shear, as the panel of the component method
        // has it.
        const int handle = out_.model.addNode({0, 0, out_.columnTop});
        out_.model.addRigid(handle, above, "column end above");
        out_.model.fix(handle, {fe::Uy, fe::Uz, fe::Rx, fe::Ry, fe::Rz}, "column end above");
    }

    // Elements beside the web-flange junctions become parts of their own, thicker by the mean height of the fillets on them: over
    // 0.8 r from the web's face a fillet is r/4 high on the mean; a web has one on each face.
    void thickenRoots(double webFrom, double flangeWithin) {
        const double f_y = joint_.column.steel.f_y;
        const int web = part({PartKind::ColumnWeb}, col_.t_w + 0.5 * col_.r, f_y);
        out_.model.parts[web].id += ".root";
        std::array<int, 2> flanges{};
        for (int k = 0; k < 2; ++k) {
            flanges[k] = part({PartKind::ColumnFlange, k == 0 ? SideId::Right : SideId::Left}, col_.t_f + 0.25 * col_.r, f_y);
            out_.model.parts[flanges[k]].id += ".root";
            rootOf_[k] = flanges[k];
        }
        for (fe::Shell& s : out_.model.shells) {
            Vec3 centre;
            for (int n : s.nodes) centre = centre + 0.25 * out_.model.nodes[n];
            for (int k = 0; k < 2; ++k)
                if (s.part == flange_[k] && std::abs(centre.y) < flangeWithin) s.part = flanges[k];
            if (s.part == 0 && std::abs(centre.x) > webFrom) s.part = web;
        }
    }

    void side(const ResolvedSide& s) {
        const double dir = s.id == SideId::Right ? 1 : -1, face = dir * col_.h / 2, t_p = s.spec.plate.thickness,
                     width = s.spec.plate.width;
        const double top = levelOf(s, -s.spec.plate.above), bottom = levelOf(s, s.depth + s.spec.plate.below);
        Lines y(-width / 2, width / 2, 2 * fine_), z(bottom, top, 2.5 * fine_);
        linesOfSide(s, y, z);
        const int plate = part({PartKind::EndPlate, s.id}, t_p, s.plateSteel.f_y);
        grid(plate, y.positions(), z.positions(), [&](double u, double v) { return Vec3{face + dir * t_p / 2, u, v}; });
        const std::vector<int> plateShells = fe::shellsOf(out_.model, plate),
                               flangeShells = columnFlange(s.id == SideId::Right ? 0 : 1);
        beam(s, dir, face + dir * t_p, plateShells);
        bolts(s, dir, face, plateShells, flangeShells);
        const int first = static_cast<int>(out_.model.links.size());
        const int count = fe::addFaceContact(out_.model, name(s.id) + std::string(".contact"), plateShells, flangeShells,
                                             2 * E / (t_p + col_.t_f), 1);
        // In touch by construction; the thicker root strips are thicker on their far side.
        for (int i = first; i < first + count; ++i) std::get<fe::ContactLaw>(out_.model.links[i].law).gap = 0;
        out_.contacts.push_back({s.id, first, count});
    }

    [[nodiscard]] std::vector<int> columnFlange(int k) const {
        std::vector<int> shells = fe::shellsOf(out_.model, flange_[k]);
        if (rootOf_[k] < 0) return shells;
        const std::vector<int> roots = fe::shellsOf(out_.model, rootOf_[k]);
        shells.insert(shells.end(), roots.begin(), roots.end());
        return shells;
    }

    void beam(const ResolvedSide& s, double dir, double x0, const std::vector<int>& plateShells) {
        const Section& b = s.beam.section;
        const double length = settings_.beamStub * b.h, top = levelOf(s, 0);
        const Vec3 along{dir * s.cosSlope, 0, s.sinSlope}, up{-dir * s.sinSlope, 0, s.cosSlope};
        const Vec3 axisStart{x0, 0, top - b.h / 2 / s.cosSlope}, axisEnd = axisStart + length * along;
        // u from the plate to the end, d down the section, square to the axis.
        const auto at = [&](double u, double y, double d) {
            const Vec3 from{x0, y, top - d / s.cosSlope}, to = axisEnd + Vec3{0, y, 0} + (b.h / 2 - d) * up;
            return (1 - u) * from + u * to;
        };
        Lines u(0, 1, 4 * fine_ / length), y(-b.b / 2, b.b / 2, 2 * fine_), d(b.t_f / 2, b.h - b.t_f / 2, 2.5 * fine_);
        u.fine(0, 0.02, 1.2 * fine_ / length);
        y.through(0);
        d.fine(b.t_f / 2, b.t_f / 2 + fine_, 1.5 * fine_);
        d.fine(b.h - b.t_f / 2 - fine_, b.h - b.t_f / 2, 1.5 * fine_);
        const std::vector<double> us = u.positions(), ys = y.positions(), ds = d.positions();
        const double f_y = s.beam.steel.f_y;
        const auto topEdge = grid(part({PartKind::BeamTopFlange, s.id}, b.t_f, f_y), us, ys,
                                  [&](double a, double c) { return at(a, c, b.t_f / 2); });
        const auto bottomEdge = grid(part({PartKind::BeamBottomFlange, s.id}, b.t_f, f_y), us, ys,
                                     [&](double a, double c) { return at(a, c, b.h - b.t_f / 2); });
        const auto webEdge =
            grid(part({PartKind::BeamWeb, s.id}, b.t_w, f_y), us, ds, [&](double a, double c) { return at(a, 0, c); });
        weld(PartKind::WeldTop, s, topEdge, b.t_f, s.spec.topWeld, dir, plateShells);
        weld(PartKind::WeldBottom, s, bottomEdge, b.t_f, s.spec.bottomWeld, dir, plateShells);
        weld(PartKind::WeldWeb, s, webEdge, b.t_w, s.spec.webWeld, dir, plateShells);
        // Far end: plane and stiff.
        std::vector<int> end;
        for (double c : ys)
            for (double depth : {b.t_f / 2, b.h - b.t_f / 2}) end.push_back(node(at(1, c, depth)));
        for (double depth : ds) end.push_back(node(at(1, 0, depth)));
        std::sort(end.begin(), end.end());
        end.erase(std::unique(end.begin(), end.end()), end.end());
        const int handle = out_.model.addNode(axisEnd);
        out_.model.addRigid(handle, end, name(s.id) + std::string(".beam end"));
        const int load = out_.model.addCase(name(s.id) + std::string(".moment"));
        out_.model.cases[load].forces.push_back({handle, fe::Ry, dir});
        out_.beams.push_back({s.id, handle, length, axisStart.z, load});
    }

    void weld(PartKind kind, const ResolvedSide& s, const std::vector<int>& edge, double thickness, const WeldSpec& spec,
              double dir, const std::vector<int>& plateShells) {
        fe::WeldLine w;
        w.id = partId({kind, s.id});
        w.edge = edge;
        w.thickness = thickness;
        w.intoPlate = {dir, 0, 0};
        w.face = plateShells;
        w.stiffness = E / 2;
        if (spec.kind == WeldKind::Fillet) {
            w.throat = spec.throat;
            w.strength =
                std::min(s.plateSteel.f_u, s.beam.steel.f_u) / (s.plateSteel.beta_w.value_or(1) * joint_.settings.gamma_M2);
        } else {
            w.throat = thickness / 2; // a butt weld is as strong as the plate: it does not yield before it
        }
        const int first = static_cast<int>(out_.model.links.size());
        const int count = fe::addWeld(out_.model, w);
        out_.welds.push_back({{kind, s.id}, first, count});
    }

    void bolts(const ResolvedSide& s, double dir, double face, const std::vector<int>& plateShells,
               const std::vector<int>& flangeShells) {
        const double L_b =
            col_.t_f + s.spec.plate.thickness + 2 * s.bolt.washerThickness + 0.5 * (s.bolt.headHeight + s.bolt.nutHeight);
        const double F_t_Rd = 0.9 * s.boltClass.f_ub * s.bolt.A_s / joint_.settings.gamma_M2;
        // The shear plane is taken through the thread.
        const double F_v_Rd = s.boltClass.alpha_v_thread * s.bolt.A_s * s.boltClass.f_ub / joint_.settings.gamma_M2;
        const double shear = s.bolt.d * s.bolt.d * s.boltClass.f_ub; // EN 1993-1-8:2005 table 6.11, k_11, one bolt
        for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
            const BoltRowSpec& row = s.spec.rows[i];
            for (double sign : {-1.0, 1.0}) {
                const double y = sign * row.gauge.value_or(s.spec.bolts.gauge) / 2, z = levelOf(s, row.position);
                fe::BoltData bolt;
                const PartRef ref{PartKind::BoltRow, s.id, static_cast<int>(i)};
                bolt.id = partId(ref);
                bolt.axis = {dir, 0, 0};
                bolt.position = {face, y, z};
                bolt.plates = {patch(flangeShells, y, z, s.bolt.washerOuter / 2),
                               patch(plateShells, y, z, s.bolt.washerOuter / 2)};
                const double k = E * s.bolt.A_s / L_b;
                bolt.law.ellipsoid = {
                    {k, shear, shear}, {1, std::pow(F_t_Rd / F_v_Rd, 2), std::pow(F_t_Rd / F_v_Rd, 2)}, F_t_Rd, 1e-3 * k};
                bolt.law.isTensionOnly = true;
                out_.bolts.push_back({ref, static_cast<int>(out_.model.links.size())});
                fe::addBolt(out_.model, bolt);
            }
        }
    }

    // Nodes under the washer, at least the nearest four.
    [[nodiscard]] fe::BoltPatch patch(const std::vector<int>& shells, double y, double z, double radius) const {
        std::vector<std::pair<double, int>> nearest;
        std::vector<char> isSeen(out_.model.nodes.size(), 0);
        for (int e : shells)
            for (int n : out_.model.shells[e].nodes) {
                if (isSeen[n]) continue;
                isSeen[n] = 1;
                nearest.emplace_back(std::hypot(out_.model.nodes[n].y - y, out_.model.nodes[n].z - z), n);
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

    const ResolvedJoint& joint_;
    const PlateModelSettings& settings_;
    const Section& col_;
    JointModel out_;
    std::map<std::array<long long, 3>, int> places_;
    std::array<int, 2> flange_{}, rootOf_{-1, -1};
    double fine_ = 10;
};

} // namespace

const JointModel::Beam* JointModel::beam(SideId side) const {
    for (const Beam& b : beams)
        if (b.side == side) return &b;
    return nullptr;
}

tl::expected<JointModel, Diagnostics> buildJointModel(const ResolvedJoint& joint, const PlateModelSettings& settings) {
    Diagnostics found;
    const auto refuse = [&](bool is, const std::string& what) {
        if (is)
            found.push_back({Severity::Error, joint.mark,
                             "The plate method does not model " + what + " yet; joint " + joint.mark + " has them."});
    };
    refuse(joint.doubler.has_value(), "supplementary web plates");
    refuse(joint.diagonal.has_value(), "diagonal stiffeners");
    for (const ResolvedSide* s : {joint.side(SideId::Right), joint.side(SideId::Left)}) {
        if (!s) continue;
        refuse(s->spec.backingTop || s->spec.backingBottom, "backing plates");
        refuse(s->spec.ribTop || s->spec.ribBottom, "ribs outside the beam flanges");
        if (s->spec.rows.empty())
            found.push_back({Severity::Error, joint.mark,
                             "Joint " + joint.mark + " has no bolts on the " + name(s->id) + ": nothing holds the beam."});
    }
    if (!(settings.sizeFactor >= 0.3 && settings.sizeFactor <= 4))
        found.push_back({Severity::Error, "size factor", "The factor on the element size must lie between 0.3 and 4."});
    if (hasErrors(found)) return tl::unexpected(found);
    return Builder(joint, settings).run();
}

} // namespace zg
