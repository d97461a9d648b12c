// SPDX-License-Identifier: GPL-3.0-or-later
//
// The real window, by real clicks, keys and drops; looked at through what it shows.
#include "desktop/head/window_place.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/theme/theme.hpp"
#include "tests/desktop/window.hpp"
#include "tests/support/shared_practices.hpp"

#include <QAbstractItemModelTester>
#include <QCompleter>
#include <QListWidget>
#include <QMenu>

using namespace layakari;

TEST_CASE("An empty window says what to do first, and warns")
{
    Window w;
    CHECK(w.find<QWidget>("emptyPage")->isVisible());
    CHECK_FALSE(w.find<QPushButton>("saveSitting")->isEnabled());
    bool caution = false;
    for (const QLabel* label : w.find<QWidget>("emptyPage")->findChildren<QLabel*>())
        caution = caution || label->text().contains("ask your doctor");
    CHECK(caution);
}

TEST_CASE("A dropped recording is read: sentence, figures, a row a cycle")
{
    Window w;
    w.openAs("square.flac", "square-4");
    CHECK_THAT(w.text("sentence").toStdString(),
               Catch::Contains("4 cycles of 4 : 4 : 4 : 4, with a count of 1."));
    CHECK_THAT(w.text("completion").toStdString(), Catch::Contains("4 / 4"));
    CHECK_THAT(w.text("accuracy").toStdString(), Catch::Contains("±"));
    CHECK(w.text("accuracyName") == "accuracy, %");
    CHECK(w.text("recordingName") == "square");
    CHECK(w.window.windowTitle().startsWith("square"));
    CHECK(w.rows().filter("Cycle").size() == 4);
    CHECK(w.rows().first().startsWith("before"));
    CHECK(w.rows().last().startsWith("after"));
    QAbstractItemModelTester tester(w.staff()->model(),
                                    QAbstractItemModelTester::FailureReportingMode::Warning);
}

TEST_CASE("What is worth saying is said under the sentence: its time leads to the row")
{
    Window w;
    w.drop({practice("square.flac")});
    w.waitForRow();
    QLabel* notes = w.find<QLabel>("notes");
    CHECK_THAT(notes->text().toStdString() + notes->toolTip().toStdString(),
               Catch::Contains("natural breaths, "));
    REQUIRE(w.window.readPage()->reading()->rests.size() == 1);
    const double at = w.window.readPage()->reading()->rests[0].startS;
    emit notes->linkActivated(QString::number(at));
    const StaffRow* row = w.staff()->currentRow();
    REQUIRE(row);
    CHECK(row->kind == StaffRow::Kind::Natural);
    CHECK(w.window.readPage()->reading()->phases[row->firstPhase].startS == Approx(at).margin(0.1));
}

TEST_CASE("All text can be read on its ground: contrast 4.5 to 1 or better")
{
    for (const Theme* theme : {&Theme::paperTheme(), &Theme::beforeDawn()})
        for (const QColor& text : {theme->ink, theme->softInk, theme->inhaleText,
                                   theme->holdFullText, theme->exhaleText, theme->holdEmptyText})
            for (const QColor& ground : {theme->paper, theme->panel}) {
                INFO(theme->name.toStdString()
                     << " " << text.name().toStdString() << " on " << ground.name().toStdString());
                CHECK(contrastRatio(text, ground) >= 4.5);
            }
    CHECK(contrastRatio(Qt::black, Qt::white) == Approx(21));
}

TEST_CASE("The theme changes with a key and is remembered")
{
    TemporaryFolder data;
    {
        MainWindow window(data.path());
        window.show();
        REQUIRE(QTest::qWaitForWindowExposed(&window));
        window.activateWindow();
        REQUIRE(QTest::qWaitForWindowActive(&window));
        QTest::keyClick(&window, Qt::Key_D, Qt::ControlModifier);
        CHECK(currentTheme().dark);
        CHECK(hasColour(window, Theme::beforeDawn().paper));
    }
    CHECK_THAT(readText(data / "desktop.ini"), Catch::Contains("before dawn"));
    applyTheme(Theme::paperTheme());
}

