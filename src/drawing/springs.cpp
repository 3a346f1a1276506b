#include "drawing/springs.h"
#include "base/text.h"
#include "drawing/pieces.h"
#include "words/phrases.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double highest = 74; ///< line of springs, below the heading

class Springs {
public:
    Springs(const ResolvedJoint& joint, const JointResult& result, const ConnectionResult& c, const SpringsOptions& o)
        : joint_(joint), result_(result), c_(c), o_(o) {
        d_.width = o.width;
        d_.height = o.height;
    }

    Drawing run() {
        head();
        layout();
        panel();
        for (std::size_t i = 0; i < c_.rows.size(); ++i) row(i);
        groups();
        compression();
        lever();
        bars();
        foot();
        return std::move(d_);
    }

private:
    void head() {
        const std::string set = c_.set < 0 ? "no action set" : "set " + result_.actions[static_cast<std::size_t>(c_.set)].id;
        d_.label({20, 24},
                 joint_.mark + (joint_.isTwoSided() ? std::string(", ") + name(c_.side) + " beam" : "") + ", " + set +
                     ", tension at the " + (c_.isReversed ? "bottom" : "top") +
                     (isEuropean(result_.rules) ? "" : ", for stiffness"),
                 textSize::strong, Tone::Ink)
            .isBold = true;
        const std::string moments =
            "M_j_Ed " + shown(c_.M_Ed, Quantity::Moment, o_.units) + "    M_j_Rd " + shown(c_.M_j_Rd, Quantity::Moment, o_.units);
        const std::string stiffness = "S_j_ini " + shown(c_.stiffness.S_j_ini, Quantity::Stiffness, o_.units);
        const bool isWide = o_.width >= 620;
        d_.symbol({o_.width - 20, 24}, isWide ? moments + "    " + stiffness : moments, textSize::label, Tone::FaintInk,
                  Align::Right);
        if (!isWide) d_.symbol({o_.width - 20, 42}, stiffness, textSize::label, Tone::FaintInk, Align::Right);
    }

    void layout() {
        left_ = std::max(176.0, 0.2 * o_.width);
        right_ = o_.width - 136;
        const double top = highest;
        const double bottom = o_.height - 118;
        double largest = 1;
        for (const RowResult& r : c_.rows) largest = std::max(largest, r.h_r);
        scale_ = (bottom - top) / largest;
        yc_ = c_.isReversed ? top : bottom;
        double maxFlex = 1e-9;
        for (const RowResult& r : c_.rows)
            for (const Component& c : r.chain)
                if (c.k > 0) maxFlex = std::max(maxFlex, 1 / c.k);
        maxFlex_ = maxFlex;
        maxForce_ = 1;
        for (const RowResult& r : c_.rows)
            for (const Component& c : r.chain)
                if (c.alone) maxForce_ = std::max(maxForce_, *c.alone);
        places();
    }

    /// Levels of the rows: to scale, but never closer than a line of springs needs.
    void places() {
        for (const RowResult& r : c_.rows) y_.push_back(c_.isReversed ? yc_ + r.h_r * scale_ : yc_ - r.h_r * scale_);
        const double least = 60;
        const double sign = c_.isReversed ? -1 : 1;
        for (std::size_t i = 1; i < y_.size(); ++i)
            if (sign * (y_[i] - y_[i - 1]) < least) y_[i] = y_[i - 1] + sign * least;
        if (!y_.empty() && sign * (yc_ - y_.back()) < least) yc_ = y_.back() + sign * least;
        // Compression at the top would stand in the heading: all lower.
        const double lower = c_.isReversed ? std::max(0.0, highest - yc_) : 0;
        yc_ += lower;
        for (double& y : y_) y += lower;
    }

    double level(double h) const { return c_.isReversed ? yc_ + h * scale_ : yc_ - h * scale_; }

