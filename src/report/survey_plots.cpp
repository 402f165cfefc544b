// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/survey_plots.h"

#include "report/visit_plots.h"
#include "words/words.h"

#include <algorithm>
#include <cmath>

namespace lamp {

using namespace plot;

namespace {

Axis levelAxis()
{
    return {said(say("axis-drive")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
}

Axis fitted(const std::string &name, double from, double to, int decimals)
{
    return {name, "", from, to, ticksBetween(from, to), decimals};
}

Plot balancePlot(const GrayTracking &t)
{
    Plot p;
    p.title = said(say("plot-balance"));
    p.x = levelAxis();
    static constexpr std::array<const char *, 3> kChannelNames{"red", "green", "blue"};
    static constexpr std::array<Mark, 3> kChannelMarks{Mark::Square, Mark::Ring, Mark::Cross};
    double off = 2;
    for (size_t c = 0; c < 3; ++c) {
        Series s{said(say("patch-named", kChannelNames[c])),
                 {},
                 c == 0 ? Stroke::Solid : (c == 1 ? Stroke::Dashed : Stroke::Dotted),
                 1,
                 Ink::Strong,
                 kChannelMarks[c]};
        for (const GrayStep &g : t.steps) {
            if (g.balance[c] > 0) {
                const double percent = 100 * (g.balance[c] - 1);
                s.points.push_back({100 * g.drive, percent, {}, said(say("point-balance", s.name, decimal(percent, 2), decimal(100 * g.drive, 0)))});
                off = std::max(off, g.drive > 0.08 ? 1.2 * std::abs(percent) : 0); // near black it is noise
            }
        }
        p.legend.push_back(said(say(c == 0 ? "legend-square" : (c == 1 ? "legend-ring" : "legend-cross"), s.name)));
        p.series.push_back(std::move(s));
    }
    p.legendAt = Plot::Legend::BottomRight;
    p.y = fitted(said(say("axis-from-neutral")), -off, off, 1);
    return p;
}

Plot grayDifferencePlot(const GrayTracking &t)
{
    Plot p;
    p.title = said(say("plot-gray-differences"));
    p.x = levelAxis();
    Series s{said(say("series-grays")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    for (const GrayStep &g : t.steps) {
        s.points.push_back({100 * g.drive, g.deltaE, g.k2.instrument,
                            said(say("point-gray-difference", decimal(100 * g.drive, 0), decimal(g.deltaE, 2), decimal(g.k2.instrument, 2)))});
    }
    p.series.push_back(std::move(s));
    const double top = std::max(1.0, 1.2 * t.max);
    p.y = fitted("ΔE00", 0, top, 1);
    p.limits = {{t.mean, said(say("mean-of", decimal(t.mean, 2))), Stroke::Solid, true}};
    return p;
}

Plot gammaPlot(const GrayTracking &t)
{
    Plot p;
    p.title = said(say("plot-gamma"));
    p.x = levelAxis();
    Series s{said(say("series-gamma")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    double low = t.gamma - 0.2, high = t.gamma + 0.2;
    for (const GrayStep &g : t.steps) {
        if (g.drive > 0.03 && g.drive < 0.97 && std::isfinite(g.gamma) && g.gamma > 0) {
            s.points.push_back({100 * g.drive, g.gamma, {}, said(say("point-gamma", decimal(100 * g.drive, 0), decimal(g.gamma, 3)))});
            low = std::min(low, g.gamma - 0.05);
            high = std::max(high, g.gamma + 0.05);
        }
    }
    p.series.push_back(std::move(s));
    p.y = fitted(said(say("axis-gamma")), low, high, 1);
    return p;
}

Plot differencesPlot(const ColourDifferences &c)
{
    Plot p;
    p.title = said(say("plot-survey-colours"));
    std::vector<const SurveyDifference *> sorted;
    for (const SurveyDifference &d : c.colours) {
        sorted.push_back(&d);
    }
    std::sort(sorted.begin(), sorted.end(), [](const auto *a, const auto *b) { return a->deltaE > b->deltaE; });
    p.x = {said(say("axis-survey-colours")), "", 0, double(std::max<size_t>(sorted.size(), 1)), {}, 0};
    for (size_t i = 0; i < sorted.size(); ++i) {
        const SurveyDifference &d = *sorted[i];
        p.bars.push_back({double(i) + 0.5, d.deltaE, screenCodes(d.wanted), d.k2.instrument,
                          said(say("point-survey-colour", say("patch-named", d.name), decimal(d.deltaE, 2), decimal(d.k2.instrument, 2),
                                   decimal(d.lightness, 1), decimal(d.chroma, 1), decimal(d.hue, 1)))});
    }
    p.y = fitted("ΔE00", 0, std::max(1.0, 1.15 * c.max), 1);
    p.limits = {{c.mean, said(say("mean-of", decimal(c.mean, 2))), Stroke::Solid, true}};
    return p;
}

/// Where sweeps run in u'v': as they should (rings) and as they do (crosses, joined).
Plot sweepPlot(const SurveyRecord &r)
{
    Plot p = chromaticityPlot(said(say("plot-sweeps")));
    p.series.push_back(trianglePlot(r.plan.space, rgbSpace(r.plan.space)->primaries, false));
    p.series.back().stroke = Stroke::Dashed;
    p.series.back().ink = Ink::Soft;
    const RgbSpace space = *rgbSpace(r.plan.space);
    const Eigen::Matrix3d toXyz = space.toXyz();
    std::map<std::string, std::pair<Series, Series>> hues;
    for (size_t i = 0; i < r.patches.size(); ++i) {
        const Measurement *m = r.of(i);
        if (!r.patches[i].judged || m == nullptr || m->xyz.b <= 0) {
            continue;
        }
        const std::string hue = r.patches[i].name.substr(0, r.patches[i].name.find(' '));
        auto &[wanted, is] = hues[hue];
        const Drive &d = r.patches[i].rgb;
        const XYZ meant(toXyz * Eigen::Vector3d(space.tone.value(d.a), space.tone.value(d.b), space.tone.value(d.c)));
        wanted.points.push_back(chromaticityPoint(chromaticity(meant), false));
        is.points.push_back(chromaticityPoint(chromaticity(m->xyz), false,
                                              said(say("point-survey-chromaticity", say("patch-named", m->name), decimal(chromaticity(m->xyz).x, 4),
                                                       decimal(chromaticity(m->xyz).y, 4)))));
    }
    for (auto &[hue, both] : hues) {
        both.first.stroke = Stroke::None;
        both.first.mark = Mark::Ring;
        both.first.ink = Ink::Soft;
        both.second.name = said(say("patch-named", hue));
        both.second.mark = Mark::Cross;
        p.series.push_back(std::move(both.first));
        p.series.push_back(std::move(both.second));
    }
    p.legend = {said(say("legend-ring", say("series-as-wanted"))), said(say("legend-cross", say("series-as-read")))};
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

Plot stabilityPlot(const StabilityFound &s)
{
    Plot p;
    p.title = said(say("plot-stability"));
    const double end = std::max(1.0, s.points.back().minutes);
    p.x = {said(say("axis-minutes")), "", 0, end, ticksBetween(0, end), 0};
    Series line{said(say("series-luminance-left")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    double low = -1.5, high = 1.5;
    for (const StabilityFound::Point &q : s.points) {
        line.points.push_back({q.minutes,
                               q.percent,
                               {},
                               said(say("point-stability", decimal(q.minutes, 1), decimal(q.xyz.b, 1), decimal(q.percent, 2), decimal(q.uv, 4)))});
        low = std::min(low, 1.1 * q.percent);
        high = std::max(high, 1.1 * q.percent);
    }
    p.series = {std::move(line)};
    p.y = fitted(said(say("axis-from-last")), low, high, 1);
    p.band = {-1, 1};
    return p;
}

Plot areasPlot(const ContrastFound &c)
{
    Plot p;
    p.title = said(say("plot-areas"));
    p.x = {said(say("axis-area")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
    Series line{said(say("series-white")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    double most = 1;
    for (const auto &[area, white] : c.whiteByArea) {
        line.points.push_back({100 * area, white, {}, said(say("point-area", decimal(white, 1), decimal(100 * area, 0)))});
        most = std::max(most, white);
    }
    p.series = {std::move(line)};
    p.y = fitted("cd/m²", 0, 1.15 * most, 0);
    return p;
}

} // namespace

std::vector<Plot> surveyPlots(const SurveyRecord &r, const SurveyResults &s)
{
    std::vector<Plot> all;
    if (s.gray) {
        all = {grayDifferencePlot(*s.gray), balancePlot(*s.gray), gammaPlot(*s.gray)};
    }
    if (s.colours) {
        if (r.plan.kind == SurveyKind::Saturation) {
            all.push_back(sweepPlot(r));
        }
        all.push_back(differencesPlot(*s.colours));
    }
    if (s.stability) {
        all.push_back(stabilityPlot(*s.stability));
    }
    if (s.contrast && s.contrast->whiteByArea.size() > 1) {
        all.push_back(areasPlot(*s.contrast));
    }
    if (s.choice && s.choice->chosen) {
        all.push_back(differencesPlot(s.modes[*s.choice->chosen].colours));
        all.back().title = s.modes[*s.choice->chosen].name + ": " + all.back().title;
    }
    return all;
}

} // namespace lamp
