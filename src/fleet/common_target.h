// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/ageing.h"
#include "fleet/visited_display.h"

#include <string>
#include <vector>

namespace lamp {

/// What one display gives up for a target that others can hold as well.
struct CommonLoss {
    std::string serial;
    double most = 0;             ///< cd/m², that it gives at the common white now
    double mostThen = 0;         ///< the same at the end of the time, with 95 % certainty
    bool byMenu = false;         ///< whether its brightness control goes further than it was left
    double luminancePercent = 0; ///< of what it gives now
    int levels = 0;              ///< of 256 along the grays that its ramps no longer tell apart, at its settings as left or dimmer
    double gamutPercent = 0;     ///< of its own gamut that others do not show
};

/// A state that all displays of a group can be brought to and hold.
struct CommonTarget {
    Target target;
    double months = 0;
    std::string weakest;  ///< serial of the one that sets the limit
    bool limited = false; ///< whether the weakest cannot give what was wanted
    std::vector<CommonLoss> loses;
    std::vector<std::pair<std::string, double>> sharedCoverage; ///< percent of the usual spaces
};

/// White: that of the displays' targets where they agree, else the one between them at which the least luminance is lost. Luminance: the
/// highest of the targets', as far as all can hold it to the end with 95 % certainty. Displays without a history are taken to age as is
/// usual. (docs/methods.md, "Common target")
/// \param months to be held for \param ageing of the same displays, as far as known \pre displays is not empty
Result<CommonTarget> commonTarget(const DisplayGroup &displays, double months, const FleetAgeing &ageing = {});
inline Result<CommonTarget> commonTarget(const std::vector<VisitedDisplay> &displays, double months, const FleetAgeing &ageing = {})
{
    return commonTarget(groupOf(displays), months, ageing);
}
/// As the command line's contract has it.
std::string commonTargetToJson(const CommonTarget &common);

} // namespace lamp
