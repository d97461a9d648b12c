// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/journey/journey_page.hpp"

#include "core/curriculum/technique.hpp"
#include "core/journal/figures.hpp"
#include "core/measure/robust.hpp"
#include "core/progress/rungs.hpp"
#include "core/report/explain.hpp"
#include "core/report/take_out.hpp"
#include "core/words/terms.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/empty_offer.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/message_bar.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/desk/sitting_actions.hpp"
#include "desktop/desk/undo_keys.hpp"
#include "desktop/help/explain_note.hpp"
#include "desktop/journey/day_line.hpp"
#include "desktop/journey/journey_chart.hpp"
#include "desktop/journey/weeks_report.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/language/names.hpp"

#include <QCheckBox>
#include <QFileDialog>
#include <QInputDialog>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QShortcut>
#include <algorithm>
#include <set>

namespace layakari {

namespace {

constexpr int mostSittings = 100'000;
constexpr int usualWeeks = 8; // on paper
// What the boxes carry besides names of plans and people; no plan's name has a tab in it.
constexpr QLatin1String byTechnique("\ttechnique ");
constexpr QLatin1String ownPractice("\tpractice ");

QString dateInWords(Day day) { return shortDateWithYear(toQDate(day)); }

QString keyOf(FigureKey figure)
{
    return QString::fromUtf8(figure.data(), static_cast<qsizetype>(figure.size()));
}

FigureKey figureOf(const QVariant& key) { return kindOf(key.toString().toStdString()).key; }

} // namespace

JourneyPage::JourneyPage(JournalDesk* desk, SittingActions* actions, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_actions(actions),
      m_bar(new MessageBar(QStringLiteral("journeyMessage"), this)),
      m_figure(choiceBox(tr("Figure"), "journeyFigure", {}, this)),
      m_practice(choiceBox(tr("Practice"), "journeyPractice", {}, this)),
      m_beside(choiceBox(tr("Compared with"), "journeyBeside", {}, this)),
      m_sentence(textLabel({}, Type::Sentence, this, "journeySentence")),
      m_facts(softLabel({}, Type::Body, this, "journeyFacts")),
      m_empty(new EmptyOffer(QStringLiteral("journeyEmpty"), this)),
      m_withArchived(new QCheckBox(tr("including archived"), this)),
      m_body(new QWidget(this)),
      m_chart(new JourneyChart(this)),
      m_days(new DayLine(m_chart, this)),
      m_chosen(textLabel({}, Type::Row, this, "journeyChosen")),
      m_open(wordButton(tr("Look back on it"), "journeyOpen", this,
                        tr("How this sitting was, on Reflect (Enter)"))),
      m_this(wordButton(tr("This sitting…"), "journeyThis", this,
                        tr("Change, move, leave out, archive or delete it"))),
      m_thisMenu(new QMenu(this)),
      m_weeks(wordButton(tr("Weeks as PDF…"), "journeyWeeks", this,
                         tr("The last weeks of this person on two pages"))),
      m_takeOut(wordButton(tr("Export…"), "journeyTakeOut", this,
                           tr("The whole journal into a folder: figures as CSV, readings as JSON, "
                              "phases as captions")))
{
    setObjectName(QStringLiteral("journeyPage"));
    buildLayout();
    addUndoKeys(this, desk, m_bar);
    setFocusProxy(m_chart);
    connect(m_bar, &MessageBar::stopWanted, this, &JourneyPage::leave);
    connect(m_figure, &QComboBox::activated, this, &JourneyPage::showAll);
    connect(m_practice, &QComboBox::activated, this, [this] {
        fillFigures();
        showAll();
    });
    connect(m_beside, &QComboBox::activated, this, &JourneyPage::showAll);
    connect(m_chart, &JourneyChart::chosenChanged, this, &JourneyPage::showChosen);
    connect(m_chart, &JourneyChart::openWanted, this, &JourneyPage::sittingWanted);
    m_withArchived->setObjectName(QStringLiteral("journeyArchived"));
    connect(m_withArchived, &QCheckBox::toggled, this, &JourneyPage::takePerson);
    connect(m_empty, &EmptyOffer::archivedWanted, m_withArchived, [this] {
        if (m_withArchived->isChecked()) return takePerson();
        m_withArchived->setChecked(true);
    });
    connect(m_open, &QPushButton::clicked, this, [this] {
        if (m_chart->chosen()) emit sittingWanted(m_chart->chosen());
    });
    m_thisMenu->setObjectName(QStringLiteral("sittingMenu"));
    m_this->setMenu(m_thisMenu);
    const auto fill = [this] {
        if (const Sitting* sitting = chosen()) m_actions->fill(m_thisMenu, *sitting, this);
    };
    connect(m_thisMenu, &QMenu::aboutToShow, this, fill);
    connect(m_chart, &JourneyChart::menuWanted, this,
            [this](const QPoint& at) { m_thisMenu->popup(at); });
    connect(new QShortcut(Qt::Key_Delete, this), &QShortcut::activated, this, [this] {
        if (const Sitting* sitting = chosen()) m_actions->askToDelete(*sitting, this);
    });
    explainItself(m_sentence, [this]() -> std::optional<Explanation> {
        if (m_figure->count() == 0) return std::nullopt;
        const auto figure = figureOf(m_figure->currentData());
        return explainTrend(
            trendOf(ofPractice(m_sittings, m_practice->currentData().toString()), figure), figure);
    });
    explainItself(m_chosen, [this]() -> std::optional<Explanation> {
        const Sitting* sitting = chosen();
        if (!sitting || m_figure->count() == 0) return std::nullopt;
        return explainFigure(*sitting, figureOf(m_figure->currentData()));
    });
    connect(m_takeOut, &QPushButton::clicked, this, &JourneyPage::askToTakeOut);
    connect(m_weeks, &QPushButton::clicked, this, &JourneyPage::askForWeeks);
    connect(m_desk, &JournalDesk::personChanged, this, &JourneyPage::takeNews);
    connect(m_desk, &JournalDesk::journalChanged, this, &JourneyPage::takeNews);
    connect(m_desk, &JournalDesk::failed, m_bar, &MessageBar::showError);
}

void JourneyPage::buildLayout()
{

    lay::column(m_body, {.spacing = 6},
                {lay::row({.spacing = 10}, {lay::sentence(tr("%1 of %2 compared with %3"),
                                                          {m_figure, m_practice, m_beside}, this),
                                            lay::stretch(), m_withArchived, m_weeks, m_takeOut}),
                 lay::gap(4), m_sentence, m_facts, lay::wide(m_chart), m_days,
                 lay::row({.spacing = 12}, {lay::wide(m_chosen), m_this, m_open})});
    lay::column(this, {},
                {m_bar, lay::wide(lay::column({.margins = {28, 8, 28, 16}},
                                              {lay::wide(m_empty), lay::wide(m_body)}))});
}

void JourneyPage::askToTakeOut()
{
    const QString folder =
        QFileDialog::getExistingDirectory(this, tr("Export the journal into a folder"));
    if (!folder.isEmpty()) takeOutTo(folder);
}

// Beside the window's thread, over a journal of its own: thousands of sittings take a while.
void JourneyPage::takeOutTo(const QString& folder)
{
    if (m_isTakingOut) return;
    m_isTakingOut = true;
    m_bar->showProgress(tr("Exporting the journal"), 0);
    m_takingOut = std::jthread([this, folder,
                                from = m_desk->journal().folder()](const std::stop_token& stop) {
        const Progress progress{[this](double fraction) {
                                    QMetaObject::invokeMethod(
                                        this,
                                        [this, fraction] {
                                            m_bar->showProgress(tr("Exporting the journal"),
                                                                fraction);
                                        },
                                        Qt::QueuedConnection);
                                },
                                stop};
        const auto journal = Journal::open(from);
        // A spreadsheet for people, CSV for programs.
        const std::vector<const TableFormat*> formats{*findTableFormat("csv"),
                                                      *findTableFormat("ods")};
        const Result<int> taken = journal
                                      ? takeOut(*journal, folder.toStdString(), formats, progress)
                                      : fail(journal.error());
        QMetaObject::invokeMethod(
            this, [this, taken, folder] { tellTakenOut(taken, folder); }, Qt::QueuedConnection);
    });
}

void JourneyPage::tellTakenOut(const Result<int>& taken, const QString& folder)
{
    m_isTakingOut = false;
    emit exported(taken ? tr("The journal is exported.") : tr("The journal was not exported."));
    if (taken)
        m_bar->showNote(tr("%1 sittings of everyone are in %2, with all their readings.")
                            .arg(*taken)
                            .arg(folder));
    else if (taken.error().code == ErrorCode::Cancelled)
        m_bar->showNote(tr("Stopped; what was written until then is in %1.").arg(folder));
    else
        m_bar->showError(QString::fromStdString(taken.error().message()));
}

void JourneyPage::askForWeeks()
{
    constexpr int aYear = 52;
    bool isSure = false;
    const int weeks = QInputDialog::getInt(this, tr("Weeks as PDF"), tr("How many weeks?"),
                                           usualWeeks, 1, aYear, 1, &isSure);
    if (!isSure) return;
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Save these weeks"),
                                     QStringLiteral("%1, %2 weeks.pdf")
                                         .arg(QString::fromStdString(m_desk->person()->name))
                                         .arg(weeks),
                                     tr("Reports (*.pdf)"));
    if (!file.isEmpty()) saveWeeksPdf(file, weeks);
}

Result<Sheet> JourneyPage::sheetOfWeeks(int weeks)
{
    if (m_isStale) takePerson();
    WeeksReport report;
    if (m_desk->person()) report.person = *m_desk->person();
    report.to = m_desk->today();
    report.from = report.to - std::chrono::days(7 * weeks - 1);
    for (const Sitting& sitting : m_sittings) {
        if (sitting.day < report.from || sitting.day > report.to) continue;
        report.sittings.push_back(sitting);
        if (sitting.planVersion) report.practice[*sitting.planVersion] = practiceOf(sitting);
    }
    return sheetOf(report);
}

bool JourneyPage::saveWeeksPdf(const QString& file, int weeks)
{
    const auto written =
        sheetOfWeeks(weeks).and_then([&](const Sheet& sheet) { return writePdf(file, sheet); });
    if (written)
        m_bar->showNote(tr("Saved as %1.").arg(file));
    else
        m_bar->showError(QString::fromStdString(written.error().message()));
    return written.has_value();
}

void JourneyPage::print()
{
    if (const auto sheet = m_desk->told(sheetOfWeeks(usualWeeks)))
        m_desk->told(printSheet(this, *sheet));
}

void JourneyPage::note(const QString& text) { m_bar->showNote(text); }

void JourneyPage::leave()
{
    if (m_isTakingOut)
        m_takingOut.request_stop();
    else
        m_bar->hide();
}

void JourneyPage::restyle() { showAll(); }

// A page that is not seen looks into the journal when it is.
void JourneyPage::takeNews()
{
    m_isStale = true;
    if (isVisible()) takePerson();
}

void JourneyPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (!m_isTakingOut) m_bar->hide(); // what it says is of an earlier visit
    if (m_isStale) takePerson();
}

