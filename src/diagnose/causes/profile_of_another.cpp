// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

#include "colour/tone.h"

namespace lamp::causes {

// Its ramps are loaded as well, or not.
Cause profile_of_another(const Reference &, const Circumstances &known)
{
    const bool ramps = known.profileRamps && !known.profileRamps->empty();
    Cause c{"profile-of-another", known.known.contains(Fact::ProfileOfAnother) ? 1.0 : 0.0, {}, ramps ? 2 : 1, {Fact::ProfileOfAnother}, {}};
    c.apply = [ramps = known.profileRamps](Chain &chain, const Eigen::VectorXd &, int variant) {
        if (variant == 1) {
            chain.ramps = [ramps](const Drive &d) {
                Drive out;
                for (int i = 0; i < 3; ++i) {
                    out[i] = sampledAt(ramps->channel(i), d[i]);
                }
                return out;
            };
        }
    };
    return c;
}

} // namespace lamp::causes
