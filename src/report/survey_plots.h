// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "plot/plot.h"
#include "survey/results.h"

namespace lamp {

/// What a survey's readings look like, the most telling chart first; none where nothing of it can be drawn yet. Uniformity has a map of its own.
std::vector<plot::Plot> surveyPlots(const SurveyRecord &record, const SurveyResults &results);

/// Light of each channel along grays, from what a neutral gray of their luminance would have.
plot::Plot balancePlot(const GrayTracking &tracking);

} // namespace lamp
