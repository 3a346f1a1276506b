#include "fe/connect.h"
#include "joint/geometry.h"
#include "plates/beam_shape.h"
#include "plates/beam_strips.h"
#include "plates/end_forces.h"
#include "plates/model_builder.h"

namespace zg {

ModelBuilder::Axes ModelBuilder::axesOf(const ResolvedSide& s) const {
    const EndFrame f = frameOf(joint_, s);
    const auto vec = [](const std::array<double, 3>& a) { return Vec3{a[0], a[1], a[2]}; };
    return {vec(f.face), vec(f.out), vec(f.across)};
}

std::vector<int> ModelBuilder::supportShells(const ResolvedSide& s) const {
    return s.isInPlane() ? columnFlange(s.direction) : columnWeb();
}

void ModelBuilder::side(const ResolvedSide& s) {
    switch (s.kind) {
    case ConnectionKind::EndPlate: endPlate(s); break;
    case ConnectionKind::DirectWeld: {
        const std::vector<int> face = supportShells(s);
        beam(s, face);
        rib(s, true, face);
        rib(s, false, face);
        if (s.isWebBolted) finPlate(s);
        break;
    }
    case ConnectionKind::FinPlate:
        beam(s, {});
        finPlate(s);
        break;
    }
}

void ModelBuilder::endPlate(const ResolvedSide& s) {
    const PartRef ref{PartKind::EndPlate, s.id};
    const PlatePart& drawn = *built(ref).front();
    const Box box = boxOf(drawn);
    const double t_p = drawn.thickness;
    GridLines y(box.u0, box.u1, 2 * fine_), z(box.v0, box.v1, 2.5 * fine_);
    linesOfSide(s, y, z);
    const ResolvedSide* partner = joint_.splicedTo(s);
    linesOfFeet(s, t_p, y, z);
    if (partner) linesOfSide(*partner, y, z); // the beam on the other side of the bolts
    const int plate = part(ref, t_p, s.plateSteel.f_y);
    grid(plate, y.positions(), z.positions(), [&](double u, double v) { return on(drawn, u, v); });
    cutHoles(s.isPartner ? *joint_.splicedTo(s) : s, ref, {plate});
    const std::vector<int>& plateShells = plates_[s.id] = fe::shellsOf(out_.model, plate);
    beam(s, plateShells);
    rib(s, true, plateShells);
    rib(s, false, plateShells);
    if (s.isPartner) return; // bolts and contact are with the connection onto it
    const std::vector<int> far = partner ? plates_[partner->id] : supportShells(s);
    const PartRef support = partner         ? PartRef{PartKind::EndPlate, partner->id}
                            : s.isInPlane() ? PartRef{PartKind::ColumnFlange, s.dir() > 0 ? ends::right : ends::left}
                                            : PartRef{PartKind::ColumnWeb};
    bolts(s, support, plateShells, far, partner ? std::vector<Backing>{} : backings(s, far));
    contact(ref, plateShells, far, t_p + (partner ? partner->spec.plate.thickness : s.isInPlane() ? col_.t_f : col_.t_w));
    clamps(s);
}

// Fillets run along both faces of a flange but for the web and its roots on the inner one.
void ModelBuilder::flangeWeld(PartRef ref, const ResolvedSide& s, const FlangeEdge& at, const WeldSpec& spec,
                              const SteelStrength& steel, const std::vector<int>& faceShells) {
    const Axes axes = axesOf(s);
    const bool isInnerPositive = at.isUpper == (cross(axes.across, axes.out).z < 0);
    WeldPlace place{ref, at.edge, at.thickness, axes.out, &faceShells};
    if (spec.kind == WeldKind::Butt) return weld(place, spec, s.plateSteel, steel);
    std::vector<int> before, after;
    for (std::size_t i = 0; i < at.ys.size(); ++i) {
        if (at.ys[i] <= -at.rootHalf + 1) before.push_back(at.edge[i]);
        if (at.ys[i] >= at.rootHalf - 1) after.push_back(at.edge[i]);
    }
    place.isOnPositiveSide = !isInnerPositive, place.isOnNegativeSide = isInnerPositive;
    weld(place, spec, s.plateSteel, steel);
    place.isOnPositiveSide = isInnerPositive, place.isOnNegativeSide = !isInnerPositive;
    for (const std::vector<int>& run : {before, after}) {
        place.edge = run;
        if (run.size() > 1) weld(place, spec, s.plateSteel, steel);
    }
}

void ModelBuilder::beam(const ResolvedSide& s, const std::vector<int>& faceShells) {
    const Section& b = s.beam.section;
    const Axes axes = axesOf(s);
    const bool isFin = s.kind == ConnectionKind::FinPlate;
    const double away = isFin ? s.spec.fin.gap : s.spec.plate.thickness;
    const double toe = toeOf(s), length = toe + settings_.beamStub * b.h;
    const Vec3 vertical{0, 0, 1}, axisStart = axes.at(away, 0, levelOf(s, 0) - b.h / 2 / s.cosSlope);
    const BeamShape shape(s, axisStart, axes.out, axes.across, length);
    const Vec3 along = shape.along(), axisEnd = shape.end();
    const auto at = [&](double u, double y, double d) { return shape.at(u, y, d); };
    // A reduced section: the flanges' edges on a circular arc, everything in them drawn in with their width.
    const auto narrowed = [&](double u, double c) {
        if (!s.spec.cut) return c;
        const auto& cut = *s.spec.cut;
        const double fromMiddle = u * length - cut.from - cut.length / 2, half = cut.length / 2;
        if (std::abs(fromMiddle) >= half) return c;
        const double radius = (cut.depth * cut.depth + half * half) / (2 * cut.depth);
        return c * (1 - (cut.depth - radius + std::sqrt(radius * radius - fromMiddle * fromMiddle)) / (b.b / 2));
    };
    GridLines u(0, 1, 4 * fine_ / length, 1 / length), y(-b.b / 2, b.b / 2, 2 * fine_),
        d(b.t_f / 2, b.h - b.t_f / 2, 2.5 * fine_);
    // A flange takes its force from the web on the last millimetres: a first element much longer than half its thickness would
    // yield late.
    u.fine(0, b.t_f / length, std::min(1.2 * fine_, settings_.sizeFactor * hingeWidth * b.t_f) / length);
    u.fine(0, 0.02, 1.2 * fine_ / length);
    for (const bool isBelow : {true, false}) {
        const auto& h = s.haunch(isBelow);
        if (!h) continue;
        const double place = shape.toeAt(*h);
        u.through(place);
        u.fine(place - 0.15 * b.h / length, place + 0.15 * b.h / length, 2 * fine_ / length);
        if (!h->isTaper) continue;
        if (h->spec.midStiffener) u.through(place / 2);
        const double web = b.h - 2 * shape.beside();
        d.fine(shape.beside(), b.h - shape.beside(), 2.5 * fine_ * web / (web + shape.taperBy(isBelow)));
    }
    if (s.spec.cut) {
        const double from = s.spec.cut->from, to = from + s.spec.cut->length;
        for (const double place : {from, (from + to) / 2, to}) u.through(place / length);
        u.fine(from / length, to / length, 1.5 * fine_ / length);
    }
    if (s.hasFinPlate()) { // lines through the bolts
        const FinPlate& f = s.spec.fin;
        if (s.isWebBolted) u.through(f.gap / length);
        for (int line = 0; line < f.lines; ++line) {
            const double along_ = (f.firstLine + line * f.linePitch - away) / length;
            u.through(along_);
            u.fine(along_ - s.bolt.washerOuter / length, along_ + s.bolt.washerOuter / length, fine_ / length);
        }
        for (int i = 0; i < f.rows; ++i) {
            d.through(f.top + f.firstRow + i * f.pitch);
            d.fine(f.top + f.firstRow + i * f.pitch - s.bolt.washerOuter, f.top + f.firstRow + i * f.pitch + s.bolt.washerOuter,
                   fine_);
        }
    }
    y.through(0);
    if (shape.taperAt(false) <= 0) d.through(b.t_f + rootDistance(b));
    if (shape.taperAt(true) <= 0) d.through(b.h - b.t_f - rootDistance(b));
    d.fine(b.t_f / 2, b.t_f / 2 + fine_, 1.5 * fine_);
    d.fine(b.h - b.t_f / 2 - fine_, b.h - b.t_f / 2, 1.5 * fine_);
    const BeamStrips strips = beamStrips(b);
    d.through(strips.reach);
    d.through(b.h - strips.reach);
    const double rootHalf = b.t_w / 2 + rootDistance(b);
    y.through(rootHalf);
    y.through(-rootHalf);
    if (shape.taperAt(true) > 0 || shape.taperAt(false) > 0) // whose flange has no roots
        for (const double sign : {-1.0, 1.0}) y.through(sign * b.t_w / 2);
    const std::vector<double> us = u.positions(), ys = y.positions(), ds = d.positions();
    const double f_y = settings_.beamStrength * s.beam.steel.f_y;
    const auto nearestLine = [&](double place) {
        return std::min_element(us.begin(), us.end(),
                                [&](double a, double c) { return std::abs(a - place) < std::abs(c - place); });
    };
    // Lines up to a taper's toe, and from there on.
    const auto split = [&](double place) {
        const auto line = nearestLine(place);
        return std::pair(std::vector<double>(us.begin(), line + 1), std::vector<double>(line, us.end()));
    };
    const auto flange = [&](bool isBelow) {
        const PartKind kind = isBelow ? PartKind::BeamBottomFlange : PartKind::BeamTopFlange;
        const auto& h = s.haunch(isBelow);
        const auto place = [&](double a, double c) { return at(a, narrowed(a, c), isBelow ? b.h - b.t_f / 2 : b.t_f / 2); };
        const bool isTaper = h && h->isTaper;
        const auto [near, beyond] = split(shape.taperAt(isBelow));
        std::vector<int> line = grid(part({kind, s.id}, b.t_f, f_y), beyond, ys, place);
        const int index = isBelow ? 0 : 1;
        if (isTaper)
            line =
                grid(part({PartKind::HaunchFlange, s.id, index}, h->t_f, settings_.beamStrength * h->steel.f_y), near, ys, place);
        if (faceShells.empty()) return; // ends free
        if (isTaper)
            flangeWeld({PartKind::WeldHaunchFlange, s.id, index}, s, {line, ys, h->t_f, b.t_w / 2, !isBelow}, h->spec.flangeWeld,
                       h->steel, faceShells);
        else
            flangeWeld({isBelow ? PartKind::WeldBottom : PartKind::WeldTop, s.id}, s, {line, ys, b.t_f, rootHalf, !isBelow},
                       isBelow ? s.spec.bottomWeld : s.spec.topWeld, s.beam.steel, faceShells);
    };
    flange(false);
    flange(true);
    const int web = part({PartKind::BeamWeb, s.id}, b.t_w, f_y),
              root = part({PartKind::BeamWeb, s.id}, strips.thickness, f_y, ".root");
    // A bolted web stops short of the face.
    std::vector<double> webUs = us;
    if (s.isWebBolted)
        webUs.erase(std::remove_if(webUs.begin(), webUs.end(), [&](double a) { return a * length < s.spec.fin.gap - 1.5; }),
                    webUs.end());
    std::vector<int> webEdge;
    const auto rootOf = [&](bool isBelow) { return shape.taperAt(isBelow) > 0 ? b.t_f / 2 : b.t_f + rootDistance(b); };
    for (std::size_t j = 0; j < ds.size(); ++j) {
        // The fillets of the web end at its roots; the flanges' welds hold what lies there.
        if (ds[j] >= rootOf(false) - 1 && ds[j] <= b.h - rootOf(true) + 1) webEdge.push_back(node(at(0, 0, ds[j])));
        if (j + 1 == ds.size()) break;
        const double middle = (ds[j] + ds[j + 1]) / 2;
        const bool isAbove = middle < strips.reach, isRoot = isAbove || middle > b.h - strips.reach;
        const double taper = shape.taperAt(!isAbove);
        const auto band = [&](int index, const std::vector<double>& lines) {
            grid(index, lines, {ds[j], ds[j + 1]}, [&](double a, double c) { return at(a, 0, c); });
        };
        if (isRoot && taper > 0) { // beside a taper's flange there are no root fillets
            const auto [near, beyond] = split(taper);
            band(web, near);
            band(root, beyond);
        } else {
            band(isRoot ? root : web, webUs);
        }
    }
    if (!faceShells.empty() && !s.isWebBolted)
        weld({{PartKind::WeldWeb, s.id}, webEdge, b.t_w, axes.out, &faceShells}, s.spec.webWeld, s.plateSteel, s.beam.steel);
    if (toe > 0)
        haunches(
            s, faceShells,
            [&](const ResolvedHaunch& h, double share, double across, double depth) {
                return node(at(*nearestLine(share * shape.toeAt(h)), across, depth));
            },
            ys, ds);
    // Far end: plane and stiff.
    std::vector<int> end;
    for (double c : ys)
        for (double depth : {b.t_f / 2, b.h - b.t_f / 2}) end.push_back(node(at(1, c, depth)));
    for (double depth : ds) end.push_back(node(at(1, 0, depth)));
    std::sort(end.begin(), end.end());
    end.erase(std::unique(end.begin(), end.end()), end.end());
    const int handle = out_.model.addNode(axisEnd);
    out_.model.addRigid(handle, end, name(s.id) + std::string(".beam end"));
    const Vec3 turn = cross(vertical, axes.out);
    JointModel::Beam beam;
    beam.side = s.id;
    beam.handle = handle;
    beam.length = length;
    beam.face = axes.at(0, 0, axisStart.z);
    beam.turn = turn;
    beam.carriesMoment = !isFin && !s.isPartner && s.isInPlane();
    beam.axisLevel = axisStart.z;
    beam.toe = toe;
    for (const bool isReversed : {false, true}) {
        // A moment at the face; on a haunched end with the shear that goes with it, or the beam would fail beyond its haunch.
        const double shear = beam.shearOfMoment[isReversed] = toe > 0 ? shearOfMoment(joint_, s, isReversed) : 0;
        if (isReversed && toe <= 0) {
            beam.loadCases[1] = beam.loadCases[0];
            break;
        }
        beam.loadCases[isReversed] = out_.model.addCase(name(s.id) + (isReversed ? ".moment reversed" : ".moment"));
        std::vector<fe::NodalForce>& forces = out_.model.cases[beam.loadCases[isReversed]].forces;
        const Vec3 force = shear * (s.sinSlope * axes.out - s.cosSlope * vertical),
                   moment = turn + cross(beam.face - axisEnd, force);
        for (int k = 0; k < 3; ++k) {
            if (force[k] != 0) forces.push_back({handle, static_cast<fe::Freedom>(k), force[k]});
            if (moment[k] != 0) forces.push_back({handle, static_cast<fe::Freedom>(3 + k), moment[k]});
        }
    }
    // A section near the joint: beyond it the beam is by itself, and what it turns plastically there is no rotation of the joint.
    const auto section = std::min_element(us.begin() + 1, us.end(), [&](double a, double c) {
        return std::abs(a * length - toe - b.h / 4) < std::abs(c * length - toe - b.h / 4);
    });
    beam.section = {node(at(*section, 0, b.t_f / 2)), node(at(*section, 0, b.h - b.t_f / 2))};
    beam.along = along;
    beam.isInPlane = carriesInPlaneOnly(joint_, s.id);
    // The frame holds the beam sideways and against twisting, unless forces are given there.
    if (s.isPartner) {
        out_.model.fixAll(handle, name(s.id) + std::string(".beam, held end"));
        out_.heldBeam = s.id;
    } else if (beam.isInPlane) {
        const bool isAcrossY = s.isInPlane();
        out_.model.fix(handle, {isAcrossY ? fe::Uy : fe::Ux, isAcrossY ? fe::Rx : fe::Ry, fe::Rz},
                       name(s.id) + std::string(".beam held in plane"));
    }
    out_.beams.push_back(beam);
}

} // namespace zg
