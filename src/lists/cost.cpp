#include "lists/cost.h"
#include "catalogue/bolts.h"
#include "joint/prices.h"
#include "lists/bolts.h"
#include "lists/pieces.h"
#include "lists/welds.h"

namespace zg {

Cost& Cost::operator+=(const Cost& o) {
    material += o.material, cutting += o.cutting, handling += o.handling, holes += o.holes;
    welding += o.welding, bolts += o.bolts, erection += o.erection, coating += o.coating;
    return *this;
}

Cost Cost::times(double count) const {
    return {count * material, count * cutting, count * handling, count * holes,
            count * welding,  count * bolts,   count * erection, count * coating};
}

Cost costOf(const Piece& piece, const Prices& prices) {
    double perKg = piece.cutFrom.empty() ? prices.platePerKg : prices.sectionPerKg;
    if (piece.cutFrom.empty())
        for (const GradePrice& g : prices.grades)
            if (g.steel == piece.steel) perKg = g.perKg;
    Cost cost;
    cost.material = piece.mass * perKg;
    cost.cutting = piece.cut / 1000 * (prices.cuttingPerM + prices.cuttingPerMMm * piece.thickness);
    cost.handling = prices.piece;
    cost.holes = static_cast<double>(piece.holes.size()) * prices.hole;
    cost.coating = piece.surface / 1e6 * prices.coatingPerM2;
    return cost;
}

Cost costOf(const BoltOrder& order, int memberPlies, const Prices& prices) {
    const BoltSize* size = findBoltSize(order.size);
    const BoltClass* grade = findBoltClass(order.grade);
    double factor = 1;
    if (grade && grade->f_ub >= 900) factor *= prices.highStrengthFactor;
    if (size && grade && isPreloadable(*size, *grade)) factor *= prices.preloadableFactor;
    Cost cost;
    cost.bolts = order.mass * prices.boltPerKg * factor;
    cost.erection = prices.boltErection + (order.isPreloaded ? prices.tightening : 0);
    cost.holes = memberPlies * prices.hole;
    return cost;
}

Cost costOf(const WeldLine& line, const Prices& prices) {
    Cost cost;
    cost.welding = line.volume / 1000 * (line.kind == WeldKind::Fillet ? prices.filletPerCm3 : prices.buttPerCm3) *
                   (line.joinsMember ? prices.memberWeldFactor : 1);
    return cost;
}

} // namespace zg
