#include "joint/edit.h"
#include "catalogue/stock.h"
#include "joint/first_layout.h"
#include "joint/geometry.h"
#include "joint/haunch_edit.h"
#include "joint/weld_leg.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double root2 = 1.41421356237309504880;

double roundTo(double x, double step) { return std::round(x / step) * step; }
/// The next usual plate from 8 mm on.
double stockUp(double t) {
    for (const StockSize& plate : stockPlates(false))
        if (plate.isUsual && plate.size >= std::max(8.0, t - 1e-9)) return plate.size;
    return std::ceil(t / 5) * 5;
}

StiffenerSpec usualStiffener(const ResolvedJoint& joint, const ResolvedSide& side) {
    return zg::usualStiffener(joint.column.section, side.beam.section, side.spec.beam.steel, side.beam.steel.f_y);
}

} // namespace

StiffenerSpec usualStiffener(const Section& column, const Section& beam, const std::string& steel, double f_y) {
    StiffenerSpec s;
    const double width = stiffenerWidth(std::nullopt, column);
    const double epsilon = std::sqrt(235 / f_y);
    s.thickness = stockUp(std::max(beam.t_f, width / (14 * epsilon)));
    s.steel = steel;
    s.throat = std::max(4.0, std::ceil(0.45 * s.thickness));
    return s;
}

void sortRows(EndPlate& plate) {
    std::stable_sort(plate.rows.begin(), plate.rows.end(),
                     [](const BoltRowSpec& a, const BoltRowSpec& b) { return a.position < b.position; });
}

void sortRows(Joint& joint) {
    for (Connection& c : joint.connections)
        if (EndPlate* plate = std::get_if<EndPlate>(&c.how)) sortRows(*plate);
}

void matchBoltClass(const std::string& size, std::string& grade) {
    const BoltSize* bolt = findBoltSize(size);
    const BoltClass* now = findBoltClass(grade);
    if (bolt && now && !isMadeIn(*bolt, *now)) grade = likeClass(*bolt, *now).name;
}

double dimensionValue(const ResolvedJoint& joint, const DimensionRef& ref) {
    const ResolvedSide* side = joint.side(ref.side);
    if (!side) return 0;
    const EndSpec& s = side->spec;
    const auto row = [&](int i) { return s.rows.at(static_cast<std::size_t>(i)).position; };
    switch (ref.kind) {
    case DimensionKind::EdgeTop: return s.rows.empty() ? s.plate.above : row(0) - side->top() + s.plate.above;
    case DimensionKind::EdgeBottom:
        return s.rows.empty() ? s.plate.below : side->bottom() + s.plate.below - s.rows.back().position;
    case DimensionKind::Pitch: return row(ref.index + 1) - row(ref.index);
    case DimensionKind::Gauge: return s.bolts.gauge;
    case DimensionKind::PlateWidth: return s.plate.width;
    case DimensionKind::PlateThickness: return s.plate.thickness;
    case DimensionKind::Slope: return s.slope;
    default: break;
    }
    const auto& haunch = side->haunch(ref.index == 0 || ref.index == -1);
    if (!haunch) return 0;
    return ref.kind == DimensionKind::HaunchDepth    ? haunch->spec.depth
           : ref.kind == DimensionKind::HaunchLength ? haunch->spec.length
                                                     : haunch->alpha;
}

