// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/practise/cue_view.hpp"

#include "core/language/times.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/report/sentence.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/shapes/cycle_drawing.hpp"
#include "desktop/shapes/lung_shape.hpp"
#include "desktop/theme/theme.hpp"

#include <QLocale>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double margin = 36;
constexpr double rememberedS = 90; // as much as the widest window shows of the slowest count
constexpr double centsShown = 100; // to either side of the target
constexpr double ribbon = 12;
constexpr double sureEnough = 0.85; // to call what is heard by its name
constexpr double restMarginS = 1;   // a last exhale may end so long after its cue

QFont large(double pixels)
{
    QFont font = typeface(Type::Figure, true);
    font.setPixelSize(static_cast<int>(pixels));
    return font;
}

QString capital(const std::string& word)
{
    QString text = QString::fromStdString(word);
    if (!text.isEmpty()) text[0] = text[0].toUpper();
    return text;
}

QString oneDecimal(double value) { return QLocale().toString(value, 'f', 1); }

double cycleCounts(const std::vector<CueStep>& steps, std::size_t from)
{
    double counts = 0;
    for (std::size_t i = from; i < steps.size() && (i == from || !steps[i].beginsCycle); ++i)
        if (steps[i].kind == CueStep::Kind::Phase)
            counts += steps[i].counts > 0 ? steps[i].counts : CycleDrawing::openCounts;
    return counts;
}

} // namespace

