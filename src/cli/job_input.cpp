#include "job_input.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "joint/edit.h"
#include <iostream>

namespace zg::cli {

int fail(const Diagnostics& problems) {
    std::cerr << joined(problems) << "\n";
    return couldNot;
}

bool put(const std::string& path, const std::string& bytes) {
    if (path == "-") {
        std::cout << bytes;
        std::cout.flush();
        return std::cout.good();
    }
    const auto written = writeFile(path, bytes);
    if (!written) std::cerr << joined({written.error()}) << "\n";
    return written.has_value();
}

tl::expected<Job, Diagnostics> load(const std::string& file, const std::string& mark) {
    auto read = openJob(file);
    if (!read) return tl::unexpected(read.error());
    for (const Diagnostic& note : read->notes) std::cerr << "note: " << note.subject << ": " << note.message << "\n";
    Job job = std::move(read->job);
    if (mark.empty()) return job;
    const Joint* joint = findJoint(job, mark);
    if (!joint) {
        std::string marks;
        for (const Joint& j : job.joints) marks += (marks.empty() ? "" : ", ") + j.mark;
        return tl::unexpected(Diagnostics{
            {Severity::Error, file, "There is no joint " + mark + ". The job has: " + (marks.empty() ? "none" : marks) + "."}});
    }
    Joint only = *joint;
    job.joints = {std::move(only)};
    return job;
}

} // namespace zg::cli
