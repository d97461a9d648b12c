// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/sound/sound_input.hpp"
#include "desktop/sound/tone_output.hpp"

#include <QAudioDevice>
#include <QAudioSource>
#include <QElapsedTimer>
#include <QTimer>
#include <memory>

namespace layakari {

/// Takes sound from a device as it comes. Lives on a thread of its own, where nothing of the window
/// can keep it waiting.
class Capture : public QObject {
    Q_OBJECT
public:
    /// `output`, where the tones go, must outlive it.
    Capture(QAudioDevice device, const QAudioFormat& format, SoundInput::Take take,
            ToneOutput* output);

public slots:
    void begin();
    void end();

signals:
    /// It cannot be opened, or gives nothing any more.
    void lost(const QString& why);

private:
    QAudioDevice m_device;
    QAudioFormat m_format;
    SoundInput::Take m_take;
    ToneOutput* m_output;
    std::unique_ptr<QAudioSource> m_source;
    QIODevice* m_stream = nullptr;
    std::unique_ptr<QTimer> m_watch;
    QElapsedTimer m_since; ///< the last sound
    QByteArray m_rest;     ///< of a frame that is not whole yet

    void read();
    void watch();
};

} // namespace layakari
