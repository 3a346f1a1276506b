#include "report/job_report.h"
#include "base/text.h"
#include "component/verify.h"
#include "joint/parameters.h"
#include "report/joint_report.h"
#include "report/list_report.h"
#include "report/plate_report.h"
#include "words/phrases.h"
#include "words/verdict.h"
#include <algorithm>
#include <map>

namespace zg {
namespace {

std::string countOf(std::size_t n, const char* one, const char* many) { return std::to_string(n) + " " + (n == 1 ? one : many); }

} // namespace

JobReport::JobReport(const Job& job, JobReportRequest request)
    : job_(job), request_(std::move(request)), choices_(job.report.value_or(ReportChoices{})) {
    choices_.hasLists = choices_.hasLists && request_.hasLists;
    std::size_t over = 0, failed = 0;
    for (const Joint& joint : job.joints) {
        if (!request_.only.empty() && joint.id != request_.only) continue;
        Line line;
        line.joint = &joint;
        const auto resolved = resolve(job, joint);
        if (resolved) {
            const JointResult result = verify(*resolved, 0);
            Verdict v = verdictOf(result, isTwoSided(joint), joint.frame, job.settings.units);
            addClashes(v, clashesOf(*resolved), isTwoSided(joint));
            line.verdict = sentence(v);
            line.state = v.state;
            line.isComputed = true;
            if (result.governing >= 0) line.use = fixedDecimals(result.utilisation, 2);
            for (const Check& c : result.checks)
                if (c.group == CheckGroup::NotDone) line.notDone.emplace_back(title(c.code));
        } else {
            line.verdict = sentence(verdictOf(joint.mark, resolved.error()));
        }
        over += line.state == CheckState::Over;
        failed += !line.isComputed;
        if (depthOf(joint) != ReportDepth::LeftOut) joints_.push_back(&joint);
        lines_.push_back(std::move(line));
    }
    cover_.letterhead = request_.letterhead;
    cover_.title = job.title.empty() ? "Joints" : job.title;
    const auto fact = [&](const char* what, const std::string& text) {
        if (!text.empty()) cover_.facts.emplace_back(what, text);
    };
    fact("reference", choices_.reference);
    fact("revision", choices_.revision);
    fact("date", choices_.date);
    fact("engineer", job.engineer);
    fact("checked by", choices_.checkedBy);
    cover_.sentences.push_back("Verification of steel joints by the component method of EN 1993-1-8:2005" +
                               std::string(request_.plates ? ", with plate finite elements where they were run." : "."));
    cover_.sentences.push_back(countOf(lines_.size(), "joint", "joints") + (request_.only.empty() ? " in the register: " : ": ") +
                               std::to_string(lines_.size() - over - failed) + " within their resistance, " +
                               std::to_string(over) + " over" +
                               (failed ? ", " + std::to_string(failed) + " that could not be computed" : "") + ".");
    if (lines_.size() > joints_.size()) {
        std::string marks;
        for (const auto& line : lines_)
            if (depthOf(*line.joint) == ReportDepth::LeftOut) marks += (marks.empty() ? "" : ", ") + line.joint->mark;
        cover_.sentences.push_back("Left out of this report, by choice: " + marks + ".");
    }
    if (!request_.version.empty()) cover_.sentences.push_back("Computed with Zealous Girder " + request_.version + ".");
}

ReportDepth JobReport::depthOf(const Joint& joint) const {
    if (request_.depth) return *request_.depth;
    return joint.report.value_or(choices_.depth);
}

Document JobReport::registerOf() const {
    Document d;
    d.title = "Register";
    d.subtitle = cover_.title;
    d.anchor = "register";
    TableBlock t;
    t.head = {"mark", "where", "members", "use", "verdict", "in this report"};
    t.widths = {0.08, 0.17, 0.18, 0.08, 0.38, 0.11};
    const auto add = [&](const Line& line) {
        t.rows.push_back({textCell(line.joint->mark), textCell(line.joint->title), textCell(membersText(*line.joint)),
                          stateCell(line.use, line.state), symbolCell(line.verdict),
                          textCell(EnumNames<ReportDepth>::names[static_cast<int>(depthOf(*line.joint))])});
    };
    // Groups in the order in which they first appear, each with its joints.
    std::vector<std::string> groups;
    for (const auto& line : lines_)
        if (std::find(groups.begin(), groups.end(), line.joint->group) == groups.end()) groups.push_back(line.joint->group);
    for (const std::string& group : groups) {
        t.rows.clear();
        for (const auto& line : lines_)
            if (line.joint->group == group) add(line);
        if (groups.size() > 1) d.heading(3, group.empty() ? "Without a group" : group);
        d.blocks.emplace_back(t);
    }
    if (lines_.empty()) d.text("The job has no joint yet.");
    return d;
}

Document JobReport::basisOf() const {
    Document d;
    d.title = "Basis";
    d.subtitle = cover_.title;
    d.anchor = "basis";
    d.heading(2, "Rules and choices");
    d.text("Joints: EN 1993-1-8:2005. Members and plates: EN 1993-1-1:2005, EN 1993-1-5:2006. Execution: EN 1090-2:2018.");
    TableBlock t;
    t.head = {"choice", "value"};
    t.widths = {0.72, 0.28};
    const auto list = [&](const std::vector<Parameter>& parameters) {
        t.rows.clear();
        for (const Parameter& p : parameters) {
            std::string value = p.kind == Parameter::Kind::Choice   ? p.choices.at(static_cast<std::size_t>(p.number))
                                : p.kind == Parameter::Kind::Switch ? (p.number != 0 ? "yes" : "no")
                                : p.kind == Parameter::Kind::Number ? significant(p.number, 4)
                                                                    : p.text;
            const bool isSymbol = p.key.compare(0, 5, "gamma") == 0 || p.key == "xi";
            t.rows.push_back({symbolCell((isSymbol ? p.key + ", " : "") + p.help), textCell(value)});
        }
        d.blocks.emplace_back(t);
    };
    list(parametersOf(job_.settings));
    const auto isMade = [](const Joint& j) {
        return std::any_of(j.actions.begin(), j.actions.end(), [](const ActionSet& s) { return !s.made.empty(); });
    };
    d.heading(2, "Actions");
    const auto made = std::count_if(lines_.begin(), lines_.end(), [&](const auto& line) { return isMade(*line.joint); });
    if (made > 0) {
        d.text("Sets of " + countOf(static_cast<std::size_t>(made), "joint", "joints") +
               " were made of characteristic cases by these rules; each joint names what its sets are made of.");
        list(parametersOf(job_.combinations.value_or(CombinationRules{})));
    }
    if (static_cast<std::size_t>(made) < lines_.size())
        d.text(std::string(made > 0 ? "Other" : "The") +
               " sets were given as design values; how they were combined is not known to this report.");
    d.heading(2, "Not done");
    std::map<std::string, std::vector<std::string>> marks; // of joints by what is not done there
    std::vector<std::string> order;
    for (const auto& line : lines_)
        for (const std::string& what : line.notDone) {
            auto& of = marks[what];
            if (of.empty()) order.push_back(what);
            if (of.empty() || of.back() != line.joint->mark) of.push_back(line.joint->mark);
        }
    if (order.empty()) d.text("Nothing that this report knows of.");
    for (const std::string& what : order) {
        const auto& of = marks[what];
        std::string where;
        for (const std::string& mark : of) where += (where.empty() ? "" : ", ") + mark;
        if (of.size() == lines_.size() && of.size() > 1) where = "all joints";
        d.text("– " + what + ": " + where + ".");
    }
    return d;
}

std::size_t JobReport::entries() const { return 2 + joints_.size() + (choices_.hasLists ? 1 : 0); }

std::string JobReport::stage() const {
    if (at_ < 2) return "register";
    if (at_ - 2 < joints_.size()) return joints_[at_ - 2]->mark;
    return "lists";
}

double JobReport::progress() const { return static_cast<double>(at_) / static_cast<double>(entries()); }

std::optional<Document> JobReport::next() {
    if (plates_) {
        std::optional<Document> d = std::move(plates_);
        plates_.reset();
        return d;
    }
    const std::size_t at = at_;
    if (at >= entries()) return std::nullopt;
    ++at_;
    if (at == 0) return registerOf();
    if (at == 1) return basisOf();
    if (!lists_) lists_ = listsOf(job_);
    if (at - 2 == joints_.size())
        return listsReport(request_.only.empty() ? *lists_ : listsOfJoint(*lists_, request_.only), cover_.title,
                           job_.settings.units);
    const Joint& joint = *joints_[at - 2];
    ReportOptions options;
    const ReportDepth depth = depthOf(joint);
    options.depth = depth == ReportDepth::Brief ? Depth::Brief : depth == ReportDepth::Full ? Depth::Full : Depth::ByPart;
    const JobLists own = listsOfJoint(*lists_, joint.id);
    options.lists = &own;
    Document d = jointReport(job_, joint, options);
    if (request_.plates)
        if (const auto study = request_.plates(joint)) {
            plates_ = plateReport(job_, joint, *study);
            plates_->isPartOf = true;
        }
    return d;
}

} // namespace zg
