// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "gamut/gamut.h"

#include <string>

namespace lamp {

/// The surface of a gamut in CIELAB (D50, relative to white) as four-sided faces, to be drawn.
struct GamutMesh {
    std::string name;
    std::vector<Lab> corners;
    std::vector<std::array<int, 4>> faces; ///< of corners, seen from outside against the clock; at the poles two of them are one
    /// What it holds, in cubic ΔE units.
    [[nodiscard]] double volume() const;
    [[nodiscard]] bool empty() const { return faces.empty(); }
};

/// Seen from the gray of L* 50 in even directions: the surface is where `depth` goes through 0. \param depth how deep a colour lies within, in any
/// unit; negative outside \param hues, levels directions round the axis, and from black to white
/// \return without faces where that gray itself lies outside
GamutMesh meshOf(std::string name, const std::function<double(const Lab &)> &depth, int hues = 96, int levels = 49);
/// Of an additive space.
GamutMesh meshOf(const RgbSpace &space, int hues = 96, int levels = 49);

} // namespace lamp
