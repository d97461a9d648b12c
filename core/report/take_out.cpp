// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/take_out.hpp"

#include "core/base/checked_json.hpp"
#include "core/base/files.hpp"
#include "core/base/text.hpp"
#include "core/journal/backup.hpp"
#include "core/report/tables.hpp"

#include <limits>
#include <map>
#include <nlohmann/json.hpp>

namespace layakari {

namespace {

namespace fs = std::filesystem;

constexpr const char* manifestFormat = "layakari.journal";
constexpr const char* manifestName = "manifest.json";
constexpr std::uintmax_t mostManifestBytes = 64 << 10; // it has five short lines

class TakingOut {
public:
    TakingOut(const Journal& journal, fs::path folder,
              const std::vector<const TableFormat*>& formats, const Progress& progress)
        : m_journal(journal), m_folder(std::move(folder)), m_progress(progress)
    {
        for (const TableFormat* format : formats) m_writers.push_back(format->make());
        for (const auto& writer : m_writers) m_tables.emplace_back(*writer);
    }

    Result<int> run()
    {
        if (auto opened = openFolders(); !opened) return fail(opened.error());
        if (auto named = nameAll(); !named) return fail(named.error());
        const auto sittings =
            m_journal.sittings(0, std::numeric_limits<int>::max(), Journal::Which::All);
        if (!sittings) return fail(sittings.error());
        int count = 0;
        for (const Sitting& sitting : *sittings) {
            if (m_progress.stopped())
                return fail({ErrorCode::Cancelled, m_folder.string(), "", "stopped", ""});
            const auto plan = planOf(sitting);
            if (!plan) return fail(plan.error());
            for (SittingTables& tables : m_tables)
                tables.add(NamedSitting{sitting, m_people[sitting.person], *plan});
            if (auto taken = takeReading(sitting); !taken) return fail(taken.error());
            m_progress.tell(++count / static_cast<double>(sittings->size()));
        }
        for (const auto& writer : m_writers)
            if (auto written = writer->finish(m_out); !written) return fail(written.error());
        // The manifest comes last: where it is, all else is there.
        auto copy = m_out.create("journal.db");
        if (!copy) return fail(copy.error());
        if (auto copied = copyJournal(m_journal.folder(), *std::move(copy)); !copied)
            return fail(copied.error());
        const nlohmann::ordered_json manifest{{"format", manifestFormat},
                                              {"version", 1},
                                              {"journal", "journal.db"},
                                              {"people", m_people.size()},
                                              {"sittings", count}};
        if (auto onDisk = m_out.flush(); !onDisk) return fail(onDisk.error());
        if (auto written = writeManifest(jsonText(manifest, 2) + "\n"); !written)
            return fail(written.error());
        return count;
    }

private:
    const Journal& m_journal;
    fs::path m_folder;
    const Progress& m_progress;
    OutFolder m_out;
    OutFolder m_readings;
    OutFolder m_plansFolder;
    std::map<Id, std::string> m_people;
    std::map<Id, std::string> m_plans; ///< by version
    std::vector<std::unique_ptr<TableWriter>> m_writers;
    std::vector<SittingTables> m_tables; ///< one for each writer

    Result<void> writeManifest(const std::string& text)
    {
        auto file = m_out.create(manifestName);
        if (!file) return fail(file.error());
        if (auto written = file->write(text); !written) return written;
        return file->finish();
    }

    Result<void> openFolders()
    {
        auto out = OutFolder::open(m_folder);
        if (!out) return fail(out.error());
        m_out = *std::move(out);
        for (auto [folder, name] :
             {std::pair(&m_readings, "readings"), std::pair(&m_plansFolder, "plans")}) {
            auto below = m_out.folder(name);
            if (!below) return fail(below.error());
            *folder = *std::move(below);
        }
        return {};
    }

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
        if (auto written = m_plansFolder.write(std::to_string(id) + ".json", planToJson(plan));
            !written)
            return fail(written.error());
        return m_plans[id] = plan.name;
    }

    Result<void> takeReading(const Sitting& sitting)
    {
        const auto json = m_journal.readingOf(sitting.id);
        if (!json) return fail(json.error());
        if (!*json) return {};
        const std::string name = std::to_string(sitting.id);
        if (auto written = m_readings.write(name + ".json", **json); !written) return written;
        // One that this program cannot read is still taken out as it is.
        const auto reading = parseReading(**json, sitting.recording);
        if (!reading) return {};
        for (SittingTables& tables : m_tables) tables.add(sitting.id, *reading);
        return m_readings.write(name + ".vtt", captionsVtt(*reading));
    }
};

} // namespace

Result<int> takeOut(const Journal& journal, const fs::path& folder,
                    const std::vector<const TableFormat*>& formats, const Progress& progress)
{
    return TakingOut(journal, folder, formats, progress).run();
}

namespace {

Result<bool> checkManifest(const fs::path& folder)
{
    const fs::path file = folder / manifestName;
    return readTextFile(file, ErrorCode::BadJournal, mostManifestBytes)
        .and_then([&](const std::string& text) {
            return parseForeign(text, ErrorCode::BadJournal, file.string(),
                                "choose a folder that Export has written",
                                [](const CheckedJson& manifest) {
                                    checkHead(manifest, manifestFormat, 1);
                                    return true;
                                });
        });
}

} // namespace

bool isTakenOut(const fs::path& folder) { return checkManifest(folder).has_value(); }

Result<Merged> takeInJournal(Journal& into, const fs::path& folder, const Progress& progress)
{
    return checkManifest(folder)
        .and_then([&](bool) { return Journal::openForeign(folder / "journal.db"); })
        .and_then([&](const Journal& from) { return mergeJournal(into, from, progress); });
}

} // namespace layakari
