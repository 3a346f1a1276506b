#include "app/dialogs/prompts.h"
#include "app/dress.h"
#include "app/main_window.h"
#include "app/theme/theme.h"
#include "logging/log.h"
#include "session/session.h"
#include <QApplication>
#include <QCommandLineParser>
#include <QStandardPaths>
#include <QSysInfo>
#include <cstdio>

namespace {

void toLog(QtMsgType type, const QMessageLogContext&, const QString& text) {
    if (type == QtDebugMsg || type == QtInfoMsg) return zg::logDebug(text.toStdString());
    if (type == QtWarningMsg) return zg::logWarning(text.toStdString());
    zg::logError(text.toStdString());
    std::fprintf(stderr, "%s\n", qPrintable(text));
}

/// False when the level is none.
bool keepLog(const QString& word) {
    const auto level = zg::logLevelOf(word.toStdString());
    if (!level) {
        std::fprintf(stderr, "--log takes debug, info, warning, error or off.\n");
        return false;
    }
    const auto started = zg::startLog(zg::logFolder(), "bench", *level);
    if (!started) std::fprintf(stderr, "%s\n", started.error().c_str()); // the bench works without
    zg::logCrashes();
    if (started && !started->empty()) qInstallMessageHandler(toLog);
    zg::logInfo(std::string("Zealous Girder " ZG_VERSION ", Qt ") + qVersion() + ", " +
                QGuiApplication::platformName().toStdString() + ", " + QSysInfo::prettyProductName().toStdString());
    return true;
}

} // namespace

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
    const QCommandLineOption log(QStringLiteral("log"),
                                 QStringLiteral("Level of the log in the user's state folder: debug, info, warning, error, off."),
                                 QStringLiteral("level"), QStringLiteral("info"));
    parser.addOption(log);
    parser.process(application);
    if (!keepLog(parser.value(log))) return 1;

    Session session(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/journal"));
    Theme theme;
    DialogPrompts prompts;
    MainWindow window(session, theme, prompts, demoPath());
    window.show();
    if (parser.isSet(demo) && demoPath().isEmpty())
        std::fprintf(stderr, "The demo job is not where the program was installed.\n");
    const QStringList files = parser.positionalArguments();
    const QString file = !files.isEmpty() ? files.first() : parser.isSet(demo) ? demoPath() : QString();
    if (!file.isEmpty()) window.openJob(file);
    return QApplication::exec();
}
