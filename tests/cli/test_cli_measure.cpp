// SPDX-License-Identifier: GPL-3.0-or-later
// Measurements beside visits by the command line: each kind, its files, what cannot be, and what is cut off.
#include "support.h"

#include "base/file.h"
#include "cli/command.h"
#include "icc/cgats.h"

#include <QDir>
#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTemporaryDir>

#include <csignal>

namespace cli_measure_test {

using namespace lamp;
using namespace lamptest;

class TestCliMeasure : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    QString path(const QString &name) const { return m_dir.filePath(name); }
    Outcome measured(const QString &kind, const QString &display, const QStringList &more = {}) const
    {
        return cli(QStringList{"measure", kind, "--bench", serve(display), "--out", path(kind), "--json"} + more);
    }

private Q_SLOTS:
    // A display is visited, something happens to it, and it is asked what: by the folder of the visit, and by the studio.
    void whatHappenedIsFound()
    {
        const QString visit = path("visited"), bench = serve("curlew --warm --visited '" + visit + "' --mishap ");
        QCOMPARE(
            cli({"visit", "--bench", serve("curlew --warm"), "--target", "Photo", "--effort", "quick", "--report", "none", "--whole", "--out", visit})
                .status,
            0);
        const auto ask = [&](const QString &what, const QStringList &more) {
            return cli(QStringList{"diagnose", "--bench", bench + what, "--out", path("found"), "--json"} + more);
        };
        const auto night = ask("night-colours", {"--visit", visit});
        QVERIFY2(night.status == 1, night.err.constData());
        QCOMPARE(night.json()["causes"].toArray()[0].toObject()["code"].toString(), QStringLiteral("night-colours"));
        QFile kept(path("found") + "/diagnosis.json");
        QVERIFY(kept.open(QIODevice::ReadOnly));
        QCOMPARE(QJsonDocument::fromJson(kept.readAll()).object(), night.json());
        const auto readings = readingsFromCgats(readFile((path("found") + "/readings.txt").toStdString()).value());
        QVERIFY(readings.ok());
        QCOMPARE(int(readings->readings.size()), night.json()["readings"].toInt());
        const auto well = ask("healthy", {"--visit", visit + "/whole-visit.json"});
        QVERIFY2(well.status == 0, well.err.constData());
        QVERIFY(well.json()["healthy"].toDouble() > 0.8);
        // By the studio's newest visit of the display that the bench shows.
        const QString store = path("studio.sqlite");
        QCOMPARE(cli({"fleet", "import", visit + "/whole-visit.json", "--store", store, "--yes"}).status, 0);
        const auto leak = ask("light-leak", {"--store", store, "--tests", "none"});
        QVERIFY2(leak.status == 1, leak.err.constData());
        QCOMPARE(leak.json()["causes"].toArray()[0].toObject()["code"].toString(), QStringLiteral("light-leak"));
        // What was found goes into the studio, once, and answers what people ask.
        const QString serial = leak.json()["display"].toObject()["serial"].toString(), file = path("found") + "/diagnosis.json";
        const auto asks = [&](const QStringList &more) { return cli(QStringList{"ask"} + more + QStringList{"--store", store, "--json"}); };
        auto cast = asks({"cast", "--display", serial});
        QVERIFY2(cast.status == 1 && cast.json()["open"].toBool(), cast.err.constData());
        const auto preview = cli({"fleet", "import", file, "--store", store, "--json"});
        QVERIFY2(preview.status == 0 && preview.out.contains("\"known\": false"), preview.out.constData());
        QVERIFY(asks({"cast", "--display", serial}).json()["open"].toBool()); // a preview changed nothing
        QCOMPARE(cli({"fleet", "import", file, "--store", store, "--yes"}).status, 0);
        QVERIFY(cli({"fleet", "import", file, "--store", store, "--json"}).out.contains("\"known\": true"));
        cast = asks({"cast", "--display", serial});
        QVERIFY2(cast.status == 0 && cast.json()["answer"].toString().contains("under the instrument"), cast.out.constData());
        QVERIFY(!cast.json()["because"].toArray().isEmpty() && !cast.json()["next"].toArray().isEmpty());
        QCOMPARE(asks({"prints-dark", "--display", serial}).json()["question"].toString(), QStringLiteral("prints-dark"));
        QCOMPARE(asks({"cast", "--display", "nobody"}).status, 2);
        QCOMPARE(asks({"whatever", "--display", serial}).status, 2);
        QCOMPARE(asks({"cast"}).status, 2);
        QCOMPARE(asks({"differ", "--display", serial}).status, 1); // beside which one?
        QCOMPARE(cli({"ask", "--json"}).json()["questions"].toArray().size(), 7);
        // Of a display that the studio does not have nothing is kept.
        QCOMPARE(cli({"fleet", "import", file, "--store", path("empty.sqlite"), "--yes"}).status, 2);
        // It goes out again as it is, and can be brought in elsewhere with its visit.
        QCOMPARE(cli({"fleet", "export", path("all"), "--store", store}).status, 0);
        const auto names = QDir(path("all") + "/measurements").entryList(QDir::Files);
        QCOMPARE(names.size(), 1);
        QCOMPARE(readFile((path("all") + "/measurements/" + names[0]).toStdString()).value(), readFile(file.toStdString()).value());
        // The visit's certificate: a page, or what cannot be is said.
        QCOMPARE(cli({"convert", visit + "/whole-visit.json", path("c.html"), "--certificate"}).status, 0);
        QVERIFY(readFile(path("c.html").toStdString()).value().find("signature") != std::string::npos);
        QCOMPARE(cli({"convert", visit + "/whole-visit.json", path("c.pdf"), "--certificate"}).status, 0);
        QCOMPARE(cli({"convert", visit + "/whole-visit.json", path("c.csv"), "--certificate"}).status, 2);
        QCOMPARE(cli({"convert", visit + "/readings.txt", path("c.csv"), "--certificate"}).status, 2); // of no visit there is none
    }

