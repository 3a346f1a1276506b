#pragma once
#include "plates/joint_model.h"
#include "plates/plate_result.h"
#include <optional>

namespace zg {

namespace fe {
class Analysis;
}
struct ActionSet;
struct Section;

/// What EN 1993-1-5:2006 section 6 asks of a web without stiffeners at the load; lengths mm, forces N.
struct PatchLoadInput {
    PatchLoadKind kind = PatchLoadKind::OneFlange;
    double h_w = 0, t_w = 0, b_f = 0, t_f = 0, f_y = 0;
    double s_s = 0;   ///< stiff bearing length on the flange, no more than h_w counts
    double toEnd = 0; ///< c, from the bearing to the member's end; of PatchLoadKind::End
    double gamma_M1 = 1;
};
/// 6.4 and 6.5 without longitudinal stiffeners, transverse ones far away.
[[nodiscard]] PatchLoad patchLoadResistance(const PatchLoadInput& input);

/// How the column's forces, tension and tension in the loaded flange positive, act on that flange of a section: 7.2 with (4.14),
/// gross section.
void addColumnForces(PatchLoad& p, const Section& section, double f_y, double gamma_M0, double N, double M);

/// The column's web under the compression flanges of a set, where nothing stiffens it: forces as the plates have them at the
/// state. Webs with supplementary plates are left out: section 6 does not know them.
[[nodiscard]] std::vector<PatchLoad> patchLoads(const ResolvedJoint& joint, const ActionSet& set, const JointModel& model,
                                                const fe::Analysis& analysis);

} // namespace zg
