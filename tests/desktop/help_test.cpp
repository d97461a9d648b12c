// SPDX-License-Identifier: GPL-3.0-or-later
//
// The help, the sheet of keys, and figures that explain themselves.
#include "core/report/explain.hpp"
#include "desktop/head/window_menu.hpp"
#include "desktop/help/explain_note.hpp"
#include "desktop/help/help_page.hpp"
#include "desktop/help/help_pages.hpp"
#include "desktop/help/help_pictures.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/theme/theme.hpp"
#include "tests/desktop/prepare.hpp"

#include <QDialog>
#include <QListWidget>
#include <QRegularExpression>
#include <QShortcut>
#include <QTextBrowser>

using namespace layakari;

namespace {

QString helpShown(Prepare& p) { return p.find<HelpPage>("helpPage")->topic(); }

ExplainNote* noteOf(Prepare& p) { return p.window.findChild<ExplainNote*>(); }

} // namespace

TEST_CASE("F1 opens the help for the page one is on, and Esc goes back there")
{
    Prepare p;
    p.key(Qt::Key_F1);
    CHECK(helpShown(p) == "first-steps");
    p.key(Qt::Key_Escape);
    CHECK(p.find<QWidget>("welcomePage")->isVisible());
    p.add("Runa Vestlid");
    const struct {
        Qt::Key place;
        const char* topic;
        const char* page;
    } places[]{{Qt::Key_1, "prepare", "preparePage"},
               {Qt::Key_2, "practise", "practisePage"},
               {Qt::Key_3, "reading", "readPage"},
               {Qt::Key_4, "reflect", "reflectPage"},
               {Qt::Key_5, "journey", "journeyPage"}};
    for (const auto& place : places) {
        p.key(place.place);
        p.key(Qt::Key_F1);
        INFO(place.topic);
        CHECK(helpShown(p) == place.topic);
        CHECK(p.find<QTextBrowser>("helpText")->isVisible());
        p.key(Qt::Key_Escape);
        CHECK(p.find<QWidget>(place.page)->isVisible());
    }
    p.window.goTo(BreathLine::preparePlace);
    p.click("toPlans");
    p.key(Qt::Key_F1);
    CHECK(helpShown(p) == "plans");
}

TEST_CASE("Every page of the help has a title and words, and its links and pictures lead somewhere")
{
    const QRegularExpression link("\\]\\(([^)]+)\\)");
    const QRegularExpression picture("!\\[[^\\]]*\\]\\(picture:([^)]+)\\)");
    CHECK(helpTopics().size() >= 25);
    for (const HelpTopic& topic : helpTopics()) {
        INFO(topic.id.toStdString());
        CHECK_FALSE(topic.title.isEmpty());
        CHECK(topic.markdown.size() > 200);
        CHECK(topic.markdown.size() < 6000); // a short page
        for (auto it = link.globalMatch(topic.markdown); it.hasNext();) {
            const QString to = it.next().captured(1);
            if (!to.startsWith("picture:")) CHECK(helpTopic(to).id == to);
        }
        for (auto it = picture.globalMatch(topic.markdown); it.hasNext();)
            for (const Theme* theme : {&Theme::paperTheme(), &Theme::beforeDawn()}) {
                applyTheme(*theme);
                const QImage drawn = helpPicture(it.peekNext().captured(1));
                REQUIRE_FALSE(drawn.isNull());
                // It shows something: not all of it is the ground.
                int painted = 0;
                for (int y = 0; y < drawn.height(); y += 3)
                    for (int x = 0; x < drawn.width(); x += 3)
                        painted += qAlpha(drawn.pixel(x, y)) > 60;
                CHECK(painted > 100);
                if (theme == &Theme::beforeDawn()) it.next();
            }
    }
    applyTheme(Theme::paperTheme());
    CHECK(helpPicture("no such picture").isNull());
}

TEST_CASE("The help is searched by words, the glossary has them in both languages")
{
    Prepare p;
    p.window.openHelp("privacy");
    p.type("kumbhaka");
    const auto* list = p.find<QListWidget>("helpList");
    REQUIRE(list->count() >= 1);
    p.key(Qt::Key_Return);
    CHECK(helpShown(p) == "glossary");
    CHECK_THAT(p.find<QTextBrowser>("helpText")->toPlainText().toStdString(),
               Catch::Contains("antara kumbhaka") && Catch::Contains("exhale") &&
                   Catch::Contains("Target"));
    p.find<QLineEdit>("helpSearch")->setText("xyzzy");
    CHECK(list->count() == 0);
    CHECK_THAT(p.says("helpNone"), Catch::Contains("Nothing about \"xyzzy\""));
}

