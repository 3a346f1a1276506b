#include "plates/slip_use.h"
#include "fe/analysis.h"
#include <cmath>

namespace zg {

std::vector<SlipUse> slipUses(const fe::Analysis& a, const JointModel& m) {
    struct Sum {
        SlipUse use;
        fe::Vec3 shear;
    };
    std::vector<Sum> sums;
    for (const JointModel::Bolt& b : m.bolts) {
        if (b.preload <= 0) continue;
        auto sum = std::find_if(sums.begin(), sums.end(), [&](const Sum& s) { return s.use.side == b.row.side; });
        if (sum == sums.end()) {
            sum = sums.insert(sums.end(), Sum{});
            sum->use.side = b.row.side;
            sum->use.isService = b.isServiceSlip;
        }
        // The last plane is that of the end plate; where shanks bear on edges of holes friction has a link of its own.
        const int last = b.firstLink + b.linkCount - 1;
        for (int link = b.bearsOnEdges ? last - 1 : last; link <= last; ++link) {
            const auto force = a.springForce(link);
            for (int k = 1; k < 3; ++k) sum->shear = sum->shear + force[k] * m.model.links[link].axes[k];
        }
        const std::array<double, 2>& slipped = a.state().springs[last].slipped;
        sum->use.F_s_Rd += b.F_s_Rd;
        ++sum->use.bolts;
        sum->use.slipped += std::hypot(slipped[0], slipped[1]) > 0;
    }
    std::vector<SlipUse> uses;
    for (Sum& sum : sums) {
        sum.use.shear = norm(sum.shear);
        uses.push_back(sum.use);
    }
    return uses;
}

} // namespace zg
