// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/base/files.hpp"
#include "core/base/text.hpp"
#include "core/intake/keeping.hpp"
#include "core/intake/matching.hpp"
#include "core/journal/journal_folder.hpp"
#include "core/language/message.hpp"
#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"
#include "core/report/summary_page.hpp"

#include <algorithm>
#include <atomic>
#include <condition_variable>
#include <cstdio>
#include <memory>
#include <nlohmann/json.hpp>
#include <set>
#include <thread>

namespace layakari::cli {

namespace fs = std::filesystem;

namespace {

struct AnalyseOptions {
    std::vector<std::string> recordings;
    std::string plan;
    std::string out;
    bool tempered = false;
    bool asJson = false;
    std::string person; // whose sittings the readings are; empty where they are not saved
    std::string data;
    std::vector<std::string> answers; // to the reading's questions, in their order
};

struct Outcome {
    std::optional<Error> error;
    int exit = Done;
    std::optional<Reading> reading;
    std::optional<BreathProfile> heard;
};

const Error nothingHeard{ErrorCode::CannotRead, "", "", "no breathing was heard in it",
                         "place the microphone nearer, to one side of nose and mouth"};

Outcome failed(const Error& error) { return {error, exitFor(error), {}, {}}; }

// The reading after each of the answers. An answer that is none to what is asked is an error.
Result<Reading> answered(const Listened& listened, const std::optional<Plan>& plan, Known known,
                         const std::vector<std::string>& answers)
{
    Reading reading = readAgainst(listened, plan, known);
    for (const std::string& word : answers) {
        const std::string& file = listened.recording.file;
        if (reading.questions.empty())
            return fail({ErrorCode::BadArgument, file, "",
                         "--answer " + word + ": nothing is asked of this reading",
                         "read it without --answer to see what is asked"});
        const ReadQuestion& question = reading.questions.front();
        const auto correction = correctionBy(question, word);
        if (!correction) {
            std::string words;
            for (const ReadQuestion::Answer& possible : question.answers)
                words += possible.word + ", ";
            return fail({ErrorCode::BadArgument, file, "",
                         "--answer " + word + " is no answer to \"" + say(question.text) + "\"",
                         "give one of these: " + words + cannotTellWord});
        }
        known.corrections.push_back(*correction);
        known.fit = reading.fit; // the answer is to this reading
        reading = readAgainst(listened, plan, known);
    }
    return reading;
}

Outcome analyseOne(const std::string& name, const fs::path& target, const std::optional<Plan>& plan,
                   const AnalyseOptions& options, const Progress& progress)
{
    const auto named = NamedRecording::open(name);
    if (!named) return failed(named.error());
    auto listened = listenToFile(named->file, progress);
    if (!listened) {
        Error error = listened.error();
        error.file = named->name;
        return failed(error);
    }
    listened->recording.file = named->name;
    Outcome outcome;
    auto reading =
        answered(*listened, plan, {{}, {}, options.tempered ? Tuning::Tempered : Tuning::Just},
                 options.answers);
    if (!reading) return failed(reading.error());
    outcome.reading = *std::move(reading);
    if (!options.person.empty()) outcome.heard = profileIn(*listened, *outcome.reading);
    if (!outcome.reading->heardBreathing()) {
        outcome.error = nothingHeard;
        outcome.error->file = named->name;
        outcome.exit = NoBreathing;
    }
    if (options.out.empty() || options.out == "-") return outcome;
    if (auto written = writeFile(target, readingToJson(*outcome.reading)); !written)
        return failed(written.error());
    return outcome;
}

// Each recording gets its own file in the folder; two of one name are told apart by a number.
std::vector<fs::path> targetsFor(const AnalyseOptions& options)
{
    if (options.recordings.size() == 1) return {options.out};
    std::vector<fs::path> targets;
    std::set<std::string> taken;
    for (const std::string& recording : options.recordings) {
        const std::string stem = fs::path(recording).stem().string();
        std::string name = stem + ".json";
        for (int n = 2; !taken.insert(name).second; ++n)
            name = stem + "-" + std::to_string(n) + ".json";
        targets.push_back(fs::path(options.out) / name);
    }
    return targets;
}

int prepare(const AnalyseOptions& options)
{
    if (options.asJson && options.out == "-") {
        complain("--json and --out - both print; choose one");
        return Usage;
    }
    if (std::count(options.recordings.begin(), options.recordings.end(), "-") +
            (options.plan == "-") >
        1) {
        complain("standard input (-) can be only one of them; name files for the others");
        return Usage;
    }
    if (!options.person.empty() && options.recordings.front() == "-") {
        complain("standard input cannot be saved as a sitting: its sound would be gone; save it as "
                 "a file first");
        return Usage;
    }
    if (!options.answers.empty() && options.recordings.size() > 1) {
        complain("--answer belongs to one recording; give the others without it");
        return Usage;
    }
    if (options.recordings.size() == 1 || options.out.empty()) return Done;
    if (options.out == "-") {
        complain("--out - takes one recording; name a folder for several");
        return Usage;
    }
    if (makeFolder(options.out)) return Done;
    complain(options.out + ": with several recordings --out names a folder, and this cannot be "
                           "one; choose another name");
    return CannotWrite;
}

// Saves readings as sittings of one person.
class Saving {
public:
    static Result<Saving> open(const AnalyseOptions& options)
    {
        auto journal = Journal::open(options.data, Journal::Missing::Refuse);
        if (!journal) return fail(journal.error());
        auto person = personNamed(*journal, options.person);
        if (!person) return fail(person.error());
        return Saving(*std::move(journal), *std::move(person));
    }

