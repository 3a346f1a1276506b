#pragma once
#include "base/diagnostic.h"
#include "joint/job.h"
#include <tl/expected.hpp>

/// What the commands share: reading the job, writing results, refusing in words.
namespace zg::cli {

constexpr int allWithin = 0, couldNot = 1, somethingOver = 2;

/// Says what is wrong; gives the exit code for it.
int fail(const Diagnostics& problems);
/// Writes to a file, or to standard output for "-".
bool put(const std::string& path, const std::string& bytes);
/// The job, with the joints asked for; an unknown mark is an error in words.
tl::expected<Job, Diagnostics> load(const std::string& file, const std::string& mark);

} // namespace zg::cli
