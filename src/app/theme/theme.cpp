#include "app/theme/theme.h"
#include "print/painter.h"
#include <QFile>

namespace zg {

void Theme::setDark(bool dark) {
    if (dark == isDark_) return;
    isDark_ = dark;
    Q_EMIT changed();
}

QString Theme::styleSheet() const {
    const auto c = [&](Tone tone) { return qcolor(palette(), tone).name(); };
    QFile file(QStringLiteral(":/bench.qss"));
    if (!file.open(QIODevice::ReadOnly)) return {};
    QString css = QString::fromUtf8(file.readAll());
    const std::pair<const char*, Tone> names[] = {{"@ink", Tone::Ink},       {"@paper", Tone::Paper}, {"@panel", Tone::Panel},
                                                  {"@card", Tone::Card},     {"@line", Tone::Line},   {"@faint", Tone::FaintInk},
                                                  {"@accent", Tone::Accent}, {"@over", Tone::Over}};
    for (const auto& [key, tone] : names) css.replace(QLatin1String(key), c(tone));
    return css;
}

} // namespace zg
