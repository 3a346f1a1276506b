#include "base/number_column.h"
#include "base/text.h"
#include "base/unit_words.h"
#include "base/units.h"
#include "support/reference.h"

using namespace zg;

TEST_CASE("units convert by their exact definitions", "[base]") {
    CHECK_REFERENCE(unitOf(Quantity::Force, UnitSystem::US).factor,
                    (Reference{4448.2216152605, 1e-9, "N/kip", "1 lbf = 4.4482216152605 N, exact"}));
    CHECK_REFERENCE(unitOf(Quantity::Moment, UnitSystem::US).factor / 1e6,
                    (Reference{1.3558179483314, 1e-12, "kNm/kip-ft", "kip times 304.8 mm"}));
    CHECK_REFERENCE(unitOf(Quantity::Stress, UnitSystem::US).factor,
                    (Reference{6.8947572931684, 1e-12, "MPa/ksi", "kip over square inch"}));
}

TEST_CASE("numbers are shown with sensible digits and their unit", "[base]") {
    CHECK(shown(184040e3, Quantity::Moment, UnitSystem::SI) == "184.0 kNm");
    CHECK(shown(20, Quantity::Length, UnitSystem::SI) == "20 mm");
    CHECK(shown(25.4, Quantity::Length, UnitSystem::US) == "1 in");
    CHECK(shown(-0.0001, Quantity::Force, UnitSystem::SI) == "0.0 kN");
    CHECK(shown(61.2e9, Quantity::Stiffness, UnitSystem::SI) == "61.2 MNm/rad");
}

TEST_CASE("numbers are read as people write them, and nothing else is", "[base]") {
    CHECK(readNumber(" 12.5 ") == 12.5);
    CHECK(readNumber("12,5") == 12.5);
    CHECK(readNumber("+3") == 3.0);
    CHECK(readNumber("−4.5") == -4.5);
    CHECK(readNumber("1e3") == 1000.0);
    CHECK(readNumber("1,234,567") == 1234567.0);
    CHECK(readNumber("1.234.567,5") == 1234567.5);
    CHECK(readNumber("1 250,5") == 1250.5);
    CHECK(readNumber("0,125") == 0.125);
    for (const char* bad : {"", "abc", "1.2.3", "12 kN", "nan", "inf", "1e999", "--2", "1,250", "12,34,567", "1 23"})
        CHECK_FALSE(readNumber(bad));
}

TEST_CASE("units are understood as people spell them, and mega is never taken for milli", "[base][units]") {
    const auto factor = [](const char* text) { return readUnit(text) ? readUnit(text)->factor : 0.0; };
    constexpr double lbf = 4.4482216152605; // exact: 0.45359237 kg times 9.80665 m/s2
    for (const char* kipFoot : {"kip-ft", "kip ft", "kip·ft", "kipft", "ft-kip", "ft·kips", "KIP-FT", "kips*feet"})
        CHECK(factor(kipFoot) == Approx(1000 * lbf * 304.8).epsilon(1e-12));
    for (const char* poundFoot : {"lb-ft", "lbf·ft", "ft-lb", "lbft", "ft lbf"})
        CHECK(factor(poundFoot) == Approx(lbf * 304.8).epsilon(1e-12));
    CHECK(factor("kNcm") == Approx(1e4));
    CHECK(factor("MNm") == Approx(1e9));
    CHECK(factor("kN.m") == Approx(1e6));
    CHECK(factor("daN") == Approx(10));
    CHECK(factor("kgf m") == Approx(9.80665 * 1000));
    CHECK(factor("t") == Approx(9806.65));
    CHECK(factor("t·m") == Approx(9806.65e3));
    for (const char* not_ : {"mNm", "mN", "mn", "m", "kNm2", "kN/m", "", "kNs", "ton", "kn kn", "Nft2"}) {
        INFO(not_);
        CHECK_FALSE(readUnit(not_));
    }
    CHECK(readUnit("kN")->quantity == Quantity::Force);
    CHECK(readUnit("kNm")->quantity == Quantity::Moment);
}

TEST_CASE("what would be obeyed by a terminal is shown instead", "[base]") {
    CHECK(printable("a\x1b[2Jb") == "a\\x1b[2Jb");
    CHECK(printable("\xc2\x9b") == "\\xc2\\x9b");          // C1
    CHECK(printable("\xe2\x80\xae") == "\\xe2\\x80\\xae"); // turns the direction of writing
    CHECK(printable("\xff") == "\\xff");
    CHECK(printable("Bögen 12 × 4 – λ̄\t\n", true) == "Bögen 12 × 4 – λ̄\t\n");
    CHECK(hasControl(std::string("a\0b", 3)));
    CHECK_FALSE(hasControl("B1 – östlich"));
    CHECK(nearest("M_kN", {"N_kN", "V_kN", "M_kNm"}) == "M_kNm");
    CHECK_FALSE(nearest("colour", {"N_kN", "V_kN", "M_kNm"}));
}
