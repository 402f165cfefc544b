// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/years_plots.h"

#include "words/words.h"

#include <algorithm>
#include <cmath>

namespace lamp {

using namespace plot;

namespace {

constexpr double kMonth = 365.25 * 86400 / 12; // seconds

double monthsBefore(WallTime at, WallTime now)
{
    return std::chrono::duration<double>(at - now).count() / kMonth;
}

/// The time axis: months before today, as far back as there is something.
Axis monthsAxis(const std::vector<HistoryEntry> &entries, WallTime now)
{
    double first = -1, last = 0;
    for (const HistoryEntry &e : entries) {
        first = std::min(first, monthsBefore(e.at, now));
        last = std::max(last, monthsBefore(e.at, now));
    }
    Axis axis{said(say("axis-months")), "", 1.04 * first, last - 0.02 * first, {}, 0};
    const double step = first < -48 ? 24 : (first < -18 ? 6 : (first < -7 ? 3 : 1));
    for (double at = 0; at >= axis.from; at -= step) {
        axis.ticks.insert(axis.ticks.begin(), at);
    }
    return axis;
}

template <typename Value>
Series seriesOf(const std::string &name, const std::vector<HistoryEntry> &entries, WallTime now, Value value, int decimals, const std::string &unit)
{
    Series s{name, {}, Stroke::Solid, 1, Ink::Soft, Mark::Square};
    for (const HistoryEntry &e : entries) {
        if (const std::optional<double> v = value(e); v && std::isfinite(*v)) {
            s.points.push_back({monthsBefore(e.at, now), *v, {}, said(say("point-on-day", localDate(e.at), name, decimal(*v, decimals), unit))});
        }
    }
    return s;
}

double highest(const std::vector<Series> &all)
{
    double top = 0;
    for (const Series &s : all) {
        for (const Point &p : s.points) {
            top = std::max(top, p.y);
        }
    }
    return top;
}

/// How luminance goes on to the day on which the target can no longer be held.
void addForecast(Plot &p, const DisplayAgeing &ageing, WallTime now)
{
    if (ageing.targetLuminance) {
        p.limits = {{*ageing.targetLuminance, said(say("target-of", decimal(*ageing.targetLuminance, 0))), Stroke::Dotted, true}};
    }
    if (!ageing.end || ageing.end->because != "luminance" || !ageing.targetLuminance) {
        return;
    }
    const EndOfTarget &end = *ageing.end;
    const double at = monthsBefore(end.median, now), level = *ageing.targetLuminance;
    const auto point = [&](double x, double y, WallTime day) {
        return Point{x, y, {}, said(say("point-on-day", localDate(day), say("series-goes-on"), decimal(y, 0), "cd/m²"))};
    };
    // What it was set to is no line that ends there: its menu makes up for what it loses.
    if (const auto &most = ageing.maxLuminance) {
        p.series.push_back(
            {said(say("series-goes-on")), {point(0, most->now, now), point(at, level, end.median)}, Stroke::Dashed, 1, Ink::Strong, Mark::None});
    }
    const double early = monthsBefore(end.p05.value_or(end.median), now);
    // Where the late end is beyond what was looked at, it is drawn to the end of the chart.
    const double late = end.p95 ? monthsBefore(*end.p95, now) : 1.5 * at;
    p.series.push_back({said(say("series-end-90")), {{early, level, {}, {}}, {late, level, {}, {}}}, Stroke::Solid, 3, Ink::Soft, Mark::None});
    p.x.to = std::max(p.x.to, std::min(1.04 * late, 3 * std::max(at, -p.x.from)));
    p.x.ticks = ticksBetween(p.x.from, p.x.to);
    p.x.name = said(say("axis-months-from-today"));
}

} // namespace

Plot yearsPlot(const std::vector<HistoryEntry> &entries, WallTime now, const std::string &title, const std::string &unit, int decimals,
               const std::vector<YearsFigure> &figures)
{
    Plot p;
    p.title = title;
    p.x = monthsAxis(entries, now);
    double low = 1e18, high = -1e18;
    for (const YearsFigure &f : figures) {
        Series s = seriesOf(f.name, entries, now, f.value, decimals, unit);
        const bool first = p.series.empty();
        s.mark = first ? Mark::Square : Mark::Ring;
        s.stroke = first ? Stroke::Solid : Stroke::Dotted;
        for (const Point &q : s.points) {
            low = std::min(low, q.y);
            high = std::max(high, q.y);
        }
        if (!s.points.empty()) {
            p.legend.push_back(said(say(first ? "legend-square" : "legend-ring", s.name)));
        }
        p.series.push_back(std::move(s));
    }
    const double room = std::max(0.25 * (high - low), 2 * std::pow(10.0, -decimals));
    p.y = {unit, "", low - room, high + 1.5 * room, ticksBetween(low - room, high + 1.5 * room), decimals};
    p.legendAt = Plot::Legend::TopLeft;
    return p;
}

Plot luminanceYearsPlot(const std::vector<HistoryEntry> &entries, WallTime now, const DisplayAgeing *ageing)
{
    Plot p;
    p.title = said(say("plot-luminance-years"));
    p.x = monthsAxis(entries, now);
    Series left = seriesOf(
        said(say("series-luminance-left")), entries, now, [](const HistoryEntry &e) { return e.luminance; }, 1, "cd/m²");
    Series most = seriesOf(
        said(say("series-luminance-most")), entries, now, [](const HistoryEntry &e) { return e.maxLuminance; }, 1, "cd/m²");
    most.mark = Mark::Ring;
    most.stroke = Stroke::Dotted;
    if (!most.points.empty()) {
        p.legend = {said(say("legend-ring", most.name))};
        p.legendAt = Plot::Legend::BottomLeft;
    }
    p.series = {std::move(left), std::move(most)};
    if (ageing != nullptr) {
        addForecast(p, *ageing, now);
    }
    const double top = 1.12 * std::max({highest(p.series), 1.0, ageing != nullptr ? ageing->targetLuminance.value_or(0) : 0});
    p.y = {"cd/m²", "", 0, top, ticksBetween(0, top), 0};
    return p;
}

Plot differenceYearsPlot(const std::vector<HistoryEntry> &entries, WallTime now, std::optional<double> limit)
{
    Plot p;
    p.title = said(say("plot-difference-years"));
    p.x = monthsAxis(entries, now);
    Series colours = seriesOf(
        said(say("series-colours-mean")), entries, now, [](const HistoryEntry &e) { return e.mean; }, 2, "ΔE00");
    Series grays = seriesOf(
        said(say("series-grays-mean")), entries, now, [](const HistoryEntry &e) { return e.grayMean; }, 2, "ΔE00");
    grays.mark = Mark::Ring;
    grays.stroke = Stroke::Dotted;
    if (!grays.points.empty()) {
        p.legend = {said(say("legend-ring", grays.name))};
        p.legendAt = Plot::Legend::TopLeft;
    }
    p.series = {std::move(colours), std::move(grays)};
    const double top = 1.5 * std::max({highest(p.series), limit.value_or(0), 0.1}); // room for the legend above the limit
    p.y = {"ΔE00", "", 0, top, ticksBetween(0, top), 1};
    if (limit) {
        p.limits = {{*limit, said(say("limit-of", decimal(*limit, 1)))}};
    }
    return p;
}

} // namespace lamp
