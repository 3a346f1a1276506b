#include "component/side_model.h"
#include "component/tension_zone.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double root2 = 1.41421356237309504880;

FittingPlate fitting(const BackingSpec& spec, const SteelStrength& steel, PartRef part) {
    return {spec.thickness, 0, 0, {}, 0, steel, part};
}
FittingPlate fitting(const RibSpec& spec, const SteelStrength& steel, PartRef part) {
    return {spec.thickness, spec.length, spec.throat, spec.onFace(), spec.height.value_or(0), steel, part};
}

void addStiffeners(SideModel& m, const ResolvedSide& own, const ResolvedSide& owner) {
    const auto add = [&](const std::optional<StiffenerSpec>& spec, const SteelStrength& steel, double level, PartKind kind) {
        if (!spec) return;
        const double down = levelOf(own, 0) - level;
        StiffenerLine line;
        line.y = m.isReversed ? own.bottom() - down : down - own.top();
        line.thickness = spec->thickness;
        line.width = stiffenerWidth(spec->width, m.column.section);
        line.throat = spec->throat;
        line.onFlange = spec->onFlange();
        line.steel = steel;
        line.part = {kind, owner.id};
        if (spec->isInLine) {
            const EndFace face = endFace(owner);
            line.cos = (kind == PartKind::StiffenerTop ? face.flanges.front() : face.flanges.back()).cos;
        }
        m.stiffeners.push_back(line);
    };
    add(owner.spec.stiffenerTop, owner.stiffenerTopSteel, flangeLevel(owner, true), PartKind::StiffenerTop);
    add(owner.spec.stiffenerBottom, owner.stiffenerBottomSteel, flangeLevel(owner, false), PartKind::StiffenerBottom);
}

/// The column's top plate stiffens it there as a pair of stiffeners does.
void addTopPlate(SideModel& m, const ResolvedSide& own, const ResolvedJoint& joint) {
    if (!joint.topPlate || !joint.columnSpec.endAbove) return;
    const TopPlateSpec& plate = *joint.topPlate;
    const double down = levelOf(own, 0) - (*joint.columnSpec.endAbove + plate.thickness / 2);
    StiffenerLine line;
    line.y = m.isReversed ? own.bottom() - down : down - own.top();
    line.thickness = plate.thickness;
    line.width = stiffenerWidth(std::nullopt, m.column.section);
    line.throat = plate.throat;
    line.onFlange = {WeldKind::Fillet, plate.throat};
    line.steel = joint.topPlateSteel;
    line.part = {PartKind::TopPlate};
    m.stiffeners.push_back(line);
}

/// Flanges and webs of an end, turned so that tension is at the top.
void addFace(SideModel& m, const ResolvedSide& s) {
    const EndFace face = endFace(s);
    const Section& b = s.beam.section;
    const std::size_t n = face.flanges.size();
    const auto root = [&](const PartRef& web) { return web.kind == PartKind::HaunchWeb ? s.haunch(web.index == 0)->r : b.r; };
    for (std::size_t k = 0; k < n; ++k) {
        const std::size_t i = m.isReversed ? n - 1 - k : k;
        const FlangeOnFace& f = face.flanges[i];
        FlangeInput in;
        in.from = m.isReversed ? s.bottom() - f.to : f.from - s.top();
        in.along = f.thickness / f.cos;
        in.to = in.from + in.along;
        in.b = f.width;
        in.t = f.thickness;
        in.cos = f.cos;
        in.tan = f.tan;
        const bool isUpper = i == 0;
        in.lean = isUpper ? f.tan : -f.tan;
        const WebOnFace& web = face.webs[isUpper ? 0 : i - 1];
        in.web = web.thickness;
        in.root = root(f.part.kind == PartKind::HaunchFlange ? PartRef{PartKind::HaunchWeb, s.id, f.part.index} : web.part);
        in.isInner = i > 0 && i + 1 < n;
        in.steel = *f.steel;
        in.weld = *f.weld;
        in.part = f.part;
        m.flanges.push_back(in);
    }
    m.isTapered = (s.haunchBelow && s.haunchBelow->replacesFlange()) || (s.haunchAbove && s.haunchAbove->replacesFlange());
    for (std::size_t k = 0; k + 1 < n; ++k) {
        const std::size_t i = m.isReversed ? n - 2 - k : k;
        const WebOnFace& web = face.webs[i];
        const bool isOwn = web.part.kind == PartKind::BeamWeb;
        double d = isOwn ? (b.h - 2 * b.t_f - 2 * b.r) / s.cosSlope : s.haunch(web.part.index == 0)->clear() - root(web.part);
        if (isOwn)
            for (const bool isBelow : {true, false})
                if (const auto& h = s.haunch(isBelow); h && h->replacesFlange()) d += h->clear() + (b.t_f + b.r) / s.cosSlope;
        m.webs.push_back({web.thickness, d, *web.steel, *web.weld, web.part});
    }
}

