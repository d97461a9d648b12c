// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/sound/player.hpp"

#include "core/audio/recording.hpp"
#include "core/audio/slower.hpp"
#include "desktop/sound/loudspeaker.hpp"

#include <QAudioDevice>
#include <QAudioSink>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

constexpr int playbackRateHz = 48000;
constexpr int tickMs = 25;

QByteArray toInt16(const std::vector<float>& sound)
{
    // Breath is quiet: bring the stretch up to a comfortable level, but noise no more than by 30
    // dB.
    float peak = 0.02f;
    for (const float s : sound) peak = std::max(peak, std::abs(s));
    QByteArray bytes(static_cast<qsizetype>(sound.size() * sizeof(qint16)), Qt::Uninitialized);
    auto* out = reinterpret_cast<qint16*>(bytes.data());
    for (std::size_t i = 0; i < sound.size(); ++i)
        out[i] = static_cast<qint16>(std::clamp(sound[i] / peak * 0.6f, -1.0f, 1.0f) * 32767);
    return bytes;
}

} // namespace

Player::Player(QObject* parent) : QObject(parent)
{
    m_timer.setInterval(tickMs);
    connect(&m_timer, &QTimer::timeout, this, &Player::tick);
}

Player::~Player()
{
    ++m_generation;
    if (m_sink) m_sink->stop();
}

void Player::play(const std::filesystem::path& recording, double startS, double endS, bool loops)
{
    stop();
    m_isTone = false;
    m_recording = recording;
    m_startS = startS;
    m_endS = endS;
    m_loops = loops;
    const int generation = ++m_generation;
    m_playingPace = m_pace;
    m_decoder = std::jthread([this, recording, startS, endS, generation, pace = m_pace] {
        auto sound = readStretch(recording, startS, endS, playbackRateHz).map([&](const auto& s) {
            return atPace(s, playbackRateHz, pace);
        });
        QMetaObject::invokeMethod(
            this,
            [this, generation, sound = std::move(sound)]() mutable {
                if (generation != m_generation) return;
                if (!sound)
                    emit failed(QString::fromStdString(sound.error().message()));
                else
                    begin(*sound, generation);
            },
            Qt::QueuedConnection);
    });
}

void Player::playTones(const std::vector<double>& hz)
{
    constexpr double toneS = 1.6;
    constexpr double pauseS = 0.25;
    constexpr double fadeS = 0.05;
    stop();
    std::vector<float> sound;
    for (const double pitch : hz) {
        for (int i = 0; i < static_cast<int>(toneS * playbackRateHz); ++i) {
            const double t = static_cast<double>(i) / playbackRateHz;
            const double fade = std::min({1.0, t / fadeS, (toneS - t) / fadeS});
            const double turn = 2 * std::numbers::pi * pitch * t;
            // A second harmonic, so that a low tone is heard on small loudspeakers.
            sound.push_back(static_cast<float>(fade * (std::sin(turn) + 0.3 * std::sin(2 * turn))));
        }
        sound.resize(sound.size() + static_cast<std::size_t>(pauseS * playbackRateHz), 0.0f);
    }
    m_startS = 0;
    m_endS = static_cast<double>(sound.size()) / playbackRateHz;
    m_loops = false;
    m_isTone = true;
    m_playingPace = 1;
    begin(sound, ++m_generation);
}

void Player::begin(const std::vector<float>& sound, int)
{
    if (sound.empty()) {
        emit failed(tr("There is no sound at this place of the recording."));
        return;
    }
    m_samples = toInt16(sound);
    m_endS = std::min(m_endS, m_startS + m_playingPace * static_cast<double>(sound.size()) /
                                             playbackRateHz);
    startSink();
    m_playing = true;
    m_clock.start();
    m_timer.start();
    emit started();
    if (!m_isTone) emit moved(m_startS);
}

void Player::startSink()
{
    const QAudioDevice device = loudspeaker();
    m_silent = device.isNull();
    if (m_silent) return;
    QAudioFormat format;
    format.setSampleRate(playbackRateHz);
    format.setChannelCount(1);
    format.setSampleFormat(QAudioFormat::Int16);
    m_buffer.close();
    m_buffer.setData(m_samples);
    m_buffer.open(QIODevice::ReadOnly);
    m_sink = std::make_unique<QAudioSink>(device, format);
    m_sink->start(&m_buffer);
    m_silent = m_sink->error() != QAudio::NoError;
}

void Player::tick()
{
    const double at = m_startS + m_playingPace * static_cast<double>(m_clock.elapsed()) / 1000;
    if (at < m_endS) {
        if (!m_isTone) emit moved(at);
        return;
    }
    if (!m_loops) return stop();
    if (m_sink) m_sink->stop();
    startSink();
    m_clock.restart();
    emit moved(m_startS);
}

void Player::stop()
{
    ++m_generation;
    m_timer.stop();
    if (m_sink) {
        m_sink->stop();
        m_sink.reset();
    }
    if (!m_playing) return;
    m_playing = false;
    emit stopped();
}

} // namespace layakari
