#include "session/session.h"
#include <QCoreApplication>
#include <QTimer>

/// Opens a job, changes it, and goes on running until somebody kills it: the other half of the recovery test.
int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    if (argc < 3) return 2;
    zg::Session session(QString::fromLocal8Bit(argv[2]));
    if (!session.open(QString::fromLocal8Bit(argv[1]))) return 3;
    (void)session.edit(QStringLiteral("thicker plate"), [](zg::Joint& j) { j.right.plate.thickness = 33; });
    QTimer::singleShot(30000, &application, &QCoreApplication::quit);
    return QCoreApplication::exec();
}
