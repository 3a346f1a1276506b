#include "build.h"
#include "groups.h"

// Beams made of plates: P3.
namespace {

using namespace build;

struct Section {
    double b = 150, tf = 10, h = 290, tw = 7;
};

struct IBeam {
    Builder b;
    Grid top, bottom, web;
    double length;
};

// x along the beam, z up, origin at the web's middle; nx along, nf across a flange, nw down the web.
IBeam iBeam(const Section& s, double length, int nx, int nf, int nw) {
    IBeam i{{}, {}, {}, {}, length};
    Material m;
    const int material = i.b.model.addMaterial(m);
    const int flange = i.b.model.addPart("flanges", s.tf, material), web = i.b.model.addPart("web", s.tw, material);
    i.top = i.b.grid(flange, nx, nf, [&](double u, double v) { return Vec3{length * u, s.b * (v - 0.5), s.h / 2}; });
    i.bottom = i.b.grid(flange, nx, nf, [&](double u, double v) { return Vec3{length * u, s.b * (v - 0.5), -s.h / 2}; });
    i.web = i.b.grid(web, nx, nw, [&](double u, double v) { return Vec3{length * u, 0, s.h * (v - 0.5)}; });
    return i;
}

struct Mesh {
    const char* name;
    int nx, nf, nw;
};
const std::vector<Mesh> meshes{{"A", 20, 2, 4}, {"B", 40, 4, 8}, {"C", 80, 8, 16}};

const std::array<Vec3, 3> turned{Vec3{0.36, 0.48, -0.8}, Vec3{-0.8, 0.6, 0}, Vec3{0.48, 0.64, 0.6}};

// Runs a model as it is, and turned; both must agree. `read` gives the number from the analysis and the rotation used.
using Read = std::function<double(const Analysis&, const std::function<Vec3(Vec3)>& back)>;
double both(const Model& model, const Read& read, double& difference) {
    const auto plain = solve(model);
    const double value = read(*plain, [](Vec3 v) { return v; });
    Model other = model;
    other.move(turned, {100, -50, 20});
    const auto spun = solve(other);
    const double again = read(*spun, [](Vec3 v) { return v.x * turned[0] + v.y * turned[1] + v.z * turned[2]; });
    difference = std::max(difference, std::abs(again / value - 1));
    return value;
}

Vec3 moved(const Analysis& a, int node) { return {a.displacement(node, Ux), a.displacement(node, Uy), a.displacement(node, Uz)}; }

double tipLoad(const Mesh& m, bool isLateral, double& difference) {
    const Section s;
    IBeam i = iBeam(s, 2000, m.nx, m.nf, m.nw);
    i.b.fixWhere([](Vec3 x) { return near(x.x, 0); }, {Ux, Uy, Uz, Rx, Ry, Rz}, "root");
    const int c = i.b.model.addCase("tip");
    std::vector<NodalForce>& f = i.b.model.cases[c].forces;
    if (isLateral) {
        for (int j = 0; j < m.nf; ++j)
            for (const Grid* g : {&i.top, &i.bottom})
                addEdgeLoad(i.b.model, g->at(m.nx, j), g->at(m.nx, j + 1), {0, 25000 / s.b, 0}, {}, f);
    } else {
        for (int j = 0; j < m.nw; ++j)
            addEdgeLoad(i.b.model, i.web.at(m.nx, j), i.web.at(m.nx, j + 1), {0, 0, -50000 / s.h}, {}, f);
    }
    return both(
        i.b.model,
        [&](const Analysis& a, const auto& back) {
            if (!isLateral) return -back(moved(a, i.web.at(m.nx, m.nw / 2))).z;
            return 0.5 * (back(moved(a, i.top.at(m.nx, m.nf / 2))).y + back(moved(a, i.bottom.at(m.nx, m.nf / 2))).y);
        },
        difference);
}

// Twists the end section x = length by theta as a body in its plane, free to warp; the root held in its plane, warping held or
// not.
template <class Ends>
double twist(Builder& b, double length, bool isRootWarpingHeld, const Ends& holdAxially, double& difference) {
    const double theta = 0.01;
    const int c = b.model.addCase("twist");
    for (int n : b.where([&](Vec3 x) { return near(x.x, length); })) {
        const Vec3 x = b.model.nodes[n];
        std::vector<Prescribed>& moves = b.model.cases[c].movements;
        moves.push_back({b.model.fix(n, {Uy}, "tip"), -theta * x.z});
        moves.push_back({b.model.fix(n, {Uz}, "tip"), theta * x.y});
        moves.push_back({b.model.fix(n, {Rx}, "tip"), theta});
    }
    b.fixWhere([](Vec3 x) { return near(x.x, 0); },
               isRootWarpingHeld ? std::vector<Freedom>{Ux, Uy, Uz, Rx, Ry, Rz} : std::vector<Freedom>{Uy, Uz, Rx}, "root");
    holdAxially();
    return both(
        b.model,
        [&](const Analysis& a, const auto& back) {
            // About the beam's axis: reactions are about the origin, so take the force's moment off when the model was moved.
            const Wrench w = a.reaction("tip");
            const Vec3 axisPoint = back({1, 0, 0}).x == 1 ? Vec3{} : Vec3{100, -50, 20};
            return back(w.moment - cross(axisPoint, w.force)).x;
        },
        difference);
}

double stripInPlane(int nx, int ny, bool asDrilling) {
    Builder b;
    const Grid g = b.rectangle(b.plate("strip", 10), nx, ny, 1000, 200);
    for (int j = 0; j <= ny; ++j) b.model.fixAll(g.at(0, j), "root");
    const int c = b.model.addCase("moment");
    if (asDrilling)
        b.model.cases[c].forces = {{g.at(nx, ny / 2), Rz, 1e7}};
    else
        b.model.cases[c].forces = {{g.at(nx, 0), Ux, 5e4}, {g.at(nx, ny), Ux, -5e4}};
    return solve(b.model)->displacement(g.at(nx / 2, ny / 2), Uy);
}

} // namespace

