// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/sitting_form.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/plan_chooser.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/dates.hpp"

#include <QDateTimeEdit>
#include <QDialog>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSpinBox>

namespace layakari {

namespace {

constexpr int mostMinutes = 12 * 60;

class Form : public QDialog {
public:
    Form(QWidget* over, const SittingForm& now)
        : QDialog(over),
          m_was(now),
          m_isNoted(now.sitting.origin == Sitting::Origin::Noted),
          m_when(new QDateTimeEdit(QDateTime::fromSecsSinceEpoch(now.sitting.startedAt), this)),
          m_plan(new PlanChooser(this)),
          m_problem(textLabel({}, Type::Small, this, "sittingProblem")),
          m_minutes(countBox(QObject::tr("Minutes"), "sittingMinutes", 1, mostMinutes, this)),
          m_feel(new QLineEdit(QString::fromStdString(now.sitting.words.feel), this)),
          m_note(new QPlainTextEdit(QString::fromStdString(now.sitting.words.note), this))
    {
        const bool isNew = now.sitting.id == 0;
        setObjectName(QStringLiteral("sittingForm"));
        setWindowTitle(isNew ? QObject::tr("A practice without a "
                                           "recording")
                             : QObject::tr("Change this sitting"));
        m_when->setObjectName(QStringLiteral("sittingWhen"));
        m_when->setAccessibleName(QObject::tr("Day and time"));
        m_when->setDisplayFormat(momentFormat());
        m_when->setMaximumDateTime(QDateTime::currentDateTime().addDays(1));
        m_when->setWrapping(false);
        m_plan->setObjectName(QStringLiteral("sittingPlan"));
        m_plan->offer(now.ownPlans);
        m_plan->setPlan(now.plan);
        connect(m_plan, &PlanChooser::planFileWanted, this, [this] {
            const QString file = QFileDialog::getOpenFileName(this,
                                                              QObject::tr("Choose a plan "
                                                                          "file"),
                                                              {},
                                                              QObject::tr("Plans (*.json);;All "
                                                                          "files (*)"));
            if (file.isEmpty()) return;
            const auto plan = readPlanFile(file.toStdString());
            m_problem->setText(plan ? QString() : QString::fromStdString(plan.error().message()));
            m_problem->setVisible(!plan);
            if (plan) m_plan->setPlan(*plan);
        });
        m_minutes->setSuffix(QStringLiteral(" ") + QObject::tr("min"));
        m_minutes->setValue(static_cast<int>(now.sitting.practiceS / 60));
        m_feel->setObjectName(QStringLiteral("sittingFeel"));
        m_feel->setPlaceholderText(QObject::tr("In a few words"));
        m_note->setObjectName(QStringLiteral("sittingFormNote"));
        m_note->setTabChangesFocus(true);
        m_note->setFixedHeight(84);
        auto* form = new QFormLayout;
        form->setHorizontalSpacing(16);
        form->setVerticalSpacing(10);
        form->addRow(QObject::tr("When"), m_when);
        form->addRow(QObject::tr("Practised"), m_plan);
        if (m_isNoted) {
            form->addRow(QObject::tr("How long"), m_minutes);
            form->addRow(QObject::tr("How it felt"), m_feel);
        } else {
            m_minutes->hide();
            m_feel->hide();
        }
        form->addRow(QObject::tr("Note"), m_note);
        QPushButton* save = leadButton(QObject::tr("Save"), "sittingFormSave", this);
        QPushButton* leave = wordButton(QObject::tr("Cancel"), "sittingFormLeave", this);
        save->setDefault(true);
        connect(save, &QPushButton::clicked, this, &QDialog::accept);
        connect(leave, &QPushButton::clicked, this, &QDialog::reject);
        lay::column(
            this, {.margins = {26, 20, 26, 18}, .spacing = 14},
            {textLabel(isNew ? QObject::tr("What did you practise?")
                             : QObject::tr("Change this "
                                           "sitting"),
                       Type::Sentence, this),
             form, m_problem,
             softLabel(m_isNoted ? QObject::tr("It counts for days and minutes. Nothing in it "
                                               "is measured.")
                                 : QObject::tr("With another plan, the recording is read again."),
                       Type::Small, this),
             lay::row({.spacing = 12}, {lay::stretch(), leave, save})});
        m_problem->hide();
        setMinimumWidth(520);
    }

    SittingForm value() const
    {
        SittingForm form = m_was;
        Sitting& s = form.sitting;
        // What is shown is to the minute; the seconds stay where it is.
        if (m_when->dateTime() != QDateTime::fromSecsSinceEpoch(s.startedAt - s.startedAt % 60))
            s.startedAt = m_when->dateTime().toSecsSinceEpoch();
        s.day = toDay(m_when->date());
        if (m_isNoted) s.practiceS = 60.0 * m_minutes->value();
        if (m_isNoted) s.words.feel = m_feel->text().trimmed().toStdString();
        s.words.note = m_note->toPlainText().toStdString();
        form.plan = m_plan->plan();
        return form;
    }

private:
    SittingForm m_was;
    bool m_isNoted;
    QDateTimeEdit* m_when;
    PlanChooser* m_plan;
    QLabel* m_problem;
    QSpinBox* m_minutes;
    QLineEdit* m_feel;
    QPlainTextEdit* m_note;
};

} // namespace

std::optional<SittingForm> askForSitting(QWidget* over, const SittingForm& now)
{
    Form form(over, now);
    return form.exec() == QDialog::Accepted ? std::optional(form.value()) : std::nullopt;
}

} // namespace layakari
