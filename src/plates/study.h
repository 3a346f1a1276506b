#pragma once
#include "base/progress.h"
#include "plates/joint_model.h"
#include "plates/plate_result.h"
#include <functional>

namespace zg {

enum class Wanted { No, AsChosen, Yes };

/// Which analyses a study holds.
struct StudyScope {
    bool strength = true;                          ///< every action set, with its reserve
    bool buckling = true;                          ///< of every action set
    bool curves = true;                            ///< moment-rotation of every beam, both signs
    std::function<void(const PlateStudy&)> onPart; ///< sees what there is after each analysis
    Wanted overStrength = Wanted::AsChosen;        ///< the beams' plastic hinges; as the joint's choices say
    Wanted stability = Wanted::AsChosen;           ///< moved geometry with imperfections
    Wanted otherAxes = Wanted::AsChosen;           ///< curves about the minor axis and of torsion
    Wanted cyclic = Wanted::AsChosen;              ///< swayed to and fro
    std::string under;                             ///< curves also under the other forces of the set with this id
};

/// All analyses of a joint, as many at a time as there are cores; results come in the same order and to the last bit the same.
/// `onPart` and the progress are called from the threads that work, one at a time. Cancelled, it holds what was finished. Bad
/// models come back as words; a mechanism comes back as a study with its shape and what would hold it.
[[nodiscard]] tl::expected<PlateStudy, Diagnostics> studyPlates(const ResolvedJoint& joint, std::uint64_t key,
                                                                const StudyScope& scope = {}, Progress* progress = nullptr);

/// M_j_Rd and S_j_ini on three sizes in one ratio, the finest the joint's own.
struct PlateConvergence {
    EndId side = ends::right;
    bool isReversed = false;
    struct Size {
        double factor = 1;
        int freedoms = 0;
        double M_j_Rd = 0, S_j_ini = 0;
        double peakStress = 0; ///< elastic, per moment
    };
    std::vector<Size> sizes; ///< coarse to fine
    struct Estimate {
        bool isSteady = false; ///< the three approach a value
        double value = 0;      ///< extrapolated to size nil, or the finest
        double order = 0;
        double error = 0; ///< of the finest against the extrapolated, or the spread of the three, relative
    };
    Estimate M_j_Rd, S_j_ini;
    /// The elastic peak grows like size^-exponent; above 0.1 it is taken for the singular stress of a corner.
    double peakExponent = 0;
    std::string peakPart;
};
[[nodiscard]] tl::expected<PlateConvergence, Diagnostics> convergenceOf(const ResolvedJoint& joint, EndId side, bool isReversed,
                                                                        Progress* progress = nullptr);
[[nodiscard]] PlateConvergence::Estimate estimate(double coarse, double middle, double fine, double ratio);

} // namespace zg
