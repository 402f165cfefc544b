// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/reference.h"

#include <algorithm>

namespace lamp {

Reference::Reference(const VisitedDisplay &display) : m_display(display)
{
    m_white = display.evaluate({1, 1, 1});
    m_black = display.behind({0, 0, 0});
    for (int c = 0; c < 3; ++c) {
        Drive full;
        full[c] = 1;
        m_channels.col(c) = (display.behind(full) - m_black).vec();
    }
    m_amounts = m_channels.inverse();
    for (int c = 0; c < 3; ++c) {
        std::vector<double> &light = m_light[size_t(c)];
        for (int i = 0; i <= kSteps; ++i) {
            Drive d;
            d[c] = double(i) / kSteps;
            const double amount = (m_amounts * (display.behind(d) - m_black).vec())[c];
            light.push_back(std::max(light.empty() ? 0.0 : light.back(), amount));
        }
    }
}

double Reference::driveFor(int channel, double light) const
{
    const std::vector<double> &table = m_light[size_t(channel)];
    const auto above = std::lower_bound(table.begin(), table.end(), light);
    if (above == table.begin()) {
        return 0;
    }
    if (above == table.end()) {
        return 1;
    }
    const double from = *(above - 1), step = *above - from;
    return (double(above - table.begin()) - 1 + (step > 0 ? (light - from) / step : 0)) / kSteps;
}

Eigen::Vector3d Reference::lab(const XYZ &xyz) const
{
    const RelXYZ relative(xyz.vec() / m_white.b);
    return labOf(relative, RelXYZ(m_white.vec() / m_white.b)).vec();
}

} // namespace lamp
