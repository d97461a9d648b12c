// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/sndfile_out.hpp"

#include <cerrno>
#include <cstring>
#include <sndfile.h>
#include <sys/stat.h>
#include <unistd.h>
#include <utility>

namespace layakari {

struct SndfileOut::File {
    int descriptor = -1;
    int error = 0; // errno of the first write that failed
    SNDFILE* handle = nullptr;

    std::optional<std::string> failure() const
    {
        return error == 0 ? std::nullopt : std::optional<std::string>(std::strerror(error));
    }

    static File& of(void* user) { return *static_cast<File*>(user); }

    static sf_count_t length(void* user)
    {
        struct stat status {};
        return ::fstat(of(user).descriptor, &status) == 0 ? status.st_size : -1;
    }
    static sf_count_t seek(sf_count_t offset, int whence, void* user)
    {
        return ::lseek(of(user).descriptor, offset, whence);
    }
    static sf_count_t read(void* into, sf_count_t most, void* user)
    {
        return ::read(of(user).descriptor, into, static_cast<std::size_t>(most));
    }
    static sf_count_t tell(void* user) { return ::lseek(of(user).descriptor, 0, SEEK_CUR); }
    static sf_count_t write(const void* from, sf_count_t bytes, void* user)
    {
        File& file = of(user);
        sf_count_t done = 0;
        while (done < bytes && file.error == 0) {
            const ssize_t more = ::write(file.descriptor, static_cast<const char*>(from) + done,
                                         static_cast<std::size_t>(bytes - done));
            if (more > 0) done += more;
            if (more < 0 && errno != EINTR) file.error = errno;
        }
        return done;
    }
};

SndfileOut::SndfileOut(std::unique_ptr<File> file) : m_file(std::move(file)) {}

SndfileOut::~SndfileOut() { close(); }

std::unique_ptr<SndfileOut> SndfileOut::open(int descriptor, int sampleRateHz, As as)
{
    SF_INFO info{};
    info.samplerate = sampleRateHz;
    info.channels = 1;
    info.format = (as == As::Flac ? SF_FORMAT_FLAC : SF_FORMAT_WAV) | SF_FORMAT_PCM_16;
    auto file = std::make_unique<File>();
    file->descriptor = descriptor;
    SF_VIRTUAL_IO io{File::length, File::seek, File::read, File::write, File::tell};
    file->handle = sf_open_virtual(&io, SFM_WRITE, &info, file.get());
    if (!file->handle) return nullptr;
    sf_command(file->handle, SFC_SET_CLIPPING, nullptr, SF_TRUE);
    return std::unique_ptr<SndfileOut>(new SndfileOut(std::move(file)));
}

std::optional<std::string> SndfileOut::write(std::span<const float> samples)
{
    const auto count = static_cast<sf_count_t>(samples.size());
    const bool all = sf_write_float(m_file->handle, samples.data(), count) == count;
    if (auto failed = m_file->failure()) return failed;
    return all ? std::nullopt : std::optional<std::string>(sf_strerror(m_file->handle));
}

std::optional<std::string> SndfileOut::close()
{
    if (!m_file->handle) return m_file->failure();
    const int closed = sf_close(std::exchange(m_file->handle, nullptr));
    if (auto failed = m_file->failure()) return failed;
    return closed == 0 ? std::nullopt : std::optional<std::string>(sf_error_number(closed));
}

} // namespace layakari
