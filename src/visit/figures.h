// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

#include <optional>

namespace lamp {

/// One figure of a visit. What is not known is not there: it is never 0.
struct Figure {
    std::optional<double> value;
    std::optional<double> k2;         ///< expanded uncertainty, as the instrument sees it
    std::optional<double> absoluteK2; ///< the same against the standard observer
    std::optional<Verdict> verdict;
    friend bool operator==(const Figure &, const Figure &) = default;
};

/// What a visit came to, in figures that can be compared with those of others. Differences are CIEDE2000.
struct VisitFigures {
    Figure whiteX, whiteY; ///< CIE 1931 x, y as this instrument read it; k2 is what its noise leaves open
    Figure luminance;      ///< of white, cd/m²; the same; verdict against the target's
    Figure white;          ///< from the target's
    Figure black;          ///< cd/m², as this instrument read it
    Figure grayMean, grayMax, colourMean, colourMax;
    Figure gamma;                        ///< mean of the grays' log-log slopes
    std::optional<double> srgbPercent;   ///< share of sRGB's CIELAB volume that it shows, its black taken to zero, percent
    std::optional<double> volumePercent; ///< its own CIELAB volume, percent of sRGB's
    friend bool operator==(const VisitFigures &, const VisitFigures &) = default;
};

/// The figures of a record, as far as it came.
VisitFigures figuresOf(const VisitRecord &record);

} // namespace lamp
