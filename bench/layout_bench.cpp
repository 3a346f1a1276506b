#include "advise/change.h"
#include "advise/layout_search.h"
#include "base/text.h"
#include "layout_tasks.h"
#include "words/phrases.h"
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <map>
#include <string>

/// First layouts on random tasks over every recipe: how many hold, how long it takes, whether a thorough search finds more or
/// cheaper. layout_bench [tasks] [first seed] [--thorough]
int main(int argc, char** argv) {
    using namespace zg;
    using Clock = std::chrono::steady_clock;
    const int tasks = argc > 1 ? std::atoi(argv[1]) : 500;
    const unsigned first = argc > 2 ? static_cast<unsigned>(std::atoi(argv[2])) : 1;
    const bool isThorough = argc > 3;
    std::vector<double> seconds, tried;
    std::map<std::string, std::array<int, 3>> byRecipe; ///< tasks, held, held only by the thorough search
    std::map<std::string, int> limits;
    double dearest = 0;
    for (int i = 0; i < tasks; ++i) {
        const unsigned seed = first + static_cast<unsigned>(i);
        const sample::Task task = sample::randomTask(seed);
        const Joint& joint = task.job.joints.front();
        const auto begin = Clock::now();
        const LayoutOutcome o = findLayout(task.job, joint);
        const double took = std::chrono::duration<double>(Clock::now() - begin).count();
        seconds.push_back(took);
        tried.push_back(o.tried);
        auto& count = byRecipe[joint.recipe];
        ++count[0];
        count[1] += o.holds;
        if (!o.holds) {
            ++limits[title(o.measure.governing)];
            std::printf("task %u (%s, %s, %.2f of M_pl): not held, %s %.2f, excess %.3f, %d tried\n", seed, joint.recipe.c_str(),
                        membersText(joint).c_str(), task.share, title(o.measure.governing), o.measure.utilisation,
                        o.measure.excess, o.tried);
        }
        if (!isThorough) continue;
        LayoutOptions all;
        all.depth = LayoutDepth::Thorough;
        const LayoutOutcome best = findLayout(task.job, joint, all);
        if (best.holds && !o.holds) {
            ++count[2];
            std::printf("task %u (%s): only the thorough search holds\n", seed, joint.recipe.c_str());
        }
        if (best.holds && o.holds) {
            const double more = o.measure.cost / best.measure.cost - 1;
            if (more > 0.05)
                std::printf("task %u (%s): quick %.0f, thorough %.0f\n", seed, joint.recipe.c_str(), o.measure.cost,
                            best.measure.cost);
            dearest = std::max(dearest, more);
        }
    }
    std::sort(seconds.begin(), seconds.end());
    std::sort(tried.begin(), tried.end());
    int held = 0;
    for (const auto& [name, n] : byRecipe) {
        std::printf("%-34s %4d tasks, %4d hold%s\n", name.c_str(), n[0], n[1],
                    n[2] ? (", " + std::to_string(n[2]) + " more thoroughly").c_str() : "");
        held += n[1];
    }
    const auto at = [](const std::vector<double>& list, double share) {
        return list[std::min(list.size() - 1, static_cast<std::size_t>(share * static_cast<double>(list.size())))];
    };
    std::printf("%d of %d hold; median %.3f s, 95 %% %.3f s, most %.3f s; joints tried: median %.0f\n", held, tasks,
                at(seconds, 0.5), at(seconds, 0.95), seconds.back(), at(tried, 0.5));
    if (isThorough) std::printf("the quick search is at most %.1f %% dearer than the thorough one\n", 100 * dearest);
    for (const auto& [what, n] : limits) std::printf("  %3d limited by: %s\n", n, what.c_str());
    return 0;
}
