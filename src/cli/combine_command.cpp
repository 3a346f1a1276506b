#include "actions/combine.h"
#include "actions/dominance.h"
#include "commands.h"
#include "component/verify.h"
#include "exchange/actions_table.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "joint/action_columns.h"
#include "words/set_words.h"
#include <algorithm>
#include <iostream>
#include <iterator>

namespace zg::cli {

int combine(const CombineCommand& c) {
    auto loaded = loadWhole(c);
    if (!loaded) return fail(loaded.error());
    if (!mayPut({c.out})) return couldNot;
    Job& job = loaded->job;
    CombinationRules rules = job.combinations.value_or(CombinationRules{});
    if (!c.basis.empty()) {
        const auto* name = std::find_if(std::begin(basisKeys), std::end(basisKeys), [&](const char* k) { return c.basis == k; });
        rules.basis = static_cast<CombinationBasis>(name - std::begin(basisKeys));
        job.combinations = rules;
    }
    std::vector<ActionCase> cases;
    if (!c.cases.empty()) {
        const auto text = readFile(c.cases);
        if (!text) return fail({text.error()});
        auto read = readCases(*text, job.settings.units);
        if (!read) return fail(read.error());
        cases = std::move(*read);
    }
    bool isAny = false;
    for (std::size_t i = 0; i < job.joints.size(); ++i) {
        if (!c.joint.empty() && std::as_const(job).joints[i].mark != c.joint && std::as_const(job).joints[i].id != c.joint)
            continue;
        if (cases.empty() && std::as_const(job).joints[i].cases.empty()) continue;
        Joint& joint = job.joints[i];
        if (!cases.empty()) joint.cases = cases;
        isAny = true;
        if (const auto made = makeSets(joint, rules); !made) return fail(made.error());
        if (const Diagnostics lost = actionsWithoutMember(joint, joint.actions); !lost.empty()) return fail(lost);
        std::cerr << joint.mark << ": " << joint.actions.size() << " sets\n";
        for (const ActionSet& s : joint.actions)
            if (!s.made.empty()) std::cerr << "  " << s.id << "\t" << s.title << "\n";
    }
    if (!isAny) return fail({{Severity::Error, c.file, "No joint has cases: give them in the job, or as a table with --cases."}});
    return put(c.out, writeJob(job)) ? allWithin : couldNot;
}

int reduce(const ReduceCommand& c) {
    auto loaded = loadWhole(c);
    if (!loaded) return fail(loaded.error());
    if (!c.out.empty() && !mayPut({c.out})) return couldNot;
    Job& job = loaded->job;
    for (std::size_t i = 0; i < job.joints.size(); ++i) {
        const Joint& joint = std::as_const(job).joints[i];
        if (!c.joint.empty() && joint.mark != c.joint && joint.id != c.joint) continue;
        const auto result = verify(job, joint);
        if (!result) return fail(result.error());
        std::vector<DominatedSet> list = dominatedSets(*result);
        if (c.forPlates)
            list.erase(std::remove_if(list.begin(), list.end(), [](const DominatedSet& d) { return !d.share; }), list.end());
        std::cout << joint.mark << ": " << list.size() << " of " << joint.actions.size() << " sets cannot govern"
                  << (c.forPlates ? " by either method" : " by the component method") << "\n";
        for (const DominatedSet& d : list) std::cout << "  " << sentenceOf(d, *result, isTwoSided(joint)) << "\n";
        if (!c.out.empty() && !list.empty()) dropSets(job.joints[i], list);
    }
    return c.out.empty() || put(c.out, writeJob(job)) ? allWithin : couldNot;
}

} // namespace zg::cli
