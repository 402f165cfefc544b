// SPDX-License-Identifier: GPL-3.0-or-later
// Against a real X server (dummy driver) and a private bus; xprop and xrandr are the independent witnesses.
#include "english.h"
#include "support.h"
#include "x_server.h"

#include "colour/spaces.h"
#include "desktop/hold.h"
#include "desktop/installation.h"
#include "desktop/undisturbed.h"

#include <QDBusArgument>
#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusObjectPath>
#include <QDBusVirtualObject>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QSignalSpy>

#include <unistd.h>

namespace desktop_test {

using namespace lamp;

namespace {

Bytes profileNamed(const std::string &name, double blue = 0.9)
{
    MatrixModel m;
    m.channels = rgbSpace("Display P3")->toXyz() * 120;
    m.channels.col(0) *= 0.97;
    for (auto &list : m.light) {
        list = {0, 0.05, 0.217, 0.53, 1};
    }
    Ramps ramps;
    for (int i = 0; i < 256; ++i) {
        ramps.r.push_back(i / 255.0);
        ramps.g.push_back(0.97 * i / 255.0);
        ramps.b.push_back(blue * std::pow(i / 255.0, 1.05));
    }
    ProfileText text;
    text.description = name;
    return writeMatrixProfile(m, ramps, text).value();
}

/// A stand-in for the desktop's colour management service: it notes what it is asked.
class StubService : public QDBusVirtualObject {
public:
    QStringList calls;
    QString made;

    QString introspect(const QString &) const override { return {}; }
    bool handleMessage(const QDBusMessage &m, const QDBusConnection &bus) override
    {
        calls << m.member() + " " + (m.arguments().isEmpty() ? QString() : m.arguments().last().toString());
        if (m.member() == "FindDeviceByProperty") {
            bus.send(m.arguments().at(1).toString() == "DUMMY0" ? m.createReply(QVariant::fromValue(QDBusObjectPath("/device/0")))
                                                                : m.createErrorReply("org.freedesktop.ColorManager.NotFound", "no such device"));
        } else if (m.member() == "FindProfileByFilename") {
            bus.send(m.createErrorReply("org.freedesktop.ColorManager.NotFound", "no such profile"));
        } else if (m.member() == "CreateProfile") {
            const auto properties = qdbus_cast<QMap<QString, QString>>(m.arguments().at(2));
            made = properties.value("Filename");
            bus.send(m.createReply(QVariant::fromValue(QDBusObjectPath("/profile/0"))));
        } else {
            bus.send(m.createReply());
        }
        return true;
    }
};

/// A stand-in for what keeps a session's screen on.
class StubScreenSaver : public QDBusVirtualObject {
public:
    QStringList calls;
    bool refuses = false;

    QString introspect(const QString &) const override { return {}; }
    bool handleMessage(const QDBusMessage &m, const QDBusConnection &bus) override
    {
        QStringList said{m.member()};
        for (const QVariant &a : m.arguments()) {
            said << (a.canConvert<QDBusArgument>() ? qdbus_cast<QVariantMap>(a).value("reason").toString() : a.toString());
        }
        calls << (m.member() == "Close" ? "Close " + m.path() : said.join(' '));
        if (refuses) {
            bus.send(m.createErrorReply("org.freedesktop.DBus.Error.AccessDenied", "not now"));
        } else if (m.interface() == "org.freedesktop.portal.Inhibit") {
            bus.send(m.createReply(QVariant::fromValue(QDBusObjectPath("/request/7"))));
        } else if (m.member() == "Inhibit") {
            bus.send(m.createReply(4711U));
        } else {
            bus.send(m.createReply());
        }
        return true;
    }
};

} // namespace

class TestDesktop : public QObject {
    Q_OBJECT

    XServer m_server;
    QTemporaryDir m_home;

    [[nodiscard]] DesktopFolders folders() const
    {
        return {m_home.filePath("config/dutiful-lamp").toStdString(), m_home.filePath("icc").toStdString()};
    }
    [[nodiscard]] std::unique_ptr<XScreen> screen() const { return std::move(XScreen::open(m_server.display().toStdString()).value()); }

