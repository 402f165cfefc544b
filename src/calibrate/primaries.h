// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/types.h"

namespace lamp {

/// The display's full-drive colours at one setting of its menu, cd/m².
struct Primaries {
    XYZ red, green, blue, white, black;
    /// Columns R - K, G - K, B - K.
    [[nodiscard]] Eigen::Matrix3d matrix() const;
    /// How much of each channel's light makes a tristimulus value, 1 for the channel's full light here.
    [[nodiscard]] LinearRgb amounts(const XYZ &xyz) const;
    /// The same primaries where each channel's light is multiplied and black is another.
    [[nodiscard]] Primaries scaled(const LinearRgb &factors, const XYZ &newWhite, const XYZ &newBlack) const;
};

} // namespace lamp
