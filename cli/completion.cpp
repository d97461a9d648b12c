// SPDX-License-Identifier: GPL-3.0-or-later
//
// Completion for bash and zsh, from the commands and options that there are.
#include "cli/commands.hpp"
#include "cli/terminal.hpp"

#include <cstdio>
#include <fmt/format.h>
#include <memory>

namespace layakari::cli {

namespace {

// What can follow a command: "analyse", "journal list", or "" for the program itself.
struct Follows {
    std::string command;
    std::vector<const CLI::App*> commands;
    std::vector<const CLI::Option*> options;
};

void collect(const CLI::App& app, const std::string& command, std::vector<Follows>& all)
{
    Follows here{command, {}, {}};
    for (const CLI::App* sub : app.get_subcommands([](const CLI::App*) { return true; }))
        if (!sub->get_group().empty()) here.commands.push_back(sub);
    for (const CLI::Option* option : app.get_options())
        if (!option->get_lnames().empty() && !option->get_group().empty())
            here.options.push_back(option);
    for (const CLI::App* sub : here.commands)
        collect(*sub, command.empty() ? sub->get_name() : command + " " + sub->get_name(), all);
    all.push_back(std::move(here));
}

// Within single quotes.
std::string quoted(std::string text)
{
    for (std::size_t at = 0; (at = text.find('\'', at)) != std::string::npos; at += 4)
        text.replace(at, 1, "'\\''");
    return "'" + text + "'";
}

void printBash(const std::vector<Follows>& all)
{
    std::puts(
        "# Completion of layakari-cli for bash; made by 'layakari-cli completion bash'.\n"
        "_layakari_cli()\n{\n"
        "    local word=${COMP_WORDS[COMP_CWORD]} before=${COMP_WORDS[COMP_CWORD-1]} command= i\n"
        "    for ((i = 1; i < COMP_CWORD; i++)); do\n"
        "        case $command${COMP_WORDS[i]} in");
    for (const Follows& f : all)
        if (!f.command.empty()) {
            std::string joined = f.command;
            std::erase(joined, ' ');
            std::printf("        %s) command=%s ;;\n", joined.c_str(), joined.c_str());
        }
    std::puts(
        "        esac\n    done\n"
        "    if [[ $before == --plan || $before == plan ]]; then\n"
        "        COMPREPLY=($(compgen -W \"$(layakari-cli presets 2>/dev/null | cut -f1)\" -- "
        "\"$word\") $(compgen -f -- \"$word\"))\n"
        "        return\n    fi\n"
        "    local words=\n"
        "    case $command in");
    for (const Follows& f : all) {
        std::string joined = f.command;
        std::erase(joined, ' ');
        std::string words;
        for (const CLI::App* sub : f.commands) words += sub->get_name() + " ";
        for (const CLI::Option* option : f.options)
            words += "--" + option->get_lnames().front() + " ";
        std::printf("    %s) words=%s ;;\n", joined.empty() ? "''" : joined.c_str(),
                    quoted(words).c_str());
    }
    std::puts("    esac\n"
              "    COMPREPLY=($(compgen -W \"$words\" -- \"$word\"))\n"
              "    [[ $word != -* && -n $command ]] && COMPREPLY+=($(compgen -f -- \"$word\"))\n"
              "}\n"
              "complete -o filenames -F _layakari_cli layakari-cli");
}

void printZsh(const std::vector<Follows>& all)
{
    std::puts("#compdef layakari-cli\n"
              "# Completion of layakari-cli for zsh; made by 'layakari-cli completion zsh'.\n"
              "local command= i\n"
              "for ((i = 2; i < CURRENT; i++)); do\n"
              "    case $command${words[i]} in");
    for (const Follows& f : all)
        if (!f.command.empty()) {
            std::string joined = f.command;
            std::erase(joined, ' ');
            std::printf("    %s) command=%s ;;\n", joined.c_str(), joined.c_str());
        }
    std::puts("    esac\ndone\nlocal -a next\n"
              "if [[ ${words[CURRENT-1]} == (--plan|plan) ]]; then\n"
              "    next=(${(f)\"$(layakari-cli presets 2>/dev/null | tr '\\t' ':')\"})\n"
              "    _describe plan next\n    _files\n    return\nfi\n"
              "case $command in");
    const auto entry = [](const std::string& word, std::string about) {
        about = about.substr(0, about.find('\n'));
        return " " + quoted(word + ":" + about);
    };
    for (const Follows& f : all) {
        std::string joined = f.command;
        std::erase(joined, ' ');
        std::string words;
        for (const CLI::App* sub : f.commands)
            words += entry(sub->get_name(), sub->get_description());
        for (const CLI::Option* option : f.options)
            words += entry("--" + option->get_lnames().front(), option->get_description());
        std::printf("%s) next=(%s) ;;\n", joined.empty() ? "''" : joined.c_str(), words.c_str());
    }
    std::puts("esac\n_describe word next\n[[ -n $command ]] && _files");
}

int printCompletion(const CLI::App& app, const std::string& shell)
{
    std::vector<Follows> all;
    collect(app, "", all);
    shell == "bash" ? printBash(all) : printZsh(all);
    return Done;
}

} // namespace

void addCompletion(CLI::App& app, std::function<int()>& run)
{
    auto shell = std::make_shared<std::string>();
    CLI::App* command = app.add_subcommand("completion", "Print completion for a shell");
    command->group("");
    command->add_option("SHELL", *shell, "bash or zsh")
        ->required()
        ->check(CLI::IsMember({"bash", "zsh"}));
    command->callback(
        [&app, shell, &run] { run = [&app, shell] { return printCompletion(app, *shell); }; });
}

} // namespace layakari::cli
