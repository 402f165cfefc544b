// SPDX-License-Identifier: GPL-3.0-or-later
// How often the stated intervals (k = 2) hold the truth, by each scope: what a noise-free copy of the instrument sees at the
// end of a visit, and what the standard observer sees. Instruments with errors of their own, drawn at realistic sizes; right,
// missing and wrong corrections, spectroradiometers, matrices made on the spot; all kinds of display.
//   lamp_coverage [runs of each] [list every miss]
#include "judge/judgement.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"
#include "words/words.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>

using namespace lamp;

namespace {

constexpr std::array<const char *, 6> kFigures{"white", "luminance %", "gray mean", "gray largest", "colours mean", "colours largest"};
constexpr std::array<Expanded FigureDoubt::*, 6> kDoubt{
    &FigureDoubt::white, &FigureDoubt::luminancePercent, &FigureDoubt::grayMean, &FigureDoubt::grayMax, &FigureDoubt::mean, &FigureDoubt::max};
using Six = std::array<double, 6>;

/// The same figures, of the same patches, as somebody sees them who makes no noise.
template <typename Look> Six figures(const VisitRecord &r, const Look &look)
{
    const XYZ white = look({1, 1, 1}), black = look({0, 0, 0});
    std::vector<VerifiedColour> colours;
    for (const VerifiedColour &c : r.verification.colours) {
        colours.push_back({c.colour, look(c.colour.rgb), {}});
    }
    std::vector<GrayInput> grays;
    for (const GrayResult &g : r.gray.grays) {
        grays.push_back({g.drive, look({g.drive, g.drive, g.drive})});
    }
    const Verification v = verify(colours, {white}, r.verification.chad);
    const GrayJudgement g = judgeGrays(grays, white, black, r.targetWhite(), r.plan.target.tone);
    return {whiteDifference(white, r.targetWhite()), 100 * std::abs(white.b / *r.plan.target.luminance.value() - 1), g.mean, g.max, v.mean, v.max};
}

Six stated(const VisitRecord &r)
{
    const XYZ &white = r.calibrated.white;
    return {whiteDifference(white, r.targetWhite()),
            100 * std::abs(white.b / *r.plan.target.luminance.value() - 1),
            r.gray.mean,
            r.gray.max,
            r.verification.mean,
            r.verification.max};
}

struct Tally {
    int done = 0;
    std::array<int, 3> verdicts{};
    int falsePass = 0;
    std::array<std::array<int, 6>, 2> held{};
    std::array<std::array<std::vector<double>, 6>, 2> widths, errors;
};

double quantile(std::vector<double> v, double q)
{
    std::sort(v.begin(), v.end());
    return v.empty() ? 0 : v[std::min(v.size() - 1, size_t(q * double(v.size())))];
}

void run(const std::string &how, const std::string &kind, std::uint64_t seed, bool list, Scope scope, Tally &tally)
{
    sim::PanelSpec panel = sim::variedPanel(kind, seed);
    std::vector<sim::MeterSpec> meters{sim::variedMeter(how == "spectroradiometer", seed)};
    if (how == "missing" || how == "matrix") {
        meters[0].corrections.clear();
    }
    if (how == "wrong") {
        panel.claims = panel.technology == "wled" ? "wled-wide" : "wled";
    }
    if (how == "matrix") {
        meters.push_back(sim::variedMeter(true, seed + 1000));
    }
    sim::SimBench bench(panel, {}, meters, seed);
    bench.skipTime(7200);
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    plan.tolerance.scope = scope;
    VisitHooks hooks;
    hooks.wallClock = [] { return fromIsoTime("2026-03-01T08:00:00Z"); };
    Visit visit(bench, plan, hooks, {});
    const auto r = visit.run();
    if (!r) {
        std::fprintf(stderr, "%s %llu: %s\n", kind.c_str(), static_cast<unsigned long long>(seed), plainEnglish(r.error().paragraph()).c_str());
        return;
    }
    ++tally.done;
    ++tally.verdicts[size_t(r->verdict)];
    const double area = r->states.all.empty() ? 0.1 : r->states.all.back().area;
    const bool corrected = !r->matrix;
    const Six said = stated(*r);
    const Six seen = figures(*r, [&](const Drive &d) {
        const XYZ xyz = bench.seen(d, area);
        return corrected ? xyz : XYZ(r->matrix->matrix * xyz.vec());
    });
    const Six truth = figures(*r, [&](const Drive &d) { return bench.truth(d, area); });
    bool beyond = false;
    for (const Check &c : r->checks) {
        const std::array<const char *, 6> codes{"white", "luminance", "gray-mean", "gray-max", "colour-mean", "colour-max"};
        const auto at = size_t(std::find(codes.begin(), codes.end(), c.code) - codes.begin());
        beyond = beyond || (at < 6 && (c.scope == Scope::Absolute ? truth : seen)[at] > c.limit);
    }
    tally.falsePass += r->verdict == Verdict::Pass && beyond;
    for (size_t f = 0; f < 6; ++f) {
        const Expanded &k2 = r->doubt.*kDoubt[f];
        for (size_t s = 0; s < 2; ++s) {
            const double off = std::abs((s == 0 ? seen : truth)[f] - said[f]), half = s == 0 ? k2.instrument : k2.absolute;
            tally.held[s][f] += off <= half;
            tally.widths[s][f].push_back(half);
            tally.errors[s][f].push_back(off);
            if (list && !(off <= half)) {
                std::printf("  %s %s %llu, %s %s: stated %.3f +- %.3f, truth %.3f\n", how.c_str(), kind.c_str(),
                            static_cast<unsigned long long>(seed), kFigures[f], s == 0 ? "seen" : "absolute", said[f], half, said[f] + off);
            }
        }
    }
}

void print(const std::string &how, const Tally &t)
{
    for (size_t s = 0; s < 2; ++s) {
        std::printf("| %s | %s |", how.c_str(), s == 0 ? "instrument" : "absolute");
        for (size_t f = 0; f < 6; ++f) {
            // An ideal interval of one width for all: what 95.45 % of the errors lie within.
            std::printf(" %.0f %% (%.2f, %.2f) |", 100.0 * t.held[s][f] / std::max(1, t.done), quantile(t.widths[s][f], 0.5),
                        quantile(t.errors[s][f], 0.9545));
        }
        std::printf(" %d / %d / %d, %d |\n", t.verdicts[0], t.verdicts[2], t.verdicts[1], t.falsePass);
    }
}

} // namespace

int main(int argc, char **argv)
{
    const int runs = argc > 1 ? std::atoi(argv[1]) : 60;
    const Scope scope = argc > 3 ? Scope::Absolute : Scope::Instrument;
    auto kinds = sim::kinds();
    std::erase(kinds, "projector"); // nobody carries a correction for it: it would be "missing" in every row
    std::printf("held (median half-width, half-width that would hold 95.45 %%); pass / undecided / fail, passes that are none\n");
    std::printf("| correction | scope | white | luminance %% | gray mean | gray largest | colours mean | colours largest | verdicts |\n");
    std::printf("|---|---|---|---|---|---|---|---|---|\n");
    for (const char *how : {"right", "spectroradiometer", "matrix", "missing", "wrong"}) {
        Tally tally;
        for (int seed = 1; seed <= runs; ++seed) {
            run(how, kinds[size_t(seed) % kinds.size()], std::uint64_t(seed), argc > 2, scope, tally);
        }
        print(how, tally);
        std::fflush(stdout);
    }
    return 0;
}
