#include "advise/many.h"
#include "base/text.h"
#include "commands.h"
#include "exchange/job_file.h"
#include "joint/detail_edit.h"
#include "words/phrases.h"
#include <algorithm>
#include <iostream>

namespace zg::cli {
namespace {

std::string useOf(const std::optional<Measure>& m) { return m ? fixedDecimals(m->utilisation, 2) : "–"; }

void print(const ManyLine& line, const std::string& currency) {
    std::cout << line.mark << ": ";
    if (!line.after) {
        std::cout << line.why << "\n";
        return;
    }
    std::cout << line.what << ", use " << useOf(line.before) << " to " << useOf(line.then);
    if (line.then) {
        std::cout << ", " << title(line.then->governing) << (line.then->holds() ? "" : " FAILS");
        if (line.before)
            std::cout << ", " << (line.then->cost >= line.before->cost ? "+" : "")
                      << fixedDecimals(line.then->cost - line.before->cost, 2) << " " << currency;
    } else {
        std::cout << ", cannot be verified then";
    }
    std::cout << "\n";
}

int list(const Job& job, const std::vector<std::string>& ids) {
    for (const SharedField& f : sharedFields(job, ids)) {
        std::cout << f.pattern << " (" << f.parameter.help << "): ";
        for (std::size_t i = 0; i < f.values.size() && i < 8; ++i)
            std::cout << (i ? ", " : "") << printable(f.values[i].first) << " ×" << f.values[i].second;
        std::cout << (f.values.size() > 8 ? ", …" : "") << "\n";
    }
    return allWithin;
}

tl::expected<std::vector<ManyLine>, Diagnostics> linesOf(const Job& job, const std::vector<std::string>& ids,
                                                         const EditCommand& c) {
    const auto refused = [](const std::string& place, const std::string& why) {
        return tl::unexpected(Diagnostics{{Severity::Error, place, why}});
    };
    if (!c.balance.empty()) return withBalance(job, ids, EndId(c.balance));
    if (!c.detail.empty()) {
        const auto detail =
            std::find_if(job.details.begin(), job.details.end(), [&](const Detail& d) { return d.name == c.detail; });
        if (detail != job.details.end()) return withDetail(job, ids, *detail);
        std::string all;
        for (const Detail& d : job.details) all += (all.empty() ? "" : ", ") + printable(d.name);
        return refused("--detail",
                       "There is no detail " + printable(c.detail) + ". The job has: " + (all.empty() ? "none" : all) + ".");
    }
    const std::size_t equals = c.set.find('=');
    if (equals == std::string::npos) return refused("--set", "FIELD=VALUE is understood; --fields lists the fields.");
    const std::string pattern = c.set.substr(0, equals);
    const auto fields = sharedFields(job, ids);
    const auto field = std::find_if(fields.begin(), fields.end(), [&](const SharedField& f) { return f.pattern == pattern; });
    if (field == fields.end()) {
        std::vector<std::string> known;
        for (const SharedField& f : fields) known.push_back(f.pattern);
        const auto near = nearest(pattern, known);
        return refused("--set", "None of these joints has a field " + printable(pattern) +
                                    (near ? "; is " + *near + " meant?" : ".") + " --fields lists them.");
    }
    const auto value = readValue(field->parameter, c.set.substr(equals + 1), job.settings.units);
    if (!value) return refused("--set", printable(c.set.substr(equals + 1)) + " is not understood: " + value.error() + ".");
    const std::optional<std::string> now = c.where.empty() ? std::nullopt : std::optional<std::string>(c.where);
    if (now && std::none_of(field->values.begin(), field->values.end(), [&](const auto& v) { return v.first == *now; })) {
        std::string all;
        for (const auto& v : field->values) all += (all.empty() ? "" : ", ") + printable(v.first);
        return refused("--where", printable(*now) + " stands nowhere; there are: " + all + ".");
    }
    return withField(job, ids, *field, now, *value);
}

} // namespace

int edit(const EditCommand& c) {
    auto loaded = load({c.file, {}, c.isStrict});
    if (!loaded) return fail(loaded.error());
    if (!c.out.empty() && !mayPut({c.out})) return couldNot;
    Job& job = loaded->job;
    std::vector<std::string> ids;
    for (const Joint& joint : std::as_const(job).joints) {
        const bool isNamed = c.joints.empty() || std::find(c.joints.begin(), c.joints.end(), joint.mark) != c.joints.end();
        if (isNamed && (c.group.empty() || joint.group == c.group)) ids.push_back(joint.id);
    }
    for (const std::string& mark : c.joints)
        if (!findJoint(job, mark)) return fail({{Severity::Error, c.file, "There is no joint " + printable(mark) + "."}});
    if (ids.empty()) return fail({{Severity::Error, c.file, "No joint is meant."}});
    const std::string currency = job.prices.value_or(Prices{}).currency;
    if (c.isListing) return list(job, ids);
    bool holds = true;
    if (!c.keep.empty()) {
        if (ids.size() != 1) return fail({{Severity::Error, "--keep", "Name the one joint whose detail is kept: --joint MARK."}});
        const Detail kept = detailOf(*findJoint(job, ids[0]), c.keep);
        const auto same = std::find_if(job.details.begin(), job.details.end(), [&](const Detail& d) { return d.name == c.keep; });
        if (same != job.details.end()) return fail({{Severity::Error, "--keep", "The job has a detail of that name already."}});
        job.details.push_back(kept);
        std::cout << "Detail " << printable(c.keep) << " of " << findJoint(job, ids[0])->mark << " is kept.\n";
    } else if (c.isShared) {
        const auto shared = sharedDetails(job, ids);
        for (const SharedDetail& d : shared)
            std::cout << d.mark
                      << (d.isForAll ? ": for all, highest use " + fixedDecimals(d.most, 2) : std::string(": not for all"))
                      << ", " << fixedDecimals(d.costThen, 2) << " " << currency << " against " << fixedDecimals(d.costNow, 2)
                      << " now\n";
        if (shared.empty() || !shared.front().isForAll) {
            std::cout << "None of their details holds for all.\n";
            for (const SharedDetail& d : shared)
                for (const ManyLine& line : d.lines)
                    if (!line.after && !line.isSame)
                        std::cout << "  " << d.mark << " at " << line.mark << ": " << line.why << "\n";
            return somethingOver;
        }
        for (const ManyLine& line : shared.front().lines) {
            print(line, currency);
            if (line.after) putJoints(job, {*line.after});
        }
    } else {
        const auto lines = linesOf(job, ids, c);
        if (!lines) return fail(lines.error());
        for (const ManyLine& line : *lines) {
            print(line, currency);
            if (!line.after) continue;
            holds = holds && line.then && line.then->holds();
            putJoints(job, {*line.after});
        }
    }
    if (!c.out.empty() && !put(c.out, writeJob(job))) return couldNot;
    return holds ? allWithin : somethingOver;
}

} // namespace zg::cli
