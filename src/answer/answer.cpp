// SPDX-License-Identifier: GPL-3.0-or-later
#include "answer/answer.h"

#include "answer/answers.h"
#include "base/json.h"

#include <algorithm>

namespace lamp {

namespace {

constexpr std::array<const char *, 7> kNames{"prints-dark", "cast", "differ", "banding", "changed", "meter", "mode"};

} // namespace

std::string askedName(Asked asked)
{
    return kNames[size_t(asked)];
}

std::optional<Asked> askedFromName(const std::string &name)
{
    const auto it = std::find(kNames.begin(), kNames.end(), name);
    return it == kNames.end() ? std::nullopt : std::optional(Asked(it - kNames.begin()));
}

Message askedSaid(Asked asked)
{
    switch (asked) {
    case Asked::PrintsDark: return say("asked-prints-dark");
    case Asked::Cast: return say("asked-cast");
    case Asked::Differ: return say("asked-differ");
    case Asked::Banding: return say("asked-banding");
    case Asked::Changed: return say("asked-changed");
    case Asked::Meter: return say("asked-meter");
    case Asked::Mode: break;
    }
    return say("asked-mode");
}

std::string stepName(AnswerStep::Do what)
{
    constexpr std::array<const char *, 12> names{"measure-room", "measure-modes", "measure-uniformity", "measure-colours", "diagnose", "full-visit",
                                                 "refresh",      "check",         "agreement",          "ageing",          "look",     "instruments"};
    return names[size_t(what)];
}

Counsel answerTo(Asked asked, const AskedAbout &about)
{
    Counsel a;
    switch (asked) {
    case Asked::PrintsDark: a = answers::printsDark(about); break;
    case Asked::Cast: a = answers::cast(about); break;
    case Asked::Differ: a = answers::differ(about); break;
    case Asked::Banding: a = answers::banding(about); break;
    case Asked::Changed: a = answers::changed(about); break;
    case Asked::Meter: a = answers::meter(about); break;
    case Asked::Mode: a = answers::mode(about); break;
    }
    a.asked = asked;
    return a;
}

std::string answerJson(const Counsel &a, const Wording &wording)
{
    using Json = nlohmann::json;
    Json because = Json::array(), next = Json::array(), figures = Json::array();
    for (const Message &m : a.because) {
        because.push_back(wording(m));
    }
    for (const AnswerStep &s : a.next) {
        Json step{{"what", stepName(s.what)}, {"text", wording(s.said)}};
        if (s.luminance) {
            step["luminance_cd_m2"] = *s.luminance;
        }
        if (!s.mode.empty()) {
            step["mode"] = s.mode;
        }
        next.push_back(std::move(step));
    }
    for (const AnswerFigure &f : a.figures) {
        figures.push_back({{"name", wording(f.name)}, {"value", f.value}, {"k2", f.k2 ? Json(*f.k2) : Json(nullptr)}});
    }
    return jsonText(Json{{"question", askedName(a.asked)},
                         {"answer", wording(a.said)},
                         {"open", a.open},
                         {"because", because},
                         {"next", next},
                         {"figures_of", a.title.empty() ? Json(nullptr) : Json(wording(a.title))},
                         {"figures", figures}},
                    2);
}

namespace answers {

Counsel neverVisited(const AskedAbout &about)
{
    Counsel a;
    a.open = true;
    a.said = about.visits.empty() ? say("answer-never-visited", about.name) : say("answer-never-calibrated", about.name);
    a.next = {{AnswerStep::Do::FullVisit, say("step-full-visit")}};
    return a;
}

const KnownDocument *newest(const AskedAbout &about, const std::string &kind, WallTime since)
{
    const auto it =
        std::find_if(about.measured.begin(), about.measured.end(), [&](const KnownDocument &d) { return d.kind == kind && d.finished > since; });
    return it == about.measured.end() ? nullptr : &*it;
}

const VisitRecord *lastCalibration(const AskedAbout &about)
{
    const auto it = std::find_if(about.visits.begin(), about.visits.end(),
                                 [](const VisitRecord &r) { return r.plan.task == Task::Full || r.plan.task == Task::Refresh; });
    return it == about.visits.end() ? nullptr : &*it;
}

const KnownDocument *diagnosis(const AskedAbout &about)
{
    const VisitRecord *last = lastCalibration(about);
    return newest(about, "diagnosis", last != nullptr ? last->finished : WallTime{});
}

double daysBetween(WallTime from, WallTime to)
{
    return double((to - from).count()) / 86400;
}

} // namespace answers
} // namespace lamp
