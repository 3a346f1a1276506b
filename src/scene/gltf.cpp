#include "scene/gltf.h"
#include "scene/colours.h"
#include "scene/png.h"
#include <algorithm>
#include <cmath>
#include <cstring>
#include <nlohmann/json.hpp>

namespace zg {

namespace {

using nlohmann::ordered_json;

// Gathers arrays in one buffer with the accessors that describe them.
class Buffer {
public:
    template <std::size_t N> int add(const std::vector<std::array<float, N>>& values, bool hasBounds) {
        ordered_json accessor{{"bufferView", view(values.data(), values.size() * sizeof(values[0]), 34962)},
                              {"componentType", 5126},
                              {"count", values.size()},
                              {"type", N == 3 ? "VEC3" : "VEC4"}};
        if (hasBounds) {
            std::array<float, N> low = values.front(), high = low;
            for (const auto& v : values)
                for (std::size_t k = 0; k < N; ++k) low[k] = std::min(low[k], v[k]), high[k] = std::max(high[k], v[k]);
            accessor["min"] = low;
            accessor["max"] = high;
        }
        accessors.push_back(accessor);
        return static_cast<int>(accessors.size()) - 1;
    }
    int add(const std::vector<std::uint32_t>& indices) {
        accessors.push_back({{"bufferView", view(indices.data(), indices.size() * 4, 34963)},
                             {"componentType", 5125},
                             {"count", indices.size()},
                             {"type", "SCALAR"}});
        return static_cast<int>(accessors.size()) - 1;
    }
    ordered_json accessors = ordered_json::array(), views = ordered_json::array();
    std::string bytes;

private:
    int view(const void* from, std::size_t size, int target) {
        views.push_back({{"buffer", 0}, {"byteOffset", bytes.size()}, {"byteLength", size}, {"target", target}});
        bytes.append(static_cast<const char*>(from), size);
        return static_cast<int>(views.size()) - 1;
    }
};

// x right, z up in mm becomes x right, y up in m.
Float3 turned(const Float3& p) { return {p[0] * 1e-3F, p[2] * 1e-3F, -p[1] * 1e-3F}; }

struct Mesh {
    std::vector<Float3> position, shift;
    std::vector<std::array<float, 4>> colour;
    std::vector<std::uint32_t> index;
    void quad(std::uint32_t a, std::uint32_t b, std::uint32_t c, std::uint32_t d) {
        for (std::uint32_t i : {a, b, c, a, c, d}) index.push_back(i);
    }
};

Float3 normalOf(const PlateGeometry& g, std::size_t shell) {
    const auto& n = g.shells[shell];
    const Float3 &p = g.nodes[n[0]], &q = g.nodes[n[1]], &r = g.nodes[n[2]];
    const Float3 a{q[0] - p[0], q[1] - p[1], q[2] - p[2]}, b{r[0] - p[0], r[1] - p[1], r[2] - p[2]};
    Float3 c{a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    const float l = std::sqrt(c[0] * c[0] + c[1] * c[1] + c[2] * c[2]);
    for (float& v : c) v /= l > 0 ? l : 1;
    return c;
}

// Both faces and the four sides of every shell.
Mesh plate(const PlateGeometry& g, int part, const PlateFrame* frame, double largest) {
    Mesh m;
    const float half = static_cast<float>(g.parts[part].thickness / 2);
    for (std::size_t e = 0; e < g.shells.size(); ++e) {
        if (g.partOf[e] != part) continue;
        const auto& n = g.shells[e];
        const int count = n[3] < 0 ? 3 : 4;
        const Float3 normal = normalOf(g, e);
        const auto first = static_cast<std::uint32_t>(m.position.size());
        for (float side : {half, -half})
            for (int k = 0; k < 4; ++k) {
                const int corner = std::min(k, count - 1), node = n[corner];
                const Float3& x = g.nodes[node];
                m.position.push_back(turned({x[0] + side * normal[0], x[1] + side * normal[1], x[2] + side * normal[2]}));
                if (!frame) continue;
                m.shift.push_back(turned(frame->displacement[node]));
                const double value = largest > 0 ? frame->stress[e][corner] / largest : 0;
                const std::uint32_t c = magnitudeScale()[std::min(255, std::max(0, static_cast<int>(value * 256)))];
                const auto channel = [&](int shift) {
                    return static_cast<float>(std::pow(static_cast<double>((c >> shift) & 255U) / 255.0, 2.2)); // linear light
                };
                m.colour.push_back({channel(16), channel(8), channel(0), 1});
            }
        m.quad(first, first + 1, first + 2, first + 3);
        m.quad(first + 7, first + 6, first + 5, first + 4);
        for (std::uint32_t k = 0; k < 4; ++k) m.quad(first + k, first + 4 + k, first + 4 + (k + 1) % 4, first + (k + 1) % 4);
    }
    return m;
}

Mesh bolt(const PlateGeometry::Bolt& b) {
    Mesh m;
    constexpr std::uint32_t sides = 12;
    const float radius = static_cast<float>(b.d / 2);
    for (const Float3* end : {&b.head, &b.nut})
        for (std::uint32_t k = 0; k < sides; ++k) {
            const double angle = 2 * 3.14159265358979323846 * k / sides;
            m.position.push_back(turned({(*end)[0], (*end)[1] + radius * static_cast<float>(std::cos(angle)),
                                         (*end)[2] + radius * static_cast<float>(std::sin(angle))}));
        }
    for (std::uint32_t k = 0; k < sides; ++k) m.quad(k, (k + 1) % sides, sides + (k + 1) % sides, sides + k);
    for (std::uint32_t k = 1; k + 1 < sides; ++k)
        for (std::uint32_t i : {0U, k, k + 1, sides, sides + k + 1, sides + k}) m.index.push_back(i);
    return m;
}

} // namespace

std::string gltf(const PlateGeometry& g, const PlateFrame* frame, double largestStress) {
    Buffer buffer;
    ordered_json meshes = ordered_json::array(), nodes = ordered_json::array(), roots = ordered_json::array();
    const auto add = [&](const Mesh& m, const std::string& name, int material) {
        if (m.index.empty()) return;
        ordered_json attributes{{"POSITION", buffer.add(m.position, true)}};
        if (!m.colour.empty()) attributes["COLOR_0"] = buffer.add(m.colour, false);
        ordered_json primitive{{"attributes", attributes}, {"indices", buffer.add(m.index)}, {"material", material}};
        ordered_json mesh{{"name", name}};
        if (!m.shift.empty()) {
            primitive["targets"] = ordered_json::array({{{"POSITION", buffer.add(m.shift, true)}}});
            mesh["weights"] = {0.0};
        }
        mesh["primitives"] = ordered_json::array({primitive});
        meshes.push_back(mesh);
        nodes.push_back({{"name", name}, {"mesh", meshes.size() - 1}});
        roots.push_back(nodes.size() - 1);
    };
    for (std::size_t p = 0; p < g.parts.size(); ++p) add(plate(g, static_cast<int>(p), frame, largestStress), g.parts[p].id, 0);
    for (const PlateGeometry::Bolt& b : g.bolts) add(bolt(b), partId(b.row), 1);
    const auto material = [](const char* name, double grey) {
        return ordered_json{{"name", name},
                            {"doubleSided", true},
                            {"pbrMetallicRoughness",
                             {{"baseColorFactor", {grey, grey, grey, 1.0}}, {"metallicFactor", 0.2}, {"roughnessFactor", 0.8}}}};
    };
    const ordered_json document{
        {"asset", {{"version", "2.0"}, {"generator", "Zealous Girder"}}},
        {"scene", 0},
        {"scenes", ordered_json::array({{{"nodes", roots}}})},
        {"nodes", nodes},
        {"meshes", meshes},
        {"materials", ordered_json::array({material("plates", frame ? 1.0 : 0.6), material("bolts", 0.15)})},
        {"accessors", buffer.accessors},
        {"bufferViews", buffer.views},
        {"buffers", ordered_json::array({{{"byteLength", buffer.bytes.size()},
                                          {"uri", "data:application/octet-stream;base64," + base64(buffer.bytes)}}})}};
    return document.dump();
}

} // namespace zg
