// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <string>

namespace lamp {

/// A number with a fixed count of decimals and a point, whatever the locale. Never "-0.0".
std::string fixed(double value, int decimals);

/// "1 reading", "3 readings".
std::string counted(long long n, const std::string &one, const std::string &many = {});

using WallTime = std::chrono::sys_seconds;

/// ISO 8601 in UTC, "2031-03-04T09:12:00Z", and back (the epoch for what is no such text).
std::string isoTime(WallTime t);
WallTime fromIsoTime(const std::string &text);

/// "4 March 2031": a date as people read it.
std::string longDate(WallTime t);

/// "22 min 10 s", "8 s".
std::string spanText(double seconds);

} // namespace lamp
