// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

Cause reversed(const Reference &, const Circumstances &)
{
    Cause c{"reversed", 0.3, {}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &, int) { chain.panel.emplace_back([](Drive &d) { d = {1 - d.a, 1 - d.b, 1 - d.c}; }); };
    return c;
}

} // namespace lamp::causes
