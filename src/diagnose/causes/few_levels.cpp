// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Fewer bits than the frame buffer's on the way, or in the panel.
Cause few_levels(const Reference &, const Circumstances &)
{
    Cause c{"few-levels", 1, {}, 3, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &, int variant) {
        chain.panel.emplace_back([top = std::ldexp(1.0, 5 + variant) - 1](Drive &d) {
            for (int i = 0; i < 3; ++i) {
                d[i] = std::round(d[i] * top) / top;
            }
        });
    };
    c.detail = [](const Eigen::VectorXd &, int variant) { return say("detail-bits", 5 + variant); };
    return c;
}

} // namespace lamp::causes
