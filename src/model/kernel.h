// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

// What the parts of the display model share; nothing outside of this room includes it.

#include "model/display_model.h"

#include <cmath>

namespace lamp::kernels {

// Correlation lengths, in drive and in seconds: how far a reading speaks for its neighbours.
inline constexpr double kCurveLength = 0.6, kKinkLength = 0.1, kInterplayLength = 0.8, kCommonLength = 0.5, kDriftLength = 500;
/// Share of the common light's own curve against its proportional part.
inline constexpr double kCommonBend = 0.15;
/// Drift is mostly of the light as a whole; this share (of variance) moves each component for itself.
inline constexpr double kDriftColour = 0.05;

/// Matérn correlations with smoothness 5/2 and 3/2 (Rasmussen and Williams 2006, eq. 4.17).
inline double matern52(double x)
{
    const double a = std::sqrt(5.0) * std::abs(x);
    return (1 + a + a * a / 3) * std::exp(-a);
}

inline double matern32(double x)
{
    const double a = std::sqrt(3.0) * std::abs(x);
    return (1 + a) * std::exp(-a);
}

inline double squaredExponential(double x)
{
    return std::exp(-0.5 * x * x);
}

/// Roughly even steps for the eye: a^(1/2.2), mirrored below zero so that noise around it stays unbiased.
inline double perceptualRoot(double light)
{
    return std::copysign(std::pow(std::abs(light), 1 / 2.2), light);
}

/// Slope of light over its perceptual root: a deviation on the perceptual scale times this is one of light.
inline double slopeAt(double light)
{
    return light > 0 ? 2.2 * std::pow(light, 1 - 1 / 2.2) : 0;
}

inline Eigen::Vector3d floored(const Eigen::Vector3d &column)
{
    // A component that is nearly missing in a primary is as uncertain as the primary is strong.
    return column.cwiseAbs() + Eigen::Vector3d::Constant(0.05 * column.norm());
}

/// With a fourth number that counts for nothing.
inline Eigen::Vector4d filled(const Eigen::Vector3d &v)
{
    return {v[0], v[1], v[2], 0};
}

inline Behaviour only(double Behaviour::*member)
{
    Behaviour b{0, 0, 0, 0, 0, 0, 0, 0};
    b.*member = 1;
    return b;
}

} // namespace lamp::kernels
