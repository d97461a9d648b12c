// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/cue/leader.hpp"

#include <QObject>
#include <functional>
#include <span>
#include <vector>

namespace layakari {

/// Where the sound of a practice comes from. It is taken on a thread of the input's own, as it
/// comes, with room for as many samples of tones to be played beside it.
class SoundInput : public QObject {
    Q_OBJECT
public:
    using Take = std::function<void(std::span<const float> samples, std::span<float> tones)>;
    using QObject::QObject;

    virtual int sampleRateHz() const = 0;
    /// Gives sound to `take` from now on, until `stop` has returned.
    virtual void start(Take take) = 0;
    virtual void stop() = 0;
    /// Whether the tones are heard by anybody.
    virtual bool playsTones() const = 0;
    /// False where its time is faster than the world's.
    virtual bool isRealTime() const { return true; }
    /// What is cued from now on, and where the cue stands. People hear and see it; a simulated
    /// practitioner has to be told.
    virtual void tellCue(const Plan& plan, const std::vector<CueStep>& steps, Lead lead,
                         const std::function<CueMoment()>& cue);

signals:
    /// There is no more sound: the microphone was unplugged, or could not be opened.
    void lost(const QString& why);
};

} // namespace layakari
