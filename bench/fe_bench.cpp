// Speed of the plate engine: a cantilever I of plates, loaded elastically and then beyond yield. Run from the release preset.
#include "fe/analysis.h"
#include "fe/buckling.h"
#include "stopwatch.h"
#include <cmath>
#include <cstdio>
#include <map>
#include <string>
#include <sys/resource.h>

namespace {

using namespace zg::fe;

// Flanges and web with elements of about `size` mm; nodes shared along the two lines where they meet.
Model cantilever(double size) {
    const double length = 1600, b = 200, h = 380, tf = 16, tw = 9;
    Model m;
    Material steel;
    steel.f_y = 355;
    steel.E_t = 210;
    const int material = m.addMaterial(steel), flanges = m.addPart("flanges", tf, material), web = m.addPart("web", tw, material);
    std::map<std::array<long, 3>, int> places;
    const auto node = [&](Vec3 x) {
        const auto found =
            places.emplace(std::array<long, 3>{std::lround(x.x * 1e3), std::lround(x.y * 1e3), std::lround(x.z * 1e3)},
                           static_cast<int>(m.nodes.size()));
        if (found.second) m.addNode(x);
        return found.first->second;
    };
    const auto grid = [&](int part, int nx, int ny, auto place) {
        for (int i = 0; i < nx; ++i)
            for (int j = 0; j < ny; ++j) {
                const double u0 = double(i) / nx, u1 = double(i + 1) / nx, v0 = double(j) / ny, v1 = double(j + 1) / ny;
                m.shells.push_back({{node(place(u0, v0)), node(place(u1, v0)), node(place(u1, v1)), node(place(u0, v1))}, part});
            }
    };
    const int nx = static_cast<int>(std::lround(length / size)), nf = 2 * static_cast<int>(std::lround(b / 2 / size)),
              nw = static_cast<int>(std::lround(h / size));
    for (double side : {-0.5, 0.5})
        grid(flanges, nx, nf, [&](double u, double v) { return Vec3{length * u, b * (v - 0.5), side * h}; });
    grid(web, nx, nw, [&](double u, double v) { return Vec3{length * u, 0, h * (v - 0.5)}; });
    m.addCase("tip load");
    std::vector<int> tip;
    for (int i = 0; i < static_cast<int>(m.nodes.size()); ++i) {
        if (m.nodes[i].x < 1e-6) m.fixAll(i, "root");
        if (m.nodes[i].x > length - 1e-6) tip.push_back(i);
    }
    for (int i : tip) m.cases[0].forces.push_back({i, Uz, -1e3 / static_cast<double>(tip.size())});
    return m;
}

double peakMegabytes() {
    rusage usage{};
    getrusage(RUSAGE_SELF, &usage);
    return static_cast<double>(usage.ru_maxrss) / 1024;
}

double mean(const std::vector<double>& x) {
    double sum = 0;
    for (double v : x) sum += v / static_cast<double>(x.size());
    return sum;
}

} // namespace

int main() {
    std::printf("%8s %8s | %8s %8s %8s %8s %8s | %8s %8s %6s | %9s %8s %7s | %8s %8s\n", "dofs", "shells", "prepare", "elastic",
                "order", "factor", "solve", "linear", "library", "ratio", "plastic", "nonlin.", "ratio", "6 modes", "peak MB");
    std::vector<double> size, linear, nonlinear;
    for (double h : {36.0, 17.5, 9.8}) {
        const Model model = cantilever(h);
        zg::Diagnostics found;
        const double prepare = medianSeconds(3, [&] { System::create(model, found); });
        const auto system = System::create(model, found);
        State now = system->initialState(), next = now;
        std::vector<double> internal;
        const double elastic = medianSeconds(5, [&] {
            system->evaluate(now, next, internal, true);
            system->assemble();
        });
        Factor factor;
        const double order = medianSeconds(3, [&] { factor.analyse(system->pattern()); });
        const double factorise = medianSeconds(5, [&] { factor.factorise(system->pattern()); });
        std::vector<double> b(system->map().equationCount(), 1), x(b.size());
        const double solve = medianSeconds(5, [&] { factor.solve(b.data(), x.data()); });

        // Linear run, whole.
        double librarySeconds = 0;
        const double total = medianSeconds(3, [&] {
            auto a = Analysis::create(model, found);
            Stage s;
            s.factors = {10};
            a->run(s);
            librarySeconds = a->factor().times().analyse + a->factor().times().factorise + a->factor().times().solve;
        });
        // Beyond yield, in steps.
        auto a = Analysis::create(model, found);
        Stage s;
        s.factors = {340}; // the root section is fully plastic at about 345
        s.firstStep = s.largestStep = 0.1;
        const RunResult r = a->run(s);
        const double inLibrary = a->factor().times().analyse + a->factor().times().factorise + a->factor().times().solve;
        int yielded = 0;
        for (const ShellElement::State& state : a->state().shells) yielded += state.yielded != 0 ? 1 : 0;
        // Assembly with plasticity: the present strains again, a little further on.
        State far = a->state();
        for (double& v : far.freedoms) v *= 1.02;
        System& loaded = const_cast<System&>(a->system());
        const double plastic = medianSeconds(5, [&] {
            loaded.evaluate(a->state(), far, internal, true);
            loaded.assemble();
        });

        auto e = Analysis::create(model, found);
        s.factors = {100};
        s.firstStep = s.largestStep = 1;
        e->run(s);
        BucklingResult modes;
        const double buckling = medianSeconds(1, [&] { modes = buckle(*e, membraneForces(*e)); });
        std::printf("%8d %8zu | %8.3f %8.4f %8.3f %8.3f %8.4f | %8.3f %8.3f %6.2f | %9.4f %8.2f %7.2f | %8.2f %8.0f\n",
                    system->map().equationCount(), model.shells.size(), prepare, elastic, order, factorise, solve, total,
                    librarySeconds, total / librarySeconds, plastic, a->times().total, a->times().total / inLibrary, buckling,
                    peakMegabytes());
        std::printf("         nonlinear: %s, %zu steps, %.0f %% of the shells yielded; seconds in elements %.2f, assembly %.2f, "
                    "library %.2f; %s, %zu modes\n",
                    r.isComplete() ? "complete" : r.message.c_str(), a->steps().size(),
                    100.0 * yielded / static_cast<double>(model.shells.size()), a->times().elements, a->times().assembly,
                    inLibrary, modes.isComplete ? "complete" : modes.message.c_str(), modes.modes.size());
        size.push_back(std::log(system->map().equationCount()));
        linear.push_back(std::log(total));
        nonlinear.push_back(std::log(a->times().total / static_cast<double>(a->steps().size())));
    }
    const auto slope = [&](const std::vector<double>& y) {
        double top = 0, bottom = 0;
        for (std::size_t i = 0; i < y.size(); ++i)
            top += (size[i] - mean(size)) * (y[i] - mean(y)), bottom += (size[i] - mean(size)) * (size[i] - mean(size));
        return top / bottom;
    };
    std::printf("cost grows as dofs to the power of %.2f (linear run), %.2f (a nonlinear step)\n", slope(linear),
                slope(nonlinear));
}
