// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/profile_plots.h"

#include "base/text.h"
#include "colour/spaces.h"
#include "report/visit_plots.h"

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
template <typename At> Plot curves(const std::string &title, const std::string &axis, const std::string &what, const At &at)
{
    Plot p;
    p.title = title;
    p.x = {"drive", "%", 0, 100, {0, 25, 50, 75, 100}, 0};
    p.y = {axis, "%", 0, 100, {0, 50, 100}, 0};
    if (at) {
        for (size_t c = 0; c < 3; ++c) {
            Series s{kChannels[c].name, {}, kChannels[c].stroke, 1.4, Ink::Strong};
            for (int i = 0; i <= 255; ++i) {
                const double v = i / 255.0, y = at(c, size_t(i));
                s.points.push_back({100 * v,
                                    100 * y,
                                    {},
                                    i % 15 == 0
                                        ? std::string(kChannels[c].name) + " at " + fixed(100 * v, 0) + " %: " + what + " " + fixed(100 * y, 1) + " %"
                                        : std::string()});
            }
            p.series.push_back(std::move(s));
        }
        p.legend = {"solid: red", "dashed: green", "dotted: blue"};
        p.legendAt = Plot::Legend::TopLeft;
    }
    return p;
}

using Curve = std::function<double(size_t, size_t)>;

} // namespace

Plot profileGamutPlot(const Inspection &seen, bool xy)
{
    Plot p = chromaticityPlot("Primaries and white", xy);
    Series srgb = trianglePlot("sRGB", rgbSpace("sRGB")->primaries, xy);
    srgb.stroke = Stroke::Dashed;
    srgb.width = 1.2;
    srgb.ink = Ink::Soft;
    p.series.push_back(std::move(srgb));
    if (seen.facts) {
        Series own = trianglePlot("this profile", seen.facts->primaries, xy, " ");
        for (Point &point : own.points) {
            point.text.erase(0, 1);
        }
        p.series.push_back(std::move(own));
        if (const auto &w = seen.facts->white) {
            const Uv uv = uvOf(*w);
            p.series.push_back(
                {"white",
                 {chromaticityPoint(*w, xy,
                                    "white: x " + fixed(w->x, 4) + ", y " + fixed(w->y, 4) + "; u′ " + fixed(uv.u, 4) + ", v′ " + fixed(uv.v, 4))},
                 Stroke::None,
                 1,
                 Ink::Strong,
                 Mark::Ring});
        }
    }
    p.legend = {"solid: this profile", "dashed: sRGB", "ring: white"};
    p.legendAt = Plot::Legend::BottomLeft;
    return p;
}

Plot profileTonePlot(const Inspection &seen)
{
    return curves("Tone of each channel", "light", "light",
                  seen.tone[0].empty() ? Curve() : Curve([&](size_t c, size_t i) { return seen.tone[c][i]; }));
}

Plot profileRampsPlot(const Inspection &seen)
{
    const auto ramps = seen.profile ? seen.profile->ramps(256) : std::nullopt;
    Plot p =
        curves("Calibration ramps", "behind the ramps", "to", ramps ? Curve([&](size_t c, size_t i) { return ramps->channel(int(c))[i]; }) : Curve());
    p.empty = "It holds no calibration ramps.";
    return p;
}

Plot screeningPlot(const Screening &s)
{
    Plot p = chromaticityPlot("Primaries and whites in u′v′");
    for (size_t i = 0; i < s.profiles.size(); ++i) {
        const ScreenedProfile &one = s.profiles[i];
        Series own = trianglePlot(one.name, one.primaries, false, one.name + ": ");
        own.width = int(i) == s.recommended ? 2.4 : 1.2;
        own.stroke = one.odd() ? Stroke::Dashed : Stroke::Solid;
        p.series.push_back(std::move(own));
        p.series.push_back({one.name + ", white",
                            {chromaticityPoint(one.white, false, one.name + ": white x " + fixed(one.white.x, 4) + ", y " + fixed(one.white.y, 4))},
                            Stroke::None,
                            1,
                            Ink::Strong,
                            Mark::Ring});
    }
    p.legend = {"thick: recommended", "dashed: stands apart", "rings: whites"};
    p.legendAt = Plot::Legend::BottomRight;
    return p;
}

} // namespace lamp
