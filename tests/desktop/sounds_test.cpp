// SPDX-License-Identifier: GPL-3.0-or-later
//
// Strokes and hums in the real window.
#include "desktop/read/read_page.hpp"
#include "tests/desktop/window.hpp"

using namespace layakari;

namespace {

QString recorded(const char* preset, std::uint64_t seed)
{
    const auto file = practices() / (std::string(preset) + ".flac");
    if (!std::filesystem::exists(file)) simulateTo(file, preset, Temperament{}, seed);
    return QString::fromStdString(file.string());
}

int rowsOf(Window& w, StaffRow::Kind kind)
{
    const auto& rows = w.staff()->staff()->sheet().rows;
    return static_cast<int>(
        std::count_if(rows.begin(), rows.end(), [&](const StaffRow& r) { return r.kind == kind; }));
}

void readAs(Window& w, const QString& file, const char* preset)
{
    w.window.readPage()->setPlan(findPreset(preset)->plan);
    w.drop({file});
    w.waitForRow();
}

} // namespace

TEST_CASE("Runs of strokes are rows with their count, and the figures are of strokes")
{
    Window w;
    readAs(w, recorded("bhastrika-3x10", 41), "bhastrika-3x10");
    CHECK(rowsOf(w, StaffRow::Kind::Strokes) == 3);
    CHECK(w.rows().filter("10 of 10").size() == 3);
    CHECK_THAT(w.text("sentence").toStdString(), Catch::Contains("3 rounds, 10 strokes each"));
    CHECK_THAT(w.text("accuracy").toStdString(), Catch::Contains("30 / 30"));
    CHECK(w.text("accuracyName") == "strokes");
    CHECK_FALSE(w.find<QPushButton>("playTones")->isVisible());
}

TEST_CASE("A hum has its pitch in its row, and its tones can be played by key and by click")
{
    Window w;
    readAs(w, recorded("humming-3", 42), "humming-3");
    CHECK(rowsOf(w, StaffRow::Kind::Cycle) == 3);
    CHECK(w.rows().filter("hum").size() == 3);
    CHECK_THAT(w.text("countLength").toStdString(), Catch::Contains("Hz"));
    QPushButton* tones = w.find<QPushButton>("playTones");
    REQUIRE(tones->isVisible());
    QPushButton* play = w.find<QPushButton>("playRow");
    QTest::mouseClick(tones, Qt::LeftButton);
    CHECK(play->text() == "Stop");
    QTest::keyClick(w.staff(), Qt::Key_T);
    CHECK(play->text() == "Play row");
    QTest::keyClick(w.staff(), Qt::Key_T);
    CHECK(play->text() == "Stop");
    QTest::keyClick(w.staff(), Qt::Key_Space);
    CHECK(play->text() == "Play row");
}

TEST_CASE("It plays slower by a key, and from here on and on with the rows going along")
{
    Window w;
    readAs(w, recorded("humming-3", 42), "humming-3");
    QPushButton* slow = w.find<QPushButton>("slow");
    QPushButton* play = w.find<QPushButton>("playRow");
    const QString atPace = slow->text();
    w.key(Qt::Key_W);
    CHECK(slow->isChecked());
    w.key(Qt::Key_W);
    CHECK(slow->text().contains("½"));
    w.key(Qt::Key_W);
    CHECK(slow->text() == atPace);
    CHECK_FALSE(slow->isChecked());
    // The last phase of a row: soon the next one is there.
    const int row = w.staff()->currentIndex().row();
    w.key(Qt::Key_Left);
    w.key(Qt::Key_Space, Qt::ShiftModifier);
    REQUIRE(QTest::qWaitFor([&] { return play->text() == "Stop"; }, longMs));
    REQUIRE(QTest::qWaitFor([&] { return w.staff()->currentIndex().row() > row; }, longMs));
    CHECK(play->text() == "Stop");
    // Chosen by hand, a row is looked at: it goes on playing there until it is stopped.
    w.key(Qt::Key_Space);
    CHECK(play->text() == "Play row");
}
