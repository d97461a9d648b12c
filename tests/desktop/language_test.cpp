// SPDX-License-Identifier: GPL-3.0-or-later
//
// The window in other languages: whether all of it is translated, whether longer words have room,
// and whether it follows what is set.
#include "core/curriculum/ladder.hpp"
#include "core/language/catalogue.hpp"
#include "core/language/pseudo.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/courses/course_calendar.hpp"
#include "desktop/help/help_pages.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/language/program_language.hpp"
#include "desktop/settings/settings_page.hpp"
#include "desktop/window_keeper.hpp"
#include "tests/desktop/prepare.hpp"

#include <QAbstractItemView>
#include <QCheckBox>
#include <QDoubleSpinBox>
#include <QProcess>
#include <QRadioButton>
#include <QRegularExpression>
#include <QXmlStreamReader>
#include <algorithm>
#include <cstdlib>
#include <set>

using namespace layakari;
namespace fs = std::filesystem;

namespace {

const fs::path texts = fs::path(LAYAKARI_SOURCE) / "desktop/language/texts";

// In this language until the end of the test.
struct Spoken {
    explicit Spoken(const char* language) { useLanguage(QString::fromLatin1(language)); }
    ~Spoken()
    {
        useTerms(Terms::English);
        useLanguage(QStringLiteral("en"));
    }
    Spoken(const Spoken&) = delete;
    Spoken& operator=(const Spoken&) = delete;
};

struct Translated {
    QString context, source;
    QStringList forms; // one, or as many as the language has plurals
    bool hasPlurals = false;
    bool isFinished = true;
};

std::vector<Translated> textsIn(const fs::path& file)
{
    QFile in(QString::fromStdString(file.string()));
    REQUIRE(in.open(QIODevice::ReadOnly));
    QXmlStreamReader xml(&in);
    std::vector<Translated> all;
    QString context;
    while (!xml.atEnd()) {
        if (xml.readNext() != QXmlStreamReader::StartElement) continue;
        if (xml.name() == QLatin1String("name")) context = xml.readElementText();
        if (xml.name() == QLatin1String("message"))
            all.push_back({context, {}, {}, xml.attributes().hasAttribute("numerus")});
        if (xml.name() == QLatin1String("source")) all.back().source = xml.readElementText();
        if (xml.name() == QLatin1String("translation"))
            all.back().isFinished = !xml.attributes().hasAttribute("type");
        if (xml.name() == QLatin1String("numerusform")) all.back().forms << xml.readElementText();
        if (xml.name() == QLatin1String("translation") && !all.back().hasPlurals)
            all.back().forms << xml.readElementText();
    }
    REQUIRE_FALSE(xml.hasError());
    return all;
}

// The numbers of "%1", "%L1" and "%n" in a text.
std::multiset<QString> placesIn(const QString& text)
{
    static const QRegularExpression place(QStringLiteral("%L?([1-9n])"));
    std::multiset<QString> all;
    for (auto found = place.globalMatch(text); found.hasNext();)
        all.insert(found.next().captured(1));
    return all;
}

// A word in angle brackets that is neither a term of the file's language nor a tag.
QString unknownTerm(const QString& text, const std::string& file)
{
    static const QRegularExpression marked(QStringLiteral("<(/?[^>]*)>"));
    const auto& terms = catalogueOf(file.substr(file.find('_') + 1, 2)).terms;
    for (auto found = marked.globalMatch(text); found.hasNext();) {
        const QString word = found.next().captured(1);
        if (!terms.count(word.toStdString()) && word != "i" && word != "/i") return word;
    }
    return {};
}

// What is left of a text when all that no translation touches is taken out: names of days and
// months, terms, tags, files.
QString withoutWhatStays(QString text)
{
    static const QRegularExpression tags(QStringLiteral("<[^>]*>"));
    static const QRegularExpression files(QStringLiteral("\\S*/\\S*|\\S+\\.(md|db|json)"));
    text.replace(tags, QStringLiteral(" ")).replace(files, QStringLiteral(" "));
    for (const auto format : {QLocale::LongFormat, QLocale::ShortFormat})
        for (int i = 1; i <= 12; ++i) {
            text.remove(QLocale().monthName(i, format));
            if (i <= 7) text.remove(QLocale().dayName(i, format));
        }
    std::vector<std::string> terms;
    for (const auto& [word, sanskrit] : catalogueOf("en").terms) {
        terms.push_back(word);
        terms.push_back(sanskrit);
    }
    std::sort(terms.begin(), terms.end(),
              [](const auto& a, const auto& b) { return a.size() > b.size(); });
    for (const std::string& term : terms) text.remove(QString::fromStdString(term));
    // A list of numbers, as ICU writes it.
    return text.remove(QStringLiteral(" and "));
}

// Whether a vowel stands in it that pseudo-translation would have doubled.
bool isUntranslated(const QString& shown)
{
    static const QString plain = QStringLiteral("aeiou");
    static const QString accented = QStringLiteral("áéíóú");
    static const QString upper = QStringLiteral("ÁÉÍÓÚ");
    const QString text = withoutWhatStays(shown);
    for (qsizetype i = 0; i < text.size(); ++i) {
        const qsizetype vowel = plain.indexOf(text[i].toLower());
        if (vowel < 0) continue;
        const QChar before = i > 0 ? text[i - 1] : QChar();
        if (before != accented[vowel] && before != upper[vowel]) return true;
    }
    return false;
}

// All that a widget has to say, to eyes and to screen readers.
QStringList saidBy(const QWidget* widget)
{
    QStringList said{widget->toolTip(), widget->accessibleName()};
    if (const auto* label = qobject_cast<const QLabel*>(widget)) said << label->text();
    if (const auto* button = qobject_cast<const QAbstractButton*>(widget)) said << button->text();
    if (const auto* line = qobject_cast<const QLineEdit*>(widget)) said << line->placeholderText();
    if (const auto* box = qobject_cast<const QComboBox*>(widget))
        for (int i = 0; i < box->count(); ++i) said << box->itemText(i);
    if (const auto* box = qobject_cast<const QDoubleSpinBox*>(widget)) said << box->suffix();
    if (const auto* view = qobject_cast<const QAbstractItemView*>(widget); view && view->model())
        for (int row = 0; row < view->model()->rowCount(view->rootIndex()); ++row)
            said << view->model()->index(row, 0, view->rootIndex()).data().toString();
    return said;
}

void checkPage(const MainWindow& window, const char* page)
{
    QTest::qWait(30);
    int checked = 0;
    for (const QWidget* widget : window.findChildren<QWidget*>()) {
        if (!widget->isVisible() || widget->visibleRegion().isEmpty()) continue;
        // The languages are named in themselves.
        if (widget->objectName().startsWith("qt_") || widget->objectName() == "language") continue;
        for (const QString& text : saidBy(widget)) {
            INFO(page << ": " << widget->metaObject()->className() << " "
                      << widget->objectName().toStdString() << ": " << text.toStdString());
            CHECK_FALSE(isUntranslated(text));
            ++checked;
        }
        INFO(page << ": " << widget->metaObject()->className() << " "
                  << widget->objectName().toStdString() << ": "
                  << saidBy(widget).last().toStdString());
        if (qobject_cast<const QPushButton*>(widget) || qobject_cast<const QRadioButton*>(widget) ||
            qobject_cast<const QCheckBox*>(widget))
            CHECK(widget->width() >= widget->sizeHint().width());
        if (const auto* label = qobject_cast<const QLabel*>(widget);
            label && !label->text().isEmpty()) {
            if (label->wordWrap())
                CHECK(label->height() + 2 >= label->heightForWidth(label->width()));
            else
                CHECK(label->width() >= label->sizeHint().width());
        }
    }
    CHECK(checked > 10);
}

} // namespace

