// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/sound_writer.hpp"

#include "core/base/files.hpp"

#include <sndfile.h>

namespace layakari {

namespace fs = std::filesystem;

struct SoundWriter::File {
    fs::path target;
    fs::path beside;
    SNDFILE* handle = nullptr;

    File(fs::path wanted) : target(std::move(wanted)), beside(temporaryBeside(target)) {}
    File(const File&) = delete;
    File& operator=(const File&) = delete;
    ~File()
    {
        if (!handle) return;
        sf_close(handle);
        std::error_code ignored;
        fs::remove(beside, ignored);
    }

    Error cannotWrite(const std::string& why) const
    {
        return {ErrorCode::CannotWrite, target.string(), "", "cannot be written: " + why,
                "check the folder, its permissions and the free space"};
    }
};

SoundWriter::SoundWriter(std::unique_ptr<File> file) : m_file(std::move(file)) {}
SoundWriter::SoundWriter(SoundWriter&&) noexcept = default;
SoundWriter& SoundWriter::operator=(SoundWriter&&) noexcept = default;
SoundWriter::~SoundWriter() = default;

Result<SoundWriter> SoundWriter::create(const fs::path& target, int sampleRateHz)
{
    SF_INFO info{};
    info.samplerate = sampleRateHz;
    info.channels = 1;
    const std::string extension = target.extension().string();
    if (extension == ".flac")
        info.format = SF_FORMAT_FLAC | SF_FORMAT_PCM_16;
    else if (extension == ".wav")
        info.format = SF_FORMAT_WAV | SF_FORMAT_PCM_16;
    else
        return fail({ErrorCode::BadArgument, target.string(), "",
                     "sound is written as .flac or .wav, not as \"" + extension + "\"",
                     "change the file name's ending"});
    auto file = std::make_unique<File>(target);
    file->handle = sf_open(file->beside.c_str(), SFM_WRITE, &info);
    if (!file->handle) return fail(file->cannotWrite(sf_strerror(nullptr)));
    sf_command(file->handle, SFC_SET_CLIPPING, nullptr, SF_TRUE);
    return SoundWriter(std::move(file));
}

Result<void> SoundWriter::write(std::span<const float> samples)
{
    const auto count = static_cast<sf_count_t>(samples.size());
    if (sf_write_float(m_file->handle, samples.data(), count) != count)
        return fail(m_file->cannotWrite(sf_strerror(m_file->handle)));
    return {};
}

Result<void> SoundWriter::finish()
{
    const int closed = sf_close(m_file->handle);
    m_file->handle = nullptr;
    if (closed != 0) {
        std::error_code ignored;
        fs::remove(m_file->beside, ignored);
        return fail(m_file->cannotWrite(sf_error_number(closed)));
    }
    return moveIntoPlace(m_file->beside, m_file->target);
}

} // namespace layakari
