#include "base/text.h"
#include "commands.h"
#include "component/verify.h"
#include "job_input.h"
#include "words/ladder_words.h"
#include <iomanip>
#include <iostream>

namespace zg::cli {

int ladder(const JobSource& c) {
    const auto loaded = load(c);
    if (!loaded) return fail(loaded.error());
    const Job& job = loaded->job;
    const UnitSystem units = job.settings.units;
    bool anyOver = false, any = false;
    for (const Joint& joint : job.joints) {
        const auto result = verify(job, joint);
        if (!result) return fail(result.error());
        for (const Ladder& l : result->ladders) {
            any = true;
            anyOver = anyOver || !l.holds();
            std::cout << joint.mark << ", " << wordOf(l.rules) << " rules, " << senseOf(l, isTwoSided(joint)) << ": "
                      << sentenceOf(l, units) << "\n";
            const auto moment = [&](double M) { return shown(M, Quantity::Moment, units); };
            std::cout << "  hinge " << moment(l.nominal) << ", expected " << moment(l.expected) << ", hardened "
                      << moment(l.hardened) << "\n";
            if (const std::string words = restraintWords(l, units); !words.empty()) std::cout << "  " << words << "\n";
            int order = 0;
            for (const Rung& r : l.rungs) {
                std::cout << "  " << std::setw(2) << ++order << "  " << std::left << std::setw(34) << nameOf(r, l) << std::right
                          << std::setw(9) << (r.isDuctile ? "ductile" : "brittle") << std::setw(14) << moment(r.design)
                          << std::setw(14) << moment(r.expected);
                if (r.margin > 0) std::cout << std::setw(7) << fixedDecimals(r.margin, 2);
                std::cout << "\n";
            }
        }
    }
    if (!any) std::cout << "No joint is designed for capacity, or none could be: see what is listed as not done.\n";
    return anyOver ? somethingOver : allWithin;
}

} // namespace zg::cli
