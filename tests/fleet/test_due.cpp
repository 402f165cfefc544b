// SPDX-License-Identifier: GPL-3.0-or-later
// What is due and why; registers of displays.
#include "english.h"
#include "support.h"

#include "fleet/due.h"
#include "fleet/register.h"

#include <nlohmann/json.hpp>

#include <ctime>

namespace due_test {

using namespace lamp;

namespace {

WallTime day(const std::string &text)
{
    return fromIsoTime(text + "T12:00:00Z");
}

DueQuestion visited(const std::string &last, int cadence = 28)
{
    DueQuestion q;
    q.serial = q.name = "A";
    q.cadenceDays = cadence;
    q.lastVisit = day(last);
    q.verdict = Verdict::Pass;
    return q;
}

std::string dueDay(const Due &due)
{
    return isoTime(due.due.value_or(WallTime{})).substr(0, 10);
}

} // namespace

class TestDue : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Common practice, no published source: every three to four weeks; the lamp tells how far along a display is, its words how far and why.
    void lampsFillByTheirDueDate()
    {
        const WallTime now = day("2031-03-31");
        const auto on = [&](const char *last, std::optional<Verdict> verdict = Verdict::Pass) {
            DueQuestion q = visited(last, 30);
            q.verdict = verdict;
            return dueOf(q, now);
        };
        const auto said = [&](const Due &due) { return english(dueSaid(due, now)); };
        QVERIFY(lampOf(dueOf({}, now)) == LampFill::Hollow && said(dueOf({}, now)) == "never visited");
        QVERIFY(lampOf(on("2031-03-28")) == LampFill::Full && said(on("2031-03-28")) == "in tolerance, due in 27 days");
        QVERIFY(lampOf(on("2031-03-06")) == LampFill::ThreeQuarters && said(on("2031-03-02")) == "due soon, in 1 day");
        QVERIFY(lampOf(on("2031-02-28")) == LampFill::Half && said(on("2031-03-01")) == "due today" && said(on("2031-02-28")) == "due for 1 day");
        QVERIFY(lampOf(on("2031-02-19")) == LampFill::Crescent && said(on("2031-02-19")) == "overdue by 10 days");
        QVERIFY(lampOf(on("2031-03-28", Verdict::Fail)) == LampFill::Notched && said(on("2031-03-28", Verdict::Fail)) == "out of tolerance");
        QVERIFY(lampOf(on("2031-03-28", {})) == LampFill::Notched && said(on("2031-03-28", {})) == "undecided");
        // What else makes it due is named.
        DueQuestion drifts = visited("2031-03-28", 30);
        drifts.evidence = now;
        QVERIFY(said(dueOf(drifts, now)) == "due today, by its history" && lampOf(dueOf(drifts, now)) == LampFill::Half);
        drifts.evidence = day("2031-04-20");
        QCOMPARE(said(dueOf(drifts, now)), std::string("due in 20 days, by its history"));
    }

    // A visit that ends begins it all anew; what has to be right for a job stays, and what failed is due at once.
    void aVisitThatEndsBeginsAnew()
    {
        DueQuestion q = visited("2031-02-01");
        q.historyKnown = true;
        q.event = day("2031-02-10");
        q.evidence = day("2031-02-15");
        const WallTime now = day("2031-03-03");
        const Due due = dueAfterVisit(q, Verdict::Pass, now);
        QVERIFY(due.state == "ok" && due.why == "interval" && dueDay(due) == "2031-03-31" && !due.historyKnown);
        q.assignment = WallTime(fromIsoTime("2031-03-20T00:00:00Z"));
        QVERIFY(dueAfterVisit(q, Verdict::Pass, now).why == "assignment" && dueDay(dueAfterVisit(q, Verdict::Pass, now)) == "2031-03-19");
        QCOMPARE(dueAfterVisit(q, Verdict::Fail, now).state, std::string("out"));
        QCOMPARE(dueAfterVisit(q, {}, now).state, std::string("undecided"));
    }

