// SPDX-License-Identifier: GPL-3.0-or-later
#include "device/bench_server.h"

#include "base/json.h"
#include "base/text.h"
#include "device/bench_json.h"

#include <cmath>
#include <istream>
#include <ostream>

namespace lamp {

using benchjson::FieldError;
using benchjson::Json;

namespace {

Error badRequest(Message what)
{
    return {ErrorKind::Input, std::move(what), {}, {}, "bad-request", false};
}

Result<Json> outcome(const Status &status)
{
    if (!status) {
        return status.error();
    }
    return Json::object();
}

template <typename T> Result<Json> described(const Result<T> &info)
{
    if (!info) {
        return info.error();
    }
    return benchjson::toJson(info.value());
}

const Json &required(const Json &request, const char *key)
{
    const auto it = request.find(key);
    if (it == request.end() || it->is_null()) {
        throw FieldError{key, say("given")};
    }
    return *it;
}

Drive drive(const Json &value, const char *key)
{
    const auto v = benchjson::triple(value, key);
    for (const double c : v) {
        if (c < 0 || c > 1) {
            throw FieldError{key, say("between-0-and-1")};
        }
    }
    return {v[0], v[1], v[2]};
}

std::array<double, 2> position(const Json &value, const char *key)
{
    const auto v = benchjson::numbers(value, key);
    if (v.size() != 2 || v[0] < 0 || v[0] > 1 || v[1] < 0 || v[1] > 1) {
        throw FieldError{key, say("two-numbers-between-0")};
    }
    return {v[0], v[1]};
}

bool given(const Json &request, const char *key)
{
    const auto it = request.find(key);
    return it != request.end() && !it->is_null();
}

Result<Json> show(Bench &bench, const Json &request)
{
    Patch patch;
    patch.rgb = drive(required(request, "rgb"), "rgb");
    patch.area = benchjson::number(request, "area", patch.area);
    if (patch.area <= 0 || patch.area > 1) {
        throw FieldError{"area", say("above-0-most-1")};
    }
    if (given(request, "at")) {
        patch.at = position(request["at"], "at");
    }
    if (given(request, "surround")) {
        patch.surround = drive(request["surround"], "surround");
    }
    return outcome(bench.show(patch));
}

Result<Json> setLut(Bench &bench, const Json &request)
{
    Ramps ramps{benchjson::numbers(required(request, "r"), "r"), benchjson::numbers(required(request, "g"), "g"),
                benchjson::numbers(required(request, "b"), "b")};
    if (ramps.r.size() < 2 || ramps.r.size() != ramps.g.size() || ramps.r.size() != ramps.b.size()) {
        return badRequest(say("r-g-b-must"));
    }
    for (int c = 0; c < 3; ++c) {
        for (const double v : ramps.channel(c)) {
            if (v < 0 || v > 1) {
                return badRequest(say("lut-values-must-lie"));
            }
        }
    }
    if (const Status done = bench.setLut(ramps); !done) {
        return done.error();
    }
    const auto info = bench.describeDisplay();
    if (!info) {
        return info.error();
    }
    return Json{{"entries", info->lut ? info->lut->entries : 0}, {"bits", info->lut ? info->lut->bits : 0}};
}

Result<Json> setCube(Bench &bench, const Json &request)
{
    Cube cube;
    const double size = benchjson::number(request, "size", 0);
    const Json &values = required(request, "values");
    const double nodes = size * size * size;
    if (size < 0 || size > 129 || size == 1 || size != double(int(size)) || !values.is_array() || double(values.size()) != nodes) {
        return badRequest(say("size-must-0-none"));
    }
    cube.size = int(size);
    for (const Json &v : values) {
        if (!v.is_array() || v.size() != 3 || !v[0].is_number() || !v[1].is_number() || !v[2].is_number()) {
            return badRequest(say("each-value-must-three"));
        }
        cube.values.emplace_back(v[0].get<double>(), v[1].get<double>(), v[2].get<double>());
    }
    return outcome(bench.setCube(cube));
}

Result<Json> placeInstrument(Bench &bench, const Json &request)
{
    Place place;
    const Json &at = required(request, "at");
    if (at.is_string()) {
        if (at != "desk") {
            throw FieldError{"at", say("desk-or-two-numbers")};
        }
        place.desk = true;
    } else {
        place.at = position(at, "at");
    }
    if (given(request, "from")) {
        const auto v = benchjson::numbers(request["from"], "from");
        constexpr double kMost = 85; // degrees: beyond nothing of a screen is seen
        if (v.size() != 2 || !(std::abs(v[0]) <= kMost) || !(std::abs(v[1]) <= kMost)) {
            throw FieldError{"from", say("two-angles-most", decimal(kMost, 0))};
        }
        place.from = {v[0], v[1]};
    }
    return outcome(bench.place(place));
}

Result<Json> read(Bench &bench, const Json &request)
{
    const std::string mode = benchjson::text(request, "mode", "emission");
    if (mode != "emission" && mode != "ambient") {
        return badRequest(say("mode-must-emission-or"));
    }
    const double integration = benchjson::number(request, "integration_s", 0);
    return described(bench.read(mode == "ambient" ? ReadMode::Ambient : ReadMode::Emission, std::max(0.0, integration)));
}

Result<Json> perform(Bench &bench, const std::string &verb, const Json &request)
{
    if (verb == "hello") {
        return described(bench.hello());
    }
    if (verb == "clock.advance") {
        const double seconds = benchjson::number(request, "seconds", -1);
        return seconds < 0 ? Result<Json>(badRequest(say("seconds-must-0-or"))) : outcome(bench.advance(seconds));
    }
    if (verb == "display.describe") {
        return described(bench.describeDisplay());
    }
    if (verb == "display.show") {
        return show(bench, request);
    }
    if (verb == "display.set_mode") {
        return outcome(bench.setMode(benchjson::text(request, "name")));
    }
    if (verb == "display.set_signal") {
        const std::string name = benchjson::text(request, "signal", benchjson::text(request, "name"));
        const auto signal = signalFromName(name);
        return signal ? outcome(bench.setSignal(*signal)) : Result<Json>(badRequest(say("field-must-be", "signal", say("one-of-signals"))));
    }
    if (verb == "display.set_control") {
        required(request, "value");
        const auto value = bench.setControl(benchjson::text(request, "name"), benchjson::number(request, "value", 0));
        return value ? Result<Json>(Json{{"value", *value}}) : Result<Json>(value.error());
    }
    if (verb == "display.set_lut") {
        return setLut(bench, request);
    }
    if (verb == "display.reset_lut") {
        return outcome(bench.resetLut());
    }
    if (verb == "display.set_cube") {
        return setCube(bench, request);
    }
    if (verb == "instrument.describe") {
        return described(bench.describeInstrument());
    }
    if (verb == "instrument.select") {
        return outcome(bench.selectInstrument(benchjson::integer(request, "index", 0)));
    }
    if (verb == "instrument.place") {
        return placeInstrument(bench, request);
    }
    if (verb == "instrument.set_correction") {
        return outcome(bench.setCorrection(benchjson::text(request, "technology")));
    }
    if (verb == "instrument.read") {
        return read(bench, request);
    }
    return Error{ErrorKind::Input, say("bench-does-not-know", verb), {}, {}, "unsupported", false};
}

} // namespace

std::string serveLine(Bench &bench, const std::string &line, const Wording &wording)
{
    const auto parsed = parseJson(line);
    const Json request = parsed ? parsed.value() : Json();
    Json id = nullptr;
    Result<Json> result = badRequest(say("request-must-json-object"));
    if (request.is_object()) {
        if (request.contains("id") && request["id"].is_number_integer()) {
            id = request["id"];
        }
        try {
            const std::string verb = benchjson::text(request, "do");
            if (!verb.empty() && !id.is_null()) {
                result = perform(bench, verb, request);
            }
        } catch (const FieldError &e) {
            result = badRequest(say("field-must-be", e.field, e.expected));
        }
    }
    Json reply = result ? result.value() : Json::object();
    reply["id"] = id;
    reply["ok"] = result.ok();
    reply["t"] = bench.now();
    if (!result) {
        reply["error"] = {{"code", result.error().code}, {"message", wording(result.error().what)}, {"retry", result.error().retry}};
    }
    // Text that is not UTF-8 came in from outside; replace what cannot be sent rather than throw.
    return jsonText(reply);
}

void serve(Bench &bench, std::istream &in, std::ostream &out, const Wording &wording)
{
    // A line is held in memory: whoever sends one without end is not listened to for ever. A 3D LUT of 129 nodes takes 150 MiB.
    constexpr size_t kLongestLine = size_t(192) << 20;
    std::string line;
    for (int c = in.get(); c != std::char_traits<char>::eof(); c = in.get()) {
        if (c != '\n' && line.size() < kLongestLine) {
            line += char(c);
            continue;
        }
        if (c != '\n') {
            return;
        }
        if (!line.empty()) {
            out << serveLine(bench, line, wording) << '\n' << std::flush;
        }
        line.clear();
    }
    if (!line.empty()) {
        out << serveLine(bench, line, wording) << '\n' << std::flush;
    }
}

} // namespace lamp
