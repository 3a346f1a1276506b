#include "support/joints.h"
#include "support/reference.h"
#include <algorithm>
#include <cmath>

/// Identities that need no source: scaling, symmetry, monotony, equilibrium, tracing.
using namespace zg;

namespace {

void scale(Section& s, double f) {
    for (double* x : {&s.h, &s.b, &s.t_w, &s.t_f, &s.r, &s.webWeldThroat}) *x *= f;
    s.A *= f * f;
    s.W_el_y *= f * f * f;
    s.W_pl_y *= f * f * f;
    s.I_y *= f * f * f * f;
}

void scale(ResolvedSide& s, double f) {
    scale(s.beam.section, f);
    s.depth *= f;
    s.flange *= f;
    for (double* x : {&s.bolt.d, &s.bolt.d_0, &s.bolt.washerOuter, &s.bolt.washerThickness, &s.bolt.headHeight, &s.bolt.nutHeight,
                      &s.bolt.d_m, &s.bolt.acrossCorners})
        *x *= f;
    s.bolt.A_s *= f * f;
    s.bolt.A *= f * f;
    for (double* x : {&s.spec.plate.thickness, &s.spec.plate.width, &s.spec.plate.above, &s.spec.plate.below, &s.spec.bolts.gauge,
                      &s.spec.topWeld.throat, &s.spec.bottomWeld.throat, &s.spec.webWeld.throat})
        *x *= f;
    for (BoltRowSpec& r : s.spec.rows) r.position *= f;
    for (auto* st : {&s.spec.stiffenerTop, &s.spec.stiffenerBottom}) {
        if (!*st) continue;
        (*st)->thickness *= f;
        (*st)->throat *= f;
        if ((*st)->width) *(*st)->width *= f;
    }
}

ResolvedJoint scaled(ResolvedJoint j, double f) {
    scale(j.column.section, f);
    scale(j.sides.front(), f);
    if (j.columnSpec.endAbove) *j.columnSpec.endAbove *= f;
    for (ActionSet& a : j.actions) {
        forcesOf(a, ends::right).N *= f * f;
        forcesOf(a, ends::right).V *= f * f;
        forcesOf(a, ends::right).M *= f * f * f;
    }
    return j;
}

ResolvedJoint resolvedOf(const Joint& joint) {
    const Job job = sample::jobOf(joint);
    const auto r = resolve(job, job.joints[0]);
    if (!r) FAIL(joined(r.error()));
    return *r;
}

/// The joint turned upside down: what was at the top is at the bottom.
Joint upsideDown(Joint j, double depth) {
    EndPlate& s = endPlate(j, ends::right);
    std::swap(s.plate.above, s.plate.below);
    std::swap(s.topWeld, s.bottomWeld);
    for (Fitting& f : j.fittings)
        if (f.at) f.at->flange = f.at->flange == FlangeSide::Top ? FlangeSide::Bottom : FlangeSide::Top;
    for (BoltRowSpec& r : s.rows) r.position = depth - r.position;
    std::reverse(s.rows.begin(), s.rows.end());
    for (ActionSet& a : j.actions) {
        forcesOf(a, ends::right).M = -forcesOf(a, ends::right).M;
        forcesOf(a, ends::right).V = -forcesOf(a, ends::right).V;
    }
    return j;
}

bool sameBits(const ConnectionResult& a, const ConnectionResult& b) {
    bool same = a.M_j_Rd == b.M_j_Rd && a.utilisation == b.utilisation && a.stiffness.S_j_ini == b.stiffness.S_j_ini &&
                a.stiffness.z_eq == b.stiffness.z_eq && a.V_wp_Rd == b.V_wp_Rd && a.F_c_wc_Rd == b.F_c_wc_Rd &&
                a.F_c_fb_Rd == b.F_c_fb_Rd && a.rows.size() == b.rows.size();
    for (std::size_t i = 0; same && i < a.rows.size(); ++i)
        same =
            a.rows[i].F_tr_Rd == b.rows[i].F_tr_Rd && a.rows[i].k_eff == b.rows[i].k_eff && a.rows[i].F_r_Ed == b.rows[i].F_r_Ed;
    return same;
}

} // namespace

