// SPDX-License-Identifier: GPL-3.0-or-later
#include "calibrate/ramps.h"

#include "colour/difference.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

double roundedTo(double v, int bits)
{
    const double top = std::ldexp(1.0, bits) - 1;
    return std::round(std::clamp(v, 0.0, 1.0) * top) / top;
}

double smoothStep(double x)
{
    const double t = std::clamp(x, 0.0, 1.0);
    return t * t * (3 - 2 * t);
}

/// Colour difference of an absolute colour from a gray aim, both relative to the aim's white.
double difference(const XYZ &aim, const XYZ &shown, const XYZ &white)
{
    const RelXYZ n = relativeTo(white, white.b);
    return deltaE2000(labOf(relativeTo(aim, white.b), n), labOf(relativeTo(shown, white.b), n));
}

} // namespace

XYZ GrayAim::neutral(double drive) const
{
    const double y = black.b + (white.b - black.b) * tone.value(drive);
    return (y / white.b) * white;
}

GrayModel::GrayModel(const Primaries &basis, const std::vector<GrayReading> &grays) : m_basis(basis)
{
    std::vector<GrayReading> sorted = grays;
    std::sort(sorted.begin(), sorted.end(), [](const GrayReading &p, const GrayReading &q) { return p.drive < q.drive; });
    for (int c = 0; c < 3; ++c) {
        std::vector<double> drive{0}, light{0};
        for (const GrayReading &g : sorted) {
            const double at = g.behind[size_t(c)];
            if (at > drive.back() + 1e-4) {
                drive.push_back(at);
                light.push_back(m_basis.amounts(g.xyz)[c]);
            }
        }
        m_curves[size_t(c)] = ChannelCurve(drive, light);
    }
}

void GrayModel::refine(const std::vector<GrayReading> &grays)
{
    const Eigen::Matrix3d inverse = m_basis.matrix().inverse();
    for (int c = 0; c < 3; ++c) {
        std::vector<ChannelCurve::Sample> samples;
        for (const GrayReading &g : grays) {
            double variance = 0;
            for (int k = 0; k < 3; ++k) {
                variance += std::pow(inverse(c, k) * g.sigma[k], 2);
            }
            samples.push_back({g.behind[size_t(c)], m_basis.amounts(g.xyz)[c], std::sqrt(variance)});
        }
        m_curves[size_t(c)].refine(std::move(samples));
    }
}

LinearRgb GrayModel::wanted(const GrayAim &aim, double drive) const
{
    const LinearRgb top = m_basis.amounts(aim.white);
    const LinearRgb neutral = m_basis.amounts(aim.neutral(drive));
    const double f = aim.tone.value(drive);
    // Straight mixture of white and the panel's own black: always possible, but tinted as the black is.
    const LinearRgb bottom = m_basis.amounts(aim.black);
    LinearRgb mixture, tint;
    double critical = 0; // light share below which a neutral gray would need a negative channel
    for (int c = 0; c < 3; ++c) {
        mixture[c] = bottom[c] + (top[c] - bottom[c]) * f;
        tint[c] = f < 1 ? (neutral[c] - mixture[c]) / (1 - f) : 0;
        critical = std::max(critical, -(tint[c] + bottom[c]) / std::max(top[c] - bottom[c], 1e-9));
    }
    const double share = critical > 0 ? smoothStep(f / (2.5 * critical)) : 1;
    LinearRgb a;
    for (int c = 0; c < 3; ++c) {
        a[c] = std::max(0.0, mixture[c] + share * (1 - f) * tint[c]);
    }
    return a;
}

XYZ GrayModel::goal(const GrayAim &aim, double drive) const
{
    return XYZ(m_basis.matrix() * wanted(aim, drive).vec() + m_basis.black.vec());
}

XYZ GrayModel::expect(const std::array<double, 3> &behind) const
{
    Eigen::Vector3d amounts;
    for (int c = 0; c < 3; ++c) {
        amounts[c] = m_curves[size_t(c)].light(behind[size_t(c)]);
    }
    return XYZ(m_basis.matrix() * amounts + m_basis.black.vec());
}

Ramps GrayModel::ramps(const GrayAim &aim, const DisplayInfo::Lut &lut) const
{
    const double top = std::ldexp(1.0, lut.bits) - 1;
    const Eigen::Matrix3d matrix = m_basis.matrix();
    std::array<int, 3> previous{0, 0, 0};
    Ramps ramps;
    for (int i = 0; i < lut.entries; ++i) {
        const double v = double(i) / (lut.entries - 1);
        const LinearRgb amounts = wanted(aim, v);
        const XYZ goal = this->goal(aim, v);
        // Light of the code below and above the exact drive, channel by channel.
        std::array<std::array<int, 2>, 3> codes{};
        std::array<std::array<double, 2>, 3> light{};
        for (size_t c = 0; c < 3; ++c) {
            const double exact = m_curves[c].drive(amounts[int(c)]) * top;
            for (size_t k = 0; k < 2; ++k) {
                codes[c][k] = std::clamp(int(std::floor(exact)) + int(k), previous[c], int(top));
                light[c][k] = m_curves[c].light(codes[c][k] / top);
            }
        }
        std::array<int, 3> best = previous;
        double bestDifference = 1e300;
        for (size_t choice = 0; choice < 8; ++choice) {
            const size_t r = choice & 1, g = choice >> 1 & 1, b = choice >> 2;
            const XYZ shown(matrix * Eigen::Vector3d(light[0][r], light[1][g], light[2][b]) + m_basis.black.vec());
            const double d = difference(goal, shown, aim.white);
            if (d < bestDifference) {
                bestDifference = d;
                best = {codes[0][r], codes[1][g], codes[2][b]};
            }
        }
        previous = best;
        ramps.r.push_back(best[0] / top);
        ramps.g.push_back(best[1] / top);
        ramps.b.push_back(best[2] / top);
    }
    return ramps;
}

double quantisationFloor(const GrayModel &model, const GrayAim &aim, const DisplayInfo::Lut &lut)
{
    const Ramps ramps = model.ramps(aim, lut);
    double sum = 0;
    for (size_t i = 0; i < ramps.r.size(); ++i) {
        const XYZ shown = model.expect({ramps.r[i], ramps.g[i], ramps.b[i]});
        sum += difference(model.goal(aim, double(i) / (lut.entries - 1)), shown, aim.white);
    }
    return sum / lut.entries;
}

std::array<double, 3> throughRamps(const Ramps &ramps, const Drive &rgb, int frameBufferBits, int lutBits)
{
    std::array<double, 3> out{};
    for (int c = 0; c < 3; ++c) {
        const double v = roundedTo(rgb[c], frameBufferBits);
        if (ramps.empty()) {
            out[size_t(c)] = v;
            continue;
        }
        const auto &list = ramps.channel(c);
        const double at = v * double(list.size() - 1);
        const size_t i = std::min(size_t(at), list.size() - 2);
        const double t = at - double(i);
        out[size_t(c)] = roundedTo(list[i] * (1 - t) + list[i + 1] * t, lutBits);
    }
    return out;
}

Ramps linearRamps(int entries)
{
    Ramps ramps;
    for (int i = 0; i < entries; ++i) {
        const double v = double(i) / (entries - 1);
        ramps.r.push_back(v);
        ramps.g.push_back(v);
        ramps.b.push_back(v);
    }
    return ramps;
}

} // namespace lamp
