#pragma once
#include "fe/layered_section.h"
#include "fe/shell_kinematics.h"
#include <algorithm>

namespace zg::fe {

/// Symmetric matrices of elements are packed: lower triangle by rows, entry (i, j <= i) at i (i + 1)/2 + j.
constexpr int packedSize(int n) { return n * (n + 1) / 2; }
constexpr int packedAt(int i, int j) { return i >= j ? i * (i + 1) / 2 + j : j * (j + 1) / 2 + i; }

using ElementVector = std::array<double, nodeColumns>;
using ElementMatrix = std::array<double, packedSize(nodeColumns)>;
using InternalModes = std::array<double, shellColumns - nodeColumns>;

/// Factor on G t in the drilling energy 1/2 gamma (theta_n - omega)^2 of an element of area h^2 (Hughes and Brezzi 1989 take 1):
/// the square of thickness over size, at most 1. So the drilling energy is of the order of the bending energy, and rotations that
/// neighbouring facets of a curved or warped surface cannot share do not lock it (docs/theory/plate-fe.md).
inline double drillingFactor(double thickness, double area) { return std::min(1.0, thickness * thickness / area); }
/// Transverse shear factor of a homogeneous plate (Reissner 1945).
constexpr double shearFactor = 5.0 / 6;

/// One shell element: what it answers to given nodal displacements. Immutable; history is the caller's.
/// History of an element: [point][what][layer] (layered_section.h); points that never yielded hold zeros.
class ShellElement {
public:
    ShellElement(const ShellKinematics& kinematics, const LayeredSection& section);

    [[nodiscard]] int nodeCount() const { return nodeCount_; }
    [[nodiscard]] int pointCount() const { return pointCount_; }
    [[nodiscard]] int historyLength() const { return pointCount_ * section_->historySize(); }
    [[nodiscard]] const LayeredSection& section() const { return *section_; }
    [[nodiscard]] const ElementMatrix& elasticStiffness() const { return elastic_; }

    /// What changes from step to step.
    struct State {
        InternalModes modes{}; ///< of the incompatible membrane modes; kept so that the next search starts near
        unsigned yielded = 0;  ///< bit per integration point that has plastic strain
        bool isElastic = true; ///< the last response was the elastic one throughout
        bool isSettled = true; ///< its internal modes came to equilibrium at the last response
    };
    /// Forces (N, N mm) at the nodes for displacements `u`, and the stiffness when `stiffness` is given and the answer is not
    /// elastic: then it is elasticStiffness(). Internal modes are brought to equilibrium inside, so the answer is a function of
    /// `u` and the history `before` alone (null: never yielded). `state` comes with `after`, as the last response left the two.
    void respond(const ElementVector& u, const double* before, double* after, State& state, ElementVector& forces,
                 ElementMatrix* stiffness) const;

    /// Strain of an integration point: membrane and curvature.
    [[nodiscard]] SectionVector strainAt(int point, const ElementVector& u, const State& state) const;
    /// Stored elastic energy, transverse shear and drilling included; plastic work done (N mm).
    [[nodiscard]] double storedEnergy(const ElementVector& u, const double* history, const State& state) const;
    [[nodiscard]] double plasticWork(const double* history) const;
    struct Point {
        std::array<StrainRow, 6> strain;
        double area;
        std::array<double, 4> shape;
        Vec3 x, y; ///< local axes
    };
    [[nodiscard]] const Point& point(int i) const { return points_[i]; }

private:
    struct Full {
        std::array<double, shellColumns> forces{};
        std::array<double, packedSize(shellColumns)> stiffness{};
    };
    void addPoint(Full& full, int point, const SectionVector& forces, const SectionMatrix& tangent, bool withNodes) const;
    void condense(Full& full, ElementMatrix& out) const;
    void elasticTangent(SectionMatrix& tangent) const;

    const LayeredSection* section_;
    int nodeCount_, pointCount_;
    std::array<Point, 4> points_;
    std::array<double, packedSize(shellColumns)> constant_{}; ///< shear and drilling
    ElementMatrix elastic_{};
    double surelyElastic_ = 0; ///< stored energy, N mm, up to which no point can have come to the yield surface
    std::array<double, nodeColumns*(shellColumns - nodeColumns)> elasticModes_{}; ///< modes = elasticModes_ u, [4][24]
};

} // namespace zg::fe
