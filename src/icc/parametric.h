// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

namespace lamp {

/// A tone curve by formula (ICC.1:2010, 10.16, function type 4): (a·x + b)^g + e from x = d on, c·x + f below.
struct ParametricCurve {
    double g = 1, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0;
    double worst = 0; ///< largest difference from what it was fitted to, in L*

    [[nodiscard]] double value(double x) const;
    /// Whether it is a power of the drive and nothing else, as far as a profile's numbers tell (1/65536).
    [[nodiscard]] bool plainPower() const;
};

/// The curve of that form that is nearest to samples, as seen by the eye: a power law with a toe that is straight or has
/// none, lifted by a constant. Holds gamma, sRGB, L* and BT.1886 exactly, with the black of a display or without.
/// Its parameters are rounded as a profile stores them. \param samples at equal steps of drive 0..1, 2 or more, from black to 1
ParametricCurve fitParametric(const std::vector<double> &samples);

} // namespace lamp
