#pragma once
#include <string>

namespace zg {

/// What a number measures. Inside the program every number is in N, mm, MPa, rad and what follows from them.
enum class Quantity {
    None,
    Length,
    Force,
    Moment,
    Stress,
    Area,
    Modulus,
    Inertia,
    Stiffness,
    Flexibility, ///< of a joint: rotation per moment
    Angle,
    Rotation,
    Ratio,
    Coefficient,
    LineForce,
    Mass,    ///< of a member, per length
    Weight,  ///< mass of a piece, kg
    Surface, ///< to be coated
    Volume   ///< of weld metal
};

/// The two sets of units the program shows and reads.
enum class UnitSystem { SI, US };

/// Unit of a quantity for people: its symbol, how many internal units it holds, and its usual decimals.
struct Unit {
    const char* symbol;
    double factor; ///< internal value = shown value * factor
    int decimals;
};

[[nodiscard]] Unit unitOf(Quantity quantity, UnitSystem system);
/// Unit as used in the workings, one coherent set each: N, mm, MPa and their products, or kip, in, ksi and theirs.
[[nodiscard]] Unit workingUnitOf(Quantity quantity, UnitSystem system = UnitSystem::SI);

/// Value in display units with sensible digits, without the unit ("184.0").
[[nodiscard]] std::string shownNumber(double value, Quantity quantity, UnitSystem system);
/// Value and unit ("184.0 kNm").
[[nodiscard]] std::string shown(double value, Quantity quantity, UnitSystem system);

} // namespace zg
