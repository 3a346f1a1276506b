#include "app/dress.h"
#include "print/fonts.h"
#include <QApplication>
#include <QFileInfo>
#include <QIcon>

namespace zg {

void dress(QApplication& application, const char* version) {
    QCoreApplication::setOrganizationName(QStringLiteral("zealous-girder"));
    QCoreApplication::setApplicationName(QStringLiteral("zealous-girder"));
    QCoreApplication::setApplicationVersion(QString::fromLatin1(version));
    QGuiApplication::setDesktopFileName(QStringLiteral("zealous-girder"));
    QApplication::setStyle(QStringLiteral("Fusion"));
    application.setFont(interfaceFont(13));
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/icon.svg")));
}

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

} // namespace zg
