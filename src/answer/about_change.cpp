// SPDX-License-Identifier: GPL-3.0-or-later
// A display that is not as it was left: a cast, or a change since the last visit.
#include "answer/answers.h"

#include "colour/difference.h"
#include "visit/figures.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace lamp::answers {

namespace {

constexpr double kFresh = 1.5; ///< days: what was read longer ago says nothing of today

/// What of a record is a standing of the display: its white was read.
bool standing(const VisitRecord &r)
{
    return hasColour(r.verification.white.xyz);
}

/// Whether one instrument read both, by one correction.
bool readAlike(const VisitRecord &p, const VisitRecord &q)
{
    return p.instrument.model == q.instrument.model && p.instrument.serial == q.instrument.serial && p.correction == q.correction;
}

/// What of menu, mode and instrument is otherwise than the visit before.
std::vector<Message> differences(const VisitRecord &before, const VisitRecord &now)
{
    std::vector<Message> all;
    const auto modeOf = [](const VisitRecord &r) { return r.plan.mode.empty() ? r.display.mode : r.plan.mode; };
    if (modeOf(before) != modeOf(now)) {
        all.push_back(say("answer-mode-then", modeOf(now), modeOf(before)));
    }
    for (const auto &[name, value] : now.controls) {
        const auto then = before.controls.find(name);
        if (then != before.controls.end() && then->second != value) {
            all.push_back(say("answer-control-then", controlNamed(name), decimal(value, 0), decimal(then->second, 0)));
        }
    }
    const auto by = [](const VisitRecord &r) { return modelAndSerial(r.instrument.model, r.instrument.serial); };
    if (by(before) != by(now)) {
        all.push_back(say("answer-other-instrument", by(now), by(before)));
    } else if (before.correction != now.correction) {
        all.push_back(say("answer-other-correction"));
    }
    if (before.roomLux && now.roomLux && *before.roomLux > 0 && std::abs(std::log(*now.roomLux / *before.roomLux)) > std::log(1.5)) {
        all.push_back(say("answer-room-then", decimal(*now.roomLux, 0), decimal(*before.roomLux, 0)));
    }
    return all;
}

/// Where none of it is: what that says. A menu that told no value on one of the days is not as it was for that.
Message nothingTurned(const VisitRecord &before, const VisitRecord &now, bool moved)
{
    const bool known = std::any_of(now.controls.begin(), now.controls.end(), [&](const auto &c) { return before.controls.contains(c.first); });
    return say(!known ? "answer-menu-unknown" : (moved ? "answer-nothing-turned" : "answer-all-as-it-was"));
}

/// What puts a menu back that was turned, with the check that shows it.
std::vector<AnswerStep> settingBack(const VisitRecord &before, const VisitRecord &now)
{
    std::vector<Message> turned;
    for (const auto &[name, value] : now.controls) {
        const auto then = before.controls.find(name);
        if (then != before.controls.end() && then->second != value) {
            turned.push_back(say("set-back-to", controlNamed(name), decimal(then->second, 0)));
        }
    }
    return turned.empty() ? std::vector<AnswerStep>()
                          : std::vector<AnswerStep>{{AnswerStep::Do::Check, say("step-set-back", listed(std::move(turned)))}};
}

/// Says white's and gray's distance of a visit's own.
void sayStanding(Counsel &a, const VisitRecord &r)
{
    const VisitFigures f = figuresOf(r);
    if (f.white.value) {
        a.because.push_back(f.white.k2 ? say("answer-white-off", decimal(*f.white.value, 2), decimal(*f.white.k2, 2), Day{r.finished})
                                       : say("answer-white-off-unsure", decimal(*f.white.value, 2), Day{r.finished}));
    }
    if (f.grayMean.value && f.grayMax.value) {
        a.because.push_back(say("answer-grays-off", decimal(*f.grayMean.value, 2), decimal(*f.grayMax.value, 2)));
    }
}

/// Towards which hue a white stands from its target, by its hue angle in CIELAB with the target for white; empty where there is none to speak of.
Message towards(const VisitRecord &r)
{
    const XYZ &white = r.verification.white.xyz;
    const Lab lab = labOf(relativeTo(white, white.b), whiteOf(r.targetWhite()));
    constexpr double kNone = 0.5; // of chroma: less has no hue that anybody could name
    if (!(std::hypot(lab.b, lab.c) > kNone)) {
        return {};
    }
    // Red, yellow, green and blue at the angles of unique hues (CIE 159:2004, CIECAM02, from memory), the rest between them.
    struct Hue {
        const char *name;
        double degrees;
    };
    static constexpr std::array<Hue, 9> kHues{{{"hue-red", 20},
                                               {"hue-orange", 55},
                                               {"hue-yellow", 90},
                                               {"hue-yellow-green", 127},
                                               {"hue-green", 164},
                                               {"hue-blue-green", 201},
                                               {"hue-blue", 238},
                                               {"hue-violet", 288},
                                               {"hue-magenta", 338}}};
    const double degrees = std::atan2(lab.c, lab.b) * 180 / std::numbers::pi;
    const auto nearest = std::min_element(kHues.begin(), kHues.end(), [degrees](const Hue &p, const Hue &q) {
        return std::abs(std::remainder(degrees - p.degrees, 360)) < std::abs(std::remainder(degrees - q.degrees, 360));
    });
    return say(nearest->name);
}

/// The newest reading of white since a visit, by a visit that changed nothing.
const VisitRecord *checkSince(const AskedAbout &about, const VisitRecord &last)
{
    const auto it = std::find_if(about.visits.begin(), about.visits.end(),
                                 [&](const VisitRecord &r) { return r.plan.task == Task::Check && r.finished > last.finished && standing(r); });
    return it == about.visits.end() ? nullptr : &*it;
}

/// What a check since the calibration says of a cast. \return nothing where it saw none that its readings leave no doubt of
std::optional<Counsel> castSeen(const AskedAbout &about, const VisitRecord &last)
{
    const VisitRecord *check = checkSince(about, last);
    const KnownDocument *found = diagnosis(about);
    if (check == nullptr || (found != nullptr && found->finished > check->finished)) {
        return {}; // a diagnosis of since knows more
    }
    const Figure white = figuresOf(*check).white;
    // By other eyes white may seem to have moved.
    const auto &open = readAlike(last, *check) ? white.k2 : white.absoluteK2;
    const Message hue = towards(*check);
    constexpr double kSeen = 2; // below that it is hard to see (common practice, no published source)
    if (!white.value || !open || hue.empty() || *white.value - *open <= kSeen) {
        return {};
    }
    Counsel a;
    a.said = say("answer-cast-seen", Day{check->finished}, decimal(*white.value, 1), hue);
    a.title = say("answer-white-from-target");
    a.figures = {{say("figure-checked"), *white.value, white.k2}};
    if (const Figure left = figuresOf(last).white; left.value) {
        a.figures.insert(a.figures.begin(), {say("figure-calibrated"), *left.value, left.k2});
    }
    sayStanding(a, last);
    const std::vector<Message> turned = differences(last, *check);
    a.because.insert(a.because.end(), turned.begin(), turned.end());
    a.next = settingBack(last, *check);
    a.open = a.next.empty(); // what made it is not known
    if (turned.empty()) {
        a.because.push_back(nothingTurned(last, *check, true));
    }
    if (daysBetween(check->finished, about.now) > kFresh) {
        a.because.push_back(say("answer-looked-at-then", decimal(daysBetween(check->finished, about.now), 0)));
    }
    a.next.push_back({AnswerStep::Do::Diagnose, say("step-diagnose")});
    a.next.push_back({AnswerStep::Do::FullVisit, say("step-full-visit")});
    return a;
}

} // namespace

