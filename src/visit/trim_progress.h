// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

#include <array>
#include <map>
#include <optional>
#include <vector>

namespace lamp {

/// How a white stands to what is aimed at, for whoever turns the menu.
struct WhiteStanding {
    double luminance = 0;                        ///< cd/m², as read
    std::optional<double> wanted;                ///< cd/m²; nothing where as much as there is is wanted
    std::optional<std::array<double, 3>> shares; ///< light of red, green and blue over what the target's white takes of each at
                                                 ///< this luminance; nothing as long as the primaries are not known
    std::optional<double> white;                 ///< CIEDE2000 from the target's white at one luminance; nothing where no white is aimed at
};

/// \param white of the screen, cd/m², read in the trimming of a visit
WhiteStanding standingOf(const VisitRecord &record, const XYZ &white);

/// A setting of the menu that was tried.
struct TrimTry {
    int reading = 0;                        ///< number
    std::map<std::string, double> controls; ///< of the menu
    WhiteStanding standing;
};

/// All of them, in order, one for each white that was read while trimming and that counts; before them the white that the
/// warm-up ended with.
std::vector<TrimTry> triesOf(const VisitRecord &record);

} // namespace lamp
