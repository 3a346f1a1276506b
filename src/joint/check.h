#pragma once
#include "base/units.h"
#include "joint/part.h"
#include <algorithm>
#include <vector>

namespace zg {

/// Which limit state. Words for it are in words/phrases.
enum class CheckCode {
    // component method
    JointMoment,
    ColumnWebShear,
    ColumnWebCompression,
    ColumnWebCompressionStiffener,
    ColumnWebTension,
    ColumnFlangeBending,
    EndPlateBending,
    BeamWebTension,
    BeamFlangeCompression,
    BoltTension,
    BoltPunching,
    BoltShearGroup,
    BoltSlip,
    WeldTensionFlange,
    WeldCompressionFlange,
    WeldWeb,
    TensionStiffener,
    TensionStiffenerWeld,
    CompressionStiffenerWeld,
    DiagonalStrut,
    DoublerWeld,
    RibShear,
    RibWeld,
    RibAtFace,
    RibOnWeb,
    RibbedWebShear,
    AxialForce,
    // of a haunched end
    HaunchCompression,
    WeldInnerFlange,
    WeldHaunchWeb,
    HaunchEndShear,
    HaunchWebShear,
    HaunchWeld,
    HaunchToeCompression,
    HaunchToeTension,
    HaunchToeStiffenerWeld,
    HaunchToeWeld,
    MemberAtToe,
    MemberAtEnd,
    MemberAtCut,
    ColumnFlangeHoles,
    FlangeBreadth,
    FlangeBreadthLeast,
    FinBearingPlate,
    FinBearingWeb,
    FinPlateGross,
    FinPlateNet,
    FinPlateBlock,
    FinPlateBending,
    FinPlateAxial,
    FinWebGross,
    FinWebNet,
    FinWebAxial,
    FinWeld,
    FinWeldFull,
    FinSupportShear,
    FinPunching,
    FinDuctility,
    // capacity design, EN 1998-1
    DuctileFirst,
    HingeShear,
    HingeAxial,
    HingeClass,
    ColumnsOverBeams,
    ColumnsOverBeamsAxis,
    BoltsPreloaded,
    // AISC 341, 358 and 360
    UsBoltTension,
    UsPlateBending,
    UsPlateShearYield,
    UsPlateShearRupture,
    UsBoltShear,
    UsBearing,
    UsColumnFlange,
    UsWebYielding,
    UsWebBuckling,
    UsWebCrippling,
    UsContinuityStrength,
    UsContinuityWeldFlange,
    UsContinuityWeldWeb,
    UsRibWeldEnd,
    UsRibWeldFlange,
    UsPanel,
    UsColumnsOverBeams,
    UsFaceMoment,
    UsFlangeBending,
    UsBeamShear,
    // of given sets, AISC 360
    UsBoltPrying,
    UsBoltSlip,
    UsWeldTensionFlange,
    UsWeldCompressionFlange,
    UsWeldWeb,
    UsWebPlateYield,
    UsWebPlateRupture,
    UsWebPlateBlock,
    UsWebPlateWeld,
    UsBeamBending,
    UsBeamAtCut,
    UsFlangeHoles,
    UsContinuityNeeded,
    UsContinuityThickness,
    UsContinuityWidth,
    UsContinuitySlender,
    UsContinuityEndWeld,
    UsPanelThickness,
    UsRibThickness,
    UsRibSlender,
    UsRibLength,
    UsRibEndWeld,
    UsFlangeWeld,
    UsWebWeld,
    UsBoltsPretensioned,
    UsHoles,
    UsBeamFlangeThickness,
    UsBeamFlangeWidth,
    UsBeamDepth,
    UsPlateThickness,
    UsPlateWidth,
    UsGauge,
    UsPitchInner,
    UsPitchOuter,
    UsRowPitch,
    UsSpanToDepth,
    UsBeamFlangeSlender,
    UsBeamWebSlender,
    UsColumnFlangeSlender,
    UsColumnWebSlender,
    UsReducedFrom,
    UsReducedLength,
    UsReducedDepth,
    UsReducedWeb,
    UsWebPlateSlip,
    UsWebPlateFillet,
    UsBeamWeight,
    UsColumnDepth,
    // plate method
    PlatesReserve,
    PlatesOverStrength,
    PlateStrain,
    PlatesBolt,
    PlatesSlip,
    PlatesBoltElongation,
    PlatesWeld,
    PlatesWeldDeformation,
    PlateBucklingFactor,
    PlateBucklingReduced,
    PlatesStability,
    PlatesDrift,
    PlatesPlasticRotation,
    // detailing
    EndDistance,
    EdgeDistancePlate,
    EdgeDistanceFlange,
    PitchLeast,
    PitchLargest,
    GaugeLeast,
    BoltsCoincide,
    BoltAtFlange,
    BoltAtStiffener,
    BoltAtWeb,
    BoltAtColumnRoot,
    RowOutsidePlate,
    RowOutsideColumn,
    PlateCoversFlange,
    PlateWidthBeam,
    PlateWidthColumn,
    ThroatLeast,
    StiffenerWidth,
    StiffenerClass,
    DoublerThickness,
    DoublerSteel,
    DoublerWidth,
    NoRows,
    RibFits,
    FinGap,
    FinEnd,
    FinEdge,
    FinEdgeWeb,
    FinPitch,
    FinFits,
    FinDepth,
    BeamFitsColumn,
    HaunchAngleLeast,
    HaunchAngleLargest,
    HaunchCut,
    HaunchFlangeThickness,
    HaunchSteel,
    FilletAngle,
    StiffenerOutsideColumn,
    // listed as not done
    NotDoneBoltSlip,
    NotDoneSlipNoSets,
    NotDoneFatigue,
    NotDoneMinorAxis,
    NotDoneColumnMember,
    NotDoneFlangeHoles,
    NotDoneClassNoSpan,
    NotDoneServiceability,
    NotDoneAllowable,
    NotDoneOuterRows,
    NotDoneProcedure,
    NotDoneFinMoment,
    NotDoneFinBuckling,
    NotDoneFinSupport,
    NotDoneToeRestraint,
    NotDoneToeWeld,
    NotDoneHingeSpan,
    NotDoneHingeKind,
    NotDoneRotation,
    NotDonePanelRotation,
    NotDoneStubLoad,
    NotDoneColumnForces,
    NotDoneStoreyHeight,
    NotDoneBracing,
    NotDoneUsLayout,
    NotDoneUsPrying,
    NotDoneUsOrdinary,
    NotDoneUsForm,
    NotDoneUsPanel
};

enum class CheckState { Within, Close, Over, NotDone, NotApplicable };
/// Strength: demand of a set against resistance. Rule: a requirement on proportions (welds that outlast the other components),
/// met or not whatever the set. Detailing: geometry, met or not. NotDone: listed so that nobody takes silence for a check.
enum class CheckGroup { Strength, Rule, Detailing, NotDone };

/// By which method.
enum class CheckMethod { Component, Plates };

/// One verified limit state.
struct Check {
    CheckCode code = CheckCode::JointMoment;
    CheckGroup group = CheckGroup::Strength;
    CheckMethod method = CheckMethod::Component;
    CheckState state = CheckState::Within;
    EndId side = ends::right;
    bool isReversed = false;         ///< tension at the bottom flange
    int firstRow = -1, lastRow = -1; ///< rows concerned, as places in the side's list; -1 none
    int set = -1;                    ///< index of the action set; -1 for checks that hang on none
    double demand = 0, resistance = 0;
    Quantity quantity = Quantity::Force;
    double utilisation = 0;
    bool isLeast = false; ///< of a rule: the value must reach the limit, else it must not pass it
    const char* clause = "";
    PartRef parts[3];
    int partCount = 0; ///< the first part of a check by plates tells it from others of its kind
    void add(PartRef part) {
        if (partCount < 3) parts[partCount++] = part;
    }
};

/// The ratio that stands for "nothing to resist with": no ratio is larger, however small the resistance.
inline constexpr double farOver = 99;
[[nodiscard]] inline double useOf(double demand, double resistance) {
    return demand <= 0 ? 0 : resistance > 0 ? std::min(farOver, demand / resistance) : farOver;
}

/// State by the utilisation's bands: within, close from 0.90, over from 1.00 (a hair of rounding allowed).
[[nodiscard]] inline CheckState stateOf(double utilisation) {
    return utilisation > 1.0 + 1e-9 ? CheckState::Over : utilisation >= 0.9 ? CheckState::Close : CheckState::Within;
}

} // namespace zg
