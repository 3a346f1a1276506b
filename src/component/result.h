#pragma once
#include "base/workings.h"
#include "component/ladder.h"
#include "component/t_stub.h"
#include "joint/balance.h"
#include "joint/check.h"
#include "joint/rules.h"
#include <cstdint>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace zg {

/// What holds a row, or the whole joint, back.
enum class Limit {
    None,
    ColumnWebTension,
    ColumnFlange,
    EndPlate,
    BeamWeb,
    PanelShear,
    ColumnWebCompression,
    BeamFlangeCompression,
    FartherRows,
    Bolts,
    // of the other member's end in a splice
    OtherPlate,
    OtherWeb,
    OtherFlangeCompression,
    // of a welded flange
    FlangeWidth, ///< effective breadth of the beam flange on an unstiffened column flange
};

/// A basic component as a link of a chain.
struct Component {
    Limit kind = Limit::None;
    PartRef part;
    std::optional<double> alone;   ///< resistance, N; absent where the component does not act (a bolt's is in its T-stubs)
    double k = 0;                  ///< stiffness coefficient, mm; 0 where it has none
    bool isRigid = false;          ///< k is infinite by rule
    std::optional<TStubMode> mode; ///< of a T-stub
    bool isCircular = false;
    double l_eff = 0;
};

/// A level at which tension passes: a bolt row, or a welded flange.
struct RowResult {
    int place = 0;  ///< in the side's list of rows; -1 for a welded flange
    double h_r = 0; ///< lever arm
    double F_tr_Rd = 0;
    double F_r_Ed = 0;   ///< at M_Ed, of the plastic distribution: F_tr_Rd in proportion to the moment
    double F_r_el = 0;   ///< at M_Ed by stiffness, no more than F_tr_Rd while the joint holds
    bool isUsed = false; ///< by stiffness it has come to its resistance already: others take what more there is
    Limit limit = Limit::None;
    int groupFirst = 0;           ///< place of the deciding group's first row (same as the row's own when alone)
    std::vector<Component> chain; ///< from the column (or the other member) to the beam
    double k_eff = 0;
    /// The link of a kind; null where the chain has none.
    [[nodiscard]] const Component* find(Limit kind) const {
        for (const Component& c : chain)
            if (c.kind == kind) return &c;
        return nullptr;
    }
    /// The same where the link must be there.
    [[nodiscard]] const Component& at(Limit kind) const { return *find(kind); }
    [[nodiscard]] Component& at(Limit kind) { return const_cast<Component&>(*find(kind)); }
};

enum class StiffnessClass { NotGiven, Rigid, SemiRigid, Pinned };
enum class StrengthClass { Full, Partial, Pinned };
enum class RotationCapacity { SufficientPlate, SufficientPanel, NotCovered, WeldedStiffened, WeldedPlain };

struct Stiffness {
    double k_1 = 0, k_2 = 0; ///< mm; infinite ones are absent from the sum (isInfinite flags)
    bool k_1_isInfinite = false, k_2_isInfinite = false;
    double z_eq = 0, k_eq = 0;
    /// z_eq/(6 E I_y), 1/(N mm): what a frame's column, bent as a line up to the node, turns more than one whose moment grows in
    /// proportion over the depth z_eq. The rules leave it in the frame; nil without a column.
    double columnAsLine = 0;
    double S_j_ini = 0;     ///< Nmm/rad
    double mu = 1, S_j = 0; ///< at M_Ed
};

struct Classification {
    StiffnessClass stiffness = StiffnessClass::NotGiven;
    StrengthClass strength = StrengthClass::Partial;
    double rigidLimit = 0, pinnedLimit = 0;          ///< S_j_ini limits, Nmm/rad; 0 when no span is given
    double K_b_K_c = 0;                              ///< 0 when no storey height is given
    double M_b_pl_Rd = 0, M_c_pl_Rd = 0, M_full = 0; ///< weaker connected part
    RotationCapacity rotation = RotationCapacity::NotCovered;
    double phi_Cd = 0; ///< rad, where a rule gives a number
};

