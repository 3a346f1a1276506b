#include "drawing/reconciliation.h"
#include "base/text.h"
#include "words/plate_words.h"
#include <algorithm>
#include <cmath>

namespace zg {

Drawing reconciliationDrawing(const Reconciliation& r, const ReconciliationOptions& o) {
    Drawing d;
    d.width = o.width;
    d.height = o.height;
    const double left = 26, nameTo = left + 128, component = nameTo + 92, plates = component + 96, bar0 = plates + 26,
                 bar1 = o.width - 90, zero = (bar0 + bar1) / 2, reach = 0.6;
    const auto x = [&](double apart) { return zero + std::max(-1.0, std::min(1.0, apart / reach)) * (bar1 - bar0) / 2; };
    double y = 30;
    d.label({left, y},
            std::string("Beam on the ") + name(r.side) + ", tension at the " + (r.isReversed ? "bottom" : "top") +
                ", no axial force",
            textSize::strong, Tone::Ink)
        .isBold = true;
    if (o.isStale)
        d.label({o.width - 26, y}, "of another state of the joint", textSize::label, Tone::Accent, Align::Right).isBold = true;
    y += 18;
    d.label({left, y}, "Forces inside at " + shown(r.M, Quantity::Moment, o.units) + ", the smaller of both resistances.",
            textSize::label, Tone::FaintInk);
    y += 15;
    d.label({left, y}, markWords(r.marks, o.units), textSize::label, Tone::FaintInk);
    y += 26;
    d.label({component, y}, "component", textSize::label, Tone::FaintInk, Align::Right);
    d.label({plates, y}, "plates", textSize::label, Tone::FaintInk, Align::Right);
    d.label({std::max(zero, plates + 80), y}, "plates over component", textSize::label, Tone::FaintInk, Align::Centre);
    y += 12;
    // A reason takes a line of its own.
    const auto hasReason = [](const CounterpartRow& row) { return row.reason != PartingReason::None; };
    const auto reasons = static_cast<double>(std::count_if(r.rows.begin(), r.rows.end(), hasReason));
    const double count = static_cast<double>(std::max<std::size_t>(1, r.rows.size()));
    const double pitch = std::clamp((o.height - y - 40 - 8 * reasons) / count, 30.0, 46.0);
    const auto pitchOf = [&](const CounterpartRow& row) { return hasReason(row) ? std::max(pitch, 38.0) : pitch; };
    double foot = y;
    for (const CounterpartRow& row : r.rows) foot += pitchOf(row);
    d.polygon({{x(-0.15), y}, {x(0.15), y}, {x(0.15), foot}, {x(-0.15), foot}}, Tone::Within, Tone::None, 0).opacity = 0.10;
    d.polyline({{zero, y}, {zero, foot}}, Tone::Ink, weight::thin);
    for (const CounterpartRow& row : r.rows) {
        d.polyline({{left, y}, {o.width - 26, y}}, Tone::Line, weight::thin);
        const double base = y + 17, apart = row.apart();
        d.symbol({left, base}, nameOf(row), textSize::strong, Tone::Ink);
        d.label({component, base}, shown(row.component, row.quantity, o.units), textSize::strong, Tone::Ink, Align::Right);
        d.label({plates, base}, shown(row.plates, row.quantity, o.units), textSize::strong, Tone::Ink, Align::Right);
        const bool isOnly = row.isByPlatesOnly(), isApart = isOnly || std::abs(apart) > 0.15;
        d.polygon({{zero, base - 9}, {x(apart), base - 9}, {x(apart), base + 1}, {zero, base + 1}},
                  isApart ? Tone::Close : Tone::Within, Tone::None, 0);
        const std::string off =
            (apart >= 0 ? "+" : "−") + fixedDecimals(100 * std::abs(apart), 0) + (row.whole != 0 ? " % of 1/S" : " %");
        d.label({o.width - 26, base}, isOnly ? "plates only" : off, textSize::strong, Tone::Ink, Align::Right).isBold = isApart;
        if (hasReason(row)) d.label({left, base + 13}, sentenceOf(row.reason), textSize::small, Tone::FaintInk).hasHalo = true;
        y += pitchOf(row);
    }
    return d;
}

} // namespace zg
