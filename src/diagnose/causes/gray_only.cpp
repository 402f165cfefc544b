// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

Cause gray_only(const Reference &, const Circumstances &)
{
    Cause c{"gray-only", 0.3, {{0.3, 0.1, 0, 1}, {0.1, 0.05, 0, 1}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.panel.emplace_back([v](Drive &d) {
            const double gray = v[0] * d.a + (1 - v[0] - v[1]) * d.b + v[1] * d.c;
            d = {gray, gray, gray};
        });
    };
    return c;
}

} // namespace lamp::causes
