// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/diagnosis_plot.h"

#include "words/words.h"

#include <algorithm>
#include <cmath>

namespace lamp {

plot::Plot diagnosisPlot(const Examination &e)
{
    plot::Plot p;
    p.title = said(say("plot-diagnosis"));
    const size_t count = std::min({e.observed.size(), e.ranking.off.size(), e.ranking.left.size()});
    p.x = {said(say("axis-diagnosis")), "", 0, double(std::max<size_t>(count, 1)), {}, 0};
    plot::Series left{said(say("series-diagnosis-left")), {}, plot::Stroke::None, 1.2, plot::Ink::Strong, plot::Mark::Ring, false};
    double most = 1;
    for (size_t i = 0; i < count; ++i) {
        const Observed &o = e.observed[i];
        const auto code = [&](int c) { return int(std::lround(255 * std::clamp(o.shown.rgb[c], 0.0, 1.0))); };
        const double off = e.ranking.off[i], rest = e.ranking.left[i];
        const std::string words = said(say("point-diagnosis", say("patch-named", o.name), decimal(off, 1), decimal(rest, 1)));
        p.bars.push_back({double(i) + 0.5, off, {code(0), code(1), code(2)}, {}, words});
        left.points.push_back({double(i) + 0.5, rest, {}, words});
        most = std::max({most, off, rest});
    }
    p.y = {"ΔE*ab", "", 0, 1.1 * most, plot::ticksBetween(0, 1.1 * most), most < 10 ? 1 : 0};
    p.series.push_back(std::move(left));
    p.legend = {said(say("legend-diagnosis-off")), said(say("series-diagnosis-left"))};
    if (count == 0) {
        p.empty = said(say("diagnosis-reads-first"));
    }
    return p;
}

} // namespace lamp
