// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/demo_studio.h"

#include "base/embedded.h"
#include "simlab/sim_bench.h"
#include "simlab/years.h"
#include "visit/visit.h"

#include <nlohmann/json.hpp>

#include <QUuid>

namespace lamp::app {

namespace {

using Json = nlohmann::json;

/// One past visit on a bench that lives through all visits of its display.
Status pastVisit(Store &store, sim::SimBench &bench, qint64 displayId, const Json &item, WallTime now, Bytes &profile, const std::stop_token &stop)
{
    bench.setAge(item["age"].get<double>());
    bench.skipTime(7200);
    VisitPlan plan;
    plan.task = taskFromName(item["task"].get<std::string>()).value_or(Task::Full);
    plan.target = builtInTarget(item["target"].get<std::string>()).value_or(builtInTargets().front());
    plan.tolerance = *builtInTolerance("studio");
    plan.by = item["by"].get<std::string>();
    if (plan.task == Task::Check) {
        plan.profileIn = profile;
        plan.profileInName = "its profile";
    }
    const WallTime start = now - std::chrono::days{item["days_ago"].get<int>()};
    const double benchStart = bench.now();
    VisitHooks hooks;
    hooks.wallClock = [&bench, start, benchStart] { return start + std::chrono::seconds{long(bench.now() - benchStart)}; };
    Visit visit(bench, plan, hooks, stop);
    auto record = visit.run();
    if (!record) {
        return record.error();
    }
    record.value().id = QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
    if (const Status s = store.visits().finish(record.value(), displayId); !s) {
        return s;
    }
    profile = record->profile;
    return Done{};
}

/// What was written down before the first visit of this program: simulated years, once a month, that end four weeks before it.
Status pastYears(Store &store, qint64 displayId, const DisplayInfo &display, const Json &how, int daysAgo, WallTime now)
{
    sim::YearsSpec spec;
    spec.displays = spec.instruments = 1;
    spec.years = how["years"].get<double>();
    spec.ageing = how["ageing"].get<double>();
    spec.seed = how["seed"].get<std::uint64_t>();
    spec.accidentsPerYear = 0;
    spec.keeps = {sim::KeepingHabit::Visits::Mixed, true, false, false}; // what its menu was at, and the most it gave, its bench knows
    auto table = historyFromCsv(sim::simulatedYears(spec).csv);
    if (!table) {
        return table.error();
    }
    auto &rows = table.value().entries;
    const auto shift = now - std::chrono::days{daysAgo + 28} - rows.back().at;
    for (HistoryEntry &e : rows) {
        e.display = display.serial;
        e.at += shift;
    }
    const auto added = store.histories().add(displayId, rows);
    return added ? Status(Done{}) : added.error();
}

} // namespace

Status makeDemoStudio(Store &store, WallTime now, const std::function<void()> &progress, const std::stop_token &stop)
{
    const Json studio = Json::parse(embedded("demo-studio.json"));
    struct Waiting {
        qint64 id;
        std::string bench;
        Json visits;
    };
    std::vector<Waiting> waiting;
    for (const Json &room : studio["rooms"]) {
        const auto roomId = store.studio().addRoom(QString::fromStdString(room["name"].get<std::string>()));
        if (!roomId) {
            return roomId.error();
        }
        for (const Json &d : room["displays"]) {
            const std::string bench = d["bench"].get<std::string>();
            auto made = sim::makeBench(bench.substr(4), 1);
            if (!made) {
                return made.error();
            }
            const DisplayInfo info = made.value()->view().display;
            DisplayEntry entry;
            entry.roomId = *roomId;
            entry.name = QString::fromStdString(d["name"].get<std::string>());
            entry.model = QString::fromStdString(info.model);
            entry.serial = QString::fromStdString(info.serial);
            entry.technology = QString::fromStdString(info.technology);
            entry.bench = QString::fromStdString(bench);
            entry.cadenceDays = d["cadence_days"].get<int>();
            entry.note = QString::fromStdString(d.value("note", ""));
            const auto id = store.studio().add(entry, now);
            if (!id) {
                return id.error();
            }
            if (d.contains("history")) {
                if (const Status s = pastYears(store, *id, info, d["history"], d["visits"][0]["days_ago"].get<int>(), now); !s) {
                    return s;
                }
            }
            waiting.push_back({*id, bench.substr(4), d["visits"]});
        }
    }
    if (progress) {
        progress();
    }
    for (const Waiting &w : waiting) {
        auto bench = sim::makeBench(w.bench, 7);
        Bytes profile;
        for (const Json &item : w.visits) {
            if (const Status s = pastVisit(store, *bench.value(), w.id, item, now, profile, stop); !s) {
                return s;
            }
            if (progress) {
                progress();
            }
        }
    }
    return Done{};
}

} // namespace lamp::app
