#include "component/haunch.h"
#include "component/haunch_section.h"
#include "component/side_model.h"
#include "support/laid_out.h"
#include "support/reference.h"
#include <cmath>

/// Haunched joints against docs/theory/worked-haunches.md, which a script prints that shares nothing with the program.
using namespace zg;

namespace {

/// kN, kNm, MNm/rad; of the page, in its order.
struct Worked {
    double M_j_Rd, use, S_j_ini, F_c_fb, V_w, M_toe, F_h, C_f, S, kink, toe, Q;
    std::vector<double> rows;
};
const std::vector<Worked> page{
    {667.337,
     0.730561,
     192.326,
     1107.14,
     -87.3617,
     358.361,
     697.188,
     871.062,
     -207.695,
     281.673,
     525.497,
     21.7765,
     {422.38, 330.2, 0.0, 0.0, 0.0}},
    {515.404,
     0.467882,
     142.146,
     1218.98,
     62.7726,
     -160.744,
     -421.058,
     -396.187,
     -4.44569,
     129.552,
     752.332,
     8.55466,
     {486.6, 322.8, 3.81, 0.0}},
    {894.188,
     0.571372,
     347.362,
     1134.1,
     -55.1069,
     345.943,
     734.282,
     837.54,
     -127.884,
     222.552,
     538.527,
     20.9385,
     {433.14, 508.32, 126.13, 0.0, 0.0}},
    {553.276,
     0.42069,
     333.853,
     1218.98,
     47.8248,
     -138.314,
     -385.675,
     -341.171,
     -31.5697,
     99.0451,
     783.699,
     7.35427,
     {508.32, 336.31, 86.43, 35.64}},
    {326.752,
     0.808281,
     418.445,
     1218.98,
     198.18,
     -273.186,
     -419.403,
     -581.437,
     186.287,
     206.816,
     739.363,
     16.8359,
     {508.32, 118.08, 50.8}},
    {721.183,
     0.185035,
     1155.86,
     1205.91,
     -69.1116,
     120.899,
     189.297,
     254.673,
     -76.3225,
     90.5868,
     520.03,
     6.36683,
     {426.49, 508.32, 317.34, 0.0}},
    {582.85,
     0.549026,
     165.027,
     995.365,
     -31.3558,
     207.5,
     549.525,
     536.869,
     -29.6155,
     223.696,
     449.716,
     13.4217,
     {418.96, 504.95, 0.0, 0.0}},
    {305.78,
     0.490549,
     98.1686,
     1078.31,
     76.7179,
     -112.5,
     -270.136,
     -291.074,
     41.7178,
     121.281,
     633.803,
     7.27684,
     {508.32, 113.83, 46.74}},
    {958.26,
     0.372642,
     2862.51,
     1068.65,
     -114.489,
     307.266,
     528.954,
     765.71,
     -267.039,
     270.871,
     520.331,
     19.1427,
     {369.72, 508.32, 41.0, 0.0, 0.0, 0.0}},
    {728.549,
     0.282056,
     1753.84,
     929.019,
     74.8635,
     -133.633,
     -265.829,
     -336.92,
     86.3101,
     119.186,
     740.074,
     6.923,
     {508.32, 368.46, 127.05, 0.0, 0.0}},
};

/// Half a unit of the sixth digit, in which the page prints.
Reference printed(double value, const char* unit) {
    return {value, 0.6 * std::pow(10, std::floor(std::log10(std::max(1e-9, std::abs(value)))) - 5), unit,
            "docs/theory/worked-haunches.md"};
}

const Check& checkOf(const JointResult& r, CheckCode code, int set, EndId side) {
    for (const Check& c : r.checks)
        if (c.code == code && (c.set == set || c.set < 0) && c.side == side) return c;
    FAIL("no such check");
    return r.checks.front();
}

void compare(const Job& job, std::size_t index, const char* set, const Worked& want) {
    const auto joint = resolve(job, job.joints[index]);
    REQUIRE(joint);
    const JointResult r = verify(*joint, 0);
    int at = -1;
    for (std::size_t i = 0; i < r.actions.size(); ++i)
        if (r.actions[i].id == set) at = static_cast<int>(i);
    REQUIRE(at >= 0);
    const ConnectionResult* c = nullptr;
    for (const ConnectionResult& k : r.connections)
        if (k.set == at && k.side == ends::right) c = &k;
    REQUIRE(c);
    INFO(job.joints[index].mark << " " << set);
    CHECK_REFERENCE(c->M_j_Rd / 1e6, printed(want.M_j_Rd, "kNm"));
    CHECK_REFERENCE(checkOf(r, CheckCode::JointMoment, at, ends::right).utilisation, printed(want.use, ""));
    CHECK_REFERENCE(c->stiffness.S_j_ini / 1e9, printed(want.S_j_ini, "MNm/rad"));
    CHECK_REFERENCE(c->F_c_fb_Rd / 1e3, printed(want.F_c_fb, "kN"));
    REQUIRE(c->rows.size() == want.rows.size());
    for (std::size_t i = 0; i < want.rows.size(); ++i)
        CHECK_REFERENCE(c->rows[i].F_tr_Rd / 1e3, (Reference{want.rows[i], 0.006, "kN", "docs/theory/worked-haunches.md"}));
    // The cuts through the haunch.
    const ResolvedSide& s = *joint->side(ends::right);
    const SideModel m = makeSideModel(*joint, ends::right, c->isReversed);
    double flange = c->C_Ed;
    if (c->isReversed) {
        flange = 0;
        for (const RowResult& row : c->rows)
            for (const RowModel& model : m.rows)
                if (model.place == row.place && m.webBeside(model.y) < 1) flange -= row.F_r_Ed;
    }
    const HaunchForces f = haunchForces(s, *s.haunchBelow, c->forces, flange);
    CHECK_REFERENCE(webShear(m, c->forces.V, c->T_Ed, c->C_Ed) / 1e3, printed(want.V_w, "kN"));
    CHECK_REFERENCE(f.toe.M / 1e6, printed(want.M_toe, "kNm"));
    CHECK_REFERENCE(f.atPlate / 1e3, printed(want.F_h, "kN"));
    CHECK_REFERENCE(f.memberFlange / 1e3, printed(want.C_f, "kN"));
    // A difference of two numbers of six digits.
    CHECK_REFERENCE(f.along / 1e3, (Reference{want.S, 1e-5 * std::abs(want.F_h), "kN", "docs/theory/worked-haunches.md"}));
    const Check& toe = checkOf(r, c->isReversed ? CheckCode::HaunchToeTension : CheckCode::HaunchToeCompression, at, ends::right);
    CHECK_REFERENCE(toe.demand / 1e3, printed(want.kink, "kN"));
    CHECK_REFERENCE(toe.resistance / 1e3, printed(want.toe, "kN"));
    // The restraint is said once, with the largest of all sets: this one alone.
    Joint alone = job.joints[index];
    alone.actions = {alone.actions[static_cast<std::size_t>(at)]};
    const JointResult its = verify(*resolve(job, alone), 0);
    CHECK_REFERENCE(checkOf(its, CheckCode::NotDoneToeRestraint, 0, ends::right).demand / 1e3, printed(want.Q, "kN"));
}

} // namespace

