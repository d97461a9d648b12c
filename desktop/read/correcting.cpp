// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/correcting.hpp"

#include <QAction>
#include <QMenu>
#include <QWidget>
#include <cmath>

namespace layakari {

namespace {

constexpr double sure = 0.8;

double middleOf(const ReadPhase& phase) { return (phase.startS + phase.endS) / 2; }

// As exact as the file has it, so that it is the same when it is opened again.
double rounded(double seconds) { return std::round(seconds * 1e4) / 1e4; }

} // namespace

Correcting::Correcting(QWidget* page, QWidget* staff)
    : QObject(page), m_staff(staff), m_menu(new QMenu(page))
{
    m_menu->setObjectName(QStringLiteral("correctMenu"));
    addNames();
    m_menu->addSeparator();
    addMarks();
    m_menu->addSeparator();
    addStrokes();
    m_menu->addSeparator();
    addNudges();
    m_menu->addSeparator();
    addHistory();
    update();
}

Correcting::~Correcting() = default;

QAction* Correcting::addAction(QMenu* menu, const QString& text, const char* name,
                               const QKeySequence& keys, const std::function<void()>& action)
{
    auto* a = new QAction(text, this);
    a->setObjectName(QString::fromLatin1(name));
    a->setShortcut(keys);
    // Only there: elsewhere on the page a letter may be typed.
    a->setShortcutContext(Qt::WidgetShortcut);
    connect(a, &QAction::triggered, this, action);
    menu->addAction(a);
    m_staff->addAction(a);
    return a;
}

bool Correcting::step(bool redo)
{
    if (!(redo ? m_history.redo() : m_history.undo())) return false;
    update();
    emit changed();
    return true;
}

void Correcting::addNames()
{
    struct Choice {
        QString text;
        const char* name;
        Qt::Key key;
        Correction::Name meant;
    };
    for (const Choice& choice :
         {Choice{tr("This is an <inhale>"), "nameInhale", Qt::Key_I, Correction::Name::Inhale},
          Choice{tr("This is an <exhale>"), "nameExhale", Qt::Key_E, Correction::Name::Exhale},
          Choice{tr("This is a hold"), "nameHold", Qt::Key_H, Correction::Name::Hold},
          Choice{tr("This is neither breath nor hold"), "nameNothing", Qt::Key_N,
                 Correction::Name::Nothing}})
        m_ofPhase.push_back(
            addAction(m_menu, choice.text, choice.name, choice.key, [this, meant = choice.meant] {
                add({Correction::Kind::Rename, middleOf(phase()), 0, meant});
            }));
    m_ofPhase.push_back(addAction(
        m_menu, tr("Split it: in the middle, or where it plays"), "split", Qt::Key_S, [this] {
            const ReadPhase& p = phase();
            const bool plays = m_cursorS && *m_cursorS > p.startS && *m_cursorS < p.endS;
            add({Correction::Kind::Split, plays ? *m_cursorS : middleOf(p)});
        }));
    m_swapCycle = addAction(m_menu, tr("Swap <inhale> and <exhale> in this cycle"), "swapCycle",
                            Qt::SHIFT | Qt::Key_X, [this] { swapCycle(); });
    m_join = addAction(m_menu, tr("Join it with the next phase"), "join", Qt::Key_J, [this] {
        add({Correction::Kind::Join, phase().endS});
    });
}

void Correcting::addMarks()
{
    struct Choice {
        QString text;
        const char* name;
        Qt::Key key;
        Correction::Kind kind;
    };
    for (const Choice& choice : {Choice{tr("This phase, or the whole row, is rest"), "markRest",
                                        Qt::Key_R, Correction::Kind::MarkRest},
                                 Choice{tr("… this is practice"), "markPractice", Qt::Key_P,
                                        Correction::Kind::MarkPractice},
                                 Choice{tr("… this is someone speaking"), "markVoice", Qt::Key_V,
                                        Correction::Kind::MarkVoice}})
        m_ofStretch.push_back(addAction(m_menu, choice.text, choice.name, choice.key,
                                        [this, kind = choice.kind] { mark(kind); }));
    m_first = addAction(m_menu, tr("The first cycle begins with this phase"), "firstCycle",
                        Qt::Key_F, [this] {
                            add({Correction::Kind::FirstCycle, middleOf(phase())});
                        });
}

void Correcting::mark(Correction::Kind kind)
{
    const auto [first, last] = m_phase ? std::pair(*m_phase, *m_phase) : *m_row;
    add({kind, m_reading->phases[first].startS, m_reading->phases[last].endS});
}

void Correcting::addStrokes()
{
    m_ofStroke.push_back(addAction(m_menu, tr("Add a stroke here, or after this one"), "addStroke",
                                   Qt::Key_Plus, [this] { addStrokeHere(); }));
    m_ofStroke.push_back(
        addAction(m_menu, tr("This is not a stroke"), "removeStroke", Qt::Key_Minus, [this] {
            add({Correction::Kind::RemoveStroke, *m_placeS});
        }));
}

// On a stroke that is there: the next one lies halfway to the one after it, or a stroke later.
void Correcting::addStrokeHere()
{
    constexpr double same = 1e-3;
    double at = *m_placeS;
    for (const ReadStrokeRun& run : m_reading->strokeRuns)
        for (std::size_t i = 0; i < run.strokeTimesS.size(); ++i) {
            const std::vector<double>& times = run.strokeTimesS;
            if (std::fabs(times[i] - *m_placeS) > same) continue;
            at = i + 1 < times.size() ? (times[i] + times[i + 1]) / 2
                                      : times[i] + 60 / run.ratePerMin.value_or(60);
        }
    add({Correction::Kind::AddStroke, at});
}

void Correcting::addSnaps(QMenu* menu)
{
    struct Snap {
        QString text;
        const char* name;
        QKeyCombination keys;
        bool ofEnd;
        Towards towards;
    };
    for (const Snap& s : {Snap{tr("Begin at the previous change of sound"), "beginAtEarlier",
                               Qt::ALT | Qt::Key_Up, false, Towards::Earlier},
                          Snap{tr("Begin at the next change of sound"), "beginAtLater",
                               Qt::ALT | Qt::Key_Down, false, Towards::Later},
                          Snap{tr("End at the previous change of sound"), "endAtEarlier",
                               Qt::CTRL | Qt::Key_Up, true, Towards::Earlier},
                          Snap{tr("End at the next change of "
                                  "sound"),
                               "endAtLater", Qt::CTRL | Qt::Key_Down, true, Towards::Later}})
        m_ofPhase.push_back(addAction(menu, s.text, s.name, QKeySequence(s.keys),
                                      [this, s] { snap(s.ofEnd, s.towards); }));
}

void Correcting::snap(bool ofEnd, Towards towards)
{
    const double from = ofEnd ? phase().endS : phase().startS;
    const auto change = m_track ? nextChange(*m_track, from, towards) : std::nullopt;
    if (change)
        moveBoundary(from, *change);
    else
        emit nothingChanges();
}

void Correcting::addNudges()
{
    QMenu* menu = m_menu->addMenu(tr("Move where it begins or ends"));
    struct Nudge {
        QString text;
        const char* name;
        QKeyCombination keys;
        bool ofEnd;
        double byS;
    };
    for (const Nudge& nudge :
         {Nudge{tr("Begin 10 ms earlier"), "beginEarlier", Qt::ALT | Qt::Key_Left, false, -0.01},
          Nudge{tr("Begin 10 ms later"), "beginLater", Qt::ALT | Qt::Key_Right, false, 0.01},
          Nudge{tr("Begin 100 ms earlier"), "beginMuchEarlier", Qt::ALT | Qt::SHIFT | Qt::Key_Left,
                false, -0.1},
          Nudge{tr("Begin 100 ms later"), "beginMuchLater", Qt::ALT | Qt::SHIFT | Qt::Key_Right,
                false, 0.1},
          Nudge{tr("End 10 ms earlier"), "endEarlier", Qt::CTRL | Qt::Key_Left, true, -0.01},
          Nudge{tr("End 10 ms later"), "endLater", Qt::CTRL | Qt::Key_Right, true, 0.01},
          Nudge{tr("End 100 ms earlier"), "endMuchEarlier", Qt::CTRL | Qt::SHIFT | Qt::Key_Left,
                true, -0.1},
          Nudge{tr("End 100 ms later"), "endMuchLater", Qt::CTRL | Qt::SHIFT | Qt::Key_Right, true,
                0.1}})
        m_ofPhase.push_back(
            addAction(menu, nudge.text, nudge.name, QKeySequence(nudge.keys), [this, nudge] {
                const double from = nudge.ofEnd ? phase().endS : phase().startS;
                moveBoundary(from, from + nudge.byS);
            }));
    menu->addSeparator();
    addSnaps(menu);
}

void Correcting::addHistory()
{
    addAction(m_menu, tr("Why? Explain this"), "explain", Qt::Key_Y,
              [this] { emit explainWanted(); });
    addAction(m_menu, tr("Next uncertain place"), "nextDoubt", Qt::Key_D,
              [this] { emit nextDoubtWanted(); });
    m_undo = addAction(m_menu, tr("Undo"), "undoCorrection", Qt::CTRL | Qt::Key_Z, [this] {
        if (!step(false)) emit nothingToUndo(false);
    });
    m_redo = addAction(m_menu, tr("Redo"), "redoCorrection", {}, [this] {
        if (!step(true)) emit nothingToUndo(true);
    });
    m_redo->setShortcuts({Qt::CTRL | Qt::SHIFT | Qt::Key_Z, Qt::CTRL | Qt::Key_Y});
    // Unlike letters, these keys are wanted wherever on the page one is: after a click on Save,
    // too.
    for (QAction* action : {m_undo, m_redo}) {
        action->setShortcutContext(Qt::WidgetWithChildrenShortcut);
        m_menu->parentWidget()->addAction(action);
    }
    m_takeBack = addAction(m_menu, {}, "takeBackPhase", {}, [this] {
        constexpr double atTheEdge = 0.01;
        if (m_history.takeBack(phase().startS - atTheEdge, phase().endS + atTheEdge))
            update(), emit changed();
    });
}

void Correcting::startWith(std::vector<Correction> done)
{
    m_history = CorrectionHistory(std::move(done));
    update();
}

void Correcting::setPhase(const Reading* reading, std::optional<std::size_t> phase)
{
    m_reading = reading;
    m_phase = reading ? phase : std::nullopt;
    if (!reading) {
        m_row.reset();
        m_placeS.reset();
    }
    update();
}

void Correcting::setRow(std::optional<std::pair<std::size_t, std::size_t>> phases)
{
    m_row = m_reading ? phases : std::nullopt;
    update();
}

void Correcting::setPlace(std::optional<double> seconds)
{
    m_placeS = m_reading ? seconds : std::nullopt;
    update();
}

void Correcting::moveBoundary(double fromS, double toS)
{
    add({Correction::Kind::MoveBoundary, fromS, std::max(0.0, toS)});
}

void Correcting::swapKinds()
{
    m_history.swapKinds(m_reading->kindAIsInhale);
    update();
    emit changed();
}

void Correcting::swapCycle()
{
    std::vector<Correction> swapped;
    for (const ReadPhase& p : m_reading->phases) {
        if (p.cycle != phase().cycle) continue;
        if (p.kind == ReadKind::Inhale || p.kind == ReadKind::Exhale)
            swapped.push_back(
                {Correction::Kind::Rename, rounded(middleOf(p)), 0,
                 p.kind == ReadKind::Inhale ? Correction::Name::Exhale : Correction::Name::Inhale});
    }
    m_history.addTogether(swapped);
    update();
    emit changed();
}

void Correcting::add(Correction correction)
{
    correction.atS = rounded(correction.atS);
    correction.toS = rounded(correction.toS);
    m_history.add(correction);
    update();
    emit changed();
}

void Correcting::update()
{
    for (QAction* action : m_ofPhase) action->setEnabled(m_phase.has_value());
    for (QAction* action : m_ofStretch) action->setEnabled(m_phase || m_row);
    for (QAction* action : m_ofStroke) action->setEnabled(m_placeS.has_value());
    m_first->setEnabled(m_phase.has_value());
    m_join->setEnabled(m_phase && *m_phase + 1 < m_reading->phases.size());
    m_swapCycle->setEnabled(m_phase && phase().cycle);
    m_takeBack->setEnabled(m_phase && phase().corrected && !done().empty());
    m_takeBack->setText(
        tr("Undo the corrections here (%1 in all)").arg(static_cast<int>(done().size())));
}

std::optional<std::size_t> nextDoubtful(const Reading& reading, std::optional<std::size_t> from)
{
    const std::size_t count = reading.phases.size();
    for (std::size_t step = 1; step <= count; ++step) {
        const std::size_t i = ((from ? *from : count - 1) + step) % count;
        if (reading.phases[i].confidence < sure && reading.phases[i].kind != ReadKind::Voice)
            return i;
    }
    return std::nullopt;
}

} // namespace layakari
