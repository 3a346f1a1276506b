#include "fe/connect.h"
#include "joint/bolt_strength.h"
#include "joint/geometry.h"
#include "plates/model_builder.h"

namespace zg {

// The fin plate is welded to its support and lies on one side of the beam's web; bolts join the two in shear, with contact
// between them.
void ModelBuilder::finPlate(const ResolvedSide& s) {
    const Axes axes = axesOf(s);
    const FinPlate& f = s.spec.fin;
    beam(s, {});
    std::vector<int> web;
    for (std::size_t p = 0; p < out_.parts.size(); ++p)
        if (out_.parts[p] == PartRef{PartKind::BeamWeb, s.id}) {
            const std::vector<int> some = fe::shellsOf(out_.model, static_cast<int>(p));
            web.insert(web.end(), some.begin(), some.end());
        }
    const double t_w = s.beam.section.t_w, beside = (t_w + f.thickness) / 2;
    const double reach = f.firstLine + (f.lines - 1) * f.linePitch + f.edge, top = levelOf(s, f.top), bottom = top - f.depth;
    GridLines u(0, reach, 2 * fine_), z(bottom, top, 2 * fine_);
    for (int line = 0; line < f.lines; ++line) {
        const double at = f.firstLine + line * f.linePitch;
        u.through(at);
        u.fine(at - s.bolt.washerOuter, at + s.bolt.washerOuter, fine_);
    }
    for (int i = 0; i < f.rows; ++i) {
        const double at = top - f.firstRow - i * f.pitch;
        z.through(at);
        z.fine(at - s.bolt.washerOuter, at + s.bolt.washerOuter, fine_);
    }
    const PartRef ref{PartKind::FinPlate, s.id};
    const int plate = part(ref, f.thickness, s.plateSteel.f_y);
    const std::vector<double> us = u.positions(), zs = z.positions();
    grid(plate, us, zs, [&](double a, double level) { return axes.at(a, beside, level); });
    const std::vector<int> shells = fe::shellsOf(out_.model, plate), support = supportShells(s);
    weld({ref, chain(zs, [&](double level) { return axes.at(0, beside, level); }), f.thickness, axes.out, &support},
         {WeldKind::Fillet, f.throat}, s.plateSteel, joint_.column.steel);
    const FinBoltStrength strength = finBoltStrength(joint_, s);
    const double ratio = strength.bolt.F_t_Rd / std::max(1.0, std::min(strength.bolt.F_v_Rd, strength.F_b_Rd));
    for (int i = 0; i < f.rows; ++i)
        for (int line = 0; line < f.lines; ++line) {
            const double away = f.firstLine + line * f.linePitch, level = top - f.firstRow - i * f.pitch;
            fe::BoltData bolt;
            const PartRef row{PartKind::BoltRow, s.id, i};
            bolt.id = partId(row);
            bolt.axis = -axes.across;
            bolt.position = axes.at(away, t_w / 2, level);
            const double radius = s.bolt.washerOuter / 2;
            bolt.plates.push_back(patch(shells, bolt.position, bolt.axis, radius));
            bolt.plates.push_back(patch(web, bolt.position, bolt.axis, radius));
            const double k = youngsModulus * s.bolt.A_s / strength.bolt.L_b;
            bolt.law.ellipsoid = {
                {k, strength.bolt.k_shear, strength.bolt.k_shear}, {1, ratio * ratio, ratio * ratio}, strength.bolt.F_t_Rd, 0};
            bolt.law.isTensionOnly = true;
            bolt.law.fracture = strength.bolt.fractureLength;
            JointModel::Bolt placed;
            placed.row = row;
            placed.head = axes.at(away, t_w / 2 + f.thickness, level);
            placed.nut = axes.at(away, -t_w / 2, level);
            placed.firstLink = static_cast<int>(out_.model.links.size());
            placed.linkCount = fe::addBolt(out_.model, bolt);
            placed.F_t_Rd = strength.bolt.F_t_Rd;
            placed.F_v_Rd = strength.bolt.F_v_Rd;
            placed.B_p_Rd = strength.bolt.B_p_Rd;
            placed.F_b_Rd = strength.F_b_Rd;
            placed.fractureLength = strength.bolt.fractureLength;
            out_.bolts.push_back(placed);
        }
    contact(ref, shells, web, f.thickness + t_w);
}

} // namespace zg