void setDimension(Joint& joint, const ResolvedJoint& resolved, const DimensionRef& ref, double value) {
    if (ref.kind == DimensionKind::Slope) {
        if (Framing* f = findFraming(joint, ref.side)) f->slope = value;
        return;
    }
    if (isOfHaunch(ref.kind)) {
        const ResolvedSide& own = *resolved.side(ref.side);
        const bool isBelow = ref.index == 0 || ref.index == -1;
        if (!own.haunch(isBelow)) return;
        HaunchSpec h = own.haunch(isBelow)->spec;
        if (ref.kind == DimensionKind::HaunchDepth) h.depth = value;
        if (ref.kind == DimensionKind::HaunchLength) h.length = value;
        if (ref.kind == DimensionKind::HaunchAngle) setHaunchAngle(h, own.spec.slope, isBelow, value);
        return setHaunchSize(joint, ref.side, own.beam.section, isBelow, h.depth, h.length);
    }
    EndPlate* s = findEndPlate(joint, ref.side);
    if (!s) return;
    const double change = value - dimensionValue(resolved, ref);
    switch (ref.kind) {
    case DimensionKind::EdgeTop: s->plate.above += change; return;
    case DimensionKind::EdgeBottom: s->plate.below += change; return;
    case DimensionKind::Gauge: s->bolts.gauge = value; return;
    case DimensionKind::PlateWidth: s->plate.width = value; return;
    case DimensionKind::PlateThickness: s->plate.thickness = value; return;
    default: break;
    }
    BoltRowSpec& upper = s->rows.at(static_cast<std::size_t>(ref.index));
    BoltRowSpec& lower = s->rows.at(static_cast<std::size_t>(ref.index) + 1);
    const ResolvedSide& side = *resolved.side(ref.side);
    const bool isUpper = (upper.position + lower.position) / 2 <= (side.top() + side.bottom()) / 2;
    // The row outside a flange moves, the ones inside stay; inside, the row farther from the nearer flange moves.
    const bool movesUpper = isUpper ? upper.position < side.top() : lower.position <= side.bottom();
    if (movesUpper)
        upper.position -= change;
    else
        lower.position += change;
    sortRows(*s);
}

namespace {

struct PartOfFitting {
    FittingKind kind;
    PartKind part;
    const char* words;
};
constexpr PartOfFitting partsOfFittings[] = {
    {FittingKind::StiffenerTop, PartKind::StiffenerTop, "column stiffener, top flange"},
    {FittingKind::StiffenerBottom, PartKind::StiffenerBottom, "column stiffener, bottom flange"},
    {FittingKind::BackingTop, PartKind::BackingTop, "backing plates, upper rows"},
    {FittingKind::BackingBottom, PartKind::BackingBottom, "backing plates, lower rows"},
    {FittingKind::RibTop, PartKind::RibTop, "rib above the beam"},
    {FittingKind::RibBottom, PartKind::RibBottom, "rib below the beam"},
    {FittingKind::Doubler, PartKind::Doubler, "supplementary web plate"},
    {FittingKind::Diagonal, PartKind::Diagonal, "diagonal web stiffener"},
    {FittingKind::TopPlate, PartKind::TopPlate, "top plate of the column"},
    {FittingKind::HaunchBelow, PartKind::HaunchWeb, "haunch below"},
    {FittingKind::HaunchAbove, PartKind::HaunchWeb, "haunch above"},
    {FittingKind::HaunchBelow, PartKind::HaunchFlange, "haunch below"},
    {FittingKind::HaunchAbove, PartKind::HaunchFlange, "haunch above"},
    {FittingKind::ToeStiffener, PartKind::HaunchToeStiffener, "stiffener at the haunch toe"},
    {FittingKind::HaunchStiffener, PartKind::HaunchStiffener, "stiffener of the haunch web"}};

} // namespace

std::string wordOf(const FittingRef& ref) {
    for (const PartOfFitting& p : partsOfFittings)
        if (p.kind == ref.kind) return p.words;
    if (ref.kind == FittingKind::Row) return "bolt row";
    if (ref.kind == FittingKind::WebPlate) return "fin plate for a bolted web";
    const std::string where = ref.side == ends::front  ? "in front"
                              : ref.side == ends::back ? "behind"
                                                       : "on the " + ref.side.str();
    return "beam " + where +
           (ref.joining == ConnectionKind::DirectWeld ? ", welded"
            : ref.joining == ConnectionKind::FinPlate ? ", by a fin plate"
                                                      : "");
}

std::optional<FittingRef> fittingOf(const PartRef& part) {
    for (const PartOfFitting& p : partsOfFittings) {
        const bool isOther = isOfHaunch(part.kind) && (p.kind == FittingKind::HaunchAbove) != (part.index == 1) &&
                             (p.kind == FittingKind::HaunchAbove || p.kind == FittingKind::HaunchBelow);
        if (p.part == part.kind && !isOther) return FittingRef{p.kind, part.side, 0};
    }
    return std::nullopt;
}

