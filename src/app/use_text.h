#pragma once
#include "base/text.h"
#include "joint/check.h"
#include <QString>

namespace zg {

/// A use as the bench writes it: two decimals, "none" where nothing resists.
[[nodiscard]] inline QString useText(double use) {
    return use >= farOver ? QStringLiteral("none") : QString::fromStdString(fixedDecimals(use, 2));
}

} // namespace zg
