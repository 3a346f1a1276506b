#pragma once
#include "assembly/assembly.h"
#include <vector>

namespace zg {

/// Welds of one part that are made alike.
struct WeldLine {
    PartRef part;
    WeldKind kind = WeldKind::Fillet;
    double throat = 0;        ///< fillets
    double thickness = 0;     ///< of the part welded
    double run = 0;           ///< weld laid, all runs together, mm
    double volume = 0;        ///< weld metal, mm³
    bool joinsMember = false; ///< a member's own flanges or web, or a haunch, straight on another member
};

/// Section of the weld metal, mm²: fillets a² (legs alike); butt welds a single bevel of 45° with 3 mm root opening through the
/// whole thickness (ISO 9692-1:2013 table 1, 1.9.1), without reinforcement.
[[nodiscard]] double weldSection(WeldKind kind, double throat, double thickness);

[[nodiscard]] std::vector<WeldLine> weldLines(const Assembly& assembly);

} // namespace zg
