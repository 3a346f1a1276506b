#include "scene/plate_scene.h"
#include "scene/colours.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace zg {

namespace {

constexpr double pi = 3.14159265358979323846;

Float3 minus(const Float3& a, const Float3& b) { return {a[0] - b[0], a[1] - b[1], a[2] - b[2]}; }
Float3 plus(const Float3& a, const Float3& b, float factor = 1) {
    return {a[0] + factor * b[0], a[1] + factor * b[1], a[2] + factor * b[2]};
}
float dot(const Float3& a, const Float3& b) { return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]; }
Float3 cross(const Float3& a, const Float3& b) {
    return {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
}
Float3 unit(const Float3& a) {
    const float l = std::sqrt(dot(a, a));
    return l > 0 ? Float3{a[0] / l, a[1] / l, a[2] / l} : a;
}

int cornersOf(const std::array<int, 4>& shell) { return shell[3] < 0 ? 3 : 4; }

// One drawing of a scene.
class Painter {
public:
    Painter(const PlateGeometry& g, const SceneState& s, const Camera& camera, double scale, const Float3& centre, int width,
            int height, int samples)
        : g_(g), s_(s), raster_(width, height, samples, s.background), right_(camera.right()), up_(camera.up()),
          forward_(camera.forward()), centre_(centre), scale_(static_cast<float>(scale)),
          x0_(static_cast<float>(width / 2.0 + camera.panX)), y0_(static_cast<float>(height / 2.0 + camera.panY)),
          light_(unit(plus(plus(plus({}, forward_, -1), up_, 0.55F), right_, -0.45F))) {}

    [[nodiscard]] bool isShown(PartRef part) const {
        return (!s_.isolated || *s_.isolated == part) && s_.hidden.count(partId(part)) == 0;
    }

    [[nodiscard]] Float3 moved(int node) const {
        const Float3& x = g_.nodes[node];
        if (s_.shape) return plus(x, (*s_.shape)[node], static_cast<float>(s_.deformation));
        if (s_.frame) return plus(x, s_.frame->displacement[node], static_cast<float>(s_.deformation));
        return x;
    }

    [[nodiscard]] Rasteriser::Vertex seen(const Float3& x, float value = 0) const {
        const Float3 d = minus(x, centre_);
        Rasteriser::Vertex v;
        v.x = x0_ + scale_ * dot(d, right_);
        v.y = y0_ - scale_ * dot(d, up_);
        v.depth = dot(d, forward_);
        v.value = value;
        if (s_.cut) {
            const float at = static_cast<float>(s_.cut->at);
            v.clip = s_.cut->keepsLess ? at - x[s_.cut->axis] : x[s_.cut->axis] - at;
        }
        return v;
    }

    void quad(const std::array<Rasteriser::Vertex, 4>& v, int count, const Float3& normal, Rasteriser::Paint paint) {
        // Plates are seen from both sides.
        paint.shade = 0.72F + 0.30F * std::abs(dot(normal, light_));
        raster_.triangle(v[0], v[1], v[2], paint);
        if (count == 4) raster_.triangle(v[0], v[2], v[3], paint);
    }

    void line(const Float3& a, const Float3& b, std::uint32_t colour, float width, float bias) {
        raster_.line(seen(a), seen(b), colour, width, bias);
    }

    // A prism between two points, for bolts.
    void prism(const Float3& a, const Float3& b, float radius, int sides, const Rasteriser::Paint& paint) {
        const Float3 axis = unit(minus(b, a));
        const Float3 e = unit(cross(axis, std::abs(axis[2]) < 0.9F ? Float3{0, 0, 1} : Float3{1, 0, 0})), f = cross(axis, e);
        const auto rim = [&](const Float3& at, int k) {
            const double angle = 2 * pi * k / sides;
            return plus(plus(at, e, radius * static_cast<float>(std::cos(angle))), f,
                        radius * static_cast<float>(std::sin(angle)));
        };
        for (int k = 0; k < sides; ++k) {
            const Float3 p = rim(a, k), q = rim(a, k + 1), r = rim(b, k + 1), t = rim(b, k);
            quad({seen(p), seen(q), seen(r), seen(t)}, 4, unit(minus(plus(p, q), plus(a, a))), paint);
            quad({seen(a), seen(p), seen(q), seen(a)}, 3, axis, paint);
            quad({seen(b), seen(t), seen(r), seen(b)}, 3, axis, paint);
            line(p, q, s_.ink, 0.7F, 1);
            line(t, r, s_.ink, 0.7F, 1);
        }
    }

    const PlateGeometry& g_;
    const SceneState& s_;
    Rasteriser raster_;

private:
    Float3 right_, up_, forward_, centre_;
    float scale_, x0_, y0_;
    Float3 light_;
};

} // namespace