    void spring(double x0, double x1, double y, const std::string& name, double k, std::optional<double> F, bool isLimit,
                const PartRef& part) {
        const double flex = k > 0 ? (1 / k) / maxFlex_ : 0;
        const double height = 3 + 11 * flex;
        const double weightOf = F ? 0.9 + 1.9 * (*F / maxForce_) : 1;
        const Tone tone = isLimit ? toneOf(c_.utilisation > 1 ? CheckState::Over : CheckState::Close) : Tone::Ink;
        std::vector<Point2> line{{x0, y}};
        const double lead = 7;
        constexpr int teeth = 9;
        for (int i = 0; i <= teeth; ++i)
            line.push_back(
                {x0 + lead + (x1 - x0 - 2 * lead) * i / teeth, i == 0 || i == teeth ? y : y + (i % 2 ? -height : height)});
        line.push_back({x1, y});
        Shape& s = d_.polyline(std::move(line), tone, isLimit ? weightOf + 0.8 : weightOf);
        s.target = part;
        Shape& label =
            d_.symbol({(x0 + x1) / 2, y - height - 5}, name, textSize::small, isLimit ? tone : Tone::FaintInk, Align::Centre);
        label.isBold = isLimit;
        label.target = part;
        if (k > 0 && x1 - x0 > 74)
            d_.label({(x0 + x1) / 2, y + height + 11}, shown(k, Quantity::Coefficient, o_.units), textSize::small, Tone::FaintInk,
                     Align::Centre)
                .target = part;
    }

    void row(std::size_t i) {
        const RowResult& r = c_.rows[i];
        const double y = y_[i];
        const double step = (right_ - left_ - 30) / static_cast<double>(std::max<std::size_t>(1, r.chain.size()));
        double x = left_ + 10;
        d_.polyline({{left_, y}, {x, y}}, Tone::FaintInk, weight::thin);
        const bool isWide = step > 64;
        for (const Component& c : r.chain) {
            if (c.alone || c.kind == Limit::Bolts)
                spring(x, x + step, y, springName(c.kind, isWide), c.k, c.alone, r.limit == c.kind, c.part);
            else
                d_.polyline({{x, y}, {x + step, y}}, Tone::FaintInk, weight::thin);
            x += step;
        }
        d_.polyline({{x, y}, {right_, y}}, Tone::FaintInk, weight::thin);
        d_.label({left_ - 10, y - 4}, shownNumber(r.h_r, Quantity::Length, o_.units), textSize::label, Tone::Ink, Align::Right);
        const bool isFull = r.F_tr_Rd > 0 && r.F_r_Ed >= 0.9 * r.F_tr_Rd;
        const Tone tone =
            isFull ? toneOf(r.F_r_Ed > r.F_tr_Rd * (1 + 1e-9) ? CheckState::Over : CheckState::Close) : Tone::Within;
        const double length = 14 + 46 * (maxForce_ > 0 ? std::min(1.0, r.F_tr_Rd / maxForce_) : 0);
        if (r.F_tr_Rd > 0) {
            d_.polyline({{right_ + 5, y}, {right_ + length, y}}, tone, 2.4);
            arrowHead(d_, {right_ + length + 8, y}, {1, 0}, 10, tone);
        }
        d_.label({right_ + 12, y - 9}, shown(r.F_tr_Rd, Quantity::Force, o_.units), textSize::label, Tone::Ink).isBold = true;
        d_.label({right_ + 12, y + 17},
                 (r.place < 0 ? "flange" : "row " + std::to_string(r.place + 1)) +
                     (r.F_tr_Rd > 0 ? ", at M " + shownNumber(r.F_r_Ed, Quantity::Force, o_.units) : ", not needed"),
                 textSize::small, Tone::FaintInk);
    }

    /// Bracket where a group decides the row.
    void groups() {
        double x = left_ - 46;
        for (std::size_t i = 0; i < c_.rows.size(); ++i) {
            const RowResult& r = c_.rows[i];
            if (r.groupFirst == r.place || r.limit == Limit::None) continue;
            const auto first =
                std::find_if(c_.rows.begin(), c_.rows.end(), [&](const RowResult& o) { return o.place == r.groupFirst; });
            if (first == c_.rows.end()) continue;
            const double y0 = y_[static_cast<std::size_t>(first - c_.rows.begin())];
            d_.polyline({{x + 7, y0}, {x, y0}, {x, y_[i]}, {x + 7, y_[i]}}, Tone::Close, 1.6);
            d_.label({x - 5, (y0 + y_[i]) / 2 + 4},
                     std::to_string(std::min(r.groupFirst, r.place) + 1) + "–" +
                         std::to_string(std::max(r.groupFirst, r.place) + 1),
                     textSize::small, Tone::Close, Align::Right)
                .isBold = true;
            x -= 26;
        }
    }

