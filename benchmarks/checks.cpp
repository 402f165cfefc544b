// SPDX-License-Identifier: GPL-3.0-or-later
// Checks of displays that are clearly within or clearly beyond tolerance: readings, seconds, wrong verdicts.
//   lamp_checks [displays of each] [list every check]
#include "judge/verification.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"
#include "words/words.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>

using namespace lamp;

namespace {

double median(std::vector<double> v)
{
    std::sort(v.begin(), v.end());
    return v.empty() ? 0 : v[v.size() / 2];
}

} // namespace

int main(int argc, char **argv)
{
    const int count = argc > 1 ? std::atoi(argv[1]) : 33;
    auto kinds = sim::kinds();
    std::erase(kinds, "projector");
    std::printf("| display | checks | readings (median, most) | seconds (median, most) | pass / undecided / fail |\n|---|---|---|---|---|\n");
    for (const char *how : {"as calibrated", "aged", "ramps lost", "brightness turned"}) {
        std::vector<double> readings, seconds;
        std::array<int, 3> verdicts{};
        for (int seed = 1; seed <= count; ++seed) {
            const std::string &kind = kinds[size_t(seed) % kinds.size()];
            sim::SimBench bench(sim::variedPanel(kind, std::uint64_t(seed)), {}, sim::MeterSpec{}, std::uint64_t(seed));
            bench.skipTime(7200);
            VisitPlan plan;
            plan.target = *builtInTarget("Photo");
            plan.tolerance = *builtInTolerance("studio");
            Visit full(bench, plan, {}, {});
            const auto before = full.run();
            if (!before) {
                continue;
            }
            if (std::string(how) == "aged") {
                bench.setAge(0.6);
            } else if (std::string(how) == "ramps lost") {
                (void)bench.resetLut();
            } else if (std::string(how) == "brightness turned" && before->display.control("brightness") != nullptr) {
                (void)bench.setControl("brightness", before->controls.at("brightness") > 50 ? 20 : 100);
            }
            plan.task = Task::Check;
            plan.profileIn = before->profile;
            Visit check(bench, plan, {}, {});
            const double start = bench.now();
            const auto r = check.run();
            if (!r) {
                std::fprintf(stderr, "%s %s %d: %s\n", how, kind.c_str(), seed, plainEnglish(r.error().paragraph()).c_str());
                continue;
            }
            readings.push_back(double(r->readings.size()));
            seconds.push_back(bench.now() - start);
            ++verdicts[size_t(r->verdict)];
            if (argc > 2) {
                std::printf("  %s %s %d: %.0f readings, %.0f s (warm-up %.0f), %s, mean %.2f max %.2f gray %.2f %.2f (full visit: %s)\n", how,
                            kind.c_str(), seed, readings.back(), seconds.back(), r->warmUpSeconds, verdictName(r->verdict).c_str(),
                            r->verification.mean, r->verification.max, r->gray.mean, r->gray.max, verdictName(before->verdict).c_str());
            }
        }
        std::printf("| %s | %zu | %.0f, %.0f | %.0f, %.0f | %d / %d / %d |\n", how, readings.size(), median(readings),
                    *std::max_element(readings.begin(), readings.end()), median(seconds), *std::max_element(seconds.begin(), seconds.end()),
                    verdicts[0], verdicts[2], verdicts[1]);
    }
    return 0;
}
