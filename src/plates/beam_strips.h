#pragma once
#include "catalogue/sections.h"

namespace zg {

/// Mid-surfaces alone are not the beam: its root fillets are missing, and its web counts half a flange's thickness twice. A strip
/// of the web beside each flange takes the difference, so that the modelled beam has the plastic modulus of its section.
struct BeamStrips {
    double reach = 0;     ///< from the beam's outer face to the strip's inner edge, mm
    double thickness = 0; ///< of the web within it, mm
};
[[nodiscard]] BeamStrips beamStrips(const Section& section);

/// Second moment of area of the beam as it is modelled, mm4.
[[nodiscard]] double modelledSecondMoment(const Section& section);

} // namespace zg
