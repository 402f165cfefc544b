// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"
#include "profile/icc.h"

#include <array>
#include <optional>
#include <vector>

namespace lamp {

/// The boundary of a gamut in CIELAB, in slices of equal hue: how far it reaches from the middle gray (L* 50) in each
/// direction. Star-shaped from there, as the gamuts of displays are.
class GamutSurface {
public:
    /// Where a colour lies, seen from the middle gray. Directions are told by ratios in place of angles, which needs no
    /// arc tangent: going round a diamond instead of a circle.
    struct Direction {
        double hue = 0;       ///< [0, 1), from +a* over +b*
        double elevation = 0; ///< -1 (black) to 1 (white): ΔL/(|ΔL| + chroma)
        double length = 0, chroma = 0;
    };
    [[nodiscard]] static Direction directionOf(const Lab &lab);

    /// \param lab colours of the RGB cube's drives on a grid, r slowest \param grid nodes along each axis, 2 or more
    GamutSurface(const std::vector<Lab> &lab, int grid);

    /// Distance from the middle gray to the boundary in a direction.
    [[nodiscard]] double reach(const Direction &towards) const;
    [[nodiscard]] bool contains(const Lab &lab) const;

    static constexpr int kHues = 112, kAngles = 49;
    /// A place on the boundary between four directions of its table: hue and the next one (which may be the first
    /// again), elevation from black to white and the next one.
    struct Spot {
        int hue = 0, angle = 0;
        double hueShare = 0, angleShare = 0; ///< of the next one, 0..1
        Lab lab;
    };
    /// The boundary in a direction of the table. \param hue 0..kHues - 1 \param angle 0 (black) to kAngles - 1 (white)
    [[nodiscard]] Lab corner(int hue, int angle) const;
    /// Where the ray from the middle gray through a colour meets the boundary.
    [[nodiscard]] Spot towards(const Direction &direction, const Lab &lab) const;
    /// The nearest place of the boundary at the hue of a colour outside. \param chromaWeight what a step of chroma counts
    /// against one of lightness
    [[nodiscard]] Spot nearest(const Direction &direction, const Lab &lab, double chromaWeight) const;
    [[nodiscard]] Spot nearest(const Lab &lab, double chromaWeight) const { return nearest(directionOf(lab), lab, chromaWeight); }
    /// Moved towards the middle gray: colours within `knee` of the boundary's distance stay, those up to the reference's
    /// boundary are pressed into what is left, smoothly. \return nothing for a colour beyond both, which belongs on the
    /// boundary
    [[nodiscard]] std::optional<Lab> compressed(const Direction &direction, const Lab &lab, const GamutSurface &reference, double knee) const;

private:
    [[nodiscard]] double at(int hue, int angle) const { return m_reach[size_t(hue * kAngles + angle)]; }
    /// Sine and cosine of the table's angles.
    static const std::array<Eigen::Vector2d, kAngles> &elevations();
    static const std::array<Eigen::Vector2d, kHues> &hues();
    static void enter(const std::array<Eigen::Vector3d, 3> &corners, std::vector<double> &reach);
    std::vector<double> m_reach;
};

/// The boundary of what a profile's display shows, by its own word. \param grid drives along each axis
GamutSurface surfaceOf(const Profile &profile, int grid);

/// How much of each space's gamut a profile's display shows, percent: by its matrix, or by the boundary of its tables.
std::vector<double> coverageBy(const Profile &profile, const std::vector<RgbSpace> &spaces);

} // namespace lamp
