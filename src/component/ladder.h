#pragma once
#include "joint/check.h"
#include <optional>
#include <vector>

namespace zg {

enum class LadderRules { European, American };
enum class PanelStrength { Weak, Balanced, Strong };

/// A link of the chain from the beam's hinge to the column, on the axis of the moment at the column's face, Nmm.
struct Rung {
    CheckCode code = CheckCode::JointMoment;
    PartRef part;
    bool isHinge = false;
    bool isDuctile = true;   ///< yields and carries on; else it lets go
    double design = 0;       ///< moment at which its design resistance is used up
    double expected = 0;     ///< moment at which it is expected to be used up: what the order goes by
    double margin = 0;       ///< of a brittle link: design resistance over what is asked of it; 0 where none is asked
    const char* clause = ""; ///< of its resistance
};

/// All links in series of one beam's joint in one sense, in order of yielding. The state is one: equal and opposite hinges at the
/// beam's ends, gravity unchanged; every resistance is carried along it to the column's face.
struct Ladder {
    LadderRules rules = LadderRules::European;
    EndId side;
    bool isReversed = false;                        ///< tension at the bottom flange
    int set = -1;                                   ///< of the hardened hinge; -1 by American rules
    double hingeAt = 0;                             ///< from the column's face along the beam, mm
    double nominal = 0, expected = 0, hardened = 0; ///< the hinge carried to the face
    double asked = 0; ///< of what lets go: the hardened hinge, or what yields first with its over-strength
    PanelStrength panel = PanelStrength::Balanced;
    bool hasPanel = false;
    /// By American rules: secant stiffness at the service moment over the beam's EI/L (AISC 360-16 B3.4b with its commentary);
    /// 0 where the joint has no stiffness by the component method.
    double restraint = 0;
    double serviceMoment = 0; ///< Nmm: of the serviceability sets, else two thirds of the largest ultimate moment or of M_j,Rd
    std::vector<Rung> rungs;  ///< by expected strength
    /// The first to be used up; null without any.
    [[nodiscard]] const Rung* first() const { return rungs.empty() ? nullptr : &rungs.front(); }
    /// The first that yields, or that lets go; null without any.
    [[nodiscard]] const Rung* firstOf(bool isDuctile) const {
        for (const Rung& r : rungs)
            if (r.isDuctile == isDuctile) return &r;
        return nullptr;
    }
    /// The brittle link with the least margin; null without any.
    [[nodiscard]] const Rung* weakest() const {
        const Rung* least = nullptr;
        for (const Rung& r : rungs)
            if (!r.isDuctile && r.margin > 0 && (!least || r.margin < least->margin)) least = &r;
        return least;
    }
    /// What yields yields first, and what lets go outlasts it with its over-strength.
    [[nodiscard]] bool holds() const {
        const Rung* least = weakest();
        return first() && first()->isDuctile && (!least || least->margin >= 1 - 1e-9);
    }
};

inline constexpr double fullRestraint = 20, partialRestraint = 2; ///< AISC 360-16 commentary to B3.4

struct JointResult;
/// The ladder in which the order is worst kept; of some rules, or of one beam. Null without any.
[[nodiscard]] const Ladder* worstLadder(const JointResult& result, std::optional<LadderRules> rules = {},
                                        std::optional<EndId> side = {});
/// The same beam by the same rules with tension on the other side; null without.
[[nodiscard]] const Ladder* otherSense(const JointResult& result, const Ladder& ladder);

} // namespace zg
