// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

Cause brightness_turned(const Reference &, const Circumstances &)
{
    Cause c{"brightness-turned", 3, {{0, 0.35, -2.5, 2.5}}, 1, {Fact::BrightnessTurned}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) { chain.gain *= std::exp(v[0]); };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-luminance", decimal(100 * (std::exp(v[0]) - 1), 0)); };
    return c;
}

} // namespace lamp::causes
