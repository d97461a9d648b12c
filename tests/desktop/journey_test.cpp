// SPDX-License-Identifier: GPL-3.0-or-later
//
// Weeks of practice in the real window, and one sitting looked back on, by keys and by mouse.
#include "core/curriculum/technique.hpp"
#include "core/words/terms.hpp"
#include "desktop/journey/journey_chart.hpp"
#include "desktop/journey/journey_page.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/reflect/feel_line.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/reflect/week_list.hpp"
#include "tests/desktop/prepare.hpp"

#include <QCheckBox>
#include <QClipboard>
#include <QDialog>
#include <QInputDialog>
#include <QPlainTextEdit>
#include <QUndoStack>

using namespace layakari;

namespace {

const Plan& square() { return findPreset("square-4")->plan; }
const Plan& even() { return findPreset("even-4-4")->plan; }

// Eight weeks of a person whose accuracy climbs from 80 to 96.
class Weeks : public Prepare {
public:
    Weeks()
    {
        add("Ingrid Solvang");
        for (int ago = 56; ago >= 0; ago -= 4) practise(square(), 96 - 16.0 * ago / 56, ago);
    }
    JourneyChart* chart() { return find<JourneyChart>("journeyChart"); }
    void toJourney() { key(Qt::Key_5); }
    void toReflect() { key(Qt::Key_4); }
    Sitting latest() { return journal().sittings(person(), 1)->front(); }
    std::vector<Sitting> all() { return *journal().sittings(person(), 1000); }
    void choose(const char* box, const QString& text)
    {
        auto* combo = find<QComboBox>(box);
        const int at = combo->findText(text);
        REQUIRE(at >= 0);
        combo->setCurrentIndex(at);
        emit combo->activated(at);
    }
};

// Answers the next dialog that opens.
template <class Dialog, class Answer>
void answer(Answer with)
{
    auto* timer = new QTimer;
    QObject::connect(timer, &QTimer::timeout, [timer, with] {
        for (QWidget* top : QApplication::topLevelWidgets())
            if (auto* dialog = qobject_cast<Dialog*>(top); dialog && dialog->isVisible()) {
                timer->deleteLater();
                with(dialog);
                return;
            }
    });
    timer->start(50);
}

} // namespace

TEST_CASE("A journey says its trend, its days and its best")
{
    Weeks w;
    w.toJourney();
    CHECK(w.says("journeySentence") == "Accuracy is rising by about 9 points a month.");
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("15 sittings on 15 days"));
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("best 96 % on 25 Nov 2026"));
    CHECK(w.window.windowTitle() == "Journey – Layakari");
}

TEST_CASE("Points are chosen by arrow keys and by a click, and Enter looks back on that sitting")
{
    Weeks w;
    w.toJourney();
    w.key(Qt::Key_Left); // the latest
    CHECK(w.chart()->chosen() == w.latest().id);
    w.key(Qt::Key_Left);
    CHECK(w.chart()->chosen() == w.all()[1].id);
    w.key(Qt::Key_Home);
    CHECK(w.chart()->chosen() == w.all().back().id);
    const auto place = w.chart()->placeOf(w.all()[5].id);
    REQUIRE(place);
    QTest::mouseClick(w.chart()->childAt(place->toPoint()), Qt::LeftButton, {}, place->toPoint());
    CHECK(w.chart()->chosen() == w.all()[5].id);
    CHECK_THAT(w.says("journeyChosen"), Catch::Contains("Square"));
    w.key(Qt::Key_Return);
    CHECK(w.find<ReflectPage>("reflectPage")->isVisible());
    CHECK(w.window.reflectPage()->sitting() == w.all()[5].id);
}

