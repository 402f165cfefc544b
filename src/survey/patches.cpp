// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/angles.h"
#include "survey/hdr.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr int kMostColours = 2000, kMostModes = 10;
constexpr size_t kBetweenWhites = 15; // patches, so that what the display does meanwhile is known

Error badPlan(Message why)
{
    return {ErrorKind::Input, say("survey-cannot-be", std::move(why)), say("nothing-started"), {}, "survey", false};
}

SurveyPatch plain(std::string name, const Drive &rgb)
{
    SurveyPatch p;
    p.name = std::move(name);
    p.rgb = rgb;
    return p;
}

SurveyPatch dark(std::string name, const Drive &rgb)
{
    SurveyPatch p = plain(std::move(name), rgb);
    p.dark = true;
    return p;
}

/// What the others are told from: white, black and the channels.
void addFrame(std::vector<SurveyPatch> &to, const std::string &mode = {})
{
    const std::string of = mode.empty() ? "" : " " + mode;
    for (SurveyPatch p : {plain("white" + of, {1, 1, 1}), plain("red" + of, {1, 0, 0}), plain("green" + of, {0, 1, 0}), plain("blue" + of, {0, 0, 1}),
                          dark("black" + of, {0, 0, 0})}) {
        p.mode = mode;
        to.push_back(std::move(p));
    }
}

/// White again now and then, and at the end.
std::vector<SurveyPatch> withWhites(std::vector<SurveyPatch> patches, size_t from)
{
    std::vector<SurveyPatch> all(patches.begin(), patches.begin() + long(from));
    int whites = 1;
    for (size_t i = from; i < patches.size(); ++i) {
        all.push_back(std::move(patches[i]));
        if ((i - from + 1) % kBetweenWhites == 0 || i + 1 == patches.size()) {
            all.push_back(plain("white " + std::to_string(++whites), {1, 1, 1}));
            all.back().mode = all[all.size() - 2].mode;
        }
    }
    return all;
}

Result<std::vector<SurveyPatch>> grays(const SurveyPlan &plan)
{
    if (plan.steps < 3 || plan.steps > kMostSurveySteps) {
        return badPlan(say("survey-steps", 3, kMostSurveySteps));
    }
    std::vector<SurveyPatch> all;
    addFrame(all);
    const size_t from = all.size();
    for (int i = plan.steps - 2; i >= 1; --i) { // down, so that what a panel holds on to is less than what it shows
        const double v = double(i) / (plan.steps - 1);
        SurveyPatch p = plain("gray " + fixed(100 * v, 1), {v, v, v});
        p.dark = v < 0.2;
        all.push_back(std::move(p));
    }
    return withWhites(std::move(all), from);
}

Result<std::vector<SurveyPatch>> sweeps(const SurveyPlan &plan, const RgbSpace &space)
{
    if (plan.steps < 2 || plan.steps > 100) {
        return badPlan(say("survey-steps", 2, 100));
    }
    if (!(plan.luminance > 0 && plan.luminance <= 1)) {
        return badPlan(say("survey-luminance"));
    }
    static constexpr std::array<std::pair<const char *, std::array<double, 3>>, 6> kHues{
        {{"red", {1, 0, 0}}, {"yellow", {1, 1, 0}}, {"green", {0, 1, 0}}, {"cyan", {0, 1, 1}}, {"blue", {0, 0, 1}}, {"magenta", {1, 0, 1}}}};
    const Eigen::Matrix3d toXyz = space.toXyz(), fromXyz = toXyz.inverse();
    const Uv white = uvOf(space.white);
    std::vector<SurveyPatch> all;
    addFrame(all);
    const size_t from = all.size();
    for (const auto &[name, linear] : kHues) {
        const XYZ corner(toXyz * Eigen::Vector3d(linear[0], linear[1], linear[2]));
        const Uv end = uvOf(chromaticity(corner));
        for (int i = 1; i <= plan.steps; ++i) {
            const double s = double(i) / plan.steps;
            const Uv at{white.u + s * (end.u - white.u), white.v + s * (end.v - white.v)};
            // Even steps in u'v' at one luminance; what the corner itself has fits all less saturated colours of its hue.
            const Eigen::Vector3d light = fromXyz * xyzOf(xyOf(at), plan.luminance * corner.b).vec();
            const auto drive = [&](double l) { return space.tone.inverse(std::clamp(l, 0.0, 1.0)); };
            all.push_back(plain(std::string(name) + " " + fixed(100 * s, 1), {drive(light[0]), drive(light[1]), drive(light[2])}));
            all.back().judged = true;
        }
    }
    return withWhites(std::move(all), from);
}

