// SPDX-License-Identifier: GPL-3.0-or-later
#include "calibrate/ramps.h"

#include "colour/difference.h"
#include "colour/spaces.h"

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

GrayPath::GrayPath(const DisplayModel &model, const GrayAim &aim, int entries) : m_model(model), m_aim(aim), m_basis(model.primaries())
{
    // Share of light below which a neutral gray would need less of a channel than nothing.
    const LinearRgb top = m_basis.amounts(aim.white), bottom = m_basis.amounts(aim.black);
    const LinearRgb neutral = m_basis.amounts(aim.neutral(0));
    for (int c = 0; c < 3; ++c) {
        m_fade = std::max(m_fade, -neutral[c] / std::max(top[c] - bottom[c], 1e-9));
    }
    Drive at{0.01, 0.01, 0.01};
    for (int i = 0; i < entries; ++i) {
        const double v = double(i) / (entries - 1);
        at = i == 0 && aim.black == model.black() ? Drive{0, 0, 0} : model.driveFor(goal(v), at);
        m_exact.r.push_back(at.a);
        m_exact.g.push_back(at.b);
        m_exact.b.push_back(at.c);
    }
    for (int c = 0; c < 3; ++c) {
        auto &list = m_exact.channel(c);
        for (size_t i = 1; i < list.size(); ++i) {
            list[i] = std::max(list[i], list[i - 1]);
        }
    }
}

XYZ GrayPath::goal(double drive) const
{
    const double f = m_aim.tone.value(drive);
    // A straight mixture of white and the black that is shown is always possible, but tinted as the black is.
    const XYZ mixture = m_aim.black + f * (m_aim.white - m_aim.black);
    const double share = m_fade > 0 ? smoothStep(f / (2.5 * m_fade)) : 1;
    return mixture + share * (m_aim.neutral(drive) - mixture);
}

std::array<int, 3> GrayPath::bestCodes(const XYZ &wanted, const std::array<std::array<int, 2>, 3> &codes,
                                       const std::array<std::array<double, 2>, 3> &uneven, double top) const
{
    std::array<int, 3> best{};
    double bestCost = 1e300;
    for (size_t choice = 0; choice < 8; ++choice) {
        const size_t r = choice & 1, g = choice >> 1 & 1, b = choice >> 2;
        const XYZ shown = m_model.evaluate({codes[0][r] / top, codes[1][g] / top, codes[2][b] / top});
        const double cost = difference(wanted, shown, m_aim.white) + uneven[0][r] + uneven[1][g] + uneven[2][b];
        if (cost < bestCost) {
            bestCost = cost;
            best = {codes[0][r], codes[1][g], codes[2][b]};
        }
    }
    return best;
}

std::array<int, 3> GrayPath::bestWhite(const XYZ &wanted, const std::array<std::array<int, 2>, 3> &codes, const std::array<int, 3> &previous,
                                       int top) const
{
    std::array<int, 3> best{codes[0][1], codes[1][1], codes[2][1]};
    double bestCost = 1e300;
    for (int choice = 0; choice < 64; ++choice) {
        std::array<int, 3> tried{};
        for (size_t c = 0; c < 3; ++c) {
            const int step = (choice >> (2 * c)) & 3;
            tried[c] = std::clamp(codes[c][0] - 1 + step, previous[c], top);
        }
        const XYZ shown = m_model.evaluate({double(tried[0]) / top, double(tried[1]) / top, double(tried[2]) / top});
        // Luminance is judged by itself as well, and more closely than lightness shows it.
        const double cost = std::hypot(difference(wanted, shown, m_aim.white), 40 * (shown.b / wanted.b - 1));
        if (cost < bestCost) {
            bestCost = cost;
            best = tried;
        }
    }
    return best;
}

Ramps GrayPath::rounded(int bits) const
{
    constexpr double kUneven = 0.05; // ΔE00 that a step which rounding does not force has to gain
    const double top = std::ldexp(1.0, bits) - 1;
    const size_t entries = m_exact.r.size();
    std::array<int, 3> previous{0, 0, 0};
    Ramps ramps;
    for (size_t i = 0; i < entries; ++i) {
        const XYZ wanted = goal(double(i) / double(entries - 1));
        std::array<std::array<int, 2>, 3> codes{};
        std::array<std::array<double, 2>, 3> uneven{};
        for (size_t c = 0; c < 3; ++c) {
            const double exact = m_exact.channel(int(c))[i] * top;
            const double step = i > 0 ? exact - m_exact.channel(int(c))[i - 1] * top : 0;
            for (size_t k = 0; k < 2; ++k) {
                codes[c][k] = std::clamp(int(std::floor(exact + 1e-9)) + int(k), previous[c], int(top));
                const double taken = codes[c][k] - previous[c];
                uneven[c][k] = i > 0 ? kUneven * std::max({0.0, taken - std::ceil(step), std::floor(step) - taken}) : 0;
            }
        }
        // White is what all else is seen against: there the search goes a step farther.
        const std::array<int, 3> best = i + 1 < entries ? bestCodes(wanted, codes, uneven, top) : bestWhite(wanted, codes, previous, int(top));
        previous = best;
        ramps.r.push_back(best[0] / top);
        ramps.g.push_back(best[1] / top);
        ramps.b.push_back(best[2] / top);
    }
    return ramps;
}

double GrayPath::quantisationFloor(int bits) const
{
    const Ramps ramps = rounded(bits);
    double sum = 0;
    for (size_t i = 0; i < ramps.r.size(); ++i) {
        const XYZ shown = m_model.evaluate({ramps.r[i], ramps.g[i], ramps.b[i]});
        sum += difference(goal(double(i) / double(ramps.r.size() - 1)), shown, m_aim.white);
    }
    return sum / double(ramps.r.size());
}

Drive throughCurves(const Ramps &ramps, const Drive &rgb)
{
    Drive out;
    for (int c = 0; c < 3; ++c) {
        out[c] = sampledAt(ramps.channel(c), rgb[c]);
    }
    return out;
}

Drive throughRamps(const Ramps &ramps, const Drive &rgb, int frameBufferBits, int lutBits)
{
    Drive out;
    for (int c = 0; c < 3; ++c) {
        out[c] = roundedTo(rgb[c], frameBufferBits);
    }
    if (!ramps.empty()) {
        out = throughCurves(ramps, out);
        for (int c = 0; c < 3; ++c) {
            out[c] = roundedTo(out[c], lutBits);
        }
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
