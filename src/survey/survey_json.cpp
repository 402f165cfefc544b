// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/results.h"

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

/// What is not known is null, never a good value.
Json rounded(double v, int figures = 5)
{
    return std::isfinite(v) ? Json(withFigures(v, figures)) : Json(nullptr);
}

Json k2Json(const Expanded &e)
{
    return {{"instrument_k2", rounded(e.instrument, 3)}, {"absolute_k2", rounded(e.absolute, 3)}};
}

Json xyJson(const XYZ &xyz)
{
    const Chromaticity c = chromaticity(xyz);
    return {{"x", rounded(c.x)}, {"y", rounded(c.y)}, {"Y", rounded(xyz.b)}};
}

Json labJson(const Lab &lab)
{
    return Json::array({rounded(lab.a), rounded(lab.b), rounded(lab.c)});
}

Json driveJson(const Drive &d)
{
    return Json::array({d.a, d.b, d.c});
}

Json json(const GrayTracking &t)
{
    Json steps = Json::array();
    for (const GrayStep &s : t.steps) {
        steps.push_back({{"drive", rounded(s.drive)},
                         {"luminance_cd_m2", rounded(s.xyz.b)},
                         {"share", rounded(s.share)},
                         {"gamma", rounded(s.gamma, 4)},
                         {"delta_e_00", rounded(s.deltaE, 4)},
                         {"uncertainty", k2Json(s.k2)},
                         {"delta_uv", rounded(s.uv, 3)},
                         {"balance", Json::array({rounded(s.balance[0], 4), rounded(s.balance[1], 4), rounded(s.balance[2], 4)})}});
    }
    return {{"white", xyJson(t.white)},
            {"black_cd_m2", rounded(t.black.b)},
            {"gamma_mean", rounded(t.gamma, 4)},
            {"delta_e_00_mean", rounded(t.mean, 4)},
            {"delta_e_00_max", rounded(t.max, 4)},
            {"uncertainty", {{"mean", k2Json(t.meanK2)}, {"max", k2Json(t.maxK2)}}},
            {"steps", steps}};
}

Json json(const ColourDifferences &c)
{
    Json colours = Json::array();
    for (const SurveyDifference &d : c.colours) {
        colours.push_back({{"name", d.name},
                           {"rgb", driveJson(d.rgb)},
                           {"expected_lab", labJson(d.wanted)},
                           {"measured_lab", labJson(d.measured)},
                           {"delta_e_00", rounded(d.deltaE, 4)},
                           {"uncertainty", k2Json(d.k2)},
                           {"delta_l", rounded(d.lightness, 4)},
                           {"delta_c", rounded(d.chroma, 4)},
                           {"delta_h", rounded(d.hue, 4)}});
    }
    return {{"metric", "CIEDE2000"},
            {"mean", rounded(c.mean, 4)},
            {"max", rounded(c.max, 4)},
            {"p95", rounded(c.p95, 4)},
            {"uncertainty", {{"mean", k2Json(c.meanK2)}, {"max", k2Json(c.maxK2)}}},
            {"colours", colours}};
}

Json json(const Uniformity &u)
{
    Json places = Json::array();
    for (const UniformityPlace &p : u.places) {
        places.push_back({{"at", p.at},
                          {"luminance_percent", rounded(p.luminancePercent, 4)},
                          {"luminance_k2", rounded(p.luminanceK2, 3)},
                          {"delta_uv", rounded(p.uv, 3)},
                          {"white_delta_e_00", rounded(p.white, 4)},
                          {"gray_delta_e_00", rounded(p.gray, 4)}});
    }
    return {{"grid", u.grid},
            {"darkest_percent", rounded(u.darkest, 4)},
            {"brightest_percent", rounded(u.brightest, 4)},
            {"delta_uv_max", rounded(u.worstUv, 3)},
            {"delta_e_00_max", rounded(u.worst, 4)},
            {"delta_e_00_mean", rounded(u.mean, 4)},
            {"centre_drift_percent", rounded(u.drift, 3)},
            {"within_10_percent", u.within10 ? Json(*u.within10) : Json(nullptr)},
            {"places", places}};
}

Json json(const ContrastFound::InRoom &r)
{
    return {{"lux", r.lux ? rounded(*r.lux) : Json(nullptr)},
            {"seen_from_desk", r.seen},
            {"black_cd_m2", Json::array({rounded(r.blackLow, 4), rounded(r.black, 4)})},
            {"contrast", Json::array({rounded(r.contrast, 4), rounded(r.contrastHigh, 4)})}};
}

Json optionalJson(const std::optional<double> &v, int figures = 5)
{
    return v ? rounded(*v, figures) : Json(nullptr);
}