TEST_CASE("a joint s times as large carries s³ the moment and is s³ as stiff", "[component][property]") {
    for (const auto make : {sample::workedFlush, sample::workedExtended, sample::workedRoof}) {
        Joint j = make();
        j.actions.push_back(sample::actions("U1", 0, 60e3, 50e6));
        const ResolvedJoint base = resolvedOf(j);
        const JointResult one = verify(base, 0);
        for (const double s : {0.5, 1.2}) {
            const JointResult other = verify(scaled(base, s), 0);
            CHECK_SAME(other.connections[0].M_j_Rd, one.connections[0].M_j_Rd * s * s * s, 1e-12);
            CHECK_SAME(other.connections[0].stiffness.S_j_ini, one.connections[0].stiffness.S_j_ini * s * s * s, 1e-12);
            CHECK_SAME(other.connections[0].utilisation, one.connections[0].utilisation, 1e-11);
        }
    }
}

TEST_CASE("the joint upside down under the reversed moment is the same joint", "[component][property]") {
    Job job = sample::extendedJob();
    const double depth = 400;
    const JointResult one = sample::verified(job);
    job.joints[0] = upsideDown(job.joints[0], depth);
    const JointResult other = sample::verified(job);
    REQUIRE(one.connections.size() == other.connections.size());
    for (std::size_t i = 0; i < one.connections.size(); ++i) {
        CHECK(one.connections[i].isReversed != other.connections[i].isReversed);
        CHECK_SAME(one.connections[i].M_j_Rd, other.connections[i].M_j_Rd, 1e-12);
        CHECK_SAME(one.connections[i].stiffness.S_j_ini, other.connections[i].stiffness.S_j_ini, 1e-12);
        CHECK_SAME(one.connections[i].utilisation, other.connections[i].utilisation, 1e-12);
    }
    CHECK_SAME(one.utilisation, other.utilisation, 1e-12);
}

TEST_CASE("left and right exchanged give the same numbers on the other side", "[component][property]") {
    Job job = sample::demo();
    Joint& j = job.joints[2];
    REQUIRE(isTwoSided(j));
    const JointResult one = sample::verified(job, 2);
    const double level = framing(j, ends::left).level;
    const auto other_ = [](EndId id) { return id == ends::right ? ends::left : id == ends::left ? ends::right : id; };
    for (Member& m : j.members) {
        m.id = other_(m.id);
        if (Framing* f = std::get_if<Framing>(&m.placement))
            f->direction = f->direction == Direction::Right ? Direction::Left : Direction::Right;
    }
    for (Connection& c : j.connections) c.end = other_(c.end);
    for (Fitting& f : j.fittings) {
        f.on = other_(f.on);
        if (f.at) f.at->connection = other_(f.at->connection);
    }
    framing(j, ends::right).level = 0;
    framing(j, ends::left).level = -level;
    for (ActionSet& a : j.actions)
        for (EndForces& f : a.forces) {
            f.end = other_(f.end);
            if (f.end == ends::above || f.end == ends::below) f.M = -f.M, f.V = -f.V;
        }
    const JointResult other = sample::verified(job, 2);
    for (const ConnectionResult& c : one.connections) {
        const auto twin = std::find_if(other.connections.begin(), other.connections.end(),
                                       [&](const ConnectionResult& o) { return o.set == c.set && o.side != c.side; });
        REQUIRE(twin != other.connections.end());
        CHECK_SAME(c.M_j_Rd, twin->M_j_Rd, 1e-12);
        CHECK_SAME(c.beta, twin->beta, 1e-12);
        CHECK_SAME(c.sigma_com, twin->sigma_com, 1e-9);
    }
    for (std::size_t i = 0; i < one.balance.size(); ++i) CHECK(one.balance[i].isBalanced == other.balance[i].isBalanced);
}