    void panel() {
        if (!c_.hasPanel || c_.beta <= 0 || y_.empty()) return;
        const bool isLimit = c_.limit == Limit::PanelShear;
        const double use = c_.V_wp_Rd > 0 ? c_.beta * (c_.T_Ed + c_.C_Ed) / 2 / c_.V_wp_Rd : 0;
        const CheckState state = stateOf(use);
        const Tone tone = isLimit || state != CheckState::Within ? toneOf(state == CheckState::Within ? CheckState::Close : state)
                                                                 : Tone::FaintInk;
        const double x0 = 26;
        const double x1 = std::max(x0 + 46, left_ - 84);
        const double lean = c_.isReversed ? -12 : 12;
        const double top = std::min(y_.front(), yc_);
        const double bottom = std::max(y_.front(), yc_);
        Shape& s = d_.polygon({{x0 + lean, top}, {x1 + lean, top}, {x1, bottom}, {x0, bottom}}, tone, tone, isLimit ? 2.2 : 1.2);
        s.opacity = 0.12;
        s.target = PartRef{PartKind::ColumnWeb};
        d_.symbol({(x0 + x1 + lean) / 2, (top + bottom) / 2 - 4}, "k_1 panel", textSize::label, Tone::Ink, Align::Centre).isBold =
            true;
        d_.label({(x0 + x1 + lean) / 2, (top + bottom) / 2 + 12}, fixedDecimals(use, 2), textSize::strong, Tone::Ink,
                 Align::Centre)
            .isBold = true;
        d_.label({(x0 + x1 + lean) / 2, (top + bottom) / 2 + 27},
                 c_.stiffness.k_1_isInfinite ? "infinite" : shown(c_.stiffness.k_1, Quantity::Coefficient, o_.units),
                 textSize::small, Tone::FaintInk, Align::Centre);
        d_.polyline({{x1 + lean, y_.front()}, {left_, y_.front()}}, Tone::FaintInk, weight::thin);
        d_.polyline({{x1, yc_}, {left_, yc_}}, Tone::FaintInk, weight::thin);
    }

    void compression() {
        const double step = (right_ - left_ - 8) / static_cast<double>(std::max<std::size_t>(1, c_.compression.size()));
        double x = left_ + 4;
        for (const Component& c : c_.compression) {
            const double to = x + step;
            const std::string text = springName(c.kind, true);
            if (c.isRigid) {
                d_.polyline({{x, yc_}, {to, yc_}}, c_.limit == c.kind ? Tone::Close : Tone::Ink, 3);
                d_.symbol({(x + to) / 2, yc_ - 7}, text + ": infinite", textSize::small, Tone::FaintInk, Align::Centre).target =
                    c.part;
            } else {
                spring(x, to, yc_, text, c.k, c.alone, c_.limit == c.kind, c.part);
            }
            x = to;
        }
        d_.polyline({{right_ + 78, yc_}, {right_ + 14, yc_}}, Tone::Ink, 2.6);
        arrowHead(d_, {right_ + 5, yc_}, {-1, 0}, 11, Tone::Ink);
        d_.label({right_ + 12, yc_ - 9}, shown(c_.T_Rd - (c_.isAxialCounted ? c_.forces.N : 0), Quantity::Force, o_.units),
                 textSize::label, Tone::Ink)
            .isBold = true;
        d_.label({right_ + 12, yc_ + 17}, "compression, at M " + shownNumber(c_.C_Ed, Quantity::Force, o_.units), textSize::small,
                 Tone::FaintInk);
    }

    void lever() {
        const double z = c_.stiffness.z_eq;
        if (z <= 0) return;
        const double x = right_ - 14;
        d_.polyline({{x, yc_}, {x, level(z)}}, Tone::Accent, 1.2).isDashed = true;
        Shape& s =
            d_.symbol({x - 6, (yc_ + level(z)) / 2 + (c_.isReversed ? -14 : 14)},
                      "z_eq " + shown(std::round(z), Quantity::Length, o_.units), textSize::label, Tone::Accent, Align::Right);
        s.isBold = true;
        s.hasHalo = true;
    }

