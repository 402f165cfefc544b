// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// A cable or an input that loses one channel.
Cause channel_missing(const Reference &, const Circumstances &)
{
    Cause c{"channel-missing", 0.7, {}, 3, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &, int variant) { chain.panel.emplace_back([variant](Drive &d) { d[variant] = 0; }); };
    c.detail = [](const Eigen::VectorXd &, int variant) {
        return say("detail-channel", say(variant == 0 ? "red" : (variant == 1 ? "green" : "blue")));
    };
    return c;
}

} // namespace lamp::causes
