// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/ageing.h"
#include "plot/plot.h"

#include <functional>
#include <vector>

namespace lamp {

/// How a display was over the months, by what its visits found and what was written down. \param entries of one display, by date
/// White's luminance as it was left or checked, and the most that the display gave where that is known.
/// \param ageing if not null, with how it goes on: from the most it gives now to the luminance that its target needs, and when that may be
plot::Plot luminanceYearsPlot(const std::vector<HistoryEntry> &entries, WallTime now, const DisplayAgeing *ageing = nullptr);
/// CIEDE2000: mean of the verified colours, mean of the grays. \param limit of the colours' mean that is drawn, where there is one
plot::Plot differenceYearsPlot(const std::vector<HistoryEntry> &entries, WallTime now, std::optional<double> limit);

/// Any figures of its entries, told apart by marks; none are left out of the axis.
struct YearsFigure {
    std::string name;
    std::function<std::optional<double>(const HistoryEntry &)> value;
};
plot::Plot yearsPlot(const std::vector<HistoryEntry> &entries, WallTime now, const std::string &title, const std::string &unit, int decimals,
                     const std::vector<YearsFigure> &figures);

} // namespace lamp
