// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "plot/plot.h"

namespace lamp {

/// Axes that several of a visit's charts have.
plot::Axis driveAxis();
/// CIEDE2000 from 0 up to something pleasant that is not below `top`.
plot::Axis differenceAxis(double top);
/// An axis about values with a little room, and no narrower than something that can be seen.
plot::Axis axisAbout(std::string name, std::string unit, double low, double high, double narrowest, int decimals);

} // namespace lamp
