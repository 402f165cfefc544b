// SPDX-License-Identifier: GPL-3.0-or-later
// Prints that come out dark: the screen, its room, and the light that prints are seen in.
// Common practice, no published source: a screen too bright for its room makes people open shadows that paper cannot hold.
#include "answer/answers.h"

#include "judge/room_light.h"
#include "survey/results.h"
#include "visit/figures.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace lamp::answers {

namespace {

constexpr double kOff = 0.05;     ///< of the target's luminance: what usual tolerances allow
constexpr double kPaper = 0.85;   ///< reflectance of usual paper (cli contract, "print")
constexpr double kDimPrint = 0.5; ///< of the screen's white: paper that is darker looks dark beside it

struct DeskLight {
    double lux = 0;
    WallTime read{};
    bool ofDay = false; ///< the middle of a day's readings
};

/// The light at the desk, by what was read last: a day of it, or a visit.
std::optional<DeskLight> deskLight(const AskedAbout &about)
{
    std::optional<DeskLight> light;
    for (const VisitRecord &r : about.visits) {
        if (r.roomLux && std::isfinite(*r.roomLux)) {
            light = DeskLight{*r.roomLux, r.finished, false};
            break;
        }
    }
    const KnownDocument *day = newest(about, "room", light ? light->read : WallTime{});
    const auto record = day != nullptr ? surveyFromJson(day->json) : Result<SurveyRecord>(Error{});
    if (const auto found = record ? surveyResults(record.value()).room : std::nullopt) {
        light = DeskLight{found->middle, day->finished, true};
    }
    return light;
}

void sayPaper(Counsel &a, double screen, double lux)
{
    const double paper = lux * kPaper / std::numbers::pi;
    a.because.push_back(say("answer-paper-is", decimal(paper, 0), decimal(lux, 0), decimal(screen / paper, 1)));
    a.because.push_back(say("answer-paper-needs", decimal(screen * std::numbers::pi / kPaper, 0)));
}

} // namespace

Message brightnessFor(const BrightnessLaw &law, double luminance)
{
    const auto above = std::ranges::find_if(law.steps, [&](const auto &s) { return s.second >= luminance; });
    if (above == law.steps.end() || (above == law.steps.begin() && above->second > luminance)) {
        const auto &[value, gives] = above == law.steps.end() ? law.steps.back() : law.steps.front();
        return say(above == law.steps.end() ? "answer-brightness-above" : "answer-brightness-below", decimal(value, 0), decimal(gives, 0));
    }
    constexpr double kNear = 1.3; // between steps: a menu's curve is not known between those that lie further apart
    if (above != law.steps.begin() && above->second > kNear * (above - 1)->second) {
        return say("answer-brightness-between", decimal((above - 1)->first, 0), decimal((above - 1)->second, 0), decimal(above->first, 0),
                   decimal(above->second, 0));
    }
    return say("answer-brightness-about", decimal(law.value(luminance), 0));
}

