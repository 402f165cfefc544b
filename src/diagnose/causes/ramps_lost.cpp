// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

Cause ramps_lost(const Reference &, const Circumstances &)
{
    Cause c{"ramps-lost", 3, {}, 1, {Fact::RampsGone}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &, int) { chain.ramps = [](const Drive &d) { return d; }; };
    return c;
}

} // namespace lamp::causes
