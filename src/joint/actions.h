#pragma once
#include "base/fields.h"
#include "joint/end_id.h"
#include <vector>

/// Design forces at the ends of the members. Forces N, moments Nmm.
/// Signs: axial force N is positive in tension; beam shear V is positive when the beam pushes the column down; beam moment M is
/// positive with tension in the beam's top flange, on both sides; column moment is positive with tension on the face away from
/// the right beam; column shear is positive when the part above pushes the part below to the right.
namespace zg {

/// Sets for allowable stress are kept and shown; no rules of this program verify them.
enum class SetKind { Ultimate, Serviceability, Allowable };
template <> struct EnumNames<SetKind> {
    static constexpr const char* names[] = {"ultimate", "serviceability", "allowable stress"};
};

/// N, V and M stand in the plane of the member; V_y, M_z and T leave it: the plates carry these, the component method cannot.
struct EndForces {
    static constexpr bool hasFields = true;
    EndId end;
    double N = 0, V = 0, M = 0;
    std::optional<double> V_y, M_z, T; ///< nil where absent
    template <class Self, class V_> static void fields(Self& s, V_& v) {
        v(Field{"end", Quantity::None, 0, 0, "the member, or the column above or below the node"}, s.end);
        v(Field{"N", Quantity::Force, -1e9, 1e9, "axial force, tension positive"}, s.N);
        v(Field{"V", Quantity::Force, -1e9, 1e9, "shear force"}, s.V);
        v(Field{"M", Quantity::Moment, -1e12, 1e12, "bending moment"}, s.M);
        v(Field{"V_y", Quantity::Force, -1e9, 1e9, "shear force across the frame, away from the reader"}, s.V_y);
        v(Field{"M_z", Quantity::Moment, -1e12, 1e12, "bending moment about the minor axis, right-handed about the upward axis"},
          s.M_z);
        v(Field{"T", Quantity::Moment, -1e12, 1e12, "torsion, right-handed about the beam's axis away from the column"}, s.T);
    }
};
[[nodiscard]] inline bool isOutOfPlane(const EndForces& f) {
    return f.V_y.value_or(0) != 0 || f.M_z.value_or(0) != 0 || f.T.value_or(0) != 0;
}
[[nodiscard]] inline bool isForceless(const EndForces& f) { return f.N == 0 && f.V == 0 && f.M == 0 && !isOutOfPlane(f); }

/// Part of what a set was made of.
struct CombinationTerm {
    static constexpr bool hasFields = true;
    std::string case_;
    double factor = 1;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"case", Quantity::None, 0, 0, "characteristic action"}, s.case_);
        v(Field{"factor", Quantity::None, -100, 100, "its factor"}, s.factor);
    }
};

struct ActionSet {
    static constexpr bool hasFields = true;
    std::string id;
    std::string title;
    std::string place; ///< where in the building; the joint is verified for all its places
    SetKind kind = SetKind::Ultimate;
    std::vector<EndForces> forces;     ///< an end that is absent has none
    std::vector<CombinationTerm> made; ///< of cases; empty for a set that was given directly, or frozen
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"id", Quantity::None, 0, 0, "short name, such as U2"}, s.id);
        v(Field{"title", Quantity::None, 0, 0, "what the set is"}, s.title);
        v(Field{"place", Quantity::None, 0, 0, "where in the building it acts, when one joint stands for several places"},
          s.place);
        v(Field{"kind", Quantity::None, 0, 0, "ultimate, serviceability or allowable stress"}, s.kind);
        v(Field{"forces", Quantity::None, 0, 0, "forces by member end"}, s.forces);
        v(Field{"made_of", Quantity::None, 0, 0, "cases that it was made of; absent for a set given directly"}, s.made);
    }
};

/// Null where the set does not name the end.
[[nodiscard]] const EndForces* findForces(const ActionSet& set, EndId end);
/// Nil where the set does not name the end.
[[nodiscard]] EndForces forcesAt(const ActionSet& set, EndId end);
/// To write to; the end is named from then on.
[[nodiscard]] EndForces& forcesOf(ActionSet& set, EndId end);
void dropForces(ActionSet& set, EndId end);

} // namespace zg
