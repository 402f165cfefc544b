// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "judge/verification.h"
#include "report/files.h"

#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>

#include <nlohmann/json.hpp>

#include <csignal>
#include <memory>

namespace rogue_bench_test {

using namespace lamp;
using Json = nlohmann::json;

namespace {

constexpr qint64 kLongestMs = 90000;
constexpr int kAtOnce = 3;

Json parsed(const QString &path)
{
    QFile f(path);
    return f.open(QIODevice::ReadOnly) ? Json::parse(f.readAll().toStdString(), nullptr, false) : Json();
}

/// Whether a process is there, and not only its remains that nobody has collected.
bool runs(qint64 process)
{
    QFile f(QStringLiteral("/proc/%1/stat").arg(process));
    const QByteArray all = f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
    return process > 0 && !all.isEmpty() && all.mid(all.lastIndexOf(')') + 2, 1) != "Z";
}

} // namespace

/// A visit on benches that misbehave, one way each (tests/cli/rogue_bench.py, written from docs/protocol.md alone): what must
/// come of each stands there, and in docs/misbehaviour.md.
class TestRogueBench : public QObject {
    Q_OBJECT

private:
    struct Outcome {
        int status = -1; ///< -1: it did not end
        QByteArray err;
        Json visit, truth;
        int readings = -1; ///< in readings.txt
        bool benchRuns = false, childRuns = false;
    };
    QTemporaryDir m_dir;
    Json m_behaviours;
    std::map<std::string, Outcome> m_outcomes;

    struct Job {
        std::string name;
        QString folder;
        std::unique_ptr<QProcess> process = std::make_unique<QProcess>();
        QElapsedTimer since;
    };
    std::unique_ptr<Job> begin(const std::string &name, size_t number)
    {
        auto job = std::make_unique<Job>();
        job->name = name;
        job->folder = m_dir.filePath(QString::number(number));
        const QString bench = QStringLiteral("exec python3 " LAMP_TESTS_DIR "/cli/rogue_bench.py --as '%1' --truth %2.truth")
                                  .arg(QString::fromStdString(name), job->folder);
        job->process->setStandardOutputFile(QProcess::nullDevice());
        job->process->setStandardErrorFile(job->folder + ".err");
        job->process->start(LAMP_CLI,
                            {"visit", "--bench", bench, "--target", "Photo", "--effort", "quick", "--out", job->folder, "--report", "none"});
        job->since.start();
        return job;
    }
    void end(const Job &job)
    {
        Outcome o;
        if (job.process->state() == QProcess::NotRunning && job.process->exitStatus() == QProcess::NormalExit) {
            o.status = job.process->exitCode();
        }
        job.process->kill();
        job.process->waitForFinished(1000);
        QFile err(job.folder + ".err");
        o.err = err.open(QIODevice::ReadOnly) ? err.readAll() : QByteArray();
        o.visit = parsed(job.folder + "/visit.json");
        o.truth = parsed(job.folder + ".truth");
        if (const auto text = readFile((job.folder + "/readings.txt").toStdString())) {
            const auto set = readingsFromCgats(text.value());
            o.readings = set ? int(set->readings.size()) : -2;
        }
        o.benchRuns = o.truth.is_object() && runs(o.truth["pid"].get<qint64>());
        QFile child(job.folder + ".truth.child");
        o.childRuns = child.open(QIODevice::ReadOnly) && runs(child.readAll().toLongLong());
        m_outcomes[job.name] = std::move(o);
    }
    static bool trueAsAimed(const Json &truth)
    {
        const auto xyz = [](const Json &j) { return XYZ(j[0].get<double>(), j[1].get<double>(), j[2].get<double>()); };
        const XYZ white = xyz(truth["white"]);
        std::vector<GrayInput> grays;
        for (const Json &g : truth["grays"]) {
            grays.push_back({g[0].get<double>(), xyz(g[1])});
        }
        // The limits of the tolerance that the visit was judged by ("studio").
        const GrayJudgement gray = judgeGrays(grays, white, xyz(truth["black"]), {0.31272, 0.32903}, {});
        return whiteDifference(white, {0.31272, 0.32903}) < 1.5 && std::abs(white.b / 120 - 1) < 0.05 && gray.mean < 1 && gray.max < 2.5;
    }

private Q_SLOTS:
    void initTestCase()
    {
        QProcess list;
        list.start("python3", {LAMP_TESTS_DIR "/cli/rogue_bench.py", "--list"});
        QVERIFY(list.waitForFinished(20000));
        m_behaviours = Json::parse(list.readAllStandardOutput().toStdString());
        QVERIFY(m_behaviours.size() >= 100);
        std::vector<std::unique_ptr<Job>> jobs;
        for (size_t next = 0; next < m_behaviours.size() || !jobs.empty();) {
            while (jobs.size() < kAtOnce && next < m_behaviours.size()) {
                jobs.push_back(begin(m_behaviours[next]["name"].get<std::string>(), next));
                ++next;
            }
            QTest::qWait(10);
            std::erase_if(jobs, [this](const std::unique_ptr<Job> &job) {
                const bool over = job->process->state() == QProcess::NotRunning || job->since.elapsed() > kLongestMs;
                if (over) {
                    end(*job);
                }
                return over;
            });
        }
    }

