#pragma once
#include "base/workings.h"
#include "component/check_list.h"
#include "component/side_model.h"
#include "joint/settings.h"

namespace zg {

/// A flange of a welded beam end and the rib outside it, which share the flange's force in proportion to what each can carry at
/// the column's face. Forces normal to the face, N; mm.
struct RibbedFlange {
    const FittingPlate* rib = nullptr; ///< null without one: the flange by itself
    double flange = 0;                 ///< what the flange can carry, with the part of the web that goes with it
    double ribForce = 0;               ///< what the rib carries at yield
    [[nodiscard]] double share() const { return rib ? ribForce / (flange + ribForce) : 0; }
    /// Middle of the flange to the centre of both, outwards.
    double offset = 0;
};
template <class Num>
[[nodiscard]] RibbedFlange ribbedFlange(Workings<Num>& w, const std::optional<FittingPlate>& rib, const FlangeInput& flange,
                                        bool isTension, double strengthOfFlange, const Settings& settings);

/// Shear that the rib takes off the beam's web: its force runs straight from the middle of its edge on the flange to the middle
/// of its edge on the column.
[[nodiscard]] double shearOfRib(const FittingPlate& rib, double force);

/// Checks of a rib under its force F along the beam: at the column's face, along the flange, its fillets, and the beam's web
/// under it.
template <class Num>
void verifyRib(Workings<Num>& w, const SideModel& model, const FittingPlate& rib, double F, const Settings& settings,
               CheckList& list);

/// Shear of the beam's web beside ribs, and beyond them: V as at the face in the sense of the model, `ribs` what the ribs take.
template <class Num>
void verifyRibbedWeb(Workings<Num>& w, const SideModel& model, double V, double ribs, const Settings& settings, CheckList& list);

} // namespace zg
