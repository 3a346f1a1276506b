#include "base/text.h"
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
    for (const char* bad : {"", "abc", "1.2.3", "12 kN", "nan", "inf", "1e999", "1,234,567", "--2"}) CHECK_FALSE(readNumber(bad));
}
