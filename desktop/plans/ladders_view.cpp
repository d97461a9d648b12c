// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/ladders_view.hpp"

#include "core/base/files.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/names.hpp"
#include "desktop/plans/plan_list.hpp"

#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QSpinBox>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace layakari {

namespace {

constexpr int ladderListWidth = 310;
constexpr int rungHeight = 54;
constexpr int rungStep = 12; // each rung begins a little further right, like stairs
constexpr int mostSteps = 12;
constexpr double rungWidth = 96;

// A rung as its row paints it.
struct RungLook {
    Plan plan;
    QString adds;
    bool isHere = false;
};

class RungDelegate : public QStyledItemDelegate {
public:
    explicit RungDelegate(QObject* parent) : QStyledItemDelegate(parent) {}
    std::vector<RungLook> rungs;

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override
    {
        return {200, rungHeight};
    }

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override
    {
        const auto row = static_cast<std::size_t>(index.row());
        if (row >= rungs.size()) return;
        const RungLook& rung = rungs[row];
        const Theme& theme = currentTheme();
        QRectF area(option.rect);
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) {
            painter->fillRect(area, theme.panel);
            painter->fillRect(QRectF(area.left(), area.top() + 6, 4, area.height() - 12),
                              theme.ink);
        }
        area.setLeft(area.left() + 14 + rungStep * std::min(index.row(), mostSteps));
        painter->setPen(QPen(rung.isHere ? theme.ink : theme.line, rung.isHere ? 3 : 1.5));
        painter->drawLine(area.bottomLeft() + QPointF(0, -2),
                          QPointF(area.left() + 44 + rungWidth, area.bottom() - 2));
        painter->setPen(rung.isHere ? theme.ink : theme.softInk);
        painter->setFont(typeface(Type::Row, rung.isHere));
        painter->drawText(QRectF(area.left(), area.top(), 34, area.height() - 6),
                          Qt::AlignLeft | Qt::AlignVCenter, QString::number(index.row() + 1));
        paintSmallPlan(*painter, QRectF(area.left() + 40, area.top() + 16, rungWidth, 30),
                       rung.plan);
        const QRectF text = area.adjusted(56 + rungWidth, 5, -10, -6);
        painter->setPen(theme.ink);
        painter->setFont(typeface(Type::Body, rung.isHere));
        const QString plan = shownName(rung.plan.name);
        const QString name = rung.isHere ? QObject::tr("%1  ·  you are here").arg(plan) : plan;
        painter->drawText(text, Qt::AlignLeft | Qt::AlignTop,
                          painter->fontMetrics().elidedText(name, Qt::ElideRight,
                                                            static_cast<int>(text.width())));
        painter->setPen(theme.softInk);
        painter->setFont(typeface(Type::Small));
        painter->drawText(text, Qt::AlignLeft | Qt::AlignBottom, rung.adds);
        painter->restore();
    }
};

} // namespace

