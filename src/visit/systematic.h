// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

namespace lamp {

/// Standard uncertainty (k = 1) of what all readings share, by how well the instrument is matched to the panel.
struct Systematic {
    double deltaE, luminancePercent; ///< CIEDE2000; percent
};

/// Whether the instrument has a correction that fits the panel, or needs none.
bool instrumentMatched(const VisitRecord &record);

/// docs/methods.md, "Uncertainty and verdict": a factory correction leaves the unit-to-unit spread of a technology; none
/// leaves the filters' own error, which between backlights is common practice at 2 to 4 ΔE, no published source.
Systematic systematic(const VisitRecord &record);

} // namespace lamp
