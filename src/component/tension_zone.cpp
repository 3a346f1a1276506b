#include "component/tension_zone.h"
#include "component/beam_end.h"
#include "component/column_web.h"
#include <algorithm>
#include <cmath>
#include <string>

namespace zg {
namespace {

constexpr double root2 = 1.41421356237309504880;

template <class Num> class Zone {
public:
    Zone(Workings<Num>& w, const SideModel& m, const Settings& s) : w_(w), m_(m), s_(s), rows_(tensionRows(m)) {}

    TensionZone<Num> run() {
        zone_.rows = static_cast<int>(rows_.size());
        for (const RowModel& row : m_.rows) {
            const bool isCounted = std::any_of(rows_.begin(), rows_.end(),
                                               [&](int i) { return m_.rows[static_cast<std::size_t>(i)].place == row.place; });
            if (row.y < 0 && row.takesTension && !isCounted) ++zone_.outsideNotCounted;
        }
        w_.heading(2, "Bolts in tension", "bolts");
        zone_.bolt = boltTension(w_, m_.bolts, m_.grip(), s_);
        for (int i = 0; i < zone_.rows; ++i) geometry(i);
        const std::size_t n = rows_.size();
        zone_.spans.reserve(n * (n + 1) / 2);
        zone_.l_flange.assign(n, Num(0));
        zone_.l_plate.assign(n, Num(0));
        zone_.flangeFrom.resize(n);
        zone_.plateFrom.resize(n);
        for (int i = 0; i < zone_.rows; ++i)
            for (int j = i; j < zone_.rows; ++j) span(i, j);
        return std::move(zone_);
    }

private:
    [[nodiscard]] const RowModel& row(int i) const {
        return m_.rows[static_cast<std::size_t>(rows_[static_cast<std::size_t>(i)])];
    }
    [[nodiscard]] bool isOutside(int i) const { return row(i).y < 0; }
    /// The web that a row stands beside; -1 outside the tension flange.
    [[nodiscard]] int webOf(int i) const { return m_.webBeside(row(i).y); }
    [[nodiscard]] const WebInput& web(int i) const { return m_.webs[static_cast<std::size_t>(webOf(i))]; }
    /// The row's distance to the flange that it stands next to, of those that stiffen the plate: the tension flange, and flanges
    /// between the webs of a haunched end. Nothing without one.
    [[nodiscard]] std::optional<double> besideFlange(int i) const {
        const int at = webOf(i);
        if (at < 0) return std::nullopt;
        const auto clear = [&](std::size_t flange, bool isAbove) {
            const FlangeInput& f = m_.flanges[flange];
            const double away = isAbove ? row(i).y - f.to : f.from - row(i).y;
            return std::max(0.1, away - 0.8 * root2 * legOf(f.weld));
        };
        const std::size_t upper = static_cast<std::size_t>(at);
        std::optional<double> m_2;
        if (i == 0 || webOf(i - 1) != at) m_2 = clear(upper, true);
        const bool isLast = i + 1 == zone_.rows || webOf(i + 1) != at;
        if (isLast && upper + 2 < m_.flanges.size()) m_2 = std::min(m_2.value_or(1e300), clear(upper + 1, false));
        return m_2;
    }
    [[nodiscard]] Num& at(std::vector<Num>& list, int i) const { return list[static_cast<std::size_t>(i)]; }

    void geometry(int i) {
        w_.heading(3, rowTitle(i, i, "geometry"), "");
        const RowModel& r = row(i);
        zone_.places.push_back(r.place);
        zone_.leverArm.push_back(
            w_.given(Indexed{"h_", r.place + 1}, "lever arm to the centre of compression", Quantity::Length, m_.leverArm(r)));
        const Num w = w_.given("w", "gauge", Quantity::Length, r.gauge);
        if (m_.hasColumn) {
            const Num t_wc = w_.given("t_wc", "column web", Quantity::Length, m_.column.section.t_w);
            const Num s =
                w_.given("s", "root radius, or √2·a of a welded column", Quantity::Length, rootDistance(m_.column.section));
            zone_.m_c.push_back(w_.let("m_c", "bolt to the column web", Quantity::Length, "EN 1993-1-8:2005 figure 6.8",
                                       (w - t_wc) / 2 - 0.8 * s));
        } else {
            zone_.m_c.push_back(Num(0));
        }
        if (isOutside(i)) {
            const Num a_f = w_.given("a_f", "throat of the flange weld", Quantity::Length, legOf(m_.tensionFlange().weld));
            const Num y = w_.given("y", "bolt to the flange's outer face", Quantity::Length, -r.y);
            zone_.m_p.push_back(w_.let("m_x", "bolt to the flange weld", Quantity::Length, "EN 1993-1-8:2005 figure 6.10",
                                       y - 0.8 * constant<Num>(root2, "√2") * a_f));
        } else {
            const Num a_w = w_.given("a_w", "throat of the web weld", Quantity::Length, legOf(web(i).weld));
            const Num t_wb = w_.given("t_wb", webName(i), Quantity::Length, web(i).t);
            zone_.m_p.push_back(w_.let("m_p", "bolt to the beam web", Quantity::Length, "EN 1993-1-8:2005 figure 6.10",
                                       (w - t_wb - 2 * 0.8 * constant<Num>(root2, "√2") * a_w) / 2));
        }
    }

    [[nodiscard]] const char* webName(int i) const { return web(i).part.kind == PartKind::HaunchWeb ? "haunch web" : "beam web"; }

    std::string rowTitle(int i, int j, const char* what) const {
        if constexpr (Workings<Num>::tracing) {
            const auto number = [&](int k) { return std::to_string(row(k).place + 1); };
            return (i == j ? "Row " + number(i) : "Rows " + number(i) + " to " + number(j)) + ", " + what;
        } else {
            (void)i, (void)j, (void)what;
            return {};
        }
    }

    /// Place of a row on the column flange; `first` and `last` bound the group it is seen in.
    RowPlace flangePlace(int i) const {
        RowPlace place;
        if (const StiffenerLine* line = nearestStiffener(m_, rows_, i)) {
            place.isBesideStiffener = true;
            place.table = "EN 1993-1-8:2005 table 6.5";
            place.m_2 = std::max(0.1, std::abs(row(i).y - line->y) - line->thickness / 2 - 0.8 * root2 * legOf(line->onFlange));
        }
        if (i == 0 && m_.columnEnd < continues && !stiffenerAbove(0)) place.e_1 = std::max(0.1, m_.columnEnd + row(0).y);
        return place;
    }
    bool stiffenerAbove(int i) const {
        return std::any_of(m_.stiffeners.begin(), m_.stiffeners.end(),
                           [&](const StiffenerLine& line) { return line.y < row(i).y; });
    }
    bool stiffenerWithin(int i, int j) const {
        return std::any_of(m_.stiffeners.begin(), m_.stiffeners.end(),
                           [&](const StiffenerLine& line) { return line.y > row(i).y && line.y < row(j).y; });
    }
    double pitch(int i) const { return row(i + 1).y - row(i).y; }

    Num edgeColumn(int i) {
        return w_.given("e_c", "bolt to the edge of the column flange", Quantity::Length,
                        (m_.column.section.b - row(i).gauge) / 2);
    }
    Num edgePlate(int i) {
        return w_.given("e_p", "bolt to the edge of the end plate", Quantity::Length, (m_.b_p - row(i).gauge) / 2);
    }

    /// Least length of a row so far, for its stiffness; spans come in any order, so a first value is taken as it is.
    struct Shares {
        std::vector<Num>& lengths;
        std::vector<LengthSource>& from;
    };
    Shares flangeShares() { return {zone_.l_flange, zone_.flangeFrom}; }
    Shares plateShares() { return {zone_.l_plate, zone_.plateFrom}; }
    void lower(Shares shares, int row, int first, int last, const EffectiveLength<Num>& l) {
        const bool isCircular = l.cp < l.nc;
        const Num& length = isCircular ? l.cp : l.nc;
        Num& share = at(shares.lengths, row);
        if (valueOf(share) > 0 && !(length < share)) return;
        share = length;
        shares.from[static_cast<std::size_t>(row)] = {first, last, isCircular};
    }

    /// Sum of the patterns over a span. A group of rows with different gauges takes the mean of its m and e.
    template <class PlaceOf>
    EffectiveLength<Num> lengths(int i, int j, const Num& m, const Num& e, PlaceOf place, Shares shares) {
        if (i == j) {
            const EffectiveLength<Num> l = rowAlone(w_, place(i), m, e);
            lower(shares, i, i, i, l);
            return l;
        }
        EffectiveLength<Num> sum{Num(0), Num(0)};
        for (int k = i; k <= j; ++k) {
            RowPlace at = place(k);
            at.row = row(k).place + 1;
            const EffectiveLength<Num> l = rowInGroup(w_, at, m, e, k > i ? pitch(k - 1) : 0, k < j ? pitch(k) : 0);
            lower(shares, k, i, j, l);
            sum.cp = k == i ? l.cp : sum.cp + l.cp;
            sum.nc = k == i ? l.nc : sum.nc + l.nc;
        }
        sum.cp = w_.let("Sigmal_eff_cp", "group", Quantity::Length, "EN 1993-1-8:2005 6.2.4.2", sum.cp);
        sum.nc = w_.let("Sigmal_eff_nc", "group", Quantity::Length, "EN 1993-1-8:2005 6.2.4.2", sum.nc);
        return sum;
    }

    Num mean(const std::vector<Num>& list, int i, int j) const {
        Num sum = list[static_cast<std::size_t>(i)];
        if (i == j) return sum;
        double least = valueOf(sum);
        for (int k = i + 1; k <= j; ++k) least = std::min(least, valueOf(list[static_cast<std::size_t>(k)]));
        // Rows of one group share the least favourable m: rows with unequal gauges do not yield together at a larger one.
        for (int k = i; k <= j; ++k)
            if (valueOf(list[static_cast<std::size_t>(k)]) == least) return list[static_cast<std::size_t>(k)];
        return sum;
    }

    void span(int i, int j) {
        Span<Num> span{i, j, std::nullopt, std::nullopt, std::nullopt};
        if (m_.hasColumn && (i == j || !stiffenerWithin(i, j))) columnFlange(span);
        // No group across a flange (6.2.6.5): it stiffens the plate between the rows.
        if (i == j || (!isOutside(i) && webOf(i) == webOf(j))) endPlate(span);
        zone_.spans.push_back(std::move(span));
    }

    void columnFlange(Span<Num>& span) {
        const int i = span.first;
        const int j = span.last;
        w_.heading(2, rowTitle(i, j, "column flange in bending"), "");
        const Num m = mean(zone_.m_c, i, j);
        if (!(valueOf(m) > 0)) {
            span.columnFlange = TStubResult<Num>{Num(0), Num(0), Num(0)};
            return;
        }
        const Num e = edgeColumn(i);
        const Num e_p = edgePlate(i);
        TStubInput<Num> in{lengths(
                               i, j, m, e, [&](int k) { return flangePlace(k); }, flangeShares()),
                           Num(0),
                           Num(0),
                           m,
                           Num(0),
                           Num(0)};
        in.t_f = w_.given("t_fc", "column flange", Quantity::Length, m_.column.section.t_f);
        in.f_y = w_.given("f_y_fc", "yield strength", Quantity::Stress, m_.column.steel.f_y);
        in.n = w_.let("n", "least edge distance, at most 1.25·m", Quantity::Length, "EN 1993-1-8:2005 table 6.2",
                      smaller(smaller(e, e_p), 1.25 * m));
        // Backing plates lie under the rows of the tension half.
        if (m_.backing && row(j).y <= m_.depth / 2)
            in.m_bp = 0.25 * m_.backing->thickness * m_.backing->thickness * m_.backing->steel.f_y / s_.gamma_M0;
        span.columnFlange = resistance(in, span);
    }

    TStubResult<Num> resistance(TStubInput<Num>& in, const Span<Num>& span) {
        const int rows = span.last - span.first + 1;
        in.SigmaF_t_Rd = w_.let("SigmaF_t_Rd", "all bolts of the span", Quantity::Force, "EN 1993-1-8:2005 table 6.2",
                                static_cast<double>(2 * rows) * zone_.bolt.B_t_Rd);
        in.e_w = m_.bolts.size.washerOuter / 4;
        // An edge at or inside the bolt line leaves nothing to pry against, and nothing of the flange either.
        if (!(valueOf(in.n) > 0) || !(valueOf(smaller(in.l_eff.cp, in.l_eff.nc)) > 0)) return {Num(0), Num(0), Num(0)};
        if (s_.checkPryingLength) {
            const Num limit = pryingLengthLimit(w_, in.m, m_.bolts.size.A_s, rows, smaller(in.l_eff.cp, in.l_eff.nc), in.t_f);
            in.isPryingPossible = elongationLength(m_.bolts.size, m_.gripLength()) <= valueOf(limit);
        }
        return tStubResistance(w_, in, s_.modeOne, s_.gamma_M0);
    }

    void endPlate(Span<Num>& span) {
        const int i = span.first;
        const int j = span.last;
        w_.heading(2, rowTitle(i, j, "end plate in bending"), "");
        Num m = mean(zone_.m_p, i, j);
        if (!(valueOf(m) > 0)) {
            span.endPlate = TStubResult<Num>{Num(0), Num(0), Num(0)};
            if (!isOutside(i)) span.beamWeb = Num(0);
            return;
        }
        TStubInput<Num> in{{Num(0), Num(0)}, Num(0), Num(0), m, Num(0), Num(0)};
        if (isOutside(i))
            outsideRow(in, i);
        else
            innerRows(in, i, j);
        in.t_f = w_.given("t_p", "end plate", Quantity::Length, m_.t_p);
        in.f_y = w_.given("f_y_p", "yield strength", Quantity::Stress, m_.plateSteel.f_y);
        span.endPlate = resistance(in, span);
        if (isOutside(i)) return;
        w_.heading(2, rowTitle(i, j, web(i).part.kind == PartKind::HaunchWeb ? "haunch web in tension" : "beam web in tension"),
                   "");
        span.beamWeb = webTensionResistance(w_, web(i), s_, span.endPlate->l_eff_1);
    }

    void outsideRow(TStubInput<Num>& in, int i) {
        const double toEdge = m_.projectionTension + row(i).y;
        const Num e_x = w_.given("e_x", "bolt to the plate's end", Quantity::Length, toEdge);
        const Num e = edgePlate(i);
        const Num gauge = w_.given("w", "gauge", Quantity::Length, row(i).gauge);
        if (!m_.rib) {
            const Num b_p = w_.given("b_p", "plate width", Quantity::Length, m_.b_p);
            in.l_eff = rowOutsideFlange<Num>(w_, {in.m, e_x, e, gauge, b_p});
            in.n = w_.let("n", "e_x, at most 1.25·m_x", Quantity::Length, "EN 1993-1-8:2005 6.2.6.5", smaller(e_x, 1.25 * in.m));
            lower(plateShares(), i, i, i, in.l_eff);
            return;
        }
        // With a rib the row stands in the corner of flange and rib, like the end row beside a stiffener of table 6.5.
        w_.note("A rib stiffens the plate outside the flange: the row is taken as an end row beside a stiffener (table 6.5 by "
                "analogy), "
                "with m to the rib and m_2 to the flange.",
                "EN 1993-1-8:2005 table 6.5");
        const double m_2 = valueOf(in.m);
        const Num t_r = w_.given("t_r", "rib", Quantity::Length, m_.rib->thickness);
        const Num a_r = w_.given("a_r", "throat of its weld", Quantity::Length, legOf(m_.rib->onFace));
        in.m = w_.let("m_r", "bolt to the rib", Quantity::Length, "EN 1993-1-8:2005 figure 6.10",
                      (gauge - t_r) / 2 - 0.8 * constant<Num>(root2, "√2") * a_r);
        RowPlace place{true, m_2, toEdge, 1, "EN 1993-1-8:2005 table 6.5, by analogy"};
        in.l_eff = rowAlone(w_, place, in.m, e);
        in.n =
            w_.let("n", "edge distance, at most 1.25·m", Quantity::Length, "EN 1993-1-8:2005 table 6.2", smaller(e, 1.25 * in.m));
        at(zone_.m_p, i) = in.m;
        lower(plateShares(), i, i, i, in.l_eff);
    }

    void innerRows(TStubInput<Num>& in, int i, int j) {
        const Num e = edgePlate(i);
        const Num e_c = m_.hasColumn ? edgeColumn(i) : e;
        const auto place = [&](int k) {
            RowPlace p;
            p.table = "EN 1993-1-8:2005 table 6.6";
            const std::optional<double> m_2 = besideFlange(k);
            p.isBesideStiffener = m_2.has_value();
            p.m_2 = m_2.value_or(0);
            return p;
        };
        in.l_eff = lengths(i, j, in.m, e, place, plateShares());
        in.n = w_.let("n", "least edge distance, at most 1.25·m", Quantity::Length, "EN 1993-1-8:2005 table 6.2",
                      smaller(smaller(e, e_c), 1.25 * in.m));
    }

    Workings<Num>& w_;
    const SideModel& m_;
    const Settings& s_;
    std::vector<int> rows_;
    TensionZone<Num> zone_{};
};

} // namespace

const StiffenerLine* nearestStiffener(const SideModel& m, const std::vector<int>& rows, int i) {
    const auto level = [&](int k) { return m.rows[static_cast<std::size_t>(rows[static_cast<std::size_t>(k)])].y; };
    const StiffenerLine* best = nullptr;
    for (const StiffenerLine& line : m.stiffeners) {
        bool isBehindAnother = false;
        for (int k = 0; k < static_cast<int>(rows.size()); ++k)
            isBehindAnother = isBehindAnother || (k != i && (level(k) - line.y) * (level(k) - level(i)) < 0);
        if (!isBehindAnother && (!best || std::abs(level(i) - line.y) < std::abs(level(i) - best->y))) best = &line;
    }
    return best;
}

std::vector<int> tensionRows(const SideModel& m) {
    std::vector<int> rows;
    // Of the rows outside the flange only the one next to it is known to table 6.6.
    int nearestOutside = -1;
    for (std::size_t i = 0; i < m.rows.size(); ++i)
        if (m.rows[i].y < 0 && m.rows[i].takesTension) nearestOutside = static_cast<int>(i);
    for (std::size_t i = 0; i < m.rows.size(); ++i) {
        const RowModel& r = m.rows[i];
        bool isInFlange = false;
        for (std::size_t f = 0; f + 1 < m.flanges.size(); ++f)
            isInFlange = isInFlange || (r.y >= m.flanges[f].from && r.y <= m.flanges[f].to);
        if (!r.takesTension || m.leverArm(r) <= 0 || isInFlange) continue;
        if (r.y < 0 && static_cast<int>(i) != nearestOutside) continue;
        rows.push_back(static_cast<int>(i));
    }
    return rows;
}

template <class Num> TensionZone<Num> tensionZone(Workings<Num>& w, const SideModel& m, const Settings& s) {
    return Zone<Num>(w, m, s).run();
}

template TensionZone<double> tensionZone(Workings<double>&, const SideModel&, const Settings&);
template TensionZone<Traced> tensionZone(Workings<Traced>&, const SideModel&, const Settings&);

} // namespace zg
