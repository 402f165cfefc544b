// SPDX-License-Identifier: GPL-3.0-or-later
// A server that asks for a password, and a stand-in for the desktop's wallet on a private bus that holds it.
#include "english.h"
#include "store/server.h"
#include "support.h"

#include "desktop/keyring.h"
#include "store/passwords.h"
#include "store/store.h"

#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusVirtualObject>

namespace keyring_test {

using namespace lamp;

/// The calls of a wallet that QtKeychain makes (org.kde.KWallet, its interface as QtKeychain 0.13 uses it).
class StubWallet : public QDBusVirtualObject {
public:
    bool opens = true;
    std::map<QString, QString> held;

    [[nodiscard]] QString introspect(const QString &) const override { return {}; }
    bool handleMessage(const QDBusMessage &m, const QDBusConnection &bus) override
    {
        const QVariantList a = m.arguments();
        const QString call = m.member(), key = a.value(2).toString();
        if (call == "networkWallet" || call == "localWallet") {
            bus.send(m.createReply(QStringLiteral("wallet")));
        } else if (call == "isEnabled" || call == "hasFolder" || call == "createFolder") {
            bus.send(m.createReply(true));
        } else if (call == "open") {
            bus.send(m.createReply(opens ? 7 : -1));
        } else if (call == "hasEntry") {
            bus.send(m.createReply(held.contains(key)));
        } else if (call == "entryType") {
            bus.send(m.createReply(held.contains(key) ? 1 : 0)); // a password
        } else if (call == "readPassword") {
            bus.send(m.createReply(held.contains(key) ? held[key] : QString()));
        } else if (call == "writePassword") {
            held[key] = a.value(3).toString();
            bus.send(m.createReply(0));
        } else if (call == "removeEntry") {
            bus.send(m.createReply(held.erase(key) > 0 ? 0 : -3));
        } else {
            return false;
        }
        return true;
    }
};

class TestKeyring : public QObject {
    Q_OBJECT

private:
    QProcess m_bus;
    StubWallet m_wallet;
    std::unique_ptr<TemporaryServer> m_server;

    /// Runs the command line while the wallet goes on answering. \return its exit status
    static int run(const QStringList &arguments, QString *said = nullptr)
    {
        QProcess p;
        QEventLoop loop;
        connect(&p, &QProcess::finished, &loop, &QEventLoop::quit);
        p.start(LAMP_CLI, arguments);
        loop.exec();
        if (said != nullptr) {
            *said = QString::fromUtf8(p.readAllStandardOutput() + p.readAllStandardError());
        }
        return p.exitCode();
    }

private Q_SLOTS:
    void initTestCase()
    {
        m_bus.start("dbus-daemon", {"--session", "--nofork", "--print-address"});
        QVERIFY2(m_bus.waitForReadyRead(), "dbus-daemon is missing");
        const QString address = QString::fromUtf8(m_bus.readLine()).trimmed();
        qputenv("DBUS_SESSION_BUS_ADDRESS", address.toUtf8());
        qputenv("XDG_CURRENT_DESKTOP", "KDE");
        qputenv("KDE_SESSION_VERSION", "5");
        QDBusConnection wallet = QDBusConnection::connectToBus(address, "wallet");
        QVERIFY(wallet.registerService("org.kde.kwalletd5") && wallet.registerVirtualObject("/modules/kwalletd5", &m_wallet));
        m_server = std::make_unique<TemporaryServer>();
        QVERIFY(m_server->good());
    }
    void cleanupTestCase()
    {
        QDBusConnection::disconnectFromBus("wallet");
        m_bus.kill();
        m_bus.waitForFinished();
    }

    void passwordsAreKeptAndForgotten()
    {
        QCOMPARE(std::move(keptPassword("a@b:1")).value(), QString());
        QVERIFY(keepPassword("a@b:1", "s ü ; '\\").ok());
        QCOMPARE(std::move(keptPassword("a@b:1")).value(), QString("s ü ; '\\"));
        QCOMPARE(m_wallet.held.size(), size_t(1));
        QVERIFY(forgetPassword("a@b:1").ok() && m_wallet.held.empty());
        QVERIFY(forgetPassword("a@b:1").ok()); // what is not there is forgotten
        // Who does not open it gets nothing, and is told.
        m_wallet.opens = false;
        const auto closed = keptPassword("a@b:1");
        QVERIFY(!closed.ok() && closed.error().code == "keyring");
        QVERIFY(!keepPassword("a@b:1", "x").ok());
        m_wallet.opens = true;
    }

