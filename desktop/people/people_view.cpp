// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/people/people_view.hpp"

#include "core/intake/putting_right.hpp"
#include "core/listen/breath_profile.hpp"
#include "core/pitch/pitch.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/question.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/dates.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QGridLayout>
#include <QGuiApplication>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QLocale>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <cmath>
#include <limits>
#include <map>

namespace layakari {

namespace {

constexpr int peopleListWidth = 380;

QString saText(const Person& person)
{
    return person.saHz ? QLocale().toString(*person.saHz, 'f', 1) : QString();
}

QString profileInWords(const Person& person)
{
    const auto profile = person.breathProfile.empty()
                             ? std::nullopt
                             : std::optional(parseProfile(person.breathProfile, person.name));
    if (!profile || !*profile)
        return QObject::tr("The sound of this person's breath is not known yet. It is learned from "
                           "the recordings that are added.");
    const BreathProfile& known = **profile;
    const double louder =
        known.exhale.values[BreathCharacter::level] - known.inhale.values[BreathCharacter::level];
    const bool isBrighter = known.exhale.brightnessDb() > known.inhale.brightnessDb();
    const QString learned =
        louder >= 0
            ? (isBrighter ? QObject::tr("Learned from %1 breaths: the <exhale> is %2 dB louder "
                                        "than the <inhale>, and brighter.")
                          : QObject::tr("Learned from %1 breaths: the <exhale> is %2 dB louder "
                                        "than the <inhale>, and darker."))
            : (isBrighter ? QObject::tr("Learned from %1 breaths: the <exhale> is %2 dB quieter "
                                        "than the <inhale>, and brighter.")
                          : QObject::tr("Learned from %1 breaths: the <exhale> is %2 dB quieter "
                                        "than the <inhale>, and darker."));
    return learned.arg(known.breaths).arg(std::lround(std::fabs(louder)));
}

} // namespace

PeopleView::PeopleView(JournalDesk* desk, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_list(new QListWidget(this)),
      m_withArchived(new QCheckBox(tr("including archived"), this)),
      m_form(nullptr),
      m_name(new QLineEdit(this)),
      m_note(new QPlainTextEdit(this)),
      m_hour(choiceBox(tr("Usual time of practice"), "personHour", {tr("not given")}, this)),
      m_count(numberBox(tr("Own count"), "personCount", 0, 5, 0.05, 2, tr("s"), this)),
      m_sa(new QLineEdit(this)),
      m_saNote(softLabel({}, Type::Small, this, "personSaNote")),
      m_profile(softLabel({}, Type::Small, this, "personProfile")),
      m_archive(wordButton({}, "archivePerson", this)),
      m_erase(wordButton(tr("Delete for good…"), "erasePerson", this,
                         tr("Deletes this person and everything of theirs")))
{
    setObjectName(QStringLiteral("peopleView"));
    m_list->setObjectName(QStringLiteral("peopleList"));
    m_list->setAccessibleName(tr("People"));
    m_withArchived->setObjectName(QStringLiteral("withArchived"));
    auto* side = new QWidget(this);
    m_side = side;
    side->setFixedWidth(peopleListWidth);
    QPushButton* add = leadButton(tr("Add a person"), "addPerson", this);
    lay::column(side, {}, {lay::wide(m_list), lay::row({add, m_withArchived, lay::stretch()})});
    lay::row(this, {.margins = {24, 10, 28, 16}, .spacing = 36}, {side, lay::wide(buildForm())});

    connect(add, &QPushButton::clicked, this, &PeopleView::addPerson);
    connect(m_withArchived, &QCheckBox::toggled, this, &PeopleView::refill);
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int at) {
        if (m_settingUp || at < 0) return;
        m_isNaming = false;
        m_desk->choosePerson(m_shown[static_cast<std::size_t>(at)].id);
        showPerson();
    });
    connect(m_erase, &QPushButton::clicked, this, &PeopleView::askToErase);
    m_list->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(m_list, &QWidget::customContextMenuRequested, this, &PeopleView::showMenu);
    connect(m_name, &QLineEdit::returnPressed, this, &PeopleView::save);
    connect(m_archive, &QPushButton::clicked, this, [this] {
        const int at = m_list->currentRow();
        if (at >= 0) setArchived(!m_shown[static_cast<std::size_t>(at)].archived);
    });
    for (QLineEdit* edit : {m_name, m_sa})
        connect(edit, &QLineEdit::editingFinished, this, &PeopleView::save);
    connect(m_hour, &QComboBox::activated, this, &PeopleView::save);
    connect(m_count, &QDoubleSpinBox::editingFinished, this, &PeopleView::save);
    m_note->installEventFilter(this);
    for (QCheckBox* box : m_conditions) connect(box, &QCheckBox::clicked, this, &PeopleView::save);
    connect(m_desk, &JournalDesk::peopleChanged, this, &PeopleView::refill);
    connect(m_desk, &JournalDesk::personChanged, this, &PeopleView::refill);
    connect(m_desk, &JournalDesk::journalChanged, this, &PeopleView::refill);
    refill();
}

