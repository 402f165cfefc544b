// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"
#include "fleet/due.h"
#include "report/letterhead.h"

namespace lamp {

/// A month, a client, an audit: every display, how it stands, what was done, how it drifts, what is due.
struct FleetReport {
    WallTime since{}, on{};
    std::vector<DueQuestion> due;      ///< every display
    std::vector<HistoryEntry> entries; ///< what was done in between
    FleetAgeing ageing;
    Letterhead head = {};
};

/// A row for each display.
std::string fleetReportCsv(const FleetReport &report);
std::string fleetReportHtml(const FleetReport &report);
/// A4 across. Needs a QGuiApplication.
Bytes fleetReportPdf(const FleetReport &report);

} // namespace lamp
