#pragma once
#include "base/progress.h"
#include "plates/joint_model.h"
#include <functional>

namespace zg {

struct PlateCurvePoint {
    double phi = 0, M = 0;    ///< rad, N mm: rotation of the joint alone, moment at the column face
    double plasticStrain = 0; ///< largest in any plate
    double residual = 0;      ///< unbalanced force over the largest force
};

enum class PlateLimit {
    PlasticStrain, ///< the largest plastic strain has come to its limit
    Rotation,      ///< neither strain nor strength ended before the largest rotation looked at
    NoEquilibrium  ///< no equilibrium beyond
};

struct PlateRow {
    PartRef row;
    double tension = 0; ///< of all its bolts at M_j_Rd, prying included, N
};

/// Moment-rotation of one beam's connection by plate finite elements, the other beam without load.
struct PlateMomentRotation {
    SideId side = SideId::Right;
    bool isReversed = false;
    std::vector<PlateCurvePoint> curve;
    double S_j_ini = 0; ///< N mm/rad, slope of the first step
    double M_j_Rd = 0;  ///< N mm, at the limit
    PlateLimit limit = PlateLimit::Rotation;
    std::string limitPart; ///< part with the largest plastic strain at the end
    std::vector<PlateRow> rows;
    double contact = 0;        ///< compression between plate and column flange at M_j_Rd, N
    double axialImbalance = 0; ///< bolts in tension less contact over the bolts' sum: nil without axial force
    int freedoms = 0;
    double seconds = 0;
    bool isComplete = false; ///< the curve reached a limit; otherwise `message` says why not
    std::string message;
};

namespace fe {
class Analysis;
}

struct MomentRotationSettings {
    PlateModelSettings model;
    double strainLimit = 0.05; ///< EN 1993-1-5:2006 annex C.8
    double largestRotation = 0.06;
    int points = 25;
    std::function<void(const fe::Analysis&)> atEnd; ///< sees the last state, to write it out
};

/// The beam's far end is turned by its handle. The rotation of the joint is that of the handle less the elastic flexure of the
/// beam's stub (plate face to handle) and of the column between its held ends (Euler-Bernoulli): what a frame model with these
/// members would give by itself.
[[nodiscard]] tl::expected<PlateMomentRotation, Diagnostics> momentRotation(const ResolvedJoint& joint, SideId side,
                                                                            bool isReversed,
                                                                            const MomentRotationSettings& settings = {},
                                                                            Progress* progress = nullptr);

} // namespace zg
