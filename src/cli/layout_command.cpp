#include "advise/layout_search.h"
#include "base/text.h"
#include "commands.h"
#include "exchange/job_file.h"
#include "words/phrases.h"
#include <algorithm>
#include <iostream>
#include <iterator>

namespace zg::cli {
namespace {

template <class E> E wordIn(const std::string& word) {
    const auto* at = std::find_if(std::begin(EnumNames<E>::names), std::end(EnumNames<E>::names),
                                  [&](const char* name) { return word == name; });
    return static_cast<E>(at - std::begin(EnumNames<E>::names));
}

} // namespace

int layout(const LayoutCommand& c) {
    auto loaded = loadWhole(c);
    if (!loaded) return fail(loaded.error());
    if (!c.out.empty() && !mayPut({c.out})) return couldNot;
    Job& job = loaded->job;
    if (!c.actions.empty() && !addActions(job, c.actions, c.joint)) return couldNot;
    std::vector<std::string> ids;
    for (const Joint& joint : std::as_const(job).joints)
        if (c.joint.empty() || joint.mark == c.joint || joint.id == c.joint) ids.push_back(joint.id);
    LayoutOptions options;
    options.depth = c.depth == "quick" ? LayoutDepth::Quick : LayoutDepth::Thorough;
    options.target = wordIn<LayoutTarget>(c.target);
    options.objective = wordIn<LayoutObjective>(c.objective);
    const std::string currency = job.prices.value_or(Prices{}).currency;
    bool haveAll = true;
    const auto found = findLayouts(job, ids, options);
    for (std::size_t i = 0; i < found.size(); ++i) {
        const LayoutOutcome& o = found[i];
        const Joint& before = *findJoint(job, ids[i]);
        haveAll = haveAll && o.holds;
        std::cout << before.mark << ": ";
        if (before.actions.empty() && !before.seismic) std::cout << "(no action sets: rules of detailing only) ";
        if (o.holds)
            std::cout << "holds at " << fixedDecimals(o.measure.utilisation, 2) << ", " << title(o.measure.governing) << "; "
                      << fixedDecimals(o.measure.cost, 2) << " " << currency
                      << (o.measure.state == CheckState::NotDone ? "; not verified in full" : "");
        else if (o.measure.state == CheckState::NotDone)
            std::cout << "nothing of it is verified by the rules chosen";
        else
            std::cout << "no layout of those tried holds; nearest: " << title(o.measure.governing) << " "
                      << fixedDecimals(o.measure.utilisation, 2);
        std::cout << " (" << o.tried << " tried)\n";
        for (const std::string& step : o.steps) std::cout << "  " << step << "\n";
        for (std::size_t k = 0; k < o.reasons.size() && k < 6; ++k) std::cout << "  " << sentenceOf(o.reasons[k]) << "\n";
    }
    for (std::size_t i = 0; i < found.size(); ++i)
        for (std::size_t k = 0; k < job.joints.size(); ++k)
            if (found[i].holds && job.joints[k].id == ids[i]) job.joints[k] = found[i].joint;
    if (!c.out.empty() && !put(c.out, writeJob(job))) return couldNot;
    return haveAll ? allWithin : somethingOver;
}

} // namespace zg::cli
