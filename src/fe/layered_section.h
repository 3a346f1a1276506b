#pragma once
#include "fe/ellipsoid_plasticity.h"
#include "fe/material.h"
#include <array>

namespace zg::fe {

/// Plane-stress components of the whole folder: s = (x + y)/sqrt2, d = (x - y)/sqrt2, and shear xy (engineering strain). In these
/// axes isotropic elasticity and the von Mises surface are both diagonal.
struct PlaneStress {
    double x = 0, y = 0, xy = 0;
    [[nodiscard]] double equivalent() const { return std::sqrt(x * x + y * y - x * y + 3 * xy * xy); }
};

constexpr double rootHalf = 0.70710678118654752440;

/// Membrane strain and curvature (or force and moment per length) of a mid-surface point: s, d, xy of the membrane part, then of
/// bending.
using SectionVector = std::array<double, 6>;
/// Symmetric 6x6, lower triangle by rows: entry (i, j <= i) at i (i + 1)/2 + j.
using SectionMatrix = std::array<double, 21>;

/// How the centre of the yield surface moves. Back stress beta in the plane-stress axes: its deviator is that of the back stress
/// in space, so that uniaxial tension carries it along the bar alone. With eta the stress less beta: d beta = C lambda eta -
/// recall beta d kappa.
struct CarriedSurface {
    double modulus = 0; ///< C, MPa
    double recall = 0;  ///< per unit accumulated plastic strain
};

/// A plate's thickness in layers of one steel; immutable, shared by all elements of a part.
class LayeredSection {
public:
    LayeredSection(const Material& material, double thickness, LayerRule rule);

    [[nodiscard]] int layerCount() const { return count_; }
    [[nodiscard]] double thickness() const { return thickness_; }
    [[nodiscard]] const Material& material() const { return material_; }
    [[nodiscard]] const EllipsoidLaw& law() const { return law_; }
    /// History of one material point: for each layer the plastic strain (s, d, xy) and the accumulated plastic strain, and where
    /// the surface is carried along the back stress (s, d, xy) and what its recall has dissipated; component by component,
    /// layers innermost.
    [[nodiscard]] int historySize() const { return (isCarried() ? 8 : 4) * count_; }
    [[nodiscard]] bool isCarried() const { return carried_.modulus > 0; }
    [[nodiscard]] double layerHeight(int layer) const { return z_[layer]; } ///< mm above mid-plane
    [[nodiscard]] double layerWeight(int layer) const { return w_[layer]; } ///< mm

    /// Elastic stiffness: the same k_i for membrane (times t) and bending (times the rule's own second moment).
    [[nodiscard]] double membraneFactor() const { return thickness_; }
    [[nodiscard]] double bendingFactor() const { return secondMoment_; }
    [[nodiscard]] SectionVector elasticForces(const SectionVector& strain) const;
    /// Whether a section without history stays elastic at this strain: von Mises is convex over the thickness, so the faces
    /// decide.
    [[nodiscard]] bool staysElastic(const SectionVector& strain) const;

    struct Response {
        SectionVector forces;
        SectionMatrix tangent;
    };
    /// Stresses of all layers returned to the yield surface from history `before`, the history after the step written to `after`.
    void integrate(const SectionVector& strain, const double* before, double* after, Response& response) const;

    /// Stress of a layer at a strain whose plastic part is in `history` (null: none).
    [[nodiscard]] PlaneStress layerStress(const SectionVector& strain, const double* history, int layer) const;
    /// Stress at a height (mm above mid-plane): elastic part of the strain there, with the plastic strain taken from the layer at
    /// that height or, between layers, interpolated; beyond the outer layer it is continued linearly.
    [[nodiscard]] PlaneStress stressAt(const SectionVector& strain, const double* history, double height) const;
    /// Accumulated plastic strain at a height, interpolated in the same way.
    [[nodiscard]] double plasticStrainAt(const double* history, double height) const;
    /// Elastic energy stored and plastic work done, N mm per area; what a back stress holds counts as plastic work.
    [[nodiscard]] double storedEnergy(const SectionVector& strain, const double* history) const;
    [[nodiscard]] double plasticWork(const double* history) const;

private:
    [[nodiscard]] PlaneStress fromDiagonal(const std::array<double, 3>& f) const;
    [[nodiscard]] double interpolated(const double* values, double height) const;
    void carryOn(const double* before, double* after, const double* lambda, const double (*eta)[maxLayers]) const;

    Material material_;
    double thickness_;
    int count_;
    EllipsoidLaw law_;
    CarriedSurface carried_;
    double secondMoment_ = 0;
    std::array<double, maxLayers> z_{}, w_{};
};

} // namespace zg::fe
