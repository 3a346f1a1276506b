#pragma once
#include "base/fields.h"
#include <string>
#include <vector>

namespace zg {

/// Price of plates of one grade.
struct GradePrice {
    static constexpr bool hasFields = true;
    std::string steel;
    double perKg = 1.5;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
        v(Field{"per_kg", Quantity::None, 0, 1e6, "price of a kilogram of plate"}, s.perKg);
    }
};

/// What material and work cost. The values here are placeholders of ours, of a plausible order, from no price list.
struct Prices {
    static constexpr bool hasFields = true;
    std::string currency = "EUR";
    double platePerKg = 1.5;
    std::vector<GradePrice> grades; ///< where a grade has another price
    double sectionPerKg = 1.3;
    double cuttingPerM = 1.2, cuttingPerMMm = 0.08;
    double piece = 3;
    double hole = 1;
    double filletPerCm3 = 0.35, buttPerCm3 = 0.6, memberWeldFactor = 2;
    double boltPerKg = 5, highStrengthFactor = 1.25, preloadableFactor = 1.3;
    double boltErection = 2, tightening = 2;
    double coatingPerM2 = 16;
    template <class Self, class V> static void fields(Self& s, V& v) {
        const auto price = [](const char* key, const char* help) { return Field{key, Quantity::None, 0, 1e6, help}; };
        v(Field{"currency", Quantity::None, 0, 0, "how prices are labelled"}, s.currency);
        v(price("plate_per_kg", "plates, a kilogram"), s.platePerKg);
        v(Field{"grades", Quantity::None, 0, 0, "grades of plate that have another price"}, s.grades);
        v(price("section_per_kg", "haunches cut from sections, a kilogram"), s.sectionPerKg);
        v(price("cutting_per_m", "cutting, a metre of outline"), s.cuttingPerM);
        v(price("cutting_per_m_mm", "cutting, a metre of outline for each millimetre of thickness, in addition"),
          s.cuttingPerMMm);
        v(price("piece", "handling, a piece"), s.piece);
        v(price("hole", "a hole in one ply"), s.hole);
        v(price("fillet_per_cm3", "fillet welds, a cubic centimetre of weld metal"), s.filletPerCm3);
        v(price("butt_per_cm3", "full-penetration butt welds, a cubic centimetre of weld metal"), s.buttPerCm3);
        v(Field{"member_weld_factor", Quantity::None, 0, 100, "factor on welds that join a member straight to another"},
          s.memberWeldFactor);
        v(price("bolt_per_kg", "bolts with nuts and washers, a kilogram"), s.boltPerKg);
        v(Field{"high_strength_factor", Quantity::None, 0, 100, "factor on bolts with f_ub of 900 MPa or more"},
          s.highStrengthFactor);
        v(Field{"preloadable_factor", Quantity::None, 0, 100, "factor on assemblies for preloading"}, s.preloadableFactor);
        v(price("bolt_erection", "erection, a bolt"), s.boltErection);
        v(price("tightening", "controlled tightening, a bolt"), s.tightening);
        v(price("coating_per_m2", "coating, a square metre"), s.coatingPerM2);
    }
};

} // namespace zg
