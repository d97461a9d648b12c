// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/inbox/hand_in_view.hpp"

#include "core/journal/recordings.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/plan_chooser.hpp"
#include "desktop/desk/intake_desk.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/desk/question_round.hpp"
#include "desktop/desk/sitting_actions.hpp"
#include "desktop/language/names.hpp"

#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace layakari {

namespace {

enum Column { File, Whose, Practice, Outcome, columns };
constexpr int idRole = Qt::UserRole;

} // namespace

HandInView::HandInView(JournalDesk* desk, IntakeDesk* intake, SittingActions* actions,
                       QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_actions(actions),
      m_intake(intake),
      m_sentence(textLabel({}, Type::Sentence, this, "handInSentence")),
      m_watching(softLabel({}, Type::Body, this, "handInWatching")),
      m_list(new QTreeWidget(this)),
      m_files(leadButton(tr("Add recordings…"), "handInFiles", this)),
      m_folder(wordButton(tr("A whole folder…"), "handInFolder", this)),
      m_watch(wordButton({}, "handInWatch", this,
                         tr("What a phone syncs into a folder is added automatically"))),
      m_copy(wordButton({}, "handInCopy", this,
                        tr("Whether recordings that you add from now on are copied into the "
                           "journal's folder"))),
      m_answer(new AnswerButton(desk, "handInAnswer", this)),
      m_stop(wordButton(tr("Stop reading"), "handInStop", this)),
      m_putAway(wordButton(tr("Clear what is done"), "handInPutAway", this,
                           tr("The sittings stay in the journal"))),
      m_choice(new QWidget(this)),
      m_person(choiceBox(tr("Whose it is"), "handInPerson", {}, this)),
      m_plan(new PlanChooser(this)),
      m_assign(wordButton(tr("Read it"), "handInAssign", this))
{
    setObjectName(QStringLiteral("handInView"));
    buildLayout();
    setFocusProxy(m_list);
    connect(m_files, &QPushButton::clicked, this, &HandInView::chooseFiles);
    connect(m_folder, &QPushButton::clicked, this, &HandInView::chooseFolder);
    connect(m_watch, &QPushButton::clicked, this, &HandInView::chooseWatched);
    connect(m_copy, &QPushButton::clicked, this, [this] {
        Journal& journal = m_desk->journal();
        m_desk->told(copyRecordings(journal, !copiesRecordings(journal)));
        showAll();
    });
    connect(m_stop, &QPushButton::clicked, this,
            [this] { m_intake->isReading() ? m_intake->stop() : m_intake->goOn(); });
    connect(m_answer, &QPushButton::clicked, this, &HandInView::answersWanted);
    connect(m_putAway, &QPushButton::clicked, m_intake, &IntakeDesk::putAway);
    connect(m_assign, &QPushButton::clicked, this, &HandInView::assignChosen);
    connect(m_list, &QTreeWidget::itemSelectionChanged, this, &HandInView::showChoice);
    connect(m_list, &QTreeWidget::itemActivated, this, [this](const QTreeWidgetItem* item) {
        const Id id = item->data(File, idRole).toLongLong();
        for (const Handed& handed : m_intake->all())
            if (handed.id == id && handed.sitting && handed.person)
                emit sittingWanted(*handed.person, *handed.sitting);
    });
    m_list->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(m_list, &QWidget::customContextMenuRequested, this, &HandInView::showMenu);
    connect(m_intake, &IntakeDesk::changed, this, &HandInView::showAll);
    connect(m_intake, &IntakeDesk::progressed, this, [this](Id id) {
        for (const Handed& handed : m_intake->all())
            if (handed.id == id) showOne(handed);
    });
    connect(m_desk, &JournalDesk::peopleChanged, this, &HandInView::showAll);
    connect(m_desk, &JournalDesk::journalChanged, this, &HandInView::showAll);
    showAll();
}

void HandInView::buildLayout()
{
    m_list->setObjectName(QStringLiteral("handInList"));
    m_list->setAccessibleName(tr("Recordings in the inbox"));
    m_list->setColumnCount(columns);
    m_list->setHeaderLabels({tr("Recording"), tr("Whose"), tr("What was practised"), tr("State")});
    m_list->setRootIsDecorated(false);
    m_list->setAllColumnsShowFocus(true);
    m_list->setUniformRowHeights(true);
    m_list->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_list->setTextElideMode(Qt::ElideRight);
    m_list->header()->setSectionsMovable(false);
    m_list->header()->setStretchLastSection(true);
    m_list->setColumnWidth(File, 290);
    m_list->setColumnWidth(Whose, 190);
    m_list->setColumnWidth(Practice, 230);
    m_plan->setObjectName(QStringLiteral("handInPlan"));
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(12);
    for (QPushButton* button : {m_files, m_folder, m_watch, m_copy}) buttons->addWidget(button);
    buttons->addStretch(1);
    buttons->addWidget(m_answer);
    buttons->addWidget(m_stop);
    buttons->addWidget(m_putAway);
    lay::row(
        m_choice, {.spacing = 10},
        {lay::sentence(tr("%1 practised %2"), {m_person, m_plan}, this), m_assign, lay::stretch()});
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(28, 10, 28, 16);
    column->setSpacing(8);
    column->addWidget(m_sentence);
    column->addWidget(m_watching);
    column->addWidget(m_list, 100);
    column->addStretch(1); // where there is no list
    column->addWidget(m_choice);
    column->addLayout(buttons);
}

QString HandInView::planOf(const Handed& handed)
{
    if (!handed.planVersion) return tr("free practice");
    const auto known = m_planNames.find(*handed.planVersion);
    if (known != m_planNames.end()) return known->second;
    const auto kept = m_desk->told(m_desk->journal().planVersion(*handed.planVersion));
    return m_planNames[*handed.planVersion] =
               kept && *kept ? shownName((*kept)->plan.name) : tr("free practice");
}

QString HandInView::stateOf(const Handed& handed) const
{
    QString words = QString::fromStdString(handed.words);
    switch (handed.state) {
    case Handed::State::Kept:
        return !handed.sitting                      ? tr("saved, then deleted")
               : m_asking.contains(*handed.sitting) ? tr("saved, has a question")
                                                    : tr("saved");
    case Handed::State::Known: return words;
    case Handed::State::Failed: return tr("not read: %1").arg(words);
    case Handed::State::Waiting: break;
    }
    if (!handed.person) return tr("whose is it?");
    const auto progress = m_intake->progressOf(handed.id);
    if (!progress) return tr("waits");
    return *progress > 0 ? tr("being read, %1 %").arg(100 * *progress, 0, 'f', 0) : tr("next");
}

void HandInView::showOne(const Handed& handed)
{
    const auto at = m_items.find(handed.id);
    if (at == m_items.end()) return;
    QTreeWidgetItem* item = at->second;
    const QFileInfo file(QString::fromStdString(handed.file));
    QString whose = tr("no one yet");
    for (const Person& person : m_desk->people())
        if (handed.person == person.id) whose = QString::fromStdString(person.name);
    item->setText(File, file.fileName());
    item->setToolTip(File, file.filePath());
    item->setText(Whose, whose);
    item->setText(Practice, planOf(handed));
    item->setText(Outcome, stateOf(handed));
    item->setToolTip(Outcome, QString::fromStdString(handed.words));
    QFont font = m_list->font();
    font.setBold(handed.state == Handed::State::Failed || !handed.person ||
                 m_asking.contains(handed.sitting.value_or(0)));
    for (int c = 0; c < columns; ++c) item->setFont(c, font);
}

void HandInView::showAll()
{
    // Rows stay what they are while their recordings are read, so that a choice stays too.
    std::map<Id, QTreeWidgetItem*> gone = std::exchange(m_items, {});
    int read = 0;
    int open = 0;
    int failed = 0;
    int asking = 0;
    m_asking.clear();
    for (const Sitting& sitting : QuestionRound::waiting(m_desk)) m_asking.insert(sitting.id);
    m_answer->refresh();
    for (const Handed& handed : m_intake->all()) {
        const auto was = gone.find(handed.id);
        QTreeWidgetItem* item = was == gone.end() ? new QTreeWidgetItem(m_list) : was->second;
        item->setData(File, idRole, QVariant::fromValue<qint64>(handed.id));
        if (was != gone.end()) gone.erase(was);
        m_items[handed.id] = item;
        showOne(handed);
        read += handed.state == Handed::State::Kept || handed.state == Handed::State::Known;
        failed += handed.state == Handed::State::Failed;
        asking += m_asking.contains(handed.sitting.value_or(0));
        open += handed.state == Handed::State::Waiting && !handed.person;
    }
    for (const auto& [id, item] : gone) delete item;
    const auto all = static_cast<int>(m_intake->all().size());
    QStringList words{tr("%1 of %n recording(s) are read", nullptr, all).arg(read)};
    if (asking > 0) words << tr("%n have a question for you", nullptr, asking);
    if (failed > 0) words << tr("%n could not be read", nullptr, failed);
    if (open > 0) words << tr("%n wait for you to say whose they are", nullptr, open);
    m_sentence->setText(
        all == 0 ? tr("Drop recordings or a whole folder here. Whose each is, and what was "
                      "practised, is taken from folder and file names.")
                 : words.join(QStringLiteral("; ")) + QLatin1Char('.'));
    const bool copies = copiesRecordings(m_desk->journal());
    QStringList ways;
    if (!m_intake->watched().isEmpty()) ways << tr("Watching %1.").arg(m_intake->watched());
    ways << (copies ? tr("Recordings are copied into the journal's folder.")
                    : tr("Recordings stay where they are; the journal remembers where."));
    m_watching->setText(ways.join(QLatin1Char(' ')));
    m_copy->setText(copies ? tr("Leave them there") : tr("Copy them in"));
    m_watch->setText(m_intake->watched().isEmpty() ? tr("Watch a folder…") : tr("Stop watching"));
    m_list->setVisible(all > 0);
    m_putAway->setVisible(read + failed > 0);
    const bool mayGoOn = read + failed + open < all;
    m_stop->setVisible(mayGoOn);
    m_stop->setText(m_intake->isReading() ? tr("Stop reading") : tr("Continue reading"));
    showChoice();
}

std::vector<Handed> HandInView::chosen() const
{
    std::vector<Handed> some;
    for (const Handed& handed : m_intake->all())
        if (const auto at = m_items.find(handed.id);
            at != m_items.end() && at->second->isSelected() && handed.state != Handed::State::Kept)
            some.push_back(handed);
    return some;
}

void HandInView::showChoice()
{
    const std::vector<Handed> some = chosen();
    m_choice->setVisible(!some.empty());
    if (some.size() == 1 && some.front().planVersion)
        if (const auto kept =
                m_desk->told(m_desk->journal().planVersion(*some.front().planVersion));
            kept && *kept)
            m_plan->setPlan((*kept)->plan);
    m_assign->setText(some.size() > 1 ? tr("Read these %1").arg(some.size()) : tr("Read it"));
    const QVariant was = m_person->currentData();
    m_person->clear();
    for (const Person& person : m_desk->people())
        m_person->addItem(QString::fromStdString(person.name),
                          QVariant::fromValue<qint64>(person.id));
    const bool isSaid = some.size() == 1 && some.front().person;
    const int at =
        m_person->findData(isSaid ? QVariant::fromValue<qint64>(*some.front().person) : was);
    m_person->setCurrentIndex(std::max(0, at));
}

void HandInView::assignChosen()
{
    const Id person = m_person->currentData().toLongLong();
    if (!person) return;
    for (const Handed& handed : chosen()) m_intake->assign(handed.id, person, m_plan->plan());
}

// Of a row that became a sitting: what can be done with that.
void HandInView::showMenu(const QPoint& at)
{
    const QTreeWidgetItem* item = m_list->itemAt(at);
    if (!item) item = m_list->currentItem();
    if (!item) return;
    const Id id = item->data(File, idRole).toLongLong();
    for (const Handed& handed : m_intake->all()) {
        if (handed.id != id || !handed.sitting) continue;
        const auto sitting = m_desk->told(m_desk->journal().sitting(*handed.sitting));
        if (!sitting || !*sitting) return;
        auto* menu = new QMenu(this);
        menu->setObjectName(QStringLiteral("sittingMenu"));
        menu->setAttribute(Qt::WA_DeleteOnClose);
        m_actions->fill(menu, **sitting, this);
        menu->popup(m_list->viewport()->mapToGlobal(at));
    }
}

void HandInView::chooseFiles()
{
    const QStringList files = QFileDialog::getOpenFileNames(
        this, tr("Add recordings"), {},
        tr("Recordings (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4);;All files "
           "(*)"));
    if (!files.isEmpty()) m_intake->takeIn(files);
}

void HandInView::chooseFolder()
{
    const QString folder =
        QFileDialog::getExistingDirectory(this, tr("Add all recordings of a folder"));
    if (folder.isEmpty()) return;
    if (m_intake->takeIn({folder}) == 0)
        emit note(tr("There is no recording in %1 that is not waiting already.").arg(folder));
}

void HandInView::chooseWatched()
{
    if (!m_intake->watched().isEmpty()) return m_intake->watch({});
    const QString folder = QFileDialog::getExistingDirectory(this, tr("Watch a folder"));
    if (!folder.isEmpty()) m_intake->watch(folder);
}

} // namespace layakari
