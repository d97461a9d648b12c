// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"

#include <filesystem>
#include <memory>
#include <optional>
#include <span>
#include <vector>

namespace layakari {

/// Records mono sound as FLAC (16 bit) while it comes in. What was recorded is on the disk after a
/// second at most, so that whatever kills the program or the machine takes no more than that: the
/// file is written as NAME.part and can be read as it is at any moment; `finish` gives it its name.
class Recorder {
public:
    /// Errors: CannotWrite.
    static Result<Recorder> create(const std::filesystem::path& target, int sampleRateHz);

    Recorder(Recorder&&) noexcept;
    Recorder& operator=(Recorder&&) noexcept;
    /// Leaves NAME.part as it is.
    ~Recorder();

    /// Takes the next samples, -1 to 1, and returns at once: a thread of its own writes them. From
    /// a failure on (the disk is full) nothing more is written; what was stays.
    void push(std::span<const float> samples);
    std::optional<Error> failure() const;
    /// Seconds that are on the disk.
    double safeS() const;

    /// Waits until all is written, and gives the file its name; also after a failure, for what
    /// could be written. CannotWrite where that was nothing.
    Result<std::filesystem::path> finish();

private:
    struct Writer;
    explicit Recorder(std::unique_ptr<Writer> writer);
    std::unique_ptr<Writer> m_writer;
};

/// Gives recordings that a killed program has left in `folder` and below (NAME.part) their names,
/// and returns them. One without any sound in it is deleted.
std::vector<std::filesystem::path> takeUpBrokenOff(const std::filesystem::path& folder);

} // namespace layakari
