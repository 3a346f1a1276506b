#include "exchange/compare_jobs.h"
#include "base/text.h"
#include "component/verify.h"
#include "exchange/job_file.h"
#include "lists/job_lists.h"
#include "words/phrases.h"
#include "words/verdict.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <nlohmann/json.hpp>
#include <set>

namespace zg {
namespace {

using nlohmann::ordered_json;
using Leaves = std::vector<std::pair<std::string, std::string>>;

/// Name of a list's element: what it is known by in the file, else its place.
std::string nameOf(const ordered_json& element, std::size_t index) {
    if (element.is_object()) {
        for (const char* key : {"id", "end", "designation", "steel", "size", "name"}) {
            const auto at = element.find(key);
            if (at != element.end() && at->is_string()) return at->get<std::string>();
        }
        if (element.contains("on")) {
            std::string name;
            for (const auto& [key, value] : element.items())
                if (value.is_object()) name += (name.empty() ? "" : " ") + (key == "at" ? value.dump() : key);
            return name;
        }
    }
    return std::to_string(index + 1);
}

void flatten(const ordered_json& value, const std::string& path, Leaves& out) {
    if (value.is_object()) {
        for (const auto& [key, inner] : value.items()) flatten(inner, path.empty() ? key : path + "/" + key, out);
    } else if (value.is_array()) {
        for (std::size_t i = 0; i < value.size(); ++i) flatten(value[i], path + "/" + nameOf(value[i], i), out);
    } else {
        out.emplace_back(path, value.is_string()         ? value.get<std::string>()
                               : value.is_number_float() ? significant(value.get<double>(), 9)
                                                         : value.dump());
    }
}

std::vector<FieldChange> differences(const ordered_json& before, const ordered_json& after) {
    Leaves a, b;
    flatten(before, "", a);
    flatten(after, "", b);
    const std::map<std::string, std::string> was(a.begin(), a.end()), is(b.begin(), b.end());
    std::vector<FieldChange> out;
    for (const auto& [path, value] : a) {
        const auto now = is.find(path);
        if (now == is.end() || now->second != value) out.push_back({path, value, now == is.end() ? "" : now->second});
    }
    for (const auto& [path, value] : b)
        if (!was.count(path)) out.push_back({path, "", value});
    return out;
}

/// Worst use of each kind of check, in the order of the ledger.
std::vector<std::pair<std::string, Check>> uses(const JointResult& r, bool isTwoSided) {
    std::vector<std::pair<std::string, Check>> list;
    for (const Check& c : ledger(r))
        if (c.group != CheckGroup::NotDone) list.emplace_back(titleOf(c, isTwoSided), c);
    return list;
}

struct Side {
    std::vector<std::pair<std::string, Check>> uses;
    std::string verdict;
    double cost = 0;
};
Side sideOf(const Job& job, const Joint& joint) {
    Side s;
    const auto resolved = resolve(job, joint);
    if (!resolved) {
        s.verdict = sentence(verdictOf(joint.mark, resolved.error()));
        return s;
    }
    const JointResult result = verify(*resolved, 0);
    s.verdict = sentence(verdictOf(result, isTwoSided(joint), joint.frame, job.settings.units));
    s.uses = uses(result, isTwoSided(joint));
    s.cost = costOf(job, *resolved).total();
    return s;
}

void moves(const Side& a, const Side& b, std::vector<CheckMove>& out) {
    const auto shown = [](const Check* c) {
        return !c ? std::string("–") : c->utilisation >= farOver ? std::string("far over 1") : fixedDecimals(c->utilisation, 2);
    };
    const auto find = [](const Side& s, const std::string& title) -> const Check* {
        for (const auto& [name, check] : s.uses)
            if (name == title) return &check;
        return nullptr;
    };
    std::vector<std::pair<double, CheckMove>> list;
    std::set<std::string> met;
    for (const Side* side : {&a, &b})
        for (const auto& [title, check] : side->uses) {
            if (!met.insert(title).second) continue;
            const Check *was = find(a, title), *is = find(b, title);
            const std::string before = shown(was), after = shown(is);
            if (before != after)
                list.push_back({std::abs((is ? is->utilisation : 0) - (was ? was->utilisation : 0)), {title, before, after}});
        }
    std::stable_sort(list.begin(), list.end(), [](const auto& x, const auto& y) { return x.first > y.first; });
    for (auto& m : list) out.push_back(std::move(m.second));
}

} // namespace

JobComparison compareJobs(const Job& before, const Job& after) {
    ordered_json a = ordered_json::parse(writeJob(before)), b = ordered_json::parse(writeJob(after));
    const auto jointsOf = [](ordered_json& job) {
        ordered_json joints = job.contains("joints") ? job["joints"] : ordered_json::array();
        job.erase("joints");
        return joints;
    };
    const ordered_json aJoints = jointsOf(a), bJoints = jointsOf(b);
    JobComparison out;
    out.job = differences(a, b);
    std::set<std::size_t> met;
    const auto partner = [&](const Joint& joint) -> std::optional<std::size_t> {
        for (const bool byId : {true, false})
            for (std::size_t i = 0; i < after.joints.size(); ++i)
                if (!met.count(i) && (byId ? after.joints[i].id == joint.id : after.joints[i].mark == joint.mark)) return i;
        return std::nullopt;
    };
    for (std::size_t i = 0; i < before.joints.size(); ++i) {
        const Joint& joint = before.joints[i];
        JointComparison c;
        c.mark = joint.mark;
        const Side was = sideOf(before, joint);
        c.verdictBefore = was.verdict, c.costBefore = was.cost;
        if (const auto at = partner(joint)) {
            met.insert(*at);
            const Side is = sideOf(after, after.joints[*at]);
            c.verdictAfter = is.verdict, c.costAfter = is.cost;
            c.fields = differences(aJoints[i], bJoints[*at]);
            moves(was, is, c.checks);
            if (!c.fields.empty() || !c.checks.empty()) c.state = JointComparison::State::Changed;
        } else {
            c.state = JointComparison::State::OnlyBefore;
        }
        out.joints.push_back(std::move(c));
    }
    for (std::size_t i = 0; i < after.joints.size(); ++i) {
        if (met.count(i)) continue;
        const Side is = sideOf(after, after.joints[i]);
        out.joints.push_back({after.joints[i].mark, JointComparison::State::OnlyAfter, {}, {}, "", is.verdict, 0, is.cost});
    }
    return out;
}

std::string comparisonText(const JobComparison& comparison, const std::string& currency) {
    std::string text, same;
    const auto fields = [&](const std::vector<FieldChange>& list) {
        constexpr std::size_t most = 40;
        for (std::size_t i = 0; i < list.size() && i < most; ++i)
            text += "  " + printable(list[i].path) + ": " + (list[i].before.empty() ? "–" : printable(list[i].before)) + " → " +
                    (list[i].after.empty() ? "–" : printable(list[i].after)) + "\n";
        if (list.size() > most) text += "  and " + std::to_string(list.size() - most) + " more\n";
    };
    if (!comparison.job.empty()) text += "The job\n";
    fields(comparison.job);
    for (const JointComparison& c : comparison.joints) {
        const std::string mark = printable(c.mark);
        switch (c.state) {
        case JointComparison::State::Same: same += (same.empty() ? "" : ", ") + mark; continue;
        case JointComparison::State::OnlyBefore: text += mark + " is gone. It was: " + c.verdictBefore + "\n"; continue;
        case JointComparison::State::OnlyAfter: text += mark + " is new. " + c.verdictAfter + "\n"; continue;
        case JointComparison::State::Changed: break;
        }
        text += mark + "\n  was: " + c.verdictBefore + "\n  is:  " + c.verdictAfter + "\n";
        if (std::abs(c.costAfter - c.costBefore) >= 0.005)
            text += "  cost " + fixedDecimals(c.costBefore, 2) + " → " + fixedDecimals(c.costAfter, 2) + " " + currency + "\n";
        fields(c.fields);
        for (const CheckMove& m : c.checks) text += "  " + m.title + ": " + m.before + " → " + m.after + "\n";
    }
    if (!same.empty()) text += "Without a difference: " + same + "\n";
    return text;
}

} // namespace zg
