// SPDX-License-Identifier: GPL-3.0-or-later
//
// Sound files as no recorder writes them.
#pragma once

#include <cstdint>
#include <filesystem>
#include <string>
#include <vector>

namespace layakari {

/// A WAV file with any format tag (1 integers, 3 floats) and any data.
struct WavHeader {
    std::uint16_t tag = 1;
    std::uint16_t bits = 16;
    std::uint32_t rateHz = 16000;
    std::uint16_t channels = 1;
};
void writeWav(const std::filesystem::path& path, const WavHeader& header, const std::string& data);

/// The bytes of values, one after another.
template <class T>
std::string bytesOf(const std::vector<T>& values)
{
    return {reinterpret_cast<const char*>(values.data()), values.size() * sizeof(T)};
}

/// A FLAC file of one value, written out by hand (RFC 9639): a frame of 65,535 samples takes 16
/// bytes, so that a day takes some hundred kilobytes.
struct ConstantFlac {
    double seconds = 1;
    std::uint32_t rateHz = 8000;      ///< in the header
    std::uint32_t frameRateHz = 8000; ///< in each frame
    bool saysLength = true;           ///< in the header
    std::uint16_t value = 0;
    std::size_t padding = 0; ///< zeros behind it, so that it is as large as sound
};
void writeConstantFlac(const std::filesystem::path& path, const ConstantFlac& flac);

} // namespace layakari
