// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/survey_plots.h"

#include "base/text.h"
#include "colour/tone.h"
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

/// Round hours, so that a day of any length has some six of them.
Axis clockAxis(double from, double to)
{
    Axis axis{said(say("axis-hour")), "", from, to, {}, 0};
    static constexpr std::array<double, 6> kSteps{0.25, 0.5, 1, 2, 3, 6};
    const auto *step = std::find_if(kSteps.begin(), kSteps.end(), [&](double s) { return (to - from) / s <= 7; });
    const double each = step == kSteps.end() ? 24 : *step;
    axis.decimals = each < 0.5 ? 2 : (each < 1 ? 1 : 0);
    for (double t = std::ceil(from / each) * each; t <= to + 1e-9; t += each) {
        axis.ticks.push_back(t);
    }
    return axis;
}

Plot roomPlot(const RoomDay &d)
{
    Plot p;
    p.title = said(say("plot-room"));
    p.x = clockAxis(d.points.front().hours, d.points.back().hours);
    Series line{said(say("series-room")), {}, Stroke::Solid, 1, Ink::Strong, d.points.size() > 60 ? Mark::None : Mark::Square};
    size_t gap = 0;
    std::vector<Series> all;
    for (const RoomPoint &q : d.points) {
        // No line where nothing was read.
        if (gap < d.unread.size() && q.hours >= d.unread[gap].second) {
            all.push_back(line);
            line.points.clear();
            ++gap;
        }
        line.points.push_back({q.hours, q.lux, {}, said(say("point-room", clockText(q.hours), decimal(q.lux, q.lux < 10 ? 1 : 0)))});
    }
    all.push_back(line);
    p.series = std::move(all);
    p.y = fitted("lx", 0, 1.1 * std::max(d.highest, 70.0), 0);
    p.band = {5, 64}; // as of roomLevel
    p.limits = {{64, said(say("limit-room-right")), Stroke::Dashed, true}};
    if (d.highest > 150) {
        p.limits.push_back({200, said(say("limit-room-high")), Stroke::Dotted, true});
    }
    return p;
}

Plot followPlot(const SurveyRecord &r, const RoomDay &d)
{
    Plot p;
    p.title = said(say("plot-follow"));
    p.x = clockAxis(d.points.front().hours, d.points.back().hours);
    Series line{said(say("series-proposed")), {}, Stroke::Solid, 1.6, Ink::Strong, Mark::None};
    double low = 90, high = 150;
    for (const RoomSpan &s : d.spans) {
        const std::string words = said(say("room-span", decimal(s.luminance, 0), clockText(s.from), clockText(s.to)));
        line.points.push_back({s.from, s.luminance, {}, words});
        line.points.push_back({s.to, s.luminance, {}, {}});
        low = std::min(low, s.luminance);
        high = std::max(high, s.luminance);
    }
    p.series = {std::move(line)};
    if (!r.followed.empty()) {
        Series did{said(say("series-followed")), {}, Stroke::None, 1, Ink::Strong, Mark::Cross};
        for (const SurveyRecord::Followed &f : r.followed) {
            did.points.push_back(
                {f.hours, f.luminance, {}, said(say("point-followed", clockText(f.hours), decimal(f.value, 0), decimal(f.luminance, 0)))});
            low = std::min(low, f.luminance);
            high = std::max(high, f.luminance);
        }
        p.series.push_back(std::move(did));
        p.legend = {said(say("legend-cross", say("series-followed")))};
        p.legendAt = Plot::Legend::TopLeft;
    }
    p.y = fitted("cd/m²", low - 10, high + 10, 0);
    return p;
}

