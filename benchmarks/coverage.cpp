// SPDX-License-Identifier: GPL-3.0-or-later
// How often the stated interval (k = 2) of a verification's mean holds the truth: what an ideal observer sees of the
// same patches. Right, missing and wrong corrections, all kinds of display.
//   lamp_coverage [runs of each]
#include "colour/difference.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"
#include "words/words.h"

#include <cstdio>
#include <cstdlib>

using namespace lamp;

int main(int argc, char **argv)
{
    const int runs = argc > 1 ? std::atoi(argv[1]) : 60;
    const auto kinds = sim::kinds();
    std::printf("| correction | runs | held | passed | undecided | failed | flattered by, at most |\n|---|---|---|---|---|---|---|\n");
    for (const char *correction : {"right", "missing", "wrong", "matrix"}) {
        int held = 0, done = 0;
        std::array<int, 3> verdicts{};
        double flattered = 0;
        for (int seed = 1; seed <= runs; ++seed) {
            sim::PanelSpec panel = sim::variedPanel(kinds[size_t(seed) % kinds.size()], std::uint64_t(seed));
            std::vector<sim::MeterSpec> meters{sim::MeterSpec{}};
            const std::string how = correction;
            if (how == "missing" || how == "matrix") {
                meters[0].corrections.clear();
            }
            if (how == "wrong") {
                panel.claims = panel.technology == "wled" ? "wled-wide" : "wled";
            }
            if (how == "matrix") {
                meters.push_back(sim::spectroradiometer());
            }
            sim::SimBench bench(panel, {}, meters, std::uint64_t(seed));
            bench.skipTime(7200);
            VisitPlan plan;
            plan.target = *builtInTarget("Photo");
            plan.tolerance = *builtInTolerance("studio");
            plan.effort = Effort::Quick;
            Visit visit(bench, plan, {}, {});
            const auto r = visit.run();
            if (!r) {
                std::fprintf(stderr, "%d: %s\n", seed, plainEnglish(r.error().paragraph()).c_str());
                continue;
            }
            const auto profile = Profile::open(r->profile);
            double truth = 0;
            const XYZ white = bench.truth({1, 1, 1}, 0.05);
            for (const VerifiedColour &c : r->verification.colours) {
                truth += deltaE2000(c.colour.wanted, measuredLab(bench.truth(c.colour.rgb, 0.05), white, profile->chad()));
            }
            truth /= double(r->verification.colours.size());
            const double stated = r->verification.mean, half = 2 * r->verification.meanUncertainty;
            if (std::abs(truth - stated) > half && argc > 2) {
                std::printf("  %s %d %s: stated %.2f +- %.2f, truth %.2f, %s\n", correction, seed, panel.technology.c_str(), stated, half, truth,
                            verdictName(r->verdict).c_str());
            }
            held += std::abs(truth - stated) <= half;
            ++done;
            ++verdicts[size_t(r->verdict)];
            if (r->verdict == Verdict::Pass) {
                flattered = std::max(flattered, truth - stated - half);
            }
        }
        std::printf("| %s | %d | %.1f %% | %d | %d | %d | %.2f |\n", correction, done, 100.0 * held / std::max(1, done), verdicts[0], verdicts[2],
                    verdicts[1], flattered);
    }
    return 0;
}
