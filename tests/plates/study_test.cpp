#include "compare/reconcile.h"
#include "exchange/plate_cache.h"
#include "exchange/plate_json.h"
#include "plates/moment_rotation.h"
#include "plates/study.h"
#include "support/joints.h"
#include "words/plate_words.h"
#include <atomic>
#include <catch2/catch.hpp>
#include <chrono>
#include <cmath>

using namespace zg;

namespace {

// One set and a coarse mesh: a study in some seconds.
Joint small() {
    const Job job = sample::demo();
    Joint joint = *findJoint(job, "B1");
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 2.2;
    joint.plates->modes = 2;
    joint.actions.resize(1);
    return joint;
}

const PlateStudy& study() {
    static const PlateStudy s = [] {
        Job job = sample::demo();
        const Joint joint = small();
        const auto resolved = resolve(job, joint);
        REQUIRE(resolved);
        const auto done = studyPlates(*resolved, resultKey(job, joint));
        REQUIRE(done);
        return *done;
    }();
    return s;
}

// Says stop when told to, and when that was.
class Listener : public Progress {
public:
    void report(double fraction, const std::string& stage) override {
        if (fraction < last_ - 1e-9) isBackwards = true;
        last_ = fraction;
        hasStage = hasStage && !stage.empty();
    }
    [[nodiscard]] bool isCancelled() const override { return isOver_; }
    void cancel() {
        if (isOver_) return;
        when = std::chrono::steady_clock::now();
        isOver_ = true;
    }
    [[nodiscard]] double reached() const { return last_; }
    std::chrono::steady_clock::time_point when;
    bool isBackwards = false, hasStage = true;

private:
    double last_ = 0;
    std::atomic<bool> isOver_{false};
};

} // namespace

TEST_CASE("a study holds every analysis and its pieces fit together", "[plates][study]") {
    const PlateStudy& s = study();
    CHECK(s.isComplete);
    REQUIRE(s.sets.size() == 1);
    CHECK(s.sets[0].frames.size() >= 3);
    CHECK(s.sets[0].frames[s.sets[0].fullFrame].factor == Approx(1));
    CHECK(s.curves.size() == 2);
    CHECK(s.buckling.size() == 1);
    for (const PlateMomentRotation& m : s.curves) {
        CHECK(m.isComplete);
        CHECK(m.curve.size() > 8);
        CHECK(m.M_j_Rd > 0);
        CHECK(std::abs(m.axialImbalance) < 1e-5);
        CHECK(m.at(0.5 * m.M_j_Rd).M == Approx(0.5 * m.M_j_Rd));
        // Rows and compression balance inside, and so does the panel: its shear is the compression less what the flanges take.
        const PlateCurvePoint p = m.at(0.9 * m.M_j_Rd);
        double tension = 0;
        for (double row : p.rowNet) tension += row;
        CHECK(tension == Approx(p.compression).epsilon(1e-4));
    }
    const auto checks = plateChecks(s, {});
    bool hasReserve = false;
    for (const Check& c : checks) {
        CHECK(c.method == CheckMethod::Plates);
        hasReserve = hasReserve || c.code == CheckCode::PlatesReserve;
        CHECK(std::isfinite(c.utilisation));
    }
    CHECK(hasReserve);
}

TEST_CASE("a kept study is read back as it was", "[plates][cache]") {
    const std::string bytes = writeStudy(study());
    const auto back = readStudy(bytes);
    REQUIRE(back);
    CHECK(writeStudy(*back) == bytes);
    CHECK(back->key == study().key);
    CHECK(back->sets[0].frames.back().displacement == study().sets[0].frames.back().displacement);
    const Joint joint = small();
    CHECK(plateJson(joint, *back, {}, {}) == plateJson(joint, study(), {}, {}));
}

