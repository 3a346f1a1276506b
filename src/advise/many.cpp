#include "advise/many.h"
#include "base/number_column.h"
#include "base/text.h"
#include "joint/balance.h"
#include "joint/detail_edit.h"
#include "joint/edit.h"
#include "joint/field_walk.h"
#include "joint/validate.h"
#include <algorithm>
#include <map>
#include <set>

namespace zg {
namespace {

/// Names of elements stand behind the keys of lists.
std::string patternOf(const FieldPath& path) {
    std::string text;
    bool isName = false;
    for (const std::string& step : path.steps()) {
        text += (text.empty() ? "" : "/") + (isName ? "*" : step);
        isName = !isName && (step == "members" || step == "connections" || step == "rows" || step == "fittings");
    }
    return text;
}

/// Every parameter of the joint once.
std::vector<Parameter> allParameters(const Joint& joint) {
    std::vector<Parameter> list;
    std::set<std::string> seen{"mark"}; // each has its own
    for (Parameter& p : jointParameters(joint))
        if (seen.insert(p.path.str()).second) list.push_back(std::move(p));
    for (Parameter& p : capacityParameters(joint)) {
        if (p.path.steps().front() == "seismic") list.push_back(std::move(p));
        if (!joint.seismic) break; // the switch alone
    }
    for (const PartRef& part : partsOf(joint))
        for (Parameter& p : parametersOf(joint, part))
            if (seen.insert(p.path.str()).second) list.push_back(std::move(p));
    return list;
}

std::vector<const Joint*> jointsOf(const Job& job, const std::vector<std::string>& ids) {
    const std::set<std::string> wanted(ids.begin(), ids.end());
    std::vector<const Joint*> list;
    for (const Joint& joint : job.joints)
        if (wanted.count(joint.id)) list.push_back(&joint);
    return list;
}

void keep(ManyLine& line) {
    line.isSame = true;
    line.why = "is so already";
}
void finish(const Job& job, ManyLine& line, Joint after) {
    line.then = measure(job, after);
    line.after = std::move(after);
}

/// A line of each joint, as it is now and as `change` says.
template <class F> std::vector<ManyLine> linesOf(const Job& job, const std::vector<std::string>& ids, F change) {
    std::vector<ManyLine> lines;
    for (const Joint* joint : jointsOf(job, ids)) {
        ManyLine line;
        line.id = joint->id;
        line.mark = joint->mark;
        line.before = measure(job, *joint);
        change(*joint, line);
        lines.push_back(std::move(line));
    }
    return lines;
}

} // namespace

std::string valueText(const Parameter& p, UnitSystem units) {
    if (p.isOptional && !p.isGiven) return "not given";
    switch (p.kind) {
    case Parameter::Kind::Number: return shown(p.number, p.quantity, units);
    case Parameter::Kind::Whole: return fixedDecimals(p.number, 0);
    case Parameter::Kind::Switch: return p.number != 0 ? "yes" : "no";
    case Parameter::Kind::Choice: return p.choices.at(static_cast<std::size_t>(p.number));
    default: return p.text;
    }
}

tl::expected<ParameterValue, std::string> readValue(const Parameter& p, const std::string& typed, UnitSystem units) {
    const std::string text = trimmed(typed);
    if (text == "not given") {
        if (p.isOptional) return ParameterValue(std::monostate{});
        return tl::unexpected(std::string("a value is needed"));
    }
    switch (p.kind) {
    case Parameter::Kind::Switch:
        if (text == "yes" || text == "no") return ParameterValue(text == "yes" ? 1.0 : 0.0);
        return tl::unexpected(std::string("yes or no is understood"));
    case Parameter::Kind::Choice: {
        std::string all;
        for (std::size_t i = 0; i < p.choices.size(); ++i) {
            if (lowered(p.choices[i]) == lowered(text)) return ParameterValue(static_cast<double>(i));
            all += (all.empty() ? "" : ", ") + p.choices[i];
        }
        return tl::unexpected("understood are: " + all);
    }
    case Parameter::Kind::Number:
    case Parameter::Kind::Whole: {
        const Unit unit = unitOf(p.quantity, units);
        std::string number = text;
        if (const std::string symbol = unit.symbol;
            !symbol.empty() && number.size() > symbol.size() && number.substr(number.size() - symbol.size()) == symbol)
            number = trimmed(number.substr(0, number.size() - symbol.size()));
        const auto value = readNumber(number);
        if (!value)
            return tl::unexpected("a number" + (*unit.symbol ? std::string(" in ") + unit.symbol : std::string()) +
                                  " with a decimal point is understood");
        return ParameterValue(*value * unit.factor);
    }
    default: return ParameterValue(text);
    }
}

std::vector<SharedField> sharedFields(const Job& job, const std::vector<std::string>& ids) {
    std::vector<SharedField> fields;
    std::map<std::string, std::size_t> at;
    for (const Joint* joint : jointsOf(job, ids))
        for (Parameter& p : allParameters(*joint)) {
            const std::string pattern = patternOf(p.path), value = valueText(p, job.settings.units);
            const auto [found, isNew] = at.emplace(pattern, fields.size());
            if (isNew) fields.push_back({pattern, std::move(p), {}});
            auto& values = fields[found->second].values;
            const auto same = std::find_if(values.begin(), values.end(), [&](const auto& v) { return v.first == value; });
            if (same == values.end())
                values.emplace_back(value, 1);
            else
                ++same->second;
        }
    return fields;
}

std::vector<ManyLine> withField(const Job& job, const std::vector<std::string>& ids, const SharedField& field,
                                const std::optional<std::string>& now, const ParameterValue& value) {
    return linesOf(job, ids, [&](const Joint& joint, ManyLine& line) {
        Joint after = joint;
        int places = 0, there = 0;
        std::string was;
        for (const Parameter& p : allParameters(joint)) {
            if (patternOf(p.path) != field.pattern) continue;
            ++there;
            const std::string text = valueText(p, job.settings.units);
            if (now && text != *now) continue;
            if (!setField(after, p.path, value)) continue;
            ++places;
            if (was.find(text) == std::string::npos) was += (was.empty() ? "" : ", ") + text;
        }
        sortRows(after);
        if (places == 0) {
            line.why = there == 0 ? "has no such part" : "reads differently now";
        } else if (after == joint) {
            keep(line);
        } else if (const Diagnostics wrong = validate(after); hasErrors(wrong)) {
            line.why = sentenceOf(wrong.front(), job.settings.units);
        } else {
            line.what = was + (places == 1 ? "" : ", " + std::to_string(places) + " places");
            finish(job, line, std::move(after));
        }
    });
}

std::vector<ManyLine> withDetail(const Job& job, const std::vector<std::string>& ids, const Detail& detail) {
    return linesOf(job, ids, [&](const Joint& joint, ManyLine& line) {
        auto after = withDetail(job, joint, detail);
        if (!after) {
            line.why = sentenceOf(after.error().front(), job.settings.units);
        } else if (*after == joint) {
            keep(line);
        } else {
            line.what = detail.name;
            finish(job, line, std::move(*after));
        }
    });
}

std::vector<ManyLine> withBalance(const Job& job, const std::vector<std::string>& ids, EndId held) {
    return linesOf(job, ids, [&](const Joint& joint, ManyLine& line) {
        const auto resolved = resolve(job, joint);
        if (!resolved) {
            line.why = sentenceOf(resolved.error().front(), job.settings.units);
            return;
        }
        const std::vector<EndId> ends = heldEnds(*resolved);
        if (std::find(ends.begin(), ends.end(), held) == ends.end()) {
            for (const EndId end : ends) line.why += (line.why.empty() ? "is balanced at: " : ", ") + end.str();
            return;
        }
        Joint after = joint;
        int count = 0;
        for (ActionSet& set : after.actions) {
            const Imbalance left = imbalance(*resolved, set);
            if (left.isKnown && left.isBalanced) continue;
            set = balancedAt(*resolved, set, held);
            ++count;
        }
        if (count == 0) {
            line.why = "is in balance already";
        } else {
            line.what = std::to_string(count) + (count == 1 ? " set" : " sets") + " balanced at " + held.str();
            finish(job, line, std::move(after));
        }
    });
}

std::vector<SharedDetail> sharedDetails(const Job& job, const std::vector<std::string>& ids) {
    std::vector<SharedDetail> list;
    const std::vector<const Joint*> joints = jointsOf(job, ids);
    if (joints.size() < 2) return list;
    for (const Joint* source : joints) {
        SharedDetail d;
        d.id = source->id;
        d.mark = source->mark;
        d.lines = withDetail(job, ids, detailOf(*source, source->mark));
        d.isForAll = true;
        for (const ManyLine& line : d.lines) {
            const auto& then = line.isSame ? line.before : line.then;
            if (!then || !then->holds()) d.isForAll = false;
            if (line.before) d.costNow += line.before->cost;
            if (then) d.costThen += then->cost, d.most = std::max(d.most, then->utilisation);
        }
        list.push_back(std::move(d));
    }
    std::stable_sort(list.begin(), list.end(), [](const SharedDetail& a, const SharedDetail& b) {
        return a.isForAll != b.isForAll ? a.isForAll : a.costThen < b.costThen;
    });
    return list;
}

} // namespace zg
