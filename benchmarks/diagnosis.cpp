// SPDX-License-Identifier: GPL-3.0-or-later
// Whether what is wrong with a display is named: each cause on seeded displays of many kinds, two at once, and nothing on healthy ones.
//   lamp_diagnosis [seeds of each] [list] [only this cause] [pairs]
#include "base/parallel.h"
#include "diagnose/examination.h"
#include "simlab/mishaps.h"
#include "visit/visit.h"
#include "words/words.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <map>
#include <random>

using namespace lamp;

namespace {

struct Tally {
    int runs = 0, first = 0, two = 0, three = 0, failed = 0;
    std::vector<double> readings, seconds;
    std::map<std::string, int> said; ///< what was put first
};

const std::vector<std::string> kKinds{"wled", "wled-wide", "qd", "rgb-led", "ccfl", "woled", "qd-oled", "laptop"};

double median(std::vector<double> v)
{
    std::sort(v.begin(), v.end());
    return v.empty() ? 0 : v[v.size() / 2];
}

/// The causes that happen, on one display.
void run(const std::vector<const sim::Mishap *> &what, const std::string &kind, std::uint64_t seed, bool list, Tally &tally)
{
    std::mt19937_64 random(seed * 977 + 13);
    const auto between = [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(random); };
    sim::PanelSpec panel = sim::variedPanel(kind, seed);
    const auto happens = [&](const char *name) {
        return std::any_of(what.begin(), what.end(), [&](const auto *m) { return std::string(m->name) == name; });
    };
    const bool selfLit = panel.technology.find("oled") != std::string::npos;
    if ((selfLit && (happens("zones-dim") || happens("dynamic-contrast"))) || (!panel.menu.gains && happens("gains-turned"))
        || (selfLit && happens("power-limited"))) {
        panel = sim::variedPanel("wled", seed); // what has no lamps behind it, no such control, or always does it
    }
    panel.alreadyWarm = true;
    panel.menu.byPerson = false;
    for (const sim::Mishap *m : what) {
        m->prepare(panel);
    }
    const sim::MeterSpec meter = sim::variedMeter(false, seed);
    sim::SimBench bench(panel, sim::RoomSpec{}, {meter, sim::variedMeter(true, seed)}, seed);
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    VisitHooks hooks;
    hooks.wallClock = [&bench] { return WallTime{std::chrono::seconds(1800000000 + std::int64_t(bench.now()))}; };
    Visit visit(bench, plan, hooks, {});
    if (!visit.run()) {
        ++tally.failed;
        return;
    }
    const VisitRecord &visited = visit.record();
    auto last = VisitedDisplay::asCalibrated(visitFacts(visited));
    double days = 0;
    for (const sim::Mishap *m : what) {
        days = std::max(days, m->happen(bench, visited.ramps, meter, between).value());
    }
    ExaminationPlan asked;
    asked.now = WallTime{std::chrono::seconds(86400 * std::int64_t(days))} + visited.finished.time_since_epoch();
    Examination e;
    const Status status = last ? examine(bench, last.value(), asked, {}, {}, e) : Status(last.error());
    ++tally.runs;
    if (!status) {
        ++tally.failed;
        if (list) {
            std::printf("  %s %s %llu: %s\n", what[0]->name, kind.c_str(), (unsigned long long)seed, said(status.error().what).c_str());
        }
        return;
    }
    // Where nothing is wrong that stands first.
    std::vector<std::pair<double, std::string>> order{{e.ranking.healthy, "healthy"}, {e.ranking.unexplained, "unexplained"}};
    for (const Ranking::Entry &c : e.ranking.causes) {
        order.emplace_back(c.probability, c.code);
    }
    std::stable_sort(order.begin(), order.end(), [](const auto &a, const auto &b) { return a.first > b.first; });
    size_t lastPlace = 0;
    for (const sim::Mishap *m : what) {
        const auto at = std::find_if(order.begin(), order.end(), [&](const auto &o) { return o.second == m->name; });
        lastPlace = std::max(lastPlace, size_t(at - order.begin()));
    }
    tally.first += lastPlace == 0;
    tally.two += lastPlace <= 1;
    tally.three += lastPlace <= 2;
    ++tally.said[order[0].second];
    tally.readings.push_back(double(e.readings.size()));
    tally.seconds.push_back(e.benchSeconds);
    if (list && lastPlace >= what.size()) {
        std::printf("  %s%s%s on %s %llu:", what[0]->name, what.size() > 1 ? " + " : "", what.size() > 1 ? what[1]->name : "", kind.c_str(),
                    (unsigned long long)seed);
        for (size_t i = 0; i < 4; ++i) {
            std::printf(" %s %.3f", order[i].second.c_str(), order[i].first);
        }
        std::printf("; off by %.2f; tests", e.ranking.misfitHealthy);
        for (const std::string &t : e.tests) {
            std::printf(" %s", t.c_str());
        }
        std::printf("\n");
    }
}

void print(const char *name, const Tally &t)
{
    std::printf("| %s | %d | %.0f %% | %.0f %% | %.0f %% | %.0f | %.0f |", name, t.runs, 100.0 * t.first / std::max(1, t.runs),
                100.0 * t.two / std::max(1, t.runs), 100.0 * t.three / std::max(1, t.runs), median(t.readings), median(t.seconds));
    for (const auto &[code, count] : t.said) {
        if (code != name) {
            std::printf(" %s %d", code.c_str(), count);
        }
    }
    std::printf(" |\n");
    std::fflush(stdout);
}

} // namespace

int main(int argc, char **argv)
{
    const int seeds = argc > 1 ? std::atoi(argv[1]) : 8;
    const bool list = argc > 2 && std::string(argv[2]) == "list";
    const std::string only = argc > 3 ? argv[3] : "";
    const bool pairs = argc > 4;
    std::printf(
        "| what happened | displays | first | of two | of three | readings | seconds | called instead |\n|---|---|---|---|---|---|---|---|\n");
    const auto &all = sim::mishaps();
    for (size_t m = 0; m < all.size() && !pairs; ++m) {
        if (!only.empty() && only != "-" && only != all[m].name) {
            continue;
        }
        Tally tally;
        for (int seed = 0; seed < seeds; ++seed) {
            run({&all[m]}, kKinds[size_t(seed) % kKinds.size()], std::uint64_t(seed) + 1000 * (m + 1), list, tally);
        }
        print(all[m].name, tally);
    }
    if (pairs || only.empty()) {
        Tally tally;
        std::mt19937_64 random(5);
        for (int i = 0; i < 10 * seeds; ++i) {
            const size_t a = 1 + random() % (all.size() - 1), b = 1 + random() % (all.size() - 1);
            if (a != b) {
                run({&all[a], &all[b]}, kKinds[size_t(i) % kKinds.size()], std::uint64_t(i) + 90000, list, tally);
            }
        }
        print("two at once", tally);
    }
    return 0;
}
