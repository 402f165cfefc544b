// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// They are said to be loaded, and do nothing.
Cause ramps_without_effect(const Reference &, const Circumstances &)
{
    Cause c{"ramps-without-effect", 0.5, {}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &, int) { chain.ramps = [](const Drive &d) { return d; }; };
    return c;
}

} // namespace lamp::causes
