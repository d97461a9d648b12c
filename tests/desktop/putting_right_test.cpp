// SPDX-License-Identifier: GPL-3.0-or-later
//
// What was saved is put right in the window: moved, changed, archived, deleted, noted, erased.
#include "core/intake/putting_right.hpp"
#include "core/journal/backup.hpp"
#include "core/report/take_out.hpp"
#include "desktop/desk/sitting_actions.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "tests/desktop/prepare.hpp"
#include "tests/support/journal_in.hpp"

#include <QCheckBox>
#include <QDateTimeEdit>
#include <QDialog>
#include <QLabel>
#include <QPlainTextEdit>
#include <QSpinBox>

using namespace layakari;
namespace fs = std::filesystem;

namespace {

// A teacher's window with a sitting that was saved for the wrong person.
struct Club : Prepare {
    Id runa = add("Runa Vestlid");
    Id ylva = add("Ylva Brekkestad");
    TemporaryFolder phone;
    Id sitting = 0;

    Club()
    {
        fs::copy_file(practices() / "square.flac", phone / "monday.flac");
        window.desk()->choosePerson(runa);
        window.goTo(BreathLine::readPlace);
        choosePlan("Square breath 4 : 4 : 4 : 4");
        drop({recording()});
        waitForRow();
        key(Qt::Key_S, Qt::ControlModifier);
        REQUIRE(journal().sittings(runa, 9)->size() == 1);
        sitting = journal().sittings(runa, 9)->front().id;
        window.goTo(BreathLine::reflectPlace);
    }
    QString recording() { return QString::fromStdString((phone / "monday.flac").string()); }
    Sitting now() { return **journal().sitting(sitting); }
    std::string profile(Id person) { return (*journal().person(person))->breathProfile; }
};

// Does `answer` to the dialog that opens next.
template <class Answer>
void whenAsked(Answer answer)
{
    auto* timer = new QTimer;
    QObject::connect(timer, &QTimer::timeout, [timer, answer] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog) return;
        timer->stop();
        timer->deleteLater();
        answer(*dialog);
        if (dialog->isVisible()) dialog->reject();
    });
    timer->start(20);
}

void press(QDialog& dialog, const char* name)
{
    auto* button = dialog.findChild<QPushButton*>(QLatin1String(name));
    REQUIRE(button);
    QTest::mouseClick(button, Qt::LeftButton);
}

} // namespace

TEST_CASE("A recording is given as an example, after one is told what that means")
{
    Club w;
    const TemporaryFolder given;
    const QString folder = QString::fromStdString(given.path().string());
    w.window.openFiles({w.recording()});
    REQUIRE(QTest::qWaitFor([&] { return !w.window.readPage()->isBusy(); }, longMs));
    auto* give = w.find<QAction>("menuGiveExample");

    // Not without agreeing.
    whenAsked([](QDialog& dialog) { QTest::keyClick(&dialog, Qt::Key_Escape); });
    give->trigger();
    CHECK(std::filesystem::is_empty(given.path()));

    bool isTold = false;
    whenAsked([&](QDialog& dialog) {
        for (const QLabel* label : dialog.findChildren<QLabel*>())
            isTold |= label->text().contains("everyone who can be heard in it");
        answerFileDialog(folder);
        press(dialog, "questionDoIt");
    });
    give->trigger();
    CHECK(isTold);
    std::vector<std::string> names;
    for (const auto& entry : std::filesystem::directory_iterator(given.path()))
        names.push_back(entry.path().filename().string());
    REQUIRE(names.size() == 2);
    for (const std::string& name : names) CHECK_THAT(name, Catch::StartsWith("example-"));
    CHECK_THAT(w.says("message"), Catch::Contains("example-"));
}

TEST_CASE("A sitting of the wrong person is moved, with what it taught, and Ctrl+Z brings it back")
{
    Club w;
    const std::string taught = w.profile(w.runa);
    REQUIRE(taught != "");
    QMenu* menu = w.find<QPushButton>("reflectThis")->menu();
    emit menu->aboutToShow();
    QAction* to = nullptr;
    for (QAction* action : menu->findChildren<QAction*>("moveTo"))
        if (action->text() == "Ylva Brekkestad") to = action;
    REQUIRE(to);
    to->trigger();
    CHECK(w.now().person == w.ylva);
    CHECK(w.profile(w.runa) == "");
    CHECK(w.profile(w.ylva) == taught);
    CHECK(w.find<QWidget>("reflectEmpty")->isVisible()); // of Runa there is nothing more
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.now().person == w.runa);
    CHECK(w.profile(w.runa) == taught);
    CHECK(w.find<QWidget>("reflectSentence")->isVisible());
}

