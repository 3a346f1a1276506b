#pragma once
#include "joint/edit.h"
#include "joint/first_layout.h"

/// Haunches as edits: they are blocks of a member's end, with stiffeners of their own.
namespace zg {

/// Haunch from a cutting of the beam's own section: as deep as the cutting allows in round numbers, as long as a tenth of the
/// span but at an angle of practice; welds about as strong as its plates.
[[nodiscard]] HaunchSpec haunchLayout(const MemberSpec& beam, const Section& section, double slope, bool isBelow,
                                      std::optional<double> span = {});
/// Butt welds where its flange leans too much for fillets.
void chooseFlangeWeld(HaunchSpec& haunch, double slope, bool isBelow);
/// Puts the rows of a first layout over the depth of a haunch: below the beam's flange where there is room, and at the haunch's.
void addHaunchRows(EndPlate& plate, const Section& beam, double slope, const HaunchSpec& haunch, bool isBelow);

/// On one side of a member's end.
[[nodiscard]] inline std::optional<HaunchSpec>& haunchAt(Framing& f, bool isBelow) {
    return isBelow ? f.haunchBelow : f.haunchAbove;
}
[[nodiscard]] inline const std::optional<HaunchSpec>& haunchAt(const Framing& f, bool isBelow) {
    return isBelow ? f.haunchBelow : f.haunchAbove;
}
/// Null where the end has no such haunch.
[[nodiscard]] HaunchSpec* findHaunch(Joint& joint, EndId end, bool isBelow);
[[nodiscard]] const HaunchSpec* findHaunch(const Joint& joint, EndId end, bool isBelow);

// The haunch's kinds of FittingKind.
[[nodiscard]] bool hasHaunchPart(const Joint& joint, const FittingRef& ref);
[[nodiscard]] bool canTakeHaunchPart(const ResolvedJoint& joint, const FittingRef& ref);
void addHaunchPart(Joint& joint, const ResolvedJoint& resolved, const FittingRef& ref);
void removeHaunchPart(Joint& joint, const FittingRef& ref);

/// Other sizes: rows beside the haunch's flange keep their distance to it, and in a splice the haunch opposite grows as deep.
/// `member`: the section of the member at that end.
void setHaunchSize(Joint& joint, EndId end, const Section& member, bool isBelow, double depth, double length);

/// Made another way: 0 a cutting, of the member's section; 1 plates, 2 a taper, each about as strong as what was there.
void setHaunchMade(Joint& joint, EndId end, bool isBelow, int made);

/// The angle between a haunch and its member, set by its depth (rad).
void setHaunchAngle(HaunchSpec& haunch, double slope, bool isBelow, double angle);

} // namespace zg
