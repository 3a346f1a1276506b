#pragma once
#include "base/diagnostic.h"
#include "joint/job.h"
#include <string>
#include <tl/expected.hpp>

namespace zg {

inline constexpr int jobFileVersion = 2;

/// A job read from its file, with what was taken by default or found odd.
struct ReadJob {
    Job job;
    Diagnostics notes;
};

/// Reads a job (docs/file-format.md), of this or an earlier version. Never half a job: on any error nothing but the list of what
/// is wrong, each with line or key.
[[nodiscard]] tl::expected<ReadJob, Diagnostics> readJob(const std::string& text);
/// Text of the job file: fixed key order, two spaces, one value a line, so that version control shows clean differences.
[[nodiscard]] std::string writeJob(const Job& job);

[[nodiscard]] tl::expected<ReadJob, Diagnostics> openJob(const std::string& path);
[[nodiscard]] tl::expected<void, Diagnostic> saveJob(const Job& job, const std::string& path);

/// JSON Schema (draft 2020-12) of the job file, made from the same field listings that read and write it.
[[nodiscard]] std::string jobSchema();

} // namespace zg