TEST_CASE("a broken cache is refused in words and never crashes", "[plates][cache]") {
    const std::string bytes = writeStudy(study());
    for (std::size_t length : {std::size_t{0}, std::size_t{1}, std::size_t{100}, bytes.size() / 2, bytes.size() - 1}) {
        const auto r = readStudy(bytes.substr(0, length));
        REQUIRE_FALSE(r);
        CHECK(sentenceOf(r.error()).find("cannot be read") != std::string::npos);
    }
    CHECK_FALSE(readStudy("not cbor at all"));
    CHECK_FALSE(readStudy(std::string(1000, '\xff')));
    // Every hundredth byte turned over: read or refused, but whatever is read fits together.
    for (std::size_t i = 0; i < std::min<std::size_t>(bytes.size(), 60000); i += 997) {
        std::string bad = bytes;
        bad[i] = static_cast<char>(~bad[i]);
        if (const auto r = readStudy(bad))
            for (int p : r->geometry.partOf) REQUIRE((p >= 0 && p < static_cast<int>(r->geometry.parts.size())));
    }
    PlateStudy wrong = study();
    wrong.geometry.shells[0][1] = 1 << 30;
    CHECK_FALSE(readStudy(writeStudy(wrong)));
}

TEST_CASE("a cancelled study ends soon and keeps what was finished", "[plates][study]") {
    const Job job = sample::demo();
    const Joint joint = small();
    const auto resolved = resolve(job, joint);
    REQUIRE(resolved);
    Listener progress;
    StudyScope scope;
    scope.onPart = [&](const PlateStudy& part) {
        CHECK(part.sets.size() + part.curves.size() == 1);
        CHECK_FALSE(part.isComplete);
        progress.cancel();
    };
    const auto s = studyPlates(*resolved, 1, scope, &progress);
    const double after = std::chrono::duration<double>(std::chrono::steady_clock::now() - progress.when).count();
    REQUIRE(s);
    CHECK_FALSE(s->isComplete);
    CHECK(s->sets.size() + s->curves.size() == 1);
    WARN("cancel answered after " << after << " s");
    CHECK(after < 2); // a bound for any machine; the measured time is in docs/verification-plates.md
}

TEST_CASE("a study cancelled before anything is done is an empty one, not an error", "[plates][study]") {
    const Job job = sample::demo();
    const auto resolved = resolve(job, small());
    REQUIRE(resolved);
    struct AtOnce : Progress {
        std::atomic<int> reports{0};
        void report(double, const std::string&) override { ++reports; }
        [[nodiscard]] bool isCancelled() const override { return reports > 2; } // within the first steps of two analyses
    } progress;
    StudyScope curves;
    curves.strength = curves.buckling = false;
    const auto s = studyPlates(*resolved, 1, curves, &progress);
    REQUIRE(s);
    CHECK_FALSE(s->isComplete);
    CHECK(s->curves.empty());
}

TEST_CASE("analyses side by side give what each gives by itself, and progress goes forward", "[plates][study]") {
    const Job job = sample::demo();
    const Joint joint = small();
    const auto resolved = resolve(job, joint);
    REQUIRE(resolved);
    Listener progress;
    const auto s = studyPlates(*resolved, resultKey(job, joint), {}, &progress);
    REQUIRE(s);
    CHECK(s->isComplete);
    CHECK_FALSE(progress.isBackwards);
    CHECK(progress.hasStage);
    CHECK(progress.reached() == Approx(1));
    // To the last bit the same, whatever ran beside what.
    PlateStudy again = *s;
    again.seconds = study().seconds;
    for (std::size_t i = 0; i < again.sets.size(); ++i) {
        again.sets[i].seconds = study().sets[i].seconds;
        again.buckling[i].seconds = study().buckling[i].seconds;
    }
    for (std::size_t i = 0; i < again.curves.size(); ++i) again.curves[i].seconds = study().curves[i].seconds;
    CHECK(writeStudy(again) == writeStudy(study()));
    for (const PlateMomentRotation& m : s->curves) {
        const auto alone = momentRotation(*resolved, m.side, m.isReversed);
        REQUIRE(alone);
        CHECK(alone->M_j_Rd == m.M_j_Rd);
        CHECK(alone->S_j_ini == m.S_j_ini);
    }
}

