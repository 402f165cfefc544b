// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Darker away from the centre than screens usually are.
Cause uneven(const Reference &, const Circumstances &)
{
    Cause c{"uneven", 1, {{0.2, 0.1, 0.08, 0.8}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.dims.emplace_back([v](const Condition &shown) { return 1 - v[0] * shown.away(); });
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-uneven", decimal(100 * v[0], 0)); };
    return c;
}

} // namespace lamp::causes
