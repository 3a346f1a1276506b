#include "build.h"
#include "groups.h"

// T-stub strip with prying (P5) and bolt groups (P6).
namespace {

using namespace build;

struct Strip {
    Builder b;
    std::vector<int> row; ///< middle nodes along x, one per station
    int web, bolt, tip, boltLink;
    int width = 1;
};

// Half T-stub: x = 0 at the web (guided), bolt line at m, tip at m + n; plane strain. Stations given; rigid contact under all
// nodes.
Strip strip(const std::vector<double>& x, double m, double n, double width, double t, const Material& steel,
            const SpringLaw& bolt, bool isContactAtTipOnly = false) {
    Strip s{};
    const int part = s.b.model.addPart("flange", t, s.b.model.addMaterial(steel));
    std::vector<std::array<int, 2>> nodes;
    for (double at : x) nodes.push_back({s.b.model.addNode({at, 0, 0}), s.b.model.addNode({at, width, 0})});
    for (std::size_t i = 0; i + 1 < x.size(); ++i)
        s.b.model.shells.push_back({{nodes[i][0], nodes[i + 1][0], nodes[i + 1][1], nodes[i][1]}, part});
    const int c = s.b.model.addCase("pull");
    for (std::size_t i = 0; i < x.size(); ++i) {
        for (int node : nodes[i]) {
            s.b.model.fix(node, {Uy, Rx, Rz}, "plane strain");
            const bool isWeb = near(x[i], 0), isBolt = near(x[i], m);
            if (isWeb) {
                s.b.model.fix(node, {Ux, Ry}, "web");
                s.b.model.cases[c].forces.push_back({node, Uz, 0.25}); // F/2 over two nodes, F = 1
                s.web = node;
            }
            if (near(x[i], m + n)) s.tip = node;
            // Contact below: pushes up when the strip goes down.
            if (near(x[i], m + n) || !(isWeb || isContactAtTipOnly))
                s.b.model.links.push_back({"contact",
                                           LinkRole::Contact,
                                           attachToNode(s.b.model.nodes, node),
                                           {},
                                           {-axisZ, axisX, axisY},
                                           false,
                                           ContactLaw{1e9, 0},
                                           1,
                                           0});
            if (isBolt) {
                s.bolt = node;
                s.boltLink = static_cast<int>(s.b.model.links.size());
                s.b.model.links.push_back(
                    {"bolt", LinkRole::Bolt, attachToNode(s.b.model.nodes, node), {}, {-axisZ, axisX, axisY}, false, bolt, 1, 0});
            }
        }
    }
    return s;
}

std::vector<double> even(double m, int nm, double n, int nn) {
    std::vector<double> x;
    for (int i = 0; i <= nm; ++i) x.push_back(m * i / nm);
    for (int i = 1; i <= nn; ++i) x.push_back(m + n * i / nn);
    return x;
}

// Elements of `h` at both ends of each length, growing away by a third each.
std::vector<double> graded(const std::vector<double>& hinges, const std::vector<double>& stops, double h) {
    std::vector<double> x{stops.front()};
    for (std::size_t k = 0; k + 1 < stops.size(); ++k) {
        const double a = stops[k], b = stops[k + 1];
        const auto isHinge = [&](double at) {
            for (double v : hinges)
                if (near(v, at)) return true;
            return false;
        };
        std::vector<double> left{a}, right{b};
        double hl = isHinge(a) ? h : 6 * h, hr = isHinge(b) ? h : 6 * h;
        while (right.back() - left.back() > 1.35 * (hl + hr)) {
            if (hl <= hr)
                left.push_back(left.back() + hl), hl *= 1.3;
            else
                right.push_back(right.back() - hr), hr *= 1.3;
        }
        const double gap = right.back() - left.back();
        const int more = std::max(1, static_cast<int>(std::lround(gap / std::max(hl, hr))));
        for (int i = 1; i < more; ++i) left.push_back(left.back() + gap / more);
        x.insert(x.end(), left.begin() + 1, left.end());
        for (std::size_t i = right.size(); i-- > 0;) x.push_back(right[i]);
    }
    return x;
}

double boltForce(const Analysis& a) {
    double sum = 0;
    for (int i = 0; i < static_cast<int>(a.model().links.size()); ++i)
        if (a.model().links[i].role == LinkRole::Bolt) sum += a.springForce(i)[0];
    return sum;
}

double contactForce(const Analysis& a) {
    double sum = 0;
    for (int i = 0; i < static_cast<int>(a.model().links.size()); ++i)
        if (a.model().links[i].role == LinkRole::Contact) sum -= a.springForce(i)[0];
    return sum;
}

} // namespace

