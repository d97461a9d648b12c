// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/reflect/reflect_page.hpp"

#include "core/intake/putting_right.hpp"
#include "core/journal/sitting.hpp"
#include "core/language/message.hpp"
#include "core/language/times.hpp"
#include "core/report/reply.hpp"
#include "core/report/sentence.hpp"
#include "core/report/uncertainty.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/empty_offer.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/message_bar.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/desk/question_round.hpp"
#include "desktop/desk/sitting_actions.hpp"
#include "desktop/desk/undo_keys.hpp"
#include "desktop/help/explain_note.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/language/names.hpp"
#include "desktop/reflect/feel_line.hpp"
#include "desktop/reflect/sitting_report.hpp"
#include "desktop/reflect/week_list.hpp"

#include <QCheckBox>
#include <QClipboard>
#include <QDialog>
#include <QFileDialog>
#include <QFileInfo>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QShortcut>
#include <QVBoxLayout>
#include <algorithm>

namespace layakari {

namespace {

constexpr int mostSittings = 400; // to step through
constexpr int lookedBack = 60;    // for the best so far
constexpr std::array complaintWords{"dizzy", "breathless", "sore throat"};

QString adviceInWords(Advice advice)
{
    switch (advice) {
    case Advice::First: return QObject::tr("A beginning.");
    case Advice::GoOn: return QObject::tr("Ready for the next step.");
    case Advice::Stay: return QObject::tr("Stay here.");
    case Advice::EaseOff: return QObject::tr("Ease off a little.");
    }
    return {};
}

} // namespace

ReflectPage::ReflectPage(JournalDesk* desk, SittingActions* actions, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_actions(actions),
      m_bar(new MessageBar(QStringLiteral("reflectMessage"), this)),
      m_offer(new EmptyOffer(QStringLiteral("reflectEmpty"), this)),
      m_body(new QWidget(this)),
      m_title(softLabel({}, Type::Body, this, "reflectTitle")),
      m_sentence(textLabel({}, Type::Sentence, this, "reflectSentence")),
      m_doubt(textLabel({}, Type::Row, this, "reflectDoubt")),
      m_changes(textLabel({}, Type::Row, this, "reflectChanges")),
      m_usual(softLabel({}, Type::Body, this, "reflectUsual")),
      m_places(textLabel({}, Type::Body, this, "reflectPlaces")),
      m_earlier(wordButton(tr("Earlier"), "reflectEarlier", this,
                           tr("The sitting before this one (Page Up)"))),
      m_later(wordButton(tr("Later"), "reflectLater", this,
                         tr("The sitting after this one (Page Down)"))),
      m_open(wordButton({}, "reflectOpen", this)),
      m_this(wordButton(tr("This sitting…"), "reflectThis", this,
                        tr("Change, move, leave out, archive or delete it"))),
      m_thisMenu(new QMenu(this)),
      m_reply(wordButton(tr("Write a reply…"), "reflectReply", this,
                         tr("A reply from these facts, to change and to copy"))),
      m_pdf(wordButton(tr("Save as PDF…"), "reflectPdf", this,
                       tr("This sitting on one page, to print or to send"))),
      m_said(nullptr),
      m_before(new FeelLine(tr("Before"), "feelBefore", this)),
      m_after(new FeelLine(tr("After"), "feelAfter", this)),
      m_feel(new QLineEdit(this)),
      m_other(new QLineEdit(this)),
      m_note(new QPlainTextEdit(this)),
      m_advice(textLabel({}, Type::Sentence, this, "reflectAdvice")),
      m_reason(textLabel({}, Type::Body, this, "reflectReason")),
      m_goOn(wordButton({}, "reflectGoOn", this)),
      m_easeOff(wordButton(tr("One step easier"), "reflectEaseOff", this)),
      m_answer(new AnswerButton(desk, "reflectAnswer", this)),
      m_weekName(softLabel(tr("Practised this week, the most urgent first:"), Type::Body, this,
                           "weekName")),
      m_week(new WeekList(desk, this))
{
    setObjectName(QStringLiteral("reflectPage"));
    lay::row(m_body, {.margins = {28, 10, 24, 16}, .spacing = 36},
             {lay::wide(buildLeft()), buildRight()});
    lay::column(this, {.spacing = 0}, {m_bar, lay::wide(m_offer), lay::wide(m_body)});
    m_thisMenu->setObjectName(QStringLiteral("sittingMenu"));
    m_this->setMenu(m_thisMenu);
    connect(m_thisMenu, &QMenu::aboutToShow, this, [this] {
        if (m_sitting) m_actions->fill(m_thisMenu, *m_sitting, this);
    });
    explainItself(m_changes, [this] { return explainChanges(); });
    explainItself(m_usual, [this] { return explainChanges(); });
    explainItself(m_places, [this]() -> std::optional<Explanation> {
        if (!m_reading || m_reading->strainSigns.empty()) return std::nullopt;
        return explainSign(m_reading->strainSigns.front());
    });
    explainItself(m_advice, [this]() -> std::optional<Explanation> {
        if (!m_proposal) return std::nullopt;
        return explainAdvice(m_proposal->judgement, m_proposal->rule);
    });
    explainItself(m_sentence, [this]() -> std::optional<Explanation> {
        return m_reading ? explain(*m_reading, HeadFigure::Accuracy) : std::nullopt;
    });
    addUndoKeys(this, desk, m_bar);
    setFocusProxy(m_before);

    connect(new QShortcut(Qt::Key_PageUp, this), &QShortcut::activated, m_earlier,
            &QPushButton::click);
    connect(new QShortcut(Qt::Key_PageDown, this), &QShortcut::activated, m_later,
            &QPushButton::click);
    connect(new QShortcut(Qt::Key_Delete, this), &QShortcut::activated, this, [this] {
        if (m_sitting && m_this->isVisible()) m_actions->askToDelete(*m_sitting, this);
    });
    connect(m_earlier, &QPushButton::clicked, this, [this] { step(+1); });
    connect(m_later, &QPushButton::clicked, this, [this] { step(-1); });
    connect(m_open, &QPushButton::clicked, this, &ReflectPage::openRecording);
    connect(m_reply, &QPushButton::clicked, this, &ReflectPage::writeReply);
    connect(m_pdf, &QPushButton::clicked, this, &ReflectPage::askForPdf);
    connect(m_goOn, &QPushButton::clicked, this, [this] { stand(+1); });
    connect(m_easeOff, &QPushButton::clicked, this, [this] { stand(-1); });
    connect(m_answer, &QPushButton::clicked, this, &ReflectPage::answersWanted);
    connect(m_week, &WeekList::wanted, this, [this](Id person, Id sitting) {
        m_desk->choosePerson(person);
        showSitting(sitting);
    });
    connect(m_bar, &MessageBar::stopWanted, m_bar, &QWidget::hide);
    connect(m_desk, &JournalDesk::personChanged, this, &ReflectPage::takeNews);
    connect(m_desk, &JournalDesk::journalChanged, this, &ReflectPage::takeNews);
    connect(m_desk, &JournalDesk::failed, m_bar, &MessageBar::showError);
}

QWidget* ReflectPage::buildLeft()
{
    auto* inner = new QWidget(this);
    lay::column(inner, {.margins = {0, 0, 8, 0}, .spacing = 8},
                {lay::row({m_earlier, m_later, lay::stretch(), m_this, m_open}), lay::gap(2),
                 m_title, lay::gap(2), m_sentence, m_doubt, m_changes, m_usual, m_places,
                 lay::gap(10), buildSaid(), lay::stretch()});
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inner);
    return scroll;
}

QWidget* ReflectPage::buildSaid()
{
    m_said = new QWidget(this);
    m_feel->setObjectName(QStringLiteral("feelWords"));
    m_feel->setPlaceholderText(tr("In a few words"));
    m_feel->setAccessibleName(tr("How it felt, in a few words"));
    auto* complaints = new QHBoxLayout;
    complaints->setSpacing(14);
    for (const char* word : complaintWords) {
        auto* box = new QCheckBox(QString::fromStdString(complaintsInWords({word}).front()), this);
        box->setObjectName(QStringLiteral("complaint-") +
                           QLatin1String(word).toString().replace(' ', '-'));
        connect(box, &QCheckBox::toggled, this, &ReflectPage::keepSaid);
        m_complaints.push_back(box);
        complaints->addWidget(box);
    }
    m_other->setObjectName(QStringLiteral("complaintOther"));
    m_other->setPlaceholderText(tr("anything else that was not well"));
    m_other->setAccessibleName(tr("Another complaint"));
    complaints->addWidget(m_other, 1);
    m_note->setObjectName(QStringLiteral("sittingNote"));
    m_note->setPlaceholderText(tr("A note: the time, the place, what to try next"));
    m_note->setAccessibleName(tr("Note"));
    m_note->setTabChangesFocus(true);
    m_note->setFixedHeight(84);
    m_note->installEventFilter(this);
    lay::column(
        m_said, {.spacing = 6},
        {textLabel(tr("How did it feel? From 0, heavy, to 10, light."), Type::Row, this, "", true),
         m_before, m_after, m_feel, complaints, m_note});
    for (FeelLine* line : {m_before, m_after})
        connect(line, &FeelLine::valueSet, this, &ReflectPage::keepSaid);
    for (QLineEdit* edit : {m_feel, m_other})
        connect(edit, &QLineEdit::editingFinished, this, &ReflectPage::keepSaid);
    return m_said;
}

QWidget* ReflectPage::buildRight()
{
    auto* right = new QWidget(this);
    right->setFixedWidth(sideWidth);
    lay::column(right, {.spacing = 8},
                {m_advice, m_reason, lay::row({m_goOn, m_easeOff, lay::stretch()}),
                 lay::row({m_reply, m_pdf, lay::stretch()}), lay::gap(16),
                 lay::row({m_answer, lay::stretch()}), m_weekName, lay::wide(m_week),
                 lay::stretch(0)});
    return right;
}

void ReflectPage::paintEvent(QPaintEvent*)
{
    if (m_sitting) paintSide(this);
}

// What is typed into the note is kept when one leaves it.
bool ReflectPage::eventFilter(QObject* watched, QEvent* event)
{
    if (watched == m_note && event->type() == QEvent::FocusOut) keepSaid();
    return QWidget::eventFilter(watched, event);
}

void ReflectPage::note(const QString& text) { m_bar->showNote(text); }

void ReflectPage::leave() { m_bar->hide(); }

// A page that is not seen looks into the journal when it is.
void ReflectPage::takeNews()
{
    m_isStale = true;
    if (isVisible()) takePerson();
}

void ReflectPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    m_bar->hide(); // what it says is of an earlier visit
    if (m_isStale) takePerson();
}

