#pragma once
#include "joint/end_id.h"
#include <map>

namespace zg {

/// How a joint becomes plates.
struct PlateModelSettings {
    double sizeFactor = 1;       ///< on the element size: 2 is coarse, 0.5 is fine
    double hardeningPart = 1e-3; ///< E_t over E beyond yield (EN 1993-1-5:2006 annex C.6)
    double kinematicPart = 0;    ///< share of the hardening that carries the yield surface along
    double beamStub = 1.5;       ///< length of a beam's stub over its depth
    double columnStub = 1.5;     ///< length of the column beyond the outermost plate end over the column's depth
    double beamStrength = 1;     ///< factor on the beams' yield strength (over-strength of a plastic hinge)
    double beamStiffness = 1;    ///< factor on the elasticity of beams and haunches: a variation that shows a cause
    double transverseShear = 1;  ///< factor on the plates' stiffness against shear across them: a variation that shows a cause
    /// Whether the column's end is free for the given forces of the column (true), or held against turning and along its axis and
    /// free sideways only, so that the column carries its moments without shear, as the component method has it.
    bool isFreeEndLoaded = false;
    /// Sense of each beam's shear: 1 when the beam pushes the column down, -1 up, unknown when absent. Bolts bear accordingly.
    std::map<EndId, int> shearSense;
    std::map<EndId, double> axialTension; ///< N at the connection's plate: takes of the friction of preloaded bolts
};

/// Residual to which plates are brought into equilibrium, of the largest force: results move by less than a thousandth of a per
/// cent.
inline constexpr double plateTolerance = 1e-6;

/// Width of the first element beside a line that holds a plate, over the plate's thickness: hinges sit at the middle of elements.
inline constexpr double hingeWidth = 0.5;

/// Stiffness of a fillet weld, N/mm per mm over E. The standard has it rigid (EN 1993-1-8:2005 table 6.11, k_19); ten times what
/// the fillet itself would give as a short plate moves S_j,ini by about 1 %.
inline constexpr double weldStiffness = 5;

/// Movement at which friction under a preloaded bolt is used up, mm: the standard has it rigid until it slips (EN 1993-1-8:2005
/// table 6.11, k_11), and calls 0.15 mm slip in the test (EN 1090-2:2018 annex G).
inline constexpr double slipStart = 0.01;

/// From a plate's side to where its fillet holds the other plate, mm: 0.8 of the leg (EN 1993-1-8:2005 figures 6.2, 6.8).
[[nodiscard]] inline double footOfFillet(double throat) { return 0.8 * 1.41421356237309504880 * throat; }

/// Against bending of a plate of thickness t between the feet of two fillets, N mm/rad per mm over E: next to rigid.
[[nodiscard]] inline double blockStiffness(double t) { return t * t; }

/// The plastic strain of a plate is its mean over a circle of this many thicknesses in radius, on one face.
inline constexpr double strainReach = 1;

} // namespace zg
