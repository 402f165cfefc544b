// SPDX-License-Identifier: GPL-3.0-or-later
// Whether what a display does beside the usual is named: each behaviour on seeded displays of many kinds, and none on healthy ones.
//   lamp_behaviours [seeds of each] [list every visit] [only this behaviour]
#include "judge/verification.h"
#include "simlab/habits.h"
#include "visit/visit.h"
#include "words/words.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <functional>
#include <random>

using namespace lamp;

namespace {

struct Tally {
    int runs = 0, named = 0, other = 0, failed = 0;
    std::vector<double> readings, seconds, white, gray, colours;
};

double quantile(std::vector<double> v, double q)
{
    std::sort(v.begin(), v.end());
    return v.empty() ? 0 : v[std::min(v.size() - 1, size_t(q * double(v.size())))];
}

/// What the figures are to a noise-free copy of the instrument: colours of the verification and others beside them.
void judgeTruth(const sim::SimBench &bench, const VisitRecord &r, Tally &tally)
{
    const XYZ white = bench.seen({1, 1, 1}), black = bench.seen({0, 0, 0});
    tally.white.push_back(whiteDifference(white, r.targetWhite()));
    std::vector<GrayInput> grays;
    for (int code = 8; code < 255; code += 13) {
        const double v = code / 255.0;
        grays.push_back({v, bench.seen({v, v, v})});
    }
    tally.gray.push_back(judgeGrays(grays, white, black, r.targetWhite(), r.plan.target.tone).mean);
    if (const auto profile = Profile::open(r.profile)) {
        std::vector<VerifiedColour> colours;
        for (int l = 20; l <= 85; l += 13) {
            for (int h = 0; h < 360; h += 36) {
                const Lab wanted = labOf(LCh{double(l), 12.0 + (l * 7 + h) % 30, double(h)});
                const Drive rgb = profile->driveFor(wanted);
                if ((profile->colourOf(rgb).vec() - wanted.vec()).norm() < 0.3) {
                    colours.push_back({{"", wanted, rgb}, bench.seen(rgb), {}});
                }
            }
        }
        tally.colours.push_back(verify(colours, {white}, profile->chad()).mean);
    }
}

/// Codes of what a display or an instrument can do wrong.
bool namesHabit(const std::string &code)
{
    const auto &all = sim::habits();
    return !code.empty() && std::any_of(all.begin(), all.end(), [&](const sim::Habit &b) { return code == b.code; });
}

void run(const sim::Habit &behaviour, const std::string &kind, std::uint64_t seed, bool list, Tally &tally)
{
    std::mt19937_64 random(seed * 131 + 7);
    const auto between = [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(random); };
    sim::PanelSpec panel = sim::variedPanel(kind, seed);
    sim::MeterSpec meter;
    if (std::string(behaviour.name) == "zones" && panel.technology.find("oled") != std::string::npos) {
        panel = sim::variedPanel("wled", seed); // pixels that make their own light have no zones
    }
    behaviour.give(panel, meter, between);
    sim::SimBench bench(panel, {}, meter, seed);
    bench.skipTime(7200);
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    const double start = bench.now();
    Visit visit(bench, plan, {}, {});
    const auto result = visit.run();
    const VisitRecord &r = visit.record();
    ++tally.runs;
    tally.readings.push_back(double(r.readings.size()));
    tally.seconds.push_back(bench.now() - start);
    std::vector<std::string> codes;
    for (const Message &m : r.warnings) {
        codes.push_back(m.code);
    }
    if (!result) {
        ++tally.failed;
        codes.push_back(result.error().code);
    } else {
        judgeTruth(bench, r, tally);
    }
    const bool named = std::find(codes.begin(), codes.end(), behaviour.code) != codes.end();
    const bool other = std::any_of(codes.begin(), codes.end(), [&](const std::string &c) { return namesHabit(c) && c != behaviour.code; });
    tally.named += named;
    tally.other += other;
    if (list) {
        std::printf("  %s %s %llu: %s%s, %zu readings, white %.2f gray %.2f colours %.2f;", behaviour.name, kind.c_str(),
                    static_cast<unsigned long long>(seed), named ? "named" : "not named", result ? "" : ", stopped", r.readings.size(),
                    tally.white.empty() ? -1 : tally.white.back(), tally.gray.empty() ? -1 : tally.gray.back(),
                    tally.colours.empty() ? -1 : tally.colours.back());
        for (const std::string &c : codes) {
            std::printf(" %s", c.c_str());
        }
        if (result) {
            for (int c = 0; c < int(r.verification.colours.size()); ++c) {
                const auto &v = r.verification.colours[size_t(c)];
                if (v.deltaE > 2) {
                    std::printf(" [%s %.1f]", v.colour.name.c_str(), v.deltaE);
                }
            }
        }
        std::printf("\n");
    }
}

} // namespace

int main(int argc, char **argv)
{
    const int seeds = argc > 1 ? std::atoi(argv[1]) : 40;
    auto kinds = sim::kinds();
    std::erase(kinds, "projector");
    std::printf("| behaviour | named | something else named | stopped | readings (most) | seconds | white | gray | colours (worst) |\n");
    std::printf("|---|---|---|---|---|---|---|---|---|\n");
    for (const sim::Habit &behaviour : sim::habits()) {
        if (argc > 3 && std::string(argv[3]) != behaviour.name) {
            continue;
        }
        Tally t;
        for (int seed = 1; seed <= seeds; ++seed) {
            run(behaviour, kinds[size_t(seed) % kinds.size()], std::uint64_t(seed), argc > 2 && argv[2][0] != '-', t);
        }
        std::printf("| %s | %d of %d | %d | %d | %.0f (%.0f) | %.0f | %.2f | %.2f | %.2f (%.2f) |\n", behaviour.name, t.named, t.runs, t.other,
                    t.failed, quantile(t.readings, 0.5), quantile(t.readings, 1), quantile(t.seconds, 0.5), quantile(t.white, 0.5),
                    quantile(t.gray, 0.5), quantile(t.colours, 0.5), quantile(t.colours, 1));
        std::fflush(stdout);
    }
    return 0;
}
