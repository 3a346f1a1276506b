#include "job_input.h"
#include "base/text.h"
#include "exchange/actions_table.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "joint/action_columns.h"
#include "logging/log.h"
#include "words/phrases.h"
#include <algorithm>
#include <cerrno>
#include <cstring>
#include <iostream>
#include <unistd.h>

namespace zg::cli {
namespace {

/// Standard output as bytes: results for programs, never touched on their way.
bool putToStandardOutput(const std::string& bytes) {
    std::cout.flush();
    std::size_t done = 0;
    while (done < bytes.size()) {
        const ssize_t n = ::write(STDOUT_FILENO, bytes.data() + done, bytes.size() - done);
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0) {
            std::cerr << "Standard output could not be written: " << std::strerror(errno) << ".\n";
            return false;
        }
        done += static_cast<std::size_t>(n);
    }
    return true;
}

} // namespace

int fail(const Diagnostics& problems) {
    logError(joined(problems));
    std::cerr << joined(problems) << "\n";
    return couldNot;
}

bool put(const std::string& path, const std::string& bytes) {
    if (path == "-") return putToStandardOutput(bytes);
    const auto written = writeFile(path, bytes);
    if (!written) std::cerr << joined({written.error()}) << "\n";
    return written.has_value();
}

bool mayPut(std::initializer_list<std::string> paths) {
    const auto toOutput = std::count(paths.begin(), paths.end(), "-");
    if (toOutput > 1) {
        std::cerr << "Only one result can go to standard output.\n";
        return false;
    }
    for (const std::string& path : paths)
        if (const auto can = checkWritable(path); !can) {
            std::cerr << joined({can.error()}) << "\n";
            return false;
        }
    if (toOutput == 1) std::cout.rdbuf(std::cerr.rdbuf());
    return true;
}

tl::expected<LoadedJob, Diagnostics> load(const JobSource& source) {
    auto read = openJob(source.file);
    if (!read) return tl::unexpected(read.error());
    if (source.isStrict) {
        Diagnostics errors;
        for (const Diagnostic& note : read->notes)
            if (note.severity == Severity::Warning) {
                errors.push_back(note);
                errors.back().severity = Severity::Error;
            }
        if (!errors.empty()) return tl::unexpected(std::move(errors));
    }
    for (const Diagnostic& note : read->notes)
        std::cerr << (note.severity == Severity::Warning ? "warning: " : "note: ") << joined({note}) << "\n";
    LoadedJob loaded{std::move(read->job), std::move(read->notes)};
    if (source.joint.empty()) return loaded;
    const Joint* joint = findJoint(loaded.job, source.joint);
    if (!joint) {
        std::string marks;
        for (const Joint& j : loaded.job.joints) marks += (marks.empty() ? "" : ", ") + j.mark;
        return tl::unexpected(Diagnostics{
            {Severity::Error, source.file,
             "There is no joint " + printable(source.joint) + ". The job has: " + (marks.empty() ? "none" : marks) + "."}});
    }
    Joint only = *joint;
    loaded.job.joints = {std::move(only)};
    return loaded;
}

tl::expected<LoadedJob, Diagnostics> loadWhole(const JobSource& source) {
    auto loaded = load({source.file, {}, source.isStrict});
    if (loaded && !source.joint.empty() && !findJoint(loaded->job, source.joint)) return load(source); // says which there are
    return loaded;
}

bool addActions(Job& job, const std::string& path, const std::string& joint) {
    const auto text = readFile(path);
    if (!text) return fail({text.error()}), false;
    const auto table = readActionsByJoint(*text, job.settings.units);
    if (!table) return fail(table.error()), false;
    if (table->size() == 1 && table->front().name.empty()) {
        const auto& sets = table->front().sets;
        for (std::size_t i = 0; i < job.joints.size(); ++i) {
            const Joint& now = std::as_const(job).joints[i];
            if (!joint.empty() && now.mark != joint && now.id != joint) continue;
            if (const Diagnostics lost = actionsWithoutMember(now, sets); !lost.empty()) return fail(lost), false;
            mergeActions(job.joints[i].actions, sets);
        }
        return true;
    }
    const auto routes = routesOf(job, *table);
    bool hasAny = false;
    for (const Route& route : routes) {
        hasAny = hasAny || !route.joint.empty();
        if (route.joint == newJoint)
            std::cerr << "note: " << printable(route.name) << " is new: " << firstLayoutText(*route.made) << "\n";
        if (route.joint.empty())
            std::cerr << "warning: " << route.sets.size() << " rows of " << printable(route.name)
                      << " are left out: " << route.why << "\n";
    }
    if (!hasAny) return fail({{Severity::Error, path, "No row of the table belongs to a joint of the job."}}), false;
    take(job, routes);
    return true;
}

} // namespace zg::cli
