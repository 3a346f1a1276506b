#include "joint/edit.h"
#include "joint/assembly.h"
#include "joint/first_layout.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double root2 = 1.41421356237309504880;

double roundTo(double x, double step) { return std::round(x / step) * step; }
double stockUp(double t) {
    for (const double s : {8.0, 10.0, 12.0, 15.0, 20.0, 25.0, 30.0, 35.0, 40.0})
        if (s >= t - 1e-9) return s;
    return std::ceil(t / 5) * 5;
}

StiffenerSpec usualStiffener(const ResolvedJoint& joint, const ResolvedSide& side) {
    StiffenerSpec s;
    const double width = stiffenerWidth(std::nullopt, joint.column.section);
    const double epsilon = std::sqrt(235 / side.beam.steel.f_y);
    s.thickness = stockUp(std::max(side.beam.section.t_f, width / (14 * epsilon)));
    s.steel = side.spec.beam.steel;
    s.throat = std::max(4.0, std::ceil(0.45 * s.thickness));
    return s;
}

template <class T> void put(std::optional<T>& slot, const T& value) { slot = value; }

} // namespace

void sortRows(SideSpec& side) {
    std::stable_sort(side.rows.begin(), side.rows.end(),
                     [](const BoltRowSpec& a, const BoltRowSpec& b) { return a.position < b.position; });
}

void sortRows(Joint& joint) {
    sortRows(joint.right);
    if (joint.left) sortRows(*joint.left);
}

double dimensionValue(const ResolvedJoint& joint, const DimensionRef& ref) {
    const ResolvedSide* side = joint.side(ref.side);
    if (!side) return 0;
    const SideSpec& s = side->spec;
    const auto row = [&](int i) { return s.rows.at(static_cast<std::size_t>(i)).position; };
    switch (ref.kind) {
    case DimensionKind::EdgeTop: return s.rows.empty() ? s.plate.above : row(0) + s.plate.above;
    case DimensionKind::EdgeBottom: return s.rows.empty() ? s.plate.below : side->depth + s.plate.below - s.rows.back().position;
    case DimensionKind::Pitch: return row(ref.index + 1) - row(ref.index);
    case DimensionKind::Gauge: return s.bolts.gauge;
    case DimensionKind::PlateWidth: return s.plate.width;
    case DimensionKind::PlateThickness: return s.plate.thickness;
    }
    return 0;
}

void setDimension(Joint& joint, const ResolvedJoint& resolved, const DimensionRef& ref, double value) {
    SideSpec* s = sideOf(joint, ref.side);
    if (!s) return;
    const double change = value - dimensionValue(resolved, ref);
    switch (ref.kind) {
    case DimensionKind::EdgeTop: s->plate.above += change; return;
    case DimensionKind::EdgeBottom: s->plate.below += change; return;
    case DimensionKind::Gauge: s->bolts.gauge = value; return;
    case DimensionKind::PlateWidth: s->plate.width = value; return;
    case DimensionKind::PlateThickness: s->plate.thickness = value; return;
    case DimensionKind::Pitch: break;
    }
    BoltRowSpec& upper = s->rows.at(static_cast<std::size_t>(ref.index));
    BoltRowSpec& lower = s->rows.at(static_cast<std::size_t>(ref.index) + 1);
    const double depth = resolved.side(ref.side)->depth;
    const bool isUpperHalf = (upper.position + lower.position) / 2 <= depth / 2;
    // The row outside a flange moves, the ones inside stay; inside, the row farther from the nearer flange moves.
    const bool movesUpper = isUpperHalf ? upper.position < 0 : lower.position <= depth;
    if (movesUpper)
        upper.position -= change;
    else
        lower.position += change;
    sortRows(*s);
}

const char* wordOf(FittingKind kind) {
    switch (kind) {
    case FittingKind::StiffenerTop: return "column stiffener, top flange";
    case FittingKind::StiffenerBottom: return "column stiffener, bottom flange";
    case FittingKind::BackingTop: return "backing plates, upper rows";
    case FittingKind::BackingBottom: return "backing plates, lower rows";
    case FittingKind::RibTop: return "rib above the beam";
    case FittingKind::RibBottom: return "rib below the beam";
    case FittingKind::Doubler: return "supplementary web plate";
    case FittingKind::Diagonal: return "diagonal web stiffener";
    case FittingKind::Row: return "bolt row";
    case FittingKind::LeftBeam: return "beam on the left";
    }
    return "";
}

