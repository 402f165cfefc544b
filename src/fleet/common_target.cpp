// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/common_target.h"

#include "base/json.h"
#include "fleet/target_reach.h"
#include "profile/coverage.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// Share of its luminance that a display has left after some years, with 95 % certainty.
double leftAfter(const std::string &serial, double years, const FleetAgeing &ageing)
{
    double rate = -0.035, sigma = 0.03; // a year (common practice, no published source)
    for (const DisplayAgeing &d : ageing.displays) {
        const auto &f = d.maxLuminance ? d.maxLuminance : d.luminance;
        if (d.serial == serial && f && f->readings > 2 && f->now > 0) {
            rate = f->perYear / f->now;
            sigma = f->perYearK2 / 2 / f->now;
        }
    }
    return std::min(1.0, std::exp(years * (rate - 1.645 * sigma)));
}

Chromaticity whiteOf(const VisitedDisplay &d)
{
    return d.facts().target.white.chromaticity().value_or(chromaticity(d.facts().white));
}

/// The white that costs the group least light, of those that its targets name.
Chromaticity commonWhite(const DisplayGroup &displays)
{
    Chromaticity best = whiteOf(*displays.front());
    double most = -1;
    for (const VisitedDisplay *d : displays) {
        double least = 1e9;
        for (const VisitedDisplay *other : displays) {
            least = std::min(least, menuGain(other->facts()) * reachableAt(other->full(), whiteOf(*d)).luminance / other->full().white.b);
        }
        if (least > most * 1.001) {
            most = least;
            best = whiteOf(*d);
        }
    }
    return best;
}

/// The tone that most of them aim at.
ToneCurve commonTone(const DisplayGroup &displays)
{
    const auto count = [&](const ToneCurve &tone) {
        return std::count_if(displays.begin(), displays.end(), [&](const VisitedDisplay *d) { return d->facts().target.tone.name() == tone.name(); });
    };
    return (*std::max_element(
                displays.begin(), displays.end(),
                [&](const VisitedDisplay *p, const VisitedDisplay *q) { return count(p->facts().target.tone) < count(q->facts().target.tone); }))
        ->facts()
        .target.tone;
}

} // namespace

Result<CommonTarget> commonTarget(const DisplayGroup &displays, double months, const FleetAgeing &ageing)
{
    CommonTarget common;
    common.months = months;
    Target &t = common.target;
    t.name = "common";
    t.tone = commonTone(displays);
    t.white.kind = WhiteTarget::Kind::Xy;
    t.white.xy = commonWhite(displays);
    double wanted = 0, least = 1e9;
    for (const VisitedDisplay *d : displays) {
        wanted = std::max(wanted, d->facts().target.luminance.value().value_or(0));
        const Reachable r = reachableAt(d->full(), t.white.xy);
        CommonLoss loss{d->facts().serial, r.luminance * menuGain(d->facts()), 0, menuGain(d->facts()) > 1.001, 0, 0, 0};
        loss.mostThen = loss.most * leftAfter(loss.serial, months / 12, ageing);
        if (loss.mostThen < least) {
            least = loss.mostThen;
            common.weakest = loss.serial;
        }
        common.loses.push_back(loss);
    }
    common.limited = wanted > 0 && least < wanted;
    t.luminance.cdM2 = std::floor(10 * (wanted > 0 ? std::min(wanted, least) : least)) / 10;
    if (!(t.luminance.cdM2 >= 1)) {
        return Error{ErrorKind::Input, say("no-common-target"), {}, say("leave-weakest-out", common.weakest), "common", false};
    }
    std::vector<const Profile *> profiles;
    std::transform(displays.begin(), displays.end(), std::back_inserter(profiles), [](const VisitedDisplay *d) { return &d->profile(); });
    const std::vector<double> own = sharedOfEach(profiles), shared = sharedCoverage(profiles, rgbSpaces());
    for (size_t i = 0; i < displays.size(); ++i) {
        CommonLoss &loss = common.loses[i];
        loss.luminancePercent = std::max(0.0, 100 * (1 - t.luminance.cdM2 / loss.most));
        loss.gamutPercent = std::max(0.0, 100 - own[i]);
        Reachable r = reachableAt(displays[i]->full(), t.white.xy);
        // Brightness takes off what it can; only what is left is for the ramps.
        const double byRamps = hasBrightness(displays[i]->facts()) ? 1 : std::min(1.0, t.luminance.cdM2 / r.luminance);
        r.share = byRamps * r.share;
        loss.levels = levelsLost(r.share);
    }
    for (size_t i = 0; i < shared.size(); ++i) {
        common.sharedCoverage.emplace_back(rgbSpaces()[i].name, shared[i]);
    }
    return common;
}

std::string commonTargetToJson(const CommonTarget &common)
{
    using Json = nlohmann::json;
    const auto rounded = [](double v) { return std::isfinite(v) ? Json(withFigures(v, 5)) : Json(nullptr); };
    Json loses = Json::array(), shared = Json::object();
    for (const CommonLoss &l : common.loses) {
        loses.push_back({{"serial", l.serial},
                         {"luminance_percent", rounded(l.luminancePercent)},
                         {"levels", l.levels},
                         {"gamut_percent", rounded(l.gamutPercent)},
                         {"most_cd_m2", rounded(l.most)},
                         {"most_then_cd_m2", rounded(l.mostThen)},
                         {"by_menu", l.byMenu}});
    }
    for (const auto &[space, percent] : common.sharedCoverage) {
        shared[space] = rounded(percent);
    }
    const Chromaticity white = common.target.white.xy;
    return jsonText(Json{{"white", {{"x", rounded(white.x)}, {"y", rounded(white.y)}}},
                         {"luminance_cd_m2", common.target.luminance.cdM2},
                         {"tone", common.target.tone.name()},
                         {"gamut", {{"coverage_percent", shared}}},
                         {"months", common.months},
                         {"weakest", common.weakest},
                         {"limited_by_weakest", common.limited},
                         {"loses", loses},
                         {"target", Json::parse(targetToJson(common.target))}},
                    2);
}

} // namespace lamp
