#pragma once
#include "base/fields.h"
#include <string>

namespace zg {

enum class HeldEnd { ColumnBelow, ColumnAbove };
template <> struct EnumNames<HeldEnd> { static constexpr const char* names[] = {"column below", "column above"}; };

/// Whose the flexibility of a haunch is in the curves of the plates: the joint's, or the member's.
enum class HaunchCountsAs { Joint, Member };
template <> struct EnumNames<HaunchCountsAs> { static constexpr const char* names[] = {"joint", "member"}; };

/// By what M_j,Rd is read off the plates' curve; never beyond the limit at which the curve ends.
enum class MomentRule {
    Limit,       ///< where the curve ends: strain limit, fracture, no equilibrium
    SecantThird, ///< where the secant has come down to a third of S_j,ini, as at M_j,Rd of EN 1993-1-8:2005 6.3.1(6)
    FirstYield,  ///< the largest plastic strain in a plate at 0.01 %
    OnePercent,
    TwoPercent
};
template <> struct EnumNames<MomentRule> {
    static constexpr const char* names[] = {"limit", "a third of S_j,ini", "first yield", "1 % strain", "2 % strain"};
};

/// By which drifts a cyclic run goes (plates/protocol.h).
enum class CyclicProtocol { None, Aisc341, Eccs };
template <> struct EnumNames<CyclicProtocol> { static constexpr const char* names[] = {"none", "AISC 341 K", "ECCS"}; };

/// Choices of the plate method; what is absent from a joint has these values.
struct PlateSpec {
    static constexpr bool hasFields = true;
    double sizeFactor = 1;
    double strainLimit = 0.05;
    MomentRule momentRule = MomentRule::Limit;
    bool doBoltsRedistribute = true;
    bool isPreloaded = false;
    bool hasHoles = false;
    bool hasOtherAxes = false;
    std::string curvesUnder; ///< id of an action set; empty: none
    HeldEnd heldEnd = HeldEnd::ColumnBelow;
    int modes = 6;
    double localFactor = 1, globalFactor = 15;
    bool isImperfect = false;
    HaunchCountsAs haunchCountsAs = HaunchCountsAs::Joint;
    bool isColumnHeld = false;
    bool isCapacityDesigned = false;
    double overStrength = 1.25, hardening = 1.1;
    CyclicProtocol cyclic = CyclicProtocol::None;
    double cyclicDrift = 0.04, cyclicHardening = 0.01, cyclicKinematic = 1;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"size_factor", Quantity::None, 0.3, 4, "factor on the default element size"}, s.sizeFactor);
        v(Field{"strain_limit", Quantity::Ratio, 0.001, 0.2, "plastic strain at which a plate is used up"}, s.strainLimit);
        v(Field{"moment_rule", Quantity::None, 0, 0, "by what M_j,Rd is read off the curves"}, s.momentRule);
        v(Field{"bolts_redistribute", Quantity::None, 0, 0,
                "false ends every run where a bolt comes to its resistance (EN 1993-1-8:2005 6.2.7.2(9))"},
          s.doBoltsRedistribute);
        v(Field{"preloaded", Quantity::None, 0, 0,
                "bolts that must not slip are tightened before every run and carry shear by friction until they slip"},
          s.isPreloaded);
        v(Field{"cut_holes", Quantity::None, 0, 0,
                "holes of the bolts are cut into end plates and column flanges, so that net sections yield and shanks bear on "
                "edges"},
          s.hasHoles);
        v(Field{"curves_other_axes", Quantity::None, 0, 0, "moment-rotation about the minor axis and of torsion too"},
          s.hasOtherAxes);
        v(Field{"curves_under", Quantity::None, 0, 0,
                "id of the action set whose other forces act while curves are run once more; empty: none"},
          s.curvesUnder);
        v(Field{"held_end", Quantity::None, 0, 0, "end of the column that is held"}, s.heldEnd);
        v(Field{"modes", Quantity::None, 1, 20, "buckling modes looked for"}, s.modes);
        v(Field{"local_factor", Quantity::None, 1, 100, "least buckling factor of a plate by itself (its slenderness decides)"},
          s.localFactor);
        v(Field{"global_factor", Quantity::None, 1, 100,
                "least buckling factor of a member as a whole (EN 1993-1-1:2005 5.2.1(3))"},
          s.globalFactor);
        v(Field{"imperfect", Quantity::None, 0, 0, "every set also where the joint has moved to, with imperfections"},
          s.isImperfect);
        v(Field{"haunch_counts_as", Quantity::None, 0, 0, "whose the haunch's own flexibility is in the curves"},
          s.haunchCountsAs);
        v(Field{"column_held", Quantity::None, 0, 0, "the column is held sideways at the beams' flanges"}, s.isColumnHeld);
        v(Field{"capacity_design", Quantity::None, 0, 0, "the joint must outlast the beams' plastic hinges"},
          s.isCapacityDesigned);
        v(Field{"over_strength", Quantity::None, 1, 2, "gamma_ov of the beams' steel (EN 1998-1:2004 6.2)"}, s.overStrength);
        v(Field{"hardening", Quantity::None, 1, 1.5, "strain hardening in the plastic hinge (EN 1998-1:2004 6.5.5)"},
          s.hardening);
        v(Field{"cyclic", Quantity::None, 0, 0, "drifts of a cyclic run: none, AISC 341 K or ECCS"}, s.cyclic);
        v(Field{"cyclic_drift", Quantity::Rotation, 0.002, 0.1, "largest storey drift of the cyclic run"}, s.cyclicDrift);
        v(Field{"cyclic_hardening", Quantity::None, 0, 0.1,
                "E_t over E beyond yield in the cyclic run (EN 1993-1-5:2006 annex C.6)"},
          s.cyclicHardening);
        v(Field{"cyclic_kinematic", Quantity::None, 0, 1,
                "share of that hardening which carries the yield surface along; the rest widens it"},
          s.cyclicKinematic);
    }
};

} // namespace zg
