// SPDX-License-Identifier: GPL-3.0-or-later
// What it costs to keep displays in tolerance: visited monthly, every so many days, or when their own drift says; the same displays, the same
// accidents, by truth that only this program sees.
//   lamp_cadence [fleets: 8] [tolerance: studio] [accidents a year: 0.1]
#include "fleet/ageing.h"
#include "judge/verification.h"
#include "simlab/years.h"

#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <string>

using namespace lamp;

namespace {

void add(sim::YearsKept &all, const sim::YearsKept &kept)
{
    all.visits += kept.visits;
    all.days += kept.days;
    all.within += kept.within;
}

} // namespace

int main(int argc, char **argv)
{
    const int fleets = argc > 1 ? std::atoi(argv[1]) : 8;
    const auto tolerance = builtInTolerance(argc > 2 ? argv[2] : "studio");
    if (!tolerance || fleets < 1) {
        std::printf("no such tolerance\n");
        return 1;
    }
    const std::vector<int> fixed{14, 21, 30, 45, 60, 90, 120, 180};
    constexpr double kYears = 4; // the first is monthly for all: evidence has to come from somewhere
    const Target target = *builtInTarget("Photo");
    const auto within = [&](const XYZ &white) {
        return 100 * std::abs(white.b / *target.luminance.value() - 1) <= tolerance->luminancePercent
               && whiteDifference(white, *target.white.chromaticity()) <= tolerance->whiteDeltaE;
    };
    std::vector<sim::YearsKept> byInterval(fixed.size());
    sim::YearsKept byEvidence;
    for (int f = 0; f < fleets; ++f) {
        sim::YearsSpec spec;
        spec.seed = std::uint64_t(400 + f);
        spec.accidentsPerYear = argc > 3 ? std::atof(argv[3]) : 0.1;
        for (size_t i = 0; i < fixed.size(); ++i) {
            std::vector<double> last;
            add(byInterval[i], sim::keptForYears(spec, kYears, within, [&, n = fixed[i]](const std::string &, double day) {
                    last.resize(size_t(spec.displays), 0);
                    for (double &d : last) {
                        d = day >= d ? day + n : d;
                    }
                    return last;
                }));
        }
        add(byEvidence, sim::keptForYears(spec, kYears, within, [&](const std::string &csv, double day) {
                AgeingQuestion q;
                q.on = fromIsoTime(sim::StudioInTime::date(day).substr(0, 10) + "T23:59:59Z");
                q.tolerance = *tolerance;
                q.target = target;
                const FleetAgeing ageing = ageingOf(historyFromCsv(csv)->entries, q);
                std::vector<double> due;
                for (int d = 0; d < spec.displays; ++d) {
                    const std::string serial = "SIM-" + std::to_string(spec.seed) + "-" + std::to_string(d + 1);
                    const auto it = std::find_if(ageing.displays.begin(), ageing.displays.end(), [&](const auto &a) { return a.serial == serial; });
                    due.push_back(it != ageing.displays.end() && it->nextCheck ? day + double((*it->nextCheck - q.on).count()) / 86400 : day + 30);
                }
                return due;
            }));
    }
    std::printf("| visited | visits | days in tolerance |\n|---|---|---|\n");
    for (size_t i = 0; i < fixed.size(); ++i) {
        std::printf("| every %d days | %d | %.2f %% |\n", fixed[i], byInterval[i].visits, 100 * byInterval[i].share());
    }
    std::printf("| by evidence | %d | %.2f %% |\n", byEvidence.visits, 100 * byEvidence.share());
    return 0;
}
