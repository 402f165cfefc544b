// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

Cause blacks_crushed(const Reference &, const Circumstances &)
{
    Cause c{"blacks-crushed", 1, {{0.04, 0.03, 0, 0.3, {0.03, 0.08}}}, 1, {Fact::OtherTurned}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.panel.emplace_back([from = v[0]](Drive &d) {
            for (int i = 0; i < 3; ++i) {
                d[i] = std::max(0.0, (d[i] - from) / (1 - from));
            }
        });
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-below", decimal(100 * v[0], 0)); };
    return c;
}

} // namespace lamp::causes
