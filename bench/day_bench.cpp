#include "support/day.h"
#include <QApplication>
#include <QTemporaryDir>
#include <cstdio>
#include <cstdlib>

/// An engineer's day through the window: day_bench [joints] [sets], 40 and 25 when left out.
int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", qEnvironmentVariableIsSet("DISPLAY") ? "xcb" : "offscreen");
    QApplication application(argc, argv);
    QTemporaryDir folder;
    const int joints = argc > 1 ? std::atoi(argv[1]) : 40, sets = argc > 2 ? std::atoi(argv[2]) : 25;
    const zg::sample::DayFigures d = zg::sample::wholeDay(folder.path(), joints, sets);
    std::printf("%d joints, %d sets; %d failed at first, %d hold then; %d pieces; report %.1f MB\n", d.joints, d.sets, d.failing,
                d.holding, d.pieces, static_cast<double>(d.reportBytes) / 1e6);
    std::printf("paste %.2f s, layouts %.2f s, remedies %.2f s, lists %.2f s, report %.2f s, all %.2f s\n", d.paste, d.layouts,
                d.remedies, d.lists, d.report, d.all);
}
