#include "commands.h"
#include <CLI/CLI.hpp>
#include <exception>
#include <iostream>

int main(int argc, char** argv) {
    using namespace zg::cli;
    CLI::App app{"Zealous Girder: bolted end-plate joints by the component method (EN 1993-1-8).\n"
                 "Exit codes: 0 all checks within, 2 something over 1.00, 1 could not be done."};
    app.require_subcommand(1);
    app.set_version_flag("--version", std::string(ZG_VERSION));
    app.footer("Examples:\n"
               "  zg new --column HEB240 --beam IPE400 --span 8000 --out job.zgj\n"
               "  zg check job.zgj\n"
               "  zg check job.zgj --joint B1 --json -\n"
               "  zg report job.zgj --depth full --out job.pdf\n"
               "  zg stock job.zgj --joint B1 --part right.plate");
    int code = 0;

    CheckCommand checkC;
    auto* check_ = app.add_subcommand("check", "Verify the joints of a job; the worst checks of each, or everything as JSON");
    check_->add_option("file", checkC.file, "Job file (.zgj)")->required();
    check_->add_option("--joint", checkC.joint, "Only the joint with this mark");
    check_->add_option("--json", checkC.json, "Write the result document here; - for standard output");
    check_->add_option("--actions", checkC.actions, "Table of action sets (tab separated or CSV) added to every joint verified");
    check_->callback([&] { code = check(checkC); });

    ReportCommand reportC;
    auto* report_ = app.add_subcommand("report", "Write the calculation as PDF or HTML");
    report_->add_option("file", reportC.file, "Job file")->required();
    report_->add_option("--joint", reportC.joint, "Only the joint with this mark");
    report_->add_option("--out", reportC.out, "Where to: .pdf or .html, or - for HTML on standard output")->required();
    report_->add_option("--depth", reportC.depth, "brief: one page; parts: results part by part; full: every formula")
        ->check(CLI::IsMember({"brief", "parts", "full"}));
    report_->callback([&] { code = report(reportC); });

    SheetCommand sheetC;
    auto* sheet_ = app.add_subcommand("sheet", "Draw a joint as SVG");
    sheet_->add_option("file", sheetC.file, "Job file")->required();
    sheet_->add_option("--joint", sheetC.joint, "Mark of the joint; the first when left out");
    sheet_->add_option("--out", sheetC.out, "Where to; - for standard output");
    sheet_->add_option("--view", sheetC.what, "sheet, springs or chart")->check(CLI::IsMember({"sheet", "springs", "chart"}));
    sheet_->add_flag("--dark", sheetC.isDark, "Dark colours");
    sheet_->callback([&] { code = sheet(sheetC); });

    NewCommand newC;
    auto* new_ = app.add_subcommand("new", "Make a job with one joint from the end-plate family, laid out by the usual rules");
    new_->add_option("--column", newC.column, "Column section, such as HEB240")->required();
    new_->add_option("--beam", newC.beam, "Beam section on the right, such as IPE400")->required();
    new_->add_option("--left", newC.left, "Beam section on the left");
    new_->add_option("--steel", newC.steel, "Steel grade of members and plates");
    new_->add_option("--reach", newC.reach, "End plate: flush, extended-top or extended-both")
        ->check(CLI::IsMember({"flush", "extended-top", "extended-both"}));
    new_->add_option("--span", newC.span, "Beam span in mm, for the class by stiffness")->check(CLI::Range(200.0, 200000.0));
    new_->add_option("--mark", newC.mark, "Mark of the joint");
    new_->add_option("--title", newC.title, "Where the joint is");
    new_->add_option("--actions", newC.actions, "Table of action sets (tab separated or CSV, kN and kNm unless it names units)");
    new_->add_option("--out", newC.out, "Where to; - for standard output")->required();
    new_->callback([&] { code = create(newC); });

    PlatesCommand platesC;
    auto* plates_ =
        app.add_subcommand("plates", "Verify a joint by plate finite elements, beside the component method: strength, reserve, "
                                     "moment-rotation, buckling, over-strength");
    plates_->add_option("file", platesC.file, "Job file")->required();
    plates_->add_option("--joint", platesC.joint, "Mark of the joint")->required();
    plates_->add_option("--only", platesC.only, "One kind of analysis")
        ->check(CLI::IsMember({"strength", "buckling", "curves", "over-strength"}));
    plates_->add_option("--size", platesC.size, "Factor on the element size")->check(CLI::Range(0.3, 4.0));
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
    stock_->add_option("file", stockC.file, "Job file")->required();
    stock_->add_option("--joint", stockC.joint, "Mark of the joint")->required();
    stock_->add_option("--part", stockC.part, "Part, such as right.plate, right.row.1, left.weld.top")->required();
    stock_->callback([&] { code = stock(stockC); });

    AdviseCommand relieveC;
    auto* relieve_ = app.add_subcommand("relieve", "Single changes that lower the governing check, best first");
    relieve_->add_option("file", relieveC.file, "Job file")->required();
    relieve_->add_option("--joint", relieveC.joint, "Only the joint with this mark");
    relieve_->callback([&] { code = relieve(relieveC); });

    std::string tidyFile, tidyOut;
    auto* tidy_ = app.add_subcommand("tidy", "Read a job and write it in the present version and form of the file format");
    tidy_->add_option("file", tidyFile, "Job file")->required();
    tidy_->add_option("--out", tidyOut, "Where to; - for standard output")->required();
    tidy_->callback([&] { code = tidy(tidyFile, tidyOut); });

    bool ofResult = false;
    auto* schema_ = app.add_subcommand("schema", "Print the JSON Schema of the job file");
    schema_->add_flag("--result", ofResult, "Of the result document instead");
    schema_->callback([&] { code = schema(ofResult); });

    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) { return app.exit(e) == 0 ? 0 : 1; } catch (const std::exception& e) {
        std::cerr << "Could not be done: " << e.what() << "\n";
        return 1;
    }
    return code;
}
