#include "commands.h"
#include "exchange/compare_jobs.h"
#include "exchange/dxf_file.h"
#include "exchange/lists_file.h"
#include "joint/job.h"
#include "joint/resolve.h"
#include "lists/flat_drawing.h"
#include "lists/tables.h"
#include <algorithm>
#include <iostream>

namespace zg::cli {

int list(const ListCommand& c) {
    const auto loaded = loadWhole(c);
    if (!loaded) return fail(loaded.error());
    if (!mayPut({c.out})) return couldNot;
    const JobLists lists = listsOf(loaded->job, c.joint);
    const UnitSystem units = loaded->job.settings.units;
    const auto tables = tablesOf(lists);
    const auto isOf = [&](const std::string& ending) {
        return c.out.size() > ending.size() && c.out.substr(c.out.size() - ending.size()) == ending;
    };
    // What is left out is said, and the code says it too.
    const int code = lists.leftOut.empty() ? allWithin : fail(lists.leftOut);
    std::string bytes;
    if (isOf(".xlsx")) {
        const auto book = workbookOf(tables, lists.currency, units);
        if (!book) return fail({book.error()});
        bytes = *book;
    } else if (isOf(".json")) {
        bytes = listsJson(tables, lists.currency, units);
    } else if (isOf(".csv") || c.out == "-") {
        const auto& table = *std::find_if(tables.begin(), tables.end(), [&](const ListTable& t) { return t.key == c.table; });
        bytes = csvOf(table, lists.currency, units);
        for (const std::string& note : table.notes) std::cerr << note << "\n";
    } else {
        return fail({{Severity::Error, c.out, "Lists are written as .csv, .xlsx or .json."}});
    }
    return put(c.out, bytes) ? code : couldNot;
}

int compare(const CompareCommand& c) {
    const auto before = load({c.before, {}, c.isStrict}), after = load({c.after, {}, c.isStrict});
    if (!before) return fail(before.error());
    if (!after) return fail(after.error());
    const JobComparison comparison = compareJobs(before->job, after->job);
    std::cout << comparisonText(comparison, after->job.prices.value_or(Prices{}).currency);
    const bool isSame =
        comparison.job.empty() && std::all_of(comparison.joints.begin(), comparison.joints.end(),
                                              [](const JointComparison& j) { return j.state == JointComparison::State::Same; });
    return isSame ? allWithin : somethingOver;
}

int dxf(const DxfCommand& c) {
    const auto loaded = loadWhole(c);
    if (!loaded) return fail(loaded.error());
    if (!mayPut({c.out})) return couldNot;
    const JobLists lists = listsOf(loaded->job, c.joint);
    const int code = lists.leftOut.empty() ? allWithin : fail(lists.leftOut);
    if (lists.joints.empty()) return code ? code : fail({{Severity::Error, c.file, "The job has no joint to draw."}});
    FlatDrawing drawing;
    if (c.joint.empty()) {
        drawing = cutPlan(lists);
    } else {
        const auto resolved = resolve(loaded->job, *findJoint(loaded->job, c.joint));
        if (!resolved) return fail(resolved.error());
        drawing = jointPlan(*resolved, lists.joints.front());
    }
    const auto bytes = dxfOf(drawing);
    if (!bytes) return fail({bytes.error()});
    return put(c.out, *bytes) ? code : couldNot;
}

} // namespace zg::cli
