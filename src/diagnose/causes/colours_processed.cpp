// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

#include <numbers>

namespace lamp::causes {

// A table of the display's own that changes mixtures: grays stay, and full primaries, which have nowhere to go.
Cause colours_processed(const Reference &, const Circumstances &)
{
    Cause c{"colours-processed", 1, {{0, 0.15, -0.8, 1}, {0, 8, -60, 60}, {1, 0.4, 0, 3}}, 1, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.panel.emplace_back([v](Drive &d) {
            const Eigen::Vector3d from = d.vec();
            const double middle = from.mean(), pale = std::pow(std::max(0.0, 1 - (from.maxCoeff() - from.minCoeff())), v[2]);
            const double turn = v[1] * pale * std::numbers::pi / 180;
            const Eigen::Vector3d axis = Eigen::Vector3d::Ones().normalized();
            const Eigen::Vector3d turned = Eigen::AngleAxisd(turn, axis) * (from - Eigen::Vector3d::Constant(middle));
            d = Drive(Eigen::Vector3d(middle + (1 + v[0] * pale) * turned.array()));
        });
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-saturation", decimal(100 * v[0], 0), decimal(v[1], 0)); };
    return c;
}

} // namespace lamp::causes
