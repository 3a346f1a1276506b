#include "build.h"
#include "fe/analysis.h"
#include "fe/inspect.h"
#include <catch2/catch.hpp>

using namespace build;

namespace {

// A cantilever strip along x, clamped at x = 0, with a unit load at its tip.
struct Cantilever {
    Builder b;
    Grid g;
    int tip;
};

Cantilever cantilever(const Material& m = {}, bool isHeld = true) {
    Cantilever c{{}, {}, 0};
    c.g = c.b.rectangle(c.b.plate("strip", 10, m), 10, 2, 200, 50);
    if (isHeld)
        for (int j = 0; j <= 2; ++j) c.b.model.fixAll(c.g.at(0, j), "root");
    c.tip = c.g.at(10, 1);
    c.b.model.cases.push_back({"tip load", {{c.tip, Uz, -1}}, {}});
    return c;
}

std::string refusal(const Model& m) {
    zg::Diagnostics found;
    CHECK(Analysis::create(m, found) == nullptr);
    REQUIRE(zg::hasErrors(found));
    return zg::joined(found);
}

RunResult runAll(const Model& m, double factor = 1) {
    zg::Diagnostics found;
    auto a = Analysis::create(m, found);
    REQUIRE(a);
    Stage s;
    s.factors.assign(m.cases.size(), factor);
    return a->run(s);
}

bool says(const std::string& text, const std::string& what) { return text.find(what) != std::string::npos; }

struct Stopper : zg::Progress {
    int calls = 0, after = 0;
    void report(double, const std::string&) override { ++calls; }
    [[nodiscard]] bool isCancelled() const override { return calls > after; }
};

} // namespace

TEST_CASE("models that cannot be computed are refused with the ids they concern", "[fe][faults]") {
    CHECK(says(refusal({}), "empty"));
    {
        Cantilever c = cantilever();
        c.b.model.nodes[c.g.at(3, 1)] = c.b.model.nodes[c.g.at(3, 0)];
        CHECK(says(refusal(c.b.model), "strip"));
    }
    {
        Cantilever c = cantilever();
        for (int j = 0; j <= 2; ++j) c.b.model.nodes[c.g.at(5, j)].x = c.b.model.nodes[c.g.at(4, j)].x;
        CHECK(says(refusal(c.b.model), "no area"));
    }
    {
        Cantilever c = cantilever();
        c.b.model.nodes[c.tip].z = std::nan("");
        CHECK(says(refusal(c.b.model), "not a number"));
    }
    {
        Cantilever c = cantilever();
        c.b.model.cases[0].forces[0].value = std::nan("");
        CHECK(says(refusal(c.b.model), "tip load"));
    }
    {
        Cantilever c = cantilever();
        c.b.model.cases[0].forces[0].node = 4000;
        CHECK(says(refusal(c.b.model), "does not exist"));
    }
    {
        Cantilever c = cantilever();
        c.b.model.cases[0].forces.push_back({c.b.model.addNode({0, 0, 500}), Ux, 1});
        CHECK(says(refusal(c.b.model), "nothing is attached"));
    }
    {
        Cantilever c = cantilever();
        c.b.model.parts[0].thickness = 0;
        CHECK(says(refusal(c.b.model), "thickness of strip"));
    }
    {
        Cantilever c = cantilever();
        c.b.model.materials[0].nu = 0.5;
        CHECK(says(refusal(c.b.model), "Poisson"));
    }
    {
        Cantilever c = cantilever();
        c.b.model.parts[0].layers = {LayerRuleKind::Simpson, 8};
        CHECK(says(refusal(c.b.model), "layers"));
    }
    {
        Cantilever c = cantilever();
        c.b.model.links.push_back({"spring S1",
                                   LinkRole::Spring,
                                   attachToNode(c.b.model.nodes, c.tip),
                                   {},
                                   {axisX, axisY, axisZ},
                                   false,
                                   LinearLaw{-5},
                                   1,
                                   0});
        CHECK(says(refusal(c.b.model), "spring S1"));
    }
}

TEST_CASE("parts that touch nothing are named before anything is computed", "[fe][faults]") {
    Cantilever c = cantilever();
    const int rib = c.b.plate("rib R2", 8);
    c.b.grid(rib, 2, 2, [](double u, double v) { return Vec3{100 + 30 * u, 25, 20 + 40 * v}; });
    const std::string why = refusal(c.b.model);
    CHECK(says(why, "rib R2"));
    CHECK(says(why, "touches nothing"));
    CHECK_FALSE(says(why, "strip"));
    CHECK(says(refusal(cantilever({}, false).b.model), "strip"));
}

