#pragma once

/// Sections of the printed study that stand in files of their own.
namespace zg {

void studyHaunches();
void studyTStubs();

} // namespace zg
