#pragma once
#include "component/american/yield_lines.h"
#include "component/capacity.h"
#include "component/check_list.h"

/// One beam's extended end plate by American rules (LRFD): what its procedures share. N, mm, MPa.
namespace zg {

inline constexpr double inch = 25.4, ksi = 6.894757293168361;
inline constexpr double usModulus = 29000 * ksi;            ///< AISC 360-16
inline constexpr double electrode = 70 * ksi;               ///< F_EXX
inline constexpr double phiDuctile = 1.0, phiBrittle = 0.9; ///< phi_d and phi_n of AISC 358-16 2.4.1

struct UsEnd {
    const ResolvedJoint* joint = nullptr;
    const ResolvedSide* side = nullptr;
    const SideModel* model = nullptr;
    const SeismicSpec* spec = nullptr;
    BoltPattern pattern;   ///< of an extended end plate
    bool isWelded = false; ///< flanges butt welded to the column, the beam with a reduced section
    HingePlace place;      ///< of the hinge
    bool isReversed = false;
    double width = 0; ///< effective, of the end plate
    double R_y = 1.1; ///< of the beam
    double M_pr = 0;  ///< probable maximum moment in the hinge
    double S_h = 0;   ///< column's face to the hinge
    double L_h = 0;
    double V_u = 0, V_face = 0; ///< the larger shear at a hinge of the beam, and with it at the face
    double V_gravity = 0;       ///< at the hinge
    double M_f = 0;             ///< at the face
    double F_fu = 0;            ///< of a flange
    double P_r = 0;             ///< compression of the column, tension not credited
    double toTop = 1e9;         ///< column's end beyond the flange whose force is looked at: the nearer of both
    const StiffenerLine* atTension = nullptr;
    const StiffenerLine* atCompression = nullptr;
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

/// The column beside it: flange, web, continuity plates (AISC 358-16 6.8.2, 360-16 J10).
template <class Num> void verifyUsColumn(Workings<Num>& w, const UsEnd& end, CheckList& list, std::vector<UsLink>& links);
/// Of the joint: panel (360-16 J10.6, 341-16 E3.6e) and column-beam ratio (341-16 E3.4a).
template <class Num>
void verifyUsPanel(Workings<Num>& w, const std::vector<UsEnd>& ends, double columnShear, CheckList& list,
                   std::vector<UsLink>& links);
template <class Num>
void verifyUsColumnsOverBeams(Workings<Num>& w, const std::vector<UsEnd>& ends, double above, double below, CheckList& list);

/// Shear of the beam at the face (360-16 G2.1).
template <class Num> void verifyUsBeamShear(Workings<Num>& w, const UsEnd& end, CheckList& list, std::vector<UsLink>& links);

/// A rule: value at least, or at most, a limit.
Check& addUsRule(CheckList& list, CheckCode code, double value, double limit, bool isLeast, Quantity quantity,
                 const char* clause);

} // namespace zg
