#include "component/side_model.h"
#include "component/tension_zone.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double root2 = 1.41421356237309504880;

FittingPlate fitting(const BackingSpec& spec, const SteelStrength& steel, PartRef part) {
    return {spec.thickness, 0, 0, steel, part};
}
FittingPlate fitting(const RibSpec& spec, const SteelStrength& steel, PartRef part) {
    return {spec.thickness, spec.throat, spec.length, steel, part};
}

void addStiffeners(SideModel& m, const ResolvedSide& own, const ResolvedSide& owner) {
    const auto add = [&](const std::optional<StiffenerSpec>& spec, const SteelStrength& steel, double level, PartKind kind) {
        if (!spec) return;
        const double down = levelOf(own, 0) - level;
        StiffenerLine line;
        line.y = m.isReversed ? own.depth - down : down;
        line.thickness = spec->thickness;
        line.width = stiffenerWidth(spec->width, m.column.section);
        line.throat = spec->throat;
        line.steel = steel;
        line.part = {kind, owner.id};
        m.stiffeners.push_back(line);
    };
    add(owner.spec.stiffenerTop, owner.stiffenerTopSteel, levelOf(owner, owner.flange / 2), PartKind::StiffenerTop);
    add(owner.spec.stiffenerBottom, owner.stiffenerBottomSteel, levelOf(owner, owner.depth - owner.flange / 2),
        PartKind::StiffenerBottom);
}

FlangeStiffener stiffenerAt(const SideModel& m, double y, const WeldSpec& weld) {
    const double legs = weld.kind == WeldKind::Fillet ? root2 * weld.throat : 0;
    const double path = m.beam.flange + 2 * legs + 2 * m.t_p;
    FlangeStiffener best;
    for (const StiffenerLine& s : m.stiffeners) {
        const double overlap = std::min(std::min(s.thickness, path), (s.thickness + path) / 2 - std::abs(s.y - y));
        const double share = overlap / std::min(s.thickness, path);
        if (share > 1e-9 && share * s.thickness > best.share * (best.line ? best.line->thickness : 0)) best = {&s, share};
    }
    return best;
}

} // namespace

FlangeStiffener SideModel::tensionStiffener() const { return stiffenerAt(*this, beam.flange / 2, weldTension); }
FlangeStiffener SideModel::compressionStiffener() const { return stiffenerAt(*this, centreOfCompression(), weldCompression); }

void keepCommonRows(SideModel& a, SideModel& b) {
    const auto counted = [](const SideModel& m) {
        std::vector<int> places;
        for (const int i : tensionRows(m)) places.push_back(m.rows[static_cast<std::size_t>(i)].place);
        return places;
    };
    // Which rows count outside a flange hangs on the others: until both agree.
    for (bool isChanged = true; isChanged;) {
        isChanged = false;
        const std::vector<int> ofA = counted(a), ofB = counted(b);
        const auto drop = [&](SideModel& m, const std::vector<int>& own, const std::vector<int>& others) {
            for (RowModel& r : m.rows)
                if (std::count(own.begin(), own.end(), r.place) && !std::count(others.begin(), others.end(), r.place))
                    r.takesTension = false, isChanged = true;
        };
        drop(a, ofA, ofB);
        drop(b, ofB, ofA);
    }
}

SideModel makeSideModel(const ResolvedJoint& joint, EndId id, bool isReversed) {
    const ResolvedSide& s = *joint.side(id);
    SideModel m;
    m.side = id;
    m.isReversed = isReversed;
    m.hasColumn = joint.hasColumn;
    m.column.section = joint.column.section;
    m.column.steel = joint.column.steel;
    const ResolvedSide* partner = joint.splicedTo(s);
    m.gripThickness = partner ? partner->spec.plate.thickness : m.column.section.t_f;
    m.gripSteel = partner ? partner->plateSteel : m.column.steel;
    if (joint.columnSpec.endAbove) {
        const double end = *joint.columnSpec.endAbove - levelOf(s, 0);
        (isReversed ? m.columnEndCompression : m.columnEnd) = end;
    }
    m.beam.section = s.beam.section;
    m.beam.steel = s.beam.steel;
    m.depth = s.depth;
    m.beam.flange = s.flange;
    m.beam.cosSlope = s.cosSlope;
    m.t_p = s.spec.plate.thickness;
    m.b_p = s.spec.plate.width;
    m.projectionTension = isReversed ? s.spec.plate.below : s.spec.plate.above;
    m.projectionCompression = isReversed ? s.spec.plate.above : s.spec.plate.below;
    m.plateSteel = s.plateSteel;
    m.bolts.size = s.bolt;
    m.bolts.grade = s.boltClass;
    m.bolts.threadInShearPlane = s.spec.bolts.threadInShearPlane;
    m.weldTension = isReversed ? s.spec.bottomWeld : s.spec.topWeld;
    m.weldCompression = isReversed ? s.spec.topWeld : s.spec.bottomWeld;
    m.weldWeb = s.spec.webWeld;
    m.bearsInCompression = s.spec.bearsInCompression;
    for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
        const BoltRowSpec& row = s.spec.rows[i];
        m.rows.push_back({static_cast<int>(i), isReversed ? s.depth - row.position : row.position,
                          row.gauge.value_or(s.spec.bolts.gauge), row.takesTension});
    }
    if (partner) {
        // Beams of different depth: the couple is that of the nearer compression flange.
        const double from = isReversed ? levelOf(s, s.depth) : levelOf(s, 0);
        const double to =
            isReversed ? levelOf(*partner, partner->flange / 2) : levelOf(*partner, partner->depth - partner->flange / 2);
        const double centre = isReversed ? to - from : from - to;
        if (centre < m.depth - m.beam.flange / 2 - 1e-9) m.nearerCentre = centre;
    }
    std::stable_sort(m.rows.begin(), m.rows.end(), [](const RowModel& a, const RowModel& b) { return a.y < b.y; });
    for (const ResolvedSide& owner : joint.sides) addStiffeners(m, s, owner);
    std::sort(m.stiffeners.begin(), m.stiffeners.end(), [](const StiffenerLine& a, const StiffenerLine& b) { return a.y < b.y; });
    const auto& backing = isReversed ? s.spec.backingBottom : s.spec.backingTop;
    if (backing) {
        m.backing = fitting(*backing, isReversed ? s.backingBottomSteel : s.backingTopSteel,
                            {isReversed ? PartKind::BackingBottom : PartKind::BackingTop, id});
    }
    const auto& rib = isReversed ? s.spec.ribBottom : s.spec.ribTop;
    if (rib)
        m.rib = fitting(*rib, isReversed ? s.ribBottomSteel : s.ribTopSteel,
                        {isReversed ? PartKind::RibBottom : PartKind::RibTop, id});
    m.column.doubler = joint.doubler;
    m.column.doublerSteel = joint.doublerSteel;
    m.diagonal = joint.diagonal;
    m.diagonalSteel = joint.diagonalSteel;
    if (m.diagonal) {
        // A positive moment on the left and a negative one on the right both turn the panel the other way.
        const bool flips = isReversed != (s.direction == Direction::Left);
        m.diagonalInCompression = (m.diagonal->direction == DiagonalDirection::Compression) != flips;
    }
    return m;
}

} // namespace zg