/// White as it grows over the screen.
Plot areasPlot(const std::vector<std::pair<double, double>> &whiteByArea)
{
    Plot p;
    p.title = said(say("plot-areas"));
    p.x = {said(say("axis-area")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
    Series line{said(say("series-white")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    double most = 1;
    for (const auto &[area, white] : whiteByArea) {
        line.points.push_back({100 * area, white, {}, said(say("point-area", decimal(white, 1), decimal(100 * area, 0)))});
        most = std::max(most, white);
    }
    p.series = {std::move(line)};
    p.y = fitted("cd/m²", 0, 1.15 * most, 0);
    return p;
}

/// Light as its own PQ signal, so that steps which look alike are alike, from what is asked for to what is there.
Plot hdrResponsePlot(const HdrFound &f)
{
    Plot p;
    p.title = said(say("plot-hdr-response"));
    p.x = {said(say("axis-signal")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
    p.y = {said(say("axis-as-pq")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
    Series wanted{said(say("series-as-wanted")), {}, Stroke::Dashed, 1, Ink::Soft, Mark::None};
    Series is{said(say("series-as-read")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    for (const HdrStep &s : f.steps) {
        wanted.points.push_back({100 * s.signal, 100 * pqSignal(s.wanted), {}, {}});
        is.points.push_back(
            {100 * s.signal,
             100 * pqSignal(s.xyz.b),
             {},
             said(say("point-hdr", decimal(100 * s.signal, 0), decimal(s.wanted, s.wanted < 10 ? 2 : 0), decimal(s.xyz.b, s.xyz.b < 10 ? 2 : 0),
                      s.deltaE ? say("number-alone", decimal(*s.deltaE, 1)) : verbatim("–")))});
    }
    p.series = {std::move(wanted), std::move(is)};
    p.limits = {{100 * pqSignal(f.peak.b), said(say("limit-peak", decimal(f.peak.b, 0))), Stroke::Dotted, true}};
    p.legend = {said(say("legend-square", say("series-as-read"))), said(say("legend-dashed", say("series-as-wanted")))};
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

Plot hdrDifferencePlot(const HdrFound &f)
{
    Plot p;
    p.title = said(say("plot-hdr-differences"));
    p.x = {said(say("axis-signal")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
    Series judged{said(say("series-grays")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    double top = 5;
    for (const HdrStep &s : f.steps) {
        if (s.deltaE && s.wanted <= f.judgedTo && s.wanted >= f.judgedFrom) {
            judged.points.push_back(
                {100 * s.signal, *s.deltaE, s.k2.instrument,
                 said(say("point-hdr-difference", decimal(100 * s.signal, 0), decimal(*s.deltaE, 1), decimal(s.k2.instrument, 1)))});
            top = std::max(top, 1.15 * (*s.deltaE + s.k2.instrument));
        }
    }
    p.series.push_back(std::move(judged));
    p.y = fitted("ΔE ITP", 0, top, 0);
    if (f.judged > 0) {
        p.limits = {{f.mean, said(say("mean-of", decimal(f.mean, 1))), Stroke::Solid, true}};
    }
    return p;
}

Plot lastingPlot(const HdrFound &f)
{
    Plot p;
    p.title = said(say("plot-lasting"));
    const double end = std::max(1.0, f.lasting.back().minutes);
    p.x = {said(say("axis-minutes")), "", 0, end, ticksBetween(0, end), 0};
    Series line{said(say("series-white")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    double most = 1;
    for (const HdrFound::Point &q : f.lasting) {
        line.points.push_back({q.minutes, q.luminance, {}, said(say("point-lasting", decimal(q.minutes, 1), decimal(q.luminance, 0)))});
        most = std::max(most, q.luminance);
    }
    p.series = {std::move(line)};
    p.y = fitted("cd/m²", 0, 1.15 * most, 0);
    return p;
}

/// Something of each direction over its angle, sideways and up and down.
Plot anglePlot(const AnglesFound &f, const char *title, Axis y, double (*of)(const AngleView &), int places)
{
    Plot p;
    p.title = said(say(title));
    const double most = std::max({1.0, f.widest[0], f.widest[1]});
    p.x = {said(say("axis-angle")), "°", -most, most, ticksBetween(-most, most), 0};
    for (const size_t axis : {size_t(0), size_t(1)}) {
        Series s{said(say(axis == 0 ? "series-sideways" : "series-upwards")),
                 {},
                 axis == 0 ? Stroke::Solid : Stroke::Dashed,
                 1,
                 Ink::Strong,
                 axis == 0 ? Mark::Square : Mark::Ring};
        for (const AngleView &v : f.views) {
            if (v.from[1 - axis] == 0) {
                s.points.push_back({v.from[axis], of(v), {}, said(say("point-angle", s.name, decimal(v.from[axis], 0), decimal(of(v), places)))});
            }
        }
        std::sort(s.points.begin(), s.points.end(), [](const Point &a, const Point &b) { return a.x < b.x; });
        for (const Point &q : s.points) {
            y.to = std::max(y.to, 1.1 * q.y);
        }
        p.legend.push_back(said(say(axis == 0 ? "legend-square" : "legend-ring", s.name)));
        p.series.push_back(std::move(s));
    }
    p.y = std::move(y);
    p.y.ticks = ticksBetween(p.y.from, p.y.to);
    p.legendAt = Plot::Legend::TopLeft;
    return p;
}

} // namespace

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
    if (s.room) {
        all.push_back(roomPlot(*s.room));
        all.push_back(followPlot(r, *s.room));
    }
    if (s.hdr && s.hdr->steps.size() > 1) {
        all = {hdrResponsePlot(*s.hdr), hdrDifferencePlot(*s.hdr)};
        if (s.hdr->peakByArea.size() > 1) {
            all.push_back(areasPlot(s.hdr->peakByArea));
        }
        if (s.hdr->lasting.size() > 1) {
            all.push_back(lastingPlot(*s.hdr));
        }
    }
    if (s.angles && s.angles->views.size() > 1) {
        all = {
            anglePlot(
                *s.angles, "plot-angle-luminance", {said(say("axis-of-front")), "%", 0, 100, {}, 0},
                [](const AngleView &v) { return 100 + v.percent; }, 1),
            anglePlot(
                *s.angles, "plot-angle-white", {"Δu′v′", "", 0, 0.01, {}, 3}, [](const AngleView &v) { return v.uv; }, 4),
            anglePlot(
                *s.angles, "plot-angle-contrast", {said(say("axis-contrast")), "", 0, 10, {}, 0}, [](const AngleView &v) { return v.contrast; }, 0)};
    }
    if (s.contrast && s.contrast->whiteByArea.size() > 1) {
        all.push_back(areasPlot(s.contrast->whiteByArea));
    }
    if (s.choice && s.choice->chosen) {
        all.push_back(differencesPlot(s.modes[*s.choice->chosen].colours));
        all.back().title = s.modes[*s.choice->chosen].name + ": " + all.back().title;
    }
    return all;
}

} // namespace lamp
