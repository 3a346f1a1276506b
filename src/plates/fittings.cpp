#include "fe/connect.h"
#include "joint/geometry.h"
#include "plates/model_builder.h"

namespace zg {

// Supplementary web plates: fillets or butt welds along the perimeter, contact over the face.
void ModelBuilder::doubler() {
    if (!joint_.doubler) return;
    const DoublerSpec& d = *joint_.doubler;
    const PartRef ref{PartKind::Doubler};
    const std::vector<int> web = columnWeb();
    for (const PlatePart* plate : built(ref)) {
        const Box box = boxOf(*plate);
        const GridLines x(box.u0, box.u1, 2 * fine_), z(box.v0, box.v1, 3 * fine_);
        const std::vector<double> xs = x.positions(), zs = z.positions();
        const int index = part(ref, plate->thickness, joint_.doublerSteel.f_y);
        grid(index, xs, zs, [&](double u, double v) { return on(*plate, u, v); });
        const bool isFillet = d.weld.kind == WeldKind::Fillet;
        const double strength = isFillet ? weldStrength(joint_.doublerSteel, joint_.column.steel) : 0;
        const double throat = isFillet ? d.weld.throat : plate->thickness;
        const Vec3 towards{0, plate->origin.y > 0 ? -1.0 : 1.0, 0},
            middle = on(*plate, (box.u0 + box.u1) / 2, (box.v0 + box.v1) / 2);
        for (double u : {box.u0, box.u1})
            lapWeld(ref, chain(zs, [&](double v) { return on(*plate, u, v); }), towards, plate->thickness, throat, strength, web,
                    middle);
        for (double v : {box.v0, box.v1})
            lapWeld(ref, chain(xs, [&](double u) { return on(*plate, u, v); }), towards, plate->thickness, throat, strength, web,
                    middle);
        contact(ref, fe::shellsOf(out_.model, index), web, plate->thickness + col_.t_w);
    }
}

void ModelBuilder::diagonal() {
    if (joint_.diagonal) acrossPanel({PartKind::Diagonal}, joint_.diagonalSteel, joint_.diagonal->throat, WeldKind::Fillet);
}

// One plate on each side of the web from flange to flange at a slope, fillets along web and flanges: diagonals, stiffeners in
void ModelBuilder::acrossPanel(PartRef ref, const SteelStrength& steel, double throat, WeldKind ends) {
    const std::vector<int> web = columnWeb(), right = columnFlange(Direction::Right), left = columnFlange(Direction::Left);
    for (const PlatePart* plate : built(ref)) {
        const Box box = boxOf(*plate);
        const bool isPositive = box.v1 > -box.v0; // which side of the web
        const double nearWeb = isPositive ? box.v0 : box.v1;
        const GridLines u(box.u0, box.u1, 2.5 * fine_), v(box.v0, box.v1, 2 * fine_);
        const std::vector<double> us = u.positions(), vs = v.positions();
        const Vec3 along = vec(plate->u), across = isPositive ? vec(plate->v) : -vec(plate->v);
        const auto place = [&](double a, double b) { return on(*plate, a, b); };
        grid(part(ref, plate->thickness, steel.f_y), us, vs, place);
        const auto line = [&](WeldKind kind, const std::vector<int>& edge, Vec3 into, const std::vector<int>& face) {
            weld({ref, edge, plate->thickness, into, &face}, {kind, throat}, steel, joint_.column.steel);
        };
        line(WeldKind::Fillet, chain(us, [&](double a) { return place(a, nearWeb); }), across, web);
        line(ends, chain(vs, [&](double b) { return place(box.u0, b); }), along, left);
        line(ends, chain(vs, [&](double b) { return place(box.u1, b); }), -along, right);
    }
}

// A triangle in the plane of the beam's web, on the face (end plate or column flange) and on the beam's flange; its two tips are
// 10 mm blunt.
void ModelBuilder::rib(const ResolvedSide& s, bool isTop, const std::vector<int>& faceShells) {
    const std::optional<RibSpec>& spec = isTop ? s.spec.ribTop : s.spec.ribBottom;
    if (!spec) return;
    const PartRef ref{isTop ? PartKind::RibTop : PartKind::RibBottom, s.id};
    const std::vector<const PlatePart*> plates = built(ref);
    const Box box = plates.empty() ? Box{} : boxOf(*plates.front());
    if (box.v1 < 21) {
        out_.notes.push_back(std::string("The rib at the ") + (isTop ? "top" : "bottom") + " on the " + name(s.id) +
                             " is left out by the plates: it is less than 21 mm high.");
        return;
    }
    const PlatePart& plate = *plates.front();
    const SteelStrength& steel = isTop ? s.ribTopSteel : s.ribBottomSteel;
    constexpr double blunt = 10;
    const auto place = [&](fe::Point2 p) { return on(plate, p.x, p.y); };
    const int index = flatPlate(ref, plate.thickness, steel.f_y,
                                {{0, 0}, {box.u1, 0}, {box.u1, blunt}, {blunt, box.v1}, {0, box.v1}}, 1.5 * fine_, place);
    const PartRef own{isTop ? PartKind::BeamTopFlange : PartKind::BeamBottomFlange, s.id},
        ofHaunch{PartKind::HaunchFlange, s.id, isTop ? 1 : 0};
    const std::vector<int> flange = shellsOfPart(s.haunch(!isTop) ? ofHaunch : own);
    weld({ref, nodesBetween(index, place({0, 0}), place({0, box.v1})), plate.thickness, {s.dir(), 0, 0}, &faceShells},
         spec->onFace(), steel, s.plateSteel);
    weld({ref, nodesBetween(index, place({0, 0}), place({box.u1, 0})), plate.thickness, vec(plate.v), &flange},
         {WeldKind::Fillet, spec->throat}, steel, s.beam.steel);
}

// Loose plates behind the column flange, held by the bolts and by contact. Nothing but friction keeps one with a single bolt from
// turning in its plane: a soft spring of the size of the bolt's shear stiffness on 10 mm stands for it.
std::vector<ModelBuilder::Backing> ModelBuilder::backings(const ResolvedSide& s, const std::vector<int>& flangeShells) {
    std::vector<Backing> found;
    const std::vector<const BoltPart*> bolts = builtBolts(s.id);
    for (bool isTop : {true, false}) {
        if (!(isTop ? s.spec.backingTop : s.spec.backingBottom)) continue;
        const PartRef ref{isTop ? PartKind::BackingTop : PartKind::BackingBottom, s.id};
        const std::vector<const PlatePart*> plates = built(ref);
        if (plates.empty())
            out_.notes.push_back(std::string("The backing plates at the ") + (isTop ? "top" : "bottom") + " on the " +
                                 name(s.id) + " have no bolts there and are left out by the plates.");
        for (const PlatePart* plate : plates) {
            const Box box = boxOf(*plate);
            GridLines y(box.u0, box.u1, 1.5 * fine_), z(box.v0, box.v1, 2 * fine_);
            double across = (box.u0 + box.u1) / 2; // of the bolts that it lies under
            for (const BoltPart* bolt : bolts) {
                const bool isHeld = std::find(bolt->plies.begin(), bolt->plies.end(), ref) != bolt->plies.end();
                const Vec3 at = vec(bolt->head) - vec(plate->origin);
                if (!isHeld || dot(at, vec(plate->u)) * across < 0) continue;
                across = dot(at, vec(plate->u));
                z.through(dot(at, vec(plate->v)));
            }
            y.through(across);
            const int index = part(ref, plate->thickness, (isTop ? s.backingTopSteel : s.backingBottomSteel).f_y);
            grid(index, y.positions(), z.positions(), [&](double u, double v) { return on(*plate, u, v); });
            const std::vector<int> shells = fe::shellsOf(out_.model, index);
            contact(ref, shells, flangeShells, plate->thickness + col_.t_f);
            const Vec3 centre = on(*plate, across, (box.v0 + box.v1) / 2);
            fe::Link friction;
            friction.id = partId(ref) + ".friction";
            friction.isRotation = true;
            const fe::BoltPatch own = patch(shells, centre, {1, 0, 0}, s.bolt),
                                flange = patch(flangeShells, centre, {1, 0, 0}, s.bolt);
            friction.a = fe::attachToPatch(out_.model.nodes, flange.nodes, flange.weights, centre);
            friction.b = fe::attachToPatch(out_.model.nodes, own.nodes, own.weights, centre);
            friction.law = fe::LinearLaw{s.bolt.d * s.bolt.d * s.boltClass.f_ub / 2 * 100};
            out_.model.links.push_back(friction);
            found.push_back({plate, shells});
        }
    }
    return found;
}

} // namespace zg