TEST_CASE("haunched joints worked longhand, five kinds in both senses", "[verification][haunch]") {
    const Job demo = sample::demo();
    const auto of = [&](const char* mark) {
        for (std::size_t i = 0; i < demo.joints.size(); ++i)
            if (demo.joints[i].mark == mark) return i;
        FAIL("no such joint");
        return std::size_t(0);
    };
    compare(demo, of("E2"), "U1", page[0]);
    compare(demo, of("E2"), "R1", page[1]);
    compare(demo, of("V1"), "U2", page[2]);
    compare(demo, of("V1"), "R1", page[3]);
    compare(demo, of("A1"), "U1", page[4]);
    compare(demo, of("A1"), "R1", page[5]);
    RecipeInput in;
    in.column = {"HEB 300", "S355"};
    in.beam = {"IPE 400", "S355"};
    in.span = 9000;
    in.haunchDepth = 250, in.haunchLength = 600;
    Job job = sample::laidOut(haunchedBeamRecipe, in, "B9");
    job.joints[0].actions = {sample::actions("U1", 0, 180e3, 320e6), sample::actions("R1", 0, -60e3, -150e6)};
    compare(job, 0, "U1", page[6]);
    compare(job, 0, "R1", page[7]);
    RecipeInput corner;
    corner.beam = {"IPE 450", "S355"};
    corner.span = 18000;
    corner.slope = 8 * 0.017453292519943295;
    job = sample::laidOut(kneeRecipe, corner, "K9");
    job.joints[0].actions = {sample::actions("U1", -120e3, 90e3, 420e6), sample::actions("R1", 60e3, -45e3, -190e6)};
    compare(job, 0, "U1", page[8]);
    compare(job, 0, "R1", page[9]);
}
