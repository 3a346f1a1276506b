#pragma once
#include "base/field_path.h"
#include "base/units.h"
#include <optional>
#include <string>
#include <vector>

namespace zg {

enum class Severity { Note, Warning, Error };

/// What is wrong with a job, or with what is asked of it. Name, sentence and clause of each stand in problem_words.cpp.
enum class Problem {
    Other, ///< of a file, of the machine, of the plate engine: it brings its own words
    // values
    OutOfRange,
    NotFinite,
    TextTooLong,
    ControlCharacter,
    TooManyEntries,
    // names
    SetWithoutName,
    SameSetName,
    NoSuchSet,
    NothingMeasured,
    CutIncomplete,
    CutAtHaunch,
    CutTooDeep,
    JointWithoutMark,
    SameMark,
    SameJointId,
    SameSectionName,
    FlangesTooThick,
    WebTooThick,
    // how members, connections and fittings hang together
    MemberWithoutName,
    MemberNameOfColumn,
    SameMemberName,
    SameDirection,
    ManyThrough,
    NoneFramesIn,
    NoSuchMember,
    ThroughHasNoEnd,
    JoinedTwice,
    NoSuchSupport,
    SpliceKind,
    SpliceAtColumn,
    SpliceNotFacing,
    SpliceHeldTwice,
    NotHeld,
    FittingOnNothing,
    FittingFollowsNoFlange,
    FittingNeedsFlange,
    FittingOnWrongMember,
    FittingConnectionGone,
    FittingAtOtherMember,
    HaunchOnFin,
    HaunchOutOfPlane,
    RibWithoutHeight,
    RibHeightOfPlate,
    RibOnSlope,
    RibAtHaunch,
    RibOnFin,
    WebPlateAtHaunch,
    WebPlateOnSlope,
    HaunchTooSteep,
    TopPlateOnNothing,
    SameFitting,
    ForcesOnNoEnd,
    ForcesTwice,
    // look-up
    NoSection,
    SectionUnknown,
    SectionNotI,
    SteelUnknown,
    SteelTooThick,
    BoltSizeUnknown,
    BoltClassUnknown,
    BoltClassOfOtherSet,
    NotPreloadable,
    TooManyRows,
    FourBoltRow,
    // forces and the plate method
    ForceWithoutBeam,
    ForceWithoutColumn,
    ForceOnRelease,
    NoBolts,
    HoleBeyondPlate,
    SizeFactor,
    HeldAtFreeEnd,
    PreloadTooHigh,
    NoBeamThere,
    NoCurveOfItsOwn,
    // reading a job
    NotNull,
    WrongType,
    NotOneOf,
    NoAlternative,
    ManyAlternatives,
    UnknownKey,
    TakenByDefault,
    LeftOut,
    NotAJob,
    NoVersion,
    NewerVersion,
    OtherUnits,
    UnitsNoObject
};
inline constexpr int problemCount = static_cast<int>(Problem::UnitsNoObject) + 1;

/// One thing wrong, as values; its sentence is made of them.
struct Diagnostic {
    Severity severity = Severity::Error;
    std::string subject; ///< whose: the mark of a joint, a file, a part of a model; empty for the job
    std::string said;    ///< the sentence of `Problem::Other`
    Problem code = Problem::Other;
    FieldPath path = {};                 ///< of the field in the joint that `subject` names, or in the job
    std::vector<std::string> texts = {}; ///< what the sentence names, made safe to print
    std::optional<double> value = {}, min = {}, max = {};
    Quantity quantity = Quantity::None; ///< of value and limits
    std::string file = {};              ///< the file it was read from, where that has to be said
};
using Diagnostics = std::vector<Diagnostic>;

[[nodiscard]] bool hasErrors(const Diagnostics& diagnostics);
/// Name of a kind of problem for machines ("out_of_range"), stable.
[[nodiscard]] const char* name(Problem code);
/// Clause that is behind it; empty where it is a limit of the program or plain sense.
[[nodiscard]] const char* clauseOf(Problem code);
/// Where: whose and which field ("B3/connections/right/end_plate/plate/thickness_mm").
[[nodiscard]] std::string placeOf(const Diagnostic& diagnostic);
/// A full sentence: value, limit and what would be understood.
[[nodiscard]] std::string sentenceOf(const Diagnostic& diagnostic, UnitSystem units = UnitSystem::SI);
/// "place: sentence", a line each.
[[nodiscard]] std::string joined(const Diagnostics& diagnostics);
/// An error with a code.
[[nodiscard]] Diagnostic problem(Problem code, std::string subject, FieldPath path, std::vector<std::string> texts = {});

} // namespace zg
