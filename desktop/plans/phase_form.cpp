// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/phase_form.hpp"

#include "core/pitch/pitch.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>

namespace layakari {

namespace {

enum Mode { Number, Range, Open };

// A choice box whose first entry stands for "not given".
template <class Enum>
int indexOf(const std::optional<Enum>& value)
{
    return value ? static_cast<int>(*value) + 1 : 0;
}

template <class Enum>
std::optional<Enum> valueOf(const QComboBox* box)
{
    return box->currentIndex() == 0 ? std::nullopt
                                    : std::optional(static_cast<Enum>(box->currentIndex() - 1));
}

} // namespace

PhaseForm::PhaseForm(QWidget* parent)
    : QWidget(parent),
      m_kind(choiceBox(tr("Phase"), "phaseKind",
                       {tr("<inhale>"), tr("<hold full>"), tr("<exhale>"),
                        tr("<hold "
                           "empty>")},
                       this)),
      m_mode(choiceBox(tr("How long"), "phaseMode",
                       {tr("counts"), tr("from … to"), tr("as long as comfortable")}, this)),
      m_min(numberBox(tr("Counts"), "phaseMin", 0.25, planLimits::counts, 1, 2, {}, this)),
      m_to(textLabel(tr("to"), Type::Body, this)),
      m_max(numberBox(tr("Counts at most"), "phaseMax", 0.25, planLimits::counts, 1, 2, {}, this)),
      m_sound(choiceBox(tr("Sound"), "phaseSound",
                        {tr("plain"), tr("ujjayi"), tr("hum"), tr("sigh")}, this)),
      m_side(choiceBox(tr("Nostril"), "phaseSide",
                       {tr("any side"), tr("left"), tr("right"), tr("both")}, this)),
      m_opening(choiceBox(tr("Opening"), "phaseOpening",
                          {tr("any opening"), tr("open"), tr("narrow")}, this)),
      m_route(choiceBox(tr("Nose or mouth"), "phaseRoute",
                        {tr("nose or mouth"), tr("nose"), tr("mouth")}, this)),
      m_pitch(new QLineEdit(this))
{
    setObjectName(QStringLiteral("phaseForm"));
    m_pitch->setObjectName(QStringLiteral("phasePitch"));
    m_pitch->setAccessibleName(tr("Pitch of the hum"));
    m_pitch->setPlaceholderText(tr("pitch: Sa, G3, 196"));
    m_pitch->setMaximumWidth(150);
    auto* first = new QHBoxLayout;
    for (QWidget* w : std::initializer_list<QWidget*>{m_kind, m_mode, m_min, m_to, m_max})
        first->addWidget(w);
    m_to->setWordWrap(false);
    first->addStretch(1);
    auto* second = new QHBoxLayout;
    for (QWidget* w : std::initializer_list<QWidget*>{m_sound, m_pitch, m_side, m_opening, m_route})
        second->addWidget(w);
    for (const char* lock : {QT_TR_NOOP("chin lock"), QT_TR_NOOP("root"), QT_TR_NOOP("belly")}) {
        auto* box = new QCheckBox(tr(lock), this);
        box->setObjectName(QStringLiteral("lock%1").arg(m_locks.size()));
        m_locks.push_back(box);
        second->addWidget(box);
        connect(box, &QCheckBox::clicked, this, &PhaseForm::read);
    }
    second->addStretch(1);
    lay::column(this, {.spacing = 6}, {first, second});
    for (QComboBox* box : {m_kind, m_mode, m_sound, m_side, m_opening, m_route})
        connect(box, &QComboBox::activated, this, &PhaseForm::read);
    for (QDoubleSpinBox* box : {m_min, m_max})
        connect(box, &QDoubleSpinBox::valueChanged, this, &PhaseForm::read);
    connect(m_pitch, &QLineEdit::editingFinished, this, &PhaseForm::read);
}

void PhaseForm::setPhase(const std::optional<Phase>& phase)
{
    setEnabled(phase.has_value());
    if (!phase) return;
    m_settingUp = true;
    m_phase = *phase;
    m_kind->setCurrentIndex(static_cast<int>(phase->kind));
    m_mode->setCurrentIndex(phase->counts.open ? Open : phase->counts.isRange() ? Range : Number);
    if (!phase->counts.open) {
        m_min->setValue(phase->counts.min);
        m_max->setValue(phase->counts.max);
    }
    m_sound->setCurrentIndex(static_cast<int>(phase->sound));
    m_side->setCurrentIndex(indexOf(phase->nostril));
    m_opening->setCurrentIndex(indexOf(phase->opening));
    m_route->setCurrentIndex(indexOf(phase->route));
    QString pitch;
    if (phase->pitch)
        std::visit(
            [&](const auto& p) {
                if constexpr (std::is_same_v<std::decay_t<decltype(p)>, double>)
                    pitch = QString::number(p);
                else
                    pitch = QString::fromStdString(p);
            },
            *phase->pitch);
    m_pitch->setText(pitch);
    for (std::size_t i = 0; i < m_locks.size(); ++i)
        m_locks[i]->setChecked(
            std::count(phase->locks.begin(), phase->locks.end(), static_cast<Lock>(i)) > 0);
    enableWhatApplies();
    m_settingUp = false;
}

void PhaseForm::enableWhatApplies()
{
    const bool hold = isHold(m_phase.kind);
    const int mode = m_mode->currentIndex();
    m_min->setVisible(mode != Open);
    m_to->setVisible(mode == Range);
    m_max->setVisible(mode == Range);
    for (QWidget* w : std::initializer_list<QWidget*>{m_sound, m_side, m_opening, m_route})
        w->setVisible(!hold);
    m_pitch->setVisible(m_phase.sound == PhaseSound::Hum);
    for (QCheckBox* box : m_locks) box->setVisible(hold);
}

void PhaseForm::read()
{
    if (m_settingUp) return;
    Phase phase = m_phase;
    phase.kind = static_cast<PhaseKind>(m_kind->currentIndex());
    switch (m_mode->currentIndex()) {
    case Open: phase.counts = TargetCounts::comfortable(); break;
    case Range: {
        const double high = std::max(m_max->value(), m_min->value());
        phase.counts =
            TargetCounts::between(m_min->value(), m_phase.counts.isRange() ? high : high + 3);
        break;
    }
    default: phase.counts = TargetCounts::exactly(m_min->value());
    }
    const bool hold = isHold(phase.kind);
    phase.sound = hold ? PhaseSound::Plain : static_cast<PhaseSound>(m_sound->currentIndex());
    phase.nostril = hold ? std::nullopt : valueOf<Nostril>(m_side);
    phase.opening = hold ? std::nullopt : valueOf<Opening>(m_opening);
    phase.route = hold ? std::nullopt : valueOf<Route>(m_route);
    const std::string pitch = withPoint(m_pitch->text().trimmed());
    bool isHz = false;
    const double hz = QString::fromStdString(pitch).toDouble(&isHz);
    phase.pitch.reset();
    // What is no pitch stays in the field and is said by the check of the whole plan.
    if (phase.sound == PhaseSound::Hum && !pitch.empty())
        phase.pitch = isHz ? TargetPitch(hz) : TargetPitch(pitch);
    phase.locks.clear();
    for (std::size_t i = 0; hold && i < m_locks.size(); ++i)
        if (m_locks[i]->isChecked()) phase.locks.push_back(static_cast<Lock>(i));
    if (phase != m_phase) emit phaseEdited(phase);
}

} // namespace layakari
