#pragma once
#include "joint/job.h"
#include "joint/recipes/recipe.h"
#include "joint/resolve.h"
#include <cmath>
#include <random>

/// Random tasks as an engineer gets them: members that are made for one another, moments that the beam can carry, both senses now
/// and then. Made up.
namespace zg::sample {

struct Task {
    Job job;          ///< one joint, laid out plainly by its recipe
    double share = 0; ///< of the beam's plastic moment that the largest moment is
};

inline Task randomTask(unsigned seed) {
    std::mt19937 dice(seed);
    const auto real = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(dice); };
    const auto below = [&](std::size_t n) { return std::uniform_int_distribution<std::size_t>(0, n - 1)(dice); };
    const char* beams[] = {"IPE 240", "IPE 270", "IPE 300", "IPE 330", "IPE 360", "IPE 400", "IPE 450",
                           "IPE 500", "IPE 550", "IPE 600", "HEA 260", "HEA 300", "HEB 240"};
    const char* columns[] = {"HEA 200", "HEB 200", "HEA 240", "HEB 240", "HEA 280",
                             "HEB 280", "HEA 300", "HEB 300", "HEB 340", "HEB 400"};
    Task task;
    for (;;) {
        const Recipe& recipe = recipes()[below(recipes().size())];
        RecipeInput in;
        const char* steels[] = {"S275", "S355"};
        const std::string steel = steels[below(2)];
        const Section beam = *findSection(beams[below(std::size(beams))]),
                      column = *findSection(columns[below(std::size(columns))]);
        // A column at least as wide as its beam, and not much less deep than half of it.
        if (recipe.asksColumn && (column.b < beam.b || column.h < 0.45 * beam.h)) continue;
        in.beam = {beam.designation, steel};
        in.column = {column.designation, steel};
        in.span = std::round(real(16, 28) * beam.h / 100) * 100;
        if (recipe.asksOther && recipe.asksColumn && real(0, 1) < 0.3) in.other = in.beam;
        if (recipe.usualSlope != 0 && real(0, 1) < 0.6)
            in.slope = (recipe.usualSlope < 0 ? -1 : 1) * std::round(real(3, 12)) * 0.017453292519943295;
        Joint joint;
        joint.id = "j", joint.mark = "T1";
        if (!layOut(joint, recipe, task.job, in)) continue;
        const double f_y = steel == "S275" ? 275 : 355, M_pl = beam.W_pl_y * f_y;
        task.share = real(0.25, recipe.isHaunched ? 0.95 : 0.6);
        const std::size_t sets = 1 + below(4);
        const bool hasReversal = real(0, 1) < 0.5;
        for (std::size_t i = 0; i < sets; ++i) {
            ActionSet set;
            set.id = "U" + std::to_string(i + 1);
            const double k = i == 0 ? 1 : real(0.5, 1), sense = hasReversal && i + 1 == sets && sets > 1 ? real(-0.6, -0.3) : 1;
            for (const EndId end : framingEnds(joint)) {
                if (!recipe.asksColumn && end == ends::left) continue; // the held end of a splice
                EndForces f;
                f.end = end;
                const bool isFin = findJoining<FinPlate>(joint, end) != nullptr;
                f.M = isFin ? 0 : k * sense * task.share * M_pl;
                f.V = k * real(0.05, 0.25) * beam.h * beam.t_w * f_y / std::sqrt(3.0) * (isFin ? 0.6 : 1);
                f.N = real(0, 1) < 0.3 ? -real(0, 0.04) * beam.A * f_y : 0;
                set.forces.push_back(f);
            }
            joint.actions.push_back(std::move(set));
        }
        if (!resolve(task.job, joint)) continue;
        task.job.joints = {joint};
        return task;
    }
}

} // namespace zg::sample
