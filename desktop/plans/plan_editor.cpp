// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/plan_editor.hpp"

#include "core/curriculum/presets.hpp"
#include "core/curriculum/school.hpp"
#include "core/curriculum/technique.hpp"
#include "core/plan/hum_targets.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/plan/shorthand.hpp"
#include "core/progress/judgement.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/names.hpp"
#include "desktop/plans/cycle_canvas.hpp"
#include "desktop/plans/phase_form.hpp"
#include "desktop/plans/plan_outline.hpp"
#include "desktop/plans/planned_words.hpp"
#include "desktop/plans/rest_form.hpp"
#include "desktop/plans/strokes_form.hpp"
#include "desktop/shapes/plan_shape.hpp"

#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QLocale>
#include <QPushButton>
#include <QSpinBox>
#include <QStackedWidget>
#include <cmath>

namespace layakari {

namespace {

constexpr int outlineWidth = 300;
// Steps of one kind that follow each other are one step to undo.
enum Gesture { TypingName = 1, TypingLine = 2, TypingRoundName = 3 };
enum PartPage { CyclePage, StrokesPage, RestPage, RoundPage };

// As the plan's technique sounds.
std::vector<Phase> evenBreath(const Plan& plan)
{
    auto phases = std::get<std::vector<Phase>>(parseShorthand("4-4")->content);
    if (const Technique* technique = findTechnique(plan.technique)) {
        phases.front().sound = technique->inhaleSound;
        phases.back().sound = technique->exhaleSound;
    }
    return phases;
}

int* repeatIn(Part* part)
{
    if (!part) return nullptr;
    if (auto* cycles = std::get_if<Cycles>(&part->content)) return &cycles->repeat;
    if (auto* group = std::get_if<Group>(&part->content)) return &group->repeat;
    return nullptr;
}

} // namespace

PlanEditor::PlanEditor(JournalDesk* desk, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_name(new QLineEdit(this)),
      m_technique(choiceBox(tr("Technique"), "editorTechnique", {}, this)),
      m_counting(choiceBox(tr("Whose count"), "editorCounting",
                           {tr("in your own counts"), tr("counts by the clock, each")}, this)),
      m_count(numberBox(tr("Length of a count in seconds"), "editorCount", 0.1,
                        planLimits::countLengthS, 0.05, 2, tr("s"), this)),
      m_undo(wordButton(tr("Undo"), "editorUndo", this, tr("Undo (Ctrl+Z)"))),
      m_redo(wordButton(tr("Redo"), "editorRedo", this, tr("Redo (Ctrl+Shift+Z)"))),
      m_line(new QLineEdit(this)),
      m_lineFault(softLabel({}, Type::Small, this, "lineFault")),
      m_outline(new PlanOutline(this)),
      m_sa(new QLineEdit(this)),
      m_roundName(new QLineEdit(this)),
      m_repeat(countBox(tr("How many times"), "editorRepeat", 1, planLimits::repeat, this)),
      m_repeatName(textLabel(tr("times"), Type::Body, this)),
      m_part(new QStackedWidget(this)),
      m_canvas(new CycleCanvas(this)),
      m_phase(new PhaseForm(this)),
      m_strokes(new StrokesForm(this)),
      m_rest(new RestForm(this)),
      m_figures(textLabel({}, Type::Row, this, "editorFigures")),
      m_fault(textLabel({}, Type::Body, this, "editorFault", true)),
      m_save(leadButton(tr("Save"), "editorSave", this, tr("Save it among your plans (Ctrl+S)"))),
      m_leave(wordButton(tr("Leave"), "editorLeave", this, tr("Back to the plans (Esc)")))
{
    setObjectName(QStringLiteral("planEditor"));
    m_name->setObjectName(QStringLiteral("editorName"));
    m_name->setAccessibleName(tr("Name of the plan"));
    setTypeface(m_name, Type::Row);
    m_name->setMaxLength(planLimits::nameBytes / 4);
    m_line->setObjectName(QStringLiteral("editorLine"));
    m_line->setAccessibleName(tr("The breath in one line"));
    setTypeface(m_line, Type::Row);
    m_line->setPlaceholderText(tr("4-7-8   1:2   1:4:2 x 4s   in 4 hold 7 out 8   36 strokes @60"));
    m_line->setToolTip(
        tr("Write the chosen part: numbers or words, 5..8 for a range, * for as long "
           "as is comfortable, x6 for six times, @1.2s for a count's length"));
    for (const Technique& technique : techniques())
        m_technique->addItem(QString::fromStdString(techniqueName(technique.key)),
                             QString::fromUtf8(technique.key));
    lay::column(this, {.margins = {24, 8, 28, 14}, .spacing = 8},
                {buildHead(), m_line, m_lineFault,
                 lay::wide(lay::row({.spacing = 24}, {buildOutline(), lay::wide(buildPart())})),
                 buildFoot()});
    connectAll();
}

QWidget* PlanEditor::buildHead()
{
    auto* head = new QWidget(this);
    lay::row(head, {.spacing = 10},
             {lay::wide(m_name), m_technique, m_counting, m_count, m_sa, m_undo, m_redo});
    m_technique->setMaximumWidth(210);
    m_sa->setObjectName(QStringLiteral("editorSa"));
    m_sa->setAccessibleName(tr("Sa: a note or Hz"));
    m_sa->setPlaceholderText(tr("Sa: G3, 196"));
    m_sa->setToolTip(tr("The pitch that Sa stands for: a note, or Hz"));
    m_sa->setMaximumWidth(110);
    return head;
}

QWidget* PlanEditor::buildOutline()
{
    auto* side = new QWidget(this);
    side->setFixedWidth(outlineWidth);
    auto* add = new QHBoxLayout;
    auto* move = new QHBoxLayout;
    const auto button = [this](QHBoxLayout* row, const QString& text, const char* name,
                               const QString& tip, auto&& action) {
        QPushButton* made = wordButton(text, name, this, tip);
        row->addWidget(made);
        connect(made, &QPushButton::clicked, this, action);
    };
    add->setSpacing(4);
    add->addWidget(softLabel(tr("Add:"), Type::Body, this));
    button(add, tr("cycle"), "addCycle", tr("A breath cycle after the chosen part"), [this] {
        addPart(tr("Add a cycle"), {Cycles{1, evenBreath(m_draft.plan())}});
    });
    button(add, tr("strokes"), "addStrokes", tr("A run of strokes"), [this] {
        addPart(tr("Add strokes"), {Strokes{StrokeStyle::Kapalabhati, 20, 60.0, Pace::Steady}});
    });
    button(add, tr("rest"), "addRest", tr("Natural breaths"), [this] {
        addPart(tr("Add a rest"), {Rest{3, std::nullopt}});
    });
    add->addStretch(1);
    button(move, tr("up"), "partUp", tr("Earlier (Alt+Up)"), [this] {
        m_draft.change(tr("Move up"), [](Plan& p, PartPath& at) { at = movePart(p, at, -1); });
    });
    button(move, tr("down"), "partDown", tr("Later (Alt+Down)"), [this] {
        m_draft.change(tr("Move down"), [](Plan& p, PartPath& at) { at = movePart(p, at, +1); });
    });
    button(move, tr("round"), "partRound",
           tr("Make it a round that is repeated; of a round: take its parts out"), [this] {
               m_draft.change(tr("Make or take apart a round"), [](Plan& p, PartPath& at) {
                   const Part* part = partAt(p, at);
                   const bool is = part && std::holds_alternative<Group>(part->content);
                   at = is ? unwrapRound(p, at) : wrapInRound(p, at, 3);
               });
           });
    button(move, tr("copy"), "partCopy", tr("The same again after it"), [this] {
        if (const Part* part = m_draft.chosenPart()) addPart(tr("Copy a part"), *part);
    });
    button(move, tr("remove"), "partRemove", tr("Remove it (Delete)"), [this] {
        m_draft.change(tr("Remove a part"), [](Plan& p, PartPath& at) { at = removePart(p, at); });
    });
    move->setSpacing(2);
    move->addStretch(1);
    lay::column(side, {.spacing = 2}, {lay::wide(m_outline), add, move});
    return side;
}

QWidget* PlanEditor::buildPart()
{
    auto* cycle = new QWidget(this);
    QPushButton* add = wordButton(tr("Add a phase"), "addPhase", this, tr("After the chosen one"));
    QPushButton* remove = wordButton(tr("Remove the phase"), "removePhase", this,
                                     tr("Remove the chosen phase (Delete)"));
    lay::column(cycle, {}, {lay::wide(m_canvas), m_phase, lay::row({add, remove, lay::stretch()})});
    connect(add, &QPushButton::clicked, this, &PlanEditor::addPhase);
    connect(remove, &QPushButton::clicked, this, [this] { removePhase(m_canvas->chosen()); });
    m_part->addWidget(cycle);
    m_part->addWidget(withShape(m_strokes));
    m_part->addWidget(withShape(m_rest));
    QLabel* round =
        softLabel(tr("A round: its parts are done together, again and again. Choose one "
                     "of them on the left to change it."),
                  Type::Body, this);
    m_roundName->setObjectName(QStringLiteral("roundName"));
    m_roundName->setAccessibleName(tr("Name of the round"));
    m_roundName->setMaxLength(60);
    m_roundName->setMaximumWidth(260);
    auto* roundForm = new QWidget(this);
    lay::column(roundForm, {.margins = {0, 6, 0, 0}}, {m_roundName, round});
    m_part->addWidget(withShape(roundForm));

    auto* whole = new QWidget(this);
    m_repeatName->setWordWrap(false);
    lay::column(whole, {}, {lay::row({m_repeat, m_repeatName, lay::stretch()}), lay::wide(m_part)});
    return whole;
}

QWidget* PlanEditor::buildFoot()
{
    auto* foot = new QWidget(this);
    lay::row(foot, {.spacing = 14},
             {lay::wide(lay::column({.spacing = 2}, {m_figures, m_fault})), m_leave, m_save});
    return foot;
}

// Puts new content in the place of the chosen part, if that is of the same kind still.
template <class Content>
void PlanEditor::replacePart(const QString& what, const Content& content)
{
    m_draft.change(what, [&](Plan& plan, PartPath& at) {
        Part* part = partAt(plan, at);
        if (part && std::holds_alternative<Content>(part->content)) part->content = content;
    });
}

void PlanEditor::connectAll()
{
    connect(&m_draft, &PlanDraft::changed, this, &PlanEditor::showDraft);
    connect(&m_draft, &PlanDraft::chosenChanged, this, &PlanEditor::showPart);
    QUndoStack* undo = m_draft.undoStack();
    connect(m_undo, &QPushButton::clicked, undo, &QUndoStack::undo);
    connect(m_redo, &QPushButton::clicked, undo, &QUndoStack::redo);
    connect(undo, &QUndoStack::canUndoChanged, m_undo, &QWidget::setEnabled);
    connect(undo, &QUndoStack::canRedoChanged, m_redo, &QWidget::setEnabled);
    connect(m_name, &QLineEdit::textEdited, this, [this](const QString& text) {
        m_draft.change(
            tr("Rename"), [&](Plan& plan, PartPath&) { plan.name = text.toStdString(); },
            TypingName);
    });
    connect(m_technique, &QComboBox::activated, this, [this](int i) {
        m_draft.change(tr("Another technique"), [&](Plan& plan, PartPath&) {
            plan.technique = m_technique->itemData(i).toString().toStdString();
        });
    });
    connect(m_counting, &QComboBox::activated, this, &PlanEditor::readCount);
    connect(m_count, &QDoubleSpinBox::valueChanged, this, &PlanEditor::readCount);
    connect(m_line, &QLineEdit::textEdited, this, &PlanEditor::takeLine);
    connect(m_outline, &PlanOutline::partChosen, this,
            [this](const PartPath& path) { m_draft.choose(path); });
    connect(m_repeat, &QSpinBox::valueChanged, this, [this](int times) {
        if (m_settingUp) return;
        m_draft.change(tr("How many times"), [&](Plan& plan, PartPath& at) {
            if (int* repeat = repeatIn(partAt(plan, at))) *repeat = times;
        });
    });
    connect(m_roundName, &QLineEdit::textEdited, this, [this](const QString& text) {
        m_draft.change(
            tr("Name the round"),
            [&](Plan& plan, PartPath& at) {
                Part* part = partAt(plan, at);
                if (auto* group = part ? std::get_if<Group>(&part->content) : nullptr)
                    group->name = text.toStdString();
            },
            TypingRoundName);
    });
    connect(m_sa, &QLineEdit::editingFinished, this, [this] {
        const auto hz = pitchFromText(withPoint(m_sa->text()));
        m_draft.change(tr("Change Sa"), [&](Plan& plan, PartPath&) {
            if (hz || m_sa->text().trimmed().isEmpty()) plan.saHz = hz;
        });
        showDraft();
    });
    connect(m_canvas, &CycleCanvas::countsWanted, this, &PlanEditor::takeCounts);
    connect(m_canvas, &CycleCanvas::removeWanted, this, &PlanEditor::removePhase);
    connect(m_canvas, &CycleCanvas::phaseChosen, this, &PlanEditor::showPart);
    connect(m_phase, &PhaseForm::phaseEdited, this, [this](const Phase& phase) {
        const auto at = static_cast<std::size_t>(m_canvas->chosen());
        changeCycle(tr("Change a phase"), [&](std::vector<Phase>& phases) {
            if (at < phases.size()) phases[at] = phase;
        });
    });
    connect(m_strokes, &StrokesForm::strokesEdited, this,
            [this](const Strokes& strokes) { replacePart(tr("Change the strokes"), strokes); });
    connect(m_rest, &RestForm::restEdited, this,
            [this](const Rest& rest) { replacePart(tr("Change the rest"), rest); });
    connect(m_save, &QPushButton::clicked, this, &PlanEditor::save);
    connect(m_leave, &QPushButton::clicked, this, &PlanEditor::leave);
}

void PlanEditor::open(const Plan& plan, Id ownId)
{
    m_ownId = ownId;
    m_asksToLeave = false;
    m_lineFault->clear();
    m_draft.begin(plan);
}

void PlanEditor::focusFirst()
{
    m_line->setFocus();
    m_line->selectAll();
}

double PlanEditor::countS() const
{
    return planFigures(m_draft.plan(), m_desk->ownCountS()).countS;
}

void PlanEditor::showDraft()
{
    m_settingUp = true;
    const Plan& plan = m_draft.plan();
    const QString name = QString::fromStdString(plan.name);
    if (m_name->text() != name) m_name->setText(name);
    const QString technique = QString::fromStdString(plan.technique);
    if (m_technique->findData(technique) < 0) m_technique->addItem(technique, technique);
    m_technique->setCurrentIndex(m_technique->findData(technique));
    m_counting->setCurrentIndex(plan.countLengthS ? 1 : 0);
    m_count->setVisible(plan.countLengthS.has_value());
    if (plan.countLengthS) m_count->setValue(*plan.countLengthS);
    m_sa->setVisible(namesSwaras(plan));
    m_sa->setText(plan.saHz ? QLocale().toString(*plan.saHz, 'g', 6) : QString());
    m_undo->setEnabled(m_draft.undoStack()->canUndo());
    m_redo->setEnabled(m_draft.undoStack()->canRedo());
    m_settingUp = false;
    m_asksToLeave = false;
    m_leave->setText(tr("Leave"));
    showOutline();
    showFigures();
}

void PlanEditor::showOutline() { m_outline->setPlan(m_draft.plan(), m_draft.chosen()); }

void PlanEditor::showPart()
{
    const Part* part = m_draft.chosenPart();
    if (!part) return;
    m_settingUp = true;
    const auto& person = m_desk->person();
    Part copy = *part;
    const int* repeat = repeatIn(&copy);
    m_repeat->setVisible(repeat);
    m_repeatName->setVisible(repeat);
    if (repeat) m_repeat->setValue(*repeat);
    QString line;
    if (const auto* cycles = std::get_if<Cycles>(&part->content)) {
        m_part->setCurrentIndex(CyclePage);
        m_canvas->setCycle(cycles->phases, countS());
        const auto at = static_cast<std::size_t>(m_canvas->chosen());
        m_phase->setPhase(at < cycles->phases.size() ? std::optional(cycles->phases[at])
                                                     : std::nullopt);
        line = QString::fromStdString(countsInShort(cycles->phases));
    } else if (const auto* strokes = std::get_if<Strokes>(&part->content)) {
        m_part->setCurrentIndex(StrokesPage);
        m_strokes->setStrokes(*strokes, person && person->school.strokesBy == StrokesBy::Time);
        line = QString::fromStdString(shorthandOf(*strokes));
    } else if (const auto* rest = std::get_if<Rest>(&part->content)) {
        m_part->setCurrentIndex(RestPage);
        m_rest->setRest(*rest);
    } else {
        m_part->setCurrentIndex(RoundPage);
        const QString name = QString::fromStdString(std::get<Group>(part->content).name);
        if (m_roundName->text() != name) m_roundName->setText(name);
    }
    showShapeOf(*part);
    m_repeatName->setText(tr("time(s)", "after the number of times", repeat ? *repeat : 1));
    m_line->setEnabled(!line.isEmpty());
    // What is just being typed is not written over.
    if (!m_line->hasFocus() || !m_line->isModified() || line.isEmpty()) m_line->setText(line);
    m_settingUp = false;
}

// A cycle has its canvas; under the other forms a shape shows what they come to.
QWidget* PlanEditor::withShape(QWidget* form)
{
    auto* page = new QWidget(this);
    lay::column(page, {.spacing = 18}, {form, lay::wide(new PlanShape(page))});
    return page;
}

// A run or a round by itself, a rest among its neighbours.
void PlanEditor::showShapeOf(const Part& part)
{
    auto* shape = m_part->currentWidget()->findChild<PlanShape*>();
    if (!shape) return;
    Plan shown = m_draft.plan();
    if (m_part->currentIndex() != RestPage) shown.parts = {part};
    shape->setPlan(shown, countS());
}

void PlanEditor::showFigures()
{
    const PlanFigures f = planFigures(m_draft.plan(), m_desk->ownCountS());
    QStringList words = plannedInWords(f);
    const auto& person = m_desk->person();
    if (const std::string pitches =
            humTargetsInWords(m_draft.plan(), person ? person->school.tuning : Tuning::Just);
        !pitches.empty())
        words << QString::fromStdString(pitches);
    m_figures->setText(words.join(QStringLiteral("  ·  ")));
    const auto fault = m_draft.fault();
    QString says;
    if (fault) {
        says = tr("Not yet a plan: %1 %2.")
                   .arg(QString::fromStdString(fault->place),
                        QString::fromStdString(clauseInWords(fault->cause)));
    } else {
        says = QString::fromStdString(comparedWithLately(f, m_desk->latestSittings()));
    }
    m_fault->setText(says);
    m_fault->setVisible(!says.isEmpty());
    m_fault->setFont(typeface(Type::Body, fault.has_value()));
    m_save->setEnabled(!fault);
}

void PlanEditor::takeLine(const QString& text)
{
    const auto written = parseShorthand(text.toStdString());
    if (!written) {
        m_lineFault->setText(
            tr("At character %1: %2.")
                .arg(written.error().at + 1)
                .arg(QString::fromStdString(clauseInWords(written.error().cause))));
        return;
    }
    m_lineFault->clear();
    m_draft.change(
        tr("Write a breath"),
        [&](Plan& plan, PartPath& at) {
            Part* part = partAt(plan, at);
            if (!part) return;
            if (const auto* phases = std::get_if<std::vector<Phase>>(&written->content)) {
                Cycles before;
                if (const auto* cycles = std::get_if<Cycles>(&part->content)) before = *cycles;
                part->content = Cycles{written->repeat.value_or(before.repeat),
                                       writtenOver(before.phases, *phases)};
            } else {
                part->content = std::get<Strokes>(written->content);
            }
            if (written->countLengthS) plan.countLengthS = *written->countLengthS;
        },
        TypingLine);
}

void PlanEditor::changeCycle(const QString& what,
                             const std::function<void(std::vector<Phase>&)>& edit, int gesture)
{
    m_draft.change(
        what,
        [&](Plan& plan, PartPath& at) {
            Part* part = partAt(plan, at);
            if (auto* cycles = part ? std::get_if<Cycles>(&part->content) : nullptr)
                edit(cycles->phases);
        },
        gesture);
}

void PlanEditor::takeCounts(int phase, double counts, int gesture)
{
    changeCycle(
        tr("Change a length"),
        [&](std::vector<Phase>& phases) {
            if (phase < 0 || phase >= static_cast<int>(phases.size())) return;
            TargetCounts& target = phases[static_cast<std::size_t>(phase)].counts;
            // A range keeps its beginning while its end is dragged.
            target = target.isRange() && counts > target.min
                         ? TargetCounts::between(target.min, counts)
                         : TargetCounts::exactly(counts);
        },
        gesture);
}

void PlanEditor::addPhase()
{
    int added = -1;
    changeCycle(tr("Add a phase"), [&](std::vector<Phase>& phases) {
        if (phases.size() >= static_cast<std::size_t>(planLimits::phasesPerCycle)) return;
        Phase phase;
        const auto at = static_cast<std::size_t>(std::max(0, m_canvas->chosen()));
        // In, hold, out, hold: what usually follows the chosen one.
        phase.kind = phases.empty()
                         ? PhaseKind::Inhale
                         : static_cast<PhaseKind>((static_cast<int>(phases[at].kind) + 1) % 4);
        phase.counts =
            phases.empty() || phases[at].counts.open ? TargetCounts::exactly(4) : phases[at].counts;
        added = phases.empty() ? 0 : static_cast<int>(at) + 1;
        phases.insert(phases.begin() + added, phase);
    });
    if (added >= 0) m_canvas->choose(added);
}

void PlanEditor::removePhase(int phase)
{
    changeCycle(tr("Remove a phase"), [&](std::vector<Phase>& phases) {
        if (phase >= 0 && phase < static_cast<int>(phases.size()) && phases.size() > 1)
            phases.erase(phases.begin() + phase);
    });
}

void PlanEditor::addPart(const QString& what, Part part)
{
    m_draft.change(what, [&](Plan& plan, PartPath& at) { at = insertAfter(plan, at, part); });
}

void PlanEditor::readCount()
{
    if (m_settingUp) return;
    m_draft.change(tr("Whose count"), [&](Plan& plan, PartPath&) {
        const bool clocked = m_counting->currentIndex() == 1;
        const bool was = plan.countLengthS.has_value();
        if (!clocked)
            plan.countLengthS.reset();
        else
            plan.countLengthS = was ? m_count->value() : 1.0;
    });
}

void PlanEditor::save()
{
    if (m_draft.fault()) return;
    const auto& person = m_desk->person();
    const auto kept = m_desk->told(
        m_desk->journal().savePlan(m_ownId, person ? person->id : Id(0), m_draft.plan()));
    if (!kept) return;
    emit m_desk->journalChanged();
    emit note(kept->version > 1
                  ? tr("Saved as version %1 of \"%2\". Sittings keep the version that they used.")
                        .arg(kept->version)
                        .arg(shownName(kept->plan.name))
                  : tr("Saved: \"%1\".").arg(shownName(kept->plan.name)));
    emit closed(kept->plan);
}

void PlanEditor::leave()
{
    if (m_draft.isChanged() && !m_asksToLeave) {
        m_asksToLeave = true;
        m_leave->setText(tr("Leave without saving"));
        emit note(tr("This plan is not saved. Leave again to discard it."));
        return;
    }
    emit closed(std::nullopt);
}

} // namespace layakari
