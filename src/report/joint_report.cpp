#include "report/joint_report.h"
#include "actions/combine.h"
#include "base/text.h"
#include "base/typeset.h"
#include "component/senses.h"
#include "drawing/chart.h"
#include "drawing/ladder_drawing.h"
#include "drawing/sheet.h"
#include "drawing/springs.h"
#include "report/list_report.h"
#include "words/ladder_words.h"
#include "words/phrases.h"
#include "words/set_words.h"
#include "words/verdict.h"
#include <algorithm>
#include <map>
#include <set>

namespace zg {
namespace {

class Report {
public:
    Report(const Job& job, const Joint& joint, const ResolvedJoint& resolved, const TracedVerification& traced,
           const ReportOptions& o)
        : job_(job), joint_(joint), resolved_(resolved), result_(traced.result), lines_(traced.lines), o_(o),
          units_(job.settings.units) {}

    Document run() {
        d_.title = joint_.mark + (joint_.title.empty() ? "" : ", " + joint_.title);
        d_.subtitle = job_.title;
        d_.anchor = joint_.id;
        verdict();
        if (o_.withFigures) sheet();
        keyNumbers();
        checks();
        ladders();
        if (o_.withFigures && o_.depth != Depth::Brief) curves();
        if (o_.depth != Depth::Brief) joint();
        if (o_.depth != Depth::Brief) actions();
        assumptions();
        notDone();
        if (o_.depth != Depth::Brief) workings();
        return std::move(d_);
    }

private:
    bool isTwoSided() const { return zg::isTwoSided(joint_); }
    std::string say(double value, Quantity q) const { return shown(value, q, units_); }

    void verdict() {
        TextBlock b;
        Verdict v = verdictOf(result_, isTwoSided(), joint_.frame, units_);
        addClashes(v, clashesOf(resolved_), isTwoSided());
        b.text = sentence(v);
        b.isSymbolic = true;
        b.isStrong = true;
        d_.blocks.emplace_back(std::move(b));
        if (!joint_.note.empty()) d_.text(joint_.note);
    }

    int governingSet() const {
        if (const Check* governing = governingCheck(result_); governing && governing->set >= 0) return governing->set;
        return joint_.actions.empty() ? -1 : 0;
    }

    void sheet() {
        SheetOptions options;
        options.width = 700;
        options.height = o_.depth == Depth::Brief ? 270 : 470;
        options.units = units_;
        options.set = governingSet();
        d_.figure(sheetDrawing(resolved_, &result_, options),
                  "Elevation, end plate and section; parts above 0.90 are tinted, above 1.00 hatched.");
    }

    void keyNumbers() {
        d_.heading(2, "Resistance, stiffness, class", "summary");
        TableBlock t;
        const std::string moment = std::string(" ") + unitOf(Quantity::Moment, units_).symbol;
        const std::string stiff = std::string(" ") + unitOf(Quantity::Stiffness, units_).symbol;
        t.head = {"set",         "beam",      "M_Ed" + moment, "M_j_Rd" + moment, "use", "S_j_ini" + stiff,
                  "S_j" + stiff, "stiffness", "strength",      "limited by"};
        t.widths = {0.06, 0.09, 0.08, 0.08, 0.08, 0.1, 0.1, 0.11, 0.14, 0.16};
        for (const ConnectionResult& c : result_.connections) {
            std::vector<TableCell> row;
            row.push_back(textCell(c.set < 0 ? "–" : result_.actions[static_cast<std::size_t>(c.set)].id));
            row.push_back(textCell(std::string(name(c.side)) + (c.isReversed ? ", bottom" : "")));
            row.push_back(numberCell(shownNumber(c.M_Ed, Quantity::Moment, units_)));
            row.push_back(numberCell(shownNumber(c.M_j_Rd, Quantity::Moment, units_)));
            const std::string use = fixedDecimals(c.utilisation, 2);
            row.push_back(c.set >= 0 && isEuropean(result_.rules) ? stateCell(use, stateOf(c.utilisation)) : numberCell(use));
            row.push_back(numberCell(shownNumber(c.stiffness.S_j_ini, Quantity::Stiffness, units_)));
            row.push_back(numberCell(shownNumber(c.stiffness.S_j, Quantity::Stiffness, units_)));
            row.push_back(textCell(wordOf(c.classification.stiffness)));
            row.push_back(textCell(wordOf(c.classification.strength)));
            row.push_back(textCell(limitOf(c)));
            t.rows.push_back(std::move(row));
        }
        d_.blocks.emplace_back(std::move(t));
        if (!isEuropean(result_.rules))
            d_.text("By the component method (EN 1993-1-8), for stiffness, class and curve: American rules verify the sets.",
                    true);
        if (!result_.connections.empty()) d_.text(sentenceOf(connectionOf(result_, nullptr)->classification.rotation), true);
        if (o_.depth != Depth::Brief) rows();
    }

