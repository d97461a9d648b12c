// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAudioSink>
#include <QIODevice>
#include <deque>
#include <memory>
#include <mutex>
#include <span>

namespace layakari {

/// Plays tones as they are made, on the default loudspeaker; without one it does nothing. Two
/// devices never keep quite the same time: where the loudspeaker falls behind, silence is left out,
/// never a tone.
class ToneOutput {
public:
    explicit ToneOutput(int sampleRateHz);
    ~ToneOutput();

    bool isHeard() const { return m_isHeard; }
    void start();
    void stop();
    /// From any thread.
    void push(std::span<const float> tones);

private:
    class Queue : public QIODevice {
    public:
        std::mutex mutex;
        std::deque<float> waiting;
        std::size_t enough = 0; ///< more than this may be left out, where it is silent

        bool isSequential() const override { return true; }
        qint64 bytesAvailable() const override { return 1 << 20; }
        qint64 readData(char* data, qint64 most) override;
        qint64 writeData(const char*, qint64) override { return -1; }
    };
    int m_rateHz;
    bool m_isHeard;
    Queue m_queue;
    std::unique_ptr<QAudioSink> m_sink;
};

} // namespace layakari
