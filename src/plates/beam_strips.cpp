#include "plates/beam_strips.h"
#include <cmath>

namespace zg {
namespace {

/// Bounds of a strip as distances from the beam's axis.
double outer(const Section& s) { return (s.h - s.t_f) / 2; }
double inner(const Section& s) { return s.h / 2 - beamStrips(s).reach; }

} // namespace

BeamStrips beamStrips(const Section& s) {
    BeamStrips strips;
    // As far as the fillets of a rolled section reach on average; wide for a welded one, which gives a little away.
    strips.reach = s.isWelded ? 0.15 * s.h : s.t_f + 0.8 * s.r;
    const double arm = outer(s), from = s.h / 2 - strips.reach;
    const double midSurfaces = 2 * s.b * s.t_f * arm + s.t_w * arm * arm;
    strips.thickness = s.t_w + (s.W_pl_y - midSurfaces) / (arm * arm - from * from);
    return strips;
}

double modelledSecondMoment(const Section& s) {
    const double arm = outer(s), more = beamStrips(s).thickness - s.t_w;
    return 2 * s.b * s.t_f * arm * arm + s.b * std::pow(s.t_f, 3) / 6 + s.t_w * std::pow(2 * arm, 3) / 12 +
           2 * more * (std::pow(arm, 3) - std::pow(inner(s), 3)) / 3;
}

} // namespace zg
