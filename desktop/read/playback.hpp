// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <QObject>
#include <memory>
#include <optional>

class QPushButton;
class QVBoxLayout;
class QWidget;

namespace layakari {

class Player;
class SoundStrip;
class StaffView;

/// What of the recording is played, and how: the chosen row or phase, or all from there on; again
/// and again, slower, or a hum's pitch as a plain tone.
class Playback : public QObject {
    Q_OBJECT
public:
    /// The keys hold while `staff` has the focus.
    Playback(QWidget* page, StaffView* staff, SoundStrip* strip);

    /// Pixels of the widest text that one of the buttons can have.
    static double widestText();
    /// The buttons, for the place beside the strip.
    QVBoxLayout* buttons();

    /// `listened` is null where the recording is not at hand: then nothing can be played.
    void setReading(std::shared_ptr<const Listened> listened,
                    std::shared_ptr<const Reading> reading);
    /// Another row or phase was chosen.
    void update();
    bool isPlaying() const;
    /// True while it plays on from row to row: then another row does not stop it.
    bool goesOn() const { return m_goesOn; }
    void stop();

public slots:
    void playOrStop();
    void playStretch(double startS, double endS);
    void playFromHere();
    void playTones();

signals:
    void moved(std::optional<double> seconds); ///< nothing: it has stopped
    void failed(const QString& message);

private:
    StaffView* m_staff;
    SoundStrip* m_strip;
    Player* m_player;
    QPushButton* m_playRow;
    QPushButton* m_playPhase;
    QPushButton* m_loop;
    QPushButton* m_slow;
    QPushButton* m_tones;
    std::shared_ptr<const Listened> m_listened;
    std::shared_ptr<const Reading> m_reading;
    bool m_goesOn = false;

    void connectAll();
    void nextPace();
};

} // namespace layakari
