#pragma once
#include "base/fields.h"
#include "catalogue/sections.h"
#include "catalogue/steels.h"
#include <optional>
#include <string>
#include <vector>

/// The job as plain values: exactly what the file holds. Lengths mm, forces N, moments Nmm, angles rad.
/// Signs: axial force N is positive in tension; beam shear V is positive when the beam pushes the column down; beam moment M is
/// positive with tension in the beam's top flange, on both sides; column moment is positive with tension on the face away from
/// the right beam; column shear is positive when the part above pushes the part below to the right.
namespace zg {

enum class WeldKind { Fillet, Butt };
enum class HoleKind { Normal, Oversize };
enum class FrameKind { Unbraced, Braced };
enum class ActionReference { ColumnFace, Node };
enum class SetKind { Ultimate, Serviceability };
enum class WeldRule { Directional, Simplified };
enum class ModeOneRule { Method1, Method2 };
enum class ShearRule { Simple, Exact };
enum class Exposure { Sheltered, Weather };
enum class DiagonalDirection { Compression, Tension };
enum class HeldEnd { ColumnBelow, ColumnAbove };
enum class EndCarries { InPlane, Everything };

template <> struct EnumNames<WeldKind> { static constexpr const char* names[] = {"fillet", "butt"}; };
template <> struct EnumNames<HoleKind> { static constexpr const char* names[] = {"normal", "oversize"}; };
template <> struct EnumNames<FrameKind> { static constexpr const char* names[] = {"unbraced", "braced"}; };
template <> struct EnumNames<ActionReference> { static constexpr const char* names[] = {"column face", "node"}; };
template <> struct EnumNames<SetKind> { static constexpr const char* names[] = {"ultimate", "serviceability"}; };
template <> struct EnumNames<WeldRule> { static constexpr const char* names[] = {"directional", "simplified"}; };
template <> struct EnumNames<ModeOneRule> { static constexpr const char* names[] = {"method 1", "method 2"}; };
template <> struct EnumNames<ShearRule> { static constexpr const char* names[] = {"simple", "exact"}; };
template <> struct EnumNames<Exposure> { static constexpr const char* names[] = {"sheltered", "weather"}; };
template <> struct EnumNames<DiagonalDirection> { static constexpr const char* names[] = {"compression", "tension"}; };
template <> struct EnumNames<HeldEnd> { static constexpr const char* names[] = {"column below", "column above"}; };
template <> struct EnumNames<EndCarries> { static constexpr const char* names[] = {"in plane", "everything"}; };
template <> struct EnumNames<UnitSystem> { static constexpr const char* names[] = {"SI", "US"}; };
template <> struct EnumNames<StrengthSource> {
    static constexpr const char* names[] = {"EN 1993-1-1 table 3.1", "product standard"};
};

struct MemberSpec {
    static constexpr bool hasFields = true;
    std::string section;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"section", Quantity::None, 0, 0, "designation in the catalogue or in the job's own sections"}, s.section);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

struct WeldSpec {
    static constexpr bool hasFields = true;
    WeldKind kind = WeldKind::Fillet;
    double throat = 5;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"kind", Quantity::None, 0, 0, "fillet on both sides, or full-penetration butt"}, s.kind);
        v(Field{"throat", Quantity::Length, 1, 40, "fillet throat"}, s.throat);
    }
};

struct EndPlateSpec {
    static constexpr bool hasFields = true;
    double thickness = 20, width = 200;
    double above = 15, below = 15;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 200, "end plate thickness"}, s.thickness);
        v(Field{"width", Quantity::Length, 40, 2000, "end plate width"}, s.width);
        v(Field{"above", Quantity::Length, -500, 1500, "plate beyond the outer face of the beam's top flange"}, s.above);
        v(Field{"below", Quantity::Length, -500, 1500, "plate beyond the outer face of the beam's bottom flange"}, s.below);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

struct BoltRowSpec {
    static constexpr bool hasFields = true;
    double position = 0;         ///< from the outer face of the beam's top flange, downwards along the plate; negative above it
    std::optional<double> gauge; ///< own distance across; the side's gauge when absent
    int bolts = 2;
    bool takesTension = true;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"position", Quantity::Length, -2000, 4000, "below the outer face of the beam's top flange"}, s.position);
        v(Field{"gauge", Quantity::Length, 20, 1500, "distance across between the bolts of this row"}, s.gauge);
        v(Field{"bolts", Quantity::None, 2, 4, "bolts in the row: 2, or 4 (kept in the file, not verified yet)"}, s.bolts);
        v(Field{"takes_tension", Quantity::None, 0, 0, "false keeps the row for shear alone"}, s.takesTension);
    }
};

