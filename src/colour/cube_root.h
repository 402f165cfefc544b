// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <bit>
#include <cstdint>

namespace lamp {

/// Cube root, where millions are taken: several times as fast as the library's, right to a few parts in 10^13.
/// A third of the exponent by integer division of the bits (right to 5 %), then two of Halley's steps, each of which
/// cubes the error. \pre x > 0 and normal
inline double cubeRoot(double x)
{
    // A third of the exponent's bias is left over by the division: 2/3 of 1023, in the exponent's place, less a little
    // that spreads the error evenly (found by trial; the test measures what comes out).
    constexpr std::uint64_t kBias = 0x2A9F7893782DA1CEULL;
    double y = std::bit_cast<double>(std::bit_cast<std::uint64_t>(x) / 3 + kBias);
    for (int i = 0; i < 2; ++i) {
        const double cube = y * y * y;
        y *= (cube + 2 * x) / (2 * cube + x);
    }
    return y;
}

} // namespace lamp