    QProcessEnvironment environment() const
    {
        QProcessEnvironment e = QProcessEnvironment::systemEnvironment();
        e.remove("WAYLAND_DISPLAY");
        e.remove("XDG_SESSION_TYPE");
        e.insert("DISPLAY", m_server.display());
        e.insert("XDG_CONFIG_HOME", m_home.filePath("cli-config"));
        e.insert("XDG_DATA_HOME", m_home.filePath("cli-data"));
        return e;
    }
    int cli(const QStringList &arguments, QByteArray *out = nullptr, const QProcessEnvironment *other = nullptr)
    {
        QProcess p;
        p.setProcessEnvironment(other != nullptr ? *other : environment());
        p.start(QStringLiteral(LAMP_CLI), arguments);
        // The stub service answers from this process, so events have to run.
        while (p.state() != QProcess::NotRunning) {
            QTest::qWait(10);
        }
        if (out != nullptr) {
            *out = p.readAllStandardOutput() + p.readAllStandardError();
        }
        return p.exitCode();
    }

private Q_SLOTS:
    void initTestCase()
    {
        const bool started = m_server.start();
        if (!started && ::getuid() != 0) {
            QSKIP("An X server cannot be started here without the administrator's rights.");
        }
        QVERIFY2(started, qPrintable(m_server.log()));
    }

    void outputsAreFound()
    {
        const auto outputs = screen()->outputs();
        QVERIFY(outputs.ok());
        QVERIFY(!outputs->empty());
        const XOutput &first = outputs->front();
        QCOMPARE(first.name, std::string("DUMMY0"));
        QCOMPARE(first.area[2], 1280);
        QVERIFY(first.gammaSize >= 256);
        QVERIFY(m_server.tool("xrandr", {}).contains("DUMMY0 connected primary 1280x800"));
        QVERIFY(!XScreen::open(":6543").ok());
    }

    // Sources: xprop reads the root window's property (ICC Profiles in X 0.4); xrandr the gamma that ramps mean.
    void profileAndRampsComeBack()
    {
        const auto x = screen();
        const XOutput output = x->outputs()->front();
        const Bytes profile = profileNamed("Knot, evening");
        QVERIFY(x->setProfile(output, profile).ok());
        QCOMPARE(x->profile(output).value().value(), profile);
        const QByteArray seen = m_server.tool("xprop", {"-root", "-notype", "-len", "40", "32c", "_ICC_PROFILE"});
        QVERIFY2(seen.contains("_ICC_PROFILE"), seen.constData());
        const QByteArray whole = m_server.tool("xprop", {"-root", "-f", "_ICC_PROFILE", "8c", "_ICC_PROFILE"});
        QCOMPARE(size_t(whole.count(',')) + 1, profile.size());
        QVERIFY(m_server.tool("xprop", {"-root", "_ICC_PROFILE_IN_X_VERSION"}).contains("= 4"));
        Ramps bent;
        for (int i = 0; i < 64; ++i) {
            bent.r.push_back(i / 63.0);
            bent.g.push_back(std::pow(i / 63.0, 1 / 1.25));
            bent.b.push_back(i / 63.0);
        }
        QVERIFY(x->setRamps(output, bent).ok());
        QVERIFY(rampDifference(x->ramps(output).value(), bent) < 0.002);
        const QByteArray verbose = m_server.tool("xrandr", {"--verbose"});
        QVERIFY2(verbose.contains("1.0:0.80:1.0"), verbose.left(600).constData()); // xrandr tells the inverse exponents
        QVERIFY(x->setRamps(output, {}).ok());
        QVERIFY(x->setProfile(output, std::nullopt).ok());
        QVERIFY(!x->profile(output)->has_value());
        QVERIFY(m_server.tool("xprop", {"-root", "_ICC_PROFILE"}).contains("not found"));
    }

