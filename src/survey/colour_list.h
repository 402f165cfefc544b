// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "survey/survey.h"

namespace lamp {

/// Colours of a file (judge/colour_table). Of Lab the drives are those that the plan's profile or space gives; what lies outside its gamut is
/// an error that names the line.
/// \return an error that names line and column of what cannot be read
Result<std::vector<SurveyColour>> surveyColours(const std::string &text, const SurveyPlan &plan);

/// Colours that ship with the program, as far as the plan's space or profile shows them: "memory" (skin, sky, foliage), "skin" (a range of
/// it), "neutrals" (grays, and what lies a step beside them), "surface" (near the gamut's surface). \return an error that names the sets
Result<std::vector<SurveyColour>> surveySet(const std::string &name, const SurveyPlan &plan);

} // namespace lamp
