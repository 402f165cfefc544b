// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"

namespace lamp {

/// CIELAB's lightness with the opponent axes of Oklab, in which lines of one hue look it: a blue that loses chroma stays blue, where
/// CIELAB's turns to purple. Grays lie at 0, 0; chroma is some CIELAB's. Darker than CIELAB's bend it goes straight to black, as CIELAB does.
/// Source: Oklab, CSS Color Module Level 4 (W3C), 9.2. \param xyz under D50, relative to white
Lab evenHueOf(const RelXYZ &xyz);
/// The inverse.
RelXYZ xyzOfEvenHue(const Lab &even);

} // namespace lamp
