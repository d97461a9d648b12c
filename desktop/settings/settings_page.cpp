// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/settings/settings_page.hpp"

#include "core/intake/intake.hpp"
#include "core/journal/backup.hpp"
#include "core/journal/recordings.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/intake_desk.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/help/about.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/language/program_language.hpp"
#include "desktop/people/school_view.hpp"
#include "desktop/settings/look.hpp"
#include "desktop/sound/loudspeaker.hpp"
#include "desktop/sound/microphone.hpp"

#include <QButtonGroup>
#include <QFileDialog>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QRadioButton>
#include <QScrollArea>
#include <QSettings>
#include <QStackedWidget>

namespace layakari {

namespace {

const QString microphoneKey = QStringLiteral("practise/microphone");
const QString loudspeakerKey = QStringLiteral("loudspeaker");

QLabel* head(const QString& text, QWidget* parent)
{
    QLabel* label = textLabel(text, Type::Row, parent, "", true);
    label->setContentsMargins(0, 12, 0, 0);
    return label;
}

QRadioButton* radio(const QString& text, const char* name, QButtonGroup* group, QWidget* parent)
{
    auto* button = new QRadioButton(text, parent);
    button->setObjectName(QLatin1String(name));
    group->addButton(button);
    return button;
}

QWidget* scrolled(QWidget* inner, QWidget* parent)
{
    auto* scroll = new QScrollArea(parent);
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inner);
    return scroll;
}

} // namespace

