#pragma once
#include "joint/check.h"
#include "joint/part.h"
#include "joint/plate_spec.h"
#include <array>
#include <cstdint>
#include <memory>
#include <string>
#include <vector>

/// What the plate method found, as plain values: what views, reports and the cache read. Lengths mm, forces N, stresses MPa.
namespace zg {

using Float3 = std::array<float, 3>;

/// The meshed joint: what pictures are drawn from.
struct PlateGeometry {
    struct Part {
        PartRef ref;
        std::string id;
        double thickness = 0, f_y = 0; ///< f_y: over gamma_M0
    };
    struct Bolt {
        PartRef row;
        Float3 head{}, nut{};
        double d = 0;
    };
    struct Weld {
        PartRef part;
        std::vector<Float3> points;
    };
    std::vector<Part> parts;
    std::vector<Float3> nodes;
    std::vector<std::array<int, 4>> shells; ///< a triangle's fourth is -1
    std::vector<int> partOf;                ///< by shell
    std::vector<Bolt> bolts;
    std::vector<Weld> welds;
};

/// One state of the joint on its way.
struct PlateFrame {
    double factor = 0;                ///< on the action set, or the moment (N mm) on a moment-rotation path
    std::vector<Float3> displacement; ///< by node
    std::vector<std::array<float, 4>> stress, strain, pressure; ///< at the corners of each shell: equivalent, plastic, contact
};

struct PartUse {
    PartRef part;
    double stress = 0, strain = 0;    ///< largest equivalent stress, largest plastic strain
    double f_y = 0;                   ///< over gamma_M0
    std::array<double, 3> strainAt{}; ///< where
};
struct BoltUse {
    PartRef row;
    int bolt = 0;                  ///< index in the geometry
    double tension = 0, shear = 0; ///< prying included; shear on the shank, without what friction carries
    double F_t_Rd = 0, F_v_Rd = 0, B_p_Rd = 0, F_b_Rd = 0;
    double elongation = 0, fractureLength = 0; ///< plastic
    double yieldLength = 0;                    ///< elastic, at F_t_Rd
    double preload = 0;                        ///< nil of a bolt that is not tightened
    double clamp = 0;                          ///< with which its washers still press the plates on each other
    /// What pulls at it from outside, prying included: of a tightened bolt its force less what it still clamps with.
    [[nodiscard]] double demand() const;
    /// Largest of tension, punching, bearing and the interaction of EN 1993-1-8:2005 table 3.4.
    [[nodiscard]] double utilisation() const;
    /// The same, and beyond it the plastic elongation over the elastic one: of a bolt that may not redistribute.
    [[nodiscard]] double useWithoutRedistribution() const { return utilisation() + elongation / yieldLength; }
};
/// The preloaded bolts of one connection: what they carry across, and what friction can.
struct SlipUse {
    EndId side = ends::right;
    bool isService = false;       ///< must not slip at serviceability; else at the ultimate limit state
    double shear = 0, F_s_Rd = 0; ///< of all bolts together, N
    int bolts = 0, slipped = 0;   ///< how many, and how many of them have slipped by themselves
};
struct WeldUse {
    PartRef part;
    double stress = 0, strength = 0;   ///< largest on the throat and resistance, directional method; strength 0: butt weld
    double deformation = 0, limit = 0; ///< plastic, and at fracture of a transverse fillet, mm
    [[nodiscard]] double utilisation() const { return strength > 0 ? stress / strength : 0; }
};

/// What ended a run.
enum class PlateLimit {
    None,           ///< nothing: what was asked for has been reached
    PlasticStrain,  ///< the largest plastic strain has come to its limit
    BoltResistance, ///< a bolt has come to its resistance, where bolts may not redistribute
    BoltFracture,   ///< a bolt has come to the elongation at which it breaks
    WeldFracture,   ///< a fillet to the deformation at which it breaks
    BeamHinge,      ///< the beam's own plastic hinge: the joint carries all that the beam can
    Rotation,       ///< neither strain nor strength ended before the largest rotation looked at
    NoEquilibrium   ///< no equilibrium beyond
};

/// Sum of all forces on the joint: nil when in equilibrium.
struct PlateBalance {
    double applied = 0;    ///< largest applied force, N
    double left = 0;       ///< what reactions and applied forces leave over, N
    double leftMoment = 0; ///< N mm
    double residual = 0;   ///< largest unbalanced nodal force over the largest force
};

/// One action set carried by the plates: the state at the whole set (or as much of it as is carried), and how far it goes.
struct PlateStrength {
    int set = -1; ///< place in the joint's list; -1: made up by the method (over-strength)
    std::string id, title;
    bool isLoaded = true;       ///< false: the set has no forces, nothing was computed
    double reached = 0;         ///< part of the set that is carried: 1 is all of it
    double reserve = 0;         ///< factor on the set at the limit
    bool isReserveOpen = false; ///< the limit was not met up to this factor
    PlateLimit limit = PlateLimit::None;
    std::string limitPart, message;
    std::vector<PartUse> parts;
    std::vector<BoltUse> bolts;
    std::vector<WeldUse> welds;
    std::vector<SlipUse> slips; ///< of connections with preloaded bolts
    bool isService = false;     ///< a serviceability set, run for slip alone: nothing is said of its strength
    std::vector<std::pair<PartRef, double>> contact; ///< sum of pressure under each plate, N
    PlateBalance balance;
    std::vector<PlateFrame> frames; ///< on the way to the set, the whole set among them, and on to the limit
    int fullFrame = -1;             ///< the frame at the whole set, or the last before it
    double seconds = 0;
};

enum class ModeReach { Local, Member, Joint };

/// A buckling mode, sorted by its elastic energy.
struct PlateMode {
    double factor = 0;         ///< on the action set
    std::vector<Float3> shape; ///< largest displacement 1
    struct Share {
        PartRef part;
        double energy = 0;
    };
    std::vector<Share> shares; ///< most first, those above 1 %
    double membraneShare = 0;  ///< of the energy in plates: stretching; the rest is bending
    ModeReach reach = ModeReach::Local;
    PartRef part;                                   ///< the plate with the largest share
    double slenderness = 0, rho = 0, alpha_ult = 0; ///< EN 1993-1-5:2006 section 10 and annex B.1
    double reduced = 0;                             ///< 1/(rho alpha_ult/gamma_M1): utilisation by the reduced stress rule
    double leastFactor = 0;                         ///< the plain limit on the factor
};

struct PlateBuckling {
    int set = -1;
    std::string id;
    std::vector<PlateMode> modes;
    bool isComplete = false;
    std::string message; ///< why there are none
    double seconds = 0;
};

/// By what the size of an imperfection is measured (EN 1993-1-5:2006 table C.2, EN 1993-1-1:2005 table 5.1).
enum class ImperfectionRule {
    Panel,    ///< a plate held along its edges: 1/200 of the shorter side
    Outstand, ///< a plate with a free edge: its twist, 1/50 of the width that stands out
    Bow       ///< a member as a whole: 1/200 of its length in the model (curve c, elastic)
};

/// A buckling shape taken for an imperfection.
struct PlateImperfection {
    int mode = 0; ///< place in the set's modes
    PartRef part;
    ImperfectionRule rule = ImperfectionRule::Panel;
    double length = 0;    ///< mm: what the rule measures by
    double amplitude = 0; ///< mm, largest displacement
};

/// Figure 6.1 of EN 1993-1-5:2006: (a) through one flange, shear in the web takes it away; (b) through both, across the web; (c)
/// near an end without stiffener.
enum class PatchLoadKind { OneFlange, Opposite, End };

/// What the column's own forces do to the flange that pushes at its web.
enum class PatchFlange {
    Pressed,  ///< 7.2(1): both together
    Pulled,   ///< 7.2(2) and EN 1993-1-1 6.2.1(5) ask for the stresses in the web: not verified
    TooSlight ///< class 4 under compression: effective sections would be wanted, not verified
};

/// Column web under a compression flange by EN 1993-1-5:2006 section 6, beside what the plates find.
struct PatchLoad {
    EndId side = ends::right; ///< whose flange
    bool isTop = false;
    PatchLoadKind kind = PatchLoadKind::OneFlange;
    double F_Ed = 0, F_Rd = 0; ///< N
    double s_s = 0, l_y = 0;   ///< mm
    double F_cr = 0, lambda = 0, chi = 0;
    PatchFlange flange = PatchFlange::Pressed;
    double eta_1 = 0; ///< (4.14), of the column's own forces where its flange is pressed
    /// (7.2): no more than 1.4.
    [[nodiscard]] double together() const { return useOf(F_Ed, F_Rd) + 0.8 * eta_1; }
    [[nodiscard]] double utilisation() const { return std::max(useOf(F_Ed, F_Rd), together() / 1.4); }
};

/// An action set in equilibrium where the joint has moved to, with imperfections: buckling is in its limit.
struct PlateStability {
    std::vector<PlateImperfection> imperfections; ///< the leading one first; none when the set has no modes
    bool isTurnedOver = false;                    ///< the shapes in the other sense gave the lower limit
    double otherReserve = 0;                      ///< of the other sense; 0: the joint is its own mirror image, one run says both
    double plainReserve = 0;                      ///< of the set in undeformed geometry
    double gamma_M1 = 1;
    std::vector<PatchLoad> webs; ///< at the whole set, or as much of it as is carried
    PlateStrength run;
    [[nodiscard]] double utilisation() const { return useOf(gamma_M1, run.reserve); }
};

struct PlateCurvePoint {
    double phi = 0, M = 0;                ///< rad, N mm: rotation of the joint alone, moment at the column face
    double plasticStrain = 0;             ///< largest in any plate
    double residual = 0;                  ///< unbalanced force over the largest force
    double panelShear = 0;                ///< across the column web in the panel, N
    double compression = 0;               ///< contact at the compression flange, N
    double contact = 0;                   ///< all contact under the end plate, N
    std::vector<double> rowNet, rowBolts; ///< per bolt row: what reaches the beam, and the bolts with prying, N
};

/// A moment read off a curve by a rule.
struct CurveMark {
    MomentRule by = MomentRule::Limit;
    double M = 0, phi = 0;
};
inline constexpr double firstYieldStrain = 1e-4;

enum class PartEvent {
    FirstYield,     ///< a plate's plastic strain at 0.01 %
    StrainLimit,    ///< a plate used up
    BoltResistance, ///< a bolt of the row at its resistance, EN 1993-1-8:2005 table 3.4
    BoltFracture,
    WeldResistance, ///< a fillet of the part at its resistance, 4.5.3.2
    WeldFracture
};
/// Where on the way along a curve something comes over a part.
struct PartMark {
    PartRef part;
    PartEvent what = PartEvent::FirstYield;
    double M = 0, phi = 0;
};

struct PlateRow {
    PartRef row;
    double tension = 0; ///< of all its bolts at the end, prying included, N
};

/// In what the elastic rotation of a joint sits.
enum class FlexiblePart { ColumnWeb, ColumnFlanges, EndPlates, Bolts, BeamEnds, Welds, Contact, Fittings };
inline constexpr std::size_t flexiblePartCount = 8;
/// Rotation per moment by FlexiblePart, 1/(N mm).
using FlexibilityShares = std::array<double, flexiblePartCount>;
[[nodiscard]] inline bool isKnown(const FlexibilityShares& shares) { return shares != FlexibilityShares{}; }

/// About what a curve turns: the beam's major axis; its minor axis; its own line, torsion.
enum class CurveAxis { Major, Minor, Torsion };

/// Moment-rotation of one beam's connection by plate finite elements, the other beam without load.
struct PlateMomentRotation {
    EndId side = ends::right;
    CurveAxis axis = CurveAxis::Major;
    bool isReversed = false;
    std::string under; ///< set whose other forces acted all the while; empty: none did
    std::vector<PlateCurvePoint> curve;
    double S_j_ini = 0; ///< N mm/rad, slope of the first step; below nil where the joint turns less than the members in its place
    /// Of the haunch as a tapering beam, 1/(N mm): in the curve where it counts as the joint's, else (negative) taken off; nil
    /// without.
    double haunchFlexibility = 0;
    /// A stiffness of the curve with the haunch's own flexibility taken off, where the curve has it.
    [[nodiscard]] double stiffnessOfJointAlone(double S) const {
        const double rest = S > 0 ? 1 / S - (haunchFlexibility > 0 ? haunchFlexibility : 0) : 0;
        return rest > 0 ? 1 / rest : S;
    }
    /// What 1/S_j_ini of the joint alone is made of, by elastic energy. Nil throughout where other forces act besides the moment,
    /// the shear of a haunched beam among them.
    FlexibilityShares flexibility{};
    MomentRule rule = MomentRule::Limit;
    double M_limit = 0; ///< N mm, largest on the way to the limit
    double M_j_Rd = 0;  ///< N mm, by the rule; M_limit where the curve ends before it
    double phi_Cd = 0;  ///< rotation at the end of the curve
    PlateLimit limit = PlateLimit::Rotation;
    std::string limitPart; ///< part with the largest plastic strain, or the bolt, at the end
    std::vector<PlateRow> rows;
    std::vector<PartMark> parts; ///< in order of the moment
    double contact = 0;          ///< compression between plate and column flange at the end, N
    double axialImbalance = 0;   ///< bolts in tension less contact over the bolts' sum: nil without axial force
    double peakStress = 0;       ///< largest equivalent stress in the first, elastic step per moment, 1/mm3
    std::string peakPart;
    int freedoms = 0;
    double seconds = 0;
    bool isComplete = false; ///< the curve reached a limit; otherwise `message` says why not
    std::string message;
    /// Of the curve at a moment, straight between points.
    [[nodiscard]] PlateCurvePoint at(double M) const;
    /// What each rule reads off, as far as the curve goes, in order of the rotation.
    [[nodiscard]] std::vector<CurveMark> marks() const;
};

/// A cycle of a cyclic run: from no drift to its amplitude, to the other side and back.
struct PlateCycle {
    double drift = 0;        ///< rad
    bool isRepeated = false; ///< not run: the one before came back to where it began, or next to it with a damping below 0.5 %
    /// By beam: largest moment at the face with tension at the top, and at the bottom (below nil), N mm.
    std::vector<double> most, least;
    double dissipated = 0; ///< by all beams together, N mm
    double damping = 0;    ///< equivalent viscous: dissipated over 4 pi times the elastic energy of the secant through both ends
    double plasticDrift = 0; ///< of the first beam's drift what its first stiffness does not explain, at the first end
    double unloading = 0;    ///< stiffness of the first step back over the first one, least of the beams
};
/// What the joint has come to when a level of drift is first reached.
struct PlateDriftMark {
    double drift = 0;
    std::vector<double> M;      ///< by beam, N mm
    std::vector<PartUse> parts; ///< plastic strain accumulated until then, most first; those that have none are left out
};
/// A joint swayed to and fro.
struct PlateCyclic {
    CyclicProtocol protocol = CyclicProtocol::None;
    double target = 0; ///< rad
    struct Beam {
        EndId side = ends::right;
        double lever = 0;     ///< support's face to the point of inflection, mm
        double arm = 0;       ///< column's axis to the same
        double M_pl = 0;      ///< nominal W_pl f_y of the whole section, N mm
        double stiffness = 0; ///< moment over drift in the first step, N mm/rad
    };
    std::vector<Beam> beams;     ///< the first leads: its drift is the positive one, with tension at the top
    double expectedStrength = 1; ///< of the beams, over the nominal one
    double hardening = 0, kinematicPart = 0;
    bool isTightened = false; ///< bolts that must not slip were tightened first
    double yieldDrift = 0;    ///< of the first beam, for protocols that count by it; else nil
    struct Point {
        double drift = 0;
        std::vector<double> M; ///< by beam at the face, positive with tension at the top
    };
    std::vector<Point> path;
    std::vector<PlateCycle> cycles;
    std::vector<PlateDriftMark> marks; ///< at 0.02 and 0.04 rad and at the target, as far as they were reached
    PartRef firstYield;                ///< first to have plastic strain
    double firstYieldDrift = 0;        ///< nil: nothing yielded
    double reached = 0;                ///< largest drift whose cycles were all gone through, rad
    double neededDrift = 0;            ///< with 0.8 M_pl, by AISC 341-16 E3.6b or E2.6b, rad; nil: nothing asks for it
    double neededRotation = 0;         ///< plastic, by EN 1998-1:2004 6.6.4(3), rad; nil: nothing asks for it
    /// The state at the end: plates with the strain they have gathered, bolts, welds. Its frames stand at the first end of each
    /// level, their factor the drift.
    PlateStrength run;
    int freedoms = 0;
    bool isComplete = false; ///< came to its target, or to a limit
    [[nodiscard]] double dissipated() const;
    /// Largest drift at which every beam carried `part` of M_pl both ways in all cycles (AISC 341-16 E3.6b); nil where none was.
    [[nodiscard]] double driftWith(double part) const;
    /// Largest plastic drift at which no beam had lost more than a fifth of the most it had carried, or of its stiffness in
    /// unloading (EN 1998-1:2004 6.6.4(3)).
    [[nodiscard]] double plasticDriftKept() const;
    /// Whether the run went far enough to say: what is needed was reached, or something gave way before.
    [[nodiscard]] bool isDriftDecided() const;
    [[nodiscard]] bool isRotationDecided() const;
};

/// All the plate method found for a joint.
struct PlateStudy {
    std::uint64_t key = 0; ///< of the joint and the choices it belongs to
    std::string mark;
    PlateGeometry geometry;
    std::vector<PlateStrength> sets;
    std::vector<PlateBuckling> buckling;
    std::vector<PlateMomentRotation> curves;
    std::vector<PlateMomentRotation> curvesUnder; ///< under the other forces of a set, when asked for
    std::vector<PlateMomentRotation> curvesAbout; ///< about the minor axis and of torsion, when asked for
    std::vector<PlateStrength> overStrength;
    std::vector<PlateStability> stability; ///< of the sets, when asked for
    std::vector<PlateCyclic> cyclic;       ///< one, when asked for
    double elementSize = 0;
    int freedoms = 0;
    double seconds = 0;
    bool isComplete = false;        ///< false: cancelled or stopped on the way; what is there stands
    std::vector<std::string> notes; ///< what was not done and why
    std::vector<float> mechanism;   ///< x, y, z by node: how a loose part moves, when the run found one
    std::string mechanismWords;
    /// Moment-rotation of one beam's connection; null without.
    [[nodiscard]] const PlateMomentRotation* curve(EndId side, bool isReversed) const;
};
using PlateStudyPtr = std::shared_ptr<const PlateStudy>;

/// When a run is at its end.
struct LimitRules {
    double strainLimit = 0.05;
    bool doBoltsRedistribute = true;
    bool areBeamsDissipative = false; ///< meant to yield: no limit
};
[[nodiscard]] LimitRules limitRulesOf(const PlateSpec& spec);

/// The checks of the ledger: per kind and part the worst over the sets.
[[nodiscard]] std::vector<Check> plateChecks(const PlateStudy& study, const LimitRules& rules);

} // namespace zg