    /// Heading of a component's column: its words up to what it does.
    static std::string columnOf(Limit kind) {
        const std::string text = wordOf(kind);
        return text.substr(0, text.find(" in "));
    }

    void rows() {
        const Check* governing = governingCheck(result_);
        const ConnectionResult* c = connectionOf(result_, governing);
        if (!c || c->rows.empty()) return;
        d_.heading(3, std::string("Rows, ") +
                          (c->set < 0 ? "no set" : "set " + result_.actions[static_cast<std::size_t>(c->set)].id) + ", " +
                          name(c->side) + " beam");
        TableBlock t;
        t.head = {c->rows.front().place < 0 ? "at" : "row", std::string("h_r ") + unitOf(Quantity::Length, units_).symbol};
        t.widths = {0.06, 0.09};
        std::vector<Limit> kinds; // columns: the links that have a resistance of their own, as the first row has them
        for (const Component& link : c->rows.front().chain)
            if (link.kind != Limit::Bolts) kinds.push_back(link.kind);
        for (const Limit kind : kinds) {
            t.head.push_back(columnOf(kind));
            t.widths.push_back(0.49 / static_cast<double>(kinds.size()));
        }
        for (const char* head : {"F_tr_Rd", "at M_Ed", "held by"}) t.head.push_back(head);
        t.widths.insert(t.widths.end(), {0.11, 0.1, 0.15});
        const auto force = [&](const Component* link) {
            if (!link || !link->alone) return numberCell("–");
            return numberCell(shownNumber(*link->alone, Quantity::Force, units_) +
                              (link->mode ? " m" + std::to_string(static_cast<int>(*link->mode)) : ""));
        };
        for (const RowResult& r : c->rows) {
            std::vector<TableCell> row{r.place < 0 ? textCell("flange") : numberCell(std::to_string(r.place + 1)),
                                       numberCell(shownNumber(r.h_r, Quantity::Length, units_))};
            for (const Limit kind : kinds) row.push_back(force(r.find(kind)));
            row.push_back(numberCell(shownNumber(r.F_tr_Rd, Quantity::Force, units_)));
            row.push_back(numberCell(shownNumber(r.F_r_Ed, Quantity::Force, units_)));
            row.push_back(textCell(std::string(wordOf(r.limit)) +
                                   (r.groupFirst != r.place ? ", with row " + std::to_string(r.groupFirst + 1) : "")));
            t.rows.push_back(std::move(row));
        }
        d_.blocks.emplace_back(std::move(t));
        d_.text(std::string("Forces in ") + unitOf(Quantity::Force, units_).symbol +
                    ", of each row alone; m1 to m3: mode of the T-stub.",
                true);
    }