void JourneyPage::takePerson()
{
    m_isStale = false;
    const auto& person = m_desk->person();
    m_sittings =
        person
            ? m_desk
                  ->told(m_desk->journal().sittings(person->id, mostSittings, Journal::Which::All))
                  .value_or(std::vector<Sitting>{})
            : std::vector<Sitting>{};
    const bool hasArchived = std::any_of(m_sittings.begin(), m_sittings.end(),
                                         [](const Sitting& s) { return s.archived; });
    m_withArchived->setVisible(hasArchived);
    if (!m_withArchived->isChecked() || !hasArchived)
        std::erase_if(m_sittings, [](const Sitting& s) { return s.archived; });
    fillRungs();
    const bool hadFocus = m_body->isAncestorOf(window()->focusWidget());
    const bool hadOfferFocus = m_empty->isAncestorOf(window()->focusWidget());
    m_empty->setVisible(m_sittings.empty());
    if (m_sittings.empty() && hadFocus) m_empty->setFocus();
    m_body->setVisible(!m_sittings.empty());
    if (!m_sittings.empty() && hadOfferFocus) m_chart->setFocus();
    if (m_sittings.empty()) {
        m_empty->showFor(person ? QString::fromStdString(person->name) : QString(), hasArchived);
        return;
    }
    fillPractices();
    fillFigures();
    fillBeside();
    showAll();
}

