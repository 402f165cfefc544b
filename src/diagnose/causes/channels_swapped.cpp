// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

Cause channels_swapped(const Reference &, const Circumstances &)
{
    Cause c{"channels-swapped", 0.5, {}, 5, {}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &, int variant) {
        static constexpr std::array<std::array<int, 3>, 5> kWires{{{1, 0, 2}, {2, 1, 0}, {0, 2, 1}, {1, 2, 0}, {2, 0, 1}}};
        const auto wires = kWires.at(size_t(variant));
        chain.signal.emplace_back([wires](Drive &d) { d = {d[wires[0]], d[wires[1]], d[wires[2]]}; });
    };
    return c;
}

} // namespace lamp::causes
