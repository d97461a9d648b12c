// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/new_file.hpp"
#include "core/base/result.hpp"

#include <filesystem>
#include <memory>
#include <optional>
#include <span>
#include <vector>

namespace layakari {

/// Records mono sound as FLAC (16 bit) while it comes in. Whatever kills the program takes no more
/// than a second of it: what came is handed to the system four times a second, whether the disk is
/// busy or not, and brought to the disk by a thread of its own. The file is written as NAME.part
/// and can be read as it is at any moment; `finish` gives it its name.
class Recorder {
public:
    /// Makes the folder where it is missing. A name that is taken gets a number. CannotWrite.
    static Result<Recorder> create(const std::filesystem::path& target, int sampleRateHz);

    Recorder(Recorder&&) noexcept;
    Recorder& operator=(Recorder&&) noexcept;
    /// Leaves NAME.part as it is.
    ~Recorder();

    /// Takes the next samples, -1 to 1, and returns at once: a thread of its own writes them. From
    /// a failure on (the disk is full) nothing more is written; what was stays.
    void push(std::span<const float> samples);
    std::optional<Error> failure() const;
    /// Seconds that the system has: a killed program does not lose them.
    double writtenS() const;
    /// Seconds that are on the disk: neither does a machine without power.
    double safeS() const;

    /// The name that it will have.
    const std::filesystem::path& target() const;

    /// Waits until all is on the disk, and gives the file its name; also after a failure, for what
    /// could be written. CannotWrite where that was nothing.
    Result<std::filesystem::path> finish();

private:
    struct Writer;
    explicit Recorder(std::unique_ptr<Writer> writer);
    std::unique_ptr<Writer> m_writer;
};

/// Held by the program that records into a folder, until what was recorded is read; given back when
/// it is destroyed and when the program ends, however it ends.
class RecordingLock {
public:
    RecordingLock(RecordingLock&&) noexcept = default;
    RecordingLock& operator=(RecordingLock&&) noexcept = default;
    /// Nothing is unfinished any more.
    ~RecordingLock();

    /// What is recorded now: were the program to end, the next one would know.
    void setRecording(const std::filesystem::path& recording);
    /// What was recorded by the program that held it before and ended with it; empty for none.
    const std::filesystem::path& unfinished() const { return m_unfinished; }

    /// Nothing where another program holds it; then `holder` is its process, if that is known.
    /// CannotWrite.
    static Result<std::optional<RecordingLock>> take(const std::filesystem::path& folder,
                                                     int* holder = nullptr);

private:
    explicit RecordingLock(Descriptor file) : m_file(std::move(file)) {}
    Descriptor m_file;
    std::filesystem::path m_unfinished;
};

struct BrokenOff {
    std::vector<std::filesystem::path> found;
    /// No sound can be read from these; they lie where they lay, as NAME.unreadable.
    std::vector<std::filesystem::path> setAside;
};

/// Gives recordings that a killed program has left in `folder` and below (NAME.part) their names;
/// one that was whole but not read yet is among them. Nothing where another program records there:
/// they may be its own. No recording is ever deleted.
BrokenOff takeUpBrokenOff(const std::filesystem::path& folder);

} // namespace layakari
