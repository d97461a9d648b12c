// SPDX-License-Identifier: GPL-3.0-or-later
//
// Settings, the menu, and the habits of a desktop.
#include "core/intake/intake.hpp"
#include "core/journal/backup.hpp"
#include "core/journal/recordings.hpp"
#include "desktop/head/window_menu.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/settings/look.hpp"
#include "desktop/settings/settings_page.hpp"
#include "desktop/theme/theme.hpp"
#include "tests/desktop/prepare.hpp"

#include <QListWidget>
#include <QRadioButton>
#include <QScrollArea>
#include <QSettings>

using namespace layakari;

namespace {

struct Settings : Prepare {
    Settings()
    {
        add("Runa Vestlid");
        key(Qt::Key_Comma, Qt::ControlModifier);
        REQUIRE(find<QWidget>("settingsPage")->isVisible());
    }
    ~Settings()
    {
        setTextScale(1);
        applyTheme(Theme::paperTheme());
    }
    void open(SettingsPage::Section section)
    {
        find<QListWidget>("settingsSections")->setCurrentRow(section);
    }
};

} // namespace

TEST_CASE("The theme is as it is set, and is remembered, Ctrl+D changes it")
{
    Settings w;
    w.open(SettingsPage::Appearance);
    CHECK(w.find<QRadioButton>("themeSystem")->isChecked());
    w.find<QRadioButton>("themeDawn")->click();
    CHECK(currentTheme().dark);
    w.key(Qt::Key_D, Qt::ControlModifier);
    CHECK_FALSE(currentTheme().dark);
    CHECK(w.find<QRadioButton>("themePaper")->isChecked());
    CHECK(Look(QString::fromStdString((w.data / "desktop.ini").string())).choice() ==
          Look::Choice::Paper);
}

TEST_CASE("The size of the text reaches what is shown, and is remembered")
{
    Settings w;
    w.open(SettingsPage::Appearance);
    const int before = w.find<QLabel>("todaySentence")->font().pixelSize();
    const int painted = typeface(Type::Row).pixelSize();
    auto* size = w.find<QComboBox>("textSize");
    size->setCurrentIndex(size->findText("150 %"));
    emit size->activated(size->currentIndex());
    CHECK(w.find<QLabel>("todaySentence")->font().pixelSize() == qRound(before * 1.5));
    CHECK(typeface(Type::Row).pixelSize() == qRound(painted * 1.5));
    size->setCurrentIndex(size->findText("100 %"));
    emit size->activated(size->currentIndex());
    CHECK(w.find<QLabel>("todaySentence")->font().pixelSize() == before);
}

TEST_CASE("Where recordings go is set, and practices are recorded there")
{
    Settings w;
    w.open(SettingsPage::Recordings);
    CHECK(w.find<QRadioButton>("recordingsLeave")->isChecked());
    w.find<QRadioButton>("recordingsCopy")->click();
    CHECK(copiesRecordings(w.journal()));
    const TemporaryFolder elsewhere;
    REQUIRE(recordInto(w.journal(), elsewhere.path()).has_value());
    CHECK(practisedFolder(w.journal()) == elsewhere.path());
    w.key(Qt::Key_Escape);
    w.key(Qt::Key_Comma, Qt::ControlModifier);
    w.open(SettingsPage::Recordings);
    CHECK(w.text("practisedFolder").toStdString() == elsewhere.path().string());
    w.click("practisedOwn");
    CHECK(practisedFolder(w.journal()) == w.data / "practised");
}

TEST_CASE("A backup is made when it is asked for, and said")
{
    Settings w;
    w.open(SettingsPage::Backups);
    w.click("backUpNow");
    CHECK_THAT(w.says("settingsBackups"), Catch::Contains("A new one was made."));
    REQUIRE(backupsIn(w.data.path()).size() == 1);
}

TEST_CASE("Alone or teaching can be changed, with several people it is teaching")
{
    Settings w;
    w.open(SettingsPage::People);
    w.find<QRadioButton>("usedTeaching")->click();
    CHECK(w.find<QWidget>("personSwitcher")->isVisible());
    w.find<QRadioButton>("usedAlone")->click();
    CHECK_FALSE(w.find<QWidget>("personSwitcher")->isVisible());
    w.add("Ylva Brekkestad");
    CHECK(w.find<QWidget>("personSwitcher")->isVisible());
    CHECK_FALSE(w.find<QRadioButton>("usedAlone")->isEnabled());
}

