#include "fe/connect.h"
#include "joint/geometry.h"
#include "plates/model_builder.h"

namespace zg {

// What a side wants of the column's and its own plate's lines.
void ModelBuilder::linesOfSide(const ResolvedSide& s, GridLines& y, GridLines& z) const {
    // The plate of a haunched end is tall and its rows lie far apart: fine closer to them.
    const double reach = s.isHaunched() ? 0.8 : 1.5, beside = s.isHaunched() ? 1 : 2;
    for (const BoltRowSpec& row : s.spec.rows) {
        const double level = levelOf(s, row.position), half = row.gauge.value_or(s.spec.bolts.gauge) / 2;
        z.through(level);
        y.through(half);
        y.through(-half);
        z.fine(level - reach * s.bolt.washerOuter, level + reach * s.bolt.washerOuter, fine_);
        y.fine(half - s.bolt.washerOuter, half + s.bolt.washerOuter, fine_);
        y.fine(-half - s.bolt.washerOuter, -half + s.bolt.washerOuter, fine_);
    }
    for (bool isTop : {true, false}) {
        z.through(flangeLevel(s, isTop));
        z.fine(flangeLevel(s, isTop) - beside * fine_, flangeLevel(s, isTop) + beside * fine_, fine_);
        if (!s.haunch(!isTop) || s.haunch(!isTop)->clear() <= 0 || s.haunch(!isTop)->isTaper)
            continue; // the member's own flange, between two webs
        const double inner = levelOf(s, isTop ? s.flange / 2 : s.depth - s.flange / 2);
        z.through(inner);
        z.fine(inner - beside * fine_, inner + beside * fine_, 1.5 * fine_);
    }
    y.through(0);
    y.fine(-2 * fine_, 2 * fine_, fine_);
}

// Where the welds of a side hold the plate of thickness `t` it is welded to, and lines beside them: a hinge sits at the middle of
// an element, so that the first one must be narrow.
void ModelBuilder::linesOfFeet(const ResolvedSide& s, double t, GridLines& y, GridLines& z) const {
    const auto holds = [&](GridLines& lines, double middle, double foot) {
        for (const double sign : {-1.0, 1.0}) lines.throughIfClear(middle + sign * foot, 0.15 * t);
        for (const double sign : {-1.0, 1.0}) lines.throughIfClear(middle + sign * (foot + hingeWidth * t), 0.3 * t);
    };
    holds(y, 0, s.beam.section.t_w / 2 + footOf(s.spec.webWeld));
    for (const bool isTop : {true, false}) {
        const auto& h = s.haunch(!isTop);
        holds(z, flangeLevel(s, isTop),
              (h ? h->flange : s.flange) / 2 + footOf(h       ? h->spec.flangeWeld
                                                      : isTop ? s.spec.topWeld
                                                              : s.spec.bottomWeld));
    }
}

void ModelBuilder::column() {
    double top = -1e9, bottom = 1e9;
    const auto reach = [&](const ResolvedSide& s) {
        top = std::max(top, plateTop(s));
        bottom = std::min(bottom, plateBottom(s));
    };
    for (const ResolvedSide& s : joint_.sides) reach(s);
    out_.columnTop = joint_.columnSpec.endAbove ? *joint_.columnSpec.endAbove : top + settings_.columnStub * col_.h;
    out_.columnBottom = bottom - settings_.columnStub * col_.h;
    const double half = (col_.h - col_.t_f) / 2;
    // The rows of two beams are seldom at the same levels: lines close to each other become one, nearer ones only in a finer
    // mesh.
    const double close = joint_.isTwoSided() ? 0.4 * fine_ / std::max(1.0, settings_.sizeFactor) : 1;
    GridLines z(out_.columnBottom, out_.columnTop, 3 * fine_, close), x(-half, half, 2 * fine_);
    // Across the flanges, right and left; the same on both where plates between them need it.
    bool isShared = joint_.diagonal.has_value() || joint_.topPlate.has_value();
    std::array<bool, 2> isJoined{};
    for (const ResolvedSide& s : joint_.sides) {
        isShared = isShared || s.spec.stiffenerTop || s.spec.stiffenerBottom;
        if (s.isInPlane()) isJoined[s.direction == Direction::Right ? 0 : 1] = true;
    }
    const auto flangeLines = [&](bool joined) {
        return GridLines(-col_.b / 2, col_.b / 2, (isShared || joined ? 2 : 3) * fine_);
    };
    std::array<GridLines, 2> across{flangeLines(isJoined[0]), flangeLines(isJoined[1])};
    const auto onBoth = [&](double v) {
        for (GridLines& y : across) y.through(v);
    };
    onBoth(0);
    // Root fillets: strips as wide as 0.8 r (EN 1993-1-8:2005 figure 6.8 measures m from there).
    const double root = col_.isWelded ? 0 : 0.8 * col_.r;
    for (double sign : {-1.0, 1.0}) {
        if (root <= 0) break;
        x.through(sign * (half - col_.t_f / 2 - root));
        onBoth(sign * (col_.t_w / 2 + root));
        for (GridLines& y : across) y.throughIfClear(sign * (col_.t_w / 2 + root + hingeWidth * col_.t_f), 0.3 * col_.t_f);
    }
    for (const ResolvedSide& s : joint_.sides) {
        if (!s.isInPlane()) continue;
        for (GridLines& y : across)
            if (isShared || &y == &across[s.direction == Direction::Right ? 0 : 1]) {
                linesOfSide(s, y, z);
                if (s.kind == ConnectionKind::DirectWeld) linesOfFeet(s, col_.t_f, y, z);
            }
        z.through(plateTop(s));
        z.through(plateBottom(s));
        for (const auto* stiffener : {&s.spec.stiffenerTop, &s.spec.stiffenerBottom}) {
            if (!*stiffener) continue;
            for (double sign : {-1.0, 1.0}) onBoth(sign * (col_.t_w / 2 + stiffenerWidth((*stiffener)->width, col_)));
        }
    }
    // What stands on the web: its plate's mid-plane and ends, fine beside them.
    for (const ResolvedSide& s : joint_.sides) {
        if (s.isInPlane() || s.kind != ConnectionKind::FinPlate) continue;
        const double beside = (s.beam.section.t_w + s.spec.fin.thickness) / 2, high = levelOf(s, s.spec.fin.top);
        x.through(beside);
        x.fine(beside - 2 * fine_, beside + 2 * fine_, fine_);
        for (double level : {high, high - s.spec.fin.depth}) {
            z.through(level);
            z.fine(level - 2 * fine_, level + 2 * fine_, fine_);
        }
    }
    const std::vector<double> zs = z.positions(), xs = x.positions();
    const double f_y = joint_.column.steel.f_y;
    web_ = {part({PartKind::ColumnWeb}, col_.t_w, f_y)};
    grid(web_[0], xs, zs, [](double u, double v) { return Vec3{u, 0, v}; });
    for (std::size_t i = 0; i < 2; ++i) {
        flanges_[i] = {part({PartKind::ColumnFlange, i == 0 ? ends::right : ends::left}, col_.t_f, f_y)};
        grid(flanges_[i][0], across[i].positions(), zs, [&](double u, double v) { return Vec3{i == 0 ? half : -half, u, v}; });
    }
    if (root > 0) thickenRoots(half - col_.t_f / 2 - root, col_.t_w / 2 + root);
    columnStiffeners(xs, across[0].positions(), zs);
    for (const ResolvedSide& s : joint_.sides)
        if (s.isInPlane() && s.kind == ConnectionKind::EndPlate)
            cutHoles(s, {PartKind::ColumnFlange, s.dir() > 0 ? ends::right : ends::left}, flanges_[s.dir() > 0 ? 0 : 1]);
    if (joint_.topPlate) // its edges share their nodes with the ends of web and flanges
        grid(part({PartKind::TopPlate}, joint_.topPlate->thickness, joint_.topPlateSteel.f_y), xs, across[0].positions(),
             [&](double u, double v) {
                 return Vec3{u, v, out_.columnTop};
             });
    if (joint_.plates.isColumnHeld)
        for (const ResolvedSide& s : joint_.sides)
            for (const bool isTop : {true, false}) {
                if (!s.isInPlane()) continue;
                const double level = *std::min_element(zs.begin(), zs.end(), [&](double a, double b) {
                    return std::abs(a - flangeLevel(s, isTop)) < std::abs(b - flangeLevel(s, isTop));
                });
                out_.model.fix(node({s.dir() * half, 0, level}), {fe::Uy}, "column held sideways");
            }
    columnEnds();
}

// Each pair on the mesh line nearest to its level: edges share their nodes with flanges and web.
void ModelBuilder::columnStiffeners(const std::vector<double>& xs, const std::vector<double>& ys, const std::vector<double>& zs) {
    for (const StiffenerPair& pair : zg::columnStiffeners(joint_)) {
        if (pair.tan != 0) {
            acrossPanel({pair.flange == FlangeSide::Top ? PartKind::StiffenerTop : PartKind::StiffenerBottom, pair.side},
                        *pair.steel, pair.spec->throat, pair.spec->endWeld);
            continue;
        }
        const double z = *std::min_element(
            zs.begin(), zs.end(), [&](double a, double b) { return std::abs(a - pair.level) < std::abs(b - pair.level); });
        if (pair.level - z > 2)
            out_.notes.push_back("The column ends short of the " +
                                 std::string(EnumNames<FlangeSide>::names[static_cast<int>(pair.flange)]) +
                                 " stiffeners: the plates have them at its end.");
        if (pair.standsForTwo)
            out_.notes.push_back(std::string("The column stiffeners opposite the ") +
                                 EnumNames<FlangeSide>::names[static_cast<int>(pair.flange)] +
                                 " flanges of both beams meet: the plates have the thicker one only.");
        const double width = col_.t_w / 2 + stiffenerWidth(pair.spec->width, col_);
        if (width > col_.b / 2 + 1)
            out_.notes.push_back(std::string("The column stiffeners at the ") +
                                 EnumNames<FlangeSide>::names[static_cast<int>(pair.flange)] +
                                 " flange are wider than the column's flange: the plates end them at its edge.");
        // To the line that stands for its edge, which may have become one with another near it.
        const double edge = std::abs(*std::min_element(ys.begin(), ys.end(), [&](double a, double b) {
            return std::abs(std::abs(a) - width) < std::abs(std::abs(b) - width);
        }));
        std::vector<double> within;
        for (double v : ys)
            if (std::abs(v) <= edge + 1e-6) within.push_back(v);
        const PartRef ref{pair.flange == FlangeSide::Top ? PartKind::StiffenerTop : PartKind::StiffenerBottom, pair.side};
        grid(part(ref, pair.spec->thickness, pair.steel->f_y), xs, within, [&](double u, double v) { return Vec3{u, v, z}; });
    }
}

// One end is held; the other is a rigid section, unless the column ends there.
void ModelBuilder::columnEnds() {
    const double heldLevel = out_.isTopHeld ? out_.columnTop : out_.columnBottom,
                 freeLevel = out_.isTopHeld ? out_.columnBottom : out_.columnTop;
    std::vector<int> free;
    for (int n = 0; n < static_cast<int>(out_.model.nodes.size()); ++n) {
        const double level = out_.model.nodes[n].z;
        if (std::abs(level - heldLevel) < 1e-3) out_.model.fixAll(n, "column, held end");
        if (std::abs(level - freeLevel) < 1e-3) free.push_back(n);
    }
    if (joint_.columnSpec.endAbove && !out_.isTopHeld) return;
    out_.freeEnd = out_.model.addNode({0, 0, freeLevel});
    out_.model.addRigid(out_.freeEnd, free, "column, far end");
    std::vector<fe::Freedom> held{fe::Uy, fe::Rx, fe::Rz};
    if (!settings_.isFreeEndLoaded) held.insert(held.end(), {fe::Uz, fe::Ry});
    out_.model.fix(out_.freeEnd, held, "column, far end");
}

// Elements beside the web-flange junctions become parts of their own, thicker by the mean height of the fillets on them: over
// 0.8 r from the web's face a fillet is r/4 high on the mean; a web has one on each face.
void ModelBuilder::thickenRoots(double webFrom, double flangeWithin) {
    const double f_y = joint_.column.steel.f_y;
    web_.push_back(part({PartKind::ColumnWeb}, col_.t_w + 0.5 * col_.r, f_y, ".root"));
    moveShells(web_[0], web_[1], [&](Vec3 centre) { return std::abs(centre.x) > webFrom; });
    for (std::size_t i = 0; i < 2; ++i) {
        flanges_[i].push_back(
            part({PartKind::ColumnFlange, i == 0 ? ends::right : ends::left}, col_.t_f + 0.25 * col_.r, f_y, ".root"));
        moveShells(flanges_[i][0], flanges_[i][1], [&](Vec3 centre) { return std::abs(centre.y) < flangeWithin; });
    }
}

namespace {

std::vector<int> shellsOfAll(const fe::Model& model, const std::vector<int>& parts) {
    std::vector<int> shells;
    for (int p : parts) {
        const std::vector<int> some = fe::shellsOf(model, p);
        shells.insert(shells.end(), some.begin(), some.end());
    }
    return shells;
}

} // namespace

std::vector<int> ModelBuilder::columnFlange(Direction side) const {
    return shellsOfAll(out_.model, flanges_[side == Direction::Right ? 0 : 1]);
}

std::vector<int> ModelBuilder::columnWeb() const { return shellsOfAll(out_.model, web_); }

} // namespace zg
