#include "support/day.h"
#include "app/dialogs/layout_dialog.h"
#include "app/dialogs/prompts.h"
#include "app/dialogs/report_dialog.h"
#include "app/main_window.h"
#include "app/panels/actions_panel.h"
#include "app/theme/theme.h"
#include "app/views/lists_view.h"
#include "lists/tables.h"
#include "session/session.h"
#include "support/dialogs.h"
#include <QClipboard>
#include <QComboBox>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QPushButton>
#include <cmath>
#include <random>

namespace zg::sample {
namespace {

class SavingPrompts : public Prompts {
public:
    QString save;
    QString openPath(QWidget*) override { return {}; }
    QString savePath(QWidget*, const QString&, const QString&, const QString&) override { return save; }
    Keep unsaved(QWidget*) override { return Keep::Discard; }
    Conflict conflict(QWidget*, const QString&, const Choices&) override { return Conflict::Cancel; }
    void tell(QWidget*, const QString& title, const QString& text) override {
        qWarning("%s: %s", qPrintable(title), qPrintable(text));
    }
    void showText(QWidget*, const QString&, const QString&) override {}
};

/// Joints of a hall, as a spreadsheet of a frame program gives them.
QString table(int joints, int sets) {
    struct Members {
        const char *column, *beam, *left;
        double M; ///< kNm, of the largest set
    };
    const Members members[] = {{"HEB 240", "IPE 360", "", 150},        {"HEB 260", "IPE 400", "", 190},
                               {"HEB 300", "IPE 450", "IPE 450", 305}, {"HEA 300", "IPE 400", "IPE 360", 175},
                               {"HEB 280", "IPE 330", "", 130},        {"", "IPE 400", "", 210},
                               {"HEB 340", "IPE 500", "", 385},        {"HEA 260", "IPE 300", "IPE 300", 90}};
    std::mt19937 random(11);
    std::uniform_real_distribution<double> part(-0.4, 1.0);
    QString text =
        QStringLiteral("joint\tcolumn section\tbeam section\tleft section\tset\ttitle\tN [kN]\tV [kN]\tM [kNm]\tN left "
                       "[kN]\tV left [kN]\tM left [kNm]\n");
    for (int j = 0; j < joints; ++j) {
        const Members& m = members[static_cast<std::size_t>(j) % std::size(members)];
        for (int s = 0; s < sets; ++s) {
            const double f = s == 0 ? 1.0 : part(random), g = s == 1 ? 1.0 : part(random);
            text += QStringLiteral("K%1\t%2\t%3\t%4\tU%5\tcombination %5\t%6\t%7\t%8")
                        .arg(j + 1)
                        .arg(QLatin1String(m.column), QLatin1String(m.beam), QLatin1String(m.left))
                        .arg(s + 1)
                        .arg(-8 * f, 0, 'f', 1)
                        .arg(0.55 * m.M * f, 0, 'f', 1)
                        .arg(m.M * f, 0, 'f', 1);
            text += *m.left ? QStringLiteral("\t%1\t%2\t%3\n")
                                  .arg(-6 * g, 0, 'f', 1)
                                  .arg(0.5 * m.M * g, 0, 'f', 1)
                                  .arg(m.M * g, 0, 'f', 1)
                            : QStringLiteral("\t\t\t\n");
        }
    }
    return text;
}

} // namespace

DayFigures wholeDay(const QString& folder, int joints, int sets) {
    DayFigures day;
    Session session(folder + QStringLiteral("/state"));
    Theme theme;
    SavingPrompts prompts;
    MainWindow window(session, theme, prompts, {});
    window.resize(1280, 800);
    window.show();
    session.newJob();
    QElapsedTimer all, part;
    all.start();
    const auto lap = [&](double& into) {
        QApplication::processEvents();
        into = static_cast<double>(part.restart()) / 1000;
    };
    part.start();

    QApplication::clipboard()->setText(table(joints, sets));
    answer("pasteActions", [](QDialog& d) { d.accept(); });
    window.actionsPanel()->paste();
    lap(day.paste);
    day.joints = static_cast<int>(session.job().joints.size());
    for (const Joint& joint : session.job().joints) day.sets += static_cast<int>(joint.actions.size());

    const auto count = [&](CheckState state) {
        int n = 0;
        for (const Joint& joint : session.job().joints) {
            const JointState& s = session.stateOf(joint);
            n += s.result && (s.result->state == CheckState::Over) == (state == CheckState::Over);
        }
        return n;
    };
    day.failing = count(CheckState::Over);
    {
        LayoutDialog dialog(session, &window);
        dialog.findChild<QComboBox*>()->setCurrentIndex(1); // all that fail
        for (QPushButton* button : dialog.findChildren<QPushButton*>())
            if (button->isDefault()) button->click();
        auto* take = dialog.findChild<QPushButton*>(QStringLiteral("takeLayouts"));
        QElapsedTimer patience;
        patience.start();
        while (!take->isEnabled() && patience.elapsed() < 120000) QApplication::processEvents(QEventLoop::AllEvents, 20);
        take->click();
    }
    lap(day.layouts);
    day.holding = count(CheckState::Within);

    for (const Joint& joint : session.job().joints) {
        session.setCurrent(joint.id);
        if (const JointState* state = session.state(); state && state->result)
            if (const Check* governing = governingCheck(*state->result)) session.selectCheck(*governing);
        QApplication::processEvents();
    }
    lap(day.remedies);

    window.show(MainWindow::View::Lists);
    for (const char* key : listKeys) {
        window.lists()->showTable(QLatin1String(key));
        QApplication::processEvents();
    }
    prompts.save = folder + QStringLiteral("/lists.xlsx");
    window.lists()->saveTables();
    prompts.save = folder + QStringLiteral("/parts.dxf");
    window.lists()->saveParts();
    day.pieces = listsOf(session.job()).totals.pieces;
    lap(day.lists);

    const QString pdf = folder + QStringLiteral("/report.pdf");
    ReportDialog report(session, prompts, &window);
    if (report.write(pdf)) day.reportBytes = QFileInfo(pdf).size();
    lap(day.report);
    day.all = static_cast<double>(all.elapsed()) / 1000;
    return day;
}

} // namespace zg::sample