TEST_CASE("A sitting that is left out with a reason does not count, and Ctrl+Z lets it count again")
{
    Weeks w;
    w.toJourney();
    w.key(Qt::Key_End);
    answer<QInputDialog>([](QInputDialog* dialog) {
        dialog->setTextValue("the dog barked");
        dialog->accept();
    });
    w.chooseFromMenu("journeyThis", "sittingLeaveOut");
    CHECK(w.latest().words.leftOut == "the dog barked");
    CHECK_THAT(w.says("journeyFacts"), !Catch::Contains("best 96"));
    CHECK_THAT(w.says("journeyChosen"), Catch::Contains("does not count: the dog barked"));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.latest().words.leftOut.empty());
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("best 96"));
    // And a change of mind while asked leaves all as it was.
    answer<QInputDialog>([](QInputDialog* dialog) { dialog->reject(); });
    w.chooseFromMenu("journeyThis", "sittingLeaveOut");
    CHECK(w.latest().words.leftOut.empty());
}

TEST_CASE("One plan among several, and somebody else beside")
{
    Weeks w;
    w.practise(even(), 70, 3);
    const Id ingrid = w.person();
    w.add("Torvald Enge");
    w.practise(square(), 60, 9);
    w.window.desk()->choosePerson(ingrid);
    w.toJourney();
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("16 sittings"));
    w.choose("journeyPractice", QString::fromStdString(even().name));
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("One sitting, on 22 Nov 2026"));
    CHECK(w.says("journeySentence") == "Accuracy: too few sittings yet for a trend.");
    w.choose("journeyBeside", "Torvald Enge");
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("Torvald Enge has not practised this"));
    w.choose("journeyPractice", QString::fromStdString(square().name));
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("open diamonds: Torvald Enge"));
    w.choose("journeyFigure", "Minutes practised");
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("usually 2.0 min"));
}

TEST_CASE("Two plans of one person beside each other, and the plans of one technique together")
{
    Weeks w;
    const Plan& three = findPreset("kapalabhati-3x36")->plan;
    const Plan& four = findPreset("kapalabhati-4x27")->plan;
    w.practise(three, 80, 5);
    w.practise(three, 81, 6);
    w.practise(four, 82, 7);
    w.toJourney();
    w.choose("journeyPractice",
             "all of " + QString::fromStdString(techniqueName(three.technique, Terms::English)));
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("3 sittings"));
    w.choose("journeyPractice", QString::fromStdString(three.name));
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains("2 sittings"));
    const QString own = "own " + QString::fromStdString(four.name);
    w.choose("journeyBeside", own);
    CHECK_THAT(w.says("journeyFacts"), Catch::Contains(("open diamonds: " + own).toStdString()));
    // A technique of which there is one plan is that plan.
    CHECK(w.find<QComboBox>("journeyPractice")
              ->findText("all of " + QString::fromStdString(
                                         techniqueName(square().technique, Terms::English))) == -1);
}

TEST_CASE("The whole journal is taken out into a folder that is chosen")
{
    Weeks w;
    const TemporaryFolder folder;
    w.toJourney();
    w.window.journeyPage()->takeOutTo(QString::fromStdString((folder / "out").string()));
    const auto isDone = [&] { return !w.window.journeyPage()->isTakingOut(); };
    REQUIRE(QTest::qWaitFor(isDone, longMs));
    const std::string csv = readText(folder / "out/sittings.csv");
    CHECK(std::count(csv.begin(), csv.end(), '\n') == 16);
    CHECK_THAT(w.says("journeyMessage"), Catch::Contains("15 sittings"));
    // Dropped on another window, it is taken in.
    {
        Prepare other;
        other.drop({QString::fromStdString((folder / "out").string())});
        REQUIRE(QTest::qWaitFor([&] { return other.window.desk()->person().has_value(); }, longMs));
        CHECK_THAT(other.says("prepareMessage"), Catch::Contains("sittings: 15."));
        CHECK(other.window.desk()->person()->name == "Ingrid Solvang");
    }
    writeText(folder / "file", "no folder");
    w.window.journeyPage()->takeOutTo(QString::fromStdString((folder / "file").string()));
    REQUIRE(QTest::qWaitFor(isDone, longMs));
    CHECK_THAT(w.says("journeyMessage"), Catch::Contains("already a file of this name"));
}

