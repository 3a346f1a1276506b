#include "catalogue/bolts.h"
#include "exchange/dxf_file.h"
#include "exchange/lists_file.h"
#include "joint/edit.h"
#include "joint/recipes/recipe.h"
#include "lists/flat_drawing.h"
#include "lists/tables.h"
#include "support/joints.h"
#include "support/reference.h"
#include <cmath>

/// Lists of pieces, bolts and welds against sums by hand, and what they must keep to.
using namespace zg;

namespace {

const JointLists& of(const JobLists& lists, const std::string& mark) {
    const auto at = std::find_if(lists.joints.begin(), lists.joints.end(), [&](const auto& j) { return j.mark == mark; });
    REQUIRE(at != lists.joints.end());
    return *at;
}

/// A joint of a recipe with the sections given.
Job made(const char* recipe, const char* column, const char* beam, const char* other = nullptr) {
    Job job;
    Joint joint;
    joint.id = "j", joint.mark = "J1";
    RecipeInput in;
    in.column = {column, "S355"};
    in.beam = {beam, "S355"};
    if (other) in.other = MemberSpec{other, "S355"};
    REQUIRE(layOut(joint, *findRecipe(recipe), job, in));
    job.joints = {joint};
    return job;
}

double drawnArea(const FlatDrawing& d, const std::string& layer) {
    double sum = 0;
    for (const auto& l : d.lines)
        if (l.layer.rfind(layer, 0) == 0) sum += areaOf(l.points) * std::strtod(l.layer.c_str() + 4, nullptr);
    return sum;
}

} // namespace

TEST_CASE("masses, welds and bolts of three joints are those of sums by hand", "[lists]") {
    const JobLists lists = listsOf(sample::demo());
    // B1: one end plate 20 x 160 x 330; IPE 300 (b 150, t_f 10.7, t_w 7.1, r 15): flange fillets b + (b - t_w - 2 r), a 6, web
    // fillets 2 (300 - 21.4 - 30), a 4; six bolts through plate and flange (HEB 200: 15 mm).
    const JointLists& b1 = of(lists, "B1");
    CHECK_SAME(b1.totals.pieceMass, 20 * 160 * 330 * 7.85e-6, 1e-12);
    CHECK_SAME(b1.totals.surface, 2 * 160 * 330 + 2 * (160 + 330) * 20, 1e-12);
    const double flange = 150 + (150 - 7.1 - 30), web = 2 * (300 - 21.4 - 30);
    CHECK_SAME(b1.totals.fillet, 2 * flange + web, 1e-12);
    CHECK_SAME(b1.totals.weldVolume, 2 * flange * 36 + web * 16, 1e-12);
    REQUIRE(b1.bolts.size() == 1);
    // M20: 20 + 15 grip, two washers of 3, nut 18, one pitch of 2.5: 61.5 under the head, 65 is listed; thread 2 d + 6 = 46
    // less what lies beyond the grip and its washers.
    const BoltOrder& m20 = b1.bolts[0].order;
    CHECK(b1.bolts[0].count == 6);
    CHECK_SAME(m20.grip, 35.0, 1e-12);
    CHECK_SAME(m20.needed, 35 + 6 + 18 + 2.5, 1e-12);
    CHECK(m20.length == 65);
    CHECK_SAME(*m20.threadInGrip, 46 - (65 - 41.0), 1e-12);
    // E1: end plate 25 x 200 x 557.5, two pairs of stiffeners 15 x 144 x 262, fillets 7 on both sides along the web and both
    // flanges.
    const JointLists& e1 = of(lists, "E1");
    CHECK_SAME(e1.totals.pieceMass, (25 * 200 * 557.5 + 4 * 15 * 144 * 262) * 7.85e-6, 2e-3); // sizes to the digits shown
    CHECK(e1.pieces.size() == 2);
    CHECK(e1.pieces[1].count == 4);
    double stiffeners = 0;
    for (const WeldRow& w : e1.welds)
        if (w.line.part.kind == PartKind::StiffenerTop || w.line.part.kind == PartKind::StiffenerBottom) stiffeners += w.line.run;
    CHECK_SAME(stiffeners, 4 * 2 * (262 + 2 * 144 - 1.0), 2e-3); // the width is 143.5
    // S1: two equal end plates 25 x 200 x 622.5 of a splice, ten bolts M24 through both.
    const JointLists& s1 = of(lists, "S1");
    REQUIRE(s1.pieces.size() == 1);
    CHECK(s1.pieces[0].count == 2);
    CHECK_SAME(s1.totals.pieceMass, 2 * 25 * 200 * 622.5 * 7.85e-6, 1e-4);
    CHECK_SAME(s1.bolts[0].order.grip, 50.0, 1e-12);
    CHECK(s1.bolts[0].count == 10);
}

