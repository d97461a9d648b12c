// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/practise/ready_view.hpp"

#include "core/plan/plan_figures.hpp"
#include "core/simulate/temperament.hpp"
#include "desktop/controls/caution_panel.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/names.hpp"
#include "desktop/shapes/plan_shape.hpp"
#include "desktop/sound/microphone.hpp"
#include "desktop/sound/simulated_microphone.hpp"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <QSpinBox>
#include <QVBoxLayout>
#include <array>

namespace layakari {

namespace {

enum LeadChoice { ByClock, Following, Nothing };
// What the words of a tone's loudness stand for.
constexpr std::array loudness{0.0, 0.25, 0.6, 1.0};
// Real time first; the others are for a look at the program and for tests.
constexpr std::array paces{1.0, 4.0, 0.0};

QWidget* groupOf(QLayout* line, QWidget* parent)
{
    auto* group = new QWidget(parent);
    group->setLayout(line);
    return group;
}

} // namespace

ReadyView::ReadyView(JournalDesk* desk, const QString& settingsFile, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_settingsFile(settingsFile),
      m_sentence(textLabel({}, Type::Sentence, this, "readySentence")),
      m_shape(new PlanShape(this)),
      m_lead(choiceBox(tr("What leads"), "lead",
                       {tr("the clock"), tr("my breath"), tr("nothing: free practice")}, this)),
      m_leadNote(softLabel({}, Type::Body, this, "leadNote")),
      m_count(numberBox(tr("Length of a count in seconds"), "practiseCount", 0.3, 10, 0.05, 2,
                        tr("s"), this)),
      m_tempo(numberBox(tr("Counts per minute"), "practiseTempo", 6, 200, 1, 1, {}, this)),
      m_slower(numberBox(tr("How much slower each minute, in percent"), "slower", 0, 20, 0.5, 1,
                         tr("%"), this)),
      m_settle(countBox(tr("Seconds to settle"), "settle", 0, 600, this)),
      m_stay(countBox(tr("Seconds to stay at the end"), "stay", 0, 1800, this)),
      m_shows(new QCheckBox(tr("Show what is heard while it goes on"), this)),
      m_still(new QCheckBox(tr("Keep the drawing still"), this)),
      m_microphone(choiceBox(tr("Microphone"), "microphone", {}, this)),
      m_temperament(
          choiceBox(tr("How the simulated practitioner practises"), "temperament", {}, this)),
      m_pace(choiceBox(tr("How fast time passes"), "pace",
                       {tr("in real time"), tr("four times as fast"), tr("as fast as it goes")},
                       this)),
      m_try(wordButton(tr("Try the microphone"), "tryMicrophone", this,
                       tr("Breathe for ten seconds, and hear what to change (T)"))),
      m_trying(new QProgressBar(this)),
      m_checked(textLabel({}, Type::Body, this, "checked")),
      m_cautions(new CautionPanel(desk, this)),
      m_begin(leadButton(tr("Begin"), "begin", this, tr("Begin to settle and to record (Enter)")))
{
    setObjectName(QStringLiteral("readyView"));
    const QStringList tones{tr("silent"), tr("faint"), tr("soft"), tr("clear")};
    m_phaseTones = choiceBox(tr("Tones that tell the phases"), "phaseTones", tones, this);
    m_countTones = choiceBox(tr("Tones that mark the counts"), "countTones", tones, this);
    m_strokeTones = choiceBox(tr("Pulse of the strokes"), "strokeTones", tones, this);
    m_shows->setObjectName(QStringLiteral("showsHeard"));
    m_still->setObjectName(QStringLiteral("still"));
    m_trying->setTextVisible(false);
    m_trying->hide();
    lay::row(this, {.margins = {28, 10, 24, 16}, .spacing = 36},
             {lay::wide(buildLeft()), buildRight()});
    fillMicrophones();
    restore();
    m_settingUp = false;

    for (QComboBox* box : {m_lead, m_phaseTones, m_countTones, m_strokeTones})
        connect(box, &QComboBox::currentIndexChanged, this, &ReadyView::refresh);
    for (QComboBox* box : {m_microphone, m_temperament, m_pace})
        connect(box, &QComboBox::currentIndexChanged, this, [this] {
            m_checked->clear();
            refresh();
            emit inputChanged();
        });
    connect(m_count, &QDoubleSpinBox::valueChanged, this, [this](double seconds) {
        const QSignalBlocker both(m_tempo);
        m_tempo->setValue(60 / seconds);
        refreshPlan();
    });
    connect(m_tempo, &QDoubleSpinBox::valueChanged, this, [this](double perMinute) {
        const QSignalBlocker both(m_count);
        m_count->setValue(60 / perMinute);
        refreshPlan();
    });
    connect(m_slower, &QDoubleSpinBox::valueChanged, this, &ReadyView::refresh);
    for (QSpinBox* box : {m_settle, m_stay})
        connect(box, &QSpinBox::valueChanged, this, &ReadyView::refresh);
    for (QCheckBox* box : {m_shows, m_still})
        connect(box, &QCheckBox::toggled, this, &ReadyView::refresh);
    connect(m_try, &QPushButton::clicked, this, &ReadyView::tryWanted);
    connect(m_begin, &QPushButton::clicked, this, &ReadyView::beginWanted);
    setFocusPolicy(Qt::StrongFocus);
    setFocusProxy(m_begin);
    refresh();
}

QWidget* ReadyView::buildLeft()
{
    auto* left = new QWidget(this);
    auto* column = new QVBoxLayout(left);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(m_sentence);
    column->addWidget(m_shape, 100);
    column->addLayout(lay::sentence(tr("Led by %1"), {m_lead}, this));
    column->addWidget(m_leadNote);
    m_counts = groupOf(
        lay::column({.spacing = 8},
                    {lay::sentence(tr("One count %1 or %2 per minute"), {m_count, m_tempo}, this),
                     lay::sentence(tr("Slower each minute by %1"), {m_slower}, this)}),
        this);
    m_around = groupOf(
        lay::sentence(tr("Settle %1 s before, and stay %2 s after"), {m_settle, m_stay}, this),
        this);
    m_tones = groupOf(lay::sentence(tr("Tones: phases %1 counts %2 strokes %3"),
                                    {m_phaseTones, m_countTones, m_strokeTones}, this),
                      this);
    for (QWidget* group : {m_counts, m_around, m_tones}) column->addWidget(group);
    column->addLayout(lay::row({.spacing = 10}, {m_shows, m_still, lay::stretch()}));
    column->addStretch(1); // where nothing is drawn
    return left;
}

QWidget* ReadyView::buildRight()
{
    auto* inner = new QWidget(this);
    // A device's long name is elided, not the column made wider.
    for (QComboBox* box : {m_microphone, m_temperament, m_pace}) box->setMinimumWidth(80);
    m_simulated = groupOf(lay::column({.spacing = 4}, {m_temperament, m_pace}), this);
    lay::column(inner, {.margins = {0, 0, 8, 0}, .spacing = 8},
                {textLabel(tr("The microphone"), Type::Body, this, "", true), m_microphone,
                 m_simulated, lay::at(Qt::AlignLeft, m_try), m_trying, m_checked, lay::gap(14),
                 m_cautions, lay::stretch()});
    return sideColumn(inner, {m_begin}, this);
}

void ReadyView::fillMicrophones()
{
    for (const QString& name : microphones()) m_microphone->addItem(name);
    m_microphone->addItem(tr("A simulated practitioner"));
    for (const Temperament& who : temperaments())
        if (!who.name.starts_with("held-"))
            m_temperament->addItem(shownName(who.name), QString::fromStdString(who.name));
}

bool ReadyView::isFree() const { return m_lead->currentIndex() == Nothing; }
bool ReadyView::isSimulated() const
{
    return m_microphone->currentIndex() == m_microphone->count() - 1;
}

double ReadyView::countS() const { return m_count->value(); }

void ReadyView::restore()
{
    const QSettings settings(m_settingsFile, QSettings::IniFormat);
    // Devices and practitioners by their names; what the program names, by place, in any language.
    // Version 0.3 kept all by name.
    const auto choose = [&](QComboBox* box, const char* key, int otherwise) {
        const QString kept =
            settings.value(QStringLiteral("practise/") + QLatin1String(key)).toString();
        bool isPlace = false;
        const int place = kept.toInt(&isPlace);
        const int named = box->findData(kept);
        const int at = isPlace ? place : named >= 0 ? named : box->findText(kept);
        box->setCurrentIndex(at >= 0 && at < box->count() ? at : otherwise);
    };
    choose(m_lead, "lead", ByClock);
    choose(m_phaseTones, "phases", 2);
    choose(m_countTones, "counts", 1);
    choose(m_strokeTones, "strokes", 2);
    choose(m_microphone, "microphone", 0);
    choose(m_temperament, "temperament", 0);
    choose(m_pace, "pace", 0);
    m_slower->setValue(settings.value(QStringLiteral("practise/slower"), 0).toDouble());
    m_settle->setValue(settings.value(QStringLiteral("practise/settle"), usualSettleS()).toInt());
    m_shows->setChecked(settings.value(QStringLiteral("practise/shows"), true).toBool());
    m_still->setChecked(settings.value(QStringLiteral("practise/still"), false).toBool());
}

void ReadyView::remember() const
{
    QSettings settings(m_settingsFile, QSettings::IniFormat);
    const std::pair<const char*, QComboBox*> boxes[]{{"lead", m_lead},
                                                     {"phases", m_phaseTones},
                                                     {"counts", m_countTones},
                                                     {"strokes", m_strokeTones},
                                                     {"microphone", m_microphone},
                                                     {"temperament", m_temperament},
                                                     {"pace", m_pace}};
    for (const auto& [key, box] : boxes) {
        const QVariant kept = box == m_temperament ? box->currentData()
                              : box == m_microphone && !isSimulated()
                                  ? QVariant(box->currentText())
                                  : QVariant(box->currentIndex());
        settings.setValue(QStringLiteral("practise/") + QLatin1String(key), kept);
    }
    settings.setValue(QStringLiteral("practise/slower"), m_slower->value());
    settings.setValue(QStringLiteral("practise/settle"), m_settle->value());
    settings.setValue(QStringLiteral("practise/shows"), m_shows->isChecked());
    settings.setValue(QStringLiteral("practise/still"), m_still->isChecked());
}

void ReadyView::setPlan(const Plan& plan)
{
    m_plan = plan;
    m_settingUp = true;
    m_count->setValue(planFigures(plan, m_desk->ownCountS()).countS);
    m_tempo->setValue(60 / m_count->value());
    m_stay->setValue(static_cast<int>(usualStayS(plan)));
    m_settingUp = false;
    m_cautions->setPlan(plan);
    refresh();
}

void ReadyView::refresh()
{
    if (m_settingUp) return;
    const Demands demands = demandsOf(m_plan);
    const bool hums = demands.has(Demand::Hum);
    switch (m_lead->currentIndex()) {
    case ByClock:
        m_leadNote->setText(hums
                                ? tr("Each phase lasts its counts. From the first hum on your ears "
                                     "are closed: no tone sounds, and your own breath leads.")
                                : tr("Each phase lasts its counts, whatever you do."));
        break;
    case Following:
        m_leadNote->setText(tr("The cue waits for your breath and only counts along."));
        break;
    default:
        m_leadNote->setText(tr("There are no cues. What you do is recorded, shown and read; at the "
                               "end you are asked which plan it was. You stop it yourself."));
    }
    for (QWidget* group : {m_counts, m_around, m_tones}) group->setVisible(!isFree());
    m_slower->setEnabled(m_lead->currentIndex() == ByClock);
    m_strokeTones->setEnabled(demands.has(Demand::Strokes));
    m_simulated->setVisible(isSimulated());
    refreshPlan();
    remember();
}

void ReadyView::refreshPlan()
{
    if (m_settingUp) return;
    const auto& person = m_desk->person();
    m_shape->setVisible(!isFree());
    m_shape->setPlan(m_plan, countS());
    const QString name = person
                             ? QString::fromStdString(person->name).section(QLatin1Char(' '), 0, 0)
                             : tr("Nobody");
    m_sentence->setText(isFree() ? tr("%1 practises freely.").arg(name)
                                 : tr("%1 practises: %2.").arg(name, shownName(m_plan.name)));
    m_begin->setEnabled(person.has_value());
    m_begin->setToolTip(person ? tr("Begin to settle and to record (Enter)")
                               : tr("Add a person first: Prepare, People"));
}

PracticeSetup ReadyView::setup() const
{
    PracticeSetup setup;
    const auto volume = [](const QComboBox* box) {
        return loudness[static_cast<std::size_t>(std::clamp(box->currentIndex(), 0, 3))];
    };
    if (!isFree()) setup.plan = m_plan;
    setup.how = {m_lead->currentIndex() == Following ? Lead::Following : Lead::ByClock, countS(),
                 m_lead->currentIndex() == ByClock ? m_slower->value() / 100 : 0};
    setup.settleS = m_settle->value();
    setup.stayS = m_stay->value();
    setup.tones = {volume(m_phaseTones), 0.5 * volume(m_countTones), volume(m_strokeTones)};
    return setup;
}

bool ReadyView::showsHeard() const { return m_shows->isChecked(); }
bool ReadyView::isStill() const { return m_still->isChecked(); }

std::unique_ptr<SoundInput> ReadyView::input() const
{
    if (!isSimulated()) return openMicrophone(m_microphone->currentText());
    const auto who = temperamentByName(m_temperament->currentData().toString().toStdString());
    // Another practice each time, but the same one after the same sittings. One like the last to
    // the byte would be kept as that.
    constexpr std::uint64_t firstSeed = 20261126;
    const auto& person = m_desk->person();
    const std::vector<Sitting> latest =
        person ? m_desk->told(m_desk->journal().sittings(person->id, 1, Journal::Which::All))
                     .value_or(std::vector<Sitting>{})
               : std::vector<Sitting>{};
    const std::uint64_t seed =
        latest.empty() ? firstSeed : firstSeed + static_cast<std::uint64_t>(latest.front().id);
    return std::make_unique<SimulatedMicrophone>(
        who.value_or(Temperament{}), seed,
        paces[static_cast<std::size_t>(std::clamp(m_pace->currentIndex(), 0, 2))]);
}

void ReadyView::showTrying(double done)
{
    m_trying->show();
    m_trying->setValue(static_cast<int>(100 * done));
    m_checked->setText(tr("Breathe as you like for ten seconds."));
}

void ReadyView::showChecked(const SoundCheck::Result& result)
{
    m_trying->hide();
    QStringList words;
    for (const std::string& sentence : result.words) words << QString::fromStdString(sentence);
    m_checked->setText(words.join(QStringLiteral("\n\n")));
}

void ReadyView::showTryFailed(const QString& why)
{
    m_trying->hide();
    m_checked->setText(why);
}

void ReadyView::keyPressEvent(QKeyEvent* event)
{
    const bool isEnter = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    const bool inNumber = qobject_cast<QAbstractSpinBox*>(focusWidget()) != nullptr;
    if (isEnter && !inNumber)
        m_begin->click();
    else if (event->key() == Qt::Key_T && !inNumber)
        m_try->click();
    else
        QWidget::keyPressEvent(event);
}

void ReadyView::paintEvent(QPaintEvent*) { paintSide(this); }

} // namespace layakari