TEST_CASE("The plan beside a recording is taken without asking")
{
    Window w;
    w.choosePlan("No plan: free breathing");
    w.drop({practice("evening.flac")});
    w.waitForRow();
    CHECK(w.find<QComboBox>("planChooser")->currentText() == "Four-seven-eight, own counts");
    CHECK(w.rows().filter("Cycle").size() == 6);
}

TEST_CASE("Another plan reads the same recording again at once")
{
    Window w;
    w.openAs("square.flac", "square-4");
    w.choosePlan("No plan: free breathing");
    REQUIRE(QTest::qWaitFor([&] { return w.text("sentence").contains("breaths, "); }, longMs));
    CHECK(w.text("accuracyName") == "breaths per minute");
    w.choosePlan("Square breath 4 : 4 : 4 : 4");
    REQUIRE(QTest::qWaitFor([&] { return w.text("sentence").contains("4 cycles"); }, longMs));
}

TEST_CASE("A plan file is chosen in a dialog, and a faulty one is refused with its pointer")
{
    Window w;
    w.openAs("square.flac", "square-4");
    TemporaryFolder folder;
    writeText(folder / "bad.json",
              R"({"format":"layakari.plan","version":1,"name":"x","parts":[{"kind":"cycles"}]})");
    answerFileDialog(QString::fromStdString((folder / "bad.json").string()));
    w.choosePlan("From a plan file…");
    REQUIRE(QTest::qWaitFor([&] { return w.find<QWidget>("messageBar")->isVisible(); }, longMs));
    CHECK_THAT(w.text("message").toStdString(), Catch::Contains("/parts/0/repeat"));
    CHECK(w.find<QComboBox>("planChooser")->currentText() == "Square breath 4 : 4 : 4 : 4");

    std::string own = findPreset("square-4")->json;
    own.replace(own.find("Square breath"), 13, "My own square");
    writeText(folder / "own.json", own);
    w.drop({QString::fromStdString((folder / "own.json").string())});
    REQUIRE(QTest::qWaitFor([&] { return !w.progress(); }, longMs));
    CHECK(w.find<QComboBox>("planChooser")->currentText().startsWith("My own square"));
}

TEST_CASE("A file that cannot be read is named with what to try, and the reading before stays")
{
    Window w;
    w.openAs("square.flac", "square-4");
    const QString sentence = w.text("sentence");
    w.drop({practice("broken.m4a")});
    REQUIRE(QTest::qWaitFor(
        [&] { return w.find<QWidget>("messageBar")->isVisible() && !w.progress(); }, longMs));
    CHECK_THAT(w.text("message").toStdString(),
               Catch::Contains("broken.m4a") && Catch::Contains("try"));
    CHECK(w.text("sentence") == sentence);
    w.staff()->setFocus();
    w.key(Qt::Key_Escape);
    CHECK_FALSE(w.find<QWidget>("messageBar")->isVisible());
}

TEST_CASE("Reading can be stopped, and nothing is shown of it")
{
    Window w;
    w.choosePlan("Square breath 4 : 4 : 4 : 4");
    w.drop({practice("square.flac")});
    CHECK(w.progress());
    QTest::mouseClick(w.find<QPushButton>("messageButton"), Qt::LeftButton);
    CHECK_THAT(w.text("message").toStdString(), Catch::Contains("Stopped"));
    QTest::qWait(300);
    CHECK(w.find<QWidget>("emptyPage")->isVisible());
}

TEST_CASE("Of two recordings dropped one after the other the later one is shown")
{
    Window w;
    w.drop({practice("square.flac")});
    w.drop({practice("evening.flac")});
    w.waitForRow();
    QTest::qWait(200);
    CHECK(w.text("recordingName") == "evening");
}

