#include "actions/dominance.h"
#include "component/verify.h"
#include "layout_tasks.h"
#include "stopwatch.h"
#include <cstdio>
#include <cstdlib>
#include <set>

/// Many sets on a joint: how long a verification of 1,000 takes, and on random joints with random sets whether those that are
/// kept give the verdict and ledger of all, to the bit. sets_bench [joints] [sets], 200 and 300 when left out.
int main(int argc, char** argv) {
    using namespace zg;
    const int joints = argc > 1 ? std::atoi(argv[1]) : 200, count = argc > 2 ? std::atoi(argv[2]) : 300;
    std::mt19937 dice(5);
    std::uniform_real_distribution<double> real(-1, 1);
    const auto fill = [&](Joint& joint, int sets) {
        const std::vector<ActionSet> own = joint.actions;
        joint.actions.clear();
        for (int i = 0; i < sets; ++i) {
            ActionSet set = own[static_cast<std::size_t>(i) % own.size()];
            set.id = "U" + std::to_string(i + 1);
            for (EndForces& f : set.forces) f.N += 4e4 * real(dice), f.V *= 1.2 * real(dice), f.M *= 1.3 * real(dice);
            joint.actions.push_back(std::move(set));
        }
    };
    int different = 0;
    std::size_t dropped = 0;
    for (int n = 0; n < joints; ++n) {
        sample::Task task = sample::randomTask(1000 + static_cast<unsigned>(n));
        Joint& joint = task.job.joints[0];
        fill(joint, count);
        const auto before = verify(task.job, joint);
        if (!before || before->governing < 0) continue;
        const auto list = dominatedSets(*before);
        dropped += list.size();
        dropSets(joint, list);
        const auto after = verify(task.job, joint);
        const auto uses = [](const JointResult& r) {
            std::multiset<std::pair<int, double>> u;
            for (const Check& c : ledger(r)) u.insert({static_cast<int>(c.code), c.utilisation});
            return u;
        };
        const bool isSame = after && after->utilisation == before->utilisation && after->state == before->state &&
                            governingCheck(*after)->code == governingCheck(*before)->code && uses(*after) == uses(*before);
        if (!isSame) ++different, std::printf("joint %d differs\n", n);
    }
    std::printf("%d joints with %d sets: %d differ; %.0f of 100 sets cannot govern\n", joints, count, different,
                100.0 * static_cast<double>(dropped) / (static_cast<double>(joints) * count));
    sample::Task task = sample::randomTask(3);
    fill(task.job.joints[0], 1000);
    std::size_t lines = 0;
    const double all = medianSeconds(7, [&] { lines += verify(task.job, task.job.joints[0])->checks.size(); });
    const JointResult result = *verify(task.job, task.job.joints[0]);
    const double list = medianSeconds(7, [&] { lines += ledger(result).size(); });
    const double dominance = medianSeconds(5, [&] { lines += dominatedSets(result).size(); });
    std::printf("1,000 sets: verified in %.0f ms, ledger %.0f ms, dominance %.0f ms\n", all * 1e3, list * 1e3, dominance * 1e3);
    return lines > 0 && different == 0 ? 0 : 1;
}
