// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/visited_display.h"

#include <array>
#include <optional>

namespace lamp {

/// Luminance of a white that channels can make, and the share of each that it takes.
struct Reachable {
    double luminance = 0; ///< cd/m²
    LinearRgb share;      ///< 0..1
};
/// \param full a display's light at full drive
Reachable reachableAt(const Primaries &full, const Chromaticity &white);

/// Whether the menu has a brightness control whose setting is known.
bool hasBrightness(const VisitFacts &facts);
/// How much more light the brightness control gives than where it was left; 1 where nothing is known of it.
double menuGain(const VisitFacts &facts);
/// Of 256 levels along the grays, those that ramps take where a channel's share of light is cut.
int levelsLost(const LinearRgb &share);

/// What a target comes to on a display, as its last visit knows it.
struct TargetReach {
    Chromaticity white;           ///< aimed at; the display's own where that is wanted
    double most = 0;              ///< cd/m² of that white, its brightness as high as it goes
    bool byMenu = false;          ///< whether more is to be had from the menu than where it was left
    std::optional<double> wanted; ///< cd/m²; nothing: as much as there is; what brightness was left at, where that stays
    double luminance = 0;         ///< cd/m², that results
    bool reached = true;
    int levels = 256;               ///< of 256 along the grays that are left
    std::optional<double> contrast; ///< white over black that result; nothing where black was not seen
    Chromaticity own;               ///< the display's white as its menu was left, before ramps
    double whiteMoves = 0;          ///< CIEDE2000 from there to the white aimed at, at one luminance
};

/// \param target its white and luminance count (docs/methods.md, "Common target", derives what is used)
TargetReach reachOf(const VisitedDisplay &display, const Target &target);

} // namespace lamp
