// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/uncertainty.h"

namespace lamp {

/// What a visit came to, before a tolerance; differences by the tolerance's metric. What was not aimed at or not read is not there, and is not
/// judged.
struct Findings {
    double mean = 0, max = 0; ///< of the verification colours
    std::optional<double> white, luminancePercent, grayMean, grayMax;
    FigureDoubt doubt;
    bool corrected = false; ///< whether the instrument is corrected for this light
};

/// Each figure that the tolerance limits, against its limit. By the tolerance's scope; an instrument that is not corrected for this
/// light sees differences that are its own, so it judges against the standard observer whatever the tolerance says.
std::vector<Check> judge(const Findings &findings, const Tolerance &tolerance);

} // namespace lamp
