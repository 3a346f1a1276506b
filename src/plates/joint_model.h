#pragma once
#include "fe/model.h"
#include "joint/part.h"
#include "joint/resolve.h"
#include "plates/settings.h"
#include <algorithm>
#include <array>

namespace zg {

/// A joint as a finite element model: mid-surfaces of column, end plates, beams and all fittings; bolts as springs over their
/// washers; end plates and loose plates in contact with what they lie on; fillets as lines on both sides of a plate's edge.
/// Column stiffeners and web-flange junctions share nodes (as strong as the plates). Root fillets of rolled columns are thicker
/// strips beside the junction. Every member's far end is a rigid section with a handle on its axis.
struct JointModel {
    fe::Model model;
    std::vector<PartRef> parts; ///< by part of the model
    struct Bolt {
        PartRef row;
        fe::Vec3 head, nut; ///< ends of the shank
        int firstLink = 0, linkCount = 0;
        double F_t_Rd = 0, F_v_Rd = 0, B_p_Rd = 0, F_b_Rd = 0; ///< EN 1993-1-8:2005 table 3.4, N
        double fractureLength = 0, yieldLength = 0;            ///< elongation: plastic at which it breaks, elastic at F_t_Rd, mm
        double preload = 0, F_s_Rd = 0;                        ///< EN 1993-1-8:2005 3.9.1, N; nil of a bolt that is not tightened
        bool bearsOnEdges = false;                             ///< of cut holes
        bool isServiceSlip = false; ///< must not slip at serviceability; else at the ultimate limit state
        double firstClamp = 0;      ///< force of `clamp` once the bolts are tightened, N
        std::vector<int> clamp;     ///< contact links that its washer presses on each other
    };
    std::vector<Bolt> bolts;
    [[nodiscard]] bool isPreloaded() const {
        return std::any_of(bolts.begin(), bolts.end(), [](const Bolt& b) { return b.preload > 0; });
    }
    struct Weld {
        PartRef part;
        int firstLink = 0, linkCount = 0;
        double strength = 0;              ///< of the directional method, MPa; 0: as strong as the plate
        double fracture = 0;              ///< plastic deformation at which a transverse fillet breaks, mm
        bool isDouble = true;             ///< points on both sides of the edge take turns
        double throat = 0, thickness = 0; ///< of the fillet, and of the plate that stands on the other
    };
    std::vector<Weld> welds;
    struct Contact {
        PartRef part; ///< the plate that presses: end plate, backing plate, supplementary web plate
        int firstLink = 0, linkCount = 0;
    };
    std::vector<Contact> contacts;
    struct Beam {
        EndId side = ends::right;
        int handle = 0;                        ///< node at the axis of the far end
        double length = 0;                     ///< from the plate's face to the handle along the axis, mm
        fe::Vec3 face;                         ///< of the support, at the axis's level
        fe::Vec3 turn;                         ///< unit, about which a moment with tension at the top acts on the joint
        bool carriesMoment = true;             ///< a curve of its own can be run
        double axisLevel = 0;                  ///< z of the axis at the plate's face
        std::array<int, 2> section{};          ///< nodes at the top and bottom flange of a section near the joint
        fe::Vec3 along;                        ///< unit, from the plate to the handle
        std::array<int, 2> loadCases{};        ///< unit moment (1 N mm) at the face, tension at the top; the second reversed
        std::array<double, 2> shearOfMoment{}; ///< shear that goes with it, 1/mm: nil without a haunch
        double toe = 0;                        ///< plate to the toe of its haunch along the axis; nil without
        bool isInPlane = true;
    };
    std::vector<Beam> beams;
    EndId heldBeam; ///< of a splice: the member whose far end is held; empty where the column is
    double columnBottom = 0, columnTop = 0;
    int freeEnd = -1;               ///< handle of the column's end that is not held; -1 when the column ends at the joint
    bool isTopHeld = false;         ///< the held end is the upper one
    std::vector<std::string> notes; ///< what of the joint is not in the model, in words
    double elementSize = 0;         ///< at the bolts, mm
    [[nodiscard]] const Beam* beam(EndId side) const;
};

/// Distance along a member's axis from its plate to the square section at the toe of its haunch, mm; nil without one.
[[nodiscard]] double toeOf(const ResolvedSide& side);
/// Shear over moment at the face, 1/mm, of the ultimate set with the largest moment in that sense; nil without one, and in a
/// splice.
[[nodiscard]] double shearOfMoment(const ResolvedJoint& joint, const ResolvedSide& side, bool isReversed);
/// What the haunched length of a member turns by itself as a tapering beam under a unit moment at the face, 1/(N mm).
[[nodiscard]] double haunchFlexibility(const ResolvedSide& side, double shearOfMoment);

/// Refused in words: no bolts, an element size out of range, a force on a component its member's end cannot carry.
[[nodiscard]] tl::expected<JointModel, Diagnostics> buildJointModel(const ResolvedJoint& joint,
                                                                    const PlateModelSettings& settings = {});

} // namespace zg
