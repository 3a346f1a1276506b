#include "assembly/assembly.h"
#include "component/verify.h"
#include "exchange/job_file.h"
#include "joint/edit.h"
#include "joint/recipes/recipe.h"
#include "plates/joint_model.h"
#include "plates/snapshot.h"
#include "support/joints.h"
#include "support/v1_joints.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <random>
#include <set>

using namespace zg;

namespace {

struct Range {
    double low = 1e30, high = -1e30;
    void take(double x) { low = std::min(low, x), high = std::max(high, x); }
};

Point3 point(const Float3& x) { return {x[0], x[1], x[2]}; }

/// Where a plate lies along its own first direction, along the second and out of its plane: of the drawn one, and of what is
/// meshed in its name, in the drawn one's frame.
struct Measured {
    Range u, v, n;
    void take(const PlatePart& frame, Point3 x) {
        const Point3 d = x - frame.origin, up = pointOf(frame, {0, 0}, 1);
        u.take(dot(d, frame.u));
        v.take(dot(d, frame.v));
        n.take(dot(d, up - frame.origin));
    }
};

/// Parts drawn in one piece, or in pieces that lie in one plane (both sides of a web).
std::map<std::string, const PlatePart*> framesOf(const Assembly& assembly) {
    std::map<std::string, const PlatePart*> frames;
    for (const PlatePart& p : assembly.plates) frames.emplace(partId(p.part), &p);
    return frames;
}

struct Tally {
    int joints = 0, plates = 0, bolts = 0;
    std::map<PartKind, int> kinds;
};

void compare(const ResolvedJoint& joint, const PlateModelSettings& settings, Tally& tally) {
    const auto model = buildJointModel(joint, settings);
    if (!model) return;
    ++tally.joints;
    const Assembly assembly = buildAssembly(joint);
    const PlateGeometry g = geometryOf(joint, *model);
    const auto frames = framesOf(assembly);
    std::map<std::string, Measured> drawn, meshed;
    for (const PlatePart& p : assembly.plates)
        for (const Point2 q : p.outline) drawn[partId(p.part)].take(*frames.at(partId(p.part)), pointOf(p, q, 0));
    for (std::size_t e = 0; e < g.shells.size(); ++e) {
        const std::string id = partId(g.parts[static_cast<std::size_t>(g.partOf[e])].ref);
        REQUIRE(frames.count(id)); // nothing is meshed that is not drawn
        for (const int node : g.shells[e])
            if (node >= 0) meshed[id].take(*frames.at(id), point(g.nodes[static_cast<std::size_t>(node)]));
    }
    // Lines of a mesh nearer than this to each other are one.
    const double line = joint.isTwoSided() ? 0.4 * model->elementSize : 1;
    for (const auto& [id, m] : meshed) {
        const PlatePart& p = *frames.at(id);
        const Measured& d = drawn.at(id);
        INFO(id);
        ++tally.plates;
        ++tally.kinds[p.part.kind];
        const PartKind kind = p.part.kind;
        const bool isStiffener = kind == PartKind::StiffenerTop || kind == PartKind::StiffenerBottom;
        const auto same = [&](const Range& a, const Range& b, double allowed) {
            CHECK(std::abs(a.low - b.low) < allowed);
            CHECK(std::abs(a.high - b.high) < allowed);
        };
        const bool isSaid = isStiffener && !model->notes.empty(); // beyond the end of the column
        same(m.n, d.n,
             isSaid                       ? 40
             : isStiffener                ? 2 * line
             : kind == PartKind::TopPlate ? p.thickness / 2 + 0.02
                                          : 0.02); // in its plane; a stiffener on the mesh line nearest to its level
        const double exact = 0.02, flange = joint.column.section.t_f / 2 + 0.02;
        switch (kind) {
        case PartKind::ColumnWeb: // to the middle planes of the flanges; its length is drawn as it looks well
            same(m.u, d.u, flange);
            CHECK(std::abs(m.u.high - (joint.column.section.h - joint.column.section.t_f) / 2) < exact);
            break;
        case PartKind::ColumnFlange: same(m.u, d.u, exact); break;
        case PartKind::BeamTopFlange:
        case PartKind::BeamBottomFlange: same(m.v, d.v, exact); break;
        case PartKind::BeamWeb: break; // its depth slopes with it: in its plane, that is all a box can say
        case PartKind::StiffenerTop:
        case PartKind::StiffenerBottom:
            same(m.u, d.u, flange);
            if (std::max(-d.v.low, d.v.high) > joint.column.section.b / 2 + 1)
                CHECK_FALSE(model->notes.empty()); // wider than the flange, which the model says
            else
                same(m.v, d.v, 2 * line);
            break;
        case PartKind::RibTop:
        case PartKind::RibBottom:
            same(m.u, d.u, 10 + exact); // both tips are 10 mm blunt in the mesh
            same(m.v, d.v, 10 + exact);
            break;
        case PartKind::TopPlate: break; // to the middle planes of the flanges, on the end of the web
        case PartKind::HaunchFlange: // drawn to where its thickness clears the member, meshed to where its middle plane meets it
            same(m.v, d.v, exact);
            break;
        case PartKind::HaunchWeb: // meshed to the flange's middle plane, and 12 mm blunt at the toe
            same(m.v, d.v, 20);
            break;
        case PartKind::HaunchToeStiffener:
        case PartKind::HaunchStiffener: same(m.u, d.u, line); break;
        default: same(m.u, d.u, exact); same(m.v, d.v, exact);
        }
        CHECK(std::abs(g.parts[0].thickness) > 0);
    }
    // Every drawn plate is meshed, but for what the model says it leaves out.
    for (const auto& [id, p] : frames) {
        INFO(id);
        if (meshed.count(id)) continue;
        const bool isRibOrBacking = p->part.kind == PartKind::RibTop || p->part.kind == PartKind::RibBottom ||
                                    p->part.kind == PartKind::BackingTop || p->part.kind == PartKind::BackingBottom ||
                                    isOfHaunch(p->part.kind);
        CHECK((isRibOrBacking && !model->notes.empty()));
    }
    // Stiffeners at a toe share their edges with the beam's web and flanges.
    std::set<int> ofBeam, ofStiffener;
    for (std::size_t e = 0; e < g.shells.size(); ++e) {
        const PartRef& part = g.parts[static_cast<std::size_t>(g.partOf[e])].ref;
        std::set<int>* into = isOfBeam(part) ? &ofBeam : part.kind == PartKind::HaunchToeStiffener ? &ofStiffener : nullptr;
        for (const int node : g.shells[e])
            if (into && node >= 0) into->insert(node);
    }
    const auto shared = std::count_if(ofStiffener.begin(), ofStiffener.end(), [&](int node) { return ofBeam.count(node) > 0; });
    if (!ofStiffener.empty()) CHECK(shared > static_cast<std::ptrdiff_t>(ofStiffener.size()) / 6);
    CHECK(g.bolts.size() == assembly.bolts.size());
    for (const PlateGeometry::Bolt& b : g.bolts) {
        ++tally.bolts;
        const bool isThere = std::any_of(assembly.bolts.begin(), assembly.bolts.end(), [&](const BoltPart& d) {
            if (!(d.part == b.row) || d.d != b.d) return false;
            // Its axis is the drawn one's: the middle of the meshed shank lies on it.
            const Point3 axis = d.nut - d.head,
                         middle{(b.head[0] + b.nut[0]) / 2.0, (b.head[1] + b.nut[1]) / 2.0, (b.head[2] + b.nut[2]) / 2.0};
            const double length = std::sqrt(dot(axis, axis)), along = dot(middle - d.head, axis) / length;
            const Point3 off{middle.x - d.head.x - along * axis.x / length, middle.y - d.head.y - along * axis.y / length,
                             middle.z - d.head.z - along * axis.z / length};
            return std::sqrt(dot(off, off)) < 0.02 && along > 0 && along < length;
        });
        CHECK(isThere);
    }
}

/// A joint of a recipe with sections, slopes and fittings drawn at random.
std::optional<ResolvedJoint> randomJoint(const Recipe& recipe, std::mt19937& random) {
    const auto pick = [&](std::initializer_list<const char*> names) {
        return std::string(names.begin()[random() % names.size()]);
    };
    const auto beam = [&] { return pick({"IPE 240", "IPE 330", "IPE 400", "IPE 500", "HEA 260", "UB 457x191x82", "W18x50"}); };
    Job job;
    Joint joint;
    RecipeInput input;
    if (recipe.asksColumn)
        input.column = {pick({"HEB 200", "HEB 260", "HEA 300", "HEM 240", "IPE 450", "UC 254x254x89"}), "S355"};
    input.beam = {beam(), "S275"};
    if (recipe.asksOther && random() % 2) input.other = MemberSpec{beam(), "S355"};
    input.reach = static_cast<PlateReach>(random() % 3);
    if (random() % 2) input.slope = 0.02 * static_cast<double>(static_cast<int>(random() % 20) - 10);
    if (!layOut(joint, recipe, job, input)) return std::nullopt;
    joint.id = "r";
    joint.mark = "R1";
    const auto first = resolve(job, joint);
    if (!first) return std::nullopt;
    for (const EndId end : framingEnds(joint))
        for (const FittingKind kind : {FittingKind::StiffenerTop, FittingKind::StiffenerBottom, FittingKind::RibTop,
                                       FittingKind::Doubler, FittingKind::Diagonal, FittingKind::BackingTop}) {
            const FittingRef ref{kind, end, 0};
            if (random() % 3 == 0 && canTake(*first, ref)) addFitting(joint, *first, ref);
        }
    // What strengthens a welded end, or takes it apart; stiffeners of haunches.
    for (const EndId end : framingEnds(joint)) {
        const FittingKind kinds[] = {FittingKind::RibBottom, FittingKind::WebPlate, FittingKind::HaunchBelow};
        const auto add = [&](FittingKind kind) {
            const auto now = resolve(job, joint);
            if (now && canTake(*now, {kind, end, 0})) addFitting(joint, *now, {kind, end, 0});
        };
        if (findJoining<DirectWeld>(joint, end)) add(kinds[random() % 3]);
        if (random() % 2) add(FittingKind::ToeStiffener);
        if (random() % 2) add(FittingKind::HaunchStiffener);
    }
    const auto r = resolve(job, joint);
    return r ? std::optional<ResolvedJoint>(*r) : std::nullopt;
}

} // namespace