    Result<Id> save(const std::string& recording, const std::optional<Plan>& plan,
                    const Outcome& outcome)
    {
        const auto kept =
            keep(m_journal, {recording, m_person.id, plan}, *outcome.reading, outcome.heard);
        if (!kept) return fail(kept.error());
        remark(recording + ": saved as sitting " + std::to_string(kept->id) + " of " +
               m_person.name + " on " + dayToText(kept->day));
        return kept->id;
    }

private:
    Saving(Journal journal, Person person)
        : m_journal(std::move(journal)), m_person(std::move(person))
    {
    }

    Journal m_journal;
    Person m_person;
};

void printLine(const std::string& recording, const Outcome& outcome, std::optional<Id> sitting)
{
    nlohmann::ordered_json line{{"recording", recording}, {"exit", outcome.exit}};
    line["error"] = outcome.error ? nlohmann::ordered_json(outcome.error->message()) : nullptr;
    const auto put = [&](const char* key, const auto& value) {
        line[key] = value ? nlohmann::ordered_json(*value) : nullptr;
    };
    const Summary none;
    const Summary& summary = outcome.reading ? outcome.reading->summary : none;
    line["sentence"] =
        outcome.reading ? nlohmann::ordered_json(inOneSentence(*outcome.reading)) : nullptr;
    put("accuracy", summary.accuracy);
    put("accuracy_low", summary.accuracyLow);
    put("accuracy_high", summary.accuracyHigh);
    put("count_length_s", summary.countLengthS);
    line["cycles_heard"] = summary.cyclesHeard;
    line["cycles_planned"] = summary.cyclesPlanned;
    line["sure"] = outcome.reading ? nlohmann::ordered_json(outcome.reading->sure) : nullptr;
    const bool asks = outcome.reading && !outcome.reading->questions.empty();
    line["question"] =
        asks ? nlohmann::ordered_json(say(outcome.reading->questions.front().text)) : nullptr;
    put("sitting", sitting);
    std::printf("%s\n", jsonText(line).c_str());
}

void print(const AnalyseOptions& options, const std::string& recording, const Outcome& outcome,
           std::optional<Id> sitting, bool isFirst)
{
    if (options.asJson) {
        printLine(recording, outcome, sitting);
    } else if (outcome.reading && options.out.empty()) {
        std::printf("%s%s", isFirst ? "" : "\n", readableSummary(*outcome.reading).c_str());
    } else if (outcome.reading && options.out == "-") {
        std::fputs(readingToJson(*outcome.reading).c_str(), stdout);
    }
    std::fflush(stdout);
    if (outcome.error) complain(outcome.error->message());
}

// Reads as many at a time as there are cores, and hands each over as soon as it is there, in the
// order in which they were asked for.
template <class Take>
void readAll(const AnalyseOptions& options, const std::optional<Plan>& plan, Take&& take)
{
    const std::vector<fs::path> targets = targetsFor(options);
    const std::size_t count = options.recordings.size();
    const std::stop_token stop = stopOnInterrupt();
    std::vector<std::optional<Outcome>> outcomes(count);
    std::mutex mutex;
    std::condition_variable arrived;
    auto line = std::make_unique<ProgressLine>("reading", count);
    std::atomic<std::size_t> next = 0;
    const auto work = [&] {
        for (std::size_t i = next++; i < count; i = next++) {
            const Progress progress{[&, i](double f) { line->tell(i, f); }, stop};
            Outcome outcome =
                analyseOne(options.recordings[i], targets[i], plan, options, progress);
            const std::lock_guard lock(mutex);
            outcomes[i] = std::move(outcome);
            arrived.notify_one();
        }
    };
    std::vector<std::jthread> workers;
    const std::size_t cores = std::max(1u, std::thread::hardware_concurrency());
    for (std::size_t w = 0; w < std::min(cores, count); ++w) workers.emplace_back(work);
    for (std::size_t i = 0; i < count; ++i) {
        std::unique_lock lock(mutex);
        arrived.wait(lock, [&] { return outcomes[i].has_value(); });
        Outcome outcome = *std::move(outcomes[i]);
        lock.unlock();
        line->clear();
        take(i, outcome);
    }
}

int analyse(const AnalyseOptions& options)
{
    if (const int status = prepare(options); status != Done) return status;
    if (options.asJson) speak({}); // what programs read follows no locale
    const auto plan = planOption(options.plan);
    if (!plan) return refuse(plan.error());
    std::optional<Saving> saving;
    if (!options.person.empty()) {
        auto opened = Saving::open(options);
        if (!opened) return refuse(opened.error());
        saving.emplace(*std::move(opened));
    }
    int status = Done;
    readAll(options, *plan, [&](std::size_t i, Outcome& outcome) {
        std::optional<Id> sitting;
        if (saving && outcome.exit == Done) {
            const auto saved = saving->save(options.recordings[i], *plan, outcome);
            if (saved)
                sitting = *saved;
            else
                outcome = failed(saved.error());
        }
        print(options, options.recordings[i], outcome, sitting, i == 0);
        status = graver(status, outcome.exit);
    });
    return status;
}

} // namespace

void addAnalyse(CLI::App& app, std::function<int()>& run)
{
    auto options = std::make_shared<AnalyseOptions>();
    CLI::App* command =
        app.add_subcommand("analyse", "Read recordings, against a plan or as free breathing");
    command
        ->add_option("RECORDING", options->recordings,
                     "Any sound file, or - for standard input; several may be given")
        ->required();
    command->add_option("--plan", options->plan, "A plan file, a preset's id, or -");
    command->add_flag("--tempered", options->tempered,
                      "Hold hums against equal-tempered swaras, not against just ones");
    command->add_option(
        "--out", options->out,
        "Where to write the reading: a file, '-', or for several recordings a folder");
    command->add_flag("--json", options->asJson, "Print one line of JSON for each recording");
    command->add_option("--answer", options->answers,
                        "The answer to what an uncertain reading asks; may be given again for the "
                        "next question");
    command->add_option("--save", options->person,
                        "Save each reading as a sitting of the person in whose name this is");
    addJournalFolder(*command, options->data);
    command->footer(
        "Without --out or --json a summary is printed.\n\n"
        "Examples:\n"
        "  layakari-cli analyse monday.m4a --plan four-seven-eight\n"
        "  layakari-cli analyse *.m4a --plan square-4 --json\n"
        "  layakari-cli analyse monday.m4a --plan square-4 --answer inhale\n"
        "  layakari-cli analyse monday.m4a --plan square-4 --save Runa\n"
        "  ffmpeg -i film.mkv -f flac - | layakari-cli analyse - --out film.json\n\n"
        "Exit status:\n"
        "  0 done, 2 wrong usage, 3 a recording cannot be read, 4 the plan is not valid,\n"
        "  5 no breathing was heard (the reading is still written), 6 something cannot be "
        "written,\n"
        "  7 the journal cannot be used, 130 stopped");
    command->callback([options, &run] { run = [options] { return analyse(*options); }; });
}

} // namespace layakari::cli