SettingsPage::SettingsPage(JournalDesk* desk, IntakeDesk* intake, Look* look,
                           const QString& settingsFile, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_intake(intake),
      m_look(look),
      m_settingsFile(settingsFile),
      m_sections(new QListWidget(this)),
      m_pages(new QStackedWidget(this))
{
    setObjectName(QStringLiteral("settingsPage"));
    m_sections->setObjectName(QStringLiteral("settingsSections"));
    m_sections->setAccessibleName(tr("Sections of the settings"));
    m_sections->addItems({tr("How you practise"),
                          tr("Language and "
                             "looks"),
                          tr("Recordings"), tr("Backups"), tr("Microphone and loudspeaker"),
                          tr("Who uses Layakari")});
    m_pages->addWidget(new SchoolView(desk, this));
    m_pages->addWidget(scrolled(buildAppearance(), this));
    m_pages->addWidget(scrolled(buildRecordings(), this));
    m_pages->addWidget(scrolled(buildBackups(), this));
    m_pages->addWidget(scrolled(buildSound(), this));
    m_pages->addWidget(scrolled(buildPeople(), this));
    QPushButton* back = wordButton(tr("Back"), "settingsBack", this, tr("To where you were (Esc)"));
    auto* side = new QWidget(this);
    side->setFixedWidth(280);
    lay::column(side, {.spacing = 10}, {lay::row({back, lay::stretch()}), lay::wide(m_sections)});
    lay::row(this, {.margins = {28, 12, 28, 16}, .spacing = 34}, {side, lay::wide(m_pages)});
    setFocusProxy(m_sections);
    connect(back, &QPushButton::clicked, this, &SettingsPage::leaveWanted);
    connect(m_sections, &QListWidget::currentRowChanged, m_pages, &QStackedWidget::setCurrentIndex);
    connect(m_intake, &IntakeDesk::changed, this, &SettingsPage::refresh);
    connect(m_desk, &JournalDesk::peopleChanged, this, &SettingsPage::refresh);
    connect(m_look, &Look::changed, this, &SettingsPage::refresh);
    m_sections->setCurrentRow(Practice);
    refresh();
}

void SettingsPage::showSection(int section) { m_sections->setCurrentRow(section); }

QWidget* SettingsPage::buildAppearance()
{
    auto* page = new QWidget(this);
    auto* group = new QButtonGroup(page);
    m_themes = {radio(tr("As the desktop is set, light or dark"), "themeSystem", group, page),
                radio(tr("Paper: light"), "themePaper", group, page),
                radio(tr("Before dawn: dark"), "themeDawn", group, page)};
    for (std::size_t t = 0; t < m_themes.size(); ++t)
        connect(m_themes[t], &QRadioButton::clicked, this,
                [this, t] { m_look->choose(static_cast<Look::Choice>(t)); });
    m_text = choiceBox(tr("Size of the text"), "textSize", {}, page);
    for (const int percent : Look::textSizes) m_text->addItem(tr("%1 %").arg(percent), percent);
    connect(m_text, &QComboBox::activated, this,
            [this] { m_look->setTextPercent(m_text->currentData().toInt()); });
    m_language = choiceBox(tr("Language"), "language", {}, page);
    const QString systems = systemLanguage();
    for (const auto& [code, name] : programLanguages()) {
        if (code == systems)
            m_language->insertItem(0,
                                   tr("As the desktop is set: "
                                      "%1")
                                       .arg(name),
                                   {});
        m_language->addItem(name, code);
    }
    m_speak = wordButton(tr("Open Layakari again in this language"), "speakThis", page,
                         tr("A recording that is open on Read has to be opened again"));
    connect(m_language, &QComboBox::activated, this, [this] {
        chooseLanguage(m_settingsFile, m_language->currentData().toString());
        refresh();
    });
    connect(m_speak, &QPushButton::clicked, this, &SettingsPage::languageWanted);
    lay::column(
        page, {.spacing = 8},
        {head(tr("Language"), page),
         lay::row({.spacing = 12}, {m_language, m_speak, lay::stretch()}),
         head(tr("Light or dark"), page), m_themes[0], m_themes[1], m_themes[2],
         head(tr("Size of the text"), page), lay::row({m_text, lay::stretch()}),
         softLabel(tr("Ctrl+D changes between light and dark at any time."), Type::Body, page),
         lay::stretch()});
    return page;
}

QWidget* SettingsPage::buildRecordings()
{
    auto* page = new QWidget(this);
    auto* group = new QButtonGroup(page);
    m_leave = radio(tr("Leave them where they are; the journal remembers where"), "recordingsLeave",
                    group, page);
    m_copy = radio(tr("Copy them into Layakari's folder"), "recordingsCopy", group, page);
    for (QRadioButton* button : {m_leave, m_copy})
        connect(button, &QRadioButton::clicked, this,
                [this] { m_desk->told(copyRecordings(m_desk->journal(), m_copy->isChecked())); });
    m_practised = textLabel({}, Type::Body, page, "practisedFolder");
    QPushButton* change = wordButton(tr("Another folder…"), "practisedChange", page);
    m_ownPlace = wordButton(tr("Layakari's own folder"), "practisedOwn", page);
    connect(change, &QPushButton::clicked, this, [this] {
        const QString folder = QFileDialog::getExistingDirectory(
            this, tr("Where practices are recorded"), m_practised->text());
        if (!folder.isEmpty() && m_desk->told(recordInto(m_desk->journal(), folder.toStdString())))
            refresh();
    });
    connect(m_ownPlace, &QPushButton::clicked, this, [this] {
        if (m_desk->told(recordInto(m_desk->journal(), {}))) refresh();
    });
    m_watched = textLabel({}, Type::Body, page, "watchedFolder");
    m_watch = wordButton({}, "settingsWatch", page);
    connect(m_watch, &QPushButton::clicked, this, [this] {
        if (!m_intake->watched().isEmpty()) return m_intake->watch({});
        const QString folder = QFileDialog::getExistingDirectory(this, tr("Watch a folder"));
        if (!folder.isEmpty()) m_intake->watch(folder);
    });
    lay::column(page, {.spacing = 8},
                {head(tr("Recordings that you add"), page), m_leave, m_copy,
                 softLabel(tr("This applies to what you add from now on."), Type::Small, page),
                 head(tr("Practices that are recorded here"), page), m_practised,
                 lay::row({.spacing = 12}, {change, m_ownPlace, lay::stretch()}),
                 softLabel(tr("Earlier recordings stay where they are."), Type::Small, page),
                 head(tr("A folder to watch"), page), m_watched,
                 lay::row({m_watch, lay::stretch()}),
                 softLabel(tr("What a phone syncs into it is added "
                              "automatically."),
                           Type::Small, page),
                 lay::stretch()});
    return page;
}

QWidget* SettingsPage::buildBackups()
{
    auto* page = new QWidget(this);
    m_backups = textLabel({}, Type::Body, page, "settingsBackups");
    QPushButton* now = wordButton(tr("Make one now"), "backUpNow", page);
    QPushButton* open = wordButton(tr("Open the folder"), "backupsOpen", page);
    connect(now, &QPushButton::clicked, this, [this] {
        const auto made = backUpAnew(m_desk->journal().folder(), m_desk->today());
        showBackups(made ? tr("A new one was made.")
                         : QString::fromStdString(made.error().message()));
    });
    connect(open, &QPushButton::clicked, this, [this] {
        if (!openFolder(m_desk->journal().folder() / "backups"))
            showBackups(tr("No file manager could be opened."));
    });
    lay::column(
        page, {.spacing = 8},
        {head(tr("Copies of the journal"), page), m_backups,
         lay::row({.spacing = 12}, {now, open, lay::stretch()}),
         softLabel(tr("A copy is made on each day on which Layakari is opened, and the last %n are "
                      "saved. If the journal is ever damaged, Layakari offers the last copy when "
                      "it starts. Recordings are not in them.",
                      nullptr, keptBackups),
                   Type::Body, page),
         lay::stretch()});
    return page;
}

QWidget* SettingsPage::buildSound()
{
    auto* page = new QWidget(this);
    m_microphone = choiceBox(tr("Microphone"), "settingsMicrophone", {}, page);
    m_loudspeaker = choiceBox(tr("Loudspeaker"), "settingsLoudspeaker", {}, page);
    m_noSound = softLabel({}, Type::Body, page, "settingsNoSound");
    connect(m_microphone, &QComboBox::activated, this, [this] {
        QSettings(m_settingsFile, QSettings::IniFormat)
            .setValue(microphoneKey, m_microphone->currentText());
        emit soundChanged();
    });
    connect(m_loudspeaker, &QComboBox::activated, this, [this] {
        const QString name = m_loudspeaker->currentData().toString();
        QSettings(m_settingsFile, QSettings::IniFormat).setValue(loudspeakerKey, name);
        chooseLoudspeaker(name);
        emit soundChanged();
    });
    lay::column(page, {.spacing = 8},
                {head(tr("Microphone"), page), lay::row({m_microphone, lay::stretch()}),
                 softLabel(tr("On Practise it can be tried for ten seconds."), Type::Small, page),
                 head(tr("Loudspeaker"), page), lay::row({m_loudspeaker, lay::stretch()}),
                 softLabel(tr("For playback and for the tones that lead."), Type::Small, page),
                 m_noSound, lay::stretch()});
    return page;
}

QWidget* SettingsPage::buildPeople()
{
    auto* page = new QWidget(this);
    auto* group = new QButtonGroup(page);
    m_alone = radio(tr("I practise alone"), "usedAlone", group, page);
    m_teach = radio(tr("I teach, or several people use it"), "usedTeaching", group, page);
    connect(m_alone, &QRadioButton::clicked, this, [this] { m_desk->setTeaching(false); });
    connect(m_teach, &QRadioButton::clicked, this, [this] { m_desk->setTeaching(true); });
    m_severalNote = softLabel({}, Type::Body, page);
    lay::column(
        page, {.spacing = 8},
        {head(tr("Who uses Layakari?"), page), m_alone, m_teach, m_severalNote, lay::stretch()});
    return page;
}

void SettingsPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    fillSound();
    refresh();
}