    void everyMisbehaviour_data()
    {
        QTest::addColumn<QString>("outcome");
        QTest::addColumn<QString>("words");
        for (const Json &b : m_behaviours) {
            QTest::newRow(b["name"].get<std::string>().c_str())
                << QString::fromStdString(b["outcome"].get<std::string>()) << QString::fromStdString(b["words"].get<std::string>());
        }
    }
    void everyMisbehaviour()
    {
        QFETCH(QString, outcome);
        QFETCH(QString, words);
        const Outcome &o = m_outcomes.at(QTest::currentDataTag());
        const QByteArray told = o.err.right(1500);
        // Never endless, never a false pass, nothing lost, nothing left running.
        QVERIFY2(o.status >= 0, "it did not end");
        QVERIFY2(o.status != 0 || trueAsAimed(o.truth), told);
        QVERIFY2(o.status <= 3, told);
        if (o.truth.is_object() && o.truth["good"].get<int>() > 0) {
            QVERIFY2(o.readings == o.truth["good"].get<int>(),
                     qPrintable(QStringLiteral("%1 answered, %2 kept: ").arg(o.truth["good"].get<int>()).arg(o.readings) + told));
        }
        QVERIFY2(!o.benchRuns && !o.childRuns, "a process of the bench was left running");
        if (outcome == "right" || outcome == "warned") {
            QVERIFY2(o.status == 0, told);
        } else if (outcome == "stopped") {
            QVERIFY2(o.status == 3, told);
            QVERIFY2(o.visit.is_null(), "a record was written of a visit that failed");
        } else if (outcome == "judged") {
            QVERIFY2(o.status == 1 || o.status == 3, told);
        }
        QVERIFY2(words.isEmpty() || o.err.contains(words.toUtf8()) || o.visit.dump().find(words.toStdString()) != std::string::npos, told);
        // Nothing that steers a terminal gets out.
        QVERIFY(!o.err.contains('\x1b') && !o.err.contains("\u202e"));
    }

    // The table in the documents lists what is tried here.
    void theTableInTheDocumentsIsTrue()
    {
        QFile f(LAMP_TESTS_DIR "/../docs/misbehaviour.md");
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QByteArray table = f.readAll();
        for (const Json &b : m_behaviours) {
            const QByteArray row = QByteArray::fromStdString("| " + b["name"].get<std::string>() + " | " + b["outcome"].get<std::string>() + " |");
            QVERIFY2(table.contains(row), row);
        }
    }
};

LAMP_TEST(rogue_bench, TestRogueBench)

} // namespace rogue_bench_test
#include "test_rogue_bench.moc"
