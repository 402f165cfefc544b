// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/nature.h"

#include "colour/difference.h"
#include "colour/spaces.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace lamp {

namespace {

constexpr std::array<const char *, 3> kChannels{"red", "green", "blue"};

double median(std::vector<double> v)
{
    std::nth_element(v.begin(), v.begin() + long(v.size() / 2), v.end());
    return v[v.size() / 2];
}

/// "red above 91 %, blue above 94 %"
Message channelsSaid(const std::array<Reach, 3> &reach, const char *code, double Reach::*end, double usual)
{
    std::vector<Message> all;
    for (size_t c = 0; c < 3; ++c) {
        if (std::abs(reach[c].*end - usual) > 0.008) {
            all.push_back(say(code, say(kChannels[c]), decimal(100 * reach[c].*end, 0)));
        }
    }
    return listed(all);
}

} // namespace

void namePrimaries(Session &session, const Primaries &p)
{
    // A correction for another kind of panel shows where the gamut is not one that the kind can have. Limits of the
    // triangle's area in u'v' against sRGB's: common practice, no published source.
    struct Range {
        const char *technology;
        double least, most;
    };
    constexpr std::array<Range, 7> ranges{{{"wled", 0.5, 1.2},
                                           {"wled-wide", 1.02, 1.8},
                                           {"qd", 1.05, 1.9},
                                           {"rgb-led", 1.05, 1.9},
                                           {"ccfl", 0.5, 1.6},
                                           {"woled", 0.95, 1.8},
                                           {"qd-oled", 1.1, 2.0}}};
    const auto area = [](const std::array<Chromaticity, 3> &c) {
        const Uv r = uvOf(c[0]), g = uvOf(c[1]), b = uvOf(c[2]);
        return std::abs((g.u - r.u) * (b.v - r.v) - (b.u - r.u) * (g.v - r.v)) / 2;
    };
    const auto pure = [&](const XYZ &xyz) { return chromaticity(xyz - p.black); };
    const double ratio = area({pure(p.red), pure(p.green), pure(p.blue)}) / area(rgbSpace("sRGB")->primaries);
    for (const Range &r : ranges) {
        if (session.record.display.technology == r.technology && (ratio < r.least || ratio > r.most)) {
            session.record.correctionDoubtful = true;
            session.warn(say("panel-says-but-gamut", session.record.display.technology, decimal(ratio, 2)));
        }
    }
}

void nameReach(Session &session, const DisplayModel &model)
{
    const std::array<Reach, 3> &reach = model.reach();
    const auto any = [&](const auto &is) { return std::any_of(reach.begin(), reach.end(), is); };
    // 16 and 235 of 255, in which video holds black and white (Rec. ITU-R BT.709, 8-bit levels), as well as curves let them be told: where two
    // channels begin so, one ends so, and none ends otherwise.
    int begin = 0, end = 0, other = 0;
    for (const Reach &r : reach) {
        const bool begins = r.from > 0.03 && r.from<0.1, ends = r.to> 0.895 && r.to < 0.945;
        begin += begins;
        end += ends;
        other += (!begins && r.from > 0) || (!ends && r.to < 1);
    }
    const bool video = begin >= 2 && end >= 1 && other == 0;
    const Message done = !session.record.ramps.empty() ? say("ramps-stay-within") : say("not-mended-without-lut");
    if (video) {
        session.warn(say("limited-range", done));
        return;
    }
    if (any([](const Reach &r) { return r.to < 0.992; })) {
        const Control *contrast = session.record.display.control("contrast");
        const double least = std::min({reach[0].to, reach[1].to, reach[2].to});
        Message todo = say("lower-contrast-or-gain");
        if (contrast != nullptr && contrast->step > 0) {
            const auto at = session.record.controls.find("contrast");
            const double now = at != session.record.controls.end() ? at->second : contrast->value;
            const double value = contrast->min + std::floor(((now - contrast->min) * least) / contrast->step) * contrast->step;
            todo = say("lower-contrast-to", decimal(now, 0), decimal(value, 0));
        }
        session.warn(say("channels-flat-above", channelsSaid(reach, "channel-above", &Reach::to, 1), todo, done));
    }
    if (any([](const Reach &r) { return r.from > 0.012; })) {
        session.warn(say("shadows-crushed", channelsSaid(reach, "channel-below", &Reach::from, 0), done));
    }
}

