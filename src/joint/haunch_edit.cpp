#include "joint/haunch_edit.h"
#include "joint/geometry.h"
#include "joint/job.h"
#include "joint/recipes/recipe.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

double roundDown(double x, double step) { return std::floor(x / step + 1e-9) * step; }
bool isBelowOf(const FittingRef& ref, const Joint& joint) {
    if (ref.kind == FittingKind::HaunchBelow) return true;
    if (ref.kind == FittingKind::HaunchAbove) return false;
    return findHaunch(joint, ref.side, true) != nullptr; // stiffeners: of the haunch below, or else above
}

/// The end plate that an end is joined by; of a splice it stands with the connection.
EndPlate* plateOf(Joint& joint, EndId end) {
    if (EndPlate* own = findEndPlate(joint, end)) return own;
    for (Connection& c : joint.connections)
        if (c.onto == end) return std::get_if<EndPlate>(&c.how);
    return nullptr;
}

} // namespace

HaunchSpec haunchLayout(const MemberSpec& beam, const Section& b, double slope, bool isBelow, std::optional<double> span) {
    HaunchSpec h;
    h.made = Cutting{beam.section};
    h.steel = beam.steel;
    const double deepest = b.h - b.t_f - rootDistance(b), tan = std::tan(slope), step = b.h < 300 ? 5 : 10;
    h.length = std::max(1.8 * b.h, std::min(span.value_or(0) / 10, 3 * b.h));
    h.length = std::max(100.0, std::round(h.length / 50) * 50);
    // What the cutting allows is square to its flange, which leans with the depth.
    h.depth = roundDown(0.92 * deepest, step);
    const auto isTooDeep = [&](double depth) {
        const double flange = tan + (isBelow ? 1 : -1) * depth / h.length;
        return depth / std::sqrt(1 + flange * flange) > deepest;
    };
    while (h.depth > 2 * step && isTooDeep(h.depth)) h.depth -= step;
    // On a slope the fillet in the obtuse corner carries more, the force along the flange is larger: a little more of both.
    h.flangeWeld.throat = std::ceil(1.08 * weldedLayout(b, beam.steel).bottomWeld.throat);
    h.webWeld.throat = std::max(4.0, std::ceil(0.6 * b.t_w));
    h.throat = std::max(4.0, std::ceil(0.5 * b.t_w));
    chooseFlangeWeld(h, slope, isBelow);
    return h;
}

void chooseFlangeWeld(HaunchSpec& h, double slope, bool isBelow) {
    const double flange = std::atan(std::tan(slope) + (isBelow ? 1 : -1) * h.depth / h.length);
    h.flangeWeld.kind = std::abs(flange) > steepestFillet ? WeldKind::Butt : WeldKind::Fillet;
}

void addHaunchRows(EndPlate& plate, const Section& b, double slope, const HaunchSpec& haunch, bool isBelow) {
    const BoltSize* bolt = findBoltSize(plate.bolts.size);
    if (!bolt) return;
    const double cos = std::cos(slope), depth = b.h / cos;
    const auto clear = [&](const WeldSpec& weld) {
        return std::ceil((weld.throat * 1.4142 + bolt->washerOuter / 2 + 8) / 5) * 5;
    };
    const double inner = isBelow ? depth : 0, sign = isBelow ? 1 : -1;
    const double tan = std::tan(slope), leaning = tan + sign * haunch.depth / haunch.length;
    const double flange = b.t_f * std::sqrt(1 + leaning * leaning);
    // A flange that leans over the row comes nearer to the nut than to the plate.
    const double reach = bolt->nutHeight + bolt->washerThickness;
    const double least = clear(plate.bottomWeld) + std::max(0.0, -sign * tan) * reach,
                 most = haunch.depth - flange - clear(haunch.flangeWeld) - std::max(0.0, sign * leaning) * reach;
    if (most < least) return;
    const auto row = [&](double away) {
        BoltRowSpec r;
        r.position = std::round(inner + sign * away);
        for (const BoltRowSpec& other : plate.rows)
            if (std::abs(other.position - r.position) < 2.2 * bolt->d_0) return;
        plate.rows.push_back(r);
    };
    row(most);
    if (most - least > 6 * bolt->d) row(least);
    sortRows(plate);
}

const HaunchSpec* findHaunch(const Joint& joint, EndId end, bool isBelow) {
    const Framing* f = findFraming(joint, end);
    if (!f) return nullptr;
    const std::optional<HaunchSpec>& haunch = haunchAt(*f, isBelow);
    return haunch ? &*haunch : nullptr;
}
HaunchSpec* findHaunch(Joint& joint, EndId end, bool isBelow) {
    return const_cast<HaunchSpec*>(findHaunch(static_cast<const Joint&>(joint), end, isBelow));
}

bool hasHaunchPart(const Joint& joint, const FittingRef& ref) {
    const HaunchSpec* h = findHaunch(joint, ref.side, isBelowOf(ref, joint));
    if (ref.kind == FittingKind::ToeStiffener) return h && h->toeStiffener;
    if (ref.kind == FittingKind::HaunchStiffener) return h && h->midStiffener;
    return h != nullptr;
}

