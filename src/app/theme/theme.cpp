#include "app/theme/theme.h"
#include "print/painter.h"

namespace zg {

void Theme::setDark(bool dark) {
    if (dark == isDark_) return;
    isDark_ = dark;
    Q_EMIT changed();
}

QString Theme::styleSheet() const {
    const auto c = [&](Tone tone) { return qcolor(palette(), tone).name(); };
    QString css = QStringLiteral(R"(
QWidget { color: @ink; background: @paper; font-size: 13px; }
QToolTip { background: @card; color: @ink; border: 1px solid @line; padding: 4px; }
QMenuBar, QMenu { background: @panel; } QMenuBar::item { padding: 3px 9px; background: transparent; } QMenu::item { padding: 4px 26px 4px 20px; }
QMenuBar::item:selected, QMenu::item:selected { background: @card; color: @accent; } QMenu::item:disabled { color: @faint; }
QLineEdit, QTextBrowser, QPlainTextEdit { background: @card; border: 1px solid @line; border-radius: 4px; padding: 2px 6px; selection-background-color: @accent; selection-color: @card; }
QLineEdit:focus, QTableView:focus, QListView:focus, QTextBrowser:focus, QComboBox:focus { border: 1px solid @accent; }
QPushButton, QToolButton { background: @card; border: 1px solid @line; border-radius: 4px; padding: 3px 10px; }
QPushButton:hover, QToolButton:hover { border-color: @accent; } QPushButton:focus, QToolButton:focus { border: 1px solid @accent; }
QPushButton:checked, QToolButton:checked { border: 1px solid @accent; color: @accent; }
QPushButton[flat="true"], QPushButton#link { background: transparent; border: none; color: @accent; text-align: left; padding: 2px 0; }
QPushButton#link:hover, QPushButton#link:focus { text-decoration: underline; }
QComboBox { background: @card; border: 1px solid @line; border-radius: 4px; padding: 2px 8px; } QComboBox::drop-down { width: 18px; border: none; } QComboBox::down-arrow { image: url(:/chevron.svg); width: 9px; height: 9px; } QComboBox QAbstractItemView { background: @card; selection-background-color: @panel; selection-color: @accent; }
QTabBar { background: transparent; } QTabBar::tab { background: transparent; color: @faint; padding: 5px 4px; margin: 0 10px 0 2px; border: none; border-bottom: 2px solid transparent; font-size: 13px; }
QTabBar::tab:selected { color: @ink; border-bottom: 2px solid @accent; font-weight: 600; } QTabBar::tab:hover { color: @ink; } QTabBar::tab:focus { color: @accent; }
QTreeView { background: @card; border: 1px solid @line; outline: none; selection-background-color: @panel; selection-color: @accent; }
QListView, QTableView { background: transparent; border: 1px solid transparent; outline: none; gridline-color: @line; }
QTableView { background: @card; selection-background-color: @panel; selection-color: @ink; border: 1px solid @line; alternate-background-color: @paper; }
QHeaderView, QHeaderView::section { background: @card; color: @faint; border: none; padding: 1px 5px; font-size: 10px; font-weight: 400; }
QTableCornerButton::section { background: @card; border: none; }
QScrollBar:vertical { background: transparent; width: 9px; } QScrollBar:horizontal { background: transparent; height: 9px; }
QScrollBar::handle { background: @line; border-radius: 4px; min-height: 24px; min-width: 24px; } QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; } QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
QWidget#panel, QWidget#panel QListView, QWidget#panel QLabel { background: @panel; } QWidget#cardPaper { background: @card; }
QFrame#card, QFrame#remedies { background: @card; border: 1px solid @accent; border-radius: 5px; } QFrame#remedies { border-color: @line; } QFrame#card QLabel, QFrame#card QCheckBox, QFrame#remedies QLabel { background: transparent; }
QFrame#banner { background: @card; border-bottom: 1px solid @accent; } QFrame#banner QLabel { background: transparent; }
QLabel { background: transparent; } QLabel[role="faint"] { color: @faint; font-size: 11px; } QLabel[role="title"] { font-weight: 600; } QLabel[role="refused"] { color: @over; }
QListWidget#askList { background: @card; border: 1px solid @accent; } QListWidget#askList::item { padding-left: 6px; } QListWidget#askList::item:selected, QListWidget#askList::item:hover { background: @panel; color: @accent; }
QSlider::groove:horizontal { height: 4px; background: @line; border-radius: 2px; } QSlider::sub-page:horizontal { background: @faint; border-radius: 2px; } QSlider::sub-page:horizontal:disabled { background: @line; }
QSlider::handle:horizontal { width: 11px; margin: -5px 0; background: @card; border: 1px solid @faint; border-radius: 6px; } QSlider::handle:horizontal:hover, QSlider::handle:horizontal:focus { border-color: @accent; } QSlider::handle:horizontal:disabled { border-color: @line; }
QProgressBar { background: @card; color: @ink; border: 1px solid @line; border-radius: 4px; min-height: 20px; max-height: 20px; text-align: center; } QProgressBar::chunk { background: @line; border-radius: 3px; }
QCheckBox { background: transparent; spacing: 7px; } QCheckBox::indicator { width: 13px; height: 13px; border: 1px solid @faint; border-radius: 3px; background: @card; } QCheckBox::indicator:checked { background: @accent; border-color: @accent; image: url(:/check.svg); } QCheckBox:focus { color: @accent; } QDialog { background: @paper; } QStatusBar { background: @panel; } QSplitter::handle { background: @line; }
)");
    const std::pair<const char*, Tone> names[] = {{"@ink", Tone::Ink},       {"@paper", Tone::Paper}, {"@panel", Tone::Panel},
                                                  {"@card", Tone::Card},     {"@line", Tone::Line},   {"@faint", Tone::FaintInk},
                                                  {"@accent", Tone::Accent}, {"@over", Tone::Over}};
    for (const auto& [key, tone] : names) css.replace(QLatin1String(key), c(tone));
    return css;
}

} // namespace zg