TEST_CASE("Archived, a sitting is out of sight and counts nowhere, Ctrl+Z brings it back")
{
    Club w;
    w.chooseFromMenu("reflectThis", "sittingArchive");
    CHECK(w.now().archived);
    CHECK_FALSE(w.find<QWidget>("reflectSentence")->isVisible());
    w.window.goTo(BreathLine::journeyPlace);
    CHECK(w.find<QWidget>("journeyEmpty")->isVisible());
    // It is found again there, and can be brought back at any time.
    w.click("offerArchived");
    w.key(Qt::Key_End);
    CHECK_THAT(w.says("journeyChosen"), Catch::Contains("archived, does not count"));
    w.chooseFromMenu("journeyThis", "sittingArchive");
    CHECK_FALSE(w.now().archived);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.now().archived);
    w.window.goTo(BreathLine::reflectPlace);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK_FALSE(w.now().archived);
    CHECK(w.find<QWidget>("reflectSentence")->isVisible());
}

TEST_CASE("Deleting asks first, says what goes and what stays, and is taken back by Ctrl+Z")
{
    Club w;
    QString said;
    whenAsked([&](QDialog& dialog) {
        said = dialog.findChild<QLabel*>("questionText")->text();
        QTest::keyClick(&dialog, Qt::Key_Return); // Enter keeps it
    });
    w.key(Qt::Key_Delete);
    CHECK(w.journal().sitting(w.sitting)->has_value());
    CHECK_THAT(said.toStdString(), Catch::Contains("The recording itself stays") &&
                                       Catch::Contains("monday.flac") && Catch::Contains("Ctrl+Z"));
    const Sitting before = w.now();
    const std::string reading = **w.journal().readingOf(w.sitting);
    whenAsked([](QDialog& dialog) { press(dialog, "questionDoIt"); });
    w.chooseFromMenu("reflectThis", "sittingDelete");
    CHECK_FALSE(w.journal().sitting(w.sitting)->has_value());
    CHECK(w.profile(w.runa) == "");
    CHECK(fs::exists(w.phone / "monday.flac"));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.now() == before);
    CHECK(**w.journal().readingOf(w.sitting) == reading);
    CHECK_THAT(w.says("reflectSentence"), Catch::Contains("4 cycles"));
}

TEST_CASE("A recording that Layakari has copied goes with its sitting, once the window is closed")
{
    fs::path copy;
    TemporaryFolder data;
    {
        MainWindow window(data.path());
        Person runa;
        runa.name = "Runa Vestlid";
        const Id id = window.desk()->addPerson(runa);
        copy = data / "recordings/abc/monday.flac";
        fs::create_directories(copy.parent_path());
        writeText(copy, "sound");
        Sitting s;
        s.person = id;
        s.sha256 = "abc";
        s.recording = copy.string();
        s.day = window.desk()->today();
        s.id = *window.desk()->journal().saveSitting(s, "{}");
        SittingActions actions(window.desk());
        whenAsked([](QDialog& dialog) {
            CHECK_THAT(dialog.findChild<QLabel*>("questionText")->text().toStdString(),
                       Catch::Contains("is deleted when the program is closed"));
            press(dialog, "questionDoIt");
        });
        actions.askToDelete(**window.desk()->journal().sitting(s.id), &window);
        CHECK(fs::exists(copy));
    }
    CHECK_FALSE(fs::exists(copy));
}

