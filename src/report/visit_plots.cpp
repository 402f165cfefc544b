// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/visit_plots.h"

#include "colour/spaces.h"
#include "colour/spectrum.h"
#include "report/plot_axes.h"
#include "words/words.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace lamp {

using namespace plot;

namespace {

constexpr std::array<const char *, 3> kPrimaryNames{"red", "green", "blue"};

} // namespace

bool limitsDrawn(const VisitRecord &r)
{
    return r.plan.tolerance.metric == Metric::Ciede2000;
}

std::array<int, 3> screenCodes(const Lab &lab)
{
    static const Eigen::Matrix3d fromPcs = (adaptation(whiteOf(rgbSpace("sRGB")->white), iccD50()) * rgbSpace("sRGB")->toXyz()).inverse();
    const Eigen::Vector3d linear = fromPcs * xyzOf(lab, iccD50()).vec();
    const ToneCurve srgb{ToneKind::Srgb};
    std::array<int, 3> codes{};
    for (int c = 0; c < 3; ++c) {
        codes[size_t(c)] = int(std::lround(255 * srgb.inverse(std::clamp(linear[c], 0.0, 1.0))));
    }
    return codes;
}

Plot thenAndNowPlot(const VisitRecord &r)
{
    Plot p = whiteAboutTargetPlot(r);
    p.title = said(say("plot-then-and-now"));
    p.legend = {said(say("legend-cross", said(say("series-target-white"))))};
    if (r.plan.earlier && hasColour(r.plan.earlier->white)) {
        p.legend.push_back(said(say("legend-white-then", Day{r.plan.earlier->at}, decimal(r.plan.earlier->white.b, 1))));
    }
    p.legend.push_back(said(say("legend-white-now", decimal(r.calibrated.white.b, 1))));
    p.legend.push_back(said(say("legend-tolerance-of", decimal(r.plan.tolerance.whiteDeltaE, 1))));
    p.legendAt = Plot::Legend::Beside;
    return p;
}

Plot grayPlot(const VisitRecord &r)
{
    const double limit = limitsDrawn(r) ? r.plan.tolerance.grayMax : 0;
    Plot p;
    p.title = said(say("plot-gray"));
    p.x = driveAxis();
    p.y = differenceAxis(std::max(r.gray.max, limit) * 1.1);
    if (limit > 0) {
        p.band = {0, limit};
        p.limits = {{limit, said(say("limit-of", decimal(limit, 1)))}};
    }
    Series s{said(say("series-grays")), {}, Stroke::Solid, 1.2, Ink::Soft, Mark::Square};
    for (const GrayResult &g : r.gray.grays) {
        s.points.push_back(
            {100 * g.drive, g.deltaE, {}, said(say("point-gray", decimal(100 * g.drive, 0), decimal(g.deltaE, 2), decimal(g.xyz.b, 2)))});
    }
    p.series.push_back(std::move(s));
    return p;
}

