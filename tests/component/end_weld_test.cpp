#include "assembly/assembly.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "joint/edit.h"
#include "lists/welds.h"
#include "support/joints.h"
#include <algorithm>

/// Ends of stiffeners and ribs butt welded instead of by fillets: strength, American rules on both sides of 3/8 in, weld laid.
using namespace zg;

namespace {

Job american(const char* mark) {
    const auto text = readFile(std::string(ZG_SOURCE_DIR) + "/tests/verification/capacity/joints.zgj");
    REQUIRE(text);
    auto read = readJob(*text);
    REQUIRE(read);
    Job job = read->job;
    job.joints = {*findJoint(job, mark)};
    return job;
}
template <class Spec, class Change> void onEach(Job& job, Change change) {
    for (Fitting& f : job.joints[0].fittings)
        if (Spec* spec = std::get_if<Spec>(&f.how)) change(*spec);
}
const Check* found(const JointResult& r, CheckCode code) {
    for (const Check& c : r.checks)
        if (c.code == code) return &c;
    return nullptr;
}

} // namespace

TEST_CASE("thick ribs and continuity plates want butt welds by American rules, thin ones fillets that develop them",
          "[component][american][limits]") {
    for (const bool isThick : {false, true})
        for (const WeldKind kind : {WeldKind::Fillet, WeldKind::Butt}) {
            CAPTURE(isThick, kind);
            Job job = american("U3");
            const double t = isThick ? 9.8 : 9.5;
            onEach<RibSpec>(job, [&](RibSpec& s) { s.thickness = t, s.throat = 6, s.endWeld = kind; });
            onEach<StiffenerSpec>(job, [&](StiffenerSpec& s) { s.thickness = t, s.endWeld = kind; });
            // The plates at U3's compression flange have nothing to carry: a weaker column needs them.
            columnOf(job.joints[0]).section = "W14x90";
            const JointResult r = sample::verified(job);
            for (const CheckCode code : {CheckCode::UsRibEndWeld, CheckCode::UsContinuityEndWeld}) {
                const Check* rule = found(r, code);
                REQUIRE((rule != nullptr) == isThick);
                if (rule) CHECK((rule->utilisation > 1) == (kind == WeldKind::Fillet));
            }
            const bool isFillet = kind == WeldKind::Fillet;
            CHECK((found(r, CheckCode::UsContinuityWeldFlange) != nullptr) == isFillet);
            const Check* end = found(r, CheckCode::UsRibWeldEnd);
            REQUIRE((end != nullptr) == isFillet);
            // 345 MPa (50 ksi) on t by 150.8; 0.75·0.6·1.5·482.6·2·6 on 150.8 (70 ksi).
            if (end) CHECK(end->demand / end->resistance == Approx(50 * t / (0.75 * 0.6 * 1.5 * 70 * 2 * 6)).epsilon(1e-3));
        }
}

TEST_CASE("continuity plates of welded ends are butt welded however thin", "[component][american][limits]") {
    for (const WeldKind kind : {WeldKind::Fillet, WeldKind::Butt}) {
        Job job = american("R2");
        onEach<StiffenerSpec>(job, [&](StiffenerSpec& s) { s.thickness = 9, s.endWeld = kind; });
        const Check* rule = found(sample::verified(job), CheckCode::UsContinuityEndWeld);
        REQUIRE(rule);
        CHECK((rule->utilisation > 1) == (kind == WeldKind::Fillet));
    }
}

TEST_CASE("a stiffener or rib added where American rules design for capacity is butt welded when thick",
          "[component][american]") {
    Job job = american("U5");
    job.joints[0].fittings.clear();
    const auto resolved = resolve(job, job.joints[0]);
    REQUIRE(resolved);
    for (const bool isSeismic : {true, false}) {
        Joint joint = job.joints[0];
        ResolvedJoint of = *resolved;
        if (!isSeismic) of.seismic.reset();
        addFitting(joint, of, {FittingKind::RibTop, ends::right, 0});
        addFitting(joint, of, {FittingKind::StiffenerTop, ends::right, 0});
        REQUIRE(joint.fittings.size() == 2);
        const WeldKind expected = isSeismic ? WeldKind::Butt : WeldKind::Fillet;
        for (const Fitting& f : joint.fittings) {
            if (const auto* rib = std::get_if<RibSpec>(&f.how)) CHECK(rib->endWeld == expected);
            if (const auto* stiffener = std::get_if<StiffenerSpec>(&f.how)) CHECK(stiffener->endWeld == expected);
        }
    }
}

TEST_CASE("a butt weld holds a rib at the end plate as the rib itself, and the bolt bends the plate over more", "[component]") {
    Job job = sample::jobOf(sample::workedExtended());
    endPlate(job.joints[0], ends::right).plate.thickness = 12;
    RibSpec& rib = fitting<RibSpec>(job.joints[0], ends::right, FlangeSide::Top);
    rib = RibSpec{10, 140, std::nullopt, 3, WeldKind::Fillet, "S275"};
    const JointResult fillets = sample::verified(job);
    rib.endWeld = WeldKind::Butt;
    const JointResult butt = sample::verified(job);
    // Of the same force: 2 fillets of 3 mm across their length are the weaker end, then those along the flange.
    REQUIRE(found(fillets, CheckCode::RibWeld));
    CHECK(found(butt, CheckCode::RibWeld)->resistance > found(fillets, CheckCode::RibWeld)->resistance);
    const auto row = [](const JointResult& r) { return *r.connections[0].rows[0].at(Limit::EndPlate).alone; };
    CHECK(row(butt) < row(fillets)); // no fillet's leg off m
}

TEST_CASE("butt welded ends are laid once through the plate, fillets on both sides", "[assembly][lists]") {
    Job job = american("U3");
    for (const WeldKind kind : {WeldKind::Fillet, WeldKind::Butt}) {
        onEach<RibSpec>(job, [&](RibSpec& s) { s.endWeld = kind; });
        onEach<StiffenerSpec>(job, [&](StiffenerSpec& s) { s.endWeld = kind; });
        const auto resolved = resolve(job, job.joints[0]);
        REQUIRE(resolved);
        const Assembly a = buildAssembly(*resolved);
        int ends = 0, others = 0;
        for (const WeldPart& w : a.welds) {
            const bool isRib = w.part.kind == PartKind::RibTop || w.part.kind == PartKind::RibBottom;
            const bool isStiffener = w.part.kind == PartKind::StiffenerTop || w.part.kind == PartKind::StiffenerBottom;
            if (!isRib && !isStiffener) continue;
            const bool isEnd = w.on.kind == PartKind::EndPlate || w.on.kind == PartKind::ColumnFlange;
            (isEnd ? ends : others)++;
            CHECK(w.kind == (isEnd ? kind : WeldKind::Fillet));
            CHECK(w.run == Approx((w.kind == WeldKind::Butt ? 1 : 2) * length(w.to - w.from)));
        }
        CHECK(ends == 2 + 8); // two ribs, two pairs of plates on two flanges
        CHECK(others == 2 + 4);
    }
}
