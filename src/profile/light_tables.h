// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "icc/lcms_handles.h"
#include "profile/shown_display.h"

namespace lamp {

/// Appends the tables of a version 4 profile, connected by tristimulus values: a matrix takes them to about the light of the display's
/// channels, so that the tables are laid out along its gamut, whose sides are planes of nodes. docs/methods.md, "Table profile".
/// \param grid nodes along each axis, 9 to 65 \param source that perceptual takes in
/// \param file with six entries to spare
void writeLightTables(const ShownDisplay &display, int grid, const RgbSpace &source, lcms::ProfileFile &file);

} // namespace lamp
