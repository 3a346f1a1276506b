#pragma once
#include "joint/actions.h"
#include <string>
#include <vector>

/// Characteristic actions, and the rules that make sets of them.
namespace zg {

/// What an action is: categories of EN 1990:2002 table A1.1.
enum class CaseNature {
    Permanent,
    ImposedA, ///< domestic
    ImposedB, ///< offices
    ImposedC, ///< congregation
    ImposedD, ///< shops
    ImposedE, ///< storage
    ImposedF, ///< traffic up to 30 kN
    ImposedG, ///< traffic up to 160 kN
    ImposedH, ///< roofs
    Snow,     ///< up to 1000 m above sea level
    SnowHigh, ///< above
    Wind,
    Thermal,
    Rain,     ///< ASCE 7 only: EN 1990 has no factors for it
    Notional, ///< equivalent forces of imperfections, design values
    Seismic   ///< design value
};
template <> struct EnumNames<CaseNature> {
    static constexpr const char* names[] = {"permanent", "imposed A", "imposed B", "imposed C", "imposed D",         "imposed E",
                                            "imposed F", "imposed G", "imposed H", "snow",      "snow above 1000 m", "wind",
                                            "thermal",   "rain",      "notional",  "seismic"};
};

/// Forces of one characteristic action at the ends of the members.
struct ActionCase {
    static constexpr bool hasFields = true;
    std::string id;
    std::string title;
    CaseNature nature = CaseNature::Permanent;
    std::string group; ///< of cases with one group at most one acts at a time: directions of wind, places of a load
    std::vector<EndForces> forces;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"id", Quantity::None, 0, 0, "short name, such as G or W1"}, s.id);
        v(Field{"title", Quantity::None, 0, 0, "what acts"}, s.title);
        v(Field{"nature", Quantity::None, 0, 0, "what kind of action it is"}, s.nature);
        v(Field{"group", Quantity::None, 0, 0, "of cases with one group at most one acts at a time"}, s.group);
        v(Field{"forces", Quantity::None, 0, 0, "characteristic forces by member end"}, s.forces);
    }
};

enum class CombinationBasis { En610, En610ab, Asce7Strength, Asce7Allowable };
template <> struct EnumNames<CombinationBasis> {
    static constexpr const char* names[] = {"EN 1990 (6.10)", "EN 1990 (6.10a), (6.10b)", "ASCE 7-16 strength",
                                            "ASCE 7-16 allowable stress"};
};

/// Factors of one nature that differ from those of EN 1990:2002 table A1.1.
struct PsiOf {
    static constexpr bool hasFields = true;
    CaseNature nature = CaseNature::Wind;
    double psi_0 = 0.6, psi_1 = 0.2, psi_2 = 0;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"nature", Quantity::None, 0, 0, "kind of action"}, s.nature);
        v(Field{"psi_0", Quantity::None, 0, 1, "combination value"}, s.psi_0);
        v(Field{"psi_1", Quantity::None, 0, 1, "frequent value"}, s.psi_1);
        v(Field{"psi_2", Quantity::None, 0, 1, "quasi-permanent value"}, s.psi_2);
    }
};

/// By which rules sets are made of cases. The values are those recommended by the standard; national choices are entered here.
struct CombinationRules {
    static constexpr bool hasFields = true;
    CombinationBasis basis = CombinationBasis::En610;
    double gamma_G_sup = 1.35, gamma_G_inf = 1.0, gamma_Q = 1.5, xi = 0.85;
    bool isOneSource = true;
    bool hasCharacteristic = true, hasFrequent = false, hasQuasiPermanent = false;
    double companionLive = 1.0;
    std::vector<PsiOf> psi;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"basis", Quantity::None, 0, 0, "rules of combination"}, s.basis);
        v(Field{"gamma_G_sup", Quantity::None, 0.5, 3, "partial factor, unfavourable permanent actions"}, s.gamma_G_sup);
        v(Field{"gamma_G_inf", Quantity::None, 0, 3, "partial factor, favourable permanent actions"}, s.gamma_G_inf);
        v(Field{"gamma_Q", Quantity::None, 0.5, 3, "partial factor, variable actions"}, s.gamma_Q);
        v(Field{"xi", Quantity::None, 0.5, 1, "reduction of unfavourable permanent actions in (6.10b)"}, s.xi);
        v(Field{"one_source", Quantity::None, 0, 0, "permanent actions have one source: all are favourable, or none"},
          s.isOneSource);
        v(Field{"characteristic", Quantity::None, 0, 0, "serviceability: characteristic combinations too"}, s.hasCharacteristic);
        v(Field{"frequent", Quantity::None, 0, 0, "serviceability: frequent combinations too"}, s.hasFrequent);
        v(Field{"quasi_permanent", Quantity::None, 0, 0, "serviceability: quasi-permanent combinations too"},
          s.hasQuasiPermanent);
        v(Field{"companion_live", Quantity::None, 0.5, 1,
                "ASCE 7-16 2.3.1: live load beside a leading one; 0.5 where its exception 1 applies"},
          s.companionLive);
        v(Field{"psi", Quantity::None, 0, 0, "factors that differ from EN 1990:2002 table A1.1"}, s.psi);
    }
};

} // namespace zg
