#pragma once
#include "base/workings.h"
#include "component/effective_length.h"
#include "joint/job.h"

namespace zg {

/// Geometry and strength of an equivalent T-stub flange for the rows it covers. N, mm, MPa.
template <class Num> struct TStubInput {
    EffectiveLength<Num> l_eff; ///< of the row, or the sums over the group
    Num t_f;                    ///< flange thickness
    Num f_y;                    ///< yield strength of the flange
    Num m, n;                   ///< lever arms of figure 6.2
    Num SigmaF_t_Rd;            ///< tension resistance of all bolts
    double e_w = 0;             ///< a quarter of the washer diameter, method 2
    double m_bp = 0;            ///< plastic moment of the backing plate per length, Nmm/mm; 0 when there is none
    bool isPryingPossible = true;
};

enum class TStubMode { FlangeYields = 1, BoltsWithFlange = 2, BoltsAlone = 3, NoPrying = 12 };

template <class Num> struct TStubResult {
    Num F_T_Rd;
    Num l_eff_1, l_eff_2;
    TStubMode mode = TStubMode::FlangeYields;
    bool isCircular = false; ///< whether the circular pattern governs mode 1
};

/// Design resistance of a T-stub flange, EN 1993-1-8:2005 6.2.4 and table 6.2.
template <class Num>
[[nodiscard]] TStubResult<Num> tStubResistance(Workings<Num>& w, const TStubInput<Num>& in, ModeOneRule rule, double gamma_M0);

/// Elongation length limit L_b* of table 6.2: above it no prying force develops.
template <class Num>
[[nodiscard]] Num pryingLengthLimit(Workings<Num>& w, const Num& m, double A_s, int rows, const Num& l_eff_1, const Num& t_f);

} // namespace zg
