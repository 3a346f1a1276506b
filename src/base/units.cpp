#include "base/units.h"
#include "base/text.h"
#include <cmath>

namespace zg {
namespace {
constexpr double kip = 4448.2216152605;
constexpr double inch = 25.4;
} // namespace

Unit unitOf(Quantity quantity, UnitSystem system) {
    const bool si = system == UnitSystem::SI;
    switch (quantity) {
    case Quantity::Length: return si ? Unit{"mm", 1.0, 1} : Unit{"in", inch, 3};
    case Quantity::Force: return si ? Unit{"kN", 1e3, 1} : Unit{"kip", kip, 2};
    case Quantity::Moment: return si ? Unit{"kNm", 1e6, 1} : Unit{"kip-ft", kip * 12 * inch, 1};
    case Quantity::Stress: return si ? Unit{"MPa", 1.0, 0} : Unit{"ksi", kip / (inch * inch), 1};
    case Quantity::Area: return si ? Unit{"cm²", 1e2, 2} : Unit{"in²", inch * inch, 2};
    case Quantity::Modulus: return si ? Unit{"cm³", 1e3, 1} : Unit{"in³", inch * inch * inch, 1};
    case Quantity::Inertia: return si ? Unit{"cm⁴", 1e4, 0} : Unit{"in⁴", inch * inch * inch * inch, 0};
    case Quantity::Flexibility: return si ? Unit{"µrad/kNm", 1e-12, 2} : Unit{"µrad/kip-ft", 1e-6 / (kip * 12 * inch), 2};
    case Quantity::Stiffness: return si ? Unit{"MNm/rad", 1e9, 1} : Unit{"kip-ft/rad", kip * 12 * inch, 0};
    case Quantity::Angle: return {"°", 3.14159265358979323846 / 180.0, 1};
    case Quantity::Rotation: return {"mrad", 1e-3, 2};
    case Quantity::Ratio: return {"", 1.0, 2};
    case Quantity::Coefficient: return si ? Unit{"mm", 1.0, 2} : Unit{"in", inch, 3};
    case Quantity::LineForce: return si ? Unit{"kN/m", 1.0, 1} : Unit{"kip/ft", kip / (12 * inch), 2};
    case Quantity::Mass: return si ? Unit{"kg/m", 1.0, 1} : Unit{"lb/ft", 1.48816394357, 1};
    case Quantity::Weight: return si ? Unit{"kg", 1.0, 2} : Unit{"lb", 0.45359237, 2};
    case Quantity::Surface: return si ? Unit{"m²", 1e6, 3} : Unit{"ft²", 144 * inch * inch, 2};
    case Quantity::Volume: return si ? Unit{"cm³", 1e3, 1} : Unit{"in³", inch * inch * inch, 2};
    case Quantity::None: break;
    }
    return {"", 1.0, 3};
}

Unit workingUnitOf(Quantity quantity, UnitSystem system) {
    const bool si = system == UnitSystem::SI;
    constexpr double in2 = inch * inch;
    switch (quantity) {
    case Quantity::Length:
    case Quantity::Coefficient: return si ? Unit{"mm", 1, 2} : Unit{"in", inch, 3};
    case Quantity::Force: return si ? Unit{"N", 1, 0} : Unit{"kip", kip, 2};
    case Quantity::Moment: return si ? Unit{"Nmm", 1, 0} : Unit{"kip-in", kip * inch, 1};
    case Quantity::Stress: return si ? Unit{"MPa", 1, 1} : Unit{"ksi", kip / in2, 2};
    case Quantity::Area: return si ? Unit{"mm²", 1, 1} : Unit{"in²", in2, 3};
    case Quantity::Modulus: return si ? Unit{"mm³", 1, 0} : Unit{"in³", in2 * inch, 2};
    case Quantity::Inertia: return si ? Unit{"mm⁴", 1, 0} : Unit{"in⁴", in2 * in2, 2};
    case Quantity::Stiffness: return si ? Unit{"Nmm/rad", 1, 0} : Unit{"kip-in/rad", kip * inch, 0};
    case Quantity::Flexibility: return si ? Unit{"rad/Nmm", 1, 16} : Unit{"rad/kip-in", 1 / (kip * inch), 12};
    case Quantity::LineForce: return si ? Unit{"N/mm", 1, 1} : Unit{"kip/in", kip / inch, 3};
    case Quantity::Angle:
    case Quantity::Rotation: return {"rad", 1, 5};
    case Quantity::Mass: return {"kg/m", 1, 1};
    case Quantity::Weight: return {"kg", 1, 3};
    case Quantity::Surface: return si ? Unit{"mm²", 1, 0} : Unit{"in²", in2, 1};
    case Quantity::Volume: return si ? Unit{"mm³", 1, 0} : Unit{"in³", in2 * inch, 2};
    case Quantity::Ratio:
    case Quantity::None: break;
    }
    return {"", 1, 4};
}

std::string shownNumber(double value, Quantity quantity, UnitSystem system) {
    if (std::isinf(value)) return "infinite";
    const Unit unit = unitOf(quantity, system);
    std::string text = fixedDecimals(value / unit.factor, unit.decimals);
    if (quantity == Quantity::Length || quantity == Quantity::Stress || quantity == Quantity::Angle)
        return withoutTrailingZeros(text);
    return text;
}

std::string shown(double value, Quantity quantity, UnitSystem system) {
    const std::string number = shownNumber(value, quantity, system);
    const std::string symbol = unitOf(quantity, system).symbol;
    if (symbol.empty() || std::isinf(value)) return number;
    return quantity == Quantity::Angle ? number + symbol : number + " " + symbol;
}

} // namespace zg
