#pragma once
#include "base/workings.h"
#include "catalogue/sections.h"
#include "catalogue/steels.h"
#include "joint/blocks.h"

namespace zg {

/// A beam flange welded to the flange of an I or H section, EN 1993-1-8:2005 4.10 and 6.2.6.4.3. Lengths mm, forces N, MPa.
struct WeldedFlangeInput {
    double b_b = 0, t_fb = 0; ///< beam flange, its thickness along the column's face
    double f_y_b = 0, f_u_b = 0;
    Section column;
    double f_y_c = 0;
    double gamma_M0 = 1;
};
template <class Num> struct WeldedFlange {
    Num b_eff;   ///< no more than the flange is wide
    Num F_fc_Rd; ///< of the flange over the effective breadth
    Num b_least; ///< a smaller effective breadth asks for a stiffener, (4.7)
};
template <class Num> [[nodiscard]] WeldedFlange<Num> weldedFlange(Workings<Num>& w, const WeldedFlangeInput& in);

/// Width over which a welded flange pulls at the column web, (6.16), no more than a column that ends offers. `toEnd`: from the
/// flange's centre to the column's end, negative where it continues.
struct WebSpreadInput {
    double t_fb = 0;
    WeldSpec weld;
    Section column;
    double toEnd = -1;
};
template <class Num> [[nodiscard]] Num tensionSpread(Workings<Num>& w, const WebSpreadInput& in);

} // namespace zg
