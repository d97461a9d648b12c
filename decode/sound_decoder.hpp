// SPDX-License-Identifier: GPL-3.0-or-later
//
// The one place where a stranger's sound file is taken apart. It runs in a process of its own
// (decode/main.cpp), and in the tests of that.
#pragma once

#include "core/audio/decoder_messages.hpp"
#include "core/base/result.hpp"

#include <memory>
#include <span>
#include <string>

namespace layakari {

/// Decodes the sound of an open file, as mono float at one rate, block by block. Opens nothing: the
/// container is read through this descriptor alone, from a list of containers that hold their sound
/// themselves, by decoders of sound; playlists, descriptions and references to other files or
/// addresses are refused.
class SoundDecoder {
public:
    struct Order {
        int descriptor = -1; ///< of a regular file; it is not closed
        std::string ending;  ///< of its name, "mp3": helps to tell what has no mark of its own
        int outputRateHz = 0;
        double fromSeconds = 0; ///< begins as near before this as the format allows
    };

    /// Where the file has several channels, listens to a dozen places of it to choose the channel
    /// or the mean in which the sound rises most over its own quiet. Errors (CannotRead, without
    /// the file's name): empty, no sound in it, more than `soundLimits` allow, a codec that is not
    /// built in.
    static Result<SoundDecoder> open(const Order& order);
    SoundDecoder(SoundDecoder&&) noexcept;
    SoundDecoder& operator=(SoundDecoder&&) noexcept;
    ~SoundDecoder();

    decoder::Format format() const;
    /// The next samples in -1 to 1 at the output rate, valid until the next call; empty at the end.
    /// A frame in another rate, format or number of channels goes on as the same sound; one outside
    /// `soundLimits` is damage. Error: longer than `soundLimits::hours`.
    Result<std::span<const float>> nextBlock();
    const SoundDamage& damage() const;

private:
    struct Stream;
    explicit SoundDecoder(std::unique_ptr<Stream> stream);
    std::unique_ptr<Stream> m_stream;
};

} // namespace layakari
