// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"

#include "colour/types.h"

#include <string>

namespace lamp {

/// The display's full-drive colours at one setting of its menu, cd/m².
struct Primaries {
    XYZ red, green, blue, white, black;
    /// Columns R - K, G - K, B - K.
    [[nodiscard]] Eigen::Matrix3d matrix() const;
    /// How much of each channel's light makes a tristimulus value, 1 for the channel's full light here.
    [[nodiscard]] LinearRgb amounts(const XYZ &xyz) const;
    /// The same primaries where each channel's light is multiplied and black is another.
    /// The same primaries where the menu was turned until white read otherwise: each channel follows its share of white, black
    /// the luminance.
    [[nodiscard]] Primaries turnedTo(const XYZ &newWhite) const;
    [[nodiscard]] Primaries scaled(const LinearRgb &factors, const XYZ &newWhite, const XYZ &newBlack) const;
};

/// What primaries can be that no display shows.
enum class PrimaryFault {
    None,
    Alike,     ///< red, green and blue, or white and black, read alike
    Exchanged, ///< each is another's colour
    Grey,      ///< red, green and blue have white's own colour
    Hueless,   ///< one of them has not the hue of its channel, nor of another
    Strange    ///< white is not what red, green and blue add up to, nor anything near
};
/// \pre all are readings above the instrument's floor but black
PrimaryFault faultOf(const Primaries &p);

/// Whether these readings are those of a display behind an instrument that answers with the patch before: shown were,
/// in this order, white, red, green, blue, black.
bool lagsByOne(const Primaries &p);

/// "red reads as blue, blue reads as red"
Message exchanged(const Primaries &p);

} // namespace lamp
