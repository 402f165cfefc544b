// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/warm_up.h"

#include "colour/spaces.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr double kLongestIntervalS = 200;
constexpr double kHorizonS = 240; ///< how long the rest of a visit takes, about: until then drift is modelled and taken out
constexpr double kEver = 3600;
constexpr double kMostStep = 0.12; ///< of luminance between two readings: no panel warms up so fast (common practice, no published source)

} // namespace

Result<WarmUp> warmUp(Gauge &gauge, const WarmUpOptions &options)
{
    WarmUp result;
    std::vector<double> times;
    std::vector<XYZ> whites;
    const double start = gauge.now();
    double interval = options.firstIntervalS;
    result.settling.expect(options.earlier);
    for (;;) {
        auto m = gauge.read({1, 1, 1}, "white, warming up", 150, 0.0008);
        if (m && !whites.empty() && std::abs(m->xyz.b / std::max(whites.back().b, 1e-6) - 1) > kMostStep) {
            m = gauge.readAgreed(m.value(), 150, 0.0008);
        }
        if (!m) {
            return m.error();
        }
        if (whites.empty() && options.onFirst) {
            if (const Status s = options.onFirst(m.value()); !s) {
                return s.error();
            }
        }
        if (whites.size() == 1 && std::abs(m->xyz.b / std::max(whites.back().b, 1e-6) - 1) > kMostStep) {
            // The second has been seen twice, the first once: it was the odd one.
            times.clear();
            whites.clear();
            result.settling = {};
            result.settling.expect(options.earlier);
        }
        times.push_back(m->t);
        whites.push_back(m->xyz);
        result.settling.add(m->t, m->xyz, m->sigma.b / std::max(m->xyz.b, 1e-6));
        result.readings = int(times.size());
        result.seconds = m->t - start;
        result.white = m->xyz;
        double left = options.firstIntervalS * double(options.fewest - std::min(options.fewest, times.size()));
        if (times.size() >= 2) {
            const auto last = times.size() - 1, before = last >= 3 ? last - 3 : 0;
            result.ratePercentPerMinute = 6000 * (whites[last].b / std::max(whites[before].b, 1e-6) - 1) / std::max(1.0, times[last] - times[before]);
        }
        if (times.size() >= options.fewest) {
            const auto [luminance, chromaticity] = result.settling.ahead(kHorizonS, kEver);
            result.remainingPercent = 100 * luminance.mean;
            result.boundPercent = 100 * luminance.bound();
            result.stable = result.boundPercent < options.goalPercent && chromaticity.bound() < options.goalUv;
            if (result.stable && result.seconds >= options.leastS) {
                return result;
            }
            left = result.settling.waitFor(options.goalPercent / 100, options.goalUv, kHorizonS, options.longestS);
            // A panel that may well stand still is soon looked at again.
            constexpr double kPerhapsStill = 0.15;
            interval = luminance.still > kPerhapsStill ? options.firstIntervalS : std::clamp(left * 0.5, options.firstIntervalS, kLongestIntervalS);
        }
        if (options.leastS > 0) {
            // A fixed time ends on the minute.
            left = options.leastS - result.seconds;
            interval = result.seconds + interval > options.leastS && left > 1 ? left : interval;
        }
        if (options.onProgress) {
            options.onProgress(result, left);
        }
        if (result.seconds + interval > options.longestS + 1) {
            return result;
        }
        if (const Status s = gauge.wait(interval); !s) {
            return s.error();
        }
    }
}

} // namespace lamp
