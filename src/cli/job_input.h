#pragma once
#include "base/diagnostic.h"
#include "joint/job.h"
#include <initializer_list>
#include <tl/expected.hpp>

/// What the commands share: reading the job, writing results, refusing in words.
namespace zg::cli {

constexpr int allWithin = 0, couldNot = 1, somethingOver = 2;

/// The job a command works on.
struct JobSource {
    std::string file, joint; ///< `joint`: only the one with this mark; all when empty
    bool isStrict = false;   ///< what of the file is not understood is an error, not a warning
};

/// Says what is wrong; gives the exit code for it.
int fail(const Diagnostics& problems);
/// Writes to a file, or to standard output for "-". Says why not.
bool put(const std::string& path, const std::string& bytes);
/// Before long work: every place can be written, and at most one of them is standard output. Words for people go to standard
/// error from then on when standard output is taken.
bool mayPut(std::initializer_list<std::string> paths);

struct LoadedJob {
    Job job;
    Diagnostics notes; ///< what was taken by default or not understood; told on standard error already
};
/// The job, with the joints asked for; an unknown mark is an error in words.
tl::expected<LoadedJob, Diagnostics> load(const JobSource& source);

/// The whole job, also when one joint is asked for; an unknown mark is an error in words here too.
tl::expected<LoadedJob, Diagnostics> loadWhole(const JobSource& source);
/// Adds a table of action sets to the job: rows that name a joint go to it, else all rows to the joint with this
/// mark, or to all where it is empty. What is left out is said on standard error. False, with the reason told, when nothing can
/// be taken.
bool addActions(Job& job, const std::string& path, const std::string& joint);

} // namespace zg::cli
