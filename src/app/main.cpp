#include "app/dialogs/prompts.h"
#include "app/main_window.h"
#include "app/plates/plate_display.h"
#include "app/plates/plates_view.h"
#include "app/sheet/sheet_view.h"
#include "app/theme/theme.h"
#include "app/views/workings_view.h"
#include "print/fonts.h"
#include "session/session.h"
#include <QApplication>
#include <QCommandLineParser>
#include <QFileInfo>
#include <QIcon>
#include <QStandardPaths>
#include <QTimer>
#include <cstdio>

namespace {

/// Where the demo job lies: beside the program's sources when built there, or installed beside the program.
QString demoPath() {
    const QString folder = QCoreApplication::applicationDirPath();
    for (const char* up :
         {"/demo/kelp-lane.zgj", "/../demo/kelp-lane.zgj", "/../../demo/kelp-lane.zgj", "/../../../demo/kelp-lane.zgj",
          "/../../../../demo/kelp-lane.zgj", "/../share/zealous-girder/demo/kelp-lane.zgj"}) {
        const QString path = folder + QLatin1String(up);
        if (QFileInfo::exists(path)) return QFileInfo(path).canonicalFilePath();
    }
    return {};
}

} // namespace

int main(int argc, char** argv) {
    using namespace zg;
    QApplication application(argc, argv);
    QCoreApplication::setOrganizationName(QStringLiteral("zealous-girder"));
    QCoreApplication::setApplicationName(QStringLiteral("zealous-girder"));
    QCoreApplication::setApplicationVersion(QStringLiteral(ZG_VERSION));
    QApplication::setStyle(QStringLiteral("Fusion"));
    QApplication::setFont(interfaceFont(13));
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/icon.svg")));

    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Bolted end-plate joints by the component method."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("job"), QStringLiteral("Job file to open (.zgj)."));
    const QCommandLineOption demo(QStringLiteral("demo"), QStringLiteral("Open the demo job."));
    const QCommandLineOption picture(QStringLiteral("picture"), QStringLiteral("Write a picture of the window and end."),
                                     QStringLiteral("file.png"));
    const QCommandLineOption size(QStringLiteral("size"), QStringLiteral("Size of the window."), QStringLiteral("1280x800"));
    const QCommandLineOption joint(QStringLiteral("joint"), QStringLiteral("Joint to show."), QStringLiteral("mark"));
    const QCommandLineOption view(QStringLiteral("view"), QStringLiteral("sheet, springs, plates, comparison or workings."),
                                  QStringLiteral("view"));
    const QCommandLineOption card(QStringLiteral("card"), QStringLiteral("Open the card of the end plate, or of a bolt row."),
                                  QStringLiteral("plate|bolts"));
    const QCommandLineOption check(QStringLiteral("select"), QStringLiteral("Select the first check of the ledger."));
    const QCommandLineOption dark(QStringLiteral("dark"), QStringLiteral("Dark colours."));
    const QCommandLineOption mode(QStringLiteral("mode"), QStringLiteral("Show this buckling mode."), QStringLiteral("number"));
    parser.addOption(mode);
    parser.addOptions({demo, picture, size, joint, view, card, check, dark});
    parser.process(application);

    Session session(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/journal"));
    Theme theme;
    theme.setDark(parser.isSet(dark));
    DialogPrompts prompts;
    MainWindow window(session, theme, prompts, demoPath());
    const QStringList files = parser.positionalArguments();
    const QString file = !files.isEmpty() ? files.first() : parser.isSet(demo) ? demoPath() : QString();
    if (!file.isEmpty() && parser.isSet(picture) && !session.open(file)) {
        std::fprintf(stderr, "%s\n", qPrintable(session.lastError()));
        return 1;
    }
    if (parser.isSet(size)) {
        const QStringList wh = parser.value(size).split(QLatin1Char('x'));
        if (wh.size() == 2) window.resize(wh[0].toInt(), wh[1].toInt());
    }
    window.show();
    if (!file.isEmpty() && !parser.isSet(picture)) window.openJob(file);
    if (parser.isSet(joint)) {
        if (const Joint* j = findJoint(session.job(), parser.value(joint).toStdString())) session.setCurrent(j->id);
    }
    if (parser.value(view) == QLatin1String("springs")) window.show(MainWindow::View::Springs);
    const bool isComparison = parser.value(view) == QLatin1String("comparison");
    if (isComparison || parser.value(view) == QLatin1String("plates")) {
        window.show(MainWindow::View::Plates);
        if (isComparison) window.plates()->showComparison(true);
    }
    if (parser.value(view) == QLatin1String("workings")) window.show(MainWindow::View::Workings);
    if (!parser.isSet(picture)) return QApplication::exec();

    QTimer::singleShot(150, &window, [&] {
        if (parser.isSet(check)) {
            const JointState* state = session.state();
            if (state && state->result) session.selectCheck(ledger(*state->result).front());
        }
        if (parser.isSet(mode)) window.plates()->display().showMode(parser.value(mode).toInt() - 1);
        if (parser.value(card) == QLatin1String("plate")) {
            session.selectPart(PartRef{PartKind::EndPlate});
            window.sheet()->openCard({PartKind::EndPlate}, {330, 200});
        }
        if (parser.value(card) == QLatin1String("bolts")) {
            session.selectPart(PartRef{PartKind::BoltRow});
            window.sheet()->openCard({PartKind::BoltRow}, {300, 200});
        }
        QTimer::singleShot(250, &window, [&] {
            const bool written = window.grab().save(parser.value(picture));
            QCoreApplication::exit(written ? 0 : 1);
        });
    });
    return QApplication::exec();
}
