#pragma once
#include "build.h"
#include "rows.h"

/// Builders for problems in moved geometry: strips one element wide along any line, runs in steps, values read on the way.
namespace large {

using namespace build;

struct Strip {
    std::vector<std::array<int, 2>> at; ///< nodes of each station
    std::vector<int> shells;
};

/// Stations along `line` in the x-z plane, width b along y.
inline Strip strip(Builder& b, int part, const std::vector<Vec3>& line, double width, bool ownNodes = false) {
    Strip s;
    for (const Vec3& x : line) {
        const Vec3 a{x.x, -width / 2, x.z}, c{x.x, width / 2, x.z};
        s.at.push_back(ownNodes ? std::array<int, 2>{b.model.addNode(a), b.model.addNode(c)}
                                : std::array<int, 2>{b.node(a), b.node(c)});
    }
    for (std::size_t i = 0; i + 1 < s.at.size(); ++i) {
        s.shells.push_back(static_cast<int>(b.model.shells.size()));
        b.model.shells.push_back({{s.at[i][0], s.at[i + 1][0], s.at[i + 1][1], s.at[i][1]}, part});
    }
    return s;
}

inline std::vector<Vec3> line(Vec3 from, Vec3 to, int n) {
    std::vector<Vec3> x;
    for (int i = 0; i <= n; ++i) x.push_back(from + (double(i) / n) * (to - from));
    return x;
}

inline std::vector<Vec3> shape(double length, int n, const std::function<double(double)>& z) {
    std::vector<Vec3> x;
    for (int i = 0; i <= n; ++i) x.push_back({length * i / n, 0, z(length * i / n)});
    return x;
}

/// Plane motion: no node leaves x-z.
inline void keepPlane(Builder& b) {
    for (int n = 0; n < static_cast<int>(b.model.nodes.size()); ++n) b.model.fix(n, {Uy, Rx, Rz}, "plane");
}

inline void force(Model& m, int load, const std::array<int, 2>& station, Freedom f, double value, bool turns = false) {
    for (int n : station) m.cases[load].forces.push_back({n, f, value / 2, turns});
}

inline std::unique_ptr<Analysis> start(const Model& model) {
    zg::Diagnostics found;
    SolverSettings settings;
    settings.geometry = Geometry::Moved;
    auto a = Analysis::create(model, found, settings);
    if (!a) throw std::runtime_error(zg::joined(found));
    return a;
}

/// On to the factors in steps of `step`.
inline void load(Analysis& a, const std::vector<double>& factors, double step = 1) {
    Stage stage;
    stage.factors = factors;
    stage.firstStep = stage.largestStep = step;
    const RunResult r = a.run(stage);
    if (!r.isComplete()) throw std::runtime_error(r.message);
}

/// Movement of a node's freedom to a value in steps.
inline void steer(Analysis& a, const Terms& watched, double to, double step, int loadCase = 0) {
    double now = 0;
    for (const Term& t : watched) now += t.factor * a.state().freedoms[6 * t.node + t.freedom];
    Stage stage;
    stage.factors.assign(a.model().cases.size(), 0);
    stage.factors = a.state().factors;
    stage.factors[loadCase] += 1;
    stage.control = Control::Displacement;
    stage.watched = watched;
    stage.target = to - now;
    stage.firstStep = step;
    stage.largestStep = 1;
    const RunResult r = a.run(stage);
    if (!r.isComplete()) throw std::runtime_error(r.message);
}

/// Highest point of a curve through three neighbours (parabola); lowest with sense -1.
struct Extreme {
    double at = 0, value = 0;
};
inline Extreme extreme(const std::vector<std::array<double, 2>>& curve, double sense) {
    std::size_t best = 0;
    for (std::size_t i = 0; i < curve.size(); ++i)
        if (sense * curve[i][1] > sense * curve[best][1]) best = i;
    if (best == 0 || best + 1 == curve.size()) return {curve[best][0], curve[best][1]};
    const double x0 = curve[best - 1][0], x1 = curve[best][0], x2 = curve[best + 1][0], y0 = curve[best - 1][1],
                 y1 = curve[best][1], y2 = curve[best + 1][1];
    const double s0 = (y1 - y0) / (x1 - x0), s1 = (y2 - y1) / (x2 - x1), c = (s1 - s0) / (x2 - x0);
    const double x = 0.5 * (x0 + x1) - s0 / (2 * c);
    return {x, y0 + (x - x0) * (s0 + c * (x - x1))};
}

inline double meanOf(const Analysis& a, const std::array<int, 2>& station, Freedom f) {
    return 0.5 * (a.displacement(station[0], f) + a.displacement(station[1], f));
}

} // namespace large