const Plan* JourneyPage::planOf(Id version)
{
    auto known = m_plans.find(version);
    if (known == m_plans.end()) {
        const auto kept = m_desk->told(m_desk->journal().planVersion(version));
        known =
            m_plans.emplace(version, kept && *kept ? std::optional((*kept)->plan) : std::nullopt)
                .first;
    }
    return known->second ? &*known->second : nullptr;
}

QString JourneyPage::practiceOf(const Sitting& sitting)
{
    const Plan* plan = sitting.planVersion ? planOf(*sitting.planVersion) : nullptr;
    return plan ? shownName(plan->name) : tr("free practice");
}

void JourneyPage::fillRungs()
{
    m_ladder.clear();
    if (m_sittings.empty()) return;
    std::vector<Ladder> ladders = builtInLadders(m_desk->person()->school);
    if (const auto own = m_desk->told(m_desk->journal().ladders()))
        for (const KeptLadder& kept : *own) ladders.push_back(kept.ladder);
    m_ladder = shownName(
        layakari::fillRungs(m_sittings, ladders, [this](Id version) { return planOf(version); }));
}

QString JourneyPage::techniqueOf(const Sitting& sitting)
{
    const Plan* plan = sitting.planVersion ? planOf(*sitting.planVersion) : nullptr;
    return plan ? QString::fromStdString(techniqueName(plan->technique)) : QString();
}

