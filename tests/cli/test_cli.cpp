// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "cli/command.h"
#include "report/files.h"

#include <QDir>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>

#include <nlohmann/json.hpp>

#include <csignal>

namespace cli_test {

using namespace lamp;
using namespace lamptest;
using Json = nlohmann::json;

namespace {

QByteArray content(const QString &path)
{
    QFile f(path);
    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
}

} // namespace

class TestCli : public QObject {
    Q_OBJECT

private:
    QTemporaryDir m_dir;
    QString out(const char *name) { return m_dir.filePath(QString::fromLatin1(name)); }

private Q_SLOTS:
    // Source: the command line's contract (docs/protocol.md and the README): files, fields, exit status.
    void fullVisitLeavesAllFiles()
    {
        const auto o = cli({"visit", "--bench", serve("wled --warm"), "--target", "Photo", "--out", out("full"), "--json"});
        QVERIFY2(o.status == 0, o.err);
        QCOMPARE(QDir(out("full")).entryList(QDir::Files, QDir::Name),
                 QStringList({"profile.icc", "ramps.csv", "readings.txt", "report.pdf", "visit.json"}));
        const Json printed = Json::parse(o.out.toStdString()), stored = Json::parse(content(out("full") + "/visit.json").toStdString());
        QCOMPARE(printed, stored);
        QCOMPARE(stored["schema"].get<std::string>(), std::string("dutiful-lamp/visit/1"));
        for (const char *path : {"/display/model",
                                 "/display/controls/brightness",
                                 "/instrument/correction",
                                 "/target/white/x",
                                 "/target/luminance_cd_m2",
                                 "/target/tone",
                                 "/started",
                                 "/finished",
                                 "/readings",
                                 "/bench_seconds",
                                 "/warm_up_seconds",
                                 "/calibration/white/cct_k",
                                 "/calibration/white/delta_e_00",
                                 "/calibration/black_cd_m2",
                                 "/calibration/contrast",
                                 "/calibration/gray/delta_e_00_mean",
                                 "/calibration/gray/delta_e_00_max",
                                 "/calibration/gray/gamma_mean",
                                 "/verification/metric",
                                 "/verification/mean",
                                 "/verification/max",
                                 "/verification/p95",
                                 "/verification/mean_uncertainty_k2",
                                 "/verification/patches/23/measured_lab",
                                 "/gamut/coverage_percent/sRGB",
                                 "/gamut/volume_percent/sRGB",
                                 "/verdict",
                                 "/reasons/0",
                                 "/warnings"}) {
            QVERIFY2(stored.contains(Json::json_pointer(path)), path);
        }
        QVERIFY(content(out("full") + "/report.pdf").startsWith("%PDF"));
        const auto readings = readingsFromCgats(content(out("full") + "/readings.txt").toStdString());
        QVERIFY(readings.ok());
        QCOMPARE(readings->readings.size(), stored["readings"].get<size_t>());
        const QList<QByteArray> ramps = content(out("full") + "/ramps.csv").trimmed().split('\n');
        QCOMPARE(ramps.size(), 257);
        QCOMPARE(ramps.front(), QByteArray("index,r,g,b"));
        // The patches in the record are the profile's own word: expected Lab is what it says of the drive.
        const auto profile = Profile::open(readBytes((out("full") + "/profile.icc").toStdString()).value());
        for (const Json &p : stored["verification"]["patches"]) {
            const Lab said = profile->colourOf({p["rgb"][0].get<double>(), p["rgb"][1].get<double>(), p["rgb"][2].get<double>()});
            LAMP_NEAR(said.a, p["expected_lab"][0].get<double>(), 0.25);
        }
        const auto inspected = cli({"inspect", out("full") + "/profile.icc", "--json"});
        QCOMPARE(inspected.status, 0);
        LAMP_NEAR(Json::parse(inspected.out.toStdString())["luminance_cd_m2"].get<double>(), 120, 1.0);
        // Then a check with that profile on a display that is no longer in that state.
        const auto check = cli({"visit", "--bench", serve("wled --warm"), "--target", "Photo", "--out", out("check"), "--task", "check",
                                "--profile-in", out("full") + "/profile.icc", "--report", "html"});
        QCOMPARE(check.status, 1);
        QVERIFY(content(out("check") + "/report.html").contains("Out of tolerance"));
    }

