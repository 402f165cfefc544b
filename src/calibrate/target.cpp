// SPDX-License-Identifier: GPL-3.0-or-later
#include "calibrate/target.h"

#include "base/csv.h"
#include "base/embedded.h"
#include "base/json.h"
#include "base/text.h"
#include "colour/spectrum.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <stdexcept>

namespace lamp {

using Json = nlohmann::json;

namespace {

/// Thrown while reading a target file; caught in targetFromJson.
struct BadField {
    std::string field; ///< empty for the whole file
    Message should;
    bool unknown = false; ///< it means nothing there; what does, instead
};

/// Refuses fields that mean nothing: a misspelt one would be left out in silence. \param path of the object; empty for the whole file
void knowsOnly(const Json &object, const std::string &path, const std::vector<std::string> &known)
{
    if (const std::string field = object.is_object() ? unknownField(object, known) : std::string(); !field.empty()) {
        throw BadField{path.empty() ? field : path + "." + field, verbatim(joined(known, ", ")), true};
    }
}

const Json *find(const Json &object, const std::string &path, const char *key)
{
    if (!object.is_object()) {
        throw BadField{path, say("an-object")};
    }
    const auto it = object.find(key);
    return it == object.end() || it->is_null() ? nullptr : &*it;
}

double number(const Json &object, const std::string &path, const char *key, double low, double high)
{
    const std::string field = path.empty() ? key : path + "." + key;
    const Json *value = find(object, path, key);
    const Message should = say("a-number-between", decimal(low, low < 1 && low > 0 ? 3 : 0), decimal(high, high < 2 ? 2 : 0));
    if (value == nullptr || !value->is_number()) {
        throw BadField{field, should};
    }
    const double v = value->get<double>();
    if (!std::isfinite(v) || v < low || v > high) {
        throw BadField{field, should};
    }
    return v;
}

std::string word(const Json &object, const std::string &path, const char *key, const std::vector<std::string> &choices)
{
    const std::string field = path.empty() ? key : path + "." + key;
    const Json *value = find(object, path, key);
    if (value == nullptr || !value->is_string() || std::find(choices.begin(), choices.end(), value->get<std::string>()) == choices.end()) {
        throw BadField{field, say("one-of", joined(choices, ", "))};
    }
    return value->get<std::string>();
}

const std::map<std::string, Illuminant> &namedIlluminants()
{
    static const std::map<std::string, Illuminant> names{
        {"D50", Illuminant::D50}, {"D55", Illuminant::D55}, {"D65", Illuminant::D65}, {"D75", Illuminant::D75}, {"DCI", Illuminant::DCI}};
    return names;
}

WhiteTarget white(const Json &json)
{
    knowsOnly(json, "white", {"kind", "cct_k", "name", "x", "y"});
    WhiteTarget w;
    const std::string kind = word(json, "white", "kind", {"daylight", "planckian", "illuminant", "xy", "native"});
    if (kind == "daylight") {
        w.kind = WhiteTarget::Kind::Daylight;
        w.cctK = number(json, "white", "cct_k", 4000, 25000);
    } else if (kind == "planckian") {
        w.kind = WhiteTarget::Kind::Planckian;
        w.cctK = number(json, "white", "cct_k", 1500, 25000);
    } else if (kind == "illuminant") {
        w.illuminant = word(json, "white", "name", {"D50", "D55", "D65", "D75", "DCI"});
    } else if (kind == "xy") {
        w.kind = WhiteTarget::Kind::Xy;
        w.xy = {number(json, "white", "x", 0.15, 0.6), number(json, "white", "y", 0.15, 0.6)};
    } else {
        w.kind = WhiteTarget::Kind::Native;
    }
    return w;
}

LuminanceTarget luminance(const Json &json)
{
    knowsOnly(json, "luminance", {"kind", "cd_m2", "lux", "reflectance"});
    LuminanceTarget l;
    const std::string kind = word(json, "luminance", "kind", {"value", "maximum", "print", "as-found"});
    if (kind == "value") {
        l.cdM2 = number(json, "luminance", "cd_m2", 1, 10000);
    } else if (kind == "maximum" || kind == "as-found") {
        l.kind = kind == "maximum" ? LuminanceTarget::Kind::Maximum : LuminanceTarget::Kind::AsFound;
    } else {
        l.kind = LuminanceTarget::Kind::Print;
        l.lux = number(json, "luminance", "lux", 1, 100000);
        l.reflectance = number(json, "luminance", "reflectance", 0.05, 1);
    }
    return l;
}

/// Light at equal steps of drive, from 0 to 1, never falling.
std::vector<double> samples(const Json &json)
{
    constexpr size_t kMost = 4097;
    const Json *list = find(json, "tone", "samples");
    const auto wrong = [] { return BadField{"tone.samples", say("light-from-0-to-1")}; };
    if (list == nullptr || !list->is_array() || list->size() < 2 || list->size() > kMost) {
        throw wrong();
    }
    std::vector<double> all;
    for (const Json &v : *list) {
        if (!v.is_number() || !std::isfinite(v.get<double>()) || v.get<double>() < (all.empty() ? 0 : all.back())) {
            throw wrong();
        }
        all.push_back(v.get<double>());
    }
    return all.front() == 0 && all.back() == 1 ? all : throw wrong();
}

ToneCurve tone(const Json &json)
{
    knowsOnly(json, "tone", {"kind", "gamma", "samples"});
    const std::string kind = word(json, "tone", "kind", {"gamma", "srgb", "lstar", "bt1886", "own"});
    ToneCurve t;
    if (kind == "gamma") {
        t.gamma = number(json, "tone", "gamma", 1, 4);
    } else if (kind == "own") {
        t.kind = ToneKind::Own;
        t.own = samples(json);
    } else {
        t.kind = kind == "srgb" ? ToneKind::Srgb : (kind == "lstar" ? ToneKind::LStar : ToneKind::Bt1886);
    }
    return t;
}

Target fromJson(const Json &json)
{
    Target target;
    if (!json.is_object()) {
        throw BadField{"", say("an-object")};
    }
    knowsOnly(json, "", {"name", "why", "white", "luminance", "tone", "black", "gamut", "unreachable"});
    if (const Json *name = find(json, "", "name")) {
        if (!name->is_string()) {
            throw BadField{"name", say("a-text")};
        }
        target.name = name->get<std::string>();
    }
    if (const Json *why = find(json, "", "why"); why != nullptr && why->is_string()) {
        target.why = why->get<std::string>();
    }
    const auto part = [&](const char *key) -> const Json & {
        const Json *value = find(json, "", key);
        if (value == nullptr) {
            throw BadField{key, say("given-object-braces")};
        }
        return *value;
    };
    target.white = white(part("white"));
    target.luminance = luminance(part("luminance"));
    target.tone = tone(part("tone"));
    if (const Json *black = find(json, "", "black")) {
        knowsOnly(*black, "black", {"kind", "cd_m2"});
        target.black.native = word(*black, "black", "kind", {"native", "value"}) == "native";
        if (!target.black.native) {
            target.black.cdM2 = number(*black, "black", "cd_m2", 0, 100);
            if (const auto most = target.luminance.value(); most && target.black.cdM2 >= *most) {
                throw BadField{"black.cd_m2", say("less-than-luminance", decimal(*most, 1))};
            }
        }
    }
    if (const Json *gamut = find(json, "", "gamut")) {
        knowsOnly(*gamut, "gamut", {"kind", "name"});
        if (word(*gamut, "gamut", "kind", {"native", "space"}) == "space") {
            target.gamut = word(*gamut, "gamut", "name", {"sRGB", "Display P3", "Adobe RGB (1998)", "Rec. 709"});
        }
    }
    if (const Json *unreachable = find(json, "", "unreachable")) {
        knowsOnly(*unreachable, "unreachable", {"keep"});
        target.keepLuminance = word(*unreachable, "unreachable", "keep", {"white", "luminance"}) == "luminance";
    }
    return target;
}

Json toJson(const Target &t)
{
    Json white, luminance, tone;
    switch (t.white.kind) {
    case WhiteTarget::Kind::Daylight: white = {{"kind", "daylight"}, {"cct_k", t.white.cctK}}; break;
    case WhiteTarget::Kind::Planckian: white = {{"kind", "planckian"}, {"cct_k", t.white.cctK}}; break;
    case WhiteTarget::Kind::Illuminant: white = {{"kind", "illuminant"}, {"name", t.white.illuminant}}; break;
    case WhiteTarget::Kind::Xy: white = {{"kind", "xy"}, {"x", t.white.xy.x}, {"y", t.white.xy.y}}; break;
    case WhiteTarget::Kind::Native: white = {{"kind", "native"}}; break;
    }
    switch (t.luminance.kind) {
    case LuminanceTarget::Kind::Value: luminance = {{"kind", "value"}, {"cd_m2", t.luminance.cdM2}}; break;
    case LuminanceTarget::Kind::Maximum: luminance = {{"kind", "maximum"}}; break;
    case LuminanceTarget::Kind::AsFound: luminance = {{"kind", "as-found"}}; break;
    case LuminanceTarget::Kind::Print: luminance = {{"kind", "print"}, {"lux", t.luminance.lux}, {"reflectance", t.luminance.reflectance}}; break;
    }
    if (t.tone.kind == ToneKind::Gamma) {
        tone = {{"kind", "gamma"}, {"gamma", t.tone.gamma}};
    } else if (t.tone.kind == ToneKind::Own) {
        tone = {{"kind", "own"}, {"samples", t.tone.own}};
    } else {
        tone = {{"kind", t.tone.kind == ToneKind::Srgb ? "srgb" : (t.tone.kind == ToneKind::LStar ? "lstar" : "bt1886")}};
    }
    Json black = t.black.native ? Json{{"kind", "native"}} : Json{{"kind", "value"}, {"cd_m2", t.black.cdM2}};
    Json gamut = t.gamut.empty() ? Json{{"kind", "native"}} : Json{{"kind", "space"}, {"name", t.gamut}};
    Json json{{"name", t.name}, {"white", white}, {"luminance", luminance}, {"tone", tone}, {"black", black}, {"gamut", gamut}};
    if (t.keepLuminance) {
        json["unreachable"] = {{"keep", "luminance"}};
    }
    if (!t.why.empty()) {
        json["why"] = t.why;
    }
    return json;
}

} // namespace

std::optional<Chromaticity> WhiteTarget::chromaticity() const
{
    switch (kind) {
    case Kind::Daylight: return daylightChromaticity(cctK);
    case Kind::Planckian: return planckianChromaticity(cctK);
    case Kind::Illuminant: return illuminantChromaticity(namedIlluminants().at(illuminant));
    case Kind::Xy: return xy;
    case Kind::Native: break;
    }
    return std::nullopt;
}

Message WhiteTarget::named() const
{
    switch (kind) {
    case Kind::Daylight: return say("white-daylight", decimal(cctK, 0));
    case Kind::Planckian: return say("white-blackbody", decimal(cctK, 0));
    case Kind::Illuminant: return verbatim(illuminant);
    case Kind::Xy: return say("white-xy", decimal(xy.x, 4), decimal(xy.y, 4));
    case Kind::Native: break;
    }
    return say("white-native");
}

std::string WhiteTarget::tag() const
{
    switch (kind) {
    case Kind::Daylight: return fixed(cctK, 0) + "K";
    case Kind::Planckian: return "blackbody " + fixed(cctK, 0) + "K";
    case Kind::Illuminant: return illuminant;
    case Kind::Xy: return "x" + fixed(xy.x, 4) + " y" + fixed(xy.y, 4);
    case Kind::Native: break;
    }
    return "native";
}

std::optional<double> LuminanceTarget::value() const
{
    switch (kind) {
    case Kind::Value: return cdM2;
    case Kind::Print: return lux * reflectance / std::numbers::pi;
    case Kind::Maximum:
    case Kind::AsFound: break;
    }
    return std::nullopt;
}

Message LuminanceTarget::named() const
{
    const auto v = value();
    return v ? say("luminance-of", decimal(*v, *v == std::round(*v) ? 0 : 1)) : say(kind == Kind::AsFound ? "luminance-as-found" : "luminance-most");
}

const std::vector<Target> &builtInTargets()
{
    static const std::vector<Target> targets = [] {
        std::vector<Target> all;
        for (const Json &item : Json::parse(embedded("targets.json"))) {
            all.push_back(fromJson(item));
        }
        return all;
    }();
    return targets;
}

std::optional<Target> builtInTarget(const std::string &name)
{
    for (const Target &t : builtInTargets()) {
        if (lower(t.name) == lower(name)) {
            return t;
        }
    }
    return std::nullopt;
}

Result<Target> targetFromJson(const std::string &text)
{
    const auto json = parseJson(text);
    if (!json) {
        Error e = json.error();
        e.what = say("target-file-unreadable", e.what);
        e.safe = say("nothing-started");
        e.todo = say("correct-dutiful-lamp-cli");
        return e;
    }
    try {
        return fromJson(json.value());
    } catch (const BadField &e) {
        return Error{ErrorKind::Input,
                     e.unknown         ? say("file-field-unknown", e.field, e.should)
                     : e.field.empty() ? say("target-file-wrong", e.should)
                                       : say("target-field-wrong", e.field, e.should),
                     say("nothing-started"),
                     say("correct-field-dutiful-lamp"),
                     e.field,
                     false};
    }
}

std::string targetToJson(const Target &target)
{
    return jsonText(toJson(target), 2);
}

Result<ToneCurve> toneFromTable(const std::string &csv)
{
    constexpr size_t kMost = 4097;
    const auto wrong = [](Message what) {
        return Error{ErrorKind::Input, std::move(what), say("nothing-changed"), say("curve-form"), "curve", false};
    };
    const auto rows = csvRows(csv, kMost);
    if (!rows || rows->size() < 2) {
        return wrong(say("curve-unusable", rows ? 1 : int(kMost)));
    }
    std::vector<std::pair<double, double>> points;
    for (const CsvRow &row : *rows) {
        const auto first = csvNumber(row.cells.front()), second = row.cells.size() > 1 ? csvNumber(row.cells[1]) : first;
        if (!first || !second) {
            if (&row == &rows->front()) {
                continue; // a heading
            }
            return wrong(say("curve-unusable", row.line));
        }
        points.emplace_back(row.cells.size() > 1 ? *first : double(points.size()), *second);
    }
    auto curve = toneThrough(points);
    return curve ? Result<ToneCurve>(std::move(*curve)) : wrong(say("curve-not-rising"));
}

} // namespace lamp
