// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Backlights lose some 3.5 % of their light a year (common practice, no published source), and as much as nobody expected.
Cause aged(const Reference &, const Circumstances &known)
{
    const double usual = 0.035 * known.years();
    Cause c{"aged", std::min(3.0, 1.5 * known.years()), {{usual, 0.01 + 0.8 * usual, 0, 0.8}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) { chain.gain *= 1 - v[0]; };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-luminance", decimal(-100 * v[0], 0)); };
    return c;
}

} // namespace lamp::causes
