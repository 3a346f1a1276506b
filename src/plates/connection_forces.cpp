#include "plates/connection_forces.h"
#include "fe/analysis.h"
#include "fe/results.h"
#include "joint/geometry.h"
#include "joint/weld_leg.h"
#include <algorithm>
#include <cmath>
#include <utility>

namespace zg {

double halfBearing(const ResolvedSide& side, bool isTop) {
    const EndFace face = endFace(side);
    const FlangeOnFace& flange = isTop ? face.flanges.front() : face.flanges.back();
    const double plate = side.kind == ConnectionKind::EndPlate ? side.spec.plate.thickness : 0;
    return flange.thickness / flange.cos / 2 + std::sqrt(2.0) * legOf(*flange.weld) + plate;
}

ConnectionForces::ConnectionForces(const JointModel& model, const ResolvedSide& side, bool isReversed)
    : model_(model), side_(side), isReversed_(isReversed) {
    for (const JointModel::Contact& c : model.contacts)
        if (c.part == PartRef{PartKind::EndPlate, side.id}) contact_ = &c;
    const double tension = flangeLevel(side, !isReversed);
    compression_ = flangeLevel(side, isReversed);
    for (const JointModel::Weld& w : model.welds)
        if (side.kind == ConnectionKind::DirectWeld && isOfCompression(w)) flange_.push_back(&w);
    // A cut across the column web half way up the panel: shells below it, nodes on it.
    const double middle = 0.5 * (tension + compression_);
    double level = 1e9;
    for (const fe::Shell& s : model.model.shells)
        if (model.parts[s.part].kind == PartKind::ColumnWeb)
            for (int n : s.nodes)
                if (std::abs(model.model.nodes[n].z - middle) < std::abs(level - middle)) level = model.model.nodes[n].z;
    std::vector<char> isOnCut(model.model.nodes.size(), 0);
    for (int e = 0; e < static_cast<int>(model.model.shells.size()); ++e) {
        const PartKind kind = model.parts[model.model.shells[e].part].kind;
        if (kind != PartKind::ColumnWeb && kind != PartKind::ColumnFlange) continue;
        double top = -1e9;
        for (int n : model.model.shells[e].nodes) top = std::max(top, model.model.nodes[n].z);
        if (std::abs(top - level) > 1e-6) continue;
        below_.push_back(e);
        for (int n : model.model.shells[e].nodes)
            if (std::abs(model.model.nodes[n].z - level) < 1e-6 && kind == PartKind::ColumnWeb && !isOnCut[n]) {
                isOnCut[n] = 1;
                cut_.push_back(n);
            }
    }
}

// The outer flange there, the haunch's where one stands, and a rib's edge on the column.
bool ConnectionForces::isOfCompression(const JointModel::Weld& w) const {
    const bool isBelow = !isReversed_;
    const PartRef flange = side_.haunch(isBelow) ? PartRef{PartKind::WeldHaunchFlange, side_.id, isBelow ? 0 : 1}
                                                 : PartRef{isBelow ? PartKind::WeldBottom : PartKind::WeldTop, side_.id};
    const PartRef rib{isBelow ? PartKind::RibBottom : PartKind::RibTop, side_.id};
    if (w.part == flange) return true;
    if (!(w.part == rib)) return false;
    double low = 1e9, high = -1e9;
    for (int k = w.firstLink; k < w.firstLink + w.linkCount; ++k) {
        const double x = model_.model.links[k].a.position.x;
        low = std::min(low, x);
        high = std::max(high, x);
    }
    return high - low < 1; // the other edge runs along the beam
}

void ConnectionForces::read(const fe::Analysis& a, PlateCurvePoint& p) const {
    p.rowBolts.assign(side_.spec.rows.size(), 0);
    for (const JointModel::Bolt& b : model_.bolts)
        if (b.row.side == side_.id && side_.kind == ConnectionKind::EndPlate)
            p.rowBolts[b.row.index] += a.springForce(b.firstLink)[0];
    p.rowNet = p.rowBolts;
    // Rows in the spread of the compression flange are part of the compression. Contact beyond it pries on the bolts: between
    // two rows, or a row and the compression flange, on both by the lever between them; outside them on the nearest.
    p.compression = p.contact = 0;
    double pressed = 0;
    std::vector<std::pair<double, double*>> takers{{compression_, &pressed}};
    for (std::size_t i = 0; i < p.rowNet.size(); ++i) {
        if (isInCompression(i))
            p.compression -= std::exchange(p.rowNet[i], 0);
        else
            takers.emplace_back(levelOf(side_, side_.spec.rows[i].position), &p.rowNet[i]);
    }
    std::sort(takers.begin(), takers.end());
    for (int k = 0; contact_ && k < contact_->linkCount; ++k) {
        const int link = contact_->firstLink + k;
        const double force = -a.springForce(link)[0], z = model_.model.links[link].a.position.z;
        if (force <= 0) continue;
        p.contact += force;
        const auto above =
            std::upper_bound(takers.begin(), takers.end(), z, [](double at, const auto& t) { return at < t.first; });
        if (above == takers.begin() || above == takers.end()) {
            *(above == takers.end() ? takers.back() : takers.front()).second -= force;
            continue;
        }
        const auto below = above - 1;
        const double share = (z - below->first) / (above->first - below->first);
        *above->second -= share * force;
        *below->second -= (1 - share) * force;
    }
    p.compression -= pressed;
    // Where contact outdoes the bolts the row brings the beam no tension.
    for (double& net : p.rowNet) {
        if (net >= 0) continue;
        p.compression -= net;
        net = 0;
    }
    // A welded flange brings its force through its welds.
    for (const JointModel::Weld* w : flange_)
        for (int link = w->firstLink; link < w->firstLink + w->linkCount; ++link) {
            const auto force = a.springForce(link);
            for (int k = 0; k < 3; ++k) p.compression += model_.model.links[link].axes[k].x * force[k];
        }
    p.compression = std::abs(p.compression);
    if (!cut_.empty()) p.panelShear = std::abs(fe::forceAcrossCut(a, below_, cut_, {}).force.x);
}

// A washer that the flange's force reaches belongs to it.
bool ConnectionForces::isInCompression(std::size_t row) const {
    const double spread = halfBearing(side_, isReversed_) + side_.bolt.washerOuter / 2;
    return std::abs(levelOf(side_, side_.spec.rows[row].position) - compression_) < spread;
}

} // namespace zg
