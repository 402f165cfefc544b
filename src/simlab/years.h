// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

namespace lamp::sim {

/// How a studio keeps its displays, and what it writes down.
struct KeepingHabit {
    enum class Visits { Mixed, AlwaysCalibrated, OnlyChecked } visits = Visits::Mixed; ///< mixed: every third one calibrates
    bool hours = true, most = true, brightness = true;                                 ///< what is written down
};

/// A studio over the years: displays that age, instruments that wear, people who visit and now and then knock a menu.
struct YearsSpec {
    int displays = 10, instruments = 2;
    double years = 2.5;      ///< that are written down
    double daysBetween = 30; ///< visits
    KeepingHabit keeps;
    bool selfLit = false;          ///< organic panels, which wear faster, blue most
    int wornInstrument = -1;       ///< one that loses light by some percent a year
    double accidentsPerYear = 0.1; ///< settings changed, for each display; half of them are written down
    double ageing = 1;             ///< times the usual
    double target = 120;           ///< cd/m², at D65
    std::uint64_t seed = 1;
};

/// What is true of a simulated display; nobody but tests and benchmarks may look.
struct YearsTruth {
    std::string serial;
    std::optional<double> endYears; ///< since the studio's first day, when it can no longer give the target at D65; within 30
    double maxPerYear = 0;          ///< cd/m² a year that its most luminance lost between the first and the last time that it was read
    double uvPerYear = 0;           ///< of its own white
    int accidents = 0;
};

struct Years {
    std::string csv; ///< the history as a studio keeps it (cli contract), from 2029-01-08 on
    std::string end; ///< the last day, ISO
    std::vector<YearsTruth> displays;
    std::vector<bool> worn; ///< of each instrument
};

/// Backlights decay as stretched exponentials of their hours; blue fades faster than red, and films yellow with the calendar; rooms are
/// warmer in summer, which dims them a little; instruments have offsets, noise and wear. All drawn from the seed.
Years simulatedYears(const YearsSpec &spec);

} // namespace lamp::sim
