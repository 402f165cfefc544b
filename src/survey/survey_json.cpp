// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/results_json.h"

#include "base/base16.h"
#include "base/json.h"
#include "calibrate/target.h"
#include "device/bench_json.h"
#include "measure/measurement_json.h"

#include <cmath>

namespace lamp {

namespace {

using Json = nlohmann::json;
constexpr const char *kSchema = "dutiful-lamp/measurement/1";

/// What its results depend on.
Json planJson(const SurveyPlan &p)
{
    Target grays;
    grays.tone = p.tone;
    return {{"steps", p.steps},
            {"luminance", p.luminance},
            {"space", p.space},
            {"profile", base16(p.profile)},
            {"tone", Json::parse(targetToJson(grays)).at("tone")},
            {"white", p.white ? Json{{"x", p.white->x}, {"y", p.white->y}} : Json(nullptr)},
            {"grid", p.grid},
            {"even",
             {{"luminance_percent", p.even.luminancePercent},
              {"delta_e_00", p.even.deltaE ? Json(*p.even.deltaE) : Json(nullptr)},
              {"source", p.even.source}}},
            {"minutes", p.minutes},
            {"every_minutes", p.everyMinutes},
            {"signal", signalName(p.signal)},
            {"room_light", p.roomLight},
            {"reflectance", p.reflectance ? Json(*p.reflectance) : Json(nullptr)},
            {"rule", {{"limit", p.rule.limit}, {"equal", p.rule.equal}, {"uniformity", p.rule.uniformity}}},
            {"modes", p.modes}};
}

/// Throws where it is none.
void takePlan(SurveyPlan &p, const Json &j)
{
    p.steps = j.at("steps").get<int>();
    p.luminance = j.at("luminance").get<double>();
    p.space = j.at("space").get<std::string>();
    if (!rgbSpace(p.space)) {
        throw Unreadable(say("survey-no-space", p.space));
    }
    auto profile = fromBase16(j.at("profile").get<std::string>());
    if (!profile) {
        throw Unreadable(say("its-profile-damaged"));
    }
    p.profile = std::move(*profile);
    Json target = Json::parse(targetToJson(Target{}));
    target["tone"] = j.at("tone");
    const auto grays = targetFromJson(target.dump());
    if (!grays) {
        throw Unreadable(grays.error().what);
    }
    p.tone = grays->tone;
    const Json &white = j.at("white");
    p.white = white.is_null() ? std::nullopt : std::optional(Chromaticity{white.at("x").get<double>(), white.at("y").get<double>()});
    p.grid = j.at("grid").get<int>();
    p.minutes = j.at("minutes").get<double>();
    p.everyMinutes = j.at("every_minutes").get<double>();
    if (j.contains("signal")) { // not in files of before it was measured
        p.signal = signalFromName(j["signal"].get<std::string>()).value_or(Signal::Pq);
        p.roomLight = j.at("room_light").get<bool>();
        if (const Json &share = j.at("reflectance"); !share.is_null()) {
            p.reflectance = share.get<double>();
        }
    }
    if (j.contains("even")) { // the same
        const Json &even = j["even"];
        p.even.luminancePercent = even.at("luminance_percent").get<double>();
        p.even.deltaE = even.at("delta_e_00").is_null() ? std::nullopt : std::optional(even.at("delta_e_00").get<double>());
        p.even.source = even.at("source").get<std::string>();
    }
    p.rule = {j.at("rule").at("limit").get<double>(), j.at("rule").at("equal").get<double>(), j.at("rule").at("uniformity").get<double>()};
    p.modes = j.at("modes").get<std::vector<std::string>>();
    // What is worked out from it is worked out of what a plan can be, whoever wrote the file.
    constexpr double kMostMinutes = 1440;
    const auto within = [](double v, double least, double most) { return v >= least && v <= most; };
    const bool sound = within(p.steps, 2, kMostSurveySteps) && within(p.luminance, 0, 1) && (p.grid == 3 || p.grid == 5 || p.grid == 9)
                       && within(p.minutes, 0, kMostMinutes) && within(p.everyMinutes, 0, kMostMinutes) && within(p.rule.limit, 0, 1000)
                       && within(p.rule.equal, 0, 1000) && within(p.rule.uniformity, 0, 1000) && areLimits(p.even)
                       && within(p.reflectance.value_or(0), 0, 1);
    if (!sound) {
        throw Unreadable(verbatim("plan"));
    }
}

/// Whether a reading is of a patch: named so, or read again for it ("gray 40.0, again").
bool isOf(const std::string &reading, const std::string &patch)
{
    return reading == patch || reading.starts_with(patch + ", ");
}

SurveyPatch patchFrom(const Json &p)
{
    const auto three = [](const Json &list) {
        const auto v = list.get<std::array<double, 3>>();
        return Drive{v[0], v[1], v[2]};
    };
    SurveyPatch patch;
    patch.name = p.at("name").get<std::string>();
    patch.rgb = three(p.at("rgb"));
    patch.at = p.at("at").get<std::array<double, 2>>();
    patch.mode = p.at("mode").get<std::string>();
    if (p.contains("from")) {
        patch.from = p["from"].get<std::array<double, 2>>();
    }
    patch.room = p.value("room", false);
    if (p.contains("judged")) { // in files of before it is not known
        patch.area = p.at("area").get<double>();
        patch.surround = three(p.at("surround"));
        patch.judged = p.at("judged").get<bool>();
        if (!p.at("wanted").is_null()) {
            const Drive lab = three(p.at("wanted"));
            patch.wanted = Lab{lab.a, lab.b, lab.c};
        }
    }
    return patch;
}

} // namespace

std::string surveyJson(const SurveyRecord &r, const SurveyResults &results)
{
    Json readings = Json::array(), patches = Json::array(), warnings = Json::array();
    for (const Measurement &m : r.readings) {
        readings.push_back(measurementJson(m));
    }
    for (size_t i = 0; i < r.patches.size(); ++i) {
        patches.push_back(
            {{"name", r.patches[i].name},
             {"rgb", driveJson(r.patches[i].rgb)},
             {"at", r.patches[i].at},
             {"area", r.patches[i].area},
             {"surround", driveJson(r.patches[i].surround)},
             {"mode", r.patches[i].mode},
             {"judged", r.patches[i].judged},
             {"wanted", r.patches[i].wanted ? driveJson({r.patches[i].wanted->a, r.patches[i].wanted->b, r.patches[i].wanted->c}) : Json(nullptr)},
             {"reading", r.readingOf[i]}});
        if (r.patches[i].from) {
            patches.back()["from"] = *r.patches[i].from;
        }
        if (r.patches[i].room) {
            patches.back()["room"] = true;
        }
    }
    for (const Message &m : r.warnings) {
        warnings.push_back(messageJson(m));
    }
    Json controls = Json::object();
    for (const Control &c : r.display.controls) {
        controls[c.name] = c.value;
    }
    Json followed = Json::array();
    for (const SurveyRecord::Followed &f : r.followed) {
        followed.push_back({{"hours", rounded(f.hours, 7)}, {"value", f.value}, {"luminance_cd_m2", rounded(f.luminance, 4)}});
    }
    const Json out{{"schema", kSchema},
                   {"kind", surveyKindName(r.plan.kind)},
                   {"complete", r.complete},
                   {"plan", planJson(r.plan)},
                   {"display",
                    {{"model", r.display.model},
                     {"serial", r.display.serial},
                     {"mode", r.display.mode},
                     {"controls", controls},
                     {"lut_loaded", r.display.lutLoaded}}},
                   {"instrument", {{"model", r.instrument.model}, {"serial", r.instrument.serial}, {"correction", r.correction}}},
                   {"started", isoTime(r.started)},
                   {"finished", isoTime(r.finished)},
                   {"readings", r.readings.size()},
                   {"bench_seconds", rounded(r.benchSeconds)},
                   {"warm_up_seconds", r.warmUp ? rounded(r.warmUp->seconds) : Json(nullptr)},
                   {"results", resultsJson(results)},
                   {"warnings", warnings},
                   {"said_codes", messagesJson(surveySaid(r, results))},
                   {"first_at_hours", r.roomFrom ? Json(*r.roomFrom) : Json(nullptr)},
                   {"followed", followed},
                   {"display_facts", benchjson::toJson(r.display)},
                   {"instrument_facts", benchjson::toJson(r.instrument)},
                   {"measurements", readings},
                   {"patches", patches},
                   {"states", statesJson(r.states)}};
    return jsonText(out, 1);
}

Result<SurveyRecord> surveyFromJson(const std::string &text)
{
    const auto parsed = parseJson(text);
    if (!parsed) {
        return parsed.error();
    }
    try {
        const Json &j = parsed.value();
        if (j.at("schema").get<std::string>() != kSchema) {
            throw std::runtime_error("schema");
        }
        SurveyRecord r;
        const auto kind = surveyKindFromName(j.at("kind").get<std::string>());
        if (!kind) {
            throw std::runtime_error("kind");
        }
        r.plan.kind = *kind;
        const auto display = benchjson::displayInfo(j.at("display_facts"));
        const auto instrument = benchjson::instrumentInfo(j.at("instrument_facts"));
        if (!display || !instrument) {
            throw std::runtime_error(display ? "instrument_facts" : "display_facts");
        }
        r.display = display.value();
        r.instrument = instrument.value();
        r.correction = j.at("instrument").at("correction").get<std::string>();
        r.started = fromIsoTime(j.at("started").get<std::string>());
        r.finished = fromIsoTime(j.at("finished").get<std::string>());
        r.warnings = messagesFrom(j.at("warnings"));
        r.complete = j.at("complete").get<bool>();
        for (const Json &m : j.at("measurements")) {
            r.readings.push_back(measurementFromJson(m));
        }
        if (j.contains("plan")) { // in files of before it is not known
            takePlan(r.plan, j.at("plan"));
        }
        for (const Json &p : j.at("patches")) {
            SurveyPatch patch = patchFrom(p);
            const int reading = p.at("reading").get<int>();
            if (reading < -1 || reading >= int(r.readings.size()) || (reading >= 0 && !isOf(r.readings[size_t(reading)].name, patch.name))) {
                throw std::runtime_error("reading");
            }
            r.patches.push_back(std::move(patch));
            r.readingOf.push_back(reading);
        }
        r.states = statesFromJson(j.at("states"));
        // Not in files of before there were rooms.
        if (j.contains("first_at_hours") && j.at("first_at_hours").is_number()) {
            r.roomFrom = j.at("first_at_hours").get<double>();
        }
        for (const Json &f : j.value("followed", Json::array())) {
            const auto hours = f.at("hours").get<double>();
            r.followed.push_back({hours, f.at("value").get<double>(), f.at("luminance_cd_m2").get<double>()});
        }
        return r;
    } catch (const std::exception &e) {
        return Error{ErrorKind::Input, say("survey-file-unusable", e.what()), {}, {}, "survey", false};
    }
}

} // namespace lamp
