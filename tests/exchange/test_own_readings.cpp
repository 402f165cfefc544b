// SPDX-License-Identifier: GPL-3.0-or-later
// Any visit's readings, brought in again in any of our formats, say what the visit said.
#include "english.h"
#include "support.h"

#include "exchange/reading_table.h"
#include "icc/cgats.h"
#include "report/files.h"
#include "simlab/sim_bench.h"
#include "visit/own_readings.h"
#include "visit/visit.h"
#include "visit/whole_visit.h"

#include <ranges>

namespace own_readings_test {

using namespace lamp;

namespace {

const WallTime kThen = fromIsoTime("2026-11-25T10:00:00Z");

VisitPlan planFor(Task task)
{
    VisitPlan p;
    p.task = task;
    p.target = *builtInTarget("Photo");
    p.target.luminance.cdM2 = 110; // none of the built-in ones: it has to come back by what the file says
    p.target.name = "Photo, our own";
    p.tolerance = *builtInTolerance("strict");
    p.grid = 17;
    return p;
}

Result<VisitRecord> visited(sim::SimBench &bench, const VisitPlan &plan)
{
    Visit visit(bench, plan, {}, {});
    return visit.run();
}

Result<ReadingSet> read(const std::string &content)
{
    const auto table = readingTable(content);
    if (!table) {
        return table.error();
    }
    const Roles roles = guessRoles(table.value());
    return roles.unclear.empty() ? readingsFrom(table.value(), roles) : Error{ErrorKind::Input, roles.unclear.front(), {}, {}, "unclear", false};
}

/// The visit that a format's readings make.
Result<VisitRecord> again(const std::string &content)
{
    const auto set = read(content);
    return set ? visitOfReadings(set.value(), {}, {}, kThen) : Result<VisitRecord>(set.error());
}

std::vector<std::pair<const char *, std::string>> allFormats(const VisitRecord &record)
{
    const ReadingSet set = readingSet(record);
    return {{"CGATS", readingsToCgats(set)}, {"CSV", readingsToCsv(set)}, {"CxF", readingsToCxf(set)}, {"JSON", readingsToJson(set)}};
}

} // namespace

class TestOwnReadings : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aVisitIsMadeAgain_data()
    {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<int>("task");
        const std::vector<std::string> kinds = sim::kinds();
        for (size_t i = 0; i < kinds.size() && int(i) < lamptest::repetitions(int(kinds.size()), 1); ++i) {
            QTest::addRow("%s, full", kinds[i].c_str()) << QString::fromStdString(kinds[i]) << int(Task::Full);
        }
        for (const Task task : std::vector{Task::Check, Task::Refresh, Task::Profile} | std::views::take(lamptest::repetitions(3, 1))) {
            QTest::addRow("%s, %s", kinds.front().c_str(), taskName(task).c_str()) << QString::fromStdString(kinds.front()) << int(task);
        }
    }
    void aVisitIsMadeAgain()
    {
        QFETCH(QString, kind);
        QFETCH(int, task);
        const auto bench = sim::makeBench(kind.toStdString(), 11);
        QVERIFY(bench.ok());
        bench.value()->skipTime(7200);
        VisitPlan plan = planFor(Task(task));
        if (plan.task == Task::Check) {
            // Of another one of its kind, so that it does not fit: both have to say by how much.
            const auto other = sim::makeBench(kind.toStdString(), 12);
            QVERIFY(other.ok());
            const auto before = visited(*other.value(), planFor(Task::Full));
            QVERIFY(before.ok());
            plan.profileIn = before->profile;
        }
        const auto record = visited(*bench.value(), plan);
        QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
        QVERIFY(!record->verification.colours.empty());
        for (const auto &[format, content] : allFormats(record.value())) {
            const auto made = again(content);
            QVERIFY2(made.ok(), made.ok() ? "" : (std::string(format) + ": " + english(made.error())).c_str());
            qInfo("%s: mean %.3f, was %.3f; %s, was %s", format, made->verification.mean, record->verification.mean,
                  verdictName(made->verdict).c_str(), verdictName(record->verdict).c_str());
            LAMP_NEAR(made->verification.mean, record->verification.mean, 0.05);
            QCOMPARE(verdictName(made->verdict), verdictName(record->verdict));
            QCOMPARE(made->plan.task, plan.task);
            QCOMPARE(made->plan.target.name, plan.target.name);
            QCOMPARE(made->plan.target.luminance.cdM2, plan.target.luminance.cdM2);
            QCOMPARE(made->plan.tolerance.name, plan.tolerance.name);
            QCOMPARE(made->verification.colours.size(), record->verification.colours.size());
            LAMP_NEAR(made->calibrated.white.b / record->calibrated.white.b, 1, 0.01);
            LAMP_NEAR(made->aimLuminance / record->aimLuminance, 1, 0.01);
            QCOMPARE(made->states.all.size(), record->states.all.size());
        }
    }