    // The day of a job is a date; it is over when the clock on the wall says so, here, in Honolulu and in Auckland.
    void aJobCountsUntilItsDayIsOver_data()
    {
        QTest::addColumn<QByteArray>("zone");
        QTest::addColumn<QString>("last"); // moment of that day, UTC
        QTest::newRow("Greenwich") << QByteArray("UTC") << "2031-03-20T23:59:00Z";
        QTest::newRow("ten hours west") << QByteArray("WEST10") << "2031-03-21T09:59:00Z";
        QTest::newRow("twelve hours east") << QByteArray("EAST-12") << "2031-03-20T11:59:00Z";
    }
    void aJobCountsUntilItsDayIsOver()
    {
        QFETCH(QByteArray, zone);
        QFETCH(QString, last);
        qputenv("TZ", zone);
        ::tzset();
        DueQuestion q = visited("2031-03-01");
        q.assignment = day("2031-03-20");
        const WallTime end = fromIsoTime(last.toStdString());
        const auto on = [&](std::chrono::seconds before) { return dueOf(q, end - before); };
        for (const int hours : {0, 6, 12, 23, 26}) { // of its day, and the evening before
            QCOMPARE(on(std::chrono::hours(hours)).why, std::string("assignment"));
        }
        QCOMPARE(on(std::chrono::hours(20)).state, std::string("due"));
        QCOMPARE(on(-std::chrono::minutes(2)).why, std::string("interval"));
        qunsetenv("TZ");
        ::tzset();
    }

    void theEarliestDecides()
    {
        DueQuestion q = visited("2031-03-01");
        QCOMPARE(dueDay(dueOf(q, day("2031-03-02"))), std::string("2031-03-29"));
        QCOMPARE(dueOf(q, day("2031-03-02")).why, std::string("interval"));
        q.assignment = day("2031-03-20");
        Due due = dueOf(q, day("2031-03-02"));
        QCOMPARE(dueDay(due), std::string("2031-03-19"));
        QCOMPARE(due.why, std::string("assignment"));
        q.evidence = day("2031-03-10");
        QCOMPARE(dueOf(q, day("2031-03-02")).why, std::string("evidence"));
        q.event = day("2031-03-05");
        due = dueOf(q, day("2031-03-06"));
        QCOMPARE(due.why, std::string("event"));
        QCOMPARE(due.state, std::string("due"));
        // An event before the visit was seen to by it; an assignment that it was made for is covered; one that is over needs nothing.
        q = visited("2031-03-16");
        q.event = day("2031-03-05");
        q.assignment = day("2031-03-20");
        QCOMPARE(dueOf(q, day("2031-03-17")).why, std::string("interval"));
        q.assignment = day("2031-03-10");
        QCOMPARE(dueOf(q, day("2031-03-17")).why, std::string("interval"));
    }

    // States by a fifth of the interval, as lamps say it: 28 days give 5.6.
    void statesFollowTheDays()
    {
        const DueQuestion q = visited("2031-03-01");
        for (const auto &[on, state] : {std::pair{"2031-03-22", "ok"}, std::pair{"2031-03-24", "due-soon"}, std::pair{"2031-03-29", "due"},
                                        std::pair{"2031-04-03", "due"}, std::pair{"2031-04-05", "overdue"}}) {
            QCOMPARE(dueOf(q, day(on)).state, std::string(state));
        }
        DueQuestion never;
        QCOMPARE(dueOf(never, day("2031-03-22")).state, std::string("never"));
        QVERIFY(!dueOf(never, day("2031-03-22")).due);
        DueQuestion out = q, unsure = q, unknown = q;
        out.verdict = Verdict::Fail;
        unsure.verdict = Verdict::Undecided;
        unknown.verdict = {};
        const Due atOnce = dueOf(out, day("2031-03-02")); // since the visit that said so, not since its interval
        QCOMPARE(atOnce.state, std::string("out"));
        QVERIFY(atOnce.due == out.lastVisit && atOnce.why == "evidence");
        QCOMPARE(dueReasonSaid(atOnce.state, atOnce.why).code, std::string("why-out"));
        QCOMPARE(dueOf(unsure, day("2031-03-02")).state, std::string("undecided"));
        QCOMPARE(dueOf(unknown, day("2031-03-02")).state, std::string("undecided")); // what was not judged is not right
        QCOMPARE(dueOf(unknown, day("2031-05-02")).state, std::string("overdue"));
    }

