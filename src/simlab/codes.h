// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>

namespace lamp::sim {

constexpr int kBrightBits = 10; ///< of a signal of high dynamic range, whatever the frame buffer has else

/// The nearest of so many bits' steps from 0 to 1.
inline double rounded(double v, int bits)
{
    const double top = std::ldexp(1.0, bits) - 1;
    return std::round(std::clamp(v, 0.0, 1.0) * top) / top;
}

} // namespace lamp::sim
