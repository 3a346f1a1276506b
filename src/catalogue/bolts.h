#pragma once
#include <string>
#include <string_view>
#include <vector>

namespace zg {

/// Bolt assembly of the catalogue, mm and mm². Countersunk heads are not in the tables.
struct BoltSize {
    std::string set;         ///< ISO, HR, HV, US
    std::string designation; ///< "M24"
    double d = 0, A_s = 0, A = 0, d_0 = 0, d_0_oversize = 0;
    double washerOuter = 0, washerThickness = 0, headHeight = 0, nutHeight = 0, d_m = 0, acrossCorners = 0;
};

struct BoltClass {
    std::string name;
    double f_yb = 0, f_ub = 0;
    double alpha_v_thread = 0, alpha_v_shank = 0;
};

[[nodiscard]] const std::vector<BoltSize>& boltSizes();
[[nodiscard]] const BoltSize* findBoltSize(std::string_view designation);
/// Classes of EN 1993-1-8 table 3.1 (the US groups have other rules and are not offered here).
[[nodiscard]] const std::vector<BoltClass>& boltClasses();
[[nodiscard]] const BoltClass* findBoltClass(std::string_view name);

} // namespace zg
