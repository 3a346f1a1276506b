// The net under the joints, of seeded random jobs as the first version of the file wrote them.
//   joint_net > tests/regression/net-components.txt     digests of what the component method finds
//   joint_net sheets FOLDER                             their Sheets as SVG, to compare two states of the program
#include "component/verify.h"
#include "drawing/sheet.h"
#include "drawing/svg.h"
#include "exchange/job_file.h"
#include "support/digest.h"
#include "support/v1_joints.h"
#include <cstdio>
#include <fstream>
#include <string>

namespace {

void sheets(const std::string& folder) {
    for (std::uint32_t i = 0; i < 200; ++i) {
        const auto job = zg::readJob(zg::sample::v1Job(i));
        if (!job) continue;
        const auto joint = zg::resolve(job->job, job->job.joints.front());
        if (!joint) continue;
        const zg::JointResult result = zg::verify(*joint, 0);
        zg::SheetOptions options;
        options.set = joint->actions.empty() ? -1 : 0;
        std::ofstream(folder + "/sheet-" + std::to_string(i) + ".svg")
            << zg::svg(zg::sheetDrawing(*joint, &result, options), zg::lightPalette());
    }
}

} // namespace

int main(int argc, char** argv) {
    if (argc == 3 && std::string(argv[1]) == "sheets") return sheets(argv[2]), 0;
    for (std::uint32_t i = 0; i < 2000; ++i)
        std::printf("%s\n", zg::sample::lineOf(zg::sample::digestOf(zg::sample::v1Job(i))).c_str());
}
