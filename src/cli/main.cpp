#include "base/number_column.h"
#include "base/text.h"
#include "commands.h"
#include "joint/recipes/recipe.h"
#include "lists/tables.h"
#include "logging/log.h"
#include "manual.h"
#include "printable_output.h"
#include <CLI/CLI.hpp>
#include <csignal>
#include <exception>
#include <iostream>

namespace {

using namespace zg::cli;

void addStrict(CLI::App& command, JobSource& source) {
    command.add_flag("--strict", source.isStrict, "Refuse the job when it holds a key that is not understood");
}

CLI::Option* addSource(CLI::App& command, JobSource& source, const char* jointHelp) {
    command.add_option("file", source.file, "Job file (.zgj)")->required();
    addStrict(command, source);
    return command.add_option("--joint", source.joint, jointHelp);
}

/// A number between two others; "nan" is between nothing.
CLI::Validator numberWithin(double least, double most) {
    const std::string range = zg::significant(least, 6) + " to " + zg::significant(most, 6);
    return {[=](std::string& text) {
                const auto value = zg::readNumber(text, zg::DecimalSign::Point);
                return value && *value >= least && *value <= most ? std::string()
                                                                  : zg::printable(text) + " is not a number from " + range;
            },
            range};
}

void keepLog(const std::string& level) {
    const auto started = zg::startLog(zg::logFolder(), "zg", *zg::logLevelOf(level));
    if (!started) std::cerr << started.error() << "\n";
    zg::logCrashes();
}

/// A word that is no command, told by name; nothing when the first word is one.
bool saysUnknownCommand(const CLI::App& app, int argc, char** argv) {
    if (argc < 2 || argv[1][0] == '-') return false;
    std::vector<std::string> known;
    std::string all;
    for (const CLI::App* command : app.get_subcommands(nullptr)) {
        if (command->get_name() == argv[1]) return false;
        known.push_back(command->get_name());
        all += (all.empty() ? "" : ", ") + command->get_name();
    }
    const auto meant = zg::nearest(argv[1], known);
    std::cerr << "\"" << zg::printable(argv[1]) << "\" is not a command" << (meant ? "; is " + *meant + " meant?" : ".")
              << " The commands are " << all << ".\n";
    return true;
}

} // namespace

