// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// A picture that stands is dimmed after a while.
Cause still_picture_dims(const Reference &, const Circumstances &)
{
    Cause c{"still-picture-dims", 0.7, {{0.15, 0.1, 0, 0.95}}, 4, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int variant) {
        static constexpr std::array<double, 4> kAfter{8, 18, 35, 55}; // s, between the readings of the test
        chain.dims.emplace_back(
            [share = v[0], after = kAfter.at(size_t(variant))](const Condition &shown) { return shown.stillS > after ? 1 - share : 1.0; });
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-luminance", decimal(-100 * v[0], 0)); };
    return c;
}

} // namespace lamp::causes
