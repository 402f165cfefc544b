// SPDX-License-Identifier: GPL-3.0-or-later
// Speeds as ratios in one run: machines are shared and noisy, so only what stands beside something else means much.
#include "colour/difference.h"
#include "profile/display_cube.h"
#include "profile/table_profile.h"
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

void deltaE2000Many(benchmark::State &state)
{
    const Pairs &v = pairs();
    std::vector<double> all(v.a.size());
    for (auto _ : state) {
        deltaE2000(v.a, v.b, all);
        benchmark::DoNotOptimize(all.data());
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

/// A white-subpixel display, known from a whole visit's number of readings.
const DisplayModel &describedDisplay()
{
    static const DisplayModel model = [] {
        auto bench = std::move(sim::makeBench("woled", 1)).value();
        bench->skipTime(7200);
        std::vector<PanelReading> readings;
        for (int r = 0; r < 5; ++r) {
            for (int g = 0; g < 4; ++g) {
                for (int b = 0; b < 4; ++b) {
                    const Drive d{r / 4.0, g / 3.0, b / 3.0};
                    const XYZ xyz = bench->seen(d, 0.05);
                    readings.push_back({d, xyz, 0.001 * xyz + XYZ(1e-4, 1e-4, 1e-4), 0, int(readings.size())});
                }
            }
        }
        const auto at = [&](const Drive &d) { return bench->seen(d, 0.05); };
        return DisplayModel({at({1, 0, 0}), at({0, 1, 0}), at({0, 0, 1}), at({1, 1, 1}), at({0, 0, 0})}, 0.02, readings, 0);
    }();
    return model;
}

/// Both directions, three intents, 33 nodes, written into a profile.
void tableProfileOwn(benchmark::State &state)
{
    const ShownDisplay display(describedDisplay(), {});
    ProfileText text;
    text.description = "benchmark";
    for (auto _ : state) {
        benchmark::DoNotOptimize(writeTableProfile(display, {}, text).ok());
    }
}

/// What Little CMS takes to sample a function that does nothing onto the same grids and to write them.
void tableProfileTrivial(benchmark::State &state)
{
    constexpr std::array<cmsTagSignature, 6> tags{cmsSigAToB0Tag, cmsSigAToB1Tag, cmsSigAToB2Tag, cmsSigBToA0Tag, cmsSigBToA1Tag, cmsSigBToA2Tag};
    for (auto _ : state) {
        cmsHPROFILE profile = cmsCreateProfilePlaceholder(nullptr);
        cmsSetProfileVersion(profile, 4.3);
        cmsSetDeviceClass(profile, cmsSigDisplayClass);
        cmsSetColorSpace(profile, cmsSigRgbData);
        cmsSetPCS(profile, cmsSigLabData);
        for (const cmsTagSignature tag : tags) {
            cmsStage *table = cmsStageAllocCLut16bit(nullptr, 33, 3, 3, nullptr);
            cmsStageSampleCLut16bit(
                table,
                [](const cmsUInt16Number *in, cmsUInt16Number *out, void *) -> cmsInt32Number {
                    std::copy_n(in, 3, out);
                    return TRUE;
                },
                nullptr, 0);
            cmsPipeline *pipeline = cmsPipelineAlloc(nullptr, 3, 3);
            cmsPipelineInsertStage(pipeline, cmsAT_END, cmsStageAllocToneCurves(nullptr, 3, nullptr));
            cmsPipelineInsertStage(pipeline, cmsAT_END, table);
            cmsPipelineInsertStage(pipeline, cmsAT_END, cmsStageAllocToneCurves(nullptr, 3, nullptr));
            cmsWriteTag(profile, tag, pipeline);
            cmsPipelineFree(pipeline);
        }
        cmsUInt32Number size = 0;
        cmsSaveProfileToMem(profile, nullptr, &size);
        std::vector<std::uint8_t> bytes(size);
        benchmark::DoNotOptimize(cmsSaveProfileToMem(profile, bytes.data(), &size));
        cmsCloseProfile(profile);
    }
}

/// The same without writing anything: sampling alone.
void tableSamplingTrivial(benchmark::State &state)
{
    cmsStage *table = cmsStageAllocCLut16bit(nullptr, 33, 3, 3, nullptr);
    for (auto _ : state) {
        for (int i = 0; i < 6; ++i) {
            cmsStageSampleCLut16bit(
                table,
                [](const cmsUInt16Number *in, cmsUInt16Number *out, void *) -> cmsInt32Number {
                    std::copy_n(in, 3, out);
                    return TRUE;
                },
                nullptr, 0);
        }
    }
    cmsStageFree(table);
}

/// A table profile to measure cubes with.
const Profile &describedProfile()
{
    static const Profile profile = [] {
        const ShownDisplay display(describedDisplay(), {});
        ProfileText text;
        text.description = "benchmark";
        return std::move(Profile::open(writeTableProfile(display, {}, text).value())).value();
    }();
    return profile;
}

/// From Rec. 709 to the display, 65 nodes, out of gamut by the same hue.
void cubeOf65Own(benchmark::State &state)
{
    CubeTask task;
    task.source = *rgbSpace("Rec. 709");
    task.tone = task.source.tone;
    task.sourceWhite = false;
    task.size = 65;
    for (auto _ : state) {
        benchmark::DoNotOptimize(cubeToDisplay(describedProfile(), task).ok());
    }
}

/// What Little CMS takes for as many colours through the same tables, without anything else.
void cubeOf65LittleCms(benchmark::State &state)
{
    for (auto _ : state) {
        double sum = 0;
        for (int i = 0; i < 65 * 65 * 65; ++i) {
            sum += describedProfile().driveFor({double(i % 65) * 1.5, double(i / 65 % 65) - 32, double(i / 4225) - 32}).a;
        }
        benchmark::DoNotOptimize(sum);
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
BENCHMARK(deltaE2000Many);
BENCHMARK(deltaE2000LittleCms);
BENCHMARK(tableProfileOwn)->Unit(benchmark::kMillisecond)->MeasureProcessCPUTime()->UseRealTime();
BENCHMARK(tableProfileTrivial)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(tableSamplingTrivial)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(cubeOf65Own)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(cubeOf65LittleCms)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(wholeVisit)->Unit(benchmark::kMillisecond);
BENCHMARK(startToPaintedWindow)->Unit(benchmark::kMillisecond)->UseRealTime();

BENCHMARK_MAIN();
