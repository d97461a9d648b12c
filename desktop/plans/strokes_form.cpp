// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/strokes_form.hpp"

#include "core/plan/plan_figures.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QHBoxLayout>
#include <QLabel>
#include <QSignalBlocker>
#include <QSpinBox>
#include <QVBoxLayout>
#include <cmath>

namespace layakari {

StrokesForm::StrokesForm(QWidget* parent)
    : QWidget(parent),
      m_style(choiceBox(tr("Kind of strokes"), "strokesStyle",
                        {tr("kapalabhati: sharp <exhales>"), tr("bhastrika: in and out")}, this)),
      m_number(countBox(tr("Strokes"), "strokesNumber", 1, planLimits::strokes, this)),
      m_time(numberBox(tr("Time of the run"), "strokesTime", 1, 3600, 5, 0, tr("s"), this)),
      m_rate(numberBox(tr("Pace"), "strokesRate", 5, 300, 5, 0, tr("per minute"), this)),
      m_pace(choiceBox(tr("How the pace goes"), "strokesPace",
                       {tr("steady"), tr("rising"), tr("rising, then falling")}, this))
{
    setObjectName(QStringLiteral("strokesForm"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 12, 0, 0);
    column->setSpacing(14);
    column->addLayout(lay::row({m_style, lay::stretch()}));
    column->addLayout(
        lay::sentence(tr("%1 strokes in %2, %3 %4"), {m_number, m_time, m_rate, m_pace}, this));
    for (QComboBox* box : {m_style, m_pace})
        connect(box, &QComboBox::activated, this, &StrokesForm::read);
    connect(m_number, &QSpinBox::valueChanged, this, &StrokesForm::read);
    connect(m_time, &QDoubleSpinBox::valueChanged, this, &StrokesForm::takeTime);
    connect(m_rate, &QDoubleSpinBox::valueChanged, this, &StrokesForm::takeRate);
}

void StrokesForm::setStrokes(const Strokes& strokes, bool byTime)
{
    m_settingUp = true;
    m_byTime = byTime;
    m_style->setCurrentIndex(static_cast<int>(strokes.style));
    m_number->setValue(strokes.strokes);
    m_time->setValue(std::round(strokesSeconds(strokes)));
    m_rate->setValue(60 * strokes.strokes / strokesSeconds(strokes));
    m_pace->setCurrentIndex(static_cast<int>(strokes.pace));
    m_settingUp = false;
}

// Told by time, the number follows from the pace.
void StrokesForm::takeTime(double seconds)
{
    if (!m_settingUp)
        m_number->setValue(static_cast<int>(std::lround(seconds * m_rate->value() / 60)));
}

void StrokesForm::takeRate(double perMinute)
{
    if (!m_settingUp && m_byTime) {
        const QSignalBlocker quiet(m_number);
        m_number->setValue(static_cast<int>(std::lround(m_time->value() * perMinute / 60)));
    }
    read();
}

void StrokesForm::read()
{
    if (m_settingUp) return;
    Strokes strokes;
    strokes.style = static_cast<StrokeStyle>(m_style->currentIndex());
    strokes.strokes = m_number->value();
    strokes.ratePerMin = m_rate->value();
    strokes.pace = static_cast<Pace>(m_pace->currentIndex());
    emit strokesEdited(strokes);
}

} // namespace layakari