    void checks() {
        d_.heading(2, "Checks", "checks");
        TableBlock t;
        t.head = {"check", "set", "demand", "resistance", "use", "clause"};
        t.widths = {0.34, 0.07, 0.12, 0.12, 0.09, 0.26};
        for (const Check& c : ledger(result_)) {
            if (c.group == CheckGroup::NotDone) continue;
            if (o_.depth == Depth::Brief && (c.group == CheckGroup::Detailing || c.group == CheckGroup::Rule) &&
                c.state != CheckState::Over)
                continue;
            // One page: what is over, and the worst of the rest.
            if (o_.depth == Depth::Brief && t.rows.size() >= 7 && c.state != CheckState::Over) continue;
            std::vector<TableCell> row{textCell(titleOf(c, isTwoSided())), textCell(setName(result_, c)),
                                       numberCell(say(c.demand, c.quantity)), numberCell(say(c.resistance, c.quantity))};
            row.push_back(stateCell(c.state == CheckState::NotApplicable ? "–"
                                    : c.utilisation >= farOver           ? "none"
                                                                         : fixedDecimals(c.utilisation, 2),
                                    c.state));
            row.push_back(textCell(c.clause));
            t.rows.push_back(std::move(row));
        }
        d_.blocks.emplace_back(std::move(t));
        if (o_.depth == Depth::Brief)
            d_.text(
                "The worst checks. The others, and rules on proportions and detailing that are met, stand in the longer depths.",
                true);
    }

    void curves() {
        const Check* governing = governingCheck(result_);
        const ConnectionResult* c = connectionOf(result_, governing);
        if (!c) return;
        ChartOptions chart;
        chart.width = 700;
        chart.height = 190;
        chart.units = units_;
        d_.figure(momentRotationChart(result_, *c, chart), "Moment-rotation curve of the " + std::string(name(c->side)) +
                                                               " connection (EN 1993-1-8:2005 6.3.1, 5.2.2.5).");
        SpringsOptions springs;
        springs.width = 700;
        springs.height = 440;
        springs.units = units_;
        d_.figure(springsDrawing(resolved_, result_, *c, springs), "The connection as springs.");
    }

    /// Capacity design: the order in which the links in series are used up, by each set of rules and each beam.
    void ladders() {
        if (result_.ladders.empty()) return;
        d_.heading(2, "Strength ladder", "ladder");
        std::set<std::pair<int, std::string>> drawn;
        for (const Ladder& l : result_.ladders) {
            const std::string title = std::string(wordOf(l.rules)) + " rules, " + senseOf(l, isTwoSided());
            d_.heading(3, title);
            d_.text(sentenceOf(l, units_));
            if (const std::string words = restraintWords(l, units_); !words.empty()) d_.text(words);
            if (o_.depth == Depth::Brief) continue;
            TableBlock t;
            t.head = {"order", "link", "it", "design", "expected", "margin", "clause"};
            t.widths = {0.07, 0.27, 0.1, 0.13, 0.13, 0.08, 0.22};
            int order = 0;
            for (const Rung& r : l.rungs)
                t.rows.push_back({numberCell(std::to_string(++order)), textCell(nameOf(r, l)),
                                  textCell(r.isDuctile ? "yields" : "lets go"), numberCell(say(r.design, Quantity::Moment)),
                                  numberCell(say(r.expected, Quantity::Moment)),
                                  numberCell(r.margin > 0 ? fixedDecimals(r.margin, 2) : "–"), textCell(r.clause)});
            d_.blocks.emplace_back(std::move(t));
            // One picture shows both senses of a beam.
            if (!drawn.insert({static_cast<int>(l.rules), name(l.side)}).second) continue;
            LadderOptions o;
            o.width = 700;
            o.height = 470;
            o.units = units_;
            d_.figure(ladderDrawing(resolved_, result_, l, o),
                      "Moments at the column's face; " + title + ", and the other sense beside it.");
        }
    }

    void pair(TableBlock& t, const std::string& what, const std::string& value) {
        t.rows.push_back({textCell(what), symbolCell(value)});
    }

