// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/target_reach.h"

#include "colour/difference.h"
#include "colour/spaces.h"

#include <algorithm>
#include <cmath>

namespace lamp {

Reachable reachableAt(const Primaries &full, const Chromaticity &white)
{
    const LinearRgb has = full.amounts(full.white), needs = full.amounts(xyzOf(white, full.white.b));
    double least = 1e9;
    for (int c = 0; c < 3; ++c) {
        least = std::min(least, has[c] / std::max(needs[c], 1e-6));
    }
    Reachable r{full.white.b * least, {}};
    for (int c = 0; c < 3; ++c) {
        r.share[c] = std::clamp(least * needs[c] / std::max(has[c], 1e-9), 0.0, 1.0);
    }
    return r;
}

namespace {

const Control *brightnessOf(const VisitFacts &f)
{
    const auto it = std::find_if(f.menu.begin(), f.menu.end(), [](const Control &c) { return c.name == "brightness"; });
    return it == f.menu.end() || !f.controls.contains("brightness") ? nullptr : &*it;
}

} // namespace

bool hasBrightness(const VisitFacts &f)
{
    return brightnessOf(f) != nullptr;
}

double menuGain(const VisitFacts &f)
{
    const Control *control = brightnessOf(f);
    if (control == nullptr) {
        return 1;
    }
    // A straight line through two settings; one display read 120, 150 and 200 cd/m² at 30, 43 and 64, a line that meets nothing at
    // -20 (common practice, no published source).
    double offset = 20;
    const auto [low, high] = std::minmax_element(f.brightness.begin(), f.brightness.end());
    if (f.brightness.size() >= 2 && high->first - low->first >= 5 && high->second > low->second) {
        offset = std::clamp((low->second * high->first - high->second * low->first) / (high->second - low->second), 0.0, 300.0);
    }
    const double left = f.controls.at("brightness") - control->min, most = control->max - control->min;
    return (most + offset) / std::max(1e-6, left + offset);
}

int levelsLost(const LinearRgb &share)
{
    constexpr double kGamma = 2.2;
    double least = 1;
    for (int c = 0; c < 3; ++c) {
        least = std::min(least, std::pow(share[c], 1 / kGamma));
    }
    return int(std::lround(255 * (1 - least)));
}

TargetReach reachOf(const VisitedDisplay &display, const Target &target)
{
    const Primaries full = display.full();
    TargetReach r;
    r.own = chromaticity(full.white);
    r.white = target.white.chromaticity().value_or(r.own);
    const Reachable at = reachableAt(full, r.white);
    const double gain = menuGain(display.facts());
    r.most = at.luminance * gain;
    r.byMenu = gain > 1.001;
    // As the display stands: where brightness was left, and no more is to be had from it.
    r.wanted = target.luminance.kind == LuminanceTarget::Kind::AsFound ? std::optional(at.luminance) : target.luminance.value();
    r.luminance = std::min(r.wanted.value_or(r.most), r.most);
    r.reached = !r.wanted || *r.wanted <= 1.001 * r.most;
    // Brightness takes off what it can; only what is left is for the ramps.
    const bool dimmed = hasBrightness(display.facts());
    const double byRamps = dimmed ? 1 : std::min(1.0, r.luminance / at.luminance);
    r.levels = 256 - levelsLost(byRamps * at.share);
    if (full.black.b > 0) {
        r.contrast = byRamps * at.luminance / full.black.b; // a brightness control dims black with white, ramps do not
    }
    r.whiteMoves = deltaE2000({100, 0, 0}, labOf(relativeTo(xyzOf(r.own, 1), 1), whiteOf(r.white)));
    return r;
}

} // namespace lamp