QWidget* PeopleView::buildForm()
{
    m_name->setObjectName(QStringLiteral("personName"));
    m_name->setAccessibleName(tr("Name"));
    setTypeface(m_name, Type::Sentence);
    m_name->setMaxLength(120);
    m_note->setObjectName(QStringLiteral("personNote"));
    m_note->setAccessibleName(tr("Note"));
    m_note->setPlaceholderText(tr("What to remember: aims, seat, what helps"));
    m_note->setMaximumHeight(72);
    m_note->setTabChangesFocus(true);
    m_sa->setObjectName(QStringLiteral("personSa"));
    m_sa->setAccessibleName(tr("Sa: a note or Hz"));
    m_sa->setPlaceholderText(tr("not given"));
    m_sa->setMaximumWidth(120);
    m_count->setSpecialValueText(tr("not known"));
    for (int hour = 0; hour < 24; ++hour)
        m_hour->addItem(tr("about "
                           "%1")
                            .arg(hourOfDay(hour)),
                        hour);

    m_form = new QWidget(this);
    const auto word = [this](const QString& text) {
        QLabel* label = softLabel(text, Type::Body, this);
        label->setWordWrap(false);
        return label;
    };
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(18);
    grid->setVerticalSpacing(2);
    for (int c = 0; c < conditionCount; ++c) {
        const auto condition = static_cast<Condition>(c);
        if (!isLasting(condition)) continue;
        auto* box = new QCheckBox(QString::fromStdString(inWords(condition)), this);
        box->setObjectName(
            QStringLiteral("condition_%1").arg(QString::fromStdString(toWord(condition))));
        box->setProperty("condition", c);
        const int n = static_cast<int>(m_conditions.size());
        grid->addWidget(box, n / 3, n % 3);
        m_conditions.push_back(box);
    }
    m_naming = softLabel(tr("Write the name and press Enter; then this page asks for the rest."),
                         Type::Body, this, "personNaming");
    m_rest = new QWidget(m_form);
    lay::column(m_form, {.spacing = 8}, {m_name, m_naming, lay::wide(m_rest), lay::stretch(0)});
    lay::column(m_rest, {.spacing = 8},
                {m_note,
                 lay::row({.spacing = 8}, {word(tr("Practises")), m_hour, word(tr("Own count")),
                                           m_count, word(tr("Sa")), m_sa, lay::stretch()}),
                 m_saNote, lay::gap(6),
                 textLabel(tr("What the cautions should know"), Type::Row, this, "", true),
                 softLabel(tr("Stays on this machine, readable by you alone. The program never "
                              "diagnoses: it shows the cautions that apply to a practice, and whom "
                              "to ask."),
                           Type::Small, this),
                 grid, lay::gap(6), m_profile, lay::stretch(),
                 lay::row({.spacing = 12}, {m_archive, m_erase, lay::stretch()})});
    return m_form;
}

void PeopleView::refill()
{
    // Whoever practises alone has a page about themselves, and nobody to choose from.
    m_side->setVisible(m_desk->isTeaching() || m_isNaming);
    const auto all = m_desk->told(m_desk->journal().people(m_withArchived->isChecked()));
    const auto activity = m_desk->told(m_desk->journal().activity());
    std::map<Id, Journal::Activity> byPerson;
    for (const auto& a : activity.value_or(std::vector<Journal::Activity>{}))
        byPerson[a.person] = a;
    m_settingUp = true;
    m_shown = all.value_or(std::vector<Person>{});
    m_list->clear();
    int row = -1;
    for (std::size_t i = 0; i < m_shown.size(); ++i) {
        const Person& person = m_shown[i];
        const auto done = byPerson.find(person.id);
        QString under = tr("no sittings yet");
        if (done != byPerson.end())
            under = tr("%n sitting(s), last on %1", nullptr, done->second.sittings)
                        .arg(shortDayAndMonth(toQDate(done->second.last)));
        if (person.archived) under = tr("archived");
        m_list->addItem(QString::fromStdString(person.name) + QStringLiteral("\n") + under);
        if (m_desk->person() && person.id == m_desk->person()->id) row = static_cast<int>(i);
    }
    m_list->setCurrentRow(row);
    m_settingUp = false;
    showPerson();
}

