// SPDX-License-Identifier: GPL-3.0-or-later
//
// layakari-decode: the process in which a sound file is taken apart, so that whatever a file does
// to a decoder, it does to this process alone. Started by the program, not by people: the file is
// its standard input, what it says (core/audio/decoder_messages.hpp) its standard output.
//
//     layakari-decode RATE FROM_SECONDS ENDING PARENT < FILE > MESSAGES
#include "core/audio/decoder_messages.hpp"
#include "decode/sandbox.hpp"
#include "decode/sound_decoder.hpp"

#include <algorithm>
#include <cerrno>
#include <charconv>
#include <cstdio>
#include <cstring>
#include <new>
#include <string_view>
#include <unistd.h>
#include <vector>

namespace {

using namespace layakari;

template <class Number>
bool parse(std::string_view text, Number& number)
{
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
    return error == std::errc() && end == text.data() + text.size();
}

class Messages {
public:
    template <class Value>
    bool say(decoder::Kind kind, const Value& value)
    {
        return sayBytes(kind, {reinterpret_cast<const char*>(&value), sizeof value});
    }
    bool sound(double readSeconds, std::span<const float> block)
    {
        for (std::size_t at = 0; at < block.size(); at += decoder::mostSamples) {
            const auto part = block.subspan(at, std::min(decoder::mostSamples, block.size() - at));
            const decoder::SoundHead head{readSeconds};
            m_bytes.assign(reinterpret_cast<const char*>(&head), sizeof head);
            m_bytes.append(reinterpret_cast<const char*>(part.data()), part.size_bytes());
            if (!sayBytes(decoder::Kind::Sound, m_bytes)) return false;
        }
        return true;
    }
    bool complain(const Error& error)
    {
        return sayBytes(decoder::Kind::Complaint, error.cause + "\n" + error.tryThis);
    }

private:
    std::string m_bytes;

    static bool sayBytes(decoder::Kind kind, std::string_view bytes)
    {
        const decoder::Head head{kind, static_cast<std::uint32_t>(bytes.size())};
        return writeAll({reinterpret_cast<const char*>(&head), sizeof head}) && writeAll(bytes);
    }
    static bool writeAll(std::string_view bytes)
    {
        while (!bytes.empty()) {
            const ssize_t written = ::write(STDOUT_FILENO, bytes.data(), bytes.size());
            if (written < 0 && errno == EINTR) continue;
            if (written <= 0) return false;
            bytes.remove_prefix(static_cast<std::size_t>(written));
        }
        return true;
    }
};

Result<void> decode(const SoundDecoder::Order& order, Messages& messages)
{
    auto decoder = SoundDecoder::open(order);
    if (!decoder) return fail(decoder.error());
    if (!messages.say(decoder::Kind::Format, decoder->format())) return {};
    for (;;) {
        const auto block = decoder->nextBlock();
        if (!block) return fail(block.error());
        if (block->empty()) break;
        if (!messages.sound(decoder->damage().readSeconds, *block)) return {}; // nobody listens
    }
    messages.say(decoder::Kind::End, decoder->damage());
    return {};
}

} // namespace

int main(int argc, char** argv)
{
    SoundDecoder::Order order;
    int parent = 0;
    if (argc != 5 || !parse(argv[1], order.outputRateHz) || order.outputRateHz < 1000 ||
        !parse(argv[2], order.fromSeconds) || !parse(argv[4], parent)) {
        std::fputs("layakari-decode: a part of Layakari; start layakari or layakari-cli\n", stderr);
        return 2;
    }
    order.ending = argv[3];
    order.descriptor = STDIN_FILENO;
    if (!enterSandbox(parent)) return 1;
    Messages messages;
    try {
        if (const auto decoded = decode(order, messages); !decoded)
            messages.complain(decoded.error());
    } catch (const std::bad_alloc&) {
        messages.complain({ErrorCode::CannotRead, "", "",
                           "decoding it takes more memory than any recording needs: it is damaged",
                           "copy it from the phone or recorder again"});
    }
    return 0;
}
