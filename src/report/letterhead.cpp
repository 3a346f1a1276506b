#include "report/letterhead.h"
#include "base/text.h"
#include "exchange/file.h"

namespace zg {
namespace {

tl::expected<Letterhead, Diagnostic> makeLetterhead(const std::string& text, const std::string& logo) {
    constexpr std::size_t mostLines = 12, mostCharacters = 120, mostBytes = 4'000'000;
    const auto refused = [](const std::string& why) { return tl::unexpected(Diagnostic{Severity::Error, "letterhead", why}); };
    Letterhead out;
    for (std::string line : split(text, '\n')) {
        if (!line.empty() && line.back() == '\r') line.pop_back();
        if (printable(line) != line)
            return refused("Line " + std::to_string(out.lines.size() + 1) + " holds control characters, or is not UTF-8.");
        if (characterCount(line) > mostCharacters)
            return refused("Line " + std::to_string(out.lines.size() + 1) + " is longer than 120 characters.");
        out.lines.push_back(std::move(line));
    }
    while (!out.lines.empty() && out.lines.back().empty()) out.lines.pop_back();
    if (out.lines.size() > mostLines) return refused("The text has more than 12 lines.");
    const bool isPng = logo.compare(0, 8, "\x89PNG\r\n\x1a\n") == 0, isJpeg = logo.compare(0, 3, "\xff\xd8\xff") == 0;
    if (!logo.empty() && !isPng && !isJpeg) return refused("The picture is neither PNG nor JPEG.");
    if (logo.size() > mostBytes) return refused("The picture is larger than 4 MB.");
    out.logo = logo;
    return out;
}

} // namespace

tl::expected<Letterhead, Diagnostic> readLetterhead(const std::string& textPath, const std::string& logoPath) {
    std::string read[2];
    const std::string* paths[] = {&textPath, &logoPath};
    for (int i = 0; i < 2; ++i) {
        if (paths[i]->empty()) continue;
        auto bytes = readFile(*paths[i]);
        if (!bytes) return tl::unexpected(bytes.error());
        read[i] = std::move(*bytes);
    }
    return makeLetterhead(read[0], read[1]);
}

} // namespace zg
