#pragma once
#include "component/result.h"

/// Both senses of action side by side: tension at the top, tension at the bottom.
namespace zg {

/// Strength asked by American rules, which stands in no set.
[[nodiscard]] inline bool isAmericanStrength(const Check& c) {
    return c.group == CheckGroup::Strength && c.code >= CheckCode::UsBoltTension && c.code <= CheckCode::UsBeamShear;
}
/// Whether a check asks in one sense of action: by components, in a set or from a beam's hinge.
[[nodiscard]] inline bool isOfSense(const Check& c) {
    return c.group == CheckGroup::Strength && c.method == CheckMethod::Component && (c.set >= 0 || isAmericanStrength(c));
}

/// One line of a ledger with a column of use a sense: the worse of both, and the same limit state in the other sense where that
/// asks for it.
struct SenseLine {
    Check worst;
    std::optional<Check> other;
    /// Of a sense; null where it does not ask.
    [[nodiscard]] const Check* of(bool isReversed) const {
        if (worst.isReversed == isReversed) return &worst;
        return other ? &*other : nullptr;
    }
    [[nodiscard]] bool isOfSense() const { return zg::isOfSense(worst); }
};

/// The worst sets of both senses, by index; -1 for one that no set acts in.
struct Senses {
    int top = -1, bottom = -1;
    double topUse = 0, bottomUse = 0;
    [[nodiscard]] bool areBoth() const { return top >= 0 && bottom >= 0; }
};
[[nodiscard]] Senses sensesOf(const JointResult& result);
/// Whether a connection is used more than the others of its side and sense; of equal ones the first.
[[nodiscard]] bool isWorstOfSense(const JointResult& result, const ConnectionResult& connection);
/// Joins the lines of a ledger that are one limit state in two senses; the order stays that of the worse.
[[nodiscard]] std::vector<SenseLine> bySense(const std::vector<Check>& ledger);

} // namespace zg
