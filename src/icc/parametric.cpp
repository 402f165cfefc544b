// SPDX-License-Identifier: GPL-3.0-or-later
// Tone curves by formula (docs/methods.md, "Curves by formula").
#include "icc/parametric.h"

#include "base/golden_section.h"
#include "colour/cube_root.h"
#include "colour/tone.h"

#include <ceres/tiny_solver.h>
#include <ceres/tiny_solver_autodiff_function.h>

#include <algorithm>
#include <array>
#include <cmath>

namespace lamp {

namespace {

constexpr int kPoints = 65;
constexpr double kAsGoodAsExact = 0.01; // L*: what rounding to a profile's numbers costs

double lightness(double y)
{
    return y > 216.0 / 24389 ? 116 * cubeRoot(y) - 16 : 24389.0 / 27 * y;
}

/// Nearly L*, smooth everywhere.
template <typename T> T seen(const T &y)
{
    using std::pow;
    return T(116.0) * pow(y + T(0.005), 1.0 / 3);
}

/// Residuals of the part above the toe: parameters are the exponent, what is added to the drive, and what is added to
/// the light; the curve ends in 1.
struct PowerPart {
    const std::vector<double> &samples;
    double toe;
    template <typename T> bool operator()(const T *p, T *residuals) const
    {
        using std::pow;
        for (int i = 0; i < kPoints; ++i) {
            const double x = toe + (1 - toe) * i / (kPoints - 1.0);
            const T base = (T(x) + p[1]) / (T(1.0) + p[1]);
            const T y = (T(1.0) - p[2]) * pow(base > T(1e-9) ? base : T(1e-9), p[0]) + p[2];
            residuals[i] = seen(y > T(0.0) ? y : T(0.0)) - seen(T(std::max(sampledAt(samples, x), 0.0)));
        }
        return true;
    }
};

double stored(double v)
{
    return std::round(v * 65536) / 65536;
}

/// Largest difference in L* from what samples show. \param seen the samples' L* \param stride looks at every so many
double worstOf(const ParametricCurve &curve, const std::vector<double> &seen, size_t stride)
{
    double worst = 0;
    for (size_t i = 0; i < seen.size(); i += stride) {
        worst = std::max(worst, std::abs(lightness(curve.value(double(i) / double(seen.size() - 1))) - seen[i]));
    }
    return worst;
}

/// A power of the drive alone; the exponent by golden section.
ParametricCurve plainPowerFor(const std::vector<double> &seen)
{
    const size_t stride = std::max<size_t>(1, seen.size() / 64);
    const auto missBy = [&](double g) {
        ParametricCurve curve;
        curve.g = stored(g);
        return worstOf(curve, seen, stride);
    };
    ParametricCurve curve;
    curve.g = stored(leastBetween(0.5, 5, 1e-6, missBy));
    return curve;
}

ParametricCurve withToe(const std::vector<double> &samples, double toe)
{
    const PowerPart part{samples, toe};
    using Function = ceres::TinySolverAutoDiffFunction<PowerPart, kPoints, 3, double>;
    Function function(part);
    ceres::TinySolver<Function> solver;
    solver.options.max_num_iterations = 60;
    Eigen::Vector3d p(2.2, toe > 0 ? 0.05 : 0.0, samples.front());
    solver.Solve(function, &p);
    p[1] = std::max(p[1], 0.0);
    ParametricCurve curve;
    curve.g = stored(p[0]);
    curve.a = stored(std::pow(std::max(1 - p[2], 1e-9), 1 / p[0]) / (1 + p[1]));
    curve.b = stored(p[1] * curve.a);
    curve.e = stored(p[2]);
    curve.d = stored(toe);
    if (toe > 0) {
        // Straight from black to where the power begins.
        curve.f = stored(samples.front());
        curve.c = stored((std::pow(curve.a * toe + curve.b, curve.g) + curve.e - curve.f) / toe);
    }
    return curve;
}

} // namespace

double ParametricCurve::value(double x) const
{
    return x >= d ? std::pow(std::max(a * x + b, 0.0), g) + e : c * x + f;
}

bool ParametricCurve::plainPower() const
{
    constexpr double step = 1.0 / 65536;
    return d <= step && std::abs(b) <= step && std::abs(e) <= step && std::abs(a - 1) <= step;
}

ParametricCurve fitParametric(const std::vector<double> &samples)
{
    // Where the straight part ends: nowhere, as sRGB has it (0.04045), as L* has it (0.08), or in between.
    constexpr std::array<double, 8> toes{0, 0.02, 0.03, 0.04045, 0.05, 0.06, 0.08, 0.1};
    // The simpler one unless the other is worth it.
    std::vector<double> seenSamples;
    for (const double y : samples) {
        seenSamples.push_back(lightness(y));
    }
    ParametricCurve best = plainPowerFor(seenSamples);
    best.worst = worstOf(best, seenSamples, 1);
    for (const double toe : toes) {
        if (best.worst < kAsGoodAsExact) {
            break;
        }
        ParametricCurve curve = withToe(samples, toe);
        curve.worst = worstOf(curve, seenSamples, 1);
        if (curve.worst < 0.8 * best.worst - 2e-3) {
            best = curve;
        }
    }
    return best;
}

} // namespace lamp
