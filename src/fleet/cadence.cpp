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

Message dayCount(std::chrono::seconds span)
{
    return say("count-days", std::chrono::duration_cast<days>(span + std::chrono::hours{12}).count());
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

Message lampState(const Upkeep &upkeep, WallTime now)
{
    const auto due = dueDate(upkeep);
    switch (lampFill(upkeep, now)) {
    case LampFill::Hollow: return say("lamp-never-visited");
    case LampFill::Notched: return upkeep.verdict == Verdict::Fail ? say("lamp-out-of-tolerance") : say("lamp-undecided");
    case LampFill::Full: return say("lamp-in-tolerance", dayCount(*due - now));
    case LampFill::ThreeQuarters: return say("lamp-due-soon", dayCount(*due - now));
    case LampFill::Half: return now - *due < std::chrono::hours{36} ? say("lamp-due-today") : say("lamp-due-since", dayCount(now - *due));
    case LampFill::Crescent: return say("lamp-overdue", dayCount(now - *due));
    }
    return {};
}

} // namespace lamp
