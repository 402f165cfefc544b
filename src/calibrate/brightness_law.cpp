// SPDX-License-Identifier: GPL-3.0-or-later
#include "calibrate/brightness_law.h"

#include <algorithm>
#include <cmath>

namespace lamp {

std::optional<BrightnessLaw> BrightnessLaw::of(std::string control, std::vector<std::pair<double, double>> tried, double left, double white)
{
    // Where a channel gave no light a model of the menu has no figure.
    if (!std::all_of(tried.begin(), tried.end(), [](const auto &t) { return std::isfinite(t.first) && std::isfinite(t.second); })) {
        return {};
    }
    std::sort(tried.begin(), tried.end());
    BrightnessLaw law{std::move(control), {}};
    for (const auto &t : tried) {
        if (!law.steps.empty() && !(t.first > law.steps.back().first && t.second > law.steps.back().second)) {
            return {};
        }
        law.steps.push_back(t);
    }
    if (law.steps.size() < 2 || !(law.steps.front().second > 0) || !(white > 0)) {
        return {};
    }
    // Gains and ramps took some of the light since; they take the same share of it at any brightness.
    const double scale = white / law.luminance(left);
    for (auto &step : law.steps) {
        step.second *= scale;
    }
    return law;
}

double BrightnessLaw::luminance(double value) const
{
    const auto above = std::find_if(steps.begin(), steps.end(), [value](const auto &s) { return s.first >= value; });
    if (above == steps.begin() || above == steps.end()) {
        return above == steps.end() ? steps.back().second : steps.front().second;
    }
    const auto below = above - 1;
    return below->second + (above->second - below->second) * (value - below->first) / (above->first - below->first);
}

double BrightnessLaw::value(double wanted) const
{
    const auto above = std::find_if(steps.begin(), steps.end(), [wanted](const auto &s) { return s.second >= wanted; });
    if (above == steps.begin() || above == steps.end()) {
        return above == steps.end() ? steps.back().first : steps.front().first;
    }
    const auto below = above - 1;
    return below->first + (above->first - below->first) * (wanted - below->second) / (above->second - below->second);
}

} // namespace lamp
