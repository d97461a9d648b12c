// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/decoder_process.hpp"

#include "core/audio/sound_limits.hpp"

#include <array>
#include <cerrno>
#include <chrono>
#include <csignal>
#include <cstring>
#include <fcntl.h>
#include <poll.h>
#include <spawn.h>
#include <sys/wait.h>
#include <unistd.h>
#include <utility>

namespace layakari {

namespace fs = std::filesystem;

namespace {

constexpr const char* name = "layakari-decode";
constexpr int lookEveryMs = 50; // for a stop

// The decoder starts with no signal blocked, whatever the thread that starts it has blocked.
class SpawnAttributes {
public:
    SpawnAttributes()
    {
        ::posix_spawnattr_init(&m_attributes);
        sigset_t none;
        sigemptyset(&none);
        ::posix_spawnattr_setsigmask(&m_attributes, &none);
        ::posix_spawnattr_setflags(&m_attributes, POSIX_SPAWN_SETSIGMASK | POSIX_SPAWN_SETPGROUP);
    }
    ~SpawnAttributes() { ::posix_spawnattr_destroy(&m_attributes); }
    SpawnAttributes(const SpawnAttributes&) = delete;
    SpawnAttributes& operator=(const SpawnAttributes&) = delete;
    const posix_spawnattr_t* get() const { return &m_attributes; }

private:
    posix_spawnattr_t m_attributes{};
};

class SpawnFiles {
public:
    SpawnFiles(int input, int output)
    {
        ::posix_spawn_file_actions_init(&m_actions);
        ::posix_spawn_file_actions_adddup2(&m_actions, input, STDIN_FILENO);
        ::posix_spawn_file_actions_adddup2(&m_actions, output, STDOUT_FILENO);
        ::posix_spawn_file_actions_addopen(&m_actions, STDERR_FILENO, "/dev/null", O_WRONLY, 0);
        // Whatever a library has opened without care in this process is not the decoder's.
        ::posix_spawn_file_actions_addclosefrom_np(&m_actions, STDERR_FILENO + 1);
    }
    ~SpawnFiles() { ::posix_spawn_file_actions_destroy(&m_actions); }
    SpawnFiles(const SpawnFiles&) = delete;
    SpawnFiles& operator=(const SpawnFiles&) = delete;
    const posix_spawn_file_actions_t* get() const { return &m_actions; }

private:
    posix_spawn_file_actions_t m_actions{};
};

// Not this process's variables: some of them change what a library does. Messages of the dynamic
// loader are the only thing that is left to be translated.
std::array<char*, 2> plainEnvironment()
{
    static char locale[] = "LC_ALL=C.UTF-8";
    return {locale, nullptr};
}

// Where a program was started without its standard streams, what it opens first gets their numbers.
Descriptor aboveStandard(Descriptor file)
{
    if (file.get() > STDERR_FILENO) return file;
    return Descriptor(::fcntl(file.get(), F_DUPFD_CLOEXEC, STDERR_FILENO + 1));
}

} // namespace

fs::path decoderProgram()
{
    std::error_code ec;
    const fs::path here = fs::read_symlink("/proc/self/exe", ec).parent_path();
    // Built, unpacked anywhere, installed.
    for (const fs::path& there : {here / name, here.parent_path() / LAYAKARI_BESIDE / name})
        if (fs::exists(there, ec)) return there;
    return fs::path(LAYAKARI_LIBEXEC) / name;
}

Result<DecoderProcess> DecoderProcess::start(Order order)
{
    DecoderProcess decoder;
    decoder.m_order = std::move(order);
    auto opened = openRegularFile(decoder.m_order.file, ErrorCode::CannotRead);
    if (!opened) return fail(opened.error());
    const Descriptor file = aboveStandard(*std::move(opened));
    std::array<int, 2> ends{};
    if (::pipe2(ends.data(), O_CLOEXEC) != 0)
        return fail(
            decoder.fault(std::string("the decoder cannot be started: ") + std::strerror(errno),
                          "close other programs and try again"));
    decoder.m_messages = aboveStandard(Descriptor(ends[0]));
    const Descriptor speaks = aboveStandard(Descriptor(ends[1]));
    const fs::path program = decoderProgram();
    std::string path = program.string();
    std::string rate = std::to_string(decoder.m_order.outputRateHz);
    std::string from = std::to_string(std::max(0.0, decoder.m_order.fromSeconds));
    for (char& c : from)
        if (c == ',') c = '.'; // the locale's
    std::string ending = decoder.m_order.file.extension().string();
    if (!ending.empty()) ending.erase(0, 1);
    std::string parent = std::to_string(::getpid());
    const std::array arguments{path.data(),   rate.data(),   from.data(),
                               ending.data(), parent.data(), static_cast<char*>(nullptr)};
    const SpawnFiles files(file.get(), speaks.get());
    const SpawnAttributes attributes;
    const auto environment = plainEnvironment();
    if (const int error = ::posix_spawn(&decoder.m_process, path.c_str(), files.get(),
                                        attributes.get(), arguments.data(), environment.data());
        error != 0) {
        decoder.m_process = 0;
        return fail(decoder.fault("the program " + path +
                                      ", which decodes sound, cannot be started (" +
                                      std::strerror(error) + ")",
                                  "install Layakari again"));
    }
    return decoder;
}

DecoderProcess::DecoderProcess(DecoderProcess&& other) noexcept
    : m_order(std::move(other.m_order)),
      m_process(std::exchange(other.m_process, 0)),
      m_messages(std::move(other.m_messages))
{
}

DecoderProcess& DecoderProcess::operator=(DecoderProcess&& other) noexcept
{
    std::swap(m_order, other.m_order);
    std::swap(m_process, other.m_process);
    std::swap(m_messages, other.m_messages);
    return *this;
}

DecoderProcess::~DecoderProcess() { end(); }

void DecoderProcess::end()
{
    if (m_process == 0) return;
    ::kill(m_process, SIGKILL);
    waitFor();
}

int DecoderProcess::waitFor()
{
    int status = 0;
    while (::waitpid(m_process, &status, 0) < 0 && errno == EINTR) {
    }
    m_process = 0;
    return status;
}

Error DecoderProcess::fault(const std::string& cause, const std::string& tryThis) const
{
    return {ErrorCode::CannotRead, m_order.file.string(), "", cause, tryThis};
}

// It has closed its end without a last word.
Error DecoderProcess::howItEnded()
{
    const std::string again = "copy it from the phone or recorder again, or convert it to FLAC";
    if (m_process == 0) return fault("its sound cannot be decoded", again);
    const int status = waitFor();
    if (WIFSIGNALED(status))
        return fault("its sound cannot be decoded: the file is damaged in a way that ended the "
                     "decoder (signal " +
                         std::to_string(WTERMSIG(status)) + ")",
                     again);
    return fault("its sound cannot be decoded: the decoder gave up", again);
}

Result<void> DecoderProcess::read(std::span<char> into)
{
    using Clock = std::chrono::steady_clock;
    const auto patience = std::chrono::duration<double>(soundLimits::secondsWithoutSound);
    auto since = Clock::now();
    while (!into.empty()) {
        if (m_order.stop.stop_requested()) {
            end();
            return fail(
                {ErrorCode::Cancelled, m_order.file.string(), "", "reading was stopped", ""});
        }
        pollfd waiting{m_messages.get(), POLLIN, 0};
        const int ready = ::poll(&waiting, 1, lookEveryMs);
        if (ready == 0 && Clock::now() - since > patience) {
            end();
            return fail(fault("its sound cannot be decoded: nothing came of it for " +
                                  std::to_string(static_cast<int>(patience.count())) + " s",
                              "copy it to a disk of this machine and try again"));
        }
        if (ready <= 0) continue;
        const ssize_t got = ::read(m_messages.get(), into.data(), into.size());
        if (got < 0 && errno == EINTR) continue;
        if (got <= 0) return fail(howItEnded());
        into = into.subspan(static_cast<std::size_t>(got));
        since = Clock::now();
    }
    return {};
}

Result<DecoderProcess::Message> DecoderProcess::next()
{
    decoder::Head head;
    if (auto got = read({reinterpret_cast<char*>(&head), sizeof head}); !got)
        return fail(got.error());
    if (head.bytes > decoder::mostBytes || head.kind > decoder::Kind::Complaint) {
        end();
        return fail(howItEnded());
    }
    Message message;
    message.kind = head.kind;
    message.bytes.resize(head.bytes);
    if (auto got = read(message.bytes); !got) return fail(got.error());
    if (message.kind != decoder::Kind::Complaint) return message;
    const std::string words(message.bytes.begin(), message.bytes.end());
    const std::size_t line = std::min(words.find('\n'), words.size());
    return fail(
        fault(words.substr(0, line), line < words.size() ? words.substr(line + 1) : std::string()));
}

} // namespace layakari