void SettingsPage::fillSound()
{
    const QSettings settings(m_settingsFile, QSettings::IniFormat);
    m_microphone->clear();
    for (const QString& name : microphones()) m_microphone->addItem(name);
    const int at = m_microphone->findText(settings.value(microphoneKey).toString());
    m_microphone->setCurrentIndex(std::max(0, at));
    m_loudspeaker->clear();
    m_loudspeaker->addItem(tr("As the desktop is set"), QString());
    for (const QString& name : loudspeakers()) m_loudspeaker->addItem(name, name);
    m_loudspeaker->setCurrentIndex(
        std::max(0, m_loudspeaker->findData(settings.value(loudspeakerKey).toString())));
    QStringList missing;
    if (m_microphone->count() == 0) missing << tr("This machine has no microphone.");
    if (m_loudspeaker->count() == 1) missing << tr("This machine has no loudspeaker.");
    m_microphone->setVisible(m_microphone->count() > 0);
    m_noSound->setText(missing.join(QLatin1Char(' ')));
    m_noSound->setVisible(!missing.isEmpty());
}

void SettingsPage::refresh()
{
    m_themes[static_cast<std::size_t>(m_look->choice())]->setChecked(true);
    const QString language = chosenLanguage(m_settingsFile);
    m_language->setCurrentIndex(std::max(0, m_language->findData(language)));
    m_speak->setVisible((language.isEmpty() ? systemLanguage() : language).toStdString() !=
                        speech().language);
    m_text->setCurrentIndex(std::max(0, m_text->findData(m_look->textPercent())));
    const Journal& journal = m_desk->journal();
    (copiesRecordings(journal) ? m_copy : m_leave)->setChecked(true);
    const auto practised = practisedFolder(journal);
    m_practised->setText(QString::fromStdString(practised.string()));
    m_ownPlace->setVisible(practised != practisedFolder(journal.folder()));
    m_watched->setText(m_intake->watched().isEmpty() ? tr("None") : m_intake->watched());
    m_watch->setText(m_intake->watched().isEmpty() ? tr("Watch a folder…") : tr("Stop watching"));
    (m_desk->isTeaching() ? m_teach : m_alone)->setChecked(true);
    const bool areSeveral = m_desk->people().size() > 1;
    m_alone->setEnabled(!areSeveral);
    m_severalNote->setText(areSeveral
                               ? tr("There are several people in the journal, so all of them "
                                    "are shown. Archive those you no longer need.")
                               : tr("When you practise alone, people and what a teacher needs "
                                    "are hidden."));
    showBackups();
}

void SettingsPage::showBackups(const QString& news)
{
    const std::vector<Backup> all = backupsIn(m_desk->journal().folder());
    QString words = all.empty()
                        ? tr("There is none yet.")
                        : tr("There are %n, the last of %1.", nullptr, static_cast<int>(all.size()))
                              .arg(fullDate(toQDate(all.front().day)));
    if (!news.isEmpty()) words = news + QLatin1Char(' ') + words;
    m_backups->setText(words);
}

} // namespace layakari