std::array<float, 4> fieldAt(const PlateGeometry& g, const SceneState& s, std::size_t shell) {
    std::array<float, 4> v{};
    if (s.shape) {
        for (int k = 0; k < cornersOf(g.shells[shell]); ++k) {
            const Float3& u = (*s.shape)[g.shells[shell][k]];
            v[k] = std::sqrt(dot(u, u));
        }
        return v;
    }
    if (!s.frame) return v;
    switch (s.field) {
    case PlateField::None: break;
    case PlateField::Stress: return s.frame->stress[shell];
    case PlateField::Strain: return s.frame->strain[shell];
    case PlateField::Pressure: return s.frame->pressure[shell];
    case PlateField::Displacement:
        for (int k = 0; k < cornersOf(g.shells[shell]); ++k) {
            const Float3& u = s.frame->displacement[g.shells[shell][k]];
            v[k] = std::sqrt(dot(u, u));
        }
        break;
    case PlateField::Utilisation: {
        const float f_y = static_cast<float>(g.parts[g.partOf[shell]].f_y);
        for (int k = 0; k < 4; ++k) v[k] = s.frame->stress[shell][k] / f_y;
        break;
    }
    }
    return v;
}

PlateScene::PlateScene(const PlateGeometry& geometry) : g_(geometry) {
    // Strips beside a junction belong to their plate: edges between them are no borders.
    std::map<std::string, int> groups;
    std::vector<int> group;
    for (const PlateGeometry::Part& p : g_.parts)
        group.push_back(groups.emplace(partId(p.ref), static_cast<int>(groups.size())).first->second);
    std::map<std::pair<int, int>, Float3> sums; // (group, node) -> normal
    std::vector<Float3> own(g_.shells.size());
    for (std::size_t e = 0; e < g_.shells.size(); ++e) {
        const auto& n = g_.shells[e];
        const Float3 a = minus(g_.nodes[n[2]], g_.nodes[n[0]]), b = minus(g_.nodes[n[3] < 0 ? n[1] : n[3]], g_.nodes[n[1]]);
        own[e] = unit(n[3] < 0 ? cross(minus(g_.nodes[n[1]], g_.nodes[n[0]]), a) : cross(a, b));
        for (int k = 0; k < cornersOf(n); ++k) {
            Float3& sum = sums[{group[g_.partOf[e]], n[k]}];
            sum = plus(sum, own[e]);
        }
    }
    normals_.resize(4 * g_.shells.size());
    std::map<std::array<int, 3>, std::pair<Edge, int>> edges;
    for (std::size_t e = 0; e < g_.shells.size(); ++e) {
        const auto& n = g_.shells[e];
        const int count = cornersOf(n);
        for (int k = 0; k < count; ++k) {
            const Float3 mean = unit(sums[{group[g_.partOf[e]], n[k]}]);
            normals_[4 * e + k] = dot(mean, mean) > 0.5F ? mean : own[e];
            const int next = (k + 1) % count;
            auto& [edge, times] = edges[{group[g_.partOf[e]], std::min(n[k], n[next]), std::max(n[k], n[next])}];
            if (times++ == 0) edge = {static_cast<int>(e), k, next};
        }
    }
    for (const auto& [key, value] : edges) (value.second == 1 ? borders_ : inner_).push_back(value.first);
    bool isFirst = true;
    for (std::size_t e = 0; e < g_.shells.size(); ++e)
        for (int k = 0; k < cornersOf(g_.shells[e]); ++k) {
            const Float3& x = g_.nodes[g_.shells[e][k]];
            for (int c = 0; c < 3; ++c) {
                low_[c] = isFirst ? x[c] : std::min(low_[c], x[c]);
                high_[c] = isFirst ? x[c] : std::max(high_[c], x[c]);
            }
            isFirst = false;
        }
    const Float3 d = minus(high_, low_);
    size_ = std::max(1.0, static_cast<double>(std::sqrt(dot(d, d))));
}

