#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace zg {

/// Bolt assembly of the catalogue, mm and mm². Countersunk heads are not in the tables.
struct BoltSize {
    std::string set;         ///< ISO, HR, HV, US
    std::string designation; ///< "M24"
    bool isUsual = true;     ///< not one of the sizes that hardly anyone stocks
    double d = 0, A_s = 0, A = 0, d_0 = 0, d_0_oversize = 0;
    double threadInGrip = 0;            ///< least free thread between nut and shank of listed bolts
    std::optional<double> threadLength; ///< of bolts up to 125 mm long; nothing where no listing gives it
    double washerOuter = 0, washerThickness = 0, pitch = 0, headHeight = 0, nutHeight = 0, d_m = 0, acrossCorners = 0;
};

struct BoltClass {
    std::string name;
    double f_ub = 0;
    double alpha_v_thread = 0, alpha_v_shank = 0;
    double elongation = 0; ///< after fracture, least
    double F_nt = 0, F_nv_thread = 0,
           F_nv_shank = 0; ///< AISC 360-16 table J3.2, on the nominal area; of EN classes by the ratios of the table
    bool isUs = false;     ///< a group of AISC 360-16 table J3.2, for inch bolts
    bool isPreloadable = false;
};

[[nodiscard]] const std::vector<BoltSize>& boltSizes();
[[nodiscard]] const BoltSize* findBoltSize(std::string_view designation);
/// Thread of a bolt this long: 6 mm more beyond 125 mm and 13 more beyond 200 (ISO 888); nothing where no listing gives it.
[[nodiscard]] std::optional<double> threadLengthOf(const BoltSize& size, double length);
/// Classes of EN 1993-1-8:2005 table 3.1, then the groups of AISC 360-16 table J3.2. Table 3.4 has no alpha_v for the latter:
/// here they have its smaller value in the thread, 0.5, and 0.6 in the shank.
[[nodiscard]] const std::vector<BoltClass>& boltClasses();
/// Whether bolts of a size are made in a class: inch bolts in groups, metric ones in classes.
[[nodiscard]] bool isMadeIn(const BoltSize& size, const BoltClass& grade);
/// The class of a size that is nearest in strength to another: what takes its place when the set of sizes changes.
[[nodiscard]] const BoltClass& likeClass(const BoltSize& size, const BoltClass& grade);
/// Whether it is an assembly for preloading (EN 14399, ASTM F3125) in a class that is.
[[nodiscard]] bool isPreloadable(const BoltSize& size, const BoltClass& grade);
[[nodiscard]] const BoltClass* findBoltClass(std::string_view name);

} // namespace zg
