#pragma once
#include <QString>

namespace zg::sample {

/// What came out of a day, and how long each part of it took, in seconds.
struct DayFigures {
    int joints = 0, sets = 0, failing = 0, holding = 0, pieces = 0;
    qint64 reportBytes = 0;
    double paste = 0, layouts = 0, remedies = 0, lists = 0, report = 0, all = 0;
};

/// The day of an engineer through the real window: a table of joints with members and sets is pasted into an empty job, layouts
/// are found for all that fail, every joint is looked at with its governing check and what can be done, lists and parts to be cut
/// are saved, the report is written, all into `folder`.
[[nodiscard]] DayFigures wholeDay(const QString& folder, int joints, int sets);

} // namespace zg::sample
