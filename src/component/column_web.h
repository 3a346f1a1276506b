#pragma once
#include "base/workings.h"
#include "component/inputs.h"
#include "joint/settings.h"

namespace zg {

/// Shear area of the column with what a supplementary web plate adds (EN 1993-1-1:2005 6.2.6(3), EN 1993-1-8:2005 6.2.6.1(6)),
/// mm².
template <class Num> [[nodiscard]] Num shearArea(Workings<Num>& w, const ColumnInput& column);

/// Resistance of the web panel in shear (EN 1993-1-8:2005 6.2.6.1), N. `leverBetweenStiffeners` > 0 when stiffeners stand at both
/// beam flanges: then V_wp_add_Rd is counted. `slender` panels (d/t_w > 69 epsilon), which 6.2.6.1 does not cover, take the plate
/// buckling resistance of EN 1993-1-5:2006 5.2 without flange contribution.
template <class Num> struct PanelShear {
    Num V_wp_Rd; ///< of the panel, with V_wp_add_Rd, without a diagonal
    bool isSlender = false;
};
template <class Num>
[[nodiscard]] PanelShear<Num> panelShearResistance(Workings<Num>& w, const ColumnInput& column, const FlangeStiffener& atTension,
                                                   const FlangeStiffener& atCompression, const Settings& s, const Num& A_vc);

/// Reduction factor for shear in the panel, table 6.3, for one effective width and the thickness that the force uses: A_vc counts
/// a supplementary web plate, so t_wc does too.
template <class Num>
[[nodiscard]] Num shearReduction(Workings<Num>& w, const Num& b_eff, const Num& t_wc, const Num& A_vc, double beta);

/// Column web in transverse compression without a stiffener (6.2.6.2), N. sigma_com: largest compressive stress of the column at
/// the web's root from axial force and bending, MPa, tension as 0.
template <class Num> struct WebCompression {
    Num F_c_wc_Rd;
    Num b_eff_c_wc;
    Num bearing; ///< omega k_wc b_eff t_wc f_y / gamma_M0: the web's own crushing share
};
template <class Num>
[[nodiscard]] WebCompression<Num> webCompressionResistance(Workings<Num>& w, const ColumnInput& column,
                                                           const FlangeForceInput& from, const Settings& s, const Num& A_vc,
                                                           double beta, double sigma_com);

/// Column web in transverse tension (6.2.6.3) for an effective width, N.
template <class Num>
[[nodiscard]] Num webTensionResistance(Workings<Num>& w, const ColumnInput& column, const Settings& s, const Num& A_vc,
                                       const Num& b_eff, double beta);

/// Effective thickness of the web over its own with supplementary plates: in compression (6.2.6.2(6)), in tension (6.2.6.3(8)).
/// Resistance, omega and stiffness (6.2.6.1(7)) take the same.
[[nodiscard]] double compressionThicknessFactor(const ColumnInput& column);
[[nodiscard]] double tensionThicknessFactor(const ColumnInput& column);

} // namespace zg