TEST_CASE("The sheet of keys has every key that holds in the window")
{
    Prepare p;
    p.add("Runa Vestlid");
    QStringList known;
    for (const KeyEntry& entry : keyEntries())
        known << entry.keys.split(QRegularExpression("[ ,]+"), Qt::SkipEmptyParts);
    const QString all =
        known.join(' ') + " Ctrl+, 1 2 3 4 5 Shift+X PgUp PgDown Del Return Up Down Left Right Tab";
    QStringList missing;
    const auto check = [&](const QKeySequence& keys) {
        const QString text = keys.toString(QKeySequence::PortableText);
        // Alt and Ctrl with arrows, and Alt with numbers, are said together.
        if (text.isEmpty() || text.startsWith("Alt+") || text.contains("Left") ||
            text.contains("Right") || text.contains("Up") || text.contains("Down"))
            return;
        const QString plain = QString(text).replace('-', QStringLiteral("−"));
        if (!all.split(' ').contains(text) && !all.split(' ').contains(plain)) missing << text;
    };
    for (const auto* shortcut : p.window.findChildren<QShortcut*>()) check(shortcut->key());
    for (const auto* action : p.window.findChildren<QAction*>())
        for (const QKeySequence& keys : action->shortcuts()) check(keys);
    INFO(missing.join(", ").toStdString());
    CHECK(missing.isEmpty());

    bool isSeen = false;
    QTimer::singleShot(100, [&] {
        auto* sheet = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        REQUIRE(sheet);
        isSeen = sheet->objectName() == "keysSheet";
        QTest::keyClick(sheet, Qt::Key_Escape);
    });
    p.key(Qt::Key_Question);
    CHECK(isSeen);
}

TEST_CASE("A figure explains itself on a click and by keyboard, with its own numbers")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.window.goTo(BreathLine::readPlace);
    p.openAs("square.flac", "square-4");
    const double accuracy = *p.window.readPage()->reading()->summary.accuracy;
    auto* figure = p.find<QLabel>("accuracy");
    QTest::mouseClick(figure, Qt::LeftButton);
    REQUIRE(noteOf(p));
    const std::string percent = QString::number(accuracy, 'f', 0).toStdString();
    CHECK(p.says("explainQuestion") == "How was " + percent + " % measured?");
    CHECK_THAT(p.says("explainNumbers"),
               Catch::Contains("4 complete cycles") && Catch::Contains(percent + " %"));
    CHECK_THAT(p.says("explainRange"),
               Catch::Contains("nineteen times in twenty") || Catch::Contains("half a point"));
    CHECK(p.window.rect().contains(noteOf(p)->geometry()));
    QTest::keyClick(noteOf(p), Qt::Key_Escape);
    REQUIRE(QTest::qWaitFor([&] { return !noteOf(p); }, longMs));
    CHECK(p.find<QWidget>("readPage")->isVisible());

    figure->setFocus(Qt::TabFocusReason);
    QTest::keyClick(figure, Qt::Key_Return);
    REQUIRE(noteOf(p));
    p.click("explainMore");
    CHECK(helpShown(p) == "accuracy");
}

TEST_CASE("A phase says why it is called so, what its target was and how certain its ends are")
{
    Prepare p;
    p.window.goTo(BreathLine::readPlace);
    p.openAs("square.flac", "square-4");
    p.staff()->setFocus();
    p.key(Qt::Key_Y);
    REQUIRE(noteOf(p));
    CHECK_THAT(p.says("explainNumbers"), Catch::Contains("Targets: 4 + 4 + 4 + 4 = 16 counts"));
    QTest::keyClick(noteOf(p), Qt::Key_Escape);
    REQUIRE(QTest::qWaitFor([&] { return !noteOf(p); }, longMs));
    p.staff()->setFocus();
    p.key(Qt::Key_Right);
    p.key(Qt::Key_Y);
    REQUIRE(noteOf(p));
    CHECK(p.says("explainQuestion") == "Why an inhale?");
    CHECK_THAT(p.says("explainNumbers"), Catch::Contains("The target is 4"));
    CHECK_THAT(p.says("explainRange"), Catch::Contains("±"));
    // A click elsewhere closes it.
    QTest::mouseClick(p.find<QLabel>("sentence"), Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return !noteOf(p); }, longMs));
}

TEST_CASE("Journey and Reflect explain trend, points and proposals")
{
    Prepare p;
    p.add("Runa Vestlid");
    for (int day = 12; day >= 0; day -= 2) p.practise(findPreset("square-4")->plan, 90, day);
    p.window.goTo(BreathLine::journeyPlace);
    QTest::mouseClick(p.find<QLabel>("journeySentence"), Qt::LeftButton);
    REQUIRE(noteOf(p));
    CHECK_THAT(p.says("explainNumbers"), Catch::Contains("7 sittings"));
    p.window.goTo(BreathLine::reflectPlace);
    QTest::mouseClick(p.find<QLabel>("reflectAdvice"), Qt::LeftButton);
    REQUIRE(noteOf(p));
    CHECK_THAT(p.says("explainRule"), Catch::Contains("the last 3 sittings of the plan"));
    CHECK_THAT(p.says("explainRange"), Catch::Contains("You decide"));
}

TEST_CASE("About says the version, that nothing leaves the machine, and where everything is")
{
    Prepare p;
    QStringList said;
    QTimer::singleShot(100, [&] {
        auto* about = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        REQUIRE(about);
        for (const QLabel* label : about->findChildren<QLabel*>()) said << label->text();
        QTest::keyClick(about, Qt::Key_Escape);
    });
    p.window.run(Command::About);
    CHECK(said.contains("Nothing leaves this machine."));
    CHECK(said.contains(QString::fromStdString(p.data.path().string())));
}
