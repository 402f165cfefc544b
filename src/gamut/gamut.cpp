// SPDX-License-Identifier: GPL-3.0-or-later
#include "gamut/gamut.h"

#include <array>
#include <cmath>

namespace lamp {

namespace {

/// Light of an even step, so that steps are even to the eye: the cube of lightness, roughly.
LinearRgb evenLight(double r, double g, double b)
{
    const auto light = [](double v) { return v * v * v; };
    return {light(r), light(g), light(b)};
}

} // namespace

double gamutVolume(const LabOf &labOf, int steps)
{
    double sixfold = 0;
    // Six faces: one coordinate fixed at 0 or 1, the other two run. Orientation alternates so that normals point out.
    for (int axis = 0; axis < 3; ++axis) {
        for (int side = 0; side < 2; ++side) {
            const auto corner = [&](int i, int j) {
                Drive d;
                d[axis] = side;
                d[(axis + 1) % 3] = double(i) / steps;
                d[(axis + 2) % 3] = double(j) / steps;
                return labOf(d).vec();
            };
            const double sign = side == 1 ? 1 : -1;
            for (int i = 0; i < steps; ++i) {
                for (int j = 0; j < steps; ++j) {
                    const Eigen::Vector3d a = corner(i, j), b = corner(i + 1, j), c = corner(i + 1, j + 1), d = corner(i, j + 1);
                    sixfold += sign * (a.dot(b.cross(c)) + a.dot(c.cross(d)));
                }
            }
        }
    }
    return std::abs(sixfold) / 6;
}

Lab AdditiveGamut::lab(const LinearRgb &light) const
{
    return labOf(RelXYZ(toPcs * light.vec() + black.vec()), iccD50());
}

bool AdditiveGamut::contains(const Lab &lab, double slack) const
{
    const Eigen::Vector3d light = toPcs.partialPivLu().solve(xyzOf(lab, iccD50()).vec() - black.vec());
    return light.minCoeff() >= -slack && light.maxCoeff() <= 1 + slack;
}

AdditiveGamut gamutOf(const RgbSpace &space)
{
    return {adaptation(whiteOf(space.white), iccD50()) * space.toXyz(), {}};
}

AdditiveGamut gamutOf(const Eigen::Matrix3d &channels, const XYZ &black)
{
    const XYZ white(channels.rowwise().sum() + black.vec());
    const Eigen::Matrix3d toD50 = adaptation(relativeTo(white, white.b), iccD50()) / white.b;
    return {toD50 * channels, RelXYZ(toD50 * black.vec())};
}

double coveragePercent(const std::function<bool(const Lab &)> &contains, const AdditiveGamut &space)
{
    constexpr int n = 18;
    double inside = 0, all = 0;
    for (int i = 0; i < n; ++i) {
        for (int j = 0; j < n; ++j) {
            for (int k = 0; k < n; ++k) {
                const auto at = [&](double di, double dj, double dk) { return space.lab(evenLight((i + di) / n, (j + dj) / n, (k + dk) / n)).vec(); };
                const Eigen::Vector3d origin = at(0, 0, 0);
                const double volume = std::abs((at(1, 0, 0) - origin).dot((at(0, 1, 0) - origin).cross(at(0, 0, 1) - origin)));
                all += volume;
                if (contains(Lab(at(0.5, 0.5, 0.5)))) {
                    inside += volume;
                }
            }
        }
    }
    return 100 * inside / all;
}

double coveragePercent(const AdditiveGamut &display, const AdditiveGamut &space)
{
    return coveragePercent([&](const Lab &lab) { return display.contains(lab); }, space);
}

double volumeOf(const AdditiveGamut &gamut)
{
    return gamutVolume([&](const Drive &d) { return gamut.lab(evenLight(d.a, d.b, d.c)); });
}

double volumePercent(const AdditiveGamut &display, const AdditiveGamut &space)
{
    return 100 * volumeOf(display) / volumeOf(space);
}

} // namespace lamp