    void joint() {
        d_.heading(2, "The joint", "joint");
        TableBlock t;
        t.head = {"member", "what it is"};
        t.widths = {0.28, 0.72};
        const Through& column = resolved_.columnSpec;
        if (resolved_.hasColumn)
            pair(t, "column",
                 resolved_.columnMember.section + ", " + resolved_.columnMember.steel + " (f_y " +
                     significant(resolved_.column.steel.f_y, 4) + ", f_u " + significant(resolved_.column.steel.f_u, 4) +
                     " MPa)" +
                     (column.endAbove ? ", ends " + say(*column.endAbove, Quantity::Length) + " above the beam" : ", continues"));
        for (const ResolvedSide& s : resolved_.sides) side(t, s);
        d_.blocks.emplace_back(std::move(t));
        const JobLists alone = o_.lists ? JobLists{} : listsAlone();
        const JobLists& lists = o_.lists ? *o_.lists : alone;
        std::vector<std::string> without{"joint",      "joints", "cost",        "cost of all", "surface of one",
                                         "weld metal", "nuts",   "least asked", "mass of one"};
        if (!o_.lists) without.push_back("piece"); // the mark is the job's to give
        for (const char* key : {"pieces", "bolts", "welds"}) {
            const ListTable table = tableOf(lists, key);
            if (table.rows.empty()) continue;
            d_.heading(3, table.title);
            d_.blocks.emplace_back(tableBlock(table, lists.currency, units_, without));
        }
    }

    /// Without the other joints of the job, which would have to be listed before to know the marks.
    JobLists listsAlone() const {
        Job alone = job_;
        alone.joints = {joint_};
        return listsOf(alone);
    }

    void side(TableBlock& t, const ResolvedSide& r) {
        const EndSpec& s = r.spec;
        const std::string where = isTwoSided() ? std::string(", ") + name(r.id) : "";
        pair(t, "beam" + where,
             s.beam.section + ", " + s.beam.steel + (s.span ? ", span " + say(*s.span, Quantity::Length) : ", span not given") +
                 (s.slope != 0 ? ", slope " + say(s.slope, Quantity::Angle) : ""));
        if (r.kind != ConnectionKind::EndPlate) return;
        std::string rows;
        for (const BoltRowSpec& row : s.rows)
            rows += (rows.empty() ? "" : ", ") + shownNumber(row.position, Quantity::Length, units_);
        pair(t, "end plate" + where,
             say(s.plate.above, Quantity::Length) + " above and " + say(s.plate.below, Quantity::Length) + " below the beam; " +
                 "gauge " + say(s.bolts.gauge, Quantity::Length) + ", rows at " + (rows.empty() ? "none" : rows) + " " +
                 unitOf(Quantity::Length, units_).symbol + " below the top of the beam");
    }

    void actions() {
        d_.heading(2, "Action sets", "actions");
        TableBlock t;
        t.head = {"set", "what", "member", "N", "V", "M"};
        t.widths = {0.08, 0.32, 0.18, 0.14, 0.14, 0.14};
        for (std::size_t i = 0; i < result_.actions.size(); ++i) {
            const ActionSet& a = result_.actions[i];
            bool isFirst = true;
            const auto add = [&](const std::string& member, const EndForces& f) {
                t.rows.push_back({textCell(isFirst ? a.id : ""), textCell(isFirst ? a.title : ""), textCell(member),
                                  numberCell(say(f.N, Quantity::Force)), numberCell(say(f.V, Quantity::Force)),
                                  numberCell(say(f.M, Quantity::Moment))});
                isFirst = false;
            };
            for (const ResolvedSide& s : resolved_.sides) add(name(s.id) + " beam", forcesAt(a, s.id));
            for (const EndId end : {ends::above, ends::below})
                if (const EndForces* f = findForces(a, end)) add(name(end), *f);
        }
        if (t.rows.empty())
            d_.text("None given: resistances only.");
        else
            d_.blocks.emplace_back(std::move(t));
        provenance();
        for (std::size_t i = 0; i < result_.balance.size(); ++i) {
            const std::string out = balanceSentence(result_.balance[i], units_);
            if (!out.empty()) d_.text("Set " + result_.actions[i].id + " is " + out + ".");
        }
    }