bool canTakeHaunchPart(const ResolvedJoint& joint, const FittingRef& ref) {
    const ResolvedSide* s = joint.side(ref.side);
    if (!s || !s->isInPlane() || s->kind == ConnectionKind::FinPlate) return false;
    const bool isRibbedWeld = s->kind == ConnectionKind::DirectWeld && (s->spec.ribTop || s->spec.ribBottom);
    if (ref.kind == FittingKind::HaunchBelow || ref.kind == FittingKind::HaunchAbove) return !s->isWebBolted && !isRibbedWeld;
    return s->isHaunched();
}

void addHaunchPart(Joint& joint, const ResolvedJoint& resolved, const FittingRef& ref) {
    const ResolvedSide& s = *resolved.side(ref.side);
    Framing* f = findFraming(joint, ref.side);
    if (!f) return;
    const bool isBelow = isBelowOf(ref, joint);
    std::optional<HaunchSpec>& haunch = haunchAt(*f, isBelow);
    if (ref.kind == FittingKind::HaunchBelow || ref.kind == FittingKind::HaunchAbove) {
        if (haunch) return;
        haunch = haunchLayout(s.spec.beam, s.beam.section, f->slope, isBelow, f->span);
        if (EndPlate* plate = plateOf(joint, ref.side)) addHaunchRows(*plate, s.beam.section, f->slope, *haunch, isBelow);
        return;
    }
    if (!haunch) return;
    WebStiffenerSpec w;
    const double width = stiffenerWidth(std::nullopt, s.beam.section);
    w.thickness = std::max(8.0, std::ceil(width / (14 * std::sqrt(235 / s.beam.steel.f_y))));
    w.throat = std::max(4.0, std::ceil(0.5 * w.thickness));
    w.steel = s.spec.beam.steel;
    std::optional<WebStiffenerSpec>& stiffener =
        ref.kind == FittingKind::ToeStiffener ? haunch->toeStiffener : haunch->midStiffener;
    if (!stiffener) stiffener = w;
}

void removeHaunchPart(Joint& joint, const FittingRef& ref) {
    Framing* f = findFraming(joint, ref.side);
    if (!f) return;
    const bool isBelow = isBelowOf(ref, joint);
    std::optional<HaunchSpec>& haunch = haunchAt(*f, isBelow);
    if (!haunch) return;
    if (ref.kind == FittingKind::ToeStiffener) return haunch->toeStiffener.reset();
    if (ref.kind == FittingKind::HaunchStiffener) return haunch->midStiffener.reset();
    const double end = (isBelow ? 1 : -1) * haunch->depth;
    haunch.reset();
    EndPlate* plate = plateOf(joint, ref.side);
    if (!plate) return;
    // Rows that stood on its part of the plate go with it.
    auto& rows = plate->rows;
    const Job none;
    const std::optional<Section> section = sectionOf(none, findMember(joint, ref.side)->section);
    const double edge = section && isBelow ? section->h / std::cos(f->slope) + plate->plate.below : -plate->plate.above;
    rows.erase(std::remove_if(rows.begin(), rows.end(),
                              [&](const BoltRowSpec& r) { return end > 0 ? r.position > edge : r.position < edge; }),
               rows.end());
}

void setHaunchSize(Joint& joint, EndId end, const Section& section, bool isBelow, double depth, double length) {
    HaunchSpec* h = findHaunch(joint, end, isBelow);
    if (!h) return;
    const double was = h->depth, change = depth - was;
    h->length = length;
    h->depth = depth;
    const Framing* f = findFraming(joint, end);
    for (const Connection& c : joint.connections) // of a splice: both
        if (c.end == end || c.onto == end)
            if (HaunchSpec* other = findHaunch(joint, c.end == end ? c.onto : c.end, isBelow))
                other->depth = std::max(1.0, other->depth + change);
    EndPlate* plate = plateOf(joint, end);
    if (!plate || change == 0) return;
    // Rows in the half of the haunch that its flange bounds go with it.
    const double from = isBelow ? section.h / std::cos(f->slope) + was / 2 : -was / 2;
    for (BoltRowSpec& r : plate->rows)
        if (isBelow ? r.position > from : r.position < from) r.position += isBelow ? change : -change;
    sortRows(*plate);
}

void setHaunchMade(Joint& joint, EndId end, bool isBelow, int made) {
    HaunchSpec* h = findHaunch(joint, end, isBelow);
    const Member* member = findMember(joint, end);
    if (!h || !member || static_cast<int>(h->made.index()) == made) return;
    HaunchPlates like;
    const auto isLike = [&](const std::string& designation) {
        if (const Section* b = findSection(designation)) like = {b->b, b->t_f, b->t_w};
    };
    isLike(member->section);
    if (const Cutting* cutting = std::get_if<Cutting>(&h->made)) isLike(cutting->section);
    if (const HaunchPlates* plates = std::get_if<HaunchPlates>(&h->made)) like = *plates;
    if (const Taper* taper = std::get_if<Taper>(&h->made)) like.flangeThickness = taper->flangeThickness;
    if (made == 0)
        h->made = Cutting{member->section};
    else if (made == 1)
        h->made = like;
    else
        h->made = Taper{like.flangeThickness};
}

void setHaunchAngle(HaunchSpec& haunch, double slope, bool isBelow, double angle) {
    const double flange = std::tan(slope + (isBelow ? angle : -angle));
    haunch.depth = (isBelow ? 1 : -1) * (flange - std::tan(slope)) * haunch.length;
}

} // namespace zg