    void whatCannotBeDiagnosedIsSaid()
    {
        const QString visit = path("visited");
        const auto other = cli({"diagnose", "--bench", serve("plover --warm"), "--visit", visit, "--out", path("other")});
        QVERIFY(other.status == 2 && other.err.contains("and the visit is of"));
        const auto none = cli({"diagnose", "--bench", serve("plover --warm"), "--store", path("studio.sqlite"), "--out", path("none")});
        QVERIFY2(none.status == 2 && none.err.contains("knows no finished visit"), none.err.constData());
        QCOMPARE(cli({"diagnose", "--bench", serve("curlew"), "--visit", path("nowhere"), "--out", path("none")}).status, 2);
        QCOMPARE(cli({"diagnose", "--bench", serve("curlew --mishap nonsense"), "--visit", visit, "--out", path("none")}).status, 3);
        QCOMPARE(cli({"diagnose", "--bench", serve("curlew"), "--visit", visit, "--out", path("none"), "--tests", "some"}).status, 2);
        // What cannot happen to a display does not happen in silence.
        const auto cannot = cli({"serve", "--display", "curlew", "--mishap", "contrast-clipped", "--language", "en"});
        QVERIFY2(cannot.status == 2 && cannot.err.contains("cannot happen to curlew"), cannot.err.constData());
        const auto gone = cli({"diagnose", "--bench", serve("curlew --warm --fault internal:8:500"), "--visit", visit, "--out", path("gone")});
        QVERIFY2(gone.status == 3 && QFile::exists(path("gone") + "/readings.txt"), gone.err.constData());
        QVERIFY(!QFile::exists(path("gone") + "/diagnosis.json"));
    }

