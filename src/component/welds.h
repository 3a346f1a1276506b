#pragma once
#include "base/workings.h"
#include "catalogue/steels.h"
#include "component/inputs.h"
#include "joint/settings.h"

namespace zg {

/// Strength of the weaker part joined and its correlation factor, for a weld.
struct WeldStrength {
    double f_u = 0;
    double beta_w = 1;
};
[[nodiscard]] WeldStrength jointStrength(const SteelStrength& a, const SteelStrength& b);

/// Fillets loaded across their length: throat a, total length of all runs, N (EN 1993-1-8:2005 4.5.3.2 with
/// sigma_perp = tau_perp, or 4.5.3.3 when the simplified method is chosen).
template <class Num>
[[nodiscard]] Num transverseFillets(Workings<Num>& w, double a, const Num& length, const WeldStrength& strength,
                                    const Settings& s);
/// Fillets loaded along their length, N.
template <class Num>
[[nodiscard]] Num longitudinalFillets(Workings<Num>& w, double a, const Num& length, const WeldStrength& strength,
                                      const Settings& s);

/// An edge of this length and thickness on another part, pulled off it: fillets on both sides, or a butt weld as strong as the
/// weaker of both (4.7.1(1)), N.
template <class Num>
[[nodiscard]] Num acrossEdge(Workings<Num>& w, const WeldSpec& weld, const Num& length, double thickness, const SteelStrength& a,
                             const SteelStrength& b, const Settings& s);

/// Weld of one flange to the face, both sides of the flange, as force normal to the face, N. The force acts along the flange: on
/// a slope one fillet stands in the acute corner and one in the obtuse, and their throats, half way between flange and face, see
/// it at different angles (EN 1993-1-8:2005 4.5.3.2(6) with the stresses resolved on each throat).
template <class Num>
[[nodiscard]] Num flangeWeldResistance(Workings<Num>& w, const FlangeInput& flange, const SteelStrength& onto, const Settings& s);
/// What the flange itself can bring to its weld, normal to the face, N.
[[nodiscard]] double flangeYield(const FlangeInput& flange, const Settings& s);

/// A web's weld under the rows' tension and the beam's shear together: utilisation of 4.5.3.2 (or 4.5.3.3).
template <class Num> struct WebWeld {
    Num demand, resistance; ///< equivalent stress and its limit, MPa
};
template <class Num>
[[nodiscard]] WebWeld<Num> webWeldStress(Workings<Num>& w, const WebInput& web, const SteelStrength& onto, const Settings& s,
                                         double F_web_Ed, double tensionLength, double V_Ed);

/// Fillets on both sides of a plate's edge of this length, under a force across the plate it stands on and one along the edge.
template <class Num>
[[nodiscard]] WebWeld<Num> doubleFillets(Workings<Num>& w, double throat, const Num& length, const Num& across, const Num& along,
                                         const WeldStrength& strength, const Settings& s);

/// Throat at which double fillets are as strong as the plate they join (printed as an option), mm.
[[nodiscard]] double fullStrengthThroat(double thickness, double f_y, const WeldStrength& strength, const Settings& s);

} // namespace zg
