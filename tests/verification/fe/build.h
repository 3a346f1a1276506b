#pragma once
#include "fe/analysis.h"
#include <functional>
#include <map>
#include <stdexcept>

/// Small builders for the verification models.
namespace build {

using namespace zg::fe;
constexpr double pi = 3.14159265358979323846;
constexpr double E = 210000, nu = 0.3, G = E / 2.6;
inline double plateStiffness(double e, double t, double n) { return e * t * t * t / (12 * (1 - n * n)); }

/// Node numbers of a mapped grid, [i][j].
struct Grid {
    int nx = 0, ny = 0;
    std::vector<int> nodes, shells;
    [[nodiscard]] int at(int i, int j) const { return nodes[i * (ny + 1) + j]; }
    [[nodiscard]] int shell(int i, int j) const { return shells[i * ny + j]; }
};

/// A model under construction; nodes at the same place are the same node.
struct Builder {
    Model model;
    int node(Vec3 x) {
        const auto key = std::array<long long, 3>{std::llround(x.x * 1e6 / scale), std::llround(x.y * 1e6 / scale),
                                                  std::llround(x.z * 1e6 / scale)};
        const auto found = places.find(key);
        if (found != places.end()) return found->second;
        return places[key] = model.addNode(x);
    }
    int plate(const std::string& id, double t, const Material& material) {
        return model.addPart(id, t, model.addMaterial(material));
    }
    int plate(const std::string& id, double t, double e = E, double n = nu) {
        Material m;
        m.E = e;
        m.nu = n;
        return plate(id, t, m);
    }
    /// Quads nx by ny over the unit square mapped by `place`; `split`: each cut into two triangles.
    Grid grid(int part, int nx, int ny, const std::function<Vec3(double, double)>& place, bool split = false) {
        Grid g{nx, ny, {}, {}};
        for (int i = 0; i <= nx; ++i)
            for (int j = 0; j <= ny; ++j) g.nodes.push_back(node(place(double(i) / nx, double(j) / ny)));
        for (int i = 0; i < nx; ++i) {
            for (int j = 0; j < ny; ++j) {
                const std::array<int, 4> n{g.at(i, j), g.at(i + 1, j), g.at(i + 1, j + 1), g.at(i, j + 1)};
                g.shells.push_back(static_cast<int>(model.shells.size()));
                if (split) {
                    model.shells.push_back({{n[0], n[1], n[2], -1}, part});
                    model.shells.push_back({{n[0], n[2], n[3], -1}, part});
                } else {
                    model.shells.push_back({n, part});
                }
            }
        }
        return g;
    }
    Grid rectangle(int part, int nx, int ny, double a, double b) {
        return grid(part, nx, ny, [=](double u, double v) { return Vec3{a * u, b * v, 0}; });
    }
    /// Nodes for which the condition holds.
    [[nodiscard]] std::vector<int> where(const std::function<bool(Vec3)>& is) const {
        std::vector<int> out;
        for (std::size_t i = 0; i < model.nodes.size(); ++i)
            if (is(model.nodes[i])) out.push_back(static_cast<int>(i));
        return out;
    }
    void fixWhere(const std::function<bool(Vec3)>& is, const std::vector<Freedom>& freedoms, const std::string& id = "support") {
        for (int n : where(is)) model.fix(n, freedoms, id);
    }
    double scale = 1; ///< of the grid on which nodes are the same: 1e-6 scale

private:
    std::map<std::array<long long, 3>, int> places;
};

inline bool near(double a, double b) { return std::abs(a - b) < 1e-6 * (1 + std::abs(a) + std::abs(b)); }

/// Runs one load step to the end; throws with the engine's own words when it does not get there.
inline std::unique_ptr<Analysis> solve(const Model& model, const SolverSettings& settings = {}) {
    zg::Diagnostics found;
    auto analysis = Analysis::create(model, found, settings);
    if (!analysis) throw std::runtime_error(zg::joined(found));
    Stage stage;
    stage.factors.assign(model.cases.size(), 1);
    const RunResult r = analysis->run(stage);
    if (!r.isComplete()) throw std::runtime_error(r.message);
    return analysis;
}

} // namespace build
