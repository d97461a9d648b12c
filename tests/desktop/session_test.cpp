// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is asked of the desktop's session, against a bus of our own: not to sleep, to notify,
// whether dark is preferred.
#include "desktop/session/awake.hpp"
#include "desktop/session/dark_preference.hpp"
#include "desktop/session/notifier.hpp"
#include "tests/support/temporary_folder.hpp"

#include <QDBusContext>
#include <QDBusMessage>
#include <QDBusVariant>
#include <QProcess>
#include <QSignalSpy>
#include <QTest>
#include <catch2/catch.hpp>
#include <fcntl.h>

using namespace layakari;

namespace {

constexpr int longMs = 5000;

// A bus that nobody else is on, gone with this.
class PrivateBus {
public:
    PrivateBus()
    {
        m_daemon.start("dbus-daemon", {"--session", "--nofork", "--print-address"});
        REQUIRE(m_daemon.waitForStarted(longMs));
        REQUIRE(m_daemon.waitForReadyRead(longMs));
        m_address = QString::fromUtf8(m_daemon.readLine()).trimmed();
        REQUIRE_FALSE(m_address.isEmpty());
    }
    ~PrivateBus()
    {
        m_daemon.kill();
        m_daemon.waitForFinished(longMs);
    }
    QDBusConnection connect(const char* name)
    {
        const QDBusConnection connection = QDBusConnection::connectToBus(m_address, name);
        REQUIRE(connection.isConnected());
        return connection;
    }

private:
    QProcess m_daemon;
    QString m_address;
};

} // namespace

// What a desktop offers, as far as it is asked for.
class MockScreenSaver : public QObject {
    Q_OBJECT
    Q_CLASSINFO("D-Bus Interface", "org.freedesktop.ScreenSaver")
public:
    QStringList inhibited;
    QList<uint> released;
public slots:
    uint Inhibit(const QString& application, const QString& why)
    {
        inhibited << application + ": " + why;
        return 40 + static_cast<uint>(inhibited.size());
    }
    void UnInhibit(uint cookie) { released << cookie; }
};

class MockLogin : public QObject {
    Q_OBJECT
    Q_CLASSINFO("D-Bus Interface", "org.freedesktop.login1.Manager")
public:
    QStringList asked;
    int readEnd = -1;
public slots:
    QDBusUnixFileDescriptor Inhibit(const QString& what, const QString& who, const QString& why,
                                    const QString& mode)
    {
        asked << what + "|" + who + "|" + why + "|" + mode;
        int ends[2];
        REQUIRE(::pipe(ends) == 0);
        readEnd = ends[0];
        QDBusUnixFileDescriptor lock(ends[1]);
        ::close(ends[1]);
        return lock;
    }
    // Whether whoever has the lock still holds it.
    bool isHeld() const
    {
        ::fcntl(readEnd, F_SETFL, O_NONBLOCK);
        char byte = 0;
        return ::read(readEnd, &byte, 1) < 0;
    }
};

class MockNotifications : public QObject {
    Q_OBJECT
    Q_CLASSINFO("D-Bus Interface", "org.freedesktop.Notifications")
public:
    QStringList said;
public slots:
    uint Notify(const QString& application, uint, const QString& icon, const QString& what,
                const QString& more, const QStringList&, const QVariantMap&, int)
    {
        said << application + "|" + icon + "|" + what + "|" + more;
        return 1;
    }
};

class MockPortal : public QObject {
    Q_OBJECT
    Q_CLASSINFO("D-Bus Interface", "org.freedesktop.portal.Settings")
public:
    uint scheme = 1;
public slots:
    QDBusVariant Read(const QString&, const QString&)
    {
        return QDBusVariant(QVariant::fromValue(QDBusVariant(scheme)));
    }
signals:
    void SettingChanged(const QString& space, const QString& key, const QDBusVariant& value);
};

