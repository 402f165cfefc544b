// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// It is still on its way up: what it lacks grows less with a time constant, blue a little more than the rest.
Cause not_warm(const Reference &, const Circumstances &)
{
    Cause c{"not-warm", 3, {{0.06, 0.04, 0, 0.4}, {0.012, 0.01, 0, 0.1}, {6, 0.7, 3.7, 8, {5, 6, 7}}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.gains.emplace_back([v](const Condition &shown) {
            const double rest = std::exp(-shown.t / std::exp(v[2]));
            return Eigen::Vector3d(1 - v[0] * rest, 1 - v[0] * rest, 1 - (v[0] + v[1]) * rest);
        });
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-cold", decimal(100 * v[0], 0), Lasting{std::exp(v[2])}); };
    return c;
}

} // namespace lamp::causes
