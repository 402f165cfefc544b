// SPDX-License-Identifier: GPL-3.0-or-later
// The record of a visit as the command line promises it: figures rounded to what an instrument resolves.
#include "visit/record.h"

#include "visit/record_parts.h"

#include "base/json.h"
#include "base/names.h"
#include "colour/cct.h"
#include "device/bench_json.h"
#include "measure/measurement_json.h"
#include <cmath>
#include <numbers>
#include <sstream>

namespace lamp {

using Json = nlohmann::json;

namespace {

// nlohmann turns NaN into null; keep files readable by rounding what no instrument resolves.
Json rounded(double v, int decimals = 6)
{
    if (!std::isfinite(v)) {
        return nullptr;
    }
    const double k = std::pow(10.0, decimals);
    return std::round(v * k) / k;
}

template <typename Tag> Json list(const Triple<Tag> &t, int decimals = 4)
{
    return {rounded(t.a, decimals), rounded(t.b, decimals), rounded(t.c, decimals)};
}

/// \note reflected light is worked out for a usual screen, not read
Json roomJson(const VisitRecord &r)
{
    const auto seen = r.inRoom();
    return seen ? Json{{"lux_at_desk", rounded(*r.roomLux, 1)},
                       {"reflected_cd_m2_estimated", rounded(seen->reflected, 3)},
                       {"contrast_estimated", rounded(seen->contrast, 0)}}
                : Json(nullptr);
}

Json whiteJson(const VisitRecord &r)
{
    const XYZ &w = r.calibrated.white;
    const Chromaticity c = chromaticity(w);
    return {{"x", rounded(c.x, 5)},
            {"y", rounded(c.y, 5)},
            {"Y", rounded(w.b, 3)},
            {"cct_k", w.b > 0 && cctOf(c).meaningful() ? rounded(cctOf(c).kelvin, 0) : Json(nullptr)},
            {"duv", w.b > 0 && cctOf(c).meaningful() ? rounded(cctOf(c).duv, 5) : Json(nullptr)},
            {"delta_e_00", w.b > 0 ? rounded(whiteDifference(w, r.targetWhite()), 3) : Json(nullptr)}};
}

Json verificationJson(const Verification &v, const FigureDoubt &doubt)
{
    Json patches = Json::array();
    for (const VerifiedColour &c : v.colours) {
        patches.push_back({{"name", c.colour.name},
                           {"rgb", list(c.colour.rgb, 6)},
                           {"expected_lab", list(c.colour.wanted)},
                           {"measured_lab", list(c.measured)},
                           {"delta_e_00", rounded(c.deltaE, 4)},
                           {"instrument_k2", rounded(c.k2.instrument, 4)},
                           {"absolute_k2", rounded(c.k2.absolute, 4)},
                           {"XYZ", list(c.xyz, 6)},
                           {"sigma_XYZ", list(c.sigma, 7)}});
    }
    return {{"metric", "CIEDE2000"},
            {"mean", rounded(v.mean, 4)},
            {"max", rounded(v.max, 4)},
            {"p95", rounded(v.p95, 4)},
            {"within_95_percent", rounded(mostColoursWithin(v), 3)},
            {"mean_uncertainty_k2", rounded(doubt.mean.absolute, 4)},
            {"max_uncertainty_k2", rounded(doubt.max.absolute, 4)},
            {"white_XYZ", list(v.white.xyz, 5)},
            {"patches", patches}};
}

/// What the verdict rests on: each figure by the tolerance's own formula against its limit.
Json judgedJson(const VisitRecord &r)
{
    Json figures = Json::array();
    for (const Check &c : r.checks) {
        figures.push_back({{"figure", c.code},
                           {"value", rounded(c.value, 4)},
                           {"unit", c.unit},
                           {"limit", rounded(c.limit, 4)},
                           {"instrument_k2", rounded(c.k2.instrument, 4)},
                           {"absolute_k2", rounded(c.k2.absolute, 4)},
                           {"verdict", verdictName(c.verdict)}});
    }
    return {{"tolerance", r.plan.tolerance.name}, {"metric", metricName(r.plan.tolerance.metric)}, {"figures", figures}};
}

/// What changed since the visit, or the profile, that a check was given.
Json sinceJson(const VisitRecord &r)
{
    const auto change = changeSince(r);
    return change ? Json{{"date", isoTime(r.plan.earlier->at)},
                         {"luminance_percent", rounded(change->luminancePercent, 2)},
                         {"luminance_percent_k2", rounded(change->luminanceK2, 2)},
                         {"white_delta_e_00", rounded(change->white, 3)},
                         {"white_delta_e_00_k2", rounded(change->whiteK2, 3)},
                         {"same_instrument", change->sameInstrument}}
                  : Json(nullptr);
}

/// The same as the command line promises it; null where it is not known.
Json uncertaintyJson(const FigureDoubt &doubt)
{
    Json all = Json::object();
    for (const NamedDoubt &d : kDoubts) {
        const Expanded &k2 = doubt.*d.member;
        all[d.name] = {{"instrument_k2", rounded(k2.instrument)}, {"absolute_k2", rounded(k2.absolute)}};
    }
    return all;
}

Json accuracyJson(const VisitRecord &r)
{
    constexpr std::array<const char *, 3> from{"stated", "class", "matrix"};
    const Accuracy a = r.accuracy();
    return {{"xy", rounded(a.xy, 5)},
            {"Y", rounded(a.luminance, 4)},
            {"from", from[size_t(a.from)]},
            {"corrected", a.corrected},
            {"years_since_certificate", a.dated ? rounded(a.years, 2) : Json(nullptr)}};
}

/// What was seen of the display, the instrument and the room.
Json findingsJson(const VisitRecord &r, const Wording &wording)
{
    Json all = Json::array();
    for (const Message &m : r.warnings) {
        all.push_back({{"code", m.code}, {"severity", "warning"}, {"text", wording(m)}});
    }
    return all;
}

Json grayJson(const GrayJudgement &g)
{
    Json grays = Json::array();
    for (const GrayResult &r : g.grays) {
        grays.push_back({{"drive", rounded(r.drive)}, {"XYZ", list(r.xyz, 5)}, {"delta_e_00", rounded(r.deltaE, 4)}, {"gamma", rounded(r.gamma, 4)}});
    }
    return {
        {"delta_e_00_mean", rounded(g.mean, 4)}, {"delta_e_00_max", rounded(g.max, 4)}, {"gamma_mean", rounded(g.gammaMean, 4)}, {"grays", grays}};
}

} // namespace

namespace {

Json worded(const std::vector<Message> &messages, const Wording &wording)
{
    Json all = Json::array();
    for (const Message &m : messages) {
        all.push_back(wording(m));
    }
    return all;
}

} // namespace

std::string visitJson(const VisitRecord &r, const Wording &wording)
{
    const Chromaticity white = r.targetWhite();
    const auto luminance = r.plan.target.luminance.value();
    const auto contrast = r.contrast();
    Json warmUp = rounded(r.warmUpSeconds, 1);
    Json json{{"schema", "dutiful-lamp/visit/1"},
              {"task", taskName(r.plan.task)},
              {"effort", effortName(r.plan.effort)},
              {"display",
               {{"model", r.display.model},
                {"serial", r.display.serial},
                {"technology", r.display.technology},
                {"mode", r.plan.mode.empty() ? r.display.mode : r.plan.mode},
                {"controls", r.controls}}},
              {"instrument",
               {{"model", r.instrument.model},
                {"serial", r.instrument.serial},
                {"kind", r.instrument.kind},
                {"correction", r.correction.empty() ? Json(nullptr) : Json(r.correction)}}},
              {"target",
               {{"name", r.plan.target.name},
                {"white", {{"x", rounded(white.x, 5)}, {"y", rounded(white.y, 5)}}},
                {"luminance_cd_m2", rounded(luminance.value_or(r.aimLuminance), 3)},
                {"tone", r.plan.target.tone.name()}}},
              {"tolerance", Json::parse(toleranceToJson(r.plan.tolerance))},
              {"started", isoTime(r.started)},
              {"finished", isoTime(r.finished)},
              {"readings", r.readings.size()},
              {"bench_seconds", rounded(r.benchSeconds, 1)},
              {"warm_up_seconds", warmUp},
              {"room_lux", r.roomLux ? rounded(*r.roomLux, 1) : Json(nullptr)},
              {"room", roomJson(r)},
              {"calibration",
               {{"white", whiteJson(r)},
                {"black_cd_m2", rounded(r.calibrated.black.b, 5)},
                {"contrast", contrast && !contrast->atLeast ? rounded(contrast->value, 0) : Json(nullptr)},
                {"contrast_at_least", contrast ? Json(std::floor(contrast->value)) : Json(nullptr)},
                {"gray", grayJson(r.gray)},
                {"expected_error_delta_e_00", rounded(r.expectedError, 3)},
                {"gray_floor_delta_e_00", rounded(r.quantisationFloor, 3)}}},
              {"verification", verificationJson(r.verification, r.doubt)},
              {"gamut", gamutJson(r.gamut)},
              {"uncertainty", uncertaintyJson(r.doubt)},
              {"accuracy_k1", accuracyJson(r)},
              {"judged", judgedJson(r)},
              {"since", sinceJson(r)},
              {"scope", r.checks.empty() || !std::isfinite(r.checks.front().k2.absolute) ? Json(nullptr) : Json(scopeName(r.checks.front().scope))},
              {"findings", findingsJson(r, wording)},
              {"verdict", verdictName(r.verdict)},
              {"reasons", worded(r.reasons, wording)},
              {"warnings", worded(r.warnings, wording)},
              {"reason_codes", messagesJson(r.reasons)},
              {"warning_codes", messagesJson(r.warnings)}};
    Json stages = Json::array();
    constexpr std::array<const char *, 5> states{"pending", "running", "done", "skipped", "failed"};
    for (const auto &[stage, l] : r.lines) {
        stages.push_back(
            {{"stage", stageName(stage)}, {"state", states[size_t(l.state)]}, {"summary", wording(l.summary)}, {"at", isoTime(l.at)}, {"by", l.by}});
        if (!l.note.empty()) {
            stages.back()["note"] = l.note;
        }
    }
    json["stages"] = stages;
    Json measurements = Json::array();
    for (const Measurement &m : r.readings) {
        measurements.push_back(measurementJson(m));
    }
    json["measurements"] = std::move(measurements);
    json.update(statesJson(r.states));
    for (const auto &[name, value] : factsOfVisit(r)) {
        json[name] = value[0] == '{' || value[0] == '[' ? Json::parse(value) : Json(value);
    }
    return jsonText(json, 2);
}

} // namespace lamp