// Plans by their names, and techniques of which there are several plans.
void JourneyPage::fillPractices()
{
    const QString was = m_practice->currentData().toString();
    std::map<QString, QStringList> plansOf; // by technique
    QStringList plans;
    for (const Sitting& sitting : m_sittings) {
        const QString name = practiceOf(sitting);
        if (!plans.contains(name)) plans << name;
        QStringList& ofTechnique = plansOf[techniqueOf(sitting)];
        if (!ofTechnique.contains(name)) ofTechnique << name;
    }
    plans.sort(Qt::CaseInsensitive);
    m_practice->clear();
    m_practice->addItem(tr("all practices"), QString());
    for (const auto& [technique, some] : plansOf)
        if (!technique.isEmpty() && some.size() > 1 && plansOf.size() > 1)
            m_practice->addItem(tr("all of %1").arg(technique), byTechnique + technique);
    for (const QString& name : plans) m_practice->addItem(name, name);
    m_practice->setCurrentIndex(std::max(0, m_practice->findData(was)));
}

void JourneyPage::fillFigures()
{
    const QVariant was = m_figure->currentData();
    m_figure->clear();
    const auto practised = ofPractice(m_sittings, m_practice->currentData().toString());
    std::set<std::string> techniques;
    for (const Sitting& sitting : practised) {
        const Plan* plan = sitting.planVersion ? planOf(*sitting.planVersion) : nullptr;
        techniques.insert(plan ? plan->technique : std::string());
    }
    // Where several were practised, a figure of any of them may be looked at.
    const std::string technique = techniques.size() == 1 ? *techniques.begin() : std::string();
    for (const FigureKey figure : figuresIn(practised, technique))
        m_figure->addItem(QString::fromStdString(figureName(figure)), keyOf(figure));
    m_figure->setCurrentIndex(std::max(0, m_figure->findData(was)));
}

// Beside: somebody else's sittings of the same, or another practice of one's own.
void JourneyPage::fillBeside()
{
    const QVariant was = m_beside->currentData();
    m_beside->clear();
    m_beside->addItem(tr("nothing else"), QVariant::fromValue<qint64>(0));
    for (const Person& person : m_desk->people())
        if (person.id != m_desk->person()->id)
            m_beside->addItem(QString::fromStdString(person.name),
                              QVariant::fromValue<qint64>(person.id));
    // After "all practices" there must be two of them.
    for (int i = 1; m_practice->count() > 2 && i < m_practice->count(); ++i)
        m_beside->addItem(tr("own %1").arg(m_practice->itemText(i)),
                          ownPractice + m_practice->itemData(i).toString());
    m_beside->setCurrentIndex(std::max(0, m_beside->findData(was)));
}

std::vector<Sitting> JourneyPage::ofPractice(const std::vector<Sitting>& sittings,
                                             const QString& practice)
{
    if (practice.isEmpty()) return sittings;
    const bool isTechnique = practice.startsWith(byTechnique);
    std::vector<Sitting> some;
    for (const Sitting& sitting : sittings)
        if (isTechnique ? byTechnique + techniqueOf(sitting) == practice
                        : practiceOf(sitting) == practice)
            some.push_back(sitting);
    return some;
}