    /// What sets were made of, and at which place of the building each acts.
    void provenance() {
        std::string made, direct;
        for (const ActionSet& a : result_.actions) {
            if (a.made.empty())
                direct += (direct.empty() ? "" : ", ") + a.id;
            else
                made += (made.empty() ? "" : "; ") + a.id + " = " + madeOf(a) +
                        (isOutOfDate(joint_, a) ? " (cases changed since)" : "");
        }
        if (!made.empty()) {
            std::string cases;
            for (const ActionCase& c : joint_.cases)
                cases += (cases.empty() ? "" : "; ") + c.id + " " + EnumNames<CaseNature>::names[static_cast<int>(c.nature)] +
                         (c.title.empty() ? "" : ", " + c.title);
            d_.text("Cases: " + (cases.empty() ? "none are left in the joint" : cases) + ".", true);
            d_.text("Made of cases: " + made + ".", true);
            if (!direct.empty()) d_.text("Given directly: " + direct + ".", true);
        }
        for (const PlaceUse& p : usesByPlace(result_))
            d_.text((p.place.empty() ? "Sets of no place" : "At " + p.place) + ": " + p.sets + "; " +
                    (p.worst ? titleOf(*p.worst, isTwoSided()) + " " + fixedDecimals(p.worst->utilisation, 2) + " in " +
                                   setName(result_, *p.worst)
                             : std::string("no check")) +
                    ".");
    }

    /// A list in the longer depths, one paragraph on the single page.
    void statements(const std::vector<std::string>& list, const char* mark, bool isSymbolic) {
        if (o_.depth != Depth::Brief) {
            for (const std::string& s : list) isSymbolic ? d_.symbolic(mark + s) : d_.text(mark + s);
            return;
        }
        std::string all;
        for (const std::string& s : list) all += (all.empty() ? "" : " ") + s;
        isSymbolic ? d_.symbolic(all) : d_.text(all);
    }

    void assumptions() {
        d_.heading(2, "Assumptions", "assumptions");
        statements(assumptionsOf(resolved_, result_), "• ", true);
    }

    void notDone() {
        d_.heading(2, "Not done", "not-done");
        std::vector<std::string> list;
        for (const Check& c : ledger(result_)) {
            if (c.group != CheckGroup::NotDone) continue;
            list.push_back(std::string(title(c.code)) + ": " + lowered(adviceOf(c).substr(0, 1)) + adviceOf(c).substr(1) +
                           (*c.clause ? std::string(" (") + c.clause + ")" : ""));
        }
        statements(list, "– ", false);
    }

    /// Of each side and sign the set that uses it most is worked out in full; the others show their results.
    bool isWorkedOut(const std::string& anchor) const {
        for (const ConnectionResult& c : result_.connections)
            if (c.set >= 0 && anchor == std::string(name(c.side)) + "-set-" + std::to_string(c.set))
                return isWorstOfSense(result_, c);
        for (const Check& c : result_.checks)
            if (isOfAmericanSet(c) && anchor == americanAnchor(c)) return c.set == worstAmericanSet(c);
        return true;
    }
    static bool isOfAmericanSet(const Check& c) {
        return c.set >= 0 && c.code >= CheckCode::UsBoltTension && c.code <= CheckCode::UsBeamBending;
    }
    static std::string americanAnchor(const Check& c) {
        return (c.code == CheckCode::UsPanel ? "panel" : name(c.side)) + std::string("-us-set-") + std::to_string(c.set);
    }
    /// Of the sets that pull at the same flange, of the panel's of all, the one used most.
    int worstAmericanSet(const Check& like) const {
        const Check* worst = nullptr;
        for (const Check& c : result_.checks) {
            const bool isAlike = like.code == CheckCode::UsPanel
                                     ? c.code == CheckCode::UsPanel
                                     : c.code != CheckCode::UsPanel && c.side == like.side && c.isReversed == like.isReversed;
            if (isOfAmericanSet(c) && isAlike && (!worst || c.utilisation > worst->utilisation)) worst = &c;
        }
        return worst->set;
    }