    // A profile far larger than one request comes back whole.
    void aLargeProfileGoesInPieces()
    {
        const auto x = screen();
        const XOutput output = x->outputs()->front();
        Bytes large(3'000'001);
        for (size_t i = 0; i < large.size(); ++i) {
            large[i] = std::uint8_t(i * 7 + i / 1000);
        }
        QVERIFY(x->setProfile(output, large).ok());
        QCOMPARE(x->profile(output)->value(), large);
        QVERIFY(x->setProfile(output, std::nullopt).ok());
    }

    void installedAppliedDisturbedAndTold()
    {
        const auto x = screen();
        const XOutput output = x->outputs()->front();
        Installation installation(folders());
        QVERIFY(installation.load().ok());
        QVERIFY(!installation.apply(*x, output).ok());
        QVERIFY(installation.install(output, profileNamed("Knot, day")).ok());
        auto state = installation.state(*x, output);
        QVERIFY(!state->inUse && !state->rampsLoaded);
        QVERIFY(installation.apply(*x, output).ok());
        state = installation.state(*x, output);
        QVERIFY2(state->inUse && state->rampsLoaded, english(state->sentences.back()).c_str());
        QCOMPARE(state->found, std::string("Knot, day"));
        // Another tool changes the ramps, then the profile.
        m_server.tool("xrandr", {"--output", "DUMMY0", "--gamma", "1.0:0.9:0.7"});
        state = installation.state(*x, output);
        QVERIFY(state->inUse && !state->rampsLoaded);
        QVERIFY(english(state->sentences.back()).find("Other ramps") != std::string::npos);
        m_server.tool("xrandr", {"--output", "DUMMY0", "--gamma", "1:1:1"});
        QVERIFY(english(installation.state(*x, output)->sentences.back()).find("linear") != std::string::npos);
        m_server.tool("xprop", {"-root", "-remove", "_ICC_PROFILE"});
        state = installation.state(*x, output);
        QVERIFY(!state->inUse && state->found.empty());
        QVERIFY(english(state->sentences.front()).find("it was removed") != std::string::npos);
        QVERIFY(x->setProfile(output, profileNamed("stranger")).ok());
        QCOMPARE(installation.state(*x, output)->found, std::string("stranger"));
        QVERIFY(installation.apply(*x, output).ok());
        QVERIFY(installation.state(*x, output)->rampsLoaded);
        QVERIFY(Installation::clear(*x, output).ok());
        QVERIFY(!x->profile(output)->has_value());
    }

    void severalForOneOutput()
    {
        const auto x = screen();
        const XOutput output = x->outputs()->front();
        QTemporaryDir home;
        const DesktopFolders own{home.filePath("c").toStdString(), home.filePath("i").toStdString()};
        Installation installation(own);
        QVERIFY(installation.install(output, profileNamed("Knot, print / proof")).ok());
        QVERIFY(installation.install(output, profileNamed("Knot, video", 0.8)).ok());
        QCOMPARE(QDir(home.filePath("i")).entryList({"Knot, print - proof ????????????.icc"}).size(), 1);
        QCOMPARE(installation.next(output).value(), std::string("Knot, print / proof"));
        Installation later(own);
        QVERIFY(later.load().ok());
        QCOMPARE(later.assignments().size(), size_t(1));
        QCOMPARE(later.assignments()[0].profiles.size(), size_t(2));
        QCOMPARE(later.assignments()[0].active, size_t(0));
        // The same name again replaces its file and makes no second entry.
        QVERIFY(later.install(output, profileNamed("Knot, video", 0.7)).ok());
        QCOMPARE(later.assignments()[0].profiles.size(), size_t(2));
        QVERIFY(!later.install(output, Bytes(500, 3)).ok());
        QVERIFY(later.forget(output).ok());
        QVERIFY(!later.next(output).ok());
    }

