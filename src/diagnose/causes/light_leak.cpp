// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

#include "colour/spaces.h"
#include "colour/spectrum.h"

namespace lamp::causes {

// Light of the room gets in under the instrument: the same to every patch, of a lamp's or the sky's colour.
Cause light_leak(const Reference &reference, const Circumstances &)
{
    const double white = reference.white().b;
    Cause c{"light-leak", 2, {{0.005, 0.006, 0, 0.2}, {4.5, 1.3, 2.2, 9}}, 1, {Fact::RoomBrighter}, {}};
    c.apply = [white](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.added = chain.added + xyzOf(planckianChromaticity(1000 * v[1]), white * v[0]);
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-leak", decimal(100 * v[0], 2)); };
    return c;
}

} // namespace lamp::causes
