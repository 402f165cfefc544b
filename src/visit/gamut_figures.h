// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "profile/shown_display.h"
#include "visit/record.h"

namespace lamp {

/// Coverage and volume of a display against the usual spaces, into a visit's record.
/// \param shown the display where its profile is by tables; null where the matrix describes it
void describeGamut(VisitRecord &record, const Profile &profile, const ShownDisplay *shown, const MatrixModel &matrix);

} // namespace lamp
