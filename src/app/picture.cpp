#include "app/dialogs/prompts.h"
#include "app/dress.h"
#include "app/main_window.h"
#include "app/plates/plate_display.h"
#include "app/plates/plates_view.h"
#include "app/sheet/sheet_view.h"
#include "app/theme/theme.h"
#include "app/views/lists_view.h"
#include "app/views/workings_view.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include <QAbstractButton>
#include <QAction>
#include <QApplication>
#include <QCommandLineParser>
#include <QLineEdit>
#include <QTemporaryDir>
#include <QTimer>
#include <cstdio>

/// For those who work on the bench: a picture of its window in a given state, written without a display. Not installed.

namespace {

using namespace zg;

void showView(MainWindow& window, const QString& view) {
    if (view == QLatin1String("springs")) window.show(MainWindow::View::Springs);
    if (view == QLatin1String("workings")) window.show(MainWindow::View::Workings);
    if (view.startsWith(QLatin1String("lists"))) {
        window.show(MainWindow::View::Lists);
        window.lists()->showTable(view.section(QLatin1Char('-'), 1));
    }
    const bool isPlates =
        view == QLatin1String("plates") || view == QLatin1String("comparison") || view == QLatin1String("stiffness");
    if (isPlates) window.show(MainWindow::View::Plates);
    if (view == QLatin1String("comparison")) window.plates()->showComparison(true);
    if (view == QLatin1String("stiffness")) window.plates()->showStiffness(true);
}

void openCard(Session& session, MainWindow& window, const QString& card) {
    if (card.isEmpty()) return;
    const PartRef part{card == QLatin1String("plate")       ? PartKind::EndPlate
                       : card == QLatin1String("haunch")    ? PartKind::HaunchWeb
                       : card == QLatin1String("rib")       ? PartKind::RibTop
                       : card == QLatin1String("stiffener") ? PartKind::StiffenerTop
                                                            : PartKind::BoltRow};
    session.selectPart(part);
    window.sheet()->openCard(part, {330, 200});
}

void openGallery(MainWindow& window, const QString& word) {
    for (QAction* a : window.commands())
        if (a->text() == QLatin1String("New joint")) a->trigger();
    if (auto* search = window.findChild<QLineEdit*>(QStringLiteral("gallerySearch"))) search->setText(word);
}

} // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    dress(application, ZG_VERSION);
    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Writes a picture of the bench's window."));
    parser.addHelpOption();
    parser.addPositionalArgument(QStringLiteral("job"), QStringLiteral("Job file (.zgj); the demo job when none is given."),
                                 QStringLiteral("[job]"));
    const auto option = [&](const char* name, const char* text, const char* value, const char* usual = "") {
        parser.addOption(
            {QString::fromLatin1(name), QString::fromLatin1(text), QString::fromLatin1(value), QString::fromLatin1(usual)});
    };
    option("out", "Picture to write.", "file.png", "bench.png");
    option("size", "Size of the window.", "wxh", "1280x800");
    option("joint", "Joint to show.", "mark");
    option("view", "sheet, springs, plates, comparison, stiffness (is computed first) or workings.", "view");
    option("card", "Open the card of the end plate, a bolt row, the haunch, the top rib or stiffener.",
           "plate|bolts|haunch|rib|stiffener");
    option("gallery", "Open the gallery and type a word into its search.", "word");
    option("mode", "Show this buckling mode.", "number");
    option("run", "Show this run of the plates, by its name.", "name");
    parser.addOptions({{QStringLiteral("loops"), QStringLiteral("The strip shows the loops of the cyclic run.")},
                       {QStringLiteral("select"), QStringLiteral("Select the first check of the ledger.")},
                       {QStringLiteral("dark"), QStringLiteral("Dark colours.")},
                       {QStringLiteral("start"), QStringLiteral("No job: the start page.")}});
    parser.process(application);

    const QTemporaryDir journal;
    Session session(journal.path());
    Theme theme;
    theme.setDark(parser.isSet(QStringLiteral("dark")));
    DialogPrompts prompts;
    MainWindow window(session, theme, prompts, demoPath());
    const QStringList files = parser.positionalArguments();
    if (!parser.isSet(QStringLiteral("start")) && !session.open(files.isEmpty() ? demoPath() : files.first())) {
        std::fprintf(stderr, "%s\n", qPrintable(session.lastError()));
        return 1;
    }
    const QStringList wh = parser.value(QStringLiteral("size")).split(QLatin1Char('x'));
    if (wh.size() != 2 || wh[0].toInt() <= 0 || wh[1].toInt() <= 0) {
        std::fprintf(stderr, "--size is width x height, such as 1280x800\n");
        return 1;
    }
    window.resize(wh[0].toInt(), wh[1].toInt());
    window.show();
    if (parser.isSet(QStringLiteral("joint"))) {
        const Joint* j = findJoint(session.job(), parser.value(QStringLiteral("joint")).toStdString());
        if (!j) {
            std::fprintf(stderr, "no joint of that mark\n");
            return 1;
        }
        session.setCurrent(j->id);
    }
    showView(window, parser.value(QStringLiteral("view")));
    if (parser.value(QStringLiteral("view")) == QLatin1String("stiffness")) {
        session.plates().stiffness(0);
        while (session.plates().isRunning()) QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
    }
    QTimer::singleShot(150, &window, [&] {
        (void)session.plates().current(); // kept results are read when they are asked for
        session.plates().finishReading();
        const JointState* state = session.state();
        if (parser.isSet(QStringLiteral("select")) && state && state->result) {
            const Check first = ledger(*state->result).front();
            session.selectCheck(first);
            if (parser.value(QStringLiteral("view")) == QLatin1String("workings")) window.workings()->jumpTo(first);
        }
        if (parser.isSet(QStringLiteral("run"))) {
            PlateDisplay& display = window.plates()->display();
            const auto runs = display.runs();
            for (std::size_t i = 0; i < runs.size(); ++i)
                if (display.nameOf(*runs[i]) == parser.value(QStringLiteral("run"))) {
                    display.showSet(static_cast<int>(i));
                    display.showFrame(display.frameCount() - 1);
                }
        }
        if (parser.isSet(QStringLiteral("loops")))
            if (auto* other = window.findChild<QAbstractButton*>(QStringLiteral("curveOther"))) other->click();
        if (parser.isSet(QStringLiteral("mode")))
            window.plates()->display().showMode(parser.value(QStringLiteral("mode")).toInt() - 1);
        openCard(session, window, parser.value(QStringLiteral("card")));
        if (parser.isSet(QStringLiteral("gallery"))) openGallery(window, parser.value(QStringLiteral("gallery")));
        QTimer::singleShot(350, &window,
                           [&] { QCoreApplication::exit(window.grab().save(parser.value(QStringLiteral("out"))) ? 0 : 1); });
    });
    return QApplication::exec();
}
