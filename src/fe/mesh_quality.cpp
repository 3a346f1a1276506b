#include "fe/mesh.h"
#include <algorithm>
#include <cmath>
#include <sstream>

namespace zg::fe {

MeshQuality qualityOf(const PlateMesh& mesh) {
    MeshQuality q;
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        const auto& cell = mesh.cells[c];
        const int n = cell[3] < 0 ? 3 : 4;
        ++(n == 3 ? q.triangles : q.quads);
        double least = 1, shortest = 1e300, longest = 0;
        for (int i = 0; i < n; ++i) {
            const Point2 a = mesh.nodes[cell[i]], next = mesh.nodes[cell[(i + 1) % n]], last = mesh.nodes[cell[(i + n - 1) % n]];
            const double ux = next.x - a.x, uy = next.y - a.y, vx = last.x - a.x, vy = last.y - a.y, lu = std::hypot(ux, uy),
                         lv = std::hypot(vx, vy);
            const double sine = (ux * vy - uy * vx) / (lu * lv),
                         angle = std::atan2(sine, (ux * vx + uy * vy) / (lu * lv)) * 180 / 3.14159265358979323846;
            least = std::min(least, n == 4 ? sine : sine / std::sqrt(0.75));
            q.smallestAngle = std::min(q.smallestAngle, angle < 0 ? angle + 360 : angle);
            q.largestAngle = std::max(q.largestAngle, angle < 0 ? angle + 360 : angle);
            shortest = std::min(shortest, lu);
            longest = std::max(longest, lu);
            q.area += (a.x * next.y - a.y * next.x) / 2;
        }
        q.largestAspect = std::max(q.largestAspect, longest / shortest);
        q.meanJacobian += least / static_cast<double>(mesh.cells.size());
        if (least < q.leastJacobian || q.worstCell < 0)
            q.leastJacobian = std::min(q.leastJacobian, least), q.worstCell = static_cast<int>(c);
    }
    return q;
}

Diagnostics qualityRemarks(const MeshQuality& q, const std::string& id) {
    Diagnostics found;
    const auto remark = [&](const std::string& what, double value, const std::string& limit) {
        std::ostringstream s;
        s.precision(3);
        s << "The mesh of " << id << " has " << what << " " << value << "; " << limit
          << ". A finer size or other grid lines may help.";
        found.push_back({Severity::Note, id, s.str()});
    };
    if (q.leastJacobian < 0.3) remark("a least scaled Jacobian of", q.leastJacobian, "0.3 is wanted");
    if (q.smallestAngle < 30) remark("an angle of", q.smallestAngle, "30 degrees is wanted");
    if (q.largestAngle > 150) remark("an angle of", q.largestAngle, "150 degrees is the most wanted");
    if (q.largestAspect > 8) remark("an aspect ratio of", q.largestAspect, "8 is the most wanted");
    return found;
}

} // namespace zg::fe
