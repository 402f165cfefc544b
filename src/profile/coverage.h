// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"
#include "gamut/gamut.h"
#include "gamut/mesh.h"
#include "icc/icc.h"

#include <nlohmann/json_fwd.hpp>

#include <string>
#include <vector>

namespace lamp {

/// What a display shows of a space, in percent. Volumes are in CIELAB, D50, each relative to its own white.
struct SpaceCoverage {
    std::string space;
    double coverage = 0;           ///< of the space's volume, the display's black taken to zero
    double coverageWithBlack = 0;  ///< the same with the display's black as it is
    double volume = 0;             ///< the display's volume over the space's, its black taken to zero; may exceed 100
    double areaUv = 0, areaXy = 0; ///< of the space's triangle in u', v' and in x, y
};
/// The one of a space, or null.
const SpaceCoverage *coverageOf(const std::vector<SpaceCoverage> &all, const std::string &space);
/// As the command line promises it: {"coverage_percent": {space: ...}, ...}; null where it is not known.
nlohmann::json gamutJson(const std::vector<SpaceCoverage> &all);
/// A profile's display by its full drives: where it has no tables, what it shows.
AdditiveGamut additiveOf(const Profile &profile);
/// How much of each space's gamut a profile's display shows: by its matrix, or by the boundary of its tables.
std::vector<SpaceCoverage> coverageBy(const Profile &profile, const std::vector<RgbSpace> &spaces);

/// How much of each space's volume all of several displays show, percent, by their profiles, each display's black taken to zero.
/// Not a number where there is no display.
std::vector<double> sharedCoverage(const std::vector<const Profile *> &profiles, const std::vector<RgbSpace> &spaces);
/// The body of what all of several displays show, each one's black taken to zero; of one display that one's own.
GamutMesh sharedMesh(std::string name, const std::vector<const Profile *> &profiles);
/// How much of each display's own gamut all of them show, percent.
std::vector<double> sharedOfEach(const std::vector<const Profile *> &profiles);

} // namespace lamp
