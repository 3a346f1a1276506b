#pragma once
#include <QString>
#include <functional>
#include <vector>

namespace zg {

class Session;

/// Something the ask bar can do: a command of the window, or a direct edit understood from the words typed.
struct Suggestion {
    QString text; ///< what will be done ("end plate 25 mm")
    QString help;
    std::function<void()> act;
};

/// Direct edits in words, documented in docs/ask-bar.md: "plate 25", "bolts M24 10.9", "gauge 120", "add row", "add doubler",
/// "remove doubler", "column HEB 260", "beam IPE 450", "span 8000", "go B4". A word "left" or "right" chooses the side.
[[nodiscard]] std::vector<Suggestion> directEdits(Session& session, const QString& typed);

} // namespace zg
