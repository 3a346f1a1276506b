#include "component/american/pattern.h"
#include <cmath>

namespace zg {
namespace {

/// Rows from the flange away, on the tension half of the depth.
struct Rows {
    std::vector<const RowModel*> outer, inner;
};
std::optional<Rows> rowsOf(const ResolvedSide& s, const SideModel& m) {
    if (s.kind != ConnectionKind::EndPlate || s.spec.slope != 0 || s.isHaunched()) return std::nullopt;
    const FlangeInput& flange = m.tensionFlange();
    Rows rows;
    for (const RowModel& r : m.rows) {
        if (r.y < flange.from)
            rows.outer.insert(rows.outer.begin(), &r);
        else if (r.y > flange.to && r.y < m.depth / 2)
            rows.inner.push_back(&r);
        if (r.y >= flange.from && r.y <= flange.to) return std::nullopt;
        if (std::abs(r.gauge - m.rows.front().gauge) > 0.5) return std::nullopt;
    }
    return rows;
}

} // namespace

std::optional<BoltPattern> patternOf(const ResolvedSide& s, const SideModel& m) {
    const auto rows = rowsOf(s, m);
    if (!rows) return std::nullopt;
    const auto& [outer, inner] = *rows;
    BoltPattern p;
    p.outer = static_cast<int>(outer.size());
    p.inner = static_cast<int>(std::min<std::size_t>(2, inner.size()));
    if (p.inner == 0 || p.outer > 2 || (p.outer == 2 && (p.inner < 2 || !m.rib))) return std::nullopt;
    for (const RowModel* r : outer)
        if (!r->takesTension) return std::nullopt;
    for (int i = 0; i < p.inner; ++i)
        if (!inner[static_cast<std::size_t>(i)]->takesTension) return std::nullopt;
    const FlangeInput& flange = m.tensionFlange();
    p.isStiffened = p.outer > 0 && m.rib.has_value();
    p.h_inner = m.leverArm(*inner[0]);
    p.p_fi = inner[0]->y - flange.along;
    p.g = m.rows.front().gauge;
    p.t_bf = flange.along;
    if (p.inner == 2) {
        p.h_last = m.leverArm(*inner[1]);
        p.p_b = inner[1]->y - inner[0]->y;
    }
    if (p.outer > 0) {
        p.h_outer = m.leverArm(*outer[0]);
        p.p_fo = -outer[0]->y;
        p.d_e = m.projectionTension + outer.back()->y;
        if (!(p.p_fo > 0 && p.d_e > 0)) return std::nullopt;
    }
    if (p.outer == 2) {
        p.h_first = m.leverArm(*outer[1]);
        if (std::abs(outer[0]->y - outer[1]->y - p.p_b) > 0.5) return std::nullopt;
        p.p_b = outer[0]->y - outer[1]->y;
    }
    return p.p_fi > 0 ? std::optional<BoltPattern>(p) : std::nullopt;
}

std::optional<BoltPattern> prequalifiedPattern(const ResolvedSide& s, const SideModel& m) {
    const auto rows = rowsOf(s, m);
    if (!rows || rows->inner.size() > 2) return std::nullopt;
    for (const RowModel& r : m.rows)
        if (r.y < m.depth / 2 && !r.takesTension) return std::nullopt;
    const auto p = patternOf(s, m);
    return p && (p->isFour() || p->isEight()) ? p : std::nullopt;
}

} // namespace zg
