// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

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

    /// What the actions are about. `reading` may be null, and must outlive the next call.
    void setPhase(const Reading* reading, std::optional<std::size_t> phase);
    /// Where playback is, if it runs: there a phase is split.
    void setCursor(std::optional<double> seconds) { m_cursorS = seconds; }

    void moveBoundary(double fromS, double toS);

signals:
    void changed();
    void nextDoubtWanted();

private:
    QWidget* m_staff;
    QMenu* m_menu;
    CorrectionHistory m_history;
    const Reading* m_reading = nullptr;
    std::optional<std::size_t> m_phase;
    std::optional<double> m_cursorS;
    std::vector<QAction*> m_ofPhase;
    QAction* m_join = nullptr;
    QAction* m_swapCycle = nullptr;
    QAction* m_undo = nullptr;
    QAction* m_redo = nullptr;
    QAction* m_takeBack = nullptr;

    void addNames();
    void addNudges();
    void addHistory();
    QAction* addAction(const QString& text, const char* name, const QKeySequence& keys,
                       const std::function<void()>& action);
    const ReadPhase& phase() const { return m_reading->phases[*m_phase]; }
    void add(Correction correction);
    /// Inhales of the chosen phase's cycle become exhales and the other way round.
    void swapCycle();
    void update();
};

/// The next phase after `from` that is most likely to be wrong: less sure than four in five.
/// Begins again at the first; nothing where all are sure.
std::optional<std::size_t> nextDoubtful(const Reading& reading, std::optional<std::size_t> from);

} // namespace layakari