TEST_CASE("Every text of the window is translated, and nothing is translated that it does not say")
{
    const TemporaryFolder now;
    for (const char* name : {"layakari_de.ts", "layakari_en.ts"})
        fs::copy_file(texts / name, now / name);
    QProcess update;
    update.start(QStringLiteral("%1/scripts/translations").arg(QLatin1String(LAYAKARI_SOURCE)),
                 {QString::fromStdString(now.path().string())});
    REQUIRE(update.waitForFinished(120'000));
    REQUIRE(update.exitCode() == 0);
    for (const char* name : {"layakari_de.ts", "layakari_en.ts"}) {
        const auto kept = textsIn(texts / name);
        const auto said = textsIn(now / name);
        CHECK(kept.size() == said.size());
        for (const Translated& text : said) {
            INFO(name << ", " << text.context.toStdString() << ": " << text.source.toStdString());
            CHECK(text.isFinished);
        }
    }
}

TEST_CASE("A translation has the places and terms of its source")
{
    for (const char* name : {"layakari_de.ts", "layakari_en.ts"})
        for (const Translated& text : textsIn(texts / name)) {
            INFO(name << ": " << text.source.toStdString());
            REQUIRE_FALSE(text.forms.isEmpty());
            const auto wanted = placesIn(text.source);
            for (const QString& form : text.forms) {
                INFO(form.toStdString());
                auto places = placesIn(form);
                // "One sitting" needs no number.
                if (text.hasPlurals && form == text.forms.front() && wanted.count("n") &&
                    !places.count("n"))
                    places.insert("n");
                CHECK(places == wanted);
                CHECK(form.count("<i>") == text.source.count("<i>"));
                CHECK(unknownTerm(form, name).isEmpty());
            }
        }
}

TEST_CASE("A language has a page of help for each page of English")
{
    const auto english = helpTopics();
    const Spoken german("de");
    REQUIRE(helpTopics().size() == english.size());
    for (std::size_t i = 0; i < english.size(); ++i) {
        const HelpTopic& topic = helpTopics()[i];
        INFO(topic.id.toStdString());
        CHECK_FALSE(topic.markdown == english[i].markdown);
        // The same links and pictures, the same sections.
        for (const char* mark : {"](", "picture:", "\n- ", "\n#"})
            CHECK(topic.markdown.count(QLatin1String(mark)) ==
                  english[i].markdown.count(QLatin1String(mark)));
    }
}

TEST_CASE("In a language a third longer nothing is cut, and nothing is left in English")
{
    const Spoken longer(pseudoLanguage);
    Prepare p;
    p.add("Zkr Vrtn", {Condition::HighBloodPressure});
    for (int i = 6; i > 0; --i) p.practise(builtInLadders({}).front().rungs[0], 80 + i, i * 3);
    for (const QSize size : {QSize(1280, 800), QSize(1024, 700)}) {
        p.window.resize(size);
        p.window.goTo(BreathLine::preparePlace);
        for (const char* view :
             {"toToday", "toPlans", "toLadders", "toCourse", "toPeople", "toSchool", "toHandIn"}) {
            p.click(view);
            checkPage(p.window, view);
        }
        p.window.goTo(BreathLine::practisePlace);
        checkPage(p.window, "practise");
        p.window.goTo(BreathLine::readPlace);
        checkPage(p.window, "read, empty");
        p.window.goTo(BreathLine::reflectPlace);
        checkPage(p.window, "reflect");
        p.window.goTo(BreathLine::journeyPlace);
        checkPage(p.window, "journey");
        p.editPreset("alternate-nostril-holds");
        checkPage(p.window, "editor");
        p.find<QPushButton>("editorLeave")->click();
        p.window.showSettings();
        for (int section = 0; section <= SettingsPage::People; ++section) {
            p.window.settingsPage()->showSection(section);
            checkPage(p.window, "settings");
        }
    }
}

TEST_CASE("A reading's page and the menus are whole in a language a third longer")
{
    const Spoken longer(pseudoLanguage);
    Window w;
    // Under a name in which nothing could be translated.
    const fs::path recording = w.data / "zkr.flac";
    fs::copy_file(practices() / "evening.flac", recording);
    w.window.openFiles({QString::fromStdString(recording.string())});
    REQUIRE(QTest::qWaitFor([&] { return !w.text("sentence").isEmpty(); }, longMs));
    for (const QSize size : {QSize(1280, 800), QSize(1024, 700)}) {
        w.window.resize(size);
        QTest::keyClick(w.staff(), Qt::Key_Down);
        checkPage(w.window, "read");
    }
    int actions = 0;
    for (const QAction* action : w.window.findChildren<QAction*>()) {
        const QString text = action->text().section(QLatin1Char('\t'), 0, 0); // its keys follow
        INFO(text.toStdString());
        CHECK_FALSE(isUntranslated(text));
        actions += !text.isEmpty();
    }
    CHECK(actions > 20);
    for (const KeyEntry& entry : keyEntries()) {
        INFO(entry.what.toStdString());
        CHECK_FALSE(isUntranslated(entry.what));
        CHECK_FALSE(isUntranslated(entry.where));
    }
}

TEST_CASE("The language is chosen in the settings, and the window is made anew in it")
{
    const Spoken english("en");
    const TemporaryFolder data;
    WindowKeeper keeper(data.path());
    keeper.window().show();
    REQUIRE(QTest::qWaitForWindowExposed(&keeper.window()));
    keeper.window().showSettings();
    keeper.window().settingsPage()->showSection(SettingsPage::Appearance);
    const auto find = [&]<class W>(const char* name, W*) {
        return keeper.window().findChild<W*>(QLatin1String(name));
    };
    auto* language = find("language", static_cast<QComboBox*>(nullptr));
    auto* again = find("speakThis", static_cast<QPushButton*>(nullptr));
    REQUIRE(language);
    CHECK_FALSE(again->isVisible());
    const int german = language->findData(QStringLiteral("de"));
    REQUIRE(german > 0);
    CHECK(language->itemText(german) == QStringLiteral("Deutsch"));
    language->setCurrentIndex(german);
    emit language->activated(german);
    REQUIRE(again->isVisible());
    QTest::mouseClick(again, Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] {
        const auto* sections = find("settingsSections", static_cast<QWidget*>(nullptr));
        return sections &&
               sections->accessibleName() == QStringLiteral("Abschnitte der Einstellungen");
    }));
    CHECK(keeper.window().isVisible());
    CHECK(keeper.window().settingsPage()->isVisible());
    CHECK(keeper.window().windowTitle() == QStringLiteral("Einstellungen – Layakari"));
    CHECK(say("answer.yes") == "Ja");
    CHECK(chosenLanguage(QString::fromStdString((data / "desktop.ini").string())) ==
          QStringLiteral("de"));
}