TEST_CASE("Nobody, and somebody without sittings, are told what to do first")
{
    Prepare w;
    w.key(Qt::Key_5);
    CHECK_THAT(w.says("journeyEmpty"), Catch::Contains("Your journal is empty"));
    w.key(Qt::Key_4);
    CHECK_THAT(w.says("reflectEmpty"), Catch::Contains("Your journal is empty"));
    w.add("Ingrid Solvang");
    CHECK_THAT(w.says("reflectEmpty"), Catch::Contains("Ingrid Solvang has no sittings yet"));
    w.key(Qt::Key_5);
    CHECK_THAT(w.says("journeyEmpty"), Catch::Contains("Ingrid Solvang has no sittings yet"));
}

TEST_CASE("What was said of a sitting is kept as it is said, and each step can be taken back")
{
    Weeks w;
    w.toReflect();
    const SittingWords before = w.latest().words;
    auto* after = w.find<FeelLine>("feelAfter");
    after->setFocus();
    w.key(Qt::Key_Right);
    w.key(Qt::Key_Right);
    CHECK(w.latest().words.feelAfter == 6);
    QTest::mouseClick(w.find<FeelLine>("feelBefore"), Qt::LeftButton, {},
                      QPoint(66, after->height() / 2));
    CHECK(w.latest().words.feelBefore == 0);
    w.find<QLineEdit>("feelWords")->setFocus();
    w.type("lighter");
    w.key(Qt::Key_Return);
    CHECK(w.latest().words.feel == "lighter");
    w.find<QCheckBox>("complaint-dizzy")->click();
    CHECK(w.latest().words.complaints == std::vector<std::string>{"dizzy"});
    // Dizziness is answered at once, and with the doctor.
    CHECK(w.says("reflectAdvice") == "Ease off a little.");
    CHECK_THAT(w.says("reflectReason"), Catch::Contains("ask your doctor"));
    w.find<QPlainTextEdit>("sittingNote")->setFocus();
    w.type("window open");
    w.find<FeelLine>("feelAfter")->setFocus();
    CHECK(w.latest().words.note == "window open");
    w.key(Qt::Key_Backspace);
    CHECK_FALSE(w.latest().words.feelAfter);
    while (w.window.desk()->undoStack()->canUndo() && w.latest().words != before)
        w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.latest().words == before);
    CHECK_FALSE(w.find<QCheckBox>("complaint-dizzy")->isChecked());
}

TEST_CASE("Sittings are stepped through: what changed by more than chance stands out")
{
    Prepare w;
    w.add("Ingrid Solvang");
    for (int ago = 9; ago > 3; --ago) w.practise(square(), ago % 2 ? 80 : 81, ago);
    w.practise(square(), 95, 1);
    w.key(Qt::Key_4);
    CHECK(w.says("reflectChanges") ==
          "Accuracy: 95 %, usually 81 %. Higher than chance would explain, and the best so far.");
    w.key(Qt::Key_PageUp);
    CHECK_THAT(w.says("reflectTitle"), Catch::Contains("Saturday 21 November"));
    CHECK_THAT(w.says("reflectChanges"), Catch::Contains("Nothing changed by more than chance"));
    w.key(Qt::Key_PageDown);
    CHECK_THAT(w.says("reflectTitle"), Catch::Contains("Tuesday 24 November"));
    CHECK_FALSE(w.find<QPushButton>("reflectLater")->isEnabled());
}

TEST_CASE("This week's people are listed, who complains first, and a click looks at them")
{
    Weeks w;
    const Id ingrid = w.person();
    const Id torvald = w.add("Torvald Enge");
    w.practise(square(), 60, 2);
    SittingWords words;
    words.complaints = {"dizzy"};
    REQUIRE(w.journal().saveSittingWords(w.latest().id, words).has_value());
    w.add("Somebody long ago");
    w.practise(square(), 60, 30);
    w.window.desk()->choosePerson(ingrid);
    w.toReflect();
    auto* week = w.find<WeekList>("weekList");
    REQUIRE(week->count() == 2);
    CHECK_THAT(week->item(0)->text().toStdString(),
               Catch::Contains("Torvald Enge") && Catch::Contains("reported dizziness"));
    QTest::mouseClick(week->viewport(), Qt::LeftButton, {},
                      week->visualItemRect(week->item(0)).center());
    CHECK(w.person() == torvald);
    CHECK(w.find<QCheckBox>("complaint-dizzy")->isChecked());
}