LaddersView::LaddersView(JournalDesk* desk, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_list(new QListWidget(this)),
      m_line(new QLineEdit(this)),
      m_base(choiceBox(tr("Plan that the steps are made from"), "ladderBase", {}, this)),
      m_rename(new QLineEdit(this)),
      m_name(textLabel({}, Type::Sentence, this, "ladderName")),
      m_standing(softLabel({}, Type::Body, this, "ladderStanding")),
      m_rungs(new QListWidget(this)),
      m_stand(leadButton(tr("Start here"), "standOnRung", this)),
      m_leave(wordButton(tr("Leave"), "leaveLadder", this)),
      m_own(wordButton(tr("Copy to change"), "copyLadder", this,
                       tr("A progression of your own that begins like this one"))),
      m_kept(countBox(tr("Good sittings before moving on"), "ruleKept", 1, 50, this)),
      m_accuracy(countBox(tr("Accuracy that is good enough"), "ruleAccuracy", 0, 100, this)),
      m_poor(countBox(tr("Accuracy below which to ease off"), "rulePoor", 0, 100, this)),
      m_break(countBox(tr("Days of a break after which to ease off"), "ruleBreak", 1, 3650, this))
{
    setObjectName(QStringLiteral("laddersView"));
    m_list->setObjectName(QStringLiteral("ladderList"));
    m_list->setAccessibleName(tr("Progressions"));
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_rungs->setObjectName(QStringLiteral("rungs"));
    m_rungs->setAccessibleName(tr("Steps, the easiest first"));
    m_rungs->setItemDelegate(new RungDelegate(m_rungs));
    m_rungs->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    lay::row(this, {.margins = {24, 10, 28, 16}, .spacing = 32},
             {buildList(), lay::wide(buildRungs())});

    connect(m_list, &QListWidget::currentRowChanged, this, &LaddersView::showLadder);
    connect(m_rungs, &QListWidget::itemActivated, this, &LaddersView::useRung);
    connect(m_line, &QLineEdit::returnPressed, this, &LaddersView::makeFromLine);
    connect(m_stand, &QPushButton::clicked, this, &LaddersView::stand);
    connect(m_leave, &QPushButton::clicked, this, &LaddersView::leaveLadder);
    connect(m_own, &QPushButton::clicked, this, [this] {
        if (const NamedLadder* named = chosen()) {
            Ladder copy = named->ladder;
            copy.name = tr("%1, my way").arg(QString::fromStdString(copy.name)).toStdString();
            keepNew(copy);
        }
    });
    for (QSpinBox* box : {m_kept, m_accuracy, m_poor, m_break})
        connect(box, &QSpinBox::editingFinished, this, &LaddersView::readRule);
    connect(m_desk, &JournalDesk::personChanged, this, &LaddersView::refill);
    connect(m_desk, &JournalDesk::journalChanged, this, &LaddersView::refill);
    refill();
}

QWidget* LaddersView::buildList()
{
    auto* side = new QWidget(this);
    side->setFixedWidth(ladderListWidth);
    m_line->setObjectName(QStringLiteral("ladderLine"));
    m_line->setAccessibleName(tr("A new progression in one line"));
    m_line->setPlaceholderText(tr("from 4:4 to 8:8 by one"));
    m_line->setToolTip(
        tr("For example: 1:1 to 1:2 by a quarter; 10 to 40 strokes by 5; 3 to 9 cycles "
           "by 2. The steps are made from the plan below."));
    m_base->setMinimumContentsLength(20);
    m_base->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    QPushButton* made = wordButton(tr("Make"), "makeLadder", this);
    QPushButton* import = wordButton(tr("Import…"), "importLadder", this,
                                     tr("Open a "
                                        "progression file"));
    lay::column(side, {.spacing = 6},
                {lay::wide(m_list),
                 softLabel(tr("Make one: from what to what, and by how much"), Type::Small, this),
                 m_line, lay::row({lay::wide(m_base), made}), lay::at(Qt::AlignLeft, import)});
    connect(made, &QPushButton::clicked, this, &LaddersView::makeFromLine);
    connect(import, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getOpenFileName(this, tr("Open a progression file"), {},
                                                          tr("Progressions (*.json);;All files "
                                                             "(*)"));
        if (!file.isEmpty()) importFile(file);
    });
    return side;
}