    // What a person asks for stands above what the file says; the verdict follows it.
    void whatIsAskedStands()
    {
        const VisitRecord &record = plain();
        AskedOfReadings asked;
        asked.tolerance = *builtInTolerance("strict");
        asked.tolerance->mean = 0.001;
        const auto made = visitOfReadings(read(readingsToCsv(readingSet(record))).value(), {}, asked, kThen);
        QVERIFY(made.ok());
        QVERIFY(made->verdict != Verdict::Pass);
        QCOMPARE(made->plan.target.name, std::string("Photo, our own"));
    }

    // A file that lost a part is not filled up with something else: it is said which.
    void aDamagedPartIsSaid_data()
    {
        QTest::addColumn<int>("part");
        QTest::addColumn<QString>("words");
        for (const auto &[part, words] : {std::pair{0, "ramps"}, std::pair{1, "display_facts"}, std::pair{2, "target"}, std::pair{3, "state"},
                                          std::pair{4, "white before and after"}, std::pair{5, "six are needed"}, std::pair{6, "noise of reading"},
                                          std::pair{7, "lost a part"}}) {
            QTest::addRow("%s", words) << part << words;
        }
    }
    void aDamagedPartIsSaid()
    {
        QFETCH(int, part);
        QFETCH(QString, words);
        ReadingSet set = readingSet(plain());
        const auto erase = [&set](const Stage stage, bool white) {
            std::erase_if(set.readings, [&](const Measurement &m) { return m.stage == stageName(stage) && (m.rgb == Drive{1, 1, 1}) == white; });
        };
        switch (part) {
        case 0: set.states.ramps.clear(); break;
        case 1: set.facts.erase("display_facts"); break;
        case 2: set.facts["visit_target"] = "{\"name\": 3}"; break;
        case 3: set.readings.back().state = 4711; break;
        case 4: erase(Stage::Verify, true); break;
        case 5: erase(Stage::Calibrate, false); break;
        case 6: set.readings[set.readings.size() / 2].sigma = {}; break;
        default: {
            // As a file says it whose column of one part is gone.
            std::string csv = readingsToCsv(set);
            csv.replace(csv.find("wanted a"), 8, "lost one");
            set = read(csv).value();
        }
        }
        const auto made = visitOfReadings(set, {}, {}, kThen);
        QVERIFY(!made.ok());
        QVERIFY2(QString::fromStdString(english(made.error())).contains(words), english(made.error()).c_str());
    }

    // A state whose line was lost is not taken for a display without ramps, and no colour of another state judges.
    void aLostStateIsSaid()
    {
        std::string csv = readingsToCsv(readingSet(plain()));
        const size_t from = csv.find("# state 2:");
        QVERIFY(from != std::string::npos);
        csv.erase(from, csv.find('\n', from) + 1 - from);
        const auto set = read(csv);
        QVERIFY(!set.ok());
        QVERIFY2(english(set.error()).find("state 2") != std::string::npos, english(set.error()).c_str());
    }

private:
    /// One finished visit for several tests.
    const VisitRecord &plain()
    {
        if (!m_plain) {
            const auto bench = sim::makeBench("wled", 3);
            bench.value()->skipTime(7200);
            m_plain = visited(*bench.value(), planFor(Task::Full)).value();
        }
        return *m_plain;
    }
    std::optional<VisitRecord> m_plain;
};

LAMP_TEST(own_readings, TestOwnReadings)

} // namespace own_readings_test
#include "test_own_readings.moc"
