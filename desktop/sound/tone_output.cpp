// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/sound/tone_output.hpp"

#include "desktop/sound/loudspeaker.hpp"

#include <QAudioDevice>
#include <algorithm>

namespace layakari {

namespace {

constexpr double bufferS = 0.08; // of the device: what a tone is late by at most
constexpr double mostWaitingS = 0.15;

} // namespace

ToneOutput::ToneOutput(int sampleRateHz)
    : m_rateHz(sampleRateHz), m_isHeard(!loudspeaker().isNull())
{
    m_queue.enough = static_cast<std::size_t>(mostWaitingS * m_rateHz);
}

ToneOutput::~ToneOutput() { stop(); }

void ToneOutput::start()
{
    if (!m_isHeard) return;
    QAudioFormat format;
    format.setSampleRate(m_rateHz);
    format.setChannelCount(1);
    format.setSampleFormat(QAudioFormat::Int16);
    m_queue.open(QIODevice::ReadOnly);
    m_sink = std::make_unique<QAudioSink>(loudspeaker(), format);
    m_sink->setBufferSize(format.bytesForDuration(static_cast<qint64>(1e6 * bufferS)));
    m_sink->start(&m_queue);
    m_isHeard = m_sink->error() == QAudio::NoError;
}

void ToneOutput::stop()
{
    if (m_sink) m_sink->stop();
    m_sink.reset();
    m_queue.close();
    const std::lock_guard lock(m_queue.mutex);
    m_queue.waiting.clear();
}

void ToneOutput::push(std::span<const float> tones)
{
    if (!m_isHeard) return;
    const std::lock_guard lock(m_queue.mutex);
    for (const float s : tones)
        if (s != 0 || m_queue.waiting.size() < m_queue.enough) m_queue.waiting.push_back(s);
}

qint64 ToneOutput::Queue::readData(char* data, qint64 most)
{
    auto* out = reinterpret_cast<qint16*>(data);
    const auto samples = static_cast<std::size_t>(most) / sizeof(qint16);
    const std::lock_guard lock(mutex);
    for (std::size_t i = 0; i < samples; ++i) {
        float s = 0;
        if (!waiting.empty()) {
            s = waiting.front();
            waiting.pop_front();
        }
        out[i] = static_cast<qint16>(std::clamp(s, -1.0f, 1.0f) * 32767);
    }
    return static_cast<qint64>(samples) * static_cast<qint64>(sizeof(qint16));
}

} // namespace layakari