Result<std::vector<SurveyPatch>> listed(const SurveyPlan &plan)
{
    if (plan.colours.empty() || plan.colours.size() > kMostColours) {
        return badPlan(say("survey-colours", kMostColours));
    }
    std::vector<SurveyPatch> all;
    addFrame(all);
    const size_t from = all.size();
    std::vector<std::string> taken;
    for (const SurveyColour &c : plan.colours) {
        SurveyPatch p = plain("colour " + std::to_string(all.size() - from + 1) + (c.name.empty() ? "" : " " + c.name), c.rgb);
        p.wanted = c.wanted;
        p.judged = true;
        p.dark = std::max({c.rgb.a, c.rgb.b, c.rgb.c}) < 0.2;
        all.push_back(std::move(p));
    }
    return withWhites(std::move(all), from);
}

Result<std::vector<SurveyPatch>> places(const SurveyPlan &plan)
{
    if (plan.grid != 3 && plan.grid != 5 && plan.grid != 9) {
        return badPlan(say("survey-grid"));
    }
    if (!areLimits(plan.even)) {
        return badPlan(say("survey-even-limits"));
    }
    // From the centre outwards row by row, to and fro; each place is white and a gray, and the centre is read again after each row.
    const int n = plan.grid;
    constexpr double kGray = 0.5;
    std::vector<SurveyPatch> all{plain("white", {1, 1, 1}), plain("gray", {kGray, kGray, kGray})};
    for (int row = 0; row < n; ++row) {
        for (int k = 0; k < n; ++k) {
            const int column = row % 2 == 0 ? k : n - 1 - k;
            if (row == n / 2 && column == n / 2) {
                continue;
            }
            // Places are the middles of a screen cut into equal parts.
            const std::array<double, 2> at{(column + 0.5) / n, (row + 0.5) / n};
            for (const auto &[name, v] : {std::pair("white", 1.0), std::pair("gray", kGray)}) {
                SurveyPatch p = plain(std::string(name) + " at " + std::to_string(column + 1) + "," + std::to_string(row + 1), {v, v, v});
                p.at = at;
                all.push_back(std::move(p));
            }
        }
        all.push_back(plain("white centre " + std::to_string(row + 1), {1, 1, 1}));
    }
    return all;
}

std::vector<SurveyPatch> contrasts(const SurveyPlan &plan)
{
    std::vector<SurveyPatch> all{plain("white", {1, 1, 1}), dark("black", {0, 0, 0})};
    SurveyPatch beside = dark("black beside white", {0, 0, 0});
    beside.surround = {1, 1, 1};
    beside.area = 0.02;
    all.push_back(beside);
    for (const double area : {0.02, 0.25, 0.6, 1.0}) {
        SurveyPatch p = plain("white " + fixed(100 * area, 0) + " %", {1, 1, 1}); // where the panel dims itself: that is what is looked for
        p.area = area;
        all.push_back(std::move(p));
    }
    all.push_back(dark("black again", {0, 0, 0}));
    all.push_back(plain("white end", {1, 1, 1}));
    if (plan.roomLight) {
        all.push_back(dark("room", {0, 0, 0}));
        all.back().room = true;
        for (SurveyPatch p : {plain("white from the desk", {1, 1, 1}), dark("black from the desk", {0, 0, 0})}) {
            p.from = {0, 0};
            all.push_back(std::move(p));
        }
    }
    return all;
}

Result<std::vector<SurveyPatch>> overTime(const SurveyPlan &plan)
{
    if (!(plan.minutes >= 1 && plan.minutes <= 24 * 60)) {
        return badPlan(say("survey-minutes", 1, 24 * 60));
    }
    // Closely at first, where a panel moves most: never less than 15 s nor more than a sixtieth of the whole.
    std::vector<SurveyPatch> all{plain("white", {1, 1, 1})};
    const double end = 60 * plan.minutes;
    for (double t = 0; t < end - 1;) {
        const double step = std::min(end - t, std::clamp(t / 12, 15.0, std::max(15.0, end / 60)));
        t += step;
        all.push_back(plain("white " + fixed(t / 60, 1) + " min", {1, 1, 1}));
        all.back().waitS = step;
    }
    return all;
}