struct BoltSpec {
    static constexpr bool hasFields = true;
    std::string size = "M20";
    std::string grade = "8.8";
    double gauge = 100;
    HoleKind holes = HoleKind::Normal;
    bool threadInShearPlane = true;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"size", Quantity::None, 0, 0, "bolt size, such as M24 or HV M24"}, s.size);
        v(Field{"class", Quantity::None, 0, 0, "property class"}, s.grade);
        v(Field{"gauge", Quantity::Length, 20, 1500, "distance across between the two bolts of a row"}, s.gauge);
        v(Field{"holes", Quantity::None, 0, 0, "hole clearance"}, s.holes);
        v(Field{"thread_in_shear_plane", Quantity::None, 0, 0, "thread or shank in the shear plane"}, s.threadInShearPlane);
    }
};

/// Pair of plates across the column web, opposite a beam flange.
struct StiffenerSpec {
    static constexpr bool hasFields = true;
    double thickness = 12;
    std::optional<double> width; ///< of one plate; to the edge of the column flange when absent
    double throat = 5;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 120, "stiffener thickness"}, s.thickness);
        v(Field{"width", Quantity::Length, 20, 700, "width of one stiffener plate"}, s.width);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets, both sides"}, s.throat);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

struct DoublerSpec {
    static constexpr bool hasFields = true;
    double thickness = 10;
    int sides = 1;
    WeldSpec weld;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 80, "thickness of one supplementary web plate"}, s.thickness);
        v(Field{"sides", Quantity::None, 1, 2, "plates on one or both sides of the web"}, s.sides);
        v(Field{"weld", Quantity::None, 0, 0, "weld along the column flanges"}, s.weld);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

struct DiagonalSpec {
    static constexpr bool hasFields = true;
    double thickness = 12;
    std::optional<double> width;
    DiagonalDirection direction = DiagonalDirection::Compression;
    double throat = 5;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 120, "thickness of the diagonal"}, s.thickness);
        v(Field{"width", Quantity::Length, 20, 700, "width of one diagonal plate"}, s.width);
        v(Field{"direction", Quantity::None, 0, 0, "force in the diagonal under a positive right-hand moment"}, s.direction);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets, both sides"}, s.throat);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

/// Loose plates behind the column flange under the bolt heads of the tension rows.
struct BackingSpec {
    static constexpr bool hasFields = true;
    double thickness = 12;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 80, "backing plate thickness"}, s.thickness);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

/// Rib on the end plate outside a beam flange, in the plane of the beam web.
struct RibSpec {
    static constexpr bool hasFields = true;
    double thickness = 10;
    double length = 120;
    double throat = 5;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 80, "rib thickness"}, s.thickness);
        v(Field{"length", Quantity::Length, 20, 1000, "rib length along the beam flange"}, s.length);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets, both sides"}, s.throat);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