    void fromTheCommandLine()
    {
        QFile f(m_home.filePath("cli.icc"));
        QVERIFY(f.open(QIODevice::WriteOnly));
        const Bytes bytes = profileNamed("Knot, by command");
        f.write(reinterpret_cast<const char *>(bytes.data()), qint64(bytes.size()));
        f.close();
        QCOMPARE(cli({"which"}), 0);
        QByteArray out;
        QCOMPARE(cli({"apply", "--profile", f.fileName(), "--output", "DUMMY0", "--at-login", "yes", "--json"}, &out), 0);
        const QJsonObject state = QJsonDocument::fromJson(out.mid(out.indexOf('{'))).object();
        QVERIFY2(state["outputs"][0]["in_use"].toBool() && state["outputs"][0]["ramps_loaded"].toBool(), out.constData());
        QVERIFY(state["at_login"].toBool());
        QFile entry(m_home.filePath("cli-config/autostart/dutiful-lamp.desktop"));
        QVERIFY(entry.open(QIODevice::ReadOnly));
        const QByteArray text = entry.readAll();
        QVERIFY2(text.contains("Exec=\"") && text.contains("dutiful-lamp-cli\" apply"), text.constData());
        m_server.tool("xprop", {"-root", "-remove", "_ICC_PROFILE"});
        QCOMPARE(cli({"which"}, &out), 1);
        QVERIFY2(out.contains("it was removed"), out.constData());
        QCOMPARE(cli({"apply"}), 0);
        QCOMPARE(cli({"which"}), 0);
        QCOMPARE(cli({"apply", "--output", "DP-9"}, &out), 2);
        QVERIFY(out.contains("DUMMY0"));
        QCOMPARE(cli({"apply", "--at-login", "no"}), 0);
        QVERIFY(!entry.exists());
        QCOMPARE(cli({"clear"}), 0);
        QVERIFY(m_server.tool("xprop", {"-root", "_ICC_PROFILE"}).contains("not found"));
    }

    // Whoever swaps ramps for a look dies: they are put back all the same.
    void holdPutsBackWhenItsKeeperIsGone()
    {
        const auto x = screen();
        const XOutput output = x->outputs()->front();
        QVERIFY(x->setProfile(output, profileNamed("before")).ok());
        Ramps before{{0, 0.45, 1}, {0, 0.5, 1}, {0, 0.5, 0.9}};
        QVERIFY(x->setRamps(output, before).ok());
        QProcess keeper;
        keeper.setProcessEnvironment(environment());
        keeper.start(QStringLiteral(LAMP_CLI), {"hold"});
        QVERIFY(keeper.waitForReadyRead());
        QVERIFY(keeper.readLine().startsWith("held"));
        QVERIFY(x->setRamps(output, {}).ok());
        QVERIFY(x->setProfile(output, std::nullopt).ok());
        keeper.closeWriteChannel(); // what the system does to the pipe of a dead process
        QVERIFY(keeper.waitForFinished());
        QVERIFY(rampDifference(x->ramps(output).value(), before) < 0.002);
        QVERIFY(x->profile(output)->has_value());
        // The same from a program: released, or gone without a word; and an interrupt from the keyboard does not count.
        for (const bool released : {true, false}) {
            {
                qputenv("DISPLAY", m_server.display().toUtf8());
                auto hold = Hold::of(LAMP_CLI, "DUMMY0");
                QVERIFY(hold.ok());
                QVERIFY(x->setProfile(output, std::nullopt).ok());
                QVERIFY(x->setRamps(output, {}).ok());
                if (released) {
                    QVERIFY(hold.value()->release().ok());
                }
            }
            QVERIFY(rampDifference(x->ramps(output).value(), before) < 0.002);
            QVERIFY(x->profile(output)->has_value());
        }
        const auto nothing = Hold::of(LAMP_CLI, "DP-9");
        QVERIFY(!nothing.ok() && english(nothing.error().what).find("DP-9") != std::string::npos);
        qunsetenv("DISPLAY");
        QVERIFY(Installation::clear(*x, output).ok());
    }

