#pragma once
#include "base/workings.h"
#include "component/bolts.h"
#include "component/side_model.h"
#include "component/t_stub.h"
#include <optional>
#include <vector>

namespace zg {

/// Resistances of one span of rows (a row alone, or a group of neighbours), N; absent where the component does not act or the
/// group is not allowed. The column web in tension hangs on beta and is added per action set.
template <class Num> struct Span {
    int first = 0, last = 0;
    std::optional<TStubResult<Num>> columnFlange; ///< 6.2.6.4
    std::optional<TStubResult<Num>> endPlate;     ///< 6.2.6.5
    std::optional<Num> beamWeb;                   ///< 6.2.6.8
};

/// Which pattern gave an effective length for stiffness.
struct LengthSource {
    int first = 0, last = 0; ///< of the zone's rows
    bool isCircular = false;
};

/// Everything about the tension rows that does not hang on the action set.
template <class Num> struct TensionZone {
    int rows = 0;                       ///< rows that can take tension, counted from the tension side
    std::vector<int> places;            ///< of each row in the side's list, which is how people number them
    std::vector<Num> leverArm;          ///< to the centre of compression, mm
    std::vector<Num> m_c, m_p;          ///< lever arms of the T-stubs, mm
    std::vector<Num> l_flange, l_plate; ///< effective length for stiffness: least of the row alone and its share in any
                                        ///< admissible group, of both kinds of pattern, mm (6.3.2(2))
    std::vector<LengthSource> flangeFrom, plateFrom; ///< where they came from
    std::vector<Span<Num>> spans;                    ///< (first, last) with first <= last, row-major
    BoltTensionResistance<Num> bolt;
    int outsideNotCounted = 0; ///< rows beyond the first outside the flange: table 6.6 does not know them
    [[nodiscard]] const Span<Num>& span(int first, int last) const {
        return spans[static_cast<std::size_t>(first * rows - first * (first - 1) / 2 + (last - first))];
    }
};

template <class Num> [[nodiscard]] TensionZone<Num> tensionZone(Workings<Num>& w, const SideModel& m, const Settings& s);

/// The column stiffener that a row of the zone leans on: the nearest with no other row between; null without one.
[[nodiscard]] const StiffenerLine* nearestStiffener(const SideModel& m, const std::vector<int>& rows, int i);
/// Rows that take part in tension, from the tension side (indices into m.rows).
[[nodiscard]] std::vector<int> tensionRows(const SideModel& m);

} // namespace zg
