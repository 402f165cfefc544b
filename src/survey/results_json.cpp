// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/results_json.h"

#include "base/json.h"
#include "base/text.h"
#include "measure/measurement_json.h"

#include <cmath>

namespace lamp {

using Json = nlohmann::json;

namespace {

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
                          {"gray_delta_e_00", rounded(p.gray, 4)},
                          {"delta_e_00_k2", rounded(p.colourK2, 3)}});
    }
    Json even = Json::array();
    for (const Evenness &e : u.even) {
        even.push_back({{"what", e.colour ? "colour" : "luminance"},
                        {"limit", e.limit},
                        {"unit", e.colour ? "delta_e_00" : "percent"},
                        {"worst", rounded(e.worst, 4)},
                        {"within", e.within ? Json(*e.within) : Json(nullptr)}});
    }
    return {{"grid", u.grid},
            {"darkest_percent", rounded(u.darkest, 4)},
            {"brightest_percent", rounded(u.brightest, 4)},
            {"delta_uv_max", rounded(u.worstUv, 3)},
            {"delta_e_00_max", rounded(u.worst, 4)},
            {"delta_e_00_mean", rounded(u.mean, 4)},
            {"centre_drift_percent", rounded(u.drift, 3)},
            {"within_10_percent", u.within10 ? Json(*u.within10) : Json(nullptr)},
            {"even", even},
            {"places", places}};
}

Json json(const ContrastFound::InRoom &r)
{
    return {{"lux", r.lux ? rounded(*r.lux) : Json(nullptr)},
            {"seen_from_desk", r.seen},
            {"black_cd_m2", Json::array({rounded(r.blackLow, 4), rounded(r.black, 4)})},
            {"contrast", Json::array({rounded(r.contrast, 4), r.atLeast ? Json(nullptr) : rounded(r.contrastHigh, 4)})}};
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
            {"peak_percent_uncertainty", k2Json(f.peakPercentK2)},
            {"black_cd_m2", f.blackAtMost ? Json(nullptr) : rounded(f.black)},
            {"black_at_most", f.blackAtMost},
            {"contrast", rounded(f.contrast, 4)},
            {"follows", f.follows ? Json(*f.follows) : Json(nullptr)},
            {"light_share_least", optionalJson(f.least, 4)},
            {"light_share_most", optionalJson(f.most, 4)},
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
            {"colour_light_share_wanted", optionalJson(f.colourLight ? std::optional(f.colourLightWanted) : std::nullopt, 4)},
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
            {"recommended", chosen},
            {"calibrated",
             m.keptLuminance ? Json{{"luminance_cd_m2", rounded(*m.keptLuminance, 4)}, {"contrast", rounded(*m.keptContrast, 4)}} : Json(nullptr)}};
}

} // namespace

Json rounded(double v, int figures)
{
    return std::isfinite(v) ? Json(withFigures(v, figures)) : Json(nullptr);
}

Json driveJson(const Drive &d)
{
    return Json::array({d.a, d.b, d.c});
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
        out["to_calibrate"] = s.choice->toCalibrate ? Json(s.modes[*s.choice->toCalibrate].name) : out["recommended"];
    }
    return out;
}

} // namespace lamp
