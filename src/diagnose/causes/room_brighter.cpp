// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// The screen is as it was; there is more light around it.
Cause room_brighter(const Reference &, const Circumstances &known)
{
    Cause c{"room-brighter", known.known.contains(Fact::RoomBrighter) ? 2.0 : 0.0, {}, 1, {Fact::RoomBrighter}, {}};
    c.apply = [](Chain &, const Eigen::VectorXd &, int) {};
    return c;
}

} // namespace lamp::causes
