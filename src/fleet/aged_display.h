// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/ageing.h"
#include "fleet/trend.h"

#include <array>
#include <cmath>
#include <map>

namespace lamp {

constexpr double kYear = 365.25 * 86400; ///< s
inline double yearsBetween(WallTime from, WallTime to)
{
    return double((to - from).count()) / kYear;
}

/// What is followed over the years.
enum AgeingFigure { Luminance, MaxLuminance, U, V, Black, CoverageSrgb, CoverageAdobe, kFigures };

/// Whether a figure is followed by its logarithm.
inline bool isLog(int figure)
{
    return figure == Luminance || figure == MaxLuminance || figure == Black;
}
TrendPrior priorOf(int figure);

using FigureTrends = std::array<const Trend *, kFigures>; ///< null where a figure is not known

/// A display over the years: its readings as series that can be compared.
struct AgedDisplay {
    std::string serial;
    std::vector<HistoryEntry> rows; ///< by date
    std::vector<double> age;        ///< of each, in usual years
    std::optional<double> hoursPerYear;
    double usageSigma = 0.03;     ///< how sure that is, relative
    double usage = 1;             ///< usual years of panel in a year to come
    double brightnessOffset = 20; ///< luminance goes with brightness + this
    std::array<TrendSeries, kFigures> series;
    std::array<std::vector<size_t>, kFigures> row; ///< of each point

    /// The brightness that luminance was last read at.
    [[nodiscard]] std::optional<double> brightness() const;
    /// What brightness makes of luminance, as a logarithm; 0 where it is not known.
    [[nodiscard]] double brightnessLog(const std::optional<double> &brightness) const
    {
        return brightness ? std::log(std::max(1.0, *brightness + brightnessOffset)) : 0;
    }
    [[nodiscard]] double ageOn(WallTime t) const { return age.back() + usage * yearsBetween(rows.back().at, t); }
};

/// The displays of a history, by serial, up to a day, with their series.
/// \param instruments each one's number, "" for those that nobody wrote down
std::vector<AgedDisplay> agedDisplays(std::vector<HistoryEntry> history, WallTime on, std::map<std::string, int> &instruments);
/// What a control stood at, where the entry says so.
std::optional<double> controlOf(const HistoryEntry &e, const std::string &name);
/// What changed at once, by date, and why as far as the history says.
std::vector<AgeingJump> jumpsOf(const AgedDisplay &display, const FigureTrends &trends);

} // namespace lamp
