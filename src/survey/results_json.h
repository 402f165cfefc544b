// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "survey/results.h"

#include <nlohmann/json.hpp>

namespace lamp {

/// A number for a file; what is not known is null, never a good value.
nlohmann::json rounded(double v, int figures = 5);
nlohmann::json driveJson(const Drive &d);
/// What a survey came to, as `measurement.json` has it under "results".
nlohmann::json resultsJson(const SurveyResults &results);

} // namespace lamp
