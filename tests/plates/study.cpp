// Prints docs/verification-plates.md: joints of the end-plate family by both methods. Takes some minutes.
#include "plates/study.h"
#include "base/text.h"
#include "catalogue/sections.h"
#include "component/verify.h"
#include "exchange/job_file.h"
#include "joint/edit.h"
#include "joint/recipes/recipe.h"
#include "plates/moment_rotation.h"
#include "plates/strength.h"
#include "study_parts.h"
#include "support/parts.h"
#include "words/phrases.h"
#include "words/plate_words.h"
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <fstream>
#include <iterator>
#include <vector>

using namespace zg;

namespace {

struct Case {
    const char *column, *beam;
    PlateReach reach;
    double plateFactor; ///< on the thickness of the first layout
    bool isStiffened, isTwoSided;
};

Joint jointOf(const Case& c) {
    Joint j;
    j.id = j.mark = "S";
    putColumn(j, {c.column, "S275"});
    frame(j, ends::right, {c.beam, "S275"}, firstLayout(*findSection(c.column), *findSection(c.beam), "S275", c.reach));
    endPlate(j, ends::right).plate.thickness = std::round(endPlate(j, ends::right).plate.thickness * c.plateFactor);
    if (c.isStiffened) {
        StiffenerSpec s;
        s.thickness = 14;
        s.steel = "S275";
        stiffen(j, ends::right, s);
    }
    if (c.isTwoSided) copyEnd(j, ends::right, ends::left);
    return j;
}

// How far the plates go.
std::string sentence(const PlateMomentRotation& p) {
    return "ends at " + fixedDecimals(1e3 * p.phi_Cd, 1) + " mrad, " + fixedDecimals(p.phi_Cd / (p.M_j_Rd / p.S_j_ini), 1) +
           " times the elastic rotation";
}

// The panel by itself: shear across the web at the limit over its plastic shear force on mid-surfaces.
void panel() {
    std::printf(
        "\n## Panel zone\nShear across the column web half way up the panel at M_j,Rd of the plates, over the closed form "
        "t_w (h - t_f) f_y/sqrt(3) of a web that yields throughout. Above 1: hardening, and the share of the flanges where they "
        "meet the "
        "web.\n\n| Column | Beam | V plates kN | closed form kN | ratio |\n|---|---|---:|---:|---:|\n");
    for (const Case& c : {Case{"HEB200", "IPE300", PlateReach::ExtendedTop, 1.4, false, false},
                          Case{"HEB240", "IPE400", PlateReach::ExtendedTop, 1.4, true, false},
                          Case{"HEA240", "IPE360", PlateReach::ExtendedTop, 1.4, true, false}}) {
        Job job;
        job.joints = {jointOf(c)};
        const auto resolved = resolve(job, job.joints[0]);
        const auto p = momentRotation(*resolved, ends::right, false);
        if (!p) continue;
        const Section& s = resolved->column.section;
        const double closed = s.t_w * (s.h - s.t_f) * 275 / std::sqrt(3.0), V = p->at(p->M_j_Rd).panelShear;
        std::printf("| %s | %s | %.0f | %.0f | %.2f |\n", c.column, c.beam, V / 1e3, closed / 1e3, V / closed);
    }
}

// Column web in transverse compression: two equal beams under equal moments (no panel shear), plates and bolts far stronger, the
// tension side stiffened. Component: 6.2.6.2 with its reduction for buckling.
void webCompression() {
    std::printf("\n## Column web in transverse compression\nTwo equal beams under equal moments, no panel shear; thick plates, "
                "M30 10.9, the "
                "tension side stiffened, so that the column web opposite the compression flanges governs. The rule keeps the web "
                "near yield over b_eff; the "
                "plates go on to 5 %% strain while flange and plate spread the force further, so the moment at 1 %% strain is "
                "given as well.\n\n"
                "| Column | Beam | M component (6.2.6.2) | M plates at 1 %% | ratio | at 5 %% | ratio | lowest buckling factor "
                "at the latter | its plate "
                "|\n|---|---|---:|---:|---:|---:|---:|---:|---|\n");
    for (const Case& c : {Case{"HEA240", "IPE360", PlateReach::ExtendedTop, 1, false, true},
                          Case{"HEA300", "IPE450", PlateReach::ExtendedTop, 1, false, true},
                          Case{"IPE500", "IPE450", PlateReach::ExtendedTop, 1, false, true}}) {
        Job job;
        Joint j = jointOf(c);
        for (const EndId end : {ends::right, ends::left}) {
            EndPlate* s = findEndPlate(j, end);
            s->plate.thickness = 40;
            s->bolts.grade = "10.9";
            StiffenerSpec stiffener;
            stiffener.thickness = 20;
            putFitting(j, ends::column, Anchor{end, FlangeSide::Top}, stiffener);
            s->topWeld.kind = s->bottomWeld.kind = WeldKind::Butt;
        }
        ActionSet set;
        set.id = "S";
        for (const EndId end : {ends::right, ends::left}) forcesOf(set, end).M = 100e6;
        j.actions = {set};
        job.joints = {j};
        const auto resolved = resolve(job, j);
        const auto component = verify(job, j);
        if (!resolved || !component) continue;
        StrengthSettings settings;
        settings.keepsFrames = false;
        settings.mostReserve = 20;
        const auto plates = analyseSet(*resolved, set, 0, settings);
        if (!plates) continue;
        ResolvedJoint early = *resolved;
        early.plates.strainLimit = 0.01;
        const auto yielding = analyseSet(early, set, 0, settings);
        if (!yielding) continue;
        ActionSet atLimit = set;
        for (EndForces& f : atLimit.forces) f.M = plates->strength.reserve * 100e6 * 0.99;
        StrengthSettings buckling = settings;
        buckling.wantsReserve = false;
        buckling.wantsBuckling = true;
        const auto mode = analyseSet(*resolved, atLimit, 0, buckling);
        const ConnectionResult& one = component->connections.front();
        const bool hasMode = mode && !mode->buckling.modes.empty();
        std::printf("| %s | %s | %.0f (%s) | %.0f | %.2f | %.0f (%s) | %.2f | %.1f | %s |\n", c.column, c.beam, one.M_j_Rd / 1e6,
                    limitOf(one).c_str(), yielding->strength.reserve * 100, yielding->strength.reserve * 100e6 / one.M_j_Rd,
                    plates->strength.reserve * 100, limitWords(plates->strength.limit, plates->strength.limitPart, 0.05).c_str(),
                    plates->strength.reserve * 100e6 / one.M_j_Rd, hasMode ? mode->buckling.modes[0].factor : 0.0,
                    hasMode ? partName(mode->buckling.modes[0].part, true).c_str() : "");
        std::fflush(stdout);
    }
}

// Speed, mesh error and equilibrium of the demo joints.
void demo() {
    std::ifstream file(ZG_SOURCE_DIR "/demo/kelp-lane.zgj");
    const std::string text((std::istreambuf_iterator<char>(file)), {});
    const auto job = readJob(text);
    if (!job) return;
    std::printf(
        "\n## Demo joints: mesh error, equilibrium, time\nThree sizes (2, 1.41, 1 of the default) of the right beam with tension "
        "at the top. "
        "Steady: the three approach a value and the error is against it; otherwise the spread of the three. Peak: exponent of "
        "the elastic peak "
        "stress over the size; above 0.1 a singular corner. Left: reactions and applied forces over the largest applied force in "
        "the first "
        "set. Seconds of wall time on two shared cores: the first set (with six modes apart), the curve with its points.\n\n"
        "| Joint | freedoms | error of M_j,Rd | of S_j,ini | peak | left | strength s | six modes s | M-phi s (points) |\n"
        "|---|---:|---|---|---:|---:|---:|---:|---|\n");
    for (const Joint& j : job->job.joints) {
        const auto resolved = resolve(job->job, j);
        if (!resolved) continue;
        const auto c = convergenceOf(*resolved, ends::right, false);
        StrengthSettings settings;
        settings.wantsReserve = false;
        settings.wantsBuckling = true;
        const auto set = analyseSet(*resolved, j.actions[0], 0, settings);
        const auto curve = momentRotation(*resolved, ends::right, false);
        if (!c || !set || !curve) continue;
        const auto error = [](const PlateConvergence::Estimate& e) {
            char words[60];
            std::snprintf(words, sizeof words, "%.1f %% (%s)", 100 * e.error, e.isSteady ? "steady" : "spread");
            return std::string(words);
        };
        std::printf("| %s | %d | %s | %s | %.2f | %.0e | %.1f | %.1f | %.1f (%zu) |\n", j.mark.c_str(), curve->freedoms,
                    error(c->M_j_Rd).c_str(), error(c->S_j_ini).c_str(), c->peakExponent,
                    set->strength.balance.left / set->strength.balance.applied, set->strength.seconds - set->buckling.seconds,
                    set->buckling.seconds, curve->seconds, curve->curve.size());
        std::fflush(stdout);
    }
}

struct OtherCase {
    const char *recipe, *column, *beam, *other;
    PlateReach reach;
    double slope, otherSlope; ///< degrees
    const char* what;
    bool isStiffened, hasDoubler;
};

// Welded joints and splices.
void others() {
    const PlateReach F = PlateReach::Flush, T = PlateReach::ExtendedTop, B = PlateReach::ExtendedBoth;
    const OtherCase cases[] = {{"welded", "HEB200", "IPE300", "", F, 0, 0, "plain", false, false},
                               {"welded", "HEB240", "IPE400", "", F, 0, 0, "plain", false, false},
                               {"welded", "HEB240", "IPE400", "", F, 0, 0, "stiffened", true, false},
                               {"welded", "HEB240", "IPE400", "", F, 0, 0, "stiffened, web plate", true, true},
                               {"welded", "HEA240", "IPE360", "", F, 0, 0, "plain", false, false},
                               {"welded", "HEA300", "IPE450", "", F, 0, 0, "stiffened", true, false},
                               {"welded", "HEM240", "IPE400", "", F, 0, 0, "plain", false, false},
                               {"welded", "HEB240", "IPE400", "IPE400", F, 0, 0, "two beams", false, false},
                               {"splice", "", "IPE300", "", F, 0, 0, "flush", false, false},
                               {"splice", "", "IPE400", "", F, 0, 0, "flush", false, false},
                               {"splice", "", "IPE400", "", T, 0, 0, "extended at the top", false, false},
                               {"splice", "", "IPE400", "", B, 0, 0, "extended both", false, false},
                               {"splice", "", "IPE450", "", T, -6, -6, "kink of 12 degrees, extended at the top", false, false},
                               {"splice", "", "HEA300", "", F, 0, 0, "flush", false, false},
                               {"splice", "", "IPE500", "", B, 0, 0, "extended both", false, false},
                               {"splice", "", "IPE400", "IPE360", F, 0, 0, "unequal, flush", false, false}};
    std::printf("\n## Welded joints and splices\nFirst layouts in S275 as above.\n\n| Kind | Column | Beam | What | M_j,Rd "
                "component | plates | off %% | S_j,ini component | plates | off %% | component limit | plates end at "
                "|\n|---|---|---|---|---:|---:|---:|---:|---:|---:|---|---|\n");
    std::vector<double> strength[2], stiffness[2];
    std::string explained;
    for (const OtherCase& c : cases) {
        Job job;
        Joint j;
        j.id = j.mark = "S";
        RecipeInput in;
        in.column = {c.column, "S275"};
        in.beam = {c.beam, "S275"};
        if (*c.other) in.other = MemberSpec{c.other, "S275"};
        in.reach = c.reach;
        in.slope = c.slope * 3.14159265358979 / 180;
        in.otherSlope = c.otherSlope * 3.14159265358979 / 180;
        if (!layOut(j, *findRecipe(c.recipe), job, in)) continue;
        const auto first = resolve(job, j);
        if (!first) continue;
        if (c.isStiffened)
            for (const FittingKind kind : {FittingKind::StiffenerTop, FittingKind::StiffenerBottom})
                addFitting(j, *first, {kind, ends::right, 0});
        if (c.hasDoubler) addFitting(j, *first, {FittingKind::Doubler, ends::right, 0});
        job.joints = {j};
        const auto resolved = resolve(job, j);
        if (!resolved) continue;
        EndId side = ends::right;
        for (const ResolvedSide& s : resolved->sides)
            if (!s.isPartner) side = s.id;
        if (resolved->side(ends::right) && !resolved->side(ends::right)->isPartner) side = ends::right;
        const auto component = bareConnections(job, j);
        const ConnectionResult* one = find(component, side, false);
        const auto p = momentRotation(*resolved, side, false);
        if (!p || !one) {
            std::printf("| %s | %s | %s | %s | refused: %s | | | | | | | |\n", c.recipe, c.column, c.beam, c.what,
                        p ? "" : joined(p.error()).c_str());
            continue;
        }
        const double m = p->M_j_Rd / one->M_j_Rd, s = p->S_j_ini / one->stiffness.S_j_ini;
        const std::size_t kind = *c.column ? 0 : 1;
        strength[kind].push_back(m);
        const bool isFinite = std::isfinite(one->stiffness.S_j_ini) && one->stiffness.S_j_ini > 0;
        if (isFinite) stiffness[kind].push_back(s);
        std::printf("| %s | %s | %s%s%s | %s | %.1f | %.1f | %+.0f | %s | %.1f | %s | %s | %s |\n", c.recipe, c.column, c.beam,
                    *c.other ? ", " : "", c.other, c.what, one->M_j_Rd / 1e6, p->M_j_Rd / 1e6, 100 * (m - 1),
                    isFinite ? fixedDecimals(one->stiffness.S_j_ini / 1e9, 1).c_str() : "infinite", p->S_j_ini / 1e9,
                    isFinite ? (s < 1 ? fixedDecimals(100 * (s - 1), 0) : "+" + fixedDecimals(100 * (s - 1), 0)).c_str() : "",
                    limitOf(*one).c_str(), limitWords(p->limit, p->limitPart, 0.05).c_str());
        std::fflush(stdout);
        if (const std::string why = causesOf(*resolved, *one, find(component.byWashers, side, false), *p); !why.empty())
            explained += std::string("- ") + c.recipe + " " + c.column + " " + c.beam + ", " + c.what + " (" + sentence(*p) +
                         "): " + why + "\n";
    }
    std::printf("\n");
    for (const std::size_t kind : {0, 1})
        std::printf("- %s: M_j,Rd median ratio %.2f; S_j,ini median ratio %.2f over %zu.\n", kind ? "Splices" : "Welded joints",
                    median(strength[kind]), median(stiffness[kind]), stiffness[kind].size());
    std::printf("- S_j,ini of splices: two end plates back to back, the bolts and the beams' own ends are all there is. The "
                "causes, by variation, are in "
                "theory/other-connections.md.\n");
    std::printf("\n### More than 15 %% apart, by variation\n%s", explained.empty() ? "None.\n" : explained.c_str());
}

} // namespace

