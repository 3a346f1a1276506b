#include "base/diagnostic.h"
#include "base/text.h"
#include <iterator>

namespace zg {
namespace {

/// {0}, {1} ...: the texts; {value}, {min}, {max}: the numbers with their unit.
struct Words {
    Problem code;
    const char* name;
    const char* sentence;
    const char* clause = "";
};

constexpr Words table[] = {
    {Problem::Other, "other", ""},
    {Problem::OutOfRange, "out_of_range", "{0} is {value}; allowed is {min} to {max}."},
    {Problem::NotFinite, "not_finite", "{0} is not a finite number; allowed is {min} to {max}."},
    {Problem::TextTooLong, "text_too_long", "The text has {value} characters; at most {max} are kept."},
    {Problem::ControlCharacter, "control_character", "The name {0} holds a control character; write it without."},
    {Problem::TooManyEntries, "too_many_entries", "The list has {value} entries; at most {max} are read."},

    {Problem::SetWithoutName, "set_without_name", "An action set has no name; give it an id."},
    {Problem::SameSetName, "same_set_name", "Two action sets are named {0}."},
    {Problem::NoSuchSet, "no_such_set", "No action set is named {0}."},
    {Problem::NothingMeasured, "nothing_measured",
     "Rule c takes the over-strength from the measured yield strength of the beams, and none is given."},
    {Problem::CutIncomplete, "cut_incomplete",
     "A reduced section is where the cut begins, how long and how deep it is: all three, or none."},
    {Problem::CutAtHaunch, "cut_at_haunch", "A beam with a haunch has no reduced section here."},
    {Problem::CutTooDeep, "cut_too_deep", "The cut leaves nothing of the beam's flange."},
    {Problem::JointWithoutMark, "joint_without_mark", "A joint has no mark."},
    {Problem::SameMark, "same_mark", "Two joints have the mark {0}."},
    {Problem::SameJointId, "same_joint_id", "Two joints have the id {0}."},
    {Problem::SameSectionName, "same_section_name", "Two sections are named {0}."},
    {Problem::FlangesTooThick, "flanges_too_thick", "The flanges are {value} thick; half the depth is {max}."},
    {Problem::WebTooThick, "web_too_thick", "The web is {value} thick, the flange only {max} wide."},

    {Problem::MemberWithoutName, "member_without_name", "A member has no name; give it an id."},
    {Problem::MemberNameOfColumn, "member_name_of_column",
     "\"{0}\" names a part of the column in action sets; call the member something else."},
    {Problem::SameMemberName, "same_member_name", "Two members are named \"{0}\"."},
    {Problem::SameDirection, "same_direction", "Two members frame in from one side ({0}); they would stand in one place."},
    {Problem::ManyThrough, "many_through", "{value} members pass through the node; understood is one."},
    {Problem::NoneFramesIn, "none_frames_in", "No member frames in; a joint needs one that ends at the node."},
    {Problem::NoSuchMember, "no_such_member", "There is no member \"{0}\" to join; there are {1}."},
    {Problem::ThroughHasNoEnd, "through_has_no_end",
     "The member \"{0}\" passes through; only a member that ends can be joined by its end."},
    {Problem::JoinedTwice, "joined_twice", "The end is joined twice."},
    {Problem::NoSuchSupport, "no_such_support",
     "It is joined onto \"{0}\", which is no other member of the joint; there are {1}."},
    {Problem::SpliceKind, "splice_kind", "Two member ends are joined by end plates; other splices are not understood yet."},
    {Problem::SpliceAtColumn, "splice_at_column", "A member passes through the node: ends are joined to it, not to each other."},
    {Problem::SpliceNotFacing, "splice_not_facing", "The two members do not face each other: one goes right, the other left."},
    {Problem::SpliceHeldTwice, "splice_held_twice", "The other end has a connection of its own; one connection holds both."},
    {Problem::NotHeld, "not_held", "No connection holds the member \"{0}\"."},
    {Problem::FittingOnNothing, "fitting_on_nothing",
     "The {0} strengthens \"{1}\", which is no member of the joint; there are {2}."},
    {Problem::FittingFollowsNoFlange, "fitting_follows_no_flange", "A {0} stands at the node; it follows no flange."},
    {Problem::FittingNeedsFlange, "fitting_needs_flange", "The {0} does not say which flange it follows (\"at\")."},
    {Problem::FittingOnWrongMember, "fitting_on_wrong_member", "A {0} on \"{1}\" is not understood: it stands on {2}."},
    {Problem::FittingConnectionGone, "fitting_connection_gone", "The {0} follows the connection \"{1}\", which is gone."},
    {Problem::FittingAtOtherMember, "fitting_at_other_member", "A {0} stands at the connection of its own member."},
    {Problem::HaunchOnFin, "haunch_on_fin", "A haunch needs an end plate or welded flanges; {0} is joined by a fin plate."},
    {Problem::HaunchOutOfPlane, "haunch_out_of_plane",
     "A haunch on a member that leaves the frame's plane is not understood yet; {0} goes {1}."},
    {Problem::RibWithoutHeight, "rib_without_height", "A rib at a welded end needs its height at the column's face."},
    {Problem::RibHeightOfPlate, "rib_height_of_plate",
     "A rib on an end plate goes to the plate's edge: its height is not given by itself."},
    {Problem::RibOnSlope, "rib_on_slope", "Ribs of a welded end need a beam square to the column; {0} slopes."},
    {Problem::RibAtHaunch, "rib_at_haunch", "A welded end has a haunch or ribs, not both; {0} has both."},
    {Problem::RibOnFin, "rib_on_fin", "A rib needs an end plate or welded flanges; {0} is joined by a fin plate."},
    {Problem::WebPlateAtHaunch, "web_plate_at_haunch", "A haunched end wants its webs welded; the web of {0} is bolted."},
    {Problem::WebPlateOnSlope, "web_plate_on_slope",
     "A bolted web with welded flanges needs a beam square to the column; {0} slopes."},
    {Problem::HaunchTooSteep, "haunch_too_steep",
     "The haunch's flange stands at {value} to the end plate's normal; understood is up to {max}. A longer or a shallower haunch "
     "is flatter."},
    {Problem::TopPlateOnNothing, "top_plate_on_nothing",
     "A top plate closes the upper end of a column; this one continues. Say where it ends (end_above)."},
    {Problem::SameFitting, "same_fitting", "Two fittings of one kind ({0}) stand at one flange."},
    {Problem::ForcesOnNoEnd, "forces_on_no_end",
     "Forces are given on \"{0}\", which is no end of the joint; understood are {1}, column above, column below."},
    {Problem::ForcesTwice, "forces_twice", "Forces on \"{0}\" are given twice."},

    {Problem::NoSection, "no_section", "No section is chosen."},
    {Problem::SectionUnknown, "section_unknown", "Section \"{0}\" is neither in the catalogue nor in the job."},
    {Problem::SectionNotI, "section_not_i", "{0} is in the catalogue as {1}; the members of a joint are I sections so far."},
    {Problem::SteelUnknown, "steel_unknown", "Steel \"{0}\" is not in the catalogue."},
    {Problem::SteelTooThick, "steel_too_thick", "Steel {0} has no strength at a thickness of {value} in the chosen table.",
     "EN 1993-1-1:2005 table 3.1"},
    {Problem::BoltSizeUnknown, "bolt_size_unknown", "Bolt size \"{0}\" is not in the catalogue."},
    {Problem::BoltClassUnknown, "bolt_class_unknown", "Bolt class \"{0}\" is not in the catalogue.",
     "EN 1993-1-8:2005 table 3.1"},
    {Problem::BoltClassOfOtherSet, "bolt_class_of_other_set", "Bolts {0} are not made in {1}; understood are {2}.",
     "EN 1993-1-8:2005 table 3.1"},
    {Problem::NotPreloadable, "not_preloadable",
     "Bolts {0} {1} are not made for preloading and cannot be slip-resistant; understood are the sets HR and HV in 8.8 or 10.9, "
     "and "
     "inch bolts in A-120 or B-150.",
     "EN 1993-1-8:2005 3.9.1(2)"},
    {Problem::TooManyRows, "too_many_rows", "There are {value} bolt rows; at most {max} are verified."},
    {Problem::FourBoltRow, "four_bolt_row",
     "A row has other than two bolts. Four-bolt rows are kept in the file but not verified yet."},

    {Problem::ForceWithoutBeam, "force_without_beam", "{0} of the {1} beam: the joint has no beam on the {1}."},
    {Problem::ForceWithoutColumn, "force_without_column", "{0} of the {1}: {2}."},
    {Problem::ForceOnRelease, "force_on_release",
     "Set {0} has forces out of the frame's plane on the {1} beam, whose far end is set to carry forces in the plane only. Let "
     "the end carry everything, or take these forces out."},
    {Problem::NoBolts, "no_bolts", "There are no bolts on the {0}: nothing holds the beam."},
    {Problem::HoleBeyondPlate, "hole_beyond_plate",
     "Bolt row {0} on the {1}: its holes do not lie whole within the {2}. Move them in."},
    {Problem::SizeFactor, "size_factor", "The factor on the element size is {value}; allowed is {min} to {max}."},
    {Problem::HeldAtFreeEnd, "held_at_free_end", "The column ends above the beam, so it cannot be held there; hold it below."},
    {Problem::PreloadTooHigh, "preload_too_high",
     "The preload of the bolts on the {0}, 0.7 f_ub A_s = {1}, is above their tension resistance {2}; with this gamma_M2 they "
     "cannot be "
     "tightened in the plates."},
    {Problem::NoBeamThere, "no_beam_there", "Joint {0} has no beam on the {1}."},
    {Problem::NoCurveOfItsOwn, "no_curve_of_its_own", "The {0} beam has no moment-rotation of its own: it is {1}."},

    {Problem::NotNull, "null", "Expected a value, not null."},
    {Problem::WrongType, "wrong_type", "Expected {0}, found {1}."},
    {Problem::NotOneOf, "not_one_of", "Expected one of {0}, found {1}."},
    {Problem::NoAlternative, "no_alternative", "None of {0} is given; expected is one ({1})."},
    {Problem::ManyAlternatives, "many_alternatives", "More than one of {0} is given; expected is one ({1})."},
    {Problem::UnknownKey, "unknown_key", "This key is not understood and has no effect{0}"},
    {Problem::TakenByDefault, "taken_by_default", "{0} is not given; taken as {value}."},
    {Problem::LeftOut, "left_out", "Forces on the left beam are left out: the joint has no beam on the left."},
    {Problem::NotAJob, "not_a_job", "This is not a job of Zealous Girder: expected {0}."},
    {Problem::NoVersion, "no_version", "Expected the version of the file format, a whole number from 1."},
    {Problem::NewerVersion, "newer_version",
     "The file has version {0}; this program reads up to version {1}. Open it with a newer program."},
    {Problem::OtherUnits, "other_units", "The file cannot be read in {0}. Understood are {1}."},
    {Problem::UnitsNoObject, "units_no_object", "Expected an object. Understood are {0}."},
};

constexpr bool isInOrder() {
    for (int i = 0; i < problemCount; ++i)
        if (table[i].code != static_cast<Problem>(i)) return false;
    return true;
}
static_assert(std::size(table) == problemCount && isInOrder(), "each problem has its words, in the order of the enumeration");

const Words& wordsOf(Problem code) { return table[static_cast<int>(code)]; }

std::string number(const std::optional<double>& x, Quantity quantity, UnitSystem units) {
    if (!x) return "?";
    const bool isPlain = quantity == Quantity::None || quantity == Quantity::Ratio;
    const Unit unit = unitOf(quantity, units);
    const std::string text = significant(isPlain ? *x : *x / unit.factor, 6);
    return isPlain || !*unit.symbol ? text : text + " " + unit.symbol;
}

} // namespace

const char* name(Problem code) { return wordsOf(code).name; }
const char* clauseOf(Problem code) { return wordsOf(code).clause; }

std::string sentenceOf(const Diagnostic& d, UnitSystem units) {
    if (d.code == Problem::Other) return d.said;
    std::string text;
    for (const char* at = wordsOf(d.code).sentence; *at; ++at) {
        if (*at != '{') {
            text += *at;
            continue;
        }
        std::string what;
        while (*++at != '}') what += *at;
        if (what == "value" || what == "min" || what == "max") {
            text += number(what == "value" ? d.value : what == "min" ? d.min : d.max, d.quantity, units);
        } else {
            const auto index = static_cast<std::size_t>(what[0] - '0');
            text += index < d.texts.size() ? d.texts[index] : "?";
        }
    }
    return text;
}

} // namespace zg
