// SPDX-License-Identifier: GPL-3.0-or-later
// Rounds: every plan keeps all rules (checked here by other code than made it), small ones are as short as any, bounds hold.
#include "english.h"
#include "support.h"

#include "fleet/plan.h"
#include "fleet/studio_round.h"

#include <nlohmann/json.hpp>

#include <cmath>
#include <map>
#include <random>

namespace plan_test {

using namespace lamp;
using Json = nlohmann::json;

namespace {

RoundProblem::Stop stop(const std::string &id, size_t room, double visit, double attended, double warmUp = 0)
{
    RoundProblem::Stop s;
    s.id = id;
    s.technology = "wled";
    s.room = room;
    s.visit = visit;
    s.attended = attended;
    s.warmUp = warmUp;
    return s;
}

/// Rooms in a row, a minute or so from door to door.
RoundProblem studio(size_t rooms, double door)
{
    RoundProblem p;
    p.start = fromIsoTime("2031-03-04T08:00:00Z");
    p.instruments = {{"Tern", {}}};
    for (size_t i = 0; i < rooms; ++i) {
        p.rooms.push_back("R" + std::to_string(i));
        p.walk.emplace_back();
        for (size_t k = 0; k < rooms; ++k) {
            p.walk.back().push_back(door * std::abs(double(i) - double(k)));
        }
    }
    return p;
}

/// What a plan does against the rules; empty where it keeps them all.
std::string broken(const RoundProblem &p, const RoundPlan &plan)
{
    std::map<int, const RoundStep *> visits;
    std::map<int, std::vector<std::pair<double, double>>> people;
    double end = 0;
    for (const RoundStep &s : plan.steps) {
        if (s.what == RoundStep::What::Visit) {
            if (visits.count(s.stop) != 0) {
                return "visited twice";
            }
            visits[s.stop] = &s;
            const auto &stop = p.stops[size_t(s.stop)];
            people[s.person].push_back({s.from, s.from + stop.attended});
            end = std::max(end, s.to);
            if (std::abs(s.to - s.from - stop.visit) > 1e-6 || s.from < stop.warmUp - 1e-6 || s.from < stop.earliest - 1e-6
                || s.to > stop.latest + 1e-6) {
                return "times of " + stop.id;
            }
            if (!p.serves(size_t(s.instrument), size_t(s.stop))) {
                return "technology of " + stop.id;
            }
        } else if (s.what == RoundStep::What::Walk) {
            people[s.person].push_back({s.from, s.to});
            if (s.instrument < 0 && visits.count(s.stop) == 0) {
                return "an instrument is fetched from where it is not";
            }
        }
    }
    if (visits.size() != p.stops.size() || std::abs(end - plan.makespan) > 1e-6) {
        return "not all visited, or another end";
    }
    for (const auto &[i, v] : visits) {
        for (const size_t a : p.stops[size_t(i)].after) {
            if (visits[int(a)]->to > v->from + 1e-6) {
                return "order";
            }
        }
        for (const auto &[k, w] : visits) {
            // One instrument: the later one begins when the first has ended, and there was time to carry it.
            if (i != k && v->instrument == w->instrument && w->from >= v->from - 1e-9
                && w->from < v->to + p.walk[p.stops[size_t(i)].room][p.stops[size_t(k)].room] - 1e-6) {
                return "instrument at two displays";
            }
        }
    }
    for (auto &[who, busy] : people) {
        std::sort(busy.begin(), busy.end());
        for (size_t i = 0; i < busy.size(); ++i) {
            if (i > 0 && busy[i].first < busy[i - 1].second - 1e-6) {
                return "a person at two things";
            }
            for (const auto &b : p.breaks) {
                if (busy[i].first < b.to - 1e-6 && busy[i].second > b.from + 1e-6) {
                    return "work in a break";
                }
            }
        }
    }
    return {};
}

RoundProblem anyRound(std::uint64_t seed, size_t stops, int people, size_t instruments)
{
    std::mt19937_64 random(seed);
    const auto between = [&](int from, int to) { return std::uniform_int_distribution<int>(from, to)(random); };
    RoundProblem p = studio(4, 2);
    p.people = people;
    p.instruments.clear();
    for (size_t i = 0; i < instruments; ++i) {
        p.instruments.push_back({"I" + std::to_string(i), i == 0 ? std::vector<std::string>{} : std::vector<std::string>{"wled"}});
    }
    for (size_t i = 0; i < stops; ++i) {
        p.stops.push_back(stop("D" + std::to_string(i), size_t(between(0, 3)), between(6, 20), between(2, 5), between(0, 2) * 15));
        p.stops.back().technology = between(0, 3) == 0 ? "qd" : "wled";
        if (i > 2 && between(0, 3) == 0) {
            p.stops.back().after = {size_t(between(0, int(i) - 1))};
        }
    }
    p.breaks = {{60, 75}};
    return p;
}

} // namespace

class TestPlan : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Worked by hand: two displays in two rooms 3 minutes apart, one person, one instrument: 14 + 3 + 14; with a warm-up of 30 for the
    // first, the other goes first and the first begins when it is warm: 30 + 14.
    void smallRoundsByHand()
    {
        RoundProblem p = studio(2, 3);
        p.stops = {stop("A", 0, 14, 4), stop("B", 1, 14, 4)};
        LAMP_NEAR(planRound(p)->makespan, 31, 1e-9);
        LAMP_NEAR(planRound(p)->walking, 3, 1e-9);
        p.stops[0].warmUp = 30;
        LAMP_NEAR(planRound(p)->makespan, 44, 1e-9);
        QCOMPARE(planRound(p)->lowerBound, 44.0);
        // Two instruments, one person, who walks while the first display is measured: 4 + 3 + 14.
        p.stops[0].warmUp = 0;
        p.instruments.push_back({"Plover", {}});
        LAMP_NEAR(planRound(p)->makespan, 14 + 4 + 3, 1e-9);
        // A break from the tenth to the fortieth minute: nobody attends in it.
        p.instruments.pop_back();
        p.breaks = {{10, 40}};
        LAMP_NEAR(planRound(p)->makespan, 40 + 3 + 14, 1e-9);
        p.breaks.clear();
        // Three rooms 2, 3 and 9 minutes apart: nobody comes into all by less than 2 + 3.
        RoundProblem rooms = studio(3, 0);
        rooms.walk = {{0, 2, 9}, {2, 0, 3}, {9, 3, 0}};
        rooms.stops = {stop("A", 0, 10, 4), stop("B", 1, 10, 4), stop("C", 2, 10, 4)};
        LAMP_NEAR(planRound(rooms)->lowerBound, 35, 1e-9);
        LAMP_NEAR(planRound(rooms)->makespan, 35, 1e-9);
        // With two instruments in one room and one person: the second display begins 9 minutes behind the first.
        RoundProblem two = studio(1, 0);
        two.instruments.push_back({"Plover", {}});
        two.stops = {stop("A", 0, 20, 9), stop("B", 0, 20, 9)};
        LAMP_NEAR(roundLowerBound(two), 29, 1e-9);
        LAMP_NEAR(planRound(two)->makespan, 29, 1e-9);
        p.stops[1].after = {0};
        p.stops[0].earliest = 60;
        LAMP_NEAR(planRound(p)->makespan, 60 + 31, 1e-9);
        QCOMPARE(RoundProblem(studio(1, 0)).stops.size(), size_t(0));
        LAMP_NEAR(planRound(studio(1, 0))->makespan, 0, 0);
    }

