#pragma once
#include "base/workings.h"
#include "component/column_web.h"
#include "component/inputs.h"
#include "joint/settings.h"
#include <algorithm>

namespace zg {

/// Column web with a stiffener pair opposite the compression flange, N: the lesser of the strut of stiffeners and web strip
/// (EN 1993-1-5:2006 9.1, 9.4, buckling curve c over 0.75 of the web depth) and of crushing beside the flange (stiffeners clear
/// of the root, with the web's own share), but never less than the web carries without them. EN 1993-1-8 asks for such a
/// stiffener to be verified but gives no formula. A stiffener counts with the part of its thickness in the path of the force.
template <class Num> struct StiffenedCompression {
    Num F_c_Rd;
    Num stiffenerShare;     ///< part of the force that enters through the stiffeners
    bool isSlender = false; ///< outstand beyond class 3
};
template <class Num>
[[nodiscard]] StiffenedCompression<Num> stiffenedCompression(Workings<Num>& w, const ColumnInput& column,
                                                             const FlangeForceInput& from, const Settings& s,
                                                             const FlangeStiffener& stiffener, const WebCompression<Num>& web);

/// Resistance of a stiffener pair in tension where it meets the flange, clear of the root, N.
template <class Num>
[[nodiscard]] Num stiffenerTension(Workings<Num>& w, const ColumnInput& column, const Settings& s, const StiffenerLine& line);
/// Welds of a stiffener pair: to the flange (across) and to the web (along), N.
template <class Num> struct StiffenerWelds {
    Num toFlange, toWeb;
    [[nodiscard]] double least() const { return std::min(valueOf(toFlange), valueOf(toWeb)); }
};
template <class Num>
[[nodiscard]] StiffenerWelds<Num> stiffenerWelds(Workings<Num>& w, const ColumnInput& column, const Settings& s,
                                                 const StiffenerLine& line);

/// Axial resistance of the diagonal web stiffener, N, and the cosine of its slope.
template <class Num> struct Diagonal {
    Num N_Rd;
    double cosine = 1;
    Num weld; ///< of its ends to the column flanges, N
};
template <class Num>
[[nodiscard]] Diagonal<Num> diagonalResistance(Workings<Num>& w, const ColumnInput& column, const DiagonalInput& in,
                                               const Settings& s);

} // namespace zg