Result<std::vector<SurveyPatch>> overDay(const SurveyPlan &plan)
{
    if (!(plan.minutes >= 1 && plan.minutes <= 24 * 60)) {
        return badPlan(say("survey-minutes", 1, 24 * 60));
    }
    if (!(plan.everyMinutes >= 0.5 && 2 * plan.everyMinutes <= plan.minutes)) {
        return badPlan(say("survey-every"));
    }
    std::vector<SurveyPatch> all;
    for (int i = 0; i * plan.everyMinutes <= plan.minutes + 1e-9; ++i) {
        all.push_back(plain("room " + std::to_string(i + 1), {}));
        all.back().waitS = i == 0 ? 0 : 60 * plan.everyMinutes;
    }
    return all;
}

Result<std::vector<SurveyPatch>> modes(const SurveyPlan &plan, const DisplayInfo &display)
{
    std::vector<std::string> wanted = plan.modes.empty() ? display.modes : plan.modes;
    for (const std::string &m : wanted) {
        if (std::find(display.modes.begin(), display.modes.end(), m) == display.modes.end()) {
            return badPlan(say("survey-no-mode", m));
        }
    }
    if (wanted.empty() || wanted.size() > size_t(kMostModes)) {
        return badPlan(say("survey-modes", kMostModes));
    }
    std::vector<SurveyPatch> all;
    for (const std::string &m : wanted) {
        addFrame(all, m);
        const auto add = [&](const std::string &name, const Drive &d) {
            all.push_back(plain(name + " " + m, d));
            all.back().mode = m;
        };
        for (const double v : {0.8, 0.6, 0.4, 0.2}) {
            add("gray " + fixed(100 * v, 0), {v, v, v});
        }
        // The same colours in each mode: of all lightnesses, half and fully saturated.
        constexpr int kColours = 12;
        static const std::array<Drive, kColours> colours{{{0.75, 0.45, 0.38},
                                                          {0.45, 0.6, 0.8},
                                                          {0.35, 0.5, 0.3},
                                                          {0.6, 0.5, 0.8},
                                                          {0.9, 0.7, 0.2},
                                                          {0.2, 0.7, 0.6},
                                                          {0.8, 0.2, 0.2},
                                                          {0.2, 0.6, 0.25},
                                                          {0.2, 0.25, 0.7},
                                                          {0.85, 0.3, 0.6},
                                                          {0.1, 0.5, 0.7},
                                                          {0.5, 0.25, 0.15}}};
        for (int i = 0; i < kColours; ++i) {
            add("colour " + std::to_string(i + 1), colours[size_t(i)]);
            all.back().judged = true;
        }
        add("white end", {1, 1, 1});
    }
    return all;
}

} // namespace

bool areLimits(const EvennessLimits &limits)
{
    const auto within = [](double v) { return v >= 0.1 && v <= 100; }; // and not where it is no number
    return within(limits.luminancePercent) && (!limits.deltaE || within(*limits.deltaE)) && limits.source.size() <= 200;
}

Result<std::vector<SurveyPatch>> surveyPatches(const SurveyPlan &plan, const DisplayInfo &display)
{
    const auto space = rgbSpace(plan.space);
    if (!space) {
        return badPlan(say("survey-no-space", plan.space));
    }
    switch (plan.kind) {
    case SurveyKind::Gray: return grays(plan);
    case SurveyKind::Saturation: return sweeps(plan, *space);
    case SurveyKind::Colours: return listed(plan);
    case SurveyKind::Uniformity: return places(plan);
    case SurveyKind::Contrast: return contrasts(plan);
    case SurveyKind::Stability: return overTime(plan);
    case SurveyKind::Modes: return modes(plan, display);
    case SurveyKind::Hdr: return hdrPatches(plan, display);
    case SurveyKind::Angles: return anglePatches(display);
    case SurveyKind::Room: return overDay(plan);
    }
    return badPlan(say("survey-no-space", plan.space));
}

} // namespace lamp
