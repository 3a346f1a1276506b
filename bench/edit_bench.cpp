#include "app/dialogs/prompts.h"
#include "app/main_window.h"
#include "app/sheet/sheet_view.h"
#include "app/theme/theme.h"
#include "large_job.h"
#include "print/fonts.h"
#include "session/session.h"
#include "stopwatch.h"
#include <QApplication>
#include <QTemporaryDir>
#include <cstdio>
#include <fstream>
#include <unistd.h>

/// From an edit to the repainted window, and the steps of a drag, at 1280x800. Run with QT_QPA_PLATFORM=offscreen or on a
/// display. `--large`: in a job of 500 joints with 20 sets each.
int main(int argc, char** argv) {
    using namespace zg;
    const auto start = std::chrono::steady_clock::now();
    QApplication application(argc, argv);
    QApplication::setStyle(QStringLiteral("Fusion"));
    QApplication::setFont(interfaceFont(13));
    const QTemporaryDir folder;
    Session session(folder.path());
    Theme theme;
    DialogPrompts prompts;
    MainWindow window(session, theme, prompts, {});
    window.show();
    QString job = QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj");
    if (argc > 1 && std::string(argv[1]) == "--large") {
        const auto demo = openJob(job.toStdString());
        job = folder.filePath(QStringLiteral("large.zgj"));
        if (!demo || !saveJob(largeJob(demo->job), job.toStdString())) return 1;
    }
    if (!session.open(job)) return 1;
    // What is out of date is painted into the window's backing store when events are processed.
    const auto paint = [&] {
        QApplication::sendPostedEvents();
        QApplication::processEvents();
    };
    paint();
    std::printf("start to usable window: %.0f ms\n",
                std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count() * 1e3);
    for (const auto& [view, name] : {std::pair{MainWindow::View::Sheet, "sheet"}, std::pair{MainWindow::View::Springs, "springs"},
                                     std::pair{MainWindow::View::Workings, "workings"}}) {
        window.show(view);
        paint();
        double t = 12;
        const double edit = medianSeconds(41, [&] {
            t = t < 40 ? t + 1 : 12;
            (void)session.edit(QStringLiteral("thickness"), [&](Joint& j) { findEndPlate(j, ends::right)->plate.thickness = t; });
            paint();
        });
        std::printf("%-9s edit to repainted window: %.1f ms\n", name, edit * 1e3);
    }
    window.show(MainWindow::View::Sheet);
    window.sheet()->openCard({PartKind::EndPlate}, {300, 200});
    paint();
    double t = 12;
    const double withCard = medianSeconds(41, [&] {
        t = t < 40 ? t + 1 : 12;
        (void)session.edit(QStringLiteral("thickness"), [&](Joint& j) { findEndPlate(j, ends::right)->plate.thickness = t; });
        paint();
    });
    std::printf("sheet     with the card and its stock strip open: %.1f ms\n", withCard * 1e3);
    double p = 100;
    const double drag = medianSeconds(41, [&] {
        p = p < 160 ? p + 5 : 100;
        Joint moved = session.job().joints[0];
        (void)moveRow(moved, ends::right, 0, p);
        session.preview(moved);
        paint();
    });
    std::printf("drag step to repainted window: %.1f ms\n", drag * 1e3);
    for (int i = 0; i < 200; ++i) {
        session.setCurrent(session.job().joints[static_cast<std::size_t>(i) % session.job().joints.size()].id);
        (void)session.edit(QStringLiteral("note %1").arg(i), [&](Joint& j) { j.note = std::to_string(i); });
        paint();
    }
    long pages = 0, resident = 0;
    std::ifstream("/proc/self/statm") >> pages >> resident;
    std::printf("resident after 200 edits more, each of another joint: %.0f MB\n",
                static_cast<double>(resident) * static_cast<double>(::sysconf(_SC_PAGESIZE)) / 1e6);
    return 0;
}
