// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/due.h"

namespace lamp {

/// What is due, as a calendar (iCalendar, RFC 5545): a day for each display, with a reminder on the day before. A display's entry keeps its
/// identity, so that a calendar that takes the file in again moves it rather than add another; what is overdue, or was never visited, stands on
/// today. \param on today
std::string dueCalendar(const std::vector<DueQuestion> &displays, WallTime on);

} // namespace lamp
