#pragma once
#include "assembly/assembly.h"
#include <optional>
#include <string>
#include <vector>

namespace zg {

struct BoltSize;

/// Bolts that are ordered alike: with nut and two washers, as the elongation length of the component method has them.
struct BoltOrder {
    std::string size, grade;
    double grip = 0;                    ///< plies between head and nut, without washers
    double needed = 0;                  ///< under the head: grip, washers, nut and one pitch beyond it
    std::optional<double> length;       ///< the least listed one that is long enough; nothing where none is
    std::optional<double> threadInGrip; ///< thread between shank and nut; nothing where no listing gives the thread
    double leastThread = 0;             ///< EN 1090-2:2018 8.2.2: one pitch, four of preloaded bolts
    bool isPreloaded = false;
    double mass = 0; ///< of one assembly from its nominal dimensions, kg
    double hole = 0;
    std::vector<std::size_t> bolts; ///< places in the assembly
};

/// In the order of the assembly.
[[nodiscard]] std::vector<BoltOrder> boltOrders(const Assembly& assembly);

/// Bolt, nut and two washers from nominal dimensions, kg.
[[nodiscard]] double massOf(const BoltSize& size, double length);

} // namespace zg