std::vector<Sitting> JourneyPage::besides()
{
    const QString practice = m_practice->currentData().toString();
    const QString own = m_beside->currentData().toString();
    if (own.startsWith(ownPractice)) return ofPractice(m_sittings, own.mid(ownPractice.size()));
    const Id other = m_beside->currentData().toLongLong();
    if (!other) return {};
    return ofPractice(m_desk->told(m_desk->journal().sittings(other, mostSittings))
                          .value_or(std::vector<Sitting>{}),
                      practice);
}

void JourneyPage::showFigure(FigureKey figure)
{
    if (const int at = m_figure->findData(keyOf(figure)); at >= 0) {
        m_figure->setCurrentIndex(at);
        showAll();
    }
}

void JourneyPage::showAll()
{
    if (m_sittings.empty() || m_figure->count() == 0) return;
    const auto figure = figureOf(m_figure->currentData());
    const std::vector<Sitting> sittings =
        ofPractice(m_sittings, m_practice->currentData().toString());
    const auto trend = trendOf(sittings, figure);
    const std::vector<Sitting> beside = besides();
    m_chart->show(sittings, beside, figure, trend);
    m_days->setSittings(sittings);

    m_sentence->setText(QString::fromStdString(trendInWords(trend, figure)));
    std::vector<double> values;
    for (const Sitting& s : sittings)
        if (const auto value = valueOf(s, figure); value && s.counts()) values.push_back(*value);
    const QString last = dateInWords(sittings.front().day);
    QStringList facts{sittings.size() == 1 ? tr("One sitting, on %1").arg(last)
                                           : tr("%1 sittings on %n day(s), %2 to %3", nullptr,
                                                m_days->daysPractised())
                                                 .arg(sittings.size())
                                                 .arg(dateInWords(sittings.back().day), last)};
    if (!values.empty())
        facts << tr("usually %1").arg(QString::fromStdString(valueInWords(median(values), figure)));
    if (const auto best = bestOf(sittings, figure))
        facts << (kindOf(figure).better ? tr("best %1 on %2") : tr("highest %1 on %2"))
                     .arg(QString::fromStdString(valueInWords(best->value, figure)),
                          dateInWords(best->day));
    if (figure == figure::rung) facts << tr("of the progression %1").arg(m_ladder);
    const bool isBeside = m_beside->currentIndex() > 0;
    if (isBeside && beside.empty())
        facts << tr("%1 has not practised this").arg(m_beside->currentText());
    else if (isBeside)
        facts << tr("open diamonds: %1").arg(m_beside->currentText());
    m_facts->setText(facts.join(QStringLiteral("  ·  ")));
    showChosen();
}

const Sitting* JourneyPage::chosen() const
{
    const auto at = std::find_if(m_sittings.begin(), m_sittings.end(),
                                 [&](const Sitting& s) { return s.id == m_chart->chosen(); });
    return at == m_sittings.end() ? nullptr : &*at;
}

void JourneyPage::showChosen()
{
    const Sitting* sitting = chosen();
    m_open->setVisible(sitting);
    m_this->setVisible(sitting);
    if (!sitting) {
        m_chosen->setText(tr("Choose a sitting: click a point, or the arrow keys."));
        return;
    }
    QStringList words{shortDate(toQDate(sitting->day)), practiceOf(*sitting)};
    if (const auto accuracy = valueOf(*sitting, figure::accuracy))
        words << QString::fromStdString(valueInWords(*accuracy, figure::accuracy));
    words << QString::fromStdString(valueInWords(sitting->practiceS / 60, figure::minutes));
    if (!sitting->words.leftOut.empty())
        words << tr("does not count: %1").arg(QString::fromStdString(sitting->words.leftOut));
    if (sitting->origin == Sitting::Origin::Simulated)
        words << tr("simulated, does not count");
    else if (sitting->archived)
        words << tr("archived, does not count");
    else if (sitting->origin == Sitting::Origin::Noted)
        words << tr("noted by hand");
    m_chosen->setText(words.join(QStringLiteral("  ·  ")));
}

} // namespace layakari
