// SPDX-License-Identifier: GPL-3.0-or-later
// Visits to panels that warm up otherwise than by one exponential: what is said at the end, and where white is an hour later.
//   lamp_drift [seeds of each] [list every visit, -: not] [again: the second visit to each, which knows of the first; -: not] [effort]
#include "judge/verification.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"
#include "words/words.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <functional>
#include <random>

using namespace lamp;

namespace {

using Between = std::function<double(double, double)>;
struct Course {
    const char *name;
    double onForS; ///< how long the panel has been on when the visit begins
    std::function<void(sim::PanelSpec &, const Between &)> make;
};

const std::vector<Course> &courses()
{
    static const std::vector<Course> all{
        {"warm", 7200, [](sim::PanelSpec &, const Between &) {}},
        {"cold, usual", 0, [](sim::PanelSpec &, const Between &) {}},
        {"half warm", 400, [](sim::PanelSpec &, const Between &) {}},
        {"falls fast, rises for an hour", 0,
         [](sim::PanelSpec &p, const Between &between) {
             p.warmUpLoss = -between(0.03, 0.07); // brighter when cold
             p.warmUpTint = -between(0, 0.02);
             p.warmUpTauS = between(60, 120);
             p.secondLoss = between(0.04, 0.08);
             p.secondTint = between(0.01, 0.03);
             p.secondTauS = between(900, 1800);
         }},
        {"rests, then moves", 0,
         [](sim::PanelSpec &p, const Between &between) {
             p.restS = between(60, 240);
             p.warmUpLoss = between(0.05, 0.09);
             p.warmUpTint = between(0.02, 0.04);
             p.warmUpTauS = between(400, 900);
         }},
        {"turns back", 0,
         [](sim::PanelSpec &p, const Between &between) {
             p.warmUpLoss = between(0.05, 0.08);
             p.warmUpTint = between(0.01, 0.02);
             p.warmUpTauS = between(60, 120);
             p.secondLoss = -between(0.04, 0.07);
             p.secondTint = -between(0.01, 0.03);
             p.secondTauS = between(500, 1000);
         }},
    };
    return all;
}

double quantile(std::vector<double> v, double q)
{
    std::sort(v.begin(), v.end());
    return v.empty() ? 0 : v[std::min(v.size() - 1, size_t(q * double(v.size())))];
}

} // namespace

int main(int argc, char **argv)
{
    const int seeds = argc > 1 ? std::atoi(argv[1]) : 22;
    auto kinds = sim::kinds();
    std::erase(kinds, "projector");
    std::printf("| course | readings (most) | set aside | seconds (most) | stable said | white at the end (worst) | an hour later (worst) | moved by "
                "more than 1, called stable | colours |\n");
    std::printf("|---|---|---|---|---|---|---|---|---|\n");
    for (const Course &course : courses()) {
        std::vector<double> readings, aside, seconds, white, later, colours;
        int stable = 0, falsely = 0;
        for (int seed = 1; seed <= seeds; ++seed) {
            std::mt19937_64 random(std::uint64_t(seed) * 977 + 5);
            const Between between = [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(random); };
            const std::string &kind = kinds[size_t(seed) % kinds.size()];
            sim::PanelSpec panel = sim::variedPanel(kind, std::uint64_t(seed));
            course.make(panel, between);
            VisitPlan plan;
            plan.target = *builtInTarget("Photo");
            plan.tolerance = *builtInTolerance("studio");
            if (argc > 4) {
                plan.effort = effortFromName(argv[4]).value_or(Effort::Standard);
            }
            if (argc > 3 && argv[3][0] != '-') {
                sim::SimBench first(panel, {}, sim::MeterSpec{}, std::uint64_t(seed) + 1000);
                first.skipTime(course.onForS);
                Visit before(first, plan, {}, {});
                if (const auto r = before.run()) {
                    plan.earlier = earlierOf(r.value());
                }
            }
            sim::SimBench bench(panel, {}, sim::MeterSpec{}, std::uint64_t(seed));
            bench.skipTime(course.onForS);
            const double start = bench.now();
            Visit visit(bench, plan, {}, {});
            const auto r = visit.run();
            if (!r) {
                std::fprintf(stderr, "%s %s %d: %s\n", course.name, kind.c_str(), seed, plainEnglish(r.error().paragraph()).c_str());
                continue;
            }
            readings.push_back(double(r->readings.size()));
            aside.push_back(double(r->setAside.size()));
            seconds.push_back(bench.now() - start);
            white.push_back(whiteDifference(bench.seen({1, 1, 1}), r->targetWhite()));
            colours.push_back(r->verification.mean);
            stable += r->warmUpStable;
            const double took = bench.now() - start;
            bench.skipTime(3600);
            later.push_back(whiteDifference(bench.seen({1, 1, 1}), r->targetWhite()));
            falsely += r->warmUpStable && later.back() > 1;
            if (argc > 2 && argv[2][0] != '-') {
                std::printf("  %s %s %d: %zu readings, %zu set aside, %.0f s (warm-up %.0f), %s, white %.2f, an hour later %.2f;", course.name,
                            kind.c_str(), seed, r->readings.size(), r->setAside.size(), took, r->warmUpSeconds,
                            r->warmUpStable ? "stable" : "not stable", white.back(), later.back());
                for (const Message &m : r->warnings) {
                    std::printf(" %s", m.code.c_str());
                }
                std::printf("\n");
            }
        }
        std::printf("| %s | %.0f (%.0f) | %.0f (%.0f) | %.0f (%.0f) | %d of %zu | %.2f (%.2f) | %.2f (%.2f) | %d | %.2f (%.2f) |\n", course.name,
                    quantile(readings, 0.5), quantile(readings, 1), quantile(aside, 0.5), quantile(aside, 1), quantile(seconds, 0.5),
                    quantile(seconds, 1), stable, readings.size(), quantile(white, 0.5), quantile(white, 1), quantile(later, 0.5), quantile(later, 1),
                    falsely, quantile(colours, 0.5), quantile(colours, 1));
        std::fflush(stdout);
    }
    return 0;
}
