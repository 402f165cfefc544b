// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// More light than the supply gives is taken off all of it.
Cause power_limited(const Reference &, const Circumstances &known)
{
    // One that says from where on it does is left at rest above it.
    Cause c{"power-limited", known.limitsPower ? 0.0 : 0.7, {{1.5, 0.7, 0, 10}, {0.12, 0.06, 0, 0.9}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.dims.emplace_back([v, at = chain](const Condition &shown) {
            const double load = shown.area * at.lightOf(shown.rgb).mean() + (1 - shown.area) * at.lightOf(shown.surround).mean();
            return 1 / (1 + v[0] * std::max(0.0, load - v[1]));
        });
    };
    return c;
}

} // namespace lamp::causes
