// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "plot/plot.h"
#include "profile/inspect.h"
#include "profile/screening.h"

namespace lamp {

/// What charts of profiles show.
plot::Plot profileGamutPlot(const Inspection &seen, bool xy = false);
plot::Plot profileTonePlot(const Inspection &seen);
plot::Plot profileRampsPlot(const Inspection &seen);
/// Gamuts of screened profiles: those that agree solid, those that stand apart dashed.
plot::Plot screeningPlot(const Screening &screening);

} // namespace lamp
