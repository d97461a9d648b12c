// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/support/odd_files.hpp"

#include "tests/support/temporary_folder.hpp"

#include <algorithm>

namespace layakari {

namespace {

void little(std::string& out, std::uint64_t value, int bytes)
{
    for (int i = 0; i < bytes; ++i) out += static_cast<char>(value >> (8 * i) & 0xff);
}

void big(std::string& out, std::uint64_t value, int bytes)
{
    for (int i = bytes - 1; i >= 0; --i) out += static_cast<char>(value >> (8 * i) & 0xff);
}

// Both checksums of FLAC begin with 0 and take the highest bit first.
std::uint32_t crc(const std::string& data, int bits, std::uint32_t polynomial)
{
    std::uint32_t sum = 0;
    for (const char c : data) {
        sum ^= static_cast<std::uint32_t>(static_cast<unsigned char>(c)) << (bits - 8);
        for (int i = 0; i < 8; ++i)
            sum = (sum >> (bits - 1) & 1) != 0 ? (sum << 1) ^ polynomial : sum << 1;
    }
    return sum & ((1u << bits) - 1);
}

// A frame's number as UTF-8 would write it.
std::string coded(std::uint32_t number)
{
    std::string text;
    if (number < 0x80) return {static_cast<char>(number)};
    int more = number < 0x800 ? 1 : number < 0x10000 ? 2 : 3;
    text += static_cast<char>((0xff00 >> (more + 1) & 0xff) | (number >> (6 * more)));
    for (; more > 0; --more) text += static_cast<char>(0x80 | (number >> (6 * (more - 1)) & 0x3f));
    return text;
}

} // namespace

void writeWav(const std::filesystem::path& path, const WavHeader& header, const std::string& data)
{
    const std::uint32_t frame = header.channels * header.bits / 8u;
    std::string out = "RIFF";
    little(out, 36 + data.size(), 4);
    out += "WAVEfmt ";
    little(out, 16, 4);
    little(out, header.tag, 2);
    little(out, header.channels, 2);
    little(out, header.rateHz, 4);
    little(out, header.rateHz * frame, 4);
    little(out, frame, 2);
    little(out, header.bits, 2);
    out += "data";
    little(out, data.size(), 4);
    writeText(path, out + data);
}

void writeConstantFlac(const std::filesystem::path& path, const ConstantFlac& flac)
{
    constexpr std::uint32_t samplesInFrame = 65535;
    const auto samples = static_cast<std::uint64_t>(flac.seconds * flac.rateHz);
    const auto frames =
        static_cast<std::uint32_t>(std::max<std::uint64_t>(1, samples / samplesInFrame));
    std::string out = "fLaC";
    big(out, 0x80000022, 4); // the last block of metadata, the stream's, of 34 bytes
    big(out, samplesInFrame, 2);
    big(out, samplesInFrame, 2);
    big(out, 0, 6); // sizes of frames: not said
    big(out,
        static_cast<std::uint64_t>(flac.rateHz) << 44 | 15ull << 36 |
            (flac.saysLength ? std::uint64_t{frames} * samplesInFrame : 0),
        8);                       // one channel, 16 bits
    out += std::string(16, '\0'); // MD5: not said
    for (std::uint32_t i = 0; i < frames; ++i) {
        std::string frame;
        big(frame, 0xfff87d08, 4); // 16 bits of size and of rate follow; mono, 16 bits
        frame += coded(i);
        big(frame, samplesInFrame - 1, 2);
        big(frame, flac.frameRateHz, 2);
        frame += static_cast<char>(crc(frame, 8, 0x07));
        frame += '\0'; // a constant
        big(frame, flac.value, 2);
        const std::uint32_t sum = crc(frame, 16, 0x8005);
        big(frame, sum, 2);
        out += frame;
    }
    writeText(path, out + std::string(flac.padding, '\0'));
}

} // namespace layakari