FeRows tStub() {
    FeRows rows;
    const double m = 40, n = 35, b = 80, t = 12;
    Material elastic;
    struct Line {
        const char* id;
        double kb, Q, w0;
    };
    const std::string beam = "Timoshenko beam with unilateral tip, closed form";
    for (const Line& line : {Line{"P5.1a", 5e4, 0, 0.28643739}, Line{"P5.1b", 2e5, 1885.0222, 0.12600868},
                             Line{"P5.1c", 5e5, 3238.1918, 0.078807818}, Line{"P5.1d", 1e6, 3760.4229, 0.060591506},
                             Line{"P5.1e", 1e12, 4325.5485, 0.040878965}}) {
        for (int k : {1, 2}) {
            // Two bolt springs, one at each side node, share the stiffness.
            // Behind a bolt that does not stretch the strip would dip below the base, so contact there is not at the tip alone;
            // the formula takes it at the tip, and so does this row.
            Strip s = strip(even(m, 8 * k, n, 7 * k), m, n, b, t, elastic, LinearLaw{line.kb / 2}, line.kb > 1e9);
            s.b.model.cases[0].forces[0].value *= 20000;
            s.b.model.cases[0].forces[1].value *= 20000;
            const auto a = solve(s.b.model);
            const std::string mesh = std::to_string(8 * k) + " + " + std::to_string(7 * k);
            addRow(rows, line.id, "prying force Q (N)", mesh, contactForce(*a), line.Q, line.Q == 0 ? 1e-6 : 0.02 / k, beam);
            addRow(rows, line.id, "w at the web (mm)", mesh, a->displacement(s.web, Uz), line.w0, 0.02 / k, beam);
        }
    }
    // Elastic-plastic: EPP plate and bolt.
    Material plastic;
    plastic.f_y = 235;
    struct Curve {
        const char* id;
        double Ft, limit;
        std::vector<std::array<double, 3>> points; // w0, F, B
    };
    const std::vector<Curve> curves{{"P5.2a",
                                     90e3,
                                     78150.132,
                                     {{.1232, 31260.053, 20691},
                                      {.1875, 46890.079, 31169},
                                      {.2314, 54705.093, 36986},
                                      {.3157, 62520.106, 44657},
                                      {.4184, 70335.119, 53030},
                                      {.4808, 74242.626, 57217},
                                      {.5338, 76587.13, 59729}}},
                                    {"P5.2b",
                                     40e3,
                                     58173.369,
                                     {{.0917, 23269.347, 15402},
                                      {.1375, 34904.021, 23103},
                                      {.1607, 40721, 26966},
                                      {.1858, 46538.695, 30924},
                                      {.2161, 52356.032, 35139},
                                      {.2354, 55264.7, 37447},
                                      {.2496, 57009.901, 38955}}},
                                    {"P5.2c",
                                     30e3,
                                     48840.035,
                                     {{.0770, 19536.014, 12931},
                                      {.1155, 29304.021, 19397},
                                      {.1347, 34188.025, 22629},
                                      {.1540, 39072.028, 25866},
                                      {.1743, 43956.032, 29147},
                                      {.2198, 46398.034, 30000},
                                      {.2844, 47863.235, 30000}}}};
    for (const Curve& curve : curves) {
        for (double h : {1.0, 2.0}) {
            Strip s = strip(graded({0, m}, {0, m, m + n}, h), m, n, b, t, plastic,
                            YieldingLaw{2.5e5, {{0, curve.Ft / 2}}, true, unlimited});
            zg::Diagnostics found;
            auto a = Analysis::create(s.b.model, found);
            if (!a) throw std::runtime_error(zg::joined(found));
            Stage stage;
            stage.control = Control::Displacement;
            stage.factors = {curve.limit};
            stage.watched = {{s.web, Uz, 1}};
            double at = 0;
            for (const auto& [w0, F, B] : curve.points) {
                stage.target = w0 - at;
                stage.firstStep = stage.target / 4;
                stage.factors = {std::max(curve.limit, a->state().factors[0] * 1.5)};
                const RunResult r = a->run(stage);
                if (!r.isComplete()) throw std::runtime_error(std::string(curve.id) + ": " + r.message);
                at = w0;
                if (h == 1.0) {
                    rows.push_back({curve.id, "F (N) at w = " + std::to_string(w0).substr(0, 6) + " mm", "1 mm at hinges",
                                    a->state().factors[0], F, -0.015, 0.035,
                                    "M-kappa integrated; independent nonlinear beam elements"});
                    // Bolt force at the given F: scaled along the curve where it is smooth.
                    if (std::string(curve.id) != "P5.2c" || B < 29900)
                        rows.push_back({curve.id, "bolt force over F at w = " + std::to_string(w0).substr(0, 6) + " mm",
                                        "1 mm at hinges", boltForce(*a) / a->state().factors[0], B / F, -0.025, 0.025,
                                        "the same"});
                    else
                        addRow(rows, curve.id, "bolt force (N) at w = " + std::to_string(w0).substr(0, 6) + " mm",
                               "1 mm at hinges", boltForce(*a), B, 0.001, "bolt at its resistance");
                }
            }
            // On to the limit.
            // (no further than the small rotations for which the tip alone is in contact).
            stage.target = 3;
            stage.firstStep = 0.05;
            stage.largestStep = 5;
            stage.factors = {2 * curve.limit};
            const RunResult r = a->run(stage);
            if (r.reason != StopReason::Reached && r.reason != StopReason::Flat)
                throw std::runtime_error(std::string(curve.id) + ": " + r.message);
            const double F = a->state().factors[0];
            const double Mp = 2 / std::sqrt(3.0) * 235 * b * t * t / 4;
            if (curve.Ft > 80e3) {
                addRow(rows, curve.id, "limit, mode 1 (N), against the element's own",
                       "h = " + std::to_string(int(h)) + " mm at hinges", F, 2 * Mp * (1 + n / (n - h / 2)) / (m - h / 2), 0.01,
                       "closed form: 2 M_p' (1 + n/(n - h/2))/(m - h/2)");
                rows.push_back({curve.id, "limit, mode 1 (N)", "h = " + std::to_string(int(h)) + " mm at hinges", F, curve.limit,
                                -0.005, h == 1 ? 0.03 : 0.05, "EN 1993-1-8:2005 table 6.2: 4 M_p'/m"});
            } else {
                // Mode 2: one hinge at the web, the bolt at its resistance; mode 3: hardly any hinge.
                rows.push_back({curve.id, "limit, mode 2 (N)", "h = " + std::to_string(int(h)) + " mm at hinges", F, curve.limit,
                                -0.005, 0.005 + 0.02 * h, "EN 1993-1-8:2005 table 6.2: (2 M_p' + 2 n F_t)/(m + n)"});
                addRow(rows, curve.id, "bolt at its resistance (N)", "h = " + std::to_string(int(h)) + " mm at hinges",
                       boltForce(*a), curve.Ft, 1e-6, "yield force");
            }
        }
    }
    // Mode 3: bolts so weak that the plate stays elastic.
    {
        Strip s = strip(graded({0, m}, {0, m, m + n}, 2), m, n, b, t, plastic, YieldingLaw{2.5e5, {{0, 5e3}}, true, unlimited});
        zg::Diagnostics found;
        auto a = Analysis::create(s.b.model, found);
        Stage stage;
        stage.control = Control::Displacement;
        stage.factors = {30e3};
        stage.watched = {{s.web, Uz, 1}};
        stage.target = 1;
        stage.firstStep = 0.02;
        a->run(stage);
        addRow(rows, "P5.2", "limit, mode 3 (N), bolts of 10 kN", "2 mm at hinges", a->state().factors[0], 2 * 10e3, 0.01,
               "EN 1993-1-8:2005 table 6.2: 2 F_t");
    }
    return rows;
}

