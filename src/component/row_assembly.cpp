#include "component/row_assembly.h"
#include "component/connection.h"
#include <algorithm>
#include <cmath>
#include <string>

namespace zg {
namespace {

constexpr const char* clause = "EN 1993-1-8:2005 6.2.7.2";

template <class Num> class Rows {
public:
    Rows(Workings<Num>& w, const TensionZone<Num>& zone, const std::vector<std::optional<Num>>& columnWeb,
         const TensionCaps<Num>& caps, double H, const TensionZone<Num>* other)
        : w_(w), zone_(zone), columnWeb_(columnWeb), caps_(caps), H_(H), other_(other), out_{{}, {}, {}, Num(0), Limit::None} {}

    RowForces<Num> run() {
        const Num cap = sumLimit();
        for (int r = 0; r < zone_.rows; ++r) row(r, cap);
        return std::move(out_);
    }

private:
    std::size_t index(int i, int j) const { return static_cast<std::size_t>(&zone_.span(i, j) - zone_.spans.data()); }
    Num& F(int i) { return out_.F_tr_Rd[static_cast<std::size_t>(i)]; }

    Num sumLimit() {
        const Num H = w_.given("H_Ed", "force normal to the plate, as counted", Quantity::Force, H_);
        const bool isWeb = caps_.farKind == Limit::ColumnWebCompression;
        Num cap = w_.let("T_c",
                         isWeb ? "tension the column web in compression balances"
                               : "tension the other beam's flange in compression balances",
                         Quantity::Force, "EN 1993-1-8:2005 6.2.7.2(7)", caps_.farCompression + H);
        capLimit_ = caps_.farKind;
        if (valueOf(caps_.flangeCompression) < unlimited) {
            const Num flange = w_.let("T_b", "tension the beam flange in compression balances", Quantity::Force,
                                      "EN 1993-1-8:2005 6.2.7.2(7)", caps_.flangeCompression + H);
            if (flange < cap) {
                cap = flange;
                capLimit_ = Limit::BeamFlangeCompression;
            }
        }
        if (caps_.panelShear) {
            const Num panel = w_.let("T_v", "tension the web panel balances: (T + C)/2 ≤ V_wp_Rd/β", Quantity::Force,
                                     "EN 1993-1-8:2005 6.2.7.2(7)", *caps_.panelShear + 0.5 * H);
            if (panel < cap) {
                cap = panel;
                capLimit_ = Limit::PanelShear;
            }
        }
        return w_.result("SigmaF_max", "limit of the sum of the row forces", Quantity::Force, clause, cap * Num(1));
    }

    void lower(Num& F, const Num& by, Limit limit, int first, Limit& which, int& group) {
        if (by < F) {
            F = by;
            which = limit;
            group = first;
        }
    }

    void components(const Span<Num>& span, const Num& taken, Num& F, Limit& which, int& group) {
        const auto consider = [&](const Num& resistance, Limit limit) {
            lower(F, span.first == span.last ? resistance : resistance - taken, limit, span.first, which, group);
        };
        if (!columnWeb_.empty())
            if (const auto& web = columnWeb_[index(span.first, span.last)]) consider(*web, Limit::ColumnWebTension);
        if (span.columnFlange) consider(span.columnFlange->F_T_Rd, Limit::ColumnFlange);
        if (span.endPlate) consider(span.endPlate->F_T_Rd, Limit::EndPlate);
        if (span.beamWeb) consider(*span.beamWeb, Limit::BeamWeb);
        if (!other_) return;
        const Span<Num>& far = other_->span(span.first, span.last);
        if (far.endPlate) consider(far.endPlate->F_T_Rd, Limit::OtherPlate);
        if (far.beamWeb) consider(*far.beamWeb, Limit::OtherWeb);
    }

    void row(int r, const Num& cap) {
        w_.heading(3, title(r), "");
        Num F(1e300);
        Limit which = Limit::None;
        int group = r;
        components(zone_.span(r, r), Num(0), F, which, group);
        const int number = zone_.places[static_cast<std::size_t>(r)] + 1;
        F = w_.let(Indexed{"F_t", number, "_alone_Rd"}, by("row alone: ", which, group, r).c_str(), Quantity::Force,
                   "EN 1993-1-8:2005 6.2.7.2(6)", F);
        Num above(0);
        for (int i = r - 1; i >= 0; --i) {
            above = i == r - 1 ? this->F(i) : above + this->F(i);
            components(zone_.span(i, r), above, F, which, group);
        }
        if (r > 0)
            F = w_.let(Indexed{"F_t", number, "_group_Rd"},
                       by("last row of every group with rows above it: ", which, group, r).c_str(), Quantity::Force,
                       "EN 1993-1-8:2005 6.2.7.2(8)", F);
        if (!(F > Num(0))) F = giveBack(F, r);
        farther(r, F, which, group);
        const Num rest = r == 0 ? w_.let("F_rest", "what the limit of the sum leaves", Quantity::Force,
                                         "EN 1993-1-8:2005 6.2.7.2(7)", larger(Num(0), cap))
                                : w_.let("F_rest", "what the limit of the sum leaves", Quantity::Force,
                                         "EN 1993-1-8:2005 6.2.7.2(7)", larger(Num(0), cap - out_.sum));
        if (rest < F) {
            F = rest;
            which = capLimit_;
            group = r;
            out_.ends = capLimit_;
        }
        F = w_.result(Indexed{"F_t", number, "_Rd"}, "resistance of the row", Quantity::Force, clause, F);
        out_.F_tr_Rd.push_back(F);
        out_.limit.push_back(which);
        out_.groupFirst.push_back(group);
        out_.sum = r == 0 ? F : out_.sum + F;
    }

    /// A group weaker than its upper rows alone: the upper rows are lowered, so that no group is overdrawn.
    Num giveBack(const Num& F, int r) {
        double lack = -valueOf(F);
        for (int i = r - 1; i >= 0 && lack > 0; --i) {
            const double taken = std::min(lack, valueOf(this->F(i)));
            this->F(i) = this->F(i) - Num(taken);
            out_.sum = out_.sum - Num(taken);
            lack -= taken;
        }
        return Num(0);
    }

    void farther(int r, Num& F, Limit& which, int& group) {
        // The farthest of the rows that exceed it, as the clause says.
        for (int x = 0; x < r; ++x) {
            const Num& F_tx = this->F(x);
            if (!(F_tx > 1.9 * zone_.bolt.B_t_Rd)) continue;
            const Num h_r = zone_.leverArm[static_cast<std::size_t>(r)];
            const Num h_x = zone_.leverArm[static_cast<std::size_t>(x)];
            const Num limit = w_.let("F_tr_lin", "linear with the lever arm: the farthest row above 1.9·B_t_Rd", Quantity::Force,
                                     "EN 1993-1-8:2005 6.2.7.2(9)", F_tx * h_r / h_x);
            lower(F, limit, Limit::FartherRows, r, which, group);
            return;
        }
    }

    /// What held the row back, in words of the workings.
    std::string by(const char* what, Limit limit, int group, int r) const {
        if constexpr (Workings<Num>::tracing) {
            const char* part = limit == Limit::ColumnWebTension ? "column web in tension"
                               : limit == Limit::ColumnFlange   ? "column flange in bending"
                               : limit == Limit::EndPlate       ? "end plate in bending"
                               : limit == Limit::BeamWeb        ? "beam web in tension"
                               : limit == Limit::OtherPlate     ? "other end plate in bending"
                               : limit == Limit::OtherWeb       ? "other beam's web in tension"
                                                                : "nothing";
            const auto number = [&](int i) { return std::to_string(zone_.places[static_cast<std::size_t>(i)] + 1); };
            return std::string(what) + part + (group == r ? "" : ", rows " + number(group) + " to " + number(r));
        }
        (void)what, (void)limit, (void)group, (void)r;
        return {};
    }
    std::string title(int r) const {
        if constexpr (Workings<Num>::tracing) return "Row " + std::to_string(zone_.places[static_cast<std::size_t>(r)] + 1);
        (void)r;
        return {};
    }

    Workings<Num>& w_;
    const TensionZone<Num>& zone_;
    const std::vector<std::optional<Num>>& columnWeb_;
    const TensionCaps<Num>& caps_;
    double H_;
    const TensionZone<Num>* other_;
    Limit capLimit_ = Limit::None;
    RowForces<Num> out_;
};

} // namespace

template <class Num>
RowForces<Num> assembleRows(Workings<Num>& w, const TensionZone<Num>& zone, const std::vector<std::optional<Num>>& columnWeb,
                            const TensionCaps<Num>& caps, double H, const TensionZone<Num>* other) {
    return Rows<Num>(w, zone, columnWeb, caps, H, other).run();
}

template RowForces<double> assembleRows(Workings<double>&, const TensionZone<double>&, const std::vector<std::optional<double>>&,
                                        const TensionCaps<double>&, double, const TensionZone<double>*);
template RowForces<Traced> assembleRows(Workings<Traced>&, const TensionZone<Traced>&, const std::vector<std::optional<Traced>>&,
                                        const TensionCaps<Traced>&, double, const TensionZone<Traced>*);

std::vector<double> rowForcesAt(double moment, const std::vector<double>& h, const std::vector<double>& k_eff,
                                const std::vector<double>& F_Rd) {
    const std::size_t n = h.size();
    std::vector<double> F(n, 0.0);
    double plastic = 0;
    for (std::size_t i = 0; i < n; ++i) plastic += F_Rd[i] * h[i];
    if (moment <= 0 || plastic <= 0) return F;
    if (moment >= plastic) {
        for (std::size_t i = 0; i < n; ++i) F[i] = F_Rd[i] * (moment / plastic);
        return F;
    }
    // The moment grows piecewise linearly with the rotation; rows yield one after the other.
    std::vector<bool> yields(n, false);
    for (std::size_t round = 0; round <= n; ++round) {
        double stiff = 0;
        double rest = moment;
        for (std::size_t i = 0; i < n; ++i) {
            if (yields[i])
                rest -= F_Rd[i] * h[i];
            else
                stiff += k_eff[i] * h[i] * h[i];
        }
        if (stiff <= 0) break;
        const double rotation = rest / stiff;
        bool changed = false;
        for (std::size_t i = 0; i < n; ++i) {
            F[i] = yields[i] ? F_Rd[i] : rotation * k_eff[i] * h[i];
            if (!yields[i] && F[i] > F_Rd[i]) yields[i] = changed = true;
        }
        if (!changed) return F;
    }
    return F;
}

std::vector<bool> rowsNeeded(double moment, const std::vector<double>& h, const std::vector<double>& F_Rd) {
    std::vector<bool> needed(h.size(), false);
    // What rounding leaves of the moment, or of a row, needs nobody.
    const double leastMoment = 1e-6 * moment;
    const double leastForce = F_Rd.empty() ? 0 : 1e-6 * *std::max_element(F_Rd.begin(), F_Rd.end());
    for (std::size_t i = 0; i < h.size() && moment > leastMoment; ++i) {
        needed[i] = F_Rd[i] > leastForce;
        moment -= F_Rd[i] * h[i];
    }
    return needed;
}

} // namespace zg