    void bars() {
        double top = yc_;
        double bottom = yc_;
        for (const double y : y_) {
            top = std::min(top, y);
            bottom = std::max(bottom, y);
        }
        for (const double x : {left_, right_})
            d_.polygon({{x - 3.5, top - 22}, {x + 3.5, top - 22}, {x + 3.5, bottom + 22}, {x - 3.5, bottom + 22}}, Tone::Ink,
                       Tone::None, 0);
        d_.label({left_, top - 28}, joint_.hasColumn ? "column axis" : "other beam", textSize::small, Tone::FaintInk,
                 Align::Centre);
        d_.label({right_, top - 28}, "beam end", textSize::small, Tone::FaintInk, Align::Centre);
    }

    void foot() {
        const double y = o_.height - (o_.width < 620 ? 62 : 48);
        const double next =
            paragraph(d_, {20, y},
                      "Coil height: flexibility. Line weight: resistance. Bold in colour: what holds a row, or their sum, back. "
                      "Beside the rows: resistance, force at M.",
                      textSize::small, Tone::FaintInk, o_.width - 40);
        std::vector<RotationShare> items = rotationShares(c_);
        std::stable_sort(items.begin(), items.end(),
                         [](const RotationShare& a, const RotationShare& b) { return a.share > b.share; });
        std::string text = "Rotation under load: ";
        if (std::isinf(c_.stiffness.S_j_ini)) text += "none, no component counts as flexible";
        for (std::size_t i = 0; i < items.size(); ++i) {
            if (items[i].share >= 0.005)
                text += (i ? ", " : "") + springName(items[i].kind, true, false) + " " + fixedDecimals(100 * items[i].share, 0) +
                        " %";
        }
        if (c_.stiffness.S_j_ini > 0) (void)paragraph(d_, {20, next + 5}, text, textSize::label, Tone::Ink, o_.width - 40);
    }

    const ResolvedJoint& joint_;
    const JointResult& result_;
    const ConnectionResult& c_;
    const SpringsOptions& o_;
    Drawing d_;
    double left_ = 0, right_ = 0, scale_ = 1, yc_ = 0, maxFlex_ = 1, maxForce_ = 1;
    std::vector<double> y_;
};

} // namespace

std::vector<RotationShare> rotationShares(const ConnectionResult& c) {
    std::vector<RotationShare> shares;
    const Stiffness& k = c.stiffness;
    // Tension that nothing yields to (a stiffened welded flange) has no part in it.
    const double ofRows = k.k_eq > 0 ? 1 / k.k_eq : 0;
    const auto add = [&](Limit kind, double share) {
        for (RotationShare& s : shares)
            if (s.kind == kind) {
                s.share += share;
                return;
            }
        shares.push_back({kind, share});
    };
    if (c.hasPanel && !k.k_1_isInfinite && k.k_1 > 0) add(Limit::PanelShear, 1 / k.k_1);
    for (const Component& one : c.compression)
        if (!one.isRigid && one.k > 0) add(one.kind, 1 / one.k);
    double total = ofRows;
    for (const RotationShare& s : shares) total += s.share;
    // The rows' part of 1/k_eq is shared by the work their springs do under a unit rotation.
    double all = 0;
    for (const RowResult& r : c.rows)
        for (const Component& one : r.chain)
            if (r.k_eff > 0 && one.k > 0) all += r.k_eff * r.h_r * r.k_eff * r.h_r / one.k;
    for (const RowResult& r : c.rows)
        for (const Component& one : r.chain)
            if (r.k_eff > 0 && one.k > 0) add(one.kind, r.k_eff * r.h_r * r.k_eff * r.h_r / one.k / all * ofRows);
    if (total <= 0) return {};
    for (RotationShare& s : shares) s.share /= total;
    return shares;
}

Drawing springsDrawing(const ResolvedJoint& joint, const JointResult& result, const ConnectionResult& c,
                       const SpringsOptions& o) {
    return Springs(joint, result, c, o).run();
}

} // namespace zg