    void allPlansKeepTheRules()
    {
        const int seeds = lamptest::repetitions(40, 6);
        double worst = 1;
        for (int seed = 1; seed <= seeds; ++seed) {
            const size_t stops = size_t(3 + seed % 12);
            const RoundProblem p = anyRound(std::uint64_t(seed), stops, 1 + seed % 3, 1 + size_t(seed) % 3);
            const auto plan = planRound(p);
            QVERIFY2(plan.ok(), plan ? "" : english(plan.error()).c_str());
            const std::string fault = broken(p, plan.value());
            QVERIFY2(fault.empty(), (std::to_string(seed) + ": " + fault).c_str());
            QVERIFY(plan->lowerBound <= plan->makespan + 1e-6);
            worst = std::max(worst, plan->makespan / plan->lowerBound);
            QVERIFY(roundPlanToJson(p, plan.value()) == roundPlanToJson(p, planRound(p).value()));
        }
        qInfo("at most %.2f times the bound", worst);
        QVERIFY(worst < 2);
    }

    // Where all can be tried, annealing alone finds nothing shorter, and is itself near: the same displays with one more that costs
    // nothing are annealed.
    void annealingIsNearTheBest()
    {
        int as = 0, all = 0;
        for (int seed = 1; seed <= lamptest::repetitions(12, 2); ++seed) {
            RoundProblem p = anyRound(std::uint64_t(seed), 5, 1 + seed % 2, 1 + size_t(seed) % 2);
            const double best = planRound(p)->makespan;
            for (int i = 0; i < 4; ++i) {
                p.stops.push_back(stop("nothing " + std::to_string(i), 0, 0, 0));
            }
            const double annealed = planRound(p)->makespan;
            QVERIFY2(annealed < best * 1.1 + 5, qPrintable(QStringLiteral("%1: %2 for %3").arg(seed).arg(annealed).arg(best)));
            as += annealed < best + 4.5 ? 1 : 0;
            ++all;
        }
        QVERIFY2(as >= all * 3 / 4, qPrintable(QString::number(as)));
    }