Plot tonePlot(const VisitRecord &r)
{
    const XYZ &white = r.calibrated.white, &black = r.calibrated.black;
    const ToneCurve tone = r.plan.target.tone.withBlack(white.b > 0 ? black.b / white.b : 0);
    Series wanted{said(say("series-target")), {}, Stroke::Dashed, 1.2, Ink::Strong},
        read{said(say("series-read")), {}, Stroke::None, 1, Ink::Strong, Mark::Square};
    double low = 9, high = 0;
    for (double v = 0.04; v < 0.98; v += 0.02) {
        const double gamma = gammaAt(v, tone.value(v));
        wanted.points.push_back({100 * v, gamma, {}, {}});
        low = std::min(low, v > 0.05 ? gamma : low);
        high = std::max(high, v > 0.05 ? gamma : high);
    }
    for (const GrayResult &g : r.gray.grays) {
        if (g.gamma > 0) {
            low = std::min(low, g.gamma);
            high = std::max(high, g.gamma);
            read.points.push_back(
                {100 * g.drive,
                 g.gamma,
                 {},
                 said(say("point-tone", decimal(100 * g.drive, 0), decimal(g.gamma, 3), decimal(gammaAt(g.drive, tone.value(g.drive)), 3)))});
        }
    }
    Plot p;
    p.title = said(say("plot-tone"));
    p.x = driveAxis();
    const double from = std::floor(low * 5 - 0.5) / 5, to = std::ceil(high * 5 + 0.5) / 5;
    p.y = {"ln Y / ln v", "", from, to, {from, (from + to) / 2, to}, 2};
    p.series = {wanted, read};
    p.legend = {said(say("legend-dashed-target", tone.named()))};
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

Plot coloursPlot(const VisitRecord &r)
{
    const auto &colours = r.verification.colours;
    const Tolerance &limits = r.plan.tolerance;
    Plot p;
    p.title = said(say("plot-colours"));
    p.x = {said(say("axis-colours")), "", 0, double(std::max<size_t>(colours.size(), 1)), {}, 0};
    const bool drawn = limitsDrawn(r);
    p.y = differenceAxis(std::max(r.verification.max, drawn ? limits.mean : 0) * 1.15);
    for (size_t i = 0; i < colours.size(); ++i) {
        const VerifiedColour &c = colours[i];
        p.bars.push_back({double(i) + 0.5, c.deltaE, screenCodes(c.colour.wanted), c.k2.instrument,
                          said(say("point-colour", patchNamed(c.colour.name), decimal(c.deltaE, 2), decimal(c.k2.instrument, 2)))});
    }
    if (drawn) {
        p.limits = {{limits.mean, said(say("limit-mean", decimal(limits.mean, 1)))},
                    {limits.max, said(say("limit-largest", decimal(limits.max, 1)))}};
    }
    p.limits.push_back({r.verification.mean, said(say("mean-of", decimal(r.verification.mean, 2))), Stroke::Solid, true});
    return p;
}

Plot whitePlot(const Chromaticity &white, const std::optional<Chromaticity> &own)
{
    Plot p;
    p.title = said(say("plot-white"));
    p.square = true;
    const Uv at = uvOf(white);
    const double u0 = std::min(0.16, at.u - 0.02), u1 = std::max(0.28, at.u + 0.02), v0 = std::min(0.43, at.v - 0.02),
                 v1 = std::max(0.57, at.v + 0.04);
    p.x = {"u′", "", u0, u1, ticksBetween(u0, u1), 2};
    p.y = {"v′", "", v0, v1, ticksBetween(v0, v1), 2};
    std::erase_if(p.x.ticks, [](double t) { return std::fmod(std::lround(100 * t), 4) != 0; }); // it is small
    const auto inside = [&](const Chromaticity &c) {
        const Uv uv = uvOf(c);
        return uv.u >= u0 && uv.u <= u1 && uv.v >= v0 && uv.v <= v1;
    };
    Series daylight{said(say("series-daylight")), {}, Stroke::Solid, 1.2, Ink::Soft},
        planck{said(say("series-planck")), {}, Stroke::Dotted, 1.2, Ink::Soft};
    for (double mired = 40; mired <= 400; mired += 6) { // equal steps along the loci, about
        const double kelvin = 1e6 / mired;
        for (const bool sky : {true, false}) {
            const WhiteTarget w{sky ? WhiteTarget::Kind::Daylight : WhiteTarget::Kind::Planckian, kelvin, "", {}};
            if (const auto c = sky && kelvin < 4000 ? std::nullopt : w.chromaticity(); c && inside(*c)) {
                (sky ? daylight : planck).points.push_back(chromaticityPoint(*c, false, said(say("kelvin", decimal(kelvin, 0)))));
            }
        }
    }
    p.series = {std::move(planck), std::move(daylight)};
    if (own && inside(*own)) {
        p.series.push_back(
            {said(say("series-white-own")), {chromaticityPoint(*own, false, whiteReadOut(*own))}, Stroke::None, 1, Ink::Strong, Mark::Ring});
    }
    p.series.push_back(
        {said(say("series-target-white")), {chromaticityPoint(white, false, whiteReadOut(white))}, Stroke::None, 1, Ink::Strong, Mark::Cross});
    p.legend = {said(say("legend-cross", said(say("series-target-white"))))}; // the loci are told by reading them out
    if (own) {
        p.legend.push_back(said(say("legend-ring", said(say("series-white-own")))));
    }
    p.legendAt = Plot::Legend::TopLeft;
    return p;
}

Plot whiteAboutTargetPlot(const VisitRecord &r)
{
    const Chromaticity target = r.targetWhite(), is = chromaticity(r.calibrated.white);
    const Uv aim = uvOf(target), at = uvOf(is);
    const double limit = r.plan.tolerance.whiteDeltaE;
    // The outline of equal differences, by halving along each direction.
    Series allowed{said(say("series-tolerance")), {}, Stroke::Dashed, 1.2, Ink::Soft, Mark::None, true};
    constexpr int kDirections = 48;
    double reach = std::hypot(at.u - aim.u, at.v - aim.v);
    const bool then = r.plan.earlier && hasColour(r.plan.earlier->white);
    if (then) {
        const Uv was = uvOf(chromaticity(r.plan.earlier->white));
        reach = std::max(reach, std::hypot(was.u - aim.u, was.v - aim.v));
    }
    for (int k = 0; k < kDirections; ++k) {
        const double angle = 2 * std::numbers::pi * k / kDirections;
        const auto along = [&](double d) { return xyOf({aim.u + d * std::cos(angle), aim.v + d * std::sin(angle)}); };
        double low = 0, high = 0.05;
        for (int i = 0; i < 20; ++i) {
            const double middle = (low + high) / 2;
            (whiteDifference(xyzOf(along(middle), 100), target) < limit ? low : high) = middle;
        }
        allowed.points.push_back(chromaticityPoint(along(low), false));
        reach = std::max(reach, low);
    }
    Plot p;
    p.title = said(say("white"));
    p.square = true;
    const double span = 1.25 * reach;
    p.x = axisAbout("u′", "", aim.u - span, aim.u + span, 0, 3);
    p.y = axisAbout("v′", "", aim.v - span, aim.v + span, 0, 3);
    const double step = span > 0.012 ? 0.01 : (span > 0.006 ? 0.005 : 0.002);
    for (Axis *axis : {&p.x, &p.y}) {
        axis->ticks.clear();
        for (double t = std::ceil(axis->from / step) * step; t <= axis->to; t += step) {
            axis->ticks.push_back(t);
        }
    }
    if (p.x.ticks.size() > 2) { // narrow as it is, it has room for two
        p.x.ticks = {p.x.ticks.front(), p.x.ticks.back()};
    }
    const std::string read = said(say("series-white"));
    p.series = {
        std::move(allowed),
        {said(say("series-target-white")), {chromaticityPoint(target, false, whiteReadOut(target))}, Stroke::None, 1, Ink::Strong, Mark::Cross},
        {read, {chromaticityPoint(is, false, whiteReadOut(is))}, Stroke::None, 1, Ink::Strong, Mark::Ring}};
    if (then) {
        const Chromaticity was = chromaticity(r.plan.earlier->white);
        p.series.push_back({said(say("series-white-then")),
                            {chromaticityPoint(was, false, whiteReadOut(was)), chromaticityPoint(is, false, {})},
                            Stroke::Dotted,
                            1.2,
                            Ink::Soft,
                            Mark::None});
        p.series.push_back(
            {said(say("series-white-then")), {chromaticityPoint(was, false, whiteReadOut(was))}, Stroke::None, 1, Ink::Strong, Mark::Square});
    }
    return p;
}

Plot chromaticityPlot(const std::string &title, bool xy)
{
    Plot p;
    p.title = title;
    p.square = true;
    const double to = xy ? 0.85 : 0.65;
    const std::vector<double> marks = xy ? std::vector<double>{0, 0.2, 0.4, 0.6, 0.8} : std::vector<double>{0, 0.2, 0.4, 0.6};
    p.x = {xy ? "x" : "u′", "", 0, to, marks, 1};
    p.y = {xy ? "y" : "v′", "", 0, to, marks, 1};
    Series locus{said(say("series-locus")), {}, Stroke::Solid, 1.4, Ink::Faint};
    locus.closed = true;
    const ColourMatching &cmf = colourMatching(Observer::Cie1931_2deg);
    for (int i = 4; i <= 64; ++i) {
        locus.points.push_back(chromaticityPoint(chromaticity(XYZ(cmf.xyz[size_t(i)])), xy));
    }
    p.series.push_back(std::move(locus));
    return p;
}

Point chromaticityPoint(const Chromaticity &c, bool xy, std::string text)
{
    const Uv uv = uvOf(c);
    return {xy ? c.x : uv.u, xy ? c.y : uv.v, {}, std::move(text)};
}

Series trianglePlot(const std::string &name, const std::array<Chromaticity, 3> &primaries, bool xy, bool readOut, const std::string &of)
{
    Series s{name, {}, Stroke::Solid, 2, Ink::Strong};
    s.closed = true;
    for (size_t c = 0; c < 3; ++c) {
        const Uv uv = uvOf(primaries[c]);
        s.points.push_back(
            chromaticityPoint(primaries[c], xy,
                              !readOut ? std::string()
                                       : said(say("point-primary", listed({verbatim(of), say(kPrimaryNames[c])}), decimal(primaries[c].x, 4),
                                                  decimal(primaries[c].y, 4), decimal(uv.u, 4), decimal(uv.v, 4)))));
    }
    return s;
}

std::string whiteReadOut(const Chromaticity &c)
{
    const Uv uv = uvOf(c);
    return said(say("point-white", decimal(c.x, 4), decimal(c.y, 4), decimal(uv.u, 4), decimal(uv.v, 4)));
}

Plot gamutPlot(const VisitRecord &r)
{
    Plot p = chromaticityPlot(said(say("plot-gamut")));
    for (const auto &[space, stroke] : {std::pair{"sRGB", Stroke::Dashed}, std::pair{"Adobe RGB (1998)", Stroke::Dotted}}) {
        Series s = trianglePlot(space, rgbSpace(space)->primaries, false);
        s.stroke = stroke;
        s.width = 1.2;
        s.ink = Ink::Soft;
        p.series.push_back(std::move(s));
    }
    const Primaries &c = r.calibrated;
    const std::string own = said(say("series-this-display")), wanted = said(say("series-target-white")), read = said(say("series-white-read"));
    if (c.white.b > 0) {
        p.series.push_back(trianglePlot(own, {chromaticity(c.red), chromaticity(c.green), chromaticity(c.blue)}, false, true, own));
        p.series.push_back({wanted, {chromaticityPoint(r.targetWhite(), false)}, Stroke::None, 1, Ink::Strong, Mark::Cross});
        p.series.push_back(
            {read, {chromaticityPoint(chromaticity(c.white), false, whiteReadOut(chromaticity(c.white)))}, Stroke::None, 1, Ink::Strong, Mark::Ring});
    }
    p.legend = {said(say("legend-solid", own)), said(say("legend-dashed", "sRGB")), said(say("legend-dotted", "Adobe RGB (1998)")),
                said(say("legend-cross", wanted)), said(say("legend-ring", read))};
    for (const char *space : {"sRGB", "Display P3", "Adobe RGB (1998)", "Rec. 2020"}) {
        if (const SpaceCoverage *shown = coverageOf(r.gamut, space)) {
            const bool known = std::isfinite(shown->coverage); // else of an earlier version, which knew the other figure only
            p.legend.push_back(
                said(say(known ? "legend-shows" : "legend-shows-with-black", decimal(known ? shown->coverage : shown->coverageWithBlack, 1), space)));
        }
    }
    p.legendAt = Plot::Legend::Beside;
    return p;
}

} // namespace lamp