double PlateScene::sensibleScale(const std::vector<Float3>& displacement) const {
    double most = 0;
    for (std::size_t e = 0; e < g_.shells.size(); ++e)
        for (int k = 0; k < cornersOf(g_.shells[e]); ++k) {
            const Float3& u = displacement[g_.shells[e][k]];
            most = std::max(most, static_cast<double>(std::sqrt(dot(u, u))));
        }
    if (!(most > 1e-9)) return 1;
    const double wanted = size_ / 15 / most, power = std::pow(10.0, std::floor(std::log10(wanted)));
    const double lead = wanted / power;
    return (lead >= 5 ? 5 : lead >= 2 ? 2 : 1) * power;
}

std::optional<PartRef> PlateScene::partOf(int id) const {
    if (id >= boltIds && id - boltIds < static_cast<int>(g_.bolts.size())) return g_.bolts[id - boltIds].row;
    if (id >= 0 && id < static_cast<int>(g_.parts.size())) return g_.parts[id].ref;
    return std::nullopt;
}

SceneImage PlateScene::draw(const SceneState& s, const Camera& camera, int width, int height, int samples) const {
    SceneImage image;
    // Everything in sight at zoom 1, from this direction: the outline that is there, not that of a box round it.
    const Float3 right = camera.right(), up = camera.up(),
                 middle{(low_[0] + high_[0]) / 2, (low_[1] + high_[1]) / 2, (low_[2] + high_[2]) / 2};
    float low[2] = {1e30F, 1e30F}, high[2] = {-1e30F, -1e30F};
    for (const Float3& node : g_.nodes) {
        const Float3 d{node[0] - middle[0], node[1] - middle[1], node[2] - middle[2]};
        const float at[2] = {dot(d, right), dot(d, up)};
        for (int k = 0; k < 2; ++k) low[k] = std::min(low[k], at[k]), high[k] = std::max(high[k], at[k]);
    }
    const float across = (low[0] + high[0]) / 2, along = (low[1] + high[1]) / 2;
    Float3 centre = middle;
    for (int k = 0; k < 3; ++k)
        centre[static_cast<std::size_t>(k)] +=
            across * right[static_cast<std::size_t>(k)] + along * up[static_cast<std::size_t>(k)];
    const double halfWidth = std::max(1.0, static_cast<double>(high[0] - low[0]) / 2),
                 halfHeight = std::max(1.0, static_cast<double>(high[1] - low[1]) / 2);
    const double wide = s.freeWidth > 0 ? s.freeWidth : width, tall = s.freeHeight > 0 ? s.freeHeight : height;
    const double scale = camera.zoom * 0.96 * std::min(wide / (2 * halfWidth), tall / (2 * halfHeight));
    Painter paint(g_, s, camera, scale, centre, width, height, samples);

    const bool hasField = s.shape || (s.frame && s.field != PlateField::None);
    bool isFirst = true;
    Float3 mostAt{};
    for (std::size_t e = 0; hasField && e < g_.shells.size(); ++e) {
        if (!paint.isShown(g_.parts[g_.partOf[e]].ref)) continue;
        const std::array<float, 4> v = fieldAt(g_, s, e);
        for (int k = 0; k < cornersOf(g_.shells[e]); ++k) {
            if (isFirst || v[k] < image.range.least) image.range.least = v[k];
            if (isFirst || v[k] > image.range.most) image.range.most = v[k], mostAt = paint.moved(g_.shells[e][k]);
            isFirst = false;
        }
    }
    image.range.largest = s.largest.value_or(image.range.most > 0 ? image.range.most : 1);
    const float inverse = static_cast<float>(1 / image.range.largest);

    const auto corner = [&](const Edge& edge, int k, float side) {
        const int node = g_.shells[edge.shell][k];
        const float half = static_cast<float>(g_.parts[g_.partOf[edge.shell]].thickness / 2);
        return plus(paint.moved(node), normals_[4 * edge.shell + k], side * half);
    };
    const float bias = static_cast<float>(size_ * 2e-3);
    for (std::size_t e = 0; e < g_.shells.size(); ++e) {
        const PlateGeometry::Part& part = g_.parts[g_.partOf[e]];
        if (!paint.isShown(part.ref)) continue;
        const int count = cornersOf(g_.shells[e]);
        const std::array<float, 4> v = fieldAt(g_, s, e);
        Rasteriser::Paint p;
        p.scale = hasField ? magnitudeScale().data() : nullptr;
        p.flat = s.steel;
        p.id = g_.partOf[e];
        for (float side : {1.0F, -1.0F}) {
            std::array<Rasteriser::Vertex, 4> corners;
            std::array<Float3, 4> at{};
            for (int k = 0; k < count; ++k) {
                at[k] = corner({static_cast<int>(e), 0, 0}, k, side);
                corners[k] = paint.seen(at[k], v[k] * inverse);
            }
            const Float3 normal = unit(count == 4 ? cross(minus(at[2], at[0]), minus(at[3], at[1]))
                                                  : cross(minus(at[1], at[0]), minus(at[2], at[0])));
            paint.quad(corners, count, normal, p);
            // Where plastic strain begins.
            if (!s.frame || s.shape) continue;
            constexpr float begins = 1e-4F;
            const std::array<float, 4>& strain = s.frame->strain[e];
            std::vector<Float3> crossing;
            for (int k = 0; k < count; ++k) {
                const float a = strain[k] - begins, b = strain[(k + 1) % count] - begins;
                if ((a < 0) == (b < 0)) continue;
                crossing.push_back(plus(at[k], minus(at[(k + 1) % count], at[k]), a / (a - b)));
            }
            for (std::size_t k = 0; k + 1 < crossing.size(); k += 2)
                paint.line(crossing[k], crossing[k + 1], s.yield, 1.2F, bias);
        }
    }
    const auto isSelected = [&](int shell) { return s.selected && g_.parts[g_.partOf[shell]].ref == *s.selected; };
    const auto isOutlined = [&](const PartRef& part) {
        return std::find(s.outlined.begin(), s.outlined.end(), part) != s.outlined.end();
    };
    for (const Edge& edge : borders_) {
        if (!paint.isShown(g_.parts[g_.partOf[edge.shell]].ref)) continue;
        const std::array<Float3, 4> at{corner(edge, edge.from, 1), corner(edge, edge.to, 1), corner(edge, edge.to, -1),
                                       corner(edge, edge.from, -1)};
        const std::array<float, 4> v = fieldAt(g_, s, static_cast<std::size_t>(edge.shell));
        Rasteriser::Paint p;
        p.scale = hasField ? magnitudeScale().data() : nullptr;
        p.flat = s.steel;
        p.id = g_.partOf[edge.shell];
        const float from = v[edge.from] * inverse, to = v[edge.to] * inverse;
        paint.quad({paint.seen(at[0], from), paint.seen(at[1], to), paint.seen(at[2], to), paint.seen(at[3], from)}, 4,
                   unit(cross(minus(at[1], at[0]), minus(at[3], at[0]))), p);
        const bool isHot = isSelected(edge.shell), isClash = isOutlined(g_.parts[g_.partOf[edge.shell]].ref);
        for (int k : {0, 2})
            paint.line(at[k], at[k + 1], isHot ? s.accent : isClash ? s.yield : s.ink, isHot || isClash ? 2.2F : 0.9F, bias);
    }
    if (s.hasMesh)
        for (const Edge& edge : inner_) {
            if (!paint.isShown(g_.parts[g_.partOf[edge.shell]].ref)) continue;
            for (float side : {1.0F, -1.0F})
                paint.line(corner(edge, edge.from, side), corner(edge, edge.to, side), s.ink, 0.5F, 0.5F * bias);
        }
    if (s.hasBolts)
        for (std::size_t i = 0; i < g_.bolts.size(); ++i) {
            const PlateGeometry::Bolt& b = g_.bolts[i];
            if (!paint.isShown(b.row)) continue;
            Rasteriser::Paint p;
            p.flat = s.selected && *s.selected == b.row ? s.accent : isOutlined(b.row) ? s.yield : s.boltSteel;
            p.id = boltIds + static_cast<int>(i);
            const Float3 axis = unit(minus(b.nut, b.head));
            const float d = static_cast<float>(b.d);
            paint.prism(plus(b.head, axis, -0.65F * d), b.head, 0.85F * d, 6, p);
            paint.prism(b.nut, plus(b.nut, axis, 0.8F * d), 0.85F * d, 6, p);
            paint.prism(b.head, plus(b.nut, axis, 1.1F * d), 0.5F * d, 12, p);
        }
    for (const PlateGeometry::Weld& w : g_.welds) {
        if (!paint.isShown(w.part)) continue;
        const bool isHot = s.selected && *s.selected == w.part;
        for (std::size_t k = 0; k + 1 < w.points.size(); ++k)
            paint.line(w.points[k], w.points[k + 1], isHot ? s.accent : s.ink, isHot ? 3.0F : 1.8F, 2 * bias);
    }
    image.picture = paint.raster_.finished();
    const Rasteriser::Vertex most = paint.seen(mostAt);
    image.range.mostAt = {most.x, most.y};
    return image;
}

} // namespace zg
