// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/demo_studio.h"

#include "base/embedded.h"
#include "simlab/sim_bench.h"
#include "simlab/years.h"
#include "visit/visit.h"
#include "visit/whole_visit.h"

#include <nlohmann/json.hpp>

#include <QFile>
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

Status makeDemoDesks(Store &store, WallTime now, const std::function<void()> &progress, const std::stop_token &stop)
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

namespace {

/// Moves all times of a JSON text, "2031-03-04T09:12:00Z", by as much.
std::string shifted(std::string text, std::chrono::seconds by)
{
    constexpr size_t kLength = 20;
    const auto isTime = [&](size_t at) {
        static constexpr std::string_view kForm = "dddd-dd-ddTdd:dd:ddZ";
        for (size_t i = 0; i < kLength; ++i) {
            const char c = text[at + i];
            if (kForm[i] == 'd' ? (c < '0' || c > '9') : c != kForm[i]) {
                return false;
            }
        }
        return true;
    };
    for (size_t at = text.find('T'); at != std::string::npos; at = text.find('T', at + 1)) {
        const size_t from = at - 10;
        if (at >= 10 && from + kLength <= text.size() && isTime(from)) {
            text.replace(from, kLength, isoTime(fromIsoTime(text.substr(from, kLength)) + by));
        }
    }
    return text;
}

/// Rooms by their name, made when they are first asked for.
class Rooms {
public:
    explicit Rooms(Store &store) : m_store(store) {}
    Result<qint64> operator[](const std::string &name)
    {
        auto it = m_ids.find(name);
        if (it == m_ids.end()) {
            const auto id = m_store.studio().addRoom(QString::fromStdString(name));
            if (!id) {
                return id.error();
            }
            it = m_ids.emplace(name, *id).first;
        }
        return it->second;
    }

private:
    Store &m_store;
    std::map<std::string, qint64> m_ids;
};

/// A display of the fleet with all that is known of it.
Status addFleetDisplay(Store &store, Rooms &rooms, const Json &d, WallTime now, std::chrono::seconds shift)
{
    const std::string bench = d["bench"].get<std::string>();
    const auto simulated = sim::makeBench(bench.substr(4), 1);
    const auto room = rooms[d["room"].get<std::string>()];
    if (!simulated || !room) {
        return simulated ? room.error() : simulated.error();
    }
    std::vector<VisitRecord> visits;
    for (const Json &whole : d["visits"]) {
        auto visit = wholeVisitFromJson(shifted(whole.get<std::string>(), shift));
        if (!visit) {
            return visit.error();
        }
        visits.push_back(std::move(visit).value());
    }
    const DisplayInfo &info = simulated.value()->view().display;
    DisplayEntry entry;
    entry.roomId = *room;
    entry.name = QString::fromStdString(d["name"].get<std::string>());
    entry.model = QString::fromStdString(info.model);
    entry.serial = QString::fromStdString(info.serial);
    entry.technology = QString::fromStdString(info.technology);
    entry.bits = info.bits;
    // It stands there as old as it has become.
    const double age = std::min(0.95, d.value("age", 0.05) + d.value("ageing", 0.05) * d.value("since_days", 730) / 365.25);
    entry.bench = QString::fromStdString(bench) + (visits.empty() ? QString() : QStringLiteral("@%1").arg(age, 0, 'f', 3));
    entry.cadenceDays = d["cadence_days"].get<int>();
    entry.critical = d.value("critical", 0);
    entry.note = QString::fromStdString(d.value("note", ""));
    const auto id = store.studio().add(entry, now - std::chrono::days(d.value("since_days", 730)));
    if (!id) {
        return id.error();
    }
    for (const Json &place : d.value("places", Json::array())) {
        const auto to = rooms[place["room"].get<std::string>()];
        if (!to) {
            return to.error();
        }
        if (const Status s = store.studio().move(*id, *to, now - std::chrono::days(place["days_ago"].get<int>())); !s) {
            return s;
        }
    }
    if (d.contains("history")) {
        auto table = historyFromCsv(d["history"].get<std::string>());
        if (!table) {
            return table.error();
        }
        for (HistoryEntry &e : table.value().entries) {
            e.display = info.serial;
            e.at += shift;
        }
        if (const auto added = store.histories().add(*id, table->entries); !added) {
            return added.error();
        }
    }
    for (const VisitRecord &visit : visits) {
        if (const Status s = store.visits().finish(visit, *id); !s) {
            return s;
        }
    }
    return Done{};
}

} // namespace

Status makeDemoFleet(Store &store, WallTime now, const std::function<void()> &progress, const std::stop_token &stop)
{
    QFile file(QStringLiteral(":/demo/demo-fleet.z"));
    if (!file.open(QIODevice::ReadOnly)) {
        throw std::logic_error("the demo's fleet is not built in");
    }
    const Json fleet = Json::parse(qUncompress(file.readAll()).toStdString());
    const std::chrono::seconds shift = now - fromIsoTime(fleet["today"].get<std::string>());
    Rooms rooms(store);
    std::map<std::string, qint64> ids;
    for (const Json &d : fleet["displays"]) {
        if (stop.stop_requested()) {
            return Done{};
        }
        // Whole or not at all: a demo that is closed while it fills has no half display.
        const Status added = store.act([&] { return addFleetDisplay(store, rooms, d, now, shift); });
        if (!added) {
            return added;
        }
        if (progress) {
            progress();
        }
    }
    for (const DisplayEntry &d : store.studio().displays()) {
        ids[d.name.toStdString()] = d.id;
    }
    for (const Json &a : fleet["assignments"]) {
        const DatedAssignment assignment{
            std::chrono::floor<std::chrono::days>(now) + std::chrono::days(a["in_days"].get<int>()), a["name"].get<std::string>(), {}};
        const auto it = ids.find(a["display"].get<std::string>());
        if (const Status s = store.histories().addAssignment(assignment, it == ids.end() ? std::nullopt : std::optional(it->second)); !s) {
            return s;
        }
    }
    return Done{};
}

} // namespace lamp::app
