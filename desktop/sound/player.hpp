// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QBuffer>
#include <QElapsedTimer>
#include <QObject>
#include <QTimer>
#include <filesystem>
#include <memory>
#include <thread>

class QAudioSink;

namespace layakari {

/// Plays a stretch of a recording. Where there is no sound device it stays silent and still moves
/// through the stretch in real time, so that everything that follows the playback works the same.
class Player : public QObject {
    Q_OBJECT
public:
    explicit Player(QObject* parent = nullptr);
    ~Player() override;

    /// Stops what is playing, decodes the stretch in the background and plays it. `loops`: again
    /// and again.
    void play(const std::filesystem::path& recording, double startS, double endS,
              bool loops = false);
    /// Plays plain tones one after the other: the pitch that was meant, and the pitch that was
    /// heard.
    void playTones(const std::vector<double>& hz);
    /// How fast recordings are played from the next time on: 1, or less for slower at the same
    /// pitch.
    void setPace(double pace) { m_pace = pace; }
    double pace() const { return m_pace; }
    void stop();
    bool isPlaying() const { return m_playing; }
    /// True when there is no device to hear it on.
    bool isSilent() const { return m_silent; }

signals:
    void started();
    void moved(double seconds);
    void stopped();
    void failed(const QString& message);

private:
    void begin(const std::vector<float>& sound, int generation);
    void startSink();
    void tick();

    std::filesystem::path m_recording;
    double m_startS = 0;
    double m_endS = 0;
    double m_pace = 1;
    double m_playingPace = 1;
    bool m_loops = false;
    bool m_playing = false;
    bool m_silent = false;
    bool m_isTone = false; // not a place in the recording
    int m_generation = 0;
    QByteArray m_samples;
    QBuffer m_buffer;
    std::unique_ptr<QAudioSink> m_sink;
    QElapsedTimer m_clock;
    QTimer m_timer;
    std::jthread m_decoder;
};

} // namespace layakari