void ReflectPage::takePerson()
{
    m_isStale = false;
    const auto& person = m_desk->person();
    m_sittings = person ? m_desk->told(m_desk->journal().sittings(person->id, mostSittings))
                              .value_or(std::vector<Sitting>{})
                        : std::vector<Sitting>{};
    // What was not picked is the latest, also when there is a later one.
    if (m_person != (person ? person->id : 0)) m_picked = 0;
    m_person = person ? person->id : 0;
    pick(m_picked);
}

void ReflectPage::showSitting(Id id)
{
    if (m_isStale) takePerson();
    pick(id);
}

void ReflectPage::pick(Id id)
{
    m_picked = id;
    const auto at = std::find_if(m_sittings.begin(), m_sittings.end(),
                                 [&](const Sitting& s) { return s.id == id; });
    m_sitting = at != m_sittings.end() ? std::optional(*at)
                : m_sittings.empty()   ? std::nullopt
                                       : std::optional(m_sittings.front());
    showAll();
}

void ReflectPage::step(int by)
{
    const auto at = std::find_if(m_sittings.begin(), m_sittings.end(),
                                 [&](const Sitting& s) { return s.id == sitting(); });
    if (at == m_sittings.end()) return;
    const auto index = at - m_sittings.begin() + by;
    if (index < 0 || index >= static_cast<std::ptrdiff_t>(m_sittings.size())) return;
    showSitting(m_sittings[static_cast<std::size_t>(index)].id);
}

