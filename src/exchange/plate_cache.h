#pragma once
#include "base/diagnostic.h"
#include "plates/plate_result.h"
#include <tl/expected.hpp>

namespace zg {

/// A study with all its fields as CBOR (RFC 8949): maps and arrays as in docs/file-format.md, fields of numbers as byte strings
/// of little-endian 32-bit values. A cache, never part of a job: what cannot be read is computed again.
[[nodiscard]] std::string writeStudy(const PlateStudy& study);
[[nodiscard]] tl::expected<PlateStudy, Diagnostic> readStudy(const std::string& bytes);

/// Puts the bytes of a study beside a job, and finds one there; words why not.
[[nodiscard]] tl::expected<void, Diagnostic> keepStudy(const std::string& jobPath, const std::string& jointId,
                                                       const std::string& bytes);
[[nodiscard]] tl::expected<PlateStudy, Diagnostic> keptStudy(const std::string& jobPath, const std::string& jointId);
/// Where the study of a joint is kept: a folder beside the job ("hall.zgj.plates/<joint id>.cbor"). Empty for a job without a
/// file.
[[nodiscard]] std::string studyPath(const std::string& jobPath, const std::string& jointId);

} // namespace zg
