// SPDX-License-Identifier: GPL-3.0-or-later
// The command line among hostile files, full disks, closed pipes and other visits.
#include "support.h"

#include "cli/command.h"
#include "exchange/reading_table.h"
#include "report/files.h"
#include "visit/whole_visit.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>

#include <nlohmann/json.hpp>

#include <csignal>
#include <sys/mount.h>
#include <sys/stat.h>
#include <unistd.h>

namespace cli_hostile_test {

using namespace lamp;
using namespace lamptest;
using Json = nlohmann::json;

class TestCliHostile : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    QString at(const QString &name) const { return m_dir.filePath(name); }
    QString save(const QString &name, const QByteArray &content) const
    {
        QFile f(at(name));
        return f.open(QIODevice::WriteOnly) && f.write(content) == content.size() ? at(name) : QString();
    }
    static QByteArray content(const QString &path)
    {
        QFile f(path);
        return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
    }
    QStringList visitTo(const QString &folder, const QString &bench = serve("wled --warm")) const
    {
        return {"visit", "--bench", bench, "--target", "Photo", "--effort", "quick", "--report", "none", "--out", folder};
    }
    /// Exactly one document, and nothing behind it.
    static Json onlyDocument(const QByteArray &out) { return Json::parse(out.toStdString(), nullptr, false); }

private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_STATE_HOME", at("state").toUtf8());
        QCOMPARE(::mkfifo(at("fifo").toUtf8().constData(), 0600), 0);
        QFile hole(at("hole"));
        QVERIFY(hole.open(QIODevice::WriteOnly) && hole.resize(3LL << 30));
        save("empty", {});
        save("nested.json", "{\"schema\": \"dutiful-lamp/whole-visit/1\", \"record\": " + QByteArray(100000, '['));
        save("nested2.json", QByteArray(100000, '['));
        QVERIFY(cli(visitTo(at("good")) + QStringList{"--whole"}).status == 0);
        QVERIFY(QFile::exists(at("good/whole-visit.json")));
    }

    // Any input may be a device, a pipe, a hole of 3 GB, nothing, or JSON nested 100,000 deep: told with its name, soon, as
    // one document.
    void inputsThatAreNoFiles_data()
    {
        QTest::addColumn<QStringList>("arguments");
        const QString profile = at("good/profile.icc"), out = at("never");
        QTest::newRow("inspect") << QStringList{"inspect", "@"};
        QTest::newRow("screen") << QStringList{"screen", profile, "@"};
        QTest::newRow("screen --readings") << QStringList{"screen", profile, profile, "--readings", "@"};
        QTest::newRow("import") << QStringList{"import", "@", "--out", out};
        QTest::newRow("import --ramps") << QStringList{"import", at("good/readings.txt"), "--ramps", "@", "--out", out};
        QTest::newRow("import --target") << QStringList{"import", at("good/readings.txt"), "--target", "@", "--out", out};
        QTest::newRow("convert") << QStringList{"convert", "@", at("never.csv")};
        QTest::newRow("rebuild") << QStringList{"rebuild", "@", "--out", at("never.icc")};
        QTest::newRow("cube") << QStringList{"cube", "--profile", "@", "--out", at("never.cube")};
        QTest::newRow("visit --target") << QStringList{"visit", "--bench", "true", "--target", "@", "--out", out};
        QTest::newRow("visit --tolerance") << QStringList{"visit", "--bench", "true", "--target", "Photo", "--tolerance", "@", "--out", out};
        QTest::newRow("visit --correction") << QStringList{"visit", "--bench", "true", "--target", "Photo", "--correction", "@", "--out", out};
        QTest::newRow("visit --profile-in") << QStringList{"visit", "--bench",      "true", "--target", "Photo", "--task",
                                                           "check", "--profile-in", "@",    "--out",    out};
    }
    void inputsThatAreNoFiles()
    {
        QFETCH(QStringList, arguments);
        for (const QString &input :
             {QString("/dev/zero"), at("fifo"), at("hole"), at("empty"), at("nested.json"), at("nested2.json"), at("nowhere"), m_dir.path()}) {
            QStringList given = arguments;
            given.replaceInStrings("@", input);
            const auto o = cli(given + QStringList{"--json"}, {}, 10000);
            const QByteArray told = given.join(' ').toUtf8() + ": " + o.err;
            QVERIFY2(o.status == 2, told);
            QVERIFY2(o.err.contains(input.toUtf8()), told);
            QVERIFY2(!o.err.contains("line 0"), told);
            const Json document = onlyDocument(o.out);
            QVERIFY2(document.is_object() && document.contains("error"), told + o.out);
            QVERIFY2(!QFile::exists(at("never.csv")) && !QFile::exists(at("never.icc")) && !QFile::exists(at("never.cube")), told);
        }
    }

    void numbersThatAreNone()
    {
        const QString readings = at("good/readings.txt");
        for (const char *bad : {"nan", "inf", "-5", "0", "1e999", "many"}) {
            QCOMPARE(cli({"import", readings, "--out", at("never"), "--full-drive", bad}).status, 2);
            QCOMPARE(cli({"import", readings, "--out", at("never"), "--white-luminance", bad}).status, 2);
            QCOMPARE(cli({"cube", "--profile", at("good/profile.icc"), "--out", at("never.cube"), "--luminance", bad}).status, 2);
        }
        QVERIFY(!QFile::exists(at("never")));
    }

    // An unknown command is named; a wrong option points to that command's help; each as one JSON document where wanted.
    void usageIsToldWhereHelpIs()
    {
        const auto unknown = cli({"calibrate", "--json"});
        QCOMPARE(unknown.status, 2);
        QVERIFY2(unknown.err.contains("\"calibrate\"") && unknown.err.contains("visit"), unknown.err);
        QVERIFY(onlyDocument(unknown.out).contains("error"));
        const auto option = cli({"inspect", at("good/profile.icc"), "--colour"});
        QCOMPARE(option.status, 2);
        QVERIFY2(option.err.contains("inspect --help"), option.err);
        QVERIFY(cli({}).err.contains("A command is needed"));
        const auto version = cli({"--version"});
        QCOMPARE(version.status, 0);
        QVERIFY(version.out.startsWith("dutiful-lamp-cli "));
        QVERIFY(cli({"cube", "--help"}).out.contains("Display P3"));
        // What holds where an option is left out stands there; what stands for "left out" does not.
        const QByteArray help = cli({"visit", "--help"}).out + cli({"serve", "--help"}).out + cli({"measure", "--help"}).out;
        QVERIFY2(help.contains("=standard") && help.contains("=studio") && help.contains("=sRGB"), help.constData());
        QVERIFY2(!help.contains("=[]") && !help.contains("=-1") && !help.contains("TEXT=wled"), help.constData());
        QCOMPARE(cli({"cube", "--profile", at("good/profile.icc"), "--source", "display p3", "--out", at("p3.cube"), "--size", "5"}).status, 0);
    }

    // Escapes and bidirectional controls in names reach neither the terminal nor a JSON document.
    void namesDoNotSteerTheTerminal()
    {
        const QString evil = QStringLiteral("evil\x1b[2J\u202e\u0085name");
        const QString name = at(evil + ".icc");
        QVERIFY(QFile::copy(at("good/profile.icc"), name));
        QVERIFY(cli(visitTo(at("named")) + QStringList{"--name", evil}).status == 0);
        save("t.json",
             "{\"name\": \"a\\u001b[31mb\\u202ec\", \"white\": {\"kind\": \"native\"}, \"luminance\": {\"kind\": \"value\", \"cd_m2\": -1}, "
             "\"tone\": {\"kind\": \"srgb\"}}");
        for (const QStringList &arguments :
             {QStringList{"inspect", name}, QStringList{"screen", name, at("named/profile.icc")}, QStringList{"inspect", at("named/profile.icc")},
              QStringList{"inspect", at(evil)}, QStringList{"convert", at(evil + ".txt"), at("x.csv")}, visitTo(at(evil)),
              QStringList{"visit", "--bench", "true", "--target", at("t.json"), "--out", at("never")}}) {
            for (const bool json : {false, true}) {
                const auto o = cli(json ? arguments + QStringList{"--json"} : arguments);
                const QByteArray all = o.out + o.err;
                for (const char *sign : {"\x1b", "\u202e", "\u0085"}) {
                    QVERIFY2(!all.contains(sign), all);
                }
                QVERIFY2(!json || onlyDocument(o.out).is_object(), o.out);
            }
        }
    }

    void namesThatAreNoUtf8()
    {
        const auto o = shell("cp '" + at("good/profile.icc") + "' \"$(printf '" + at("bad") + "\\377.icc')\"; \"$CLI\" inspect \"$(printf '"
                             + at("bad") + "\\377.icc')\" --json; \"$CLI\" inspect \"$(printf '" + at("none") + "\\377.icc')\" --json >&2");
        QVERIFY2(onlyDocument(o.out).is_object(), o.out);
        QVERIFY2(o.err.contains("error") && !o.err.contains("\377"), o.err);
        shell("rm -f " + at("bad") + "*.icc"); // QTemporaryDir does not see such names
        // Signs beyond the basic plane come back whole from a profile.
        QCOMPARE(cli(visitTo(at("beyond")) + QStringList{"--name", QStringLiteral("Knot \U0001F426 𝛄 2.2")}).status, 0);
        QVERIFY(QString::fromUtf8(cli({"inspect", at("beyond/profile.icc")}).out).contains(QStringLiteral("Knot \U0001F426 𝛄 2.2")));
    }

    // Standard output may be full or closed, standard error too: the visit goes on, and its results are where they belong.
    void outputsThatFail()
    {
        const QString visit = "\"$CLI\" visit --bench '" + serve("wled --warm") + "' --target Photo --effort quick --report none --out ";
        const auto full = shell(visit + at("o1") + " --json > /dev/full; echo $?");
        QCOMPARE(full.out, QByteArray("4\n"));
        QVERIFY2(full.err.contains("Standard output could not be written"), full.err);
        QVERIFY(QFile::exists(at("o1/profile.icc")));
        const auto gone = shell(visit + at("o2") + " 2>&1 >/dev/null | true; sleep 0.2; ls " + at("o2"), 60000);
        QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(at("o2/profile.icc")), 30000);
        const auto closed = shell(visit + at("o3") + " 2>&- >&-; echo $?");
        QCOMPARE(closed.out, QByteArray("4\n"));
        QVERIFY(QFile::exists(at("o3/profile.icc")));
        QVERIFY(QFile::exists("/dev/full"));
        // One file, where it cannot be written: rescued, and said so.
        for (const QString &out : {QString("/dev/full"), at("no/such/folder.csv")}) {
            const auto o = cli({"convert", at("good/readings.txt"), out, "--json"});
            QVERIFY2(o.status == (out == "/dev/full" ? 2 : 4), o.err); // /dev/full tells no format by its ending
            QVERIFY(onlyDocument(o.out).contains("error"));
        }
        const auto cube = cli({"rebuild", at("good/profile.icc"), "--out", "/dev/full"});
        QCOMPARE(cube.status, 4);
        QVERIFY2(cube.err.contains("instead"), cube.err);
        struct stat device {};
        QVERIFY(::stat("/dev/full", &device) == 0 && S_ISCHR(device.st_mode));
    }

    // A disk that fills up in the middle: all that was read is kept elsewhere, and what is said of it is true.
    void aDiskThatFillsUp()
    {
        const QString disk = at("disk");
        QVERIFY(QDir().mkpath(disk));
        if (::mount("tmpfs", disk.toUtf8().constData(), "tmpfs", 0, "size=48k") != 0) {
            QSKIP("A small disk cannot be made here without the administrator's rights.");
        }
        const auto unmount = qScopeGuard([&] { ::umount2(disk.toUtf8().constData(), MNT_DETACH); });
        const auto rescued = [](const QByteArray &err, const QByteArray &name) {
            const auto from = err.lastIndexOf("/", err.indexOf(name));
            Q_UNUSED(from);
            const auto start = err.indexOf("/", err.indexOf("are in ") + 3);
            return QString::fromUtf8(err.mid(start, err.indexOf(name, start) + name.size() - start));
        };
        // Hardly any room, and a bench that fails: what was read is where it is said to be.
        save("disk/filler", QByteArray(30000, 'x'));
        const auto failed = cli(visitTo(disk, serve("wled --warm --fault internal:33:999")));
        QCOMPARE(failed.status, 3);
        const QString kept = rescued(failed.err, "readings.txt");
        const auto set = readingsFromCgats(content(kept).toStdString());
        QVERIFY2(set.ok() && set->readings.size() == 33, failed.err);
        // No room for the results: rescued, status 4, nothing of it on the disk.
        const auto done = cli(visitTo(disk));
        QVERIFY2(done.status == 4, done.err);
        QVERIFY2(done.err.contains("instead"), done.err);
        QVERIFY(!QFile::exists(disk + "/profile.icc") && !QFile::exists(disk + "/visit.json"));
    }

    // No file may grow at all: the readings are held in memory and handed to whoever called.
    void noDiskAtAll()
    {
        const auto o = shell("ulimit -f 1; \"$CLI\" visit --bench '" + serve("wled --warm --fault internal:30:999")
                             + "' --target Photo --effort quick --report none --out " + at("nodisk"));
        QVERIFY2(o.status == 3, o.err);
        QVERIFY2(o.err.contains("could not be written anywhere"), o.err);
        const auto from = o.err.indexOf("# display:");
        const auto table = readingTable(o.err.mid(from, o.err.lastIndexOf("\ndutiful-lamp-cli") - from).toStdString());
        QVERIFY2(table.ok() && table->rows.size() == 30, o.err);
    }

    // One visit owns a folder; an earlier one's results are moved, whole, before new ones are written, and all or nothing is.
    void foldersBelongToOneVisit()
    {
        const QString folder = at("shared");
        QVERIFY(cli(visitTo(folder) + QStringList{"--whole"}).status == 0);
        const QByteArray first = content(folder + "/visit.json");
        save("shared/mine.txt", "not of a visit");
        QVERIFY(cli(visitTo(folder, serve("qd --warm"))).status == 0);
        const QStringList earlier = QDir(folder).entryList({"earlier*"}, QDir::Dirs);
        QCOMPARE(earlier.size(), 1);
        QCOMPARE(content(folder + "/" + earlier[0] + "/visit.json"), first);
        QVERIFY(QFile::exists(folder + "/" + earlier[0] + "/whole-visit.json") && !QFile::exists(folder + "/whole-visit.json"));
        QCOMPARE(content(folder + "/mine.txt"), QByteArray("not of a visit"));
        // One that fails leaves nothing of another beside its readings.
        QCOMPARE(cli(visitTo(folder, serve("wled --warm --fault internal:20:999"))).status, 3);
        QCOMPARE(QDir(folder).entryList(QDir::Files, QDir::Name), QStringList({"mine.txt", "readings.txt"}));
        QCOMPARE(QDir(folder).entryList({"earlier*"}, QDir::Dirs).size(), 2);
        QCOMPARE(readingsFromCgats(content(folder + "/readings.txt").toStdString())->readings.size(), size_t(20));
        // Two at once: the second is refused before anything is touched.
        QProcess slow;
        slow.start(LAMP_CLI, visitTo(folder, "sh -c \"" + serve("wled --warm") + " | while read -r l; do sleep 0.01; echo \\\"\\$l\\\"; done\""));
        QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(folder + "/readings.partial.csv"), 20000);
        const auto second = cli(visitTo(folder));
        QCOMPARE(second.status, 2);
        QVERIFY2(second.err.contains("Another visit"), second.err);
        QVERIFY(ended(slow).status == 0);
        QVERIFY(QFile::exists(folder + "/profile.icc"));
    }

    // What a killed visit left can be brought in, and is not deleted by the next one (tests/kill does this at random).
    void killsAtRandomMoments()
    {
        QProcess p;
        p.start("python3",
                {LAMP_TESTS_DIR "/kill/random_kills.py", LAMP_CLI, "--times", QString::number(lamptest::repetitions(15, 4)), "--seed", "3"});
        const auto o = ended(p, 200000);
        QVERIFY2(o.status == 0, o.out + o.err);
    }

    // A whole visit in any other form comes back: as its record, and as readings.
    void visitsComeBackFromEachForm()
    {
        const QString whole = at("good/whole-visit.json");
        const auto original = wholeVisitFromJson(content(whole).toStdString());
        QVERIFY(original.ok());
        for (const char *name : {"v.json", "v.csv", "v.txt", "v.cxf"}) {
            QVERIFY(cli({"convert", whole, at(name)}).status == 0);
            const auto o = cli({"convert", at(name), at("back.csv"), "--accept-guess"});
            QVERIFY2(o.status == 0, o.err);
            const auto table = readingTable(content(at("back.csv")).toStdString());
            const auto set = readingsFrom(table.value(), guessRoles(table.value()));
            QVERIFY(set.ok());
            QCOMPARE(set->readings.size(), original->readings.size());
            for (size_t i = 0; i < set->readings.size(); ++i) {
                const Measurement &a = set->readings[i], &b = original->readings[i];
                QCOMPARE(a.index, b.index);
                QCOMPARE(a.stage, b.stage);
                QCOMPARE(a.superseded, b.superseded);
                QCOMPARE(a.lowLight, b.lowLight);
                for (int c = 0; c < 3; ++c) {
                    LAMP_NEAR(a.xyz[c], b.xyz[c], 1e-6 * std::max(1.0, b.xyz[c]));
                    LAMP_NEAR(a.sigma[c], b.sigma[c], 1e-7);
                }
            }
        }
    }

    // A bench's bad LUT or a display's 65,536 entries end in no crash (Little CMS takes 65,530).
    void longRamps()
    {
        QByteArray ramps = "index,r,g,b\n";
        for (int i = 0; i < 65536; ++i) {
            const QByteArray v = QByteArray::number(i / 65535.0, 'f', 6);
            ramps += QByteArray::number(i) + "," + v + "," + v + "," + v + "\n";
        }
        save("long.csv", ramps);
        QFile csv(at("good.csv"));
        const auto o = cli({"import", at("good/readings.txt"), "--ramps", at("long.csv"), "--out", at("long"), "--report", "none"});
        QVERIFY2(o.status == 0 || o.status == 1, o.err);
        QVERIFY(QFile::exists(at("long/profile.icc")));
    }

    // A rebuilt profile keeps version, kind, copyright and conditions of viewing of the one it is made of.
    void rebuiltProfilesKeepWhatTheyWere()
    {
        QVERIFY(cli(visitTo(at("two")) + QStringList{"--icc", "2", "--profile", "lut", "--name", "Knot of two"}).status == 0);
        QVERIFY(cli({"rebuild", at("two/profile.icc"), "--out", at("again.icc")}).status == 0);
        const auto before = Profile::open(readBytes(at("two/profile.icc").toStdString()).value()),
                   after = Profile::open(readBytes(at("again.icc").toStdString()).value());
        const Profile::Facts a = before->facts(), b = after->facts();
        QCOMPARE(b.version, a.version);
        QCOMPARE(b.tables, a.tables);
        QCOMPARE(b.description, a.description);
        QCOMPARE(b.copyright, a.copyright);
        QCOMPARE(b.display, a.display);
        QVERIFY(a.roomWhite && b.roomWhite && (a.roomWhite->vec() - b.roomWhite->vec()).norm() < 1e-3);
        std::vector<std::string> had = a.tags, has = b.tags;
        std::sort(had.begin(), had.end());
        std::sort(has.begin(), has.end());
        QCOMPARE(has, had);
    }
};

LAMP_TEST(cli_hostile, TestCliHostile)

} // namespace cli_hostile_test
#include "test_cli_hostile.moc"
