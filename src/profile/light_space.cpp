// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/light_space.h"

#include <cmath>

namespace lamp {

RisingTable::RisingTable(std::vector<double> values) : m_values(std::move(values))
{
    for (size_t i = 1; i < m_values.size(); ++i) {
        m_values[i] = std::max(m_values[i], m_values[i - 1] + 1e-9);
    }
}

double RisingTable::where(double value) const
{
    const auto next = std::upper_bound(m_values.begin(), m_values.end(), value);
    if (next == m_values.begin() || next == m_values.end()) {
        return next == m_values.begin() ? 0 : 1;
    }
    const auto i = size_t(next - m_values.begin());
    return (double(i - 1) + (value - m_values[i - 1]) / (m_values[i] - m_values[i - 1])) / double(m_values.size() - 1);
}

LightSpace::LightSpace(const ShownDisplay &display)
    : m_display(display), m_matrix(display.asMatrix({})), m_inverse(m_matrix.channels.inverse()),
      m_toXyz(display.chad().inverse() * display.white().b)
{
    for (int c = 0; c < 3; ++c) {
        auto &drives = m_drive[size_t(c)];
        auto &states = m_states[size_t(c)];
        drives.reserve(kDrives + 1);
        states.reserve(kDrives + 1);
        const RisingTable tone(m_matrix.light[size_t(c)]);
        for (int i = 0; i <= kDrives; ++i) {
            const double s = double(i) / kDrives;
            drives.push_back(tone.where(s * s));
            states.push_back(display.channelAt(c, drives.back()));
        }
    }
}

Eigen::Vector3d LightSpace::shown(const Eigen::Vector3d &light) const
{
    const Eigen::Vector3d inside = light.cwiseMax(0.0).cwiseMin(1.0), beyond = light - inside;
    const XYZ xyz = m_display.model().evaluate(between(m_states[0], inside[0]), between(m_states[1], inside[1]), between(m_states[2], inside[2]));
    return xyz.vec() + m_matrix.channels * beyond;
}

std::vector<double> LightSpace::grayLight() const
{
    std::vector<double> all;
    for (size_t i = 0; i < m_matrix.light[0].size(); ++i) {
        all.push_back((m_matrix.light[0][i] + m_matrix.light[1][i] + m_matrix.light[2][i]) / 3);
    }
    return all;
}

Eigen::Vector3d LightSpace::Seeker::lightFor(const RelXYZ &colour, double close)
{
    const Eigen::Vector3d wanted = m_space.m_toXyz * colour.vec();
    if (!approach(wanted, close)) {
        restart();
        approach(wanted, close);
    }
    return m_light;
}

void LightSpace::Seeker::restart()
{
    m_light = Eigen::Vector3d::Constant(0.2);
    m_shown = m_space.shown(m_light);
    m_inverse = m_space.m_inverse;
}

double LightSpace::Seeker::missing(const Eigen::Vector3d &wanted) const
{
    const Eigen::Vector3d error = wanted - m_shown;
    return (m_space.m_inverse * error).cwiseAbs().maxCoeff();
}

/// Broyden's method (Broyden 1965, the first): exact at once where channels add up.
bool LightSpace::Seeker::approach(const Eigen::Vector3d &wanted, double close)
{
    constexpr int kMost = 14;
    double before = missing(wanted);
    for (int i = 0; i < kMost; ++i) {
        const Eigen::Vector3d error = wanted - m_shown, step = m_inverse * error;
        m_light += step;
        const Eigen::Vector3d next = m_space.shown(m_light), moved = next - m_shown, change = m_inverse * moved;
        const double scale = step.dot(change);
        if (std::abs(scale) > 0.05 * step.squaredNorm() && step.squaredNorm() > 1e-10) {
            m_inverse += (step - change) / scale * (step.transpose() * m_inverse);
        }
        m_shown = next;
        const double now = missing(wanted);
        if (now < close) {
            return true;
        }
        // Each step leaves about the same share of what was missing, or less: where the next is sure to arrive it need not
        // be looked at.
        if (now * now < 0.25 * close * before) {
            const Eigen::Vector3d rest = wanted - next;
            m_light += m_inverse * rest;
            m_shown = wanted;
            return true;
        }
        before = now;
    }
    return false;
}

} // namespace lamp