struct CurvePoint {
    double phi = 0, M = 0;
};

/// One beam's connection under one action set.
struct ConnectionResult {
    EndId side = ends::right;
    bool isReversed = false;
    int set = -1;
    FaceForces forces;
    double beta = 1;
    double sigma_com = 0;
    bool isAxialCounted = false;
    double N_pl_Rd = 0;
    double M_Ed = 0; ///< magnitude, in the sense of the mirrored model
    double z_a = 0;  ///< centre of compression to the beam's axis, along the plate
    double M_j_Rd = 0;
    double utilisation = 0;
    Limit limit = Limit::None; ///< what ends the sum of the row forces
    double V_wp_Rd = 0, F_c_wc_Rd = 0, F_c_fb_Rd = 0;
    double T_Rd = 0;           ///< sum of the row resistances
    double C_Ed = 0, T_Ed = 0; ///< at M_Ed
    std::vector<RowResult> rows;
    std::vector<Component> compression; ///< chain of the compression, from the column (or the other member) to the beam
    bool hasPanel = true;               ///< a column's web panel takes part
    bool isForShear = false;            ///< the rules give it no moment, and so no stiffness
    Stiffness stiffness;
    Classification classification;
    std::vector<CurvePoint> curve; ///< M-phi up to M_j_Rd
};

/// Result of a joint: immutable once built, carrying the hash of what it belongs to.
struct JointResult {
    std::uint64_t key = 0;
    std::string mark;
    RuleSet rules = RuleSet::European;         ///< by which the given sets were verified
    std::vector<ActionSet> actions;            ///< as given, then those of the beams' hinges
    int givenSets = 0;                         ///< how many were given
    std::vector<ConnectionResult> connections; ///< per action set and side, in that order
    std::vector<Check> checks;                 ///< all, unsorted
    std::vector<Imbalance> balance;            ///< per action set
    std::vector<Ladder> ladders;               ///< of a joint designed for capacity: per side, sense and rules
    int governing = -1;                        ///< index of the strength or detailing check that governs; -1 none
    double utilisation = 0;
    CheckState state = CheckState::NotDone;
    /// What a connection's use by the component method says of the joint: nothing where American rules alone verify.
    [[nodiscard]] CheckState stateBy(const ConnectionResult& c) const {
        return isEuropean(rules) ? stateOf(c.utilisation) : CheckState::NotDone;
    }
};
using JointResultPtr = std::shared_ptr<const JointResult>;

/// Same limit state of the same side and sign, whatever the set and the numbers.
[[nodiscard]] bool sameKind(const Check& a, const Check& b);
/// The check that governs; null when none does.
[[nodiscard]] const Check* governingCheck(const JointResult& result);

/// The check by which a governing joint in bending is held back: the farthest of those that are used as far as it is; else the
/// governing check itself. What verdict, window, report and JSON name.
[[nodiscard]] const Check* limitingCheck(const JointResult& result);
/// The order in which checks are listed, everywhere: what can fail the joint by its use, then rules that are met, then what is
/// not done. The joint itself stands before what limits it.
[[nodiscard]] std::vector<Check> inOrder(std::vector<Check> checks);

/// The checks people look at: the worst of each kind, side and rows over all sets, sorted by utilisation; then what is not done.
/// `others`: checks by another method, which join.
[[nodiscard]] std::vector<Check> ledger(const JointResult& result, const std::vector<Check>& others = {});
/// The connection with the largest utilisation, of one set or of all; one for shear alone only where no other is.
[[nodiscard]] const ConnectionResult* worstConnection(const JointResult& result, std::optional<int> set = {});
/// What is shown with a check: the connection it belongs to; where that is for shear alone, the worst beside it that carries
/// moment.
[[nodiscard]] const ConnectionResult* connectionOf(const JointResult& result, const Check* check);

} // namespace zg