bool hasFitting(const Joint& joint, const FittingRef& ref) {
    if (ref.kind == FittingKind::Doubler) return joint.doubler.has_value();
    if (ref.kind == FittingKind::Diagonal) return joint.diagonal.has_value();
    if (ref.kind == FittingKind::LeftBeam) return joint.left.has_value();
    const SideSpec* s = sideOf(joint, ref.side);
    if (!s) return false;
    switch (ref.kind) {
    case FittingKind::StiffenerTop: return s->stiffenerTop.has_value();
    case FittingKind::StiffenerBottom: return s->stiffenerBottom.has_value();
    case FittingKind::BackingTop: return s->backingTop.has_value();
    case FittingKind::BackingBottom: return s->backingBottom.has_value();
    case FittingKind::RibTop: return s->ribTop.has_value();
    case FittingKind::RibBottom: return s->ribBottom.has_value();
    default: return false;
    }
}

void addFitting(Joint& joint, const ResolvedJoint& resolved, const FittingRef& ref) {
    const Section& column = resolved.column.section;
    const std::string& steel = resolved.right.spec.beam.steel;
    if (ref.kind == FittingKind::Doubler) {
        DoublerSpec d;
        d.thickness = stockUp(column.t_w);
        d.steel = resolved.columnSpec.member.steel;
        d.weld = {WeldKind::Fillet, std::ceil(d.thickness / root2)};
        joint.doubler = d;
        return;
    }
    if (ref.kind == FittingKind::Diagonal) {
        const StiffenerSpec like = usualStiffener(resolved, resolved.right);
        DiagonalSpec d;
        d.thickness = like.thickness;
        d.throat = std::ceil(0.6 * like.thickness);
        d.steel = steel;
        joint.diagonal = d;
        return;
    }
    if (ref.kind == FittingKind::LeftBeam) {
        // The mirror image of the right beam: the usual two-sided joint to start from.
        joint.left = joint.right;
        joint.left->level = 0;
        joint.left->slope = 0;
        joint.left->stiffenerTop.reset();
        joint.left->stiffenerBottom.reset();
        return;
    }
    SideSpec* s = sideOf(joint, ref.side);
    const ResolvedSide* r = resolved.side(ref.side);
    if (!s || !r) return;
    BackingSpec backing;
    backing.thickness = stockUp(0.8 * column.t_f);
    backing.steel = steel;
    RibSpec rib;
    rib.thickness = stockUp(r->beam.section.t_w);
    rib.length = roundTo(1.6 * std::max(60.0, s->plate.above), 5);
    rib.steel = steel;
    switch (ref.kind) {
    case FittingKind::StiffenerTop: put(s->stiffenerTop, usualStiffener(resolved, *r)); return;
    case FittingKind::StiffenerBottom: put(s->stiffenerBottom, usualStiffener(resolved, *r)); return;
    case FittingKind::BackingTop: put(s->backingTop, backing); return;
    case FittingKind::BackingBottom: put(s->backingBottom, backing); return;
    case FittingKind::RibTop: put(s->ribTop, rib); return;
    case FittingKind::RibBottom: put(s->ribBottom, rib); return;
    case FittingKind::Row: {
        BoltRowSpec row;
        row.position = ref.position;
        s->rows.push_back(row);
        sortRows(*s);
        return;
    }
    default: return;
    }
}

void removeFitting(Joint& joint, const FittingRef& ref) {
    if (ref.kind == FittingKind::Doubler) joint.doubler.reset();
    if (ref.kind == FittingKind::Diagonal) joint.diagonal.reset();
    if (ref.kind == FittingKind::LeftBeam) joint.left.reset();
    SideSpec* s = sideOf(joint, ref.side);
    if (!s) return;
    switch (ref.kind) {
    case FittingKind::StiffenerTop: s->stiffenerTop.reset(); return;
    case FittingKind::StiffenerBottom: s->stiffenerBottom.reset(); return;
    case FittingKind::BackingTop: s->backingTop.reset(); return;
    case FittingKind::BackingBottom: s->backingBottom.reset(); return;
    case FittingKind::RibTop: s->ribTop.reset(); return;
    case FittingKind::RibBottom: s->ribBottom.reset(); return;
    default: return;
    }
}

