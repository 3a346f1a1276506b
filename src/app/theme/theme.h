#pragma once
#include "drawing/tokens.h"
#include <QObject>
#include <QString>

class QApplication;

namespace zg {

/// Look of the bench: one palette of tokens for painting, and the style sheet made from it.
class Theme : public QObject {
    Q_OBJECT
public:
    explicit Theme(QObject* parent = nullptr) : QObject(parent) {}
    [[nodiscard]] const Palette& palette() const { return isDark_ ? darkPalette() : lightPalette(); }
    [[nodiscard]] bool isDark() const { return isDark_; }
    void setDark(bool dark);
    [[nodiscard]] QString styleSheet() const;

Q_SIGNALS:
    void changed();

private:
    bool isDark_ = false;
};

namespace space {
inline constexpr int small = 6, medium = 10, large = 16;
inline constexpr int registerWidth = 208, ledgerWidth = 312, stripHeight = 176, verdictHeight = 46;
} // namespace space

} // namespace zg
