#pragma once
#include "joint/rules.h"
#include <optional>
#include <string>

namespace zg {

/// Moment capacity frames: DCM or DCH of EN 1998-1, intermediate or special of AISC 341.
enum class Ductility { Medium, High };
template <> struct EnumNames<Ductility> { static constexpr const char* names[] = {"medium", "high"}; };

/// What of the joint must outlast what of the beam (EN 1998-1:2004 6.5.5, 6.6.4).
enum class StrengthAim {
    Full,   ///< the whole joint outlasts the hardened hinge
    Equal,  ///< what yields is as strong as the hinge's design resistance, what lets go outlasts the hardened hinge
    Partial ///< the joint yields before the beam: what lets go outlasts what yields first
};
template <> struct EnumNames<StrengthAim> {
    static constexpr const char* names[] = {"full strength", "equal strength", "partial strength"};
};

enum class PanelAim {
    Balanced, ///< carries the hinges' design resistance (EN 1998-1:2004 6.6.3(6))
    Strong,   ///< carries the hardened hinges
    Weak      ///< yields first
};
template <> struct EnumNames<PanelAim> { static constexpr const char* names[] = {"balanced", "strong", "weak"}; };

/// Where the over-strength of the beams' steel comes from, EN 1998-1:2004 6.2(3).
enum class OverStrengthRule {
    UpperLimit, ///< a: the actual yield strength is limited to 1.1 gamma_ov f_y
    OneGrade,   ///< b: one nominal grade, the beams' upper value below what the others are designed with; joints keep gamma_ov
    Measured    ///< c: the beams' yield strength is measured
};
template <> struct EnumNames<OverStrengthRule> { static constexpr const char* names[] = {"a", "b", "c"}; };

/// Capacity design of a joint: its beams yield at their ends in an earthquake.
struct SeismicSpec {
    static constexpr bool hasFields = true;
    RuleSet rules = RuleSet::European;
    Ductility ductility = Ductility::Medium;
    StrengthAim aim = StrengthAim::Full;
    PanelAim panel = PanelAim::Balanced;
    OverStrengthRule overStrengthRule = OverStrengthRule::UpperLimit;
    double overStrength = 1.25;
    std::optional<double> measured; ///< MPa
    double hardening = 1.1;
    double columnOverBeam = 1.3;
    std::string forcesOf;
    bool isPanelInFrame = false;
    double webBucklingPhi = 0.75;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"rules", Quantity::None, 0, 0, "European (EN 1998-1), American (AISC 341 and 358) or both"}, s.rules);
        v(Field{"ductility", Quantity::None, 0, 0, "medium: DCM, intermediate moment frame; high: DCH, special moment frame"},
          s.ductility);
        v(Field{"aim", Quantity::None, 0, 0, "full, equal or partial strength of the joint against the beam"}, s.aim);
        v(Field{"panel", Quantity::None, 0, 0, "column web panel: balanced, strong or weak against the beams' hinges"}, s.panel);
        v(Field{"over_strength_rule", Quantity::None, 0, 0, "a, b or c of EN 1998-1:2004 6.2(3)"}, s.overStrengthRule);
        v(Field{"gamma_ov", Quantity::None, 1, 2, "over-strength of the beams' steel, EN 1998-1:2004 6.2(3)"}, s.overStrength);
        v(Field{"measured_f_y", Quantity::Stress, 100, 1500, "measured yield strength of the beams, for rule c"}, s.measured);
        v(Field{"hardening", Quantity::None, 1, 1.5, "strain hardening in the hinge, 1.1 by EN 1998-1:2004 6.5.5(3)"},
          s.hardening);
        v(Field{"column_over_beam", Quantity::None, 1, 3, "least sum of the columns' moments over the beams' (4.4.2.3(4))"},
          s.columnOverBeam);
        v(Field{"forces_of", Quantity::None, 0, 0,
                "id of the action set whose axial forces act with the hinges: gravity with earthquake"},
          s.forcesOf);
        v(Field{"panel_in_frame", Quantity::None, 0, 0,
                "the frame was analysed with the panel's own deformation (AISC 360-16 J10.6)"},
          s.isPanelInFrame);
        v(Field{"phi_web_buckling", Quantity::None, 0.5, 1, "resistance factor of column web buckling: 0.75 or 0.90"},
          s.webBucklingPhi);
    }
};

} // namespace zg