Json json(const HdrFound &f)
{
    Json steps = Json::array(), areas = Json::array(), lasting = Json::array(), colours = Json::array();
    for (const HdrStep &s : f.steps) {
        steps.push_back({{"signal", rounded(s.signal)},
                         {"wanted_cd_m2", rounded(s.wanted)},
                         {"luminance_cd_m2", rounded(s.xyz.b)},
                         {"percent", rounded(s.percent, 4)},
                         {"delta_e_itp", optionalJson(s.deltaE, 4)},
                         {"uncertainty", k2Json(s.k2)}});
    }
    for (const auto &[area, peak] : f.peakByArea) {
        areas.push_back({{"area", area}, {"luminance_cd_m2", rounded(peak)}});
    }
    for (const HdrFound::Point &p : f.lasting) {
        lasting.push_back({{"minutes", rounded(p.minutes)}, {"luminance_cd_m2", rounded(p.luminance)}});
    }
    for (const HdrColour &c : f.colours) {
        colours.push_back({{"name", c.name},
                           {"wanted", xyJson(c.wanted)},
                           {"measured", xyJson(c.xyz)},
                           {"delta_e_itp", rounded(c.deltaE, 4)},
                           {"uncertainty", k2Json(c.k2)}});
    }
    return {{"signal", signalName(f.signal)},
            {"peak", xyJson(f.peak)},
            {"black_cd_m2", rounded(f.black)},
            {"black_at_most", f.blackAtMost},
            {"contrast", rounded(f.contrast, 4)},
            {"knee_cd_m2", optionalJson(f.knee)},
            {"full_from_cd_m2", optionalJson(f.full)},
            {"judged", {{"from_cd_m2", rounded(f.judgedFrom)}, {"to_cd_m2", rounded(f.judgedTo)}, {"grays", f.judged}}},
            {"metric", "ITP"},
            {"delta_e_itp_mean", f.judged > 0 ? rounded(f.mean, 4) : Json(nullptr)},
            {"delta_e_itp_max", f.judged > 0 ? rounded(f.max, 4) : Json(nullptr)},
            {"uncertainty", f.judged > 0 ? k2Json(f.meanK2) : Json(nullptr)},
            {"luminance_percent_mean", f.judged > 0 ? rounded(f.percentMean, 4) : Json(nullptr)},
            {"peak_by_area", areas},
            {"full_screen_cd_m2", f.fullScreen > 0 ? rounded(f.fullScreen) : Json(nullptr)},
            {"lasting", lasting},
            {"lasting_share", optionalJson(f.lastShare, 4)},
            {"colour_light_share", optionalJson(f.colourLight, 4)},
            {"colours",
             {{"delta_e_itp_mean", f.colours.empty() ? Json(nullptr) : rounded(f.colourMean, 4)},
              {"delta_e_itp_max", f.colours.empty() ? Json(nullptr) : rounded(f.colourMax, 4)},
              {"uncertainty", f.colours.empty() ? Json(nullptr) : k2Json(f.colourMeanK2)},
              {"colours", colours}}},
            {"drift_percent", rounded(f.driftPercent, 3)},
            {"steps", steps}};
}

Json json(const AnglesFound &f)
{
    Json views = Json::array();
    for (const AngleView &v : f.views) {
        views.push_back({{"from", v.from},
                         {"luminance_cd_m2", rounded(v.luminance)},
                         {"percent", rounded(v.percent, 4)},
                         {"delta_uv", rounded(v.uv, 3)},
                         {"delta_uv_k2", rounded(v.uvK2, 3)},
                         {"gray_delta_e_00", optionalJson(v.gray, 4)},
                         {"contrast", v.contrast > 0 ? rounded(v.contrast, 4) : Json(nullptr)},
                         {"contrast_at_least", v.contrastAtLeast}});
    }
    return {{"half_luminance_degrees", optionalJson(f.half, 3)},
            {"white_moved_degrees", optionalJson(f.moved, 3)},
            {"looked_to_degrees", f.widest},
            {"drift_percent", rounded(f.driftPercent, 3)},
            {"views", views}};
}

Json json(const ContrastFound &c)
{
    Json areas = Json::array();
    for (const auto &[area, white] : c.whiteByArea) {
        areas.push_back({{"area", area}, {"luminance_cd_m2", rounded(white)}});
    }
    return {{"white", xyJson(c.white)},
            {"black_cd_m2", rounded(c.black.b)},
            {"black_k2", rounded(c.blackK2, 3)},
            {"contrast", rounded(c.contrast, 4)},
            {"contrast_at_least", c.atLeast},
            {"black_beside_white_cd_m2", c.besideWhite ? rounded(*c.besideWhite) : Json(nullptr)},
            {"white_by_area", areas},
            {"dims", c.dims},
            {"in_room_light", c.inRoom ? json(*c.inRoom) : Json(nullptr)}};
}

