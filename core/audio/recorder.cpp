// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/recorder.hpp"

#include "core/audio/recording.hpp"

#include <condition_variable>
#include <mutex>
#include <sndfile.h>
#include <thread>

namespace layakari {

namespace fs = std::filesystem;

namespace {

constexpr double safeEveryS = 0.5; // half of what may be lost
constexpr const char* unfinished = ".part";

} // namespace

struct Recorder::Writer {
    fs::path target;
    fs::path part;
    int rateHz;
    SNDFILE* handle = nullptr;
    mutable std::mutex mutex;
    std::condition_variable_any changed;
    std::vector<float> waiting;
    bool isEnding = false;
    std::optional<Error> failure;
    double safeS = 0;
    std::size_t written = 0; // samples, by the writing thread alone
    std::jthread thread;     // last: it uses all of the above

    Writer(fs::path wanted, int rate) : target(std::move(wanted)), part(target), rateHz(rate)
    {
        part += unfinished;
    }
    ~Writer()
    {
        end();
        if (handle) sf_close(handle);
    }

    Error cannotWrite(const std::string& why) const
    {
        return {ErrorCode::CannotWrite, target.string(), "", "the recording cannot go on: " + why,
                "make room on the disk; what was recorded until then is kept"};
    }

    void end()
    {
        {
            const std::lock_guard lock(mutex);
            isEnding = true;
        }
        changed.notify_all();
        if (thread.joinable()) thread.join();
    }

    void work()
    {
        std::vector<float> block;
        for (bool ends = false; !ends;) {
            {
                std::unique_lock lock(mutex);
                const auto enough = static_cast<std::size_t>(safeEveryS * rateHz);
                changed.wait(lock, [&] { return isEnding || waiting.size() >= enough; });
                block.swap(waiting);
                waiting.clear();
                ends = isEnding;
            }
            if (!block.empty()) write(block);
        }
    }

    void write(const std::vector<float>& block)
    {
        if (failure) return;
        const auto count = static_cast<sf_count_t>(block.size());
        const sf_count_t done = sf_write_float(handle, block.data(), count);
        if (done == count) sf_write_sync(handle);
        const int error = sf_error(handle);
        const std::lock_guard lock(mutex);
        if (done != count || error != SF_ERR_NO_ERROR) {
            failure = cannotWrite("the disk takes no more");
            return;
        }
        written += block.size();
        safeS = static_cast<double>(written) / rateHz;
    }
};

Recorder::Recorder(std::unique_ptr<Writer> writer) : m_writer(std::move(writer)) {}
Recorder::Recorder(Recorder&&) noexcept = default;
Recorder& Recorder::operator=(Recorder&&) noexcept = default;
Recorder::~Recorder() = default;

Result<Recorder> Recorder::create(const fs::path& target, int sampleRateHz)
{
    auto writer = std::make_unique<Writer>(target, sampleRateHz);
    std::error_code ec;
    fs::create_directories(target.parent_path(), ec);
    SF_INFO info{};
    info.samplerate = sampleRateHz;
    info.channels = 1;
    info.format = SF_FORMAT_FLAC | SF_FORMAT_PCM_16;
    writer->handle = sf_open(writer->part.c_str(), SFM_WRITE, &info);
    if (!writer->handle)
        return fail({ErrorCode::CannotWrite, target.string(), "",
                     std::string("nothing can be recorded there: ") + sf_strerror(nullptr),
                     "check the folder, its permissions and the free space"});
    sf_command(writer->handle, SFC_SET_CLIPPING, nullptr, SF_TRUE);
    writer->thread = std::jthread([raw = writer.get()] { raw->work(); });
    return Recorder(std::move(writer));
}

void Recorder::push(std::span<const float> samples)
{
    {
        const std::lock_guard lock(m_writer->mutex);
        if (m_writer->failure) return;
        m_writer->waiting.insert(m_writer->waiting.end(), samples.begin(), samples.end());
    }
    m_writer->changed.notify_all();
}

std::optional<Error> Recorder::failure() const
{
    const std::lock_guard lock(m_writer->mutex);
    return m_writer->failure;
}

double Recorder::safeS() const
{
    const std::lock_guard lock(m_writer->mutex);
    return m_writer->safeS;
}

Result<fs::path> Recorder::finish()
{
    m_writer->end();
    const int closed = sf_close(m_writer->handle);
    m_writer->handle = nullptr;
    if (closed != 0 && !m_writer->failure)
        m_writer->failure = m_writer->cannotWrite(sf_error_number(closed));
    if (m_writer->written == 0 && m_writer->failure) return fail(*m_writer->failure);
    std::error_code ec;
    fs::rename(m_writer->part, m_writer->target, ec);
    if (ec) return fail(m_writer->cannotWrite(ec.message()));
    return m_writer->target;
}

std::vector<fs::path> takeUpBrokenOff(const fs::path& folder)
{
    std::vector<fs::path> found;
    std::error_code ec;
    std::vector<fs::path> parts;
    for (auto it = fs::recursive_directory_iterator(folder, ec);
         !ec && it != fs::recursive_directory_iterator(); it.increment(ec))
        if (it->path().extension() == unfinished && it->path().stem().extension() == ".flac")
            parts.push_back(it->path());
    for (const fs::path& part : parts) {
        fs::path target = part;
        target.replace_extension();
        const auto recording = Recording::open(part);
        if (!recording) {
            fs::remove(part, ec);
            continue;
        }
        fs::rename(part, target, ec);
        if (!ec) found.push_back(target);
    }
    return found;
}

} // namespace layakari
