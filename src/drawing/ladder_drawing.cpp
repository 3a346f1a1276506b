#include "drawing/ladder_drawing.h"
#include "base/text.h"
#include "drawing/pieces.h"
#include "words/ladder_words.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double lineHeight = 27; ///< of a rung's two lines of words
constexpr double head = 62, foot = 34;

class LadderPicture {
public:
    LadderPicture(const ResolvedJoint& joint, const JointResult& result, const Ladder& ladder, const LadderOptions& o)
        : joint_(joint), result_(result), ladder_(ladder), o_(o) {
        d_.width = o.width;
        d_.height = o.height;
    }

    Drawing run() {
        const Ladder* other = o_.width >= 620 ? otherSense(result_, ladder_) : nullptr;
        std::vector<const Ladder*> shown{&ladder_};
        if (other) shown.push_back(other);
        range(shown);
        axis();
        const double left = 62, right = o_.width - 12, step = (right - left) / static_cast<double>(shown.size());
        isNarrow_ = step < 380;
        if (isNarrow_) bar_ = 26;
        for (std::size_t i = 0; i < shown.size(); ++i) {
            const double x0 = left + step * static_cast<double>(i);
            if (i > 0) d_.polyline({{x0, 14}, {x0, o_.height - foot}}, Tone::Line, weight::thin);
            one(*shown[i], x0 + (i > 0 ? 10 : 0), x0 + step - 8, i == 0);
        }
        legend();
        return std::move(d_);
    }

private:
    [[nodiscard]] std::string moment(double M) const { return shownNumber(M, Quantity::Moment, o_.units); }
    [[nodiscard]] double level(double M) const { return bottom_ - (M - low_) / (high_ - low_) * (bottom_ - top_); }
    [[nodiscard]] bool isOn(double M) const { return M >= low_ && M <= high_; }

    /// From below the least of hinge and links to well above what is asked; what lies beyond is listed above.
    void range(const std::vector<const Ladder*>& shown) {
        top_ = head + 24;
        bottom_ = o_.height - foot - 12;
        double least = 1e300, most = 0;
        for (const Ladder* l : shown) {
            least = std::min(least, l->nominal);
            for (const Rung& r : l->rungs) least = std::min(least, r.design);
            most = std::max(most, 1.38 * std::max(l->hardened, l->asked));
        }
        low_ = std::max(0.0, least - 0.06 * most);
        high_ = most;
    }

    void axis() {
        const double unit = unitOf(Quantity::Moment, o_.units).factor;
        const double step = niceStep((high_ - low_) / unit, 7) * unit;
        d_.label({12, head + 6}, std::string(unitOf(Quantity::Moment, o_.units).symbol) + " at the face", textSize::small,
                 Tone::FaintInk);
        for (double M = std::ceil(low_ / step) * step; M <= high_; M += step) {
            d_.polyline({{46, level(M)}, {54, level(M)}}, Tone::FaintInk, weight::thin);
            d_.label({42, level(M) + 4}, shownNumber(M, Quantity::Moment, o_.units), textSize::small, Tone::FaintInk,
                     Align::Right);
        }
    }

    void one(const Ladder& l, double x0, double x1, bool isFirst) {
        const double pole = (x0 + x1) / 2 - 6;
        const bool holds = l.holds();
        stateRing(d_, {x0 + 8, 20}, 6, holds ? CheckState::Within : CheckState::Over);
        d_.label({x0 + 20, 24},
                 (isFirst ? joint_.mark + ", " : std::string()) + senseOf(l, joint_.isTwoSided()) + ", " + wordOf(l.rules) +
                     " rules",
                 textSize::label, Tone::FaintInk);
        std::string mechanism = mechanismOf(l);
        if (const auto most = static_cast<std::size_t>((x1 - x0 - 22) / 6.9); mechanism.size() > most)
            mechanism = mechanism.substr(0, most) + "…";
        d_.label({x0 + 20, 42}, mechanism, textSize::strong, holds ? Tone::Ink : Tone::Over).isBold = true;
        band(l, x0, x1);
        d_.polygon({{pole - 4, top_ - 6}, {pole + 4, top_ - 6}, {pole + 4, bottom_ + 8}, {pole - 4, bottom_ + 8}}, Tone::Ink,
                   Tone::None, 0);
        std::string beyond;
        std::vector<const Rung*> left, right;
        for (const Rung& r : l.rungs) {
            if (!isOn(r.design))
                beyond += (beyond.empty() ? "above: " : ", ") + nameOf(r, l) + " " + moment(r.design);
            else
                (r.isDuctile ? left : right).push_back(&r);
        }
        if (!beyond.empty()) {
            const auto most = static_cast<std::size_t>((x1 - x0 - 14) / 5.1);
            if (beyond.size() > most) beyond = beyond.substr(0, beyond.rfind(',', most)) + " and more";
            d_.label({x0 + 20, 59}, beyond, textSize::small, Tone::FaintInk);
        }
        const std::vector<double> atLeft = side(l, left, pole, x0, x1, true), atRight = side(l, right, pole, x0, x1, false);
        bandWords(l, x0, x1, atLeft, margin(l, x1, atRight));
    }