TEST_CASE("three sizes are extrapolated only when they approach a value", "[plates][convergence]") {
    // f(h) = 10 + 3 h^2 on h = 2, sqrt 2, 1: exactly 10 and order 2.
    const auto e = estimate(22, 16, 13, std::sqrt(2.0));
    CHECK(e.isSteady);
    CHECK(e.value == Approx(10));
    CHECK(e.order == Approx(2));
    CHECK(e.error == Approx(0.3));
    CHECK_FALSE(estimate(10, 12, 11, 1.4).isSteady);
    CHECK_FALSE(estimate(10, 11, 13, 1.4).isSteady);
    CHECK_FALSE(estimate(10, 11, 11.9, 1.4).isSteady); // would be sent to 19
    CHECK(estimate(10, 12, 11, 1.4).error == Approx(1.0 / 11));
}

TEST_CASE("serviceability sets and sets without forces are named as not run", "[plates][study]") {
    const Job job = sample::demo();
    Joint joint = small();
    joint.actions[0].kind = SetKind::Serviceability;
    ActionSet none;
    none.id = "Z9";
    joint.actions.push_back(none);
    const auto resolved = resolve(job, joint);
    REQUIRE(resolved);
    StudyScope scope;
    scope.curves = false;
    const auto s = studyPlates(*resolved, 1, scope);
    REQUIRE(s);
    std::string all;
    for (const std::string& n : s->notes) all += n + "\n";
    CHECK(all.find(joint.actions[0].id + " is a serviceability set") != std::string::npos);
    CHECK(all.find("Z9 has no forces") != std::string::npos);
}

TEST_CASE("fittings that find no place are named, not dropped in silence", "[plates][study]") {
    const Job job = sample::demo();
    Joint joint = small();
    endPlate(joint, ends::right).plate.above = 15;
    fitting<RibSpec>(joint, ends::right, FlangeSide::Top) = RibSpec{};
    const auto resolved = resolve(job, joint);
    REQUIRE(resolved);
    const auto model = buildJointModel(*resolved);
    REQUIRE(model);
    REQUIRE(model->notes.size() == 1);
    CHECK(model->notes[0].find("rib at the top") != std::string::npos);
}

TEST_CASE("the verdict says what the plates add", "[plates][words]") {
    Check reserve;
    reserve.method = CheckMethod::Plates;
    reserve.code = CheckCode::PlatesReserve;
    reserve.resistance = 1.25;
    reserve.utilisation = 0.8;
    reserve.state = stateOf(0.8);
    Verdict agree;
    agree.head = "B1 holds.";
    agree.state = CheckState::Within;
    addPlates(agree, "B1", {reserve}, {});
    CHECK(agree.head == "B1 holds.");
    CHECK(agree.rest.find("agree: limit at 1.25") != std::string::npos);
    CHECK(agree.state == CheckState::Within);
    reserve.resistance = 0.9;
    reserve.utilisation = 1 / 0.9;
    reserve.state = stateOf(reserve.utilisation);
    Verdict part;
    part.head = "B1 holds.";
    part.state = CheckState::Within;
    addPlates(part, "B1", {reserve}, {});
    CHECK(part.head == "B1 holds by the component method, not by plates.");
    CHECK(part.state == CheckState::Over);
    CHECK(part.rest.find("0.90 times") != std::string::npos);
    // What leaves the plane waits for the plates, and no longer when they have carried it.
    Verdict plane;
    plane.head = "B1 holds in the plane of the frame.";
    plane.outOfPlane = " Forces out of it (U1) wait for the plates.";
    plane.rest = "Something governs." + plane.outOfPlane;
    plane.state = CheckState::Within;
    Verdict both = plane;
    reserve.resistance = 1.25;
    reserve.utilisation = 0.8;
    reserve.state = stateOf(0.8);
    addPlates(both, "B1", {reserve}, {});
    CHECK(both.head == "B1 holds.");
    CHECK(both.rest == "Something governs. Plates agree: limit at 1.25 times the set.");
    addPlates(plane, "B1", {}, {});
    CHECK(plane.head == "B1 holds in the plane of the frame.");
    Verdict silent = agree;
    addPlates(silent, "B1", {}, {});
    CHECK(silent.rest == agree.rest);
}

