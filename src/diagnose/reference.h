// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/visited_display.h"

#include <array>
#include <vector>

namespace lamp {

/// A display as its last visit left it, taken apart: what stands in the video LUT, what the panel makes of a drive behind it, and the light of its
/// channels. What is found now is compared with this.
class Reference {
public:
    /// \pre display.hasModel() \param display outlives this
    explicit Reference(const VisitedDisplay &display);

    [[nodiscard]] const VisitFacts &facts() const { return m_display.facts(); }
    /// cd/m² of a drive behind the ramps.
    [[nodiscard]] XYZ behind(const Drive &rgb) const { return m_display.behind(rgb); }
    /// The drive behind the ramps that were left.
    [[nodiscard]] Drive throughRamps(const Drive &rgb) const { return m_display.throughRamps(rgb); }
    [[nodiscard]] const XYZ &white() const { return m_white; }
    [[nodiscard]] const XYZ &black() const { return m_black; }
    /// Columns: tristimulus values of each channel's full light behind the ramps, black taken off; and the inverse.
    [[nodiscard]] const Eigen::Matrix3d &channels() const { return m_channels; }
    [[nodiscard]] const Eigen::Matrix3d &amounts() const { return m_amounts; }
    /// The drive behind the ramps at which a channel gives a light, 0..1 of its full one.
    [[nodiscard]] double driveFor(int channel, double light) const;
    /// L*, a*, b* relative to the white that was left.
    [[nodiscard]] Eigen::Vector3d lab(const XYZ &xyz) const;

private:
    static constexpr int kSteps = 256;
    const VisitedDisplay &m_display;
    XYZ m_white, m_black;
    Eigen::Matrix3d m_channels, m_amounts;
    std::array<std::vector<double>, 3> m_light; ///< of each channel at equal steps of drive, never falling
};

} // namespace lamp
