#include "plates/beam_shape.h"
#include "joint/geometry.h"
#include "plates/beam_strips.h"
#include "plates/joint_model.h"
#include <algorithm>

namespace zg {
namespace {
const fe::Vec3 vertical{0, 0, 1};
}

BeamShape::BeamShape(const ResolvedSide& s, fe::Vec3 start, fe::Vec3 out, fe::Vec3 across, double length)
    : h_(s.beam.section.h), cos_(s.cosSlope), tan_(s.sinSlope / s.cosSlope), toe_(toeOf(s)), atToe_(toe_ / length), start_(start),
      across_(across), along_(s.cosSlope * out + s.sinSlope * vertical), up_(s.cosSlope * vertical - s.sinSlope * out),
      end_(start + length * along_) {
    const Section& b = s.beam.section;
    beside_ = std::max(beamStrips(b).reach, b.t_f + rootDistance(b));
    for (const bool isBelow : {true, false})
        if (const auto& h = s.haunch(isBelow); h && h->isTaper)
            tapers_[isBelow ? 0 : 1] = {toeAt(*h), h->spec.depth - h->flange / 2 + b.t_f / 2 / s.cosSlope};
}

double BeamShape::toeAt(const ResolvedHaunch& h) const {
    return atToe_ * h.alongMember / (toe_ + (h.isBelow ? 1 : -1) * h_ / 2 * tan_);
}

// The strips beside the flanges go with them; the web between grows.
double BeamShape::drawnUp(double u, double d) const {
    const double share = std::clamp((d - beside_) / (h_ - 2 * beside_), 0.0, 1.0);
    const Taper &below = tapers_[0], &above = tapers_[1];
    double z = 0;
    if (u < below.toe) z -= below.most * (1 - u / below.toe) * share;
    if (u < above.toe) z += above.most * (1 - u / above.toe) * (1 - share);
    return z;
}

fe::Vec3 BeamShape::at(double u, double y, double d) const {
    const fe::Vec3 from = start_ + y * across_ + (h_ / 2 - d) / cos_ * vertical, to = end_ + y * across_ + (h_ / 2 - d) * up_;
    if (toe_ <= 0) return (1 - u) * from + u * to;
    const fe::Vec3 middle = start_ + toe_ * along_ + y * across_ + (h_ / 2 - d) * up_;
    const fe::Vec3 straight = u < atToe_ ? (1 - u / atToe_) * from + u / atToe_ * middle
                                         : (1 - u) / (1 - atToe_) * middle + (u - atToe_) / (1 - atToe_) * to;
    return straight + drawnUp(u, d) * vertical;
}

} // namespace zg
