#pragma once
#include "base/diagnostic.h"
#include <nlohmann/json.hpp>
#include <string>
#include <tl/expected.hpp>

namespace zg {

/// What a document from outside may ask for. Both are held while reading, before anything is built that could not be undone.
struct JsonLimits {
    int depth = 32;
    std::size_t values = 4'000'000;
};

/// A JSON text (RFC 8259), or why not: with line, the key that was being read, and what would be understood. A key that stands
/// twice in one object is an error: which of the two holds would be a guess.
[[nodiscard]] tl::expected<nlohmann::json, Diagnostic> readJson(const std::string& text, JsonLimits limits);
/// The same for CBOR (RFC 8949).
[[nodiscard]] tl::expected<nlohmann::json, Diagnostic> readCbor(const std::string& bytes, JsonLimits limits);

} // namespace zg
