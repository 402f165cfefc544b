// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/results.h"

#include "base/text.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace lamp {

namespace {

void add(std::vector<Message> &to, const GrayTracking &t)
{
    to.push_back(say("survey-gray", decimal(t.mean, 2), decimal(t.meanK2.instrument, 2), decimal(t.meanK2.absolute, 2), decimal(t.max, 2),
                     decimal(t.gamma, 2)));
    const auto worst = std::max_element(t.steps.begin(), t.steps.end(), [](const GrayStep &p, const GrayStep &q) { return p.deltaE < q.deltaE; });
    to.push_back(say("survey-gray-worst", decimal(100 * worst->drive, 0), decimal(worst->deltaE, 2), decimal(worst->balance[0], 3),
                     decimal(worst->balance[1], 3), decimal(worst->balance[2], 3)));
}

void add(std::vector<Message> &to, const ColourDifferences &c)
{
    to.push_back(say("survey-colours-found", say("count-colours", c.colours.size()), decimal(c.mean, 2), decimal(c.meanK2.instrument, 2),
                     decimal(c.meanK2.absolute, 2), decimal(c.max, 2)));
    const auto worst = std::max_element(c.colours.begin(), c.colours.end(),
                                        [](const SurveyDifference &p, const SurveyDifference &q) { return p.deltaE < q.deltaE; });
    to.push_back(say("survey-colour-worst", worst->name, decimal(worst->deltaE, 2), decimal(worst->lightness, 1), decimal(worst->chroma, 1),
                     decimal(worst->hue, 1)));
}

/// Whether a screen is even, and by whose limits.
Message saidOf(const Evenness &e, const EvennessLimits &by)
{
    const EvennessLimits usual;
    const Message source = !by.source.empty()                               ? verbatim(by.source)
                           : !e.colour && e.limit == usual.luminancePercent ? say("limits-of-iso")
                                                                            : say("limits-of-own");
    using Codes = std::array<const char *, 3>;
    static constexpr Codes kLuminance{"even-luminance-within", "even-luminance-beyond", "even-luminance-open"},
        kColour{"even-colour-within", "even-colour-beyond", "even-colour-open"};
    return say((e.colour ? kColour : kLuminance)[e.within ? (*e.within ? 0 : 1) : 2], decimal(e.limit, 1), source);
}

void add(std::vector<Message> &to, const Uniformity &u, const EvennessLimits &by)
{
    to.push_back(say("survey-uniformity", decimal(u.darkest, 1), decimal(u.brightest, 1), decimal(u.worstUv, 4), decimal(u.worst, 2)));
    for (const Evenness &e : u.even) {
        to.push_back(saidOf(e, by));
    }
    if (std::abs(u.drift) >= 0.3) {
        to.push_back(say("survey-drift", decimal(u.drift, 1)));
    }
}

void add(std::vector<Message> &to, const ContrastFound &c)
{
    to.push_back(c.atLeast ? say("survey-contrast-least", decimal(c.white.b, 1), decimal(c.contrast, 0))
                           : say("survey-contrast", decimal(c.white.b, 1), decimal(c.black.b, 4), decimal(c.blackK2, 4), decimal(c.contrast, 0)));
    if (c.besideWhite) {
        to.push_back(say("survey-beside", decimal(*c.besideWhite, 3)));
    }
    if (c.inRoom) {
        const ContrastFound::InRoom &i = *c.inRoom;
        to.push_back(i.seen && i.atLeast                   ? say("contrast-least-in-room", decimal(i.contrast, 0))
                     : i.seen                              ? say("contrast-seen-in-room", decimal(i.black, 2), decimal(i.contrast, 0))
                     : i.contrastHigh > i.contrast * 1.001 ? say(i.reflectanceSaid ? "contrast-in-room-black" : "contrast-in-room-between",
                                                                 decimal(*i.lux, 0), decimal(i.contrast, 0), decimal(i.contrastHigh, 0))
                                                           : say("contrast-by-lux", decimal(*i.lux, 0), decimal(i.contrast, 0)));
    }
    if (c.dims) {
        const auto most =
            std::max_element(c.whiteByArea.begin(), c.whiteByArea.end(), [](const auto &p, const auto &q) { return p.second < q.second; });
        to.push_back(say("survey-dims", decimal(most->second, 0), decimal(100 * most->first, 0), decimal(c.whiteByArea.back().second, 0),
                         decimal(100 * c.whiteByArea.back().first, 0)));
    }
}

void add(std::vector<Message> &to, const StabilityFound &s)
{
    to.push_back(say("survey-stability", decimal(s.rangePercent, 2), decimal(s.rangeUv, 4), Lasting{60 * s.points.back().minutes},
                     decimal(s.lastPercentPerHour, 2)));
    to.push_back(s.settledMinutes ? say("survey-settled", Lasting{60 * *s.settledMinutes}) : say("survey-never-settled"));
}

void add(std::vector<Message> &to, const RoomDay &d)
{
    to.push_back(say("room-day", clockText(d.points.front().hours), clockText(d.points.back().hours), decimal(d.lowest, 0), decimal(d.highest, 0),
                     decimal(d.middle, 0), decimal(100 * d.right, 0)));
    constexpr size_t kMost = 4; // more is what the chart is for
    std::vector<Message> parts;
    for (size_t i = 0; i < std::min(kMost, d.tooBright.size()); ++i) {
        parts.push_back(say("room-from-to", clockText(d.tooBright[i].first), clockText(d.tooBright[i].second)));
    }
    if (!parts.empty()) {
        if (d.tooBright.size() > kMost) {
            parts.push_back(say("room-and-more", d.tooBright.size() - kMost));
        }
        to.push_back(say("room-too-bright", listed(std::move(parts)), adviceOn(roomLevel(d.highest))));
    } else if (roomLevel(d.highest) == RoomLevel::TooDim) {
        to.push_back(say("room-all-dim", adviceOn(RoomLevel::TooDim)));
    }
    if (d.coolest > 1.15 * d.warmest && d.warmest > 0) {
        to.push_back(say("room-colour-moves", decimal(d.warmest, 0), decimal(d.coolest, 0)));
    }
    std::vector<Message> spans;
    for (const RoomSpan &s : d.spans) {
        spans.push_back(say("room-span", decimal(s.luminance, 0), clockText(s.from), clockText(s.to)));
    }
    to.push_back(spans.size() == 1 ? say("room-one-luminance", decimal(d.spans.front().luminance, 0)) : say("room-follow", listed(std::move(spans))));
    for (const auto &[from, until] : d.unread) {
        to.push_back(say("room-unread", clockText(from), clockText(until)));
    }
}

/// "112.0 cd/m², x 0.3127, y 0.3290"
Message whiteOfMode(const ModeFound &m)
{
    const Chromaticity c = chromaticity(m.white);
    return say("white-with-xy", decimal(m.white.b, 1), decimal(c.x, 4), decimal(c.y, 4));
}

} // namespace

