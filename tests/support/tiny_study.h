#pragma once
#include "plates/plate_result.h"

namespace zg::sample {

/// A plate study of one square: enough to be written, read and spoilt.
inline PlateStudy tinyStudy() {
    PlateStudy study;
    study.key = 7;
    study.mark = "B1";
    study.geometry.nodes = {{0, 0, 0}, {1, 0, 0}, {1, 1, 0}, {0, 1, 0}};
    study.geometry.shells = {{0, 1, 2, 3}};
    study.geometry.partOf = {0};
    study.geometry.parts.push_back({{PartKind::EndPlate}, "right.plate", 12, 235});
    return study;
}

} // namespace zg::sample
