// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "profile/gamut_surface.h"
#include "profile/light_space.h"

#include <optional>
#include <vector>

namespace lamp {

/// The channels' light as tables hold it: on a scale on which Lab is nearly straight, with room below none and above full, which is cut
/// off behind the table. docs/methods.md, "Table profile".
class StoredLight {
public:
    static constexpr double kBelow = 0.35, kAbove = 0.2; ///< that room, on the scale
    /// Light to the scale, 0..1 for 0..1, going on straight below zero; and back.
    static double toRoot(double light);
    static double fromRoot(double root);
    /// As 16 bits hold it, not rounded.
    static Eigen::Vector3d of(const Eigen::Vector3d &light);
    /// Light of a place on the curve behind the table, 0..1.
    static double at(double place) { return fromRoot(place * (1 + kBelow + kAbove) - kBelow); }
};

/// Columns of a space's channels, adapted to D50.
Eigen::Matrix3d underD50(const RgbSpace &space);
/// Luminances under one black put under another, in tristimulus values: white stays (black point compensation).
Lab withBlack(const Lab &lab, double from, double to);

/// Takes colours into a display's gamut along lines of one hue (even_hue.h).
class GamutMapping {
public:
    /// \param space has to outlive this \param forward colours (CIELAB, D50) of a grid of drives \param source that perceptual takes in
    /// \param black of the display, luminance relative to white
    GamutMapping(const LightSpace &space, const std::vector<Lab> &forward, int grid, const RgbSpace &source, double black);

    /// What the relative table and saturation's hold for a colour. \param carried where cells hold colours of the display: the display is
    /// carried on beyond its gamut, so that it is met up to its boundary; all other nodes keep the hue
    struct Pair {
        Eigen::Vector3d relative, saturation;
    };
    [[nodiscard]] Pair unpressed(LightSpace::Seeker &seeker, const RelXYZ &xyz, const Lab &even, bool carried) const;
    /// What tables hold for a colour pressed in. \param carried for colours beyond both gamuts, too, what goes on from the boundary
    [[nodiscard]] Eigen::Vector3d pressed(LightSpace::Seeker &seeker, const RelXYZ &xyz, const Lab &even, bool carried) const;
    /// The colour that is pressed into one of the display's.
    [[nodiscard]] Lab expanded(const Lab &lab) const;

private:
    /// What tables hold for the nearest colour of the boundary at a hue. \param chromaWeight what a step of chroma counts against one of
    /// lightness
    [[nodiscard]] Eigen::Vector3d nearest(const Lab &even, double chromaWeight) const { return onBoundary(m_surface->nearest(even, chromaWeight)); }
    [[nodiscard]] Eigen::Vector3d onBoundary(const GamutSurface::Spot &spot) const;
    void fillBoundary(const LightSpace &space, int hue);
    std::optional<GamutSurface> m_surface, m_own, m_reference; ///< the last two, for pressing, are seen from the lightness of the display's cusps
    double m_blackLightness = 0;                               ///< L* of the display's black
    std::vector<Eigen::Vector3d> m_boundary;                   ///< what tables hold for its colours, so that colours far outside are only looked up
};

} // namespace lamp
