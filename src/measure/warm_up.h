// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/gauge.h"
#include "measure/settling.h"

#include <functional>

namespace lamp {

/// What waiting for a stable panel found.
struct WarmUp {
    double seconds = 0; ///< from the first reading to the last
    int readings = 0;
    bool stable = false;
    double remainingPercent = 0; ///< luminance still to come once the rest of a visit is done, as the readings let expect
    double boundPercent = 0;     ///< what it stays below in nine of ten cases
    double ratePercentPerMinute = 0;
    Settling settling; ///< all of its readings
    XYZ white;         ///< the last reading
};

struct WarmUpOptions {
    double longestS = 3600;
    double leastS = 0; ///< not sooner, even where it stands still
    double firstIntervalS = 15;
    size_t fewest = 4;        ///< readings
    double goalPercent = 0.6; ///< drift of luminance still to come that counts as stable
    double goalUv = 0.0008;   ///< the same of white in u'v'
    Settling earlier;         ///< of the same display, another time
    /// Looks at the first reading; an error of it ends the waiting.
    std::function<Status(const Measurement &)> onFirst;
    /// Hears the series so far and the estimated seconds still to wait.
    std::function<void(const WarmUp &, double secondsLeft)> onProgress;
};

/// Reads white at growing intervals until its luminance and colour stand still (docs/methods.md, "Warm-up").
Result<WarmUp> warmUp(Gauge &gauge, const WarmUpOptions &options);

} // namespace lamp
