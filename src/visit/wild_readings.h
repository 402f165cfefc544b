// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/reading_set.h"

#include <cstddef>
#include <vector>

namespace lamp {

/// Single readings that no display can have shown beside all the others: a slip of the pen, a row of another display, a lamp that was on. Light is
/// held against three channels with a power law each that add up, fitted by least absolute deviations (so that single rows do not bend it); wild is
/// what is off by more than half of that and 3 % of white, and by more than eight times what half of all readings are off by. Where more than 2 % are
/// (and more than one), the display is strange, not its rows: nothing is called wild then.
struct WildReading {
    std::size_t at = 0;  ///< in the set
    double expected = 0; ///< luminance by the others, cd/m²
};
std::vector<WildReading> wildReadings(const ReadingSet &set);

} // namespace lamp