TEST_CASE(
    "Arrows go by row and by phase: Space plays and the cursor moves, with no sound device too")
{
    Window w;
    w.openAs("square.flac", "square-4");
    StaffView* staff = w.staff();
    REQUIRE(staff->hasFocus());
    const int first = staff->currentIndex().row();
    w.key(Qt::Key_Down);
    CHECK(staff->currentIndex().row() == first + 1);
    w.key(Qt::Key_Up);
    CHECK(staff->currentIndex().row() == first);

    auto* strip = w.find<QWidget>("soundStrip");
    CHECK_FALSE(w.find<QPushButton>("playPhase")->isEnabled());
    w.key(Qt::Key_Right);
    CHECK(w.find<QPushButton>("playPhase")->isEnabled());
    CHECK(strip->accessibleDescription().startsWith("inhale "));
    w.key(Qt::Key_Right);
    CHECK(strip->accessibleDescription().startsWith("hold full "));
    w.key(Qt::Key_Left);
    CHECK(strip->accessibleDescription().startsWith("inhale "));

    auto* play = w.find<QPushButton>("playRow");
    const QImage still = strip->grab().toImage();
    w.key(Qt::Key_Space);
    REQUIRE(QTest::qWaitFor([&] { return play->text() == "Stop"; }, longMs));
    QTest::qWait(200);
    CHECK(strip->grab().toImage() != still);
    w.key(Qt::Key_Space);
    CHECK(play->text() == "Play row");
    QTest::qWait(50);
    CHECK(strip->grab().toImage() == still);
}

TEST_CASE("After a click beside the staff the arrows still go by row")
{
    Window w;
    w.openAs("square.flac", "square-4");
    StaffView* staff = w.staff();
    for (const char* name : {"playRow", "loop"}) {
        INFO(name);
        QTest::mouseClick(w.find<QPushButton>(name), Qt::LeftButton);
        CHECK(staff->hasFocus());
        const int before = staff->currentIndex().row();
        w.key(Qt::Key_Down);
        CHECK(staff->currentIndex().row() == before + 1);
    }
    QTest::mouseClick(w.find<QPushButton>("swap"), Qt::LeftButton);
    CHECK(staff->hasFocus());
    // By Tab they are reached all the same.
    CHECK((w.find<QPushButton>("playRow")->focusPolicy() & Qt::TabFocus) != 0);
}

TEST_CASE("A click in the strip chooses the phase under it, and a double click plays it")
{
    Window w;
    w.openAs("square.flac", "square-4");
    auto* strip = w.find<QWidget>("soundStrip");
    QTest::mouseClick(strip, Qt::LeftButton, {}, {strip->width() * 2 / 5, 60});
    CHECK(strip->accessibleDescription().startsWith("hold full "));
    QTest::mouseDClick(strip, Qt::LeftButton, {}, {strip->width() * 2 / 5, 60});
    REQUIRE(
        QTest::qWaitFor([&] { return w.find<QPushButton>("playRow")->text() == "Stop"; }, longMs));
    w.key(Qt::Key_Escape);
    CHECK(w.find<QPushButton>("playRow")->text() == "Play row");
}

TEST_CASE("A reading is exported in a dialog and opened again, with its sound")
{
    Window w;
    w.openAs("square.flac", "square-4");
    const QString sentence = w.text("sentence");
    const QStringList rows = w.rows();
    TemporaryFolder folder;
    const QString saved = QString::fromStdString((folder / "square.reading.json").string());
    answerFileDialog(saved);
    QTest::keyClick(&w.window, Qt::Key_E, Qt::ControlModifier);
    REQUIRE(QTest::qWaitFor([&] { return QFile::exists(saved); }, longMs));
    CHECK_THAT(w.text("message").toStdString(), Catch::Contains("Saved"));

    Window other;
    other.drop({saved});
    other.waitForRow();
    CHECK(other.text("sentence") == sentence);
    CHECK(other.rows() == rows);
    CHECK(other.find<QPushButton>("playRow")->isEnabled());
}

TEST_CASE("A recording is opened by its name, typed: the names that fit can be read meanwhile")
{
    Window w;
    const QString file = practice("square.flac");
    QImage offered;
    whenFileDialogOpens([&](QFileDialog& dialog) {
        auto& name = *dialog.findChild<QLineEdit*>();
        dialog.activateWindow();
        if (!QTest::qWaitFor([&] { return name.hasFocus(); }, longMs)) return;
        QTest::keyClicks(&name, file);
        QWidget* popup = name.completer()->popup();
        if (QTest::qWaitFor([&] { return popup->isVisible(); }, longMs))
            offered = popup->grab().toImage();
        QTest::keyClick(&name, Qt::Key_Return);
    });
    w.key(Qt::Key_O, Qt::ControlModifier);
    w.waitForRow();
    CHECK(w.text("recordingName") == "square");
    REQUIRE_FALSE(offered.isNull());
    CHECK(offered.pixelColor(offered.width() - 8, offered.height() - 4) == currentTheme().paper);
}

