#pragma once
#include "component/verify.h"
#include "report/document.h"

namespace zg {

struct JobLists;

struct ReportOptions {
    Depth depth = Depth::ByPart;
    bool withFigures = true;
    const JobLists* lists = nullptr; ///< pieces, bolts and welds of this joint; made without the job's marks when null
};

/// The calculation of one joint as a document in one of three depths. `traced` comes from verifyTraced of the same joint.
[[nodiscard]] Document jointReport(const Job& job, const Joint& joint, const ResolvedJoint& resolved,
                                   const TracedVerification& traced, const ReportOptions& options);
/// Document of a joint that could not be computed: says what is wrong.
[[nodiscard]] Document jointReport(const Job& job, const Joint& joint, const Diagnostics& problems);
/// Either of the two: looks up, verifies with tracing, and reports.
[[nodiscard]] Document jointReport(const Job& job, const Joint& joint, const ReportOptions& options);

} // namespace zg