void ReflectPage::showAll()
{
    const bool isThere = m_sitting.has_value();
    // The keys stay on the page: another box of the window must not get them when this one's go.
    const bool hadFocus = m_body->isAncestorOf(window()->focusWidget());
    for (QWidget* w : std::initializer_list<QWidget*>{m_earlier, m_later, m_title, m_open, m_this,
                                                      m_reply, m_pdf, m_doubt, m_changes, m_places,
                                                      m_said, m_advice, m_reason})
        w->setVisible(isThere);
    m_answer->refresh();
    m_offer->setVisible(!isThere);
    if (!isThere && hadFocus) m_offer->setFocus();
    m_body->setVisible(isThere);
    if (isThere && m_offer->isAncestorOf(window()->focusWidget())) m_before->setFocus();
    m_week->refresh();
    // Whoever practises alone has nobody to look at first.
    m_weekName->setVisible(m_week->count() > 1);
    m_week->setVisible(m_week->count() > 1);
    m_goOn->hide();
    m_easeOff->hide();
    if (!isThere) {
        const auto& person = m_desk->person();
        m_offer->showFor(person ? QString::fromStdString(person->name) : QString());
        return;
    }
    m_earlier->setEnabled(m_sitting->id != m_sittings.back().id);
    m_later->setEnabled(m_sitting->id != m_sittings.front().id);
    showReading();
    showSaid();
    showProposal();
}

