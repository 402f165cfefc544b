// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

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

} // namespace lamp
