// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/practise/session.hpp"
#include "core/practise/sound_check.hpp"
#include "desktop/sound/sound_input.hpp"

#include <QObject>
#include <QTimer>
#include <thread>

namespace layakari {

/// A practice as the window sees it: the microphone and its ten-second try, the session on the
/// microphone's thread, and the second look at its end on another.
class Practising : public QObject {
    Q_OBJECT
public:
    explicit Practising(QObject* parent = nullptr);
    ~Practising() override;

    /// Another microphone; what was being tried is given up. Not while somebody practises.
    void setInput(std::unique_ptr<SoundInput> input);
    SoundInput* input() const { return m_input.get(); }
    void tryMicrophone();
    bool isTrying() const { return m_isTrying; }
    bool isOpen() const { return m_isOpen; }
    /// Closes the microphone.
    void leave();

    /// Begins. Rate, pre-roll and step are the microphone's to say. `freely`: what a simulated
    /// practitioner does where nothing is cued. False after `failed`.
    bool begin(PracticeSetup setup, const Plan& freely = {});
    bool isRunning() const { return m_session && !m_isEnding; }
    bool isEnding() const { return m_isEnding; }
    PracticeNow now() const;
    const std::vector<CueStep>& steps() const { return m_session->steps(); }
    bool isLed() const { return m_session && !m_session->steps().empty(); }
    bool isPaused() const { return m_isPaused; }

public slots:
    void pause();
    void resume(); ///< after `lost`, opens the microphone again
    void skip();
    void stop(); ///< keeps what was done until now

signals:
    void tried(double done); ///< 0 to 1
    void checked(const layakari::SoundCheck::Result& result);
    void ticked();                 ///< thirty times a second while somebody practises
    void lost(const QString& why); ///< the microphone; the practice is paused
    void finishing(double done);
    void ended(const layakari::PracticeSession::Ended& ended);
    void failed(const QString& message); ///< there is nothing to be kept

private:
    void take(std::span<const float> samples, std::span<float> tones);
    void openInput();
    void closeInput();
    void tick();
    void finish();
    void loseInput(const QString& why);

    std::unique_ptr<SoundInput> m_input;
    bool m_isOpen = false;
    bool m_isTrying = false;
    bool m_isPaused = false;
    bool m_isLost = false;
    bool m_isEnding = false;
    QTimer m_timer;
    mutable std::mutex m_mutex; // of what the microphone's thread uses
    std::unique_ptr<SoundCheck> m_check;
    std::vector<float> m_preRoll;
    std::shared_ptr<PracticeSession> m_session;
    std::jthread m_finisher;
};

} // namespace layakari
