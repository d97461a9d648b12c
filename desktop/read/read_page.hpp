// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/curriculum/school.hpp"
#include "desktop/read/question_bar.hpp"
#include "desktop/read/reading_job.hpp"

#include <QWidget>

class QPushButton;
class QStackedWidget;

namespace layakari {

class EmptyPage;
class Correcting;
class Figures;
class MessageBar;
class PlanChooser;
class PlanFinder;
class Playback;
class SoundStrip;
class StaffHead;
class StaffView;

/// The Read page: one recording, held against a plan.
class ReadPage : public QWidget {
    Q_OBJECT
public:
    explicit ReadPage(QWidget* parent = nullptr);
    ~ReadPage() override;

    /// Opens a recording, a saved reading or a plan, whichever the file is. A recording is read
    /// against the plan beside it (NAME.plan.json) if there is one, else against the plan that is
    /// chosen, which at first is the one that fits best.
    void openFile(const QString& file);
    /// Reads a recording against a plan, whatever plan lies beside it.
    void openAgainst(const QString& file, const Plan& plan);
    /// Reads a recording as free breathing.
    void openFree(const QString& file);
    /// Plans of one's own that can be chosen besides those that ship.
    void offerPlans(const std::vector<Plan>& plans);
    /// Shows no reading any more.
    void closeReading();
    /// From now on no plan beside a recording is taken: the one that is chosen holds.
    void insistOnChosenPlan() { m_takesPlanBeside = false; }
    /// From now on recordings are read against it.
    void setPlan(const std::optional<Plan>& plan);
    const std::optional<Plan>& plan() const;
    /// Writes the reading as JSON, or its staff as .png or .svg; says so in the message bar, or
    /// what went wrong.
    void saveTo(const QString& file);
    void setRecent(const QStringList& files);
    void note(const QString& message);
    void complain(const QString& message); ///< something went wrong that is not this page's
    /// Whose recordings are read from now on: what is known of their breath, their words and
    /// their tuning.
    void setPractitioner(const std::optional<BreathProfile>& profile, const School& school);
    /// What this recording's breaths sound like, where their names are sure.
    std::optional<BreathProfile> heardProfile() const;

    const Reading* reading() const { return m_reading.get(); }
    const QString& file() const { return m_file; }
    bool isBusy() const { return m_busy; }
    /// Lays corrections over the recording that is shown, as they were kept of it. `corrected` is
    /// only emitted where `isNews`.
    void layOver(const std::vector<Correction>& corrections, bool isNews);

    void restyle();
    void focusStaff();

    /// The recording is one of several that have questions (`QuestionBar::setRound`).
    void setRound(const QuestionBar::Round& round) { m_questions->setRound(round); }

    /// What the button that saves says, whether it can be pressed, and why.
    struct SaveState {
        QString text;
        bool isEnabled = false;
        QString tip;
    };
    void setSaveState(const SaveState& state);
    /// Takes the last correction back, or does it again; false where there is none.
    bool undoCorrection(bool redo);
    /// Where things of the reading are, for notes that point at them; empty where there is none.
    enum class Spot { Sentence, Row, Outline, Sound, Accuracy, Save };
    QRect spot(Spot spot, const QWidget* window) const;

public slots:
    void askForRecording();
    void askForPlan();
    void askWhereToExport();
    void print();
    /// Says how what is chosen came about: the phase, else the row.
    void explainChosen();
    /// Takes inhales for exhales and exhales for inhales.
    void swapBreaths();
    /// Stops what runs: playback, else reading; else closes the message.
    void stopWhatRuns();

signals:
    void saveWanted();
    void undoWanted(bool redo); ///< there is no correction to take back
    void opened(const QString& file);
    void readingChanged();
    /// A person has said which is the inhale, or taken that back; the reading follows it.
    void breathsSwapped();
    void corrected();  ///< a person has put something right, or taken it back
    void nextWanted(); ///< the next recording of a round
    void settled();    ///< after a reading or a failure: nothing is running any more

private:
    void buildLayout();
    void connectAll();
    QWidget* buildStripRow();
    void read(const QString& recording);
    void readAgain();
    void readAgainst(const std::optional<Plan>& plan); ///< this recording only
    Known known() const;
    void readCorrected();
    void sayWhatWasCorrected();
    void goToNextDoubt();
    void showPlace(double seconds);
    void choosePhaseAt(double seconds);
    void usePlanFile(const QString& file);
    void busyWith(const QString& what);
    void show(const ReadingJob::Done& done);
    void goToTime(double seconds);
    void showRow();
    void updateButtons();
    void followPlayback(std::optional<double> seconds);
    void showSheet();
    void fail(const QString& message);

    MessageBar* m_bar;
    QStackedWidget* m_stack;
    EmptyPage* m_empty;
    Figures* m_figures;
    PlanChooser* m_chooser;
    PlanFinder* m_finder;
    QPushButton* m_open;
    QPushButton* m_save;
    QPushButton* m_export;
    QPushButton* m_swap;
    StaffView* m_staff;
    StaffHead* m_staffHead;
    SoundStrip* m_strip;
    Playback* m_playback;
    ReadingJob* m_job;
    Correcting* m_correcting;
    QuestionBar* m_questions;
    QPushButton* m_correct;

    std::shared_ptr<const Listened> m_listened;
    std::shared_ptr<const Reading> m_reading;
    QString m_file;
    QString m_fileBeingRead;
    QString m_doing;
    std::optional<BreathProfile> m_profile;
    School m_school;
    bool m_swapping = false;
    /// While corrections are laid over: the place to come back to. More of them may wait.
    struct Place {
        double rowS = 0;
        std::optional<double> phaseS;
        std::optional<double> strokeS;
    };
    std::optional<Place> m_backTo;
    bool m_moreCorrections = false;
    bool m_layingKept = false;
    bool m_busy = false;
    bool m_takesPlanBeside = true;
    std::optional<double> m_fit; ///< of the plan, where it was found by ear
};

} // namespace layakari
