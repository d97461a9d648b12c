// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/base/barrier.hpp"
#include "core/language/message.hpp"

#include <cerrno>
#include <csignal>
#include <cstdio>
#include <cstring>
#include <regex>
#include <sys/stat.h>

namespace layakari::cli {

namespace {

constexpr const char* version = "layakari-cli " LAYAKARI_VERSION;

class HelpPage : public CLI::Formatter {
public:
    HelpPage()
    {
        column_width(34);
        label("OPTIONS", "options");
        label("SUBCOMMAND", "COMMAND");
        label("SUBCOMMANDS", "COMMANDS");
        label("Positionals", "What to name");
    }
    // What kind of value it takes, and which it has.
    std::string make_option_opts(const CLI::Option* option) const override
    {
        if (option->get_items_expected_max() == 0) return "";
        const std::string type = option->get_type_name();
        std::string words = option->get_lnames().empty() ? ""
                            : type.starts_with("TEXT")   ? " WORD"
                                                         : " N";
        if (option->get_items_expected_max() > 1) words += " ...";
        if (!option->get_default_str().empty()) words += " (" + option->get_default_str() + ")";
        return words;
    }
    // With its examples.
    std::string make_expanded(const CLI::App* sub) const override
    {
        const std::string footer = sub->get_footer();
        return CLI::Formatter::make_expanded(sub) + (footer.empty() ? "" : "\n" + footer + "\n\n");
    }
    // Without what it was called before.
    std::string make_subcommand(const CLI::App* sub) const override
    {
        std::stringstream out;
        CLI::detail::format_help(out, sub->get_name(), sub->get_description(), get_column_width());
        return out.str();
    }
};

// What the parser says in its own words, in ours.
std::string inWords(const CLI::ParseError& e)
{
    std::string text = e.what();
    static const std::regex notConverted("Could not convert: (.*?) = (.*)");
    static const std::regex notInRange(
        "(.*): Value (.*) not in range (.*) to (.*)|(.*): Value (.*) "
        "not in range \\[(.*) - (.*)\\]");
    std::smatch parts;
    if (std::regex_match(text, parts, notConverted))
        return parts[1].str() + ": \"" + parts[2].str() + "\" is not a number";
    if (std::regex_match(text, parts, notInRange)) {
        const std::size_t first = parts[1].matched ? 1 : 5;
        return parts[first].str() + ": " + parts[first + 1].str() + " is outside " +
               parts[first + 2].str() + " to " + parts[first + 3].str();
    }
    if (dynamic_cast<const CLI::ExtrasError*>(&e)) {
        const auto colon = text.find(": ");
        return "there is no \"" + (colon == std::string::npos ? text : text.substr(colon + 2)) +
               "\" here";
    }
    if (text == "A subcommand is required") return "say what to do";
    return text;
}

// Every command and every command of it says its version and can be quiet.
void addCommon(CLI::App& app)
{
    app.set_version_flag("--version", version, "Print the version");
    app.set_help_flag("-h,--help", "Print this help");
    if (app.get_parent()) app.group("Commands");
    if (app.get_subcommands([](const CLI::App*) { return true; }).empty())
        app.add_flag_callback("--quiet", beQuiet,
                              "Print errors and what was asked for, nothing else");
    for (CLI::App* sub : app.get_subcommands([](const CLI::App*) { return true; })) addCommon(*sub);
}

int run(int argc, char** argv)
{
    CLI::App app{
        "Reads recordings of breath practice: what was heard of inhale, holds and exhale, and how "
        "close it came to the plan."};
    app.name("layakari-cli");
    app.require_subcommand(1);
    app.formatter(std::make_shared<HelpPage>());
    app.footer("Examples:\n"
               "  layakari-cli analyse monday.m4a --plan four-seven-eight\n"
               "  layakari-cli journal list --person Runa\n\n"
               "'layakari-cli COMMAND --help' tells more about a command.");
    std::function<int()> command;

    addAnalyse(app, command);
    addEvaluate(app, command);
    addJournal(app, command);
    addPresets(app, command);
    addFollow(app, command);
    addSimulate(app, command);
    addCommon(app);
    app.set_help_all_flag("--help-all", "Print the help of all commands");
    addCompletion(app, command);

    try {
        app.parse(argc, argv);
    } catch (const CLI::CallForHelp& e) {
        return app.exit(e);
    } catch (const CLI::CallForVersion& e) {
        return app.exit(e);
    } catch (const CLI::CallForAllHelp& e) {
        return app.exit(e);
    } catch (const CLI::ParseError& e) {
        complain(inWords(e) + "; try 'layakari-cli --help'");
        return Usage;
    }
    speak(speechOfEnvironment());
    const int status = command();
    // What did not fit on the disk, or went to nobody, was not printed.
    if (std::fflush(stdout) != 0 || std::ferror(stdout) != 0) {
        const Error error{ErrorCode::CannotWrite, "standard output", "",
                          say("error.cannot-be-written", {{"why", std::strerror(errno)}}),
                          "make room, or write elsewhere with --out"};
        return refuse(error);
    }
    return status;
}

} // namespace

} // namespace layakari::cli

int main(int argc, char** argv)
{
    // What is written is its owner's alone; a reader that has gone is an error and no signal.
    ::umask(S_IRWXG | S_IRWXO);
    std::signal(SIGPIPE, SIG_IGN);
    // A line is there for the next program when it is printed.
    std::setvbuf(stdout, nullptr, _IOLBF, BUFSIZ);
    const auto status = layakari::withoutThrowing(
        layakari::ErrorCode::CannotRead, "",
        [&]() -> layakari::Result<int> { return layakari::cli::run(argc, argv); });
    if (status) return *status;
    return layakari::cli::refuse(status.error());
}