TEST_CASE("The menu has everything, and recent recordings from everywhere")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.window.openFiles({practice("square.flac")});
    p.waitForRow();
    p.window.goTo(BreathLine::journeyPlace);
    auto* menu = p.find<WindowMenu>("menu");
    for (const CommandEntry& entry : commandEntries())
        CHECK_FALSE(menu->action(entry.command)->text().isEmpty());
    auto* recent = menu->findChild<QMenu*>("recentMenu");
    REQUIRE(recent->actions().size() == 1);
    CHECK(recent->actions().first()->text() == "square");
    recent->actions().first()->trigger();
    CHECK(p.find<QWidget>("readPage")->isVisible());
    REQUIRE(QTest::qWaitFor([&] { return !p.window.readPage()->isBusy(); }, longMs));

    // Each once, and so many as are still found at a glance.
    QTemporaryDir phone;
    QStringList many;
    for (int i = 0; i < 20; ++i) {
        many << phone.filePath(QStringLiteral("%1.flac").arg(i));
        REQUIRE(QFile::copy(practice("square.flac"), many.back()));
    }
    p.window.openFiles(many + many.mid(1));
    REQUIRE(QTest::qWaitFor([&] { return !p.window.readPage()->isBusy(); }, longMs));
    CHECK(recent->actions().size() == 12);
    CHECK(recent->actions().first()->text() == "0");
}

TEST_CASE("F11 fills the screen and leaves it, Ctrl+W closes the window, which remembers its place")
{
    TemporaryFolder data;
    {
        MainWindow window(data.path());
        Person runa;
        runa.name = "Runa Vestlid";
        window.desk()->addPerson(runa);
        window.show();
        REQUIRE(QTest::qWaitForWindowExposed(&window));
        window.run(Command::FullScreen);
        CHECK(window.isFullScreen());
        window.run(Command::FullScreen);
        CHECK_FALSE(window.isFullScreen());
        window.goTo(BreathLine::journeyPlace);
        window.activateWindow();
        REQUIRE(QTest::qWaitForWindowActive(&window));
        QTest::keyClick(&window, Qt::Key_W, Qt::ControlModifier);
        REQUIRE(QTest::qWaitFor([&] { return !window.isVisible(); }, longMs));
    }
    MainWindow again(data.path());
    again.show();
    CHECK(again.journeyPage() != nullptr);
    CHECK(again.windowTitle().startsWith("Journey"));
}

TEST_CASE("What is dragged over the window says where it would go")
{
    Prepare p;
    p.add("Runa Vestlid");
    const auto hint = [&](const QStringList& files) {
        QMimeData mime;
        QList<QUrl> urls;
        for (const QString& file : files) urls.push_back(QUrl::fromLocalFile(file));
        mime.setUrls(urls);
        QDragEnterEvent enter({400, 400}, Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&p.window, &enter);
        auto* shown = p.find<QWidget>("dropHint");
        CHECK(shown->isVisible());
        const QString words = shown->accessibleName();
        QDragLeaveEvent leave;
        QApplication::sendEvent(&p.window, &leave);
        CHECK_FALSE(shown->isVisible());
        return words;
    };
    CHECK(hint({practice("square.flac")}) == "Read square.flac, and save it for Runa Vestlid");
    CHECK(hint({practice("square.flac"), practice("evening.flac")}) ==
          "Add 2 recordings to the inbox");
    CHECK(hint({practice("evening.plan.json")}) == "Look at the plan in evening.plan.json");
    p.window.goTo(BreathLine::readPlace);
    CHECK(hint({practice("square.flac")}) == "Read square.flac");
    // A plan that is dropped there is what is read against.
    CHECK(hint({practice("evening.plan.json")}) == "Read against the plan in evening.plan.json");
    p.drop({practice("evening.plan.json")});
    CHECK(p.find<QWidget>("readPage")->isVisible());
    REQUIRE(p.window.readPage()->plan().has_value());
    CHECK(p.window.readPage()->plan()->name == findPreset("four-seven-eight")->plan.name);
}

TEST_CASE("A window that is smaller than the pages scrolls, and nothing keeps it larger")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.window.resize(900, 500); // a screen of 1366x768 at 150 %
    QTest::qWait(50);
    CHECK(p.window.size() == QSize(900, 500));
    auto* scroll = p.find<QScrollArea>("windowScroll");
    CHECK(scroll->widget()->width() >= 1024);
    for (const auto place : {BreathLine::practisePlace, BreathLine::readPlace,
                             BreathLine::reflectPlace, BreathLine::journeyPlace}) {
        p.window.goTo(place);
        CHECK(p.window.size() == QSize(900, 500));
    }
}

TEST_CASE("Save, print and undo do what the page at hand has, and say where there is nothing")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.window.run(Command::Print);
    CHECK_THAT(p.says("prepareMessage"), Catch::Contains("can be printed"));
    p.window.goTo(BreathLine::readPlace);
    p.window.run(Command::Print);
    CHECK_THAT(p.says("message"), Catch::Contains("no reading here to print"));
    p.window.run(Command::Redo);
    CHECK_THAT(p.says("message"), Catch::Contains("nothing to redo"));
    p.window.run(Command::Undo); // the person who was added
    CHECK_THAT(p.says("message"), Catch::Contains("Undone: Add Runa Vestlid"));
}
