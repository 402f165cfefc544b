// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Films and phosphors take blue, and light of all.
Cause yellowed(const Reference &, const Circumstances &known)
{
    const double usual = 0.035 * known.years();
    Cause c{"yellowed", std::min(2.0, known.years()), {{usual, 0.01 + 0.8 * usual, 0, 0.8}, {0.5 * usual, 0.005 + 0.5 * usual, 0, 0.6}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.gain.array() *= Eigen::Array3d(1 - v[0], (1 - v[0]) * (1 - 0.12 * v[1]), (1 - v[0]) * (1 - v[1]));
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-blue", decimal(100 * v[0], 0), decimal(100 * v[1], 0)); };
    return c;
}

} // namespace lamp::causes
