#include "session/session.h"
#include "support/parts.h"
#include <QCoreApplication>
#include <QDateTime>
#include <QTimer>
#include <QUndoStack>
#include <cstdio>
#include <functional>

/// Opens a job, edits it at a rhythm and goes on until somebody kills it: the other half of the recovery tests. Tells each edit
/// on standard output, with its time, after it has been made. journal_victim JOB STATE [RHYTHM]: "once" (default), "steady"
/// (every 40 ms), "bursts", "undo" (edits and undoes), "saves".
int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    if (argc < 3) return 2;
    const QString job = QString::fromLocal8Bit(argv[1]),
                  rhythm = argc > 3 ? QString::fromLocal8Bit(argv[3]) : QStringLiteral("once");
    zg::Session session(QString::fromLocal8Bit(argv[2]));
    if (!session.open(job)) return 3;
    int count = 0;
    const auto thickness = [&] { return endPlate(session.job().joints[0], zg::ends::right).plate.thickness; };
    const auto tell = [&] {
        std::printf("%lld %.3f\n", QDateTime::currentMSecsSinceEpoch(), thickness());
        std::fflush(stdout);
    };
    const auto edit = [&] {
        const double t = 10 + 0.001 * ++count;
        (void)session.edit(QStringLiteral("plate"), [t](zg::Joint& j) { endPlate(j, zg::ends::right).plate.thickness = t; });
        tell();
    };
    QTimer timer;
    QObject::connect(&timer, &QTimer::timeout, &application, [&] {
        if (rhythm == QLatin1String("undo") && count % 3 == 2) {
            session.undoStack()->undo();
            ++count;
            tell();
        } else if (rhythm == QLatin1String("saves") && count % 7 == 6) {
            ++count;
            (void)session.save(session.path());
            tell();
        } else {
            edit();
        }
        if (rhythm == QLatin1String("bursts")) timer.setInterval(count % 12 == 0 ? 900 : 5);
    });
    if (rhythm == QLatin1String("once")) {
        (void)session.edit(QStringLiteral("thicker plate"),
                           [](zg::Joint& j) { endPlate(j, zg::ends::right).plate.thickness = 33; });
    } else {
        timer.start(40);
    }
    QTimer::singleShot(30000, &application, &QCoreApplication::quit);
    return QCoreApplication::exec();
}
