#include "component/row_assembly.h"
#include "support/reference.h"
#include <algorithm>
#include <random>

/// Assembly of rows on made-up resistances: no group is ever overdrawn, and nothing is left on the table.
using namespace zg;

namespace {

struct Made {
    TensionZone<double> zone{};
    std::vector<std::optional<double>> columnWeb;
    TensionCaps<double> caps{1e9, 1e9};
};

/// Random zone: each longer span is at least as strong as any part of it and at most the sum of its parts.
Made made(std::mt19937& random, int rows) {
    std::uniform_real_distribution<double> share(0, 1);
    Made m;
    m.zone.rows = rows;
    m.zone.bolt.B_t_Rd = 1e9; // the 1.9 rule is tested by itself
    std::vector<std::vector<double>> F(static_cast<std::size_t>(rows), std::vector<double>(static_cast<std::size_t>(rows), 0));
    for (int i = 0; i < rows; ++i) {
        m.zone.places.push_back(i);
        m.zone.leverArm.push_back(500.0 - 90 * i);
        F[static_cast<std::size_t>(i)][static_cast<std::size_t>(i)] = 100e3 + 200e3 * share(random);
    }
    for (int n = 1; n < rows; ++n) {
        for (int i = 0; i + n < rows; ++i) {
            const auto at = [&](int a, int b) { return F[static_cast<std::size_t>(a)][static_cast<std::size_t>(b)]; };
            const double least = std::max(at(i, i + n - 1), at(i + 1, i + n));
            double most = 1e300;
            for (int k = i; k < i + n; ++k) most = std::min(most, at(i, k) + at(k + 1, i + n));
            F[static_cast<std::size_t>(i)][static_cast<std::size_t>(i + n)] = least + share(random) * std::max(0.0, most - least);
        }
    }
    for (int i = 0; i < rows; ++i) {
        for (int j = i; j < rows; ++j) {
            Span<double> span{i, j, std::nullopt, std::nullopt, std::nullopt};
            TStubResult<double> stub{F[static_cast<std::size_t>(i)][static_cast<std::size_t>(j)], 0, 0};
            // Spread the resistances over the components: which one carries a span is of no matter to the rule.
            if ((i + j) % 2 == 0)
                span.columnFlange = stub;
            else
                span.endPlate = stub;
            m.zone.spans.push_back(span);
            m.columnWeb.emplace_back();
        }
    }
    return m;
}

double resistanceOf(const Span<double>& span) { return span.columnFlange ? span.columnFlange->F_T_Rd : span.endPlate->F_T_Rd; }

} // namespace

TEST_CASE("no group is overdrawn and every row is held by something", "[component][6.2.7.2]") {
    std::mt19937 random(11);
    for (int round = 0; round < 400; ++round) {
        const int rows = 1 + round % 6;
        const Made m = made(random, rows);
        Workings<double> w;
        const auto forces = assembleRows(w, m.zone, m.columnWeb, m.caps, 0);
        REQUIRE(forces.F_tr_Rd.size() == static_cast<std::size_t>(rows));
        for (const Span<double>& span : m.zone.spans) {
            double sum = 0;
            for (int k = span.first; k <= span.last; ++k) sum += forces.F_tr_Rd[static_cast<std::size_t>(k)];
            CHECK(sum <= resistanceOf(span) * (1 + 1e-12));
        }
        // Greedy from the top: each row is at the limit of some span that ends with it.
        for (int r = 0; r < rows; ++r) {
            bool isHeld = false;
            for (int i = 0; i <= r; ++i) {
                double sum = 0;
                for (int k = i; k <= r; ++k) sum += forces.F_tr_Rd[static_cast<std::size_t>(k)];
                isHeld = isHeld || sum >= resistanceOf(m.zone.span(i, r)) * (1 - 1e-12);
            }
            CHECK(isHeld);
        }
    }
}

TEST_CASE("the limit of the sum is kept to the newton and named", "[component][6.2.7.2]") {
    std::mt19937 random(5);
    for (int round = 0; round < 200; ++round) {
        Made m = made(random, 4);
        Workings<double> w;
        const double free = assembleRows(w, m.zone, m.columnWeb, m.caps, 0).sum;
        m.caps.farCompression = 0.7 * free;
        m.caps.flangeCompression = 0.8 * free;
        m.caps.panelShear = 0.9 * free;
        auto forces = assembleRows(w, m.zone, m.columnWeb, m.caps, 0);
        CHECK_SAME(forces.sum, 0.7 * free, 1e-12);
        CHECK(forces.ends == Limit::ColumnWebCompression);
        // Compression of the set uses up the lower flange in full, but the panel only by half.
        forces = assembleRows(w, m.zone, m.columnWeb, m.caps, -0.1 * free);
        CHECK_SAME(forces.sum, 0.6 * free, 1e-12);
        m.caps.farCompression = m.caps.flangeCompression = 2 * free;
        forces = assembleRows(w, m.zone, m.columnWeb, m.caps, -0.1 * free);
        CHECK_SAME(forces.sum, 0.85 * free, 1e-12);
        CHECK(forces.ends == Limit::PanelShear);
    }
}

TEST_CASE("a strong row beyond 1.9 F_t,Rd makes the rows below it linear", "[verification][6.2.7.2]") {
    std::mt19937 random(3);
    Made m = made(random, 3);
    for (Span<double>& span : m.zone.spans) {
        TStubResult<double> stub{span.first == span.last ? 200e3 : 1e9, 0, 0};
        span.columnFlange = stub;
        span.endPlate.reset();
    }
    m.zone.bolt.B_t_Rd = 110e3; // 1.9·110 = 209 kN: not exceeded
    Workings<double> w;
    auto forces = assembleRows(w, m.zone, m.columnWeb, m.caps, 0);
    CHECK(forces.F_tr_Rd[2] == 200e3);
    m.zone.bolt.B_t_Rd = 100e3; // 190 kN: exceeded by row 1
    forces = assembleRows(w, m.zone, m.columnWeb, m.caps, 0);
    CHECK_REFERENCE(forces.F_tr_Rd[1], (Reference{164000, 0.01, "N", "EN 1993-1-8:2005 6.2.7.2(9), 200·410/500"}));
    CHECK_REFERENCE(forces.F_tr_Rd[2], (Reference{128000, 0.01, "N", "EN 1993-1-8:2005 6.2.7.2(9), 200·320/500"}));
    CHECK(forces.limit[1] == Limit::FartherRows);
}

TEST_CASE("a group weaker than its upper row alone lowers that row", "[component][6.2.7.2]") {
    std::mt19937 random(3);
    Made m = made(random, 2);
    for (Span<double>& span : m.zone.spans) {
        span.endPlate.reset();
        span.columnFlange = TStubResult<double>{span.first == span.last ? 200e3 : 150e3, 0, 0};
    }
    Workings<double> w;
    const auto forces = assembleRows(w, m.zone, m.columnWeb, m.caps, 0);
    CHECK(forces.F_tr_Rd[0] == 150e3);
    CHECK(forces.F_tr_Rd[1] == 0);
    CHECK(forces.sum == 150e3);
}
