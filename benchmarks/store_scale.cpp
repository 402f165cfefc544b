// SPDX-License-Identifier: GPL-3.0-or-later
// A store of many displays: generates studios of weekly visits over ten years and times what a person waits for.
//   lamp_store_scale [displays ...]      (usual: 100 1000 10000; the last takes some minutes and 4 GB)
#include "simlab/sim_bench.h"
#include "store/store.h"
#include "visit/visit.h"
#include "words/words.h"

#include <QCoreApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QTemporaryDir>

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <functional>
#include <random>

using namespace lamp;

namespace {

constexpr int kWeeks = 520, kRoomOf = 25;
const WallTime kStart = fromIsoTime("2016-11-28T08:00:00Z");

WallTime weekOf(int week, int display)
{
    return kStart + std::chrono::days{7 * week} + std::chrono::minutes{display % 10000};
}

void require(const Status &status)
{
    if (!status) {
        std::fprintf(stderr, "%s\n", plainEnglish(status.error().paragraph()).c_str());
        std::exit(1);
    }
}

/// A real visit by a simulated bench, with 75 readings.
VisitRecord realVisit()
{
    auto bench = sim::makeBench("wled", 11);
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    VisitHooks hooks;
    hooks.wallClock = [] { return kStart; };
    VisitRecord r = Visit(*bench.value(), plan, hooks, {}).run().value();
    while (r.readings.size() < 75) {
        r.readings.push_back(r.readings[r.readings.size() / 2]);
        r.readings.back().index = int(r.readings.size());
    }
    return r;
}

VisitRecord numbered(VisitRecord r, std::mt19937_64 &random, WallTime at)
{
    char uid[40];
    std::snprintf(uid, sizeof uid, "%016lx-%016lx", (unsigned long)random(), (unsigned long)random());
    r.id = uid;
    r.started = at;
    r.finished = at + std::chrono::minutes{7};
    // Each visit's profile and ramps are its own.
    r.profile.back() = std::uint8_t(random());
    for (auto &[key, ramps] : r.states.ramps) {
        ramps.r[1] = double(random() % 1024) / 1023;
    }
    return r;
}

/// Past visits without their readings: the figures' row of a real one, varied, straight into the table.
void bulk(store::Connection &c, qint64 templateId, int displays, std::mt19937_64 &random)
{
    std::normal_distribution<double> noise(0, 1);
    const QString columns =
        QStringLiteral("state, task, effort, person_id, instrument_id, target_id, tolerance_id, white_x_k2, white_y_k2, luminance_k2, "
                       "luminance_verdict, white_de_k2, white_verdict, black_k2, gray_mean_k2, gray_mean_verdict, gray_max, gray_max_k2, "
                       "gray_max_verdict, colour_mean_k2, colour_mean_verdict, colour_max_k2, colour_max_verdict, gamma, gamma_k2, "
                       "srgb_percent, gamut_volume_percent, verdict, readings");
    const QString sql =
        QStringLiteral("INSERT INTO visit (uid, display_id, started_at, finished_at, white_x, white_y, luminance, white_de, black, gray_mean, "
                       "colour_mean, colour_max, %1) SELECT ?, ?, ?, ?, white_x + ?, white_y + ?, luminance + ?, abs(white_de + ?), black, "
                       "gray_mean, colour_mean, colour_max, %1 FROM visit WHERE id = ?")
            .arg(columns);
    for (int week = 0; week < kWeeks - 2; ++week) {
        require(c.transaction([&]() -> Status {
            for (int d = 1; d <= displays; ++d) {
                char uid[40];
                std::snprintf(uid, sizeof uid, "%016lx-%016lx", (unsigned long)random(), (unsigned long)random());
                const auto at = qint64(weekOf(week, d).time_since_epoch().count());
                const Status s = c.change(sql,
                                          {QString::fromLatin1(uid), d, at, at + 420, 1e-4 * noise(random), 1e-4 * noise(random), noise(random),
                                           0.1 * noise(random), templateId},
                                          say("visit-could-not-stored"));
                if (!s) {
                    return s;
                }
            }
            return Done{};
        }));
    }
}

void generate(const QString &path, int displays, const VisitRecord &visit)
{
    std::mt19937_64 random(displays);
    auto store = Store::open(path);
    require(store ? Status(Done{}) : store.error());
    Store &s = *store.value();
    auto connection = std::move(store::Connection::open(store::sqlite(), path)).value();
    qint64 room = 0;
    constexpr std::array names{"Avocet", "Curlew", "Dunlin", "Godwit", "Knot", "Plover", "Sanderling", "Turnstone", "Whimbrel"};
    for (int i = 0; i < displays; ++i) {
        if (i % kRoomOf == 0) {
            room = s.studio().addRoom(QStringLiteral("Room %1").arg(i / kRoomOf + 1)).value();
        }
        DisplayEntry d;
        d.roomId = room;
        d.name = QStringLiteral("%1 %2").arg(QString::fromLatin1(names[size_t(i) % names.size()])).arg(i + 1);
        d.model = QString::fromLatin1(names[size_t(i) % names.size()]);
        d.serial = QString::number(100000 + i);
        d.technology = QStringLiteral("wled");
        d.bench = QStringLiteral("sim:wled");
        (void)s.studio().add(d, kStart).value();
    }
    const VisitRecord first = numbered(visit, random, kStart - std::chrono::days{7});
    require(s.visits().finish(first, 1));
    bulk(*connection, 1, displays, random);
    for (int week = kWeeks - 2; week < kWeeks; ++week) {
        for (int d = 1; d <= displays; ++d) {
            require(s.visits().finish(numbered(visit, random, weekOf(week, d)), d));
        }
    }
}

struct Times {
    double bytes = 0, open = 0, board = 0, history = 0, search = 0, finish = 0;
};

/// Median of repetitions, ms.
double median(int times, const std::function<void(int)> &work)
{
    std::vector<double> all;
    for (int i = 0; i < times; ++i) {
        QElapsedTimer timer;
        timer.start();
        work(i);
        all.push_back(double(timer.nsecsElapsed()) / 1e6);
    }
    std::nth_element(all.begin(), all.begin() + times / 2, all.end());
    return all[size_t(times / 2)];
}

Times measured(const QString &path, int displays, const VisitRecord &visit)
{
    Times t;
    t.bytes = double(QFileInfo(path).size());
    std::mt19937_64 random(1);
    t.open = median(9, [&](int) { (void)std::move(Store::open(path)).value(); });
    auto store = std::move(Store::open(path)).value();
    const WallTime now = weekOf(kWeeks, 0);
    size_t seen = 0;
    t.board =
        median(9, [&](int) { seen += store->board().rooms(now).size() + store->board().displays().size() + store->studio().displays().size(); });
    t.history = median(31, [&](int) { seen += store->visits().of(1 + qint64(random() % size_t(displays))).size(); });
    t.search = median(31, [&](int i) { seen += store->studio().search(QStringLiteral("dunl 1%1").arg(i % 10)).size(); });
    t.finish = median(31, [&](int i) {
        require(store->visits().finish(numbered(visit, random, now + std::chrono::minutes{i}), 1 + qint64(random() % size_t(displays))));
    });
    if (seen == 0) {
        std::fprintf(stderr, "nothing was found\n");
        std::exit(1);
    }
    return t;
}

} // namespace