    void aHistoryAloneTellsIt()
    {
        const auto table = historyFromCsv("display,date,task,target,luminance_cd_m2,white_x,white_y,mean,max,event\n"
                                          "GOOD,2031-03-01,full,Photo,120.5,0.3127,0.3290,0.4,1.2,\n"
                                          "DIM,2031-03-01,check,Photo,110,0.3127,0.3290,0.9,1.9,\n"
                                          "YELLOW,2031-03-01,check,Photo,120,0.3220,0.3390,,,\n"
                                          "WILD,2031-03-01,check,,,,,1.2,7.5,\n"
                                          "BARE,2031-03-01,check,,,,,,,\n"
                                          "MOVED,2031-03-01,full,Photo,120,0.3127,0.3290,0.4,1,\n"
                                          "MOVED,2031-03-04,,,,,,,,moved\n"
                                          "ONLY,2031-03-04,,,,,,,,light\n");
        QVERIFY(table.ok());
        AgeingQuestion q;
        q.on = day("2031-03-08");
        q.tolerance = *builtInTolerance("studio");
        const auto all = dueByHistory(table->entries, ageingOf(table->entries, q), q, 28);
        const auto j = nlohmann::json::parse(dueToJson(all, q.on));
        std::map<std::string, nlohmann::json> by;
        for (const auto &d : j["displays"]) {
            by[d["serial"]] = d;
        }
        QCOMPARE(by.size(), size_t(7));
        QCOMPARE(by["GOOD"]["state"], "ok");
        QCOMPARE(by["DIM"]["state"], "out");    // 8 % below its target
        QCOMPARE(by["YELLOW"]["state"], "out"); // white beyond 1.5
        QCOMPARE(by["WILD"]["state"], "out");   // a patch beyond 5
        QCOMPARE(by["BARE"]["state"], "undecided");
        QVERIFY(by["BARE"]["last"]["verdict"].is_null() && by["BARE"]["last"]["mean"].is_null());
        QCOMPARE(by["MOVED"]["state"], "due");
        QCOMPARE(by["MOVED"]["why"], "event");
        QCOMPARE(by["MOVED"]["due"], "2031-03-04");
        QCOMPARE(by["ONLY"]["state"], "never");
        QVERIFY(by["ONLY"]["due"].is_null() && by["ONLY"]["last"].is_null());
        QCOMPARE(j["displays"][0]["state"], "out"); // the most urgent first
    }

    void aRegisterGoesThereAndBack()
    {
        const auto read = registerFrom("Serial;Name;Room;Interval_days;Critical;Retired\nK-1;\"Map desk; left\";Drawing;14;3;no\nK-2;;;;;yes\n");
        QVERIFY2(read.ok(), read.ok() ? "" : english(read.error()).c_str());
        QCOMPARE(read->size(), size_t(2));
        QCOMPARE(*read->at(0).name, std::string("Map desk; left"));
        QCOMPARE(*read->at(0).cadenceDays, 14);
        QVERIFY(!read->at(0).model && !read->at(1).name && *read->at(1).retired);
        QCOMPARE(registerFrom(registerToCsv(read.value())).value(), read.value());
        QCOMPARE(registerFrom(registerToJson(read.value())).value(), read.value());
        QVERIFY(looksLikeRegister(registerToJson(read.value())) && looksLikeRegister(registerToCsv(read.value())));
        QVERIFY(!looksLikeRegister("display,date\nA,2031-01-01\n"));
    }

    void aFaultyRegisterIsNamed_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("says");
        QTest::newRow("no serial") << "serial,name\n,Desk\n"
                                   << "line 2 has no serial";
        QTest::newRow("unknown heading") << "serial,colour\nA,oak\n"
                                         << "\"colour\" is not known";
        QTest::newRow("twice") << "serial\nA\nA\n"
                               << "\"A\" stands there twice";
        QTest::newRow("no day") << "serial,interval_days\nA,0\n"
                                << "from 1 to 3650";
        QTest::newRow("half a day") << "serial,interval_days\nA,1.5\n"
                                    << "from 1 to 3650";
        QTest::newRow("maybe retired") << "serial,retired\nA,perhaps\n"
                                       << "yes, no";
        QTest::newRow("no list") << "{\"displays\": 3}"
                                 << "displays";
        QTest::newRow("a list of numbers") << "{\"displays\": [3]}"
                                           << "entry 1 has no serial";
        QTest::newRow("no text") << "{\"displays\": [{\"serial\": [\"A\"]}]}"
                                 << "serial";
        QTest::newRow("broken") << "{\"displays\": ["
                                << "cannot be used";
    }
    void aFaultyRegisterIsNamed()
    {
        QFETCH(QString, text);
        QFETCH(QString, says);
        const auto read = registerFrom(text.toStdString());
        QVERIFY(!read.ok());
        QVERIFY2(QString::fromStdString(english(read.error())).contains(says), english(read.error()).c_str());
    }
};

LAMP_TEST(due, TestDue)

} // namespace due_test
#include "test_due.moc"