    void eachKindLeavesItsFiles_data()
    {
        QTest::addColumn<QStringList>("more");
        QTest::addColumn<int>("patches");
        QTest::newRow("gray") << QStringList{"--steps", "11"} << 9;
        QTest::newRow("saturation") << QStringList{"--steps", "2", "--luminance", "0.5"} << 12;
        QTest::newRow("colours") << QStringList{"--set", "neutrals"} << 30;
        QTest::newRow("uniformity") << QStringList{} << 9;
        QTest::newRow("contrast") << QStringList{} << 0;
        QTest::newRow("stability") << QStringList{"--minutes", "5"} << 0;
        QTest::newRow("modes") << QStringList{} << 4;
    }
    void eachKindLeavesItsFiles()
    {
        QFETCH(QStringList, more);
        QFETCH(int, patches);
        const QString kind = QTest::currentDataTag();
        const auto run = measured(kind, "curlew --warm", more);
        const QJsonObject json = run.json();
        // Modes of which none can be recommended as it is end as what is out of tolerance does.
        const bool none = kind == "modes" && json["results"].toObject()["recommended"].isNull();
        QVERIFY2(run.status == (none ? 1 : 0), run.err.constData());
        QCOMPARE(json["schema"].toString(), QStringLiteral("dutiful-lamp/measurement/1"));
        QCOMPARE(json["kind"].toString(), kind);
        QVERIFY(json["complete"].toBool());
        QCOMPARE(json["readings"].toInt(), json["measurements"].toArray().size());
        QCOMPARE(QDir(path(kind)).entryList(QDir::Files), (QStringList{"measurement.json", "readings.txt"}));
        QFile kept(path(kind) + "/measurement.json");
        QVERIFY(kept.open(QIODevice::ReadOnly));
        QCOMPARE(QJsonDocument::fromJson(kept.readAll()).object(), json); // what is printed is what is kept
        const auto text = readFile((path(kind) + "/readings.txt").toStdString());
        const auto readings = readingsFromCgats(text.value());
        QVERIFY(readings.ok());
        QCOMPARE(int(readings->readings.size()), json["readings"].toInt());
        const QJsonObject results = json["results"].toObject();
        QCOMPARE(results.isEmpty(), false);
        if (kind == "gray") {
            QCOMPARE(results["gray"].toObject()["steps"].toArray().size(), patches);
            QVERIFY(results["gray"].toObject()["uncertainty"].toObject()["mean"].toObject()["absolute_k2"].toDouble()
                    > results["gray"].toObject()["uncertainty"].toObject()["mean"].toObject()["instrument_k2"].toDouble());
        } else if (kind == "saturation" || kind == "colours") {
            QCOMPARE(results["colours"].toObject()["colours"].toArray().size(), patches);
        } else if (kind == "uniformity") {
            QCOMPARE(results["uniformity"].toObject()["places"].toArray().size(), patches);
            // The corners of this panel have 12 % less (its middles of outer ninths 12 % of 4/9).
            LAMP_NEAR(results["uniformity"].toObject()["darkest_percent"].toDouble(), -5.33, 0.8);
        } else if (kind == "modes") {
            QCOMPARE(results["modes"].toArray().size(), patches);
            for (const auto m : results["modes"].toArray()) {
                QVERIFY(!m.toObject()["why"].isNull());
            }
        } else if (kind == "stability") {
            const auto points = results["stability"].toObject()["points"].toArray();
            QVERIFY(points.last().toObject()["minutes"].toDouble() >= 5);
        }
    }

    void inWords()
    {
        const auto run = cli({"measure", "uniformity", "--bench", serve("knot --warm"), "--out", path("words")});
        QCOMPARE(run.status, 0);
        QVERIFY2(run.out.contains("from the centre's luminance"), run.out.constData());
        const auto german = cli({"--language", "de", "measure", "contrast", "--bench", serve("knot --warm"), "--out", path("worte")});
        QCOMPARE(german.status, 0);
        QVERIFY2(german.out.contains("Weiß") && !german.out.contains("White"), german.out.constData());
    }