bool hasFitting(const Joint& joint, const FittingRef& ref) {
    if (ref.kind == FittingKind::Beam) return findMember(joint, ref.side) != nullptr;
    if (ref.kind == FittingKind::Row) return false;
    if (ref.kind == FittingKind::WebPlate) return findJoining<DirectWeld>(joint, ref.side) && findFinPlate(joint, ref.side);
    if (!isFitting(ref.kind)) return hasHaunchPart(joint, ref);
    return onFitting(ref.kind, [&](auto spec, auto flange) {
        return findFitting<decltype(spec)>(joint, anchorOf(ref.side, flange)) != nullptr;
    });
}

namespace {

WeldKind usualEndWeld(const ResolvedJoint& joint, double thickness, bool isWeldedEnd) {
    const bool isAsked = joint.seismic && isAmerican(joint.seismic->rules);
    return isAsked && wantsButtEnds(thickness, isWeldedEnd) ? WeldKind::Butt : WeldKind::Fillet;
}

void usual(StiffenerSpec& s, const ResolvedJoint& joint, const ResolvedSide& side, FlangeSide) {
    s = usualStiffener(joint, side);
    s.endWeld = usualEndWeld(joint, s.thickness, side.kind == ConnectionKind::DirectWeld);
}
void usual(BackingSpec& s, const ResolvedJoint& joint, const ResolvedSide&, FlangeSide) {
    s.thickness = stockUp(0.8 * joint.column.section.t_f);
    s.steel = joint.main().spec.beam.steel;
}
void usual(RibSpec& s, const ResolvedJoint& joint, const ResolvedSide& side, FlangeSide) {
    s.thickness = stockUp(side.beam.section.t_w);
    double height = std::max(60.0, side.spec.plate.above);
    if (side.kind == ConnectionKind::DirectWeld) s.height = height = std::max(60.0, roundTo(side.beam.section.h / 4, 5));
    s.length = roundTo(1.6 * height, 5);
    s.steel = joint.main().spec.beam.steel;
    s.throat = std::max(5.0, std::ceil(0.5 * s.thickness)); // as strong as the rib
    s.endWeld = usualEndWeld(joint, s.thickness, false);
}
void usual(DoublerSpec& d, const ResolvedJoint& joint, const ResolvedSide&, FlangeSide) {
    d.thickness = stockUp(joint.column.section.t_w);
    d.steel = joint.columnMember.steel;
    d.weld = {WeldKind::Fillet, std::ceil(d.thickness / root2)};
}
void usual(DiagonalSpec& d, const ResolvedJoint& joint, const ResolvedSide&, FlangeSide) {
    d.thickness = usualStiffener(joint, joint.main()).thickness;
    d.throat = std::ceil(0.6 * d.thickness);
    d.steel = joint.main().spec.beam.steel;
}

void usual(TopPlateSpec& p, const ResolvedJoint& joint, const ResolvedSide& side, FlangeSide) {
    p.thickness = usualStiffener(joint, side).thickness;
    p.throat = std::max(4.0, std::ceil(0.45 * p.thickness));
    p.steel = joint.columnMember.steel;
}

/// Another beam: the mirror image of the first one, level, joined as asked.
void addBeam(Joint& joint, const ResolvedJoint& resolved, const FittingRef& ref) {
    const ResolvedSide& like = resolved.main();
    Framing framing;
    framing.direction = ref.side == ends::left    ? Direction::Left
                        : ref.side == ends::front ? Direction::Front
                        : ref.side == ends::back  ? Direction::Back
                                                  : Direction::Right;
    framing.span = like.spec.span;
    Joining how;
    if (ref.joining == ConnectionKind::DirectWeld) {
        how = weldedLayout(like.beam.section, like.spec.beam.steel);
    } else if (ref.joining == ConnectionKind::FinPlate) {
        how = finPlateLayout(resolved.column.section, like.beam.section, like.spec.beam.steel,
                             framing.direction == Direction::Front || framing.direction == Direction::Back);
    } else if (const EndPlate* plate = findEndPlate(joint, like.id)) {
        how = *plate;
    } else {
        how = firstLayout(resolved.column.section, like.beam.section, like.spec.beam.steel, PlateReach::ExtendedTop);
    }
    putEnd(joint, ref.side, like.spec.beam, framing, like.onto, how);
    if (ref.joining != ConnectionKind::EndPlate) return;
    // Its ribs and backing plates come along; column stiffeners stand at its flanges already.
    for (const Fitting& f : std::vector<Fitting>(joint.fittings)) {
        if (!f.at || f.at->connection != like.id || std::holds_alternative<StiffenerSpec>(f.how)) continue;
        Fitting twin = f;
        twin.at->connection = ref.side;
        if (twin.on == like.id) twin.on = ref.side;
        joint.fittings.push_back(twin);
    }
}

} // namespace

