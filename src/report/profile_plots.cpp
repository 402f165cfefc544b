// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/profile_plots.h"

#include "base/text.h"
#include "colour/spaces.h"
#include "report/visit_plots.h"
#include "words/words.h"

#include <functional>

namespace lamp {

using namespace plot;

namespace {

struct Channel {
    const char *name;
    Stroke stroke; ///< channels are told apart by their lines, since the interface adds no colour
};
constexpr std::array<Channel, 3> kChannels{{{"red", Stroke::Solid}, {"green", Stroke::Dashed}, {"blue", Stroke::Dotted}}};

/// Three curves over the drive; every fifteenth of 256 values is read out.
template <typename At> Plot curves(const char *title, const char *axis, const char *point, const At &at)
{
    Plot p;
    p.title = said(say(title));
    p.x = {said(say("axis-drive")), "%", 0, 100, {0, 25, 50, 75, 100}, 0};
    p.y = {said(say(axis)), "%", 0, 100, {0, 50, 100}, 0};
    if (at) {
        for (size_t c = 0; c < 3; ++c) {
            Series s{said(say(kChannels[c].name)), {}, kChannels[c].stroke, 1.4, Ink::Strong};
            for (int i = 0; i <= 255; ++i) {
                const double v = i / 255.0, y = at(c, size_t(i));
                s.points.push_back(
                    {100 * v,
                     100 * y,
                     {},
                     i % 15 == 0 ? said(say(point, say(kChannels[c].name), decimal(100 * v, 0), decimal(100 * y, 1))) : std::string()});
            }
            p.series.push_back(std::move(s));
        }
        p.legend = {said(say("legend-solid", say("red"))), said(say("legend-dashed", say("green"))), said(say("legend-dotted", say("blue")))};
        p.legendAt = Plot::Legend::TopLeft;
    }
    return p;
}

using Curve = std::function<double(size_t, size_t)>;

} // namespace

Plot profileGamutPlot(const Inspection &seen, bool xy)
{
    Plot p = chromaticityPlot(said(say("plot-primaries")), xy);
    Series srgb = trianglePlot("sRGB", rgbSpace("sRGB")->primaries, xy);
    srgb.stroke = Stroke::Dashed;
    srgb.width = 1.2;
    srgb.ink = Ink::Soft;
    p.series.push_back(std::move(srgb));
    if (seen.facts) {
        Series own = trianglePlot(said(say("series-this-profile")), seen.facts->primaries, xy, true);
        p.series.push_back(std::move(own));
        if (const auto &w = seen.facts->white) {
            p.series.push_back({said(say("series-white")), {chromaticityPoint(*w, xy, whiteReadOut(*w))}, Stroke::None, 1, Ink::Strong, Mark::Ring});
        }
    }
    p.legend = {said(say("legend-solid", say("series-this-profile"))), said(say("legend-dashed", "sRGB")),
                said(say("legend-ring", say("series-white")))};
    p.legendAt = Plot::Legend::BottomLeft;
    return p;
}

Plot profileTonePlot(const Inspection &seen)
{
    return curves("plot-profile-tone", "axis-light", "point-light",
                  seen.tone[0].empty() ? Curve() : Curve([&](size_t c, size_t i) { return seen.tone[c][i]; }));
}

Plot profileRampsPlot(const Inspection &seen)
{
    const auto ramps = seen.profile ? seen.profile->ramps(256) : std::nullopt;
    Plot p = curves("plot-ramps", "axis-behind-ramps", "point-ramp",
                    ramps ? Curve([&](size_t c, size_t i) { return ramps->channel(int(c))[i]; }) : Curve());
    p.empty = said(say("plot-no-ramps"));
    return p;
}

Plot screeningPlot(const Screening &s)
{
    Plot p = chromaticityPlot(said(say("plot-primaries-many")));
    for (size_t i = 0; i < s.profiles.size(); ++i) {
        const ScreenedProfile &one = s.profiles[i];
        Series own = trianglePlot(one.name, one.primaries, false, true, one.name);
        own.width = int(i) == s.recommended ? 2.4 : 1.2;
        own.stroke = one.odd() ? Stroke::Dashed : Stroke::Solid;
        p.series.push_back(std::move(own));
        p.series.push_back(
            {said(say("series-white-of", one.name)),
             {chromaticityPoint(one.white, false, said(say("point-white-of", one.name, decimal(one.white.x, 4), decimal(one.white.y, 4))))},
             Stroke::None,
             1,
             Ink::Strong,
             Mark::Ring});
    }
    p.legend = {said(say("legend-thick")), said(say("legend-stands-apart")), said(say("legend-rings-whites"))};
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

} // namespace lamp