QWidget* LaddersView::buildRungs()
{
    auto* side = new QWidget(this);
    m_rule = buildRule();

    m_ownTools = new QWidget(this);
    auto* tools = new QHBoxLayout(m_ownTools);
    tools->setContentsMargins(0, 0, 0, 0);
    const auto tool = [&](const QString& text, const char* name, const QString& tip,
                          auto&& action) {
        QPushButton* button = wordButton(text, name, this, tip);
        tools->addWidget(button);
        connect(button, &QPushButton::clicked, this, action);
    };
    m_rename->setObjectName(QStringLiteral("ladderRename"));
    m_rename->setAccessibleName(tr("Name of the progression"));
    m_rename->setMaxLength(120);
    tools->addWidget(m_rename, 1);
    connect(m_rename, &QLineEdit::editingFinished, this, [this] {
        if (!ownId() || m_rename->text().trimmed().isEmpty()) return;
        Ladder ladder = chosen()->ladder;
        ladder.name = m_rename->text().trimmed().toStdString();
        saveOwn(tr("Rename the progression"), ladder);
    });
    tool(tr("Add a step"), "addRung",
         tr("The plan that is chosen under the list on the left, after the chosen step"), [this] {
             const int base = m_base->currentIndex();
             if (base < 0 || base >= static_cast<int>(m_bases.size())) return;
             const Plan plan = m_bases[static_cast<std::size_t>(base)];
             changeRungs(tr("Add a step"), [&](std::vector<Plan>& rungs, int at) {
                 rungs.insert(rungs.begin() + std::min<int>(at + 1, static_cast<int>(rungs.size())),
                              plan);
             });
         });
    tool(tr("Up"), "rungUp", tr("Easier: earlier on the progression"), [this] {
        changeRungs(tr("Move a step"), [](std::vector<Plan>& rungs, int at) {
            if (at > 0)
                std::swap(rungs[static_cast<std::size_t>(at)],
                          rungs[static_cast<std::size_t>(at - 1)]);
        });
    });
    tool(tr("Down"), "rungDown", tr("Harder: later on the progression"), [this] {
        changeRungs(tr("Move a step"), [](std::vector<Plan>& rungs, int at) {
            const auto i = static_cast<std::size_t>(at);
            if (i + 1 < rungs.size()) std::swap(rungs[i], rungs[i + 1]);
        });
    });
    tool(tr("Remove the step"), "removeRung", {}, [this] {
        changeRungs(tr("Remove a step"), [](std::vector<Plan>& rungs, int at) {
            if (rungs.size() > 1) rungs.erase(rungs.begin() + at);
        });
    });
    tool(tr("Delete"), "deleteLadder", tr("Delete the progression; Ctrl+Z brings it back"),
         [this] { removeLadder(); });

    auto* actions = new QHBoxLayout;
    actions->setSpacing(12);
    actions->addWidget(m_stand);
    QPushButton* use = wordButton(tr("Use it today"), "useRung", this);
    QPushButton* one = wordButton(tr("All in one sitting"), "oneSitting", this,
                                  tr("One cycle of each step, written out as a plan for today"));
    QPushButton* out = wordButton(tr("Export…"), "exportLadder", this);
    connect(use, &QPushButton::clicked, this, &LaddersView::useRung);
    connect(one, &QPushButton::clicked, this, &LaddersView::oneSitting);
    connect(out, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getSaveFileName(
            this, tr("Save this progression"), tr("progression.json"), tr("Progressions (*.json)"));
        if (!file.isEmpty()) exportTo(file);
    });
    auto* others = new QHBoxLayout;
    for (QPushButton* button : {use, one}) actions->addWidget(button);
    for (QPushButton* button : {m_leave, m_own, out}) others->addWidget(button);
    actions->addStretch(1);
    others->addStretch(1);
    lay::column(side, {.spacing = 6},
                {m_name, m_standing, lay::wide(m_rungs), m_rule, m_ownTools, others, actions});
    return side;
}

QWidget* LaddersView::buildRule()
{
    auto* rule = new QWidget(this);
    auto* lines = new QVBoxLayout(rule);
    lines->setContentsMargins(0, 0, 0, 0);
    lines->setSpacing(4);
    lines->addLayout(lay::sentence(tr("Move on after %1 sittings with at least %2 %"),
                                   {m_kept, m_accuracy}, this, Type::Small));
    lines->addLayout(
        lay::sentence(tr("Ease off below %1 % in two of the last, or after a break of %2 days"),
                      {m_poor, m_break}, this, Type::Small));
    return rule;
}

const NamedLadder* LaddersView::chosen() const
{
    const int row = m_list->currentRow();
    return row >= 0 && row < static_cast<int>(m_ladders.size())
               ? &m_ladders[static_cast<std::size_t>(row)]
               : nullptr;
}

std::optional<Id> LaddersView::ownId() const
{
    const NamedLadder* named = chosen();
    if (!named || !named->key.starts_with("own:")) return std::nullopt;
    return std::stoll(named->key.substr(4));
}

int LaddersView::chosenRung() const { return std::max(0, m_rungs->currentRow()); }