bool canTake(const ResolvedJoint& joint, const FittingRef& ref) {
    const ResolvedSide* side = joint.side(ref.side);
    const bool isInPlane = side && side->isInPlane() && !side->isPartner;
    const bool hasPlate = isInPlane && side->kind == ConnectionKind::EndPlate;
    const bool isPlainWeld =
        isInPlane && side->kind == ConnectionKind::DirectWeld && !side->isHaunched() && side->spec.slope == 0;
    switch (ref.kind) {
    case FittingKind::Beam: return joint.hasColumn && !side;
    case FittingKind::Row: return hasPlate;
    case FittingKind::RibTop:
    case FittingKind::RibBottom: return hasPlate || isPlainWeld;
    case FittingKind::WebPlate: return joint.hasColumn && isPlainWeld;
    case FittingKind::BackingTop:
    case FittingKind::BackingBottom: return joint.hasColumn && hasPlate;
    case FittingKind::StiffenerTop:
    case FittingKind::StiffenerBottom: return joint.hasColumn && isInPlane;
    case FittingKind::Doubler:
    case FittingKind::Diagonal: return joint.hasColumn && joint.main().isInPlane();
    case FittingKind::TopPlate: return joint.hasColumn && joint.columnSpec.endAbove;
    default: return canTakeHaunchPart(joint, ref);
    }
    return false;
}

void addFitting(Joint& joint, const ResolvedJoint& resolved, const FittingRef& ref) {
    if (!canTake(resolved, ref)) return;
    if (ref.kind == FittingKind::Beam) {
        addBeam(joint, resolved, ref);
        return;
    }
    if (ref.kind == FittingKind::Row) {
        EndPlate* s = findEndPlate(joint, ref.side);
        BoltRowSpec row;
        row.position = ref.position;
        s->rows.push_back(row);
        sortRows(*s);
        return;
    }
    if (ref.kind == FittingKind::WebPlate) {
        DirectWeld* weld = findJoining<DirectWeld>(joint, ref.side);
        const ResolvedSide& s = *resolved.side(ref.side);
        if (weld && !weld->webPlate)
            weld->webPlate = finPlateLayout(resolved.column.section, s.beam.section, s.spec.beam.steel, !s.isInPlane());
        return;
    }
    if (!isFitting(ref.kind)) return addHaunchPart(joint, resolved, ref);
    onFitting(ref.kind, [&](auto spec, std::optional<FlangeSide> flange) {
        const ResolvedSide* r = flange ? resolved.side(ref.side) : &resolved.main();
        const Member* column = throughMember(joint);
        const bool isOnBeam = std::is_same_v<decltype(spec), RibSpec>;
        usual(spec, resolved, *r, flange.value_or(FlangeSide::Top));
        putFitting(joint, isOnBeam ? ref.side : column->id, anchorOf(ref.side, flange), spec);
    });
}

void removeFitting(Joint& joint, const FittingRef& ref) {
    if (ref.kind == FittingKind::Beam) {
        if (framingEnds(joint).size() > 1) dropEnd(joint, ref.side);
        return;
    }
    if (ref.kind == FittingKind::Row) return;
    if (ref.kind == FittingKind::WebPlate) {
        if (DirectWeld* weld = findJoining<DirectWeld>(joint, ref.side)) weld->webPlate.reset();
        return;
    }
    if (!isFitting(ref.kind)) return removeHaunchPart(joint, ref);
    onFitting(ref.kind, [&](auto spec, auto flange) { dropFitting<decltype(spec)>(joint, anchorOf(ref.side, flange)); });
}

