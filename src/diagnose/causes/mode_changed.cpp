// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Another mode has gains and an exponent of its own; what else it does is the display's.
Cause mode_changed(const Reference &, const Circumstances &)
{
    Cause c{"mode-changed", 1, {{0, 0.2, -2, 1}, {0, 0.2, -2, 1}, {0, 0.2, -2, 1}, {0, 0.15, -0.7, 0.7}}, 1, {Fact::ModeChanged}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.gain.array() *= v.head<3>().array().exp();
        const double exponent = std::exp(v[3]);
        chain.panel.emplace_back([exponent](Drive &d) {
            for (int i = 0; i < 3; ++i) {
                d[i] = std::pow(std::max(0.0, d[i]), exponent);
            }
        });
    };
    c.detail = [](const Eigen::VectorXd &v, int) {
        return say("detail-channels", decimal(100 * std::exp(v[0]), 0), decimal(100 * std::exp(v[1]), 0), decimal(100 * std::exp(v[2]), 0));
    };
    return c;
}

} // namespace lamp::causes
