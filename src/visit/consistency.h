// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

namespace lamp {

/// What a finished visit says against its own readings. Its colour differences are worked out again: from what was read, relative to the white that
/// was read, through the `chad` of the profile that was verified; so are white, luminance and grays against its target; and what it says was read is
/// held against its list of readings, of the same drive. Black is not held against anything.
/// Drift that was taken out, averages and rounding are allowed for (0.05 ΔE + 5 %; 5 % of light). Where there are no readings nothing is said.
/// \return a clause; empty where nothing contradicts
Message contradictionIn(const VisitRecord &record);

} // namespace lamp