bool removePart(Joint& joint, const PartRef& part) {
    if (part.kind == PartKind::BoltRow) {
        EndPlate* s = findEndPlate(joint, part.side);
        if (!s || part.index < 0 || part.index >= static_cast<int>(s->rows.size())) return false;
        s->rows.erase(s->rows.begin() + part.index);
        return true;
    }
    std::optional<FittingRef> ref = fittingOf(part);
    if (part.kind == PartKind::FinPlate) ref = FittingRef{FittingKind::WebPlate, part.side, 0};
    if (!ref && isOfBeam(part) && framingEnds(joint).size() > 1 && part.side != framingEnds(joint).front())
        ref = FittingRef{FittingKind::Beam, part.side, 0};
    if (!ref || !hasFitting(joint, *ref)) return false;
    removeFitting(joint, *ref);
    return true;
}

double snappedRow(const ResolvedJoint& joint, EndId id, int index, double position) {
    const ResolvedSide& s = *joint.side(id);
    const double leg = legOf(s.spec.topWeld) * root2;
    const double clear = std::ceil(leg + s.bolt.washerOuter / 2);
    std::vector<double> stops{roundTo(position, 5)};
    const double end = 1.2 * s.bolt.d_0;
    std::vector<double> limits;
    const EndFace face = endFace(s);
    for (const FlangeOnFace& f : face.flanges)
        for (const double stop : {f.from - clear, f.to + clear}) limits.push_back(stop);
    limits.push_back(s.top() - s.spec.plate.above + end);
    limits.push_back(s.bottom() + s.spec.plate.below - end);
    for (const double stop : limits)
        if (std::abs(stop - position) < 6) stops.push_back(roundTo(stop, 1));
    for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
        if (static_cast<int>(i) == index) continue;
        for (const double sign : {-1.0, 1.0}) {
            const double stop = s.spec.rows[i].position + sign * std::ceil(2.2 * s.bolt.d_0);
            if (std::abs(stop - position) < 4) stops.push_back(stop);
        }
    }
    // Limits come before round numbers where both are near.
    return stops.back();
}

int moveRow(Joint& joint, EndId side, int row, double position) {
    EndPlate* s = findEndPlate(joint, side);
    if (!s || row < 0 || row >= static_cast<int>(s->rows.size())) return row;
    BoltRowSpec moved = s->rows[static_cast<std::size_t>(row)];
    moved.position = position;
    s->rows.erase(s->rows.begin() + row);
    const auto at = std::find_if(s->rows.begin(), s->rows.end(), [&](const BoltRowSpec& r) { return r.position > position; });
    const int place = static_cast<int>(at - s->rows.begin());
    s->rows.insert(at, moved);
    return place;
}

std::optional<double> roomForRow(const ResolvedJoint& joint, EndId id) {
    if (!canTake(joint, {FittingKind::Row, id})) return std::nullopt;
    const ResolvedSide* s = joint.side(id);
    const double clear = std::ceil(8 * root2 + s->bolt.washerOuter / 2);
    const double pitch = 2.2 * s->bolt.d_0;
    std::optional<double> best;
    double gap = 2 * pitch - 1e-9;
    const EndFace face = endFace(*s);
    for (std::size_t bay = 0; bay + 1 < face.flanges.size(); ++bay) {
        const double from = face.flanges[bay].to, to = face.flanges[bay + 1].from;
        std::vector<double> inner{from + clear - pitch, to - clear + pitch};
        for (const BoltRowSpec& r : s->spec.rows)
            if (r.position > face.flanges[bay].from && r.position < face.flanges[bay + 1].to) inner.push_back(r.position);
        std::sort(inner.begin(), inner.end());
        for (std::size_t i = 0; i + 1 < inner.size(); ++i) {
            if (inner[i + 1] - inner[i] <= gap) continue;
            gap = inner[i + 1] - inner[i];
            // Close to the tension side of the gap, where a row does most.
            best = roundTo(std::max(inner[i] + pitch, std::min(inner[i] + 3 * s->bolt.d, inner[i + 1] - pitch)), 5);
        }
    }
    return best;
}

} // namespace zg