TEST_CASE("While somebody practises neither screen nor machine sleep, afterwards they may again")
{
    PrivateBus bus;
    QDBusConnection desktop = bus.connect("desktop");
    MockScreenSaver screen;
    MockLogin login;
    REQUIRE(desktop.registerObject("/org/freedesktop/ScreenSaver", &screen,
                                   QDBusConnection::ExportAllSlots));
    REQUIRE(
        desktop.registerObject("/org/freedesktop/login1", &login, QDBusConnection::ExportAllSlots));
    REQUIRE(desktop.registerService("org.freedesktop.ScreenSaver"));
    REQUIRE(desktop.registerService("org.freedesktop.login1"));
    {
        Awake awake(nullptr, bus.connect("session"), bus.connect("system"));
        awake.keep("Someone is practising");
        awake.keep("Someone is practising"); // once is enough
        REQUIRE(QTest::qWaitFor(
            [&] { return !screen.inhibited.isEmpty() && !login.asked.isEmpty(); }, longMs));
        QTest::qWait(50);
        CHECK(screen.inhibited == QStringList{"layakari: Someone is practising"});
        CHECK(login.asked == QStringList{"sleep:idle|Layakari|Someone is practising|block"});
        CHECK(login.isHeld());
        awake.letGo();
        REQUIRE(QTest::qWaitFor([&] { return !screen.released.isEmpty(); }, longMs));
        CHECK(screen.released == QList<uint>{41});
        CHECK(QTest::qWaitFor([&] { return !login.isHeld(); }, longMs));
        // Over before the desktop has answered.
        awake.keep("Someone is practising");
        awake.letGo();
        REQUIRE(QTest::qWaitFor([&] { return screen.released.size() == 2; }, longMs));
        // And what is still held goes with the program.
        awake.keep("Someone is practising");
        REQUIRE(QTest::qWaitFor([&] { return screen.inhibited.size() == 3; }, longMs));
        QTest::qWait(50);
    }
    CHECK(QTest::qWaitFor([&] { return screen.released.size() == 3; }, longMs));
}

TEST_CASE("Where no desktop answers, nothing happens, and nothing waits for it")
{
    PrivateBus bus;
    Awake awake(nullptr, bus.connect("alone"), QDBusConnection("no such bus"));
    awake.keep("Someone is practising");
    CHECK(awake.isKept());
    QTest::qWait(50);
    awake.letGo();
    Notifier(nullptr, bus.connect("alone2")).say("done", "");
    DarkPreference dark(nullptr, bus.connect("alone3"));
    QTest::qWait(50);
    CHECK_FALSE(dark.isDark().has_value());
}

TEST_CASE("A notification says what is done, with the program's icon")
{
    PrivateBus bus;
    QDBusConnection desktop = bus.connect("desktop2");
    MockNotifications notifications;
    REQUIRE(desktop.registerObject("/org/freedesktop/Notifications", &notifications,
                                   QDBusConnection::ExportAllSlots));
    REQUIRE(desktop.registerService("org.freedesktop.Notifications"));
    Notifier(nullptr, bus.connect("session2")).say("Layakari", "12 recordings are read.");
    REQUIRE(QTest::qWaitFor([&] { return !notifications.said.isEmpty(); }, longMs));
    CHECK(notifications.said ==
          QStringList{"Layakari|org.layakari.Layakari|Layakari|12 recordings are read."});
}

TEST_CASE("The desktop's preference for dark is asked for, and followed when it changes")
{
    PrivateBus bus;
    QDBusConnection desktop = bus.connect("desktop3");
    MockPortal portal;
    REQUIRE(desktop.registerObject("/org/freedesktop/portal/desktop", &portal,
                                   QDBusConnection::ExportAllSlots |
                                       QDBusConnection::ExportAllSignals));
    REQUIRE(desktop.registerService("org.freedesktop.portal.Desktop"));
    DarkPreference dark(nullptr, bus.connect("session3"));
    QSignalSpy changed(&dark, &DarkPreference::changed);
    REQUIRE(QTest::qWaitFor([&] { return dark.isDark().has_value(); }, longMs));
    CHECK(*dark.isDark());
    emit portal.SettingChanged("org.freedesktop.appearance", "color-scheme", QDBusVariant(2U));
    REQUIRE(QTest::qWaitFor([&] { return changed.count() == 2; }, longMs));
    CHECK_FALSE(*dark.isDark());
    emit portal.SettingChanged("org.example", "color-scheme", QDBusVariant(1U));
    QTest::qWait(50);
    CHECK_FALSE(*dark.isDark());
}

#include "session_test.moc"