CueView::CueView(QWidget* parent) : QWidget(parent)
{
    setObjectName(QStringLiteral("cueView"));
    runToTheRight(this);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void CueView::begin(const std::vector<CueStep>& steps, double countS)
{
    m_steps = steps;
    m_countS = countS;
    m_now = {};
    m_heard.clear();
    m_pitch.clear();
    setAccessibleName(word());
    update();
}

void CueView::show(const PracticeNow& now)
{
    const QString before = word();
    m_now = now;
    remember();
    if (word() != before) setAccessibleName(word());
    update();
}

void CueView::remember()
{
    const auto& heard = m_now.heard.now;
    if (heard) {
        const bool sounds = heard->sound != HeardSpan::Kind::Silence;
        const bool goesOn = !m_heard.empty() && m_heard.back().sounds == sounds &&
                            std::fabs(m_heard.back().startS - heard->sinceS) < 0.5;
        while (!goesOn && !m_heard.empty() && m_heard.back().startS > heard->sinceS)
            m_heard.pop_back();
        if (!goesOn) {
            if (!m_heard.empty())
                m_heard.back().endS = std::min(m_heard.back().endS, heard->sinceS);
            m_heard.push_back({heard->sinceS, m_now.untilS, sounds});
        }
        m_heard.back().endS = m_now.untilS;
    }
    if (m_now.heard.humCents && (m_pitch.empty() || m_pitch.back().atS < m_now.untilS))
        m_pitch.push_back({m_now.untilS, *m_now.heard.humCents});
    while (!m_heard.empty() && m_heard.front().endS < m_now.untilS - rememberedS)
        m_heard.pop_front();
    while (!m_pitch.empty() && m_pitch.front().atS < m_now.untilS - rememberedS)
        m_pitch.pop_front();
}

const CueStep* CueView::step() const
{
    return m_now.cue.step < m_steps.size() ? &m_steps[m_now.cue.step] : nullptr;
}

double CueView::countS() const { return isLed() ? m_now.cue.countS : m_countS; }

QString CueView::word() const
{
    if (m_now.cue.paused) return tr("Paused");
    if (!isLed()) return tr("Free practice");
    if (m_now.cue.over) return tr("Done");
    switch (step()->kind) {
    case CueStep::Kind::Settle: return tr("Settle");
    case CueStep::Kind::Rest: return tr("Rest");
    case CueStep::Kind::Stay: return tr("Stay");
    case CueStep::Kind::Strokes:
        return step()->strokes.style == StrokeStyle::Kapalabhati ? tr("Strokes") : tr("Bellows");
    case CueStep::Kind::Phase: break;
    }
    if (step()->phase.sound == PhaseSound::Hum) return tr("Hum");
    return capital(termFor(step()->phase.kind));
}

QString CueView::counted() const
{
    if (!isLed()) return QString::fromStdString(clockTime(m_now.untilS));
    const CueMoment& cue = m_now.cue;
    if (cue.over || cue.paused || !step()) return {};
    switch (step()->kind) {
    case CueStep::Kind::Phase:
        // The count that one is in, as it is counted: from one on.
        return cue.waits ? QStringLiteral("–")
                         : QString::number(static_cast<int>(std::floor(cue.counts + 1e-6)) + 1);
    case CueStep::Kind::Strokes: return QString::number(static_cast<int>(cue.counts));
    default: break;
    }
    if (step()->isOpen) return QStringLiteral("–");
    return step()->breaths > 0 ? QString::number(cue.breaths)
                               : QString::fromStdString(clockTime(std::ceil(cue.leftS)));
}

// How long it has been, and how long it goes on.
QString CueView::timeInWords() const
{
    QString been = QString::fromStdString(durationInWords(m_now.untilS));
    const Remaining remaining = remainingOf(m_steps, m_now.cue);
    if (m_now.cue.over) return been;
    const QString left = QString::fromStdString(durationInWords(std::ceil(remaining.seconds)));
    return QStringLiteral("%1  ·  %2")
        .arg(been, remaining.isAtLeast ? tr("at least %1 left").arg(left)
                                       : tr("about %1 left").arg(left));
}

// Beside the large number: what it is out of.
QString CueView::besides() const
{
    if (!isLed()) return tr("minutes");
    if (m_now.cue.over || m_now.cue.paused || !step()) return {};
    switch (step()->kind) {
    case CueStep::Kind::Phase: {
        const TargetCounts& target = step()->phase.counts;
        if (target.open) return tr("as long as is comfortable");
        return tr("of %1").arg(countsInWords(target));
    }
    case CueStep::Kind::Strokes: return tr("of %1").arg(step()->strokes.strokes);
    case CueStep::Kind::Rest:
        if (step()->isOpen) return tr("breathe naturally; N continues");
        return step()->breaths > 0 ? tr("of %1 natural breaths").arg(step()->breaths)
                                   : tr("breathe naturally");
    case CueStep::Kind::Settle: return tr("a few natural breaths");
    case CueStep::Kind::Stay: return tr("in silence");
    }
    return {};
}

QString CueView::placeInPlan() const
{
    const CueStep* step = this->step();
    if (!isLed() || !step) return {};
    QStringList words;
    if (step->rounds > 1) words << tr("round %1 of %2").arg(step->round + 1).arg(step->rounds);
    if (step->kind == CueStep::Kind::Phase)
        words << tr("cycle %1 of %2").arg(step->cycle + 1).arg(step->cycles);
    return words.join(QStringLiteral("  ·  "));
}

QString CueView::heardInWords() const
{
    const LiveFigures& heard = m_now.heard;
    if (m_now.recordingFailure) return QString::fromStdString(m_now.recordingFailure->message());
    if (m_now.silentForS > 0)
        return tr("Nothing has come from the microphone for %1 s. Is it muted or unplugged?")
            .arg(m_now.silentForS, 0, 'f', 0);
    if (m_now.breathInHold) return tr("a breath is heard in the hold");
    if (!m_showsHeard) return {};
    QStringList words;
    const CueStep* step = this->step();
    if (step && step->kind == CueStep::Kind::Strokes) {
        if (heard.strokes > 0) words << tr("heard %1").arg(heard.strokes);
        if (heard.strokesPerMin) words << tr("%L1 per minute").arg(*heard.strokesPerMin, 0, 'f', 0);
        return words.join(QStringLiteral("  ·  "));
    }
    if (heard.humHz)
        words << (heard.humCents
                      ? tr("%L1 Hz, %2%3 cents")
                            .arg(*heard.humHz, 0, 'f', 1)
                            .arg(*heard.humCents < 0 ? QStringLiteral("−") : QStringLiteral("+"))
                            .arg(std::fabs(*heard.humCents), 0, 'f', 0)
                      : tr("%L1 Hz").arg(*heard.humHz, 0, 'f', 1));
    if (!isLed() && heard.now && heard.now->phase && heard.now->confidence > sureEnough)
        words << tr("heard: %1").arg(QString::fromStdString(termFor(*heard.now->phase)));
    if (!heard.lately.empty()) {
        QStringList kept;
        for (const LiveFigures::Kept& k : heard.lately)
            kept << tr("%1 %2").arg(QString::fromStdString(shortTermFor(k.phase)),
                                    oneDecimal(k.counts));
        words << tr("the last cycle in counts: %1").arg(kept.join(QStringLiteral(", ")));
    }
    if (heard.countS && heard.cycles > 0)
        words << tr("one count %L1 s").arg(*heard.countS, 0, 'f', 2);
    return words.join(QStringLiteral("  ·  "));
}

QRectF CueView::breathArea() const
{
    return {0, height() * 0.46, static_cast<double>(width()), height() * 0.36};
}

double CueView::ribbonTop() const { return breathArea().bottom() + 16; }

double CueView::nowX() const
{
    const CueStep* step = this->step();
    if (!m_isStill || !step || step->kind != CueStep::Kind::Phase)
        return width() * (isLed() ? 0.34 : 0.86);
    double counts = m_now.cue.waits ? 0 : std::max(0.0, m_now.untilS - m_now.cue.beganS) / countS();
    for (std::size_t i = m_now.cue.step; !m_steps[i].beginsCycle && i > 0;)
        counts += drawnCounts(--i);
    return std::min(margin + counts * pixelsPerCount(), width() - margin);
}

double CueView::pixelsPerCount() const
{
    std::size_t at = std::min(m_now.cue.step, m_steps.empty() ? 0 : m_steps.size() - 1);
    while (at < m_steps.size() && m_steps[at].kind != CueStep::Kind::Phase) ++at;
    while (at < m_steps.size() && at > 0 && !m_steps[at].beginsCycle) --at;
    const double counts = isLed() && at < m_steps.size() ? cycleCounts(m_steps, at) : 16;
    return std::clamp(0.56 * width() / std::max(1.0, counts), 12.0, 80.0);
}

// Where a moment of the sound lies.
double CueView::xAt(double timeS) const
{
    return nowX() - (m_now.untilS - timeS) / countS() * pixelsPerCount();
}

double CueView::drawnCounts(std::size_t index) const
{
    const CueStep& step = m_steps[index];
    double counts = step.counts;
    if (step.kind == CueStep::Kind::Rest && step.breaths > 0)
        counts = step.breaths * usual::restBreathS / countS();
    else if (step.kind != CueStep::Kind::Phase)
        counts = step.seconds / countS();
    else if (counts <= 0)
        counts = CycleDrawing::openCounts;
    if (index != m_now.cue.step) return counts;
    const double passed = (m_now.untilS - m_now.cue.beganS) / countS();
    return m_now.cue.waits ? counts : std::max(counts, passed);
}

void CueView::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& theme = currentTheme();
    if (isLed())
        paintTravelling(painter, theme);
    else
        paintFree(painter, theme);
    if (m_showsHeard) paintHeard(painter, theme);
    if (m_showsHeard) paintKept(painter, theme);
    if (m_showsHeard) paintPitch(painter, theme);
    const QRectF area = breathArea();
    painter.setPen(QPen(theme.ink, 2.5, Qt::SolidLine, Qt::RoundCap));
    painter.drawLine(QPointF(nowX(), area.top() - 12), QPointF(nowX(), area.bottom() + 8));
    paintWords(painter, theme);
}

