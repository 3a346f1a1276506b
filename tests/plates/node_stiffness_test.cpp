#include "fe/analysis.h"
#include "plates/end_forces.h"
#include "plates/moment_rotation.h"
#include "plates/node_stiffness.h"
#include "plates/strength.h"
#include "support/joints.h"
#include <catch2/catch.hpp>

using namespace zg;

namespace {

ResolvedJoint resolved(const char* mark, double factor, const std::function<void(Joint&)>& change = {}) {
    const Job job = sample::demo();
    Joint joint = *findJoint(job, mark);
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 2;
    for (ActionSet& set : joint.actions)
        for (EndForces& f : set.forces) f.N *= factor, f.V *= factor, f.M *= factor;
    if (change) change(joint);
    const auto r = resolve(job, joint);
    REQUIRE(r);
    return *r;
}

NodeStiffness stiffnessOf(const ResolvedJoint& joint) {
    const auto k = nodeStiffness(joint, joint.actions[0]);
    if (!k) FAIL(joined(k.error()));
    return *k;
}

std::vector<double> times(const NodeStiffness& k, const std::vector<double>& u) {
    std::vector<double> f(u.size(), 0);
    for (std::size_t i = 0; i < u.size(); ++i)
        for (std::size_t j = 0; j < u.size(); ++j) f[i] += k.matrix[i * u.size() + j] * u[j];
    return f;
}

} // namespace

TEST_CASE("the stiffness of a node is symmetric and costs nothing in a rigid motion", "[plates][node]") {
    for (const char* mark : {"B2", "B3", "S1", "E2"}) {
        const NodeStiffness k = stiffnessOf(resolved(mark, 0.3));
        INFO(mark);
        const auto n = static_cast<std::size_t>(k.size());
        REQUIRE(k.matrix.size() == n * n);
        CHECK(k.ends.size() == (mark == std::string("B3") ? 4 : mark == std::string("B2") ? 3 : 2)); // E2: its column ends
        for (std::size_t i = 0; i < n; ++i)
            for (std::size_t j = 0; j < i; ++j)
                CHECK(std::abs(k.matrix[i * n + j] - k.matrix[j * n + i]) <=
                      1e-9 * std::sqrt(k.matrix[i * n + i] * k.matrix[j * n + j]));
        for (int way = 0; way < 6; ++way) {
            std::vector<double> u(n, 0);
            double most = 0;
            for (std::size_t e = 0; e < k.ends.size(); ++e) {
                fe::Vec3 move, spin;
                (way < 3 ? move : spin)[way % 3] = 1;
                move = move + cross(spin, {k.ends[e].at[0], k.ends[e].at[1], k.ends[e].at[2]});
                for (int c = 0; c < 3; ++c) u[6 * e + c] = move[c], u[6 * e + 3 + c] = spin[c];
            }
            for (std::size_t i = 0; i < n; ++i) most = std::max(most, std::abs(k.matrix[i * n + i] * u[i]));
            for (double f : times(k, u)) CHECK(std::abs(f) < 1e-9 * most);
        }
    }
}

TEST_CASE("the stiffness of a node answers to a little more load as the plates do", "[plates][node]") {
    std::vector<std::vector<double>> moved, loads;
    NodeStiffness k;
    for (double factor : {0.2, 0.202}) {
        const ResolvedJoint joint = resolved("B2", factor);
        if (moved.empty()) k = stiffnessOf(joint);
        PlateModelSettings model;
        model.isFreeEndLoaded = true;
        const auto m = buildJointModel(joint, model);
        REQUIRE(m);
        const std::vector<int> handles{m->beams[0].handle, m->freeEnd};
        std::vector<double> u(18, 0), f(18, 0);
        StrengthSettings settings;
        settings.wantsReserve = settings.keepsFrames = false;
        settings.atFull = [&](const fe::Analysis& a, const JointModel&) {
            for (std::size_t e = 0; e < 2; ++e)
                for (int c = 0; c < 6; ++c) u[6 * e + c] = a.displacement(handles[e], static_cast<fe::Freedom>(c));
        };
        REQUIRE(analyseSet(joint, joint.actions[0], 0, settings));
        for (const fe::NodalForce& force : endForces(joint, *m, joint.actions[0]))
            f[(force.node == handles[0] ? 0 : 6) + force.freedom] += force.value;
        moved.push_back(u);
        loads.push_back(f);
    }
    std::vector<double> du(18), df(18);
    double most[2] = {0, 0};
    for (std::size_t i = 0; i < 18; ++i) {
        du[i] = moved[1][i] - moved[0][i], df[i] = loads[1][i] - loads[0][i];
        most[i % 6 < 3 ? 0 : 1] = std::max(most[i % 6 < 3 ? 0 : 1], std::abs(df[i]));
    }
    const std::vector<double> answer = times(k, du);
    for (std::size_t i = 0; i < 12; ++i) CHECK(std::abs(answer[i] - df[i]) < 0.02 * most[i % 6 < 3 ? 0 : 1]);
}

TEST_CASE("no set, no stiffness: what acts is not known", "[plates][node]") {
    const ResolvedJoint joint = resolved("B1", 0);
    const auto k = nodeStiffness(joint, joint.actions[0]);
    REQUIRE_FALSE(k);
    CHECK(joined(k.error()).find("no forces") != std::string::npos);
}

TEST_CASE("a curve under nothing is the plain curve, one under a set passes through the set", "[plates][curve]") {
    const ResolvedJoint bare = resolved("B1", 1, [](Joint& j) {
        for (EndForces& f : j.actions[0].forces) f.N = f.V = 0;
        auto& forces = j.actions[0].forces;
        forces.erase(std::remove_if(forces.begin(), forces.end(), [](const EndForces& f) { return !(f.end == ends::right); }),
                     forces.end());
    });
    const auto plain = momentRotation(bare, ends::right, false);
    MomentRotationSettings settings;
    settings.under = &bare.actions[0];
    const auto under = momentRotation(bare, ends::right, false, settings);
    REQUIRE(plain);
    REQUIRE(under);
    CHECK(under->M_j_Rd == Approx(plain->M_j_Rd).epsilon(1e-6));
    CHECK(under->S_j_ini == Approx(plain->S_j_ini).epsilon(1e-6));

    const ResolvedJoint joint = resolved("B1", 1);
    settings.under = &joint.actions[0];
    const auto curve = momentRotation(joint, ends::right, false, settings);
    REQUIRE(curve);
    CHECK(curve->under == "U1");
    CHECK(curve->M_j_Rd > 0.7 * plain->M_j_Rd);
    StrengthSettings strength;
    strength.wantsReserve = false;
    const auto set = analyseSet(joint, joint.actions[0], 0, strength);
    REQUIRE(set);
    double bolts = 0, onCurve = 0;
    for (const BoltUse& b : set->strength.bolts) bolts += b.tension;
    for (double row : curve->at(58e6).rowBolts) onCurve += row;
    CHECK(onCurve == Approx(bolts).epsilon(0.03));
}

TEST_CASE("other forces that are too much by themselves leave no curve, and it says so", "[plates][curve]") {
    const ResolvedJoint joint = resolved("B1", 1, [](Joint& j) {
        for (EndForces& f : j.actions[0].forces)
            if (f.end == ends::right) f.N = 3e6;
    });
    MomentRotationSettings settings;
    settings.under = &joint.actions[0];
    const auto curve = momentRotation(joint, ends::right, false, settings);
    REQUIRE_FALSE(curve);
    CHECK(joined(curve.error()).find("no curve under them") != std::string::npos);
}
