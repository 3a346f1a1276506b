#include "plates/part_marks.h"
#include "plates/snapshot.h"
#include <algorithm>

namespace zg {

namespace {
constexpr double atResistance = 1 - 1e-6; // the law keeps a yielding bolt on its resistance but for rounding
}

void PartMarks::watch(const PartRef& part, PartEvent what, double use) {
    auto w = std::find_if(watched_.begin(), watched_.end(),
                          [&](const Watched& o) { return o.mark.part == part && o.mark.what == what; });
    if (w == watched_.end()) w = watched_.insert(watched_.end(), Watched{{part, what, 0, 0}, 0, 0, false});
    w->now = std::max(w->now, use);
}

void PartMarks::look(const Uses& uses, double M, double phi) {
    for (const PartUse& p : uses.parts) {
        watch(p.part, PartEvent::FirstYield, p.strain / firstYieldStrain);
        watch(p.part, PartEvent::StrainLimit, p.strain / rules_.strainLimit);
    }
    for (const BoltUse& b : uses.bolts) {
        // With a little shear beside its tension a bolt yields a hair below what table 3.4 gives it.
        watch(b.row, PartEvent::BoltResistance, b.elongation > 0 ? std::max(1.0, b.utilisation()) : b.utilisation());
        watch(b.row, PartEvent::BoltFracture, b.elongation / b.fractureLength);
    }
    for (const WeldUse& w : uses.welds) {
        if (w.strength > 0) watch(w.part, PartEvent::WeldResistance, w.utilisation());
        if (w.limit > 0) watch(w.part, PartEvent::WeldFracture, w.deformation / w.limit);
    }
    for (Watched& w : watched_) {
        const bool isResistance = w.mark.what == PartEvent::BoltResistance || w.mark.what == PartEvent::WeldResistance;
        const double at = isResistance ? atResistance : 1;
        if (!w.hasCome && w.now >= at) {
            const double t = (at - w.use) / (w.now - w.use);
            w.mark.M = M_ + t * (M - M_);
            w.mark.phi = phi_ + t * (phi - phi_);
            w.hasCome = true;
        }
        w.use = w.now;
        w.now = 0;
    }
    M_ = M;
    phi_ = phi;
}

std::vector<PartMark> PartMarks::inOrder(double mostPhi) const {
    std::vector<PartMark> marks;
    for (const Watched& w : watched_)
        if (w.hasCome && w.mark.phi <= mostPhi * (1 + 1e-9)) marks.push_back(w.mark);
    std::stable_sort(marks.begin(), marks.end(), [](const PartMark& a, const PartMark& b) { return a.phi < b.phi; });
    return marks;
}

} // namespace zg
