#include "joint/geometry.h"
#include "joint/haunch_edit.h"
#include "joint/recipes/recipe.h"
#include <algorithm>
#include <cmath>

/// Haunched ends: beams at mid-height, eaves, valley, apex and knee of a portal frame. One way to haunch an end serves them all.
namespace zg {
namespace {

constexpr double degree = 0.017453292519943295;

StiffenerSpec stiffener(const Section& column, const Section& beam, const MemberSpec& member) {
    return usualStiffener(column, beam, member.steel, 355); // the stiffest of the usual grades, whichever is chosen later
}

/// Upper rows in threes where the beam is deep, or as many as asked; the lower ones stand in the haunch.
void upperRows(EndPlate& plate, const Section& beam, std::size_t most) {
    const BoltSize* bolt = findBoltSize(plate.bolts.size);
    const double pitch = std::ceil(3 * bolt->d / 5) * 5;
    auto& rows = plate.rows;
    while (!rows.empty() && rows.back().position > 0.55 * beam.h && rows.size() > 1) rows.pop_back();
    const double last = rows.back().position;
    if (last + pitch < 0.7 * beam.h && rows.size() < most) {
        BoltRowSpec more;
        more.position = last + pitch;
        rows.push_back(more);
    }
}

HaunchSpec haunchOf(const RecipeInput& in, const MemberSpec& member, const Section& beam, double slope) {
    HaunchSpec h = haunchLayout(member, beam, slope, true, in.span);
    if (in.haunchLength) h.length = *in.haunchLength;
    if (in.haunchDepth) h.depth = *in.haunchDepth;
    chooseFlangeWeld(h, slope, true);
    return h;
}

/// A haunched member's end on the column, with the stiffeners opposite its haunch flange and its tension flange.
void end(Joint& joint, const RecipeInput& in, EndId id, Direction direction, const MemberSpec& member, const Section& beam,
         const Section& column, double slope) {
    Framing f;
    f.direction = direction;
    f.span = in.span;
    f.slope = slope;
    f.haunchBelow = haunchOf(in, member, beam, slope);
    const PlateReach reach = in.reach == PlateReach::ExtendedBoth ? PlateReach::ExtendedTop : in.reach;
    EndPlate plate = firstLayout(column, beam, member.steel, reach, in.bolts);
    // The welds of sloping flanges: a little more than square ones.
    if (slope != 0)
        for (WeldSpec* weld : {&plate.topWeld, &plate.bottomWeld}) weld->throat = std::ceil(1.05 * weld->throat);
    upperRows(plate, beam, in.bolts ? in.bolts->rows + (in.reach == PlateReach::Flush ? 0U : 1U) : 3U);
    addHaunchRows(plate, beam, slope, *f.haunchBelow, true);
    putEnd(joint, id, member, f, ends::column, plate);
    for (const FlangeSide flange : {FlangeSide::Top, FlangeSide::Bottom})
        joint.fittings.push_back({ends::column, Anchor{id, flange}, stiffener(column, beam, member)});
}

/// Column that ends with the plates on it: just above them, or under a top plate level with the flange where they are flush.
void endColumn(Joint& joint, const RecipeInput& in, const Section& column, const Section& beam) {
    Through& through = std::get<Through>(throughMember(joint)->placement);
    double above = 0;
    for (const Connection& c : joint.connections) above = std::max(above, std::get<EndPlate>(c.how).plate.above);
    if (in.reach != PlateReach::Flush) {
        through.endAbove = std::ceil(above / 5) * 5;
        return;
    }
    TopPlateSpec top;
    const StiffenerSpec like = stiffener(column, beam, in.column);
    top.thickness = like.thickness;
    top.throat = like.throat;
    top.steel = in.column.steel;
    through.endAbove = -std::round((beam.t_f + top.thickness) / 2);
    for (const Connection& c : joint.connections) dropFitting<StiffenerSpec>(joint, Anchor{c.end, FlangeSide::Top});
    joint.fittings.push_back({ends::column, std::nullopt, top});
}

void beam(Joint& joint, const RecipeInput& in, const Section& column, const Section& section, const Section& other) {
    putColumn(joint, in.column);
    end(joint, in, ends::right, Direction::Right, in.beam, section, column, in.slope.value_or(0));
    if (in.other) end(joint, in, ends::left, Direction::Left, *in.other, other, column, in.otherSlope.value_or(0));
}

void eaves(Joint& joint, const RecipeInput& in, const Section& column, const Section& section, const Section&) {
    putColumn(joint, in.column);
    end(joint, in, ends::right, Direction::Right, in.beam, section, column, in.slope.value_or(8 * degree));
    endColumn(joint, in, column, section);
}

void valley(Joint& joint, const RecipeInput& in, const Section& column, const Section& section, const Section& other) {
    putColumn(joint, in.column);
    const double slope = in.slope.value_or(6 * degree);
    end(joint, in, ends::right, Direction::Right, in.beam, section, column, slope);
    end(joint, in, ends::left, Direction::Left, in.other.value_or(in.beam), in.other ? other : section, column,
        in.otherSlope.value_or(slope));
    endColumn(joint, in, column, section);
}

/// A haunch whose depth another one gives: of plates where its section's cutting is too shallow, long enough for an angle of
/// practice.
void fitHaunch(HaunchSpec& h, const Section& b, double slope) {
    const double least = h.depth / (std::tan(slope + 40 * degree) - std::tan(slope));
    if (h.length < least) h.length = std::ceil(least / 50) * 50;
    const double flange = std::tan(slope) + h.depth / h.length;
    if (h.depth / std::sqrt(1 + flange * flange) > b.h - b.t_f - rootDistance(b)) {
        h.made = HaunchPlates{b.b, b.t_f, b.t_w};
        h.webWeld.throat = std::max(4.0, std::ceil(0.6 * b.t_w));
    }
    chooseFlangeWeld(h, slope, true);
}

/// Rows beside a flange go to its nearer side; one that then comes too near to the row above it is left out.
void keepClear(EndPlate& plate, double from, double to, const WeldSpec& weld) {
    const BoltSize* bolt = findBoltSize(plate.bolts.size);
    const double clear = bolt->washerOuter / 2 + 1.4142136 * weld.throat;
    auto& rows = plate.rows;
    for (BoltRowSpec& r : rows)
        if (r.position > from - clear && r.position < to + clear)
            r.position = r.position < (from + to) / 2 ? std::floor(from - clear) : std::ceil(to + clear);
    for (std::size_t i = 1; i < rows.size();)
        if (rows[i].position - rows[i - 1].position < 2.5 * bolt->d_0)
            rows.erase(rows.begin() + static_cast<std::ptrdiff_t>(i));
        else
            ++i;
}

/// All flanges of a member's end.
void keepClear(EndPlate& plate, const Section& b, double slope, const std::optional<HaunchSpec>& h, const WeldSpec& top,
               const WeldSpec& bottom) {
    const double depth = b.h / std::cos(slope), along = b.t_f / std::cos(slope);
    keepClear(plate, 0, along, top);
    keepClear(plate, depth - along, depth, bottom);
    if (!h) return;
    const auto* made = std::get_if<HaunchPlates>(&h->made);
    const double tan = std::tan(slope) + h->depth / h->length, t = made ? made->flangeThickness : b.t_f;
    keepClear(plate, depth + h->depth - t * std::sqrt(1 + tan * tan), depth + h->depth, h->flangeWeld);
}

/// Two members' ends plate on plate, haunched below.
void ends_(Joint& joint, const RecipeInput& in, const Section& section, const Section& otherSection, double slope,
           double otherSlope, double share) {
    RecipeInput plain = in;
    plain.slope = slope;
    plain.otherSlope = otherSlope;
    spliceRecipe.make(joint, plain, {}, section, otherSection);
    EndPlate& plate = *findEndPlate(joint, ends::right);
    Framing &right = *findFraming(joint, ends::right), &left = *findFraming(joint, ends::left);
    const MemberSpec second = in.other.value_or(in.beam);
    const auto haunch = [&](const MemberSpec& member, const Section& b, double at) {
        HaunchSpec h = haunchLayout(member, b, at, true);
        h.depth = std::round(share * h.depth / 10) * 10;
        if (share < 1) h.length = std::round(0.7 * h.length / 50) * 50;
        if (in.haunchLength) h.length = *in.haunchLength;
        if (in.haunchDepth) h.depth = *in.haunchDepth;
        return h;
    };
    right.haunchBelow = haunch(in.beam, section, slope);
    left.haunchBelow = haunch(second, in.other ? otherSection : section, otherSlope);
    // Both haunches end at one level, the lower of the two.
    const Section& far = in.other ? otherSection : section;
    const double rightDepth = section.h / std::cos(slope), leftDepth = far.h / std::cos(otherSlope);
    double& depth = right.haunchBelow->depth;
    const double reach = leftDepth + left.haunchBelow->depth;
    const bool isDeeper = !in.haunchDepth && reach > rightDepth + depth + 1e-6;
    if (isDeeper) depth = std::ceil((reach - rightDepth) / 5) * 5;
    const double level = rightDepth + depth;
    left.haunchBelow->depth = level - leftDepth;
    if (isDeeper)
        fitHaunch(*right.haunchBelow, section, slope);
    else
        chooseFlangeWeld(*right.haunchBelow, slope, true);
    if (left.haunchBelow->depth < 60) // the deeper member reaches as far by itself
        left.haunchBelow.reset();
    else
        fitHaunch(*left.haunchBelow, far, otherSlope);
    // Where flanges fall away steeply the nuts below them want more room.
    const BoltSize* nut = findBoltSize(plate.bolts.size);
    const double fall =
        std::ceil(std::max(0.0, -std::tan(std::min(slope, otherSlope))) * (nut->nutHeight + nut->washerThickness));
    for (BoltRowSpec& r : plate.rows)
        if (r.position > 0) r.position += fall;
    while (plate.rows.size() > 1 && plate.rows.back().position > rightDepth - section.t_f - 60) plate.rows.pop_back();
    // Room below for the weld of the haunch's flange.
    double throat = right.haunchBelow->flangeWeld.throat;
    if (left.haunchBelow) throat = std::max(throat, left.haunchBelow->flangeWeld.throat);
    plate.plate.below =
        std::max({plate.plate.above > 40 ? 20.0 : plate.plate.above, 20.0, std::ceil(1.4142136 * throat / 5) * 5});
    if (in.reach == PlateReach::ExtendedBoth) {
        const BoltSize* bolt = findBoltSize(plate.bolts.size);
        plate.plate.below =
            std::ceil((bolt->washerOuter / 2 + 8 + 1.5 * bolt->d_0 + 1.42 * right.haunchBelow->flangeWeld.throat) / 5) * 5 + 10;
        // The lowest row of the plain layout goes out beyond the haunch.
        plate.rows.back().position =
            std::round(rightDepth + right.haunchBelow->depth + plate.plate.below - std::ceil(1.5 * bolt->d_0 / 5) * 5);
    }
    if (std::max(std::abs(slope), std::abs(otherSlope)) > steepestFillet)
        for (WeldSpec* weld : {&plate.topWeld, &plate.bottomWeld}) weld->kind = WeldKind::Butt;
    if (plate.other)
        if (std::abs(otherSlope) > steepestFillet)
            for (WeldSpec* weld : {&plate.other->topWeld, &plate.other->bottomWeld}) weld->kind = WeldKind::Butt;
    addHaunchRows(plate, section, slope, *right.haunchBelow, true);
    const WeldSpec &farTop = plate.other ? plate.other->topWeld : plate.topWeld,
                   &farBottom = plate.other ? plate.other->bottomWeld : plate.bottomWeld;
    keepClear(plate, section, slope, right.haunchBelow, plate.topWeld, plate.bottomWeld);
    keepClear(plate, far, otherSlope, left.haunchBelow, farTop, farBottom);
}

void apex(Joint& joint, const RecipeInput& in, const Section&, const Section& section, const Section& other) {
    const double slope = in.slope.value_or(-8 * degree);
    ends_(joint, in, section, other, slope, in.otherSlope.value_or(slope), 0.5);
}

/// Column and rafter meet plate on plate along the bisector; the joint is drawn and computed with its plate upright, so that both
/// fall away from it. `slope` is the rafter's.
void knee(Joint& joint, const RecipeInput& in, const Section&, const Section& section, const Section& other) {
    const double half = -(45 * degree - in.slope.value_or(8 * degree) / 2);
    ends_(joint, in, section, other, half, half, 1);
}

} // namespace

const Recipe haunchedBeamRecipe{
    "haunched-beam", "haunched beam on column", "beam meets column", true, true, true, 0, true, false, beam};
const Recipe eavesRecipe{"eaves", "eaves with haunch", "rafter meets column", true, true, false, 8 * degree, true, false, eaves};
const Recipe valleyRecipe{
    "valley", "inner column with two haunches", "rafter meets column", true, true, true, 6 * degree, true, false, valley};
const Recipe apexRecipe{"apex", "apex with haunches", "ends meet", false, true, true, -8 * degree, true, false, apex};
const Recipe kneeRecipe{"knee", "knee, plate along the bisector", "ends meet", false, true, true, 8 * degree, true, true, knee};

} // namespace zg
