// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/primaries.h"

#include "colour/spaces.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace lamp {

Eigen::Matrix3d Primaries::matrix() const
{
    Eigen::Matrix3d m;
    m.col(0) = (red - black).vec();
    m.col(1) = (green - black).vec();
    m.col(2) = (blue - black).vec();
    return m;
}

LinearRgb Primaries::amounts(const XYZ &xyz) const
{
    return LinearRgb(matrix().partialPivLu().solve((xyz - black).vec()));
}

Primaries Primaries::turnedTo(const XYZ &newWhite) const
{
    const LinearRgb before = amounts(white), after = amounts(newWhite);
    LinearRgb factors;
    for (int c = 0; c < 3; ++c) {
        factors[c] = after[c] / std::max(before[c], 1e-6);
    }
    return scaled(factors, newWhite, (newWhite.b / std::max(white.b, 1e-6)) * black);
}

Primaries Primaries::scaled(const LinearRgb &factors, const XYZ &newWhite, const XYZ &newBlack) const
{
    const auto column = [&](const XYZ &p, double factor) { return newBlack + factor * (p - black); };
    return {column(red, factors.a), column(green, factors.b), column(blue, factors.c), newWhite, newBlack};
}

namespace {

constexpr std::array<const char *, 3> kNames{"red", "green", "blue"};

/// Which of red, green and blue each of the three is by its hue: angles in u'v' about white, in degrees. The ranges hold
/// every display primary from laser to faded phosphor (common practice, no published source). -1: none of them.
std::array<int, 3> huesOf(const Primaries &p)
{
    const Uv white = uvOf(chromaticity(p.white));
    std::array<int, 3> all{};
    const std::array<const XYZ *, 3> three{&p.red, &p.green, &p.blue};
    for (size_t c = 0; c < 3; ++c) {
        const XYZ pure((three[c]->vec() - p.black.vec()).cwiseMax(0.0));
        const Uv uv = uvOf(chromaticity(pure));
        const double angle = std::atan2(uv.v - white.v, uv.u - white.u) * 180 / std::numbers::pi;
        const bool grey = std::hypot(uv.v - white.v, uv.u - white.u) < 0.02 || !std::isfinite(angle);
        all[c] = grey ? -1 : (angle > -40 && angle < 70 ? 0 : (angle >= 70 || angle < -150 ? 1 : 2));
    }
    return all;
}

} // namespace

PrimaryFault faultOf(const Primaries &p)
{
    // What shows only gray shows white's colour everywhere, however little of it blue gives.
    const auto likeWhite = [&p](const XYZ &xyz) {
        const XYZ light((xyz - p.black).vec().cwiseMax(0.0));
        const double share = light.b / p.white.b;
        return !(share > 0.002) || uvDistance(chromaticity(light), chromaticity(p.white)) < 0.02 + 0.0002 / share;
    };
    if (p.white.b > 3 * p.black.b && likeWhite(p.red) && likeWhite(p.green) && likeWhite(p.blue) && p.green.b - p.black.b > 0.02 * p.white.b) {
        return PrimaryFault::Grey;
    }
    // Even a projector in a lit room shows white three times as bright as black (common practice, no published source).
    if (!(p.white.b > 3 * p.black.b) || std::abs(p.matrix().determinant()) < 1e-6 * std::pow(std::max(p.white.b, 1e-3), 3)) {
        return PrimaryFault::Alike;
    }
    const std::array<int, 3> hues = huesOf(p);
    if (hues != std::array<int, 3>{0, 1, 2}) {
        std::array<int, 3> sorted = hues;
        std::sort(sorted.begin(), sorted.end());
        return sorted == std::array<int, 3>{0, 1, 2} ? PrimaryFault::Exchanged : PrimaryFault::Hueless;
    }
    // Displays with a white channel of their own show up to about twice the sum, those that save power somewhat less.
    // Luminance says nothing of blue, and little of red: each of the three has to add up.
    const XYZ sum = p.red + p.green + p.blue - 2.0 * p.black;
    for (int c = 0; c < 3; ++c) {
        if (!(p.white[c] > 0.85 * sum[c] && p.white[c] < 1.15 * sum[c])) {
            return PrimaryFault::Strange;
        }
    }
    return PrimaryFault::None;
}

bool lagsByOne(const Primaries &p)
{
    // Then red was read while white still stood, and so on: black, which is dark on every display, reads as blue does.
    const Primaries shifted{p.green, p.blue, p.black, p.red, {}};
    return p.black.b > 0.005 * p.white.b && huesOf(shifted) == std::array<int, 3>{0, 1, 2} && huesOf(p) != std::array<int, 3>{0, 1, 2};
}

Message exchanged(const Primaries &p)
{
    std::vector<Message> all;
    const std::array<int, 3> hues = huesOf(p);
    for (size_t c = 0; c < 3; ++c) {
        if (hues[c] >= 0 && hues[c] != int(c)) {
            all.push_back(say("reads-as", say(kNames[c]), say(kNames[size_t(hues[c])])));
        }
    }
    return listed(all);
}

} // namespace lamp
