#include "fe/connect.h"
#include "joint/geometry.h"
#include "plates/model_builder.h"

namespace zg {

// Supplementary web plates: fillets or butt welds along the perimeter, contact over the face.
void ModelBuilder::doubler() {
    if (!joint_.doubler) return;
    const DoublerSpec& d = *joint_.doubler;
    const PartRef ref{PartKind::Doubler};
    const auto [bottom, top] = doublerReach(joint_, out_.columnTop);
    const double half = clearWebDepth(col_) / 2;
    const std::vector<int> web = columnWeb();
    for (int i = 0; i < d.sides; ++i) {
        const double sign = i == 0 ? 1 : -1, y = sign * (col_.t_w + d.thickness) / 2;
        const GridLines x(-half, half, 2 * fine_), z(bottom, top, 3 * fine_);
        const std::vector<double> xs = x.positions(), zs = z.positions();
        const int index = part(ref, d.thickness, joint_.doublerSteel.f_y);
        grid(index, xs, zs, [&](double u, double v) { return Vec3{u, y, v}; });
        const bool isFillet = d.weld.kind == WeldKind::Fillet;
        const double strength = isFillet ? weldStrength(joint_.doublerSteel, joint_.column.steel) : 0;
        const double throat = isFillet ? d.weld.throat : d.thickness;
        const Vec3 towards{0, -sign, 0};
        for (double u : {-half, half})
            lapWeld(ref, chain(zs, [&](double v) { return Vec3{u, y, v}; }), towards, d.thickness, throat, strength, web);
        for (double v : {bottom, top})
            lapWeld(ref, chain(xs, [&](double u) { return Vec3{u, y, v}; }), towards, d.thickness, throat, strength, web);
        contact(ref, fe::shellsOf(out_.model, index), web, d.thickness + col_.t_w);
    }
}

// One plate on each side of the web from flange to flange across the panel, fillets along web and flanges.
void ModelBuilder::diagonal() {
    if (!joint_.diagonal) return;
    const DiagonalSpec& d = *joint_.diagonal;
    const PartRef ref{PartKind::Diagonal};
    const double inner = col_.h / 2 - col_.t_f, rise = d.direction == DiagonalDirection::Tension ? 1 : -1;
    const double high = depthOf(joint_.main(), true), low = depthOf(joint_.main(), false);
    const Vec3 from{-inner, 0, rise > 0 ? low : high}, to{inner, 0, rise > 0 ? high : low};
    const Vec3 along = fe::unit(to - from);
    const double length = norm(to - from), width = stiffenerWidth(d.width, col_);
    const WeldSpec fillet{WeldKind::Fillet, d.throat};
    const std::vector<int> web = columnWeb(), right = columnFlange(Direction::Right), left = columnFlange(Direction::Left);
    for (double sign : {1.0, -1.0}) {
        const GridLines u(0, length, 2.5 * fine_), v(col_.t_w / 2, col_.t_w / 2 + width, 2 * fine_);
        const std::vector<double> us = u.positions(), vs = v.positions();
        const auto place = [&](double a, double b) { return from + a * along + Vec3{0, sign * b, 0}; };
        grid(part(ref, d.thickness, joint_.diagonalSteel.f_y), us, vs, place);
        const auto line = [&](const std::vector<int>& edge, Vec3 into, const std::vector<int>& face) {
            weld({ref, edge, d.thickness, into, &face}, fillet, joint_.diagonalSteel, joint_.column.steel);
        };
        line(chain(us, [&](double a) { return place(a, vs.front()); }), {0, sign, 0}, web);
        line(chain(vs, [&](double b) { return place(0, b); }), along, left);
        line(chain(vs, [&](double b) { return place(length, b); }), -along, right);
    }
}

// A triangle in the plane of the beam's web, on the end plate and on the beam's flange; its two tips are 10 mm blunt.
void ModelBuilder::rib(const ResolvedSide& s, bool isTop, const std::vector<int>& plateShells) {
    const std::optional<RibSpec>& spec = isTop ? s.spec.ribTop : s.spec.ribBottom;
    const double height = isTop ? s.spec.plate.above : s.spec.plate.below;
    if (!spec) return;
    if (height < 21) {
        out_.notes.push_back(std::string("The rib at the ") + (isTop ? "top" : "bottom") + " on the " + name(s.id) +
                             " is left out by the plates: the end plate reaches less than 21 mm beyond the flange.");
        return;
    }
    const PartRef ref{isTop ? PartKind::RibTop : PartKind::RibBottom, s.id};
    const SteelStrength& steel = isTop ? s.ribTopSteel : s.ribBottomSteel;
    const double dir = s.dir(), x0 = joint_.faceOf(s) + dir * s.spec.plate.thickness, level = levelOf(s, isTop ? 0 : s.depth),
                 sign = isTop ? 1 : -1, blunt = 10;
    const Vec3 along{dir * s.cosSlope, 0, s.sinSlope}, up{0, 0, sign};
    const double length = spec->length;
    const Vec3 origin{x0, 0, level};
    const auto place = [&](fe::Point2 p) { return origin + p.x * along + p.y * up; };
    const int index = flatPlate(ref, spec->thickness, steel.f_y,
                                {{0, 0}, {length, 0}, {length, blunt}, {blunt, height}, {0, height}}, 1.5 * fine_, place);
    const WeldSpec fillet{WeldKind::Fillet, spec->throat};
    std::vector<int> flange;
    for (std::size_t p = 0; p < out_.parts.size(); ++p)
        if (out_.parts[p] == PartRef{isTop ? PartKind::BeamTopFlange : PartKind::BeamBottomFlange, s.id})
            flange = fe::shellsOf(out_.model, static_cast<int>(p));
    weld({ref, nodesBetween(index, place({0, 0}), place({0, height})), spec->thickness, {dir, 0, 0}, &plateShells}, fillet, steel,
         s.plateSteel);
    weld({ref, nodesBetween(index, place({0, 0}), place({length, 0})), spec->thickness, up, &flange}, fillet, steel,
         s.beam.steel);
}

// Loose plates behind the column flange, held by the bolts and by contact. Nothing but friction keeps one with a single bolt from
// turning in its plane: a soft spring of the size of the bolt's shear stiffness on 10 mm stands for it.
std::vector<ModelBuilder::Backing> ModelBuilder::backings(const ResolvedSide& s, const std::vector<int>& flangeShells) {
    std::vector<Backing> found;
    const double dir = s.dir();
    for (bool isTop : {true, false}) {
        const std::optional<BackingSpec>& spec = isTop ? s.spec.backingTop : s.spec.backingBottom;
        if (!spec) continue;
        const auto reach = backingReach(s, isTop);
        if (!reach) {
            out_.notes.push_back(std::string("The backing plates at the ") + (isTop ? "top" : "bottom") + " on the " +
                                 name(s.id) + " have no bolts there and are left out by the plates.");
            continue;
        }
        const PartRef ref{isTop ? PartKind::BackingTop : PartKind::BackingBottom, s.id};
        const double inner = col_.t_w / 2 + col_.r, outer = col_.b / 2, x = dir * (col_.h / 2 - col_.t_f - spec->thickness / 2);
        for (double sign : {1.0, -1.0}) {
            Backing b;
            b.sign = sign;
            b.lowest = (*reach)[0];
            b.highest = (*reach)[1];
            b.thickness = spec->thickness;
            GridLines y(inner, outer, 1.5 * fine_), z(b.lowest, b.highest, 2 * fine_);
            double gauge = s.spec.bolts.gauge;
            for (const BoltRowSpec& row : s.spec.rows) {
                if ((row.position < s.depth / 2) != isTop) continue;
                z.through(levelOf(s, row.position));
                gauge = row.gauge.value_or(gauge);
            }
            y.through(gauge / 2);
            const int index = part(ref, spec->thickness, (isTop ? s.backingTopSteel : s.backingBottomSteel).f_y);
            const std::vector<int> inner_ = grid(index, y.positions(), z.positions(), [&](double u, double v) {
                return Vec3{x, sign * u, v};
            });
            b.shells = fe::shellsOf(out_.model, index);
            contact(ref, b.shells, flangeShells, spec->thickness + col_.t_f);
            const double middle = 0.5 * (b.lowest + b.highest);
            const Vec3 centre{x, sign * gauge / 2, middle};
            fe::Link friction;
            friction.id = partId(ref) + ".friction";
            friction.isRotation = true;
            const fe::BoltPatch own = patch(b.shells, centre, {1, 0, 0}, s.bolt.washerOuter / 2),
                                flange = patch(flangeShells, centre, {1, 0, 0}, s.bolt.washerOuter / 2);
            friction.a = fe::attachToPatch(out_.model.nodes, flange.nodes, flange.weights, centre);
            friction.b = fe::attachToPatch(out_.model.nodes, own.nodes, own.weights, centre);
            friction.law = fe::LinearLaw{s.bolt.d * s.bolt.d * s.boltClass.f_ub / 2 * 100};
            out_.model.links.push_back(friction);
            found.push_back(b);
        }
    }
    return found;
}

} // namespace zg
