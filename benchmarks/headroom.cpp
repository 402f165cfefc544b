// SPDX-License-Identifier: GPL-3.0-or-later
// How well displays whose menus have coarse steps are trimmed: what the ramps can still reach, what they have to take off, and how
// many turns it took, beside the best settings that there are (found by trying all).
//   lamp_headroom [seeds] [list every visit]
#include "judge/verification.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"
#include "words/words.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>

using namespace lamp;

int main(int argc, char **argv)
{
    const int seeds = argc > 1 ? std::atoi(argv[1]) : 24;
    int shortOf = 0, couldReach = 0, runs = 0;
    std::vector<double> spare, bestSpare, moves;
    for (int seed = 1; seed <= seeds; ++seed) {
        const std::array<const char *, 4> kinds{"wled", "wled-wide", "qd", "coarse"};
        sim::PanelSpec panel = sim::variedPanel(kinds[size_t(seed) % 4], std::uint64_t(seed));
        panel.menu.brightnessStep = seed % 2 == 0 ? 10 : 5;
        panel.menu.gainStep = seed % 4 < 2 ? 5 : 10;
        panel.menu.gains = seed % 5 != 0;
        panel.menu.brightnessPower = 0.6 + 0.2 * (seed % 9); // some menus are far from linear
        panel.menu.brightnessFloor = seed % 3 == 0 ? 0.02 : panel.menu.brightnessFloor;
        panel.menu.brightnessAt = panel.menu.brightnessStep * std::round(panel.menu.brightnessAt / panel.menu.brightnessStep);
        sim::SimBench bench(panel, {}, sim::MeterSpec{}, std::uint64_t(seed));
        bench.skipTime(7200);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        Visit visit(bench, plan, {}, {});
        const auto r = visit.run();
        if (!r) {
            std::fprintf(stderr, "%d: %s\n", seed, plainEnglish(r.error().paragraph()).c_str());
            continue;
        }
        ++runs;
        const double wanted = *plan.target.luminance.value();
        // Whether a step more of brightness or of a gain would have been enough.
        bool could = r->aimLuminance > 0.995 * wanted;
        const double reached = r->aimLuminance;
        if (!could) {
            (void)bench.resetLut();
            for (const Control &c : r->display.controls) {
                (void)bench.setControl(c.name, c.max);
            }
            const XYZ white = bench.seen({1, 1, 1});
            const Primaries p{bench.seen({1, 0, 0}), bench.seen({0, 1, 0}), bench.seen({0, 0, 1}), white, bench.seen({0, 0, 0})};
            const LinearRgb have = p.amounts(white), needed = p.amounts(xyzOf(r->targetWhite(), wanted));
            could = have.a > needed.a && have.b > needed.b && have.c > needed.c;
            shortOf += could;
        }
        couldReach += could;
        spare.push_back(100 * (r->trim->reachableLuminance / wanted - 1));
        moves.push_back(r->trim->moves);
        if (argc > 2) {
            std::printf("  %d %s steps %.0f, %.0f: reaches %.1f of %.0f%s, spare %.1f %%, %d turns, gray %.2f;", seed, r->display.model.c_str(),
                        panel.menu.brightnessStep, panel.menu.gainStep, reached, wanted, could ? "" : " (all there is)", spare.back(), r->trim->moves,
                        r->gray.mean);
            for (const auto &[name, value] : r->trim->after) {
                std::printf(" %s %.0f", name.c_str(), value);
            }
            std::printf("\n");
        }
    }
    std::sort(spare.begin(), spare.end());
    std::sort(moves.begin(), moves.end());
    std::printf("%d displays, %d could reach the target, %d of these left short; spare (median) %.1f %%, turns (median, most) %.0f, %.0f\n", runs,
                couldReach, shortOf, spare[spare.size() / 2], moves[moves.size() / 2], moves.back());
    return 0;
}
