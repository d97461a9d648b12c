// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/figures.hpp"

#include "core/language/message.hpp"
#include "core/language/times.hpp"
#include "core/report/notes.hpp"
#include "core/report/sentence.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/help/explain_note.hpp"
#include "desktop/theme/theme.hpp"

#include <QHBoxLayout>
#include <QLabel>
#include <QLocale>
#include <QVBoxLayout>
#include <cmath>

namespace layakari {

namespace {

QLabel* label(const char* name, QWidget* parent)
{
    auto* made = new QLabel(parent);
    made->setObjectName(QLatin1String(name));
    made->setTextFormat(Qt::RichText);
    return made;
}

QString soundInWords(const Quality& quality)
{
    if (quality.advice.empty()) return {};
    const QString advice = QString::fromStdString(say(quality.advice.front())).toHtmlEscaped();
    return quality.verdict == Quality::Verdict::Poor ? QObject::tr("Hard to read. %1").arg(advice)
                                                     : advice;
}

} // namespace

Figures::Figures(QWidget* parent)
    : QWidget(parent),
      m_sentence(label("sentence", this)),
      m_advice(label("advice", this)),
      m_notes(label("notes", this))
{
    m_sentence->setWordWrap(true);
    m_sentence->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    m_advice->setWordWrap(true);
    m_notes->setWordWrap(true);
    m_notes->setAccessibleName(tr("Worth knowing"));
    m_notes->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    connect(m_notes, &QLabel::linkActivated, this,
            [this](const QString& seconds) { emit placeWanted(seconds.toDouble()); });
    auto* words = lay::column({.spacing = 2}, {m_sentence, m_advice, m_notes, lay::stretch(0)});
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(28, 8, 28, 0);
    row->setSpacing(34);
    row->addLayout(words, 1);
    m_accuracy = addFigure("accuracy");
    m_completion = addFigure("completion");
    m_count = addFigure("countLength");
    for (Figure* figure : {&m_accuracy, &m_completion, &m_count}) {
        auto* column = new QVBoxLayout;
        column->setSpacing(0);
        column->addWidget(figure->value);
        column->addWidget(figure->name);
        column->addStretch();
        row->addLayout(column);
    }
    for (Figure* figure : {&m_accuracy, &m_completion, &m_count})
        explainItself(figure->value, [this, figure] {
            return m_reading ? explain(*m_reading, figure->shows) : std::nullopt;
        });
    explainItself(m_advice, [this] {
        return m_reading ? explain(*m_reading, HeadFigure::Sound) : std::nullopt;
    });
    restyle();
}

Figures::Figure Figures::addFigure(const char* objectName)
{
    Figure figure{label(objectName, this), label(objectName, this)};
    figure.name->setObjectName(QLatin1String(objectName) + QStringLiteral("Name"));
    return figure;
}

void Figures::restyle()
{
    setTypeface(m_sentence, Type::Sentence);
    setTypeface(m_advice, Type::Body);
    QPalette soft = palette();
    soft.setColor(QPalette::WindowText, currentTheme().softInk);
    m_advice->setPalette(soft);
    setTypeface(m_notes, Type::Body);
    m_notes->setPalette(soft);
    for (Figure* figure : {&m_accuracy, &m_completion, &m_count}) {
        setTypeface(figure->value, Type::Figure, true);
        setTypeface(figure->name, Type::Small);
        figure->name->setPalette(soft);
    }
}

void Figures::set(Figure& figure, HeadFigure shows, const QString& value,
                  const QString& uncertainty, const QString& name)
{
    figure.shows = shows;
    figure.value->setText(
        value + (uncertainty.isEmpty()
                     ? QString()
                     : QStringLiteral(
                           "<span style='font-size:%1px; font-weight:normal; color:%2'> %3</span>")
                           .arg(typeface(Type::Body).pixelSize())
                           .arg(currentTheme().softInk.name(), uncertainty)));
    figure.name->setText(name);
    figure.value->setAccessibleName(name + QStringLiteral(": ") + value + QStringLiteral(" ") +
                                    uncertainty);
    figure.value->setVisible(!value.isEmpty());
    figure.name->setVisible(!value.isEmpty());
}

// The two that matter most; all of them when one points at them.
void Figures::showNotes(const Reading& reading)
{
    constexpr int lowWindow = 760;
    const std::size_t mostShown = window()->height() < lowWindow ? 1 : 2;
    const std::vector<Note> notes = notesOn(reading);
    QStringList shown;
    QStringList all;
    for (std::size_t i = 0; i < notes.size(); ++i) {
        QString text = QString::fromStdString(notes[i].text).toHtmlEscaped();
        if (notes[i].atS)
            text.prepend(QStringLiteral("<a href='%1' style='color:%2'>%3</a> ")
                             .arg(*notes[i].atS)
                             .arg(currentTheme().ink.name(),
                                  QString::fromStdString(clockTime(*notes[i].atS))));
        all << text;
        if (i < mostShown) shown << text;
    }
    if (notes.size() > mostShown)
        shown.last() =
            tr("%1 <i>and %n more</i>", nullptr, static_cast<int>(notes.size() - mostShown))
                .arg(shown.last());
    m_notes->setText(shown.join(QStringLiteral("<br>")));
    m_notes->setToolTip(notes.size() > mostShown
                            ? QStringLiteral("<p>") + all.join(QStringLiteral("</p><p>")) +
                                  QStringLiteral("</p>")
                            : QString());
    m_notes->setVisible(!notes.empty());
}

// Where strokes are all there is: how many, how fast, how evenly.
void Figures::showStrokes(const Reading& reading)
{
    const Summary& s = reading.summary;
    set(m_accuracy, HeadFigure::Strokes,
        s.runsPlanned > 0 ? QStringLiteral("%1 / %2").arg(s.strokesHeard).arg(s.strokesPlanned)
                          : QString::number(s.strokesHeard),
        {}, tr("strokes"));
    set(m_completion, HeadFigure::StrokeRate,
        s.strokeRatePerMin ? QString::number(*s.strokeRatePerMin, 'f', 0) : QString(), {},
        tr("strokes per minute"));
    double uneven = 0;
    for (const ReadStrokeRun& run : reading.strokeRuns)
        uneven = std::max(uneven, run.intervalCv.value_or(0));
    set(m_count, HeadFigure::StrokeEvenness,
        reading.strokeRuns.empty() ? QString() : tr("± %L1 %").arg(100 * uneven, 0, 'f', 0), {},
        tr("from stroke to stroke"));
}

QRect Figures::sentenceArea() const { return m_sentence->geometry(); }

QRect Figures::accuracyArea() const
{
    return m_accuracy.value->geometry().united(m_accuracy.name->geometry());
}

void Figures::show(const Reading& reading)
{
    m_reading = reading;
    const Summary& s = reading.summary;
    const QString sentence = QString::fromStdString(inOneSentence(reading));
    // What would take four lines is written smaller: the rows are what the page is for.
    constexpr int mostLetters = 150;
    setTypeface(m_sentence, sentence.size() > mostLetters ? Type::Row : Type::Sentence);
    m_sentence->setText(sentence.toHtmlEscaped());
    m_advice->setText(soundInWords(reading.quality));
    m_advice->setVisible(!m_advice->text().isEmpty());
    showNotes(reading);
    if (!reading.plan) {
        if (!reading.strokeRuns.empty() && reading.cycles.empty()) return showStrokes(reading);
        set(m_accuracy, HeadFigure::BreathRate,
            s.breathsPerMin ? QLocale().toString(*s.breathsPerMin, 'f', 1) : QString(), {},
            tr("breaths per minute"));
        set(m_completion, HeadFigure::Breaths,
            s.breathsPerMin ? QString::number(s.cyclesHeard) : QString(), {}, tr("breaths heard"));
        set(m_count, HeadFigure::BreathingTime,
            s.practiceS ? QString::fromStdString(clockTime(*s.practiceS)) : QString(), {},
            tr("min:s of breathing"));
        return;
    }
    if (s.cyclesPlanned == 0 && s.runsPlanned > 0) return showStrokes(reading);
    const double half =
        s.accuracyHigh && s.accuracyLow ? (*s.accuracyHigh - *s.accuracyLow) / 2 : 0;
    set(m_accuracy, HeadFigure::Accuracy,
        s.accuracy ? QString::number(*s.accuracy, 'f', 0) : QString(),
        half < 0.5 ? QStringLiteral("± &lt;1") : QStringLiteral("± %L1").arg(half, 0, 'f', 0),
        tr("accuracy, %"));
    const auto done = std::lround(s.completion.value_or(0) * s.cyclesPlanned);
    set(m_completion, HeadFigure::Completion,
        s.cyclesPlanned > 0 ? QStringLiteral("%1 / %2").arg(done).arg(s.cyclesPlanned) : QString(),
        {}, tr("cycles completed"));
    if (s.humsPlanned > 0 && s.pitchHz) {
        const bool hasTarget = s.pitchOffCents.has_value();
        set(m_count, HeadFigure::Pitch,
            hasTarget ? tr("%L1 cents").arg(*s.pitchOffCents, 0, 'f', 0)
                      : tr("%L1 Hz").arg(*s.pitchHz, 0, 'f', 0),
            s.pitchSteadinessCents ? tr("± %L1 cents").arg(*s.pitchSteadinessCents, 0, 'f', 0)
                                   : QString(),
            hasTarget ? tr("off the pitch") : tr("pitch of the hums"));
        return;
    }
    const bool clocked = reading.plan->countLengthS.has_value();
    set(m_count, HeadFigure::CountLength,
        s.countLengthS ? tr("%L1 s").arg(*s.countLengthS, 0, 'f', 2) : QString(),
        clocked || !s.countLengthSdS
            ? QString()
            : QStringLiteral("± %L1").arg(std::max(0.01, 2 * *s.countLengthSdS), 0, 'f', 2),
        clocked ? tr("a count, by the clock") : tr("a count of your own"));
}

} // namespace layakari
