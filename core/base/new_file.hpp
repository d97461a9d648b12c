// SPDX-License-Identifier: GPL-3.0-or-later
//
// The one place where the program makes files and folders.
//
//     auto file = NewFile::create("reading.json");
//     file->write(text);
//     file->finish();                             // on the disk, and in its place
//
// Until `finish` the target is as it was. What is written lies beside it under a name that nobody
// can foresee, made anew (O_EXCL) and never through a link (O_NOFOLLOW), readable and writable by
// its owner alone (0600) whatever the umask; `finish` brings it to the disk before it takes the
// target's name, and the folder after that.
#pragma once

#include "core/base/result.hpp"

#include <filesystem>
#include <string>
#include <string_view>

namespace layakari {

/// A file descriptor that closes itself.
class Descriptor {
public:
    Descriptor() = default;
    explicit Descriptor(int descriptor) : m_descriptor(descriptor) {}
    Descriptor(Descriptor&& other) noexcept;
    Descriptor& operator=(Descriptor&& other) noexcept;
    ~Descriptor();

    int get() const { return m_descriptor; }
    bool isOpen() const { return m_descriptor >= 0; }
    /// Gives it away: whoever calls closes it.
    int release();
    void reset();

private:
    int m_descriptor = -1;
};

/// An empty file without a name in the folder for temporary files, gone when it is closed and when
/// the program ends. CannotWrite.
Result<Descriptor> namelessFile();

class NewFile {
public:
    /// `target` is a name that a person gave, so links on the way to it are followed: a link to a
    /// file stays a link, and the file behind it is replaced. A pipe, a terminal or another device
    /// is written to as it is, at once. CannotWrite: a folder, no permission, a name that is too
    /// long, links that go round in a circle.
    static Result<NewFile> create(const std::filesystem::path& target);

    NewFile(NewFile&&) noexcept;
    NewFile& operator=(NewFile&&) noexcept;
    /// Removes what was not finished.
    ~NewFile();

    Result<void> write(std::string_view bytes);
    /// Flushes to the disk, then takes the target's name. Only what this returns may be called
    /// saved.
    Result<void> finish();

    /// For libraries that write by themselves. Do not close it.
    int descriptor() const { return m_file.get(); }
    /// Where it lies until then, for libraries that want a name.
    std::filesystem::path workingPath() const;
    const std::filesystem::path& target() const { return m_target; }
    Error cannotWrite(const std::string& why) const;

private:
    friend class OutFolder;
    NewFile() = default;
    static Result<NewFile> besides(Descriptor folder, std::string name,
                                   std::filesystem::path target);
    /// As `finish`, but it may not be on the disk yet.
    Result<void> takeName();

    std::filesystem::path m_target; ///< as it was named, for messages
    Descriptor m_folder;            ///< where the file's name is
    std::string m_name;             ///< there, at the end
    std::string m_workingName;      ///< there, until then; empty for a device
    Descriptor m_file;
};

/// A folder that the program fills by names of its own. The way to it is the person's; below it no
/// link is followed: a folder that is one is refused, a file that is one is replaced.
class OutFolder {
public:
    /// Makes `path` where it is missing (`makeFolder`). CannotWrite.
    static Result<OutFolder> open(const std::filesystem::path& path);
    Result<OutFolder> folder(const std::string& name) const;
    Result<NewFile> create(const std::string& name) const;
    /// Writes one file of many, each whole under its name or not there. Waiting for the disk after
    /// each would take minutes for a long journal, so only `flush` does.
    Result<void> write(const std::string& name, std::string_view bytes) const;
    /// Brings all that was written here, and in the folders below, to the disk. Only after it may
    /// that be called saved. CannotWrite: the disk reported that some of it was lost.
    Result<void> flush() const;

private:
    std::filesystem::path m_path;
    Descriptor m_folder;
};

/// Makes `path` and what is missing above it, each for its owner alone (0700) whatever the umask. A
/// folder that is there keeps its mode. CannotWrite.
Result<void> makeFolder(const std::filesystem::path& path);

/// Writes `bytes` to `path` as a NewFile.
Result<void> writeFile(const std::filesystem::path& path, std::string_view bytes);

/// Makes a file anew under just this name (0600), which must not be taken, not even by a link.
/// CannotWrite.
Result<Descriptor> openExclusively(const std::filesystem::path& path);

/// Gives a file another name in the same folder and brings the folder to the disk. CannotWrite:
/// the name is taken; nothing is ever replaced.
Result<void> renameToFreeName(const std::filesystem::path& from, const std::filesystem::path& to);

/// Copies a regular file's bytes and its time stamp into `into`, which is then finished.
Result<void> copyFile(const std::filesystem::path& from, NewFile into);

} // namespace layakari
