#include "study_parts.h"
#include "t_stub.h"
#include <cstdio>

namespace zg {

void studyTStubs() {
    using namespace tstub;
    std::printf("\n## Isolated T-stubs\nOne row of two M24 10.9 on a stub in S275 (gauge 100, edge 45, web 10), as long along "
                "the web as one straight "
                "pattern: plates over the rules of EN 1993-1-8 table 6.2 and 6.11, and over a Timoshenko beam guided at the foot "
                "of the weld, on "
                "bolt and tip. F at 1 %% and 5 %% plastic strain over F_T,Rd by method 1 and by method 2 (washers).\n\n"
                "| t | throat | m/t | F_T,1 kN | by washers | F_T,2 | F_T,3 | mesh | F first yield | 1 %% | 5 %% or most | over "
                "method 2 | k over the "
                "rules | k over the beam | beam without shear over the rules "
                "|\n|---:|---:|---:|---:|---:|---:|---:|---|---:|---:|---:|---:|---:|---:|---:|\n");
    for (const double t : {8.0, 12.0, 15.0, 20.0, 25.0, 30.0, 40.0})
        for (const double a : {3.0, 5.0, 8.0}) {
            const Stub s{t, a};
            const Rules r = rules(s);
            const struct {
                const char* name;
                Choices choices;
            } meshes[] = {{"held at the mid-line", {1, false, false, 0}},
                          {"as joints are", {}},
                          {"bolt at a point", {1, true, true, 0.5}},
                          {"bolt at a point, half", {0.5, true, true, 0.5}},
                          {"a half of it", {0.5, true, false, 0.5}}};
            for (const auto& mesh : meshes) {
                if (a != 5 && &mesh != &meshes[1]) continue;
                const Answer p = plates(s, mesh.choices);
                const double most = p.at5 > 0 ? p.at5 : p.largest, one = p.at1 > 0 ? p.at1 : p.largest;
                std::printf(
                    "| %.0f | %.0f | %.2f | %.0f | %.0f | %.0f | %.0f | %s | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f |\n",
                    t, a, s.m() / t, r.F_1 / 1e3, r.F_1_washer / 1e3, r.F_2 / 1e3, r.F_3 / 1e3, mesh.name,
                    (p.firstYield > 0 ? p.firstYield : p.largest) / r.F(), one / r.F(), most / r.F(), most / r.F_washer(),
                    p.stiffness / r.stiffness, p.stiffness / beamStiffness(s, true), beamStiffness(s, false) / r.stiffness);
                std::fflush(stdout);
            }
        }
}

} // namespace zg
