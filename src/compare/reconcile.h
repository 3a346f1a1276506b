#pragma once
#include "component/result.h"
#include "plates/plate_result.h"

namespace zg {

/// What is set side by side.
enum class Counterpart { MomentResistance, InitialStiffness, SecantStiffness, Flexibility, RowForce, Compression, PanelShear };

/// Why the methods part, where a reason is known.
enum class PartingReason {
    None,           ///< within 15 %
    LateRows,       ///< component: T-stub rows one by one end it; plates go on through inner rows, membrane action and hardening
    PanelFrame,     ///< component: the panel ends it; plates count the frame of flanges and end plate round the panel as well
    LocalStrain,    ///< plates end at the strain limit in one corner before the mechanism of the component method is complete
    MemberYield,    ///< plates end by yielding of the beam, which the component method meets through F_c_fb only
    BoltElongation, ///< plates end by a bolt's elongation; the component method does not limit it
    PlasticSharing, ///< rows share by stiffness in plates, by plastic resistance in the component method
    WasherSpread,   ///< component: mode 1 takes a bolt at a point; with washers (method 2) two fifths of the difference go
    ShearOfPlates,  ///< component: k_4 and k_5 know bending alone and the l_eff of strength; thick plates give by shear too
    BeamEnds,       ///< component: the beam's web and flange are rigid; in the plates the beam's end gives most of the difference
    PulledBolts,    ///< component: k_10 has one share of prying for all; in the plates bolts make most of the difference
    GivingWeb,      ///< in the plates the column's web gives most of the difference
    SeveralGive,    ///< in the plates no part by itself makes half of the difference
    HeldPlates,     ///< component: k_4 and k_5 know what holds a plate beside a bolt by l_eff alone; in the plates it bends less
    ColumnAsLine,   ///< plates: the frame's column as a line up to the node is taken off, over z it bends less
    EarlyYield,     ///< plates: as stiff at first, yielding has begun where the component method is straight still
    WebTakesPart,   ///< component: welded flanges alone carry the couple; in the plates the web takes its part
    FlangesHarden,  ///< component: welded flanges yield at their couple; in the plates most of the difference comes beyond 1 %
                    ///< strain
    SpreadCompression, ///< contact spreads over the plate below the flange, so the arm differs
    ColumnBeyondPanel, ///< part of the panel's force goes through the flanges' bending into the column above and below
    PanelArea,         ///< component: A_vc counts root fillets and the core of the flanges; plates have them as strips of the web
    ReadOffEarlier,    ///< plates: M_j,Rd by another rule than the limit
    WeldEnds,          ///< plates end with a weld; the component method verifies welds besides, M_j,Rd knows none
    FirstBoltEnds,     ///< plates end with the first bolt at its resistance, as chosen
    Redistribution,    ///< plates go on after the first bolt is at its resistance; up to there the methods agree
    WebSpread, ///< component: the web's shear, compression and tension each take its whole depth; in a deep web forces spread
    StiffensMembers, ///< plates: deep and stiff, the joint turns less than the members in its place would; no stiffness of its
                     ///< own
    Unknown          ///< more than 15 % apart and none of the above is seen in the numbers
};

struct CounterpartRow {
    Counterpart what = Counterpart::MomentResistance;
    int row = -1; ///< bolt row, place in the side's list
    double component = 0, plates = 0;
    Quantity quantity = Quantity::Moment;
    PartingReason reason = PartingReason::None;
    FlexiblePart part = FlexiblePart::ColumnWeb; ///< of a flexibility
    double whole = 0;                            ///< of a flexibility: 1/S_j_ini by the component method
    [[nodiscard]] bool isByPlatesOnly() const { return component == 0 && plates != 0 && whole == 0; }
    /// Plates over component less one; nil where there is nothing to divide by. Of a flexibility what it adds to the whole.
    [[nodiscard]] double apart() const {
        return whole != 0 ? (plates - component) / whole : component != 0 ? plates / component - 1 : 0;
    }
};

/// One connection by both methods: resistances, stiffness, and the forces inside at the smaller of both moment resistances. Rows
/// with less than a twentieth of the largest force are left out.
struct Reconciliation {
    EndId side = ends::right;
    bool isReversed = false;
    double M = 0; ///< at which forces are compared
    std::vector<CounterpartRow> rows;
    std::vector<CurveMark> marks; ///< of the plates' curve
};
/// The component method's connections without axial force, both signs: what the curves are compared with. And what they would be
/// with the washers in mode 1 (EN 1993-1-8:2005 table 6.2, method 2), a variation that shows a cause; empty where the job has it
/// so.
struct BareConnections {
    std::vector<ConnectionResult> asChosen, byWashers;
};
[[nodiscard]] BareConnections bareConnections(const Job& job, const Joint& joint);
[[nodiscard]] const ConnectionResult* find(const std::vector<ConnectionResult>& connections, EndId side, bool isReversed);
[[nodiscard]] const ConnectionResult* find(const BareConnections& connections, EndId side, bool isReversed);

/// `byWashers`: of the same connection; null where it is not known.
[[nodiscard]] Reconciliation reconcile(const ConnectionResult& component, const PlateMomentRotation& plates,
                                       const ConnectionResult* byWashers = nullptr);
/// The connection must be there (see find).
[[nodiscard]] Reconciliation reconcile(const BareConnections& connections, const PlateMomentRotation& plates);

/// Classes of a plates' curve by the rules of EN 1993-1-8:2005 5.2, with the limits of the component result of that connection.
struct PlateClass {
    StiffnessClass stiffness = StiffnessClass::NotGiven;
    StrengthClass strength = StrengthClass::Partial;
};
[[nodiscard]] PlateClass classOf(const PlateMomentRotation& plates, const ConnectionResult& component);

} // namespace zg