MixtureHabit mixtureHabit(const DisplayModel &model)
{
    // Light by channel as grays show it, colours as full drive shows them.
    const Primaries p = model.primaries();
    const LinearRgb full = p.amounts(p.white);
    const std::array<XYZ, 3> columns{p.red - p.black, p.green - p.black, p.blue - p.black};
    // What white has beside its channels, a white subpixel say, shines as far as all three do.
    constexpr double kJoint = 0.05; // of white: less is what channels take from each other, and noise
    XYZ joint = p.white - p.black - columns[0] - columns[1] - columns[2];
    joint = joint.b > kJoint * p.white.b ? joint : XYZ{};
    const auto additive = [&](const Drive &d) {
        XYZ sum = p.black;
        double shared = 1;
        for (int c = 0; c < 3; ++c) {
            const double light = p.amounts(model.evaluate({d[c], d[c], d[c]}))[c] / full[c];
            sum = sum + light * columns[size_t(c)];
            shared = std::min(shared, light);
        }
        return sum + shared * joint;
    };
    const RelXYZ n = relativeTo(p.white, p.white.b);
    std::vector<double> ratios, turns;
    for (const double top : {0.5, 0.75}) {
        for (const double pale : {0.25, 0.45}) {
            for (int hue = 0; hue < 6; ++hue) {
                Drive d;
                for (int c = 0; c < 3; ++c) {
                    const bool on = c == hue / 2 || (hue % 2 == 1 && c == (hue / 2 + 1) % 3);
                    d[c] = on ? top : top * (1 - pale);
                }
                const Lab is = labOf(relativeTo(model.evaluate(d), p.white.b), n), made = labOf(relativeTo(additive(d), p.white.b), n);
                const double before = std::hypot(made.b, made.c), after = std::hypot(is.b, is.c);
                ratios.push_back(after / std::max(before, 1e-6) - 1);
                turns.push_back(std::remainder(std::atan2(is.c, is.b) - std::atan2(made.c, made.b), 2 * std::numbers::pi) * 180 / std::numbers::pi);
            }
        }
    }
    MixtureHabit habit{median(ratios), median(turns), 0, 0};
    for (size_t i = 0; i < ratios.size(); ++i) {
        habit.share += (ratios[i] > 0) == (habit.chroma > 0) ? 1.0 / double(ratios.size()) : 0;
        habit.sameTurn += (turns[i] > 0) == (habit.turnDeg > 0) ? 1.0 / double(turns.size()) : 0;
    }
    return habit;
}

void nameMixtures(Session &session, const DisplayModel &model)
{
    constexpr double kMore = 0.018, kTurned = 1.0, kAlike = 0.78;
    const MixtureHabit habit = mixtureHabit(model);
    if (habit.chroma > kMore && habit.share > kAlike) {
        session.warn(say("mixtures-saturated", decimal(100 * habit.chroma, 0)));
    }
    if (std::abs(habit.turnDeg) > kTurned && habit.sameTurn > kAlike) {
        session.warn(say("mixtures-turned", decimal(std::abs(habit.turnDeg), 0)));
    }
}

Status nameSurround(Session &session, const Measurement &white)
{
    Gauge &gauge = *session.gauge;
    const double usual = gauge.patchArea(), floor = session.record.instrument.floorCdM2;
    const XYZ &black = session.record.calibrated.black;
    // Where a display says from which area on it dims itself, its word is taken.
    const double large = std::min(0.4, session.record.display.maxPatchArea.value_or(1));
    if (large > 1.5 * usual) {
        gauge.setPatchArea(large);
        session.tellNext("white, larger", say("why-white-larger"));
        const auto m = gauge.read({1, 1, 1}, "white, larger", white.xyz.b, session.noiseGoal(white.xyz.b));
        gauge.setPatchArea(usual);
        if (!m) {
            return m.error();
        }
        const double change = m->xyz.b / white.xyz.b - 1;
        if (std::abs(change) > std::max(0.012, 6 * std::hypot(m->sigma.b, white.sigma.b) / white.xyz.b)) {
            session.warn(say(change < 0 ? "white-dims-when-large" : "white-grows-when-large", decimal(white.xyz.b, 1), decimal(100 * usual, 0),
                             decimal(m->xyz.b, 1), decimal(100 * large, 0)));
        }
    }
    if (session.record.display.maxPatchArea) {
        return Done{}; // so much light around would dim the patch itself
    }
    gauge.setSurround({1, 1, 1});
    session.tellNext("black beside white", say("why-black-beside-white"));
    const auto m = gauge.read({0, 0, 0}, "black beside white", std::max(0.02, black.b), session.noiseGoal(std::max(0.02, black.b)));
    gauge.setSurround({});
    if (!m) {
        return m.error();
    }
    constexpr double kLifted = 1.5;
    const double alone = std::max(black.b, floor);
    if (m->xyz.b > kLifted * alone + 6 * m->sigma.b) {
        session.warn(say("zones-dim", decimal(m->xyz.b, 3), decimal(alone, 3), decimal(white.xyz.b / m->xyz.b, 0)));
    }
    return Done{};
}

bool nameDrift(Session &session, const Measurement &before, const Measurement &after)
{
    constexpr double kSeen = 0.6, kEver = 3600, kToCome = 0.008, kUvToCome = 0.001; // ΔE00; s; shares; u'v'
    VisitRecord &record = session.record;
    const int segment = session.settling.segments();
    for (const Measurement *m : {&before, &after}) {
        session.settling.add(m->t, m->xyz, m->sigma.b / std::max(m->xyz.b, 1e-6), segment);
    }
    const Settling::Change y = session.settling.luminance(0, kEver), uv = session.settling.chromaticity(0, kEver);
    const auto much = [](const Settling::Change &c, double goal) { return std::abs(c.mean) > std::max(goal, 2 * c.sigma); };
    bool far = false;
    const XYZ &then = record.calibrated.white;
    if (record.plan.task != Task::Check && then.b > 0) {
        const RelXYZ n = relativeTo(then, then.b);
        const double moved = deltaE2000({100, 0, 0}, labOf(relativeTo(after.xyz, then.b), n));
        far = moved > kSeen && y.still < 0.5; // a model that is off is no panel that moves
        if (far) {
            session.warn(say("white-moved-since-calibrating", decimal(moved, 1)));
        }
    }
    if (much(y, kToCome) || much(uv, kUvToCome)) {
        far = true;
        record.warmUpStable = false;
        session.warn(say("panel-still-moves", decimal(100 * y.mean, 1), decimal(uv.mean, 4)));
    }
    return far;
}

} // namespace lamp