    void optionsTakeEffect()
    {
        const auto o = cli({"visit",
                            "--bench",
                            serve("wled --warm --seed 4"),
                            "--target",
                            "Web",
                            "--out",
                            out("options"),
                            "--icc",
                            "2",
                            "--effort",
                            "quick",
                            "--name",
                            "Chart desk by the window",
                            "--report",
                            "none",
                            "--tolerance",
                            "relaxed",
                            "--mode",
                            "factory",
                            "--instrument",
                            "0"});
        QVERIFY2(o.status == 0, o.err);
        QVERIFY(!QFile::exists(out("options") + "/report.pdf"));
        const auto f = Profile::open(readBytes((out("options") + "/profile.icc").toStdString()).value())->facts();
        QCOMPARE(f.description, std::string("Chart desk by the window"));
        QVERIFY(f.version.starts_with("2."));
        QVERIFY(Json::parse(content(out("options") + "/visit.json").toStdString())["readings"].get<int>() < 60);
    }

    // One display made like another, by its visit's record or by measuring it first: what the instrument saw of the one is aimed at on
    // the other, which then reads alike; and a check says what changed since that file was written.
    void oneDisplayLikeAnother()
    {
        const auto first = cli({"visit", "--bench", serve("wled --warm"), "--target", "Dim room", "--effort", "quick", "--report", "none", "--metric",
                                "CIE94", "--out", out("one")});
        QVERIFY2(first.status == 0, first.err);
        const auto visitOf = [&](const char *folder) { return Json::parse(content(out(folder) + "/visit.json").toStdString()); };
        const Json one = visitOf("one");
        QCOMPARE(one["judged"]["metric"].get<std::string>(), std::string("CIE94"));
        const auto second = cli({"visit", "--bench", serve("qd --warm"), "--match", out("one") + "/visit.json", "--effort", "quick", "--report",
                                 "none", "--out", out("other")});
        QVERIFY2(second.status == 0, second.err);
        const Json other = visitOf("other");
        const Json a = one["calibration"]["white"], b = other["calibration"]["white"];
        LAMP_NEAR(a["x"].get<double>(), b["x"].get<double>(), 0.0006);
        LAMP_NEAR(a["y"].get<double>(), b["y"].get<double>(), 0.0006);
        LAMP_NEAR(a["Y"].get<double>() / b["Y"].get<double>(), 1, 0.005);
        QCOMPARE(one["target"]["tone"], other["target"]["tone"]);
        QCOMPARE(other["target"]["name"].get<std::string>(), std::string("like W-LED bench panel wled-1"));
        const auto found = [](const Json &visit, const char *code) {
            const Json &all = visit["findings"];
            return std::any_of(all.begin(), all.end(), [&](const Json &f) { return f["code"] == code; });
        };
        QVERIFY(found(other, "matched-another-technology") && !found(other, "matched-another-instrument"));

        const auto third = cli({"visit", "--bench", serve("wled-wide --warm"), "--target", "Web", "--match-to", serve("avocet --warm"), "--effort",
                                "quick", "--report", "none", "--out", out("third"), "--tolerance", "relaxed"});
        QVERIFY2(third.status <= 1, third.err);
        QVERIFY2(third.err.contains("To match: "), third.err);
        const Json wanted = visitOf("third")["target"];
        QVERIFY(wanted["name"].get<std::string>().starts_with("like "));
        QVERIFY(std::abs(wanted["white"]["x"].get<double>() - 0.31272) > 1e-4); // as it was read, not as the target has it

        const auto check = cli({"visit", "--bench", serve("wled --warm"), "--target", "Dim room", "--task", "check", "--profile-in",
                                out("one") + "/profile.icc", "--since", out("one"), "--report", "none", "--out", out("since")});
        QVERIFY2(check.status == 1, check.err); // its menu is back where it was before the visit
        const Json since = visitOf("since")["since"];
        QVERIFY(since["luminance_percent"].get<double>() > 50 && since["same_instrument"].get<bool>());
        QVERIFY2(visitOf("since").dump().find("were not loaded any more") != std::string::npos, visitOf("since").dump(1).c_str());

        // What was read of another display says nothing of this one.
        const auto stranger = cli({"visit", "--bench", serve("qd --warm"), "--target", "Dim room", "--task", "check", "--profile-in",
                                   out("one") + "/profile.icc", "--since", out("one") + "/visit.json", "--report", "none", "--out", out("stranger")});
        QVERIFY2(stranger.status == 1, stranger.err);
        QVERIFY(found(visitOf("stranger"), "earlier-of-another-display") && visitOf("stranger")["since"].is_null());
        const std::string warned = visitOf("stranger")["warnings"].dump(); // nor are its ramps for this one
        QVERIFY2(warned.find("its ramps are not loaded") != std::string::npos && warned.find("stay loaded") == std::string::npos, warned.c_str());

        QCOMPARE(cli({"visit", "--bench", serve("wled"), "--out", out("never")}).status, 2);
        const QStringList base{"visit", "--bench", serve("wled"), "--out", out("never"), "--target", "Web"};
        QCOMPARE(cli(base + QStringList{"--match", out("one") + "/ramps.csv"}).status, 2);
        QCOMPARE(cli(base + QStringList{"--match", out("nothing.json")}).status, 2);
        QCOMPARE(cli(base + QStringList{"--match", out("one") + "/visit.json", "--match-to", serve("qd")}).status, 2);
        QCOMPARE(cli(base + QStringList{"--match-to", "false"}).status, 3);
        QCOMPARE(cli(base + QStringList{"--metric", "none"}).status, 2);
        QCOMPARE(cli({"serve", "--display", "wled", "--habit", "none"}).status, 2);
    }

