#include "scene/assembly_geometry.h"
#include "assembly/assembly.h"

namespace zg {
namespace {
Float3 floats(Point3 p) { return {static_cast<float>(p.x), static_cast<float>(p.y), static_cast<float>(p.z)}; }
} // namespace

PlateGeometry geometryOf(const Assembly& assembly) {
    PlateGeometry g;
    for (const PlatePart& p : assembly.plates) {
        const int part = static_cast<int>(g.parts.size()), first = static_cast<int>(g.nodes.size());
        g.parts.push_back({p.part, partId(p.part), p.thickness, 0});
        for (const Point2 q : p.outline) g.nodes.push_back(floats(pointOf(p, q, 0)));
        // A fan from the first corner: quadrangles and, where a corner is left over, a triangle.
        const int n = static_cast<int>(p.outline.size());
        for (int k = 1; k + 1 < n; k += 2) {
            g.shells.push_back({first, first + k, first + k + 1, k + 2 < n ? first + k + 2 : -1});
            g.partOf.push_back(part);
        }
    }
    for (const BoltPart& b : assembly.bolts) g.bolts.push_back({b.part, floats(b.head), floats(b.nut), b.d});
    for (const WeldPart& w : assembly.welds) g.welds.push_back({w.part, {floats(w.from), floats(w.to)}});
    return g;
}

} // namespace zg