Json json(const StabilityFound &s)
{
    Json points = Json::array();
    for (const StabilityFound::Point &p : s.points) {
        points.push_back({{"minutes", rounded(p.minutes)},
                          {"luminance_cd_m2", rounded(p.xyz.b)},
                          {"percent", rounded(p.percent, 4)},
                          {"delta_uv", rounded(p.uv, 3)}});
    }
    return {{"range_percent", rounded(s.rangePercent, 4)},
            {"range_uv", rounded(s.rangeUv, 3)},
            {"last_percent_per_hour", rounded(s.lastPercentPerHour, 3)},
            {"settled_minutes", s.settledMinutes ? rounded(*s.settledMinutes) : Json(nullptr)},
            {"points", points}};
}

Json json(const RoomDay &d)
{
    Json points = Json::array(), spans = Json::array();
    for (const RoomPoint &p : d.points) {
        Json point{{"hours", rounded(p.hours, 7)}, {"lux", rounded(p.lux)}, {"x", nullptr}, {"y", nullptr}};
        if (p.xy) {
            point["x"] = rounded(p.xy->x);
            point["y"] = rounded(p.xy->y);
        }
        points.push_back(std::move(point));
    }
    for (const RoomSpan &s : d.spans) {
        spans.push_back(
            {{"from_hours", rounded(s.from)}, {"to_hours", rounded(s.to)}, {"lux", rounded(s.lux)}, {"luminance_cd_m2", rounded(s.luminance, 3)}});
    }
    const auto known = [](double kelvin) { return kelvin > 0 ? rounded(kelvin, 4) : Json(nullptr); };
    return {{"lowest_lux", rounded(d.lowest)},   {"middle_lux", rounded(d.middle)},
            {"highest_lux", rounded(d.highest)}, {"right_for_photo_work_share", rounded(d.right, 3)},
            {"too_bright_hours", d.tooBright},   {"unread_hours", d.unread},
            {"warmest_k", known(d.warmest)},     {"coolest_k", known(d.coolest)},
            {"luminance_by_hours", spans},       {"points", points}};
}

Json json(const ModeFound &m, const Choice::Line &line, bool chosen)
{
    return {{"name", m.name},
            {"white", xyJson(m.white)},
            {"contrast", rounded(m.contrast, 4)},
            {"contrast_at_least", m.contrastAtLeast},
            {"gamma", rounded(m.gamma, 4)},
            {"coverage_percent", rounded(m.coverage, 4)},
            {"colours", json(m.colours)},
            {"discarded", line.discarded},
            {"why", messageJson(line.why)},
            {"recommended", chosen}};
}

Json resultsJson(const SurveyResults &s)
{
    Json out = Json::object();
    if (s.gray) {
        out["gray"] = json(*s.gray);
    }
    if (s.colours) {
        out["colours"] = json(*s.colours);
    }
    if (s.uniformity) {
        out["uniformity"] = json(*s.uniformity);
    }
    if (s.contrast) {
        out["contrast"] = json(*s.contrast);
    }
    if (s.stability) {
        out["stability"] = json(*s.stability);
    }
    if (s.hdr) {
        out["hdr"] = json(*s.hdr);
    }
    if (s.angles) {
        out["angles"] = json(*s.angles);
    }
    if (s.room) {
        out["room"] = json(*s.room);
    }
    if (!s.modes.empty()) {
        out["modes"] = Json::array();
        for (size_t i = 0; i < s.modes.size(); ++i) {
            out["modes"].push_back(json(s.modes[i], s.choice->lines.at(i), s.choice->chosen == i));
        }
        out["recommended"] = s.choice->chosen ? Json(s.modes[*s.choice->chosen].name) : Json(nullptr);
    }
    return out;
}

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
    p.rule = {j.at("rule").at("limit").get<double>(), j.at("rule").at("equal").get<double>(), j.at("rule").at("uniformity").get<double>()};
    p.modes = j.at("modes").get<std::vector<std::string>>();
    // What is worked out from it is worked out of what a plan can be, whoever wrote the file.
    constexpr double kMostMinutes = 1440;
    const auto within = [](double v, double least, double most) { return v >= least && v <= most; };
    const bool sound = within(p.steps, 2, kMostSurveySteps) && within(p.luminance, 0, 1) && (p.grid == 3 || p.grid == 5 || p.grid == 9)
                       && within(p.minutes, 0, kMostMinutes) && within(p.everyMinutes, 0, kMostMinutes) && within(p.rule.limit, 0, 1000)
                       && within(p.rule.equal, 0, 1000) && within(p.rule.uniformity, 0, 1000) && within(p.reflectance.value_or(0), 0, 1);
    if (!sound) {
        throw Unreadable(verbatim("plan"));
    }
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
            if (reading < -1 || reading >= int(r.readings.size()) || (reading >= 0 && r.readings[size_t(reading)].name != patch.name)) {
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
