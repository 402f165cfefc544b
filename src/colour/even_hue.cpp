// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/even_hue.h"

#include "colour/cube_root.h"
#include "colour/spectrum.h"

#include <cmath>

namespace lamp {

namespace {

constexpr double kChroma = 420; ///< Oklab's chroma of saturated colours to some CIELAB's

/// CIELAB's f without its offset, going on straight below its bend, negative light included.
double bent(double t)
{
    return t > 216.0 / 24389 ? cubeRoot(t) : (24389.0 / 27 * t + 16) / 116;
}

double unbent(double f)
{
    return f > 6.0 / 29 ? f * f * f : (116 * f - 16) * 27 / 24389;
}

double slopeOfUnbent(double f)
{
    return f > 6.0 / 29 ? 3 * f * f : 116 * 27 / 24389.0;
}

struct Constants {
    Eigen::Matrix3d toCones, fromCones;
    Eigen::Matrix<double, 3, 2> opponent; ///< what a* and b* add to each cone's root
    Eigen::Matrix<double, 2, 3> toOpponent;
    Constants()
    {
        Eigen::Matrix3d cones, axes;
        cones << 0.8189330101, 0.3618667424, -0.1288597137, 0.0329845436, 0.9293118715, 0.0361456387, 0.0482003018, 0.2643662691, 0.6338517070;
        axes << 0.2104542553, 0.7936177850, -0.0040720468, 1.9779984951, -2.4285922050, 0.4505937099, 0.0259040371, 0.7827717662, -0.8086757660;
        toCones = cones * adaptation(iccD50(), whiteOf(illuminantChromaticity(Illuminant::D65)));
        toCones = (toCones * iccD50().vec()).cwiseInverse().asDiagonal() * toCones; // white is 1, 1, 1 to the last digit
        fromCones = toCones.inverse();
        toOpponent = kChroma * axes.bottomRows<2>();
        // Grays have no chroma, to the last digit.
        toOpponent.col(2) = -toOpponent.col(0) - toOpponent.col(1);
        // Each cone's root is a gray's and a mixture of the two axes.
        Eigen::Matrix3d all;
        all << axes.row(0), toOpponent;
        opponent = all.inverse().rightCols<2>();
    }
};

const Constants &constants()
{
    static const Constants c;
    return c;
}

} // namespace

Lab evenHueOf(const RelXYZ &xyz)
{
    const Eigen::Vector3d cones = constants().toCones * xyz.vec();
    const Eigen::Vector2d ab = constants().toOpponent * Eigen::Vector3d(bent(cones[0]), bent(cones[1]), bent(cones[2]));
    return {116 * bent(xyz.b) - 16, ab[0], ab[1]};
}

RelXYZ xyzOfEvenHue(const Lab &even)
{
    const Constants &c = constants();
    const Eigen::Vector3d opponent = c.opponent * Eigen::Vector2d(even.b, even.c);
    const double wanted = unbent((even.a + 16) / 116);
    // The gray that the roots are a mixture with, by Newton's method: luminance rises with it.
    double gray = (even.a + 16) / 116;
    Eigen::Vector3d cones;
    for (int i = 0; i < 12; ++i) {
        double slope = 0;
        for (int k = 0; k < 3; ++k) {
            cones[k] = unbent(gray + opponent[k]);
            slope += c.fromCones(1, k) * slopeOfUnbent(gray + opponent[k]);
        }
        const double missing = wanted - c.fromCones.row(1).dot(cones);
        if (std::abs(missing) < 1e-12 || !(slope > 1e-9)) {
            break;
        }
        gray += missing / slope;
    }
    return RelXYZ(Eigen::Vector3d(c.fromCones * cones));
}

} // namespace lamp
