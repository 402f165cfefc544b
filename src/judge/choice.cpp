// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/choice.h"

#include "base/text.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// Leaves those that are best by a figure, or as good. A figure that one of them lacks decides nothing: what is not known is not bad.
template <typename Figure> bool narrow(std::vector<size_t> &left, const std::vector<Candidate> &all, Figure figure, double equal)
{
    if (left.size() < 2 || std::any_of(left.begin(), left.end(), [&](size_t i) { return !figure(all[i]); })) {
        return false;
    }
    double best = *figure(all[left.front()]);
    for (const size_t i : left) {
        best = std::min(best, *figure(all[i]));
    }
    const size_t before = left.size();
    std::erase_if(left, [&](size_t i) { return *figure(all[i]) > best + equal; });
    return left.size() < before;
}

/// \pre all were discarded
void chooseToCalibrate(Choice &choice, const std::vector<Candidate> &all, const ChoiceRule &rule)
{
    std::vector<size_t> left;
    for (size_t i = 0; i < all.size(); ++i) {
        if (std::isfinite(all[i].mean) && std::isfinite(all[i].max)) {
            left.push_back(i);
        }
    }
    const auto kept = [&](size_t i) { return all[i].keptLuminance && all[i].keptContrast && *all[i].keptLuminance > 0 && *all[i].keptContrast > 0; };
    if (left.empty() || !std::all_of(left.begin(), left.end(), kept)) {
        return;
    }
    constexpr double kTenth = 0.1;
    narrow(
        left, all, [](const Candidate &c) { return c.uniformity; }, rule.uniformity);
    // The least that contrast can be grows with white: it tells no mode from another.
    narrow(
        left, all, [](const Candidate &c) { return c.keptAtLeast ? std::nullopt : std::optional(-std::log(*c.keptContrast)); }, std::log1p(kTenth));
    narrow(
        left, all, [](const Candidate &c) { return c.gamut ? std::optional(-*c.gamut) : std::nullopt; }, 1.0);
    narrow(
        left, all, [](const Candidate &c) { return std::optional(-std::log(*c.keptLuminance)); }, std::log1p(kTenth));
    // What is nearest as it is bends the ramps least.
    choice.toCalibrate = *std::min_element(left.begin(), left.end(), [&](size_t p, size_t q) { return all[p].mean < all[q].mean; });
    const Candidate &c = all[*choice.toCalibrate];
    choice.reason = say(c.keptAtLeast ? "choice-none-calibrate-least" : "choice-none-calibrate", decimal(rule.limit, 1), c.name,
                        decimal(*c.keptLuminance, 0), decimal(*c.keptContrast, 0));
}

} // namespace

Choice choose(const std::vector<Candidate> &all, const ChoiceRule &rule)
{
    Choice choice;
    std::vector<size_t> left;
    for (size_t i = 0; i < all.size(); ++i) {
        const Candidate &c = all[i];
        Choice::Line line{c.name, false, false, {}};
        if (!std::isfinite(c.mean) || !std::isfinite(c.max)) {
            line.discarded = true;
            line.why = say("choice-not-measured");
        } else if (c.max > rule.limit) {
            line.discarded = true;
            line.why = say("choice-over-limit", decimal(c.max, 2), decimal(rule.limit, 1));
        } else {
            left.push_back(i);
        }
        choice.lines.push_back(std::move(line));
    }
    if (left.empty()) {
        choice.reason = say("choice-none", decimal(rule.limit, 1));
        chooseToCalibrate(choice, all, rule);
        return choice;
    }
    const auto best = *std::min_element(left.begin(), left.end(), [&](size_t p, size_t q) { return all[p].mean < all[q].mean; });
    std::erase_if(left, [&](size_t i) {
        const double room = std::max(rule.equal, std::hypot(all[i].meanK2, all[best].meanK2));
        const bool worse = all[i].mean > all[best].mean + room + 1e-9;
        choice.lines[i].equal = !worse;
        choice.lines[i].why = worse ? say("choice-mean-larger", decimal(all[i].mean, 2), decimal(all[best].mean, 2))
                                    : say("choice-mean-equal", decimal(all[i].mean, 2), decimal(all[best].mean, 2));
        return worse;
    });
    const size_t equal = left.size();
    Message by = equal == 1 ? say("choice-by-mean") : say("choice-by-nothing");
    if (narrow(
            left, all, [](const Candidate &c) { return c.uniformity; }, rule.uniformity)) {
        by = say("choice-by-uniformity", equal);
    }
    const auto minusGamut = [](const Candidate &c) { return c.gamut ? std::optional(-*c.gamut) : std::nullopt; };
    if (narrow(left, all, minusGamut, 1.0)) {
        by = say("choice-by-gamut", equal);
    }
    choice.chosen = *std::min_element(left.begin(), left.end(), [&](size_t p, size_t q) { return all[p].mean < all[q].mean; });
    choice.reason = say("choice-is", all[*choice.chosen].name, by);
    return choice;
}

} // namespace lamp
