// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/whole_visit.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>

namespace lamp {

using Json = nlohmann::json;

namespace {

constexpr const char *kSchema = "dutiful-lamp/whole-visit/1";

Error wrong(const std::string &place)
{
    return {ErrorKind::Input,
            "This visit cannot be brought in: " + place + ".",
            "Nothing was changed.",
            "Pass it on once more from the studio that it comes from.",
            "visit",
            false};
}

Json listOf(const Eigen::Vector3d &v)
{
    return {v[0], v[1], v[2]};
}

Json toJson(const Measurement &m)
{
    return {{"index", m.index},
            {"stage", m.stage},
            {"name", m.name},
            {"ambient", m.mode == ReadMode::Ambient},
            {"rgb", listOf(m.rgb.vec())},
            {"XYZ", listOf(m.xyz.vec())},
            {"sigma", listOf(m.sigma.vec())},
            {"integration_s", m.integrationS},
            {"t", m.t},
            {"too_dark", m.tooDark},
            {"superseded", m.superseded}};
}

/// Three numbers, all of them finite.
Eigen::Vector3d threeOf(const Json &j)
{
    const auto list = j.get<std::vector<double>>();
    if (list.size() != 3 || !std::all_of(list.begin(), list.end(), [](double v) { return std::isfinite(v); })) {
        throw std::runtime_error("three numbers were expected");
    }
    return {list[0], list[1], list[2]};
}

Measurement measurementFrom(const Json &j)
{
    Measurement m;
    m.index = j.at("index").get<int>();
    m.stage = j.at("stage").get<std::string>();
    m.name = j.at("name").get<std::string>();
    m.mode = j.at("ambient").get<bool>() ? ReadMode::Ambient : ReadMode::Emission;
    m.rgb = Drive(threeOf(j.at("rgb")));
    m.xyz = XYZ(threeOf(j.at("XYZ")));
    m.sigma = XYZ(threeOf(j.at("sigma")));
    m.integrationS = j.at("integration_s").get<double>();
    m.t = j.at("t").get<double>();
    m.tooDark = j.at("too_dark").get<bool>();
    m.superseded = j.at("superseded").get<bool>();
    return m;
}

/// What a JSON library says, without its own numbers in brackets.
std::string plain(const std::exception &e)
{
    const std::string what = e.what();
    const size_t end = what.rfind("] ");
    return what.rfind('[', 0) == 0 && end != std::string::npos ? what.substr(end + 2) : what;
}

} // namespace

std::string wholeVisitToJson(const VisitRecord &record)
{
    Json list = Json::array();
    for (const Measurement &m : record.readings) {
        list.push_back(toJson(m));
    }
    // The schema stands first, so that a file which was cut short is still known for what it is.
    nlohmann::ordered_json all;
    all["schema"] = kSchema;
    all["record"] = Json::parse(recordToJson(record));
    all["measurements"] = list;
    return all.dump(1, ' ', false, nlohmann::ordered_json::error_handler_t::replace);
}

bool looksLikeWholeVisit(const std::string &text)
{
    return text.find(kSchema) != std::string::npos && text.find_first_not_of(" \t\r\n") != std::string::npos
           && text[text.find_first_not_of(" \t\r\n")] == '{';
}

StudioFile studioFileOf(const std::string &text)
{
    if (looksLikeWholeVisit(text)) {
        return StudioFile::WholeVisit;
    }
    const Json j = Json::parse(text, nullptr, false);
    const auto has = [&](std::initializer_list<const char *> fields) {
        return j.is_object() && std::all_of(fields.begin(), fields.end(), [&](const char *f) { return j.contains(f); });
    };
    if (has({"matrix", "instrument"})) {
        return StudioFile::Correction;
    }
    if (has({"white", "tone"})) {
        return StudioFile::Target;
    }
    return has({"name", "mean", "max"}) ? StudioFile::Tolerance : StudioFile::None;
}

Result<VisitRecord> wholeVisitFromJson(const std::string &text)
{
    std::string place = "it is no JSON";
    try {
        const Json all = Json::parse(text);
        place = "its schema is not " + std::string(kSchema);
        if (all.at("schema").get<std::string>() != kSchema) {
            return wrong(place);
        }
        place = "its record";
        auto record = recordFromJson(all.at("record").dump());
        if (!record) {
            return wrong(place + " is damaged: " + record.error().what);
        }
        for (const Json &j : all.at("measurements")) {
            place = "reading " + std::to_string(record->readings.size() + 1);
            record.value().readings.push_back(measurementFrom(j));
        }
        return record;
    } catch (const std::exception &e) {
        return wrong(place + ": " + plain(e));
    }
}

} // namespace lamp