Counsel cast(const AskedAbout &about)
{
    const VisitRecord *last = lastCalibration(about);
    if (last == nullptr) {
        return neverVisited(about);
    }
    Counsel a;
    if (const auto seen = castSeen(about, *last)) {
        return *seen;
    }
    const KnownDocument *found = diagnosis(about);
    if (found == nullptr) {
        sayStanding(a, *last);
        a.open = true;
        // A verdict that white and grays were right says when it was so, not that it is so now.
        a.said = last->verdict == Verdict::Pass ? say("answer-cast-since", Day{last->finished}) : say("answer-cast-left", Day{last->finished});
        if (last->display.lutLoaded && last->plan.task == Task::Refresh) {
            a.because.push_back(say("answer-ramps-were-loaded"));
        }
        a.next = {{AnswerStep::Do::Diagnose, say("step-diagnose")}, {AnswerStep::Do::Check, say("step-check")}};
        return a;
    }
    const bool healthy = !found->said.empty() && found->said.front().code == "diagnosis-healthy";
    a.because.assign(found->said.begin(), found->said.end());
    if (healthy) {
        a.said = say("answer-no-cast", Day{found->finished});
        a.because.push_back(say("answer-eye-adapts"));
        a.next = {{AnswerStep::Do::Look, say("step-look-rested")}};
    } else if (!found->said.empty() && found->said.front().code == "diagnosis-cause") {
        a.said = say("answer-cast-cause", Day{found->finished}, a.because.front());
        a.because.erase(a.because.begin());
        a.next = {{AnswerStep::Do::Diagnose, say("step-diagnose-again")}};
    } else {
        a.open = true;
        a.said = say("answer-cast-unexplained", Day{found->finished});
        a.next = {{AnswerStep::Do::FullVisit, say("step-full-visit")}};
    }
    if (daysBetween(found->finished, about.now) > kFresh) {
        a.open = true; // that was then
        a.because.push_back(say("answer-looked-at-then", decimal(daysBetween(found->finished, about.now), 0)));
        a.next.insert(a.next.begin(), {AnswerStep::Do::Diagnose, say("step-diagnose")});
    }
    return a;
}

