// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/warm_up.h"

#include "colour/spaces.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr double kFirstIntervalS = 22;
constexpr size_t kFirstReadings = 4;
constexpr double kHorizonS = 240; ///< how long the rest of a visit takes, about
constexpr double kUvGoal = 0.0006;
constexpr double kMostStep = 0.12; ///< of luminance between two readings: no panel warms up so fast (common practice, no published source)

/// Straight line through points: slope and its standard deviation, values relative to their mean.
void line(const std::vector<double> &t, const std::vector<double> &y, size_t first, double sigma, double &slope, double &slopeSigma)
{
    const auto n = double(t.size() - first);
    double mt = 0, my = 0;
    for (size_t i = first; i < t.size(); ++i) {
        mt += t[i] / n;
        my += y[i] / n;
    }
    double stt = 0, sty = 0;
    for (size_t i = first; i < t.size(); ++i) {
        stt += (t[i] - mt) * (t[i] - mt);
        sty += (t[i] - mt) * (y[i] / my - 1);
    }
    slope = sty / stt;
    slopeSigma = sigma / std::sqrt(stt);
}

double uvRate(const std::vector<XYZ> &whites, const std::vector<double> &times)
{
    const size_t last = whites.size() - 1, before = last >= 2 ? last - 2 : 0;
    return uvDistance(chromaticity(whites[last]), chromaticity(whites[before])) / std::max(1.0, times[last] - times[before]);
}

} // namespace

double Approach::remaining(double sinceStartS) const
{
    return end > 0 ? -amplitude * std::exp(-sinceStartS / tauS) / end : 0;
}

Approach fitApproach(const std::vector<double> &times, const std::vector<double> &values, double sigmaRelative)
{
    Approach best;
    const size_t lastFew = values.size() > kFirstReadings ? values.size() - kFirstReadings : 0;
    line(times, values, lastFew, sigmaRelative, best.slope, best.slopeSigma);
    double bestError = 1e300;
    // The time constant enters non-linearly: try a fine logarithmic grid, solve the rest by least squares.
    for (double tau = 40; tau <= 1500; tau *= 1.08) {
        double n = 0, se = 0, see = 0, sy = 0, sye = 0;
        for (size_t i = 0; i < times.size(); ++i) {
            const double e = std::exp(-(times[i] - times[0]) / tau);
            n += 1;
            se += e;
            see += e * e;
            sy += values[i];
            sye += values[i] * e;
        }
        const double det = n * see - se * se;
        if (std::abs(det) < 1e-12) {
            continue;
        }
        const double end = (sy * see - sye * se) / det, amplitude = (n * sye - se * sy) / det;
        double error = 0;
        for (size_t i = 0; i < times.size(); ++i) {
            const double r = values[i] - end - amplitude * std::exp(-(times[i] - times[0]) / tau);
            error += r * r;
        }
        if (error < bestError) {
            bestError = error;
            best.end = end;
            best.amplitude = amplitude;
            best.tauS = tau;
        }
    }
    return best;
}

Result<WarmUp> warmUp(Gauge &gauge, const WarmUpOptions &options)
{
    WarmUp result;
    std::vector<double> times, luminance;
    std::vector<XYZ> whites;
    double sigma = 0.001;
    const double start = gauge.now();
    double interval = kFirstIntervalS;
    for (;;) {
        auto m = gauge.read({1, 1, 1}, "white, warming up", 150, 0.0006);
        if (m && !whites.empty() && std::abs(m->xyz.b / std::max(whites.back().b, 1e-6) - 1) > kMostStep) {
            m = gauge.readAgreed(m.value(), 150, 0.0006);
        }
        if (!m) {
            return m.error();
        }
        if (whites.size() == 1 && std::abs(m->xyz.b / std::max(whites.back().b, 1e-6) - 1) > kMostStep) {
            // The second has been seen twice, the first once: it was the odd one.
            times.clear();
            luminance.clear();
            whites.clear();
        }
        times.push_back(m->t - start);
        luminance.push_back(std::max(m->xyz.b, 1e-6));
        whites.push_back(m->xyz);
        sigma = std::max(0.0002, m->sigma.b / luminance.back());
        result.readings = int(times.size());
        result.seconds = m->t - start;
        result.white = m->xyz;
        double left = kFirstIntervalS * double(kFirstReadings - std::min(kFirstReadings, times.size()));
        if (times.size() >= kFirstReadings) {
            const Approach fit = fitApproach(times, luminance, sigma);
            result.ratePercentPerMinute = fit.slope * 6000;
            const double drift = std::abs(fit.slope) * kHorizonS * 100;
            const bool moves = std::abs(fit.slope) > 3.5 * fit.slopeSigma;
            // What counts is what is left when the work ends: until then drift is modelled and taken out.
            result.remainingPercent = moves ? 100 * fit.remaining(times.back() - times.front() + kHorizonS) : 0;
            const bool colourStands = uvRate(whites, times) * kHorizonS < kUvGoal + 1500 * sigma * 0.002;
            // Still: either no movement can be told from the noise, or what is left of the fitted approach is small.
            result.stable =
                colourStands && ((!moves && drift < 2 * options.goalPercent) || (moves && std::abs(result.remainingPercent) < options.goalPercent));
            if (result.stable) {
                return result;
            }
            const double ratio = std::abs(result.remainingPercent) / options.goalPercent;
            left = ratio > 1 ? fit.tauS * std::log(ratio) : interval;
            interval = std::clamp(left * 0.6, kFirstIntervalS, 300.0);
        }
        if (options.onProgress) {
            options.onProgress(result, left);
        }
        if (result.seconds + interval > options.longestS) {
            if (times.size() == kFirstReadings - 1) {
                result.ratePercentPerMinute = fitApproach(times, luminance, sigma).slope * 6000;
            }
            return result;
        }
        if (const Status s = gauge.wait(interval); !s) {
            return s.error();
        }
    }
}

} // namespace lamp
