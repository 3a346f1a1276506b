#pragma once
#include "base/workings.h"
#include "joint/balance.h"
#include <array>

/// Plastic hinges of the beams and what they bring to the joint: equal and opposite moments at both ends of each beam, gravity
/// beside them. Statics along the beam's axis; N, mm.
namespace zg {

/// Where a beam's hinge forms.
struct HingePlace {
    double fromFace = 0;    ///< support's face to the section, along the axis
    double M_pl = 0;        ///< W_pl f_y of that section
    bool isReduced = false; ///< in the middle of a reduced section
    bool isAtToe = true;    ///< of a haunched end: beyond the haunch; else within it
};
/// At the end of the end plate, of its ribs or of the haunches, whichever reaches farthest; in a reduced section where that asks
/// less shear of both hinges.
[[nodiscard]] HingePlace hingeOf(const ResolvedSide& side);
/// Plastic modulus in the middle of a reduced section: W of the whole beam, c cut from each edge of both flanges (AISC 358-16
/// (5.8-4)).
template <class Num> [[nodiscard]] Num reducedModulus(const Num& W, const Num& c, const Num& t_f, const Num& h) {
    return W - 2 * c * t_f * (h - t_f);
}
/// In the middle of the reduced section; the beam must have one.
[[nodiscard]] HingePlace reducedHingeOf(const ResolvedSide& side);
/// Between the hinges at both ends of the beam, the far end being like this one; nothing where no span is given or none is left.
[[nodiscard]] std::optional<double> hingeSpan(const ResolvedJoint& joint, const ResolvedSide& side, const HingePlace& place);

/// The set whose axial forces act with the hinges; null where none is named.
[[nodiscard]] const ActionSet* setBesideHinges(const ResolvedJoint& joint, const SeismicSpec& spec);

/// gamma_ov of a beam (EN 1998-1:2004 6.2(3)).
[[nodiscard]] double overStrengthOf(const SeismicSpec& spec, const ResolvedSide& side);
/// R_y of a beam (AISC 341-16 table A3.1); of a steel that is not in the table the over-strength chosen.
[[nodiscard]] double expectedStrengthOf(const SeismicSpec& spec, const ResolvedSide& side);

/// Of one beam at the support's face, in its own directions, with a sign: positive with tension at the top.
template <class Num> struct HingeForces {
    Num M{0}, V{0};
    Num span{0};           ///< between the hinges
    Num V_gravity{0};      ///< at the hinge
    bool isInSpan = false; ///< gravity moves the hinge with tension at the bottom away from the joint
    double fromFace = 0;   ///< of the hinge
};
/// `isReversed`: the hinge of this end has tension at the bottom. `hinge`: moment in it, N mm (M_pl with its factor). EN
/// 1998-1:2004 6.6.2(2), 6.6.3(1): V_Ed,G and V_Ed,M; gravity is never increased.
template <class Num>
[[nodiscard]] HingeForces<Num> hingeForces(Workings<Num>& w, const ResolvedSide& side, const HingePlace& place, double span,
                                           bool isReversed, const Num& hinge);

/// One end as a set needs it: what acts at the support's face.
struct HingeEnd {
    EndId id;
    double M = 0, V = 0;
};
/// The set of a state of sway: the beams' ends as given here with the axial forces of `spec.forcesOf`, the columns in balance
/// with them, their points of inflection at half the storey height.
[[nodiscard]] ActionSet hingeSet(const ResolvedJoint& joint, const SeismicSpec& spec, const std::vector<HingeEnd>& ends);
/// Mean shear of the columns above and below that goes with a set; nil where no storey height is given or the column ends here.
[[nodiscard]] double columnShearOf(const ResolvedJoint& joint, const ActionSet& set);

} // namespace zg