int main(int count, char** arguments) {
    // One section alone, by name, while working on it.
    const std::string only = count > 1 ? arguments[1] : "";
    if (only == "panel") return panel(), 0;
    if (only == "web") return webCompression(), 0;
    if (only == "demo") return demo(), 0;
    if (only == "others") return others(), 0;
    if (only == "stubs") return studyTStubs(), 0;
    if (only == "haunches") return studyHaunches(false), 0;
    if (only == "apexes") return studyHaunches(true), 0;
    const PlateReach F = PlateReach::Flush, T = PlateReach::ExtendedTop, B = PlateReach::ExtendedBoth;
    const std::vector<Case> cases{{"HEB200", "IPE300", F, 1, false, false},
                                  {"HEB200", "IPE300", T, 1, false, false},
                                  {"HEB200", "IPE300", T, 1, true, false},
                                  {"HEB240", "IPE400", F, 1, false, false},
                                  {"HEB240", "IPE400", T, 1, false, false},
                                  {"HEB240", "IPE400", T, 0.6, false, false},
                                  {"HEB240", "IPE400", T, 1.4, false, false},
                                  {"HEB240", "IPE400", T, 1, true, false},
                                  {"HEB240", "IPE400", B, 1, false, false},
                                  {"HEB240", "IPE400", T, 1, false, true},
                                  {"HEB240", "IPE400", T, 0.6, true, false},
                                  {"HEA240", "IPE360", F, 1, false, false},
                                  {"HEA240", "IPE360", T, 1, false, false},
                                  {"HEA240", "IPE360", T, 1, true, false},
                                  {"HEA240", "IPE360", T, 0.6, false, false},
                                  {"HEM240", "IPE400", T, 1, false, false},
                                  {"HEM240", "IPE400", T, 0.6, false, false},
                                  {"HEB300", "IPE500", F, 1, false, false},
                                  {"HEB300", "IPE500", T, 1, false, false},
                                  {"HEB300", "IPE500", T, 1, true, false},
                                  {"HEB300", "IPE500", B, 1, false, true},
                                  {"HEB300", "HEA300", F, 1, false, false},
                                  {"HEB300", "HEA300", T, 1, false, false},
                                  {"HEB180", "IPE240", T, 1, false, false},
                                  // deep sections, slender webs, weak columns, thinner and thicker plates
                                  {"HEB450", "IPE600", T, 1, true, false},
                                  {"HEB500", "HEA700", T, 1, true, false},
                                  {"HEM300", "HEA650", T, 1, false, false},
                                  {"IPE600", "IPE500", T, 1, true, false},
                                  {"IPE500", "IPE450", T, 1, false, false},
                                  {"HEA160", "IPE300", T, 1, false, false},
                                  {"HEA400", "IPE400", T, 0.5, true, false},
                                  {"HEA400", "IPE400", F, 1.6, true, false},
                                  {"HEB300", "IPE450", F, 0.7, true, false},
                                  {"HEB260", "IPE270", B, 1, true, true},
                                  {"HEA200", "HEA240", T, 1, false, true},
                                  {"HEB200", "HEB240", F, 1, true, false}};
    std::printf(
        "# Both methods on the end-plate family\n\nPrinted by `plates_study`. First layouts in S275, one beam turned, no "
        "axial force, no column shear (the column's upper end may move sideways), the\n"
        "other beam without load. Plates: default element size, M_j,Rd at 5 %% plastic strain in any plate or a broken bolt. Off "
        "is "
        "plates over component less one. F_1 is the force of the first row that counts, at the\n"
        "smaller M_j,Rd of both; bolts less prying in the plates.\n\n"
        "| No. | Column | Beam | Plate | M_j,Rd component | plates | off %% | S_j,ini component | plates | off %% | F_1 "
        "component | plates | "
        "off %% | component limit | plates end at |\n|---|---|---|---|---:|---:|---:|---:|---:|---:|---:|---:|---:|---|---|\n");
    std::vector<double> strength, stiffness, rows;
    std::string explained;
    int number = 0;
    for (const Case& c : cases) {
        ++number;
        Job job;
        job.joints = {jointOf(c)};
        const auto resolved = resolve(job, job.joints[0]);
        const std::string plate = std::string(c.reach == F   ? "flush"
                                              : c.reach == T ? "extended"
                                                             : "extended both") +
                                  ", t = " + std::to_string(int(endPlate(job.joints[0], ends::right).plate.thickness)) +
                                  (c.isStiffened ? ", stiffened" : "") + (c.isTwoSided ? ", two beams" : "");
        const auto component = bareConnections(job, job.joints[0]);
        const ConnectionResult* one = find(component, ends::right, false);
        const auto p = resolved ? momentRotation(*resolved, ends::right, false)
                                : tl::expected<PlateMomentRotation, Diagnostics>(tl::unexpected(resolved.error()));
        if (!p || !one) {
            std::printf("| %d | %s | %s | %s | refused: %s | | | | | | | | | | |\n", number, c.column, c.beam, plate.c_str(),
                        p ? "" : joined(p.error()).c_str());
            continue;
        }
        const Reconciliation r = reconcile(component, *p);
        CounterpartRow first;
        for (const CounterpartRow& row : r.rows)
            if (row.what == Counterpart::RowForce && first.row < 0) first = row;
        if (const std::string why = causesOf(*resolved, *one, find(component.byWashers, ends::right, false), *p); !why.empty())
            explained += "- No. " + std::to_string(number) + " (" + sentence(*p) + "): " + why + "\n";
        strength.push_back(p->M_j_Rd / one->M_j_Rd);
        stiffness.push_back(p->S_j_ini / one->stiffness.S_j_ini);
        if (first.row >= 0) rows.push_back(1 + first.apart());
        std::printf("| %d | %s | %s | %s | %.1f | %.1f | %+.0f | %.1f | %.1f | %+.0f | %.0f | %.0f | %+.0f | %s | %s |\n", number,
                    c.column, c.beam, plate.c_str(), one->M_j_Rd / 1e6, p->M_j_Rd / 1e6, 100 * (strength.back() - 1),
                    one->stiffness.S_j_ini / 1e9, p->S_j_ini / 1e9, 100 * (stiffness.back() - 1), first.component / 1e3,
                    first.plates / 1e3, 100 * first.apart(), limitOf(*one).c_str(),
                    limitWords(p->limit, p->limitPart, 0.05).c_str());
        std::fflush(stdout);
    }
    const auto summary = [](const char* what, const std::vector<double>& v) {
        if (v.empty()) return;
        std::printf("- %s: median ratio %.2f, from %.2f to %.2f, %d of %zu within 15 %%.\n", what, median(v),
                    *std::min_element(v.begin(), v.end()), *std::max_element(v.begin(), v.end()),
                    static_cast<int>(std::count_if(v.begin(), v.end(), [](double r) { return std::abs(r - 1) <= 0.15; })),
                    v.size());
    };
    std::printf("\nMoments in kNm, stiffness in MNm/rad, forces in kN.\n\n");
    summary("M_j,Rd", strength);
    summary("S_j,ini", stiffness);
    summary("F_1", rows);
    std::printf("\n### More than 15 %% apart, by variation\nEach suspected cause is taken away, from the plates or from the "
                "rules or from "
                "both; how far the methods are apart then stands beside it.\n\n%s",
                explained.empty() ? "None.\n" : explained.c_str());
    if (only == "joints") return 0;
    studyTStubs();
    others();
    studyHaunches(false);
    studyHaunches(true);
    panel();
    webCompression();
    demo();
}
