// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/text.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <cstdio>
#include <ctime>

namespace lamp {

double withFigures(double value, int figures)
{
    std::array<char, 64> buffer{};
    const auto end = std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::scientific, figures - 1);
    double rounded = value;
    std::from_chars(buffer.data(), end.ptr, rounded);
    return rounded;
}

std::string fixed(double value, int decimals)
{
    if (!std::isfinite(value)) {
        return "n/a"; // infinite figures come from divisions by nothing, and mean as little
    }
    const double unit = std::pow(10.0, -decimals);
    if (std::abs(value) < unit / 2) {
        value = 0.0;
    }
    std::array<char, 400> buffer{}; // the largest double has 309 digits before the point
    const auto end = std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::fixed, decimals);
    return {buffer.data(), end.ptr};
}

std::string exactText(double v)
{
    if (!std::isfinite(v)) {
        return {};
    }
    std::array<char, 32> text{};
    return {text.data(), std::to_chars(text.data(), text.data() + text.size(), v).ptr};
}

std::optional<double> numberOf(const std::string &text)
{
    const size_t from = text.find_first_not_of(" \t+"), to = text.find_last_not_of(" \t");
    if (from == std::string::npos) {
        return std::nullopt;
    }
    double v = 0;
    const char *end = text.data() + to + 1;
    const auto [at, code] = std::from_chars(text.data() + from, end, v);
    return code == std::errc() && at == end && std::isfinite(v) ? std::optional(v) : std::nullopt;
}

char32_t nextCodePoint(const std::string &text, size_t &at)
{
    const auto byte = [&](size_t i) { return i < text.size() ? static_cast<unsigned char>(text[i]) : 0U; };
    const unsigned first = byte(at);
    const int more =
        first < 0x80 ? 0 : (first >= 0xC2 && first < 0xE0 ? 1 : (first >= 0xE0 && first < 0xF0 ? 2 : (first >= 0xF0 && first < 0xF5 ? 3 : -1)));
    char32_t c = more <= 0 ? first : first & (0x3FU >> more);
    bool whole = more >= 0;
    for (int i = 1; whole && i <= more; ++i) {
        whole = (byte(at + size_t(i)) & 0xC0) == 0x80;
        c = c << 6 | (byte(at + size_t(i)) & 0x3F);
    }
    // Neither longer than need be, nor half of a surrogate pair, nor beyond Unicode.
    constexpr std::array<char32_t, 4> least{0, 0x80, 0x800, 0x10000};
    whole = whole && c >= least[size_t(std::max(more, 0))] && c <= 0x10FFFF && !(c >= 0xD800 && c < 0xE000);
    at += whole ? size_t(more) + 1 : 1;
    return whole ? c : 0xFFFD;
}

bool steers(char32_t c)
{
    return (c < 0x20 && c != '\n' && c != '\t') || (c >= 0x7F && c < 0xA0) || c == 0x061C || c == 0x200E || c == 0x200F
           || (c >= 0x2028 && c <= 0x202E) || (c >= 0x2066 && c <= 0x2069) || c == 0xFEFF;
}

namespace {

/// \param keep whether a code point stays
template <typename Keep> std::string cleaned(const std::string &text, Keep keep)
{
    std::string out;
    out.reserve(text.size());
    for (size_t at = 0; at < text.size();) {
        const size_t from = at;
        const char32_t c = nextCodePoint(text, at);
        if (c == 0xFFFD) {
            out += "\xEF\xBF\xBD";
        } else if (keep(c)) {
            out.append(text, from, at - from);
        }
    }
    return out;
}

} // namespace

std::string validUtf8(const std::string &text)
{
    return cleaned(text, [](char32_t) { return true; });
}

std::string shown(const std::string &text)
{
    return cleaned(text, [](char32_t c) { return !steers(c); });
}

std::string shownLine(const std::string &text, size_t most)
{
    std::string line = shown(text);
    std::replace_if(
        line.begin(), line.end(), [](char c) { return c == '\n' || c == '\t'; }, ' ');
    return cutTo(line, most);
}

std::string cutTo(const std::string &text, size_t most)
{
    size_t whole = 0;
    for (size_t at = 0; at < text.size() && at <= most;) {
        whole = at;
        nextCodePoint(text, at);
    }
    return text.size() <= most ? text : text.substr(0, whole);
}

std::string lower(std::string text)
{
    for (char &c : text) {
        c = c >= 'A' && c <= 'Z' ? char(c - 'A' + 'a') : c;
    }
    return text;
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

/// As clocks on the wall show it here.
Civil localCivil(WallTime t)
{
    const std::time_t seconds = t.time_since_epoch().count();
    std::tm local{};
    if (::localtime_r(&seconds, &local) == nullptr) {
        return civil(t);
    }
    return {local.tm_year + 1900, local.tm_mon + 1, local.tm_mday, local.tm_hour, local.tm_min, local.tm_sec};
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

std::string clockText(double hours)
{
    const long minutes = std::lround(hours * 60) % (24 * 60);
    const auto two = [](long n) { return (n < 10 ? "0" : "") + std::to_string(n); };
    return two(minutes / 60) + ":" + two(minutes % 60);
}

double localHours(WallTime t)
{
    const Civil c = localCivil(t);
    return double(c.hour) + double(c.minute) / 60 + double(c.second) / 3600;
}

std::string clockTime(WallTime t)
{
    const Civil c = localCivil(t);
    std::array<char, 40> buffer{};
    std::snprintf(buffer.data(), buffer.size(), "%02d:%02d", c.hour, c.minute);
    return buffer.data();
}

std::string localDate(WallTime t)
{
    const Civil c = localCivil(t);
    std::array<char, 40> buffer{};
    std::snprintf(buffer.data(), buffer.size(), "%04d-%02d-%02d", c.year, c.month, c.day);
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

std::string joined(const std::vector<std::string> &parts, const std::string &between)
{
    std::string all;
    for (const std::string &part : parts) {
        all += (all.empty() ? "" : between) + part;
    }
    return all;
}

} // namespace lamp
