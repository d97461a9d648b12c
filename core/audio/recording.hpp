// SPDX-License-Identifier: GPL-3.0-or-later
//
// Reads any recording that FFmpeg's libraries decode, as mono float at one rate, block by block.
#pragma once

#include "core/base/progress.hpp"
#include "core/base/result.hpp"

#include <cstdint>
#include <filesystem>
#include <functional>
#include <memory>
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

/// What was wrong with the sound on its way in. Counted over the samples of all channels.
struct SoundDamage {
    std::int64_t samples = 0;
    std::int64_t clippedSamples = 0; ///< at or beyond `clippedLevel`
    std::int64_t notANumber = 0;     ///< NaN or infinite; read as silence
    std::int64_t undecodablePackets = 0;
    double headerSeconds = 0; ///< the duration that the file claims; 0: it claims none
    double readSeconds = 0;

    /// The level at which 8-bit and lossy codecs put a clipped peak.
    static constexpr float clippedLevel = 0.985f;
    /// Counts sound that comes in by another way than a file.
    void count(std::span<const float> sound);
};

/// Which channels become the mono signal: one of them, or (-1) the mean of all.
inline constexpr int meanOfChannels = -1;

/// One pass through a recording. Move-only; holds a few blocks of sound at a time.
class Recording {
public:
    /// Opens `path` and, where it has several channels, listens to a dozen places of it to choose
    /// the channel or the mean in which the sound rises most over its own quiet. Errors
    /// (CannotRead): missing, a folder, no permission, empty, no sound in it, a sample rate outside
    /// 4 to 384 kHz, more than eight channels, a codec that is not built in.
    static Result<Recording> open(const std::filesystem::path& path,
                                  int outputRateHz = analysisRateHz);

    Recording(Recording&&) noexcept;
    Recording& operator=(Recording&&) noexcept;
    ~Recording();

    int sampleRateHz() const;
    int channels() const;
    int chosenChannel() const; ///< index, or `meanOfChannels`

    /// Moves to `seconds` as nearly as the format allows; the next block starts at the returned
    /// time.
    double seek(double seconds);

    /// The next samples in -1 to 1 at the output rate, valid until the next call; empty at the end.
    std::span<const float> nextBlock();

    const SoundDamage& damage() const;

private:
    struct Stream;
    explicit Recording(std::unique_ptr<Stream> stream);
    std::unique_ptr<Stream> m_stream;
};

/// Reads all of `path`, giving each block to `consume`. Returns duration, format and hash, and
/// fills `damage`. Errors as `Recording::open`; also when not one sample could be decoded, when all
/// were NaN, and Cancelled.
Result<RecordingInfo> decodeRecording(const std::filesystem::path& path,
                                      const std::function<void(std::span<const float>)>& consume,
                                      SoundDamage& damage, const Progress& progress = {});

/// The mono sound between two times, for playback; shorter where the recording ends before.
Result<std::vector<float>> readStretch(const std::filesystem::path& path, double startSeconds,
                                       double endSeconds, int outputRateHz);

} // namespace layakari
