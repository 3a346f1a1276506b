#include "drawing/chart.h"
#include "base/text.h"
#include "compare/reconcile.h"
#include "component/stiffness.h"
#include "drawing/pieces.h"
#include "plates/plate_result.h"
#include "words/phrases.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

class Chart {
public:
    Chart(const JointResult& result, const ConnectionResult& c, const ChartOptions& o) : result_(result), c_(c), o_(o) {
        d_.width = o.width;
        d_.height = o.height;
    }

    Drawing run() {
        if (c_.curve.empty()) {
            d_.label({o_.width / 2, o_.height / 2}, "No moment resistance: no curve.", textSize::label, Tone::FaintInk,
                     Align::Centre);
            return std::move(d_);
        }
        scales();
        wedges();
        axes();
        if (o_.datum && !o_.datum->curve.empty()) curve(*o_.datum, Tone::FaintInk, 1.2, true);
        if (o_.plates) plates();
        curve(c_, Tone::Ink, 2, false);
        demands();
        return std::move(d_);
    }

private:
    double x(double phi) const { return left_ + phi / maxPhi_ * (right_ - left_); }
    double y(double M) const { return bottom_ - M / maxM_ * (bottom_ - top_); }

    void scales() {
        const double plateau = 1.6;
        // A joint of which nothing yields to load has no rotation to scale by.
        maxPhi_ = c_.curve.back().phi > 0 ? c_.curve.back().phi * plateau : 5e-3;
        maxM_ = c_.M_j_Rd * 1.18;
        if (o_.plates) {
            maxM_ = std::max(maxM_, 1.12 * o_.plates->M_j_Rd);
            maxPhi_ = std::max(maxPhi_, std::min(1.1 * o_.plates->phi_Cd, 3 * maxPhi_));
        }
        for (const ConnectionResult& other : result_.connections)
            if (isMine(other)) maxM_ = std::max(maxM_, 1.12 * std::min(other.M_Ed, 1.6 * c_.M_j_Rd));
        left_ = 58;
        right_ = o_.width - 16;
        top_ = 12;
        bottom_ = o_.height - 28;
    }

    bool isMine(const ConnectionResult& other) const {
        return other.set >= 0 && other.side == c_.side && other.isReversed == c_.isReversed;
    }

    void wedge(double slope, bool isRigid) {
        // Region above the rigid line, below the pinned one, cut to the plot.
        const double phiTop = std::min(maxPhi_, maxM_ / slope);
        const double Mend = std::min(maxM_, slope * maxPhi_);
        std::vector<Point2> points{{x(0), y(0)}};
        if (isRigid) {
            points.push_back({x(phiTop), y(std::min(maxM_, slope * phiTop))});
            if (phiTop >= maxPhi_) points.push_back({x(maxPhi_), y(maxM_)});
            points.push_back({x(0), y(maxM_)});
        } else {
            points.push_back({x(phiTop), y(Mend)});
            if (phiTop < maxPhi_) points.push_back({x(maxPhi_), y(maxM_)});
            points.push_back({x(maxPhi_), y(0)});
        }
        d_.polygon(std::move(points), isRigid ? Tone::Within : Tone::FaintInk, Tone::None, 0).opacity = isRigid ? 0.12 : 0.16;
        d_.polyline({{x(0), y(0)}, {x(phiTop), y(std::min(maxM_, slope * phiTop))}}, isRigid ? Tone::Within : Tone::FaintInk,
                    weight::thin);
    }

    void wedges() {
        const Classification& k = c_.classification;
        if (k.stiffness == StiffnessClass::NotGiven) {
            d_.label({right_ - 4, bottom_ - 6}, "give the beam's span for the class", textSize::small, Tone::FaintInk,
                     Align::Right);
            return;
        }
        wedge(k.rigidLimit, true);
        wedge(k.pinnedLimit, false);
        d_.label({x(0) + 6, y(maxM_) + 11}, "rigid", textSize::small, Tone::Within).isBold = true;
        d_.label({right_ - 4, y(0) - 6}, "pinned", textSize::small, Tone::FaintInk, Align::Right).isBold = true;
    }

    void axes() {
        d_.polyline({{left_, top_}, {left_, bottom_}, {right_, bottom_}}, Tone::Ink, weight::thin);
        const Unit moment = unitOf(Quantity::Moment, o_.units);
        const double step = niceStep(maxM_ / moment.factor, std::max(2, static_cast<int>((bottom_ - top_) / 34)));
        for (double m = step; m * moment.factor < maxM_; m += step) {
            const double at = y(m * moment.factor);
            d_.polyline({{left_ - 3, at}, {left_, at}}, Tone::Ink, weight::thin);
            // The highest number makes room for the name of the axis.
            if (at > top_ + 13) d_.label({left_ - 6, at + 3.5}, significant(m, 4), textSize::small, Tone::FaintInk, Align::Right);
        }
        const double phiStep = niceStep(maxPhi_ * 1e3, 6);
        for (double p = phiStep; p * 1e-3 < maxPhi_ * 0.97; p += phiStep) {
            const double at = x(p * 1e-3);
            d_.polyline({{at, bottom_}, {at, bottom_ + 3}}, Tone::Ink, weight::thin);
            if (at < right_ - 84) d_.label({at, bottom_ + 14}, significant(p, 3), textSize::small, Tone::FaintInk, Align::Centre);
        }
        d_.label({right_, bottom_ + 14}, "rotation, mrad", textSize::small, Tone::FaintInk, Align::Right);
        d_.label({left_ - 6, top_ + 3}, std::string("M ") + moment.symbol, textSize::small, Tone::FaintInk, Align::Right);
    }

