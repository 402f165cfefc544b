// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

namespace lamp::causes {

// It sees less light, or another colour of all light, than it did.
Cause instrument_worn(const Reference &, const Circumstances &)
{
    Cause c{"instrument-worn",
            2,
            {{0, 0.09, -0.7, 0.3}, {0, 0.012, -0.2, 0.2}, {0, 0.02, -0.3, 0.3}},
            1,
            {Fact::CertificateOld, Fact::OtherInstrument},
            {}};
    c.apply = [](Chain &chain, const Eigen::VectorXd &v, int) {
        const Eigen::Vector3d seen(std::exp(v[0] + v[1]), std::exp(v[0]), std::exp(v[0] + v[2]));
        for (int i = 0; i < 3; ++i) {
            chain.instrument.col(i).array() *= seen.array();
        }
    };
    c.detail = [](const Eigen::VectorXd &v, int) { return say("detail-luminance", decimal(100 * (std::exp(v[0]) - 1), 0)); };
    return c;
}

} // namespace lamp::causes