TEST_CASE("a part that hangs on too little is found and its movement given", "[fe][faults]") {
    // A flap hinged to the strip by springs along one line: it turns freely.
    Cantilever c = cantilever();
    const int flap = c.b.plate("flap F1", 8);
    const Grid g = c.b.grid(flap, 2, 2, [](double u, double v) { return Vec3{100 + 40 * u, 25 + 1e-3 + 30 * v, 10}; });
    for (int i = 0; i <= 2; ++i)
        for (int k = 0; k < 3; ++k) {
            Link l{"hinge",
                   LinkRole::Spring,
                   attachToNode(c.b.model.nodes, g.at(i, 0)),
                   {},
                   {axisX, axisY, axisZ},
                   false,
                   LinearLaw{1e5},
                   1,
                   0};
            l.axes[0] = k == 0 ? axisX : k == 1 ? axisY : axisZ;
            l.b = attachToNode(c.b.model.nodes, c.g.at(5 + i, 1), {0, 0, 10});
            c.b.model.links.push_back(l);
        }
    const RunResult r = runAll(c.b.model);
    CHECK(r.reason == StopReason::Mechanism);
    REQUIRE_FALSE(r.ids.empty());
    CHECK(r.ids.front() == "flap F1");
    CHECK(says(r.message, "flap F1 can move freely"));
    REQUIRE(r.shape.size() == 6 * c.b.model.nodes.size());
    // The free end of the flap moves most.
    CHECK(std::abs(r.shape[6 * g.at(0, 2) + 2]) > 0.9);
}

TEST_CASE("supports that leave a movement open are found", "[fe][faults]") {
    Cantilever c = cantilever({}, false);
    for (int j = 0; j <= 2; ++j) c.b.model.fix(c.g.at(0, j), {Ux, Uy, Uz, Rx, Rz}, "hinge");
    const RunResult r = runAll(c.b.model);
    CHECK(r.reason == StopReason::Mechanism);
    CHECK(says(r.message, "strip"));
}

TEST_CASE("contradictory movements are named, repeated supports do no harm", "[fe][faults]") {
    Cantilever c = cantilever();
    c.b.model.fixAll(c.g.at(0, 1), "root again");
    CHECK(runAll(c.b.model).isComplete());
    const int other = c.b.model.fix(c.g.at(0, 1), {Uz}, "jack");
    c.b.model.cases[0].movements.push_back({other, 5});
    const std::string why = refusal(c.b.model);
    CHECK(says(why, "jack"));
    CHECK(says(why, "contradicts root"));
}

TEST_CASE("a load beyond the limit ends in words at the limit, with what had been reached", "[fe][faults]") {
    Material m;
    m.f_y = 235;
    Cantilever c = cantilever(m);
    zg::Diagnostics found;
    auto a = Analysis::create(c.b.model, found);
    // M_p/L = 235 * 50 * 100/4 / 200 = 1469 N, a little more for the hinge's place and plate action.
    Stage s;
    s.factors = {5000};
    s.firstStep = s.largestStep = 0.1;
    const RunResult r = a->run(s);
    CHECK(r.reason == StopReason::LimitLoad);
    CHECK(says(r.message, "strip"));
    CHECK(a->state().factors[0] > 1300);
    CHECK(a->state().factors[0] < 1900);
    CHECK(a->steps().back().residual < 1e-6);
    CHECK(says(r.message, "tip load") == false);
}

TEST_CASE("stages that make no sense are refused, absurd loads end", "[fe][faults]") {
    Cantilever c = cantilever();
    zg::Diagnostics found;
    auto a = Analysis::create(c.b.model, found);
    Stage s;
    CHECK(a->run(s).reason == StopReason::Invalid);
    s.factors = {std::nan("")};
    CHECK(a->run(s).reason == StopReason::Invalid);
    s.factors = {1};
    s.control = Control::Displacement;
    CHECK(a->run(s).reason == StopReason::Invalid);
    s.watched = {{c.g.at(0, 0), Uz, 1}};
    s.target = 1;
    CHECK(a->run(s).reason == StopReason::Invalid);
    s.watched = {{c.tip, Uz, 1}};
    s.control = Control::Load;
    s.factors = {1e30};
    const RunResult r = a->run(s);
    CHECK((r.isComplete() || r.reason == StopReason::NotConverged));
}

TEST_CASE("an infinite load on a yielding plate ends, and soon", "[fe][faults]") {
    Material m;
    m.f_y = 235;
    Cantilever c = cantilever(m);
    const RunResult r = runAll(c.b.model, 1e30);
    CHECK_FALSE(r.isComplete());
    CHECK_FALSE(r.message.empty());
}

TEST_CASE("cancelling stops between iterations and keeps what was reached", "[fe][faults]") {
    Material m;
    m.f_y = 235;
    m.E_t = 210;
    Cantilever c = cantilever(m);
    zg::Diagnostics found;
    auto a = Analysis::create(c.b.model, found);
    Stage s;
    s.factors = {1400};
    s.firstStep = s.largestStep = 0.05;
    Stopper stop;
    stop.after = 5;
    const RunResult r = a->run(s, {}, &stop);
    CHECK(r.reason == StopReason::Cancelled);
    CHECK(a->steps().size() == 5);
    CHECK(a->state().factors[0] == Approx(0.25 * 1400));
    // And it can go on from there.
    CHECK(a->run(s).isComplete());
    CHECK(a->state().factors[0] == Approx(1400));
}

TEST_CASE("the caller's condition ends a stage", "[fe][faults]") {
    Cantilever c = cantilever();
    zg::Diagnostics found;
    auto a = Analysis::create(c.b.model, found);
    Stage s;
    s.factors = {100};
    s.firstStep = s.largestStep = 0.1;
    const RunResult r = a->run(s, [](const Analysis&, const Step& step) { return step.tau < 0.35; });
    CHECK(r.reason == StopReason::Stopped);
    CHECK(a->steps().back().tau == Approx(0.4));
}
