// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"

#include <filesystem>
#include <memory>
#include <span>

namespace layakari {

/// Writes mono sound as FLAC (16 bit) or WAV (16 bit), by the file name's extension. The target
/// appears only when `finish` has succeeded; a writer that is destroyed before removes what it
/// wrote.
class SoundWriter {
public:
    /// Errors: BadArgument for another extension, CannotWrite.
    static Result<SoundWriter> create(const std::filesystem::path& target, int sampleRateHz);

    SoundWriter(SoundWriter&&) noexcept;
    SoundWriter& operator=(SoundWriter&&) noexcept;
    ~SoundWriter();

    /// Samples in -1 to 1; beyond that they clip.
    Result<void> write(std::span<const float> samples);
    Result<void> finish();

private:
    struct File;
    explicit SoundWriter(std::unique_ptr<File> file);
    std::unique_ptr<File> m_file;
};

} // namespace layakari
