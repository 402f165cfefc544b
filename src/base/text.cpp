// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/text.h"

#include <array>
#include <charconv>
#include <cmath>
#include <cstdio>

namespace lamp {

std::string fixed(double value, int decimals)
{
    if (!std::isfinite(value)) {
        return std::isnan(value) ? "n/a" : (value > 0 ? "inf" : "-inf");
    }
    const double unit = std::pow(10.0, -decimals);
    if (std::abs(value) < unit / 2) {
        value = 0.0;
    }
    std::array<char, 64> buffer{};
    const auto end = std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::fixed, decimals);
    return {buffer.data(), end.ptr};
}

std::string counted(long long n, const std::string &one, const std::string &many)
{
    return std::to_string(n) + " " + (n == 1 ? one : (many.empty() ? one + "s" : many));
}

namespace {

struct Civil {
    int year, month, day, hour, minute, second;
};

Civil civil(WallTime t)
{
    const auto day = std::chrono::floor<std::chrono::days>(t);
    const std::chrono::year_month_day ymd{day};
    const std::chrono::hh_mm_ss clock{t - day};
    return {int(ymd.year()),
            int(unsigned(ymd.month())),
            int(unsigned(ymd.day())),
            int(clock.hours().count()),
            int(clock.minutes().count()),
            int(clock.seconds().count())};
}

} // namespace

std::string isoTime(WallTime t)
{
    const Civil c = civil(t);
    std::array<char, 40> buffer{};
    std::snprintf(buffer.data(), buffer.size(), "%04d-%02d-%02dT%02d:%02d:%02dZ", c.year, c.month, c.day, c.hour, c.minute, c.second);
    return buffer.data();
}

WallTime fromIsoTime(const std::string &text)
{
    Civil c{};
    if (std::sscanf(text.c_str(), "%d-%d-%dT%d:%d:%d", &c.year, &c.month, &c.day, &c.hour, &c.minute, &c.second) < 3) {
        return {};
    }
    const std::chrono::year_month_day ymd{std::chrono::year{c.year}, std::chrono::month{unsigned(c.month)}, std::chrono::day{unsigned(c.day)}};
    if (!ymd.ok()) {
        return {};
    }
    return WallTime{std::chrono::sys_days{ymd}} + std::chrono::hours{c.hour} + std::chrono::minutes{c.minute} + std::chrono::seconds{c.second};
}

std::string longDate(WallTime t)
{
    static const std::array<const char *, 12> months{"January", "February", "March",     "April",   "May",      "June",
                                                     "July",    "August",   "September", "October", "November", "December"};
    const Civil c = civil(t);
    std::array<char, 40> buffer{};
    std::snprintf(buffer.data(), buffer.size(), "%d %s %d", c.day, months[size_t(c.month - 1)], c.year);
    return buffer.data();
}

std::string spanText(double seconds)
{
    const auto whole = static_cast<long long>(std::llround(std::max(0.0, seconds)));
    if (whole < 60) {
        return std::to_string(whole) + " s";
    }
    if (whole < 3600) {
        std::string text = std::to_string(whole / 60) + " min";
        if (whole % 60 != 0) {
            text += ' ' + std::to_string(whole % 60) + " s";
        }
        return text;
    }
    return std::to_string(whole / 3600) + " h " + std::to_string(whole % 3600 / 60) + " min";
}

} // namespace lamp
