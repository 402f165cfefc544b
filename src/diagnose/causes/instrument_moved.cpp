// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Part of what it sees lies beside the patch; the larger that is, the less.
Cause instrument_moved(const Reference &, const Circumstances &)
{
    Cause c{"instrument-moved", 1.5, {{0.75, 0.15, 0.1, 1}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.onPatch = [share = v[0]](const Condition &shown) { return share + (1 - share) * std::clamp((shown.area - 0.1) / 0.4, 0.0, 1.0); };
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-beside", decimal(100 * (1 - v[0]), 0)); };
    return c;
}

} // namespace lamp::causes
