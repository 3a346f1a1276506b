#include "drawing/chart.h"
#include "base/text.h"
#include "compare/reconcile.h"
#include "drawing/curve_figure.h"
#include "drawing/pieces.h"
#include "plates/plate_result.h"
#include "words/phrases.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace zg {
namespace {

class Chart {
public:
    Chart(const JointResult& result, const ConnectionResult& c, const ChartOptions& o) : result_(result), c_(&c), o_(o) {
        d_.width = o.width;
        d_.height = o.height;
    }

    Drawing run() {
        if (c_->curve.empty()) {
            d_.label({o_.width / 2, o_.height / 2}, "No moment resistance: no curve.", textSize::label, Tone::FaintInk,
                     Align::Centre);
            return std::move(d_);
        }
        Sense own = senseOf(*c_, o_.plates);
        std::optional<Sense> other;
        if (const ConnectionResult* far = inOtherSense(result_, *c_)) other = senseOf(*far, nullptr);
        scales(own, other);
        if (other) {
            use(*other);
            wedges();
        }
        use(own);
        wedges();
        axes(other);
        if (other) faint(*other);
        use(own);
        if (o_.plates) plates();
        curve(*c_, Tone::Ink, 2);
        platesLabel();
        demands();
        return std::move(d_);
    }

private:
    /// One quadrant: a connection's curve and how far its axes go.
    struct Sense {
        const ConnectionResult* c = nullptr;
        double maxPhi = 1, maxM = 1, sign = 1;
    };
    double x(double phi) const { return originX_ + now_.sign * phi * perPhi_; }
    double y(double M) const { return originY_ - now_.sign * M * perM_; }
    double side(double pixels) const { return now_.sign * pixels; }
    Align outwards() const { return now_.sign > 0 ? Align::Left : Align::Right; }
    Align inwards() const { return now_.sign > 0 ? Align::Right : Align::Left; }
    double farX() const { return x(maxPhi_); }

    Sense senseOf(const ConnectionResult& c, const PlateMomentRotation* plates) const {
        const CurveReach reach = reachOf(result_, c, plates);
        return {&c, reach.phi, reach.M, 1};
    }

    void scales(Sense& own, std::optional<Sense>& other) {
        left_ = 58;
        right_ = o_.width - 16;
        top_ = 12;
        bottom_ = o_.height - 28;
        if (!other) {
            originX_ = left_, originY_ = bottom_;
            perPhi_ = (right_ - left_) / own.maxPhi, perM_ = (bottom_ - top_) / own.maxM;
            use(own);
            return;
        }
        // Tension at the top to the right and up, at the bottom to the left and down; one scale for both.
        (own.c->isReversed ? own : *other).sign = -1;
        const Sense &right = own.sign > 0 ? own : *other, &left = own.sign > 0 ? *other : own;
        left_ = 16;
        bottom_ = o_.height - 10;
        perPhi_ = (right_ - left_) / (right.maxPhi + left.maxPhi);
        perM_ = (bottom_ - top_) / (right.maxM + left.maxM);
        originX_ = left_ + left.maxPhi * perPhi_;
        originY_ = bottom_ - left.maxM * perM_;
        use(own);
    }

    void use(const Sense& s) {
        now_ = s;
        c_ = s.c;
        maxPhi_ = s.maxPhi;
        maxM_ = s.maxM;
    }

    /// Curve and demands of the sense that is not looked at.
    void faint(const Sense& s) {
        use(s);
        curve(*s.c, Tone::FaintInk, 1.6);
        demands();
    }

    bool isMine(const ConnectionResult& other) const { return isDemandOn(other, *c_); }

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
        const Classification& k = c_->classification;
        if (k.stiffness == StiffnessClass::NotGiven) {
            if (now_.sign > 0)
                d_.label({right_ - 4, originY_ - 6}, "give the beam's span for the class", textSize::small, Tone::FaintInk,
                         Align::Right);
            return;
        }
        wedge(k.rigidLimit, true);
        wedge(k.pinnedLimit, false);
        d_.label({x(0) + (now_.sign > 0 ? 6 : -34), y(maxM_) + (now_.sign > 0 ? 11 : -4)}, "rigid", textSize::small, Tone::Within,
                 outwards())
            .isBold = true;
        d_.label({farX() - side(4), y(0) - 6}, "pinned", textSize::small, Tone::FaintInk, inwards()).isBold = true;
    }

