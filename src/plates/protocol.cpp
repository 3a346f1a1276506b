#include "plates/protocol.h"

namespace zg {

namespace {

constexpr DriftLevel american[] = {{0.00375, 6}, {0.005, 6}, {0.0075, 6}, {0.01, 4}, {0.015, 2}, {0.02, 2}};
constexpr DriftLevel americanStep{0.01, 2};
constexpr DriftLevel european[] = {{0.25, 1}, {0.5, 1}, {0.75, 1}, {1, 1}, {2, 3}}; // of the yield drift
constexpr DriftLevel europeanStep{2, 3};

} // namespace

std::vector<DriftLevel> driftLevels(CyclicProtocol protocol, double target, double yieldDrift) {
    std::vector<DriftLevel> levels;
    constexpr double near = 1e-9;
    const auto add = [&](DriftLevel next) {
        // The last one is the target itself, with the cycles of the level it stands in.
        const bool isLast = next.drift > target * (1 - near);
        levels.push_back({isLast ? target : next.drift, next.cycles});
        return !isLast;
    };
    const bool isAmerican = protocol == CyclicProtocol::Aisc341;
    const double unit = isAmerican ? 1 : yieldDrift;
    DriftLevel last;
    const auto all = [&](const auto& table, DriftLevel step) {
        for (const DriftLevel& level : table) {
            last = level;
            if (!add({unit * level.drift, level.cycles})) return;
        }
        do last = {last.drift + step.drift, step.cycles};
        while (add({unit * last.drift, last.cycles}));
    };
    if (protocol == CyclicProtocol::None || !(target > 0) || !(unit > 0)) return levels;
    if (isAmerican)
        all(american, americanStep);
    else
        all(european, europeanStep);
    return levels;
}

} // namespace zg
