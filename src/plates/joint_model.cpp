#include "plates/joint_model.h"
#include "assembly/holes.h"
#include "base/units.h"
#include "joint/bolt_strength.h"
#include "plates/end_forces.h"
#include "plates/model_builder.h"

namespace zg {

const JointModel::Beam* JointModel::beam(EndId side) const {
    for (const Beam& b : beams)
        if (b.side == side) return &b;
    return nullptr;
}

namespace {

const char* nameOfPly(PartKind kind) {
    switch (kind) {
    case PartKind::ColumnFlange: return "column flange";
    case PartKind::ColumnWeb: return "column web";
    case PartKind::BeamWeb: return "beam web";
    case PartKind::FinPlate: return "fin plate";
    case PartKind::BackingTop:
    case PartKind::BackingBottom: return "backing plates";
    default: return "end plate";
    }
}

} // namespace

tl::expected<JointModel, Diagnostics> buildJointModel(const ResolvedJoint& joint, const PlateModelSettings& settings) {
    Diagnostics found;
    for (const ResolvedSide& s : joint.sides)
        if (s.kind == ConnectionKind::EndPlate && s.spec.rows.empty())
            found.push_back(problem(Problem::NoBolts, joint.mark, FieldPath{"connections", s.id.str(), EndPlate::kind, "rows"},
                                    {name(s.id)}));
    Assembly built = buildAssembly(joint);
    for (const HoleBeyond& h : holesBeyondPlates(built))
        found.push_back(problem(Problem::HoleBeyondPlate, joint.mark, FieldPath{"connections", h.row.side.str()},
                                {std::to_string(h.row.index + 1), name(h.row.side), nameOfPly(h.ply.kind)}));
    PlateModelSettings own = settings;
    own.sizeFactor *= joint.plates.sizeFactor;
    if (!(own.sizeFactor >= 0.3 && own.sizeFactor <= 4)) {
        Diagnostic d = problem(Problem::SizeFactor, joint.mark, FieldPath{"plates", "size_factor"});
        d.value = own.sizeFactor;
        d.min = 0.3;
        d.max = 4;
        found.push_back(std::move(d));
    }
    const bool isTopHeld = joint.plates.heldEnd == HeldEnd::ColumnAbove;
    if (isTopHeld && joint.columnSpec.endAbove)
        found.push_back(problem(Problem::HeldAtFreeEnd, joint.mark, FieldPath{"plates", "held_end"}));
    for (const ResolvedSide& s : joint.sides) {
        if (!joint.plates.isPreloaded || !mustNotSlip(s)) continue;
        const double F_p_C = slipStrength(joint, s, 0).F_p_C, F_t_Rd = boltStrength(joint, s).F_t_Rd;
        if (F_p_C > F_t_Rd)
            found.push_back(problem(
                Problem::PreloadTooHigh, joint.mark, FieldPath{"plates", "preloaded"},
                {name(s.id), shown(F_p_C, Quantity::Force, UnitSystem::SI), shown(F_t_Rd, Quantity::Force, UnitSystem::SI)}));
    }
    const Diagnostics released = forcesOnReleases(joint);
    found.insert(found.end(), released.begin(), released.end());
    if (hasErrors(found)) return tl::unexpected(found);
    return ModelBuilder(joint, std::move(built), own, isTopHeld).run();
}

} // namespace zg