TEST_CASE("what is drawn is what is meshed: position and size of every plate and bolt, 200 random joints of all recipes",
          "[plates][geometry]") {
    Tally tally;
    PlateModelSettings coarse;
    coarse.sizeFactor = 2;
    for (std::uint32_t seed = 0; seed < 90; ++seed) {
        const auto job = readJob(sample::v1Job(seed));
        if (!job) continue;
        auto joint = resolve(job->job, job->job.joints.front());
        if (!joint) continue;
        joint->plates = {};
        INFO("seed " << seed);
        compare(*joint, coarse, tally);
    }
    for (const Recipe& recipe : recipes())
        for (std::uint32_t seed = 0; seed < 32; ++seed) {
            std::mt19937 random(seed);
            const auto joint = randomJoint(recipe, random);
            if (!joint) continue;
            INFO(recipe.key << " seed " << seed);
            compare(*joint, coarse, tally);
        }
    CHECK(tally.joints >= 200);
    for (const PartKind kind : {PartKind::ColumnWeb, PartKind::EndPlate, PartKind::BeamWeb, PartKind::StiffenerTop,
                                PartKind::Doubler, PartKind::Diagonal, PartKind::BackingTop, PartKind::RibTop, PartKind::FinPlate,
                                PartKind::RibBottom, PartKind::HaunchToeStiffener, PartKind::HaunchStiffener})
        CHECK(tally.kinds[kind] > 5);
    CHECK(tally.bolts > 1000);
}
