// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/mangle/manglers.hpp"

#include <algorithm>
#include <array>
#include <cstdint>
#include <cstring>

namespace layakari::bench {

namespace {

using Random = std::mt19937;

std::size_t upTo(Random& random, std::size_t most)
{
    return std::uniform_int_distribution<std::size_t>(0, most)(random);
}

// A place, often near the head, where what is said of the rest stands.
std::size_t placeIn(const std::string& bytes, Random& random)
{
    constexpr std::size_t head = 512;
    const std::size_t end = upTo(random, 1) ? bytes.size() : std::min(head, bytes.size());
    return end == 0 ? 0 : upTo(random, end - 1);
}

std::string part(const std::string& bytes, Random& random)
{
    const std::size_t at = placeIn(bytes, random);
    return bytes.substr(at, 1 + upTo(random, bytes.size() / 4 + 1));
}

std::string turnBits(std::string bytes, Random& random)
{
    const std::size_t count = std::size_t{1} << upTo(random, 9);
    for (std::size_t i = 0; i < count && !bytes.empty(); ++i)
        bytes[placeIn(bytes, random)] ^= static_cast<char>(1u << upTo(random, 7));
    return bytes;
}

std::string cutOff(std::string bytes, Random& random)
{
    return bytes.substr(0, upTo(random, bytes.size()));
}

std::string loseAPart(std::string bytes, Random& random)
{
    const std::size_t at = placeIn(bytes, random);
    return bytes.erase(at, 1 + upTo(random, bytes.size() / 3 + 1));
}

std::string doubleAPart(std::string bytes, Random& random)
{
    const std::string twice = part(bytes, random);
    return bytes.insert(placeIn(bytes, random), twice);
}

std::string silenceAPart(std::string bytes, Random& random)
{
    const std::size_t at = placeIn(bytes, random);
    const std::size_t length = std::min(bytes.size() - at, 1 + upTo(random, 4000));
    const char value = upTo(random, 1) ? '\0' : '\xff';
    std::fill_n(bytes.begin() + static_cast<std::ptrdiff_t>(at), length, value);
    return bytes;
}

// Pieces of a power of two, in another order.
std::string shuffle(std::string bytes, Random& random)
{
    const std::size_t size = std::size_t{1} << (2 + upTo(random, 12));
    std::vector<std::string> pieces;
    for (std::size_t at = 0; at < bytes.size(); at += size)
        pieces.push_back(bytes.substr(at, size));
    const std::size_t kept = upTo(random, 1) ? 1 : 0; // the head stays, or does not
    if (pieces.size() > kept)
        std::shuffle(pieces.begin() + static_cast<std::ptrdiff_t>(kept), pieces.end(), random);
    std::string all;
    for (const std::string& piece : pieces) all += piece;
    return all;
}

// Four or eight bytes that say how long or how fast something is.
std::string lieOfLengths(std::string bytes, Random& random)
{
    static constexpr std::array<std::uint64_t, 10> values{
        0, 1, 0x7f, 0xff, 0x7fff, 0x7fffffff, 0x80000000, 0xffffffff, 0x0100000000000000, ~0ull};
    for (std::size_t i = 0; i <= upTo(random, 4) && bytes.size() > 8; ++i) {
        const std::uint64_t value = values[upTo(random, values.size() - 1)];
        const std::size_t at = std::min(placeIn(bytes, random) & ~std::size_t{1}, bytes.size() - 8);
        std::memcpy(bytes.data() + at, &value, upTo(random, 1) ? 4 : 8);
    }
    return bytes;
}

// As floats of either size: NaN, infinite, absurd, tiny.
std::string strangeFloats(std::string bytes, Random& random)
{
    static constexpr std::array<std::uint32_t, 7> singles{
        0x7fc00000, 0xffc00001, 0x7f800000, 0xff800000, 0x7f7fffff, 0x00000001, 0x4f800000};
    static constexpr std::array<std::uint64_t, 5> doubles{0x7ff8000000000000, 0xfff0000000000000,
                                                          0x7e37e43c8800759c, 0xfe37e43c8800759c,
                                                          0x0000000000000001};
    const std::size_t every = std::size_t{8} << upTo(random, 8);
    for (std::size_t at = 64; at + 8 < bytes.size(); at += every)
        if (upTo(random, 1))
            std::memcpy(bytes.data() + at, &singles[upTo(random, singles.size() - 1)], 4);
        else
            std::memcpy(bytes.data() + at, &doubles[upTo(random, doubles.size() - 1)], 8);
    return bytes;
}

std::string anotherEnd(std::string bytes, Random& random)
{
    std::string other(upTo(random, 3000), '\0');
    for (char& c : other) c = static_cast<char>(random());
    return bytes.substr(0, placeIn(bytes, random)) + other;
}

} // namespace

const std::vector<Mangler>& manglers()
{
    static const std::vector<Mangler> all{
        {"bits", turnBits},        {"cut", cutOff},           {"lost", loseAPart},
        {"twice", doubleAPart},    {"flat", silenceAPart},    {"order", shuffle},
        {"lengths", lieOfLengths}, {"floats", strangeFloats}, {"other end", anotherEnd}};
    return all;
}

} // namespace layakari::bench
