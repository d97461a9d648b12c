// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/audio/recorder.hpp"
#include "core/base/fault_note.hpp"
#include "core/intake/readers.hpp"
#include "core/intake/when.hpp"
#include "core/report/take_out.hpp"
#include "core/simulate/demo_club.hpp"

#include <array>
#include <condition_variable>
#include <cstdio>
#include <ctime>
#include <deque>

namespace layakari::cli {

namespace {

Day localToday() { return localDayOf(std::time(nullptr)); }

int fillDemo(const std::string& folder, int weeks)
{
    const std::filesystem::path data(folder);
    auto journal = Journal::open(data);
    if (!journal) {
        complain(journal.error().message());
        return exitFor(journal.error());
    }
    ProgressLine line(1);
    const Progress progress{[&](double f) { line.tell(0, f); }, stopOnInterrupt()};
    if (auto filled = fillDemoClub(*journal, data / "recordings", localToday(), progress, weeks);
        !filled) {
        complain(filled.error().message());
        return exitFor(filled.error());
    }
    return Done;
}

// Reads what was handed in and what waits since an earlier time, on all cores; keeps it from here.
class HandIn {
public:
    explicit HandIn(Journal& journal) : m_journal(journal) {}

    Result<int> run()
    {
        Readers readers([this](const ReadOrder& order, const ReadIn& read) { take(order, read); },
                        [](Id, double) {});
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
        const auto all = m_journal.handedIn();
        if (!all) return fail(all.error());
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
                         "what is not read yet waits; the same command goes on with it"});
        return failed;
    }

private:
    using Done = std::pair<ReadOrder, ReadIn>;

    Journal& m_journal;
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

    static void tell(const Handed& handed)
    {
        static constexpr std::array states{"waiting", "kept", "known", "failed"};
        std::printf("%-7s %s: %s\n", states[static_cast<std::size_t>(handed.state)],
                    handed.file.c_str(), handed.words.c_str());
        std::fflush(stdout);
    }
};

int handIn(const std::string& folder, const std::vector<std::string>& paths)
{
    auto journal = Journal::open(folder, Journal::Missing::Refuse);
    if (!journal) {
        complain(journal.error().message());
        return exitFor(journal.error());
    }
    noteFaultsIn(folder);
    const BrokenOff broken = takeUpBrokenOff(practisedFolder(folder));
    for (const auto& file : broken.setAside)
        complain(file.string() + ": this recording of an interrupted practice could not be opened; "
                                 "it has been set aside, not deleted");
    std::vector<std::filesystem::path> files(paths.begin(), paths.end());
    files.insert(files.end(), broken.found.begin(), broken.found.end());
    auto taken = takeIn(*journal, files, localToday());
    const auto failed = taken ? HandIn(*journal).run() : fail(taken.error());
    if (!failed) {
        complain(failed.error().message());
        return exitFor(failed.error());
    }
    return *failed == 0 ? Done : CannotRead;
}

int takeOutAll(const std::string& folder, const std::string& out,
               const std::vector<std::string>& formats)
{
    std::vector<const TableFormat*> chosen;
    for (const std::string& key : formats) {
        const auto format = findTableFormat(key);
        if (!format) {
            complain(format.error().message());
            return exitFor(format.error());
        }
        chosen.push_back(*format);
    }
    auto journal = Journal::open(folder, Journal::Missing::Refuse);
    if (!journal) {
        complain(journal.error().message());
        return exitFor(journal.error());
    }
    ProgressLine line(1);
    const auto taken =
        takeOut(*journal, out, chosen, {[&](double f) { line.tell(0, f); }, stopOnInterrupt()});
    if (!taken) {
        complain(taken.error().message());
        return exitFor(taken.error());
    }
    std::printf("%d sittings in %s\n", *taken, out.c_str());
    return Done;
}

int takeInFrom(const std::string& folder, const std::string& from)
{
    auto journal = Journal::open(folder);
    const auto merged = journal ? takeInJournal(*journal, from) : fail(journal.error());
    if (!merged) {
        complain(merged.error().message());
        return exitFor(merged.error());
    }
    std::printf("%d people, %d plans, %d ladders, %d sittings were new\n", merged->people,
                merged->plans, merged->ladders, merged->sittings);
    return Done;
}

} // namespace

void addJournal(CLI::App& app, std::function<int()>& run)
{
    CLI::App* journal = app.add_subcommand("journal", "Work on a journal");
    journal->set_version_flag("--version", "layakari-cli " LAYAKARI_VERSION);
    journal->require_subcommand(1);
    auto folder = std::make_shared<std::string>();
    CLI::App* demo = journal->add_subcommand(
        "fill-demo", "Fill a journal with an invented rowing club and its simulated recordings");
    demo->add_option("--data", *folder, "The journal's folder")->required();
    auto weeks = std::make_shared<int>(8);
    demo->add_option("--weeks", *weeks, "How many weeks back it goes")
        ->capture_default_str()
        ->check(CLI::Range(2, 52));
    demo->callback([folder, weeks, &run] { run = [=] { return fillDemo(*folder, *weeks); }; });
    auto out = std::make_shared<std::string>();
    CLI::App* take = journal->add_subcommand(
        "take-out", "Write all sittings as tables, readings as JSON and captions as WebVTT");
    take->add_option("--data", *folder, "The journal's folder")->required();
    take->add_option("--out", *out, "The folder to write into")->required();
    auto formats = std::make_shared<std::vector<std::string>>(1, "csv");
    std::string known = "Formats of the tables, with commas between them:";
    for (const TableFormat& format : tableFormats())
        known += " " + std::string(format.key) + " (" + format.what + ")";
    take->add_option("--format", *formats, known)->delimiter(',')->capture_default_str();
    take->callback([folder, out, formats, &run] {
        run = [=] { return takeOutAll(*folder, *out, *formats); };
    });
    CLI::App* takeIn = journal->add_subcommand(
        "take-in", "Merge a journal that was taken out; what is there stays, nothing is doubled");
    takeIn->add_option("--data", *folder, "The journal's folder")->required();
    takeIn->add_option("FOLDER", *out, "What take-out has written")->required();
    takeIn->callback([folder, out, &run] { run = [=] { return takeInFrom(*folder, *out); }; });
    auto paths = std::make_shared<std::vector<std::string>>();
    CLI::App* hand = journal->add_subcommand(
        "hand-in", "Read recordings, or all in a folder, and keep them as sittings");
    hand->add_option("--data", *folder, "The journal's folder")->required();
    hand->add_option("PATH", *paths, "Recordings and folders; none to go on with those that wait");
    hand->callback([folder, paths, &run] { run = [=] { return handIn(*folder, *paths); }; });
}

} // namespace layakari::cli