/// One beam with its end plate, and the column fittings opposite its flanges.
struct SideSpec {
    static constexpr bool hasFields = true;
    MemberSpec beam;
    double slope = 0;           ///< positive: the beam rises away from the column
    double level = 0;           ///< of the beam's top flange above the right beam's (left beam only)
    std::optional<double> span; ///< for the class by stiffness
    EndPlateSpec plate;
    BoltSpec bolts;
    std::vector<BoltRowSpec> rows;
    WeldSpec topWeld, bottomWeld, webWeld;
    bool bearsInCompression = false;
    std::optional<StiffenerSpec> stiffenerTop, stiffenerBottom;
    std::optional<BackingSpec> backingTop, backingBottom;
    std::optional<RibSpec> ribTop, ribBottom;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"beam", Quantity::None, 0, 0, "the framing member"}, s.beam);
        v(Field{"slope", Quantity::Angle, -0.7854, 0.7854, "slope of the beam, positive rising away from the column"}, s.slope);
        v(Field{"level", Quantity::Length, -3000, 3000, "top flange above the right beam's top flange"}, s.level);
        v(Field{"span", Quantity::Length, 200, 200000, "beam span between column centres, for the class by stiffness"}, s.span);
        v(Field{"plate", Quantity::None, 0, 0, "the end plate"}, s.plate);
        v(Field{"bolts", Quantity::None, 0, 0, "the bolts"}, s.bolts);
        v(Field{"rows", Quantity::None, 0, 0, "bolt rows, free list"}, s.rows);
        v(Field{"weld_top", Quantity::None, 0, 0, "weld of the top flange"}, s.topWeld);
        v(Field{"weld_bottom", Quantity::None, 0, 0, "weld of the bottom flange"}, s.bottomWeld);
        v(Field{"weld_web", Quantity::None, 0, 0, "weld of the web"}, s.webWeld);
        v(Field{"compression_by_bearing", Quantity::None, 0, 0, "the beam end is prepared for full contact in bearing"},
          s.bearsInCompression);
        v(Field{"stiffener_top", Quantity::None, 0, 0, "column stiffeners opposite the top flange"}, s.stiffenerTop);
        v(Field{"stiffener_bottom", Quantity::None, 0, 0, "column stiffeners opposite the bottom flange"}, s.stiffenerBottom);
        v(Field{"backing_top", Quantity::None, 0, 0, "backing plates behind the upper rows"}, s.backingTop);
        v(Field{"backing_bottom", Quantity::None, 0, 0, "backing plates behind the lower rows"}, s.backingBottom);
        v(Field{"rib_top", Quantity::None, 0, 0, "rib above the top flange"}, s.ribTop);
        v(Field{"rib_bottom", Quantity::None, 0, 0, "rib below the bottom flange"}, s.ribBottom);
    }
};

struct ColumnSpec {
    static constexpr bool hasFields = true;
    MemberSpec member;
    std::optional<double> endAbove; ///< column's top end above the right beam's top flange; continues when absent
    std::optional<double> storeyHeight;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"member", Quantity::None, 0, 0, "the through member"}, s.member);
        v(Field{"end_above", Quantity::Length, -500, 10000, "top end of the column above the right beam's top flange"},
          s.endAbove);
        v(Field{"storey_height", Quantity::Length, 500, 100000, "column length of the storey, for the condition Kb/Kc"},
          s.storeyHeight);
    }
};

struct MemberForces {
    static constexpr bool hasFields = true;
    double N = 0, V = 0, M = 0;
    template <class Self, class V_> static void fields(Self& s, V_& v) {
        v(Field{"N", Quantity::Force, -1e9, 1e9, "axial force, tension positive"}, s.N);
        v(Field{"V", Quantity::Force, -1e9, 1e9, "shear force"}, s.V);
        v(Field{"M", Quantity::Moment, -1e12, 1e12, "bending moment"}, s.M);
    }
};

/// Forces at the same place that leave the plane of the frame: the plate method carries them, the component method cannot.
struct OutOfPlaneForces {
    static constexpr bool hasFields = true;
    double V_y = 0, M_z = 0, T = 0;
    template <class Self, class V_> static void fields(Self& s, V_& v) {
        v(Field{"V_y", Quantity::Force, -1e9, 1e9, "shear force across the frame, away from the reader"}, s.V_y);
        v(Field{"M_z", Quantity::Moment, -1e12, 1e12, "bending moment about the minor axis, right-handed about the upward axis"},
          s.M_z);
        v(Field{"T", Quantity::Moment, -1e12, 1e12, "torsion, right-handed about the beam's axis away from the column"}, s.T);
    }
};

struct ActionSet {
    static constexpr bool hasFields = true;
    std::string id;
    std::string title;
    SetKind kind = SetKind::Ultimate;
    MemberForces right, left;
    std::optional<MemberForces> columnAbove, columnBelow;
    std::optional<OutOfPlaneForces> rightOutOfPlane, leftOutOfPlane;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"id", Quantity::None, 0, 0, "short name, such as U2"}, s.id);
        v(Field{"title", Quantity::None, 0, 0, "what the set is"}, s.title);
        v(Field{"kind", Quantity::None, 0, 0, "ultimate or serviceability"}, s.kind);
        v(Field{"right", Quantity::None, 0, 0, "end forces of the right beam"}, s.right);
        v(Field{"left", Quantity::None, 0, 0, "end forces of the left beam"}, s.left);
        v(Field{"column_above", Quantity::None, 0, 0, "forces in the column above the joint"}, s.columnAbove);
        v(Field{"column_below", Quantity::None, 0, 0, "forces in the column below the joint"}, s.columnBelow);
        v(Field{"right_out_of_plane", Quantity::None, 0, 0, "forces of the right beam out of the frame's plane"},
          s.rightOutOfPlane);
        v(Field{"left_out_of_plane", Quantity::None, 0, 0, "forces of the left beam out of the frame's plane"}, s.leftOutOfPlane);
    }
};

