// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/people/school_view.hpp"

#include "core/curriculum/school.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"

#include <QButtonGroup>
#include <QGridLayout>
#include <QLabel>
#include <QRadioButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace layakari {

SchoolView::SchoolView(JournalDesk* desk, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_title(textLabel({}, Type::Sentence, this, "schoolTitle")),
      m_choices(new QWidget(this))
{
    setObjectName(QStringLiteral("schoolView"));
    auto* grid = new QGridLayout(m_choices);
    grid->setContentsMargins(0, 0, 12, 0);
    grid->setHorizontalSpacing(48);
    grid->setVerticalSpacing(14);
    grid->setColumnStretch(0, 1);
    grid->setColumnStretch(1, 1);
    int n = 0;
    for (const SchoolChoice& choice : schoolChoices()) {
        auto* cell = new QVBoxLayout;
        cell->setSpacing(2);
        cell->addWidget(textLabel(QString::fromStdString(choice.question()), Type::Row, this));
        auto* group = new QButtonGroup(this);
        std::vector<QRadioButton*> answers;
        for (std::size_t a = 0; a < choice.answers.size(); ++a) {
            const auto& answer = choice.answers[a];
            auto* button = new QRadioButton(QString::fromStdString(choice.name(answer)), this);
            button->setObjectName(QString::fromStdString("school_" + choice.key + "_" + answer));
            button->setToolTip(QString::fromStdString(choice.meaning(answer)));
            group->addButton(button);
            cell->addWidget(button);
            QLabel* why =
                softLabel(QString::fromStdString(choice.meaning(answer)), Type::Small, this);
            why->setContentsMargins(24, 0, 0, 2);
            cell->addWidget(why);
            connect(button, &QRadioButton::clicked, this,
                    [this, key = choice.key, a] { choose(key, a); });
            answers.push_back(button);
        }
        cell->addStretch(1);
        m_answers.push_back(std::move(answers));
        grid->addLayout(cell, n / 2, n % 2);
        ++n;
    }
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(m_choices);
    lay::column(this, {.margins = {28, 10, 28, 12}, .spacing = 12}, {m_title, lay::wide(scroll)});
    connect(m_desk, &JournalDesk::personChanged, this, &SchoolView::refill);
    refill();
}

void SchoolView::refill()
{
    const auto& person = m_desk->person();
    m_choices->setEnabled(person.has_value());
    m_title->setText(person
                         ? tr("How %1 practises, where schools differ. Plans and progressions "
                              "follow.")
                               .arg(QString::fromStdString(person->name))
                         : tr("Add a person first, under People; the school is saved with them."));
    if (!person) return;
    for (std::size_t c = 0; c < m_answers.size(); ++c)
        m_answers[c][answerOf(person->school, schoolChoices()[c].key)]->setChecked(true);
}

void SchoolView::choose(const std::string& key, std::size_t answer)
{
    const Person shown = *m_desk->person();
    Person person = shown;
    person.school = withAnswer(person.school, key, answer);
    m_desk->changePerson(shown, person);
}

} // namespace layakari
