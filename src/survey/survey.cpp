// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/survey.h"

#include "survey/run.h"

#include <algorithm>

namespace lamp {

namespace {

constexpr std::array<const char *, 10> kNames{"gray",      "saturation", "colours", "uniformity", "contrast",
                                              "stability", "hdr",        "angles",  "modes",      "room"};

} // namespace

std::optional<SurveyKind> surveyKindFromName(const std::string &name)
{
    const auto it = std::find(kNames.begin(), kNames.end(), name);
    return it == kNames.end() ? std::nullopt : std::optional(SurveyKind(it - kNames.begin()));
}

std::string surveyKindName(SurveyKind kind)
{
    return kNames.at(size_t(kind));
}

const Measurement *SurveyRecord::of(size_t patch) const
{
    return patch < readingOf.size() && readingOf[patch] >= 0 ? &readings.at(size_t(readingOf[patch])) : nullptr;
}

const Measurement *SurveyRecord::named(const std::string &name) const
{
    for (size_t i = 0; i < patches.size(); ++i) {
        if (patches[i].name == name) {
            return of(i);
        }
    }
    return nullptr;
}

Accuracy SurveyRecord::accuracy() const
{
    return accuracyOf(instrument, !correction.empty() || instrument.kind == "spectroradiometer", {}, started);
}

Status runSurvey(Bench &bench, const SurveyPlan &plan, const SurveyHooks &hooks, const std::stop_token &stop, SurveyRecord &record,
                 const SurveyRecord *earlier)
{
    return SurveyRun(bench, plan, hooks, stop, record).all(earlier);
}

std::vector<RoomPoint> SurveyRecord::roomPoints() const
{
    std::vector<RoomPoint> points;
    for (const Measurement &m : readings) {
        if (m.mode != ReadMode::Ambient || m.superseded || !roomFrom) {
            continue;
        }
        RoomPoint p{*roomFrom + (m.t - readings.front().t) / 3600, std::max(m.xyz.b, 0.0), {}};
        if (!m.lowLight && !m.tooDark && m.xyz.a > 0 && m.xyz.b > 0 && m.xyz.c > 0) {
            p.xy = chromaticity(m.xyz);
        }
        points.push_back(p);
    }
    return points;
}

SurveyRecord typedRoom(const std::vector<RoomPoint> &points, const DisplayInfo &display, WallTime now)
{
    SurveyRecord r;
    r.plan.kind = SurveyKind::Room;
    r.display = display;
    r.roomFrom = points.front().hours;
    r.started = r.finished = now;
    r.complete = true;
    for (const RoomPoint &p : points) {
        Measurement m;
        m.index = int(r.readings.size()) + 1;
        m.stage = surveyKindName(SurveyKind::Room);
        m.name = "room " + std::to_string(m.index);
        m.mode = ReadMode::Ambient;
        m.t = 3600 * (p.hours - points.front().hours);
        m.xyz = p.xy ? xyzOf(*p.xy, p.lux) : XYZ{0, p.lux, 0}; // nothing but lux is known
        r.readingOf.push_back(int(r.readings.size()));
        r.patches.push_back({});
        r.patches.back().name = m.name;
        r.readings.push_back(std::move(m));
    }
    return r;
}

ReadingSet readingSet(const SurveyRecord &r)
{
    ReadingSet set;
    set.readings = r.readings;
    set.display = modelAndSerial(r.display.model, r.display.serial);
    set.instrument = modelAndSerial(r.instrument.model, r.instrument.serial);
    set.correction = r.correction;
    set.created = isoTime(r.finished != WallTime{} ? r.finished : r.started);
    set.states = r.states;
    set.facts["measurement"] = surveyKindName(r.plan.kind);
    return set;
}

} // namespace lamp
