// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/new_file.hpp"

#include "core/base/files.hpp"
#include "core/language/message.hpp"

#include <array>
#include <cerrno>
#include <climits>
#include <cstdint>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <sys/random.h>
#include <sys/stat.h>
#include <unistd.h>
#include <utility>

namespace layakari {

namespace fs = std::filesystem;

namespace {

constexpr mode_t forOwner = S_IRUSR | S_IWUSR;
constexpr mode_t folderForOwner = S_IRWXU;
constexpr int mostLinks = 40; // as the kernel follows, path_resolution(7)

Error cannotWriteTo(const fs::path& target, const std::string& why)
{
    return {ErrorCode::CannotWrite, target.string(), "",
            say("error.cannot-be-written", {{"why", clauseInWords(why)}}),
            "check the name, the folder, its permissions and the free space"};
}

Error cannotWriteTo(const fs::path& target, int error)
{
    return cannotWriteTo(target, std::strerror(error));
}

fs::path folderOf(const fs::path& file)
{
    return file.has_parent_path() ? file.parent_path() : fs::path(".");
}

// Nobody can lay a link where this will be.
std::string unforeseenName()
{
    std::uint64_t bits = 0;
    while (::getrandom(&bits, sizeof bits, 0) != sizeof bits) {
    }
    std::array<char, 48> name{};
    std::snprintf(name.data(), name.size(), ".layakari-%016llx.part",
                  static_cast<unsigned long long>(bits));
    return name.data();
}

Result<Descriptor> openFolder(int at, const fs::path& path, int more, const fs::path& target)
{
    Descriptor folder(::openat(at, path.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC | more));
    if (!folder.isOpen()) return fail(cannotWriteTo(target, errno));
    return folder;
}

// Writes all of it, however often the system takes a part.
int writeAll(int descriptor, std::string_view bytes)
{
    while (!bytes.empty()) {
        const ssize_t written = ::write(descriptor, bytes.data(), bytes.size());
        if (written < 0 && errno == EINTR) continue;
        if (written < 0) return errno;
        bytes.remove_prefix(static_cast<std::size_t>(written));
    }
    return 0;
}

// Where a link that leads to nothing yet points to.
Result<fs::path> endOfLinks(const fs::path& target)
{
    fs::path place = target;
    for (int i = 0; i < mostLinks; ++i) {
        std::error_code ec;
        if (!fs::is_symlink(fs::symlink_status(place, ec))) return place;
        const fs::path next = fs::read_symlink(place, ec);
        if (ec) return fail(cannotWriteTo(target, ec.message()));
        place = next.is_absolute() ? next : folderOf(place) / next;
    }
    return fail(cannotWriteTo(target, ELOOP));
}

// The file that `target` means, links followed; its folder must be there.
Result<fs::path> placeOf(const fs::path& target, bool isThere)
{
    if (!isThere) return endOfLinks(target);
    std::error_code ec;
    fs::path place = fs::canonical(target, ec);
    if (ec) return fail(cannotWriteTo(target, ec.message()));
    return place;
}

} // namespace

Result<Descriptor> namelessFile()
{
    std::error_code ec;
    fs::path folder = fs::temp_directory_path(ec);
    if (ec) folder = "/tmp";
    const fs::path file = folder / unforeseenName();
    Descriptor made(
        ::open(file.c_str(), O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, forOwner));
    if (!made.isOpen()) return fail(cannotWriteTo(folder, errno));
    ::unlink(file.c_str());
    return made;
}

Descriptor::Descriptor(Descriptor&& other) noexcept : m_descriptor(other.release()) {}

Descriptor& Descriptor::operator=(Descriptor&& other) noexcept
{
    if (this != &other) {
        reset();
        m_descriptor = other.release();
    }
    return *this;
}

Descriptor::~Descriptor() { reset(); }

int Descriptor::release() { return std::exchange(m_descriptor, -1); }

void Descriptor::reset()
{
    if (m_descriptor >= 0) ::close(release());
}

Result<NewFile> NewFile::create(const fs::path& target)
{
    struct stat there {};
    const bool isThere = ::stat(target.c_str(), &there) == 0;
    if (!isThere && errno != ENOENT) return fail(cannotWriteTo(target, errno));
    if (isThere && S_ISDIR(there.st_mode)) return fail(cannotWriteTo(target, "this is a folder"));
    if (isThere && !S_ISREG(there.st_mode)) {
        NewFile device;
        device.m_target = target;
        device.m_file = Descriptor(::open(target.c_str(), O_WRONLY | O_CLOEXEC | O_NOCTTY));
        if (!device.m_file.isOpen()) return fail(cannotWriteTo(target, errno));
        return device;
    }
    const auto place = placeOf(target, isThere);
    if (!place) return fail(place.error());
    auto folder = openFolder(AT_FDCWD, folderOf(*place), 0, target);
    if (!folder) return fail(folder.error());
    return besides(*std::move(folder), place->filename().string(), target);
}

Result<NewFile> NewFile::besides(Descriptor folder, std::string name, fs::path target)
{
    NewFile file;
    file.m_target = std::move(target);
    file.m_folder = std::move(folder);
    file.m_name = std::move(name);
    file.m_workingName = unforeseenName();
    if (file.m_name.empty()) return fail(cannotWriteTo(file.m_target, "this is not a file name"));
    file.m_file =
        Descriptor(::openat(file.m_folder.get(), file.m_workingName.c_str(),
                            O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, forOwner));
    if (!file.m_file.isOpen()) return fail(cannotWriteTo(file.m_target, errno));
    // A umask can only take away; this makes it what it is to be.
    ::fchmod(file.m_file.get(), forOwner);
    return file;
}

NewFile::NewFile(NewFile&& other) noexcept
    : m_target(std::move(other.m_target)),
      m_folder(std::move(other.m_folder)),
      m_name(std::move(other.m_name)),
      m_workingName(std::exchange(other.m_workingName, {})),
      m_file(std::move(other.m_file))
{
}

NewFile& NewFile::operator=(NewFile&& other) noexcept
{
    std::swap(m_target, other.m_target);
    std::swap(m_folder, other.m_folder);
    std::swap(m_name, other.m_name);
    std::swap(m_workingName, other.m_workingName);
    std::swap(m_file, other.m_file);
    return *this;
}

NewFile::~NewFile()
{
    if (!m_workingName.empty()) ::unlinkat(m_folder.get(), m_workingName.c_str(), 0);
}

Error NewFile::cannotWrite(const std::string& why) const { return cannotWriteTo(m_target, why); }

fs::path NewFile::workingPath() const
{
    if (m_workingName.empty()) return m_target;
    return fs::path("/proc/self/fd") / std::to_string(m_folder.get()) / m_workingName;
}

Result<void> NewFile::write(std::string_view bytes)
{
    if (const int error = writeAll(m_file.get(), bytes); error != 0)
        return fail(cannotWriteTo(m_target, error));
    return {};
}

Result<void> NewFile::finish()
{
    if (m_workingName.empty()) {
        if (::close(m_file.release()) != 0) return fail(cannotWriteTo(m_target, errno));
        return {};
    }
    if (::fsync(m_file.get()) != 0) return fail(cannotWriteTo(m_target, errno));
    if (auto named = takeName(); !named) return named;
    if (::fsync(m_folder.get()) != 0) return fail(cannotWriteTo(m_target, errno));
    return {};
}

Result<void> NewFile::takeName()
{
    if (::close(m_file.release()) != 0 ||
        ::renameat(m_folder.get(), m_workingName.c_str(), m_folder.get(), m_name.c_str()) != 0)
        return fail(cannotWriteTo(m_target, errno));
    m_workingName.clear();
    return {};
}

Result<OutFolder> OutFolder::open(const fs::path& path)
{
    if (auto made = makeFolder(path); !made) return fail(made.error());
    auto opened = openFolder(AT_FDCWD, path, 0, path);
    if (!opened) return fail(opened.error());
    OutFolder folder;
    folder.m_path = path;
    folder.m_folder = *std::move(opened);
    return folder;
}

Result<OutFolder> OutFolder::folder(const std::string& name) const
{
    OutFolder below;
    below.m_path = m_path / name;
    if (::mkdirat(m_folder.get(), name.c_str(), folderForOwner) != 0 && errno != EEXIST)
        return fail(cannotWriteTo(below.m_path, errno));
    auto opened = openFolder(m_folder.get(), name, O_NOFOLLOW, below.m_path);
    if (!opened)
        return fail(cannotWriteTo(below.m_path, "there is already a file or a link of this name"));
    below.m_folder = *std::move(opened);
    return below;
}

Result<NewFile> OutFolder::create(const std::string& name) const
{
    auto folder = openFolder(m_folder.get(), ".", 0, m_path / name);
    if (!folder) return fail(folder.error());
    return NewFile::besides(*std::move(folder), name, m_path / name);
}

Result<void> OutFolder::write(const std::string& name, std::string_view bytes) const
{
    auto file = create(name);
    if (!file) return fail(file.error());
    if (auto written = file->write(bytes); !written) return written;
    return file->takeName();
}

Result<void> OutFolder::flush() const
{
    if (::syncfs(m_folder.get()) != 0) return fail(cannotWriteTo(m_path, errno));
    return {};
}

Result<void> makeFolder(const fs::path& path)
{
    if (path.empty()) return fail(cannotWriteTo(path, ENOENT));
    struct stat there {};
    if (::stat(path.c_str(), &there) == 0) {
        if (S_ISDIR(there.st_mode)) return {};
        return fail(cannotWriteTo(path, "there is already a file of this name"));
    }
    if (errno != ENOENT) return fail(cannotWriteTo(path, errno));
    const fs::path above = path.has_filename() ? folderOf(path) : path.parent_path();
    if (above != path && above != ".")
        if (auto made = makeFolder(above); !made) return made;
    if (!path.has_filename()) return {};
    if (::mkdir(path.c_str(), folderForOwner) != 0 && errno != EEXIST)
        return fail(cannotWriteTo(path, errno));
    return {};
}

Result<void> writeFile(const fs::path& path, std::string_view bytes)
{
    auto file = NewFile::create(path);
    if (!file) return fail(file.error());
    if (auto written = file->write(bytes); !written) return written;
    return file->finish();
}

Result<Descriptor> openExclusively(const fs::path& path)
{
    Descriptor file(
        ::open(path.c_str(), O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, forOwner));
    if (!file.isOpen()) return fail(cannotWriteTo(path, errno));
    return file;
}

Result<void> renameToFreeName(const fs::path& from, const fs::path& to)
{
    auto folder = openFolder(AT_FDCWD, folderOf(to), 0, to);
    if (!folder) return fail(folder.error());
    // Some file systems do not know how to refuse; there the name is looked for first.
    int failed = ::renameat2(AT_FDCWD, from.c_str(), AT_FDCWD, to.c_str(), RENAME_NOREPLACE);
    if (failed != 0 && errno == EINVAL && ::access(to.c_str(), F_OK) != 0)
        failed = ::rename(from.c_str(), to.c_str());
    if (failed != 0 || ::fsync(folder->get()) != 0) return fail(cannotWriteTo(to, errno));
    return {};
}

Result<void> copyFile(const fs::path& from, NewFile into)
{
    const auto source = openRegularFile(from, ErrorCode::CannotRead);
    if (!source) return fail(source.error());
    struct stat status {};
    ::fstat(source->get(), &status);
    std::array<char, 1 << 16> block{};
    for (;;) {
        const ssize_t got = ::read(source->get(), block.data(), block.size());
        if (got < 0 && errno == EINTR) continue;
        if (got < 0)
            return fail({ErrorCode::CannotRead, from.string(), "",
                         say("error.stopped-in-the-middle", {{"why", std::strerror(errno)}}),
                         "check the disk"});
        if (got == 0) break;
        if (auto written = into.write({block.data(), static_cast<std::size_t>(got)}); !written)
            return written;
    }
    const std::array times{status.st_atim, status.st_mtim};
    ::futimens(into.descriptor(), times.data());
    return into.finish();
}

} // namespace layakari
