// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "judge/verification.h"
#include "report/files.h"

#include <QDir>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>

#include <nlohmann/json.hpp>

namespace foreign_bench_test {

using namespace lamp;
using Json = nlohmann::json;

namespace {

XYZ xyzFrom(const Json &j)
{
    return {j[0].get<double>(), j[1].get<double>(), j[2].get<double>()};
}

} // namespace

/// The command line against a bench that shares nothing with the program but the protocol: another language, other
/// physics (tests/cli/plain_bench.py, written from docs/protocol.md).
class TestForeignBench : public QObject {
    Q_OBJECT

private:
    QTemporaryDir m_dir;

    struct Outcome {
        int status;
        QByteArray err;
        Json visit, truth;
    };
    Outcome visit(const QString &name, const QString &bench, const QStringList &rest = {})
    {
        const QString truth = m_dir.filePath(name + ".truth");
        QProcess p;
        p.start(LAMP_CLI,
                QStringList{"visit", "--bench", QStringLiteral("python3 " LAMP_TESTS_DIR "/cli/plain_bench.py --truth %1 %2").arg(truth, bench),
                            "--target", "Photo", "--out", m_dir.filePath(name), "--report", "none"}
                    + rest);
        p.waitForFinished(60000);
        Outcome o{p.exitCode(), p.readAllStandardError(), {}, {}};
        const auto parsed = [](const QString &path) {
            QFile f(path);
            return f.open(QIODevice::ReadOnly) ? Json::parse(f.readAll().toStdString(), nullptr, false) : Json();
        };
        o.visit = parsed(m_dir.filePath(name) + "/visit.json");
        o.truth = parsed(truth);
        return o;
    }
    /// White within 0.5 ΔE00 and 1 %, grays within a mean of 0.6, by the bench's own truth.
    void verifyTruth(const Outcome &o, double grayLimit)
    {
        const XYZ white = xyzFrom(o.truth["white"]);
        LAMP_NEAR(white.b, 120, 1.2);
        QVERIFY2(whiteDifference(white, {0.31272, 0.32903}) < 0.5, o.truth.dump().c_str());
        std::vector<GrayInput> grays;
        for (const Json &g : o.truth["grays"]) {
            grays.push_back({g[0].get<double>(), xyzFrom(g[1])});
        }
        const GrayJudgement j = judgeGrays(grays, white, xyzFrom(o.truth["black"]), {0.31272, 0.32903}, {});
        QVERIFY2(j.mean < grayLimit, qPrintable(QString::number(j.mean)));
        QVERIFY(o.truth["lut_loaded"].get<bool>());
    }

private Q_SLOTS:
    void calibratesAndChoosesTheFitInstrument()
    {
        const Outcome o = visit("plain", "");
        QVERIFY2(o.status == 0, o.err);
        QCOMPARE(o.visit["instrument"]["model"].get<std::string>(), std::string("New gull"));
        QCOMPARE(o.visit["instrument"]["correction"].get<std::string>(), std::string("qd"));
        verifyTruth(o, 0.6);
        // Settings are told as the panel took them: brightness moves in fives.
        const double brightness = o.visit["display"]["controls"]["brightness"].get<double>();
        LAMP_NEAR(std::fmod(brightness, 5), 0, 1e-9);
        QCOMPARE(o.visit["display"]["controls"], o.truth["controls"]);
        QCOMPARE(o.visit["display"]["controls"]["contrast"].get<double>(), 75.0);
    }

    // A menu that a person turns: at a terminal the person is asked, does it, and the ramps have little left to do.
    void aPersonAtATerminalIsAsked()
    {
        const QString hand = m_dir.filePath("hand"), truth = m_dir.filePath("turned.truth"), out = m_dir.filePath("turned");
        const auto atTerminal = [&](const QStringList &first, const QString &folder, const QString &how = {}) {
            QProcess p;
            p.start("python3",
                    QStringList{LAMP_TESTS_DIR "/cli/at_a_terminal.py", hand} + first
                        + QStringList{LAMP_CLI, "visit", "--bench",
                                      QStringLiteral("python3 " LAMP_TESTS_DIR "/cli/plain_bench.py --hand %1 --truth %2 %3").arg(hand, truth, how),
                                      "--target", "Photo", "--out", folder, "--report", "none"});
            p.waitForFinished(120000);
            return std::pair{p.exitCode(), p.readAllStandardOutput()};
        };
        const auto [status, told] = atTerminal({}, out);
        QVERIFY2(status == 0, told);
        QVERIFY2(told.contains("Set brightness to"), told);
        QFile visited(out + "/visit.json"), stands(truth);
        QVERIFY(visited.open(QIODevice::ReadOnly) && stands.open(QIODevice::ReadOnly));
        const Json visit = Json::parse(visited.readAll().toStdString()), is = Json::parse(stands.readAll().toStdString());
        QVERIFY(visit.dump().find("was not turned") == std::string::npos);
        QVERIFY(is["controls"]["brightness"].get<double>() < 150); // 180 as found
        QCOMPARE(visit["display"]["controls"]["brightness"], is["controls"]["brightness"]);
        LAMP_NEAR(xyzFrom(is["white"]).b, 120, 1.5);
        // Somebody who has enough of it types q: nothing is judged, and what was read is kept.
        const auto [stopped, said] = atTerminal({"--stop-at", "4"}, m_dir.filePath("stopped"));
        QVERIFY2(stopped != 0 && !QFile::exists(m_dir.filePath("stopped") + "/visit.json"), said);
        // A display that does not say what its menu has: the person does, and is asked again where that cannot be read.
        QFile::remove(hand);
        const auto [told2, silent] =
            atTerminal({"--menu", "brightness", "--menu", "brightness 300/255", "--menu", "brightness 180/255, red 50/50 green 50/50, blue 50 / 50"},
                       m_dir.filePath("silent"), "--silent");
        QVERIFY2(told2 == 0, silent);
        QCOMPARE(silent.count("Which controls does the menu have"), 3);
        QCOMPARE(silent.count("That cannot be read"), 2);
        QVERIFY2(silent.contains("Set brightness to"), silent);
        QFile again(truth);
        QVERIFY(again.open(QIODevice::ReadOnly));
        LAMP_NEAR(xyzFrom(Json::parse(again.readAll().toStdString())["white"]).b, 120, 2);
    }

