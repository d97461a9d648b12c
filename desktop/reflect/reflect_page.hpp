// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/progress/proposal.hpp"
#include "core/progress/series.hpp"
#include "core/report/explain.hpp"
#include "desktop/paper/paper.hpp"

#include <QWidget>
#include <filesystem>

class QCheckBox;
class QLabel;
class QMenu;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;

namespace layakari {

class AnswerButton;
class EmptyOffer;
class FeelLine;
class JournalDesk;
class MessageBar;
class SittingActions;
class WeekList;

/// One sitting, looked back on: what was kept, what changed by more than chance, places to listen
/// to, how it felt; then what is proposed next, and who else practised this week.
class ReflectPage : public QWidget {
    Q_OBJECT
public:
    ReflectPage(JournalDesk* desk, SittingActions* actions, QWidget* parent = nullptr);

    EmptyOffer* offer() const { return m_offer; }

    /// A sitting of the person at hand; 0 for the latest.
    void showSitting(Id id);
    Id sitting() const { return m_sitting ? m_sitting->id : 0; }
    void note(const QString& text);
    void leave(); ///< closes the message

public slots:
    /// A reply to this person, composed from the facts, to be changed and copied.
    void writeReply();
    /// This sitting as a page of PDF, where one asks for it.
    void askForPdf();
    /// Says what went wrong; false where there is no sitting, or it could not be written.
    bool savePdf(const QString& file);
    void print();

signals:
    void answersWanted(); ///< to what uncertain readings ask
    /// The folders in which a recording that was moved may be looked for.
    void foldersWanted(std::vector<std::filesystem::path>* folders);

protected:
    void paintEvent(QPaintEvent*) override;
    void showEvent(QShowEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    QWidget* buildLeft();
    QWidget* buildRight();
    QWidget* buildSaid();
    void takeNews();
    void takePerson();
    void pick(Id id);
    void showAll();
    std::optional<Sheet> sheet();
    void showReading();
    void showSaid();
    void showProposal();
    SittingWords said() const;
    void keepSaid();
    void step(int by);
    void openRecording();
    std::optional<Explanation> explainChanges() const;
    void stand(int rungsAway);

    JournalDesk* m_desk;
    SittingActions* m_actions;
    MessageBar* m_bar;
    EmptyOffer* m_offer;
    QWidget* m_body;
    QLabel* m_title;
    QLabel* m_sentence;
    QLabel* m_doubt;
    QLabel* m_changes; ///< by more than chance
    QLabel* m_usual;
    QLabel* m_places;
    QPushButton* m_earlier;
    QPushButton* m_later;
    QPushButton* m_open;
    QPushButton* m_this; ///< what can be done with this sitting
    QMenu* m_thisMenu;
    QPushButton* m_reply;
    QPushButton* m_pdf;
    QWidget* m_said;
    FeelLine* m_before;
    FeelLine* m_after;
    QLineEdit* m_feel;
    std::vector<QCheckBox*> m_complaints;
    QLineEdit* m_other;
    QPlainTextEdit* m_note;
    QLabel* m_advice;
    QLabel* m_reason;
    QPushButton* m_goOn;
    QPushButton* m_easeOff;
    AnswerButton* m_answer;
    QLabel* m_weekName;
    WeekList* m_week;
    std::vector<Sitting> m_sittings; ///< of the person at hand, the latest first
    Id m_person = 0;
    Id m_picked = 0; ///< 0 for the latest
    std::optional<Sitting> m_sitting;
    std::optional<Reading> m_reading;
    std::optional<Plan> m_plan;
    std::vector<Change> m_changed;
    std::optional<Proposal> m_proposal;
    bool m_filling = false;
    bool m_isStale = true; ///< the journal has changed since it was last looked into
};

} // namespace layakari
