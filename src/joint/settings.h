#pragma once
#include "base/fields.h"
#include "catalogue/steels.h"
#include "joint/rules.h"

namespace zg {

enum class WeldRule { Directional, Simplified };
template <> struct EnumNames<WeldRule> { static constexpr const char* names[] = {"directional", "simplified"}; };
enum class ModeOneRule { Method1, Method2 };
template <> struct EnumNames<ModeOneRule> { static constexpr const char* names[] = {"method 1", "method 2"}; };
enum class ShearRule { Simple, Exact };
template <> struct EnumNames<ShearRule> { static constexpr const char* names[] = {"simple", "exact"}; };
enum class Exposure { Sheltered, Weather };
template <> struct EnumNames<Exposure> { static constexpr const char* names[] = {"sheltered", "weather"}; };
template <> struct EnumNames<UnitSystem> { static constexpr const char* names[] = {"SI", "US"}; };
template <> struct EnumNames<StrengthSource> {
    static constexpr const char* names[] = {"EN 1993-1-1 table 3.1", "product standard"};
};

/// Everything besides the joint that can change a number.
struct Settings {
    static constexpr bool hasFields = true;
    RuleSet rules = RuleSet::European; ///< of the given action sets
    double gamma_M0 = 1.0, gamma_M1 = 1.0, gamma_M2 = 1.25, gamma_M3 = 1.25, gamma_M3_ser = 1.1;
    StrengthSource strengths = StrengthSource::EurocodeTable;
    WeldRule weldRule = WeldRule::Directional;
    ModeOneRule modeOne = ModeOneRule::Method1;
    ShearRule shearRule = ShearRule::Simple;
    bool checkPryingLength = false;
    double axialLimit = 0.05; ///< of N_pl_Rd, below which the axial force is left out
    Exposure exposure = Exposure::Sheltered;
    UnitSystem units = UnitSystem::SI;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"rules", Quantity::None, 0, 0,
                "what verifies the action sets: European (EN 1993-1-8), American (AISC 360: ultimate sets by load and resistance "
                "factors, those for allowable stress by allowable strengths) or both"},
          s.rules);
        v(Field{"gamma_M0", Quantity::None, 0.5, 3, "partial factor, yielding"}, s.gamma_M0);
        v(Field{"gamma_M1", Quantity::None, 0.5, 3, "partial factor, buckling"}, s.gamma_M1);
        v(Field{"gamma_M2", Quantity::None, 0.5, 3, "partial factor, bolts, welds, fracture"}, s.gamma_M2);
        v(Field{"gamma_M3", Quantity::None, 0.5, 3, "partial factor, slip at the ultimate limit state"}, s.gamma_M3);
        v(Field{"gamma_M3_ser", Quantity::None, 0.5, 3, "partial factor, slip at the serviceability limit state"},
          s.gamma_M3_ser);
        v(Field{"strengths", Quantity::None, 0, 0, "table from which yield and ultimate strengths are taken"}, s.strengths);
        v(Field{"welds", Quantity::None, 0, 0, "directional or simplified method of EN 1993-1-8 4.5.3"}, s.weldRule);
        v(Field{"t_stub_mode_1", Quantity::None, 0, 0, "method of table 6.2 for mode 1"}, s.modeOne);
        v(Field{"bolt_shear", Quantity::None, 0, 0, "share 0.4/1.4 of tension rows, or the exact interaction"}, s.shearRule);
        v(Field{"check_prying_length", Quantity::None, 0, 0, "ask for the check L_b against its limit of table 6.2"},
          s.checkPryingLength);
        v(Field{"axial_limit", Quantity::Ratio, 0, 0.05, "share of N_pl_Rd below which axial force is left out"}, s.axialLimit);
        v(Field{"exposure", Quantity::None, 0, 0, "table 3.3 spacing limits"}, s.exposure);
        v(Field{"units", Quantity::None, 0, 0, "display units"}, s.units);
    }
};

} // namespace zg