void ReflectPage::showReading()
{
    m_plan.reset();
    if (m_sitting->planVersion)
        if (const auto kept = m_desk->told(m_desk->journal().planVersion(*m_sitting->planVersion));
            kept && *kept)
            m_plan = (*kept)->plan;
    m_reading.reset();
    const auto json = m_desk->told(m_desk->journal().readingOf(m_sitting->id));
    if (json && *json)
        if (auto reading = parseReading(**json, m_sitting->recording))
            m_reading = *std::move(reading);
    const QDateTime began = QDateTime::fromSecsSinceEpoch(m_sitting->startedAt);
    m_title->setText(tr("%1, %2  ·  %3")
                         .arg(fullDate(toQDate(m_sitting->day)), timeOfDay(began.time()),
                              m_plan ? shownName(m_plan->name) : tr("free practice")));
    const bool isNoted = m_sitting->origin == Sitting::Origin::Noted;
    m_sentence->setText(m_reading ? QString::fromStdString(inOneSentence(*m_reading))
                        : isNoted
                            ? tr("%n minute(s), noted by hand. Nothing in it was measured.",
                                 nullptr, static_cast<int>(std::lround(m_sitting->practiceS / 60)))
                            : tr("The reading of this sitting cannot be shown."));
    m_pdf->setVisible(m_reading.has_value());
    m_reply->setVisible(m_reading.has_value() && m_desk->isTeaching());
    const std::string doubt = m_reading ? uncertaintyInWords(*m_reading) : std::string();
    m_doubt->setText(QString::fromStdString(doubt));
    m_doubt->setVisible(!doubt.empty());
    std::vector<Sitting> earlier;
    if (m_plan)
        for (const Sitting& s :
             m_desk->told(m_desk->journal().sittingsOfPlan(m_sitting->person, *m_plan, lookedBack))
                 .value_or(std::vector<Sitting>{}))
            if (s.startedAt < m_sitting->startedAt) earlier.push_back(s);
    m_changed = changesOf(*m_sitting, earlier);
    QStringList more;
    QStringList usual;
    for (const Change& change : m_changed)
        (change.isMoreThanChance() ? more : usual) << QString::fromStdString(changeInWords(change));
    if (!m_sitting->sure)
        more << tr("It is not compared with earlier sittings while it is uncertain.");
    else if (!isNoted && m_changed.empty())
        more << tr("After three earlier sittings of this plan, changes are shown here.");
    else if (!isNoted && more.isEmpty())
        more << tr("Nothing changed by more than chance since the last sittings of this plan.");
    if (!m_sitting->words.leftOut.empty())
        more << tr("This sitting does not count: %1.")
                    .arg(QString::fromStdString(m_sitting->words.leftOut));
    if (m_sitting->origin == Sitting::Origin::Simulated)
        more.prepend(tr("This was the simulated practitioner. It does not count anywhere."));
    m_changes->setText(more.join(QLatin1Char('\n')));
    m_usual->setText(usual.join(QLatin1Char('\n')));
    m_usual->setVisible(!usual.isEmpty());
    QStringList places;
    if (m_reading)
        for (const StrainSign& sign : m_reading->strainSigns)
            places << tr("At %1: %2")
                          .arg(QString::fromStdString(clockTime(sign.atS)),
                               QString::fromStdString(say(sign.explanation)));
    m_places->setText(places.isEmpty() ? QString()
                      : m_sitting->sure
                          ? tr("Places to listen to:\n%1").arg(places.join(QLatin1Char('\n')))
                          : tr("Places to listen to, if they were heard rightly:\n%1")
                                .arg(places.join(QLatin1Char('\n'))));
    m_places->setVisible(!places.isEmpty());
    const bool hasFile = QFileInfo::exists(QString::fromStdString(m_sitting->recording));
    m_open->setVisible(!isNoted);
    m_open->setText(hasFile ? tr("Show the reading") : tr("Find the recording…"));
    m_open->setToolTip(hasFile ? tr("The rows and the sound, on Read")
                               : tr("%1 is not there any more; Layakari looks for it first")
                                     .arg(QString::fromStdString(m_sitting->recording)));
}