    void axes(const std::optional<Sense>& other) {
        const Sense own = now_;
        const bool isBoth = other.has_value();
        if (isBoth) {
            d_.polyline({{originX_, top_}, {originX_, bottom_}}, Tone::Ink, weight::thin);
            d_.polyline({{left_, originY_}, {right_, originY_}}, Tone::Ink, weight::thin);
        } else {
            d_.polyline({{left_, top_}, {left_, bottom_}, {right_, bottom_}}, Tone::Ink, weight::thin);
        }
        const Unit moment = unitOf(Quantity::Moment, o_.units);
        const double reach = isBoth ? maxM_ + other->maxM : maxM_;
        const double step = niceStep(reach / moment.factor, std::max(2, static_cast<int>((bottom_ - top_) / 34)));
        const double phiStep = niceStep((isBoth ? maxPhi_ + other->maxPhi : maxPhi_) * 1e3, isBoth ? 8 : 6);
        for (const bool isOther : {false, true}) {
            if (isOther && !isBoth) break;
            use(isOther ? *other : own);
            for (double m = step; m * moment.factor < maxM_; m += step) {
                const double at = y(m * moment.factor);
                d_.polyline({{originX_ - 3, at}, {originX_, at}}, Tone::Ink, weight::thin);
                // The highest number makes room for the name of the axis.
                if (at > top_ + 13)
                    d_.label({originX_ - 6, at + 3.5}, significant(now_.sign * m, 4), textSize::small, Tone::FaintInk,
                             Align::Right)
                        .hasHalo = isBoth;
            }
            for (double p = phiStep; p * 1e-3 < maxPhi_ * 0.97; p += phiStep) {
                const double at = x(p * 1e-3);
                d_.polyline({{at, originY_}, {at, originY_ + 3}}, Tone::Ink, weight::thin);
                if (at < right_ - 84 && at > left_ + 8)
                    d_.label({at, originY_ + 14}, significant(now_.sign * p, 3), textSize::small, Tone::FaintInk, Align::Centre);
            }
        }
        d_.label({right_, originY_ + 14}, "rotation, mrad", textSize::small, Tone::FaintInk, Align::Right);
        d_.label({isBoth ? originX_ + 6 : originX_ - 6, isBoth ? bottom_ - 2 : top_ + 3}, std::string("M ") + moment.symbol,
                 textSize::small, Tone::FaintInk, isBoth ? Align::Left : Align::Right)
            .hasHalo = isBoth;
    }

    void curve(const ConnectionResult& c, Tone tone, double width) {
        std::vector<Point2> points;
        for (const CurvePoint& p : c.curve)
            if (p.phi <= maxPhi_ && p.M <= maxM_) points.push_back({x(p.phi), y(p.M)});
        if (points.size() < 2) return;
        const Point2 end = points.back();
        d_.polyline(std::move(points), tone, width);
        // The plateau has no end that a rule gives: dashed, and said so.
        const bool isKnown = c.classification.rotation != RotationCapacity::NotCovered;
        const double far =
            now_.sign * std::min(std::abs(farX() - originX_) - 4, std::abs(end.x - originX_) + (right_ - left_) * 0.28);
        Shape& plateau = d_.polyline({end, {originX_ + far, end.y}}, tone, isKnown ? width : 1.2);
        plateau.isDashed = !isKnown;
        const bool isBoth = now_.sign < 0 || originX_ > left_ + 1;
        // Across the plateau from demands that stand beyond it.
        bool isCrowded = false;
        for (const ConnectionResult& k : result_.connections)
            if (isMine(k) && k.M_Ed > 0.97 * c.M_j_Rd && k.M_Ed <= maxM_) isCrowded = true;
        Shape& label = d_.symbol({end.x + side(8), end.y + ((now_.sign > 0) != isCrowded ? -6 : 14)},
                                 "M_j_Rd " + shown(c.M_j_Rd, Quantity::Moment, o_.units) +
                                     (isBoth ? std::string(", tension at the ") + (c.isReversed ? "bottom" : "top")
                                      : isKnown || o_.width < 600 ? std::string()
                                                                  : ", rotation capacity not covered"),
                                 textSize::small, tone == Tone::FaintInk ? Tone::FaintInk : Tone::Ink, outwards());
        label.hasHalo = true;
        if (isBoth && now_.sign > 0 && end.x > right_ - 200) label.align = Align::Right, label.points.front().x = right_ - 4;
        if (now_.sign < 0)
            label.align = Align::Left, label.points.front().x = std::max(left_ + 2, std::min(end.x - 150, originX_ + far));
    }

