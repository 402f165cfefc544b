// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// Filters that see each channel's light otherwise than they are taken to.
Cause wrong_correction(const Reference &, const Circumstances &)
{
    Cause c{"wrong-correction", 1.5, std::vector<Unknown>(9, Unknown{0, 0.035, -0.5, 0.5}), 1, {Fact::CorrectionChanged}, {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        chain.instrument.array() *= Eigen::Map<const Eigen::Matrix3d>(v.data()).array().exp();
    };
    return c;
}

} // namespace lamp::causes
