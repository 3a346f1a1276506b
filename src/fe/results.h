#pragma once
#include "fe/analysis.h"
#include <ostream>

namespace zg::fe {

/// Stress and accumulated plastic strain at one point of the mid-surface, on the three levels; local axes of the point.
struct PointStress {
    std::array<PlaneStress, 3> stress;     ///< bottom face, mid-plane, top face, MPa
    std::array<double, 3> plasticStrain{}; ///< the same levels
    Vec3 x, y;                             ///< local axes
    [[nodiscard]] double largestEquivalent() const;
    [[nodiscard]] double largestPlasticStrain() const;
};

/// At the integration points of a shell: what the material answered, nothing smoothed ([4], or the first only for a triangle).
[[nodiscard]] std::array<PointStress, 4> pointStresses(const Analysis& analysis, int shell);

/// At the corners of a shell. Elastic shells: stresses continued bilinearly from the integration points. Shells that yielded: the
/// value of the nearest integration point, since beyond the yield surface there is nothing to continue to.
[[nodiscard]] std::array<PointStress, 4> cornerStresses(const Analysis& analysis, int shell);

/// Largest equivalent stress and plastic strain of each part, with the shell where it is; from integration points.
struct PartPeak {
    double stress = 0, plasticStrain = 0;
    int stressShell = -1, strainShell = -1;
};
[[nodiscard]] std::vector<PartPeak> partPeaks(const Analysis& analysis);

/// The same with the plastic strain as a mean over one face, in a circle of `reach` times the part's thickness in radius about
/// every point that has at least a third of the part's peak. Within its thickness a shell says nothing about strain, and at a
/// corner the strain of a point grows for ever as the mesh is refined; the mean settles.
[[nodiscard]] std::vector<PartPeak> partPeaks(const Analysis& analysis, double reach);

/// A number per shell corner, and its mean over the shells of the same part at a node: parts are never mixed.
struct NodalField {
    std::vector<std::array<double, 4>> corner; ///< [shell][corner], averaged within the part
    std::vector<double> spread; ///< [shell] largest difference from its own unaveraged value: how honest the picture is
};
enum class FieldKind { EquivalentStress, PlasticStrain };
[[nodiscard]] NodalField nodalField(const Analysis& analysis, FieldKind kind);

/// What a spring carries now: bolts, weld points, contact points, beds.
struct LinkState {
    std::array<double, 3> force{};      ///< N along its axes
    std::array<double, 3> deflection{}; ///< mm
    double stress = 0;                  ///< largest component over the link's share, MPa: pressure of a contact point, below 0
    double plastic = 0;                 ///< accumulated plastic deflection, mm
    bool isActive = false, isBroken = false;
};
[[nodiscard]] LinkState linkState(const Analysis& analysis, int link);

/// Moments and forces per length of an integration point: membrane n, bending m (x, y, xy), shear q (x, y); local axes.
struct SectionForces {
    PlaneStress membrane, bending;
    std::array<double, 2> shear{};
};
[[nodiscard]] SectionForces sectionForces(const Analysis& analysis, int shell, int point);

/// What crosses a cut: the sum of the forces that `shells` (all on one side) receive at `nodes` (of the cut) from the other side,
/// with the moment about `about`. Exact in the sense of equilibrium: it balances the loads and reactions beyond the cut.
[[nodiscard]] Wrench forceAcrossCut(const Analysis& analysis, const std::vector<int>& shells, const std::vector<int>& nodes,
                                    Vec3 about);

/// The model and its present state as an unstructured grid of the open visualisation format VTU (XML, text): points, shells,
/// parts as cell data, displacement and rotation, equivalent stress and plastic strain (means at nodes; largest of the
/// integration points per shell), thickness; mode shapes as further point fields.
struct NamedShape {
    std::string name;
    const std::vector<double>* freedoms;
};
void writeVtu(std::ostream& out, const Analysis& analysis, const std::vector<NamedShape>& shapes = {});

} // namespace zg::fe
