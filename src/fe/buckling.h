#pragma once
#include "fe/analysis.h"

namespace zg::fe {

/// Membrane forces per length (N/mm, local x, y, xy) at the integration points of every shell: [shell][point].
using MembraneField = std::vector<std::array<PlaneStress, 4>>;

/// Those of the present state.
[[nodiscard]] MembraneField membraneForces(const Analysis& analysis);
/// A field given as a stress tensor times thickness in global axes, as a function of position: rows x, y, z of the symmetric
/// tensor.
using MembraneTensor = std::array<Vec3, 3>;
[[nodiscard]] MembraneField prescribedMembrane(const System& system,
                                               const std::function<MembraneTensor(Vec3 at, int shell)>& tensor);

struct BucklingSettings {
    int modes = 6;
    double largestFactor = 1e3; ///< of interest; modes beyond it are not looked for
};

struct BucklingMode {
    double factor = 0;              ///< on the loads that made the field; the smallest positive first
    std::vector<double> shape;      ///< [6 nodes], largest displacement 1
    std::vector<double> partEnergy; ///< share of the elastic energy by part; with springEnergy they sum to 1
    double springEnergy = 0;
    double bendingEnergy = 0; ///< share of plate bending (and twist): near 1 when plates buckle by themselves, near 0 when
                              ///< members do by stretching them
};

enum class BucklingState {
    Found, ///< `modes` holds the smallest positive factors
    None,  ///< proved: no factor between 0 and the largest of interest
    NotConverged,
    Cancelled,
    Singular ///< the stiffness in this state is not positive definite: the structure is unstable already or a mechanism
};

struct BucklingResult {
    BucklingState state = BucklingState::None;
    std::vector<BucklingMode> modes;
    int countBelowLast = 0;  ///< factors between 0 and just above the last mode, counted by the negative pivots of K + factor K_G
    bool isComplete = false; ///< the count agrees: no mode was missed
    std::string message;
};

/// Linear buckling about the present state: (K + factor K_G) shape = 0 with the elastic stiffness of the plates, the springs and
/// contacts as they are, and K_G from the membrane forces (all displacement components). Lanczos on -K_G shape = (1/factor) K
/// shape; negative factors (the load reversed) are left out by construction.
[[nodiscard]] BucklingResult buckle(Analysis& analysis, const MembraneField& field, const BucklingSettings& settings = {},
                                    const Progress* progress = nullptr);

} // namespace zg::fe