    // The contract's document; what is wrong with a problem is named.
    void roundsArePlanned()
    {
        QFile file(out("problem.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(R"({"start":"2031-03-04T08:00","people":1,"instruments":[{"id":"Tern","technologies":["wled"]}],"rooms":[{"id":"booth"}],
            "displays":[{"id":"D1","room":"booth","technology":"wled","visit_minutes":14,"attended_minutes":4},
                        {"id":"D2","room":"booth","technology":"wled","visit_minutes":10,"attended_minutes":4}]})");
        file.close();
        const auto o = cli({"fleet", "plan", "--problem", out("problem.json"), "--json"});
        QVERIFY2(o.status == 0, o.err);
        const Json plan = Json::parse(o.out.toStdString());
        QCOMPARE(plan["makespan_minutes"].get<double>(), 24.0);
        QCOMPARE(plan["end"].get<std::string>(), std::string("2031-03-04T08:24"));
        QCOMPARE(plan["steps"].size(), size_t(2));
        QVERIFY(cli({"fleet", "plan", "--problem", out("problem.json")}).out.contains("The round ends at 08:24"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("{}");
        file.close();
        const auto bad = cli({"fleet", "plan", "--problem", out("problem.json")});
        QCOMPARE(bad.status, 2);
        QVERIFY2(bad.err.contains("\"start\""), bad.err);
    }

    void badArgumentsGiveTwo()
    {
        const QString bench = serve("wled");
        QFile file(out("bad.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(R"({"white":{"kind":"illuminant","name":"D66"},"luminance":{"kind":"maximum"},"tone":{"kind":"srgb"}})");
        file.close();
        const QStringList base{"visit", "--bench", bench, "--out", out("never")};
        QCOMPARE(cli({}).status, 2);
        QCOMPARE(cli({"fly"}).status, 2);
        QCOMPARE(cli(base).status, 2);
        const auto named = cli(base + QStringList{"--target", out("bad.json"), "--json"});
        QCOMPARE(named.status, 2);
        QVERIFY(named.err.contains("white.name"));
        QVERIFY(Json::parse(named.out.toStdString()).contains("error"));
        QCOMPARE(cli(base + QStringList{"--target", "No such target"}).status, 2);
        for (const QStringList &pair : QList<QStringList>{{"--task", "dance"},
                                                          {"--effort", "none"},
                                                          {"--icc", "3"},
                                                          {"--warm-up", "later"},
                                                          {"--tolerance", "loose"},
                                                          {"--report", "doc"},
                                                          {"--instrument", "two"},
                                                          {"--profile", "round"},
                                                          {"--profile-in", "/no/file.icc"}}) {
            const auto o = cli(base + QStringList{"--target", "Photo"} + pair);
            QVERIFY2(o.status == 2, qPrintable(pair.join(' ') + ' ' + QString::fromUtf8(o.err)));
        }
        QCOMPARE(cli({"serve", "--display", "ostrich"}).status, 2);
        QCOMPARE(cli({"inspect", out("bad.json")}).status, 2);
        for (const char *command : {"visit", "inspect", "targets", "tolerances", "serve"}) {
            QCOMPARE(cli({command, "--help"}).status, 0);
        }
    }

    void failingBenchGivesThreeAndKeepsItsReadings()
    {
        QCOMPARE(cli({"visit", "--bench", "/no/such/bench", "--target", "Photo", "--out", out("b1")}).status, 3);
        QCOMPARE(cli({"visit", "--bench", "echo hello", "--target", "Photo", "--out", out("b2")}).status, 3);
        const auto o = cli({"visit", "--bench", serve("wled --warm --fault not-connected:25:1000"), "--target", "Photo", "--out", out("b3")});
        QCOMPARE(o.status, 3);
        QVERIFY2(o.err.contains("unplugged"), o.err);
        QCOMPARE(QDir(out("b3")).entryList(QDir::Files), QStringList({"readings.txt"}));
        QCOMPARE(readingsFromCgats(content(out("b3") + "/readings.txt").toStdString())->readings.size(), size_t(25));
    }

    void faultsOnTheWayAreGotOver()
    {
        const auto o = cli({"visit", "--bench", serve("wled --warm --fault timeout:10:2 --fault not-connected:30:2 --fault saturated:44:1"),
                            "--target", "Photo", "--out", out("bumpy"), "--report", "none"});
        QVERIFY2(o.status == 0, o.err);
        QVERIFY(o.err.contains("Trying again"));
    }

    void stoppedVisitKeepsItsReadings()
    {
        QFile slow(out("slow.sh"));
        QVERIFY(slow.open(QIODevice::WriteOnly));
        // A bench that takes its time: each answer is held back a little.
        slow.write(QStringLiteral("%1 | while read -r l; do sleep 0.02; echo \"$l\"; done").arg(serve("wled --warm")).toUtf8());
        slow.close();
        QProcess p;
        p.start(LAMP_CLI, {"visit", "--bench", "sh " + slow.fileName(), "--target", "Photo", "--out", out("stopped")});
        QVERIFY(p.waitForStarted());
        // Facts begin with #, and one line is of headings.
        const auto readings = [this] {
            const QByteArray journal = content(out("stopped") + "/readings.partial.csv");
            return journal.count('\n') - journal.count("\n#") - journal.startsWith('#') - 1;
        };
        QTRY_VERIFY_WITH_TIMEOUT(readings() >= 8, 20000);
        ::kill(pid_t(p.processId()), SIGTERM);
        QVERIFY(p.waitForFinished(20000));
        QCOMPARE(p.exitCode(), 130);
        QVERIFY(readingsFromCgats(content(out("stopped") + "/readings.txt").toStdString())->readings.size() >= 8);
        QVERIFY(!QFile::exists(out("stopped") + "/readings.partial.csv"));
    }

    void resultsAreRescuedWhereTheFolderFailsAtTheEnd()
    {
        // The folder is good at the start and gone at the end: a file of the same name stands in its place.
        const QString folder = out("vanishing");
        QFile wrapper(out("wrapper.sh"));
        QVERIFY(wrapper.open(QIODevice::WriteOnly));
        // The folder goes while the visit runs.
        wrapper.write(QStringLiteral("rm -rf '%2'; touch '%2'; exec %1").arg(serve("wled --warm"), folder).toUtf8());
        wrapper.close();
        const auto o =
            cli({"visit", "--bench", "sh " + wrapper.fileName(), "--target", "Photo", "--out", folder}, {"XDG_STATE_HOME=" + out("state")});
        QCOMPARE(o.status, 4); // done, but not where it was asked for (cli contract)
        QVERIFY2(o.err.contains("instead"), o.err);
        const QDir rescued(out("state") + "/dutiful-lamp/rescued");
        const QStringList visits = rescued.entryList(QDir::Dirs | QDir::NoDotAndDotDot);
        QCOMPARE(visits.size(), 1);
        QVERIFY(QFile::exists(rescued.filePath(visits.front() + "/profile.icc")));
        QVERIFY(QFile::exists(rescued.filePath(visits.front() + "/report.pdf")));
    }

    void listsAreJson()
    {
        const Json targets = Json::parse(cli({"targets", "--json"}).out.toStdString());
        QVERIFY(targets.size() >= 8);
        for (const Json &t : targets) {
            QVERIFY(targetFromJson(t.dump()).ok());
        }
        QVERIFY(Json::parse(cli({"tolerances", "--json"}).out.toStdString()).size() == 3);
        QVERIFY(cli({"targets"}).out.contains("Photo"));
    }

    void cgatsRoundTrip()
    {
        Measurement m;
        m.index = 1;
        m.name = "light skin";
        m.rgb = {0.5, 0.25, 0.125};
        m.xyz = {41.123456, 43.5, 20.25};
        ReadingSet one;
        one.readings = {m};
        const auto back = readingsFromCgats(readingsToCgats(one));
        QVERIFY(back.ok());
        LAMP_NEAR(back->readings.front().xyz.a, 41.123456, 1e-6);
        LAMP_NEAR(back->readings.front().rgb.c, 0.125, 1e-6);
        QVERIFY(!readingsFromCgats("no cgats at all").ok());
        const auto bad =
            readingsFromCgats("CGATS.17\nNUMBER_OF_FIELDS 1\nBEGIN_DATA_FORMAT\nRGB_R\nEND_DATA_FORMAT\nNUMBER_OF_SETS 1\nBEGIN_DATA\n1\nEND_DATA\n");
        QVERIFY(english(bad.error().what).find("RGB_G") != std::string::npos);
    }

    void reportReadsAsText()
    {
        const auto o = cli({"visit", "--bench", serve("wled-wide --warm"), "--target", "Print proof", "--out", out("pdf")});
        QVERIFY2(o.status == 0, o.err);
        QProcess p;
        p.start("pdftotext", {"-layout", out("pdf") + "/report.pdf", "-"});
        QVERIFY2(p.waitForStarted(), "pdftotext is missing");
        QVERIFY(p.waitForFinished());
        const QByteArray text = p.readAllStandardOutput();
        for (const char *word : {"Within tolerance", "Worksheet", "Figures", "target x 0.3457", "Instrument: Tern"}) {
            QVERIFY2(text.contains(word), word);
        }
        QVERIFY(text.count('\f') <= 2); // one page or two
    }
};

LAMP_TEST(cli, TestCli)

} // namespace cli_test
#include "test_cli.moc"