TEST_CASE("Numbers, dates and weeks follow the language and its region")
{
    const QDate monday(2026, 10, 5);
    {
        const Spoken english("en");
        CHECK(fullDate(monday) == "Monday 5 October 2026");
        CHECK(hourOfDay(19) == "19:00");
        CHECK(QLocale().toString(4.5) == "4.5");
    }
    const Spoken german("de");
    CHECK(fullDate(monday) == "Montag, 5. Oktober 2026");
    CHECK(shortDayAndMonth(monday) == "5. Okt.");
    CHECK(QLocale().toString(4.5) == "4,5");
    NumberBox box;
    box.setRange(0, 100);
    box.setDecimals(2);
    box.setValue(4.5);
    CHECK(box.text() == "4,5");
    // A point, as many keypads have it, means the same.
    box.selectAll();
    QTest::keyClicks(&box, "1.25");
    CHECK(box.value() == Approx(1.25));

    QLocale::setDefault(QLocale(QLocale::English, QLocale::UnitedStates));
    CHECK(weekdaysInOrder().front() == 6);
    CHECK(hourOfDay(19).contains("PM"));
    const Day wednesday{std::chrono::days(20'000)}; // 4 October 2024 was a Friday
    CHECK((wednesday - weekStart(wednesday)).count() < 7);
    CHECK(std::chrono::weekday(weekStart(wednesday)) == std::chrono::Sunday);
}

TEST_CASE("Terms in Sanskrit reach the window's own texts")
{
    const Spoken english("en");
    CHECK(QObject::tr("Mark as <inhale>, <exhale>, hold, neither") ==
          "Mark as inhale, exhale, hold, neither");
    useTerms(Terms::Sanskrit);
    CHECK(QObject::tr("Mark as <inhale>, <exhale>, hold, neither") ==
          "Mark as puraka, rechaka, hold, neither");
}
