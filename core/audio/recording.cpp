// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/recording.hpp"

#include "core/audio/decoder_process.hpp"
#include "core/base/barrier.hpp"
#include "core/base/files.hpp"

#include <algorithm>
#include <cstring>
#include <future>
#include <utility>

namespace layakari {

namespace fs = std::filesystem;

namespace {

Error cannotRead(const fs::path& path, std::string cause, std::string tryThis)
{
    return {ErrorCode::CannotRead, path.string(), "", std::move(cause), std::move(tryThis)};
}

// The value that a message begins with; nothing where it is too short for one.
template <class Value>
std::optional<Value> valueIn(const DecoderProcess::Message& message)
{
    if (message.bytes.size() < sizeof(Value)) return std::nullopt;
    Value value;
    std::memcpy(&value, message.bytes.data(), sizeof value);
    return value;
}

} // namespace

struct Recording::Process {
    DecoderProcess decoder;
    fs::path path;
    decoder::Format format = {};
    SoundDamage damage = {};
    double readSeconds = 0;
    bool isOver = false;
    std::vector<float> block = {};

    auto garbled() const
    {
        return fail(cannotRead(path, "its sound cannot be decoded",
                               "copy it from the phone or recorder again"));
    }
};

Recording::Recording(std::unique_ptr<Process> process) : m_process(std::move(process)) {}
Recording::Recording(Recording&&) noexcept = default;
Recording& Recording::operator=(Recording&&) noexcept = default;
Recording::~Recording() = default;

Result<Recording> Recording::open(const fs::path& path) { return open(path, Options{}); }

Result<Recording> Recording::open(const fs::path& path, const Options& options)
{
    auto decoder =
        DecoderProcess::start({path, options.outputRateHz, options.fromSeconds, options.stop});
    if (!decoder) return fail(decoder.error());
    std::unique_ptr<Process> process(new Process{*std::move(decoder), path});
    const auto message = process->decoder.next();
    if (!message) return fail(message.error());
    const auto format = valueIn<decoder::Format>(*message);
    if (message->kind != decoder::Kind::Format || !format) return process->garbled();
    process->format = *format;
    return Recording(std::move(process));
}

int Recording::sampleRateHz() const { return m_process->format.sampleRateHz; }
int Recording::channels() const { return m_process->format.channels; }
int Recording::chosenChannel() const { return m_process->format.chosenChannel; }
double Recording::startsAtSeconds() const { return m_process->format.startsAtSeconds; }
double Recording::headerSeconds() const { return m_process->format.headerSeconds; }
double Recording::readSeconds() const { return m_process->readSeconds; }
const SoundDamage& Recording::damage() const { return m_process->damage; }

std::optional<std::int64_t> Recording::createdMicroseconds() const
{
    const std::int64_t created = m_process->format.createdMicroseconds;
    return created == 0 ? std::nullopt : std::optional(created);
}

Result<std::span<const float>> Recording::nextBlock()
{
    Process& p = *m_process;
    if (p.isOver) return std::span<const float>();
    const auto message = p.decoder.next();
    if (!message) return fail(message.error());
    if (message->kind == decoder::Kind::End) {
        const auto end = valueIn<decoder::End>(*message);
        if (!end) return p.garbled();
        p.damage = *end;
        p.isOver = true;
        return std::span<const float>();
    }
    const auto head = valueIn<decoder::SoundHead>(*message);
    if (message->kind != decoder::Kind::Sound || !head) return p.garbled();
    p.readSeconds = head->readSeconds;
    p.block.resize((message->bytes.size() - sizeof *head) / sizeof(float));
    std::memcpy(p.block.data(), message->bytes.data() + sizeof *head,
                p.block.size() * sizeof(float));
    return std::span<const float>(p.block);
}

namespace {

Result<RecordingInfo> decodeAll(const fs::path& path,
                                const std::function<void(std::span<const float>)>& consume,
                                SoundDamage& damage, const Progress& progress)
{
    auto recording = Recording::open(path, {.stop = progress.stop});
    if (!recording) return fail(recording.error());
    auto hashing = std::async(std::launch::async, [&] {
        return withoutThrowing(ErrorCode::CannotRead, path.string(),
                               [&] { return sha256OfFile(path, progress.stop); });
    });
    bool any = false;
    for (;;) {
        const auto block = recording->nextBlock();
        if (!block) return fail(block.error());
        if (block->empty()) break;
        consume(*block);
        any = true;
        if (recording->headerSeconds() > 0)
            progress.tell(std::min(1.0, recording->readSeconds() / recording->headerSeconds()));
    }
    damage = recording->damage();
    if (!any)
        return fail(cannotRead(path,
                               "the file is cut short or damaged: not one sample could be decoded",
                               "copy it from the phone or recorder again"));
    if (damage.notANumber == damage.samples)
        return fail(
            cannotRead(path, "none of its samples is a number", "export the recording again"));
    auto hash = hashing.get();
    if (!hash) return fail(hash.error());
    return RecordingInfo{path.string(), damage.readSeconds, recording->sampleRateHz(),
                         recording->channels(), *hash};
}

} // namespace

Result<RecordingInfo> decodeRecording(const fs::path& path,
                                      const std::function<void(std::span<const float>)>& consume,
                                      SoundDamage& damage, const Progress& progress)
{
    return withoutThrowing(ErrorCode::CannotRead, path.string(),
                           [&] { return decodeAll(path, consume, damage, progress); });
}

Result<std::vector<float>> readStretch(const fs::path& path, double startSeconds, double endSeconds,
                                       int outputRateHz)
{
    // Lossy codecs need a run-up before a seek's target to be exact again.
    constexpr double runUpSeconds = 0.5;
    auto recording = Recording::open(
        path, {.outputRateHz = outputRateHz, .fromSeconds = startSeconds - runUpSeconds});
    if (!recording) return fail(recording.error());
    auto skip =
        static_cast<std::int64_t>((startSeconds - recording->startsAtSeconds()) * outputRateHz);
    const auto wanted =
        static_cast<std::size_t>(std::max(0.0, endSeconds - startSeconds) * outputRateHz);
    std::vector<float> sound;
    while (sound.size() < wanted) {
        const auto next = recording->nextBlock();
        if (!next) return fail(next.error());
        std::span<const float> block = *next;
        if (block.empty()) break;
        const auto skipped =
            std::clamp<std::int64_t>(skip, 0, static_cast<std::int64_t>(block.size()));
        skip -= skipped;
        block = block.subspan(static_cast<std::size_t>(skipped));
        block = block.first(std::min(block.size(), wanted - sound.size()));
        sound.insert(sound.end(), block.begin(), block.end());
    }
    return sound;
}

} // namespace layakari