void CueView::paintWords(QPainter& painter, const Theme& theme) const
{
    const double high = height();
    const double wordSize = std::clamp(high * 0.17, 48.0, 120.0);
    const double countSize = std::clamp(high * 0.25, 72.0, 180.0);
    const CueStep* step = this->step();
    const bool isPhase =
        step && step->kind == CueStep::Kind::Phase && !m_now.cue.over && !m_now.cue.paused;
    painter.setFont(typeface(Type::Row));
    painter.setPen(theme.softInk);
    const QRectF head(margin, 10, width() - 2 * margin, 30);
    painter.drawText(head, Qt::AlignLeft | Qt::AlignVCenter, placeInPlan());
    if (isLed()) painter.drawText(head, Qt::AlignRight | Qt::AlignVCenter, timeInWords());
    const QRectF left(margin, high * 0.07, width() * 0.62, high * 0.24);
    painter.setFont(large(wordSize));
    painter.setPen(isPhase ? theme.text(toReadKind(step->phase.kind)) : theme.ink);
    QFontMetricsF metrics(painter.font());
    if (const double wide = metrics.horizontalAdvance(word()); wide > left.width())
        painter.setFont(large(wordSize * left.width() / wide));
    painter.drawText(left, Qt::AlignLeft | Qt::AlignVCenter, word());
    // Under it what only the plan knows: side, opening, locks.
    Phase told = isPhase ? step->phase : Phase{};
    if (told.sound == PhaseSound::Hum) told.sound = PhaseSound::Plain; // it is the word above
    QString traits = isPhase ? traitsInWords(told) : QString();
    if (m_now.cue.paused)
        traits = tr("Breathe naturally. Space continues: the cycle begins "
                    "again.");
    if (isPhase && m_now.cue.waits)
        traits =
            traits.isEmpty() ? tr("whenever it comes") : tr("%1, whenever it comes").arg(traits);
    painter.setFont(typeface(Type::Figure));
    painter.setPen(theme.ink);
    painter.drawText(QRectF(margin, left.bottom(), width() - 2 * margin, 44),
                     Qt::AlignLeft | Qt::AlignVCenter, traits);
    const QRectF right(width() * 0.6, high * 0.05, width() * 0.4 - margin, high * 0.28);
    painter.setFont(large(countSize));
    painter.setPen(theme.ink);
    painter.drawText(right, Qt::AlignRight | Qt::AlignVCenter, counted());
    painter.setFont(typeface(Type::Sentence));
    painter.setPen(theme.softInk);
    painter.drawText(QRectF(width() * 0.5, right.bottom(), width() * 0.5 - margin, 34),
                     Qt::AlignRight | Qt::AlignVCenter, besides());
    painter.setFont(typeface(Type::Row));
    const bool mustBeSeen = m_now.recordingFailure || m_now.silentForS > 0 || m_now.breathInHold;
    painter.setPen(mustBeSeen ? theme.ink : theme.softInk);
    painter.drawText(QRectF(margin, high - 46, width() - 2 * margin, 34),
                     Qt::AlignLeft | Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(heardInWords(), Qt::ElideRight,
                                                      static_cast<int>(width() - 2 * margin)));
}

