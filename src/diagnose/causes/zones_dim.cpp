// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Lamps behind parts of the screen follow what is shown there: dark ones get darker than the panel can be, unless something bright is near.
Cause zones_dim(const Reference &, const Circumstances &)
{
    Cause c{"zones-dim", 0.7, {{0.15, 0.12, 0, 0.9}, {0.5, 0.2, 0, 1}, {0.33, 0.15, 0.1, 2}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.blackDims.emplace_back([v, at = chain](const Condition &shown) {
            const double brightest = std::max(at.lightOf(shown.rgb).maxCoeff(), v[1] * at.lightOf(shown.surround).maxCoeff());
            return v[0] + (1 - v[0]) * std::pow(std::min(1.0, brightest), v[2]);
        });
    };
    return c;
}

} // namespace lamp::causes