/// Choices of the plate method; what is absent from a joint has these values.
struct PlateSpec {
    static constexpr bool hasFields = true;
    double sizeFactor = 1;
    double strainLimit = 0.05;
    HeldEnd heldEnd = HeldEnd::ColumnBelow;
    std::optional<EndCarries> rightEnd, leftEnd;
    int modes = 6;
    double localFactor = 3, globalFactor = 15;
    bool isCapacityDesigned = false;
    double overStrength = 1.25, hardening = 1.1;
    std::optional<double> rightGravityShear, leftGravityShear;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"size_factor", Quantity::None, 0.3, 4, "factor on the default element size"}, s.sizeFactor);
        v(Field{"strain_limit", Quantity::Ratio, 0.001, 0.2, "plastic strain at which a plate is used up"}, s.strainLimit);
        v(Field{"held_end", Quantity::None, 0, 0, "end of the column that is held"}, s.heldEnd);
        v(Field{"right_end", Quantity::None, 0, 0, "what the far end of the right beam carries; by its forces when absent"},
          s.rightEnd);
        v(Field{"left_end", Quantity::None, 0, 0, "what the far end of the left beam carries; by its forces when absent"},
          s.leftEnd);
        v(Field{"modes", Quantity::None, 1, 20, "buckling modes looked for"}, s.modes);
        v(Field{"local_factor", Quantity::None, 1, 100, "least buckling factor of a plate by itself"}, s.localFactor);
        v(Field{"global_factor", Quantity::None, 1, 100, "least buckling factor of a member as a whole"}, s.globalFactor);
        v(Field{"capacity_design", Quantity::None, 0, 0, "the joint must outlast the beams' plastic hinges"},
          s.isCapacityDesigned);
        v(Field{"over_strength", Quantity::None, 1, 2, "gamma_ov of the beams' steel (EN 1998-1:2004 6.2)"}, s.overStrength);
        v(Field{"hardening", Quantity::None, 1, 1.5, "strain hardening in the plastic hinge (EN 1998-1:2004 6.5.5)"},
          s.hardening);
        v(Field{"gravity_shear_right", Quantity::Force, -1e9, 1e9,
                "shear V_Ed,G of the right beam from gravity in the seismic situation (EN 1998-1:2004 6.6.2)"},
          s.rightGravityShear);
        v(Field{"gravity_shear_left", Quantity::Force, -1e9, 1e9,
                "shear V_Ed,G of the left beam from gravity in the seismic situation (EN 1998-1:2004 6.6.2)"},
          s.leftGravityShear);
    }
};

struct Joint {
    static constexpr bool hasFields = true;
    std::string id; ///< stable, never shown; the mark is what people see
    std::string mark;
    std::string title;
    std::string family = "beam-to-column end plate";
    std::string note;
    FrameKind frame = FrameKind::Unbraced;
    ActionReference reference = ActionReference::ColumnFace;
    ColumnSpec column;
    SideSpec right;
    std::optional<SideSpec> left;
    std::optional<DoublerSpec> doubler;
    std::optional<DiagonalSpec> diagonal;
    std::vector<ActionSet> actions;
    std::optional<PlateSpec> plates;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"id", Quantity::None, 0, 0, "stable identifier"}, s.id);
        v(Field{"mark", Quantity::None, 0, 0, "mark in the register"}, s.mark);
        v(Field{"title", Quantity::None, 0, 0, "where the joint is"}, s.title);
        v(Field{"family", Quantity::None, 0, 0, "joint family"}, s.family);
        v(Field{"note", Quantity::None, 0, 0, "free text, printed in the report"}, s.note);
        v(Field{"frame", Quantity::None, 0, 0, "frame braced or not, for the class by stiffness"}, s.frame);
        v(Field{"actions_at", Quantity::None, 0, 0, "where the beam forces are given"}, s.reference);
        v(Field{"column", Quantity::None, 0, 0, "the column"}, s.column);
        v(Field{"right", Quantity::None, 0, 0, "the beam on the right"}, s.right);
        v(Field{"left", Quantity::None, 0, 0, "the beam on the left, when there is one"}, s.left);
        v(Field{"doubler", Quantity::None, 0, 0, "supplementary web plates"}, s.doubler);
        v(Field{"diagonal", Quantity::None, 0, 0, "diagonal web stiffener"}, s.diagonal);
        v(Field{"actions", Quantity::None, 0, 0, "action sets"}, s.actions);
        v(Field{"plates", Quantity::None, 0, 0, "choices of the plate method"}, s.plates);
    }
};

