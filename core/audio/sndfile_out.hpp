// SPDX-License-Identifier: GPL-3.0-or-later
//
// Within the audio room only: libsndfile writing to a descriptor of ours, each failed write
// noticed.
#pragma once

#include <memory>
#include <optional>
#include <span>
#include <string>

namespace layakari {

/// Mono sound of 16 bits as it goes to an open file. libsndfile by itself does not say when the
/// last block did not fit on the disk.
class SndfileOut {
public:
    enum class As { Flac, Wav };
    /// The descriptor stays the caller's and must outlive this. Null where the rate cannot be
    /// written.
    static std::unique_ptr<SndfileOut> open(int descriptor, int sampleRateHz, As as);
    ~SndfileOut();
    SndfileOut(const SndfileOut&) = delete;
    SndfileOut& operator=(const SndfileOut&) = delete;

    /// Samples in -1 to 1; beyond that they clip. Says what failed, now or before.
    std::optional<std::string> write(std::span<const float> samples);
    /// Writes what the encoder holds back, and the header. Says what failed, now or before.
    std::optional<std::string> close();

private:
    struct File;
    explicit SndfileOut(std::unique_ptr<File> file);
    std::unique_ptr<File> m_file;
};

} // namespace layakari
