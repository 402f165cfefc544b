// SPDX-License-Identifier: GPL-3.0-or-later
#include "plot/plot.h"

#include "base/csv.h"

#include <algorithm>
#include <charconv>
#include <cmath>

namespace lamp::plot {

namespace {

std::string number(double v)
{
    if (!std::isfinite(v)) {
        return {};
    }
    std::array<char, 40> buffer{};
    return {buffer.data(), std::to_chars(buffer.data(), buffer.data() + buffer.size(), v, std::chars_format::general, 9).ptr};
}

/// A stretch of a length, moved into another one.
void within(double &from, double &to, double low, double high)
{
    const double length = std::min(to - from, high - low);
    from = std::clamp(from, low, high - length);
    to = from + length;
}

} // namespace

View wholeOf(const Plot &plot)
{
    return {plot.x.from, plot.x.to, plot.y.from, plot.y.to};
}

View magnified(const View &view, const View &whole, double x, double y, double factor)
{
    if (!(factor > 0) || !std::isfinite(x + y)) {
        return view;
    }
    const double nearest = 1000 * (view.x1 - view.x0) / (whole.x1 - whole.x0);
    const double f = std::min(std::max(factor, 1e-6), std::max(nearest, 1.0));
    View v{x - (x - view.x0) / f, x + (view.x1 - x) / f, y - (y - view.y0) / f, y + (view.y1 - y) / f};
    within(v.x0, v.x1, whole.x0, whole.x1);
    within(v.y0, v.y1, whole.y0, whole.y1);
    return v;
}

View moved(const View &view, const View &whole, double right, double up)
{
    const double dx = right * (view.x1 - view.x0), dy = up * (view.y1 - view.y0);
    View v{view.x0 + dx, view.x1 + dx, view.y0 + dy, view.y1 + dy};
    within(v.x0, v.x1, whole.x0, whole.x1);
    within(v.y0, v.y1, whole.y0, whole.y1);
    return v;
}

std::vector<double> ticksBetween(double from, double to)
{
    std::vector<double> ticks;
    if (!(to > from) || !std::isfinite(to - from)) {
        return ticks;
    }
    const double raw = (to - from) / 5, power = std::pow(10.0, std::floor(std::log10(raw)));
    const double step = power * (raw / power < 1.6 ? 1 : (raw / power < 3.2 ? 2 : (raw / power < 8 ? 5 : 10)));
    // Counted by whole numbers from the first: far out the next multiple may be the same number, and there would be no end.
    constexpr int kMost = 10;
    const double first = std::ceil(from / step - 1e-9);
    for (int i = 0; i < kMost && (first + i) * step <= to + 1e-9 * step; ++i) {
        ticks.push_back((first + i) * step + 0.0);
    }
    return std::isfinite(step) && step > 0 ? ticks : std::vector<double>{};
}

std::vector<Reading> readingsOf(const Plot &plot)
{
    std::vector<Reading> all;
    for (const Series &s : plot.series) {
        for (const Point &p : s.points) {
            if (!p.text.empty()) {
                all.push_back({s.name, p.x, p.y, p.uncertainty, p.text});
            }
        }
    }
    for (const Bar &b : plot.bars) {
        all.push_back({"", b.x, b.y, b.uncertainty, b.text});
    }
    return all;
}

std::string csvOf(const Plot &plot)
{
    std::string csv = "series," + csvCell(plot.x.title()) + "," + csvCell(plot.y.title()) + ",uncertainty (k = 2),text\n";
    for (const Reading &r : readingsOf(plot)) {
        csv += csvCell(r.series) + "," + number(r.x) + "," + number(r.y) + "," + (r.uncertainty ? number(*r.uncertainty) : "") + "," + csvCell(r.text)
               + "\n";
    }
    return csv;
}

} // namespace lamp::plot