// The plan as it passes: behind now in its colours, before it pale and outlined.
void CueView::paintTravelling(QPainter& painter, const Theme& theme) const
{
    if (m_now.cue.step >= m_steps.size()) return;
    const double pixels = pixelsPerCount();
    const double passed =
        m_now.cue.waits ? 0 : std::max(0.0, m_now.untilS - m_now.cue.beganS) / countS();
    double x = nowX() - passed * pixels;
    std::size_t first = m_now.cue.step;
    while (first > 0 && x > 0) x -= drawnCounts(--first) * pixels;
    for (const bool isPast : {true, false}) {
        painter.save();
        const QRectF side =
            isPast ? QRectF(0, 0, nowX(), height()) : QRectF(nowX(), 0, width() - nowX(), height());
        painter.setClipRect(side);
        if (!isPast) painter.setOpacity(0.34);
        double at = x;
        for (std::size_t i = first; i < m_steps.size() && at < width(); ++i) {
            paintStep(painter, theme, i, at);
            at += drawnCounts(i) * pixels;
        }
        painter.restore();
    }
    // The counts, under it.
    painter.setPen(QPen(theme.line, 2));
    double at = x;
    for (std::size_t i = first; i < m_steps.size() && at < width(); ++i) {
        const double counts = drawnCounts(i);
        for (double c = 0; m_steps[i].kind == CueStep::Kind::Phase && c < counts - 0.01; c += 1)
            painter.drawLine(QPointF(at + c * pixels, breathArea().bottom() + 2),
                             QPointF(at + c * pixels, breathArea().bottom() + (c == 0 ? 12 : 6)));
        at += counts * pixels;
    }
}

void CueView::paintStep(QPainter& painter, const Theme& theme, std::size_t index, double x) const
{
    const CueStep& step = m_steps[index];
    const double width = drawnCounts(index) * pixelsPerCount();
    const QRectF area = breathArea();
    if (step.kind == CueStep::Kind::Strokes) {
        paintGrains(painter,
                    QRectF(x, area.top() + area.height() * 0.3, width, area.height() * 0.7),
                    step.strokes, theme);
        return;
    }
    if (step.kind != CueStep::Kind::Phase) {
        painter.setPen(QPen(theme.softInk, 3, Qt::DotLine, Qt::RoundCap));
        painter.drawLine(QPointF(x + 4, area.bottom() - 2),
                         QPointF(x + width - 4, area.bottom() - 2));
        return;
    }
    LungShape lungs;
    lungs.left = x;
    lungs.baseline = area.bottom();
    lungs.height = area.height();
    lungs.pixelsPerUnit = width;
    lungs.paintHeard(painter, {{toReadKind(step.phase.kind), 1, 0, 0, false}}, theme);
}