    /// From the hinge at its design resistance to its over-strength, and what is asked of the brittle links.
    void band(const Ladder& l, double x0, double x1) {
        const double y0 = level(l.nominal), y1 = level(l.hardened);
        d_.polygon({{x0, y1}, {x1, y1}, {x1, y0}, {x0, y0}}, Tone::Within, Tone::None, 0).opacity = 0.13;
        d_.polyline({{x0, y0}, {x1, y0}}, Tone::Within, weight::thin);
        d_.polyline({{x0, level(l.expected)}, {x1, level(l.expected)}}, Tone::Within, weight::thin).isDashed = true;
        d_.polyline({{x0, y1}, {x1, y1}}, Tone::Ink, weight::outline);
        if (isAskedApart(l)) d_.polyline({{x0, level(l.asked)}, {x1, level(l.asked)}}, Tone::Accent, weight::outline);
    }
    bool isAskedApart(const Ladder& l) const { return std::abs(l.asked - l.hardened) > 1e-6 * l.hardened && isOn(l.asked); }
    /// Whether no words of a rung stand at a level: two lines each.
    static bool isFree(const std::vector<double>& taken, double y) {
        return std::none_of(taken.begin(), taken.end(), [&](double t) { return y > t - 12 && y < t + 24; });
    }
    /// Names of the lines, on the side where no words of a rung stand.
    void bandWords(const Ladder& l, double x0, double x1, const std::vector<double>& atLeft, const std::vector<double>& atRight) {
        const auto say = [&](double M, const std::string& text) {
            for (const double shift : {-4.0, 12.0})
                for (const bool isRight : {true, false}) {
                    const double y = level(M) + shift;
                    if (!isFree(isRight ? atRight : atLeft, y)) continue;
                    d_.label({isRight ? x1 - 18 : x0 + 4, y}, text + " " + moment(M), textSize::small, Tone::FaintInk,
                             isRight ? Align::Right : Align::Left)
                        .hasHalo = true;
                    return;
                }
        };
        say(l.hardened, "hinge hardened");
        say(l.nominal, "hinge nominal");
        say(l.expected, "as expected");
        if (isAskedApart(l)) say(l.asked, "asked");
    }

    /// Words of one side, moved apart where they would meet; the bars stay at their moments.
    std::vector<double> side(const Ladder& l, const std::vector<const Rung*>& rungs, double pole, double x0, double x1,
                             bool isDuctile) {
        std::vector<const Rung*> sorted = rungs;
        std::sort(sorted.begin(), sorted.end(), [](const Rung* a, const Rung* b) { return a->design < b->design; });
        std::vector<double> y;
        for (const Rung* r : sorted) y.push_back(level(r->design));
        // From the bottom up, then pushed down again from the top where they ran out of the picture.
        for (std::size_t i = 1; i < y.size(); ++i) y[i] = std::min(y[i], y[i - 1] - lineHeight);
        const double ceiling = top_ + 4;
        if (!y.empty() && y.back() < ceiling) {
            y.back() = ceiling;
            for (std::size_t i = y.size() - 1; i-- > 0;) y[i] = std::max(y[i], y[i + 1] + lineHeight);
        }
        const double sign = isDuctile ? -1 : 1;
        const Rung* least = l.weakest();
        for (std::size_t i = 0; i < sorted.size(); ++i) {
            const Rung& r = *sorted[i];
            const double at = level(r.design);
            const bool isShort = !r.isDuctile && r.margin > 0 && r.margin < 1 - 1e-9;
            const Tone tone = isShort ? Tone::Over : r.isHinge ? Tone::Within : Tone::Ink;
            bar(r, {pole + sign * 11, at}, sign, tone);
            const double words = pole + sign * ((isNarrow_ ? 42 : 48) + bar_);
            d_.polyline({{pole + sign * (11 + bar_), at}, {words - sign * 22, y[i] - 2}}, Tone::FaintInk, weight::thin);
            number(r, l, {words - sign * 13, y[i] - 2});
            const Align align = isDuctile ? Align::Right : Align::Left;
            const double room = isDuctile ? words - x0 - 2 : x1 - words - 14;
            std::string name = nameOf(r, l);
            const auto most = static_cast<std::size_t>(std::max(8.0, room / 5.4));
            if (name.size() > most) name = name.substr(0, most - 1) + "…";
            Shape& n = d_.label({words, y[i]}, name, textSize::label, tone, align);
            n.isBold = r.isHinge || &r == least;
            n.hasHalo = true;
            n.target = r.part;
            Shape& v = d_.label({words, y[i] + 12},
                                moment(r.design) + (r.isHinge     ? (isNarrow_ ? " yields" : " yields as meant")
                                                    : r.isDuctile ? " ductile"
                                                    : isShort     ? (isNarrow_ ? " brittle" : " brittle, short")
                                                                  : " brittle"),
                                textSize::small, isShort ? Tone::Over : Tone::FaintInk, align);
            v.hasHalo = true;
            v.target = r.part;
        }
        return y;
    }