    // What it came to on paper and for a browser, by the file's ending; where it cannot be written it is said and kept elsewhere.
    void asReports()
    {
        const auto textOf = [](const QString &pdf) {
            QProcess p;
            p.start("pdftotext", {"-layout", pdf, "-"});
            return p.waitForFinished(20000) ? p.readAllStandardOutput() : QByteArray();
        };
        const QString html = path("contrast.html"), pdf = path("modes.pdf");
        QCOMPARE(cli({"measure", "contrast", "--bench", serve("knot --warm"), "--out", path("r1"), "--report", html}).status, 0);
        QFile page(html);
        QVERIFY(page.open(QIODevice::ReadOnly));
        const QByteArray words = page.readAll();
        QVERIFY2(words.contains("Contrast, measured") && words.contains("Knot") && words.contains("cd/m"), words.left(3000).constData());
        const int chosen = cli({"measure", "modes", "--bench", serve("curlew --warm"), "--out", path("r2")}).status;
        QCOMPARE(cli({"compare", path("r2"), "--report", pdf}).status, chosen); // the same answer by both
        QCOMPARE(cli({"compare", path("r2")}).status, chosen);                  // a report changes no judgement
        const QByteArray said = textOf(pdf);
        QVERIFY2(said.contains("which to take") && said.contains("By the rule") && said.contains("factory"), said.constData());
        QCOMPARE(cli({"measure", "uniformity", "--bench", serve("knot --warm"), "--out", path("r5"), "--report", path("places.pdf")}).status, 0);
        QVERIFY2(textOf(path("places.pdf")).contains("from the centre"), textOf(path("places.pdf")).constData());
        // German, with a chart; and a folder that is none.
        const QString german = path("grau.pdf");
        QCOMPARE(cli({"--language", "de", "measure", "gray", "--bench", serve("knot --warm"), "--out", path("r3"), "--report", german}).status, 0);
        QVERIFY2(textOf(german).contains("Graustufen, gemessen"), textOf(german).constData());
        QCOMPARE(cli({"compare", path("r2"), "--report", path("r2/measurement.json/x.pdf")}).status, 4);
        // A file of another kind is refused before anything is read.
        QCOMPARE(cli({"measure", "gray", "--bench", serve("knot --warm"), "--out", path("r4"), "--report", path("gray.txt")}).status, 2);
        QVERIFY(!QFile::exists(path("r4")) && !QFile::exists(path("gray.txt")));
    }

    // What two people saw alike, of that pair alone.
    void matchedByEye()
    {
        const QStringList common{"--effort", "quick", "--report", "none"};
        QCOMPARE(cli(QStringList{"visit", "--bench", serve("avocet --warm"), "--target", "Photo", "--out", path("ref")} + common).status & ~1, 0);
        const auto visitOf = [&](const QString &folder) {
            QFile f(path(folder + "/visit.json"));
            return f.open(QIODevice::ReadOnly) ? QJsonDocument::fromJson(f.readAll()).object() : QJsonObject();
        };
        const auto reference = visitOf("ref")["display"].toObject();
        const auto eyeOf = [&](const QString &model, const QString &serial) {
            QJsonArray settings;
            for (const char *person : {"A", "A", "A", "B", "B", "B"}) {
                settings << QJsonObject{{"person", person}, {"du", -0.004}, {"dv", 0.003}, {"luminance_percent", -2}};
            }
            QFile f(path("eye.json"));
            (void)(f.open(QIODevice::WriteOnly | QIODevice::Truncate)
                   && f.write(QJsonDocument(QJsonObject{{"schema", "dutiful-lamp/eye-match/1"},
                                                        {"display", QJsonObject{{"model", model}, {"serial", serial}}},
                                                        {"reference", QJsonObject{{"model", reference["model"]},
                                                                                  {"serial", reference["serial"]},
                                                                                  {"white", QJsonObject{{"x", 0.31}, {"y", 0.33}, {"Y", 120}}}}},
                                                        {"instrument", QJsonObject{{"model", ""}, {"serial", ""}}},
                                                        {"finished", "2031-03-04T09:20:00Z"},
                                                        {"settings", settings}})
                                  .toJson()));
        };
        const QStringList like =
            QStringList{"visit", "--bench", serve("dunlin --warm"), "--match", path("ref/visit.json"), "--by-eye", path("eye.json")} + common;
        eyeOf("Another", "X-1");
        QCOMPARE(cli(like + QStringList{"--out", path("no")}).status, 2);
        QCOMPARE(cli(QStringList{"visit", "--bench", serve("dunlin --warm"), "--target", "Photo", "--by-eye", path("eye.json"), "--out", path("no")}
                     + common)
                     .status,
                 2);
        QCOMPARE(cli(QStringList{"visit", "--bench", serve("dunlin --warm"), "--target", "Photo", "--out", path("own")} + common).status & ~1, 0);
        const auto own = visitOf("own")["display"].toObject();
        eyeOf(own["model"].toString(), own["serial"].toString());
        const auto run = cli(like + QStringList{"--out", path("eye")});
        QVERIFY2((run.status & ~1) == 0, run.err.constData());
        const auto white = visitOf("eye")["target"].toObject()["white"].toObject(),
                   read = visitOf("ref")["calibration"].toObject()["white"].toObject();
        const auto u = [](const QJsonObject &w) { return 4 * w["x"].toDouble() / (-2 * w["x"].toDouble() + 12 * w["y"].toDouble() + 3); };
        QVERIFY2(std::abs(u(white) - u(read) + 0.004) < 0.0004, qPrintable(QString::number(u(white) - u(read))));
    }

