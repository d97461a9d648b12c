// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is in the journal, listed and put right.
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/base/text.hpp"
#include "core/intake/matching.hpp"
#include "core/intake/putting_right.hpp"
#include "core/intake/when.hpp"
#include "core/journal/figures.hpp"
#include "core/language/message.hpp"
#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"
#include "core/report/summary_page.hpp"

#include <algorithm>
#include <cstdio>
#include <ctime>
#include <limits>
#include <memory>
#include <nlohmann/json.hpp>
#include <unistd.h>

namespace layakari::cli {

namespace {

using Json = nlohmann::ordered_json;

struct Options {
    std::string data;
    std::string person;
    std::vector<Id> sittings;
    int most = 20;
    bool withArchived = false;
    bool asJson = false;
    bool asReading = false;
    bool isAgreed = false;
};

// A sitting with the names of what it points to.
struct Named {
    Sitting sitting;
    std::string person;
    std::string plan; ///< empty for free practice
};

Result<Named> named(const Journal& journal, const Sitting& sitting)
{
    Named all{sitting, {}, {}};
    const auto person = journal.person(sitting.person);
    if (!person) return fail(person.error());
    if (*person) all.person = (*person)->name;
    if (!sitting.planVersion) return all;
    const auto version = journal.planVersion(*sitting.planVersion);
    if (!version) return fail(version.error());
    if (*version) all.plan = (*version)->plan.name;
    return all;
}

Result<Sitting> sittingOf(const Journal& journal, Id id)
{
    const auto sitting = journal.sitting(id);
    if (!sitting) return fail(sitting.error());
    if (!*sitting)
        return fail({ErrorCode::BadArgument, "", "", "there is no sitting " + std::to_string(id),
                     "'layakari-cli journal list' lists them"});
    return **sitting;
}

std::string timeOf(const Sitting& sitting)
{
    const auto seconds = static_cast<std::time_t>(sitting.startedAt);
    std::tm local{};
    localtime_r(&seconds, &local);
    char text[8];
    return std::string(text, std::strftime(text, sizeof text, "%H:%M", &local));
}

const char* marksOf(const Sitting& sitting)
{
    if (sitting.archived) return "archived";
    if (sitting.origin == Sitting::Origin::Noted) return "noted by hand";
    if (sitting.origin == Sitting::Origin::Simulated) return "simulated, does not count";
    if (!sitting.words.leftOut.empty()) return "left out";
    if (sitting.asks) return "uncertain, has a question";
    return sitting.sure ? "" : "uncertain";
}

Json jsonOf(const Named& n)
{
    static constexpr const char* origins[] = {"recorded", "noted", "simulated"};
    const Sitting& s = n.sitting;
    Json json{{"sitting", s.id},
              {"day", dayToText(s.day)},
              {"time", timeOf(s)},
              {"person", n.person},
              {"plan", n.plan.empty() ? Json() : Json(n.plan)},
              {"minutes", s.practiceS / 60},
              {"origin", origins[static_cast<std::size_t>(s.origin)]},
              {"archived", s.archived},
              {"counts", s.counts()},
              {"certain", s.sure},
              {"recording", s.recording.empty() ? Json() : Json(s.recording)}};
    Json& figures = json["figures"] = Json::object();
    for (const auto& [key, figure] : s.figures) figures[key] = figure.value;
    return json;
}

int people(const Options& options)
{
    const auto journal = Journal::open(options.data, Journal::Missing::Refuse);
    if (!journal) return refuse(journal.error());
    const auto all = journal->people(options.withArchived);
    if (!all) return refuse(all.error());
    for (const Person& person : *all) {
        if (options.asJson)
            std::printf("%s\n", jsonText(Json{{"person", person.id},
                                              {"name", person.name},
                                              {"archived", person.archived}})
                                    .c_str());
        else
            std::printf("%s%s\n", person.name.c_str(), person.archived ? "  (archived)" : "");
    }
    return Done;
}

int list(const Options& options)
{
    const auto journal = Journal::open(options.data, Journal::Missing::Refuse);
    if (!journal) return refuse(journal.error());
    Id person = 0;
    if (!options.person.empty()) {
        const auto found = personNamed(*journal, options.person);
        if (!found) return refuse(found.error());
        person = found->id;
    }
    const auto which = options.withArchived ? Journal::Which::All : Journal::Which::Shown;
    const auto sittings = journal->sittings(person, options.most, which);
    if (!sittings) return refuse(sittings.error());
    for (const Sitting& sitting : *sittings) {
        const auto row = named(*journal, sitting);
        if (!row) return refuse(row.error());
        if (options.asJson) {
            std::printf("%s\n", jsonText(jsonOf(*row)).c_str());
            continue;
        }
        const auto accuracy = valueOf(sitting, figure::accuracy);
        std::printf("%6lld  %s %s  %-24s %-32s %6s  %s\n", static_cast<long long>(sitting.id),
                    dayToText(sitting.day).c_str(), timeOf(sitting).c_str(), row->person.c_str(),
                    row->plan.empty() ? "free practice" : row->plan.c_str(),
                    accuracy ? valueInWords(*accuracy, figure::accuracy).c_str() : "",
                    marksOf(sitting));
    }
    if (sittings->empty() && !options.asJson) remark("no sittings yet");
    return Done;
}

int show(const Options& options)
{
    if (options.asJson) speak({}); // what programs read follows no locale
    const auto journal = Journal::open(options.data, Journal::Missing::Refuse);
    if (!journal) return refuse(journal.error());
    for (const Id id : options.sittings) {
        const auto sitting = sittingOf(*journal, id);
        if (!sitting) return refuse(sitting.error());
        const auto row = named(*journal, *sitting);
        if (!row) return refuse(row.error());
        const auto json = journal->readingOf(id);
        if (!json) return refuse(json.error());
        if (options.asReading) {
            if (!*json)
                return refuse({ErrorCode::CannotRead, "", "",
                               "sitting " + std::to_string(id) + " has no reading",
                               "it was noted by hand"});
            std::printf("%s\n", (*json)->c_str());
            continue;
        }
        const auto reading = *json ? parseReading(**json, sitting->recording)
                                   : Result<Reading>(fail({ErrorCode::BadReading, "", "", "", ""}));
        if (options.asJson) {
            Json line = jsonOf(*row);
            line["note"] = sitting->words.note;
            line["feel"] = sitting->words.feel;
            line["sentence"] = reading ? Json(inOneSentence(*reading)) : Json();
            std::printf("%s\n", jsonText(line).c_str());
            continue;
        }
        std::printf("Sitting %lld of %s, %s at %s, %s\n", static_cast<long long>(id),
                    row->person.c_str(), dayToText(sitting->day).c_str(), timeOf(*sitting).c_str(),
                    row->plan.empty() ? "free practice" : row->plan.c_str());
        if (*marksOf(*sitting)) std::printf("%s\n", marksOf(*sitting));
        if (reading)
            std::printf("\n%s", readableSummary(*reading).c_str());
        else
            std::printf("%.0f minutes, without a reading\n", sitting->practiceS / 60);
        for (const std::string& words : {sitting->words.feel, sitting->words.note})
            if (!words.empty()) std::printf("%s\n", words.c_str());
    }
    return Done;
}

int move(const Options& options)
{
    auto journal = Journal::open(options.data, Journal::Missing::Refuse);
    if (!journal) return refuse(journal.error());
    const auto person = personNamed(*journal, options.person);
    if (!person) return refuse(person.error());
    for (const Id id : options.sittings) {
        const auto sitting = sittingOf(*journal, id);
        if (!sitting) return refuse(sitting.error());
        if (auto moved = moveSitting(*journal, *sitting, person->id).act(); !moved)
            return refuse(moved.error());
        remark("sitting " + std::to_string(id) + " is " + person->name + "'s now");
    }
    return Done;
}

bool agrees(const Options& options)
{
    if (options.isAgreed) return true;
    if (!::isatty(STDIN_FILENO)) {
        complain("deleting cannot be undone here; add --yes to confirm");
        return false;
    }
    std::fprintf(stderr, "Delete %zu sitting(s)? This cannot be taken back. Type yes: ",
                 options.sittings.size());
    char answer[16] = "";
    return std::fgets(answer, sizeof answer, stdin) && std::string(answer) == "yes\n";
}

int deleteAll(const Options& options)
{
    auto journal = Journal::open(options.data, Journal::Missing::Refuse);
    if (!journal) return refuse(journal.error());
    // None is deleted where one of them is not there.
    std::vector<Sitting> sittings;
    for (const Id id : options.sittings) {
        const auto sitting = sittingOf(*journal, id);
        if (!sitting) return refuse(sitting.error());
        sittings.push_back(*sitting);
    }
    if (!agrees(options)) return Usage;
    for (const Sitting& sitting : sittings) {
        const Day today = localDayOf(std::time(nullptr));
        if (auto gone = deleteSitting(*journal, sitting, today).act(); !gone)
            return refuse(gone.error());
        remark("sitting " + std::to_string(sitting.id) + " of " + dayToText(sitting.day) +
               " is deleted" +
               (isInJournalFolder(*journal, sitting.recording) || sitting.recording.empty()
                    ? ""
                    : "; its recording stays: " + sitting.recording));
    }
    const auto deleted = deleteMarkedFiles(*journal);
    return deleted ? Done : refuse(deleted.error());
}

} // namespace

void addSittings(CLI::App& journal, std::function<int()>& run)
{
    const auto options = std::make_shared<Options>();
    const auto command = [&](const char* name, const char* about, int (*work)(const Options&)) {
        CLI::App* sub = journal.add_subcommand(name, about);
        addJournalFolder(*sub, options->data);
        sub->callback([=, &run] { run = [=] { return work(*options); }; });
        return sub;
    };
    const auto json = [&](CLI::App* sub) {
        sub->add_flag("--json", options->asJson, "Print one line of JSON for each");
    };
    const auto numbers = [&](CLI::App* sub) {
        sub->add_option("SITTING", options->sittings, "Its number, as 'journal list' has it")
            ->required();
    };

    CLI::App* who = command("people", "List the people", people);
    who->add_flag("--archived", options->withArchived, "Also those who are archived");
    json(who);

    CLI::App* listing = command("list", "List sittings, the latest first", list);
    listing->add_option("--person", options->person, "Only of the person in whose name this is");
    listing->add_option("--most", options->most, "How many at most")
        ->capture_default_str()
        ->check(CLI::Range(1, std::numeric_limits<int>::max()));
    listing->add_flag("--archived", options->withArchived, "Also those that are archived");
    json(listing);
    listing->footer("Example:\n  layakari-cli journal list --person Runa --most 5");

    CLI::App* showing = command("show", "Print what was measured in a sitting", show);
    numbers(showing);
    json(showing);
    showing->add_flag("--reading", options->asReading, "Print the reading itself, as in a file");

    CLI::App* moving = command("move", "Give sittings to another person", move);
    numbers(moving);
    moving->add_option("--to", options->person, "The person in whose name this is")->required();
    moving->footer("Example:\n  layakari-cli journal move 12 --to Ylva");

    CLI::App* deleting = command("delete", "Delete sittings for good", deleteAll);
    numbers(deleting);
    deleting->add_flag("--yes", options->isAgreed, "Do not ask");
    deleting->footer("A recording in the journal's folder is deleted too; one elsewhere stays.");
}

} // namespace layakari::cli
