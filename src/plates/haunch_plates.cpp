#include "fe/connect.h"
#include "joint/balance.h"
#include "joint/geometry.h"
#include "plates/beam_strips.h"
#include "plates/model_builder.h"

namespace zg {

double toeOf(const ResolvedSide& s) {
    double toe = 0;
    for (const bool isBelow : {true, false})
        if (const auto& h = s.haunch(isBelow)) toe = std::max(toe, distanceToToe(s, *h));
    return toe;
}

double shearOfMoment(const ResolvedJoint& joint, const ResolvedSide& side, bool isReversed) {
    // Of a splice the moment would grow in the other member as it falls in this one.
    if (joint.splicedTo(side)) return 0;
    double most = 0, ratio = 0;
    for (const ActionSet& set : joint.actions) {
        const FaceForces f = faceForces(joint, side.id, set);
        if (set.kind != SetKind::Ultimate || f.M == 0 || (f.M < 0) != isReversed || std::abs(f.M) <= most) continue;
        most = std::abs(f.M);
        ratio = (f.V * side.cosSlope + f.N * side.sinSlope) / f.M; // across the member
    }
    // A moment that grows away from the joint would break the beam beyond its haunch.
    return std::max(0.0, ratio);
}

double haunchFlexibility(const ResolvedSide& s, double shearOverMoment) {
    const double toe = toeOf(s);
    if (toe <= 0) return 0;
    const Section& b = s.beam.section;
    constexpr int steps = 40;
    double turn = 0;
    for (int i = 0; i < steps; ++i) {
        const double x = toe * (i + 0.5) / steps;
        // Member and what of its haunches is left at x, about their own axis.
        double A = b.A, S = 0, I = modelledSecondMoment(b);
        for (const bool isBelow : {true, false}) {
            const auto& h = s.haunch(isBelow);
            if (!h) continue;
            const double left = 1 - x / std::max(1.0, distanceToToe(s, *h)),
                         depth = std::max(0.0, left) * h->spec.depth * s.cosSlope;
            if (depth <= h->t_f) continue;
            const double sign = isBelow ? 1 : -1, a = std::cos(h->alpha);
            const auto strip = [&](double from, double to, double width) { // from the axis, on the haunch's side
                A += width * (to - from);
                S += sign * width * (to * to - from * from) / 2;
                I += width * (to * to * to - from * from * from) / 3;
            };
            const double zf = b.h / 2 + depth - h->t_f / 2;
            strip(zf - h->t_f / 2, zf + h->t_f / 2, h->b * a * a * a);
            if (h->isTaper) { // in the place of the beam's own flange, with its web up to its middle plane
                const double own = (b.h - b.t_f) / 2;
                const BeamStrips roots = beamStrips(b);
                strip(own - b.t_f / 2, own + b.t_f / 2, -b.b);
                strip(b.h / 2 - roots.reach, own, b.t_w - roots.thickness);
                strip(own, zf, h->t_w);
            } else {
                strip(b.h / 2, zf - h->t_f / 2, h->t_w);
            }
        }
        turn += (1 - shearOverMoment * x) / (youngsModulus * (I - S * S / A)) * toe / steps;
    }
    return turn;
}

std::vector<int> ModelBuilder::shellsOfPart(PartRef ref) const {
    std::vector<int> shells;
    for (std::size_t p = 0; p < out_.parts.size(); ++p)
        if (out_.parts[p] == ref) {
            const std::vector<int> some = fe::shellsOf(out_.model, static_cast<int>(p));
            shells.insert(shells.end(), some.begin(), some.end());
        }
    return shells;
}

void ModelBuilder::haunches(const ResolvedSide& s, const std::vector<int>& faceShells, const SectionNode& at,
                            const std::vector<double>& ys, const std::vector<double>& ds) {
    const Section& b = s.beam.section;
    for (const bool isBelow : {true, false}) {
        const auto& h = s.haunch(isBelow);
        if (!h) continue;
        if (!h->isTaper) haunch(s, *h, faceShells);
        if (h->spec.isToeHeld)
            for (const double depth : {b.t_f / 2, b.h - b.t_f / 2})
                out_.model.fix(at(*h, 1, 0, depth), {fe::Uy}, name(s.id) + std::string(".toe held sideways"));
        // On the lines of the beam's section: its edges share their nodes with web and flanges.
        const auto stiffener = [&](const WebStiffenerSpec& w, PartKind kind, const SteelStrength& steel, double share) {
            const int index = part({kind, s.id, isBelow ? 0 : 1}, w.thickness, steel.f_y);
            const double width = b.t_w / 2 + stiffenerWidth(w.width, b);
            const auto isWithin = [&](double d) {
                return w.reach == StiffenerReach::Full || (isBelow ? d >= b.h / 2 - fine_ : d <= b.h / 2 + fine_);
            };
            for (std::size_t i = 0; i + 1 < ys.size(); ++i) {
                if (std::max(std::abs(ys[i]), std::abs(ys[i + 1])) > width + fine_) continue;
                for (std::size_t j = 0; j + 1 < ds.size(); ++j)
                    if (isWithin(ds[j]) && isWithin(ds[j + 1]))
                        out_.model.shells.push_back({{at(*h, share, ys[i], ds[j]), at(*h, share, ys[i + 1], ds[j]),
                                                      at(*h, share, ys[i + 1], ds[j + 1]), at(*h, share, ys[i], ds[j + 1])},
                                                     index});
            }
        };
        if (h->spec.toeStiffener) stiffener(*h->spec.toeStiffener, PartKind::HaunchToeStiffener, h->toeSteel, 1);
        if (h->isTaper && h->spec.midStiffener) {
            WebStiffenerSpec whole = *h->spec.midStiffener;
            whole.reach = StiffenerReach::Full;
            stiffener(whole, PartKind::HaunchStiffener, h->midSteel, 0.5);
        }
    }
}

namespace {

/// A cutting's root fillets: a strip of its web beside its flange, so much thicker that it has their area less what the web
/// counts within half the flange's thickness.
struct RootStrip {
    double reach = 0; ///< along the plate from the flange's middle
    double thickness = 0;
};
RootStrip rootStrip(const ResolvedHaunch& h) {
    if (!(h.r > 0)) return {};
    const double square = h.t_f / 2 + 0.8 * h.r; // to the flange
    const double area = (2 - 1.57079632679489662) * h.r * h.r - h.t_w * h.t_f / 2;
    return {square / h.cos, h.t_w + area / square};
}

} // namespace

// A tapering web on the member's face and a flange at its angle, welded to plate, member and, at the toe, to the member's flange.
// Flange and web share their nodes; the web ends 12 mm blunt before the toe, the flange where its middle plane meets the face.
void ModelBuilder::haunch(const ResolvedSide& s, const ResolvedHaunch& h, const std::vector<int>& faceShells) {
    const int index = h.isBelow ? 0 : 1;
    const double sign = h.isBelow ? 1 : -1, tan = s.sinSlope / s.cosSlope, L = h.spec.length;
    if (h.clear() < 15) {
        out_.notes.push_back("The haunch of the " + name(s.id) +
                             " is too shallow for a web of its own: the plates leave it out.");
        return;
    }
    const Axes axes = axesOf(s);
    const double away = s.spec.plate.thickness, face = levelOf(s, h.isBelow ? s.depth : 0),
                 middle = face - sign * (h.spec.depth - h.flange / 2); // levels at the plate
    const double meets = L * (1 - h.flange / 2 / h.spec.depth), blunt = meets * (1 - 12 / (h.spec.depth - h.flange / 2));
    GridLines x(0, meets, 4 * fine_), y(-h.b / 2, h.b / 2, 2 * fine_), v(0, 1, 2.5 * fine_ / h.clear());
    x.fine(0, h.t_f, std::min(1.3 * fine_, settings_.sizeFactor * hingeWidth * h.t_f));
    x.fine(0, 0.03 * L, 1.3 * fine_);
    x.through(blunt);
    y.through(0);
    const double rootHalf = h.t_w / 2 + h.r;
    y.through(rootHalf);
    y.through(-rootHalf);
    if (h.spec.midStiffener) x.through(L / 2);
    const RootStrip strip = rootStrip(h);
    if (const double at = strip.reach / std::abs(face - middle); strip.thickness > 0 && at < 0.9) v.through(at);
    const std::vector<double> xs = x.positions(), ys = y.positions(), vs = v.positions();
    const double f_y = settings_.beamStrength * h.steel.f_y;
    const auto onFlange = [&](double a, double c) { return axes.at(away + a, c, middle + a * h.tan); };
    const auto onWeb = [&](double a, double c) { // 0 on the flange, 1 on the member
        return axes.at(away + a, 0, (1 - c) * (middle + a * h.tan) + c * (face + a * tan));
    };
    std::vector<double> webXs;
    for (const double a : xs)
        if (a <= blunt + 1e-6) webXs.push_back(a);
    const PartRef flangeRef{PartKind::HaunchFlange, s.id, index}, webRef{PartKind::HaunchWeb, s.id, index};
    const std::vector<int> flangeEdge = grid(part(flangeRef, h.t_f, f_y), xs, ys, onFlange);
    const int web = part(webRef, h.t_w, f_y);
    std::vector<int> webEdge = grid(web, webXs, vs, onWeb);
    if (strip.thickness > 0) {
        const double plate = dot(axes.at(away, 0, 0), axes.out);
        moveShells(web, part(webRef, strip.thickness, f_y, ".root"), [&](Vec3 centre) {
            return std::abs(centre.z - (middle + (dot(centre, axes.out) - plate) * h.tan)) < strip.reach;
        });
    }
    if (!faceShells.empty()) {
        flangeWeld({PartKind::WeldHaunchFlange, s.id, index}, s, {flangeEdge, ys, h.t_f, rootHalf, !h.isBelow}, h.spec.flangeWeld,
                   h.steel, faceShells);
        weld({{PartKind::WeldHaunchWeb, s.id, index}, webEdge, h.t_w, axes.out, &faceShells}, h.spec.webWeld, s.plateSteel,
             h.steel);
    }
    const std::vector<int> member = shellsOfPart({h.isBelow ? PartKind::BeamBottomFlange : PartKind::BeamTopFlange, s.id});
    // Into the haunch, square to the member's face.
    const Vec3 vertical{0, 0, 1}, into = -sign * (s.cosSlope * vertical - s.sinSlope * axes.out);
    weld({{PartKind::WeldHaunch, s.id, index}, chain(webXs, [&](double a) { return onWeb(a, 1); }), h.t_w, into, &member},
         {WeldKind::Fillet, h.spec.throat}, h.steel, s.beam.steel);
    weld({{PartKind::WeldHaunchToe, s.id, index}, chain(ys, [&](double c) { return onFlange(meets, c); }), h.t_f, into, &member},
         h.spec.toeWeld, h.steel, s.beam.steel);
    if (!h.spec.midStiffener) return;
    const WebStiffenerSpec& w = *h.spec.midStiffener;
    const double width = h.t_w / 2 + stiffenerWidth(w.width, h.b, h.t_w);
    const double at = *std::min_element(webXs.begin(), webXs.end(),
                                        [&](double a, double c) { return std::abs(a - L / 2) < std::abs(c - L / 2); });
    std::vector<double> across;
    for (const double c : ys)
        if (std::abs(c) <= width + 1) across.push_back(c);
    const int stiffener = part({PartKind::HaunchStiffener, s.id, index}, w.thickness, h.midSteel.f_y);
    grid(stiffener, across, vs, [&](double c, double d) { return onWeb(at, d) + c * axes.across; });
}

} // namespace zg
