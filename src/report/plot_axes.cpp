// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/plot_axes.h"

#include "words/words.h"

#include <algorithm>
#include <array>

namespace lamp {

namespace {

/// A pleasant upper end for an axis.
double niceTop(double v)
{
    for (const double top : {0.5, 1.0, 2.0, 3.0, 5.0, 8.0, 12.0, 20.0, 40.0, 100.0}) {
        if (v <= top) {
            return top;
        }
    }
    return v;
}

} // namespace

plot::Axis driveAxis()
{
    return {said(say("axis-drive")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
}

plot::Axis differenceAxis(double most)
{
    const double top = niceTop(most);
    return {"ΔE00", "", 0, top, {0, top / 2, top}, 1};
}

plot::Axis axisAbout(std::string name, std::string unit, double low, double high, double narrowest, int decimals)
{
    const double room = std::max(0.08 * (high - low), (narrowest - (high - low)) / 2);
    plot::Axis a{std::move(name), std::move(unit), low - std::max(room, 0.0), high + std::max(room, 0.0), {}, decimals};
    a.ticks = plot::ticksBetween(a.from, a.to);
    return a;
}

} // namespace lamp
