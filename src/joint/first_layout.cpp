#include "joint/first_layout.h"
#include "catalogue/bolts.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

double roundTo(double x, double step) { return std::round(x / step) * step; }
double roundUp(double x, double step) { return std::ceil(x / step - 1e-9) * step; }

} // namespace

DirectWeld weldedLayout(const Section& beam, const std::string& steel) {
    DirectWeld s;
    // Double fillets as strong as the flange, EN 1993-1-8:2005 4.5.3.2 and table 4.1: f_y sqrt(2) beta_w gamma_M2/(2 f_u) of its
    // thickness, over the length that web and roots leave.
    const auto is = [&](const char* grade) { return steel.rfind(grade, 0) == 0; };
    const double share = is("S235") ? 0.462 : is("S275") ? 0.481 : is("S355") ? 0.577 : 0.753;
    const double length = beam.b - beam.t_w / 2 - beam.r;
    s.topWeld = {WeldKind::Fillet, std::max(4.0, roundUp(share * beam.t_f * beam.b / length, 1))};
    s.bottomWeld = s.topWeld;
    s.webWeld = {WeldKind::Fillet, std::max(4.0, roundUp(0.5 * beam.t_w, 1))};
    return s;
}

FinPlate finPlateLayout(const Section& support, const Section& beam, const std::string& steel, bool isOnWeb) {
    FinPlate f;
    const double room = beam.h - 2 * (beam.t_f + beam.r) - 10;
    const BoltSize* bolt = findBoltSize(f.size);
    // A shallow beam takes two rows of a smaller bolt, the shallowest one row.
    for (const char* smaller : {"M16", "M12"})
        if (room < 2 * roundUp(2 * bolt->d, 5) + 2.2 * bolt->d_0) bolt = findBoltSize(f.size = smaller);
    const double end = std::min(roundUp(2 * bolt->d, 5), room / 2);
    const bool isOneRow = room < 2 * end + 2.2 * bolt->d_0;
    const bool isMild = steel.rfind("S235", 0) == 0 || steel.rfind("S275", 0) == 0;
    f.steel = isMild ? "S275" : "S355";
    f.thickness = isMild ? 10 : 8;
    f.throat = roundUp((isMild ? 0.5 : 0.56) * f.thickness, 1);
    f.firstRow = end;
    f.edge = roundUp(2 * bolt->d, 5);
    const bool isInside = !isOnWeb || beam.b <= support.h - 2 * support.t_f - 10;
    f.gap = isInside ? 10 : roundUp((support.b - support.t_w) / 2 + 10, 5);
    f.firstLine = f.gap + f.edge;
    f.pitch = 70;
    const double wanted = std::min(room, std::max(0.62 * beam.h, 2 * end + f.pitch));
    f.rows = std::clamp(static_cast<int>(std::ceil((wanted - 2 * end) / f.pitch)) + 1, 2, 10);
    while (f.rows > 2 && (f.rows - 1) * f.pitch + 2 * end > room) --f.rows;
    if (isOneRow) f.rows = 1;
    if ((f.rows - 1) * f.pitch + 2 * end > room) f.pitch = std::max(2.2 * bolt->d_0, std::floor((room - 2 * end) / 5) * 5);
    f.depth = (f.rows - 1) * f.pitch + 2 * end;
    // Two rows in a deep web: the plate holds the beam against twisting by its own depth.
    f.depth = std::min(room, std::max(f.depth, roundUp(0.6 * beam.h, 5)));
    f.firstRow = (f.depth - (f.rows - 1) * f.pitch) / 2;
    f.top = roundTo((beam.h - f.depth) / 2, 5);
    return f;
}

EndPlate firstLayout(const Section& column, const Section& beam, const std::string& steel, PlateReach reach,
                     const std::optional<BoltChoice>& choice) {
    EndPlate s;
    s.plate.steel = steel;
    s.bolts.size = beam.h < 250 ? "M16" : beam.h < 380 ? "M20" : beam.h < 560 ? "M24" : beam.h < 800 ? "M27" : "M30";
    // A narrow column flange or plate cannot take the edge distances of a large bolt.
    while (!choice && s.bolts.size != "M12") {
        const BoltSize* b = findBoltSize(s.bolts.size);
        const double clear = column.t_w + 2 * column.r + b->acrossCorners;
        if (std::max(clear, 2.4 * b->d_0) + 2 * 1.2 * b->d_0 <= std::min(column.b, beam.b + 40)) break;
        s.bolts.size = s.bolts.size == "M30"   ? "M27"
                       : s.bolts.size == "M27" ? "M24"
                       : s.bolts.size == "M24" ? "M20"
                       : s.bolts.size == "M20" ? "M16"
                                               : "M12";
    }
    s.bolts.grade = beam.h < 380 ? "8.8" : "10.9";
    if (choice) {
        s.bolts.size = choice->size;
        s.bolts.grade = choice->grade;
    }
    const BoltSize* bolt = findBoltSize(s.bolts.size);
    s.plate.thickness = bolt->d <= 16 ? 15 : bolt->d <= 20 ? 20 : bolt->d <= 24 ? 25 : 30;
    const DirectWeld welds = weldedLayout(beam, steel);
    s.topWeld = welds.topWeld;
    s.bottomWeld = welds.bottomWeld;
    s.webWeld = welds.webWeld;
    const double root2 = 1.41421356237309504880;
    const double webNeed = beam.t_w + 2 * s.webWeld.throat * root2 + bolt->washerOuter;
    const double rootNeed = column.t_w + 2 * column.r + bolt->acrossCorners;
    s.bolts.gauge = roundUp(std::max({webNeed, rootNeed, 2.4 * bolt->d_0, 0.5 * beam.b}) + 4, 5);
    const double edgeNeed = s.bolts.gauge + 2 * roundUp(1.5 * bolt->d_0, 5);
    s.plate.width = std::min(column.b, std::max(roundUp(beam.b + 10, 10), roundUp(edgeNeed, 10)));
    const double leg = s.topWeld.throat * root2;
    const double reachPast = roundUp(leg + bolt->washerOuter / 2 + 8, 5); // bolt line to flange face
    const double end = roundUp(1.5 * bolt->d_0, 5);
    const double flushEdge = roundUp(leg + 5, 5);
    const bool top = reach != PlateReach::Flush;
    const bool bottom = reach == PlateReach::ExtendedBoth;
    s.plate.above = top ? reachPast + end : flushEdge;
    s.plate.below = bottom ? reachPast + end : flushEdge;
    const auto row = [&](double position) {
        BoltRowSpec r;
        r.position = roundTo(position, 1);
        s.rows.push_back(r);
    };
    const double first = beam.t_f + reachPast;
    const double last = beam.h - first;
    const double pitch = roundUp(3 * bolt->d, 5);
    const double least = 2.2 * bolt->d_0;
    const int upper = choice ? choice->rows : last - first > 3.2 * pitch ? 2 : 1;
    const int lower = !bottom ? 1 : choice ? choice->rows : last - first > 4.5 * pitch ? 2 : 1;
    if (top) row(-reachPast);
    double lowest = first;
    for (int k = 0; k < upper && (k == 0 || first + k * pitch + least <= last); ++k) row(lowest = first + k * pitch);
    std::vector<double> below; // from the bottom up
    for (int k = 0; k < lower && last - k * pitch - lowest >= least; ++k) below.push_back(last - k * pitch);
    for (std::size_t k = below.size(); k-- > 0;) row(below[k]);
    if (bottom) row(beam.h + reachPast);
    return s;
}

} // namespace zg