    void onWaylandItIsSaid()
    {
        QVERIFY(waylandLimits("x11", "").empty());
        QVERIFY(english(waylandLimits("wayland", "")).find("Wayland") != std::string::npos);
        QVERIFY(!waylandLimits("", "wayland-0").empty());
        QProcessEnvironment e = environment();
        e.insert("XDG_SESSION_TYPE", "wayland");
        QByteArray out;
        QCOMPARE(cli({"apply"}, &out, &e), 2);
        QVERIFY(out.contains("Wayland"));
        // What it promises is done: the copy stands in the colour folder.
        const QString source = m_home.filePath("wayland.icc");
        QVERIFY(writeFile(std::filesystem::path(source.toStdString()), profileNamed("Knot on Wayland")).ok());
        QCOMPARE(cli({"apply", "--profile", source, "--json"}, &out, &e), 1);
        QVERIFY2(out.contains("Knot on Wayland "), out.constData());
        QCOMPARE(QDir(m_home.filePath("cli-data/icc")).entryList({"Knot on Wayland *.icc"}).size(), 1);
    }

    // Source: VESA E-EDID 1.4, 3.4 (maker's code, serial) and 3.10.3 (descriptors); the block is made here by it.
    void monitorsAreNamedByTheirEdid()
    {
        Bytes edid(128, 0);
        const Bytes mark{0, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0};
        std::copy(mark.begin(), mark.end(), edid.begin());
        const int code = (19 << 10) | (12 << 5) | 20; // S, L, T
        edid[8] = std::uint8_t(code >> 8);
        edid[9] = std::uint8_t(code & 0xFF);
        edid[12] = 0x39;
        edid[13] = 0x30;
        const Bytes name{0, 0, 0, 0xFC, 0, 'A', 'v', 'o', 'c', 'e', 't', ' ', '2', '4', 0x0A, ' ', ' ', ' '};
        std::copy(name.begin(), name.end(), edid.begin() + 72);
        QCOMPARE(monitorOfEdid(edid), std::string("SLT Avocet 24 12345"));
        QCOMPARE(monitorOfEdid(Bytes(128, 0)), std::string());
        QCOMPARE(monitorOfEdid({}), std::string());
        QVERIFY(hasSerial(edid));
        // Fillings that makers leave there instead of a number (common practice, no published source).
        for (const int filling : {0, 1, 0xFF}) {
            std::fill(edid.begin() + 12, edid.begin() + 16, std::uint8_t(filling));
            QVERIFY2(!hasSerial(edid), std::to_string(filling).c_str());
        }
        QVERIFY(!hasSerial({}));
    }

    // Two monitors of one model, without serials or with equal ones: each socket keeps its own profile, and neither takes the other's file away. One
    // that can be told from all others takes its profile along to another socket.
    void equalMonitorsKeepTheirOwnProfiles()
    {
        Bytes edid(128, 0);
        std::fill(edid.begin() + 1, edid.begin() + 7, std::uint8_t(0xFF));
        edid[8] = 0x4D;
        edid[9] = 0x94;
        Bytes numbered = edid;
        numbered[12] = 0x39;
        for (const bool equalSerials : {false, true}) {
            QTemporaryDir home;
            const DesktopFolders where{home.filePath("config").toStdString(), home.filePath("icc").toStdString()};
            std::vector<XOutput> outputs(3);
            outputs[0].name = "DP-1";
            outputs[1].name = "DP-2";
            outputs[2].name = "DP-3";
            Bytes third = numbered;
            third[10] = 7; // another model
            tellApart(outputs, {equalSerials ? numbered : edid, equalSerials ? numbered : edid, third});
            QVERIFY(!outputs[0].alone && !outputs[1].alone && outputs[2].alone);
            Installation installation(where);
            // The same description for both: names tell nothing.
            const Bytes first = profileNamed("Evening", 0.9), second = profileNamed("Evening", 0.8);
            QVERIFY(installation.install(outputs[0], first).ok());
            QVERIFY(installation.install(outputs[1], second).ok());
            const auto bytes = [&](const XOutput &o) {
                const Assignment *a = installation.assignment(o);
                return a != nullptr ? readBytes(a->profiles[a->active].file) : Result<Bytes>(Error{});
            };
            QVERIFY(bytes(outputs[0]) && bytes(outputs[1]));
            QCOMPARE(bytes(outputs[0]).value(), first);
            QCOMPARE(bytes(outputs[1]).value(), second);
            QVERIFY(installation.forget(outputs[1]).ok());
            QVERIFY(installation.assignment(outputs[0]) != nullptr && installation.assignment(outputs[1]) == nullptr);
            QVERIFY(installation.install(outputs[2], second).ok());
            XOutput moved = outputs[2];
            moved.name = "HDMI-1";
            QVERIFY(installation.assignment(moved) != nullptr);
            moved = outputs[0];
            moved.name = "HDMI-1"; // it may be the other one
            QVERIFY(installation.assignment(moved) == nullptr);
            // What is kept is read back so.
            Installation again(where);
            QVERIFY(again.load().ok());
            QVERIFY(again.assignment(outputs[0]) != nullptr && again.assignment(outputs[1]) == nullptr);
        }
    }