void ReflectPage::showSaid()
{
    m_filling = true;
    const SittingWords& words = m_sitting->words;
    m_before->setValue(words.feelBefore);
    m_after->setValue(words.feelAfter);
    const auto setText = [](QLineEdit* edit, const QString& text) {
        if (edit->text() != text) edit->setText(text);
    };
    setText(m_feel, QString::fromStdString(words.feel));
    QStringList others;
    for (const std::string& complaint : words.complaints)
        if (std::find(complaintWords.begin(), complaintWords.end(), complaint) ==
            complaintWords.end())
            others << QString::fromStdString(complaint);
    for (std::size_t i = 0; i < m_complaints.size(); ++i)
        m_complaints[i]->setChecked(std::find(words.complaints.begin(), words.complaints.end(),
                                              complaintWords[i]) != words.complaints.end());
    setText(m_other, others.join(QStringLiteral(", ")));
    if (m_note->toPlainText().toStdString() != words.note)
        m_note->setPlainText(QString::fromStdString(words.note));
    m_filling = false;
}

SittingWords ReflectPage::said() const
{
    SittingWords words = m_sitting->words;
    words.feelBefore = m_before->value();
    words.feelAfter = m_after->value();
    words.feel = m_feel->text().trimmed().toStdString();
    words.complaints.clear();
    for (std::size_t i = 0; i < m_complaints.size(); ++i)
        if (m_complaints[i]->isChecked()) words.complaints.emplace_back(complaintWords[i]);
    if (const QString other = m_other->text().trimmed(); !other.isEmpty())
        words.complaints.push_back(other.toStdString());
    words.note = m_note->toPlainText().toStdString();
    return words;
}

void ReflectPage::keepSaid()
{
    if (m_filling || !m_sitting) return;
    const SittingWords was = m_sitting->words;
    const SittingWords now = said();
    if (now == was) return;
    const Id id = m_sitting->id;
    m_desk->perform(
        tr("Change the notes of %1").arg(dayAndMonth(toQDate(m_sitting->day))),
        [this, id, now] { return m_desk->journal().saveSittingWords(id, now); },
        [this, id, was] { return m_desk->journal().saveSittingWords(id, was); });
}

// The proposal is for today, whichever sitting is looked at; it is only shown beside the latest.
void ReflectPage::showProposal()
{
    m_proposal.reset();
    const auto& person = m_desk->person();
    const DayState day =
        m_desk->told(m_desk->journal().dayState(person->id, m_desk->today())).value_or(DayState{});
    m_proposal = m_desk->told(proposeFor(m_desk->journal(), *person, day, m_desk->today()));
    if (!m_proposal) {
        m_advice->hide();
        m_reason->hide();
        return;
    }
    const Judgement& judgement = m_proposal->judgement;
    m_advice->setText(adviceInWords(judgement.advice));
    m_reason->setText(tr("%1\n\nNext, %2. %3")
                          .arg(QString::fromStdString(judgement.reason),
                               shownName(m_proposal->plan.name),
                               QString::fromStdString(m_proposal->why)));
    m_goOn->setVisible(m_proposal->next && judgement.advice == Advice::GoOn);
    m_goOn->setText(tr("Move on: %1")
                        .arg(fontMetrics().elidedText(QString::fromStdString(m_proposal->nextAdds),
                                                      Qt::ElideRight, 220)));
    m_easeOff->setVisible(m_proposal->easier && judgement.advice == Advice::EaseOff);
}

void ReflectPage::stand(int rungsAway)
{
    if (!m_proposal || !m_proposal->place) return;
    const int rung = m_proposal->place->rung + rungsAway + 1;
    if (m_desk->stand(*m_proposal->place, rungsAway))
        m_bar->showNote(tr("On step %1 from today. Ctrl+Z undoes it.").arg(rung));
}