    void curve(const ConnectionResult& c, Tone tone, double width, bool isDatum) {
        std::vector<Point2> points;
        for (const CurvePoint& p : c.curve)
            if (p.phi <= maxPhi_ && p.M <= maxM_) points.push_back({x(p.phi), y(p.M)});
        if (points.size() < 2) return;
        const Point2 end = points.back();
        Shape& line = d_.polyline(std::move(points), tone, width);
        line.isDashed = isDatum;
        if (isDatum) {
            d_.label({end.x + 6, end.y - 3}, "datum", textSize::small, Tone::FaintInk);
            return;
        }
        // The plateau has no end that a rule gives: dashed, and said so.
        const bool isKnown = c.classification.rotation != RotationCapacity::NotCovered;
        Shape& plateau =
            d_.polyline({end, {std::min(right_ - 4, end.x + (right_ - left_) * 0.28), end.y}}, tone, isKnown ? width : 1.2);
        plateau.isDashed = !isKnown;
        Shape& label = d_.symbol({end.x + 8, end.y - 6},
                                 "M_j_Rd " + shown(c.M_j_Rd, Quantity::Moment, o_.units) +
                                     (isKnown || o_.width < 600 ? "" : ", rotation capacity not covered"),
                                 textSize::small, Tone::Ink);
        label.hasHalo = true;
    }

    // The plate method's curve to its own end: a rotation the plates vouch for.
    void plates() {
        const PlateMomentRotation& p = *o_.plates;
        std::vector<Point2> points;
        for (const PlateCurvePoint& at : p.curve)
            if (at.phi <= maxPhi_ && at.M <= maxM_) points.push_back({x(at.phi), y(at.M)});
        if (points.size() < 2) return;
        const Tone tone = o_.arePlatesStale ? Tone::FaintInk : Tone::Accent;
        d_.polyline(points, tone, 1.8).isDashed = o_.arePlatesStale;
        const Point2 end = points.back();
        d_.polyline({{end.x - 4, end.y - 4}, {end.x + 4, end.y + 4}}, tone, 1.6);
        d_.polyline({{end.x - 4, end.y + 4}, {end.x + 4, end.y - 4}}, tone, 1.6);
        const PlateClass k = classOf(p, c_);
        std::string text =
            o_.arePlatesStale ? "plates, of another state" : "plates " + shown(p.M_j_Rd, Quantity::Moment, o_.units);
        if (k.stiffness != StiffnessClass::NotGiven && !o_.arePlatesStale) text += std::string(", ") + wordOf(k.stiffness);
        Shape& label = d_.label({std::min(end.x, right_) - 6, end.y + 14}, text, textSize::small, tone, Align::Right);
        label.hasHalo = true;
    }

    void demands() {
        std::vector<double> used;
        for (const ConnectionResult& other : result_.connections) {
            if (!isMine(other) || other.M_Ed <= 0 || other.M_Ed > maxM_) continue;
            const double mu = stiffnessRatio(other.M_Ed, c_.M_j_Rd);
            const double phi = other.M_Ed <= c_.M_j_Rd ? other.M_Ed * mu / c_.stiffness.S_j_ini : c_.curve.back().phi;
            const Point2 p{x(phi), y(other.M_Ed)};
            const CheckState state = stateOf(other.utilisation);
            d_.circle(p, 4, Tone::Card, toneOf(state), 1.8);
            if (state == CheckState::Over) d_.circle(p, 2.6, toneOf(state), Tone::None, 0);
            double labelY = p.y + 13;
            for (const double u : used)
                if (std::abs(u - labelY) < 12) labelY = u + 12;
            used.push_back(labelY);
            // Beyond the resistance the curve's own label stands to the right.
            const bool isBeyond = other.M_Ed > 0.97 * c_.M_j_Rd;
            Shape& s = d_.label({p.x + (isBeyond ? -9 : 9), isBeyond ? p.y + 4 : labelY},
                                result_.actions[static_cast<std::size_t>(other.set)].id + "  " +
                                    shown(other.M_Ed, Quantity::Moment, o_.units),
                                textSize::small, Tone::Ink, isBeyond ? Align::Right : Align::Left);
            s.hasHalo = true;
        }
    }

    const JointResult& result_;
    const ConnectionResult& c_;
    const ChartOptions& o_;
    Drawing d_;
    double maxPhi_ = 1, maxM_ = 1, left_ = 0, right_ = 0, top_ = 0, bottom_ = 0;
};

} // namespace

Drawing momentRotationChart(const JointResult& result, const ConnectionResult& connection, const ChartOptions& options) {
    return Chart(result, connection, options).run();
}

} // namespace zg
