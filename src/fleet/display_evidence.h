// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/ageing.h"
#include "fleet/due.h"
#include "visit/record.h"

namespace lamp {

/// What is known of one display on a day: what it did over the years, how its last visit left it, when it is due.
struct DisplayEvidence {
    std::string name, room, model, serial; ///< as on its card
    WallTime on{};
    std::vector<HistoryEntry> entries;   ///< of it alone, by date
    std::optional<VisitRecord> last;     ///< the newest finished visit whose record is kept
    std::optional<DueQuestion> due;      ///< nothing for a display that is out of use
    std::optional<DisplayAgeing> ageing; ///< nothing without a history
};

} // namespace lamp
