// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/sound_writer.hpp"

#include "core/audio/sndfile_out.hpp"
#include "core/base/new_file.hpp"

namespace layakari {

namespace fs = std::filesystem;

struct SoundWriter::File {
    NewFile file;
    std::unique_ptr<SndfileOut> sound; // goes first: it writes to the file until its end
};

SoundWriter::SoundWriter(std::unique_ptr<File> file) : m_file(std::move(file)) {}
SoundWriter::SoundWriter(SoundWriter&&) noexcept = default;
SoundWriter& SoundWriter::operator=(SoundWriter&&) noexcept = default;
SoundWriter::~SoundWriter() = default;

Result<SoundWriter> SoundWriter::create(const fs::path& target, int sampleRateHz)
{
    const std::string extension = target.extension().string();
    if (extension != ".flac" && extension != ".wav")
        return fail({ErrorCode::BadArgument, target.string(), "",
                     "sound is written as .flac or .wav, not as \"" + extension + "\"",
                     "change the file name's ending"});
    auto made = NewFile::create(target);
    if (!made) return fail(made.error());
    auto file = std::make_unique<File>(File{*std::move(made), nullptr});
    file->sound =
        SndfileOut::open(file->file.descriptor(), sampleRateHz,
                         extension == ".flac" ? SndfileOut::As::Flac : SndfileOut::As::Wav);
    if (!file->sound)
        return fail(file->file.cannotWrite("sound of " + std::to_string(sampleRateHz) +
                                           " samples a second cannot be written as this"));
    return SoundWriter(std::move(file));
}

Result<void> SoundWriter::write(std::span<const float> samples)
{
    if (const auto failed = m_file->sound->write(samples))
        return fail(m_file->file.cannotWrite(*failed));
    return {};
}

Result<void> SoundWriter::finish()
{
    if (const auto failed = m_file->sound->close()) return fail(m_file->file.cannotWrite(*failed));
    return m_file->file.finish();
}

} // namespace layakari
