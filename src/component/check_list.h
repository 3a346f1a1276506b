#pragma once
#include "joint/check.h"

namespace zg {

/// Lists what is not verified at a side, once.
void listNotDone(std::vector<Check>& checks, CheckCode code, EndId side, const char* clause, bool isReversed = false);

/// Adds the checks of one connection in one set to a list.
class CheckList {
public:
    CheckList(std::vector<Check>& checks, EndId side, bool isReversed, int set)
        : checks_(checks), side_(side), isReversed_(isReversed), set_(set) {}

    Check& add(CheckCode code, double demand, double resistance, Quantity quantity, const char* clause) {
        Check c;
        c.code = code;
        c.side = side_;
        c.isReversed = isReversed_;
        c.set = set_;
        c.demand = demand;
        c.resistance = resistance;
        c.quantity = quantity;
        c.utilisation = useOf(demand, resistance);
        c.state = stateOf(c.utilisation);
        c.clause = clause;
        checks_.push_back(c);
        return checks_.back();
    }
    [[nodiscard]] Check& last() { return checks_.back(); }
    [[nodiscard]] std::vector<Check>& all() { return checks_; }
    /// A requirement on proportions: met or not, whatever the set.
    static void asRule(Check& c) {
        c.group = CheckGroup::Rule;
        c.state = c.utilisation > 1.0 + 1e-9 ? CheckState::Over : CheckState::Within;
    }

private:
    std::vector<Check>& checks_;
    EndId side_;
    bool isReversed_;
    int set_;
};

} // namespace zg