FeRows boltLaws() {
    FeRows rows;
    // P5.3: load, unload, reload, push.
    const SpringLaw law = YieldingLaw{2e5, {{0, 60e3}, {0.5, 80e3}, {1.0, 85e3}}, true, unlimited};
    SpringState state;
    const auto force = [&](double d) {
        SpringState after;
        const double f = respond(law, {d, 0, 0}, state, after).force[0];
        state = after;
        return f;
    };
    const std::string hand = "trilinear law by hand";
    addRow(rows, "P5.3", "elastic (N)", "0.2 mm", force(0.2), 40e3, 1e-12, hand);
    // 60e3 + 40e3 kappa = 2e5 (0.7 - kappa) gives kappa = 80/240.
    addRow(rows, "P5.3", "first piece (N)", "0.7 mm", force(0.7), 60e3 + 40e3 * (80.0 / 240), 1e-12, hand);
    // Second piece: 80e3 + 10e3 (kappa - 0.5) = 2e5 (1.2 - kappa) gives kappa = (240 - 75)/210.
    const double kappa = 165.0 / 210;
    addRow(rows, "P5.3", "second piece (N)", "1.2 mm", force(1.2), 80e3 + 10e3 * (kappa - 0.5), 1e-12, hand);
    addRow(rows, "P5.3", "unloaded elastically (N)", "1.0 mm", force(1.0), 2e5 * (1.0 - kappa), 1e-12, hand);
    addRow(rows, "P5.3", "slack (N)", "0.5 mm", force(0.5), 0, 1e-12, hand);
    addRow(rows, "P5.3", "pushed (N)", "-1 mm", force(-1), 0, 1e-12, hand);
    addRow(rows, "P5.3", "loaded again (N)", "1.2 mm", force(1.2), 80e3 + 10e3 * (kappa - 0.5), 1e-12, hand);

    // P5.4: a block on a contact spring, preloaded, pulled apart.
    Builder b;
    const Grid g = b.rectangle(b.plate("block", 20), 1, 1, 100, 100);
    for (int n : g.nodes) b.model.fix(n, {Ux, Uy, Rx, Ry, Rz}, "guide");
    std::vector<double> weights(4, 1);
    const Attachment at = attachToPatch(b.model.nodes, g.nodes, weights, {50, 50, 0});
    b.model.links.push_back(
        {"bolt", LinkRole::Bolt, at, {}, {-axisZ, axisX, axisY}, false, YieldingLaw{5e5, {}, true, unlimited}, 1, 100e3});
    b.model.links.push_back({"contact", LinkRole::Contact, at, {}, {-axisZ, axisX, axisY}, false, ContactLaw{2e6, 0}, 1, 0});
    const int c = b.model.addCase("pull");
    addForces(b.model.cases[c].forces, at, {{0, 0, 1}, {}});
    zg::Diagnostics found;
    auto a = Analysis::create(b.model, found);
    if (!a) throw std::runtime_error(zg::joined(found));
    Stage tighten;
    tighten.tightens = true;
    tighten.factors = {0};
    const RunResult first = a->run(tighten);
    if (!first.isComplete()) throw std::runtime_error(first.message);
    const auto at60 = [&](double F) {
        Stage s;
        s.factors = {F};
        const RunResult r = a->run(s);
        if (!r.isComplete()) throw std::runtime_error(r.message);
    };
    for (const auto& [F, B, C] : {std::array<double, 3>{60e3, 112e3, 52e3}, std::array<double, 3>{125e3, 125e3, 0},
                                  std::array<double, 3>{150e3, 150e3, 0}, std::array<double, 3>{0, 100e3, 100e3}}) {
        at60(F);
        addRow(rows, "P5.4", "preloaded bolt (N) at F = " + std::to_string(int(F / 1000)) + " kN", "", a->springForce(0)[0], B,
               1e-6, "closed form: F_p + F k_b/(k_b + k_c)");
        addRow(rows, "P5.4", "contact (N) at F = " + std::to_string(int(F / 1000)) + " kN", "", -a->springForce(1)[0], C,
               C == 0 ? 0.1 : 1e-6, "closed form");
    }
    return rows;
}