std::vector<Message> surveySaid(const SurveyRecord &r, const SurveyResults &s)
{
    std::vector<Message> to;
    if (s.gray) {
        add(to, *s.gray);
    }
    if (s.colours) {
        add(to, *s.colours);
    }
    if (s.uniformity) {
        add(to, *s.uniformity, r.plan.even);
    }
    if (s.contrast) {
        add(to, *s.contrast);
    }
    if (s.stability) {
        add(to, *s.stability);
    }
    for (std::vector<Message> more : {s.hdr ? hdrSaid(*s.hdr) : std::vector<Message>{}, s.angles ? anglesSaid(*s.angles) : std::vector<Message>{}}) {
        to.insert(to.end(), more.begin(), more.end());
    }
    if (s.room) {
        add(to, *s.room);
        to.push_back(r.followed.empty() ? say("room-nothing-changed")
                                        : say("room-followed", say("count-changes", r.followed.size()), decimal(r.followed.back().value, 0)));
    }
    for (size_t i = 0; i < s.modes.size(); ++i) {
        const ModeFound &m = s.modes[i];
        to.push_back(say("survey-mode", m.name, decimal(m.colours.mean, 2), decimal(m.colours.max, 2), whiteOfMode(m), decimal(m.contrast, 0),
                         decimal(m.gamma, 2), decimal(m.coverage, 0), r.plan.space, s.choice->lines.at(i).why));
    }
    if (s.choice) {
        to.push_back(s.choice->reason);
    }
    for (const Message &w : r.warnings) {
        to.push_back(say("note-warning", w));
    }
    return to;
}

} // namespace lamp