TEST_CASE("a bolt weighs what its head, shank, nut and washers do", "[lists]") {
    // M20 x 65 (ISO 4014, 4032, 7089): hexagons 30 across flats (32.95 across corners), 12.5 and 18 high, washers 37 x 3.
    const BoltSize& m20 = *findBoltSize("M20");
    const double hexagon = 3 * std::sqrt(3.0) / 8 * 32.95 * 32.95, shank = M_PI / 4 * 400, washer = M_PI / 4 * 37 * 37 - shank;
    CHECK_SAME(massOf(m20, 65), 7.85e-6 * (hexagon * 12.5 + shank * 65 + (hexagon - shank) * 18 + 2 * washer * 3), 1e-9);
}

TEST_CASE("weld metal: fillets a², butt welds a bevel of 45° with 3 mm opening", "[lists]") {
    CHECK(weldSection(WeldKind::Fillet, 6, 20) == 36);
    CHECK(weldSection(WeldKind::Butt, 6, 20) == 3 * 20 + 20 * 20 / 2.0);
}

TEST_CASE("areas of the parts to be cut come to the mass of the list", "[lists][dxf]") {
    const auto check = [](const Job& job) {
        const JobLists lists = listsOf(job);
        double plates = 0;
        std::size_t holes = 0, count = 0;
        for (const PieceRow& r : lists.pieces) {
            if (r.piece.outline.empty()) continue;
            plates += r.count * r.piece.mass;
            holes += static_cast<std::size_t>(r.count) * r.piece.holes.size();
            count += static_cast<std::size_t>(r.count);
        }
        const FlatDrawing d = cutPlan(lists);
        CHECK_SAME(drawnArea(d, "CUT ") * steelDensity, plates, 1e-9);
        CHECK(d.circles.size() == holes);
        CHECK(static_cast<std::size_t>(std::count_if(d.lines.begin(), d.lines.end(),
                                                     [](const auto& l) { return l.layer.rfind("CUT ", 0) == 0; })) == count);
        // No part lies on another: rectangles around them are apart.
        std::vector<std::array<double, 4>> boxes;
        for (const auto& l : d.lines) {
            if (l.layer.rfind("CUT ", 0) != 0) continue;
            std::array<double, 4> b{1e30, -1e30, 1e30, -1e30};
            for (const Point2 p : l.points)
                b = {std::min(b[0], p.x), std::max(b[1], p.x), std::min(b[2], p.y), std::max(b[3], p.y)};
            for (const auto& o : boxes) CHECK((b[0] >= o[1] || o[0] >= b[1] || b[2] >= o[3] || o[2] >= b[3]));
            boxes.push_back(b);
        }
    };
    check(sample::demo());
    for (const Recipe& r : recipes()) check(made(r.key, "HEB 300", "IPE 450", r.asksOther ? "IPE 360" : nullptr));
}

TEST_CASE("the whole is the sum of its joints, and every part of the assembly is listed once", "[lists]") {
    for (const Recipe& r : recipes()) {
        INFO(r.key);
        Job job = made(r.key, "HEB 300", "IPE 500", r.asksOther ? "IPE 400" : nullptr);
        Job twice = job;
        Joint second = job.joints[0];
        second.id = "k", second.mark = "J2";
        twice.joints.push_back(second);
        const JobLists one = listsOf(job), two = listsOf(twice);
        CHECK_SAME(two.totals.pieceMass, 2 * one.totals.pieceMass, 1e-12);
        CHECK_SAME(two.totals.cost.total(), 2 * one.totals.cost.total(), 1e-12);
        CHECK(two.pieces.size() == one.pieces.size()); // the same shapes under the same marks
        for (std::size_t i = 0; i < one.pieces.size(); ++i) {
            CHECK(two.pieces[i].mark == one.pieces[i].mark);
            CHECK(two.pieces[i].count == 2 * one.pieces[i].count);
        }
        if (!one.pieces.empty()) CHECK(listsOf(twice, "J2").pieces.front().mark == two.joints[1].pieces.front().mark);
        const auto resolved = resolve(job, job.joints[0]);
        REQUIRE(resolved);
        const Assembly assembly = buildAssembly(*resolved);
        std::size_t pieces = 0;
        for (const PlatePart& p : assembly.plates)
            pieces += p.part.kind != PartKind::ColumnWeb && p.part.kind != PartKind::ColumnFlange && !isOfBeam(p.part) &&
                      p.part.kind != PartKind::HaunchWeb;
        std::size_t listed = 0;
        for (const PieceRow& p : one.pieces) {
            const bool isWeb = p.piece.parts.front().kind == PartKind::HaunchWeb && p.piece.cutFrom.empty();
            listed += isWeb ? 0 : static_cast<std::size_t>(p.count);
        }
        CHECK(listed == pieces);
        CHECK(static_cast<std::size_t>(one.totals.bolts) == assembly.bolts.size());
        CHECK_SAME(costOf(job, *resolved).total(), one.totals.cost.total(), 1e-12);
    }
}

