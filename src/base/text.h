// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// A number with a fixed count of decimals and a point, whatever the locale. Never "-0.0"; "n/a" for what is not finite.
std::string fixed(double value, int decimals);

/// A number as text with all its figures and a point; "" for what is not finite.
std::string exactText(double v);
/// A number that fills a whole text and is finite.
std::optional<double> numberOf(const std::string &text);

/// A number rounded to so many significant figures.
double withFigures(double value, int figures);

/// The code point that begins at a place of a text, which is moved behind it. What is no UTF-8 gives U+FFFD and moves on
/// by one byte. \pre at < text.size()
char32_t nextCodePoint(const std::string &text, size_t &at);
/// Whether a code point steers a terminal or turns the direction of writing (C0 and C1 controls but line break and tab,
/// DEL, and the bidirectional controls of Unicode Standard Annex 9): such signs in a name could forge what is said.
bool steers(char32_t c);
/// The same text in valid UTF-8: what is none becomes U+FFFD.
std::string validUtf8(const std::string &text);
/// A text as it may be shown: without what steers(), and valid UTF-8.
std::string shown(const std::string &text);
/// The same in one line: line breaks and tabs become spaces. \param most bytes; cut at the end of a sign
std::string shownLine(const std::string &text, size_t most = 400);

/// The beginning of a text, no longer than so many bytes; cut at the end of a sign.
std::string cutTo(const std::string &text, size_t most);

/// ASCII letters in lower case; others are left.
std::string lower(std::string text);

using WallTime = std::chrono::sys_seconds;

/// ISO 8601 in UTC, "2031-03-04T09:12:00Z", and back (the epoch for what is no such text).
std::string isoTime(WallTime t);
WallTime fromIsoTime(const std::string &text);

/// By this computer's time zone: "2031-03-04", "09:12".
std::string localDate(WallTime t);
std::string clockTime(WallTime t);
/// Hours since midnight of the same clock, with decimals.
double localHours(WallTime t);
/// "09:40" of hours since midnight; those beyond the day are of the next. \param hours 0 or more
std::string clockText(double hours);

/// All of them, with something between each two.
std::string joined(const std::vector<std::string> &parts, const std::string &between);

/// "22 min 10 s", "8 s".
std::string spanText(double seconds);

} // namespace lamp