FlangeStiffener stiffenerAt(const SideModel& m, double y, const FlangeInput& flange) {
    const double path = flange.along + 2 * root2 * legOf(flange.weld) + 2 * m.t_p;
    FlangeStiffener best;
    for (const StiffenerLine& s : m.stiffeners) {
        const double overlap = std::min(std::min(s.thickness, path), (s.thickness + path) / 2 - std::abs(s.y - y));
        const double share = overlap / std::min(s.thickness, path);
        if (share > 1e-9 && share * s.thickness > best.share * (best.line ? best.line->thickness : 0)) best = {&s, share};
    }
    return best;
}

} // namespace

FlangeStiffener SideModel::tensionStiffener() const { return stiffenerAt(*this, tensionFlange().along / 2, tensionFlange()); }
FlangeStiffener SideModel::compressionStiffener() const { return stiffenerAt(*this, centreOfCompression(), compressionFlange()); }

int SideModel::webBeside(double y) const {
    if (y < 0) return -1;
    int web = 0;
    for (std::size_t i = 1; i + 1 < flanges.size(); ++i)
        if (y > (flanges[i].from + flanges[i].to) / 2) web = static_cast<int>(i);
    return web;
}

PartRef weldToFace(const PartRef& of) {
    switch (of.kind) {
    case PartKind::HaunchFlange: return {PartKind::WeldHaunchFlange, of.side, of.index};
    case PartKind::HaunchWeb: return {PartKind::WeldHaunchWeb, of.side, of.index};
    case PartKind::BeamTopFlange: return {PartKind::WeldTop, of.side};
    case PartKind::BeamBottomFlange: return {PartKind::WeldBottom, of.side};
    default: return {PartKind::WeldWeb, of.side};
    }
}

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
        const double end = *joint.columnSpec.endAbove - levelOf(s, s.top());
        (isReversed ? m.columnEndCompression : m.columnEnd) = end;
    }
    m.beam.section = s.beam.section;
    m.beam.steel = s.beam.steel;
    m.depth = s.bottom() - s.top();
    m.axis = isReversed ? s.bottom() - s.depth / 2 : s.depth / 2 - s.top();
    addFace(m, s);
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
    m.bearsInCompression = s.spec.bearsInCompression;
    for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
        const BoltRowSpec& row = s.spec.rows[i];
        m.rows.push_back({static_cast<int>(i), isReversed ? s.bottom() - row.position : row.position - s.top(),
                          row.gauge.value_or(s.spec.bolts.gauge), row.takesTension});
    }
    if (partner) {
        // Beams of different depth: the couple is that of the nearer compression flange.
        const double from = isReversed ? levelOf(s, s.bottom()) : levelOf(s, s.top());
        const double to = flangeLevel(*partner, isReversed);
        const double centre = isReversed ? to - from : from - to;
        if (centre < m.depth - m.compressionFlange().along / 2 - 1e-9) m.nearerCentre = centre;
    }
    std::stable_sort(m.rows.begin(), m.rows.end(), [](const RowModel& a, const RowModel& b) { return a.y < b.y; });
    for (const ResolvedSide& owner : joint.sides) addStiffeners(m, s, owner);
    addTopPlate(m, s, joint);
    std::sort(m.stiffeners.begin(), m.stiffeners.end(), [](const StiffenerLine& a, const StiffenerLine& b) { return a.y < b.y; });
    const auto& backing = isReversed ? s.spec.backingBottom : s.spec.backingTop;
    if (backing) {
        m.backing = fitting(*backing, isReversed ? s.backingBottomSteel : s.backingTopSteel,
                            {isReversed ? PartKind::BackingBottom : PartKind::BackingTop, id});
    }
    const auto ribAt = [&](bool isTop) {
        const auto& rib = isTop ? s.spec.ribTop : s.spec.ribBottom;
        if (!rib) return std::optional<FittingPlate>();
        return std::optional(
            fitting(*rib, isTop ? s.ribTopSteel : s.ribBottomSteel, {isTop ? PartKind::RibTop : PartKind::RibBottom, id}));
    };
    m.rib = ribAt(!isReversed);
    m.farRib = ribAt(isReversed);
    m.isWebBolted = s.isWebBolted;
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
