// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/head/breath_line.hpp"
#include "desktop/main_window.hpp"
#include "desktop/read/staff_view.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <QApplication>
#include <QComboBox>
#include <QDropEvent>
#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QMimeData>
#include <QPushButton>
#include <QTest>
#include <QTimer>
#include <catch2/catch.hpp>
#include <functional>

namespace layakari {

inline constexpr int longMs = 30000;

/// Practices that all tests share, made once.
inline const TemporaryFolder& practices()
{
    static const TemporaryFolder folder;
    static const bool made = [] {
        simulateTo(folder / "square.flac", "square-4", Temperament{}, 31);
        simulateTo(folder / "evening.flac", "four-seven-eight", *temperamentByName("hurried"), 32);
        writeText(folder / "evening.plan.json", findPreset("four-seven-eight")->json);
        writeText(folder / "broken.m4a", "only words");
        return true;
    }();
    REQUIRE(made);
    return folder;
}

inline QString practice(const char* name)
{
    return QString::fromStdString((practices() / name).string());
}

/// The real window in a folder of its own, at a fixed time.
class Window {
public:
    TemporaryFolder data;
    QDateTime now{QDate(2026, 11, 25), QTime(7, 30)}; // a Wednesday morning
    MainWindow window{data.path(), nullptr, [this] { return now; }};

    explicit Window(int place = BreathLine::readPlace)
    {
        window.goTo(place);
        window.resize(1280, 800);
        window.show();
        REQUIRE(QTest::qWaitForWindowExposed(&window));
        // On a bare X server no window manager gives the window the keys.
        window.activateWindow();
        REQUIRE(QTest::qWaitForWindowActive(&window));
    }

    /// Of several that are called so, on several pages, the one that is seen.
    template <class T>
    T* find(const char* name)
    {
        const QList<T*> all = window.findChildren<T*>(QLatin1String(name));
        REQUIRE_FALSE(all.isEmpty());
        const auto seen =
            std::find_if(all.begin(), all.end(), [](const T* w) { return w->isVisible(); });
        return seen == all.end() ? all.front() : *seen;
    }
    QString text(const char* name) { return find<QLabel>(name)->text(); }
    StaffView* staff() { return find<StaffView>("staff"); }

    void drop(const QStringList& files)
    {
        QMimeData mime;
        QList<QUrl> urls;
        for (const QString& file : files) urls.push_back(QUrl::fromLocalFile(file));
        mime.setUrls(urls);
        QDragEnterEvent enter({400, 400}, Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&window, &enter);
        REQUIRE(enter.isAccepted());
        QDropEvent event(QPointF(400, 400), Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&window, &event);
    }
    void waitForRow(int rows = 1)
    {
        REQUIRE(QTest::qWaitFor(
            [&] {
                return staff()->isVisible() && staff()->model()->rowCount() >= rows && !progress();
            },
            longMs));
    }
    bool progress()
    {
        return find<QWidget>("messageBar")->isVisible() &&
               find<QPushButton>("messageButton")->text() == "Stop";
    }
    void choosePlan(const QString& name)
    {
        auto* chooser = find<QComboBox>("planChooser");
        const int index = chooser->findText(name);
        REQUIRE(index >= 0);
        chooser->setCurrentIndex(index);
        emit chooser->activated(index);
    }
    void openAs(const char* file, const char* plan)
    {
        choosePlan(QString::fromStdString(findPreset(plan)->plan.name));
        drop({practice(file)});
        waitForRow();
    }
    QStringList rows()
    {
        QStringList all;
        for (int i = 0; i < staff()->model()->rowCount(); ++i)
            all << staff()->model()->index(i, 0).data(Qt::AccessibleTextRole).toString();
        return all;
    }
    /// Opens a button's menu and chooses the action of that name, as a person would.
    void chooseFromMenu(const char* button, const char* action)
    {
        QMenu* menu = find<QPushButton>(button)->menu();
        REQUIRE(menu);
        chooseFrom(menu, action);
    }
    static void chooseFrom(QMenu* menu, const char* action)
    {
        emit menu->aboutToShow();
        auto* found = menu->findChild<QAction*>(QLatin1String(action));
        REQUIRE(found);
        REQUIRE(found->isEnabled());
        found->trigger();
    }
    void key(Qt::Key k, Qt::KeyboardModifiers modifiers = Qt::NoModifier)
    {
        // A dialog that just closed may not have given the keys back yet.
        window.activateWindow();
        REQUIRE(QTest::qWaitForWindowActive(&window));
        QTest::keyClick(QApplication::focusWidget() ? QApplication::focusWidget() : &window, k,
                        modifiers);
    }
};

/// Does `answer` to the file dialog that opens next. One that is still open after it is closed: a
/// test then fails and does not wait for ever.
inline void whenFileDialogOpens(const std::function<void(QFileDialog&)>& answer)
{
    auto* timer = new QTimer;
    QObject::connect(timer, &QTimer::timeout, [timer, answer] {
        for (QWidget* top : QApplication::topLevelWidgets())
            if (auto* dialog = qobject_cast<QFileDialog*>(top); dialog && dialog->isVisible()) {
                timer->stop();
                timer->deleteLater();
                answer(*dialog);
                if (dialog->isVisible()) dialog->reject();
                return;
            }
    });
    timer->start(50);
}

/// Answers the file dialog that opens next with a name.
inline void answerFileDialog(const QString& file)
{
    whenFileDialogOpens([file](QFileDialog& dialog) {
        dialog.findChild<QLineEdit*>()->setText(file);
        QTest::keyClick(dialog.findChild<QLineEdit*>(), Qt::Key_Return);
    });
}

/// Whether a widget shows a colour anywhere, by every second pixel.
inline bool hasColour(const QWidget& widget, const QColor& colour)
{
    const QImage image = const_cast<QWidget&>(widget).grab().toImage();
    for (int y = 0; y < image.height(); y += 2)
        for (int x = 0; x < image.width(); x += 2)
            if (image.pixel(x, y) == colour.rgb()) return true;
    return false;
}

} // namespace layakari
