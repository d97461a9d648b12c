// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/take_out.hpp"

#include "core/base/files.hpp"
#include "core/journal/backup.hpp"
#include "core/report/tables.hpp"

#include <cstdlib>
#include <fstream>
#include <limits>
#include <map>
#include <nlohmann/json.hpp>

namespace layakari {

namespace {

namespace fs = std::filesystem;

constexpr const char* manifestFormat = "layakari.journal";

class TakingOut {
public:
    TakingOut(const Journal& journal, fs::path folder, const Progress& progress)
        : m_journal(journal), m_folder(std::move(folder)), m_progress(progress)
    {
    }

    Result<int> run()
    {
        for (const fs::path& folder : {m_folder / "readings", m_folder / "plans"}) {
            std::error_code ec;
            fs::create_directories(folder, ec);
            if (ec)
                return fail({ErrorCode::CannotWrite, folder.string(), "",
                             "the folder cannot be made (" + ec.message() + ")",
                             "choose one that can be written to"});
        }
        if (auto named = nameAll(); !named) return fail(named.error());
        const auto sittings = m_journal.sittings(0, std::numeric_limits<int>::max());
        if (!sittings) return fail(sittings.error());
        std::vector<NamedSitting> all;
        for (const Sitting& sitting : *sittings) {
            if (m_progress.stopped())
                return fail({ErrorCode::Cancelled, m_folder.string(), "", "stopped", ""});
            const auto plan = planOf(sitting);
            if (!plan) return fail(plan.error());
            all.push_back({sitting, m_people[sitting.person], *plan});
            if (auto taken = takeReading(sitting); !taken) return fail(taken.error());
            m_progress.tell(static_cast<double>(all.size()) /
                            static_cast<double>(sittings->size()));
        }
        const std::pair<const char*, std::string> files[]{{"sittings.csv", sittingsCsv(all)},
                                                          {"phases.csv", m_phases},
                                                          {"strokes.csv", m_strokes},
                                                          {"hums.csv", m_hums}};
        for (const auto& [name, text] : files)
            if (auto written = writeTextFile(m_folder / name, text); !written)
                return fail(written.error());
        // The manifest comes last: where it is, all else is there.
        if (auto copied = copyJournal(m_journal.folder(), m_folder / "journal.db"); !copied)
            return fail(copied.error());
        const nlohmann::json manifest{{"format", manifestFormat},
                                      {"version", 1},
                                      {"journal", "journal.db"},
                                      {"people", m_people.size()},
                                      {"sittings", all.size()}};
        if (auto written = writeTextFile(m_folder / "manifest.json", manifest.dump(2) + "\n");
            !written)
            return fail(written.error());
        return static_cast<int>(all.size());
    }

private:
    const Journal& m_journal;
    fs::path m_folder;
    const Progress& m_progress;
    std::map<Id, std::string> m_people;
    std::map<Id, std::string> m_plans; ///< by version
    std::string m_phases = phasesCsvHeader();
    std::string m_strokes = strokesCsvHeader();
    std::string m_hums = humsCsvHeader();

    Result<void> nameAll()
    {
        const auto people = m_journal.people(true);
        if (!people) return fail(people.error());
        for (const Person& person : *people) m_people[person.id] = person.name;
        return {};
    }

    // The plan's name; its file is written the first time.
    Result<std::string> planOf(const Sitting& sitting)
    {
        if (!sitting.planVersion) return std::string();
        const Id id = *sitting.planVersion;
        if (const auto known = m_plans.find(id); known != m_plans.end()) return known->second;
        const auto version = m_journal.planVersion(id);
        if (!version) return fail(version.error());
        if (!*version) return m_plans[id] = "";
        const Plan& plan = (*version)->plan;
        if (auto written = writeTextFile(m_folder / "plans" / (std::to_string(id) + ".json"),
                                         planToJson(plan));
            !written)
            return fail(written.error());
        return m_plans[id] = plan.name;
    }

    Result<void> takeReading(const Sitting& sitting)
    {
        const auto json = m_journal.readingOf(sitting.id);
        if (!json) return fail(json.error());
        if (!*json) return {};
        const fs::path file = m_folder / "readings" / std::to_string(sitting.id);
        if (auto written = writeTextFile(fs::path(file).concat(".json"), **json); !written)
            return written;
        // One that this program cannot read is still taken out as it is.
        const auto reading = parseReading(**json, sitting.recording);
        if (!reading) return {};
        m_phases += phasesCsv(*reading, sitting.id);
        m_strokes += strokesCsv(*reading, sitting.id);
        m_hums += humsCsv(*reading, sitting.id);
        return writeTextFile(fs::path(file).concat(".vtt"), captionsVtt(*reading));
    }
};

} // namespace

Result<int> takeOut(const Journal& journal, const fs::path& folder, const Progress& progress)
{
    return TakingOut(journal, folder, progress).run();
}

bool isTakenOut(const fs::path& folder)
{
    std::error_code ec;
    const fs::path file = folder / "manifest.json";
    if (!fs::is_regular_file(file, ec)) return false;
    std::ifstream in(file);
    const auto manifest = nlohmann::json::parse(in, nullptr, false);
    return manifest.is_object() && manifest.value("format", "") == manifestFormat;
}

Result<Merged> takeInJournal(Journal& into, const fs::path& folder)
{
    if (!isTakenOut(folder))
        return fail({ErrorCode::BadJournal, folder.string(), "",
                     "this is no journal that was taken out",
                     "choose the folder with manifest.json"});
    // Opening brings an older journal up to date: in a copy, what was taken out stays as it is.
    std::string name = (fs::temp_directory_path() / "layakari-XXXXXX").string();
    if (!mkdtemp(name.data()))
        return fail({ErrorCode::CannotWrite, name, "", "no folder can be made there",
                     "see that the disk is not full"});
    const fs::path copy = name;
    std::error_code ec;
    fs::copy_file(folder / "journal.db", copy / "journal.db", ec);
    Result<Merged> merged =
        ec ? fail(Error{ErrorCode::BadJournal, (folder / "journal.db").string(), "",
                        "it cannot be read (" + ec.message() + ")", "take the journal out again"})
           : Journal::open(copy).and_then(
                 [&](const Journal& from) { return mergeJournal(into, from); });
    fs::remove_all(copy, ec);
    return merged;
}

} // namespace layakari
