// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"

#include <algorithm>
#include <array>
#include <vector>

namespace lamp {

/// The boundary of a gamut in CIELAB, or on axes like it (even_hue.h): how far it reaches from a gray (L* 50, if nothing else is said) in each
/// direction. Star-shaped from there, as the gamuts of displays are. Directions are told by ratios in place of angles, which needs no arc tangent:
/// going round a diamond instead of a circle.
class GamutSurface {
public:
    static constexpr int kHues = 112, kAngles = 49;
    /// A direction as a place between four of the table: hue (from +a* over +b*) and the next one, which may be the first
    /// again; elevation from black to white and the next one.
    struct Spot {
        int hue = 0, angle = 0;              ///< 0..kHues - 1, 0..kAngles - 2
        double hueShare = 0, angleShare = 0; ///< of the next one, 0..1
    };
    /// Where a colour lies, seen from the middle gray.
    struct Direction : Spot {
        double length = 0, chroma = 0;
    };
    [[nodiscard]] static Direction directionOf(const Lab &lab);
    /// One of the table's own directions. \param angle 0 (black) to kAngles - 1 (white)
    [[nodiscard]] static Spot node(int hue, int angle) { return {hue, std::min(angle, kAngles - 2), 0, angle < kAngles - 1 ? 0.0 : 1.0}; }

    /// \param lab colours of the RGB cube's drives on a grid, r slowest \param grid nodes along each axis, 2 or more
    GamutSurface(const std::vector<Lab> &lab, int grid);

    /// The same boundary seen from another gray at each hue, as pressing needs it: from near the lightness of the hue's most chromatic colour, a line
    /// of one lightness never turns away from that colour, so that more chroma asked for is more chroma given. \param like from where another
    /// one is seen that has been made so; null: as its own colours want it
    [[nodiscard]] GamutSurface seenFromCusps(const GamutSurface *like = nullptr) const;
    /// The direction from the gray that this boundary is seen from.
    [[nodiscard]] Direction towards(const Lab &lab) const;
    /// Farther from that gray, or nearer.
    [[nodiscard]] Lab scaled(const Lab &lab, double scale) const;

    /// Distance from the gray that it is seen from to the boundary in a direction.
    [[nodiscard]] double reach(const Spot &towards) const;
    [[nodiscard]] bool contains(const Lab &lab) const;
    /// The boundary's colour in a direction.
    [[nodiscard]] Lab colourAt(const Spot &spot) const;

    /// The boundary at one hue: a line of points from black to white.
    struct Slice {
        Spot at;                                       ///< its hue
        std::array<double, kAngles> lightness, chroma; ///< lightness from that of the gray it is seen from
        /// The place nearest to a colour of that hue, where its nearest point is known: on the pieces that end there.
        [[nodiscard]] Spot nearest(int point, double lightness, double chroma, double weight) const;
    };
    [[nodiscard]] Slice sliceAt(const Spot &hue) const;
    /// The nearest place of the boundary at the hue of a colour outside. \param chromaWeight what a step of chroma counts
    /// against one of lightness
    [[nodiscard]] Spot nearest(const Lab &lab, double chromaWeight) const;

    /// How a colour is taken in so that all up to a reference's boundary come inside.
    struct Pressing {
        double scale = 1;    ///< of its distance from the middle gray
        bool beyond = false; ///< outside of both gamuts: pressed as the boundary is, it stays outside
        bool idle = false;   ///< the reference reaches no farther in this direction: nothing is pressed
    };
    /// Colours within `knee` of the boundary's distance stay, those up to the reference's boundary are pressed into what is left,
    /// smoothly. \return also for colours beyond
    [[nodiscard]] Pressing pressing(const Direction &direction, const GamutSurface &reference, double knee) const;
    /// The inverse: by what the distance of a colour of this gamut is multiplied.
    [[nodiscard]] double expanding(const Direction &direction, const GamutSurface &reference, double knee) const;

private:
    [[nodiscard]] double at(int hue, int angle) const { return m_reach[size_t(hue * kAngles + angle)]; }
    struct Corner;
    void enter(const std::array<const Corner *, 3> &triangle, double bulge);
    [[nodiscard]] double centreAt(const Spot &spot) const;
    [[nodiscard]] std::array<double, kHues> cuspLightness() const;
    /// Distance of a slice's line from a gray. \param centre its lightness from that which the slice is seen from
    [[nodiscard]] static double reachFrom(const Slice &slice, double centre, const Eigen::Vector2d &up);
    std::vector<double> m_reach;
    std::array<double, kHues> m_centre; ///< L* of the gray that each hue is seen from
};

} // namespace lamp
