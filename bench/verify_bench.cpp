#include "advise/remedies.h"
#include "advise/stock_strip.h"
#include "component/verify.h"
#include "exchange/job_file.h"
#include "exchange/result_json.h"
#include "large_job.h"
#include "stopwatch.h"
#include <cstdio>
#include <cstdlib>

/// Complete verifications a second on one core, for each demo joint: look-up, both methods of counting, all sets, all checks.
int main() {
    using namespace zg;
    const auto read = openJob(ZG_SOURCE_DIR "/demo/kelp-lane.zgj");
    if (!read) {
        std::fprintf(stderr, "%s\n", joined(read.error()).c_str());
        return 1;
    }
    const Job& job = read->job;
    std::printf("joint  sets  verify/s  traced/verify  stock strip ms  remedies ms\n");
    for (const Joint& joint : job.joints) {
        constexpr int count = 500;
        double sum = 0;
        const double plain = medianSeconds(7, [&] {
            for (int i = 0; i < count; ++i) sum += verify(job, joint)->utilisation;
        });
        const auto resolved = resolve(job, joint);
        const double traced = medianSeconds(5, [&] { sum += verifyTraced(*resolved, 0).result.utilisation; });
        const double strip =
            medianSeconds(7, [&] { sum += static_cast<double>(stockStrip(job, joint, {PartKind::EndPlate})->options.size()); });
        const JointResult result = *verify(job, joint);
        const Check& governing = result.checks[static_cast<std::size_t>(result.governing)];
        const double ways = medianSeconds(7, [&] { sum += static_cast<double>(remedies(job, joint, governing).size()); });
        std::printf("%-5s  %4zu  %8.0f  %13.0f  %14.2f  %11.2f\n", joint.mark.c_str(), joint.actions.size(), count / plain,
                    traced / (plain / count), strip * 1e3, ways * 1e3);
        if (sum < 0) return 1; // keeps the work from being optimised away
    }
    const Job large = largeJob(job);
    const double all = medianSeconds(3, [&] {
        for (const Joint& joint : large.joints)
            if (!verify(large, joint)) std::abort();
    });
    std::printf("%zu joints of 20 sets: all verified in %.2f s\n", large.joints.size(), all);
    std::vector<JointOutcome> outcomes;
    for (const Joint& joint : large.joints)
        outcomes.push_back({&joint, std::make_shared<const JointResult>(*verify(large, joint))});
    std::size_t bytes = 0;
    const double json = medianSeconds(3, [&] { bytes = resultJson(large, outcomes, {}).size(); });
    std::printf("their result document: %.1f MB in %.2f s\n", static_cast<double>(bytes) / 1e6, json);
    return 0;
}
