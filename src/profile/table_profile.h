// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "profile/shown_display.h"

namespace lamp {

/// Writes a display profile by tables (ICC.1, 9.3): A2B and B2A of 16 bits in Lab, the neutral axis on the grid.
/// Relative: exact inside the gamut, outside it the nearest colour of the same hue. Perceptual: black taken to the
/// reference medium's (version 4), chroma compressed softly. Saturation: chroma is kept before lightness.
/// docs/methods.md, "Table profile" derives it.
/// \param grid nodes along each axis of either table, 9..65
Result<Bytes> writeTableProfile(const ShownDisplay &display, const Ramps &ramps, const ProfileText &text, int grid = 33);

} // namespace lamp
