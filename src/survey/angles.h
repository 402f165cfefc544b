// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "survey/survey.h"

namespace lamp {

/// What is seen of the screen's centre from one direction.
struct AngleView {
    std::array<double, 2> from{}; ///< degrees from the normal, to the right and upwards
    double luminance = 0;         ///< of white, cd/m²
    double percent = 0;           ///< of it, more than from in front at that time
    double uv = 0;                ///< Δu'v' of white from in front
    double uvK2 = 0;              ///< of that, as this instrument sees it
    std::optional<double> gray;   ///< CIEDE2000 of the gray, each beside its own white; nothing where it was not read
    double contrast = 0;          ///< white over black, with what the screen reflects of the room
    bool contrastAtLeast = false;
};

struct AnglesFound {
    std::vector<AngleView> views; ///< the one from in front first
    double driftPercent = 0;      ///< of white from in front, from the beginning to the end; taken out
    /// Degrees from the normal at which white has lost half of its luminance (as viewing angles of displays are often stated), and at which it
    /// has moved by 0.01 in u'v', between two that were read; nothing where no direction gets there.
    std::optional<double> half, moved;
    std::array<double, 2> widest{}; ///< degrees that were looked from, sideways and up and down
};

Result<std::vector<SurveyPatch>> anglePatches(const DisplayInfo &display);
/// \return nothing while white from in front was not read
std::optional<AnglesFound> anglesOf(const SurveyRecord &record);
std::vector<Message> anglesSaid(const AnglesFound &found);

} // namespace lamp