    // Looking at what is installed changes nothing, also where it cannot be read.
    void lookingLeavesADamagedListAsItIs()
    {
        QTemporaryDir home;
        const DesktopFolders where{home.filePath("config").toStdString(), home.filePath("icc").toStdString()};
        QVERIFY(QDir().mkpath(home.filePath("config")));
        const std::string file = home.filePath("config/outputs.json").toStdString();
        QVERIFY(writeFile(file, std::string("{\"outputs\": [{")).ok());
        Installation installation(where);
        QVERIFY(!installation.load().ok());
        QCOMPARE(readFile(file).value(), std::string("{\"outputs\": [{"));
        QCOMPARE(QDir(home.filePath("config")).entryList(QDir::Files).size(), 1);
        // Installing sets it aside, and says so.
        XOutput output;
        output.name = "DP-1";
        const Status first = installation.install(output, profileNamed("Evening"));
        QVERIFY(!first && english(first.error()).find("damaged") != std::string::npos);
        QCOMPARE(readFile(file + ".damaged").value(), std::string("{\"outputs\": [{"));
        QVERIFY(installation.install(output, profileNamed("Evening")).ok());
    }

    // The session is asked to leave the screen on, by every service that it has; what was agreed is given back, also what
    // is agreed only after the visit has ended. Stand-ins answer as the freedesktop drafts have it (from memory).
    void theScreenIsLeftOnWhileAVisitRuns()
    {
        QProcess bus;
        bus.start("dbus-daemon", {"--session", "--nofork", "--print-address"});
        QVERIFY2(bus.waitForReadyRead(), "dbus-daemon is missing");
        const QString address = QString::fromUtf8(bus.readLine()).trimmed();
        qputenv("DBUS_SESSION_BUS_ADDRESS", address.toUtf8());
        StubScreenSaver stub;
        QDBusConnection connection = QDBusConnection::connectToBus(address, "saver");
        QVERIFY(connection.isConnected());
        {
            // A session that offers nothing says so.
            Undisturbed nobody("Measuring");
            QSignalSpy known(&nobody, &Undisturbed::known);
            QTRY_COMPARE(known.size(), 1);
            QVERIFY(!known[0][0].toBool() && nobody.held().isEmpty() && nobody.settled());
        }
        QVERIFY(connection.registerVirtualObject("/", &stub, QDBusConnection::SubPath));
        QVERIFY(connection.registerService("org.freedesktop.ScreenSaver"));
        QVERIFY(connection.registerService("org.freedesktop.portal.Desktop"));
        {
            Undisturbed visit("Measuring Avocet 24");
            QSignalSpy known(&visit, &Undisturbed::known);
            QTRY_COMPARE(known.size(), 1);
            QVERIFY(known[0][0].toBool());
            QCOMPARE(visit.held().size(), 2); // the third service is not there
            QVERIFY2(stub.calls.join(';').contains("Measuring Avocet 24"), qPrintable(stub.calls.join(';')));
            QVERIFY(!stub.calls.join(';').contains("UnInhibit"));
        }
        QTRY_VERIFY(stub.calls.contains("UnInhibit 4711"));
        QTRY_VERIFY(stub.calls.contains("Close /request/7"));
        // Answers that come too late.
        stub.calls.clear();
        {
            Undisturbed brief("Measuring");
        }
        QTRY_VERIFY(stub.calls.contains("UnInhibit 4711"));
        QTRY_VERIFY(stub.calls.contains("Close /request/7"));
        // A service that refuses holds nothing.
        stub.refuses = true;
        Undisturbed refused("Measuring");
        QSignalSpy known(&refused, &Undisturbed::known);
        QTRY_COMPARE(known.size(), 1);
        QVERIFY(!known[0][0].toBool());
        QDBusConnection::disconnectFromBus("saver");
        qunsetenv("DBUS_SESSION_BUS_ADDRESS");
        bus.kill();
        bus.waitForFinished();
    }

