// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

Cause gains_turned(const Reference &, const Circumstances &)
{
    Cause c{"gains-turned", 2, {{0, 0.15, -2, 1}, {0, 0.15, -2, 1}, {0, 0.15, -2, 1}}, 1, {Fact::GainsTurned}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) { chain.gain.array() *= v.array().exp(); };
    c.detail = [](const Eigen::VectorXd &v, int) {
        return say("detail-channels", decimal(100 * std::exp(v[0]), 0), decimal(100 * std::exp(v[1]), 0), decimal(100 * std::exp(v[2]), 0));
    };
    return c;
}

} // namespace lamp::causes