void PeopleView::showPerson()
{
    const int at = m_list->currentRow();
    m_form->setVisible(at >= 0 || m_isNaming);
    m_naming->setVisible(m_isNaming);
    m_rest->setVisible(!m_isNaming);
    if (at < 0 || m_isNaming) return;
    const Person& person = m_shown[static_cast<std::size_t>(at)];
    m_settingUp = true;
    if (!m_name->isModified() || !m_name->hasFocus())
        m_name->setText(QString::fromStdString(person.name));
    if (m_note->toPlainText().toStdString() != person.note)
        m_note->setPlainText(QString::fromStdString(person.note));
    m_hour->setCurrentIndex(person.usualHour ? *person.usualHour + 1 : 0);
    m_count->setValue(person.ownCountS.value_or(0));
    m_sa->setText(saText(person));
    m_saNote->setText(person.saHz ? QString() : tr("Sa may be a note such as G3, or Hz."));
    m_saNote->setVisible(!person.saHz);
    for (QCheckBox* box : m_conditions)
        box->setChecked(person.conditions.count(
                            static_cast<Condition>(box->property("condition").toInt())) > 0);
    m_profile->setText(profileInWords(person));
    m_archive->setText(person.archived ? tr("Bring back") : tr("Archive"));
    m_archive->setToolTip(tr("An archived person is hidden; nothing is lost"));
    m_archive->setVisible(m_desk->isTeaching());
    m_settingUp = false;
}

bool PeopleView::eventFilter(QObject* watched, QEvent* event)
{
    if (watched == m_note && event->type() == QEvent::FocusOut) save();
    return QWidget::eventFilter(watched, event);
}

void PeopleView::save()
{
    if (m_isNaming && !m_settingUp) return addNamed();
    const int at = m_list->currentRow();
    if (m_settingUp || at < 0) return;
    Person person = m_shown[static_cast<std::size_t>(at)];
    person.name = m_name->text().trimmed().toStdString();
    if (person.name.empty()) {
        m_name->setText(QString::fromStdString(m_shown[static_cast<std::size_t>(at)].name));
        return;
    }
    person.note = m_note->toPlainText().toStdString();
    person.usualHour =
        m_hour->currentIndex() > 0 ? std::optional(m_hour->currentIndex() - 1) : std::nullopt;
    // What the form shows, rounded, was not written here.
    const double rounding = 0.5 * std::pow(10, -m_count->decimals());
    if (std::fabs(person.ownCountS.value_or(0) - m_count->value()) > rounding)
        person.ownCountS = m_count->value() >= 0.3 ? std::optional(m_count->value()) : std::nullopt;
    if (m_sa->text().trimmed().isEmpty()) {
        person.saHz.reset();
    } else if (m_sa->text() == saText(person)) {
        // As it is shown, rounded, it was not written here.
    } else if (const auto hz = pitchFromText(withPoint(m_sa->text()))) {
        person.saHz = hz;
    } else {
        m_saNote->setText(tr("\"%1\" is not a pitch: write a note such as G3, or 20 to 2000 "
                             "Hz.")
                              .arg(m_sa->text()));
        m_saNote->show();
        return;
    }
    person.conditions.clear();
    for (const QCheckBox* box : m_conditions)
        if (box->isChecked())
            person.conditions.insert(static_cast<Condition>(box->property("condition").toInt()));
    m_name->setModified(false);
    m_desk->changePerson(m_shown[static_cast<std::size_t>(at)], person);
}

void PeopleView::setArchived(bool archived)
{
    const Person shown = m_shown[static_cast<std::size_t>(m_list->currentRow())];
    Person person = shown;
    person.archived = archived;
    m_desk->changePerson(shown, person);
}

void PeopleView::addPerson()
{
    m_isNaming = true;
    m_settingUp = true;
    m_list->setCurrentRow(-1);
    m_name->clear();
    m_settingUp = false;
    m_side->show();
    m_name->setPlaceholderText(tr("Name"));
    showPerson();
    m_name->setFocus();
}