bool removePart(Joint& joint, const PartRef& part) {
    const auto fitting = [&](FittingKind kind) {
        const FittingRef ref{kind, part.side, 0};
        if (!hasFitting(joint, ref)) return false;
        removeFitting(joint, ref);
        return true;
    };
    switch (part.kind) {
    case PartKind::BoltRow: {
        SideSpec* s = sideOf(joint, part.side);
        if (!s || part.index < 0 || part.index >= static_cast<int>(s->rows.size())) return false;
        s->rows.erase(s->rows.begin() + part.index);
        return true;
    }
    case PartKind::StiffenerTop: return fitting(FittingKind::StiffenerTop);
    case PartKind::StiffenerBottom: return fitting(FittingKind::StiffenerBottom);
    case PartKind::Doubler: return fitting(FittingKind::Doubler);
    case PartKind::Diagonal: return fitting(FittingKind::Diagonal);
    case PartKind::BackingTop: return fitting(FittingKind::BackingTop);
    case PartKind::BackingBottom: return fitting(FittingKind::BackingBottom);
    case PartKind::RibTop: return fitting(FittingKind::RibTop);
    case PartKind::RibBottom: return fitting(FittingKind::RibBottom);
    case PartKind::BeamTopFlange:
    case PartKind::BeamBottomFlange:
    case PartKind::BeamWeb: return part.side == SideId::Left && fitting(FittingKind::LeftBeam);
    default: return false;
    }
}

double snappedRow(const ResolvedJoint& joint, SideId id, int index, double position) {
    const ResolvedSide& s = *joint.side(id);
    const double leg = [](const WeldSpec& w) { return w.kind == WeldKind::Fillet ? w.throat * root2 : 0; }(s.spec.topWeld);
    const double clear = std::ceil(leg + s.bolt.washerOuter / 2);
    std::vector<double> stops{roundTo(position, 5)};
    const double end = 1.2 * s.bolt.d_0;
    for (const double stop : {-clear, s.flange + clear, s.depth - s.flange - clear, s.depth + clear, -s.spec.plate.above + end,
                              s.depth + s.spec.plate.below - end}) {
        if (std::abs(stop - position) < 6) stops.push_back(roundTo(stop, 1));
    }
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

int moveRow(Joint& joint, SideId side, int row, double position) {
    SideSpec* s = sideOf(joint, side);
    if (!s || row < 0 || row >= static_cast<int>(s->rows.size())) return row;
    BoltRowSpec moved = s->rows[static_cast<std::size_t>(row)];
    moved.position = position;
    s->rows.erase(s->rows.begin() + row);
    const auto at = std::find_if(s->rows.begin(), s->rows.end(), [&](const BoltRowSpec& r) { return r.position > position; });
    const int place = static_cast<int>(at - s->rows.begin());
    s->rows.insert(at, moved);
    return place;
}

std::optional<double> roomForRow(const ResolvedJoint& joint, SideId id) {
    const ResolvedSide* s = joint.side(id);
    if (!s) return std::nullopt;
    const double clear = std::ceil(8 * root2 + s->bolt.washerOuter / 2);
    const double pitch = 2.2 * s->bolt.d_0;
    std::vector<double> inner{s->flange + clear - pitch, s->depth - s->flange - clear + pitch};
    for (const BoltRowSpec& r : s->spec.rows)
        if (r.position > 0 && r.position < s->depth) inner.push_back(r.position);
    std::sort(inner.begin(), inner.end());
    std::optional<double> best;
    double gap = 2 * pitch - 1e-9;
    for (std::size_t i = 0; i + 1 < inner.size(); ++i) {
        if (inner[i + 1] - inner[i] <= gap) continue;
        gap = inner[i + 1] - inner[i];
        // Close to the tension side of the gap, where a row does most.
        best = roundTo(std::max(inner[i] + pitch, std::min(inner[i] + 3 * s->bolt.d, inner[i + 1] - pitch)), 5);
    }
    return best;
}

} // namespace zg
