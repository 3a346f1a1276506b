// Prints docs/verification-fe.md: every case of the plate engine next to a number that does not come from it. With a word: only
// the groups whose title has it.
#include "groups.h"
#include <cmath>
#include <cstdio>
#include <map>

namespace {

std::string number(double v) {
    char text[40];
    std::snprintf(text, sizeof text, v != 0 && (std::abs(v) < 1e-3 || std::abs(v) >= 1e7) ? "%.4e" : "%.5g", v);
    return text;
}

std::string percent(double v) {
    char text[40];
    std::snprintf(text, sizeof text, "%+.2f", 100 * v);
    return text;
}

} // namespace

int main(int argumentCount, char** arguments) {
    std::printf("# Verification of the plate engine\n\n"
                "Printed by `fe_verification`; the same rows are run and held to the same tolerances by `ctest`. A reference is "
                "a closed form, an\n"
                "independent method or a publication, never a number of this engine. Units N, mm, MPa, rad unless the problem "
                "has none. *Off* is\n"
                "value over reference less one, in per cent; *allowed* its range. Rows whose reference is 0 give the absolute "
                "value and its limit.\n"
                "Theory, choices and known differences: [theory/plate-fe.md](theory/plate-fe.md).\n");
    int count = 0, within = 0;
    for (const FeCases& group : allFeCases()) {
        if (argumentCount > 1 && group.title.find(arguments[1]) == std::string::npos) continue;
        std::printf("\n## %s\n\n| Case | Quantity | Mesh | Value | Reference | Off %% | Allowed %% | Source "
                    "|\n|---|---|---|---:|---:|---:|---:|---|\n",
                    group.title.c_str());
        FeRows rows = group.run();
        // Many rows of exact tests say the same: the worst stands for them.
        std::map<std::string, FeRow> worst;
        for (const FeRow& r : rows) {
            ++count;
            within += isWithin(r) ? 1 : 0;
            if (r.reference != 0 || group.title != "Patch tests") continue;
            FeRow& w = worst[r.id + r.what];
            if (w.id.empty() || r.value / r.high > w.value / w.high) w = r;
        }
        for (const FeRow& r : rows) {
            if (group.title == "Patch tests" && r.reference == 0) {
                const auto found = worst.find(r.id + r.what);
                if (found == worst.end() || found->second.mesh != r.mesh) continue;
                std::printf("| %s | %s (worst of all meshes) | %s | %.1e | 0 | | %.0e | %s |\n", r.id.c_str(), r.what.c_str(),
                            r.mesh.c_str(), r.value, r.high, r.source.c_str());
            } else if (r.reference == 0) {
                std::printf("| %s | %s | %s | %.1e | 0 | | %.0e | %s |\n", r.id.c_str(), r.what.c_str(), r.mesh.c_str(),
                            std::abs(r.value), r.high, r.source.c_str());
            } else {
                const std::string allowed =
                    r.low == -r.high ? "± " + percent(r.high).substr(1) : percent(r.low) + " to " + percent(r.high);
                std::printf("| %s | %s | %s | %s | %s | %s | %s | %s |%s\n", r.id.c_str(), r.what.c_str(), r.mesh.c_str(),
                            number(r.value).c_str(), number(r.reference).c_str(), percent(r.value / r.reference - 1).c_str(),
                            r.high < 1e-4 ? "exact" : allowed.c_str(), r.source.c_str(), isWithin(r) ? "" : " **outside**");
            }
        }
    }
    std::printf("\n%d rows, %d within their tolerance.\n", count, within);
    return within == count ? 0 : 1;
}
