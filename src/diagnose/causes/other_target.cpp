// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/cause.h"

#include "colour/spaces.h"

namespace lamp::causes {

namespace {

struct Aim {
    Chromaticity white;
    ToneCurve tone;
};

/// Usual whites and tone curves in every pairing but the one that the visit left.
std::vector<Aim> otherAims(const Reference &reference)
{
    const Chromaticity left = chromaticity(reference.white());
    const ToneCurve &tone = reference.facts().target.tone;
    std::vector<Aim> all;
    for (const Chromaticity white : {left, Chromaticity{0.3127, 0.3290}, Chromaticity{0.3457, 0.3585}, Chromaticity{0.3324, 0.3474},
                                     Chromaticity{0.2990, 0.3149}, Chromaticity{0.314, 0.351}}) {
        if (!(white == left) && uvDistance(white, left) < 0.003) {
            continue;
        }
        for (const ToneCurve &curve : {ToneCurve{ToneKind::Gamma, 1.8}, ToneCurve{ToneKind::Gamma, 2.0}, ToneCurve{ToneKind::Gamma, 2.2},
                                       ToneCurve{ToneKind::Gamma, 2.4}, ToneCurve{ToneKind::Srgb}, ToneCurve{ToneKind::LStar}}) {
            const bool same =
                white == left && std::abs(curve.value(0.5) - tone.value(0.5)) < 0.004 && std::abs(curve.value(0.1) - tone.value(0.1)) < 0.002;
            if (!same) {
                all.push_back({white, curve});
            }
        }
    }
    return all;
}

} // namespace

// Ramps made for another target: every gray has the other white, and follows the other curve.
Cause other_target(const Reference &reference, const Circumstances &)
{
    const std::vector<Aim> aims = otherAims(reference);
    Cause c{"other-target", 2, {{0, 0.25, -1.5, 0}}, int(aims.size()), {}, {}};
    c.apply = [aims](Chain &chain, const Eigen::VectorXd &v, int variant) {
        const Aim &aim = aims.at(size_t(variant));
        const Reference &r = *chain.reference;
        Eigen::Vector3d amounts = (r.amounts() * xyzOf(aim.white, 1).vec()).cwiseMax(0.0);
        amounts *= std::exp(v[0]) / std::max(1e-9, amounts.maxCoeff()); // as bright as the panel can be, or darker
        chain.ramps = [&r, amounts, tone = aim.tone](const Drive &d) {
            Drive out;
            for (int i = 0; i < 3; ++i) {
                out[i] = r.driveFor(i, amounts[i] * tone.value(d[i]));
            }
            return out;
        };
    };
    return c;
}

} // namespace lamp::causes
