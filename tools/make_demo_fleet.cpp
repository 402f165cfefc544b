// SPDX-License-Identifier: GPL-3.0-or-later
// Makes the demo's fleet: two years of visits to simulated displays, month by month, by two instruments of which one wears.
//   make_demo_fleet data/demo-fleet.json data/demo-fleet.z      (some minutes; the same file each time)
// What is written: the displays; of each the last two visits and its last calibration whole, and what earlier ones came to as rows of a history. Times are shifted
// to the day on which the demo is opened.
#include "base/file.h"
#include "base/parallel.h"
#include "simlab/sim_bench.h"
#include "store/store.h"
#include "visit/earlier.h"
#include "visit/visit.h"
#include "visit/whole_visit.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <QByteArray>
#include <QCoreApplication>
#include <QTemporaryDir>

#include <cmath>
#include <cstdio>
#include <random>

using namespace lamp;
using Json = nlohmann::json;

namespace {

const WallTime kToday = fromIsoTime("2031-03-04T09:00:00Z"); ///< that all times are told from
constexpr int kDays = 730;

void require(const Status &status)
{
    if (!status) {
        std::fprintf(stderr, "%s\n", plainEnglish(status.error().paragraph()).c_str());
        std::exit(1);
    }
}

/// The instrument that goes round, on a day: one of them loses light and leans to yellow as its filters age.
sim::MeterSpec meterOn(const std::string &name, double yearsAgo)
{
    sim::MeterSpec m;
    const double worn = name == "Tern" ? 2 - yearsAgo : 0;
    m.model = name;
    m.serial = name == "Tern" ? "T-104" : "P-021";
    m.unitScale = 1 - 0.028 * worn;
    m.unitTilt = {0.0, 0.006 * worn, 0.02 * worn};
    return m;
}

/// All visits of one display.
struct Life {
    Json display;
    std::vector<VisitRecord> visits;
};

/// A knock in the middle of its life: somebody turned its menu.
struct Knock {
    int daysAgo = -1;
    std::map<std::string, double> controls;
};

VisitRecord visited(sim::SimBench &bench, const VisitPlan &plan, WallTime start)
{
    const double from = bench.now();
    VisitHooks hooks;
    hooks.wallClock = [&bench, start, from] { return start + std::chrono::seconds{std::int64_t(bench.now() - from)}; };
    auto record = Visit(bench, plan, hooks, {}).run();
    if (!record) {
        require(record.error());
    }
    return std::move(record).value();
}

Life lifeOf(const Json &display, int number)
{
    Life life{display, {}};
    const auto made = sim::makeBench(display["bench"].get<std::string>().substr(4), std::uint64_t(number) + 1);
    if (!made) {
        require(made.error());
    }
    sim::SimBench &bench = *made.value();
    std::mt19937_64 random(std::uint64_t(number) * 131 + 7);
    const auto jitter = [&](int days) { return int(random() % std::uint64_t(2 * days + 1)) - days; };
    const int interval = display["cadence_days"], since = display.value("since_days", kDays), last = display.value("last_days", 0);
    const double age = display.value("age", 0.05), rate = display.value("ageing", 0.05);
    Knock knock;
    if (display.contains("knock")) {
        knock.daysAgo = display["knock"]["days_ago"];
        knock.controls = display["knock"]["controls"].get<std::map<std::string, double>>();
    }
    const bool calibratesOnce = display.value("calibrated_once", false);
    Bytes profile;
    int count = 0;
    for (int daysAgo = since;; ++count) {

        const double years = daysAgo / 365.25;
        bench.setAge(std::min(0.95, age + rate * (since / 365.25 - years)));
        // Tern is taken for checks in between; what is calibrated, and how displays stand now, Petrel says.
        const bool calibrates = count == 0 || (!calibratesOnce && count % std::max(2, 182 / interval) == 0);
        bench.setMeter(0, meterOn(!calibrates && daysAgo > last && (count + number) % 3 != 0 ? "Tern" : "Petrel", years));
        bench.skipTime(7200);
        if (knock.daysAgo >= 0 && daysAgo <= knock.daysAgo) {
            for (const auto &[name, value] : knock.controls) {
                require(bench.setControl(name, value).ok() ? Status(Done{}) : Status(Error{}));
            }
            knock.daysAgo = -1;
        }
        VisitPlan plan;
        plan.target = *builtInTarget(display["target"].get<std::string>());
        plan.tolerance = *builtInTolerance("studio");
        plan.effort = Effort::Quick;
        plan.grid = 17; // it ships with the program
        plan.by = count % 4 == 3 ? "night draughtsman" : "colour keeper";
        // Calibrated at first and every half year, checked in between.
        plan.task = calibrates ? Task::Full : Task::Check;
        plan.waitForWarmUp = true;
        if (!calibrates) {
            plan.profileIn = profile;
            plan.profileInName = "its profile";
            if (const auto before = earlierOf(life.visits.back())) {
                plan.earlier = *before;
            }
        }
        const WallTime start = kToday - std::chrono::days(daysAgo) + std::chrono::minutes(7 * number % 240);
        life.visits.push_back(visited(bench, plan, start));
        VisitRecord &r = life.visits.back();
        char id[48];
        std::snprintf(id, sizeof id, "00000000-0000-4000-8000-%06d%06d", number, count);
        r.id = id;
        profile = r.profile;
        if (daysAgo <= last) {
            break;
        }
        const int step = std::max(5, interval + jitter(interval / 6));
        daysAgo = daysAgo - step < last + step / 2 ? last : daysAgo - step; // the last one on its day
    }

    std::fprintf(stderr, "%-28s %2zu visits\n", display["name"].get<std::string>().c_str(), life.visits.size());
    return life;
}

/// The last two, and the last calibration: what the display was left with.
std::vector<bool> keptWhole(const std::vector<VisitRecord> &visits)
{
    std::vector<bool> whole(visits.size());
    bool calibration = false;
    for (size_t i = visits.size(); i-- > 0;) {
        const bool calibrates = !calibration && visits[i].plan.task == Task::Full;
        whole[i] = i + 2 >= visits.size() || calibrates;
        calibration = calibration || calibrates;
    }
    return whole;
}

/// The displays with what of their visits is kept.
Json packed(const std::vector<Life> &lives)
{
    const QTemporaryDir folder;
    auto opened = Store::open(folder.filePath("studio.sqlite"));
    if (!opened) {
        require(opened.error());
    }
    Store &store = *opened.value();
    const auto room = store.studio().addRoom("all");
    Json all = Json::array();
    for (const Life &life : lives) {
        Json d = life.display;
        const std::vector<bool> whole = keptWhole(life.visits);
        d["visits"] = Json::array();
        for (size_t i = 0; i < life.visits.size(); ++i) {
            if (whole[i]) {
                d["visits"].push_back(wholeVisitToJson(life.visits[i]));
            }
        }
        if (std::count(whole.begin(), whole.end(), false) > 0) {
            DisplayEntry entry;
            entry.roomId = *room;
            const DisplayInfo &info = life.visits.front().display;
            entry.name = QString::fromStdString(d["name"].get<std::string>());
            entry.model = QString::fromStdString(info.model);
            entry.serial = QString::fromStdString(info.serial);
            const auto id = store.studio().add(entry, kToday);
            for (size_t i = 0; i < life.visits.size(); ++i) {
                if (!whole[i]) {
                    require(store.visits().finish(life.visits[i], *id));
                }
            }
            d["history"] = historyToCsv(store.histories().all(*id));
        }
        all.push_back(std::move(d));
    }
    return all;
}

} // namespace

