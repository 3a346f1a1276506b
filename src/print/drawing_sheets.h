#pragma once
#include "lists/job_lists.h"
#include "report/document.h"
#include <string>
#include <vector>

namespace zg {

enum class Paper { A4, A3, A2, A1 };
template <> struct EnumNames<Paper> { static constexpr const char* names[] = {"A4", "A3", "A2", "A1"}; };

struct DrawingSheetOptions {
    Paper paper = Paper::A3;
    Letterhead letterhead; ///< its lines stand in the title block
    std::string version;   ///< of the program
};

/// Drawings to hand over, one joint a sheet (landscape PDF, true to scale at the largest scale of ISO 5455 that fits): elevation
/// and plates with dimensions, lists of pieces, bolts and welds, title block. `ids`: of all joints when empty; joints that are
/// not complete are told in `leftOut`. Needs a QGuiApplication.
[[nodiscard]] std::string drawingSheets(const Job& job, const std::vector<std::string>& ids, const DrawingSheetOptions& options,
                                        Diagnostics& leftOut);

} // namespace zg
