// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/plans_view.hpp"

#include "core/base/files.hpp"
#include "core/curriculum/technique.hpp"
#include "core/plan/plan_figures.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/names.hpp"
#include "desktop/plans/plan_editor.hpp"
#include "desktop/plans/plan_list.hpp"
#include "desktop/plans/planned_words.hpp"
#include "desktop/shapes/plan_shape.hpp"

#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace layakari {

namespace {

constexpr int listWidth = 404;

} // namespace

PlansView::PlansView(JournalDesk* desk, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_stack(new QStackedWidget(this)),
      m_search(new QLineEdit(this)),
      m_list(new PlanListView(this)),
      m_shape(new PlanShape(this)),
      m_name(textLabel({}, Type::Sentence, this, "planName")),
      m_technique(softLabel({}, Type::Body, this, "planTechnique")),
      m_figures(textLabel({}, Type::Row, this, "planFigures")),
      m_cautions(softLabel({}, Type::Small, this, "planCautions")),
      m_use(leadButton(tr("Use it today"), "usePlan", this)),
      m_edit(wordButton(tr("Edit…"), "editPlan", this)),
      m_vary(wordButton(tr("Copy and vary…"), "varyPlan", this,
                        tr("Write a plan of your own that begins like this one"))),
      m_export(wordButton(tr("Export…"), "exportPlan", this, tr("Save as a plan file"))),
      m_remove(wordButton(tr("Archive"), "removePlan", this,
                          tr("No longer listed; sittings of it stay as they are"))),
      m_editor(new PlanEditor(desk, this))
{
    setObjectName(QStringLiteral("plansView"));
    m_search->setObjectName(QStringLiteral("planSearch"));
    m_search->setAccessibleName(tr("Search the plans"));
    m_search->setPlaceholderText(tr("Search: sleep, bhramari, 4-7-8 …"));
    m_search->setClearButtonEnabled(true);
    m_stack->addWidget(buildLibrary());
    m_stack->addWidget(m_editor);
    lay::column(this, {}, {m_stack});

    connect(m_search, &QLineEdit::textChanged, this, &PlansView::refill);
    connect(m_search, &QLineEdit::returnPressed, m_list, [this] { m_list->setFocus(); });
    connect(m_list, &PlanListView::planChosen, this, &PlansView::showChosen);
    connect(m_list, &QListView::activated, this, [this] { m_use->click(); });
    connect(m_use, &QPushButton::clicked, this, [this] {
        if (const PlanEntry* entry = m_list->chosen()) emit useWanted(Plan(entry->plan));
    });
    connect(m_edit, &QPushButton::clicked, this, [this] {
        if (const PlanEntry* entry = m_list->chosen()) edit(Plan(entry->plan), entry->ownId);
    });
    connect(m_vary, &QPushButton::clicked, this, [this] {
        if (const PlanEntry* entry = m_list->chosen()) editCopy(Plan(entry->plan));
    });
    connect(m_export, &QPushButton::clicked, this, &PlansView::askForExport);
    connect(m_remove, &QPushButton::clicked, this, &PlansView::remove);
    connect(m_editor, &PlanEditor::closed, this, [this](const std::optional<Plan>& saved) {
        m_stack->setCurrentIndex(0);
        refill();
        if (saved) m_list->choose(&*saved);
        m_list->setFocus();
    });
    connect(m_editor, &PlanEditor::note, this, &PlansView::note);
    connect(m_desk, &JournalDesk::personChanged, this, &PlansView::refill);
    connect(m_desk, &JournalDesk::journalChanged, this, &PlansView::refill);
    refill();
}

QWidget* PlansView::buildLibrary()
{
    auto* library = new QWidget(this);
    auto* left = new QVBoxLayout;
    left->setSpacing(6);
    left->addWidget(m_search);
    left->addWidget(m_list, 1);
    QPushButton* write = wordButton(tr("Write a new one…"), "newPlan", this);
    QPushButton* import = wordButton(tr("Import…"), "importPlan", this, tr("Open a plan file"));
    auto* under = lay::row({write, import, lay::stretch()});
    left->addLayout(under);
    connect(write, &QPushButton::clicked, this, [this] {
        Plan plan = findPreset("even-4-4")->plan;
        plan.name = tr("A new plan").toStdString();
        edit(plan, 0);
    });
    connect(import, &QPushButton::clicked, this, &PlansView::askForImport);
    auto* leftSide = new QWidget(this);
    leftSide->setFixedWidth(listWidth);
    left->setContentsMargins(0, 0, 0, 0);
    leftSide->setLayout(left);
    lay::row(
        library, {.margins = {24, 10, 28, 16}, .spacing = 32},
        {leftSide, lay::wide(lay::column(
                       {.spacing = 6},
                       {m_name, m_technique, lay::wide(m_shape), m_figures, m_cautions, lay::gap(6),
                        lay::row({.spacing = 12},
                                 {m_use, m_edit, m_vary, m_export, m_remove, lay::stretch()})}))});
    return library;
}

bool PlansView::isEditing() const { return m_stack->currentIndex() == 1; }

void PlansView::refill()
{
    std::optional<Plan> before;
    if (const PlanEntry* entry = m_list->chosen()) before = entry->plan;
    m_list->plans()->fill(*m_desk, m_search->text());
    m_list->choose(before ? &*before : nullptr);
}

void PlansView::showChosen()
{
    const PlanEntry* entry = m_list->chosen();
    for (QWidget* w : std::initializer_list<QWidget*>{m_shape, m_figures, m_cautions, m_use, m_edit,
                                                      m_vary, m_export, m_technique})
        w->setVisible(entry != nullptr);
    m_remove->setVisible(entry && entry->ownId != 0);
    m_edit->setVisible(entry && entry->ownId != 0);
    if (!entry) {
        m_name->setText(tr("No plan matches \"%1\". Try a technique, a purpose or counts.")
                            .arg(m_search->text()));
        return;
    }
    const PlanFigures f = planFigures(entry->plan, m_desk->ownCountS());
    m_name->setText(shownName(entry->plan.name));
    const QString technique =
        QString::fromStdString(techniqueName(entry->plan.technique, Terms::Both));
    m_technique->setText(
        entry->plan.countLengthS
            ? tr("%1, counts of %L2 s by the clock").arg(technique).arg(*entry->plan.countLengthS)
            : tr("%1, in your own counts").arg(technique));
    m_shape->setPlan(entry->plan, f.countS);
    m_figures->setText(plannedInWords(f).join(QStringLiteral("  ·  ")));
    QStringList cautions;
    for (const std::string& text : cautionsFor(demandsOf(entry->plan)))
        cautions << QString::fromStdString(text);
    m_cautions->setText(cautions.mid(2).isEmpty() ? cautions.value(0)
                                                  : cautions.mid(2).join(QLatin1Char(' ')));
}

void PlansView::edit(const Plan& plan, Id ownId)
{
    m_editor->open(plan, ownId);
    m_stack->setCurrentIndex(1);
    m_editor->focusFirst();
}

void PlansView::editCopy(const Plan& plan)
{
    Plan copy = plan;
    copy.name = tr("%1, my way").arg(shownName(plan.name)).toStdString();
    edit(copy, 0);
}

void PlansView::focusSearch()
{
    if (isEditing()) return;
    m_search->setFocus();
    m_search->selectAll();
}

void PlansView::importFile(const QString& file)
{
    const auto plan = m_desk->told(readPlanFile(file.toStdString()));
    if (!plan) return;
    edit(*plan, 0);
    emit note(tr("Opened from %1. Save it to add it to your plans.").arg(file));
}

void PlansView::exportTo(const QString& file)
{
    const PlanEntry* entry = m_list->chosen();
    if (entry && m_desk->told(writeFile(file.toStdString(), planToJson(entry->plan))))
        emit note(tr("Saved as %1").arg(file));
}

void PlansView::askForImport()
{
    const QString file = QFileDialog::getOpenFileName(this, tr("Open a plan file"), {},
                                                      tr("Plans (*.json);;All files (*)"));
    if (!file.isEmpty()) importFile(file);
}

void PlansView::askForExport()
{
    const PlanEntry* entry = m_list->chosen();
    if (!entry) return;
    const QString proposal =
        shownName(entry->plan.name)
            .replace(QRegularExpression(QStringLiteral("[^\\w ,-]")), QStringLiteral("-")) +
        QStringLiteral(".plan.json");
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Save this plan"), proposal, tr("Plans (*.json)"));
    if (!file.isEmpty()) exportTo(file);
}

void PlansView::remove()
{
    const PlanEntry* entry = m_list->chosen();
    if (!entry || entry->ownId == 0) return;
    const Id id = entry->ownId;
    m_desk->perform(
        tr("Archive %1").arg(shownName(entry->plan.name)),
        [this, id] { return m_desk->journal().setPlanArchived(id, true); },
        [this, id] { return m_desk->journal().setPlanArchived(id, false); });
}

} // namespace layakari