    void aLoginIsWhoAsksWhichServer()
    {
        using store::serverLogin;
        QCOMPARE(serverLogin("postgresql://u@h/a"), QString("u@h:5432"));
        QCOMPARE(serverLogin("postgresql://u:secret@h:5433/b?studio=charts&sslmode=require"), QString("u@h:5433"));
        QCOMPARE(serverLogin("postgresql://u@/a?host=/run/there"), QString("u@/run/there:5432"));
        QCOMPARE(serverLogin("postgresql:///?service=chart_house"), QString("service chart_house"));
        const QString place = "postgresql://u@h/a?studio=charts", with = store::withPassword(place, "s ü;&'%");
        QVERIFY(with != place && serverLogin(with) == "u@h:5432");
        QCOMPARE(store::withoutPassword(with), place);
        // That of a client's key is as secret, and a name may be written with percent signs.
        QCOMPARE(store::withoutPassword("postgresql://u@h/a?sslpassword=k&password=p"), QString("postgresql://u@h/a"));
        QCOMPARE(store::withoutPassword("postgresql://u@h/a?sslmode=require&pass%77ord=p&ssl%70assword=k"),
                 QString("postgresql://u@h/a?sslmode=require"));
        for (const char *odd : {"postgresql://u:ge/heim@h/a", "postgresql://u:ge%heim@h/a", "postgresql://u:geheim@h:99999x/a",
                                "postgresql://h:p/a?passw%6Frd=%zzgeheim"}) {
            QVERIFY(!store::withoutPassword(odd).contains("heim"));
            const auto opened = Store::open(odd);
            QVERIFY(!opened.ok());
            QVERIFY2(english(opened.error().paragraph()).find("heim") == std::string::npos, odd);
        }
        QCOMPARE(store::withoutPassword("postgresql://u@h/a?password=p"), QString("postgresql://u@h/a"));
        QVERIFY(serverLogin("/tmp/studio.sqlite").isEmpty() && serverLogin("postgresql://h/a?nonsense=1").isEmpty());
    }

    // The keyring's password opens the studio, in the window's way and on the command line; a place that says its own asks nobody.
    void aServerThatAsksIsAnswered()
    {
        const QString place = m_server->newDatabase();
        QVERIFY(Store::open(place).ok()); // the server trusts its own user
        QVERIFY(m_server->askFor("keeper", "Möwe 7;'"));
        const QString asked = QString(place).replace("lamp@", "keeper@"), login = store::serverLogin(asked);
        const auto refused = Store::look(asked);
        QVERIFY(!refused.ok());
        QCOMPARE(refused.error().todo.code, std::string("password-wanted"));
        QString said;
        QCOMPARE(run({"store", "check", "--store", asked}, &said), 2);
        QVERIFY2(said.contains("keyring"), qPrintable(said));
        QVERIFY(keepPassword(login, "Möwe 7;'").ok());
        QCOMPARE(run({"store", "check", "--store", asked}, &said), 0);
        QVERIFY2(!said.contains("we 7"), qPrintable(said));
        // In one process: asked once, and again only after it was forgotten.
        int times = 0;
        const auto keyring = [&times](const QString &who) {
            ++times;
            return keptPassword(who);
        };
        store::takePassword(QString(asked).replace("keeper@", "keeper:own@"), keyring);
        QCOMPARE(times, 0);
        store::takePassword(asked, keyring);
        store::takePassword(asked, keyring);
        QCOMPARE(times, 1);
        QVERIFY(Store::look(asked).ok());
        // A place's own counts before it.
        QVERIFY(!Store::look(QString(asked).replace("keeper@", "keeper:wrong@")).ok());
        store::tellPassword(login, {});
        QVERIFY(!Store::look(asked).ok());
        // A keyring that is not opened is no reason not to try: the server may let in by other means.
        m_wallet.opens = false;
        QCOMPARE(run({"store", "check", "--store", place}), 0);
        m_wallet.opens = true;
    }
};

LAMP_TEST(keyring, TestKeyring)

} // namespace keyring_test
#include "test_keyring.moc"
