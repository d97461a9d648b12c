// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/recordings.hpp"

#include "core/base/new_file.hpp"
#include "core/language/message.hpp"

namespace layakari {

namespace fs = std::filesystem;

namespace {

constexpr const char* copyKey = "copy_recordings";

Error cannotCopy(const Error& why)
{
    return {ErrorCode::CannotWrite, why.file, "",
            say("error.recording-cannot-be-copied", {{"why", clauseInWords(why.cause)}}),
            "make room, or let recordings stay where they are (Settings, Recordings)"};
}

} // namespace

bool copiesRecordings(const Journal& journal) { return journal.setting(copyKey) == "yes"; }

Result<void> copyRecordings(Journal& journal, bool copy)
{
    return journal.saveSetting(copyKey, copy ? "yes" : "no");
}

Result<std::string> keptRecording(const Journal& journal, const fs::path& file,
                                  const std::string& sha256)
{
    if (!copiesRecordings(journal)) return file.string();
    const auto folder = OutFolder::open(journal.folder())
                            .and_then([](const OutFolder& f) { return f.folder("recordings"); })
                            .and_then([&](const OutFolder& f) { return f.folder(sha256); });
    if (!folder) return fail(cannotCopy(folder.error()));
    const fs::path there = journal.folder() / "recordings" / sha256;
    std::error_code ec;
    for (const fs::directory_entry& copy : fs::directory_iterator(there, ec))
        if (copy.path().extension() != ".part") return copy.path().string();
    auto copy = folder->create(file.filename().string());
    if (!copy) return fail(cannotCopy(copy.error()));
    if (auto copied = copyFile(file, *std::move(copy)); !copied)
        return fail(cannotCopy(copied.error()));
    return (there / file.filename()).string();
}

} // namespace layakari
