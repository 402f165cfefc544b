// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Ramps that somebody or something left loaded: an older calibration, one made through another one.
Cause ramps_of_before(const Reference &, const Circumstances &)
{
    const Unknown end{0.95, 0.08, 0.3, 1}, exponent{0, 0.12, -0.7, 0.7};
    Cause c{"ramps-of-before", 2, {end, end, end, exponent, exponent, exponent}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.ramps = [v](const Drive &d) {
            Drive out;
            for (int i = 0; i < 3; ++i) {
                out[i] = v[i] * std::pow(std::max(0.0, d[i]), std::exp(v[3 + i]));
            }
            return out;
        };
    };
    return c;
}

} // namespace lamp::causes
