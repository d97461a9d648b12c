// SPDX-License-Identifier: GPL-3.0-or-later
//
// Putting right what was heard, in the real window, by keys and by mouse.
#include "core/journal/figures.hpp"
#include "desktop/read/correcting.hpp"
#include "desktop/read/read_page.hpp"
#include "tests/desktop/prepare.hpp"

#include <QAction>
#include <QMenu>
#include <SQLiteCpp/SQLiteCpp.h>

using namespace layakari;

namespace {

class SquareBreath : public Window {
public:
    SquareBreath()
    {
        openAs("square.flac", "square-4");
        staff()->setFocus();
        // The first cycle, its first phase.
        goToCycle(1);
        key(Qt::Key_Right);
    }
    void goToCycle(int number)
    {
        const auto& rows = staff()->staff()->sheet().rows;
        for (std::size_t r = 0; r < rows.size(); ++r)
            if (rows[r].kind == StaffRow::Kind::Cycle && rows[r].name == QString::number(number)) {
                staff()->setCurrentIndex(staff()->staff()->index(static_cast<int>(r)));
                return;
            }
        FAIL("no such cycle");
    }
    const Reading& reading() { return *window.readPage()->reading(); }
    const ReadPhase& phaseAt(double seconds)
    {
        for (const ReadPhase& phase : reading().phases)
            if (phase.startS <= seconds && seconds < phase.endS) return phase;
        FAIL("no phase there");
        return reading().phases.front();
    }
    // The first phase of the chosen row.
    const ReadPhase& first() { return reading().phases[staff()->currentRow()->firstPhase]; }
    void correct(Qt::Key k, Qt::KeyboardModifiers modifiers = Qt::NoModifier)
    {
        const Reading* before = window.readPage()->reading();
        key(k, modifiers);
        REQUIRE(QTest::qWaitFor(
            [&] { return window.readPage()->reading() != before && !window.readPage()->isBusy(); },
            longMs));
    }
};

QPoint across(const QWidget* strip, int x) { return {x, strip->height() / 2}; }

void moveTo(QWidget* strip, int x, Qt::MouseButtons held)
{
    QMouseEvent move(QEvent::MouseMove, across(strip, x), strip->mapToGlobal(across(strip, x)),
                     Qt::NoButton, held, Qt::NoModifier);
    QApplication::sendEvent(strip, &move);
}

} // namespace