Counsel printsDark(const AskedAbout &about)
{
    if (about.visits.empty()) {
        return neverVisited(about);
    }
    // The newest that read how bright it is.
    const auto read = std::find_if(about.visits.begin(), about.visits.end(), [](const VisitRecord &r) { return r.calibrated.white.b > 0; });
    const VisitRecord &last = read != about.visits.end() ? *read : about.visits.front();
    const VisitFigures figures = figuresOf(last);
    const auto light = deskLight(about);
    Counsel a;
    if (!figures.luminance.value || !light || !(light->lux > 0)) {
        a.open = true;
        a.said = light && light->lux > 0 ? say("answer-luminance-unknown") : say("answer-room-unknown");
        a.next = {light && light->lux > 0 ? AnswerStep{AnswerStep::Do::Check, say("step-check")}
                                          : AnswerStep{AnswerStep::Do::MeasureRoom, say("step-measure-room")}};
        return a;
    }
    const double screen = *figures.luminance.value, fits = luminanceInRoom(light->lux);
    // Prints may be seen in a light of their own, which the target names.
    const LuminanceTarget &aimed = last.plan.target.luminance;
    const double onPrints = aimed.kind == LuminanceTarget::Kind::Print ? aimed.lux : light->lux, paper = onPrints * kPaper / std::numbers::pi;
    a.title = say("answer-luminances");
    a.figures = {{say("figure-screen"), screen, figures.luminance.k2}, {say("figure-fits-room"), fits}, {say("figure-paper"), paper}};
    a.because.push_back(say(light->ofDay ? "answer-light-of-day" : "answer-light-at-visit", decimal(light->lux, 0), Day{light->read}));
    a.because.push_back(say("answer-luminance-read", Day{last.finished}));
    // A visit that calibrates may have found the target out of reach; a check finds what was changed since.
    if (const auto wanted = aimed.value(); wanted && last.plan.task == Task::Check && std::abs(screen / *wanted - 1) > kOff) {
        a.because.push_back(say("answer-not-its-target", decimal(*wanted, 0), decimal(100 * (screen / *wanted - 1), 0)));
    }
    if (tooBrightInRoom(screen, light->lux)) {
        a.said = say("answer-too-bright", decimal(screen, 0), decimal(light->lux, 0), decimal(fits, 0));
        a.because.push_back(say("answer-shadows-opened"));
        sayPaper(a, screen, onPrints);
        const auto law = about.display != nullptr ? brightnessLaw(about.display->facts()) : std::nullopt;
        a.next.push_back({AnswerStep::Do::FullVisit, say("step-visit-dimmer", decimal(fits, 0)), std::round(fits), {}});
        if (law) {
            a.because.push_back(brightnessFor(*law, fits));
        }
        return a;
    }
    sayPaper(a, screen, onPrints);
    const bool off = last.verdict == Verdict::Fail;
    constexpr double kStale = 42; // days, common practice: every three to four weeks, and before each important assignment
    const bool dark = paper < kDimPrint * screen;
    const bool old = daysBetween(last.finished, about.now) > kStale;
    const AnswerStep mend =
        off ? AnswerStep{AnswerStep::Do::FullVisit, say("step-full-visit")} : AnswerStep{AnswerStep::Do::Check, say("step-check")};
    if (dark) {
        a.said = say("answer-prints-in-dark", decimal(onPrints, 0), decimal(screen * std::numbers::pi / kPaper, 0));
        a.next = {{AnswerStep::Do::MeasureRoom, say("step-measure-booth")}, {AnswerStep::Do::Look, say("step-look-proof")}};
        if (off || old) {
            a.because.push_back(say(off ? "answer-and-display-off" : "answer-and-not-looked-at", Day{last.finished}));
            a.next.insert(a.next.begin() + 1, mend);
        }
    } else if (off || old) {
        a.said = say(off ? "answer-display-off" : "answer-display-not-looked-at", Day{last.finished});
        a.next = {mend};
    } else {
        a.said = say("answer-screen-right", decimal(screen, 0));
        a.next = {{AnswerStep::Do::Look, say("step-look-proof")}};
    }
    if (light->lux > 64) {
        a.next.push_back({AnswerStep::Do::MeasureRoom, say("step-room-brighter-than-right")});
    }
    return a;
}

Counsel banding(const AskedAbout &about)
{
    const VisitRecord *last = lastCalibration(about);
    if (last == nullptr) {
        return neverVisited(about);
    }
    Counsel a;
    if (last->display.bits < 1) { // of readings that were brought in it may not be known
        a.open = true;
        a.said = say("answer-depth-unknown");
        a.next = {{AnswerStep::Do::Diagnose, say("step-diagnose")}};
        return a;
    }
    // Steps of gray that are left behind the ramps, on the way that the picture takes.
    const int bits = std::min(last->display.bits, 10), steps = 1 << bits;
    const int lut = last->display.lut ? last->display.lut->bits : last->display.bits;
    int distinct = 0;
    Drive before{-1, -1, -1};
    for (int i = 0; i < steps; ++i) {
        const double v = double(i) / (steps - 1);
        const Drive behind = last->ramps.empty() ? Drive{v, v, v} : throughRamps(last->ramps, {v, v, v}, last->display.bits, lut);
        distinct += behind == before ? 0 : 1;
        before = behind;
    }
    const double share = double(distinct) / steps;
    a.title = say("answer-levels");
    a.figures = {{say("figure-levels-sent"), double(steps)}, {say("figure-levels-left"), double(distinct)}};
    a.because.push_back(say("answer-levels-left", distinct, steps, bits, lut));
    a.because.push_back(say("answer-lut-steps", decimal(last->quantisationFloor, 2)));
    constexpr double kFew = 0.85, kSeen = 0.5; // of the levels; ΔE00 that steps of the LUT force
    const KnownDocument *found = diagnosis(about);
    if (found != nullptr) {
        a.because.insert(a.because.end(), found->said.begin(), found->said.end());
    }
    if (bits < 8) {
        a.said = say("answer-few-bits", bits);
        a.next = {{AnswerStep::Do::Diagnose, say("step-diagnose")}};
    } else if (share < kFew || last->quantisationFloor > kSeen) {
        a.said = say("answer-ramps-cost-levels", decimal(100 * (1 - share), 0));
        a.next = {{AnswerStep::Do::FullVisit, say("step-visit-with-menu")}};
    } else if (found == nullptr) {
        a.open = true;
        a.said = say("answer-ramps-keep-levels");
        a.next = {{AnswerStep::Do::Diagnose, say("step-diagnose")}, {AnswerStep::Do::Look, say("step-look-gradients")}};
    } else {
        a.said = say("answer-banding-diagnosed");
        a.next = {{AnswerStep::Do::Look, say("step-look-gradients")}};
    }
    return a;
}

} // namespace lamp::answers
