// Prints docs/verification-plates.md: joints of the end-plate family by both methods. Takes some minutes.
#include "catalogue/sections.h"
#include "component/verify.h"
#include "joint/first_layout.h"
#include "plates/moment_rotation.h"
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <vector>

using namespace zg;

namespace {

struct Case {
    const char *column, *beam;
    PlateReach reach;
    double plateFactor; ///< on the thickness of the first layout
    bool isStiffened, isTwoSided;
};

const char* nameOf(Limit limit) {
    switch (limit) {
    case Limit::None: return "none";
    case Limit::ColumnWebTension: return "column web, tension";
    case Limit::ColumnFlange: return "column flange";
    case Limit::EndPlate: return "end plate";
    case Limit::BeamWeb: return "beam web";
    case Limit::PanelShear: return "panel shear";
    case Limit::ColumnWebCompression: return "column web, compression";
    case Limit::BeamFlangeCompression: return "beam flange";
    case Limit::FartherRows: return "rows farther out";
    }
    return "";
}

Joint jointOf(const Case& c) {
    Joint j;
    j.id = j.mark = "S";
    j.column.member = {c.column, "S275"};
    j.right = firstLayout(*findSection(c.column), *findSection(c.beam), {c.beam, "S275"}, c.reach);
    j.right.plate.thickness = std::round(j.right.plate.thickness * c.plateFactor);
    if (c.isStiffened) {
        StiffenerSpec s;
        s.thickness = 14;
        s.steel = "S275";
        j.right.stiffenerTop = j.right.stiffenerBottom = s;
    }
    if (c.isTwoSided) j.left = j.right;
    return j;
}

double median(std::vector<double> v) {
    std::sort(v.begin(), v.end());
    return v.empty() ? 0 : (v[v.size() / 2] + v[(v.size() - 1) / 2]) / 2;
}

} // namespace

int main() {
    const PlateReach F = PlateReach::Flush, T = PlateReach::ExtendedTop, B = PlateReach::ExtendedBoth;
    const std::vector<Case> cases{{"HEB200", "IPE300", F, 1, false, false},   {"HEB200", "IPE300", T, 1, false, false},
                                  {"HEB200", "IPE300", T, 1, true, false},    {"HEB240", "IPE400", F, 1, false, false},
                                  {"HEB240", "IPE400", T, 1, false, false},   {"HEB240", "IPE400", T, 0.6, false, false},
                                  {"HEB240", "IPE400", T, 1.4, false, false}, {"HEB240", "IPE400", T, 1, true, false},
                                  {"HEB240", "IPE400", B, 1, false, false},   {"HEB240", "IPE400", T, 1, false, true},
                                  {"HEB240", "IPE400", T, 0.6, true, false},  {"HEA240", "IPE360", F, 1, false, false},
                                  {"HEA240", "IPE360", T, 1, false, false},   {"HEA240", "IPE360", T, 1, true, false},
                                  {"HEA240", "IPE360", T, 0.6, false, false}, {"HEM240", "IPE400", T, 1, false, false},
                                  {"HEM240", "IPE400", T, 0.6, false, false}, {"HEB300", "IPE500", F, 1, false, false},
                                  {"HEB300", "IPE500", T, 1, false, false},   {"HEB300", "IPE500", T, 1, true, false},
                                  {"HEB300", "IPE500", B, 1, false, true},    {"HEB300", "HEA300", F, 1, false, false},
                                  {"HEB300", "HEA300", T, 1, false, false},   {"HEB180", "IPE240", T, 1, false, false}};
    std::printf("# Both methods on the end-plate family\n\nPrinted by `plates_study`. First layouts in S275, one beam turned, no "
                "axial force, no column shear (the column's upper end may move sideways), the\n"
                "other beam without load. Plates: default element size, M_j,Rd at 5 %% plastic strain in any plate. Off is "
                "plates over component less one.\n\n"
                "| Column | Beam | Plate | M_j,Rd component | plates | off %% | S_j,ini component | plates | off %% | component "
                "limit | most strained |\n|---|---|---|---:|---:|---:|---:|---:|---:|---|---|\n");
    std::vector<double> strength, stiffness;
    for (const Case& c : cases) {
        Job job;
        job.joints = {jointOf(c)};
        const auto resolved = resolve(job, job.joints[0]);
        const auto component = verify(job, job.joints[0]);
        const std::string plate = std::string(c.reach == F   ? "flush"
                                              : c.reach == T ? "extended"
                                                             : "extended both") +
                                  ", t = " + std::to_string(int(job.joints[0].right.plate.thickness)) +
                                  (c.isStiffened ? ", stiffened" : "") + (c.isTwoSided ? ", two beams" : "");
        if (!resolved || !component) {
            std::printf("| %s | %s | %s | refused: %s | | | | | | | |\n", c.column, c.beam, plate.c_str(),
                        joined(resolved ? component.error() : resolved.error()).c_str());
            continue;
        }
        const ConnectionResult* one = nullptr;
        for (const ConnectionResult& r : component->connections)
            if (r.side == SideId::Right && !r.isReversed) one = &r;
        const auto p = momentRotation(*resolved, SideId::Right, false);
        if (!p || !one) {
            std::printf("| %s | %s | %s | | plates: %s | | | | | | |\n", c.column, c.beam, plate.c_str(),
                        p ? "" : joined(p.error()).c_str());
            continue;
        }
        strength.push_back(p->M_j_Rd / one->M_j_Rd);
        stiffness.push_back(p->S_j_ini / one->stiffness.S_j_ini);
        std::printf("| %s | %s | %s | %.1f | %.1f | %+.0f | %.1f | %.1f | %+.0f | %s | %s%s |\n", c.column, c.beam, plate.c_str(),
                    one->M_j_Rd / 1e6, p->M_j_Rd / 1e6, 100 * (strength.back() - 1), one->stiffness.S_j_ini / 1e9,
                    p->S_j_ini / 1e9, 100 * (stiffness.back() - 1), nameOf(one->limit), p->limitPart.c_str(),
                    p->limit == PlateLimit::PlasticStrain ? "" : " (strain limit not reached)");
        std::fflush(stdout);
    }
    const auto summary = [](const char* what, const std::vector<double>& v) {
        if (v.empty()) return;
        std::printf("%s: median ratio %.2f, from %.2f to %.2f, %d of %zu within 20 %%.\n", what, median(v),
                    *std::min_element(v.begin(), v.end()), *std::max_element(v.begin(), v.end()),
                    static_cast<int>(std::count_if(v.begin(), v.end(), [](double r) { return std::abs(r - 1) <= 0.2; })),
                    v.size());
    };
    std::printf("\nMoments in kNm, stiffness in MNm/rad.\n\n");
    summary("M_j,Rd", strength);
    std::printf("\n");
    summary("S_j,ini", stiffness);
}
