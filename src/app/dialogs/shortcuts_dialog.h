#pragma once
#include <QString>
#include <vector>

class QAction;
class QWidget;

namespace zg {

/// Page of shortcuts and of what the ask bar understands.
void showShortcuts(const std::vector<QAction*>& actions, QWidget* parent);
[[nodiscard]] QString shortcutsHtml(const std::vector<QAction*>& actions);

} // namespace zg
