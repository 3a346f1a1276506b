#pragma once
#include "base/workings.h"
#include "component/inputs.h"
#include "joint/settings.h"

namespace zg {

/// Class of an I section in pure bending about y, EN 1993-1-1:2005 table 5.2, and the stress it may reach when class 4
/// (5.5.2(9): f_y times the square of limit over slenderness).
struct BendingClass {
    int sectionClass = 1;
    double stressLimit = 1; ///< share of f_y, below 1 only for class 4
};
[[nodiscard]] BendingClass bendingClass(const Section& section, double f_y);

/// Moment resistance of the beam, reduced for shear where V_Ed exceeds half the plastic shear resistance
/// (EN 1993-1-1:2005 6.2.5, 6.2.8), Nmm. V_Ed normal to the beam axis, N.
template <class Num> [[nodiscard]] Num beamMomentResistance(Workings<Num>& w, const BeamInput& b, const Settings& s, double V_Ed);

/// The same with an axial force beside it: 6.2.9.1(5) in classes 1 and 2, linear beyond. `symbol`: of the axial force.
template <class Num> struct BendingWithAxial {
    Num M_N_Rd;
    const char* clause;
};
template <class Num>
[[nodiscard]] BendingWithAxial<Num> bendingWithAxial(Workings<Num>& w, const BeamInput& b, const Settings& s, const char* symbol,
                                                     double N_Ed, double V_Ed);

/// Beam flange and web in compression (EN 1993-1-8:2005 6.2.6.7), as force normal to the end plate, N.
template <class Num>
[[nodiscard]] Num flangeCompressionResistance(Workings<Num>& w, const BeamInput& b, const Settings& s, double V_Ed);

/// Web of the beam, or of its haunch, in tension (6.2.6.8) over the effective length of the end plate's T-stub, limited by the
/// web's weld, N.
template <class Num>
[[nodiscard]] Num webTensionResistance(Workings<Num>& w, const WebInput& web, const Settings& s, const Num& l_eff);

} // namespace zg
