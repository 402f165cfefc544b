// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/room_day.h"

#include "base/csv.h"
#include "base/text.h"
#include "colour/cct.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace lamp {

namespace {

constexpr double kTooBright = 64;     // lux, as of roomLevel
constexpr double kColourTells = 1;    // lux: below it colour is mostly the instrument's noise
constexpr double kCloud = 0.25;       // hours that a change has to last
constexpr double kSeen = 0.1;         // share of luminance that a proposal has to change by (common practice, no published source)
constexpr double kLeastSpan = 0.5;    // hours
constexpr size_t kMostPoints = 20000; // of a file: two weeks by the minute

double middleOf(std::vector<double> values)
{
    const auto middle = values.begin() + long(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

/// How much of the time each reading stands for: half the way to its neighbours, and no more than is usual between two.
struct Share {
    std::vector<double> hours;
    double usual = 0; ///< between two readings
};

Share sharesOf(const std::vector<RoomPoint> &points)
{
    std::vector<double> steps;
    for (size_t i = 1; i < points.size(); ++i) {
        steps.push_back(points[i].hours - points[i - 1].hours);
    }
    Share s;
    std::vector<double> between = steps;
    std::erase_if(between, [](double step) { return step <= 0; }); // several of one time are no measure of how often it was read
    s.usual = middleOf(std::move(between));
    const double most = 1.5 * s.usual;
    for (size_t i = 0; i < points.size(); ++i) {
        const double before = i > 0 ? steps[i - 1] : 0, after = i < steps.size() ? steps[i] : 0;
        s.hours.push_back(std::min(before, most) / 2 + std::min(after, most) / 2);
    }
    return s;
}

/// Lux without what passes: the middle of the readings within a cloud's time on either side.
std::vector<double> withoutClouds(const std::vector<RoomPoint> &points)
{
    std::vector<double> all;
    size_t from = 0, to = 0;
    for (const RoomPoint &p : points) {
        while (points[from].hours < p.hours - kCloud) {
            ++from;
        }
        while (to < points.size() && points[to].hours <= p.hours + kCloud) {
            ++to;
        }
        std::vector<double> near;
        for (size_t k = from; k < to; ++k) {
            near.push_back(points[k].lux);
        }
        all.push_back(middleOf(std::move(near)));
    }
    return all;
}

/// Cuts the day where luminance changes by more than is seen: greedily from its beginning, each part as long as all of it stays within half of
/// that of its middle, and half an hour at the least.
std::vector<RoomSpan> spansOf(const std::vector<RoomPoint> &points, const std::vector<double> &lux)
{
    std::vector<RoomSpan> spans;
    size_t first = 0;
    double low = luminanceInRoom(lux[0]), high = low;
    const auto close = [&](size_t end) {
        RoomSpan s;
        s.from = points[first].hours;
        s.to = end < points.size() ? points[end].hours : points.back().hours;
        s.lux = middleOf({lux.begin() + long(first), lux.begin() + long(end)});
        s.luminance = luminanceInRoom(s.lux);
        // What nobody would see, and what is too short to change anything for, stays with what was before.
        const bool joins =
            !spans.empty() && (std::abs(std::log(s.luminance / spans.back().luminance)) < std::log1p(kSeen) || s.to - s.from < kLeastSpan);
        if (joins) {
            spans.back().to = s.to;
        } else {
            spans.push_back(s);
        }
    };
    for (size_t i = 1; i < points.size(); ++i) {
        const double now = luminanceInRoom(lux[i]);
        const double newLow = std::min(low, now), newHigh = std::max(high, now);
        if (newHigh > newLow * (1 + kSeen) && points[i].hours - points[first].hours >= kLeastSpan) {
            close(i);
            first = i;
            low = high = now;
        } else {
            low = newLow;
            high = newHigh;
        }
    }
    close(points.size());
    return spans;
}

void tellColours(RoomDay &day)
{
    for (const RoomPoint &p : day.points) {
        if (p.xy && p.lux >= kColourTells) {
            const double kelvin = cctOf(*p.xy).kelvin;
            if (std::isfinite(kelvin) && kelvin > 0) {
                day.warmest = day.warmest > 0 ? std::min(day.warmest, kelvin) : kelvin;
                day.coolest = std::max(day.coolest, kelvin);
            }
        }
    }
}

Error badLine(size_t line, const Message &why)
{
    return {ErrorKind::Input, say("room-line", line, why), say("nothing-started"), say("room-line-form"), "room-readings", false};
}

/// "09:30", "9.5"; nothing where it is neither.
std::optional<double> hoursOf(const std::string &cell)
{
    const size_t colon = cell.find(':');
    if (colon == std::string::npos) {
        const auto hours = csvNumber(cell);
        return hours && *hours >= 0 && *hours <= 48 ? hours : std::nullopt;
    }
    // A date before it says nothing that is asked for here.
    const size_t gap = cell.find_last_of(" T", colon);
    const auto h = numberOf(cell.substr(gap == std::string::npos ? 0 : gap + 1, colon - (gap == std::string::npos ? 0 : gap + 1)));
    const auto m = numberOf(cell.substr(colon + 1, 2));
    return h && m && *h >= 0 && *h < 25 && *m >= 0 && *m < 60 ? std::optional(*h + *m / 60) : std::nullopt;
}

} // namespace

std::optional<RoomDay> roomDay(std::vector<RoomPoint> points)
{
    std::erase_if(points, [](const RoomPoint &p) { return !std::isfinite(p.hours) || !std::isfinite(p.lux) || p.lux < 0; });
    std::stable_sort(points.begin(), points.end(), [](const RoomPoint &a, const RoomPoint &b) { return a.hours < b.hours; });
    if (points.size() < 3 || points.back().hours <= points.front().hours) {
        return {};
    }
    RoomDay day;
    day.points = std::move(points);
    const Share share = sharesOf(day.points);
    std::vector<double> lux;
    double all = 0, right = 0;
    for (size_t i = 0; i < day.points.size(); ++i) {
        const RoomPoint &p = day.points[i];
        lux.push_back(p.lux);
        all += share.hours[i];
        right += roomLevel(p.lux) == RoomLevel::Right ? share.hours[i] : 0;
        if (p.lux > kTooBright) {
            const bool goesOn = i > 0 && day.points[i - 1].lux > kTooBright && !day.tooBright.empty();
            if (goesOn) {
                day.tooBright.back().second = p.hours;
            } else {
                day.tooBright.emplace_back(p.hours, p.hours);
            }
        }
        if (i > 0 && p.hours - day.points[i - 1].hours > std::max(3 * share.usual, kCloud)) {
            day.unread.emplace_back(day.points[i - 1].hours, p.hours);
        }
    }
    day.lowest = *std::min_element(lux.begin(), lux.end());
    day.highest = *std::max_element(lux.begin(), lux.end());
    day.middle = middleOf(lux);
    day.right = all > 0 ? right / all : 0;
    day.spans = spansOf(day.points, withoutClouds(day.points));
    tellColours(day);
    return day;
}

Result<std::vector<RoomPoint>> roomPointsFrom(const std::string &text)
{
    const auto rows = csvRows(text, kMostPoints);
    if (!rows || rows->empty()) {
        return badLine(rows ? 1 : kMostPoints, say(rows ? "room-no-lines" : "room-too-many-lines"));
    }
    std::array<int, 4> column{0, 1, 2, 3}; // time, lux, x, y
    size_t first = 0;
    if (!hoursOf(rows->front().cells.front())) {
        static constexpr std::array<const char *, 4> kHeadings{"time", "lux", "x", "y"};
        column = {-1, -1, -1, -1};
        for (size_t c = 0; c < rows->front().cells.size(); ++c) {
            for (size_t k = 0; k < kHeadings.size(); ++k) {
                if (lower(rows->front().cells[c]) == kHeadings[k]) {
                    column[k] = int(c);
                }
            }
        }
        if (column[0] < 0 || column[1] < 0) {
            return badLine(rows->front().line, say("room-no-heading"));
        }
        first = 1;
    }
    std::vector<RoomPoint> points;
    double day = 0;
    for (size_t i = first; i < rows->size(); ++i) {
        const CsvRow &row = (*rows)[i];
        const auto cell = [&](size_t k) {
            return column[k] >= 0 && size_t(column[k]) < row.cells.size() ? row.cells[size_t(column[k])] : std::string();
        };
        const auto hours = hoursOf(cell(0));
        const auto lux = csvNumber(cell(1));
        if (!hours || !lux || *lux < 0 || *lux > 200000) {
            return badLine(row.line, say(!hours ? "room-no-time" : "room-no-lux", shownLine(cell(hours ? 1 : 0), 40)));
        }
        if (!points.empty() && day + *hours < points.back().hours) {
            day += 24;
        }
        RoomPoint p{day + *hours, *lux, {}};
        if (!cell(2).empty() || !cell(3).empty()) {
            const auto x = csvNumber(cell(2)), y = csvNumber(cell(3));
            if (!x || !y || !(*x > 0 && *y > 0 && *x + *y < 1)) {
                return badLine(row.line, say("room-no-chromaticity", shownLine(cell(2) + " " + cell(3), 40)));
            }
            p.xy = Chromaticity{*x, *y};
        }
        if (p.hours > 14 * 24) {
            return badLine(row.line, say("room-too-many-lines"));
        }
        points.push_back(p);
    }
    if (points.size() < 3) {
        return badLine(rows->back().line, say("room-no-lines"));
    }
    return points;
}

std::optional<double> RoomFollower::next(const RoomPoint &point, double step)
{
    m_recent.push_back(point);
    std::erase_if(m_recent, [&](const RoomPoint &p) { return p.hours < point.hours - kCloud; });
    std::vector<double> lux;
    for (const RoomPoint &p : m_recent) {
        lux.push_back(p.lux);
    }
    const double now = m_law.luminance(m_value);
    const double wanted = std::clamp(luminanceInRoom(middleOf(lux)), m_law.steps.front().second, m_law.steps.back().second);
    constexpr double kAtOnce = 0.05, kThere = 0.02;
    const double off = std::abs(std::log(wanted / now));
    m_moving = off > std::log1p(kSeen) || (m_moving && off > std::log1p(kThere));
    if (!m_moving) {
        return {};
    }
    const double to = std::clamp(wanted, now / (1 + kAtOnce), now * (1 + kAtOnce));
    // At least one step of the control, or it would never get there.
    const double meant = std::round(m_law.value(to) / step) * step;
    const double next = meant == m_value ? m_value + (wanted > now ? step : -step) : meant;
    // A step that overshoots farther than what is left would be taken back at once.
    if (std::abs(std::log(wanted / m_law.luminance(next))) >= off) {
        m_moving = false;
        return {};
    }
    const bool within = next >= m_law.steps.front().first && next <= m_law.steps.back().first;
    m_moving = within;
    return within ? std::optional(next) : std::nullopt;
}

} // namespace lamp