TEST_CASE("a thicker plate never lowers its own component", "[component][property]") {
    Job job = sample::extendedJob();
    std::vector<double> last(4, 0.0);
    for (double t = 6; t <= 60; t += 2) {
        endPlate(job.joints[0], ends::right).plate.thickness = t;
        const JointResult r = sample::verified(job);
        for (std::size_t i = 0; i < r.connections[0].rows.size(); ++i) {
            REQUIRE(r.connections[0].rows[i].at(Limit::EndPlate).alone);
            CHECK(*r.connections[0].rows[i].at(Limit::EndPlate).alone >= last[i] - 1e-6);
            last[i] = *r.connections[0].rows[i].at(Limit::EndPlate).alone;
        }
    }
}

TEST_CASE("rows and compression are in equilibrium with the moment", "[component][property]") {
    for (const Joint& joint : sample::demo().joints) {
        const Job job = sample::demo();
        const auto result = verify(job, joint);
        REQUIRE(result);
        for (const ConnectionResult& c : result->connections) {
            double M = 0;
            double T = 0;
            for (const RowResult& r : c.rows) {
                M += r.F_tr_Rd * r.h_r;
                T += r.F_tr_Rd;
            }
            const double H = c.isAxialCounted ? c.forces.N : 0;
            CHECK_SAME(T, c.T_Rd, 1e-12);
            // A splice has no column's web.
            const double most = c.hasPanel ? std::min(c.F_c_wc_Rd, c.F_c_fb_Rd) : c.F_c_fb_Rd;
            CHECK(T - H <= most * (1 + 1e-12));
            if (!c.isAxialCounted) CHECK_SAME(M, c.M_j_Rd, 1e-12);
            // At M_Ed: moment about the centre of compression, and horizontal equilibrium.
            double M_Ed = 0;
            double T_Ed = 0;
            for (const RowResult& r : c.rows) {
                M_Ed += r.F_r_Ed * r.h_r;
                T_Ed += r.F_r_Ed;
            }
            if (!c.isAxialCounted) CHECK_SAME(M_Ed, c.M_Ed, 1e-9);
            if (c.C_Ed > 0) CHECK_SAME(T_Ed - H, c.C_Ed, 1e-9);
        }
    }
}

TEST_CASE("the traced run gives the bits of the plain run", "[component][tracing]") {
    const Job job = sample::demo();
    for (const Joint& joint : job.joints) {
        const auto resolved = resolve(job, joint);
        REQUIRE(resolved);
        const JointResult plain = verify(*resolved, 1);
        const TracedVerification traced = verifyTraced(*resolved, 1);
        REQUIRE(plain.checks.size() == traced.result.checks.size());
        for (std::size_t i = 0; i < plain.checks.size(); ++i) {
            CHECK(plain.checks[i].utilisation == traced.result.checks[i].utilisation);
            CHECK(plain.checks[i].resistance == traced.result.checks[i].resistance);
        }
        REQUIRE(plain.connections.size() == traced.result.connections.size());
        for (std::size_t i = 0; i < plain.connections.size(); ++i)
            CHECK(sameBits(plain.connections[i], traced.result.connections[i]));
        CHECK(traced.lines.size() > 300);
    }
}

TEST_CASE("utilisation grows with the moment and passes one where the resistance is", "[component][property]") {
    Job job = sample::extendedJob();
    job.joints[0].actions.resize(1);
    forcesOf(job.joints[0].actions[0], ends::right).N = 0;
    const double M_Rd = sample::verified(job).connections[0].M_j_Rd;
    double last = 0;
    for (double share = 0.1; share < 1.6; share += 0.1) {
        forcesOf(job.joints[0].actions[0], ends::right).M = share * M_Rd;
        const JointResult r = sample::verified(job);
        CHECK_SAME(r.connections[0].utilisation, share, 1e-9);
        CHECK(r.utilisation >= last);
        last = r.utilisation;
        if (share > 1.001) CHECK(r.state == CheckState::Over);
    }
}
