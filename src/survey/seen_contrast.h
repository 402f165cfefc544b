// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/gauge.h"

#include <algorithm>

namespace lamp {

/// White over black, as far as an instrument saw black.
struct SeenContrast {
    double value = 0;     ///< the least that it can be, where atLeast; 0 where nothing can be said
    bool atLeast = false; ///< black lies below the instrument's floor, or within its noise: nobody has measured it
};
/// \param floor of the instrument, cd/m²
inline SeenContrast seenContrast(const Measurement &white, const Measurement &black, double floor)
{
    const bool atLeast = black.tooDark || black.xyz.b < floor || black.xyz.b <= black.sigma.b;
    const double level = atLeast ? std::max(floor, black.tooDark ? black.sigma.b : black.xyz.b + 2 * black.sigma.b) : black.xyz.b;
    return {level > 0 ? white.xyz.b / level : 0, atLeast};
}

} // namespace lamp
