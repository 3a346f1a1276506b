#define CATCH_CONFIG_RUNNER
#include "print/fonts.h"
#include <QApplication>
#include <QSettings>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <catch2/catch.hpp>

int main(int argc, char** argv) {
    // Without a display too, and already while the build lists the cases: a list that aborts would leave them out unnoticed.
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    QStandardPaths::setTestModeEnabled(true); // settings and journals of the tests stay apart from the user's
    // Cases run side by side: each process has settings of its own.
    const QTemporaryDir settings;
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, settings.path());
    QApplication application(argc, argv);
    QCoreApplication::setOrganizationName(QStringLiteral("zealous-girder-tests"));
    QCoreApplication::setApplicationName(QStringLiteral("zealous-girder-tests"));
    QApplication::setStyle(QStringLiteral("Fusion"));
    QApplication::setFont(zg::interfaceFont(13));
    return Catch::Session().run(argc, argv);
}