TEST_CASE(
    "A saved reading whose recording is gone is still shown, and says that it cannot be played")
{
    TemporaryFolder folder;
    std::filesystem::copy_file(practices() / "square.flac", folder / "gone.flac");
    auto listened = listenToFile(folder / "gone.flac");
    writeText(folder / "gone.reading.json",
              readingToJson(readAgainst(*listened, findPreset("square-4")->plan)));
    std::filesystem::remove(folder / "gone.flac");
    Window w;
    w.drop({QString::fromStdString((folder / "gone.reading.json").string())});
    w.waitForRow();
    CHECK(w.rows().filter("Cycle").size() == 4);
    CHECK_FALSE(w.find<QPushButton>("playRow")->isEnabled());
    w.choosePlan("No plan: free breathing");
    CHECK_THAT(w.text("message").toStdString(), Catch::Contains("its recording is missing"));
    CHECK(w.find<QComboBox>("planChooser")->currentText() == "Square breath 4 : 4 : 4 : 4");
}

TEST_CASE(
    "Several files dropped at once: the first is read, the others wait under what was read lately")
{
    Window w;
    w.drop({practice("evening.flac"), practice("square.flac")});
    w.waitForRow();
    CHECK(w.text("recordingName") == "evening");
    MainWindow next(w.data.path());
    next.goTo(BreathLine::readPlace);
    auto* recent = next.findChild<QListWidget*>("recent");
    REQUIRE(recent->count() == 2);
    next.show();
    QTest::mouseClick(recent->viewport(), Qt::LeftButton, {},
                      recent->visualItemRect(recent->item(1)).center());
    REQUIRE(QTest::qWaitFor(
        [&] {
            return next.findChild<QLabel*>("recordingName")->text() ==
                       recent->item(1)->text().section(' ', 0, 0) ||
                   !next.windowTitle().startsWith("Layakari");
        },
        longMs));
}

TEST_CASE("Numbers go to the places")
{
    Window w;
    Person runa;
    runa.name = "Runa Vestlid";
    REQUIRE(w.window.desk()->addPerson(runa));
    w.openAs("square.flac", "square-4");
    w.key(Qt::Key_2);
    CHECK(w.find<QPushButton>("begin")->isVisible());
    w.key(Qt::Key_3);
    CHECK(w.staff()->hasFocus());
}

TEST_CASE("A recording that was read without a plan finds the preset that it was")
{
    Window w;
    w.choosePlan("No plan: free breathing");
    w.drop({practice("square.flac")});
    w.waitForRow();
    REQUIRE_FALSE(w.window.readPage()->reading()->plan);
    auto* finder = w.find<QPushButton>("findPlan");
    REQUIRE(finder->isVisible());
    const QString question = finder->text();
    w.key(Qt::Key_G);
    CHECK(QTest::qWaitFor([&] { return finder->text().startsWith("Looking through the plans, "); },
                          longMs));
    REQUIRE(QTest::qWaitFor([&] { return w.window.findChild<QMenu*>("foundPlans"); }, longMs));
    CHECK(finder->text() == question);
    QMenu* menu = w.window.findChild<QMenu*>("foundPlans");
    CHECK_THAT(menu->actions().front()->text().toStdString(), Catch::Contains("Square breath"));
    CHECK_THAT(menu->actions().front()->text().toStdString(), Catch::Contains(" %"));
    menu->actions().front()->trigger();
    REQUIRE(
        QTest::qWaitFor([&] { return w.window.readPage()->reading()->plan.has_value(); }, longMs));
    CHECK(w.window.readPage()->reading()->summary.completion.value_or(0) == 1);
    CHECK_FALSE(finder->isVisible());
}

