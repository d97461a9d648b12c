// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/audio/recorder.hpp"
#include "core/base/fault_note.hpp"
#include "core/base/text.hpp"
#include "core/intake/readers.hpp"
#include "core/intake/when.hpp"
#include "core/journal/journal_folder.hpp"
#include "core/report/take_out.hpp"
#include "core/simulate/demo_club.hpp"

#include <algorithm>
#include <array>
#include <condition_variable>
#include <cstdio>
#include <ctime>
#include <deque>
#include <nlohmann/json.hpp>

namespace layakari::cli {

namespace {

Day localToday() { return localDayOf(std::time(nullptr)); }

int fillDemo(const std::string& folder, int weeks)
{
    const std::filesystem::path data(folder);
    auto journal = Journal::open(data);
    if (!journal) return refuse(journal.error());
    ProgressLine line("simulating and reading the demo club's practices");
    const auto filled =
        fillDemoClub(*journal, data / "recordings", localToday(), line.progress(), weeks);
    return filled ? Done : refuse(filled.error());
}

// Reads what was handed in and what waits since an earlier time, on all cores; keeps it from here.
class HandIn {
public:
    HandIn(Journal& journal, bool asJson) : m_journal(journal), m_asJson(asJson) {}

    Result<int> run()
    {
        const auto all = m_journal.handedIn();
        if (!all) return fail(all.error());
        const auto waiting = std::count_if(all->begin(), all->end(), [](const Handed& handed) {
            return handed.state == Handed::State::Waiting;
        });
        m_line.emplace("reading", static_cast<std::size_t>(std::max<std::ptrdiff_t>(1, waiting)));
        Readers readers([this](const ReadOrder& order, const ReadIn& read) { take(order, read); },
                        [this](Id id, double fraction) {
                            m_line->tell(static_cast<std::size_t>(id), fraction);
                        });
        const std::stop_token stop = stopOnInterrupt();
        const std::stop_callback onStop(stop, [&readers] { readers.stop(); });
        int failed = 0;
        const auto keep = [&](const Done& done) -> Result<void> {
            const auto kept = keepRead(m_journal, done.first, done.second);
            if (!kept) return fail(kept.error());
            failed += kept->state == Handed::State::Failed;
            if (kept->state != Handed::State::Waiting) tell(*kept);
            --m_running;
            return {};
        };
        for (Handed handed : *all) {
            if (handed.state != Handed::State::Waiting) continue;
            // As many as are read at a time: each is marked before it is begun.
            if (m_running == readers.threads())
                if (auto kept = keep(next()); !kept) return fail(kept.error());
            if (stop.stop_requested()) break;
            const auto isOurs = m_journal.beginReading(handed);
            if (!isOurs) return fail(isOurs.error());
            if (handed.state == Handed::State::Failed) {
                ++failed;
                tell(handed);
            }
            if (!*isOurs) continue;
            auto order = orderFor(m_journal, handed);
            if (!order) return fail(order.error());
            readers.add(*std::move(order));
            ++m_running;
            if (stop.stop_requested()) readers.stop();
        }
        while (m_running > 0)
            if (auto kept = keep(next()); !kept) return fail(kept.error());
        if (stop.stop_requested())
            return fail({ErrorCode::Cancelled, "", "", "reading was stopped",
                         "what is not read yet waits; the same command continues with it"});
        return failed;
    }

private:
    using Done = std::pair<ReadOrder, ReadIn>;

    Journal& m_journal;
    bool m_asJson;
    std::optional<ProgressLine> m_line;
    std::mutex m_mutex;
    std::condition_variable m_arrived;
    std::deque<Done> m_done;
    std::size_t m_running = 0;

    void take(const ReadOrder& order, const ReadIn& read)
    {
        {
            const std::lock_guard lock(m_mutex);
            m_done.emplace_back(order, read);
        }
        m_arrived.notify_one();
    }

    Done next()
    {
        std::unique_lock lock(m_mutex);
        m_arrived.wait(lock, [this] { return !m_done.empty(); });
        Done done = std::move(m_done.front());
        m_done.pop_front();
        return done;
    }

