#pragma once
#include "base/workings.h"

namespace zg {

/// A web in shear between two plates across it, taken as a rectangle; lengths mm, f_y MPa.
struct WebPanel {
    const char* symbol; ///< of its depth in the workings
    const char* what;
    double depth = 0, length = 0, f_y = 0;
    bool isHalved = false; ///< in length, by a stiffener
};

/// Beyond 72 ε its buckling in shear has to be looked at (EN 1993-1-5:2006 5.1(2), η = 1).
[[nodiscard]] bool isSlender(const WebPanel& panel, double thickness);

/// What it keeps of its resistance in shear (EN 1993-1-5:2006 5.2, 5.3, A.3). `t`: its thickness, as it stands in the workings.
template <class Num> [[nodiscard]] Num shearBuckling(Workings<Num>& w, const WebPanel& panel, const Num& t);

} // namespace zg
