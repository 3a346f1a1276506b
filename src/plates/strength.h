#pragma once
#include "base/progress.h"
#include "plates/joint_model.h"
#include "plates/plate_result.h"
#include <functional>

namespace zg {

namespace fe {
class Analysis;
}

struct StrengthSettings {
    PlateModelSettings model;
    bool wantsReserve = true; ///< go on beyond the set to the limit
    double mostReserve = 5;   ///< no further
    bool wantsBuckling = false;
    bool keepsFrames = true;
    bool dissipative = false; ///< the beams are meant to yield: their own strain is no limit
    int threads = 2;
    bool isMoved = false;                                               ///< equilibrium where the joint has moved to
    std::vector<fe::Vec3> imperfection;                                 ///< mm by node: where the nodes are before any load
    std::function<void(const fe::Analysis&, const JointModel&)> atFull; ///< sees the state at the whole set
};

struct SetAnalysis {
    PlateStrength strength;
    PlateBuckling buckling;
    std::vector<double> mechanism; ///< [6 nodes]: how a loose part moves; empty when nothing is loose
};

/// One action set on the plates: to the whole set in steps, buckling factors of that state, and on to the limit. Bad models and
/// mechanisms come back as words.
[[nodiscard]] tl::expected<SetAnalysis, Diagnostics> analyseSet(const ResolvedJoint& joint, const ActionSet& set, int index,
                                                                const StrengthSettings& settings = {},
                                                                Progress* progress = nullptr);

/// The over-strength of a beam's plastic hinge as an action set: the hinge where it forms (joint/hinges.h), with tension at the
/// top or bottom, carried to the column's face with its shear V_Ed,M + V_Ed,G (EN 1998-1:2004 6.5.5, 6.6.2); no shear of the
/// hinges where no span is given. The other beam, when there is one, has its own hinge in the opposite sense.
[[nodiscard]] ActionSet overStrengthSet(const ResolvedJoint& joint, EndId side, bool isReversed);
/// Of the hinge over M_pl: by the joint's capacity design, else by its choices of the plate method.
[[nodiscard]] double overStrengthFactor(const ResolvedJoint& joint, const ResolvedSide& side);

/// EN 1993-1-5:2006 section 10 with annex B.1: slenderness sqrt(alpha_ult/alpha_cr), rho and the utilisation
/// gamma_M1/(rho alpha_ult).
void reducedStressRule(PlateMode& mode, double alpha_ult, bool isRolled, double gamma_M1);

/// Which plates a mode bends and whether it is theirs alone: local when plate bending has most of the energy; otherwise of a
/// member when three fifths of the energy lie in one member's plates, else of the joint.
[[nodiscard]] PlateMode sortedMode(double factor, const std::vector<double>& shape, const std::vector<PartRef>& parts,
                                   const std::vector<double>& energy, double bendingEnergy);

} // namespace zg
