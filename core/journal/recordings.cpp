// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/recordings.hpp"

namespace layakari {

namespace fs = std::filesystem;

namespace {

constexpr const char* copyKey = "copy_recordings";

Error cannotCopy(const fs::path& file, const std::error_code& why)
{
    return {ErrorCode::CannotWrite, file.string(), "",
            "the recording cannot be copied there (" + why.message() + ")",
            "make room, or let recordings stay where they are (Prepare, Handed in)"};
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
    const fs::path folder = journal.folder() / "recordings" / sha256;
    std::error_code ec;
    for (const fs::directory_entry& there : fs::directory_iterator(folder, ec))
        if (there.path().extension() != ".part") return there.path().string();
    const fs::path target = folder / file.filename();
    fs::path part = target;
    part += ".part";
    fs::create_directories(folder, ec);
    if (!ec) fs::copy_file(file, part, fs::copy_options::overwrite_existing, ec);
    // When it was recorded is told by it, where the file does not say so from within.
    if (!ec) fs::last_write_time(part, fs::last_write_time(file, ec), ec);
    if (!ec) fs::rename(part, target, ec);
    if (!ec) return target.string();
    std::error_code ignored;
    fs::remove(part, ignored);
    return fail(cannotCopy(target, ec));
}

} // namespace layakari
