// SPDX-License-Identifier: GPL-3.0-or-later
// Speeds as ratios in one run: machines are shared and noisy, so only what stands beside something else means much.
#include "colour/difference.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <benchmark/benchmark.h>
#include <lcms2.h>

#include <QProcess>

#include <random>

using namespace lamp;

namespace {

struct Pairs {
    std::vector<Lab> a, b;
    std::vector<cmsCIELab> p, q;
    Pairs()
    {
        std::mt19937 random(1);
        std::uniform_real_distribution<double> l(0, 100), ab(-80, 80), near(-5, 5);
        for (int i = 0; i < 4096; ++i) {
            a.push_back({l(random), ab(random), ab(random)});
            b.push_back(a.back() + Lab{near(random), near(random), near(random)});
            p.push_back({a.back().a, a.back().b, a.back().c});
            q.push_back({b.back().a, b.back().b, b.back().c});
        }
    }
};

const Pairs &pairs()
{
    static const Pairs all;
    return all;
}

void deltaE2000Own(benchmark::State &state)
{
    const Pairs &v = pairs();
    for (auto _ : state) {
        double sum = 0;
        for (size_t i = 0; i < v.a.size(); ++i) {
            sum += deltaE2000(v.a[i], v.b[i]);
        }
        benchmark::DoNotOptimize(sum);
    }
    state.SetItemsProcessed(int64_t(state.iterations()) * int64_t(v.a.size()));
}

void deltaE2000LittleCms(benchmark::State &state)
{
    const Pairs &v = pairs();
    for (auto _ : state) {
        double sum = 0;
        for (size_t i = 0; i < v.p.size(); ++i) {
            sum += cmsCIE2000DeltaE(&v.p[i], &v.q[i], 1, 1, 1);
        }
        benchmark::DoNotOptimize(sum);
    }
    state.SetItemsProcessed(int64_t(state.iterations()) * int64_t(v.p.size()));
}

void wholeVisit(benchmark::State &state)
{
    for (auto _ : state) {
        auto bench = std::move(sim::makeBench("wled", 1)).value();
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        Visit visit(*bench, plan, {}, {});
        benchmark::DoNotOptimize(visit.run().ok());
    }
}

/// From the start of the process to its first painted window, without a screen; reading the studio comes after.
void startToPaintedWindow(benchmark::State &state)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    for (auto _ : state) {
        QProcess p;
        p.start(QStringLiteral(LAMP_APP), {"--quit-when-painted", "--store", "/tmp/dutiful-lamp-benchmark.sqlite"});
        p.waitForFinished();
        if (p.exitCode() != 0) {
            state.SkipWithError("the program did not start");
        }
    }
}

} // namespace

BENCHMARK(deltaE2000Own);
BENCHMARK(deltaE2000LittleCms);
BENCHMARK(wholeVisit)->Unit(benchmark::kMillisecond);
BENCHMARK(startToPaintedWindow)->Unit(benchmark::kMillisecond)->UseRealTime();

BENCHMARK_MAIN();
