// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/cube.h"
#include "colour/spaces.h"
#include "device/bench.h"
#include "icc/icc.h"

#include <string>

namespace lamp {

/// What a display is to look like behind a cube.
struct CubeTask {
    RgbSpace source;         ///< the space that pictures come in
    ToneCurve tone;          ///< of the source as it is to be shown
    bool sourceWhite = true; ///< show the source's white; else the display's own stands for it
    double luminance = 0;    ///< cd/m² of the source's white; 0: the most that the display has at it
    bool foldRamps = false;  ///< the cube replaces the profile's calibration ramps as well
    int size = 33;           ///< 2..129
    std::string displayName;
};

/// From a source space to a display: the drive with which the display shows a source's colour; colours out of its
/// gamut keep their hue. Tone, white and luminance stand in the header. \return an error where the luminance cannot be reached
Result<Cube> cubeToDisplay(const Profile &display, const CubeTask &task);

/// From a display to a space: what values of that space its drives mean.
Cube cubeFromDisplay(const Profile &display, const CubeTask &task);

/// Calibration ramps as a one-dimensional cube.
Cube cubeOf(const Ramps &ramps, const std::string &title);

/// The colour that a source's drive is to be on a display, absolute: what cubeToDisplay aims at.
XYZ wantedThroughCube(const Profile &display, const CubeTask &task, const Drive &source);

} // namespace lamp