void ReflectPage::openRecording()
{
    if (!m_sitting) return;
    if (QFileInfo::exists(QString::fromStdString(m_sitting->recording))) {
        emit m_actions->readWanted(*m_sitting);
        return;
    }
    std::vector<std::filesystem::path> folders;
    emit foldersWanted(&folders);
    QGuiApplication::setOverrideCursor(Qt::WaitCursor);
    const auto found = findRecording(m_desk->journal(), *m_sitting, folders);
    const auto step =
        found ? m_desk->told(pointAt(m_desk->journal(), *m_sitting, *found)) : std::nullopt;
    QGuiApplication::restoreOverrideCursor();
    if (!step) return m_actions->find(*m_sitting, this);
    if (m_desk->perform(tr("Find a recording"), step->act, step->takeBack))
        m_bar->showNote(tr("It was found: %1").arg(QString::fromStdString(found->string())));
}

std::optional<Explanation> ReflectPage::explainChanges() const
{
    const auto at = std::find_if(m_changed.begin(), m_changed.end(),
                                 [](const Change& change) { return change.isMoreThanChance(); });
    if (m_changed.empty()) return std::nullopt;
    return explainChange(at == m_changed.end() ? m_changed.front() : *at);
}

void ReflectPage::askForPdf()
{
    if (!m_sitting || !m_reading || !m_proposal) return;
    const QString name = QStringLiteral("%1 %2.pdf")
                             .arg(QString::fromStdString(m_desk->person()->name),
                                  toQDate(m_sitting->day).toString(Qt::ISODate));
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Save this sitting as PDF"), name, tr("PDF (*.pdf)"));
    if (!file.isEmpty()) savePdf(file);
}

std::optional<Sheet> ReflectPage::sheet()
{
    if (m_isStale) takePerson();
    if (!m_sitting || !m_reading || !m_proposal) {
        m_bar->showNote(tr("There is no reading here to put on paper."));
        return std::nullopt;
    }
    return sheetOf(SittingReport{*m_desk->person(), *m_sitting, *m_reading,
                                 m_plan ? shownName(m_plan->name) : tr("free practice"), m_changed,
                                 m_proposal->judgement});
}

bool ReflectPage::savePdf(const QString& file)
{
    const auto page = sheet();
    if (!page) return false;
    const auto written = writePdf(file, *page);
    if (written)
        m_bar->showNote(tr("Saved as %1.").arg(file));
    else
        m_bar->showError(QString::fromStdString(written.error().message()));
    return written.has_value();
}

void ReflectPage::print()
{
    if (const auto page = sheet()) m_desk->told(printSheet(this, *page));
}

void ReflectPage::writeReply()
{
    if (!m_sitting || !m_reading || !m_proposal) return;
    QDialog dialog(this);
    dialog.setObjectName(QStringLiteral("replyDialog"));
    dialog.setWindowTitle(tr("A reply to %1").arg(QString::fromStdString(m_desk->person()->name)));
    dialog.resize(640, 460);
    auto* text = new QPlainTextEdit(&dialog);
    text->setObjectName(QStringLiteral("replyText"));
    text->setPlainText(QString::fromStdString(
        composeReply(*m_desk->person(), *m_sitting, *m_reading, m_changed, m_proposal->judgement)));
    auto* copy = leadButton(tr("Copy"), "replyCopy", &dialog, tr("To paste it into a message"));
    auto* close = wordButton(tr("Close"), "replyClose", &dialog);
    connect(copy, &QPushButton::clicked, &dialog, [&] {
        QGuiApplication::clipboard()->setText(text->toPlainText());
        dialog.accept();
    });
    connect(close, &QPushButton::clicked, &dialog, &QDialog::reject);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(softLabel(tr("From the facts alone. Change what you like; nothing is sent."),
                                 Type::Small, &dialog),
                       1);
    buttons->addWidget(close);
    buttons->addWidget(copy);
    auto* column = new QVBoxLayout(&dialog);
    column->addWidget(text, 1);
    column->addLayout(buttons);
    if (dialog.exec() == QDialog::Accepted) m_bar->showNote(tr("The reply is copied."));
}

} // namespace layakari
