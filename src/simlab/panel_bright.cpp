// SPDX-License-Identifier: GPL-3.0-or-later
// What a panel makes of signals of high dynamic range.
#include "colour/spaces.h"
#include "colour/tone.h"
#include "simlab/codes.h"
#include "simlab/panel.h"

#include <cmath>

namespace lamp::sim {

void Panel::setSignal(Signal signal, double t)
{
    m_heat = heat(t);
    m_heatAt = t;
    m_signal = signal;
}

std::array<double, 3> Panel::brightLight(const Drive &rgb) const
{
    const PanelSpec::Hdr &hdr = m_spec.hdr;
    Eigen::Vector3d light; // of BT.2020, cd/m²
    const int bits = std::max(m_spec.bits, kBrightBits);
    const std::array<double, 3> codes{rounded(rgb.a, bits), rounded(rgb.b, bits), rounded(rgb.c, bits)};
    if (m_signal == Signal::Pq) {
        light = {pqLuminance(codes[0]), pqLuminance(codes[1]), pqLuminance(codes[2])};
    } else {
        // BT.2100 table 5: the scene's light by the inverse OETF, then the system gamma on its luminance.
        const auto scene = [](double v) {
            constexpr double a = 0.17883277, b = 1 - 4 * a;
            const double c = 0.5 - a * std::log(4 * a);
            return v <= 0.5 ? v * v / 3 : (std::exp((v - c) / a) + b) / 12;
        };
        light = {scene(codes[0]), scene(codes[1]), scene(codes[2])};
        const double y = 0.2627 * light[0] + 0.6780 * light[1] + 0.0593 * light[2];
        light *= hdr.peak * std::pow(std::max(y, 1e-9), 0.2 + 0.42 * std::log10(hdr.peak / 1000));
    }
    // Followed up to the knee, then bent until the peak; the brightest channel decides for all, so that hues stay.
    const double most = light.maxCoeff(), knee = hdr.knee * hdr.peak, end = std::max(hdr.mastered, hdr.peak * 1.01);
    if (most > knee && m_signal == Signal::Pq) {
        // A parabola that leaves the line smoothly and ends level.
        const double along = std::min(1.0, (most - knee) / (end - knee)), room = hdr.peak - knee;
        const double steep = std::min((end - knee) / room, 30.0);
        light *= (knee + room * (1 - std::pow(1 - along, steep))) / most;
    }
    if (most > 0) {
        const double middle = std::log10(std::clamp(most, 0.1, hdr.peak) / 0.1) / std::log10(hdr.peak / 0.1); // 0 dark .. 1 at the peak
        light *= 1 + hdr.lift * 4 * middle * (1 - middle);
    }
    // What the panel's primaries can make of BT.2020's colours.
    static const Eigen::Matrix3d toXyz = rgbSpace("Rec. 2020")->toXyz();
    const Eigen::Vector3d weights = (m_fromXyz * (toXyz * light)).cwiseMax(0.0);
    // What white costs of a primary sets how far it goes.
    const Eigen::Vector3d full = m_fromXyz * (toXyz * Eigen::Vector3d::Constant(hdr.peak));
    std::array<double, 3> all{};
    for (size_t c = 0; c < 3; ++c) {
        all[c] = std::min(weights[long(c)], full[long(c)]) * hdr.tint[c];
    }
    // White's own light comes from a subpixel of its own where there is one: colours end below it.
    const double common = std::min({all[0] / full[0], all[1] / full[1], all[2] / full[2]});
    for (size_t c = 0; c < 3; ++c) {
        all[c] = common * full[long(c)] + std::min(all[c] - common * full[long(c)], hdr.colourShare * full[long(c)] * (1 - common));
    }
    return all;
}

double Panel::heat(double t) const
{
    if (m_signal == Signal::Sdr && m_heat <= 0) {
        return 0;
    }
    // Towards what the picture's light would come to in the end, as one body warms.
    double load = 0;
    if (m_signal != Signal::Sdr) {
        const std::array<double, 3> all = brightLight(m_patch.rgb);
        load = std::min(1.0, all[1] / (m_fromXyz * xyzOf({0.3127, 0.3290}, m_spec.hdr.peak).vec())[1] * std::sqrt(m_patch.area / 0.1));
    }
    return load + (m_heat - load) * std::exp(-std::max(0.0, t - m_heatAt) / m_spec.hdr.heatTauS);
}

Weights Panel::brightEmission(const Drive &rgb, double area, const Drive &surround, double t, double roomShare) const
{
    const PanelSpec::Hdr &hdr = m_spec.hdr;
    const std::array<double, 3> light = brightLight(rgb), around = brightLight(surround);
    const Eigen::Vector3d full = m_fromXyz * xyzOf({0.3127, 0.3290}, hdr.peak).vec();
    // The supply gives a full screen so much; a part of it may have the rest. Shares of the peak's white, area by area.
    double load = 0;
    for (int c = 0; c < 3; ++c) {
        load += (area * light[size_t(c)] + (1 - area) * around[size_t(c)]) / full[c] / 3;
    }
    const double budget = hdr.fullScreen / hdr.peak;
    const double limited = std::pow(10 * std::max(load, 0.1), std::log10(budget));
    const double small = area < 0.1 ? 1 - hdr.smallLoss * std::log10(0.1 / std::max(area, 0.01)) : 1;
    double zone = 1;
    if (hdr.zonesLeast > 0) {
        const double brightest = std::max({light[0] / full[0], light[1] / full[1], light[2] / full[2], 0.5 * around[1] / full[1]});
        zone = hdr.zonesLeast + (1 - hdr.zonesLeast) * std::min(1.0, std::cbrt(brightest));
    }
    const double share = limited * small * (1 - hdr.heatLoss * heat(t));
    Weights w = Weights::Zero();
    for (size_t c = 0; c < 3; ++c) {
        const double leak = zone * m_spec.leakTint[c] / m_spec.contrast * full[long(c)];
        w[Eigen::Index(c)] = (1 - cold(t, c == Blue)) * (share * light[c] + leak);
    }
    w[Room] = m_spec.reflectance * roomShare;
    return w;
}

} // namespace lamp::sim
