#pragma once
#include "base/diagnostic.h"
#include "fe/model.h"

namespace zg::fe {

/// Freedoms are numbered 6 node + freedom.
inline int freedomIndex(const Term& t) { return 6 * t.node + t.freedom; }

/// A freedom as a combination of equations and, per load case, a given movement.
struct Expansion {
    std::vector<std::pair<int, double>> equations;
    std::vector<double> given; ///< per load case; empty: none
};

/// Which freedoms are unknowns, and how the others follow: constraints are eliminated exactly, one pivot each, so that the
/// stiffness stays symmetric and positive definite. Freedoms that nothing uses get no equation.
class FreedomMap {
public:
    /// Finds constraints that contradict each other; repeated ones are dropped silently. `further` ones hold besides the model's.
    Diagnostics build(const Model& model, const std::vector<Constraint>& further = {});

    [[nodiscard]] int freedomCount() const { return static_cast<int>(equation_.size()); }
    [[nodiscard]] int equationCount() const { return equationCount_; }
    /// Freedoms that the model leaves free: the unknowns, and what follows them by further constraints.
    [[nodiscard]] int freeCount() const { return equationCount_ + furtherCount_; }
    [[nodiscard]] bool isUsed(int freedom) const { return equation_[freedom] != unused; }
    /// Equation of a freedom that is an unknown itself, else -1.
    [[nodiscard]] int equation(int freedom) const { return equation_[freedom] >= 0 ? equation_[freedom] : -1; }
    /// Expansion of a freedom that follows others, null when it is an unknown or unused.
    [[nodiscard]] const Expansion* expansion(int freedom) const {
        return equation_[freedom] <= firstRow ? &rows_[firstRow - equation_[freedom]] : nullptr;
    }
    /// Freedoms from unknowns and case factors.
    void expand(const std::vector<double>& unknowns, const std::vector<double>& factors, std::vector<double>& freedoms) const;
    /// Adds to each equation what its freedoms carry.
    void reduce(const std::vector<double>& onFreedoms, std::vector<double>& onEquations) const;

    /// Forces that the constraints exert on the freedoms, when the unbalanced forces on all freedoms are `unbalanced` (internal
    /// less external): one resultant per constraint, about the origin with the nodes at `places`, in the model's order. A dropped
    /// constraint carries nothing; further ones are left out.
    [[nodiscard]] std::vector<Wrench> reactions(const Model& model, const std::vector<Vec3>& places,
                                                const std::vector<double>& unbalanced) const;

private:
    static constexpr int unused = -1, firstRow = -2;
    struct Eliminated {
        int pivot;                                  ///< freedom
        int constraint;                             ///< index in the model, beyond them of a further one
        std::vector<std::pair<int, double>> others; ///< u_pivot + sum factor u_other = given
        double scale;                               ///< factor that the pivot had
    };
    std::vector<int> equation_;
    std::vector<Expansion> rows_;
    std::vector<Eliminated> order_;
    int equationCount_ = 0, furtherCount_ = 0;
};

} // namespace zg::fe
