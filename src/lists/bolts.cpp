#include "lists/bolts.h"
#include "catalogue/bolts.h"
#include "catalogue/stock.h"
#include "lists/pieces.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double pi = 3.14159265358979323846;

BoltOrder orderOf(const BoltPart& part) {
    BoltOrder order;
    order.size = part.size;
    order.grade = part.grade;
    order.hole = part.hole;
    order.isPreloaded = part.isPreloaded;
    order.grip = length(part.nut - part.head);
    const BoltSize* size = findBoltSize(part.size);
    if (!size) return order; // a joint that was resolved has none such
    order.needed = order.grip + 2 * size->washerThickness + size->nutHeight + size->pitch;
    for (const StockSize& s : stockBoltLengths(size->set))
        if (s.size >= order.needed - 1e-9) {
            order.length = s.size;
            break;
        }
    order.leastThread = (part.isPreloaded ? 4 : 1) * size->pitch;
    const double made = order.length.value_or(order.needed);
    // Thread runs back from the tip; what of it lies before the nut stretches. All of it in a bolt that has no shank.
    if (const auto thread = threadLengthOf(*size, made)) {
        const double held = order.grip + 2 * size->washerThickness;
        order.threadInGrip = std::min(held, *thread - (made - held));
    }
    order.mass = massOf(*size, made);
    return order;
}

} // namespace

double massOf(const BoltSize& b, double length) {
    // Hexagons across their corners e: area 3 sqrt(3)/8 e².
    const double hexagon = 3 * std::sqrt(3.0) / 8 * b.acrossCorners * b.acrossCorners, shank = pi / 4 * b.d * b.d;
    const double washer = pi / 4 * b.washerOuter * b.washerOuter - shank;
    return steelDensity *
           (hexagon * b.headHeight + shank * length + (hexagon - shank) * b.nutHeight + 2 * washer * b.washerThickness);
}

std::vector<BoltOrder> boltOrders(const Assembly& assembly) {
    std::vector<BoltOrder> orders;
    for (std::size_t i = 0; i < assembly.bolts.size(); ++i) {
        BoltOrder order = orderOf(assembly.bolts[i]);
        const auto twin = std::find_if(orders.begin(), orders.end(), [&](const BoltOrder& o) {
            return o.size == order.size && o.grade == order.grade && o.length == order.length && o.hole == order.hole &&
                   o.isPreloaded == order.isPreloaded && std::abs(o.grip - order.grip) < 0.005;
        });
        if (twin == orders.end()) {
            order.bolts = {i};
            orders.push_back(std::move(order));
        } else {
            twin->bolts.push_back(i);
        }
    }
    return orders;
}

} // namespace zg