void CueView::paintHeard(QPainter& painter, const Theme& theme) const
{
    if (!isLed()) return;
    const double top = ribbonTop();
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.softInk);
    for (const Stretch& stretch : m_heard) {
        if (!stretch.sounds) continue;
        const double from = xAt(stretch.startS);
        const double to = xAt(stretch.endS);
        if (to > 0) painter.drawRoundedRect(QRectF(from, top, to - from, ribbon), 4, 4);
    }
    painter.setFont(typeface(Type::Small));
    painter.setPen(theme.softInk);
    painter.drawText(QRectF(nowX() + 10, top - 4, 160, 20), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("heard"));
}

// Under each phase that is over its counts against the plan's, as far as there is room: a short
// hold may have room for its own only, or for nothing.
void CueView::paintKept(QPainter& painter, const Theme& theme) const
{
    const auto& heard = m_now.heard.now;
    if (!isLed() || !heard || heard->sides < sureEnough) return;
    const double top = ribbonTop() + ribbon + 2;
    painter.setFont(typeface(Type::Row));
    // A natural breath may seem to begin a cycle.
    const bool isPhase = step() && step()->kind == CueStep::Kind::Phase;
    for (const auto* phases : {&m_now.heard.lately, &m_now.heard.since})
        for (const LiveFigures::Kept& kept : *phases) {
            if (!isPhase && kept.endS > m_now.cue.beganS + restMarginS) continue;
            const double from = xAt(kept.startS);
            const double wide = xAt(kept.endS) - from;
            QString words = oneDecimal(kept.counts);
            const QString full = kept.target && !kept.target->open
                                     ? tr("%1 of %2").arg(words, countsInWords(*kept.target))
                                     : tr("%1 counts").arg(words);
            if (painter.fontMetrics().horizontalAdvance(full) < wide) words = full;
            if (painter.fontMetrics().horizontalAdvance(words) > wide) continue;
            painter.setPen(theme.text(toReadKind(kept.phase)));
            painter.drawText(QRectF(from, top, wide, 26), Qt::AlignRight | Qt::AlignVCenter, words);
        }
}

// A hum's pitch against the one that is meant, a line in the middle of its breath.
void CueView::paintPitch(QPainter& painter, const Theme& theme) const
{
    if (m_pitch.empty()) return;
    const QRectF area = breathArea();
    const double middle = area.center().y();
    const double perCent = 0.42 * area.height() / centsShown;
    painter.setPen(QPen(theme.ink, 1.5, Qt::DotLine));
    painter.drawLine(QPointF(0, middle), QPointF(nowX(), middle));
    const auto place = [&](const Pitch& p) {
        return QPointF(xAt(p.atS), middle - perCent * std::clamp(p.cents, -centsShown, centsShown));
    };
    constexpr double sameHumS = 0.5;
    // Once broad in the ground's colour, so that it stands out from any phase's.
    for (const QPen& pen : {QPen(theme.paper, 9, Qt::SolidLine, Qt::RoundCap),
                            QPen(theme.ink, 4, Qt::SolidLine, Qt::RoundCap)}) {
        painter.setPen(pen);
        for (std::size_t i = 1; i < m_pitch.size(); ++i)
            if (m_pitch[i].atS - m_pitch[i - 1].atS < sameHumS)
                painter.drawLine(place(m_pitch[i - 1]), place(m_pitch[i]));
    }
}

// Where nothing is cued, an inhale is told from an exhale only afterwards: while it goes on, what
// sounds is a hill and what is quiet is a line.
void CueView::paintFree(QPainter& painter, const Theme& theme) const
{
    const QRectF area = breathArea();
    painter.setPen(QPen(theme.line, 2));
    painter.drawLine(QPointF(0, area.bottom()), QPointF(width(), area.bottom()));
    if (!m_showsHeard) return;
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.inhale);
    for (const Stretch& stretch : m_heard) {
        if (!stretch.sounds) continue;
        const double from = xAt(stretch.startS);
        const double to = xAt(stretch.endS);
        const double shoulder = 0.35 * (to - from);
        QPainterPath hill(QPointF(from, area.bottom()));
        hill.cubicTo(from + shoulder, area.bottom(), from + shoulder / 2, area.top(),
                     (from + to) / 2, area.top());
        hill.cubicTo(to - shoulder / 2, area.top(), to - shoulder, area.bottom(), to,
                     area.bottom());
        painter.drawPath(hill);
    }
}

} // namespace layakari