TEST_CASE("Date, time and note are changed in one step, another plan reads the recording again")
{
    Club w;
    const Sitting before = w.now();
    whenAsked([](QDialog& dialog) {
        dialog.findChild<QDateTimeEdit*>("sittingWhen")
            ->setDateTime(QDateTime(QDate(2026, 10, 3), QTime(6, 15)));
        dialog.findChild<QPlainTextEdit*>("sittingFormNote")->setPlainText("on the boat");
        press(dialog, "sittingFormSave");
    });
    w.chooseFromMenu("reflectThis", "sittingChange");
    CHECK(dayToText(w.now().day) == "2026-10-03");
    CHECK(w.now().words.note == "on the boat");
    CHECK(w.now().planVersion == before.planVersion);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.now() == before);

    const double accuracy = *valueOf(before, figure::accuracy);
    whenAsked([](QDialog& dialog) {
        auto* plan = dialog.findChild<QComboBox*>("sittingPlan");
        plan->setCurrentIndex(plan->findText("Even breath 4 : 4"));
        emit plan->activated(plan->currentIndex());
        press(dialog, "sittingFormSave");
    });
    w.chooseFromMenu("reflectThis", "sittingChange");
    REQUIRE(QTest::qWaitFor([&] { return w.now().planVersion != before.planVersion; }, longMs));
    CHECK((*w.journal().planVersion(*w.now().planVersion))->plan == findPreset("even-4-4")->plan);
    CHECK(valueOf(w.now(), figure::accuracy) != accuracy);
    CHECK(w.now().startedAt == before.startedAt);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.now() == before);
}

TEST_CASE("A practice without a recording is noted by hand, and counts for days and minutes")
{
    Club w;
    whenAsked([](QDialog& dialog) {
        dialog.findChild<QSpinBox*>("sittingMinutes")->setValue(25);
        dialog.findChild<QLineEdit*>("sittingFeel")->setText("calm");
        press(dialog, "sittingFormSave");
    });
    w.key(Qt::Key_N, Qt::ControlModifier);
    const auto sittings = *w.journal().sittings(w.runa, 9);
    REQUIRE(sittings.size() == 2);
    const auto noted = std::find_if(sittings.begin(), sittings.end(), [](const Sitting& s) {
        return s.origin == Sitting::Origin::Noted;
    });
    REQUIRE(noted != sittings.end());
    CHECK(noted->practiceS == 25 * 60);
    CHECK(noted->words.feel == "calm");
    CHECK_THAT(w.says("reflectSentence"), Catch::Contains("25 minutes, noted by hand"));
    CHECK_FALSE(w.find<QWidget>("reflectOpen")->isVisible());
    // On paper there is nothing of it; that is said.
    CHECK_FALSE(w.window.reflectPage()->savePdf("/nowhere.pdf"));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.journal().sittings(w.runa, 9)->size() == 1);
}

TEST_CASE("A recording that was moved is looked for, not found, it can be pointed at")
{
    Club w;
    fs::rename(w.phone / "monday.flac", w.phone / "renamed.flac");
    w.window.desk()->takeNews();
    CHECK(w.find<QPushButton>("reflectOpen")->text() == "Find the recording…");
    w.click("reflectOpen");
    CHECK(w.now().recording == (w.phone / "renamed.flac").string());
    CHECK(w.find<QPushButton>("reflectOpen")->text() == "Show the reading");

    const TemporaryFolder archive;
    fs::rename(w.phone / "renamed.flac", archive / "old.flac");
    w.window.desk()->takeNews();
    answerFileDialog(QString::fromStdString((archive / "old.flac").string()));
    w.click("reflectOpen");
    CHECK(w.now().recording == (archive / "old.flac").string());
    // And another one is not taken for it.
    fs::rename(archive / "old.flac", archive / "gone.flac");
    fs::copy_file(practices() / "evening.flac", archive / "evening.flac");
    fs::remove(archive / "gone.flac");
    w.window.desk()->takeNews();
    answerFileDialog(QString::fromStdString((archive / "evening.flac").string()));
    w.click("reflectOpen");
    CHECK(w.now().recording == (archive / "old.flac").string());
    CHECK_THAT(w.says("reflectMessage"), Catch::Contains("not the recording of this sitting"));
}