TEST_CASE("pieces cut alike have one mark: turned and on the other face, not with a hole elsewhere or a mark", "[lists]") {
    Piece p;
    p.outline = {{0, 0}, {200, 0}, {150, 100}, {0, 100}};
    p.holes = {{{30, 20}, 22}};
    p.thickness = 12, p.steel = "S355";
    const auto moved = [&](double angle, bool isFlipped) {
        Piece q = p;
        const auto at = [&](Point2 a) {
            if (isFlipped) a.y = -a.y;
            return Point2{7 + a.x * std::cos(angle) - a.y * std::sin(angle), -3 + a.x * std::sin(angle) + a.y * std::cos(angle)};
        };
        for (Point2& a : q.outline) a = at(a);
        for (HoleIn& h : q.holes) h.centre = at(h.centre);
        for (auto& m : q.marks) m = {at(m[0]), at(m[1])};
        return q;
    };
    for (const double angle : {0.0, 0.3, 1.5707963267948966, 3.0}) {
        CHECK(shapeKey(moved(angle, false)) == shapeKey(p));
        CHECK(shapeKey(moved(angle, true)) == shapeKey(p));
    }
    Piece other = p;
    other.holes[0].centre.x += 0.5;
    CHECK(shapeKey(other) != shapeKey(p));
    other = p;
    other.steel = "S275";
    CHECK(shapeKey(other) != shapeKey(p));
    p.marks = {{Point2{20, 10}, Point2{180, 30}}};
    CHECK(shapeKey(moved(0.3, false)) == shapeKey(p));
    CHECK(shapeKey(moved(0.3, true)) != shapeKey(p));
}

TEST_CASE("costs follow the prices", "[lists]") {
    Job job = sample::demo();
    Prices nothing;
    nothing.platePerKg = nothing.sectionPerKg = nothing.cuttingPerM = nothing.cuttingPerMMm = nothing.piece = nothing.hole = 0;
    nothing.filletPerCm3 = nothing.buttPerCm3 = nothing.boltPerKg = nothing.boltErection = nothing.tightening = 0;
    nothing.coatingPerM2 = 0;
    job.prices = nothing;
    CHECK(listsOf(job).totals.cost.total() == 0);
    job.prices->platePerKg = 2;
    job.prices->grades = {{"S275", 5}};
    double mass275 = 0, mass355 = 0;
    const JobLists lists = listsOf(job);
    for (const PieceRow& r : lists.pieces)
        if (!r.piece.outline.empty()) (r.piece.steel == "S275" ? mass275 : mass355) += r.count * r.piece.mass;
    CHECK_SAME(lists.totals.cost.total(), 5 * mass275 + 2 * mass355, 1e-12);
    job.prices = nothing;
    job.prices->hole = 1;
    CHECK(listsOf(job).totals.cost.total() == listsOf(job).totals.holes);
    CHECK(listsOf(job).arePricesGiven);
}

TEST_CASE("tables: the sum row is the sum, texts of the job are no formulas", "[lists]") {
    Job job = sample::demo();
    Joint joint = job.joints[0];
    joint.title = "=1+1";
    job.joints[0] = joint;
    for (const ListTable& t : tablesOf(listsOf(job))) {
        INFO(t.key);
        REQUIRE(t.total.size() == t.columns.size());
        for (std::size_t c = 0; c < t.columns.size(); ++c) {
            const double* total = std::get_if<double>(&t.total[c]);
            if (!total) continue;
            double sum = 0;
            for (const auto& row : t.rows)
                if (const double* x = std::get_if<double>(&row[c])) sum += *x;
            CHECK_SAME(sum, *total, 1e-9);
        }
        const std::string csv = csvOf(t, "EUR", UnitSystem::SI);
        CHECK(csv.find("\"=1") == std::string::npos);
        if (t.key == "joints") CHECK(csv.find("\"'=1+1\"") != std::string::npos);
    }
}

TEST_CASE("a joint that is not complete is left out in words", "[lists]") {
    Job job = sample::demo();
    Joint joint = job.joints[0];
    joint.members[0].section = "IPE 9999";
    job.joints[0] = joint;
    const JobLists lists = listsOf(job);
    CHECK(lists.joints.size() == job.joints.size() - 1);
    CHECK(joined(lists.leftOut).find("IPE 9999") != std::string::npos);
}
