// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/recorder.hpp"

#include "core/audio/recording.hpp"
#include "core/audio/sndfile_out.hpp"
#include "core/language/message.hpp"

#include <algorithm>
#include <cerrno>
#include <charconv>
#include <condition_variable>
#include <cstring>
#include <fcntl.h>
#include <mutex>
#include <sys/file.h>
#include <sys/stat.h>
#include <thread>
#include <unistd.h>

namespace layakari {

namespace fs = std::filesystem;

namespace {

// With what the encoder holds back (4096 samples) less than half of the second that may be lost.
constexpr double writeEveryS = 0.25;
constexpr const char* unfinished = ".part";
constexpr const char* unreadable = ".unreadable";

fs::path withMore(fs::path path, const std::string& more) { return path += more; }

fs::path numbered(const fs::path& target, int number)
{
    if (number == 1) return target;
    return target.parent_path() /
           (target.stem().string() + " " + std::to_string(number) + target.extension().string());
}

} // namespace

struct Recorder::Writer {
    fs::path target;
    fs::path part;
    int rateHz = 0;
    Descriptor file;
    std::unique_ptr<SndfileOut> sound;
    mutable std::mutex mutex;
    std::condition_variable_any changed;
    std::vector<float> waiting;
    bool isEnding = false;
    std::optional<Error> failure;
    double writtenS = 0;
    double safeS = 0;
    std::jthread syncing; // last: they use all of the above
    std::jthread writing;

    ~Writer() { end(); }

    Error cannotWrite(const std::string& why) const
    {
        return {ErrorCode::CannotWrite, target.string(), "",
                say("error.recording-cannot-go-on", {{"why", why}}),
                "make room on the disk; what was recorded until then is saved"};
    }

    void begin()
    {
        writing = std::jthread([this] { write(); });
        syncing = std::jthread([this](const std::stop_token& stop) { sync(stop); });
    }

    // The writer first: what it still writes is to be on the disk as well.
    void end()
    {
        {
            const std::lock_guard lock(mutex);
            isEnding = true;
        }
        changed.notify_all();
        if (writing.joinable()) writing.join();
        syncing.request_stop();
        if (syncing.joinable()) syncing.join();
    }

    void failWith(const std::string& why)
    {
        const std::lock_guard lock(mutex);
        if (!failure) failure = cannotWrite(why);
        waiting = {};
    }

    void write()
    {
        std::vector<float> block;
        double seconds = 0;
        for (bool ends = false; !ends;) {
            {
                std::unique_lock lock(mutex);
                const auto enough = static_cast<std::size_t>(writeEveryS * rateHz);
                changed.wait(lock, [&] { return isEnding || waiting.size() >= enough; });
                block.swap(waiting);
                waiting.clear();
                ends = isEnding;
                if (failure) block.clear();
            }
            if (block.empty()) continue;
            if (const auto failed = sound->write(block)) {
                failWith(*failed);
                continue;
            }
            seconds += static_cast<double>(block.size()) / rateHz;
            const std::lock_guard lock(mutex);
            writtenS = seconds;
            changed.notify_all();
        }
    }

