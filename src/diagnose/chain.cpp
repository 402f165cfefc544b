// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/chain.h"

namespace lamp {

namespace {

void apply(const std::vector<Chain::Step> &steps, Drive &d)
{
    for (const Chain::Step &step : steps) {
        step(d);
    }
    for (int c = 0; c < 3; ++c) {
        d[c] = std::clamp(d[c], 0.0, 1.0);
    }
}

double product(const std::vector<Chain::Factor> &factors, const Condition &shown)
{
    double all = 1;
    for (const Chain::Factor &f : factors) {
        all *= f(shown);
    }
    return all;
}

} // namespace

Drive Chain::atPanel(Drive rgb) const
{
    apply(signal, rgb);
    rgb = ramps ? ramps(rgb) : reference->throughRamps(rgb);
    apply(loaded, rgb);
    apply(panel, rgb);
    return rgb;
}

Eigen::Vector3d Chain::lightOf(const Drive &rgb) const
{
    return (reference->amounts() * (reference->behind(atPanel(rgb)) - reference->black()).vec()).cwiseMax(0.0).cwiseMin(1.0);
}

Eigen::Vector3d Chain::emission(const Drive &rgb, const Condition &shown) const
{
    const Eigen::Vector3d black = reference->black().vec();
    const Eigen::Vector3d lit = (reference->behind(atPanel(rgb)).vec() - black) + product(blackDims, shown) * black;
    Eigen::Vector3d all = gain;
    for (const auto &g : gains) {
        all = all.cwiseProduct(g(shown));
    }
    // Each channel's light, whatever of it stands in white subpixels or leaks at black, follows its gain.
    const Eigen::Vector3d light = product(dims, shown) * all.cwiseProduct(reference->amounts() * lit);
    if (shown.other) {
        return reference->channels() * light;
    }
    return reference->channels().cwiseProduct(instrument) * light;
}

XYZ Chain::operator()(const Condition &shown) const
{
    Eigen::Vector3d xyz = emission(shown.rgb, shown);
    if (onPatch) {
        const double share = onPatch(shown);
        xyz = share * xyz + (1 - share) * emission(shown.surround, shown);
    }
    return XYZ(xyz + added.vec());
}

} // namespace lamp