    /// Inputs stand together in one paragraph; what a symbol means is said the first time.
    void flushInputs(std::string& inputs) {
        if (inputs.empty()) return;
        TextBlock b;
        b.text = inputs + ".";
        b.isSymbolic = true;
        b.isFaint = true;
        d_.blocks.emplace_back(std::move(b));
        inputs.clear();
    }
    std::string inputText(const WorkingLine& line) {
        const bool isSymbol = line.symbol.find('_') != std::string::npos;
        std::string text = (isSymbol ? line.symbol : toPlain(typesetSymbol(line.symbol))) + " = " + lineValue(line, units_);
        const bool isLarge = line.quantity == Quantity::Force || line.quantity == Quantity::Moment;
        if (isLarge && units_ == UnitSystem::SI)
            text = (isSymbol ? line.symbol : toPlain(typesetSymbol(line.symbol))) + " = " + significant(line.value, 5) + " " +
                   workingUnitOf(line.quantity, line.units).symbol;
        if (explained_.insert(line.symbol + line.text).second && !line.text.empty()) text += " (" + line.text + ")";
        return text;
    }

    /// Headings of a name in one section are told apart, for jumps.
    std::string unique(const std::string& anchor) {
        const int count = ++anchors_[anchor];
        return count == 1 ? anchor : anchor + "~" + std::to_string(count);
    }

    void workings() {
        d_.heading(2, "Workings", "workings");
        d_.text(std::string(units_ == UnitSystem::US ? "Numbers in the formulas are in kip, in and ksi. Of"
                                                     : "Numbers in the formulas are in N, mm and MPa. Of") +
                    " each beam and sign of moment the set that uses it most is " +
                    std::string(o_.depth == Depth::Full ? "worked out in full; the others show their results."
                                                        : "shown; the table of sets above has the others."),
                true);
        bool isFull = o_.depth == Depth::Full, isLeftOut = false;
        std::string inputs, section;
        for (const WorkingLine& line : lines_) {
            if (line.kind == WorkingLine::Kind::Heading && line.level == 1) {
                isFull = o_.depth == Depth::Full && isWorkedOut(line.anchor);
                isLeftOut = o_.depth == Depth::ByPart && !isWorkedOut(line.anchor);
                section = line.anchor;
            }
            if (isLeftOut) continue;
            if (!isFull && line.depth == Depth::Full) continue;
            if (line.kind == WorkingLine::Kind::Given) {
                inputs += (inputs.empty() ? "" : "; ") + inputText(line);
                continue;
            }
            flushInputs(inputs);
            if (line.kind == WorkingLine::Kind::Heading)
                d_.heading(std::min(4, line.level + 1), line.text,
                           unique(line.level == 1 ? section : section + "/" + line.anchor));
            else
                d_.blocks.emplace_back(FormulaBlock{line});
        }
        flushInputs(inputs);
    }

    const Job& job_;
    const Joint& joint_;
    const ResolvedJoint& resolved_;
    const JointResult& result_;
    const std::vector<WorkingLine>& lines_;
    const ReportOptions& o_;
    UnitSystem units_;
    std::set<std::string> explained_;
    std::map<std::string, int> anchors_;
    Document d_;
};

} // namespace

Document jointReport(const Job& job, const Joint& joint, const ResolvedJoint& resolved, const TracedVerification& traced,
                     const ReportOptions& options) {
    return Report(job, joint, resolved, traced, options).run();
}

Document jointReport(const Job& job, const Joint& joint, const Diagnostics& problems) {
    Document d;
    d.title = joint.mark + (joint.title.empty() ? "" : ", " + joint.title);
    d.subtitle = job.title;
    d.anchor = joint.id;
    d.text(joint.mark + " could not be computed:");
    for (const Diagnostic& p : problems) d.text("– " + placeOf(p) + ": " + sentenceOf(p, job.settings.units));
    return d;
}

Document jointReport(const Job& job, const Joint& joint, const ReportOptions& options) {
    const auto resolved = resolve(job, joint);
    if (!resolved) return jointReport(job, joint, resolved.error());
    return jointReport(job, joint, *resolved, verifyTraced(*resolved, resultKey(job, joint)), options);
}

} // namespace zg
