#include "groups.h"
#include "large.h"

// Limit points, snap-through and snap-back: N3.
namespace {

using namespace large;

void hingedFrame(FeRows& rows) {
    Builder b;
    const int part = b.plate("strip", 2, 7.2e6, 0);
    const Strip column = strip(b, part, line({}, {0, 0, 120}, 20), 3),
                beam = strip(b, part, line({0, 0, 120}, {120, 0, 120}, 20), 3);
    for (const auto& end : {column.at.front(), beam.at.back()})
        for (int node : end) b.model.fix(node, {Ux, Uz}, "hinge");
    keepPlane(b);
    const int c = b.model.addCase("P");
    const auto loaded = beam.at[4]; // 24 from the corner
    force(b.model, c, loaded, Uz, -1);
    const auto a = start(b.model);
    std::vector<std::array<double, 2>> down, all;
    struct Point {
        double ux, P, w, tolerance;
    };
    const std::string source = "Reissner beam, 120 and 240 elements extrapolated";
    const std::vector<Point> points{{5, 13274.4, 19.4044, 0.01},
                                    {15, 17294.9, 36.8835, 0.01},
                                    {40, 17404.2, 56.2567, 0.01},
                                    {70, 8391.16, 59.8907, 0.01},
                                    {92, -9177.03, 61.3272, 0.04}};
    // Straight members do not move sideways at first.
    steer(*a, {{loaded[0], Uz, 1}}, -10, 0.5);
    const auto goTo = [&](double ux) {
        steer(*a, {{loaded[0], Ux, 1}}, ux, 0.5);
        all.push_back({-meanOf(*a, loaded, Uz), a->state().factors[0]});
    };
    double now = std::ceil(meanOf(*a, loaded, Ux));
    for (const Point& p : points) {
        for (; now + 1 < p.ux - 1e-9; goTo(now)) now += 1;
        goTo(now = p.ux);
        const std::string at = ", u_x = " + std::to_string(static_cast<int>(p.ux));
        addRow(rows, "N3.1", "hinged frame, P (N)" + at, "20 + 20", a->state().factors[0], p.P, p.tolerance, source);
        addRow(rows, "N3.1", "hinged frame, load point down (mm)" + at, "20 + 20", -meanOf(*a, loaded, Uz), p.w, 0.01, source);
    }
    const Extreme limit = extreme(all, 1);
    addRow(rows, "N3.1", "hinged frame, limit load (N)", "20 + 20", limit.value, 18547.3, 0.01,
           source + "; about 1.85e4: Lee and others 1968");
    addRow(rows, "N3.1", "hinged frame, load point down at the limit (mm)", "20 + 20", limit.at, 48.7498, 0.02, source);
}

void twoBars(FeRows& rows) {
    const double k = 83849.21, ks = 40, half = 1000, rise = 60, first = std::hypot(half, rise);
    // Force and fall of the apex in closed form: force of a bar is k times its change of length.
    const auto exact = [&](double w) {
        const double h = rise - w, length = std::hypot(half, h);
        return 2 * k * (first - length) * h / length;
    };
    const auto build = [&](bool withSpring) {
        Builder b;
        const int part = b.plate("bars", 10, k * first / 400, 0);
        const Strip left = strip(b, part, line({-half, 0, 0}, {0, 0, rise}, 1), 40, true),
                    right = strip(b, part, line({half, 0, 0}, {0, 0, rise}, 1), 40, true);
        for (const Strip* s : {&left, &right})
            for (int node : s->at.front()) b.model.fix(node, {Ux, Uz}, "hinge");
        for (int i = 0; i < 2; ++i) {
            b.model.constraints.push_back({"apex", {{left.at[1][i], Uz, 1}, {right.at[1][i], Uz, -1}}});
            b.model.fix(left.at[1][i], {Ux}, "symmetry");
            b.model.fix(right.at[1][i], {Ux}, "symmetry");
        }
        b.model.constraints.push_back({"apex level", {{left.at[1][0], Uz, 1}, {left.at[1][1], Uz, -1}}});
        keepPlane(b);
        const int c = b.model.addCase("P");
        std::array<int, 2> at = right.at[1];
        if (withSpring) {
            const int node = b.model.addNode({0, 0, rise});
            Link spring;
            spring.id = "spring";
            spring.a = attachToNode(b.model.nodes, node); // does not turn, so neither does the spring
            spring.b = attachToNode(b.model.nodes, right.at[1][0]);
            spring.axes = {axisZ, axisX, axisY};
            spring.law = LinearLaw{ks};
            b.model.links.push_back(spring);
            b.model.fix(node, {Ux, Uy, Rx, Ry, Rz}, "guide");
            at = {node, node};
        }
        force(b.model, c, at, Uz, -1);
        return std::make_pair(std::move(b), std::array<int, 2>{right.at[1][0], at[0]});
    };
    {
        const auto [b, nodes] = build(false);
        const auto a = start(b.model);
        std::vector<std::array<double, 2>> curve;
        for (double w = 1; w <= 119; w += 1) {
            steer(*a, {{nodes[0], Uz, 1}}, -w, 1);
            curve.push_back({w, a->state().factors[0]});
            if (w == 10 || w == 40 || w == 70 || w == 90)
                addRow(rows, "N3.2", "two bars, P (N) at w = " + std::to_string(static_cast<int>(w)), "2 bars",
                       a->state().factors[0], exact(w), 1e-6, "closed form");
        }
        const Extreme top = extreme(curve, 1), bottom = extreme(curve, -1);
        addRow(rows, "N3.2", "two bars, limit load (N)", "2 bars", top.value, 6958.57, 1e-4, "closed form, l = (L0 b2)^(1/3)");
        addRow(rows, "N3.2", "two bars, w at the limit (mm)", "2 bars", top.at, 25.3797, 2e-3, "closed form");
        addRow(rows, "N3.2", "two bars, w at the lower limit (mm)", "2 bars", bottom.at, 94.6203, 2e-3, "closed form");
    }
    {
        // With a soft spring in line neither load nor its movement grows all the way: the arc follows the loop.
        const auto [b, nodes] = build(true);
        const auto a = start(b.model);
        Stage stage;
        stage.factors = {100};
        stage.control = Control::ArcLength;
        stage.firstStep = 0.5;
        stage.largestStep = 1;
        stage.mostSteps = 2000;
        std::vector<std::array<double, 2>> curve;
        double worst = 0, energy = -1;
        const auto result = a->run(stage, [&](const Analysis& at, const Step& step) {
            const double w = -at.displacement(nodes[0], Uz), P = at.state().factors[0], U = -at.displacement(nodes[1], Uz);
            worst = std::max(worst, std::abs(P - exact(w)) / 6958.57);
            if (w < 100) curve.push_back({w, U});
            if (w > 120 && energy < 0) energy = step.storedEnergy;
            return w < 121;
        });
        if (result.reason != StopReason::Stopped) throw std::runtime_error(result.message);
        std::vector<std::array<double, 2>> up, low;
        for (const auto& p : curve) (p[0] < 60 ? up : low).push_back(p);
        const Extreme turn = extreme(up, 1), back = extreme(low, -1);
        addRow(rows, "N3.2", "series spring: worst |P - exact(w)| over the limit load along the loop", "arc length", worst, 0,
               1e-6, "closed form");
        addRow(rows, "N3.2", "series spring: movement at the first turning point (mm)", "arc length", turn.value, 200.52, 1e-4,
               "closed form");
        addRow(rows, "N3.2", "series spring: P there (N)", "arc length", exact(turn.at), 6910.4, 2e-3, "closed form");
        addRow(rows, "N3.2", "series spring: movement at the second turning point (mm)", "arc length", back.value, -80.5204, 3e-4,
               "closed form");
    }
}

struct Arch {
    double t, rise, asymmetric, tolerance, limit, at, fall, low;
    std::vector<std::array<double, 3>> points; // w, load, tolerance
    bool isSinusoidal;
    int n;
};

void arch(FeRows& rows, const std::string& id, const Arch& k) {
    Builder b;
    const int part = b.plate("strip", k.t, E, 0);
    const Strip s = strip(
        b, part,
        shape(1000, k.n, [&](double x) { return k.rise * std::sin(pi * x / 1000) + k.asymmetric * std::sin(2 * pi * x / 1000); }),
        20);
    for (const auto& end : {s.at.front(), s.at.back()})
        for (int node : end) b.model.fix(node, {Ux, Uz}, "hinge");
    keepPlane(b);
    const int c = b.model.addCase("load");
    const double h = 1000.0 / k.n;
    const auto crown = s.at[k.n / 2];
    if (k.isSinusoidal)
        for (int i = 1; i < k.n; ++i) {
            // Work-equivalent to the load along straight elements.
            const double at = pi * i / k.n, factor = 2 * (1 - std::cos(pi / k.n)) / (pi / k.n * pi / k.n);
            force(b.model, c, s.at[i], Uz, -h * factor * std::sin(at));
        }
    else
        force(b.model, c, crown, Uz, -1);
    const auto a = start(b.model);
    std::vector<std::array<double, 2>> curve;
    const std::string source = "Reissner beam, 120 and 240 elements extrapolated", mesh = std::to_string(k.n) + " x 1";
    double now = 0;
    const auto goTo = [&](double w) {
        steer(*a, {{crown[0], Uz, 1}}, -w, k.low / 100);
        curve.push_back({w, a->state().factors[0]});
    };
    const double step = k.low / 100;
    for (const auto& [w, value, tolerance] : k.points) {
        for (; now + step < w - 1e-9; goTo(now)) now += step;
        goTo(now = w);
        addRow(rows, id, "arch, load at crown w = " + std::to_string(w).substr(0, 4), mesh, a->state().factors[0], value,
               tolerance, source);
    }
    for (; now < 1.15 * k.low; goTo(now)) now += step;
    std::sort(curve.begin(), curve.end());
    // The lowest load after the first top; the highest before that.
    std::vector<std::array<double, 2>> after, before;
    for (const auto& p : curve)
        if (p[0] > 1.2 * k.at && p[0] < 1.15 * k.low) after.push_back(p);
    const Extreme bottom = extreme(after, -1);
    for (const auto& p : curve)
        if (p[0] < bottom.at) before.push_back(p);
    const Extreme limit = extreme(before, 1);
    addRow(rows, id, "arch, upper limit load", mesh, limit.value, k.limit, k.tolerance, source);
    addRow(rows, id, "arch, crown w there (mm)", mesh, limit.at, k.at, 0.03, source);
    addRow(rows, id, "arch, fall of the load to its lowest", mesh, limit.value - bottom.value, k.fall, 0.03, source);
    addRow(rows, id, "arch, crown w at the lowest (mm)", mesh, bottom.at, k.low, 0.02, source);
}

void panel(FeRows& rows) {
    for (int n : {6, 12}) {
        Builder b;
        const int part = b.plate("panel", 12.7, 3102.75, 0.3);
        // A quarter: x along the generator from the centre, the angle from the crown to the straight edge.
        const Grid g = b.grid(part, n, n, [](double u, double v) {
            const double angle = 0.1 * v;
            return Vec3{254 * u, 2540 * std::sin(angle), 2540 * (std::cos(angle) - 1)};
        });
        for (int i = 0; i <= n; ++i) {
            b.model.fix(g.at(0, i), {Ux, Ry, Rz}, "symmetry");
            b.model.fix(g.at(i, 0), {Uy, Rx, Rz}, "symmetry");
            b.model.fix(g.at(i, n), {Ux, Uy, Uz, Ry, Rz}, "hinge");
        }
        const int c = b.model.addCase("P");
        b.model.cases[c].forces.push_back({g.at(0, 0), Uz, -0.25});
        const auto a = start(b.model);
        std::vector<std::array<double, 2>> curve;
        const double fine = n == 6 ? 1 : 0.5;
        for (double w = 0.5; w <= 25; w += 0.5) {
            steer(*a, {{g.at(0, 0), Uz, 1}}, -w, 0.5);
            curve.push_back({w, a->state().factors[0]});
            const std::string mesh = std::to_string(n) + " x " + std::to_string(n) + " on a quarter",
                              source = "corotational shells, 12 and 24 extrapolated; Marguerre Ritz within 0.2 %";
            if (w == 5)
                addRow(rows, "N3.5", "cylindrical panel, P (N) at w = 5", mesh, a->state().factors[0], 1522.61, 0.03 * fine,
                       source);
            if (w == 15)
                addRow(rows, "N3.5", "cylindrical panel, P (N) at w = 15", mesh, a->state().factors[0], 1592.7, 0.05 * fine,
                       source);
            if (w == 25)
                addRow(rows, "N3.5", "cylindrical panel, P (N) at w = 25", mesh, a->state().factors[0], 1425.17, 0.06 * fine,
                       source);
        }
        std::vector<std::array<double, 2>> first, second;
        for (const auto& p : curve) (p[0] < 15 ? first : second).push_back(p);
        const Extreme top = extreme(first, 1), bottom = extreme(second, -1);
        const std::string mesh = std::to_string(n) + " x " + std::to_string(n) + " on a quarter",
                          source = "corotational shells, 12 and 24 extrapolated; Marguerre Ritz within 0.2 %";
        addRow(rows, "N3.5", "cylindrical panel, limit load (N)", mesh, top.value, 2224.83, 0.015 * fine, source);
        addRow(rows, "N3.5", "cylindrical panel, w there (mm)", mesh, top.at, 10.8852, 0.03 * fine, source);
        addRow(rows, "N3.5", "cylindrical panel, fall of the load (N)", mesh, top.value - bottom.value, 1719.83, 0.03 * fine,
               source);
    }
}

} // namespace

FeRows snapThrough() {
    FeRows rows;
    hingedFrame(rows);
    twoBars(rows);
    arch(rows, "N3.3",
         {12,
          13,
          0,
          0.01,
          1.39308,
          6.6491,
          1.25635,
          19.3496,
          {{3.9, 1.19102, 0.01}, {10.4, 1.12904, 0.01}, {27.3, 2.22833, 0.01}},
          true,
          20});
    arch(rows, "N3.4",
         {8,
          40,
          1,
          0.025,
          1099.15,
          7.86388,
          1523.33,
          74.4373,
          {{6, 1076.11, 0.025}, {32, 577.149, 0.01}, {72, -403.359, 0.05}},
          false,
          24});
    panel(rows);
    return rows;
}