    // A profile says what drives mean: of a display it was made for, colours are where it says.
    void byAProfile()
    {
        QCOMPARE(
            cli({"visit", "--bench", serve("avocet --warm"), "--target", "Photo", "--effort", "quick", "--report", "none", "--out", path("visit")})
                .status,
            0);
        // The bench of another process is as it was delivered, so ramps are loaded by a check first: what is read stands on the profile's state.
        const auto raw = measured("saturation", "avocet --warm", {"--steps", "2", "--profile-in", path("visit/profile.icc")});
        QVERIFY2(raw.status == 0, raw.err.constData());
        QVERIFY(raw.json()["results"].toObject()["colours"].toObject()["mean"].toDouble() > 0.1);
    }

    void whatCannotBe_data()
    {
        QTest::addColumn<QStringList>("arguments");
        QTest::newRow("kind") << QStringList{"dancing"};
        QTest::newRow("grid") << QStringList{"uniformity", "--grid", "4"};
        QTest::newRow("steps") << QStringList{"gray", "--steps", "1000000"};
        QTest::newRow("space") << QStringList{"saturation", "--space", "no such"};
        QTest::newRow("mode") << QStringList{"modes", "--modes", "cinema"};
        QTest::newRow("set") << QStringList{"colours", "--set", "birds"};
        QTest::newRow("colours") << QStringList{"colours", "--colours", "/no/such/file.csv"};
        QTest::newRow("profile") << QStringList{"gray", "--profile-in", LAMP_TESTS_DIR "/CMakeLists.txt"};
        QTest::newRow("minutes") << QStringList{"stability", "--minutes", "0"};
        QTest::newRow("instrument") << QStringList{"gray", "--instrument", "7"};
        QTest::newRow("warm-up") << QStringList{"gray", "--warm-up", "maybe"};
        QTest::newRow("resume") << QStringList{"gray", "--resume", LAMP_TESTS_DIR "/CMakeLists.txt"};
        QTest::newRow("target") << QStringList{"gray", "--target", "no such"};
    }
    void whatCannotBe()
    {
        QFETCH(QStringList, arguments);
        const auto run = cli(QStringList{"measure"} + arguments + QStringList{"--bench", serve("avocet --warm"), "--out", path("never"), "--json"});
        QVERIFY2(run.status == 2, qPrintable(QString::number(run.status) + run.out + run.err));
        QVERIFY(!run.json()["error"].toObject()["message"].toString().isEmpty());
        QVERIFY(!QFile::exists(path("never/measurement.json")));
    }

    // A bench that fails for good: what was read is kept, and the status says so; it can be gone on with.
    void cutOffByTheBench()
    {
        const auto run = measured("gray", "avocet --warm --fault internal:20:4000");
        QCOMPARE(run.status, 3);
        QFile kept(path("gray") + "/measurement.json");
        QVERIFY(kept.open(QIODevice::ReadOnly));
        const QJsonObject json = QJsonDocument::fromJson(kept.readAll()).object();
        QVERIFY(!json["complete"].toBool());
        const int before = json["readings"].toInt();
        QVERIFY(before >= 10);
        QVERIFY(!QFile::exists(path("gray") + "/readings.partial.csv"));
        QVERIFY(QFile::copy(path("gray/measurement.json"), path("before.json")));
        const auto on = measured("gray", "avocet --warm", {"--resume", path("before.json")});
        QVERIFY2(on.status == 0, on.err.constData());
        const QJsonArray all = on.json()["measurements"].toArray();
        QVERIFY(on.json()["complete"].toBool());
        QVERIFY(all.size() > before);
        QStringList names;
        for (const auto m : all) {
            names << m.toObject()["name"].toString();
        }
        for (const auto p : on.json()["patches"].toArray()) {
            QCOMPARE(names.count(p.toObject()["name"].toString()), 1);
        }
        // What the folder held of before was not written over.
        QCOMPARE(QDir(path("gray")).entryList({"earlier*"}, QDir::Dirs).size() >= 1, true);
    }

