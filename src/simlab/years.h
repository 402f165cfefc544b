// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/types.h"

#include <cstdint>
#include <functional>
#include <memory>
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
    bool selfLit = false;           ///< organic panels, which wear faster, blue most
    int wornInstrument = -1;        ///< one that loses light by some percent a year
    double instrumentSpread = 0.01; ///< by how much the luminance that instruments read differs from what is, relative; standard deviation
    double accidentsPerYear = 0.1;  ///< settings changed, for each display; half of them are written down
    double ageing = 1;              ///< times the usual
    double target = 120;            ///< cd/m², at D65
    std::uint64_t seed = 1;
};

/// What is true of a simulated display; nobody but tests and benchmarks may look.
struct YearsTruth {
    std::string serial;
    std::optional<double>
        endYears; ///< since the studio's first day, when it can no longer give the target at D65 as its instruments saw that at first; within 30
    double maxPerYear = 0; ///< cd/m² a year that its most luminance lost between the first and the last time that it was read
    double uvPerYear = 0;  ///< of its own white
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

/// The same studio day by day, for whoever decides when each display is visited. Each visit calibrates. What happens to displays, and when, is the
/// same however they are kept.
class StudioInTime {
public:
    explicit StudioInTime(const YearsSpec &spec);
    ~StudioInTime();
    StudioInTime(const StudioInTime &) = delete;
    StudioInTime &operator=(const StudioInTime &) = delete;

    [[nodiscard]] std::string heading() const; ///< of the history
    /// Reads a display and sets it anew. \param day since the first, not before its last visit \return a row of the history for each reading
    std::string visit(int display, double day);
    /// What the instrument that set it would see of its white on a day, without noise. \pre visited, and not on a later day
    [[nodiscard]] XYZ white(int display, double day) const;
    [[nodiscard]] double most(int display, double day) const; ///< cd/m² that it can give at D65, as its instruments saw that at first
    [[nodiscard]] static std::string date(double day);        ///< ISO

private:
    class Life;
    std::unique_ptr<Life> m_life;
};

/// How displays were kept over some time.
struct YearsKept {
    int visits = 0;
    int days = 0, within = 0; ///< of all displays together; of these, on which white was within
    [[nodiscard]] double share() const { return days > 0 ? double(within) / days : 0; }
};
/// Keeps a studio's displays: for a first year by visits each thirty days, then as whoever is asked wants. Those that can no longer give their target
/// at the end are left out, since no visit helps them.
/// \param years altogether, more than 1 \param within of a white as the instrument that set it sees it, cd/m²
/// \param next asked after each day with visits: the day of each display's next visit, by the history until then
YearsKept keptForYears(const YearsSpec &spec, double years, const std::function<bool(const XYZ &white)> &within,
                       const std::function<std::vector<double>(const std::string &history, double day)> &next);

} // namespace lamp::sim
