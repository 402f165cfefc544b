// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/history.h"
#include "plot/plot.h"

#include <vector>

namespace lamp {

/// How a display was over the months, by what its visits found and what was written down. \param entries of one display, by date
/// White's luminance as it was left or checked, and the most that the display gave where that is known.
plot::Plot luminanceYearsPlot(const std::vector<HistoryEntry> &entries, WallTime now);
/// CIEDE2000: mean of the verified colours, mean of the grays. \param limit of the colours' mean that is drawn, where there is one
plot::Plot differenceYearsPlot(const std::vector<HistoryEntry> &entries, WallTime now, std::optional<double> limit);

} // namespace lamp
