#include "app/dialogs/prompts.h"
#include "app/dress.h"
#include "app/main_window.h"
#include "app/theme/theme.h"
#include "session/session.h"
#include <QApplication>
#include <QCommandLineParser>
#include <QStandardPaths>
#include <cstdio>

int main(int argc, char** argv) {
    using namespace zg;
    QApplication application(argc, argv);
    dress(application, ZG_VERSION);

    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Moment-resisting steel joints by the component method and by plates."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("job"), QStringLiteral("Job file to open (.zgj)."), QStringLiteral("[job]"));
    const QCommandLineOption demo(QStringLiteral("demo"), QStringLiteral("Open the demo job."));
    parser.addOption(demo);
    parser.process(application);

    Session session(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/journal"));
    Theme theme;
    DialogPrompts prompts;
    MainWindow window(session, theme, prompts, demoPath());
    window.show();
    if (parser.isSet(demo) && demoPath().isEmpty()) std::fprintf(stderr, "The demo job is not where the program was installed.\n");
    const QStringList files = parser.positionalArguments();
    const QString file = !files.isEmpty() ? files.first() : parser.isSet(demo) ? demoPath() : QString();
    if (!file.isEmpty()) window.openJob(file);
    return QApplication::exec();
}