/// Everything besides the joint that can change a number.
struct Settings {
    static constexpr bool hasFields = true;
    double gamma_M0 = 1.0, gamma_M1 = 1.0, gamma_M2 = 1.25;
    StrengthSource strengths = StrengthSource::EurocodeTable;
    WeldRule weldRule = WeldRule::Directional;
    ModeOneRule modeOne = ModeOneRule::Method1;
    ShearRule shearRule = ShearRule::Simple;
    bool checkPryingLength = false;
    double axialLimit = 0.05; ///< of N_pl_Rd, below which the axial force is left out
    Exposure exposure = Exposure::Sheltered;
    UnitSystem units = UnitSystem::SI;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"gamma_M0", Quantity::None, 0.5, 3, "partial factor, yielding"}, s.gamma_M0);
        v(Field{"gamma_M1", Quantity::None, 0.5, 3, "partial factor, buckling"}, s.gamma_M1);
        v(Field{"gamma_M2", Quantity::None, 0.5, 3, "partial factor, bolts, welds, fracture"}, s.gamma_M2);
        v(Field{"strengths", Quantity::None, 0, 0, "table from which yield and ultimate strengths are taken"}, s.strengths);
        v(Field{"welds", Quantity::None, 0, 0, "directional or simplified method of EN 1993-1-8 4.5.3"}, s.weldRule);
        v(Field{"t_stub_mode_1", Quantity::None, 0, 0, "method of table 6.2 for mode 1"}, s.modeOne);
        v(Field{"bolt_shear", Quantity::None, 0, 0, "share 0.4/1.4 of tension rows, or the exact interaction"}, s.shearRule);
        v(Field{"check_prying_length", Quantity::None, 0, 0, "ask for the check L_b against its limit of table 6.2"},
          s.checkPryingLength);
        v(Field{"axial_limit", Quantity::Ratio, 0, 0.05, "share of N_pl_Rd below which axial force is left out"}, s.axialLimit);
        v(Field{"exposure", Quantity::None, 0, 0, "table 3.3 spacing limits"}, s.exposure);
        v(Field{"units", Quantity::None, 0, 0, "display units"}, s.units);
    }
};

/// A key of the file that this version does not know, kept so that saving does not lose it.
struct UnknownKey {
    std::vector<std::string> path;
    std::string json;
};

struct Job {
    static constexpr bool hasFields = true;
    std::string title;
    std::string engineer;
    Settings settings;
    std::vector<CustomSection> sections;
    SharedList<Joint> joints;        ///< copies of a job share the joints in which they are the same
    std::vector<UnknownKey> unknown; ///< no field: carried, not compared
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"title", Quantity::None, 0, 0, "name of the job"}, s.title);
        v(Field{"engineer", Quantity::None, 0, 0, "who answers for it"}, s.engineer);
        v(Field{"settings", Quantity::None, 0, 0, "partial factors and choices"}, s.settings);
        v(Field{"sections", Quantity::None, 0, 0, "user-made sections"}, s.sections);
        v(Field{"joints", Quantity::None, 0, 0, "the register"}, s.joints);
    }
};

enum class SideId { Right, Left };
[[nodiscard]] const char* name(SideId side);
/// The joint's choices of the plate method, or the usual ones.
[[nodiscard]] PlateSpec platesOf(const Joint& joint);
[[nodiscard]] const SideSpec* sideOf(const Joint& joint, SideId side);
[[nodiscard]] SideSpec* sideOf(Joint& joint, SideId side);
[[nodiscard]] const Joint* findJoint(const Job& job, const std::string& markOrId);
/// Hash of everything a result of this joint depends on. Titles, notes and display units are not part of it.
[[nodiscard]] std::uint64_t resultKey(const Job& job, const Joint& joint);
/// A mark and an id that no joint of the job has yet ("B4", "E2").
[[nodiscard]] std::string freeMark(const Job& job, const std::string& prefix);
[[nodiscard]] std::string freeId(const Job& job);

} // namespace zg
