#include "app/dialogs/shortcuts_dialog.h"
#include <QAction>
#include <QDialog>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace zg {
namespace {
QString say(const char* text) { return QAction::tr(text); }
} // namespace

QString shortcutsHtml(const std::vector<QAction*>& actions) {
    QString html = QStringLiteral("<h3>%1</h3><table cellpadding=3>").arg(say("Commands"));
    for (const QAction* a : actions) {
        if (a->shortcut().isEmpty()) continue;
        html += QStringLiteral("<tr><td><b>%1</b></td><td>%2</td></tr>")
                    .arg(a->shortcut().toString(QKeySequence::NativeText), QString(a->text()).remove(QLatin1Char('&')));
    }
    html += QStringLiteral("</table><h3>%1</h3><table cellpadding=3>").arg(say("On the Sheet"));
    const char* const keys[][2] = {{"click a part", "its card: stock sizes and parameters"},
                                   {"click a dimension or force", "type a new value, Enter keeps it"},
                                   {"click a faint outline", "adds that fitting; Delete on it removes it again"},
                                   {"drag a bolt row or plate end", "moves it; it snaps to 5 mm and to the least clearances"},
                                   {"Left, Right", "next part"},
                                   {"Up, Down", "moves the selected bolt row by 5 mm"},
                                   {"Enter", "opens the card of the selected part"},
                                   {"Delete", "removes the selected row or fitting"},
                                   {"Escape", "puts back, closes, deselects"}};
    for (const auto& k : keys) html += QStringLiteral("<tr><td><b>%1</b></td><td>%2</td></tr>").arg(say(k[0]), say(k[1]));
    html += QStringLiteral("</table><h3>%1</h3><table cellpadding=3>").arg(say("In the ask bar"));
    const char* const asks[][2] = {{"plate 25", "end plate thickness"},
                                   {"bolts M24 10.9", "bolt size, and class when given"},
                                   {"gauge 120, width 240, above 90, below 20", "plate and gauge"},
                                   {"row 160", "another bolt row, 160 below the beam's top"},
                                   {"add stiffener, remove doubler", "fittings"},
                                   {"column heb 260, beam left ipe 360", "sections"},
                                   {"span 8000, weld 7, steel s275, braced", "span, welds, steel, frame"},
                                   {"go B4", "another joint"}};
    for (const auto& k : asks) html += QStringLiteral("<tr><td><b>%1</b></td><td>%2</td></tr>").arg(say(k[0]), say(k[1]));
    return html + QStringLiteral("</table>");
}

void showShortcuts(const std::vector<QAction*>& actions, QWidget* parent) {
    QDialog dialog(parent);
    dialog.setWindowTitle(say("Keys and words"));
    dialog.resize(560, 620);
    auto* column = new QVBoxLayout(&dialog);
    auto* page = new QTextBrowser(&dialog);
    page->setHtml(shortcutsHtml(actions));
    column->addWidget(page);
    dialog.exec();
}

} // namespace zg
