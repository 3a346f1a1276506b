#include "commands.h"
#include "advise/assumptions.h"
#include "advise/remedies.h"
#include "advise/stock_strip.h"
#include "base/text.h"
#include "component/verify.h"
#include "drawing/chart.h"
#include "drawing/ladder_drawing.h"
#include "drawing/sheet.h"
#include "drawing/springs.h"
#include "drawing/svg.h"
#include "exchange/actions_table.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "exchange/result_json.h"
#include "job_input.h"
#include "joint/action_columns.h"
#include "joint/geometry.h"
#include "joint/recipes/recipe.h"
#include "joint/validate.h"
#include "words/phrases.h"
#include "words/verdict.h"
#include <algorithm>
#include <cmath>
#include <iostream>

namespace zg::embedded {
extern const char* const result_schema_json;
}

namespace zg::cli {
namespace {

/// The verdict, with what clashes as built.
void printVerdict(const Job& job, const Joint& joint, const JointResult& result) {
    Verdict v = verdictOf(result, isTwoSided(joint), joint.frame, job.settings.units);
    if (const auto resolved = resolve(job, joint)) addClashes(v, clashesOf(*resolved), isTwoSided(joint));
    std::cout << sentence(v) << "\n";
}

void printJoint(const Job& job, const Joint& joint, const JointResult& result) {
    const bool isTwoSided = zg::isTwoSided(joint);
    printVerdict(job, joint, result);
    int shownChecks = 0;
    for (const Check& c : ledger(result)) {
        const bool isMetRule = c.group != CheckGroup::Strength && c.state != CheckState::Over;
        if (c.group == CheckGroup::NotDone || isMetRule || c.state == CheckState::NotApplicable || shownChecks >= 8) continue;
        ++shownChecks;
        std::cout << "  " << (c.utilisation >= farOver ? "none" : fixedDecimals(c.utilisation, 2)) << "  "
                  << titleOf(c, isTwoSided);
        if (c.set >= 0) std::cout << ", set " << setName(result, c);
        std::cout << ": " << numbersOf(c, job.settings.units) << "  [" << c.clause << "]\n";
    }
    for (std::size_t i = 0; i < result.balance.size(); ++i) {
        const std::string out = balanceSentence(result.balance[i], job.settings.units);
        if (!out.empty()) std::cout << "  set " << result.actions[i].id << " is " << out << "\n";
    }
}

} // namespace

int check(const CheckCommand& c) {
    auto loaded = load(c);
    if (!loaded) return fail(loaded.error());
    if (!mayPut({c.json})) return couldNot;
    Job* job = &loaded->job;
    if (!c.actions.empty() && !addActions(*job, c.actions, {})) return couldNot;
    const Depth depth = c.depth == "brief" ? Depth::Brief : c.depth == "full" ? Depth::Full : Depth::ByPart;
    std::vector<JointOutcome> outcomes;
    bool anyOver = false;
    bool anyFailed = false, anyLeftOut = false;
    for (const Joint& joint : job->joints) {
        const auto result = verify(*job, joint);
        if (!result) {
            anyFailed = true;
            outcomes.push_back({&joint, result.error()});
            std::cout << sentence(verdictOf(joint.mark, result.error())) << "\n";
            continue;
        }
        anyOver = anyOver || result->state == CheckState::Over;
        anyLeftOut = anyLeftOut || leftOut(*result);
        outcomes.push_back({&joint, std::make_shared<const JointResult>(*result)});
        printJoint(*job, joint, *result);
    }
    if (job->joints.empty()) std::cout << "The job has no joint yet.\n";
    if (!c.json.empty() && !put(c.json, resultJson(*job, outcomes, loaded->notes, depth))) return couldNot;
    return anyFailed ? couldNot : anyOver ? somethingOver : anyLeftOut ? couldNot : allWithin;
}

int sheet(const SheetCommand& c) {
    const auto loaded = load(c);
    if (!loaded) return fail(loaded.error());
    const Job* job = &loaded->job;
    if (job->joints.empty()) return fail({{Severity::Error, c.file, "The job has no joint to draw."}});
    const Joint& joint = job->joints.front();
    const auto resolved = resolve(*job, joint);
    if (!resolved) return fail(resolved.error());
    const JointResult result = verify(*resolved, 0);
    const Check* governing = governingCheck(result);
    const ConnectionResult* connection = connectionOf(result, governing);
    Drawing drawing;
    const Ladder* ladder = worstLadder(result);
    if (c.what == "ladder") {
        if (!ladder) return fail({{Severity::Error, joint.mark, "It is not designed for capacity: it has no ladder."}});
        LadderOptions options;
        options.width = 900;
        options.units = job->settings.units;
        drawing = ladderDrawing(*resolved, result, *ladder, options);
    } else if (c.what == "springs" && connection) {
        SpringsOptions options;
        options.units = job->settings.units;
        drawing = springsDrawing(*resolved, result, *connection, options);
    } else if (c.what == "chart" && connection) {
        ChartOptions options;
        options.height = 260;
        options.units = job->settings.units;
        drawing = momentRotationChart(result, *connection, options);
    } else {
        SheetOptions options;
        options.width = 900;
        options.height = 620;
        options.units = job->settings.units;
        options.set = governing && governing->set >= 0 ? governing->set : joint.actions.empty() ? -1 : 0;
        drawing = sheetDrawing(*resolved, &result, options);
    }
    return put(c.out, svg(drawing, c.isDark ? darkPalette() : lightPalette())) ? allWithin : couldNot;
}

int create(const NewCommand& c) {
    constexpr double degree = 3.14159265358979323846 / 180;
    Job job;
    job.title = "New job";
    Joint joint;
    joint.id = freeId(job);
    joint.title = c.title;
    const Recipe* recipe = findRecipe(c.recipe);
    if (!recipe) return fail({{Severity::Error, printable(c.recipe), "There is no recipe of this name."}});
    joint.mark = c.mark.empty() ? freeMark(job, recipe->asksColumn ? "B" : "S") : c.mark;
    if (recipe->asksColumn && c.column.empty())
        return fail({{Severity::Error, "--column", "This recipe needs a column section."}});
    // Designations as the catalogue writes them; the first that is not known is told with what is near.
    Diagnostics unknown;
    const auto member = [&](const std::string& asked) -> MemberSpec {
        if (const Section* section = findSection(asked)) return {section->designation, c.steel};
        std::string near;
        for (const Section* s : searchSections(asked.substr(0, 3))) {
            if (near.size() > 60) break;
            near += (near.empty() ? "" : ", ") + s->designation;
        }
        unknown.push_back(
            {Severity::Error, printable(asked),
             "This section is not in the catalogue." + (near.empty() ? "" : " It has, for example: " + near + ".")});
        return {asked, c.steel};
    };
    RecipeInput input;
    if (recipe->asksColumn) input.column = member(c.column);
    input.beam = member(c.beam);
    if (!c.left.empty()) input.other = member(c.left);
    if (!c.front.empty()) input.front = member(c.front);
    if (!c.front.empty() && !recipe->asksColumn)
        return fail({{Severity::Error, "--front", "Without a column there is no web to stand on."}});
    if (!unknown.empty()) return fail(unknown);
    input.reach = c.reach == "flush"           ? PlateReach::Flush
                  : c.reach == "extended-both" ? PlateReach::ExtendedBoth
                                               : PlateReach::ExtendedTop;
    if (c.span > 0) input.span = c.span;
    if (c.slope) input.slope = *c.slope * degree;
    if (c.leftSlope) input.otherSlope = *c.leftSlope * degree;
    if (!recipe->isHaunched && (c.haunchDepth || c.haunchLength))
        return fail({{Severity::Error, "--haunch-depth", std::string("The recipe ") + recipe->key + " has no haunch."}});
    input.haunchDepth = c.haunchDepth;
    input.haunchLength = c.haunchLength;
    (void)layOut(joint, *recipe, job, input);
    if (!c.actions.empty()) {
        const auto text = readFile(c.actions);
        if (!text) return fail({text.error()});
        auto sets = readActions(*text, UnitSystem::SI);
        if (!sets) return fail(sets.error());
        if (const Diagnostics lost = actionsWithoutMember(joint, *sets); !lost.empty()) return fail(lost);
        mergeActions(joint.actions, *sets);
    }
    job.joints.push_back(std::move(joint));
    if (const Diagnostics wrong = validate(job); hasErrors(wrong)) return fail(wrong);
    const auto resolved = resolve(job, job.joints.front());
    if (!resolved) return fail(resolved.error());
    return put(c.out, writeJob(job)) ? allWithin : couldNot;
}

int stock(const AdviseCommand& c) {
    const auto loaded = load(c);
    if (!loaded) return fail(loaded.error());
    const Job* job = &loaded->job;
    if (job->joints.empty()) return fail({{Severity::Error, c.file, "The job has no joint."}});
    const Joint& joint = job->joints.front();
    const auto part = partOfId(c.part);
    const auto strip = part ? stockStrip(*job, joint, *part) : std::nullopt;
    if (!strip)
        return fail({{Severity::Error, printable(c.part),
                      "This part has no stock size. Parts with one: right.plate, right.row.1, right.weld.top, "
                      "right.stiffener.top, column.doubler and so on."}});
    std::cout << joint.mark << ", " << partName(*part, isTwoSided(joint)) << ", " << strip->title << "\n";
    for (const StockOption& o : strip->options) {
        std::cout << (o.isCurrent ? " > " : "   ") << o.label << "\t" << (o.utilisation ? fixedDecimals(*o.utilisation, 2) : "–")
                  << "\t" << (o.utilisation ? title(o.governing) : "could not be computed") << "\n";
    }
    if (!strip->remark.empty()) std::cout << strip->remark << "\n";
    return allWithin;
}

int relieve(const AdviseCommand& c) {
    const auto loaded = load(c);
    if (!loaded) return fail(loaded.error());
    const Job* job = &loaded->job;
    for (const Joint& joint : job->joints) {
        const auto result = verify(*job, joint);
        if (!result) return fail(result.error());
        printVerdict(*job, joint, *result);
        const Check* governing = governingCheck(*result);
        if (!governing) continue;
        const std::string currency = job->prices.value_or(Prices{}).currency;
        const auto line = [&](const Remedy& r) {
            std::cout << "  " << fixedDecimals(r.utilisation, 2) << "  " << r.text << "  (" << (r.cost < 0 ? "−" : "+")
                      << fixedDecimals(std::abs(r.cost), 2) << " " << currency
                      << (r.isMemberPriced ? "" : " and the column's own length, which is not given") << ")\n";
        };
        for (const Remedy& r : remedies(*job, joint, *governing, 6)) line(r);
        const auto assumed = admissibleAssumptions(*job, joint);
        if (!assumed.empty()) std::cout << "  less on the safe side, and admissible; a choice of the whole job:\n";
        for (const Assumption& a : assumed)
            std::cout << "  " << fixedDecimals(a.then, 2) << "  " << a.text << "  [" << a.clause << "]\n";
        if (result->state == CheckState::Over) continue;
        const auto less = savings(*job, joint, 4);
        if (!less.empty()) std::cout << "  what can be spared, one at a time:\n";
        for (const Remedy& r : less) line(r);
    }
    return allWithin;
}

int tidy(const JobSource& source, const std::string& out) {
    const auto loaded = load(source);
    if (!loaded) return fail(loaded.error());
    return put(out, writeJob(loaded->job)) ? allWithin : couldNot;
}

int schema(bool ofResult) {
    return put("-", ofResult ? std::string(embedded::result_schema_json) : jobSchema()) ? allWithin : couldNot;
}

} // namespace zg::cli