TEST_CASE("A reply is composed from the facts, changed and copied")
{
    Prepare w;
    w.add("Ingrid Solvang");
    w.use("square-4");
    // Another sitting was looked at before: what was just handed in is what is looked back on.
    w.practise(square(), 88, 3);
    w.practise(square(), 88, 2);
    w.key(Qt::Key_4);
    w.key(Qt::Key_PageUp);
    w.window.readAndSave(practice("square.flac"), square());
    w.waitForRow();
    w.key(Qt::Key_4);
    CHECK(w.window.reflectPage()->sitting() ==
          w.journal()
              .sittingOfRecording(w.person(), w.window.readPage()->reading()->recording.sha256)
              ->value()
              .id);
    answer<QDialog>([](QDialog* dialog) {
        auto* text = dialog->findChild<QPlainTextEdit*>("replyText");
        CHECK_THAT(text->toPlainText().toStdString(),
                   Catch::StartsWith("Dear Ingrid,") &&
                       Catch::Contains("4 cycles of 4 : 4 : 4 : 4"));
        text->appendPlainText("See you on Monday.");
        QTest::mouseClick(dialog->findChild<QPushButton*>("replyCopy"), Qt::LeftButton);
    });
    w.click("reflectReply");
    CHECK_THAT(QGuiApplication::clipboard()->text().toStdString(),
               Catch::EndsWith("See you on Monday."));
    // The same on a page.
    const TemporaryFolder folder;
    const QString pdf = QString::fromStdString((folder / "page.pdf").string());
    w.window.reflectPage()->savePdf(pdf);
    CHECK_THAT(w.says("reflectMessage"), Catch::Contains("page.pdf"));
    const std::string page = readText(folder / "page.pdf");
    CHECK(page.starts_with("%PDF-"));
    CHECK_THAT(page, Catch::Contains("/Count 1"));
    w.window.reflectPage()->savePdf(QString::fromStdString((folder / "none/page.pdf").string()));
    CHECK_THAT(w.says("reflectMessage"), Catch::Contains("check the name, the folder"));
    // And the way back to the sound.
    w.click("reflectOpen");
    w.waitForRow();
    CHECK(w.staff()->isVisible());
}

TEST_CASE("Some weeks are saved as two pages of PDF, or it is said that there is nothing in them")
{
    Weeks w;
    w.toJourney();
    const TemporaryFolder folder;
    auto* page = w.window.journeyPage();
    const QString file = QString::fromStdString((folder / "weeks.pdf").string());
    REQUIRE(page->saveWeeksPdf(file, 8));
    QFile pdf(file);
    REQUIRE(pdf.open(QIODevice::ReadOnly));
    const QByteArray bytes = pdf.readAll();
    CHECK(bytes.startsWith("%PDF-"));
    CHECK(bytes.count("/Type /Page\n") + bytes.count("/Type /Page ") == 2);
    CHECK_FALSE(page->saveWeeksPdf(QStringLiteral("/nowhere/weeks.pdf"), 8));
    CHECK_THAT(w.says("journeyMessage"), Catch::Contains("/nowhere/weeks.pdf"));
    w.add("Somebody New");
    CHECK_FALSE(page->saveWeeksPdf(file, 8));
    CHECK_THAT(w.says("journeyMessage"), Catch::Contains("no sitting"));
}

TEST_CASE("The rungs of a ladder are steps of the journey")
{
    Weeks w;
    const Ladder ladder = builtInLadders({}).front();
    for (int rung = 0; rung < 3; ++rung)
        for (int ago : {3, 2, 1})
            w.practise(ladder.rungs[static_cast<std::size_t>(rung)], 90, 200 - 10 * rung + ago);
    for (int more = 0; more < 12; ++more) w.practise(ladder.rungs[2], 92, 170 - more);
    w.toJourney();
    w.choose("journeyFigure", "Step");
    CHECK_THAT(w.text("journeyFacts").toStdString(), Catch::Contains(ladder.name));
    CHECK_THAT(w.text("journeyFacts").toStdString(), Catch::Contains("highest 3"));
}
