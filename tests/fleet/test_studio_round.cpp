// SPDX-License-Identifier: GPL-3.0-or-later
// A day's round through a studio: which of the displays that are due are taken in, with which kind of visit, and what is left of it later.
#include "support.h"

#include "fleet/studio_round.h"

#include <QtTest>

#include <set>

namespace studio_round_test {

using namespace lamp;

namespace {

RoundCandidate candidate(const std::string &name, const std::string &room, const std::string &state, const std::string &why = "interval")
{
    RoundCandidate c;
    c.key = std::int64_t(std::hash<std::string>{}(name + room) % 100000);
    c.name = name;
    c.serial = "S-" + name;
    c.room = room;
    c.due.state = state;
    c.due.why = why;
    return c;
}

RoundDay dayOf(double hours, int people = 1)
{
    RoundDay day;
    day.start = fromIsoTime("2031-03-04T09:00:00Z");
    day.hours = hours;
    day.people = people;
    day.instruments = {{"Tern", {}}};
    return day;
}

/// The visit's step of a stop.
RoundStep visitOf(const StudioRound &r, size_t stop)
{
    for (const RoundStep &s : r.plan.steps) {
        if (s.what == RoundStep::What::Visit && s.stop == int(stop)) {
            return s;
        }
    }
    qFatal("a stop without a visit");
}

} // namespace

class TestStudioRound : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Common practice, no published source: what is to match is measured after what it is to match.
    void whatMatchesComesAfterItsReference()
    {
        RoundCandidate first = candidate("Avocet", "booth", "overdue"), reference = candidate("Curlew", "booth", "due"),
                       third = candidate("Dunlin", "booth", "due");
        first.like = reference.key;
        third.like = 77; // which is not due
        const auto r = studioRound({first, reference, third}, dayOf(4));
        QVERIFY(r.ok());
        QCOMPARE(r->problem.stops.size(), size_t(3));
        QCOMPARE(r->problem.stops[0].after, std::vector<size_t>{1});
        QVERIFY(r->problem.stops[1].after.empty() && r->problem.stops[2].after.empty());
        QVERIFY(visitOf(r.value(), 0).from >= visitOf(r.value(), 1).to - 1e-9);
        // Two that were made like each other in turn: not in a circle.
        reference.like = first.key;
        const auto circle = studioRound({first, reference}, dayOf(4));
        QVERIFY(circle.ok());
        QCOMPARE(circle->problem.stops[0].after.size() + circle->problem.stops[1].after.size(), size_t(1));
    }

    // More than fit a day: the most urgent ones that end in time, and the day is nearly filled.
    void manyThatAreDueFillTheDay()
    {
        std::vector<RoundCandidate> many;
        for (int i = 0; i < 400; ++i) {
            many.push_back(candidate("D" + std::to_string(i), "R" + std::to_string(i / 12), i % 7 == 0 ? "overdue" : "due"));
        }
        RoundDay day = dayOf(6, 2);
        day.instruments.push_back({"Plover", {}});
        const auto r = studioRound(many, day);
        QVERIFY(r.ok());
        QVERIFY2(r->plan.makespan <= 360 && r->plan.makespan > 340, qPrintable(QString::number(r->plan.makespan)));
        QCOMPARE(r->problem.stops.size() + r->left.size(), size_t(400));
        QVERIFY(std::set(r->keys.begin(), r->keys.end()).size() == r->keys.size());
    }

    void theKindOfVisitFollowsFromTheState_data()
    {
        QTest::addColumn<QString>("state");
        QTest::addColumn<QString>("why");
        QTest::addColumn<int>("task");
        QTest::newRow("new") << "never"
                             << "" << int(Task::Full);
        QTest::newRow("out of tolerance") << "out"
                                          << "interval" << int(Task::Full);
        QTest::newRow("its menu was touched") << "due"
                                              << "event" << int(Task::Full);
        QTest::newRow("interval") << "due"
                                  << "interval" << int(Task::Refresh);
        QTest::newRow("long over") << "overdue"
                                   << "interval" << int(Task::Refresh);
        QTest::newRow("its drift") << "due"
                                   << "evidence" << int(Task::Refresh);
        QTest::newRow("before an assignment") << "due"
                                              << "assignment" << int(Task::Check);
        QTest::newRow("soon") << "due-soon"
                              << "interval" << int(Task::Check);
        QTest::newRow("undecided") << "undecided"
                                   << "interval" << int(Task::Check);
    }
    void theKindOfVisitFollowsFromTheState()
    {
        QFETCH(QString, state);
        QFETCH(QString, why);
        QFETCH(int, task);
        QCOMPARE(int(taskFor({state.toStdString(), {}, why.toStdString()})), task);
    }

    void onlyWhatIsDue()
    {
        const std::vector<RoundCandidate> all{candidate("a", "x", "ok"), candidate("b", "x", "due"), candidate("c", "y", "due-soon")};
        auto round = studioRound(all, dayOf(4));
        QVERIFY(round.ok());
        QCOMPARE(round->keys, (std::vector<std::int64_t>{all[1].key}));
        RoundDay day = dayOf(4);
        day.dueSoon = true;
        round = studioRound(all, day);
        QVERIFY(round.ok());
        QCOMPARE(round->keys.size(), size_t(2));
        const auto none = studioRound({all[0]}, dayOf(4));
        QVERIFY(!none.ok());
        QCOMPARE(none.error().code, std::string("nothing-due"));
    }