    // The command that a timer calls tells what is due by the session's notices; without a session, or where none are shown, it says so.
    void whatIsDueIsToldByANotice()
    {
        QProcess bus;
        bus.start("dbus-daemon", {"--session", "--nofork", "--print-address"});
        QVERIFY2(bus.waitForReadyRead(), "dbus-daemon is missing");
        const QString address = QString::fromUtf8(bus.readLine()).trimmed();
        QProcessEnvironment e = environment();
        e.insert("DBUS_SESSION_BUS_ADDRESS", address);
        const QString studio = m_home.filePath("due.sqlite");
        QByteArray out;
        QCOMPARE(cli({"fleet", "add", "--store", studio, "--serial", "K-1", "--name", "Knot <b>", "--room", "Booth"}, &out, &e), 0);
        QVERIFY(cli({"fleet", "due", "--store", studio, "--notify"}, &out, &e) != 0); // nobody shows them
        QVERIFY2(out.contains("K-1"), out.constData());                               // who runs it still sees what is due
        StubScreenSaver stub;                                                         // it answers anything, and remembers it
        QDBusConnection connection = QDBusConnection::connectToBus(address, "notices");
        QVERIFY(connection.isConnected());
        QVERIFY(connection.registerVirtualObject("/", &stub, QDBusConnection::SubPath));
        QVERIFY(connection.registerService("org.freedesktop.Notifications"));
        QCOMPARE(cli({"fleet", "due", "--store", studio, "--notify"}, &out, &e), 0);
        QTRY_VERIFY(!stub.calls.isEmpty());
        const QString told = stub.calls.join(';');
        QVERIFY2(told.contains("Notify") && told.contains("1 display") && told.contains("Knot &lt;b&gt;") && told.contains("never visited"),
                 qPrintable(told));
        QDBusConnection::disconnectFromBus("notices");
        bus.kill();
        bus.waitForFinished();
    }

    void theDesktopsColourManagerIsTold()
    {
        QProcess bus;
        bus.start("dbus-daemon", {"--session", "--nofork", "--print-address"});
        QVERIFY2(bus.waitForReadyRead(), "dbus-daemon is missing");
        const QString address = QString::fromUtf8(bus.readLine()).trimmed();
        StubService stub;
        QDBusConnection connection = QDBusConnection::connectToBus(address, "stub");
        QVERIFY(connection.isConnected());
        QVERIFY(connection.registerVirtualObject("/", &stub, QDBusConnection::SubPath));
        QVERIFY(connection.registerService("org.freedesktop.ColorManager"));
        QProcessEnvironment e = environment();
        e.insert("DBUS_SYSTEM_BUS_ADDRESS", address);
        QByteArray out;
        QCOMPARE(cli({"apply", "--profile", m_home.filePath("cli.icc"), "--output", "DUMMY0"}, &out, &e), 0);
        QVERIFY2(out.contains("it is the default of"), out.constData());
        QVERIFY2(stub.made.startsWith(m_home.filePath("cli-data/icc/Knot, by command ")), qPrintable(stub.made));
        QVERIFY2(stub.calls.join(' ').contains("AddProfile") && stub.calls.join(' ').contains("MakeProfileDefault"),
                 qPrintable(stub.calls.join(';')));
        QDBusConnection::disconnectFromBus("stub");
        bus.kill();
        bus.waitForFinished();
    }
};

LAMP_TEST(desktop, TestDesktop)

} // namespace desktop_test
#include "test_desktop.moc"
