// SPDX-License-Identifier: GPL-3.0-or-later
// The posterior in tables, so that a drive is evaluated without a sum over all readings.
#include "model/kernel.h"

#include <algorithm>

namespace lamp {

using namespace kernels;
using Eigen::Matrix3d;
using Eigen::MatrixXd;
using Eigen::Vector3d;

void DisplayModel::tabulate()
{
    Behaviour still = m_behaviour;
    still.drift = 0;
    Point none;
    none.t = m_now;
    m_constant = filled(m_prior.black.vec() + posterior(none, still, true));
    Vector3d scale = Vector3d::Ones();
    for (size_t i = 0; i < m_points.size(); ++i) {
        const Vector3d w = m_weights.segment<3>(Eigen::Index(3 * i));
        const double k = std::pow(m_behaviour.drift, 2) * matern32((m_now - m_points[i].t) / kDriftLength);
        scale += k * (Vector3d::Constant(m_points[i].xyz.dot(w)) + kDriftColour * m_points[i].xyz.cwiseProduct(w));
    }
    m_scale = filled(scale);
    for (size_t c = 0; c < 3; ++c) {
        m_channelColours[c] = filled(m_columns.col(Eigen::Index(c)));
    }
    tabulateCurves();
    tabulateMixtures();
}

void DisplayModel::tabulateCurves()
{
    Behaviour single = m_behaviour;
    single.common = single.product = single.interplay = single.drift = 0;
    constexpr int stride = kSteps / kCoarse;
    for (size_t c = 0; c < 3; ++c) {
        // The power law steps finely; what readings add to it bends slowly.
        std::array<Vector3d, kCoarse + 1> added;
        for (int i = 0; i <= kCoarse; ++i) {
            Drive d;
            d[int(c)] = double(i) / kCoarse;
            Point p = point(d);
            p.constant = 0;
            added[size_t(i)] = posterior(p, single, true);
        }
        for (int i = 0; i <= kSteps; ++i) {
            const double light = std::pow(double(i) / kSteps, m_exponents[c]), t = double(i % stride) / stride;
            const auto k = std::min(size_t(i / stride), size_t(kCoarse - 1));
            const double share = i == kSteps ? 1 : t;
            m_curves[c][size_t(i)] << light * m_columns.col(Eigen::Index(c)) + added[k] + share * (added[k + 1] - added[k]), 0, light, slopeAt(light),
                perceptualRoot(light), double(i) / kSteps;
        }
    }
}

void DisplayModel::tabulateMixtures()
{
    Behaviour common = only(&Behaviour::common);
    common.common = m_behaviour.common;
    for (int i = 0; i <= kCommonSteps; ++i) {
        Point p;
        p.leastRoot = double(i) / kCommonSteps;
        p.least = std::pow(p.leastRoot, 2.2);
        p.leastSlope = slopeAt(p.least);
        m_common[size_t(i)] = filled(posterior(p, common, false));
    }
    for (size_t i = 0; i < 3; ++i) {
        Point p;
        p.pairs[i] = 1;
        m_pairs[i] = filled(posterior(p, common, false));
    }
    Behaviour product = only(&Behaviour::product);
    product.product = m_behaviour.product;
    for (size_t i = 0; i < 4; ++i) {
        Point p;
        p.products[i] = 1;
        m_products[i] = filled(posterior(p, product, false));
    }
    // Neighbours' influence in units of each channel's perceptual scale: the slope is taken out here and put back
    // when evaluated, so that a coarse grid holds it.
    Behaviour interplay = only(&Behaviour::interplay);
    interplay.interplay = m_behaviour.interplay;
    const Matrix3d inverse = m_columns.inverse();
    m_interplay.resize(size_t(kNodes * kNodes * kNodes));
    for (int r = 0; r < kNodes; ++r) {
        for (int g = 0; g < kNodes; ++g) {
            for (int b = 0; b < kNodes; ++b) {
                Point p;
                p.v = {r / (kNodes - 1.0), g / (kNodes - 1.0), b / (kNodes - 1.0)};
                p.slope = {1, 1, 1};
                m_interplay[size_t((r * kNodes + g) * kNodes + b)] = filled(inverse * posterior(p, interplay, false));
            }
        }
    }
}

namespace {

/// A position between the nodes of a table with equal steps from 0 to 1.
struct Between {
    size_t node;
    double part;
    Between(double at, int steps)
    {
        // In this order what is not a number counts as 0.
        const double where = std::max(0.0, std::min(at, 1.0)) * steps;
        const int below = std::min(int(where), steps - 1);
        node = size_t(below);
        part = where - below;
    }
};

} // namespace

DisplayModel::ChannelState DisplayModel::stateAt(int channel, double within) const
{
    const auto &curve = m_curves[size_t(channel)];
    const Between at(within, kSteps);
    return curve[at.node] + at.part * (curve[at.node + 1] - curve[at.node]);
}

DisplayModel::ChannelState DisplayModel::channelAt(int channel, double behind) const
{
    Drive d;
    d[channel] = behind;
    return stateAt(channel, within(d)[channel]);
}

XYZ DisplayModel::shownAt(const Drive &within) const
{
    return evaluate(stateAt(0, within.a), stateAt(1, within.b), stateAt(2, within.c));
}

XYZ DisplayModel::evaluate(const Drive &behind) const
{
    return shownAt(within(behind));
}

XYZ DisplayModel::evaluate(const ChannelState &red, const ChannelState &green, const ChannelState &blue) const
{
    using Eigen::Vector4d;
    constexpr int light = 4, slope = 5, root = 6, drive = 7;
    Vector4d xyz = m_constant + red.head<4>() + green.head<4>() + blue.head<4>();
    const Between common(std::min({red[root], green[root], blue[root]}), kCommonSteps);
    xyz += m_common[common.node] + common.part * (m_common[common.node + 1] - m_common[common.node]);
    const double r = red[light], g = green[light], b = blue[light], least = std::min({r, g, b});
    xyz += (std::min(r, g) - least) * m_pairs[0] + (std::min(g, b) - least) * m_pairs[1] + (std::min(r, b) - least) * m_pairs[2];
    xyz += r * g * m_products[0] + g * b * m_products[1] + r * b * m_products[2] + r * g * b * m_products[3];
    // Between eight nodes: along blue, then green, then red.
    const Between atRed(red[drive], kNodes - 1), atGreen(green[drive], kNodes - 1), atBlue(blue[drive], kNodes - 1);
    const auto between = [](const Vector4d &p, const Vector4d &q, double t) { return Vector4d(p + t * (q - p)); };
    const Vector4d *corner = &m_interplay[(atRed.node * kNodes + atGreen.node) * kNodes + atBlue.node];
    const auto alongBlue = [&](size_t at) { return between(corner[at], corner[at + 1], atBlue.part); };
    const auto face = [&](size_t at) { return between(alongBlue(at), alongBlue(at + kNodes), atGreen.part); };
    const Vector4d neighbours = between(face(0), face(size_t(kNodes * kNodes)), atRed.part);
    xyz += red[slope] * neighbours[0] * m_channelColours[0] + green[slope] * neighbours[1] * m_channelColours[1]
           + blue[slope] * neighbours[2] * m_channelColours[2];
    return XYZ(Vector3d(xyz.cwiseProduct(m_scale).cwiseMax(0.0).head<3>()));
}

Drive DisplayModel::driveFor(const XYZ &xyz, const Drive &start) const
{
    return beyond(searched(xyz, within(start)));
}

Drive DisplayModel::searched(const XYZ &xyz, const Drive &startWithin) const
{
    const Matrix3d inverse = m_columns.inverse();
    const Vector3d black = shownAt({0, 0, 0}).vec();
    const auto roots = [&](const Vector3d &light) {
        const Vector3d a = inverse * (light - black);
        return Vector3d(perceptualRoot(a[0]), perceptualRoot(a[1]), perceptualRoot(a[2]));
    };
    const Vector3d wanted = roots(xyz.vec());
    Drive at = startWithin, byPower;
    for (int c = 0; c < 3; ++c) {
        byPower[c] = std::clamp(std::pow(std::max(wanted[c], 0.0), 2.2 / m_exponents[size_t(c)]), 0.0, 1.0);
    }
    Vector3d r = roots(shownAt(at).vec()) - wanted;
    if (const Vector3d other = roots(shownAt(byPower).vec()) - wanted; other.squaredNorm() < r.squaredNorm()) {
        at = byPower;
        r = other;
    }
    for (int i = 0; i < 12 && r.cwiseAbs().maxCoeff() > 1e-6; ++i) {
        Matrix3d j;
        for (int c = 0; c < 3; ++c) {
            const double h = at[c] > 0.5 ? -1e-3 : 1e-3;
            Drive moved = at;
            moved[c] += h;
            j.col(c) = (roots(shownAt(moved).vec()) - wanted - r) / h;
        }
        const Vector3d step = j.partialPivLu().solve(-r);
        if (!step.allFinite()) {
            break; // channels that change nothing here
        }
        // A channel that stands at a wall and would be pushed through it is held.
        double length = 1;
        bool better = false;
        for (int halving = 0; halving < 5 && !better; ++halving, length /= 2) {
            Drive next;
            for (int c = 0; c < 3; ++c) {
                next[c] = std::clamp(at[c] + length * std::clamp(step[c], -0.3, 0.3), 0.0, 1.0);
            }
            const Vector3d tried = roots(shownAt(next).vec()) - wanted;
            if (tried.squaredNorm() < r.squaredNorm()) {
                at = next;
                r = tried;
                better = true;
            }
        }
        if (!better) {
            break;
        }
    }
    return at;
}

Primaries DisplayModel::primaries() const
{
    return {evaluate({1, 0, 0}), evaluate({0, 1, 0}), evaluate({0, 0, 1}), white(), black()};
}

} // namespace lamp
