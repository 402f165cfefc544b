// SPDX-License-Identifier: GPL-3.0-or-later
// What a visit's charts show while it is being read.
#include "report/live_plots.h"

#include "colour/difference.h"
#include "judge/verification.h"
#include "report/plot_axes.h"
#include "report/visit_plots.h"
#include "words/words.h"

#include <algorithm>
#include <cmath>

namespace lamp {

using namespace plot;

namespace {

/// Readings of one stage from the screen that count and saw something, where a condition holds for the drive.
template <typename If> std::vector<const Measurement *> readOf(const VisitRecord &r, Stage stage, If condition)
{
    std::vector<const Measurement *> all;
    for (const Measurement &m : r.readings) {
        if (m.stage == stageName(stage) && m.mode == ReadMode::Emission && !m.superseded && !m.tooDark && condition(m.rgb)) {
            all.push_back(&m);
        }
    }
    return all;
}

/// CIE 1976 L* of a luminance over white's.
double lightnessOf(double share)
{
    return labOf({share, share, share}, {1, 1, 1}).a;
}

bool isGray(const Drive &d)
{
    return d.a == d.b && d.b == d.c;
}

} // namespace

Plot warmUpPlot(const VisitRecord &r)
{
    Series s{said(say("series-white-read")), {}, Stroke::Solid, 1.2, Ink::Strong, Mark::Square};
    const auto whites = readOf(r, Stage::WarmUp, [](const Drive &d) { return d == Drive{1, 1, 1}; });
    double low = 1e9, high = 0, last = 1;
    for (const Measurement *m : whites) {
        const double minutes = (m->t - whites.front()->t) / 60;
        s.points.push_back({minutes, m->xyz.b, 2 * m->sigma.b, said(say("point-warm-up", decimal(minutes, 1), decimal(m->xyz.b, 2)))});
        low = std::min(low, m->xyz.b);
        high = std::max(high, m->xyz.b);
        last = std::max(last, minutes);
    }
    Plot p;
    p.title = said(say("plot-warm-up"));
    if (whites.empty()) {
        low = high = 100;
        p.empty = said(say("no-reading-yet"));
    }
    p.x = {said(say("axis-time")), "min", 0, last * 1.05, {}, last < 5 ? 1 : 0};
    p.x.ticks = ticksBetween(0, p.x.to);
    p.y = axisAbout(said(say("axis-luminance")), "cd/m²", low, high, 0.02 * high, high < 200 ? 1 : 0);
    p.series = {std::move(s)};
    return p;
}

Plot responsePlot(const VisitRecord &r)
{
    const auto grays = readOf(r, Stage::Calibrate, isGray);
    double brightest = 0;
    for (const Measurement *m : grays) {
        brightest = std::max(brightest, m->xyz.b);
    }
    Series read{said(say("series-read")), {}, Stroke::None, 1, Ink::Strong, Mark::Square},
        wanted{said(say("series-target")), {}, Stroke::Dashed, 1.2, Ink::Soft};
    for (const Measurement *m : grays) {
        const double drive = 100 * (m->behind ? m->behind->b : m->rgb.b), lightness = lightnessOf(m->xyz.b / brightest);
        read.points.push_back({drive, lightness, {}, said(say("point-response", decimal(drive, 1), decimal(m->xyz.b, 3), decimal(lightness, 1)))});
    }
    const XYZ &white = r.calibrated.white;
    const ToneCurve tone = r.plan.target.tone.withBlack(white.b > 0 ? r.calibrated.black.b / white.b : 0);
    for (int i = 0; i <= 50; ++i) {
        wanted.points.push_back({2.0 * i, lightnessOf(tone.value(i / 50.0)), {}, {}});
    }
    Plot p;
    p.title = said(say("plot-response"));
    p.x = driveAxis();
    p.y = {"L*", "", 0, 100, {0, 25, 50, 75, 100}, 0};
    p.series = {std::move(wanted), std::move(read)};
    p.legend = {said(say("legend-dashed-target", tone.named()))};
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

Plot grayPathPlot(const VisitRecord &r)
{
    constexpr double kReach = 0.016; // in u', v' about the target
    const Uv aim = uvOf(r.targetWhite());
    Plot p;
    p.title = said(say("plot-gray-path"));
    p.square = true;
    p.x = axisAbout("u′", "", aim.u - kReach, aim.u + kReach, 0, 3);
    p.y = axisAbout("v′", "", aim.v - kReach, aim.v + kReach, 0, 3);
    const double left = std::ceil(p.x.from * 100) / 100;
    p.x.ticks = {left, left + 0.01, left + 0.02}; // narrow as it is, it has room for three
    // Grays before ramps and through them are not of one line.
    const auto ramps = [&](const Measurement *m) {
        const DisplayState *state = r.states.find(m->state);
        return state != nullptr ? state->ramps : std::string();
    };
    Series now{said(say("series-read")), {}, Stroke::Solid, 1, Ink::Soft, Mark::Square},
        earlier{said(say("series-read-earlier")), {}, Stroke::None, 1, Ink::Faint, Mark::Ring};
    auto grays = readOf(r, Stage::Calibrate, isGray);
    const std::string loaded = grays.empty() ? std::string() : ramps(grays.back());
    std::stable_sort(grays.begin(), grays.end(), [](const Measurement *a, const Measurement *b) { return a->xyz.b < b->xyz.b; });
    for (const Measurement *m : grays) {
        const Uv uv = uvOf(chromaticity(m->xyz));
        if (std::hypot(uv.u - aim.u, uv.v - aim.v) < kReach) {
            (ramps(m) == loaded ? now : earlier)
                .points.push_back({uv.u, uv.v, {}, said(say("point-gray-path", decimal(100 * m->rgb.b, 0), decimal(uv.u, 4), decimal(uv.v, 4)))});
        }
    }
    const std::string target = said(say("series-target-white"));
    p.series = {std::move(now), {target, {chromaticityPoint(r.targetWhite(), false)}, Stroke::None, 1, Ink::Strong, Mark::Cross}};
    p.legend = {said(say("legend-cross", target))};
    if (!earlier.points.empty()) {
        p.legend.push_back(said(say("legend-ring", earlier.name)));
        p.series.push_back(std::move(earlier));
    }
    p.legendAt = Plot::Legend::TopLeft;
    return p;
}

Plot readColoursPlot(const VisitRecord &r)
{
    Plot p = chromaticityPlot(said(say("plot-read-colours")));
    const std::string aimed = r.plan.target.gamut.empty() ? "sRGB" : r.plan.target.gamut;
    Series space = trianglePlot(aimed, rgbSpace(aimed)->primaries, false);
    space.stroke = Stroke::Dashed;
    space.width = 1.2;
    space.ink = Ink::Soft;
    p.series.push_back(std::move(space));
    Series read{said(say("series-read")), {}, Stroke::None, 1, Ink::Strong, Mark::Square};
    for (const Stage stage : {Stage::Trim, Stage::Calibrate}) {
        for (const Measurement *m : readOf(r, stage, [](const Drive &d) { return !isGray(d); })) {
            // What an instrument hardly sees has no colour worth drawing.
            if (!m->lowLight && m->xyz.b > 10 * r.instrument.floorCdM2) {
                const Uv uv = uvOf(chromaticity(m->xyz));
                read.points.push_back({uv.u, uv.v, {}, said(say("point-read-colour", patchNamed(m->name), decimal(uv.u, 4), decimal(uv.v, 4)))});
            }
        }
    }
    p.series.push_back(std::move(read));
    p.legend = {said(say("legend-dashed", aimed))};
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

Plot learningPlot(const std::vector<Learnt> &learnt, double goal)
{
    Series s{said(say("series-known-to")), {}, Stroke::Solid, 1.2, Ink::Strong, Mark::Square};
    double most = 2 * goal, last = 1;
    for (const Learnt &l : learnt) {
        s.points.push_back({double(l.readings), 2 * l.known, {}, said(say("point-learnt", l.readings, decimal(2 * l.known, 2)))});
        most = std::max(most, 2 * l.known);
        last = std::max(last, double(l.readings));
    }
    Plot p;
    p.title = said(say("plot-learning"));
    p.x = axisAbout(said(say("axis-readings")), "", learnt.empty() ? 0 : learnt.front().readings, last, 10, 0);
    p.x.from = std::max(0.0, p.x.from);
    p.y = differenceAxis(std::min(most, 20.0) * 1.1);
    p.limits = {{2 * goal, said(say("limit-enough", decimal(2 * goal, 2)))}};
    if (learnt.empty()) {
        p.empty = said(say("no-reading-yet"));
    }
    p.series = {std::move(s)};
    return p;
}

Plot verifyingPlot(const VisitRecord &r)
{
    std::vector<const Measurement *> read;
    const XYZ *white = nullptr;
    for (const Measurement &m : r.readings) {
        if (m.stage == stageName(Stage::Verify) && m.mode == ReadMode::Emission && !m.superseded) {
            if (m.wanted) {
                read.push_back(&m);
            } else if (white == nullptr && m.rgb == Drive{1, 1, 1}) {
                white = &m.xyz;
            }
        }
    }
    const auto profile = Profile::open(r.profile);
    Plot p;
    p.title = said(say("plot-colours"));
    p.x = {said(say("axis-colours")), "", 0, double(std::max<size_t>(read.size(), 8)), {}, 0};
    const Tolerance &limits = r.plan.tolerance;
    double most = limitsDrawn(r) ? limits.mean : 0;
    if (white == nullptr || !profile) {
        white = r.calibrated.white.b > 0 ? &r.calibrated.white : nullptr; // a check may have its white from preparing
    }
    if (white == nullptr || !profile || read.empty()) {
        p.y = differenceAxis(most);
        p.empty = said(say("no-reading-yet"));
        return p;
    }
    for (size_t i = 0; i < read.size(); ++i) {
        const double d = deltaE2000(*read[i]->wanted, measuredLab(read[i]->xyz, *white, profile->chad()));
        most = std::max(most, d);
        p.bars.push_back({double(i) + 0.5, d, screenCodes(*read[i]->wanted), std::nullopt,
                          said(say("point-read-so-far", patchNamed(read[i]->name), decimal(d, 2)))});
    }
    p.y = differenceAxis(1.15 * most);
    if (limitsDrawn(r)) {
        p.limits = {{limits.mean, said(say("limit-mean", decimal(limits.mean, 1)))},
                    {limits.max, said(say("limit-largest", decimal(limits.max, 1)))}};
    }
    return p;
}

} // namespace lamp