int main(int argc, char** argv) {
    std::signal(SIGPIPE, SIG_IGN); // a reader that went away is an error to be told, not a reason to vanish
    // What comes out of a job's texts is shown, never obeyed by the terminal.
    const PrintableOutput output(std::cout), errors(std::cerr);
    CLI::App app{"Zealous Girder: moment-resisting steel joints by the component method (EN 1993-1-8) and by plates.\n"
                 "Exit codes: 0 all checks within, 2 something over 1.00, 1 could not be done, or not in full."};
    app.require_subcommand(1);
    app.set_version_flag("--version", std::string(ZG_VERSION));
    app.add_option_function<std::string>("--log", &keepLog,
                                         "Keep a log of this run in the user's state folder: debug, info, warning, error or off")
        ->check(CLI::IsMember(std::vector<std::string>(std::begin(zg::logLevelWords), std::end(zg::logLevelWords))))
        ->trigger_on_parse();
    app.footer("Examples:\n"
               "  zg new --column HEB240 --beam IPE400 --span 8000 --out job.zgj\n"
               "  zg check job.zgj\n"
               "  zg check job.zgj --joint B1 --json -\n"
               "  zg report job.zgj --depth full --out job.pdf\n"
               "  zg stock job.zgj --joint B1 --part right.plate");
    int code = 0;

    CheckCommand checkC;
    auto* check_ = app.add_subcommand("check", "Verify the joints of a job; the worst checks of each, or everything as JSON");
    addSource(*check_, checkC, "Only the joint with this mark");
    check_->add_option("--json", checkC.json, "Write the result document here; - for standard output");
    check_
        ->add_option("--depth", checkC.depth,
                     "Of the result document: brief, what governs; parts, worst check of each kind, every connection in every "
                     "set; full, everything of every set")
        ->check(CLI::IsMember({"brief", "parts", "full"}));
    check_->add_option("--actions", checkC.actions, "Table of action sets (tab separated or CSV) added to every joint verified");
    check_->callback([&] { code = check(checkC); });

    ReportCommand reportC;
    auto* report_ = app.add_subcommand("report", "Write the calculation as PDF or HTML");
    addSource(*report_, reportC, "Only the joint with this mark");
    report_->add_option("--out", reportC.out, "Where to: .pdf or .html, or - for HTML on standard output")->required();
    report_
        ->add_option("--depth", reportC.depth,
                     "Of every joint, in place of what the job says: brief, one page; parts, results part by part; full, every "
                     "formula")
        ->check(CLI::IsMember({"brief", "parts", "full"}));
    report_->add_flag("--without-lists", reportC.isWithoutLists, "Leave out pieces, bolts, welds and cost");
    report_->add_option("--letterhead", reportC.letterhead, "Text for the cover: the office's name, then up to 11 lines");
    report_->add_option("--logo", reportC.logo, "Picture for the cover, PNG or JPEG");
    report_->callback([&] { code = report(reportC); });

    SheetCommand sheetC;
    auto* sheet_ = app.add_subcommand("sheet", "Draw a joint as SVG");
    addSource(*sheet_, sheetC, "Mark of the joint; the first when left out");
    sheet_->add_option("--out", sheetC.out, "Where to; - for standard output");
    sheet_->add_option("--view", sheetC.what, "sheet, springs, chart or ladder")
        ->check(CLI::IsMember({"sheet", "springs", "chart", "ladder"}));
    sheet_->add_flag("--dark", sheetC.isDark, "Dark colours");
    sheet_->callback([&] { code = sheet(sheetC); });

    NewCommand newC;
    auto* new_ = app.add_subcommand("new", "Make a job with one joint, laid out by a recipe");
    std::string recipeKeys;
    std::vector<std::string> allRecipes;
    for (const zg::Recipe& r : zg::recipes()) {
        allRecipes.push_back(r.key);
        recipeKeys += std::string(recipeKeys.empty() ? "" : "; ") + r.key + ": " + r.name;
    }
    new_->add_option("--recipe", newC.recipe, recipeKeys)->check(CLI::IsMember(allRecipes));
    new_->add_option("--column", newC.column, "Column section, such as HEB240; not for splices");
    new_->add_option("--beam", newC.beam, "Beam section on the right (or by the fin plate), such as IPE400")->required();
    new_->add_option("--left", newC.left, "Beam section on the left; the other beam of a splice, as the first when left out");
    new_->add_option("--front", newC.front, "Beam section on the column's web, by a fin plate");
    new_->add_option("--slope", newC.slope, "Slope of the beam in degrees, rising away from the joint")
        ->check(numberWithin(-45, 45));
    new_->add_option("--left-slope", newC.leftSlope, "Slope of the beam on the left")->check(numberWithin(-45, 45));
    new_->add_option("--haunch-depth", newC.haunchDepth, "Depth of the haunch along the end plate in mm; as usual when left out")
        ->check(numberWithin(1, 4000));
    new_->add_option("--haunch-length", newC.haunchLength, "Its length along the plate's normal in mm")
        ->check(numberWithin(10, 20000));
    new_->add_option("--steel", newC.steel, "Steel grade of members and plates");
    new_->add_option("--reach", newC.reach, "End plate: flush, extended-top or extended-both")
        ->check(CLI::IsMember({"flush", "extended-top", "extended-both"}));
    new_->add_option("--span", newC.span, "Beam span in mm, for the class by stiffness")->check(numberWithin(200, 200000));
    new_->add_option("--mark", newC.mark, "Mark of the joint; B1, or S1 of a splice, when left out");
    new_->add_option("--title", newC.title, "Where the joint is");
    new_->add_option("--actions", newC.actions, "Table of action sets (tab separated or CSV, kN and kNm unless it names units)");
    new_->add_option("--out", newC.out, "Where to; - for standard output")->required();
    new_->callback([&] { code = create(newC); });

    PlatesCommand platesC;
    auto* plates_ =
        app.add_subcommand("plates", "Verify a joint by plate finite elements, beside the component method: strength, reserve, "
                                     "moment-rotation, buckling, over-strength");
    addSource(*plates_, platesC, "Mark of the joint")->required();
    plates_->add_option("--under", platesC.under,
                        "Moment-rotation also while the other forces of this action set act; --curve writes that one");
    plates_->add_option(
        "--stiffness", platesC.stiffness,
        "Write the stiffness of every member's end against every other as JSON here, under --set; - for standard output");
    plates_->add_flag("--axes", platesC.hasOtherAxes, "Moment-rotation about the beams' minor axis and of torsion too");
    plates_->add_flag("--imperfect", platesC.isImperfect,
                      "Every set also in moved geometry, with its buckling shapes as imperfections");
    plates_->add_flag("--tightened", platesC.isPreloaded,
                      "Bolts that must not slip are tightened first and carry shear by friction until they slip");
    plates_->add_flag("--no-redistribution", platesC.endsAtFirstBolt,
                      "The first bolt at its resistance ends every run (EN 1993-1-8 6.2.7.2(9))");
    plates_->add_flag("--holes", platesC.hasHoles, "Holes are cut: net sections yield, shanks bear on the edges of their holes");
    plates_->add_option("--only", platesC.only, "One kind of analysis")
        ->check(CLI::IsMember({"strength", "buckling", "stability", "curves", "over-strength", "cyclic"}));
    plates_->add_option("--cyclic", platesC.cyclic, "The joint swayed to and fro by the drifts of aisc341 or eccs")
        ->check(CLI::IsMember({"aisc341", "eccs"}));
    plates_->add_option("--loop", platesC.loop, "Write the path of the cyclic run as CSV here; - for standard output");
    plates_->add_option("--size", platesC.size, "Factor on the element size")->check(numberWithin(0.3, 4));
    plates_->add_flag("--converge", platesC.isConverging, "Moment-rotation on three sizes instead, and what they come to");
    plates_->add_option("--side", platesC.side, "Beam of --curve and --converge")->check(CLI::IsMember({"right", "left"}));
    plates_->add_option("--tension", platesC.tension, "Tension of --curve and --converge")
        ->check(CLI::IsMember({"top", "bottom"}));
    plates_->add_flag("--keep", platesC.isKept, "Keep the results beside the job, where the bench finds them");
    plates_->add_option("--json", platesC.json, "Write all numbers as JSON here; - for standard output");
    plates_->add_option("--curve", platesC.curve, "Write a moment-rotation curve as CSV here; - for standard output");
    plates_->add_option("--set", platesC.set, "Action set of --vtu, --gltf and --png; the first when left out");
    plates_->add_option("--vtu", platesC.vtu, "Write the state at the whole set as VTU here");
    plates_->add_option("--gltf", platesC.gltf, "Write the model with its stress as glTF here");
    plates_->add_option("--png", platesC.png, "Write a picture here");
    plates_->add_option("--field", platesC.field, "Field of --png")
        ->check(CLI::IsMember({"parts", "stress", "strain", "pressure", "displacement", "yield"}));
    plates_->add_option("--view", platesC.view, "Direction of --png")
        ->check(CLI::IsMember({"elevation", "right-plate", "left-plate", "plan", "oblique"}));
    plates_->add_option("--mode", platesC.mode, "Buckling mode of --png instead of a field")->check(CLI::Range(1, 20));
    plates_->callback([&] { code = plates(platesC); });

    AdviseCommand stockC;
    auto* stock_ = app.add_subcommand("stock", "Governing utilisation for every stock size of a part");
    addSource(*stock_, stockC, "Mark of the joint")->required();
    stock_->add_option("--part", stockC.part, "Part, such as right.plate, right.row.1, left.weld.top")->required();
    stock_->callback([&] { code = stock(stockC); });

    AdviseCommand relieveC;
    auto* relieve_ = app.add_subcommand("relieve", "Single changes that lower the governing check, best first");
    addSource(*relieve_, relieveC, "Only the joint with this mark");
    relieve_->callback([&] { code = relieve(relieveC); });

    ListCommand listC;
    auto* list_ = app.add_subcommand("list", "Pieces, bolts, welds, mass, surface and cost of a job");
    addSource(*list_, listC, "Only the joint with this mark");
    list_->add_option("--table", listC.table, "Which table of a .csv, or on standard output")
        ->check(CLI::IsMember(std::vector<std::string>(std::begin(zg::listKeys), std::end(zg::listKeys))));
    list_->add_option("--out", listC.out, "Where to: .csv (one table), .xlsx or .json (all); - for standard output");
    list_->callback([&] { code = list(listC); });

    DxfCommand dxfC;
    auto* dxf_ = app.add_subcommand("dxf", "Write all plates as parts to be cut, or one joint true to scale, as DXF");
    addSource(*dxf_, dxfC, "The joint with this mark, true to scale, instead of the parts of the whole job");
    dxf_->add_option("--out", dxfC.out, "Where to; - for standard output")->required();
    dxf_->callback([&] { code = dxf(dxfC); });

    DrawingsCommand drawingsC;
    auto* drawings_ = app.add_subcommand("drawings", "Drawing sheets with title block as PDF, one joint a sheet, true to scale");
    addSource(*drawings_, drawingsC, "Only the joint with this mark");
    drawings_->add_option("--out", drawingsC.out, "Where the PDF goes; - for standard output")->required();
    drawings_->add_option("--paper", drawingsC.paper, "Size of the paper")->check(CLI::IsMember({"A4", "A3", "A2", "A1"}));
    drawings_->add_option("--letterhead", drawingsC.letterhead,
                          "Text for the title block: the office's name, then up to 11 lines");
    drawings_->callback([&] { code = drawings(drawingsC); });

    LayoutCommand layoutC;
    auto* layout_ =
        app.add_subcommand("layout", "Find a layout from stock that holds in all action sets, or what stands in the way");
    addSource(*layout_, layoutC, "Only the joint with this mark");
    layout_->add_option("--depth", layoutC.depth, "quick: a few starts; thorough: all of them, and exchanges of one for another")
        ->check(CLI::IsMember({"quick", "thorough"}));
    layout_->add_option("--target", layoutC.target, "What it must be besides holding")
        ->check(CLI::IsMember({"strength", "rigid", "full strength"}));
    layout_->add_option("--objective", layoutC.objective, "What is made least")
        ->check(CLI::IsMember({"cost", "fewest parts", "least stiffening"}));
    layout_->add_option("--actions", layoutC.actions, "Table of action sets added to every joint first");
    layout_->add_option("--out", layoutC.out, "Where the job with the layouts goes; nothing is written when left out");
    layout_->callback([&] { code = layout(layoutC); });

    EditCommand editC;
    auto* edit_ = app.add_subcommand("edit", "Change many joints at once, seen before it is made");
    edit_->add_option("file", editC.file, "Job file")->required();
    edit_->add_flag("--strict", editC.isStrict, "Refuse a job with keys that are not understood");
    edit_->add_option("--joint", editC.joints, "Only the joint with this mark; may be given again");
    edit_->add_option("--group", editC.group, "Only joints of this group of the register");
    auto* how_ = edit_->add_option_group("what", "one of");
    how_->add_option("--set", editC.set,
                     "FIELD=VALUE, in the units the job is shown in: \"connections/*/end_plate/bolts/size=M24\"");
    how_->add_option("--detail", editC.detail, "Build the joints by this detail of the job");
    how_->add_flag("--share", editC.isShared, "One detail for all of them: the cheapest of theirs that holds everywhere");
    how_->add_option("--keep", editC.keep, "Keep the detail of the one joint named, under this name");
    how_->add_option("--balance", editC.balance,
                     "Put what sets lack for balance on this end: \"column below\", \"column above\", of a splice an end");
    how_->add_flag("--fields", editC.isListing, "List the fields that can be set, and what stands there");
    how_->require_option(1);
    edit_->add_option("--where", editC.where, "With --set: only where this stands now");
    edit_->add_option("--out", editC.out, "Where the job goes then; nothing is written when left out");
    edit_->callback([&] { code = edit(editC); });

    CombineCommand combineC;
    auto* combine_ = app.add_subcommand("combine", "Make action sets of characteristic cases by the rules of the job");
    addSource(*combine_, combineC, "Only the joint with this mark");
    combine_->add_option("--cases", combineC.cases, "Table of cases: name, nature, group, forces; replaces those of the joints");
    combine_
        ->add_option("--basis", combineC.basis,
                     "Rules instead of the job's: EN 1990 (6.10), (6.10a) and (6.10b), ASCE 7-16 "
                     "strength, ASCE 7-16 allowable stress")
        ->check(CLI::IsMember(std::vector<std::string>(std::begin(basisKeys), std::end(basisKeys))));
    combine_->add_option("--out", combineC.out, "Where the job with the sets goes; - for standard output")->required();
    combine_->callback([&] { code = combine(combineC); });

    JobSource ladderC;
    auto* ladder_ = app.add_subcommand(
        "ladder", "Strength ladders of joints designed for capacity: what yields, what lets go, in which order");
    addSource(*ladder_, ladderC, "Only the joint with this mark");
    ladder_->callback([&] { code = ladder(ladderC); });

    ReduceCommand reduceC;
    auto* reduce_ = app.add_subcommand("reduce", "Action sets that cannot govern, and which set asks for more");
    addSource(*reduce_, reduceC, "Only the joint with this mark");
    reduce_->add_flag("--plates", reduceC.forPlates, "Only those that cannot govern by plates either");
    reduce_->add_option("--out", reduceC.out, "Where the job without them goes; nothing is written when left out");
    reduce_->callback([&] { code = reduce(reduceC); });

    CompareCommand compareC;
    auto* compare_ = app.add_subcommand("compare", "Two revisions of a job, joint by joint: what changed, which checks moved");
    compare_->add_option("before", compareC.before, "Job file (.zgj)")->required();
    compare_->add_option("after", compareC.after, "Job file (.zgj)")->required();
    compare_->callback([&] { code = compare(compareC); });

    SectionCommand sectionC;
    auto* section_ = app.add_subcommand(
        "section", "Show a section of the catalogue, of any kind, or list those whose name holds what is typed");
    section_->add_option("name", sectionC.name, "Designation or part of one, such as \"SHS 100x100x5\" or upn");
    section_->add_option("--series", sectionC.series, "Only this series, such as IPE, SHS, L-EQ, UPN, flat");
    section_->callback([&] { code = section(sectionC); });

    JobSource tidySource;
    std::string tidyOut;
    auto* tidy_ = app.add_subcommand("tidy", "Read a job and write it in the present version and form of the file format");
    tidy_->add_option("file", tidySource.file, "Job file")->required();
    addStrict(*tidy_, tidySource);
    tidy_->add_option("--out", tidyOut, "Where to; - for standard output")->required();
    tidy_->callback([&] { code = tidy(tidySource, tidyOut); });

    bool ofResult = false;
    auto* schema_ = app.add_subcommand("schema", "Print the JSON Schema of the job file");
    schema_->add_flag("--result", ofResult, "Of the result document instead");
    schema_->callback([&] { code = schema(ofResult); });

    auto* manual_ = app.add_subcommand("manual", "Print the man page of this command line");
    manual_->callback([&] { std::cout << manualPage(app, ZG_VERSION); });
    auto* completion_ = app.add_subcommand("completion", "Print completion for bash");
    completion_->callback([&] { std::cout << bashCompletion(app); });

    if (saysUnknownCommand(app, argc, argv)) return couldNot;
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) { code = app.exit(e) == 0 ? allWithin : couldNot; } catch (const std::exception& e) {
        std::cerr << "Could not be done: " << zg::reasonOf(e) << "\n";
        code = couldNot;
        zg::logError(e.what());
    }
    zg::logInfo("ended with " + std::to_string(code));
    std::cout.flush();
    if (!std::cout) {
        std::cerr << "Standard output could not be written.\n";
        return couldNot;
    }
    return code;
}
