// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/sound/capture.hpp"

#include <algorithm>

namespace layakari {

namespace {

// What may wait in the device while this machine is busy with something else.
constexpr int deviceBufferMs = 1000;
// A microphone that gives nothing for so long is gone, whatever its state is called.
constexpr int silentMs = 2500;

// The mean of all channels, as numbers from -1 to 1.
std::vector<float> monoOf(const QByteArray& bytes, const QAudioFormat& format)
{
    const int channels = std::max(1, format.channelCount());
    const int frameBytes = std::max(1, format.bytesPerFrame());
    const int sampleBytes = format.bytesPerSample();
    std::vector<float> mono(static_cast<std::size_t>(bytes.size() / frameBytes));
    for (std::size_t i = 0; i < mono.size(); ++i) {
        float sum = 0;
        for (int c = 0; c < channels; ++c)
            sum += format.normalizedSampleValue(bytes.constData() +
                                                static_cast<qsizetype>(i) * frameBytes +
                                                static_cast<qsizetype>(c) * sampleBytes);
        mono[i] = sum / static_cast<float>(channels);
    }
    return mono;
}

} // namespace

Capture::Capture(QAudioDevice device, const QAudioFormat& format, SoundInput::Take take,
                 ToneOutput* output)
    : m_device(std::move(device)), m_format(format), m_take(std::move(take)), m_output(output)
{
}

void Capture::begin()
{
    m_source = std::make_unique<QAudioSource>(m_device, m_format);
    m_source->setBufferSize(m_format.bytesForDuration(1000ll * deviceBufferMs));
    m_stream = m_source->start();
    if (!m_stream || m_source->error() != QAudio::NoError) {
        emit lost(tr("The microphone \"%1\" cannot be opened. Make sure that no other program "
                     "is using it, or choose another.")
                      .arg(m_device.description()));
        return;
    }
    connect(m_stream, &QIODevice::readyRead, this, &Capture::read);
    m_watch = std::make_unique<QTimer>();
    m_watch->setInterval(500);
    connect(m_watch.get(), &QTimer::timeout, this, &Capture::watch);
    m_since.start();
    m_watch->start();
}

void Capture::end()
{
    m_watch.reset();
    if (m_source) m_source->stop();
    m_source.reset();
}

void Capture::read()
{
    m_rest += m_stream->readAll();
    const qsizetype whole = m_rest.size() - m_rest.size() % std::max(1, m_format.bytesPerFrame());
    if (whole == 0) return;
    m_since.restart();
    const std::vector<float> samples = monoOf(m_rest.left(whole), m_format);
    m_rest.remove(0, whole);
    std::vector<float> tones(samples.size());
    m_take(samples, tones);
    m_output->push(tones);
}

void Capture::watch()
{
    const bool gone = m_source->state() == QAudio::StoppedState || m_since.elapsed() > silentMs;
    if (!gone) return;
    m_watch->stop();
    emit lost(tr("The microphone \"%1\" has stopped. Plug it in again and continue, or stop: "
                 "what was recorded is saved.")
                  .arg(m_device.description()));
}

} // namespace layakari