void LaddersView::refill()
{
    const NamedLadder* named = chosen();
    const std::string key = named ? named->key : std::string();
    const int rung = chosenRung();
    const auto& person = m_desk->person();
    m_ladders = m_desk->told(laddersFor(m_desk->journal(), person.value_or(Person{})))
                    .value_or(std::vector<NamedLadder>{});
    m_places = person ? m_desk->told(m_desk->journal().places(person->id))
                            .value_or(std::vector<LadderPlace>{})
                      : std::vector<LadderPlace>{};
    m_settingUp = true;
    m_list->clear();
    int row = 0;
    for (std::size_t i = 0; i < m_ladders.size(); ++i) {
        const NamedLadder& l = m_ladders[i];
        QString text = shownName(l.ladder.name);
        for (const LadderPlace& place : m_places)
            if (place.ladder == l.key)
                text = tr("%1\nstep %2 of %3")
                           .arg(text)
                           .arg(place.rung + 1)
                           .arg(l.ladder.rungs.size());
        m_list->addItem(text);
        if (l.key == key || (key.empty() && !m_places.empty() && m_places.front().ladder == l.key))
            row = static_cast<int>(i);
    }
    m_bases.clear();
    m_base->clear();
    PlanListModel model;
    model.fill(*m_desk, {});
    for (int i = 0; i < model.rowCount(); ++i)
        if (const PlanEntry* entry = model.entry(model.index(i)); !entry->isHeading()) {
            m_bases.push_back(entry->plan);
            m_base->addItem(shownName(entry->plan.name));
        }
    m_settingUp = false;
    m_list->setCurrentRow(row);
    showLadder();
    if (!key.empty() && rung < m_rungs->count()) m_rungs->setCurrentRow(rung);
}

void LaddersView::showLadder()
{
    const NamedLadder* named = chosen();
    if (m_settingUp || !named) return;
    const Ladder& ladder = named->ladder;
    int here = -1;
    for (const LadderPlace& place : m_places)
        if (place.ladder == named->key) here = place.rung;
    m_name->setText(shownName(ladder.name));
    QString standing = tr("No one is on it yet. Choose a step that feels easy and start there.");
    const auto rungs = static_cast<int>(ladder.rungs.size());
    if (here >= 0 && here + 1 < rungs)
        standing = tr("You are on step %1 of %2. The next adds %3.")
                       .arg(here + 1)
                       .arg(rungs)
                       .arg(QString::fromStdString(
                           whatRungAdds(ladder.rungs[static_cast<std::size_t>(here)],
                                        ladder.rungs[static_cast<std::size_t>(here) + 1])));
    else if (here >= 0)
        standing = tr("You are on the last step. Staying here is a practice of its own.");
    m_standing->setText(standing);
    auto* delegate = static_cast<RungDelegate*>(m_rungs->itemDelegate());
    delegate->rungs.clear();
    m_rungs->clear();
    for (std::size_t i = 0; i < ladder.rungs.size(); ++i) {
        const QString adds =
            i == 0 ? tr("where it begins")
                   : QString::fromStdString(whatRungAdds(ladder.rungs[i - 1], ladder.rungs[i]));
        delegate->rungs.push_back({ladder.rungs[i], adds, static_cast<int>(i) == here});
        auto* item = new QListWidgetItem(QString::fromStdString(ladder.rungs[i].name), m_rungs);
        item->setData(Qt::AccessibleTextRole,
                      tr("Step %1: %2, %3").arg(i + 1).arg(item->text(), adds));
    }
    m_rungs->setCurrentRow(std::max(0, here));
    m_stand->setEnabled(m_desk->person().has_value());
    m_leave->setVisible(here >= 0);
    m_ownTools->setVisible(ownId().has_value());
    m_own->setVisible(!ownId());
    m_rename->setText(shownName(ladder.name));
    m_settingUp = true;
    m_kept->setValue(ladder.rule.keptSittings);
    m_accuracy->setValue(static_cast<int>(ladder.rule.keptAccuracy));
    m_poor->setValue(static_cast<int>(ladder.rule.poorAccuracy));
    m_break->setValue(ladder.rule.breakDays);
    m_settingUp = false;
    m_rule->setEnabled(ownId().has_value());
    m_rule->setToolTip(ownId() ? QString() : tr("Copy the progression to change its rule"));
}

void LaddersView::stand()
{
    const NamedLadder* named = chosen();
    if (!named || !m_desk->person()) return;
    const Id person = m_desk->person()->id;
    const LadderPlace now{named->key, chosenRung(), m_desk->today()};
    std::optional<LadderPlace> was;
    for (const LadderPlace& place : m_places)
        if (place.ladder == named->key) was = place;
    m_desk->perform(
        tr("Start on step %1").arg(now.rung + 1),
        [this, person, now] { return m_desk->journal().savePlace(person, now); },
        [this, person, now, was] {
            return was ? m_desk->journal().savePlace(person, *was)
                       : m_desk->journal().leaveLadder(person, now.ladder);
        });
}

