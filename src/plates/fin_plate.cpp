#include "fe/connect.h"
#include "joint/bolt_strength.h"
#include "plates/model_builder.h"

namespace zg {

// The fin plate is welded to its support and lies on one side of the beam's web; bolts join the two in shear, with contact
// between them.
void ModelBuilder::finPlate(const ResolvedSide& s) {
    std::vector<int> web;
    for (std::size_t p = 0; p < out_.parts.size(); ++p)
        if (out_.parts[p] == PartRef{PartKind::BeamWeb, s.id}) {
            const std::vector<int> some = fe::shellsOf(out_.model, static_cast<int>(p));
            web.insert(web.end(), some.begin(), some.end());
        }
    const PartRef ref{PartKind::FinPlate, s.id};
    const PlatePart& drawn = *built(ref).front();
    const std::vector<const BoltPart*> bolts = builtBolts(s.id);
    const double t_w = s.beam.section.t_w;
    const Box box = boxOf(drawn);
    GridLines u(box.u0, box.u1, 2 * fine_), z(box.v0, box.v1, 2 * fine_);
    for (const BoltPart* bolt : bolts) {
        const Vec3 at = vec(bolt->head) - vec(drawn.origin);
        const double along = dot(at, vec(drawn.u)), level = dot(at, vec(drawn.v));
        u.through(along);
        u.fine(along - bolt->washerOuter, along + bolt->washerOuter, fine_);
        z.through(level);
        z.fine(level - bolt->washerOuter, level + bolt->washerOuter, fine_);
    }
    const int plate = part(ref, drawn.thickness, s.finSteel.f_y);
    const std::vector<double> us = u.positions(), zs = z.positions();
    grid(plate, us, zs, [&](double a, double level) { return on(drawn, a, level); });
    const std::vector<int> shells = fe::shellsOf(out_.model, plate), support = supportShells(s);
    weld({ref, chain(zs, [&](double level) { return on(drawn, box.u0, level); }), drawn.thickness, vec(drawn.u), &support},
         {WeldKind::Fillet, s.spec.fin.throat}, s.finSteel, joint_.column.steel);
    const FinBoltStrength strength = finBoltStrength(joint_, s);
    for (const BoltPart* built : bolts) {
        fe::BoltData bolt;
        bolt.axis = fe::unit(vec(built->nut) - vec(built->head));
        bolt.position = vec(built->nut) - t_w * bolt.axis; // between plate and web
        bolt.plates.push_back(patch(shells, bolt.position, bolt.axis, s.bolt));
        bolt.plates.push_back(patch(web, bolt.position, bolt.axis, s.bolt));
        addBolt(*built, std::move(bolt), s.bolt.A_s, strength.bolt, strength.F_b_Rd);
    }
    contact(ref, shells, web, drawn.thickness + t_w);
}

} // namespace zg
