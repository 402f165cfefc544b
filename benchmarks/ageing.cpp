// SPDX-License-Identifier: GPL-3.0-or-later
// How well ages are foreseen: fleets of ten, drawn from seeds, by their histories alone.
//   lamp_ageing [fleets] [kind: mixed, calibrated, checked, brightness, bare, calendar, organic, quarterly, one] [spread of instruments, %: 1]
#include "fleet/ageing.h"
#include "simlab/years.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <string>

using namespace lamp;

namespace {

/// A way to keep displays by its name.
sim::YearsSpec kept(const std::string &kind)
{
    using Visits = sim::KeepingHabit::Visits;
    sim::YearsSpec s;
    s.keeps.visits = kind == "calibrated" || kind == "brightness" ? Visits::AlwaysCalibrated
                                                                  : (kind == "checked" || kind == "bare" ? Visits::OnlyChecked : Visits::Mixed);
    s.keeps.most = kind != "brightness" && kind != "bare";
    s.keeps.brightness = kind != "bare";
    s.keeps.hours = kind != "calendar" && kind != "bare";
    s.selfLit = kind == "organic";
    if (kind == "quarterly") {
        s.daysBetween = 91;
        s.years = 5;
    }
    if (kind == "one") {
        s.instruments = 1;
    }
    return s;
}

} // namespace

int main(int argc, char **argv)
{
    const std::string kind = argc > 2 ? argv[2] : "mixed";
    const int fleets = argc > 1 ? std::atoi(argv[1]) : 50;
    const double spread = argc > 3 ? std::atof(argv[3]) : 1;
    int ends = 0, held = 0, early = 0, late = 0, open = 0, falselyOpen = 0, ratesHeld = 0, displays = 0, worn = 0, wornSeen = 0, sound = 0,
        falseAlarm = 0, undecided = 0;
    std::vector<double> widths;
    for (int f = 0; f < fleets; ++f) {
        sim::YearsSpec spec = kept(kind);
        spec.seed = std::uint64_t(f + 1);
        spec.instrumentSpread = spread / 100;
        spec.instruments = kind == "one" ? 1 : 2 + f % 2;
        spec.wornInstrument = f % 2 == 0 && kind != "one" ? 0 : -1;
        const sim::Years years = sim::simulatedYears(spec);
        const auto history = historyFromCsv(years.csv);
        if (!history) {
            std::printf("the history cannot be read\n");
            return 1;
        }
        AgeingQuestion question;
        question.on = fromIsoTime(years.end);
        question.tolerance = *builtInTolerance("studio");
        const FleetAgeing ageing = ageingOf(history->entries, question);
        for (size_t i = 0; i < ageing.displays.size(); ++i) {
            const DisplayAgeing &d = ageing.displays[i];
            const auto &truth =
                *std::find_if(years.displays.begin(), years.displays.end(), [&](const sim::YearsTruth &t) { return t.serial == d.serial; });
            ++displays;
            ratesHeld += d.maxLuminance && std::abs(d.maxLuminance->perYear - truth.maxPerYear) <= d.maxLuminance->perYearK2 ? 1 : 0;
            if (std::getenv("LAMP_EACH") != nullptr && d.maxLuminance) {
                std::printf("rate of %s: %.2f, told %.2f (k2 %.2f)\n", d.serial.c_str(), truth.maxPerYear, d.maxLuminance->perYear,
                            d.maxLuminance->perYearK2);
            }
            const double ahead = truth.endYears ? *truth.endYears - spec.years : 1e9;
            if (ahead <= 0) {
                continue; // over before
            }
            if (!d.end) {
                ++open;
                falselyOpen += ahead < 8 ? 1 : 0;
                continue;
            }
            ++ends;
            const auto years0 = [&](const std::optional<WallTime> &t) { return t ? double((*t - question.on).count()) / (365.25 * 86400) : 1e8; };
            const double from = years0(d.end->p05), to = years0(d.end->p95);
            held += ahead >= from && ahead <= to ? 1 : 0;
            early += ahead < from ? 1 : 0;
            late += ahead > to ? 1 : 0;
            widths.push_back(std::min(to, 12.0) - from);
            if (std::getenv("LAMP_EACH") != nullptr) {
                std::printf("end of %s in %.2f years, %s: foreseen %.2f, 90 %% from %.2f to %.2f, %s\n", d.serial.c_str(), ahead,
                            ahead >= from && ahead <= to ? "held" : "missed", years0(d.end->median), from, to, d.end->because.c_str());
            }
        }
        for (size_t i = 0; i < ageing.instruments.size(); ++i) {
            const bool is = years.worn[size_t(std::atoi(ageing.instruments[i].serial.substr(6).c_str()) - 1)];
            const auto state = ageing.instruments[i].state;
            (is ? worn : sound) += 1;
            wornSeen += is && state == InstrumentAgeing::State::Ageing ? 1 : 0;
            falseAlarm += !is && state == InstrumentAgeing::State::Ageing ? 1 : 0;
            if (std::getenv("LAMP_EACH") != nullptr) {
                std::printf("%s fleet %d %s: %.2f %% (k2 %.2f), uv %.5f (k2 %.5f)\n", is ? "worn " : "sound", f + 1,
                            instrumentStateName(state).c_str(), ageing.instruments[i].luminancePercentPerYear, ageing.instruments[i].luminanceK2,
                            ageing.instruments[i].whiteUvPerYear, ageing.instruments[i].whiteK2);
            }
            undecided += state == InstrumentAgeing::State::Undecided ? 1 : 0;
        }
    }
    std::nth_element(widths.begin(), widths.begin() + long(widths.size() / 2), widths.end());
    std::printf("| | |\n|---|---|\n");
    std::printf("| ends of target foreseen, the true one within the 90 %% interval | %d of %d (%.1f %%); %d before it, %d after it |\n", held, ends,
                100.0 * held / std::max(1, ends), early, late);
    std::printf("| median width of the interval | %.1f years |\n", widths.empty() ? 0 : widths[widths.size() / 2]);
    std::printf("| no end within ten years foreseen; of these with one in less than eight | %d; %d |\n", open, falselyOpen);
    std::printf("| loss of most luminance a year within its k = 2 | %d of %d |\n", ratesHeld, displays);
    std::printf("| worn instruments told | %d of %d |\n| sound ones suspected | %d of %d (undecided %d of all) |\n", wornSeen, worn, falseAlarm,
                sound, undecided);
    return 0;
}