TEST_CASE("Erasing a person asks twice, says what goes, and leaves nothing that could be undone")
{
    Club w;
    REQUIRE(backUpAnew(w.data.path(), w.window.desk()->today()).has_value());
    w.window.goTo(BreathLine::preparePlace);
    w.click("toPeople");
    // A change of mind at the first question, and at the second.
    whenAsked([](QDialog& dialog) { QTest::keyClick(&dialog, Qt::Key_Return); });
    w.click("erasePerson");
    CHECK((*w.journal().person(w.runa)).has_value());

    QString first;
    whenAsked([&](QDialog& dialog) {
        first = dialog.findChild<QLabel*>("questionText")->text();
        CHECK(dialog.findChild<QCheckBox*>("questionOption")->isChecked());
        whenAsked([](QDialog& second) {
            auto* doIt = second.findChild<QPushButton*>("questionDoIt");
            auto* word = second.findChild<QLineEdit*>("questionWord");
            CHECK_FALSE(doIt->isEnabled());
            QTest::keyClicks(word, "Runa");
            CHECK_FALSE(doIt->isEnabled());
            QTest::keyClicks(word, " Vestlid");
            CHECK(doIt->isEnabled());
            press(second, "questionDoIt");
        });
        press(dialog, "questionDoIt");
    });
    w.click("erasePerson");
    CHECK_THAT(first.toStdString(),
               Catch::Contains("1 sitting with its reading and notes") &&
                   Catch::Contains("1 recording elsewhere on this machine stays") &&
                   Catch::Contains("1 backup of the journal still contains this person"));
    CHECK_FALSE((*w.journal().person(w.runa)).has_value());
    CHECK(w.journal().sittings(0, 9, Journal::Which::All)->empty());
    CHECK(fs::exists(w.phone / "monday.flac"));
    CHECK(w.window.desk()->person()->name == "Ylva Brekkestad");
    CHECK_FALSE(w.window.desk()->undoStack()->canUndo());
    for (const auto& entry : fs::recursive_directory_iterator(w.data.path())) {
        if (!entry.is_regular_file()) continue;
        INFO(entry.path());
        CHECK(readText(entry.path()).find("Runa") == std::string::npos);
        CHECK(readText(entry.path()).find("monday.flac") == std::string::npos);
    }
    // What it showed on Read is gone, too.
    w.window.goTo(BreathLine::readPlace);
    CHECK(w.find<QWidget>("emptyPage")->isVisible());
}

TEST_CASE("The simulated practitioner's sittings are marked, and count nowhere")
{
    Club w;
    Sitting tried = w.now();
    tried.id = 0;
    tried.sha256 = "tried";
    tried.startedAt += 3600;
    tried.origin = Sitting::Origin::Simulated;
    const Id id = *w.journal().saveSitting(tried, w.journal().readingOf(w.sitting)->value());
    w.window.desk()->takeNews();
    w.window.reflectPage()->showSitting(id);
    CHECK_THAT(w.says("reflectChanges"), Catch::Contains("This was the simulated practitioner"));
    QMenu* menu = w.find<QPushButton>("reflectThis")->menu();
    emit menu->aboutToShow();
    CHECK_FALSE(menu->findChild<QAction*>("sittingLeaveOut")->isEnabled());
    CHECK(w.window.desk()->latestSittings().size() == 1);
}

TEST_CASE("A journal that is dropped is imported behind the pages, and Ctrl+Z takes it back whole")
{
    const TemporaryFolder elsewhere;
    {
        Journal other = journalIn(elsewhere / "journal");
        Person person;
        person.name = "Oddny Hauge";
        const Id oddny = *other.addPerson(person);
        Sitting sitting;
        sitting.person = oddny;
        sitting.day = std::chrono::year(2026) / 11 / 20;
        sitting.sha256 = "of another machine";
        REQUIRE(other.saveSitting(sitting, "{}").has_value());
        REQUIRE(takeOut(other, elsewhere / "out", {}).has_value());
    }
    Club w;
    w.drop({QString::fromStdString((elsewhere / "out").string())});
    REQUIRE(QTest::qWaitFor([&] { return w.journal().people(true)->size() == 3; }, 5000));
    REQUIRE(QTest::qWaitFor(
        [&] {
            return w.says("prepareMessage").find("New people: 1, plans: 0, sittings: 1.") !=
                   std::string::npos;
        },
        5000));
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.journal().people(true)->size() == 2);
    CHECK(w.journal().sittings(w.runa, 9)->size() == 1);
    w.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(w.journal().people(true)->size() == 3);

    // Another window goes on with what was imported: then it stays, it is said why, and the steps
    // before it can still be taken back.
    const auto people = w.journal().people(true);
    for (Person person : *people)
        if (person.name == "Oddny Hauge") {
            Person renamed = person;
            renamed.note = "of another window";
            REQUIRE(w.journal().changePerson(person, renamed).has_value());
        }
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.journal().people(true)->size() == 3);
    CHECK_THAT(w.says("prepareMessage"), Catch::Contains("changed or used since"));
    w.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(w.says("prepareMessage") == "There is nothing to redo.");
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK_THAT(w.says("prepareMessage"), Catch::StartsWith("Undone: Save the sitting"));
    CHECK(w.journal().people(true)->size() == 3);
}
