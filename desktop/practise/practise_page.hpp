// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"
#include "desktop/practise/practising.hpp"

#include <QWidget>
#include <filesystem>

class QPushButton;
class QStackedWidget;

namespace layakari {

class CueView;
class GuessView;
class JournalDesk;
class MessageBar;
class ReadyView;

/// The Practise page: ready, led and heard, kept.
class PractisePage : public QWidget {
    Q_OBJECT
public:
    /// Recordings go where the journal says, into a folder for each person.
    PractisePage(JournalDesk* desk, const QString& settingsFile, QWidget* parent = nullptr);

    /// What is to be practised; while somebody practises it stays as it is.
    void setPlan(const Plan& plan);
    /// What is known of the breath of whoever practises.
    void setKnown(const Known& known) { m_known = known; }
    /// From the first breath to the end of the second look nothing else should be begun.
    bool isBusy() const;
    Practising* practising() { return m_practising; }
    void note(const QString& text);
    void focusView();

    struct Practised {
        Id person = 0;
        std::optional<Plan> plan;
        qint64 startedAt = 0; ///< seconds since 1970
        PracticeSession::Ended ended;
        bool isSimulated = false; ///< the simulated practitioner did it
    };

public slots:
    /// Stops what runs, or leaves free practice without a plan; else closes the message.
    void leave();
    /// Microphone and loudspeaker are what the settings say now.
    void takeSettings();
    /// The page is not shown any more: the microphone is closed.
    void put();

signals:
    void practised(const layakari::PractisePage::Practised& practised);
    void busyChanged();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* buildRunning();
    void begin();
    void keep(const PracticeSession::Ended& ended);
    void name(const std::optional<Plan>& plan);
    std::vector<Plan> mayBePractised() const;
    void showNow();
    void showButtons();
    void goOnOrPause();
    std::filesystem::path newRecording(const std::optional<Plan>& plan) const;

    JournalDesk* m_desk;
    Known m_known;
    Practising* m_practising;
    MessageBar* m_bar;
    QStackedWidget* m_stack;
    ReadyView* m_ready;
    CueView* m_cue;
    GuessView* m_guess;
    std::optional<Practised> m_toBeNamed; ///< free practice that waits for its plan
    QPushButton* m_stop;
    QPushButton* m_pause;
    QPushButton* m_skip;
    Id m_person = 0;
    std::optional<Plan> m_plan;
    qint64 m_startedAt = 0;
    bool m_isSimulated = false;
};

} // namespace layakari