int main(int argc, char **argv)
{
    QCoreApplication application(argc, argv);
    if (argc != 3) {
        std::fprintf(stderr, "make_demo_fleet PLAN.json OUT.z\n");
        return 2;
    }
    const auto text = readFile(argv[1]);
    if (!text) {
        require(text.error());
    }
    Json plan = Json::parse(text.value());
    std::vector<Json> displays;
    for (const Json &room : plan["rooms"]) {
        for (Json d : room["displays"]) {
            d["room"] = room["name"];
            displays.push_back(std::move(d));
        }
    }
    std::vector<Life> lives(displays.size());
    inParallel(int(displays.size()), [&](int i) {
        lives[size_t(i)] = displays[size_t(i)].value("visited", true) ? lifeOf(displays[size_t(i)], i) : Life{displays[size_t(i)], {}};
    });
    const Json out{
        {"schema", "dutiful-lamp/demo-fleet/1"}, {"today", isoTime(kToday)}, {"assignments", plan["assignments"]}, {"displays", packed(lives)}};
    const QByteArray bytes = qCompress(QByteArray::fromStdString(out.dump()), 9);
    require(writeFile(argv[2], Bytes(bytes.begin(), bytes.end())));
    std::fprintf(stderr, "%.2f MB\n", double(bytes.size()) / 1e6);
    return 0;
}