TEST_CASE("A recording of which nobody says the plan is read against the one that fits best")
{
    Window w;
    w.drop({practice("square.flac")});
    w.waitForRow();
    CHECK(w.find<QComboBox>("planChooser")->currentText() == "Square breath 4 : 4 : 4 : 4");
    CHECK(w.window.readPage()->reading()->summary.completion.value_or(0) == 1);
    auto* finder = w.find<QPushButton>("findPlan");
    REQUIRE(finder->isVisible());
    CHECK(finder->text().startsWith("Is it this plan"));
    CHECK_THAT(finder->toolTip().toStdString(), Catch::Contains(" %"));

    // It stays this plan when what is heard is put right, and the next recording has its own.
    w.key(Qt::Key_X);
    REQUIRE(QTest::qWaitFor([&] { return !w.window.readPage()->isBusy(); }, longMs));
    CHECK(w.find<QComboBox>("planChooser")->currentText() == "Square breath 4 : 4 : 4 : 4");
    CHECK(finder->isVisible());
    w.drop({practice("evening.flac")});
    REQUIRE(
        QTest::qWaitFor([&] { return w.window.readPage()->file().contains("evening"); }, longMs));
    CHECK_FALSE(finder->isVisible()); // its plan lies beside it
    w.drop({practice("square.flac")});
    REQUIRE(
        QTest::qWaitFor([&] { return w.window.readPage()->file().contains("square"); }, longMs));
    CHECK(w.find<QComboBox>("planChooser")->currentText() == "Square breath 4 : 4 : 4 : 4");
    CHECK(finder->isVisible());
}

TEST_CASE("Where no plan fits what is heard, a recording is read as free breathing")
{
    TemporaryFolder folder;
    Plan natural = findPreset("even-4-4")->plan;
    natural.parts = {Part{Rest{std::nullopt, 60.0}}};
    const auto file = sharedRecording(natural, *temperamentByName("held-attic"), 9);
    Window w;
    w.drop({QString::fromStdString(file.string())});
    w.waitForRow();
    CHECK(w.find<QComboBox>("planChooser")->currentText() == "No plan: free breathing");
    CHECK(w.find<QPushButton>("findPlan")->text() == "Which plan was it?");
}

TEST_CASE("Nothing is cut at 1024x700: every control lies inside the window")
{
    Window w;
    w.window.resize(1024, 700);
    w.openAs("square.flac", "square-4");
    QTest::qWait(50);
    CHECK(w.window.width() == 1024);
    for (const QWidget* widget : w.window.findChildren<QWidget*>()) {
        if (!widget->isVisible() ||
            (!qobject_cast<const QLabel*>(widget) && !qobject_cast<const QPushButton*>(widget)))
            continue;
        INFO(widget->objectName().toStdString());
        CHECK(w.window.rect().contains(
            QRect(widget->mapTo(&w.window, QPoint(0, 0)), widget->size())));
        CHECK(widget->width() >= std::min(widget->minimumSizeHint().width(), 1024));
    }
}

TEST_CASE("With its frame the window lies within what a panel leaves free of the screen")
{
    const QMargins frame(1, 30, 1, 1);
    const QSize least(1024, 700);
    const QRect free(0, 28, 1280, 772); // of 1280x800, under a panel
    const auto framed = [&](const QRect& wanted, const QRect& room) {
        return placedWithin(wanted, frame, room, least).marginsAdded(frame);
    };
    for (const QRect wanted : {QRect(0, 0, 1280, 800), QRect(-50, 300, 1100, 720)})
        CHECK(free.contains(framed(wanted, free)));
    CHECK(placedWithin({100, 100, 1100, 702}, frame, {0, 0, 1920, 1080}, least) ==
          QRect(100, 100, 1100, 702));
    // What does not fit keeps its head and its left edge on the screen.
    const QRect small = framed({300, 200, 1280, 800}, {0, 28, 1000, 572});
    CHECK(small.topLeft() == QPoint(0, 28));

    const TemporaryFolder data;
    const MainWindow window(data.path());
    const int titleBar = window.style()->pixelMetric(QStyle::PM_TitleBarHeight);
    const QRect screen = window.screen()->availableGeometry();
    CHECK(window.height() <= std::max(700, screen.height() - titleBar));
    CHECK(window.y() >= screen.y() + titleBar);
}

TEST_CASE("Every control has a name for screen readers")
{
    Window w;
    w.openAs("square.flac", "square-4");
    for (const QWidget* widget : w.window.findChildren<QWidget*>()) {
        if (widget->focusPolicy() == Qt::NoFocus || !widget->isVisible() ||
            widget->objectName().startsWith("qt_"))
            continue;
        const auto* button = qobject_cast<const QPushButton*>(widget);
        INFO(widget->metaObject()->className() << " " << widget->objectName().toStdString());
        CHECK((!widget->accessibleName().isEmpty() || (button && !button->text().isEmpty())));
    }
}
