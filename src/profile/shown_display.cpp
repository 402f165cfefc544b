// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/shown_display.h"
#include "model/design.h"

#include "calibrate/ramps.h"

#include "colour/difference.h"
#include "colour/spaces.h"
#include "colour/tone.h"

#include <algorithm>
#include <cmath>

namespace lamp {

ShownDisplay::ShownDisplay(const DisplayModel &model, Ramps ramps) : m_model(model), m_ramps(std::move(ramps)), m_white(evaluate({1, 1, 1}))
{
    m_chad = adaptation(relativeTo(m_white, m_white.b), iccD50());
    m_toD50 = m_chad / m_white.b;
}

Drive ShownDisplay::behind(const Drive &rgb) const
{
    return m_ramps.empty() ? rgb : throughCurves(m_ramps, rgb);
}

DisplayModel::ChannelState ShownDisplay::channelAt(int channel, double drive) const
{
    return m_model.channelAt(channel, m_ramps.empty() ? drive : sampledAt(m_ramps.channel(channel), drive));
}

MatrixModel ShownDisplay::asMatrix(const std::vector<double> &tone) const
{
    constexpr int kSteps = 1023;
    MatrixModel m;
    m.black = evaluate({0, 0, 0});
    const Primaries p{evaluate({1, 0, 0}), evaluate({0, 1, 0}), evaluate({0, 0, 1}), m_white, m.black};
    // White counts most: the columns are stretched so that they add up to it exactly.
    m.channels = p.matrix() * p.amounts(m_white).vec().asDiagonal();
    for (size_t c = 0; c < 3; ++c) {
        m.light[c] = tone;
    }
    if (tone.empty()) {
        const Eigen::Matrix3d inverse = m.channels.inverse();
        for (int i = 0; i <= kSteps; ++i) {
            const double v = double(i) / kSteps;
            const Eigen::Vector3d light = inverse * (evaluate({v, v, v}) - m.black).vec();
            for (int c = 0; c < 3; ++c) {
                auto &list = m.light[size_t(c)];
                list.push_back(onLightGrid(std::clamp(light[c], list.empty() ? 0.0 : list.back(), 1.0)));
            }
        }
    }
    return m;
}

MatrixFit matrixFit(const ShownDisplay &display, const MatrixModel &matrix)
{
    MatrixFit fit;
    std::vector<DesignTarget> targets;
    constexpr std::array<double, 4> levels{0.15, 0.4, 0.7, 1};
    for (const double r : levels) {
        for (const double g : levels) {
            for (const double b : levels) {
                const Lab byMatrix = labOf(RelXYZ(display.chad() * matrix.evaluate({r, g, b}).vec() / display.white().b), iccD50());
                const double d = deltaE2000(display.lab({r, g, b}), byMatrix);
                fit.mean += d / 64;
                fit.max = std::max(fit.max, d);
                targets.push_back({display.behind({r, g, b}), 1});
            }
        }
    }
    fit.unsure = expectedError(display.model(), targets);
    return fit;
}

} // namespace lamp