FeRows boltGroups() {
    FeRows rows;
    // Rigid plate: a handle with six shear springs, resisted in its plane only.
    const auto model = [](double limit) {
        Builder b;
        const int hub = b.model.addNode({0, 0, 0});
        b.model.fix(hub, {Uz, Rx, Ry}, "plane");
        for (double x : {-40.0, 40.0})
            for (double y : {-75.0, 0.0, 75.0}) {
                Link l;
                l.id = "bolt";
                l.role = LinkRole::Bolt;
                l.a = attachToNode(b.model.nodes, hub, {x, y, 0});
                // Axes: axial z, shears x and y; minus, since the ground is the other side.
                l.axes = {-axisZ, -axisX, -axisY};
                CoupledLaw law;
                law.ellipsoid = {{2e5, 2e5, 2e5}, {0, 1, 1}, limit, 0};
                l.law = law;
                b.model.links.push_back(l);
            }
        return b.model;
    };
    Model elastic = model(1e12);
    const int c = elastic.addCase("load");
    elastic.cases[c].forces = {{0, Uy, -150e3}, {0, Rz, -150e3 * 250}};
    const auto done = solve(elastic);
    const std::vector<std::array<double, 2>> forces{{-87616.8, 21729.0},  {0, 21729.0},  {87616.8, 21729.0},
                                                    {-87616.8, -71729.0}, {0, -71729.0}, {87616.8, -71729.0}};
    for (int i = 0; i < 6; ++i) {
        const auto f = done->springForce(i);
        addRow(rows, "P6.1", "bolt " + std::to_string(i + 1) + ", resultant (N)", "rigid plate", std::hypot(f[1], f[2]),
               std::hypot(forces[i][0], forces[i][1]), 0.005, "V/n + T r/sum r2");
    }
    struct Load {
        const char* id;
        double x, y, degrees, yield, limit;
    };
    for (const Load& l : {Load{"P6.2a", 250, 0, 0, 132470, 154937}, Load{"P6.2b", 120, 0, 0, 236630, 280823},
                          Load{"P6.2c", 250, 40, 30, 129406, 165093}}) {
        Model m = model(100e3);
        const double a = l.degrees * pi / 180, fx = std::sin(a), fy = -std::cos(a);
        m.cases.push_back({"load", {{0, Ux, fx}, {0, Uy, fy}, {0, Rz, l.x * fy - l.y * fx}}, {}});
        zg::Diagnostics found;
        auto run = Analysis::create(m, found);
        if (!run) throw std::runtime_error(zg::joined(found));
        Stage s;
        s.factors = {l.limit};
        s.control = Control::Displacement;
        s.watched = {{0, Rz, -1}};
        s.target = 1;
        s.firstStep = 1e-3;
        s.largestStep = 100;
        run->run(s);
        addRow(rows, l.id, "plastic load (N)", "rigid plate", run->state().factors[0], l.limit, 0.01, "instantaneous centre");
        // First yield from the elastic forces: the largest resultant reaches 100 kN.
        Model e = m;
        for (Link& link : e.links) std::get<CoupledLaw>(link.law).ellipsoid.limit = 1e12;
        const auto linear = solve(e);
        double most = 0;
        for (int i = 0; i < 6; ++i) most = std::max(most, std::hypot(linear->springForce(i)[1], linear->springForce(i)[2]));
        addRow(rows, l.id, "first yield (N)", "rigid plate", 100e3 / most, l.yield, 0.005, "V/n + T r/sum r2");
    }
    return rows;
}