    // Modes and displays side by side, and which to take.
    void compared()
    {
        QCOMPARE(cli({"measure", "colours", "--bench", serve("avocet --warm"), "--set", "memory", "--out", path("avocet")}).status, 0);
        QCOMPARE(cli({"measure", "colours", "--bench", serve("dunlin --warm"), "--set", "memory", "--out", path("dunlin")}).status, 0);
        const auto run = cli({"compare", path("avocet"), path("dunlin/measurement.json"), "--limit", "20", "--json"});
        QVERIFY2(run.status == 0, run.err.constData());
        const QJsonObject json = run.json();
        QCOMPARE(json["candidates"].toArray().size(), 2);
        QVERIFY(json["same_tests"].toBool());
        const auto mean = [&](int i) { return json["candidates"].toArray()[i].toObject()["mean"].toDouble(); };
        QCOMPARE(json["recommended"].toString(), mean(0) < mean(1) ? path("avocet") : path("dunlin/measurement.json"));
        // None within the limit: nothing is recommended, and the status says so.
        QCOMPARE(cli({"compare", path("avocet"), path("dunlin"), "--limit", "0.1"}).status, 1);
        QVERIFY(cli({"compare", path("avocet"), "--limit", "20"}).out.contains("Recommended"));
        QCOMPARE(cli({"compare", path("nothing.json")}).status, 2);
        QCOMPARE(cli({"compare", path("avocet"), "--space", "no such"}).status, 2);
        QCOMPARE(cli({"compare", "--instruments", path("avocet")}).status, 2);
        QCOMPARE(cli({"compare", "--instruments", path("avocet"), path("dunlin")}).status, 2); // not one display
    }

    // The bench's spectroradiometer beside its colorimeter.
    void twoInstruments()
    {
        for (const char *n : {"0", "1"}) {
            const auto run = cli({"measure", "colours", "--bench", serve("avocet --warm --spectral"), "--set", "surface", "--instrument", n, "--out",
                                  path(QStringLiteral("by-") + n)});
            QVERIFY2(run.status == 0, run.err.constData());
        }
        const auto run = cli({"compare", "--instruments", path("by-1"), path("by-0"), "--correction", path("matrix.json"), "--json"});
        QVERIFY2(run.status == 0 || run.status == 1, run.err.constData());
        QCOMPARE(run.status == 0, run.json()["agree"].toBool());
        QVERIFY(run.json()["luminance_k2"].toDouble() > 1);
        QVERIFY(QFile::exists(path("matrix.json")));
        // It is one that a visit takes.
        QCOMPARE(cli({"visit", "--bench", serve("avocet --warm"), "--target", "Photo", "--effort", "quick", "--report", "none", "--correction",
                      path("matrix.json"), "--out", path("corrected")})
                     .status,
                 0);
    }

    void stoppedByASignal()
    {
        QProcess process;
        process.start(LAMP_CLI, {"measure", "gray", "--steps", "257", "--bench", serve("avocet --warm"), "--out", path("signal"), "--json"});
        QVERIFY(process.waitForStarted());
        const auto deadline = QDeadlineTimer(30000);
        while (QFile(path("signal/readings.partial.csv")).size() < 2000 && !deadline.hasExpired() && process.state() == QProcess::Running) {
            QTest::qWait(2);
        }
        if (process.state() != QProcess::Running) {
            QSKIP("It was done before it could be stopped.");
        }
        ::kill(pid_t(process.processId()), SIGTERM);
        QVERIFY(process.waitForFinished(30000));
        if (process.exitCode() == 0) {
            QSKIP("It was done before it could be stopped.");
        }
        QCOMPARE(process.exitCode(), 130);
        QVERIFY(QFile::exists(path("signal/measurement.json")) && QFile::exists(path("signal/readings.txt")));
    }
};

LAMP_TEST(cli_measure, TestCliMeasure)

} // namespace cli_measure_test
#include "test_cli_measure.moc"
