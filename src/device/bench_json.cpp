// SPDX-License-Identifier: GPL-3.0-or-later
#include "device/bench_json.h"

#include "base/text.h"

#include <algorithm>
#include <cmath>

namespace lamp::benchjson {

namespace {

// What no display and no instrument is: beyond these a bench is not believed.
constexpr size_t kLongestName = 200, kLongestText = 2000, kMostNames = 64, kMostControls = 64, kMostBands = 4096;
constexpr int kMostInstruments = 32;
constexpr double kMostSteps = 1e6; // of a control
constexpr double kMostFloor = 5;   // cd/m²: an instrument that sees nothing below could not read a display
constexpr double kMostRepeatability = 0.2;
constexpr double kMostInaccuracyXy = 0.3;
constexpr double kMostLight = 1e9; // cd/m² or lux, a sun

const Json *member(const Json &object, const char *key)
{
    const auto it = object.find(key);
    return it == object.end() || it->is_null() ? nullptr : &*it;
}

double finite(const Json &value, const char *key)
{
    if (!value.is_number() || !std::isfinite(value.get<double>())) {
        throw FieldError{key, say("a-number")};
    }
    return value.get<double>();
}

/// What is shown to people and written into files: without signs that steer, and of a sane length.
std::string label(const Json &object, const char *key, const std::string &fallback = {})
{
    return shownLine(text(object, key, fallback), kLongestName);
}

std::vector<std::string> texts(const Json &object, const char *key)
{
    std::vector<std::string> all;
    const Json *list = member(object, key);
    if (list == nullptr) {
        return all;
    }
    if (!list->is_array()) {
        throw FieldError{key, say("list-texts")};
    }
    for (const Json &item : *list) {
        if (!item.is_string()) {
            throw FieldError{key, say("list-texts")};
        }
        all.push_back(item.get<std::string>());
        if (all.size() > kMostNames || all.back().size() > kLongestName) {
            throw FieldError{key, say("list-most-short-texts", kMostNames)};
        }
    }
    return all;
}

template <typename F> auto guarded(const char *what, F f) -> Result<decltype(f())>
{
    try {
        return f();
    } catch (const FieldError &e) {
        return Error{
            ErrorKind::Bench, say("bench-answer-not-understood", what, e.field, e.expected), {}, say("look-bench-program-docs"), "bad-reply", false};
    }
}

Control control(const Json &item)
{
    if (!item.is_object()) {
        throw FieldError{"controls", say("list-objects")};
    }
    Control c;
    c.name = text(item, "name");
    c.min = number(item, "min", 0);
    c.max = number(item, "max", 100);
    c.step = number(item, "step", 1);
    c.value = number(item, "value", c.max);
    c.byPerson = text(item, "by", "person") == "person";
    if (c.name.empty() || c.max <= c.min || c.step <= 0) {
        throw FieldError{"controls", say("objects-name-min-below")};
    }
    if (!((c.max - c.min) / c.step <= kMostSteps)) {
        throw FieldError{"controls", say("controls-most-million-steps")};
    }
    c.value = std::clamp(c.value, c.min, c.max);
    return c;
}

/// A number between 0 and a limit, or nothing where there is none.
std::optional<double> share(const Json &object, const char *name, double most)
{
    if (member(object, name) == nullptr) {
        return std::nullopt;
    }
    const double value = number(object, name, 0);
    if (value < 0 || value > most) {
        throw FieldError{name, say("between-0-and", decimal(most, 1))};
    }
    return value;
}

} // namespace

double number(const Json &object, const char *key, double fallback)
{
    const Json *value = member(object, key);
    return value == nullptr ? fallback : finite(*value, key);
}

int integer(const Json &object, const char *key, int fallback)
{
    return int(std::clamp(number(object, key, fallback), -1e9, 1e9));
}

bool boolean(const Json &object, const char *key, bool fallback)
{
    const Json *value = member(object, key);
    if (value == nullptr) {
        return fallback;
    }
    if (!value->is_boolean()) {
        throw FieldError{key, say("true-or-false")};
    }
    return value->get<bool>();
}

std::string text(const Json &object, const char *key, const std::string &fallback)
{
    const Json *value = member(object, key);
    if (value == nullptr) {
        return fallback;
    }
    if (!value->is_string()) {
        throw FieldError{key, say("a-text")};
    }
    auto all = value->get<std::string>();
    if (all.size() > kLongestText) {
        throw FieldError{key, say("text-most-bytes", kLongestText)};
    }
    return all;
}

std::vector<double> numbers(const Json &value, const char *key)
{
    if (!value.is_array()) {
        throw FieldError{key, say("list-numbers")};
    }
    std::vector<double> all;
    all.reserve(value.size());
    for (const Json &item : value) {
        all.push_back(finite(item, key));
    }
    return all;
}

std::array<double, 3> triple(const Json &value, const char *key)
{
    const std::vector<double> all = numbers(value, key);
    if (all.size() != 3) {
        throw FieldError{key, say("list-three-numbers")};
    }
    return {all[0], all[1], all[2]};
}

Json toJson(const BenchInfo &info)
{
    Json roles = Json::array();
    if (info.hasDisplay) {
        roles.push_back("display");
    }
    if (info.hasInstrument) {
        roles.push_back("instrument");
    }
    return {{"protocol", info.protocol},
            {"name", info.name},
            {"roles", roles},
            {"clock", info.virtualClock ? "virtual" : "real"},
            {"automatic", info.automatic},
            {"instruments", info.instruments}};
}

Result<BenchInfo> benchInfo(const Json &reply)
{
    return guarded("hello", [&] {
        BenchInfo info;
        info.protocol = text(reply, "protocol");
        info.name = label(reply, "name", "unnamed bench");
        for (const std::string &role : texts(reply, "roles")) {
            info.hasDisplay = info.hasDisplay || role == "display";
            info.hasInstrument = info.hasInstrument || role == "instrument";
        }
        info.virtualClock = text(reply, "clock", "real") == "virtual";
        info.automatic = boolean(reply, "automatic", false);
        info.instruments = integer(reply, "instruments", 1);
        if (info.instruments < 0 || info.instruments > kMostInstruments) {
            throw FieldError{"instruments", say("at-most", kMostInstruments)};
        }
        info.instruments = std::max(1, info.instruments);
        return info;
    });
}

Json toJson(const DisplayInfo &info)
{
    Json controls = Json::array();
    for (const Control &c : info.controls) {
        controls.push_back(
            {{"name", c.name}, {"min", c.min}, {"max", c.max}, {"step", c.step}, {"value", c.value}, {"by", c.byPerson ? "person" : "software"}});
    }
    Json json{{"model", info.model},      {"serial", info.serial},    {"technology", info.technology},
              {"bits", info.bits},        {"width_mm", info.widthMm}, {"height_mm", info.heightMm},
              {"hours", info.hours},      {"modes", info.modes},      {"mode", info.mode},
              {"controls", controls},     {"lut", nullptr},           {"lut_loaded", info.lutLoaded},
              {"max_patch_area", nullptr}};
    if (info.cubeSize > 0) {
        json["cube"] = {{"size", info.cubeSize}, {"loaded", info.cubeLoaded}};
    }
    if (!info.signals.empty() || info.signal != Signal::Sdr) {
        json["signal"] = signalName(info.signal);
        json["signals"] = Json::array();
        for (const Signal s : info.signals) {
            json["signals"].push_back(signalName(s));
        }
    }
    if (info.lut) {
        json["lut"] = {{"entries", info.lut->entries}, {"bits", info.lut->bits}};
    }
    if (info.maxPatchArea) {
        json["max_patch_area"] = *info.maxPatchArea;
    }
    return json;
}

Result<DisplayInfo> displayInfo(const Json &reply)
{
    return guarded("display.describe", [&] {
        DisplayInfo info;
        info.model = label(reply, "model", "unnamed display");
        info.serial = label(reply, "serial");
        info.technology = text(reply, "technology", "unknown");
        info.bits = int(std::clamp(number(reply, "bits", 8), 1.0, 16.0));
        info.widthMm = number(reply, "width_mm", 0);
        info.heightMm = number(reply, "height_mm", 0);
        info.hours = std::clamp(number(reply, "hours", 0), 0.0, 1e7);
        info.modes = texts(reply, "modes");
        info.mode = text(reply, "mode");
        if (const Json *list = member(reply, "controls")) {
            if (!list->is_array()) {
                throw FieldError{"controls", say("list-objects")};
            }
            for (const Json &item : *list) {
                info.controls.push_back(control(item));
                if (info.controls.size() > kMostControls) {
                    throw FieldError{"controls", say("a-list-of-at-most", kMostControls)};
                }
            }
        }
        if (const Json *lut = member(reply, "lut")) {
            if (!lut->is_object()) {
                throw FieldError{"lut", say("object-or-null")};
            }
            DisplayInfo::Lut l;
            l.entries = integer(*lut, "entries", 256);
            l.bits = integer(*lut, "bits", 8);
            if (l.entries < 2 || l.entries > 65536 || l.bits < 1 || l.bits > 16) {
                throw FieldError{"lut", say("2-65536-entries-1")};
            }
            info.lut = l;
        }
        info.lutLoaded = boolean(reply, "lut_loaded", false);
        if (const Json *cube = member(reply, "cube")) {
            if (!cube->is_object()) {
                throw FieldError{"cube", say("object-or-null")};
            }
            info.cubeSize = integer(*cube, "size", 0);
            info.cubeLoaded = boolean(*cube, "loaded", false);
            if (info.cubeSize < 0 || info.cubeSize > 129) {
                throw FieldError{"cube", say("2-129-nodes-along")};
            }
        }
        for (const std::string &name : texts(reply, "signals")) {
            // Others than these nobody here can show.
            if (const auto s = signalFromName(name); s && std::find(info.signals.begin(), info.signals.end(), *s) == info.signals.end()) {
                info.signals.push_back(*s);
            }
        }
        if (member(reply, "signal") != nullptr) {
            const auto s = signalFromName(text(reply, "signal"));
            if (!s) {
                throw FieldError{"signal", say("one-of-signals")};
            }
            info.signal = *s;
        }
        if (member(reply, "max_patch_area") != nullptr) {
            info.maxPatchArea = std::clamp(number(reply, "max_patch_area", 1), 1e-4, 1.0);
        }
        return info;
    });
}

Json toJson(const InstrumentInfo &info)
{
    Json json{{"model", info.model},
              {"serial", info.serial},
              {"kind", info.kind},
              {"observer", info.observer},
              {"modes", info.modes},
              {"floor_cd_m2", info.floorCdM2},
              {"repeatability", info.repeatability},
              {"corrections", info.corrections},
              {"spectral", nullptr},
              {"last_certified", nullptr}};
    if (info.fromAfar) {
        json["from_afar"] = true;
    }
    if (info.spectral) {
        json["spectral"] = {{"start_nm", 380}, {"step_nm", 5}, {"count", kObserverCount}, {"bandwidth_nm", 5}};
    }
    if (!info.lastCertified.empty()) {
        json["last_certified"] = info.lastCertified;
    }
    for (const auto &[name, value] : {std::pair{"xy", info.accuracy.xy}, std::pair{"Y", info.accuracy.luminance}}) {
        if (value) {
            json["accuracy"][name] = *value;
        }
    }
    return json;
}

Result<InstrumentInfo> instrumentInfo(const Json &reply)
{
    return guarded("instrument.describe", [&] {
        InstrumentInfo info;
        info.model = label(reply, "model", "unnamed instrument");
        info.serial = label(reply, "serial");
        info.kind = text(reply, "kind", "colorimeter");
        info.observer = text(reply, "observer", info.observer);
        if (member(reply, "modes") != nullptr) {
            info.modes = texts(reply, "modes");
        }
        info.floorCdM2 = number(reply, "floor_cd_m2", 0);
        if (info.floorCdM2 < 0 || info.floorCdM2 > kMostFloor) {
            throw FieldError{"floor_cd_m2", say("between-0-and", decimal(kMostFloor, 0))};
        }
        info.repeatability = number(reply, "repeatability", info.repeatability);
        if (info.repeatability < 0 || info.repeatability > kMostRepeatability) {
            throw FieldError{"repeatability", say("between-0-and", decimal(kMostRepeatability, 1))};
        }
        info.repeatability = std::max(1e-6, info.repeatability);
        info.corrections = texts(reply, "corrections");
        info.spectral = member(reply, "spectral") != nullptr;
        info.lastCertified = label(reply, "last_certified");
        info.fromAfar = boolean(reply, "from_afar", false);
        if (const Json *accuracy = member(reply, "accuracy")) {
            if (!accuracy->is_object()) {
                throw FieldError{"accuracy", say("object-or-null")};
            }
            info.accuracy = {share(*accuracy, "xy", kMostInaccuracyXy), share(*accuracy, "Y", 1)};
        }
        return info;
    });
}

Json toJson(const Reading &reading)
{
    Json flags = Json::array();
    if (reading.lowLight) {
        flags.push_back("low-light");
    }
    if (reading.unstable) {
        flags.push_back("unstable");
    }
    Json json{{"XYZ", {reading.xyz.a, reading.xyz.b, reading.xyz.c}}, {"integration_s", reading.integrationS}, {"flags", flags}};
    if (reading.spectrum) {
        json["spectrum"] = {{"start_nm", reading.spectrum->startNm}, {"step_nm", reading.spectrum->stepNm}, {"values", reading.spectrum->values}};
    }
    return json;
}

Result<Reading> reading(const Json &reply)
{
    return guarded("instrument.read", [&] {
        Reading r;
        const Json *xyz = member(reply, "XYZ");
        if (xyz == nullptr) {
            throw FieldError{"XYZ", say("list-three-numbers")};
        }
        const auto v = triple(*xyz, "XYZ");
        if (v[0] < 0 || v[1] < 0 || v[2] < 0) {
            throw FieldError{"XYZ", say("never-negative")};
        }
        r.xyz = {v[0], v[1], v[2]};
        if (std::max({v[0], v[1], v[2]}) > kMostLight) {
            throw FieldError{"XYZ", say("less-light-than-sun")};
        }
        r.integrationS = std::clamp(number(reply, "integration_s", 0), 0.0, 600.0);
        for (const std::string &flag : texts(reply, "flags")) {
            r.lowLight = r.lowLight || flag == "low-light";
            r.unstable = r.unstable || flag == "unstable";
        }
        if (const Json *s = member(reply, "spectrum"); s != nullptr && s->is_object() && s->contains("values")) {
            r.spectrum = Spectrum{number(*s, "start_nm", 380), number(*s, "step_nm", 5), numbers((*s)["values"], "values")};
            if (r.spectrum->values.size() > kMostBands || !(r.spectrum->stepNm > 0)) {
                throw FieldError{"spectrum", say("most-values-step-above", kMostBands)};
            }
        }
        return r;
    });
}

} // namespace lamp::benchjson
