// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "exchange/chart.h"
#include "profile/inspect.h"
#include "profile/screening.h"

namespace lamp {

/// Drawings of profiles; each returns the points that can be read out.
std::vector<ChartPoint> drawProfileGamut(QPainter &p, const QRectF &area, const Inspection &seen, const Tones &t, bool xy = false);
std::vector<ChartPoint> drawProfileTones(QPainter &p, const QRectF &area, const Inspection &seen, const Tones &t);
std::vector<ChartPoint> drawProfileRamps(QPainter &p, const QRectF &area, const Inspection &seen, const Tones &t);
/// Gamuts of screened profiles: those that agree solid, those that stand apart dashed.
std::vector<ChartPoint> drawScreening(QPainter &p, const QRectF &area, const Screening &screening, const Tones &t);

} // namespace lamp