void LaddersView::leaveLadder()
{
    const NamedLadder* named = chosen();
    if (!named || !m_desk->person()) return;
    const Id person = m_desk->person()->id;
    for (const LadderPlace& place : std::vector<LadderPlace>(m_places))
        if (place.ladder == named->key)
            m_desk->perform(
                tr("Leave the progression"),
                [this, person, place] {
                    return m_desk->journal().leaveLadder(person, place.ladder);
                },
                [this, person, place] { return m_desk->journal().savePlace(person, place); });
}

void LaddersView::useRung()
{
    if (const NamedLadder* named = chosen())
        emit useWanted(
            named->ladder.rungs[static_cast<std::size_t>(chosenRung())],
            tr("Step %1 of \"%2\".").arg(chosenRung() + 1).arg(shownName(named->ladder.name)));
}

void LaddersView::oneSitting()
{
    if (const NamedLadder* named = chosen())
        emit useWanted(ladderInOneSitting(named->ladder),
                       tr("The whole progression, one cycle of each step."));
}

void LaddersView::makeFromLine()
{
    const int base = m_base->currentIndex();
    if (base < 0) return;
    const auto made = m_desk->told(
        ladderFromLine(m_line->text().toStdString(), m_bases[static_cast<std::size_t>(base)]));
    if (!made) return;
    keepNew(*made);
    m_line->clear();
}

void LaddersView::keepNew(const Ladder& ladder)
{
    const auto id = m_desk->told(m_desk->journal().saveLadder({0, ladder}));
    if (!id) return;
    emit m_desk->journalChanged();
    for (std::size_t i = 0; i < m_ladders.size(); ++i)
        if (m_ladders[i].key == "own:" + std::to_string(*id))
            m_list->setCurrentRow(static_cast<int>(i));
    emit note(tr("A progression of %1 steps was added to yours.").arg(ladder.rungs.size()));
}

void LaddersView::saveOwn(const QString& what, const Ladder& ladder)
{
    const auto id = ownId();
    if (!id) return;
    const Ladder was = chosen()->ladder;
    if (was == ladder) return;
    m_desk->perform(
        what,
        [this, id, ladder] {
            return m_desk->journal().saveLadder({*id, ladder}).map([](Id) {});
        },
        [this, id, was] {
            return m_desk->journal().saveLadder({*id, was}).map([](Id) {});
        });
}

void LaddersView::changeRungs(const QString& what,
                              const std::function<void(std::vector<Plan>&, int)>& edit)
{
    if (!ownId()) return;
    Ladder ladder = chosen()->ladder;
    edit(ladder.rungs, chosenRung());
    saveOwn(what, ladder);
}

void LaddersView::readRule()
{
    if (m_settingUp || !ownId()) return;
    Ladder ladder = chosen()->ladder;
    ladder.rule.keptSittings = m_kept->value();
    ladder.rule.keptAccuracy = m_accuracy->value();
    ladder.rule.poorAccuracy = m_poor->value();
    ladder.rule.breakDays = m_break->value();
    saveOwn(tr("Change the rule"), ladder);
}

void LaddersView::removeLadder()
{
    const auto id = ownId();
    if (!id) return;
    m_desk->perform(
        tr("Delete the progression"), [this, id] { return m_desk->journal().deleteLadder(*id); },
        [this, id] { return m_desk->journal().restoreLadder(*id); });
}

void LaddersView::importFile(const QString& file)
{
    auto text = readTextFile(file.toStdString(), ErrorCode::BadPlan, ladderLimits::fileBytes);
    const auto ladder = m_desk->told(
        text.and_then([&](const std::string& t) { return parseLadder(t, file.toStdString()); }));
    if (ladder) keepNew(*ladder);
}

void LaddersView::exportTo(const QString& file)
{
    const NamedLadder* named = chosen();
    if (named && m_desk->told(writeFile(file.toStdString(), ladderToJson(named->ladder))))
        emit note(tr("Saved as %1").arg(file));
}

} // namespace layakari
