// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/welcome/welcome_page.hpp"

#include "core/base/text.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"

#include <QButtonGroup>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPainterPath>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QRadioButton>
#include <QStackedWidget>

namespace layakari {

namespace {

enum Step { doors, own, teaching };

constexpr int textWidth = 620;

// One of the two ways in: large, with what it means under it.
QWidget* doorOf(QPushButton* button, const QString& about, QWidget* parent)
{
    auto* door = new QWidget(parent);
    door->setFixedWidth(300);
    setTypeface(button, Type::Row, true);
    button->setMinimumHeight(54);
    lay::column(door, {.spacing = 8}, {button, softLabel(about, Type::Body, door), lay::stretch()});
    return door;
}

} // namespace

WelcomePage::WelcomePage(JournalDesk* desk, QWidget* parent)
    : QWidget(parent), m_desk(desk), m_steps(new QStackedWidget(this))
{
    setObjectName(QStringLiteral("welcomePage"));
    m_steps->addWidget(buildDoors());
    m_steps->addWidget(buildOwn());
    m_steps->addWidget(buildTeaching());
    lay::column(this, {.margins = {0, 8, 0, 8}}, {lay::wide(m_steps)});
}

QWidget* WelcomePage::buildDoors()
{
    auto* page = new QWidget(this);
    QLabel* question =
        textLabel(tr("Welcome. Are you here for your own practice, or do you teach?"), Type::Figure,
                  page, "welcomeQuestion", true);
    question->setMaximumWidth(textWidth + 40);
    QPushButton* alone = leadButton(tr("My own practice"), "welcomeOwn", page);
    QPushButton* teach = leadButton(tr("I teach"), "welcomeTeach", page);
    QPushButton* sample =
        wordButton(tr("Try it with a sample first"), "welcomeSample", page,
                   tr("A short recording is read, and six notes show what there is to see"));
    QPushButton* read = wordButton(tr("Just read one recording"), "welcomeRead", page);
    QLabel* private_ = softLabel(
        tr("Nothing leaves this machine. Everything you answer here can be changed later."),
        Type::Body, page);
    QLabel* caution =
        softLabel(tr("Holding the breath and forced breathing do not suit everyone. Stop if you "
                     "feel dizzy, panicky or in pain. With a medical condition or in pregnancy, "
                     "ask your doctor first and practise with a qualified teacher."),
                  Type::Body, page, "welcomeCaution");
    for (QLabel* label : {private_, caution}) label->setMaximumWidth(textWidth);
    connect(alone, &QPushButton::clicked, this, [this] { show(own); });
    connect(teach, &QPushButton::clicked, this, [this] { show(teaching); });
    connect(sample, &QPushButton::clicked, this, &WelcomePage::sampleWanted);
    connect(read, &QPushButton::clicked, this, &WelcomePage::readWanted);
    lay::column(
        page, {.margins = {132, 20, 60, 12}, .spacing = 12},
        {lay::stretch(2), question, lay::gap(10),
         lay::row(
             {.spacing = 30},
             {doorOf(alone, tr("Record yourself, see what you did, and how it changes over weeks."),
                     page),
              doorOf(teach,
                     tr("Recordings of the people you teach, side by side, and what to answer "
                        "each of them."),
                     page),
              lay::stretch()}),
         lay::gap(14), lay::row({.spacing = 18}, {sample, read, lay::stretch()}), lay::gap(8),
         private_, lay::stretch(3), caution});
    return page;
}

QWidget* WelcomePage::buildQuestions(QButtonGroup*& counting, QButtonGroup*& words,
                                     const char* name)
{
    auto* questions = new QWidget(this);
    const auto ask = [&](const char* key, QButtonGroup*& group) {
        group = new QButtonGroup(questions);
        auto* column = new QBoxLayout(QBoxLayout::TopToBottom);
        column->setSpacing(2);
        for (const SchoolChoice& choice : schoolChoices()) {
            if (choice.key != key) continue;
            const QString question =
                choice.key == "counting" ? tr("How do you count?") : tr("Which words?");
            column->addWidget(textLabel(question, Type::Row, questions, "", true));
            for (std::size_t a = 0; a < choice.answers.size(); ++a) {
                const auto& answer = choice.answers[a];
                auto* button =
                    new QRadioButton(QString::fromStdString(choice.name(answer)), questions);
                button->setObjectName(
                    QString::fromStdString(std::string(name) + "_" + choice.key + "_" + answer));
                button->setChecked(a == 0);
                group->addButton(button, static_cast<int>(a));
                QLabel* why = softLabel(QString::fromStdString(choice.meaning(answer)), Type::Small,
                                        questions);
                why->setContentsMargins(24, 0, 0, 4);
                column->addWidget(button);
                column->addWidget(why);
            }
            column->addStretch(1);
        }
        return column;
    };
    QBoxLayout* first = ask("counting", counting);
    QBoxLayout* second = ask("terms", words);
    questions->setMaximumWidth(textWidth + 100);
    lay::row(questions, {.spacing = 40}, {lay::wide(first), lay::wide(second)});
    return questions;
}

QWidget* WelcomePage::buildOwn()
{
    auto* page = new QWidget(this);
    m_name = new QLineEdit(page);
    m_name->setObjectName(QStringLiteral("welcomeName"));
    m_name->setAccessibleName(tr("Your name (you may leave it empty)"));
    m_name->setPlaceholderText(tr("Your name (you may leave it empty)"));
    m_name->setMaxLength(120);
    setTypeface(m_name, Type::Row);
    m_name->setFixedWidth(420);
    QPushButton* begin = leadButton(tr("Begin"), "welcomeBegin", page);
    QPushButton* back = wordButton(tr("Back"), "welcomeBack", page, tr("Esc"));
    connect(begin, &QPushButton::clicked, this, [this] { finishAlone(m_name->text()); });
    connect(m_name, &QLineEdit::returnPressed, begin, &QPushButton::click);
    connect(back, &QPushButton::clicked, this, &WelcomePage::leave);
    lay::column(page, {.margins = {132, 20, 60, 20}, .spacing = 10},
                {lay::stretch(), textLabel(tr("What is your name?"), Type::Figure, page, "", true),
                 m_name, lay::gap(14), buildQuestions(m_ownCounting, m_ownWords, "own"),
                 lay::gap(10), lay::row({.spacing = 14}, {begin, back, lay::stretch()}),
                 lay::stretch(2)});
    return page;
}

QWidget* WelcomePage::buildTeaching()
{
    auto* page = new QWidget(this);
    m_names = new QPlainTextEdit(page);
    m_names->setObjectName(QStringLiteral("welcomeNames"));
    m_names->setAccessibleName(tr("Names, one on each line"));
    m_names->setPlaceholderText(tr("Names, one on each line; your own too, if you practise"));
    m_names->setTabChangesFocus(true);
    m_names->setFixedSize(420, 130);
    m_namesNote =
        softLabel(tr("You can add more at any time."), Type::Body, page, "welcomeNamesNote");
    QPushButton* begin = leadButton(tr("Begin"), "welcomeBeginTeaching", page);
    QPushButton* back = wordButton(tr("Back"), "welcomeBackTeaching", page, tr("Esc"));
    connect(begin, &QPushButton::clicked, this, &WelcomePage::finishTeaching);
    connect(back, &QPushButton::clicked, this, &WelcomePage::leave);
    lay::column(page, {.margins = {132, 16, 60, 16}, .spacing = 8},
                {lay::stretch(), textLabel(tr("Whom do you teach?"), Type::Figure, page, "", true),
                 m_names, m_namesNote, lay::gap(8),
                 buildQuestions(m_theirCounting, m_theirWords, "their"), lay::gap(8),
                 lay::row({.spacing = 14}, {begin, back, lay::stretch()}), lay::stretch(2)});
    return page;
}

void WelcomePage::begin() { show(doors); }

void WelcomePage::leave() { show(doors); }

void WelcomePage::show(int step)
{
    m_steps->setCurrentIndex(step);
    if (step == own)
        m_name->setFocus();
    else if (step == teaching)
        m_names->setFocus();
    else
        findChild<QPushButton*>(QStringLiteral("welcomeOwn"))->setFocus();
    update();
}

School WelcomePage::schoolOf(const QButtonGroup* counting, const QButtonGroup* words)
{
    const School school =
        withAnswer({}, "counting", static_cast<std::size_t>(counting->checkedId()));
    return withAnswer(school, "terms", static_cast<std::size_t>(words->checkedId()));
}

void WelcomePage::finishAlone(const QString& name)
{
    Person person;
    person.name = name.trimmed().isEmpty() ? tr("Me").toStdString() : name.trimmed().toStdString();
    person.school = schoolOf(m_ownCounting, m_ownWords);
    if (!m_desk->setTeaching(false) || m_desk->addPerson(person) == 0) return;
    emit done();
}

void WelcomePage::finishTeaching()
{
    const School school = schoolOf(m_theirCounting, m_theirWords);
    QStringList names;
    for (const QString& line : m_names->toPlainText().split(QLatin1Char('\n')))
        if (!line.trimmed().isEmpty() && !names.contains(line.trimmed())) names << line.trimmed();
    if (names.isEmpty()) {
        m_namesNote->setText(tr("Write at least one name."));
        return m_names->setFocus();
    }
    if (!m_desk->setTeaching(true)) return;
    // The last one added is chosen; the first is who one expects.
    Id first = 0;
    for (const QString& name : names) {
        Person person;
        person.name = name.toStdString();
        person.school = school;
        const Id id = m_desk->addPerson(person);
        if (id == 0) return;
        if (first == 0) first = id;
    }
    m_desk->choosePerson(first);
    emit done();
}

// One quiet breath along the bottom.
void WelcomePage::paintEvent(QPaintEvent*)
{
    if (m_steps->currentIndex() != doors) return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double base = height() - 120.0;
    const double top = base - 90;
    QPainterPath shape(QPointF(width() * 0.55, base));
    shape.cubicTo(width() * 0.62, base, width() * 0.62, top, width() * 0.69, top);
    shape.lineTo(width() * 0.75, top);
    shape.cubicTo(width() * 0.85, top, width() * 0.86, base, width() * 0.98, base);
    QColor pale = currentTheme().panel;
    painter.fillPath(shape, pale);
}

} // namespace layakari