    // The plate method's curve to its own end: a rotation the plates vouch for.
    void plates() {
        const PlateMomentRotation& p = *o_.plates;
        std::vector<Point2> points;
        for (const PlateCurvePoint& at : p.curve)
            if (at.phi <= maxPhi_ && at.M <= maxM_) points.push_back({x(at.phi), y(at.M)});
        if (points.size() < 2) return;
        d_.polyline(points, Tone::Accent, 1.8);
        const Point2 end = points.back();
        d_.polyline({{end.x - 4, end.y - 4}, {end.x + 4, end.y + 4}}, Tone::Accent, 1.6);
        d_.polyline({{end.x - 4, end.y + 4}, {end.x + 4, end.y - 4}}, Tone::Accent, 1.6);
        platesEnd_ = end;
    }

    // After all curves, so that none crosses it.
    void platesLabel() {
        if (!platesEnd_) return;
        const PlateMomentRotation& p = *o_.plates;
        const Point2 end = *platesEnd_;
        const PlateClass k = classOf(p, *c_);
        std::string text = "plates " + shown(p.M_j_Rd, Quantity::Moment, o_.units);
        if (k.stiffness != StiffnessClass::NotGiven) text += std::string(", ") + wordOf(k.stiffness);
        Shape& label =
            d_.label({end.x - side(6), end.y + (now_.sign > 0 ? 14 : -6)}, text, textSize::small, Tone::Accent, inwards());
        label.hasHalo = true;
    }

    void demands() {
        std::vector<double> used;
        for (const ConnectionResult& other : result_.connections) {
            if (!isMine(other) || other.M_Ed <= 0 || other.M_Ed > maxM_) continue;
            const Point2 p{x(rotationOf(*c_, other.M_Ed)), y(other.M_Ed)};
            const CheckState state = result_.stateBy(other);
            d_.circle(p, 4, Tone::Card, toneOf(state), 1.8);
            if (state == CheckState::Over) d_.circle(p, 2.6, toneOf(state), Tone::None, 0);
            double labelY = p.y + (now_.sign > 0 ? 13 : -6);
            for (const double u : used)
                if (std::abs(u - labelY) < 12) labelY = u + side(12);
            used.push_back(labelY);
            // Beyond the resistance the curve's own label stands to the right.
            const bool isBeyond = other.M_Ed > 0.97 * c_->M_j_Rd;
            Shape& s = d_.label({p.x + side(isBeyond ? -9 : 9), isBeyond ? p.y + 4 : labelY},
                                result_.actions[static_cast<std::size_t>(other.set)].id + "  " +
                                    shown(other.M_Ed, Quantity::Moment, o_.units),
                                textSize::small, Tone::Ink, isBeyond ? inwards() : outwards());
            s.hasHalo = true;
        }
    }

    const JointResult& result_;
    const ConnectionResult* c_; ///< of the quadrant being drawn
    const ChartOptions& o_;
    Drawing d_;
    Sense now_;
    std::optional<Point2> platesEnd_; // of their curve
    double originX_ = 0, originY_ = 0, perPhi_ = 1, perM_ = 1;
    double maxPhi_ = 1, maxM_ = 1, left_ = 0, right_ = 0, top_ = 0, bottom_ = 0;
};

} // namespace

Drawing momentRotationChart(const JointResult& result, const ConnectionResult& connection, const ChartOptions& options) {
    return Chart(result, connection, options).run();
}

} // namespace zg
