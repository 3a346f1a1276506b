#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace zg {

inline constexpr double youngsModulus = 210000; ///< EN 1993-1-1:2005 3.2.6, MPa

/// Which table yield and ultimate strengths come from. One source per job: they are never mixed.
enum class StrengthSource { EurocodeTable, ProductStandard };

struct SteelStrength {
    double f_y = 0, f_u = 0;
    std::optional<double> beta_w; ///< EN 1993-1-8 table 4.1; absent where the table does not list the grade
};

/// Expected over specified yield and tensile strength (AISC 341-16 table A3.1).
struct ExpectedStrength {
    double R_y = 0, R_t = 0;
};
/// Of an ASTM grade as shapes or as plates; nothing for other grades, of which the table knows nothing.
[[nodiscard]] std::optional<ExpectedStrength> expectedStrength(std::string_view grade, bool isPlate);

/// Strength of a grade at a thickness (of the thickest element, for a rolled section). Nothing when the grade is unknown or the
/// thickness lies outside its bands. ASTM grades have one source of their own.
[[nodiscard]] std::optional<SteelStrength> findSteel(std::string_view grade, double thickness, StrengthSource source);
[[nodiscard]] bool isSteelGrade(std::string_view grade);
/// Grades for open sections and plates, in catalogue order.
[[nodiscard]] std::vector<std::string> steelGrades();

} // namespace zg