    /// Ductile: a rounded bar that stays whole; brittle: a bar broken in the middle.
    void bar(const Rung& r, Point2 at, double sign, Tone tone) {
        const double a = at.x, b = at.x + sign * bar_, h = r.isHinge ? 7 : 5.5;
        if (r.isDuctile) {
            std::vector<Point2> outline;
            const double c0 = a + sign * h, c1 = b - sign * h;
            for (int i = 0; i <= 8; ++i) {
                const double t = -1.5707963 + 3.14159265 * i / 8;
                outline.push_back({c1 + sign * h * std::cos(t), at.y + h * std::sin(t)});
            }
            for (int i = 0; i <= 8; ++i) {
                const double t = 1.5707963 + 3.14159265 * i / 8;
                outline.push_back({c0 + sign * h * std::cos(t), at.y + h * std::sin(t)});
            }
            Shape& s = d_.polygon(std::move(outline), Tone::Card, tone, r.isHinge ? 2.6 : 1.8);
            s.target = r.part;
            if (bar_ > 30) d_.polyline({{c0 + sign * 5, at.y}, {c1 - sign * 5, at.y}}, tone, 1);
            return;
        }
        const double m = (a + b) / 2;
        d_.polygon({{a, at.y - h},
                    {m - sign * 1, at.y - h},
                    {m - sign * 5, at.y},
                    {m + sign * 1, at.y},
                    {m - sign * 3, at.y + h},
                    {a, at.y + h}},
                   tone, Tone::None, 0)
            .target = r.part;
        d_.polygon({{b, at.y - h},
                    {m + sign * 3, at.y - h},
                    {m - sign * 1, at.y},
                    {m + sign * 5, at.y},
                    {m + sign * 1, at.y + h},
                    {b, at.y + h}},
                   tone, Tone::None, 0)
            .target = r.part;
    }

    /// Its place in the order.
    void number(const Rung& r, const Ladder& l, Point2 at) {
        d_.circle(at, 8, Tone::Card, Tone::Ink, weight::thin);
        d_.label({at.x, at.y + 3.5}, std::to_string(&r - l.rungs.data() + 1), textSize::small, Tone::Ink, Align::Centre).isBold =
            true;
    }

    /// How far the weakest of what lets go lies from what is asked of it.
    /// Its words stand where none of a rung do; gives what is taken on that side then.
    std::vector<double> margin(const Ladder& l, double x1, std::vector<double> taken) {
        const Rung* least = l.weakest();
        if (!least || !isOn(least->design) || !isOn(l.asked)) return taken;
        const bool isShort = least->margin < 1 - 1e-9;
        const double x = x1 - 10, y0 = level(least->design), y1 = level(l.asked);
        const Tone tone = isShort ? Tone::Over : Tone::Ink;
        d_.polyline({{x - 6, y0}, {x, y0}, {x, y1}, {x - 6, y1}}, tone, weight::outline);
        double at = (y0 + y1) / 2 + 4;
        for (const double candidate : {at, std::min(y0, y1) + 13, std::max(y0, y1) + 27, std::min(y0, y1) - 6})
            if (isFree(taken, candidate)) {
                at = candidate;
                break;
            }
        Shape& s = d_.label({x - 6, at},
                            isShort ? moment(l.asked - least->design) + " short, use " + fixedDecimals(1 / least->margin, 2)
                                    : fixedDecimals(least->margin, 2) + " of what is asked",
                            textSize::small, tone, Align::Right);
        s.isBold = true;
        s.hasHalo = true;
        taken.push_back(at);
        return taken;
    }

    void legend() {
        const double y = o_.height - 14;
        Rung ductile, brittle;
        brittle.isDuctile = false;
        const bool isWide = o_.width >= 560;
        bar(ductile, {62, y - 4}, 1, Tone::Ink);
        d_.label({116, y}, "ductile: yields and carries on", textSize::small, Tone::FaintInk);
        bar(brittle, {270, y - 4}, 1, Tone::Ink);
        d_.label({324, y}, "brittle: lets go", textSize::small, Tone::FaintInk);
        if (!isWide) return;
        d_.circle({428, y - 4}, 7, Tone::Card, Tone::Ink, weight::thin);
        d_.label({428, y - 1}, "1", textSize::small, Tone::Ink, Align::Centre);
        d_.label({440, y},
                 o_.width >= 740 ? "order by expected strength; a rung stands at its design resistance"
                                 : "order by expected strength",
                 textSize::small, Tone::FaintInk);
    }

    const ResolvedJoint& joint_;
    const JointResult& result_;
    const Ladder& ladder_;
    LadderOptions o_;
    Drawing d_;
    double bar_ = 48; ///< length of a rung
    bool isNarrow_ = false;
    double top_ = 0, bottom_ = 0, low_ = 0, high_ = 1;
};

} // namespace

Drawing ladderDrawing(const ResolvedJoint& joint, const JointResult& result, const Ladder& ladder, const LadderOptions& options) {
    return LadderPicture(joint, result, ladder, options).run();
}

} // namespace zg
