#include "drawing/chart.h"
#include "drawing/pieces.h"
#include "drawing/springs.h"
#include "drawing/svg.h"
#include "support/joints.h"
#include <algorithm>
#include <cmath>

using namespace zg;

namespace {
const Shape* textIn(const Drawing& d, const std::string& part) {
    for (const Shape& s : d.shapes)
        if (s.kind == Shape::Kind::Text && s.text.find(part) != std::string::npos) return &s;
    return nullptr;
}
} // namespace

TEST_CASE("the chart shows the curve's resistance, the wedges and every demand of its side", "[drawing]") {
    const JointResult r = sample::verified(sample::demo(), 1);
    const Drawing d = momentRotationChart(r, r.connections[0], {});
    CHECK(textIn(d, "M_j_Rd 222.3 kNm"));
    CHECK(textIn(d, "rigid"));
    CHECK(textIn(d, "pinned"));
    CHECK(textIn(d, "U1"));
    CHECK(textIn(d, "U2"));
    CHECK(textIn(d, "R1")); // the other sense stands in the opposite quadrant, through the same origin
    CHECK(textIn(d, "tension at the bottom"));
    CHECK_FALSE(textIn(d, "not covered"));
    const JointResult reversed = sample::verified(sample::demo(), 1);
    CHECK(textIn(momentRotationChart(reversed, reversed.connections[2], {}), "R1"));
}

TEST_CASE("a chart without span asks for it, without resistance says so", "[drawing]") {
    Job job = sample::extendedJob();
    framing(job.joints[0], ends::right).span.reset();
    const JointResult r = sample::verified(job);
    CHECK(textIn(momentRotationChart(r, r.connections[0], {}), "span"));
    endPlate(job.joints[0], ends::right).rows.clear();
    const JointResult none = sample::verified(job);
    CHECK(textIn(momentRotationChart(none, none.connections[0], {}), "No moment resistance"));
}

TEST_CASE("the springs name each row's force and what is infinite", "[drawing]") {
    const Job job = sample::demo();
    const auto r = resolve(job, job.joints[4]);
    REQUIRE(r);
    const JointResult result = verify(*r, 0);
    for (const double width : {460.0, 760.0, 1500.0}) {
        SpringsOptions o;
        o.width = width;
        const Drawing d = springsDrawing(*r, result, result.connections[0], o);
        CHECK(textIn(d, "k_2 column web: infinite"));
        CHECK(textIn(d, "z_eq"));
        CHECK(textIn(d, "Rotation under load: "));
        for (const RowResult& row : result.connections[0].rows) CHECK(textIn(d, "row " + std::to_string(row.place + 1)));
        for (const Shape& s : d.shapes)
            for (const Point2& p : s.points) CHECK((p.x > -5 && p.x < width + 5));
    }
}

TEST_CASE("hulls, steps and paragraphs", "[drawing]") {
    const auto hull = convexHull({{0, 0}, {4, 0}, {4, 3}, {0, 3}, {2, 1}, {1, 2}, {4, 0}});
    CHECK(hull.size() == 4);
    CHECK(niceStep(10, 5) == 2);
    CHECK(niceStep(222, 4) == 100);
    CHECK(niceStep(0.03, 6) == Approx(0.005));
    CHECK(niceStep(0, 3) == 1);
    CHECK(niceStep(-5, 3) == 1);
    Drawing d;
    const double next = paragraph(d, {0, 10}, "one two three four five six seven eight nine ten", 10, Tone::Ink, 60);
    CHECK(d.shapes.size() >= 4);
    CHECK(next > 40);
    std::string all;
    for (const Shape& s : d.shapes) all += (all.empty() ? "" : " ") + s.text;
    CHECK(all == "one two three four five six seven eight nine ten");
}

TEST_CASE("SVG escapes what people type and carries the parts' ids", "[drawing]") {
    Drawing d;
    d.width = d.height = 100;
    d.label({1, 2}, "<b> & \"x\"", 10, Tone::Ink);
    d.symbol({1, 2}, "M_j_Rd", 10, Tone::Ink);
    d.polygon({{0, 0}, {1, 0}, {0, 1}}, Tone::Steel, Tone::Ink, 1).target = PartRef{PartKind::EndPlate, ends::left};
    const std::string text = svg(d, lightPalette());
    CHECK(text.find("&lt;b&gt; &amp; &quot;x&quot;") != std::string::npos);
    CHECK(text.find("data-part=\"left.plate\"") != std::string::npos);
    CHECK(text.find(">j,Rd</tspan>") != std::string::npos);
    CHECK(text.find("nan") == std::string::npos);
}

TEST_CASE("light and dark palettes keep text readable on their paper", "[drawing]") {
    const auto luminance = [](std::uint32_t rgb) {
        const auto channel = [](double c) { return c <= 0.03928 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4); };
        return 0.2126 * channel(((rgb >> 16) & 255) / 255.0) + 0.7152 * channel(((rgb >> 8) & 255) / 255.0) +
               0.0722 * channel((rgb & 255) / 255.0);
    };
    for (const Palette* p : {&lightPalette(), &darkPalette()}) {
        const auto contrast = [&](Tone a, Tone b) {
            const double x = luminance(colour(*p, a));
            const double y = luminance(colour(*p, b));
            return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
        };
        // 4.5 is the usual limit for small text, 3 for signs.
        for (const Tone paper : {Tone::Paper, Tone::Card, Tone::Panel}) {
            CHECK(contrast(Tone::Ink, paper) > 10);
            CHECK(contrast(Tone::FaintInk, paper) > 4.5);
            CHECK(contrast(Tone::Over, paper) > 4);
            CHECK(contrast(Tone::Within, paper) > 4);
        }
    }
}