int main(int argc, char **argv)
{
    const QCoreApplication app(argc, argv);
    std::vector<int> sizes;
    for (int i = 1; i < argc; ++i) {
        sizes.push_back(std::max(1, std::atoi(argv[i])));
    }
    if (sizes.empty()) {
        sizes = {100, 1000, 10000};
    }
    const VisitRecord visit = realVisit();
    std::printf("%9s %9s %8s | %9s %9s %9s %9s %9s  ms (median)\n", "displays", "visits", "GB", "open", "board", "history", "search", "finish");
    Times before;
    for (const int displays : sizes) {
        QTemporaryDir dir(QDir::tempPath() + QStringLiteral("/lamp-scale-XXXXXX"));
        const QString path = dir.filePath(QStringLiteral("studio.sqlite"));
        generate(path, displays, visit);
        const Times t = measured(path, displays, visit);
        std::printf("%9d %9d %8.2f | %9.1f %9.1f %9.1f %9.1f %9.1f\n", displays, displays * kWeeks, t.bytes / 1e9, t.open, t.board, t.history,
                    t.search, t.finish);
        if (before.open > 0) {
            std::printf("%28s | %9.1f %9.1f %9.1f %9.1f %9.1f  times as long as the row above\n", "", t.open / before.open, t.board / before.board,
                        t.history / before.history, t.search / before.search, t.finish / before.finish);
        }
        std::fflush(stdout);
        before = t;
    }
    return 0;
}
