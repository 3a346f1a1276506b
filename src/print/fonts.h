#pragma once
#include <QFont>

namespace zg {

/// Font of the window; sizes in pixels so that every device gives the same layout.
[[nodiscard]] QFont interfaceFont(double pixels, bool isBold = false);
/// Font of reports: shaping is off so that text copied out of a PDF reads as it looks.
[[nodiscard]] QFont reportFont(double pixels, bool isBold = false);

} // namespace zg
