// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/match.h"

#include "base/json.h"
#include "measure/warm_up.h"
#include "visit/earlier.h"

#include <nlohmann/json.hpp>

namespace lamp {

namespace {

MatchTarget alike(Target target, const XYZ &white, std::string display)
{
    target.white.kind = WhiteTarget::Kind::Xy;
    target.white.xy = chromaticity(white);
    target.luminance.kind = LuminanceTarget::Kind::Value;
    target.luminance.cdM2 = white.b;
    target.name = "like " + display;
    target.why.clear();
    return {std::move(target), {std::move(display), {}, {}}};
}

std::string textUnder(const nlohmann::json &j, const char *object, const char *key)
{
    if (!j.is_object() || !j.contains(object) || !j[object].is_object() || !j[object].contains(key) || !j[object][key].is_string()) {
        return {};
    }
    return j[object][key].get<std::string>();
}

} // namespace

Result<MatchTarget> matchOfVisitFile(const std::string &text, Target wanted)
{
    const auto earlier = earlierFromVisitFile(text);
    if (!earlier) {
        return earlier.error();
    }
    const nlohmann::json j = parseJson(text).value(); // as earlierFromVisitFile() has seen
    if (j.contains("visit_target")) {
        const auto its = targetFromJson(j["visit_target"].dump());
        if (!its) {
            return its.error();
        }
        wanted = its.value();
    }
    const std::string model = textUnder(j, "display", "model"), serial = textUnder(j, "display", "serial");
    MatchTarget match = alike(std::move(wanted), earlier->white, modelAndSerial(model, serial));
    match.like.technology = textUnder(j, "display", "technology");
    match.like.instrument = earlier->instrument;
    return match;
}

MatchTarget setOff(MatchTarget match, const Matched::ByEye &offset)
{
    const Uv read = uvOf(match.target.white.xy);
    match.target.white.xy = xyOf({read.u + offset.du, read.v + offset.dv});
    match.target.luminance.cdM2 *= 1 + offset.luminancePercent / 100;
    match.like.byEye = offset;
    return match;
}

Result<MatchTarget> matchOfVisit(const VisitRecord &record)
{
    const auto earlier = earlierOf(record);
    if (!earlier) {
        return Error{ErrorKind::Input, say("earlier-visit-unreadable", say("no-white-in-it")), say("nothing-started"), {}, "earlier", false};
    }
    MatchTarget match = alike(record.plan.target, earlier->white, modelAndSerial(record.display.model, record.display.serial));
    match.like.technology = record.display.technology;
    match.like.instrument = earlier->instrument;
    return match;
}

Result<MatchTarget> matchOfBench(Bench &bench, Target wanted, int instrument, const std::stop_token &stop)
{
    if (const auto hello = bench.hello(); !hello) {
        return hello.error();
    }
    const auto display = bench.describeDisplay();
    if (!display) {
        return display.error();
    }
    if (instrument >= 0) {
        if (const Status s = bench.selectInstrument(instrument); !s) {
            return s.error();
        }
    }
    const auto info = bench.describeInstrument();
    if (!info) {
        return info.error();
    }
    Gauge gauge(bench, info.value(), {}, stop);
    if (const Status s = gauge.setCorrection(info->hasCorrection(display->technology) ? display->technology : ""); !s) {
        return s.error();
    }
    if (const Status s = gauge.place({}); !s) {
        return s.error();
    }
    const auto warm = warmUp(gauge, {});
    if (!warm) {
        return warm.error();
    }
    MatchTarget match = alike(std::move(wanted), warm->white, modelAndSerial(display->model, display->serial));
    match.like.technology = display->technology;
    match.like.instrument = modelAndSerial(info->model, info->serial);
    return match;
}

} // namespace lamp