    // Without one nobody is asked, and the verdict says what was not done.
    void whatNobodyTurnedIsSaid()
    {
        const Outcome o = visit("unturned", "--hand " + m_dir.filePath("nobody"));
        QVERIFY2(o.visit.contains("reasons"), o.err);
        QVERIFY2(o.visit["reasons"].dump().find("was not turned") != std::string::npos, o.visit["reasons"].dump().c_str());
        QVERIFY2(!o.err.contains("no controls to adjust"), o.err);
        QCOMPARE(o.truth["controls"]["brightness"].get<double>(), 180.0);
    }

    void eightBitLut()
    {
        const Outcome o = visit("eight", "--lut 8 --seed 3");
        QVERIFY2(o.status == 0, o.err);
        verifyTruth(o, 0.8);
    }

    void noLutAtAll()
    {
        const Outcome o = visit("none", "--lut none");
        QVERIFY2(o.status == 0 || o.status == 1, o.err);
        QVERIFY(o.visit["warnings"].dump().find("no video LUT") != std::string::npos);
        const XYZ white = xyzFrom(o.truth["white"]);
        LAMP_NEAR(white.b, 120, 6);
        // The profile describes the display as it is, so colours still come out right.
        QVERIFY2(o.visit["verification"]["mean"].get<double>() < 1.5, o.visit["verification"]["mean"].dump().c_str());
    }

    void faultsAreGotOver()
    {
        for (const char *fault : {"unplug", "busy", "garbage"}) {
            const Outcome o = visit(QString::fromLatin1(fault), QStringLiteral("--fault %1").arg(fault));
            QVERIFY2(o.status == 0, fault + o.err);
            // After being unplugged the instrument came back without its correction: it must have been set again.
            verifyTruth(o, 0.6);
        }
    }

    void deadBenchKeepsWhatWasRead()
    {
        const Outcome o = visit("dead", "--fault dead");
        QCOMPARE(o.status, 3);
        QVERIFY2(o.err.contains("power lost"), o.err);
        const auto readings = readingsFromCgats(readFile((m_dir.filePath("dead") + "/readings.txt").toStdString()).value());
        QCOMPARE(readings->readings.size(), size_t(24));
        QCOMPARE(QDir(m_dir.filePath("dead")).entryList(QDir::Files), QStringList({"readings.txt"}));
    }

    void firstInstrumentWhenAskedFor()
    {
        const Outcome o = visit("first", "", {"--instrument", "0"});
        QCOMPARE(o.visit["instrument"]["model"].get<std::string>(), std::string("Old gull"));
        // It has no correction for this panel and reads it wrong: nothing is claimed.
        QCOMPARE(o.status, 1);
        QCOMPARE(o.visit["verdict"].get<std::string>(), std::string("undecided"));
        QCOMPARE(visit("third", "", {"--instrument", "2"}).status, 2);
        QCOMPARE(visit("mode", "", {"--mode", "cinema"}).status, 2);
    }

    void tablesOnDemand()
    {
        const Outcome o = visit("tables", "", {"--profile", "lut", "--icc", "2"});
        QVERIFY2(o.status == 0, o.err);
        const auto profile = Profile::open(readBytes((m_dir.filePath("tables") + "/profile.icc").toStdString()).value());
        QVERIFY(profile->facts().tables);
        QVERIFY(o.visit["verification"]["mean"].get<double>() < 0.8);
    }
};

LAMP_TEST(foreign_bench, TestForeignBench)

} // namespace foreign_bench_test
#include "test_foreign_bench.moc"
