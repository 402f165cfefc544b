// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "diagnose/examination.h"
#include "plot/plot.h"

namespace lamp {

/// How far each reading is from what the last visit left (bars), and what the most probable cause leaves of that (rings).
plot::Plot diagnosisPlot(const Examination &examination);

} // namespace lamp
