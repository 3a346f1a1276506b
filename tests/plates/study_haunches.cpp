#include "base/text.h"
#include "compare/reconcile.h"
#include "joint/job.h"
#include "joint/recipes/recipe.h"
#include "plates/moment_rotation.h"
#include "study_parts.h"
#include "words/phrases.h"
#include "words/plate_words.h"
#include <algorithm>
#include <cstdio>

/// Both methods on haunched joints, both senses.
namespace zg {
namespace {

struct HaunchCase {
    const char *recipe, *column, *beam;
    double slope, depth, length; ///< degrees, mm; 0: as the first layout has it
    PlateReach reach;
    const char* what;
};

} // namespace

void studyHaunches(bool areApexes) {
    const PlateReach F = PlateReach::Flush, T = PlateReach::ExtendedTop;
    const HaunchCase cases[] = {{"eaves", "HEB260", "IPE400", 6, 0, 0, T, ""},
                                {"eaves", "HEB280", "IPE450", 8, 380, 1100, T, ""},
                                {"eaves", "HEA300", "IPE360", 12, 0, 0, T, ""},
                                {"eaves", "HEB300", "IPE500", 5, 0, 0, T, ""},
                                {"eaves", "HEB240", "IPE330", 0, 0, 0, T, "level"},
                                {"eaves", "HEB300", "IPE450", 10, 300, 900, F, "flush, top plate"},
                                {"valley", "HEB260", "IPE400", 6, 0, 0, T, ""},
                                {"valley", "HEB300", "IPE450", 8, 0, 0, T, ""},
                                {"valley", "HEA280", "IPE360", 4, 0, 0, T, ""},
                                {"haunched-beam", "HEB300", "IPE450", 0, 250, 600, T, "column continues"},
                                {"apex", "", "IPE360", -6, 0, 0, T, ""},
                                {"apex", "", "IPE400", -8, 0, 0, T, ""},
                                {"apex", "", "IPE450", -8, 0, 0, T, ""},
                                {"apex", "", "IPE450", -12, 250, 800, T, ""},
                                {"apex", "", "IPE500", -5, 0, 0, PlateReach::ExtendedBoth, "extended both"},
                                {"apex", "", "IPE400", 0, 200, 700, F, "straight, flush"}};
    std::printf("\n## %s\nFirst layouts in S355 with haunches from cuttings, one member turned. The moment falls "
                "away from the "
                "joint to nothing at 4 m, as in a portal of 20 m, so that the member does not end the curve beyond its haunch; "
                "of an apex it is the same on both sides. "
                "S_j,ini without the bending of the haunch "
                "itself, which the components do not know; what it adds as part of the joint stands beside it.\n\n"
                "| Kind | Column | Beam | Slope | Haunch | What | Tension at the | M_j,Rd component | plates | off %% | S_j,ini "
                "component "
                "| plates | off %% | with the haunch | component limit | plates end at |\n"
                "|---|---|---|---:|---|---|---|---:|---:|---:|---:|---:|---:|---:|---|---|\n",
                areApexes ? "Apexes" : "Haunched joints");
    std::vector<double> strength, stiffness;
    std::string explained;
    for (const HaunchCase& c : cases) {
        if ((*c.column == 0) != areApexes) continue;
        Job job;
        Joint j;
        j.id = j.mark = "H";
        RecipeInput in;
        in.column = {c.column, "S355"};
        in.beam = {c.beam, "S355"};
        in.reach = c.reach;
        in.slope = in.otherSlope = c.slope * 3.14159265358979 / 180;
        if (c.depth > 0) in.haunchDepth = c.depth;
        if (c.length > 0) in.haunchLength = c.length;
        if (!layOut(j, *findRecipe(c.recipe), job, in)) continue;
        for (const double M : {200e6, -200e6}) {
            ActionSet set;
            set.id = M > 0 ? "U1" : "R1";
            EndForces& f = forcesOf(set, ends::right);
            f.M = M, f.V = M / 4000;
            j.actions.push_back(set);
        }
        job.joints = {j};
        const auto resolved = resolve(job, j);
        if (!resolved) {
            std::printf("| %s | %s | %s | refused: %s |\n", c.recipe, c.column, c.beam, joined(resolved.error()).c_str());
            continue;
        }
        const auto component = bareConnections(job, j);
        for (const bool isReversed : {false, true}) {
            const ConnectionResult* one = find(component, ends::right, isReversed);
            const auto p = momentRotation(*resolved, ends::right, isReversed);
            if (!p || !one) {
                std::printf("| %s | %s | %s | refused: %s |\n", c.recipe, c.column, c.beam, p ? "" : joined(p.error()).c_str());
                continue;
            }
            const double S = p->stiffnessOfJointAlone(p->S_j_ini), m = p->M_j_Rd / one->M_j_Rd, s = S / one->stiffness.S_j_ini;
            strength.push_back(m);
            stiffness.push_back(s);
            const HaunchSpec& h = *findFraming(j, ends::right)->haunchBelow;
            if (const std::string why = causesOf(*resolved, *one, find(component.byWashers, ends::right, isReversed), *p);
                !why.empty())
                explained += std::string("- ") + c.recipe + " " + c.column + " " + c.beam + " " + c.what + ", tension at the " +
                             (isReversed ? "bottom" : "top") + ": " + why + "\n";
            std::printf(
                "| %s | %s | %s | %g | %g x %g | %s | %s | %.1f | %.1f | %+.0f | %.1f | %.1f | %+.0f | %.1f | %s | %s |\n",
                c.recipe, c.column, c.beam, c.slope, h.depth, h.length, c.what, isReversed ? "bottom" : "top", one->M_j_Rd / 1e6,
                p->M_j_Rd / 1e6, 100 * (m - 1), one->stiffness.S_j_ini / 1e9, S / 1e9, 100 * (s - 1), p->S_j_ini / 1e9,
                limitOf(*one).c_str(), limitWords(p->limit, p->limitPart, 0.05).c_str());
            std::fflush(stdout);
        }
    }
    std::printf("\n");
    std::printf("- M_j,Rd median ratio %.2f; S_j,ini median ratio %.2f over %zu.\n", median(strength), median(stiffness),
                stiffness.size());
    if (areApexes)
        std::printf("- Tension at the top: both members come to their own hinge (M_pl) before the joint does. S_j,ini: two "
                    "plates back to "
                    "back and the ends of the members, as said of splices above.\n");
    else
        std::printf(
            "- Panels: where a tall rolled panel governs with tension at the top the plates stay below 6.2.6.1 by 12 to 21 %%; "
            "the "
            "cause was shown by variation ([haunches](theory/haunches.md), by plates): A_vc counts root fillets and the core of "
            "the flanges. Use the plates, or a\n  supplementary web plate, where the panel governs beyond 0.8.\n"
            "- Stiffness: as part of the joint a haunch halves S_j,ini; without its own bending plates and components agree "
            "(median %.2f).\n",
            median(stiffness));
    std::printf("\n### More than 15 %% apart, by variation\n%s", explained.empty() ? "None.\n" : explained.c_str());
    std::fflush(stdout);
}

} // namespace zg
