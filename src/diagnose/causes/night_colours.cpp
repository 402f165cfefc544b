// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

#include "colour/spaces.h"
#include "colour/spectrum.h"

namespace lamp::causes {

// Programs for the evening scale what stands in the LUT, in drive, as a black body's light is in sRGB.
Cause night_colours(const Reference &, const Circumstances &)
{
    Cause c{"night-colours", 2, {{4.0, 1.0, 1.7, 6.3, {3.0, 4.0, 5.2}}, {0, 0.05, -0.5, 0.5}, {0, 0.1, -0.8, 0.8}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        static const Eigen::Matrix3d fromXyz = rgbSpace("sRGB")->toXyz().inverse();
        const auto light = [](double kelvin) {
            const Eigen::Vector3d rgb = (fromXyz * xyzOf(planckianChromaticity(kelvin), 1).vec()).cwiseMax(0.0);
            return Eigen::Vector3d(rgb / rgb.maxCoeff());
        };
        Eigen::Vector3d scale = light(1000 * v[0]).cwiseQuotient(light(6500)).array().pow(1 / 2.2).cwiseMin(1.0);
        // Each program has a table of its own.
        scale = scale.cwiseProduct(Eigen::Vector3d(1, std::exp(v[1]), std::exp(v[2]))).cwiseMin(1.0);
        chain.loaded.emplace_back([scale](Drive &d) { d = {d.a * scale[0], d.b * scale[1], d.c * scale[2]}; });
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-kelvin", decimal(100 * std::round(10 * v[0]), 0)); };
    return c;
}

} // namespace lamp::causes
