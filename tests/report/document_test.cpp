#include "exchange/file.h"
#include "exchange/job_file.h"
#include "report/anchors.h"
#include "report/document.h"
#include "report/html.h"
#include "report/job_report.h"
#include "report/joint_report.h"
#include "support/joints.h"
#include "words/phrases.h"
#include <algorithm>

/// The document model: what stands in it, whatever the medium.
using namespace zg;

namespace {

Document documentOf(const Job& job, std::size_t joint, Depth depth) {
    const auto r = resolve(job, job.joints[joint]);
    if (!r) FAIL(joined(r.error()));
    ReportOptions o;
    o.depth = depth;
    return jointReport(job, job.joints[joint], *r, verifyTraced(*r, 0), o);
}

template <class B> std::vector<const B*> blocksOf(const Document& d) {
    std::vector<const B*> list;
    for (const Block& b : d.blocks)
        if (const B* found = std::get_if<B>(&b)) list.push_back(found);
    return list;
}

} // namespace

TEST_CASE("every table is whole: a width and a cell for each head", "[report]") {
    const Job job = sample::demo();
    for (std::size_t i = 0; i < job.joints.size(); ++i) {
        for (const Depth depth : {Depth::Brief, Depth::ByPart, Depth::Full}) {
            const Document d = documentOf(job, i, depth);
            for (const TableBlock* t : blocksOf<TableBlock>(d)) {
                REQUIRE(t->widths.size() == t->head.size());
                double sum = 0;
                for (const double w : t->widths) sum += w;
                CHECK(sum == Approx(1.0));
                CHECK_FALSE(t->rows.empty());
                for (const auto& row : t->rows) CHECK(row.size() == t->head.size());
            }
        }
    }
}

TEST_CASE("every check of the ledger has a place in the workings to jump to", "[report]") {
    std::vector<Job> jobs{sample::demo()};
    for (const char* file : {"joints", "ordinary", "strengthened"}) {
        const auto text = readFile(std::string(ZG_SOURCE_DIR) + "/tests/verification/capacity/" + file + ".zgj");
        REQUIRE(text);
        const auto read = readJob(*text);
        REQUIRE(read);
        jobs.push_back(read->job);
    }
    for (const Job& job : jobs)
        for (std::size_t i = 0; i < job.joints.size(); ++i) {
            const Document d = documentOf(job, i, Depth::Full);
            for (const Check& c : ledger(sample::verified(job, i))) {
                const std::string anchor = anchorIn(d, c);
                INFO(job.joints[i].mark << ", check " << titleOf(c, true) << ", anchor " << anchor);
                const auto headings = blocksOf<HeadingBlock>(d);
                CHECK(std::count_if(headings.begin(), headings.end(),
                                    [&](const HeadingBlock* h) { return h->anchor == anchor; }) == 1);
                // In the workings of its own beam, where they have such a heading.
                const auto own = [&](const std::string& text) {
                    return text.substr(text.find('/') + 1, text.find('~') - text.find('/') - 1);
                };
                const auto isOfBeam = [&](const std::string& text) { return text.rfind(name(c.side) + "-", 0) == 0; };
                if (std::any_of(headings.begin(), headings.end(),
                                [&](const HeadingBlock* h) { return isOfBeam(h->anchor) && own(h->anchor) == own(anchor); }))
                    CHECK(isOfBeam(anchor));
                if (c.group == CheckGroup::Strength) CHECK(anchor != "checks");
            }
        }
}

TEST_CASE("every formula of the full depth carries its clause, and its numbers give its value", "[report]") {
    const Document d = documentOf(sample::demo(), 4, Depth::Full);
    const auto formulas = blocksOf<FormulaBlock>(d);
    CHECK(formulas.size() > 200);
    int withoutClause = 0;
    for (const FormulaBlock* f : formulas) {
        if (f->line.kind != WorkingLine::Kind::Formula) continue;
        // Only another name for a value goes without numbers.
        const bool isRenamed = f->line.symbols.find_first_of("·/+−(|²³√") == std::string::npos;
        CHECK((isRenamed || !f->line.numbers.empty()));
        withoutClause += f->line.clause.empty() ? 1 : 0;
    }
    CHECK(withoutClause < static_cast<int>(formulas.size()) / 50);
}

TEST_CASE("a line as text reads as a person would write it", "[report]") {
    WorkingLine line;
    line.kind = WorkingLine::Kind::Formula;
    line.symbol = "F_T_1_Rd";
    line.text = "mode 1";
    line.symbols = "4·M_pl_1_Rd/m";
    line.numbers = "4·2310000/45.2";
    line.value = 204424.8;
    line.quantity = Quantity::Force;
    line.clause = "table 6.2";
    CHECK(lineText(line, UnitSystem::SI) ==
          "F_T,1,Rd = 4·M_pl,1,Rd/m = 4·2310000/45.2 = 204425 N = 204.4 kN  (mode 1)  [table 6.2]");
    CHECK(lineValue(line, UnitSystem::US) == "204425 N = 45.96 kip");
    line.kind = WorkingLine::Kind::Heading;
    CHECK(lineText(line, UnitSystem::SI) == "\nmode 1");
}

TEST_CASE("a job without joints and a joint with problems have a report too", "[report]") {
    Job job;
    JobReport empty(job, {});
    CHECK(htmlReport(empty, UnitSystem::SI).find("The job has no joint yet.") != std::string::npos);
    job = sample::extendedJob();
    member(job.joints[0], ends::right).section = "nothing";
    const std::string page = htmlPage({jointReport(job, job.joints[0], resolve(job, job.joints[0]).error())}, UnitSystem::SI);
    CHECK(page.find("could not be computed") != std::string::npos);
    CHECK(page.find("Section &quot;nothing&quot;") != std::string::npos);
}

TEST_CASE("the page shows states by sign, not by colour alone", "[report]") {
    const std::string page = htmlPage({documentOf(sample::demo(), 3, Depth::ByPart)}, UnitSystem::SI);
    CHECK(page.find("title=\"over\"") != std::string::npos);
    CHECK(page.find("●") != std::string::npos);
    CHECK(page.find("○") != std::string::npos);
    CHECK(page.find("<svg") != std::string::npos);
    CHECK(htmlBody(documentOf(sample::demo(), 3, Depth::ByPart), darkPalette(), UnitSystem::US).find("<svg") ==
          std::string::npos);
}
