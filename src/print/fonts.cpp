#include "print/fonts.h"
#include <QStringList>
#include <algorithm>

namespace zg {
namespace {
QFont font(const QStringList& families, double pixels, bool isBold) {
    QFont f;
    f.setFamilies(families);
    f.setPixelSize(std::max(1, static_cast<int>(pixels + 0.5)));
    f.setWeight(isBold ? QFont::DemiBold : QFont::Normal);
    return f;
}
} // namespace

QFont interfaceFont(double pixels, bool isBold) {
    return font(QStringList() << QStringLiteral("Inter") << QStringLiteral("DejaVu Sans"), pixels, isBold);
}

QFont reportFont(double pixels, bool isBold) {
    QFont f = font(QStringList() << QStringLiteral("DejaVu Sans Condensed") << QStringLiteral("DejaVu Sans"), pixels, isBold);
    if (isBold) f.setWeight(QFont::Bold);
    f.setStretch(QFont::SemiCondensed);
    f.setStyleStrategy(QFont::PreferNoShaping);
    return f;
}

} // namespace zg