    // A name is no identity: two of a name are two stops.
    void twoOfOneName()
    {
        auto a = candidate("Avocet", "x", "due"), b = candidate("Avocet", "y", "due");
        b.serial = "AV-2";
        const auto round = studioRound({a, b}, dayOf(4));
        QVERIFY(round.ok());
        QVERIFY(round->problem.stops[0].id != round->problem.stops[1].id);
        QCOMPARE(std::set<std::int64_t>(round->keys.begin(), round->keys.end()).size(), size_t(2));
    }

    // A short day takes the most urgent, and says who is left.
    void aShortDayTakesTheMostUrgent()
    {
        std::vector<RoundCandidate> all;
        for (int i = 0; i < 12; ++i) {
            all.push_back(candidate("due " + std::to_string(i), "room " + std::to_string(i % 3), "due"));
        }
        all.push_back(candidate("out", "room 1", "out"));
        const auto whole = studioRound(all, dayOf(12));
        QVERIFY(whole.ok() && whole->left.empty());
        QCOMPARE(whole->keys.size(), all.size());
        const double hours = whole->plan.makespan / 60 / 2;
        const auto half = studioRound(all, dayOf(hours));
        QVERIFY(half.ok());
        QVERIFY(half->plan.makespan <= 60 * hours);
        QVERIFY(half->keys.size() >= 4 && half->keys.size() < all.size());
        QCOMPARE(half->keys.size() + half->left.size(), all.size());
        QVERIFY(std::find(half->keys.begin(), half->keys.end(), all.back().key) != half->keys.end());
        // One more would not have fitted: else it would have been taken.
        std::vector<RoundCandidate> more(all.end() - 1, all.end());
        more.insert(more.end(), all.begin(), all.begin() + long(half->keys.size()));
        const auto longer = studioRound(more, dayOf(12));
        QVERIFY(longer.ok() && longer->plan.makespan > 60 * hours);
        const auto none = studioRound(all, dayOf(0.1));
        QVERIFY(!none.ok());
        QCOMPARE(none.error().code, std::string("too-short"));
    }

    // What is known of a display's visits counts in place of what is usual.
    void itsOwnMinutesCount()
    {
        auto slow = candidate("slow", "x", "due"), usual = candidate("usual", "x", "due");
        slow.minutes[Task::Refresh] = 25;
        slow.warmUp = 55;
        const auto round = studioRound({slow, usual}, dayOf(8));
        QVERIFY(round.ok());
        const size_t s = round->keys[0] == slow.key ? 0 : 1;
        QVERIFY(round->problem.stops[s].visit >= 25 && round->problem.stops[1 - s].visit < 15);
        QVERIFY(visitOf(round.value(), s).from >= 55 - 1e-6);
    }

    void whatIsLeftLater()
    {
        std::vector<RoundCandidate> all;
        for (int i = 0; i < 5; ++i) {
            all.push_back(candidate("d" + std::to_string(i), i < 3 ? "x" : "y", "due"));
        }
        RoundDay day = dayOf(8);
        day.breaks = {{40, 70}};
        const StudioRound round = studioRound(all, day).value();
        const size_t first = size_t(std::find_if(round.plan.steps.begin(), round.plan.steps.end(), [](const RoundStep &s) {
                                        return s.what == RoundStep::What::Visit;
                                    })->stop);
        const double now = visitOf(round, first).to;
        std::vector<bool> gone(5, false);
        gone[first] = true;
        std::vector<size_t> kept;
        const RoundProblem rest = remainingRound(round.problem, round.plan, now, gone, kept);
        QCOMPARE(kept.size(), size_t(4));
        QVERIFY(std::find(kept.begin(), kept.end(), first) == kept.end());
        QCOMPARE(rest.start, round.problem.start + std::chrono::seconds(std::llround(60 * now)));
        for (size_t i = 0; i < kept.size(); ++i) {
            QCOMPARE(rest.stops[i].id, round.problem.stops[kept[i]].id);
            QVERIFY(rest.stops[i].warmUp <= round.problem.stops[kept[i]].warmUp); // switched on by the plan meanwhile
        }
        QVERIFY(std::any_of(rest.stops.begin(), rest.stops.end(), [](const RoundProblem::Stop &s) { return s.warmUp < 5; }));
        QCOMPARE(rest.breaks.size(), size_t(1));
        QVERIFY(std::abs(rest.breaks[0].to - (70 - now)) < 1e-9);
        const auto plan = planRound(rest);
        QVERIFY(plan.ok());
        // What was planned first is still possible, so the rest takes no longer than it did.
        QVERIFY2(now + plan->makespan <= round.plan.makespan + 1e-6,
                 qPrintable(QStringLiteral("%1 + %2 > %3").arg(now).arg(plan->makespan).arg(round.plan.makespan)));
        std::vector<size_t> none;
        QVERIFY(remainingRound(round.problem, round.plan, now, std::vector<bool>(5, true), none).stops.empty() && none.empty());
    }
};

LAMP_TEST(studio_round, TestStudioRound)

} // namespace studio_round_test
#include "test_studio_round.moc"