    void tell(const Handed& handed)
    {
        static constexpr std::array states{"waiting", "saved", "known", "failed"};
        const char* state = states[static_cast<std::size_t>(handed.state)];
        m_line->clear();
        if (m_asJson) {
            nlohmann::ordered_json line{{"recording", handed.file},
                                        {"state", state},
                                        {"words", handed.words},
                                        {"sitting", nullptr}};
            if (handed.sitting) line["sitting"] = *handed.sitting;
            std::printf("%s\n", jsonText(line).c_str());
        } else {
            std::printf("%-7s %s: %s\n", state, handed.file.c_str(), handed.words.c_str());
        }
        std::fflush(stdout);
    }
};

int add(const std::string& folder, const std::vector<std::string>& paths, bool asJson)
{
    auto journal = Journal::open(folder, Journal::Missing::Refuse);
    if (!journal) return refuse(journal.error());
    noteFaultsIn(folder);
    const BrokenOff broken = takeUpBrokenOff(practisedFolder(folder));
    for (const auto& file : broken.setAside)
        complain(file.string() + ": this recording of an interrupted practice could not be opened; "
                                 "it has been set aside, not deleted");
    std::vector<std::filesystem::path> files(paths.begin(), paths.end());
    files.insert(files.end(), broken.found.begin(), broken.found.end());
    auto taken = takeIn(*journal, files, localToday());
    const auto failed = taken ? HandIn(*journal, asJson).run() : fail(taken.error());
    if (!failed) return refuse(failed.error());
    return *failed == 0 ? Done : CannotRead;
}

int exportAll(const std::string& folder, const std::string& out,
              const std::vector<std::string>& formats, bool asJson)
{
    std::vector<const TableFormat*> chosen;
    for (const std::string& key : formats) {
        const auto format = findTableFormat(key);
        if (!format) return refuse(format.error());
        chosen.push_back(*format);
    }
    auto journal = Journal::open(folder, Journal::Missing::Refuse);
    if (!journal) return refuse(journal.error());
    ProgressLine line("exporting");
    const auto taken = takeOut(*journal, out, chosen, line.progress());
    line.clear();
    if (!taken) return refuse(taken.error());
    if (asJson)
        std::printf(
            "%s\n",
            jsonText(nlohmann::ordered_json{{"sittings", *taken}, {"folder", out}}).c_str());
    else
        std::printf("%d sittings in %s\n", *taken, out.c_str());
    return Done;
}

int importFrom(const std::string& folder, const std::string& from, bool asJson)
{
    auto journal = Journal::open(folder);
    ProgressLine line("importing");
    const auto merged =
        journal ? takeInJournal(*journal, from, line.progress()) : fail(journal.error());
    line.clear();
    if (!merged) return refuse(merged.error());
    if (asJson)
        std::printf("%s\n", jsonText(nlohmann::ordered_json{{"people", merged->people},
                                                            {"plans", merged->plans},
                                                            {"ladders", merged->ladders},
                                                            {"sittings", merged->sittings}})
                                .c_str());
    else
        std::printf("%d people, %d plans, %d ladders, %d sittings were new\n", merged->people,
                    merged->plans, merged->ladders, merged->sittings);
    return Done;
}

} // namespace

void addJournalFolder(CLI::App& command, std::string& folder)
{
    folder = defaultJournalFolder().string();
    command.add_option("--data", folder, "The journal's folder, instead of the window's own");
}

void addJournal(CLI::App& app, std::function<int()>& run)
{
    CLI::App* journal =
        app.add_subcommand("journal", "List, save, move, delete and export sittings");
    journal->require_subcommand(1);
    journal->footer("Example:\n  layakari-cli journal list --person Runa");
    addSittings(*journal, run);
    struct Options {
        std::string data;
        std::string folder;
        std::vector<std::string> paths;
        std::vector<std::string> formats{"csv"};
        int weeks = 8;
        bool asJson = false;
    };
    const auto options = std::make_shared<Options>();
    const auto jsonFlag = [&](CLI::App* command) {
        command->add_flag("--json", options->asJson, "Print JSON, one line for each thing");
    };

    // What a command was called before keeps working.
    CLI::App* hand = journal->add_subcommand(
        "add", "Read recordings, or all in a folder, and save them as sittings");
    hand->alias("hand-in");
    hand->add_option("PATH", options->paths,
                     "Recordings and folders; none to go on with those that wait");
    addJournalFolder(*hand, options->data);
    jsonFlag(hand);
    hand->footer(
        "Whose a recording is follows from its folder and name, as in the window's inbox.\n\n"
        "Example:\n  layakari-cli journal add ~/Voice/monday");
    hand->callback(
        [=, &run] { run = [=] { return add(options->data, options->paths, options->asJson); }; });

    CLI::App* take = journal->add_subcommand(
        "export", "Write all sittings as tables, readings as JSON and captions as WebVTT");
    take->alias("take-out");
    take->add_option("--out", options->folder, "The folder to write into")->required();
    std::string known = "Formats of the tables, with commas between them:";
    for (const TableFormat& format : tableFormats())
        known += " " + std::string(format.key) + " (" + format.what + ")";
    take->add_option("--format", options->formats, known)->delimiter(',')->capture_default_str();
    addJournalFolder(*take, options->data);
    jsonFlag(take);
    take->footer(
        "Example:\n  layakari-cli journal export --out ~/layakari-export --format csv,ods");
    take->callback([=, &run] {
        run = [=] {
            return exportAll(options->data, options->folder, options->formats, options->asJson);
        };
    });

    CLI::App* takeIn = journal->add_subcommand(
        "import", "Merge a journal that was exported; what is there stays, nothing is doubled");
    takeIn->alias("take-in");
    takeIn->add_option("FOLDER", options->folder, "What export has written")->required();
    addJournalFolder(*takeIn, options->data);
    jsonFlag(takeIn);
    takeIn->callback([=, &run] {
        run = [=] { return importFrom(options->data, options->folder, options->asJson); };
    });

    CLI::App* demo = journal->add_subcommand(
        "fill-demo", "Fill a journal with an invented rowing club and its simulated recordings");
    demo->add_option("--data", options->data, "The journal's folder; a new one")->required();
    demo->add_option("--weeks", options->weeks, "How many weeks back it goes")
        ->capture_default_str()
        ->check(CLI::Range(2, 52));
    demo->callback([=, &run] { run = [=] { return fillDemo(options->data, options->weeks); }; });
}

} // namespace layakari::cli
