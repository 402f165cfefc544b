// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/cadence.h"

#include <algorithm>

namespace lamp {

namespace {

using std::chrono::days;

std::chrono::seconds margin(const Upkeep &upkeep)
{
    return std::chrono::duration_cast<std::chrono::seconds>(days{std::max(1, upkeep.cadenceDays)}) / 5;
}

std::string dayCount(std::chrono::seconds span)
{
    return counted(std::chrono::duration_cast<days>(span + std::chrono::hours{12}).count(), "day");
}

} // namespace

std::optional<WallTime> dueDate(const Upkeep &upkeep)
{
    if (!upkeep.lastVisit) {
        return std::nullopt;
    }
    return *upkeep.lastVisit + days{std::max(1, upkeep.cadenceDays)};
}

LampFill lampFill(const Upkeep &upkeep, WallTime now)
{
    const auto due = dueDate(upkeep);
    if (!due) {
        return LampFill::Hollow;
    }
    if (upkeep.verdict != Verdict::Pass) {
        return LampFill::Notched;
    }
    if (now < *due - margin(upkeep)) {
        return LampFill::Full;
    }
    if (now < *due) {
        return LampFill::ThreeQuarters;
    }
    return now < *due + margin(upkeep) ? LampFill::Half : LampFill::Crescent;
}

std::string lampWords(const Upkeep &upkeep, WallTime now)
{
    const auto due = dueDate(upkeep);
    switch (lampFill(upkeep, now)) {
    case LampFill::Hollow: return "never visited";
    case LampFill::Notched: return upkeep.verdict == Verdict::Fail ? "out of tolerance" : "undecided";
    case LampFill::Full: return "in tolerance, due in " + dayCount(*due - now);
    case LampFill::ThreeQuarters: return "due soon, in " + dayCount(*due - now);
    case LampFill::Half: return now - *due < std::chrono::hours{36} ? "due today" : "due since " + dayCount(now - *due);
    case LampFill::Crescent: return "overdue by " + dayCount(now - *due);
    }
    return {};
}

} // namespace lamp
