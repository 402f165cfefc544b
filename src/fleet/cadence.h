// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "judge/tolerance.h"

#include <optional>
#include <string>

namespace lamp {

/// What the lamp beside a display says, by how full it is.
enum class LampFill {
    Full,          ///< in tolerance and not due
    ThreeQuarters, ///< due soon
    Half,          ///< due
    Crescent,      ///< overdue
    Hollow,        ///< never visited
    Notched        ///< out of tolerance (or undecided) at the last visit
};

/// What is known of a display's upkeep.
struct Upkeep {
    std::optional<WallTime> lastVisit; ///< end of the last finished visit
    Verdict verdict = Verdict::Pass;   ///< of that visit
    int cadenceDays = 28;              ///< wanted interval between visits, days; at least 1
};

/// The day a display is due again; nothing before its first visit.
std::optional<WallTime> dueDate(const Upkeep &upkeep);
/// Due soon: in the last fifth of the interval. Due: from that day for another fifth. Overdue: after that.
LampFill lampFill(const Upkeep &upkeep, WallTime now);
/// The state with its number: "due in 4 days", "overdue by 12 days", ...
Message lampState(const Upkeep &upkeep, WallTime now);

} // namespace lamp
