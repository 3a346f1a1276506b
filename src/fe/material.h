#pragma once
#include <limits>
#include <string>
#include <vector>

namespace zg::fe {

/// Isotropic steel: linear elastic, von Mises yield, bilinear (EN 1993-1-5:2006 annex C.6). Its hardening widens the yield
/// surface, or carries it along, or both; on a straight path from rest the two are the same.
struct Material {
    std::string id = "steel";
    double E = 210000;                                    ///< MPa
    double nu = 0.3;                                      ///<
    double f_y = std::numeric_limits<double>::infinity(); ///< MPa; infinite: stays elastic
    double E_t = 0;                                       ///< MPa, total tangent modulus beyond yield, 0 <= E_t < E
    double kinematicPart = 0; ///< of the hardening: this share carries the surface along (Prager 1956), the rest widens it
    double recall = 0; ///< per unit plastic strain, of the carried part: it saturates at C/recall (Armstrong and Frederick 1966)
    double transverseShear = 1; ///< factor on the stiffness of plates against shear across them
    [[nodiscard]] double shearModulus() const { return E / (2 * (1 + nu)); }
    /// Modulus over plastic strain, H = E E_t / (E - E_t).
    [[nodiscard]] double plasticModulus() const { return E * E_t / (E - E_t); }
    /// Modulus of the back stress, C = kinematicPart H.
    [[nodiscard]] double kinematicModulus() const { return kinematicPart * plasticModulus(); }
    [[nodiscard]] double isotropicModulus() const { return (1 - kinematicPart) * plasticModulus(); }
};

enum class LayerRuleKind { Simpson, Gauss, MidPoint };

/// Integration through the thickness. The default, Simpson with 13 points, gives the elastic stiffness and the plastic moment of
/// a plate in bending exactly, every moment between within 1.2 %, and samples both faces (docs/theory/plate-fe.md).
struct LayerRule {
    LayerRuleKind kind = LayerRuleKind::Simpson;
    int points = 13;
};

struct LayerPoint {
    double z;      ///< of half the thickness, -1 (bottom) to 1 (top)
    double weight; ///< of the thickness; all sum to 1
};

constexpr int maxLayers = 24;

/// The points from bottom to top. Simpson wants an odd count, Gauss 2 to 24, mid-point 1 to 24.
[[nodiscard]] std::vector<LayerPoint> layerPoints(LayerRule rule);
[[nodiscard]] bool isValid(LayerRule rule);

} // namespace zg::fe
