#pragma once
#include "joint/plate_spec.h"
#include <vector>

namespace zg {

/// Cycles of one amplitude.
struct DriftLevel {
    double drift = 0; ///< rad
    int cycles = 0;
};

/// The levels of a protocol up to a drift, which is the last one. AISC 341-16 K2.4b: 6 cycles each of 0.00375, 0.005 and 0.0075,
/// 4 of 0.01, 2 each of 0.015, 0.02, 0.03 and so on by 0.01. ECCS 45 (1986): one cycle each of a quarter, half, three quarters
/// and the whole of the yield drift, then 3 each of 2, 4, 6 times it and so on.
[[nodiscard]] std::vector<DriftLevel> driftLevels(CyclicProtocol protocol, double target, double yieldDrift);

} // namespace zg