// Once named, somebody new is in the journal; left without a name, nobody is.
void PeopleView::addNamed()
{
    const QString name = m_name->text().trimmed();
    m_isNaming = false;
    if (name.isEmpty()) return refill();
    Person person;
    person.name = name.toStdString();
    // A new person does as the one before in what is a matter of school.
    if (m_desk->person()) person.school = m_desk->person()->school;
    m_desk->addPerson(person);
    refill();
}

void PeopleView::showMenu(const QPoint& at)
{
    if (m_list->currentRow() < 0) return;
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("personMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->addAction(m_archive->text(), m_archive, &QPushButton::click);
    menu->addAction(m_erase->text(), m_erase, &QPushButton::click);
    menu->popup(m_list->viewport()->mapToGlobal(at));
}

namespace {

QString inMegabytes(std::uintmax_t bytes)
{
    return QLocale().formattedDataSize(static_cast<qint64>(bytes), 1, QLocale::DataSizeSIFormat);
}

// What goes, and what this does not reach, in words.
QString whatGoes(const ToErase& what)
{
    QStringList goes;
    if (what.sittings > 0)
        goes << QObject::tr("%n sitting(s) with their readings and notes", nullptr, what.sittings);
    goes << QObject::tr("notes on health, days, and how this person's breath sounds");
    if (what.recordings > 0)
        goes << QObject::tr("%n recording(s) in Layakari's folder, %1", nullptr, what.recordings)
                    .arg(inMegabytes(what.bytes));
    if (what.plans > 0) goes << QObject::tr("%n own plan(s)", nullptr, what.plans);
    if (what.courses > 0) goes << QObject::tr("%n course(s)", nullptr, what.courses);
    if (what.waiting > 0)
        goes << QObject::tr("%n recording(s) waiting in the inbox", nullptr, what.waiting);
    QStringList words{QObject::tr("This is deleted for good:")};
    for (const QString& one : goes) words << QStringLiteral("  \u2022  ") + one;
    words << QString();
    if (what.recordingsElsewhere > 0)
        words << QObject::tr("%n recording(s) elsewhere on this machine stay where they are.",
                             nullptr, what.recordingsElsewhere);
    words << QObject::tr("What was exported, printed or sent is not affected.");
    if (what.backups > 0)
        words << QObject::tr("%n backup(s) of the journal still contain this person.", nullptr,
                             what.backups);
    return words.join(QLatin1Char('\n'));
}

} // namespace

void PeopleView::askToErase()
{
    const int at = m_list->currentRow();
    if (at < 0) return;
    const Person person = m_shown[static_cast<std::size_t>(at)];
    const QString name = QString::fromStdString(person.name);
    const auto what = m_desk->told(whatErasingTakes(m_desk->journal(), person.id));
    if (!what) return;
    bool backupsToo = false;
    const QString option =
        what->backups > 0 ? tr("Delete the backups too; a new one is made at once") : QString();
    if (!isAgreed(this,
                  {tr("Delete %1 for good?").arg(name),
                   whatGoes(*what),
                   tr("Continue"),
                   tr("Keep %1").arg(name),
                   {},
                   option},
                  &backupsToo))
        return;
    if (!isAgreed(this,
                  {tr("Really delete %1 for good?").arg(name),
                   tr("This cannot be undone, not with Ctrl+Z either. To hide someone, archive "
                      "them instead.\n\nTo delete, write the name."),
                   tr("Delete for good"), tr("Keep %1").arg(name), name}))
        return;
    QStringList recordings;
    constexpr int allOfThem = std::numeric_limits<int>::max();
    for (const Sitting& s :
         m_desk->told(m_desk->journal().sittings(person.id, allOfThem, Journal::Which::All))
             .value_or(std::vector<Sitting>{}))
        recordings << QString::fromStdString(s.recording);
    QGuiApplication::setOverrideCursor(Qt::WaitCursor);
    const bool erased = m_desk->told(erasePerson(m_desk->journal(), person.id,
                                                 backupsToo && what->backups > 0, m_desk->today()));
    QGuiApplication::restoreOverrideCursor();
    // What could be undone names what is gone, or has it in it.
    m_desk->forgetSteps();
    m_desk->takeNews();
    emit this->erased(recordings);
    if (erased) emit note(tr("%1 is deleted.").arg(name));
}

} // namespace layakari
