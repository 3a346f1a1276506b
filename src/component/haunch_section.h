#pragma once
#include "base/workings.h"
#include "component/side_model.h"
#include "joint/settings.h"
#include <array>

namespace zg {

/// The haunched section at the end plate, its intermediate flange neglected (EN 1993-1-8:2005 6.2.6.7(1)): flanges with the part
/// of their force that is normal to the plate, webs likewise. The beam's own value is the table's; what the haunch adds is the
/// difference of both sections taken as plates.
struct HaunchedSection {
    /// A plate across the face: from, to along it; force a length at yield, area a length, both normal to the face.
    struct Strip {
        double from = 0, to = 0, force = 0, area = 0, f_y = 0;
    };
    struct Strips {
        std::array<Strip, 5> list;
        int count = 0;
        void add(double from, double to, double width, double cos, double f_y) {
            if (to > from) list[static_cast<std::size_t>(count++)] = {from, to, width * f_y * cos * cos, width * cos * cos, f_y};
        }
        [[nodiscard]] const Strip* begin() const { return list.data(); }
        [[nodiscard]] const Strip* end() const { return list.data() + count; }
    };
    Strips strips; ///< from the tension flange on
    int sectionClass = 1;
    double stressLimit = 1;                  ///< share of f_y, below 1 only for class 4 (EN 1993-1-1:2005 5.5.2(9))
    double plastic = 0;                      ///< moment about the plastic neutral axis at f_y, of the plates, Nmm
    double elastic = 0;                      ///< moment at first yield of an outer fibre, of the plates, Nmm
    double plasticBeam = 0, elasticBeam = 0; ///< of the beam's own plates, with the root fillets that a taper has not, Nmm
    double neutral = 0;                      ///< plastic neutral axis from the tension flange's outer face, mm
    double centroid = 0;                     ///< elastic one, mm
    double squash = 0;                       ///< axial resistance at f_y, N
    double shear = 0;                        ///< of the webs, at f_y/√3, N
    double arm = 0;                          ///< between the middles of the outer flanges, mm
    double totalDepth = 0;                   ///< square to the beam, for the rule of 600 mm
    /// Plastic moment when the webs have only a share of their strength, Nmm.
    [[nodiscard]] double plasticWithWebs(double share) const;
};
[[nodiscard]] HaunchedSection haunchedSection(const SideModel& m);

/// Its moment resistance, reduced for shear as the beam's own (EN 1993-1-1:2005 6.2.5, 6.2.8), Nmm.
template <class Num>
[[nodiscard]] Num haunchedMomentResistance(Workings<Num>& w, const SideModel& m, const HaunchedSection& h, const Settings& s,
                                           double V_web);

/// Shear along the plate that is left to the webs when the flanges' slopes have brought theirs: V of the whole end, tension and
/// compression of its outer flanges normal to the plate, N.
[[nodiscard]] double webShear(const SideModel& m, double V, double T, double C);

/// Compression that the end of the beam, with its haunch where it has one, can take, normal to the plate, N (6.2.6.7). `V`: along
/// the plate; `M`: moment in the sense of the model, which the flanges' slopes turn into shear.
template <class Num>
[[nodiscard]] Num endCompressionResistance(Workings<Num>& w, const SideModel& m, const Settings& s, double V, double M);

} // namespace zg