TEST_CASE("A boundary is nudged by keys, ten or a hundred milliseconds, and the figures follow")
{
    SquareBreath w;
    const double start = w.first().startS;
    const double end = w.first().endS;
    const auto row = w.staff()->currentIndex().row();
    w.correct(Qt::Key_Right, Qt::AltModifier);
    CHECK(w.first().startS == Approx(start + 0.01));
    w.correct(Qt::Key_Left, Qt::AltModifier | Qt::ShiftModifier);
    CHECK(w.first().startS == Approx(start - 0.09));
    w.correct(Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(w.first().endS == Approx(end + 0.1));
    w.correct(Qt::Key_Left, Qt::ControlModifier);
    CHECK(w.first().endS == Approx(end + 0.09));
    CHECK(w.reading().corrections.size() == 2);
    // The row and the phase stay chosen, and say that they were corrected.
    CHECK(w.staff()->currentIndex().row() == row);
    CHECK(w.staff()->hasFocus());
    CHECK_THAT(w.find<QWidget>("soundStrip")->accessibleDescription().toStdString(),
               Catch::EndsWith(", corrected"));
    CHECK(w.rows()[row].endsWith(", corrected"));
}

TEST_CASE("Every correction is undone and done again by keys, to the same figures")
{
    SquareBreath w;
    const QString sentence = w.text("sentence");
    const QStringList rows = w.rows();
    for (int k = 0; k < 4; ++k) w.correct(Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
    w.correct(Qt::Key_N);
    const QStringList corrected = w.rows();
    CHECK(corrected != rows);
    for (int k = 0; k < 5; ++k) w.correct(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.rows() == rows);
    CHECK(w.text("sentence") == sentence);
    CHECK_FALSE(w.window.readPage()->undoCorrection(false));
    for (int k = 0; k < 5; ++k) w.correct(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(w.rows() == corrected);
}

TEST_CASE("A phase is given another name, cut in two and made one by a key each")
{
    SquareBreath w;
    const double at = (w.first().startS + w.first().endS) / 2;
    const std::size_t phases = w.reading().phases.size();
    w.correct(Qt::Key_S);
    CHECK(w.reading().phases.size() == phases + 1);
    CHECK(w.phaseAt(at + 0.1).startS == Approx(at).margin(0.001));
    w.correct(Qt::Key_Z, Qt::ControlModifier);
    w.correct(Qt::Key_J);
    CHECK(w.reading().phases.size() == phases - 1);
    w.correct(Qt::Key_Z, Qt::ControlModifier);
    for (const auto& [key, kind] :
         {std::pair{Qt::Key_E, ReadKind::Exhale}, std::pair{Qt::Key_I, ReadKind::Inhale},
          std::pair{Qt::Key_N, ReadKind::Unknown}, std::pair{Qt::Key_H, ReadKind::HoldEmpty}}) {
        w.correct(key);
        if (kind == ReadKind::HoldEmpty)
            CHECK((w.phaseAt(at).kind == kind || w.phaseAt(at).kind == ReadKind::HoldFull));
        else
            CHECK(w.phaseAt(at).kind == kind);
        CHECK(w.phaseAt(at).corrected);
    }
}

TEST_CASE("A cycle that was heard the wrong way round is swapped by one key and one undo")
{
    SquareBreath w;
    const QStringList rows = w.rows();
    const auto middle = [](const ReadPhase& phase) { return (phase.startS + phase.endS) / 2; };
    const double inhale = middle(w.first());
    const std::optional<int> cycle = w.first().cycle;
    REQUIRE(cycle);
    double exhale = 0;
    for (const ReadPhase& phase : w.reading().phases)
        if (phase.cycle == cycle && phase.kind == ReadKind::Exhale) exhale = middle(phase);
    w.correct(Qt::Key_X, Qt::ShiftModifier);
    CHECK(w.phaseAt(inhale).kind == ReadKind::Exhale);
    CHECK(w.phaseAt(exhale).kind == ReadKind::Inhale);
    CHECK(w.phaseAt(inhale).corrected);
    CHECK(w.reading().corrections.size() == 2);
    w.correct(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.rows() == rows);
}

TEST_CASE("A boundary is dragged in the strip: a click there only chooses")
{
    SquareBreath w;
    auto* strip = w.find<QWidget>("soundStrip");
    // The boundary between the first two phases, found by the cursor that says that it can be
    // moved.
    const double end = w.first().endS;
    int x = 200;
    const auto isOverPin = [&] {
        moveTo(strip, x, Qt::NoButton);
        return strip->cursor().shape() == Qt::SplitHCursor;
    };
    while (isOverPin()) ++x; // the row's first pin may be there
    while (!isOverPin()) REQUIRE(++x < strip->width());
    x += 5;
    QTest::mouseClick(strip, Qt::LeftButton, {}, across(strip, x));
    CHECK(w.reading().corrections.empty());
    const Reading* before = w.window.readPage()->reading();
    QTest::mousePress(strip, Qt::LeftButton, {}, across(strip, x));
    moveTo(strip, x + 25, Qt::LeftButton);
    QTest::mouseRelease(strip, Qt::LeftButton, {}, across(strip, x + 25));
    REQUIRE(QTest::qWaitFor([&] { return w.window.readPage()->reading() != before; }, longMs));
    REQUIRE(w.reading().corrections.size() == 1);
    const Correction& moved = w.reading().corrections[0];
    CHECK(moved.kind == Correction::Kind::MoveBoundary);
    CHECK(moved.atS == Approx(end).margin(0.001));
    CHECK(moved.toS > moved.atS + 0.1);
}

TEST_CASE("D leads through the doubtful places, and says when there is none")
{
    SquareBreath w;
    bool anyDoubt = false;
    for (const ReadPhase& phase : w.reading().phases) anyDoubt = anyDoubt || phase.confidence < 0.8;
    w.key(Qt::Key_D);
    if (!anyDoubt) CHECK(w.text("message") == "Nothing is uncertain here.");

    // All of one sound: whatever is heard is in doubt.
    Reading doubtful = w.reading();
    for (ReadPhase& phase : doubtful.phases) phase.confidence = 1;
    CHECK_FALSE(nextDoubtful(doubtful, 3).has_value());
    doubtful.phases[5].confidence = 0.5;
    doubtful.phases[9].confidence = 0.79;
    CHECK(nextDoubtful(doubtful, std::nullopt) == 5u);
    CHECK(nextDoubtful(doubtful, 5) == 9u);
    CHECK(nextDoubtful(doubtful, 9) == 5u);
}

TEST_CASE("The menu offers what the keys do, and only where it means something")
{
    SquareBreath w;
    auto* menu = w.find<QMenu>("correctMenu");
    for (const QAction* action : menu->actions())
        if (!action->isSeparator() && !action->menu() && action->objectName() != "takeBackPhase") {
            INFO(action->text().toStdString());
            CHECK_FALSE(action->shortcut().isEmpty());
            CHECK_FALSE(action->text().isEmpty());
        }
    CHECK(w.find<QAction>("nameInhale")->isEnabled());
    CHECK_FALSE(w.find<QAction>("takeBackPhase")->isEnabled());
    w.correct(Qt::Key_N);
    CHECK(w.find<QAction>("takeBackPhase")->isEnabled());
    const Reading* before = w.window.readPage()->reading();
    w.find<QAction>("takeBackPhase")->trigger();
    REQUIRE(QTest::qWaitFor([&] { return w.window.readPage()->reading() != before; }, longMs));
    CHECK(w.reading().corrections.empty());
    w.goToCycle(2);
    CHECK_FALSE(w.find<QAction>("nameInhale")->isEnabled()); // no phase is chosen
}

TEST_CASE("Letters that are typed elsewhere on the page correct nothing")
{
    SquareBreath w;
    auto* chooser = w.find<QComboBox>("planChooser");
    chooser->setFocus();
    for (const Qt::Key k : {Qt::Key_N, Qt::Key_J, Qt::Key_I}) QTest::keyClick(chooser, k);
    QTest::qWait(100);
    CHECK(w.reading().corrections.empty());
}

TEST_CASE("Corrections are saved with the reading, and go on from there when it is opened")
{
    SquareBreath w;
    w.correct(Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
    const TemporaryFolder folder;
    const QString file = QString::fromStdString((folder / "corrected.json").string());
    w.window.readPage()->saveTo(file);
    const QStringList rows = w.rows();

    Window again;
    again.drop({file});
    again.waitForRow();
    CHECK(again.rows() == rows);
    CHECK(again.window.readPage()->reading()->corrections.size() == 1);
}

TEST_CASE("The sitting that was kept follows a correction, and the recording opens corrected")
{
    Prepare w;
    w.add("Tor-Eskil Amundahl");
    const auto reading = [&] { return w.window.readPage()->reading(); };
    const auto waitForOther = [&](const Reading* before) {
        REQUIRE(QTest::qWaitFor(
            [&] { return reading() != before && !w.window.readPage()->isBusy(); }, longMs));
    };
    w.window.readAndSave(practice("square.flac"), findPreset("square-4")->plan);
    w.waitForRow();
    const auto accuracy = [&] {
        return valueOf(w.journal().sittings(w.person(), 9)->front(), figure::accuracy);
    };
    const double asHeard = accuracy().value();
    w.staff()->setCurrentIndex(w.staff()->staff()->index(1));
    w.key(Qt::Key_Right);
    for (int k = 0; k < 6; ++k) {
        const Reading* before = reading();
        w.key(Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
        waitForOther(before);
    }
    CHECK(accuracy().value() != asHeard);
    CHECK(accuracy().value() == Approx(*reading()->summary.accuracy).margin(0.1));
    CHECK(w.journal().sittings(w.person(), 9)->size() == 1);
    const QStringList rows = w.rows();
    const auto corrections = reading()->corrections;
    REQUIRE(corrections.size() == 1);
    // Another recording, then this one again: what was put right is there.
    const Reading* before = reading();
    w.drop({practice("evening.flac")});
    waitForOther(before);
    CHECK(reading()->corrections.empty());
    w.choosePlan(QString::fromStdString(findPreset("square-4")->plan.name));
    w.drop({practice("square.flac")});
    INFO(w.text("message").toStdString());
    REQUIRE(QTest::qWaitFor(
        [&] { return reading()->corrections == corrections && !w.window.readPage()->isBusy(); },
        longMs));
    CHECK(w.rows() == rows);
}

TEST_CASE("A correction that the journal cannot take is said on the page, and stays on the sheet")
{
    Prepare w;
    w.add("Tor-Eskil Amundahl");
    w.window.readAndSave(practice("square.flac"), findPreset("square-4")->plan);
    w.waitForRow();
    w.staff()->setCurrentIndex(w.staff()->staff()->index(1));
    w.key(Qt::Key_Right);
    const auto kept = w.journal().sittings(w.person(), 1)->front();
    {
        SQLite::Database other((w.data / "journal.db").string(), SQLite::OPEN_READWRITE);
        SQLite::Transaction held(other, SQLite::TransactionBehavior::EXCLUSIVE);
        w.key(Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
        REQUIRE(QTest::qWaitFor(
            [&] { return w.says("message").find("journal.db") != std::string::npos; }, longMs));
        CHECK(w.find<QLabel>("message")->isVisible());
    }
    CHECK(w.window.readPage()->reading()->corrections.size() == 1);
    CHECK(w.journal().sittings(w.person(), 1)->front() == kept);
    // The next one is kept with it.
    w.key(Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
    REQUIRE(QTest::qWaitFor([&] { return !(w.journal().sittings(w.person(), 1)->front() == kept); },
                            longMs));
}

TEST_CASE(
    "A row that was rest, or speech, is said to be so by a key, and practice again by another")
{
    SquareBreath w;
    const auto cycles = [&] { return w.reading().cycles.size(); };
    const std::size_t before = cycles();
    w.goToCycle(3); // no phase of it is chosen: the whole row is meant
    const double at = w.first().startS + 0.5;
    w.correct(Qt::Key_R);
    CHECK(cycles() == before - 1);
    CHECK(w.phaseAt(at).role != Role::Practice);
    CHECK(w.phaseAt(at).corrected);
    w.correct(Qt::Key_Z, Qt::ControlModifier);
    CHECK(cycles() == before);
    w.goToCycle(3);
    w.correct(Qt::Key_V);
    CHECK(w.phaseAt(at).kind == ReadKind::Voice);
    CHECK(cycles() == before - 1);
    w.correct(Qt::Key_Z, Qt::ControlModifier);
    CHECK(cycles() == before);
}

TEST_CASE("The first cycle is moved by a key, and what was before it is rest")
{
    SquareBreath w;
    const std::size_t before = w.reading().cycles.size();
    w.goToCycle(2);
    w.key(Qt::Key_Right);
    const double begin = w.first().startS;
    w.correct(Qt::Key_F);
    CHECK(w.reading().cycles.size() == before - 1);
    CHECK(w.reading().phases[w.reading().cycles[0].phases[0].heard.front()].startS ==
          Approx(begin));
}

TEST_CASE("A boundary that was put wrong snaps back to where the sound changes")
{
    SquareBreath w;
    const double end = w.first().endS;
    for (int k = 0; k < 4; ++k) w.correct(Qt::Key_Right, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(w.first().endS == Approx(end + 0.4));
    w.correct(Qt::Key_Up, Qt::ControlModifier);
    CHECK(w.first().endS == Approx(end).margin(0.12));
    const double start = w.first().startS;
    w.correct(Qt::Key_Left, Qt::AltModifier | Qt::ShiftModifier);
    w.correct(Qt::Key_Left, Qt::AltModifier | Qt::ShiftModifier);
    w.correct(Qt::Key_Down, Qt::AltModifier);
    CHECK(w.first().startS == Approx(start).margin(0.12));
    // It is one correction each, however often it was moved.
    CHECK(w.reading().corrections.size() <= 2);
}

TEST_CASE("Strokes are stepped through, taken out and put in by keys, and by a click between them")
{
    Window w;
    const auto file = practices() / "kapalabhati-3x36.flac";
    if (!std::filesystem::exists(file)) simulateTo(file, "kapalabhati-3x36", Temperament{}, 44);
    w.window.readPage()->setPlan(findPreset("kapalabhati-3x36")->plan);
    w.drop({QString::fromStdString(file.string())});
    w.waitForRow();
    const auto run = [&]() -> const ReadStrokeRun& {
        return w.window.readPage()->reading()->strokeRuns.front();
    };
    const auto correct = [&](Qt::Key k) {
        const Reading* before = w.window.readPage()->reading();
        w.key(k);
        REQUIRE(QTest::qWaitFor([&] { return w.window.readPage()->reading() != before; }, longMs));
    };
    const auto& rows = w.staff()->staff()->sheet().rows;
    const auto row = std::find_if(rows.begin(), rows.end(), [](const StaffRow& r) {
        return r.kind == StaffRow::Kind::Strokes;
    });
    w.staff()->setCurrentIndex(w.staff()->staff()->index(static_cast<int>(row - rows.begin())));
    w.staff()->setFocus();
    CHECK_FALSE(w.find<QAction>("removeStroke")->isEnabled());
    w.key(Qt::Key_Right); // the run
    w.key(Qt::Key_Right); // its first stroke
    w.key(Qt::Key_Right);
    const std::vector<double> times = run().strokeTimesS;
    correct(Qt::Key_Minus);
    REQUIRE(run().strokeTimesS.size() == times.size() - 1);
    CHECK(run().strokeTimesS[1] == Approx(times[2]));
    CHECK(w.rows()[w.staff()->currentIndex().row()].endsWith(", corrected"));
    // The place is kept: put in again where it was.
    correct(Qt::Key_Plus);
    CHECK(run().strokeTimesS[1] == Approx(times[1]).margin(0.001));
    // On a stroke, one more lies after it.
    correct(Qt::Key_Plus);
    CHECK(run().strokeTimesS[2] == Approx((times[1] + times[2]) / 2).margin(0.01));
    auto* strip = w.find<QWidget>("soundStrip");
    QTest::mouseClick(strip, Qt::LeftButton, {}, {strip->width() / 2, 60});
    const std::size_t count = run().strokeTimesS.size();
    correct(Qt::Key_Plus);
    CHECK(run().strokeTimesS.size() == count + 1);
}

TEST_CASE("A right click on a row or a phase offers what can be put right there, and why it is so")
{
    SquareBreath w;
    auto* menu = w.window.findChild<QMenu*>("correctMenu");
    REQUIRE(menu);
    const QRect row = w.staff()->visualRect(w.staff()->model()->index(2, 0));
    QContextMenuEvent onRow(QContextMenuEvent::Mouse, row.center(),
                            w.staff()->viewport()->mapToGlobal(row.center()));
    QApplication::sendEvent(w.staff()->viewport(), &onRow);
    CHECK(menu->isVisible());
    menu->hide();
    auto* strip = w.find<QWidget>("soundStrip");
    const QPoint middle(strip->width() / 2, 60);
    QTest::mouseClick(strip, Qt::RightButton, {}, middle);
    QContextMenuEvent onPhase(QContextMenuEvent::Mouse, middle, strip->mapToGlobal(middle));
    QApplication::sendEvent(strip, &onPhase);
    CHECK(menu->isVisible());
    CHECK(menu->findChild<QAction*>("explain") == nullptr); // they are the page's, shown here
    QStringList offered;
    for (const QAction* action : menu->actions()) offered << action->text();
    CHECK(offered.contains("Why? Explain this"));
    CHECK(w.find<QAction>("nameInhale")->isEnabled()); // a phase is chosen by the click
    menu->hide();
}