Counsel changed(const AskedAbout &about)
{
    std::vector<const VisitRecord *> stood;
    for (const VisitRecord &r : about.visits) {
        if (standing(r)) {
            stood.push_back(&r);
        }
    }
    if (stood.empty()) {
        return neverVisited(about);
    }
    const VisitRecord &now = *stood.front();
    Counsel a;
    // What calibrated it says how it was left: nobody has read it since either.
    const bool setAnew = now.plan.task == Task::Full || now.plan.task == Task::Refresh;
    const bool fresh = daysBetween(now.finished, about.now) <= kFresh;
    const auto notRead = [&] {
        Counsel c;
        c.open = true;
        c.said = say("answer-not-read-since", Day{now.finished});
        sayStanding(c, now);
        c.next = {{AnswerStep::Do::Check, say("step-check")}, {AnswerStep::Do::Diagnose, say("step-diagnose")}};
        return c;
    };
    if (stood.size() < 2 || setAnew) {
        return notRead();
    }
    const VisitRecord &before = *stood[1];
    VisitRecord held = now;
    held.plan.earlier = earlierOf(before);
    const auto change = changeSince(held);
    if (!change && !fresh) {
        return notRead();
    }
    if (!change) {
        a.open = true;
        a.said = say("answer-not-read-since", Day{before.finished});
        a.next = {{AnswerStep::Do::Check, say("step-check")}};
        return a;
    }
    const double was = held.plan.earlier->white.b, is = now.verification.white.xyz.b, white = change->white, luminance = change->luminancePercent;
    const VisitFigures f0 = figuresOf(before), f1 = figuresOf(now);
    a.title = say("answer-luminances");
    a.figures = {{say("figure-before"), was, f0.luminance.k2}, {say(fresh ? "figure-now" : "figure-checked"), is, f1.luminance.k2}};
    constexpr double kSeenWhite = 1, kSeenLevel = 3; // ΔE00; percent: less nobody sees side by side (common practice, no published source)
    // Read by two instruments, or by two corrections, they are only as near as each comes to the standard observer.
    const bool one = change->sameInstrument && readAlike(before, now);
    const auto both = [one](const Figure &p, const Figure &q) {
        const auto &a0 = one ? p.k2 : p.absoluteK2, &a1 = one ? q.k2 : q.absoluteK2;
        return a0 && a1 ? std::optional(std::hypot(*a0, *a1)) : std::nullopt;
    };
    // What the readings leave open, and laying the instrument on anew; where it is not known, nothing can be said to have changed.
    const auto whiteK2 = both(f0.white, f1.white), levelK2 = both(f0.luminance, f1.luminance);
    const bool known = whiteK2 && levelK2;
    const double whiteOpen = std::hypot(whiteK2.value_or(0), change->whiteK2),
                 levelOpen = std::hypot(100 * levelK2.value_or(0) / was, change->luminanceK2);
    const bool moved = known && (white > std::max(kSeenWhite, whiteOpen) || std::abs(luminance) > std::max(kSeenLevel, levelOpen));
    const bool may = !known || white + whiteOpen > kSeenWhite || std::abs(luminance) + levelOpen > kSeenLevel;
    // What had moved by then is known; that nothing had says nothing of today.
    if (!fresh && !moved) {
        return notRead();
    }
    a.said = moved ? (fresh ? say("answer-has-changed", Day{before.finished}, decimal(white, 2), decimal(luminance, 1))
                            : say("answer-had-changed", Day{before.finished}, Day{now.finished}, decimal(white, 2), decimal(luminance, 1)))
                   : (may ? say("answer-change-open", Day{before.finished}, decimal(white, 2), decimal(luminance, 1))
                          : say("answer-has-not-changed", Day{before.finished}, decimal(white, 2), decimal(luminance, 1)));
    a.open = !moved && may;
    a.because = differences(before, now);
    if (a.because.empty()) {
        a.because.push_back(nothingTurned(before, now, moved));
    }
    if (!fresh) {
        a.because.push_back(say("answer-looked-at-then", decimal(daysBetween(now.finished, about.now), 0)));
    }
    if (moved) {
        a.next = settingBack(before, now);
        a.next.push_back({AnswerStep::Do::Diagnose, say("step-diagnose")});
        a.next.push_back({AnswerStep::Do::Refresh, say("step-refresh")});
    } else if (may) {
        a.next = {{AnswerStep::Do::Check, say("step-check-longer")}};
    } else {
        a.because.push_back(say("answer-eye-adapts"));
        a.next = {{AnswerStep::Do::MeasureRoom, say("step-measure-room")}};
    }
    return a;
}

} // namespace lamp::answers
