#pragma once
#include "base/units.h"
#include "plates/plate_result.h"
#include <string>
#include <vector>

namespace zg {

/// One part of a plate study on its way through the joint.
struct PathPart {
    PartRef part;
    std::string name, number, help;
    double use = 0; ///< what it is sorted by within its stretch: above 1 for what has yielded
};
/// A stretch of the force's path from the beam into the column.
struct PathStretch {
    const char* title;
    std::vector<PathPart> parts; ///< most used first
};

/// The parts of a set in the order in which the force meets them: beam, its welds, end plate, rows, column flange, column web,
/// fittings. Stretches without a part are left out. In window, report and command line alike.
[[nodiscard]] std::vector<PathStretch> pathOf(const PlateStrength& set, bool isTwoSided, UnitSystem units);

} // namespace zg
