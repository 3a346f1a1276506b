#include "groups.h"
#include "large.h"

// Strips and frames through large rotations: N2.
namespace {

using namespace large;

struct Cantilever {
    Builder b;
    Strip s;
    int load = 0;
};

Cantilever cantilever(double length, double width, double t, double e, int n) {
    Cantilever c;
    c.s = strip(c.b, c.b.plate("strip", t, e, 0), line({}, {length, 0, 0}, n), width);
    for (int node : c.s.at.front()) c.b.model.fixAll(node, "clamp");
    keepPlane(c.b);
    c.load = c.b.model.addCase("tip");
    return c;
}

void rolledUp(FeRows& rows) {
    for (int n : {16, 32}) {
        Cantilever c = cantilever(600, 40, 3, E, n);
        const double M0 = 2 * pi * E * 40 * 27 / 12 / 600;
        force(c.b.model, c.load, c.s.at.back(), Ry, -M0);
        const auto a = start(c.b.model);
        const std::string mesh = std::to_string(n) + " x 1";
        for (double part : {0.25, 0.5, 0.75, 1.0}) {
            load(*a, {part}, 0.25);
            const double p = 2 * pi * part, chord = (p / (2 * n)) / std::sin(p / (2 * n));
            const double x = 600 * std::sin(p) / p, z = 600 * (1 - std::cos(p)) / p;
            const double tipX = 600 + meanOf(*a, c.s.at.back(), Ux), tipZ = meanOf(*a, c.s.at.back(), Uz);
            const std::string at = ", M/M0 = " + std::to_string(part).substr(0, 4);
            if (std::abs(x) > 1) addRow(rows, "N2.1", "tip x (mm)" + at, mesh, tipX, x, 0.008, "circle, closed form");
            if (std::abs(z) > 1) addRow(rows, "N2.1", "tip z (mm)" + at, mesh, tipZ, z, 0.005, "circle, closed form");
            addRow(rows, "N2.1", "tip u_x (mm), polygon of rigid chords" + at, mesh, tipX - 600, x * chord - 600, 1e-5,
                   "regular polygon, closed form");
        }
    }
}

void elastica(FeRows& rows) {
    struct Point {
        double P, ux, uz;
    };
    for (int n : {16, 32}) {
        Cantilever c = cantilever(10, 1, 0.1, 1.2e6, n);
        force(c.b.model, c.load, c.s.at.back(), Uz, 1);
        const auto a = start(c.b.model);
        for (const Point& p : {Point{1, -0.564332, 3.01721}, Point{2, -1.60642, 4.93457}, Point{4, -3.28941, 6.69964}}) {
            load(*a, {p.P}, 0.25);
            const std::string at = ", P = " + std::to_string(static_cast<int>(p.P)), mesh = std::to_string(n) + " x 1";
            addRow(rows, "N2.2", "u_x tip" + at, mesh, meanOf(*a, c.s.at.back(), Ux), p.ux, 0.008,
                   "elastica, elliptic integrals");
            addRow(rows, "N2.2", "u_z tip" + at, mesh, meanOf(*a, c.s.at.back(), Uz), p.uz, 0.008,
                   "elastica, elliptic integrals");
        }
    }
    Cantilever c = cantilever(10, 1, 0.1, 1.2e6, 16);
    force(c.b.model, c.load, c.s.at.back(), Uz, 1, true);
    const auto a = start(c.b.model);
    for (const Point& p : {Point{1, -0.643543, 3.20642}, Point{4, -6.57254, 7.86168}, Point{8, -10.7386, 6.33592}}) {
        load(*a, {p.P}, 0.1);
        const std::string at = ", P = " + std::to_string(static_cast<int>(p.P)) + ", turning with the end";
        addRow(rows, "N2.3", "u_x tip" + at, "16 x 1", meanOf(*a, c.s.at.back(), Ux), p.ux, 0.008, "elastica, shooting");
        addRow(rows, "N2.3", "u_z tip" + at, "16 x 1", meanOf(*a, c.s.at.back(), Uz), p.uz, 0.015, "elastica, shooting");
    }
}

void corner(FeRows& rows) {
    Builder b;
    const int part = b.plate("strip", 4, E, 0);
    const Strip column = strip(b, part, line({}, {0, 0, 400}, 12), 30),
                beam = strip(b, part, line({0, 0, 400}, {300, 0, 400}, 12), 30);
    for (int node : column.at.front()) b.model.fixAll(node, "clamp");
    keepPlane(b);
    const int c = b.model.addCase("tip");
    force(b.model, c, beam.at.back(), Uz, -1);
    const auto a = start(b.model);
    struct Point {
        double P, tipX, tipZ, cornerX;
    };
    for (const Point& p :
         {Point{20, 13.5484, -27.7021, 14.8061}, Point{60, 34.7955, -86.2713, 46.4953}, Point{150, 51.7146, -206.461, 115.169}}) {
        load(*a, {p.P}, 0.5);
        const std::string at = " (mm), P = " + std::to_string(static_cast<int>(p.P)),
                          source = "Reissner beam, 60 and 120 elements extrapolated";
        addRow(rows, "N2.4", "frame corner, tip u_x" + at, "12 + 12", meanOf(*a, beam.at.back(), Ux), p.tipX, 0.01, source);
        addRow(rows, "N2.4", "frame corner, tip u_z" + at, "12 + 12", meanOf(*a, beam.at.back(), Uz), p.tipZ, 0.01, source);
        addRow(rows, "N2.4", "frame corner, corner u_x" + at, "12 + 12", meanOf(*a, column.at.back(), Ux), p.cornerX, 0.01,
               source);
    }
}

void portal(FeRows& rows) {
    const auto sway = [](double V, double H) {
        Builder b;
        const int thin = b.plate("columns", 6, E, 0), thick = b.plate("beam", 10, E, 0);
        const Strip left = strip(b, thin, line({}, {0, 0, 500}, 12), 40),
                    right = strip(b, thin, line({400, 0, 0}, {400, 0, 500}, 12), 40),
                    beam = strip(b, thick, line({0, 0, 500}, {400, 0, 500}, 12), 40);
        for (const Strip* s : {&left, &right})
            for (int node : s->at.front()) b.model.fixAll(node, "base");
        keepPlane(b);
        const int down = b.model.addCase("V"), across = b.model.addCase("H");
        force(b.model, down, left.at.back(), Uz, -1);
        force(b.model, down, right.at.back(), Uz, -1);
        force(b.model, across, left.at.back(), Ux, 1);
        const auto a = start(b.model);
        load(*a, {V, 0});
        load(*a, {V, H}, 0.25);
        return meanOf(*a, beam.at.front(), Ux);
    };
    const double none = sway(0, 100), small = sway(1200, 100), large = sway(1200, 1000), noneLarge = sway(0, 1000);
    const std::string source = "Reissner beam, extrapolated; stability functions";
    addRow(rows, "N2.5", "portal, sway (mm), H = 100", "12 per member", small, 4.73328, 0.02, source);
    addRow(rows, "N2.5", "portal, amplification by V, H = 100", "12 per member", small / none, 1.26684, 0.01, source);
    addRow(rows, "N2.5", "portal, sway (mm), H = 1000", "12 per member", large, 46.9306, 0.02, source);
    addRow(rows, "N2.5", "portal, amplification by V, H = 1000", "12 per member", large / noneLarge, 1.26226, 0.01, source);
}

} // namespace

FeRows largeStrips() {
    FeRows rows;
    rolledUp(rows);
    elastica(rows);
    corner(rows);
    portal(rows);
    return rows;
}
