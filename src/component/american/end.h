#pragma once
#include "component/american/yield_lines.h"
#include "component/capacity.h"
#include "component/check_list.h"

/// One beam's connection by American rules: what its procedures share. N, mm, MPa.
namespace zg {

inline constexpr double electrode = 70 * ksi;               ///< F_EXX
inline constexpr double phiDuctile = 1.0, phiBrittle = 0.9; ///< phi_d and phi_n of AISC 358-16 2.4.1

/// How a nominal strength becomes an available one: for the hinges of capacity design with the factors of AISC 358, for given
/// sets by AISC 360, with load and resistance factors (B3.1) or allowable strengths (B3.2).
enum class UsFormat { Capacity, Lrfd, Asd };
/// phi in capacity design and LRFD, Omega in ASD.
struct UsFactor {
    const char *phi, *omega; ///< symbols
    double capacity, lrfd, asd;
    const char* clause;
};
namespace factors {
inline constexpr UsFactor yieldLines{"phi_b", "Omega_b", phiDuctile, 0.90, 1.67, "AISC 360-16 F1"};
inline constexpr UsFactor flexure = yieldLines;
inline constexpr UsFactor shearYielding{"phi_v", "Omega_v", phiDuctile, 1.00, 1.50, "AISC 360-16 J4.2"};
inline constexpr UsFactor rupture{"phi_n", "Omega_n", phiBrittle, 0.75, 2.00, "AISC 360-16 J3, J4"}; ///< bolts and net sections
inline constexpr UsFactor slip{"phi_s", "Omega_s", 1.00, 1.00, 1.50, "AISC 360-16 J3.8"};
inline constexpr UsFactor slipOversize{"phi_s", "Omega_s", 0.85, 0.85, 1.76, "AISC 360-16 J3.8"};
inline constexpr UsFactor welds{"phi_w", "Omega_w", 0.75, 0.75, 2.00, "AISC 360-16 J2.4"};
inline constexpr UsFactor flangeBending{"phi_f", "Omega_f", 0.90, 0.90, 1.67, "AISC 360-16 J10.1"};
inline constexpr UsFactor webYielding{"phi_y", "Omega_y", phiDuctile, 1.00, 1.50, "AISC 360-16 J10.2"};
inline constexpr UsFactor crippling{"phi_c", "Omega_c", 0.75, 0.75, 2.00, "AISC 360-16 J10.3"};
inline constexpr UsFactor buckling{"phi_wb", "Omega_wb", 0.90, 0.90, 1.67, "AISC 360-16 J10.5"};
inline constexpr UsFactor panel{"phi_p", "Omega_p", 1.00, 0.90, 1.67, "AISC 360-16 J10.6"};
inline constexpr UsFactor yielding{"phi_t", "Omega_t", 0.90, 0.90, 1.67, "AISC 360-16 J4.1, J10.8"};
} // namespace factors
/// What a nominal strength is multiplied with: phi, or 1/Omega.
template <class Num> [[nodiscard]] Num factorOf(Workings<Num>& w, UsFormat format, const UsFactor& f) {
    if (format == UsFormat::Asd) return 1 / w.given(f.omega, "safety factor", Quantity::None, f.asd, f.clause);
    return w.given(f.phi, "resistance factor", Quantity::None, format == UsFormat::Lrfd ? f.lrfd : f.capacity, f.clause);
}
/// "R_n_x_Omega" for "phi_R_n_x", kept for ever.
[[nodiscard]] const char* allowableSymbol(const char* symbol);
/// Symbol of an available strength.
template <class Num> [[nodiscard]] const char* available(UsFormat format, const char* symbol) {
    if constexpr (Workings<Num>::tracing)
        if (format == UsFormat::Asd) return allowableSymbol(symbol);
    return symbol;
}

struct UsEnd {
    const ResolvedJoint* joint = nullptr;
    const ResolvedSide* side = nullptr;
    const SideModel* model = nullptr;
    UsFormat format = UsFormat::Capacity;
    const SeismicSpec* spec = nullptr; ///< of capacity design
    BoltPattern pattern;               ///< of an extended end plate
    bool isWelded = false; ///< flanges welded to the column; in capacity design butt welded, the beam with a reduced section
    HingePlace place;      ///< of the hinge
    bool isReversed = false;
    double width = 0; ///< effective, of the end plate
    double R_y = 1.1; ///< of the beam
    double M_pr = 0;  ///< probable maximum moment in the hinge
    double S_h = 0;   ///< column's face to the hinge
    double L_h = 0;
    double V_u = 0, V_face = 0;  ///< the larger shear at a hinge of the beam, and with it at the face
    double V_gravity = 0;        ///< at the hinge
    double M_f = 0;              ///< at the face; of given sets about the compression flange, axial force included
    double F_fu = 0;             ///< of the tension flange
    double F_press = 0;          ///< of the compression flange
    bool carriesShear = false;   ///< axial tension pulls at both flanges, at this one less: its bolts carry the shear as well
    bool isPressedTwice = false; ///< another beam presses at the same flange of the column
    double P_r = 0;              ///< compression of the column, tension not credited
    double toEndTension = 1e9,
           toEndCompression = 1e9;            ///< flanges to the column's nearer end; in capacity design the nearer of both
    FlangeStiffener atTension, atCompression; ///< continuity plates
    [[nodiscard]] PartRef part(PartKind kind) const { return {kind, side->id}; }
};

/// The column's web with its supplementary plates, mm.
[[nodiscard]] double webWithPlates(const SideModel& model);

/// A link for the ladder: its use by the moment at the face, and what it is expected to carry beyond its design resistance.
struct UsLink {
    CheckCode code;
    PartRef part;
    bool isDuctile;
    double use;       ///< of the design resistance at M_f
    double atNoHinge; ///< of it without hinges: what gravity alone asks
    double more;      ///< expected over design resistance
    const char* clause;
};

/// The end plate, its bolts, ribs and welds (AISC 358-16 6.8.1), and the limits of prequalification (6.3, 6.7, table 6.1).
template <class Num> void verifyUsEndPlate(Workings<Num>& w, const UsEnd& end, CheckList& list, std::vector<UsLink>& links);
/// The beam with a reduced section, welded to the column: the moment at the face, shear (AISC 358-16 5.8).
template <class Num> void verifyUsReduced(Workings<Num>& w, const UsEnd& end, CheckList& list, std::vector<UsLink>& links);
void checkUsLimits(const UsEnd& end, CheckList& list);

/// The column beside it: flange, web, continuity plates (AISC 358-16 6.8.2, 360-16 J10). Yield-line parameter of its flange as it
/// stands, mm; 0 for welded flanges.
template <class Num> double verifyUsColumn(Workings<Num>& w, const UsEnd& end, CheckList& list, std::vector<UsLink>& links);
/// Panel in shear (360-16 J10.6) of available strength R, N, with or without its deformation in the frame's stability.
template <class Num> [[nodiscard]] Num usPanelStrength(Workings<Num>& w, const UsEnd& end, bool isInFrame);
/// Of the joint: panel (360-16 J10.6, 341-16 E3.6e) and column-beam ratio (341-16 E3.4a).
template <class Num>
void verifyUsPanel(Workings<Num>& w, const std::vector<UsEnd>& ends, double columnShear, CheckList& list,
                   std::vector<UsLink>& links);
template <class Num>
void verifyUsColumnsOverBeams(Workings<Num>& w, const std::vector<UsEnd>& ends, double above, double below, CheckList& list);

/// One bolt of an end plate, its nominal area (360-16 J3.6).
template <class Num> [[nodiscard]] Num usBoltArea(Workings<Num>& w, const UsEnd& end);
/// Extended part of an end plate without a rib: yielding and rupture in shear, N; `hole` its effective width.
template <class Num> struct UsExtendedPart { Num yielding, rupture; };
template <class Num>
[[nodiscard]] UsExtendedPart<Num> usExtendedPart(Workings<Num>& w, const UsEnd& end, const Num& hole, const char* yieldClause,
                                                 const char* ruptureClause);

/// Bolts against slip (360-16 J3.8): their available strength and what clamps them, N.
template <class Num> struct UsSlip { Num strength, clamping; };
template <class Num>
[[nodiscard]] UsSlip<Num> usSlip(Workings<Num>& w, const UsEnd& end, FrictionClass surface, bool isOversize, int bolts);

/// The plate that the web of a beam with welded flanges is bolted to (360-16 J3, J4, J2), under the shear at the face.
template <class Num> void verifyUsWebPlate(Workings<Num>& w, const UsEnd& end, CheckList& list, std::vector<UsLink>& links);

/// Of given sets. An end plate with prying of thin plates, its bolts and welds; `Y_c` of the column flange
/// behind it, `axial` force of the beam, tension positive.
template <class Num> void verifyUsPlate(Workings<Num>& w, const UsEnd& end, double Y_c, double axial, CheckList& list);
/// Flanges and web welded to the column (360-16 J2.4).
template <class Num> void verifyUsWeldedFlanges(Workings<Num>& w, const UsEnd& end, CheckList& list);
/// The beam at the face: bending with axial force, shear (360-16 F2, F3, H1.1, G2.1).
template <class Num> void verifyUsOrdinaryBeam(Workings<Num>& w, const UsEnd& end, const FaceForces& face, CheckList& list);

/// Shear of the beam at the face (360-16 G2.1).
template <class Num> void verifyUsBeamShear(Workings<Num>& w, const UsEnd& end, CheckList& list, std::vector<UsLink>& links);

/// A rule: value at least, or at most, a limit.
Check& addUsRule(CheckList& list, CheckCode code, double value, double limit, bool isLeast, Quantity quantity,
                 const char* clause);

} // namespace zg