    void whatCannotBeIsSaid()
    {
        RoundProblem p = studio(1, 0);
        p.stops = {stop("A", 0, 14, 4)};
        p.instruments = {{"Tern", {"qd"}}};
        QVERIFY(!planRound(p).ok());
        p.instruments = {{"Tern", {}}};
        p.stops[0].after = {0};
        QVERIFY(!planRound(p).ok());
        p.stops[0].after.clear();
        p.stops[0].latest = 10;
        const auto late = planRound(p);
        QVERIFY(!late.ok());
        QVERIFY2(english(late.error()).find("4 min late") != std::string::npos, english(late.error()).c_str());
    }

    // Source: the command line's contract, "A plan's problem", its own example.
    void theContractsExample()
    {
        const std::string example = R"({"start": "2031-03-04T08:00", "people": 2,
 "instruments": [{"id": "Tern", "technologies": ["wled", "qd"]}],
 "rooms": [{"id": "booth"}, {"id": "drawing"}], "walk_minutes": {"booth": {"drawing": 3}},
 "displays": [{"id": "D1", "room": "booth", "technology": "qd", "visit_minutes": 14, "warm_up_minutes": 30, "attended_minutes": 4,
               "after": ["D2"], "earliest": "09:00", "latest": "12:00"},
              {"id": "D2", "room": "drawing", "technology": "wled", "visit_minutes": 10, "warm_up_minutes": 0, "attended_minutes": 2}],
 "breaks": [{"from": "12:00", "to": "12:30"}]})";
        const auto p = roundFromJson(example);
        QVERIFY2(p.ok(), p ? "" : english(p.error()).c_str());
        LAMP_NEAR(p->walk[1][0], 3, 0);
        LAMP_NEAR(p->stops[0].earliest, 60, 0);
        const auto plan = planRound(p.value());
        QVERIFY(plan.ok() && broken(p.value(), plan.value()).empty());
        const Json j = Json::parse(roundPlanToJson(p.value(), plan.value()));
        QCOMPARE(j["end"].get<std::string>(), std::string("2031-03-04T09:14"));
        QCOMPARE(j["makespan_minutes"].get<double>(), 74.0);
        QVERIFY(j["walks_not_said"].empty());
        // A walk that nobody speaks of counts as none, and that is said; a way over a third room is one, and an empty room is nobody's.
        const auto apart = [&](const std::string &walks) {
            Json k = Json::parse(example);
            k["rooms"] = Json::parse(R"([{"id": "booth"}, {"id": "hall"}, {"id": "drawing"}, {"id": "store"}])");
            k["walk_minutes"] = Json::parse(walks);
            const auto problem = roundFromJson(k.dump());
            return Json::parse(roundPlanToJson(problem.value(), planRound(problem.value()).value()))["walks_not_said"].dump();
        };
        QCOMPARE(apart("{}"), std::string(R"([["booth"],["drawing"]])"));
        QCOMPARE(apart(R"({"booth": {"store": 2}})"), std::string(R"([["booth"],["drawing"]])"));
        QCOMPARE(apart(R"({"booth": {"hall": 2}, "drawing": {"hall": 1}})"), std::string("[]"));
        QCOMPARE(j["lower_bound_minutes"].get<double>(), 74.0);
        QCOMPARE(j["steps"].back()["display"].get<std::string>(), std::string("D1"));
        // Each field that is wrong is named.
        for (const auto &[from, to, field] :
             std::vector<std::array<const char *, 3>>{{"\"2031-03-04T08:00\"", "\"tomorrow\"", "start"},
                                                      {"\"people\": 2", "\"people\": 0", "people"},
                                                      {"\"room\": \"booth\"", "\"room\": \"attic\"", "displays.D1.room"},
                                                      {"[\"D2\"]", "[\"D9\"]", "displays.D1.after"},
                                                      {"\"09:00\"", "\"9 o'clock\"", "displays.D1.earliest"},
                                                      {"14,", "-1,", "displays.D1.visit_minutes"},
                                                      {"\"drawing\": 3", "\"drawing\": 1e300", "walk_minutes.booth.drawing"},
                                                      {"\"12:30\"", "\"11:30\"", "breaks.to"},
                                                      {"\"D2\", \"room\"", "\"D1\", \"room\"", "displays.D1.id"},
                                                      {"{\"id\": \"drawing\"}", "{\"id\": \"booth\"}", "rooms.booth.id"},
                                                      {"\"instruments\": [", "\"instruments\": [{\"id\": \"Tern\"}, ", "instruments.Tern.id"}}) {
            std::string changed = example;
            changed.replace(changed.find(from), std::string(from).size(), to);
            const auto bad = roundFromJson(changed);
            QVERIFY2(!bad.ok(), field);
            QCOMPARE(bad.error().code, std::string(field));
        }
        QVERIFY(!roundFromJson("[]").ok() && !roundFromJson("{").ok() && !roundFromJson("{\"start\":\"2031-03-04T08:00\",\"displays\":[1]}").ok());
    }

    // A studio of many rooms: near what no plan can be shorter than, with those that have to match after what they match. (The bound knows of walking
    // only what it must be at the least.)
    void aLargeRoundIsNearItsBound()
    {
        std::mt19937_64 random(7);
        RoundProblem p;
        p.people = 4;
        for (int i = 0; i < 8; ++i) {
            p.instruments.push_back({"I" + std::to_string(i), {}});
        }
        constexpr size_t kRooms = 40, kStops = 500;
        p.walk.assign(kRooms, std::vector<double>(kRooms, 0));
        for (size_t a = 0; a < kRooms; ++a) {
            p.rooms.push_back("R" + std::to_string(a));
            for (size_t b = 0; b < kRooms; ++b) {
                p.walk[a][b] = a == b ? 0 : 1 + 0.2 * std::abs(double(a) - double(b));
            }
        }
        for (size_t s = 0; s < kStops; ++s) {
            RoundProblem::Stop stop;
            stop.id = "D" + std::to_string(s);
            stop.technology = "wled";
            stop.room = random() % kRooms;
            stop.visit = 4 + double(random() % 11);
            stop.warmUp = 20;
            stop.attended = 1 + double(random() % 3);
            for (size_t before = s; s % 10 == 9 && before-- > 0;) {
                if (p.stops[before].room == stop.room) {
                    stop.after.push_back(before);
                    break;
                }
            }
            p.stops.push_back(std::move(stop));
        }
        const auto plan = planRound(p);
        QVERIFY(plan.ok());
        QVERIFY2(plan->makespan < 1.05 * plan->lowerBound, qPrintable(QString::number(plan->makespan / plan->lowerBound)));
        QCOMPARE(broken(p, plan.value()), std::string());
        // Again after an hour, from the plan that there is: as near its bound, whoever is gone.
        std::vector<bool> gone(kStops, false);
        for (const RoundStep &step : plan->steps) {
            gone[size_t(std::max(0, step.stop))] = gone[size_t(std::max(0, step.stop))] || (step.what == RoundStep::What::Visit && step.from < 60);
        }
        gone[kStops / 2] = true; // it is off
        std::vector<size_t> kept;
        const RoundProblem rest = remainingRound(p, plan.value(), 60, gone, kept);
        const auto again = planAgain(rest, plan.value(), kept);
        QVERIFY(again.ok());
        QCOMPARE(broken(rest, again.value()), std::string());
        QVERIFY2(again->makespan < 1.07 * again->lowerBound, qPrintable(QString::number(again->makespan / again->lowerBound)));
        std::vector<double> begins(kStops, -1), ends(kStops, -1);
        for (const RoundStep &step : plan->steps) {
            if (step.what == RoundStep::What::Visit) {
                begins[size_t(step.stop)] = step.from;
                ends[size_t(step.stop)] = step.to;
            }
        }
        for (size_t s = 0; s < kStops; ++s) {
            QVERIFY(begins[s] >= p.stops[s].warmUp - 1e-9);
            for (const size_t a : p.stops[s].after) {
                QVERIFY(begins[s] >= ends[a] - 1e-9);
            }
        }
    }
};

LAMP_TEST(plan, TestPlan)

} // namespace plan_test
#include "test_plan.moc"
