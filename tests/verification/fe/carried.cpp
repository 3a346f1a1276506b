#include "fe/connect.h"
#include "fe/results.h"
#include "groups.h"
#include "large.h"

// Stressed elements, patches and bolts carried through large rotations: N1.
namespace {

using namespace large;

double largestOf(const std::vector<double>& v) {
    double most = 0;
    for (double x : v) most = std::max(most, std::abs(x));
    return most;
}

// Nodes of one element at given places; the state's answer.
struct Carried {
    Model model;
    std::unique_ptr<System> system;
    State state;
    std::vector<double> internal;
    Carried(const std::array<Vec3, 4>& x, double t, double f_y = unlimited) {
        Material m;
        m.E = E;
        m.nu = nu;
        m.f_y = f_y;
        model.addPart("plate", t, model.addMaterial(m));
        for (const Vec3& p : x) model.addNode(p);
        model.shells.push_back({{0, 1, 2, 3}, 0});
        for (int n = 0; n < 4; ++n) {
            Link hold; // soft: only so that the model hangs on something
            hold.id = "hold";
            hold.a = attachToNode(model.nodes, n);
            hold.law = LinearLaw{1e-20};
            model.links.push_back(hold);
        }
        zg::Diagnostics found;
        system = System::create(model, found, 1, Geometry::Moved);
        if (!system) throw std::runtime_error(zg::joined(found));
        state = system->initialState();
    }
    void put(const std::array<Vec3, 4>& x, const std::array<Mat3, 4>& turn) {
        for (int n = 0; n < 4; ++n) {
            for (int k = 0; k < 3; ++k) state.freedoms[6 * n + k] = x[n][k] - model.nodes[n][k];
            state.rotations[n] = turn[n];
        }
    }
    void answer() {
        State before = state;
        system->evaluate(before, state, internal, true);
    }
};

void stressedElement(FeRows& rows) {
    const std::array<Vec3, 4> flat{Vec3{0, 0, 0}, {100, 0, 0}, {100, 60, 0}, {0, 60, 0}},
        warped{Vec3{0, 0, 2}, {110, -8, -3}, {95, 70, 2}, {-6, 55, -1}};
    const std::string source = "closed form: a rotation changes nothing";
    for (const auto& [shape, name] : {std::pair{flat, "flat"}, std::pair{warped, "warped"}}) {
        for (bool isBent : {false, true}) {
            for (double f_y : {unlimited, 100.0}) {
                Carried c(shape, 10, f_y);
                std::array<Vec3, 4> x = shape;
                std::array<Mat3, 4> turn{identity3, identity3, identity3, identity3};
                const double size = f_y < unlimited ? 4 : 1;
                for (int n = 0; n < 4; ++n) {
                    if (isBent)
                        turn[n] = rotationBy({0, size * (x[n].x > 50 ? -0.0005 : 0.0005), 0});
                    else
                        x[n].x *= 1 + 0.001 * size;
                }
                c.put(x, turn);
                c.answer();
                const std::vector<double> first = c.internal;
                const double energy = c.system->energy(c.state).stored;
                const std::string what =
                    std::string(name) + (isBent ? ", bent" : ", stretched") + (f_y < unlimited ? ", yielding" : "");
                if (name == std::string("flat") && f_y == unlimited) {
                    const SectionVector strain = c.system->shell(0).strainAt(0, c.system->nodal(0, c.state), c.state.shells[0]);
                    const SectionVector n = c.system->shell(0).section().elasticForces(strain);
                    const double s = rootHalf * (n[isBent ? 3 : 0] + n[isBent ? 4 : 1]),
                                 d = rootHalf * (n[isBent ? 3 : 0] - n[isBent ? 4 : 1]);
                    addRow(rows, "N1.1", isBent ? "|m_x| (N)" : "sigma_x (MPa)", "1 element", isBent ? std::abs(s) : s / 10,
                           isBent ? 192.308 : 230.769, 1e-5, "closed form");
                    addRow(rows, "N1.1", isBent ? "|m_y| (N)" : "sigma_y (MPa)", "1 element", isBent ? std::abs(d) : d / 10,
                           isBent ? 57.6923 : 69.2308, 1e-5, "closed form");
                    addRow(rows, "N1.1", isBent ? "energy, bent (N mm)" : "energy, stretched (N mm)", "1 element", energy,
                           isBent ? 5.76923 : 6923.08, 1e-6, "closed form");
                }
                double worst = 0, worstEnergy = 0;
                const std::vector<std::pair<Vec3, int>> turns{{(200 * pi / 180) * unit({1, 2, 3}), 1},
                                                              {(200 * pi / 180) * unit({1, 2, 3}), 20},
                                                              {{pi / 2, 0, 0}, 1},
                                                              {{0, pi / 2, 0}, 1},
                                                              {{0, 0, pi / 2}, 1}};
                for (const auto& [by, steps] : turns) {
                    Carried other(shape, 10, f_y);
                    other.put(x, turn);
                    other.answer();
                    Mat3 q = identity3;
                    for (int i = 1; i <= steps; ++i) {
                        q = rotationBy((double(i) / steps) * by);
                        std::array<Vec3, 4> y;
                        std::array<Mat3, 4> r;
                        for (int n = 0; n < 4; ++n) y[n] = q * x[n], r[n] = q * turn[n];
                        other.put(y, r);
                        other.answer();
                    }
                    std::vector<double> off(24);
                    for (int i = 0; i < 8; ++i) {
                        const Vec3 was{first[3 * i], first[3 * i + 1], first[3 * i + 2]}, is = q * was;
                        for (int k = 0; k < 3; ++k) off[3 * i + k] = other.internal[3 * i + k] - is[k];
                    }
                    worst = std::max(worst, largestOf(off) / largestOf(first));
                    worstEnergy = std::max(worstEnergy, std::abs(other.system->energy(other.state).stored / energy - 1));
                }
                addRow(rows, "N1.1", "nodal forces after rotations, " + what + ": worst change over the largest", "1 element",
                       worst, 0, 1e-8, source);
                addRow(rows, "N1.1", "stored energy after rotations, " + what + ": worst change", "1 element", worstEnergy, 0,
                       1e-8, source);
            }
        }
        Carried c(shape, 10);
        std::array<Vec3, 4> x;
        const Mat3 q = rotationBy({1, 2, 0.5});
        for (int n = 0; n < 4; ++n) x[n] = q * shape[n];
        c.put(x, {q, q, q, q});
        c.answer();
        addRow(rows, "N1.1", std::string("force of a pure rotation over E t size, ") + name, "1 element",
               largestOf(c.internal) / (E * 10 * 100), 0, 1e-10, source);
    }
}

void turnedPatch(FeRows& rows) {
    const std::vector<Vec3> x{{0, 0, 0},   {240, 0, 0},  {240, 120, 0}, {0, 120, 0},
                              {40, 20, 0}, {180, 30, 0}, {160, 80, 0},  {80, 80, 0}};
    const std::vector<std::array<int, 4>> quads{{4, 5, 6, 7}, {0, 1, 5, 4}, {1, 2, 6, 5}, {2, 3, 7, 6}, {3, 0, 4, 7}};
    const Vec3 axis = (120 * pi / 180) * unit({1, 1, 1});
    for (bool isBent : {false, true}) {
        for (double size : {1.0, 0.01}) {
            Model m;
            Material steel;
            steel.E = 100000;
            steel.nu = 0.25;
            m.addPart("patch", 10, m.addMaterial(steel));
            for (const Vec3& p : x) m.addNode(p);
            for (const auto& q : quads) m.shells.push_back({q, 0});
            std::array<int, 4> held{};
            for (int n = 0; n < 4; ++n) held[n] = m.fixAll(n, "edge");
            // Ten steps of rotation, each with its part of the strain.
            constexpr int steps = 10;
            std::array<Vec3, 4> last{};
            std::array<Mat3, 4> turned{identity3, identity3, identity3, identity3};
            for (int i = 1; i <= steps; ++i) {
                const int c = m.addCase("step " + std::to_string(i));
                const double part = size * i / steps;
                const Mat3 q = rotationBy((double(i) / steps) * axis);
                for (int n = 0; n < 4; ++n) {
                    Vec3 to = x[n];
                    Mat3 r = q;
                    if (isBent) {
                        const double kx = 1e-6 * part, ky = 5e-7 * part, kxy = 4e-7 * part;
                        to.z = (kx * x[n].x * x[n].x + ky * x[n].y * x[n].y + kxy * x[n].x * x[n].y) / 2;
                        r = q * rotationBy({ky * x[n].y + kxy * x[n].x / 2, -kx * x[n].x - kxy * x[n].y / 2, 0});
                    } else {
                        to = to + part * Vec3{0.001 * x[n].x + 0.0004 * x[n].y, 0.0004 * x[n].x + 0.0005 * x[n].y, 0};
                    }
                    const Vec3 u = q * to - x[n], move = u - last[n], spin = rotationVector(r * transposed(turned[n]));
                    last[n] = u;
                    turned[n] = r;
                    for (int k = 0; k < 3; ++k) {
                        m.cases[c].movements.push_back({held[n] + k, move[k]});
                        m.cases[c].movements.push_back({held[n] + 3 + k, spin[k]});
                    }
                }
            }
            const auto a = start(m);
            std::vector<double> factors(steps, 0);
            for (int i = 0; i < steps; ++i) {
                factors[i] = 1;
                load(*a, factors);
            }
            const std::array<double, 3> exact =
                isBent ? std::array<double, 3>{-10, -6.66667, -1.33333} : std::array<double, 3>{120, 80, 32};
            double worst = 0;
            for (int e = 0; e < 5; ++e) {
                for (int p = 0; p < 4; ++p) {
                    const SectionForces f = sectionForces(*a, e, p);
                    // From the element's axes to those of the undeformed patch.
                    const ShellElement::Point& at = a->system().shell(e).point(p);
                    const PlaneStress s =
                        isBent ? f.bending : PlaneStress{f.membrane.x / 10, f.membrane.y / 10, f.membrane.xy / 10};
                    const double c = at.x.x, d = at.x.y;
                    const double sx = c * c * s.x + d * d * s.y - 2 * c * d * s.xy,
                                 sy = d * d * s.x + c * c * s.y + 2 * c * d * s.xy,
                                 sxy = c * d * (s.x - s.y) + (c * c - d * d) * s.xy;
                    for (const auto& [value, reference] :
                         {std::pair{sx, exact[0]}, std::pair{sy, exact[1]}, std::pair{sxy, exact[2]}})
                        worst =
                            std::max(worst, std::abs(std::abs(value) - size * std::abs(reference)) / (size * std::abs(exact[0])));
                }
            }
            addRow(rows, "N1.2",
                   std::string(isBent ? "moments" : "stresses") + " of a patch turned by 120 degrees" +
                       (size < 1 ? ", strains / 100" : "") + ": worst error over the largest",
                   "5 quads", worst, 0, size < 1 ? 2e-5 : 2e-3, "uniform state, closed form");
        }
    }
}

void carriedBolt(FeRows& rows) {
    // Two stiff plates face to face; the lower one is turned by 90 degrees and moved by a metre, the upper one follows.
    Model m;
    Material hard;
    hard.E = 1e9;
    const int lower = m.addPart("lower", 20, m.addMaterial(hard)), upper = m.addPart("upper", 20, 0);
    const auto square = [&](int part, double z) {
        std::array<int, 4> n{};
        int i = 0;
        for (const Vec3& x : {Vec3{-50, -50, z}, {50, -50, z}, {50, 50, z}, {-50, 50, z}}) n[i++] = m.addNode(x);
        m.shells.push_back({n, part});
        return n;
    };
    const auto down = square(lower, -10), up = square(upper, 10);
    const std::array<double, 4> centre{0.25, 0.25, 0.25, 0.25};
    const auto link = [&](const std::string& id, const SpringLaw& law, double preload) {
        Link l;
        l.id = id;
        l.role = LinkRole::Bolt;
        l.a = attachToFace(m.nodes, down, centre, {0, 0, 10});
        l.b = attachToFace(m.nodes, up, centre, {0, 0, -10});
        l.axes = {axisZ, axisX, axisY};
        l.law = law;
        l.preload = preload;
        m.links.push_back(l);
        return static_cast<int>(m.links.size()) - 1;
    };
    CoupledLaw bolt;
    bolt.ellipsoid = {{500000, 1e5, 1e5}, {1, 2, 2}, unlimited, 0};
    const int b = link("bolt", bolt, 100000), c = link("contact", ContactLaw{2e6, 0}, 0);
    // The upper plate's rotations follow the lower one's.
    Link guide;
    guide.id = "guide";
    guide.isRotation = true;
    guide.a = attachToFace(m.nodes, down, centre, {});
    guide.b = attachToFace(m.nodes, up, centre, {});
    CoupledLaw stiff;
    stiff.ellipsoid = {{1e10, 1e10, 1e10}, {1, 1, 1}, unlimited, 0};
    guide.law = stiff;
    m.links.push_back(guide);
    std::array<int, 4> held{};
    for (int i = 0; i < 4; ++i) held[i] = m.fixAll(down[i], "lower");
    m.addCase("none");
    constexpr int steps = 10;
    std::array<Vec3, 4> last{};
    for (int s = 1; s <= steps; ++s) {
        const int load = m.addCase("turn");
        const Mat3 q = rotationBy({double(s) / steps * pi / 2, 0, 0});
        for (int i = 0; i < 4; ++i) {
            const Vec3 u = q * m.nodes[down[i]] + Vec3{1000.0 * s / steps, 0, 0} - m.nodes[down[i]], move = u - last[i];
            last[i] = u;
            for (int k = 0; k < 3; ++k) m.cases[load].movements.push_back({held[i] + k, move[k]});
            m.cases[load].movements.push_back({held[i] + 3, pi / 2 / steps});
        }
    }
    const int pull = m.addCase("pull"); // the bolt's axis now points along -y
    for (int n : up) m.cases[pull].forces.push_back({n, Uy, -60000.0 / 4});
    const auto a = start(m);
    Stage tighten;
    tighten.factors.assign(m.cases.size(), 0);
    tighten.tightens = true;
    if (!a->run(tighten).isComplete()) throw std::runtime_error("tightening");
    std::vector<double> factors(m.cases.size(), 0);
    for (int s = 1; s <= steps; ++s) {
        factors[s] = 1;
        load(*a, factors);
    }
    const std::string source = "statics of a preloaded bolt";
    const auto axial = [&](int l) { return a->springForce(l)[0]; };
    addRow(rows, "N1.3", "bolt force after turning by 90 degrees and moving by 1 m (N)", "-", axial(b), 100000, 1e-6, source);
    addRow(rows, "N1.3", "contact force then (N)", "-", -axial(c), 100000, 1e-6, source);
    addRow(rows, "N1.3", "shear of the bolt over its tension", "-", std::hypot(a->springForce(b)[1], a->springForce(b)[2]) / 1e5,
           0, 1e-7, source);
    factors[pull] = 1;
    load(*a, factors);
    addRow(rows, "N1.3", "bolt force under 60 kN along the turned axis (N)", "-", axial(b), 112000, 1e-6, source);
    addRow(rows, "N1.3", "contact force then (N)", "-", -axial(c), 52000, 1e-6, source);
}

} // namespace

FeRows carriedElements() {
    FeRows rows;
    stressedElement(rows);
    turnedPatch(rows);
    carriedBolt(rows);
    return rows;
}
