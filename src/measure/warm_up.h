// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/gauge.h"

#include <functional>

namespace lamp {

/// What waiting for a stable panel found.
struct WarmUp {
    double seconds = 0; ///< from the first reading to the last
    int readings = 0;
    bool stable = false;
    double remainingPercent = 0; ///< luminance still to come, by the fitted approach to the end value
    double ratePercentPerMinute = 0;
    XYZ white; ///< the last reading
};

struct WarmUpOptions {
    double longestS = 3600;
    double goalPercent = 0.4; ///< remaining drift of luminance that counts as stable
    /// Hears the series so far and the estimated seconds still to wait.
    std::function<void(const WarmUp &, double secondsLeft)> onProgress;
};

/// An exponential approach to an end value, fitted to luminances over time.
struct Approach {
    double end = 0, amplitude = 0, tauS = 600; ///< Y(t) = end + amplitude·exp(-(t - t0)/tau)
    double slope = 0, slopeSigma = 0;          ///< straight line through the last readings, relative per second
    [[nodiscard]] double remaining(double sinceStartS) const;
};
/// \param times seconds, increasing; \param values cd/m²; \param sigmaRelative of each value. \pre at least 3 points
Approach fitApproach(const std::vector<double> &times, const std::vector<double> &values, double sigmaRelative);

/// Reads white at growing intervals until its luminance and colour stand still (docs/methods.md, "Warm-up").
Result<WarmUp> warmUp(Gauge &gauge, const WarmUpOptions &options);

} // namespace lamp
