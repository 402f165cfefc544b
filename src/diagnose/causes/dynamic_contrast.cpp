// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// The whole backlight follows the brightest of the picture.
Cause dynamic_contrast(const Reference &, const Circumstances &)
{
    Cause c{"dynamic-contrast", 1, {{0.5, 0.25, 0.02, 0.98, {0.3, 0.7}}, {0.5, 0.2, 0.15, 2}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.dims.emplace_back([v, at = chain](const Condition &shown) {
            const double brightest = std::max(at.lightOf(shown.rgb).maxCoeff(), at.lightOf(shown.surround).maxCoeff());
            return v[0] + (1 - v[0]) * std::pow(brightest, v[1]);
        });
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-dims-to", decimal(100 * v[0], 0)); };
    return c;
}

} // namespace lamp::causes
