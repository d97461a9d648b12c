// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/rest_form.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QHBoxLayout>
#include <QLabel>
#include <QSpinBox>

namespace layakari {

RestForm::RestForm(QWidget* parent)
    : QWidget(parent),
      m_breaths(countBox(tr("Breaths of rest"), "restBreaths", 0, 1000, this)),
      m_seconds(numberBox(tr("Seconds of rest"), "restSeconds", 0, 36000, 5, 0, tr("s"), this))
{
    setObjectName(QStringLiteral("restForm"));
    m_breaths->setSpecialValueText(tr("open"));
    m_seconds->setSpecialValueText(tr("open"));
    auto* line = lay::sentence(tr("Natural breathing, never scored: %1 breaths, or %2"),
                               {m_breaths, m_seconds}, this);
    lay::column(this, {.margins = {0, 12, 0, 0}}, {line});
    connect(m_breaths, &QSpinBox::valueChanged, this, &RestForm::read);
    connect(m_seconds, &QDoubleSpinBox::valueChanged, this, &RestForm::read);
}

void RestForm::setRest(const Rest& rest)
{
    m_settingUp = true;
    m_breaths->setValue(rest.breaths.value_or(0));
    m_seconds->setValue(rest.seconds.value_or(0));
    m_settingUp = false;
}

void RestForm::read()
{
    if (m_settingUp) return;
    Rest rest;
    if (m_breaths->value() > 0) rest.breaths = m_breaths->value();
    if (m_seconds->value() > 0) rest.seconds = m_seconds->value();
    emit restEdited(rest);
}

} // namespace layakari