TEST_CASE("both methods are set side by side with reasons where they part", "[plates][compare]") {
    Job job = sample::demo();
    job.joints = {small()};
    const auto bare = bareConnections(job, job.joints[0]);
    const PlateMomentRotation& m = study().curves[0];
    const ConnectionResult* c = find(bare, m.side, m.isReversed);
    REQUIRE(c);
    const Reconciliation r = reconcile(*c, m);
    bool hasMoment = false, hasRow = false, hasCompression = false;
    double gives = 0;
    for (const CounterpartRow& row : r.rows) {
        hasMoment = hasMoment || row.what == Counterpart::MomentResistance;
        hasRow = hasRow || row.what == Counterpart::RowForce;
        hasCompression = hasCompression || row.what == Counterpart::Compression;
        if (row.what == Counterpart::Flexibility) {
            // Itself where a difference sits: together they are the difference of 1/S_j,ini, but for parts that give next to
            // nothing.
            CHECK(row.reason == PartingReason::None);
            gives += row.plates - row.component;
            continue;
        }
        CHECK((row.isByPlatesOnly() || std::abs(row.apart()) > 0.15) == (row.reason != PartingReason::None));
    }
    CHECK(std::abs(gives - (1 / m.S_j_ini - 1 / c->stiffness.S_j_ini)) < 0.1 / m.S_j_ini);
    CHECK(hasMoment);
    CHECK(hasRow);
    CHECK(hasCompression);
    // Strains come one after the other, within the curve.
    REQUIRE(!r.marks.empty());
    CHECK(r.marks.front().by == MomentRule::FirstYield);
    for (std::size_t i = 1; i < r.marks.size(); ++i) {
        CHECK(r.marks[i].M > r.marks[i - 1].M);
        CHECK(r.marks[i].phi > r.marks[i - 1].phi);
    }
    CHECK(r.marks.back().by == MomentRule::Limit);
    CHECK(r.marks.back().M == m.M_j_Rd);
    // What goes with washers in mode 1 is named so; what does not go is not.
    ConnectionResult low = *c, washers = *c;
    low.M_j_Rd = 0.6 * m.M_j_Rd;
    for (const double part : {0.1, 0.8}) {
        washers.M_j_Rd = low.M_j_Rd + part * (m.M_j_Rd - low.M_j_Rd);
        CHECK((reconcile(low, m, &washers).rows.front().reason == PartingReason::WasherSpread) == (part > 0.4));
    }
    // A couple of welded flanges that the plates pass with little strain already, or only as they strain on.
    const auto atOne =
        std::find_if(r.marks.begin(), r.marks.end(), [](const CurveMark& mark) { return mark.by == MomentRule::OnePercent; });
    REQUIRE(atOne != r.marks.end());
    for (const double part : {0.2, 0.4, 0.6, 0.7}) { // of the difference, there by 1 %
        low = *c;
        low.limit = Limit::FlangeWidth;
        low.M_j_Rd = (atOne->M - part * m.M_j_Rd) / (1 - part);
        REQUIRE(low.M_j_Rd > 0);
        const PartingReason reason = reconcile(low, m).rows.front().reason;
        if (m.M_j_Rd > 1.15 * low.M_j_Rd)
            CHECK(reason == (part < 0.5 ? PartingReason::FlangesHarden : PartingReason::WebTakesPart));
    }
    // Plates that end first say with what.
    ConnectionResult high = *c;
    high.M_j_Rd = 1.5 * m.M_j_Rd;
    for (const auto& [limit, reason] : {std::pair{PlateLimit::WeldFracture, PartingReason::WeldEnds},
                                        std::pair{PlateLimit::BoltResistance, PartingReason::FirstBoltEnds},
                                        std::pair{PlateLimit::BeamHinge, PartingReason::MemberYield}}) {
        PlateMomentRotation ended = m;
        ended.limit = limit;
        CHECK(reconcile(high, ended).rows.front().reason == reason);
    }
    // The same curve against itself: a component result made of the plates' own numbers parts nowhere.
    ConnectionResult same = *c;
    same.M_j_Rd = m.M_j_Rd;
    same.stiffness.S_j_ini = m.S_j_ini;
    same.curve.clear();
    for (const CounterpartRow& row : reconcile(same, m).rows)
        if (row.what == Counterpart::MomentResistance || row.what == Counterpart::InitialStiffness)
            CHECK(row.apart() == Approx(0).margin(1e-12));
}
