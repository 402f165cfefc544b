// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// The display stands as it was left; the profile in use says something else of it.
Cause profile_out_of_date(const Reference &, const Circumstances &known)
{
    Cause c{"profile-out-of-date", known.known.contains(Fact::ProfileOff) ? 1.5 : 0.0, {}, 1, {Fact::ProfileOff}, {}};
    c.apply = [](Chain &, const Eigen::VectorXd &, int) {};
    return c;
}

} // namespace lamp::causes
