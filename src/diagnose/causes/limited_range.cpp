// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// The display takes 16 to 235 of 255 for the whole range, or the computer sends it so to one that does not.
Cause limited_range(const Reference &, const Circumstances &)
{
    Cause c{"limited-range", 1, {}, 2, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &, int variant) {
        chain.panel.emplace_back([variant](Drive &d) {
            for (int i = 0; i < 3; ++i) {
                d[i] = variant == 0 ? std::clamp((255 * d[i] - 16) / 219, 0.0, 1.0) : (16 + 219 * d[i]) / 255;
            }
        });
    };
    return c;
}

} // namespace lamp::causes
