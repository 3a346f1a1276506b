#include "component/side_model.h"
#include "component/stiffeners.h"
#include "support/joints.h"
#include "support/reference.h"

/// Stiffeners themselves: strut, crushing, tension, welds, diagonal. Numbers by hand for worked example 3's fittings.
using namespace zg;

namespace {

struct Setup {
    Job job = sample::jobOf(sample::workedRoof());
    ResolvedJoint resolved = *resolve(job, job.joints[0]);
    SideModel model = makeSideModel(resolved, ends::right, false);
    Settings settings;
    Workings<double> w;
};

} // namespace

TEST_CASE("the stiffened web is the lesser of strut and crushing", "[verification][EN 1993-1-5 9.1]") {
    Setup s;
    const FlangeStiffener line = s.model.compressionStiffener();
    REQUIRE(line);
    REQUIRE(line.share == 1);
    const auto r =
        stiffenedCompression<double>(s.w, s.model.column, s.model.compressionForce(), s.settings, line, {0, 0, 924.8e3});
    // F_s = 2·(144 − 27)·15·355 = 1 246 050; with the web's 924.8 kN: 2 170.85 kN
    // strip 15 + 30·0.81362·11 = 283.5; A = 4320 + 283.5·11 = 7438.4; I = 15·299³/12 = 33 413 624; L = 0.75·262 = 196.5
    // N_cr = π²·210000·I/L² = 1.7936e9; λ = √(7438.4·355/N_cr) = 0.0384 → χ = 1; N_b = 2 640.6 kN
    CHECK_REFERENCE(r.F_c_Rd / 1e3, (Reference{2170.85, 0.01, "kN", "EN 1993-1-1:2005 6.2.4, by hand"}));
    CHECK_REFERENCE(r.stiffenerShare, (Reference{0.57399, 5e-6, "", "1246.05/2170.85"}));
    CHECK_FALSE(r.isSlender);
    const auto alone =
        stiffenedCompression<double>(s.w, s.model.column, s.model.compressionForce(), s.settings, line, {0, 0, 1e9});
    CHECK_REFERENCE(alone.F_c_Rd / 1e3, (Reference{2640.6, 0.1, "kN", "EN 1993-1-5:2006 9.1, 9.4, by hand"}));
}

TEST_CASE("a slender stiffener is told so", "[component][EN 1993-1-1 table 5.2]") {
    Setup s;
    StiffenerLine thin = *s.model.compressionStiffener().line;
    thin.thickness = 8; // 144/8 = 18 > 14·0.814
    CHECK(stiffenedCompression<double>(s.w, s.model.column, s.model.compressionForce(), s.settings, {&thin, 1}, {0, 0, 0})
              .isSlender);
}

TEST_CASE("tension stiffener and welds by hand", "[verification][4.5.3]") {
    Setup s;
    const StiffenerLine* line = s.model.tensionStiffener().line;
    REQUIRE(line);
    CHECK_REFERENCE(stiffenerTension(s.w, s.model.column, s.settings, *line) / 1e3,
                    (Reference{1246.05, 0.005, "kN", "EN 1993-1-1:2005 6.2.3, 2·117·15·355"}));
    const auto welds = stiffenerWelds(s.w, s.model.column, s.settings, *line);
    // to the flange: 7·4·117·490/(√2·0.9·1.25) = 1 008 953; to the web: 7·4·208·490/(√3·0.9·1.25) = 1 464 546
    CHECK_REFERENCE(welds.toFlange / 1e3, (Reference{1008.95, 0.05, "kN", "EN 1993-1-8:2005 4.5.3.2, by hand"}));
    CHECK_REFERENCE(welds.toWeb / 1e3, (Reference{1464.55, 0.05, "kN", "EN 1993-1-8:2005 4.5.3.2, by hand"}));
    CHECK(welds.least() == welds.toFlange);

    StiffenerLine butt = *line;
    butt.onFlange.kind = WeldKind::Butt;
    const auto through = stiffenerWelds(s.w, s.model.column, s.settings, butt);
    CHECK_REFERENCE(through.toFlange / 1e3, (Reference{1246.05, 0.005, "kN", "EN 1993-1-8:2005 4.7.1(1), 2·117·15·355"}));
    CHECK(through.toWeb == welds.toWeb);
}

TEST_CASE("a diagonal's slope and resistance by hand, in tension and in compression", "[verification][6.2.6.1]") {
    Setup s;
    DiagonalInput in;
    in.spec.thickness = 12;
    in.spec.width = 140;
    in.spec.throat = 9;
    in.steel = s.model.column.steel;
    in.height = s.model.centreOfCompression() - s.model.beam.flange / 2;
    // across 262, along 435.4 − ... centre of compression 442.7 less half the flange 7.3 = 435.4; cos = 262/508.15 = 0.51560
    // N_pl = 2·(140 − 27)·12·355 = 962 760; weld 9·4·113·490/(√2·0.9·1.25) = 1 252 910
    in.isInCompression = false;
    const auto tension = diagonalResistance(s.w, s.model.column, in, s.settings);
    CHECK_REFERENCE(tension.cosine, (Reference{0.51560, 5e-5, "", "262/√(262² + 435.4²)"}));
    CHECK_REFERENCE(tension.N_Rd / 1e3, (Reference{962.76, 0.005, "kN", "EN 1993-1-1:2005 6.2.3, by hand"}));
    in.isInCompression = true;
    CHECK(diagonalResistance(s.w, s.model.column, in, s.settings).N_Rd <= tension.N_Rd);
    in.spec.throat = 3;
    CHECK(diagonalResistance(s.w, s.model.column, in, s.settings).N_Rd < tension.N_Rd); // now the weld decides
}

TEST_CASE("a diagonal in tension under one sign is in compression under the other", "[component][6.2.6.1]") {
    Job job = sample::extendedJob();
    diagonal(job.joints[0]) = DiagonalSpec{};
    copyEnd(job.joints[0], ends::right, ends::left);
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    const bool top = makeSideModel(*r, ends::right, false).diagonalInCompression;
    CHECK(top);
    CHECK(makeSideModel(*r, ends::right, true).diagonalInCompression != top);
    CHECK(makeSideModel(*r, ends::left, false).diagonalInCompression != top);
    CHECK(makeSideModel(*r, ends::left, true).diagonalInCompression == top);
}
