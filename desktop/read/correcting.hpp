// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/changes.hpp"
#include "core/reading/reading.hpp"

#include <QObject>
#include <functional>
#include <optional>
#include <vector>

class QAction;
class QMenu;
class QWidget;

namespace layakari {

/// What can be put right of the chosen phase, as actions with keys, and what was put right so far.
class Correcting : public QObject {
    Q_OBJECT
public:
    /// The keys hold while `staff` has the focus.
    Correcting(QWidget* page, QWidget* staff);
    ~Correcting() override;

    QMenu* menu() const { return m_menu; }

    /// Begins with what a recording was corrected in before.
    void startWith(std::vector<Correction> done);
    const std::vector<Correction>& done() const { return m_history.done(); }
    std::optional<bool> kindAIsInhale() const { return m_history.kindAIsInhale(); }
    /// Inhales become exhales all over the recording that is shown, as a step to be taken back.
    void swapKinds();

    /// What the actions are about. `reading` may be null, and must outlive the next call.
    void setPhase(const Reading* reading, std::optional<std::size_t> phase);
    /// Where playback is, if it runs: there a phase is split.
    void setCursor(std::optional<double> seconds) { m_cursorS = seconds; }
    /// The phases of the chosen row: what is said of a stretch is said of them where none is
    /// chosen.
    void setRow(std::optional<std::pair<std::size_t, std::size_t>> phases);
    /// Where strokes are added and removed.
    void setPlace(std::optional<double> seconds);
    /// The sound in which boundaries snap to changes; null where it is not at hand.
    void setTrack(const FeatureTrack* track) { m_track = track; }

    void moveBoundary(double fromS, double toS);
    void add(Correction correction);
    /// Takes the last step back, or does it again; false where there is none.
    bool step(bool redo);

signals:
    void changed();
    void nextDoubtWanted();
    void explainWanted();
    void nothingToUndo(bool redo);
    void nothingChanges(); ///< there is no change of sound to snap to

private:
    QWidget* m_staff;
    QMenu* m_menu;
    CorrectionHistory m_history;
    const Reading* m_reading = nullptr;
    std::optional<std::size_t> m_phase;
    std::optional<double> m_cursorS;
    std::optional<std::pair<std::size_t, std::size_t>> m_row;
    std::optional<double> m_placeS;
    const FeatureTrack* m_track = nullptr;
    std::vector<QAction*> m_ofPhase;
    QAction* m_join = nullptr;
    QAction* m_swapCycle = nullptr;
    std::vector<QAction*> m_ofStretch;
    QAction* m_first = nullptr;
    std::vector<QAction*> m_ofStroke;
    QAction* m_undo = nullptr;
    QAction* m_redo = nullptr;
    QAction* m_takeBack = nullptr;

    void addNames();
    void addNudges();
    void addSnaps(QMenu* menu);
    void addMarks();
    void addStrokes();
    void addHistory();
    QAction* addAction(QMenu* menu, const QString& text, const char* name, const QKeySequence& keys,
                       const std::function<void()>& action);
    void mark(Correction::Kind kind);
    void addStrokeHere();
    void snap(bool ofEnd, Towards towards);
    const ReadPhase& phase() const { return m_reading->phases[*m_phase]; }
    /// Inhales of the chosen phase's cycle become exhales and the other way round.
    void swapCycle();
    void update();
};

/// The next phase after `from` that is most likely to be wrong: less sure than four in five.
/// Begins again at the first; nothing where all are sure.
std::optional<std::size_t> nextDoubtful(const Reading& reading, std::optional<std::size_t> from);

} // namespace layakari
