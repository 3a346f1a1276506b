#include "manual.h"
#include <CLI/CLI.hpp>
#include <sstream>

namespace zg::cli {
namespace {

/// Text as roff reads it: nothing of it is an instruction.
std::string roff(const std::string& text) {
    std::string out;
    bool isStart = true;
    for (const char c : text) {
        if (isStart && (c == '.' || c == '\'')) out += "\\&";
        if (c == '\\')
            out += "\\\\";
        else if (c == '-')
            out += "\\-";
        else
            out += c;
        isStart = c == '\n';
    }
    return out;
}

bool isListed(const CLI::Option& option) { return !option.get_group().empty(); }

std::string headOf(const CLI::Option& option) {
    std::string names;
    if (option.get_positional() || option.get_lnames().empty()) return "\\fI" + roff(option.get_name(true)) + "\\fR";
    for (const std::string& name : option.get_snames()) names += (names.empty() ? "\\fB" : ", \\fB") + roff("-" + name) + "\\fR";
    for (const std::string& name : option.get_lnames()) names += (names.empty() ? "\\fB" : ", \\fB") + roff("--" + name) + "\\fR";
    if (option.get_items_expected_max() > 0) names += " \\fI" + roff(option.get_type_name()) + "\\fR";
    return names;
}

void options(std::ostringstream& out, const CLI::App& app) {
    for (const CLI::Option* option : app.get_options()) {
        if (!isListed(*option)) continue;
        out << ".TP\n" << headOf(*option) << "\n" << roff(option->get_description());
        if (option->get_required()) out << (option->get_description().empty() ? "Required." : " (required)");
        out << "\n";
    }
}

/// The words an option takes, where it says them: "TEXT:{brief,parts,full}".
std::string wordsOf(const CLI::Option& option) {
    const std::string type = option.get_type_name();
    const std::size_t open = type.find('{'), close = type.rfind('}');
    if (open == std::string::npos || close == std::string::npos) return {};
    std::string words = type.substr(open + 1, close - open - 1);
    for (char& c : words)
        if (c == ',') c = ' ';
    return words;
}

} // namespace

std::string manualPage(const CLI::App& app, const std::string& version) {
    std::ostringstream out;
    out << ".TH ZG 1 \"\" \"Zealous Girder " << roff(version) << "\" \"User Commands\"\n"
        << ".SH NAME\nzg \\- verify moment\\-resisting steel joints\n"
        << ".SH SYNOPSIS\n.B zg\n\\fIcommand\\fR [\\fIoption\\fR ...]\n"
        << ".SH DESCRIPTION\n"
        << roff(app.get_description()) << "\n.SH OPTIONS\n";
    options(out, app);
    out << ".SH COMMANDS\n";
    for (const CLI::App* command : app.get_subcommands(nullptr)) {
        out << ".SS \"zg " << roff(command->get_name()) << "\"\n" << roff(command->get_description()) << ".\n";
        options(out, *command);
    }
    out << ".SH EXIT STATUS\n.TP\n0\nAll checks are within.\n.TP\n2\nSomething is over 1.00.\n.TP\n1\nCould not be done.\n";
    std::istringstream footer(app.get_footer());
    std::string line;
    out << ".SH EXAMPLES\n.nf\n";
    for (bool isFirst = true; std::getline(footer, line); isFirst = false)
        if (!isFirst) out << roff(line) << "\n";
    out << ".fi\n.SH SEE ALSO\nzealous\\-girder, the bench with a window.\n";
    return out.str();
}

std::string bashCompletion(const CLI::App& app) {
    std::ostringstream out;
    std::string commands;
    for (const CLI::App* command : app.get_subcommands(nullptr)) commands += (commands.empty() ? "" : " ") + command->get_name();
    out << "# bash completion of zg, from its own options\n_zg() {\n"
        << "  local word=${COMP_WORDS[COMP_CWORD]} last=${COMP_WORDS[COMP_CWORD-1]}\n  COMPREPLY=()\n"
        << "  if [ \"$COMP_CWORD\" -eq 1 ]; then\n    COMPREPLY=($(compgen -W \"" << commands
        << " --help --version\" -- \"$word\"))\n    return\n  fi\n  case ${COMP_WORDS[1]} in\n";
    for (const CLI::App* command : app.get_subcommands(nullptr)) {
        std::string names, cases;
        for (const CLI::Option* option : command->get_options()) {
            for (const std::string& name : option->get_lnames()) {
                names += (names.empty() ? "--" : " --") + name;
                const std::string words = wordsOf(*option);
                if (!words.empty())
                    cases += "      --" + name + ") COMPREPLY=($(compgen -W \"" + words + "\" -- \"$word\")); return;;\n";
            }
        }
        out << "  " << command->get_name() << ")\n";
        if (!cases.empty()) out << "    case $last in\n" << cases << "    esac\n";
        out << "    [[ $word == -* ]] && { COMPREPLY=($(compgen -W \"" << names << "\" -- \"$word\")); return; }\n    ;;\n";
    }
    out << "  esac\n  compopt -o filenames 2>/dev/null\n  COMPREPLY=($(compgen -f -- \"$word\"))\n}\ncomplete -F _zg zg\n";
    return out.str();
}

} // namespace zg::cli
