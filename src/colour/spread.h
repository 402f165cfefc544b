// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/types.h"

#include <cmath>

namespace lamp {

/// Points spread evenly over the cube of drives: an additive recurrence with the inverse powers of the plastic number's
/// cousin in three dimensions (Roberts 2018, "The unreasonable effectiveness of quasirandom sequences"; constant
/// from memory, the root of x^4 = x + 1).
inline Drive spread(int i)
{
    constexpr double g = 1.22074408460575947536;
    const auto part = [i](double step) {
        const double x = 0.5 + step * (i + 1);
        return x - std::floor(x);
    };
    return {part(1 / g), part(1 / (g * g)), part(1 / (g * g * g))};
}

} // namespace lamp
