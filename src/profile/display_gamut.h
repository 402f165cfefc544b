// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"

#include <array>
#include <vector>

namespace lamp {

/// The boundary of a gamut in CIELAB, in slices of equal hue: how far it reaches from the middle gray (L* 50) in each
/// direction. Star-shaped from there, as the gamuts of displays are.
class GamutSurface {
public:
    /// \param lab colours of the RGB cube's drives on a grid, r slowest \param grid nodes along each axis, 2 or more
    GamutSurface(const std::vector<Lab> &lab, int grid);

    /// Distance from the middle gray to the boundary in the direction of a colour.
    [[nodiscard]] double reach(const Lab &towards) const;
    [[nodiscard]] bool contains(const Lab &lab) const;

    /// The nearest colour of the boundary at the same hue. \param chromaWeight what a step of chroma counts against
    /// one of lightness
    [[nodiscard]] Lab nearest(const Lab &lab, double chromaWeight) const;
    /// Moved towards the middle gray: colours within `knee` of the boundary's distance stay, those up to the reference's
    /// boundary are pressed into what is left, smoothly.
    [[nodiscard]] Lab compressed(const Lab &lab, const GamutSurface &reference, double knee) const;

private:
    static constexpr int kHues = 96, kAngles = 49;
    [[nodiscard]] double &at(int hue, int angle) { return m_reach[size_t(hue * kAngles + angle)]; }
    [[nodiscard]] double at(int hue, int angle) const { return m_reach[size_t(hue * kAngles + angle)]; }
    /// Sine and cosine of the table's angles.
    static const std::array<Eigen::Vector2d, kAngles> &elevations();
    static const std::array<Eigen::Vector2d, kHues> &hues();
    void enter(const std::array<Eigen::Vector3d, 3> &corners);
    [[nodiscard]] double reachAt(double hue, double angle) const;
    std::vector<double> m_reach;
};

} // namespace lamp