    // A busy disk makes this wait for seconds; the writer does not wait for it.
    void sync(const std::stop_token& stop)
    {
        for (;;) {
            double until = 0;
            {
                std::unique_lock lock(mutex);
                if (!changed.wait(lock, stop, [&] { return writtenS > safeS || failure; })) return;
                if (failure) return;
                until = writtenS;
            }
            if (::fdatasync(file.get()) != 0) return failWith(std::strerror(errno));
            const std::lock_guard lock(mutex);
            safeS = until;
        }
    }
};

Recorder::Recorder(std::unique_ptr<Writer> writer) : m_writer(std::move(writer)) {}
Recorder::Recorder(Recorder&&) noexcept = default;
Recorder& Recorder::operator=(Recorder&&) noexcept = default;
Recorder::~Recorder() = default;

Result<Recorder> Recorder::create(const fs::path& target, int sampleRateHz)
{
    if (auto made = makeFolder(target.parent_path()); !made) return fail(made.error());
    auto writer = std::make_unique<Writer>();
    writer->rateHz = sampleRateHz;
    std::error_code ec;
    for (int number = 1; !writer->file.isOpen(); ++number) {
        writer->target = numbered(target, number);
        writer->part = withMore(writer->target, unfinished);
        if (fs::exists(fs::symlink_status(writer->target, ec))) continue;
        auto file = openExclusively(writer->part);
        if (!file && !fs::exists(fs::symlink_status(writer->part, ec))) return fail(file.error());
        if (file) writer->file = *std::move(file);
    }
    writer->sound = SndfileOut::open(writer->file.get(), sampleRateHz, SndfileOut::As::Flac);
    if (!writer->sound)
        return fail(writer->cannotWrite("sound of " + std::to_string(sampleRateHz) +
                                        " samples a second cannot be recorded"));
    writer->begin();
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

double Recorder::writtenS() const
{
    const std::lock_guard lock(m_writer->mutex);
    return m_writer->writtenS;
}

double Recorder::safeS() const
{
    const std::lock_guard lock(m_writer->mutex);
    return m_writer->safeS;
}

const fs::path& Recorder::target() const { return m_writer->target; }

Result<fs::path> Recorder::finish()
{
    Writer& w = *m_writer;
    w.end();
    if (const auto failed = w.sound->close()) w.failWith(*failed);
    if (::fsync(w.file.get()) != 0) w.failWith(std::strerror(errno));
    w.file.reset();
    if (w.writtenS == 0 && w.failure) return fail(*w.failure);
    if (auto named = renameToFreeName(w.part, w.target); !named) return fail(named.error());
    return w.target;
}

Result<std::optional<RecordingLock>> RecordingLock::take(const fs::path& folder, int* holder)
{
    if (auto made = makeFolder(folder); !made) return fail(made.error());
    const fs::path path = folder / ".recording";
    Descriptor file(
        ::open(path.c_str(), O_RDWR | O_CREAT | O_NOFOLLOW | O_CLOEXEC, S_IRUSR | S_IWUSR));
    if (!file.isOpen())
        return fail({ErrorCode::CannotWrite, path.string(), "",
                     say("error.cannot-be-opened", {{"why", std::strerror(errno)}}),
                     "make sure that the folder can be written to"});
    const bool isOurs = ::flock(file.get(), LOCK_EX | LOCK_NB) == 0;
    // Its process, and what that records.
    std::string text(8192, '\0');
    const ssize_t length = ::pread(file.get(), text.data(), text.size(), 0);
    text.resize(static_cast<std::size_t>(std::max<ssize_t>(length, 0)));
    if (!isOurs) {
        if (holder) *holder = 0;
        if (holder) std::from_chars(text.data(), text.data() + text.size(), *holder);
        return std::nullopt;
    }
    RecordingLock lock(std::move(file));
    const std::size_t line = text.find('\n');
    if (line != std::string::npos && line + 1 < text.size())
        lock.m_unfinished = text.substr(line + 1, text.size() - line - 2);
    lock.setRecording({});
    return lock;
}

RecordingLock::~RecordingLock()
{
    if (m_file.isOpen() && ::ftruncate(m_file.get(), 0) != 0) {
    } // it says too much, and is right
}

void RecordingLock::setRecording(const fs::path& recording)
{
    std::string text = std::to_string(::getpid()) + "\n";
    if (!recording.empty()) text += recording.string() + "\n";
    if (::ftruncate(m_file.get(), 0) != 0 ||
        ::pwrite(m_file.get(), text.data(), text.size(), 0) < 0) {
    } // on a full disk it says less
}

BrokenOff takeUpBrokenOff(const fs::path& folder)
{
    BrokenOff broken;
    std::error_code ec;
    if (!fs::is_directory(folder, ec)) return broken;
    const auto lock = RecordingLock::take(folder);
    if (!lock || !*lock) return broken;
    std::vector<fs::path> parts;
    for (auto it = fs::recursive_directory_iterator(folder, ec);
         !ec && it != fs::recursive_directory_iterator(); it.increment(ec))
        if (it->path().extension() == unfinished && it->path().stem().extension() == ".flac" &&
            fs::is_regular_file(it->symlink_status()))
            parts.push_back(it->path());
    const auto rename = [](const fs::path& from, const fs::path& to, std::vector<fs::path>& into) {
        for (int number = 1; number < 1000; ++number)
            if (renameToFreeName(from, numbered(to, number))) {
                into.push_back(numbered(to, number));
                return;
            }
    };
    // It was named, and then the program ended before it was read.
    const fs::path& whole = (*lock)->unfinished();
    if (whole.extension() == ".flac" && fs::is_regular_file(fs::symlink_status(whole, ec)) &&
        *whole.lexically_normal().lexically_relative(folder.lexically_normal()).begin() != "..")
        broken.found.push_back(whole);
    for (const fs::path& part : parts) {
        const fs::path target = fs::path(part).replace_extension();
        if (Recording::open(part))
            rename(part, target, broken.found);
        else
            rename(part, withMore(target, unreadable), broken.setAside);
    }
    return broken;
}

} // namespace layakari
