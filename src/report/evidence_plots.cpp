// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/evidence_plots.h"

#include "base/text.h"
#include "calibrate/ramps.h"
#include "colour/spaces.h"
#include "report/plot_axes.h"
#include "report/survey_plots.h"
#include "report/visit_plots.h"
#include "report/years_plots.h"
#include "words/words.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <tuple>

namespace lamp {

using namespace plot;

namespace {

Axis about(const std::string &name, const std::string &unit, double reach, int decimals)
{
    return {name, unit, -reach, reach, ticksBetween(-reach, reach), decimals};
}

/// The visit's grays as those that are measured by themselves.
GrayTracking trackingOf(const VisitRecord &r)
{
    GrayTracking t{{}, r.gray.mean, r.gray.max, r.gray.gammaMean, r.doubt.grayMean, r.doubt.grayMax, r.calibrated.white, r.calibrated.black};
    for (const GrayResult &g : r.gray.grays) {
        if (g.drive > 0 && g.drive < 1) {
            t.steps.push_back(grayStep(g, r.calibrated, r.targetWhite()));
        }
    }
    return t;
}

/// Where grays lie about the target's white, from dark to bright.
Plot grayWayPlot(const VisitRecord &r, const GrayTracking &t)
{
    Plot p;
    p.title = said(say("plot-gray-way"));
    p.square = true;
    const Uv aim = uvOf(r.targetWhite());
    Series way{said(say("series-grays")), {}, Stroke::Solid, 1, Ink::Soft, Mark::Square};
    double reach = 0.004;
    constexpr double kDark = 0.05; // below it is black's own colour, and noise
    for (const GrayStep &s : t.steps) {
        if (s.xyz.b > 0 && s.drive >= kDark) {
            const Chromaticity c = chromaticity(s.xyz);
            const Uv at = uvOf(c);
            reach = std::max(reach, 1.15 * std::max(std::abs(at.u - aim.u), std::abs(at.v - aim.v)));
            way.points.push_back({at.u, at.v, {}, said(say("point-gray-at", decimal(100 * s.drive, 0), whiteReadOut(c)))});
        }
    }
    p.x = {"u′", "", aim.u - reach, aim.u + reach, ticksBetween(aim.u - reach, aim.u + reach), 3};
    p.y = {"v′", "", aim.v - reach, aim.v + reach, ticksBetween(aim.v - reach, aim.v + reach), 3};
    p.series = {std::move(way),
                {said(say("series-target-white")), {{aim.u, aim.v, {}, whiteReadOut(r.targetWhite())}}, Stroke::None, 1, Ink::Strong, Mark::Cross}};
    p.legend = {said(say("legend-cross", say("series-target-white")))};
    p.legendAt = Plot::Legend::TopLeft;
    return p;
}

/// Light over drive, both as logarithms: a power law is a straight line, and the shadows are as wide as the lights.
Plot lightPlot(const VisitRecord &r, const GrayTracking &t)
{
    Plot p;
    p.title = said(say("plot-light"));
    const double white = r.calibrated.white.b, black = r.calibrated.black.b;
    const ToneCurve tone = r.plan.target.tone.withBlack(white > 0 ? black / white : 0);
    const auto wanted = [&](double v) { return black + (white - black) * tone.value(v); };
    Series is{said(say("series-as-read")), {}, Stroke::None, 1, Ink::Strong, Mark::Square},
        aim{said(say("series-as-wanted")), {}, Stroke::Dashed, 1, Ink::Soft, Mark::None};
    double low = std::log10(white);
    for (const GrayStep &s : t.steps) {
        if (s.xyz.b > 0) {
            is.points.push_back({std::log10(100 * s.drive),
                                 std::log10(s.xyz.b),
                                 {},
                                 said(say("point-light-gray", decimal(100 * s.drive, 0), decimal(s.xyz.b, s.xyz.b < 10 ? 3 : 1),
                                          decimal(wanted(s.drive), s.xyz.b < 10 ? 3 : 1)))});
            low = std::min(low, std::log10(s.xyz.b));
        }
    }
    constexpr double kFrom = 2; // percent of drive
    for (double x = std::log10(kFrom); x <= 2 + 1e-9; x += 0.02) {
        if (const double y = wanted(std::pow(10, x) / 100); y > 0) {
            aim.points.push_back({x, std::log10(y), {}, {}});
        }
    }
    p.x = {said(say("axis-log-drive")), "", std::log10(kFrom), 2, {0.5, 1, 1.5, 2}, 1};
    const double from = std::floor(low * 2) / 2, to = std::ceil(std::log10(std::max(white, 1e-3)) * 2) / 2;
    p.y = {said(say("axis-log-light")), "", from, to, ticksBetween(from, to), 1};
    p.series = {std::move(aim), std::move(is)};
    p.legend = {said(say("legend-dashed-target", tone.named()))};
    p.legendAt = Plot::Legend::TopLeft;
    return p;
}

/// How much more light than wanted, as a share of it.
Plot lightOffPlot(const VisitRecord &r, const GrayTracking &t)
{
    Plot p;
    p.title = said(say("plot-light-off"));
    const double white = r.calibrated.white.b, black = r.calibrated.black.b;
    const ToneCurve tone = r.plan.target.tone.withBlack(white > 0 ? black / white : 0);
    Series off{said(say("series-grays")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    double reach = 3;
    for (const GrayStep &s : t.steps) {
        const double wanted = black + (white - black) * tone.value(s.drive);
        if (wanted > 0 && s.xyz.b > 0) {
            const double percent = 100 * (s.xyz.b / wanted - 1);
            off.points.push_back({100 * s.drive, percent, {}, said(say("point-light-off", decimal(100 * s.drive, 0), decimal(percent, 2)))});
            reach = std::max(reach, 1.15 * std::abs(percent));
        }
    }
    p.x = driveAxis();
    p.y = about(said(say("axis-more-light")), "%", reach, reach < 10 ? 1 : 0);
    p.series.push_back(std::move(off));
    return p;
}

/// White through the visit, from the first one that counts after the last turn of menu or ramps on: percent of the last.
Plot meanwhilePlot(const VisitRecord &r)
{
    Plot p;
    p.title = said(say("plot-meanwhile"));
    Series line{said(say("series-white")), {}, Stroke::Solid, 1, Ink::Strong, Mark::Square};
    std::vector<const Measurement *> whites;
    for (const Measurement &m : r.readings) {
        if (m.mode == ReadMode::Emission && !m.superseded && m.rgb == Drive{1, 1, 1} && m.xyz.b > 0) {
            whites.push_back(&m);
        }
    }
    // Of several states the last, where all that is judged was read.
    const int last = whites.empty() ? 0 : whites.back()->state;
    std::erase_if(whites, [last](const Measurement *m) { return m->state != last; });
    // Where a visit was gone on with, its bench's clock began anew: what lies before is of another time.
    for (size_t i = whites.size(); i-- > 1;) {
        if (whites[i]->t < whites[i - 1]->t) {
            whites.erase(whites.begin(), whites.begin() + long(i));
            break;
        }
    }
    if (whites.size() < 2) {
        return p;
    }
    double reach = 0.5;
    const double end = std::max(0.5, (whites.back()->t - whites.front()->t) / 60);
    for (const Measurement *m : whites) {
        const double percent = 100 * (m->xyz.b / whites.back()->xyz.b - 1), uv = uvDistance(chromaticity(m->xyz), chromaticity(whites.back()->xyz));
        line.points.push_back(
            {(m->t - whites.front()->t) / 60, percent, 200 * m->sigma.b / m->xyz.b,
             said(say("point-stability", decimal((m->t - whites.front()->t) / 60, 1), decimal(m->xyz.b, 1), decimal(percent, 2), decimal(uv, 4)))});
        reach = std::max(reach, 1.2 * std::abs(percent));
    }
    p.x = {said(say("axis-minutes")), "", 0, end, ticksBetween(0, end), end < 3 ? 1 : 0};
    p.y = about(said(say("axis-from-last")), "", reach, 1);
    p.series.push_back(std::move(line));
    return p;
}

/// The verified colours' parts in CIELAB, the worst first.
Plot partsPlot(const VisitRecord &r)
{
    Plot p;
    p.title = said(say("plot-parts"));
    std::vector<const VerifiedColour *> sorted;
    for (const VerifiedColour &c : r.verification.colours) {
        sorted.push_back(&c);
    }
    std::sort(sorted.begin(), sorted.end(), [](const auto *a, const auto *b) { return a->deltaE > b->deltaE; });
    static constexpr std::array<const char *, 3> kParts{"ΔL*", "ΔC*", "ΔH*"};
    static constexpr std::array<Mark, 3> kMarks{Mark::Square, Mark::Ring, Mark::Cross};
    double reach = 1;
    for (size_t part = 0; part < 3; ++part) {
        Series s{kParts[part], {}, Stroke::None, 1, Ink::Strong, kMarks[part]};
        for (size_t i = 0; i < sorted.size(); ++i) {
            const LabParts d = labParts(sorted[i]->colour.wanted, sorted[i]->measured);
            const double v = part == 0 ? d.lightness : (part == 1 ? d.chroma : d.hue);
            s.points.push_back({double(i) + 0.5, v, {}, said(say("point-part", patchNamed(sorted[i]->colour.name), kParts[part], decimal(v, 2)))});
            reach = std::max(reach, 1.15 * std::abs(v));
        }
        p.legend.push_back(said(say(part == 0 ? "legend-square" : (part == 1 ? "legend-ring" : "legend-cross"), kParts[part])));
        p.series.push_back(std::move(s));
    }
    p.x = {said(say("axis-colours-worst-first")), "", 0, double(std::max<size_t>(sorted.size(), 1)), {}, 0};
    p.y = about(said(say("axis-cielab")), "", reach, 1);
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

/// How many colours are how far off, and what 95 % of all others are within.
Plot howManyPlot(const VisitRecord &r)
{
    Plot p;
    p.title = said(say("plot-how-many"));
    // The bound is of CIEDE2000, and means nothing on another formula's scale.
    const double bound = r.verification.metric == Metric::Ciede2000 ? mostColoursWithin(r.verification) : std::nan("");
    const double most = std::max({r.verification.max, std::isfinite(bound) ? bound : 0, 0.5});
    constexpr int kBins = 16;
    const double width = std::max(0.1, std::ceil(10 * most / (kBins - 1)) / 10);
    std::array<int, kBins + 1> counts{};
    for (const VerifiedColour &c : r.verification.colours) {
        ++counts[size_t(std::min(kBins, int(c.deltaE / width)))];
    }
    Series outline{said(say("series-colours")), {}, Stroke::Solid, 1.2, Ink::Strong, Mark::None};
    int top = 1;
    for (int i = 0; i <= kBins; ++i) {
        const double from = i * width;
        const std::string words =
            counts[size_t(i)] > 0 ? said(say("point-how-many", say("count-colours", counts[size_t(i)]), decimal(from, 1), decimal(from + width, 1)))
                                  : std::string();
        outline.points.push_back({from, double(counts[size_t(i)]), {}, words});
        outline.points.push_back({from + width, double(counts[size_t(i)]), {}, {}});
        top = std::max(top, counts[size_t(i)]);
    }
    const double end = width * (kBins + 1);
    p.x = {metricUnit(r.verification.metric), "", 0, end, ticksBetween(0, end), 1};
    p.y = {said(say("series-colours")), "", 0, 1.5 * top, ticksBetween(0, 1.5 * top), 0};
    std::erase_if(p.y.ticks, [](double t) { return t != std::floor(t); });
    p.series.push_back(std::move(outline));
    if (std::isfinite(bound)) {
        p.series.push_back({said(say("series-bound")),
                            {{bound, 0, {}, said(say("point-bound", decimal(bound, 2)))}, {bound, 1.2 * top, {}, {}}},
                            Stroke::Dashed,
                            1.2,
                            Ink::Soft,
                            Mark::None});
        p.legend = {said(say("legend-dashed", say("series-bound")))};
        p.legendAt = Plot::Legend::TopLeft;
    }
    return p;
}

/// The gamut with what its lines are; how much of each space it shows is said beside.
Plot gamutAlonePlot(const VisitRecord &r)
{
    Plot p = gamutPlot(r);
    constexpr size_t kLines = 3;
    p.legend.resize(std::min(kLines, p.legend.size()));
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

/// What an instrument leaves open of white, in x and y each by itself, as an outline.
Series openOutline(const std::string &name, const Chromaticity &white, double x, double y, Stroke stroke)
{
    Series s{name, {}, stroke, 1.2, Ink::Soft, Mark::None, true};
    constexpr int kPoints = 48;
    for (int k = 0; k < kPoints; ++k) {
        const double angle = 2 * std::numbers::pi * k / kPoints;
        s.points.push_back(chromaticityPoint({white.x + x * std::cos(angle), white.y + y * std::sin(angle)}, false));
    }
    return s;
}

/// White about its target, with how surely it is known in both scopes.
Plot whiteKnownPlot(const VisitRecord &r)
{
    Plot p = r.plan.earlier ? thenAndNowPlot(r) : whiteAboutTargetPlot(r);
    const Chromaticity white = chromaticity(r.calibrated.white);
    double reach = (p.x.to - p.x.from) / 2;
    const double u = (p.x.from + p.x.to) / 2, v = (p.y.from + p.y.to) / 2;
    for (const auto &[code, x, y, stroke] :
         {std::tuple{"series-open-instrument", r.doubt.whiteX.instrument, r.doubt.whiteY.instrument, Stroke::Dotted},
          std::tuple{"series-open-observer", r.doubt.whiteX.absolute, r.doubt.whiteY.absolute, Stroke::Solid}}) {
        if (x > 0 && y > 0) {
            p.series.push_back(openOutline(said(say(code)), white, x, y, stroke));
            for (const Point &q : p.series.back().points) {
                reach = std::max(reach, 1.1 * std::max(std::abs(q.x - u), std::abs(q.y - v)));
            }
        }
    }
    p.x = {"u′", "", u - reach, u + reach, ticksBetween(u - reach, u + reach), 3};
    p.y = {"v′", "", v - reach, v + reach, ticksBetween(v - reach, v + reach), 3};
    if (const std::vector<double> all = p.x.ticks; all.size() > 3) { // narrow as it is, it has room for every other one
        p.x.ticks.clear();
        for (size_t i = 0; i < all.size(); i += 2) {
            p.x.ticks.push_back(all[i]);
        }
    }
    p.legend = {said(say("legend-dashed", say("short-tolerance"))), said(say("legend-dotted", say("short-instrument"))),
                said(say("legend-solid", say("short-observer")))};
    p.legendAt = Plot::Legend::Beside;
    return p;
}

Plot gamutXyPlot(const VisitRecord &r)
{
    Plot p = chromaticityPlot(said(say("plot-gamut-xy")), true);
    for (const auto &[space, stroke] : {std::pair{"sRGB", Stroke::Dashed}, std::pair{"Display P3", Stroke::Dotted}}) {
        Series s = trianglePlot(space, rgbSpace(space)->primaries, true);
        s.stroke = stroke;
        s.width = 1.2;
        s.ink = Ink::Soft;
        p.legend.push_back(said(say(stroke == Stroke::Dashed ? "legend-dashed" : "legend-dotted", space)));
        p.series.push_back(std::move(s));
    }
    const Primaries &c = r.calibrated;
    const std::string own = said(say("series-this-display"));
    p.series.push_back(trianglePlot(own, {chromaticity(c.red), chromaticity(c.green), chromaticity(c.blue)}, true, true, own));
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

Series rampSeries(size_t channel)
{
    static constexpr std::array<const char *, 3> kNames{"red", "green", "blue"};
    return {said(say("patch-named", kNames[channel])),
            {},
            channel == 0 ? Stroke::Solid : (channel == 1 ? Stroke::Dashed : Stroke::Dotted),
            1.2,
            Ink::Strong,
            Mark::None};
}

/// What ramps change, in percent of drive, or the ramps themselves.
Plot rampsPlot(const Ramps &ramps, bool change)
{
    Plot p;
    p.title = said(say(change ? "plot-ramps-change" : "plot-ramps-all"));
    p.x = driveAxis();
    double reach = 1;
    for (size_t c = 0; c < 3; ++c) {
        Series s = rampSeries(c);
        const auto &list = ramps.channel(int(c));
        for (size_t i = 0; i < list.size(); ++i) {
            const double drive = 100 * double(i) / double(list.size() - 1), out = 100 * list[i] - (change ? drive : 0);
            s.points.push_back({drive, out, {}, said(say("point-ramp-drive", s.name, decimal(drive, 1), decimal(out, 2)))});
            reach = std::max(reach, 1.15 * std::abs(out));
        }
        p.legend.push_back(said(say(c == 0 ? "legend-solid" : (c == 1 ? "legend-dashed" : "legend-dotted"), s.name)));
        p.series.push_back(std::move(s));
    }
    p.y = change ? about(said(say("axis-more-drive")), "%", reach, 1) : Axis{said(say("axis-behind-ramps")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
    p.legendAt = change ? Plot::Legend::BottomRight : Plot::Legend::TopLeft;
    return p;
}

/// Steps of the frame buffer as the LUT hands them on, in its own codes: 0 where two become one, which shows as a band.
Plot bandsPlot(const VisitRecord &r)
{
    Plot p;
    p.title = said(say("plot-bands"));
    const int in = std::clamp(r.display.bits, 1, 10), out = r.display.lut ? r.display.lut->bits : 8;
    const double codes = std::ldexp(1.0, in) - 1, top = std::ldexp(1.0, out) - 1;
    p.x = driveAxis();
    double most = 2;
    int lost = 0;
    for (size_t c = 0; c < 3; ++c) {
        Series s = rampSeries(c);
        Series none{said(say("series-lost")), {}, Stroke::None, 1, Ink::Strong, Mark::Cross};
        double before = 0;
        for (int i = 0; i <= int(codes); ++i) {
            const double v = throughRamps(r.ramps, {i / codes, i / codes, i / codes}, in, out).vec()[long(c)];
            const double step = std::round((v - before) * top);
            before = v;
            if (i == 0) {
                continue;
            }
            const std::string words = said(say("point-band", s.name, decimal(100 * i / codes, 1), decimal(step, 0)));
            s.points.push_back({100 * i / codes, step, {}, words});
            if (step <= 0) {
                none.points.push_back({100 * i / codes, step, {}, words});
                ++lost;
            }
            most = std::max(most, step);
        }
        p.series.push_back(std::move(s));
        p.series.push_back(std::move(none));
    }
    p.y = {said(say("axis-lut-steps")), "", 0, 1.5 * most, ticksBetween(0, 1.5 * most), 0};
    p.legend = {lost > 0 ? said(say("legend-steps-lost", say("count-steps-lost", lost))) : said(say("legend-no-step-lost"))};
    p.legendAt = Plot::Legend::TopLeft;
    return p;
}

/// How far white went from where it was first, along u' and v'.
Plot whiteYearsPlot(const std::vector<HistoryEntry> &entries, WallTime now)
{
    const auto first = std::find_if(entries.begin(), entries.end(), [](const HistoryEntry &e) { return e.white.has_value(); });
    const Uv from = first == entries.end() ? Uv{} : uvOf(*first->white);
    return yearsPlot(entries, now, said(say("plot-white-years")), said(say("thousandths")), 1,
                     {{"Δu′", [from](const HistoryEntry &e) { return e.white ? std::optional(1000 * (uvOf(*e.white).u - from.u)) : std::nullopt; }},
                      {"Δv′", [from](const HistoryEntry &e) { return e.white ? std::optional(1000 * (uvOf(*e.white).v - from.v)) : std::nullopt; }}});
}

Plot coverageYearsPlot(const std::vector<HistoryEntry> &entries, WallTime now)
{
    return yearsPlot(entries, now, said(say("plot-coverage-years")), "%", 1,
                     {{"sRGB", [](const HistoryEntry &e) { return e.coverageSrgb; }},
                      {"Adobe RGB (1998)", [](const HistoryEntry &e) { return e.coverageAdobe; }}});
}

bool anyPoint(const Plot &p)
{
    return !p.bars.empty() || std::any_of(p.series.begin(), p.series.end(), [](const Series &s) { return !s.points.empty(); });
}

} // namespace

std::vector<Plot> evidencePlots(const VisitRecord &r, EvidenceOf what)
{
    const bool white = r.calibrated.white.b > 0, grays = white && !r.gray.grays.empty(), colours = !r.verification.colours.empty();
    std::vector<Plot> all;
    switch (what) {
    case EvidenceOf::Grays:
        if (grays) {
            const GrayTracking t = trackingOf(r);
            all = {grayPlot(r), balancePlot(t), grayWayPlot(r, t), tonePlot(r)};
        }
        break;
    case EvidenceOf::Light:
        if (grays) {
            const GrayTracking t = trackingOf(r);
            all = {lightPlot(r, t), lightOffPlot(r, t), tonePlot(r)};
        }
        all.push_back(meanwhilePlot(r));
        break;
    case EvidenceOf::Colours:
        if (colours) {
            all = {coloursPlot(r), partsPlot(r), howManyPlot(r)};
        }
        if (white) {
            all.push_back(gamutAlonePlot(r));
        }
        break;
    case EvidenceOf::White:
        if (white) {
            all = {whiteKnownPlot(r), gamutAlonePlot(r), gamutXyPlot(r), meanwhilePlot(r)};
        }
        break;
    case EvidenceOf::Ramps:
        if (!r.ramps.empty()) {
            all = {rampsPlot(r.ramps, false), rampsPlot(r.ramps, true), bandsPlot(r)};
        }
        break;
    }
    std::erase_if(all, [](const Plot &p) { return !anyPoint(p); });
    return all;
}

std::vector<Plot> yearsEvidence(const std::vector<HistoryEntry> &entries, WallTime now, std::optional<double> limit, const DisplayAgeing *ageing)
{
    std::vector<Plot> all{luminanceYearsPlot(entries, now, ageing), differenceYearsPlot(entries, now, limit), whiteYearsPlot(entries, now),
                          coverageYearsPlot(entries, now)};
    std::erase_if(all, [](const Plot &p) { return !anyPoint(p); });
    return all;
}

} // namespace lamp
