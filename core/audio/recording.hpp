// SPDX-License-Identifier: GPL-3.0-or-later
//
// Reads any recording that FFmpeg's libraries decode, as mono float at one rate, block by block.
// The decoding is done by a process of its own (core/audio/decoder_process.hpp), within the limits
// of core/audio/sound_limits.hpp.
#pragma once

#include "core/audio/channel_choice.hpp"
#include "core/audio/sound_damage.hpp"
#include "core/base/progress.hpp"
#include "core/base/result.hpp"

#include <cstdint>
#include <filesystem>
#include <functional>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace layakari {

/// The rate at which everything after this room works. 16 kHz keeps 0 to 8 kHz, where breath
/// noise at a microphone lies (Gavriely et al. 1981, J. Appl. Physiol. 50(2), find it to fall off
/// well below 4 kHz at the chest; at the nose and mouth it reaches further).
inline constexpr int analysisRateHz = 16000;

struct RecordingInfo {
    std::string file;
    double durationSeconds = 0; ///< of the sound that could be read, not what the header says
    int sampleRateHz = 0;       ///< as recorded
    int channels = 0;           ///< as recorded
    std::string sha256;         ///< of the file's bytes
    bool operator==(const RecordingInfo&) const = default;
};

/// One pass through a recording. Move-only; holds a few blocks of sound at a time. Used from the
/// thread that opened it.
class Recording {
public:
    struct Options {
        int outputRateHz = analysisRateHz;
        double fromSeconds = 0; ///< begins as near before this as the format allows
        std::stop_token stop = {};
    };
    /// Opens `path` and, where it has several channels, chooses the channel or the mean in which
    /// the sound rises most over its own quiet. Errors (CannotRead): missing, a folder, no
    /// permission, empty, no sound in it, beyond the limits, a codec that is not built in.
    /// Cancelled.
    static Result<Recording> open(const std::filesystem::path& path, const Options& options);
    static Result<Recording> open(const std::filesystem::path& path);

    Recording(Recording&&) noexcept;
    Recording& operator=(Recording&&) noexcept;
    ~Recording();

    int sampleRateHz() const;
    int channels() const;
    int chosenChannel() const;      ///< index, or `meanOfChannels`
    double startsAtSeconds() const; ///< where its first block lies
    /// When the file says that it was begun, in microseconds of Unix time; nothing where it does
    /// not say.
    std::optional<std::int64_t> createdMicroseconds() const;

    /// The next samples in -1 to 1 at the output rate, valid until the next call; empty at the end.
    /// Cancelled; CannotRead where the file ends the decoder.
    Result<std::span<const float>> nextBlock();

    double headerSeconds() const; ///< the duration that the file claims; 0: it claims none
    double readSeconds() const;   ///< so far
    /// What was wrong with it; known at the end.
    const SoundDamage& damage() const;

private:
    struct Process;
    explicit Recording(std::unique_ptr<Process> process);
    std::unique_ptr<Process> m_process;
};

/// Reads all of `path`, giving each block to `consume`. Returns duration, format and hash, and
/// fills `damage`. Errors as `Recording`; also when not one sample could be decoded, and when all
/// were NaN.
Result<RecordingInfo> decodeRecording(const std::filesystem::path& path,
                                      const std::function<void(std::span<const float>)>& consume,
                                      SoundDamage& damage, const Progress& progress = {});

/// The mono sound between two times, for playback; shorter where the recording ends before.
Result<std::vector<float>> readStretch(const std::filesystem::path& path, double startSeconds,
                                       double endSeconds, int outputRateHz);

} // namespace layakari
