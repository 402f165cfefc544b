// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// A contrast control above its usual place stretches drives beyond their range; channels need not be stretched alike.
Cause contrast_clipped(const Reference &, const Circumstances &)
{
    const Unknown stretch{0.1, 0.1, 0, 1, {0.05, 0.2}};
    Cause c{"contrast-clipped", 1, {stretch, stretch, stretch}, 1, {Fact::OtherTurned}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.panel.emplace_back([v](Drive &d) {
            for (int i = 0; i < 3; ++i) {
                d[i] = std::min(1.0, d[i] * (1 + v[i]));
            }
        });
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-above", decimal(100 / (1 + v.maxCoeff()), 0)); };
    return c;
}

} // namespace lamp::causes