FeRows platedBeams() {
    FeRows rows;
    const Section s;
    double difference = 0;
    for (int k = 0; k < 3; ++k) {
        const Mesh& m = meshes[k];
        const double tight = std::vector<double>{0.01, 0.005, 0.003}[k];
        addRow(rows, "P3.1", "cantilever I, tip load down, w (mm)", m.name, tipLoad(m, false, difference), 8.8229947, tight,
               "shell, spectral; beam theory with shear: 8.849");
        addRow(rows, "P3.2", "cantilever I, lateral tip load, u (mm)", m.name, tipLoad(m, true, difference), 113.03539, tight,
               "shell, spectral; beam theory with shear: 113.20");
        for (bool held : {true, false}) {
            IBeam i = iBeam(s, 2000, m.nx, m.nf, m.nw);
            const double torque = twist(
                i.b, 2000, held,
                [&] {
                    if (!held) i.b.model.fix(i.web.at(0, m.nw / 2), {Ux, Ry, Rz}, "root");
                },
                difference);
            addRow(rows, held ? "P3.3" : "P3.4",
                   held ? "torque at 0.01 rad, root warping held (Nmm)" : "torque at 0.01 rad, warping free (Nmm)", m.name,
                   torque, held ? 154211.94 : 51925.187,
                   held ? std::vector<double>{0.025, 0.02, 0.015}[k] : std::vector<double>{0.04, 0.035, 0.025}[k],
                   held ? "shell, spectral; Vlasov: 157170" : "shell, spectral; St Venant, edge-corrected: 52079");
        }
    }
    struct Box {
        const char* id;
        double width, height, tb, th, reference;
    };
    for (const Box& x : {Box{"P3.5a", 200, 200, 8, 8, 25905993}, Box{"P3.5b", 300, 150, 10, 6, 29832253}}) {
        Builder b;
        Material m;
        const int material = b.model.addMaterial(m);
        const int wide = b.model.addPart("wide", x.tb, material), high = b.model.addPart("high", x.th, material);
        const int nx = 20, n = 2;
        for (double side : {-0.5, 0.5}) {
            b.grid(wide, nx, n, [&](double u, double v) { return Vec3{2000 * u, x.width * (v - 0.5), side * x.height}; });
            b.grid(high, nx, n, [&](double u, double v) { return Vec3{2000 * u, side * x.width, x.height * (v - 0.5)}; });
        }
        const double torque = twist(
            b, 2000, false,
            [&] { b.fixWhere([&](Vec3 p) { return near(p.x, 0) && (near(p.y, 0) || near(p.z, 0)); }, {Ux}, "axial"); },
            difference);
        addRow(rows, x.id, "closed box, torque at 0.01 rad, warping free (Nmm)", "20 x 2 a side", torque, x.reference, 0.003,
               "Bredt with sum b t3/3");
    }
    addRow(rows, "P3.6", "strip in its plane, end moment as a couple, v at half length (mm)", "20 x 4",
           stripInPlane(20, 4, false), 0.8863, 0.02, "plane stress with held root; beam theory 0.89286");
    addRow(rows, "P3.6", "strip in its plane, end moment on one drilling freedom, v at half length (mm)", "20 x 4",
           stripInPlane(20, 4, true), 0.8863, 0.02, "the same");
    addRow(rows, "P3.6", "the two loads, ratio", "20 x 4", stripInPlane(20, 4, true) / stripInPlane(20, 4, false), 1, 0.01,
           "the same moment");
    addRow(rows, "P3.7", "P3.1 to P3.5 with the model turned in space: largest change", "A, B, C", difference, 0, 1e-8,
           "frame indifference");
    return rows;
}
