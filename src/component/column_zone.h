#pragma once
#include "base/workings.h"
#include "component/check_list.h"
#include "component/column_web.h"
#include "component/result.h"
#include "component/side_model.h"
#include "component/stiffeners.h"

namespace zg {

/// The zone of an open column beside one connection: its web panel in shear, its web in compression opposite the compression
/// flange, with whatever strengthens them. Whether the flange forces come through an end plate or are welded makes no difference
/// here.
template <class Num> class ColumnZone {
public:
    ColumnZone(Workings<Num>& w, const SideModel& m, const Settings& s) : w_(w), m_(m), s_(s) {}

    /// Resistances under one set: beta and the column's own compressive stress at the web's root.
    void resistances(double beta, double sigma_com);
    [[nodiscard]] const Num& A_vc() const { return A_vc_; }
    [[nodiscard]] const Num& b_eff_c_wc() const { return web_.b_eff_c_wc; }
    [[nodiscard]] Num panel() const;
    [[nodiscard]] Num compression() const { return stiffened_ ? stiffened_->F_c_Rd : web_.F_c_wc_Rd; }

    /// Checks under the panel's shear V and the compression C at the flange, N.
    void checks(CheckList& list, double V, double C, double beta);

private:
    void diagonal(CheckList& list, double V);
    void doublerWeld(CheckList& list, double V);
    void compressionStiffener(CheckList& list, double C);

    Workings<Num>& w_;
    const SideModel& m_;
    const Settings& s_;
    Num A_vc_{0};
    PanelShear<Num> panel_{Num(0)};
    std::optional<Diagonal<Num>> diagonal_;
    WebCompression<Num> web_{Num(0), Num(0), Num(0)};
    std::optional<StiffenedCompression<Num>> stiffened_;
};

} // namespace zg
