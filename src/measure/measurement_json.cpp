// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/measurement_json.h"

#include "base/json.h"
#include "measure/reading_fields.h"

#include <nlohmann/json.hpp>

#include <cmath>
#include <stdexcept>

namespace lamp {

using Json = nlohmann::json;

namespace {

Eigen::Vector3d threeOf(const Json &j)
{
    if (!j.is_array() || j.size() != 3) {
        throw Unreadable(say("three-numbers-expected"));
    }
    Eigen::Vector3d v;
    for (int i = 0; i < 3; ++i) {
        v[i] = j[size_t(i)].get<double>();
    }
    if (!v.allFinite()) {
        throw Unreadable(say("three-numbers-expected"));
    }
    return v;
}

} // namespace

Json measurementJson(const Measurement &m)
{
    Json j{{"name", m.name}, {"rgb", {m.rgb.a, m.rgb.b, m.rgb.c}}, {"XYZ", {m.xyz.a, m.xyz.b, m.xyz.c}}};
    for (const ReadingField &f : readingFields()) {
        const std::string text = f.write(m);
        if (f.key == "spectrum") {
            if (m.spectrum) {
                j[f.key] = {{"start_nm", m.spectrum->startNm}, {"step_nm", m.spectrum->stepNm}, {"values", m.spectrum->values}};
            }
        } else if (f.key == "number") {
            j[f.key] = m.index;
        } else if (f.numeric && f.optional && text.empty()) {
            continue;
        } else if (f.numeric) {
            j[f.key] = text.empty() ? Json(nullptr) : Json(*numberOf(text));
        } else {
            j[f.key] = text;
        }
    }
    return j;
}

Measurement measurementFromJson(const Json &j)
{
    Measurement m;
    m.name = j.at("name").get<std::string>();
    m.rgb = Drive(threeOf(j.at("rgb")));
    m.xyz = XYZ(threeOf(j.at("XYZ")));
    const bool old = j.contains("sigma"); // as earlier versions wrote it
    for (const ReadingField &f : readingFields()) {
        const auto it = j.find(f.key);
        const bool there = it != j.end() && !it->is_null();
        if (!there && !old && f.key != "spectrum" && !f.optional) {
            throw Unreadable(say("field-not-found", f.key)); // what is missing is not taken for 0
        }
        if (!there) {
            continue;
        }
        if (f.key == "spectrum") {
            m.spectrum = Spectrum{it->at("start_nm").get<double>(), it->at("step_nm").get<double>(), it->at("values").get<std::vector<double>>()};
        } else if (!f.read(m, f.numeric ? exactText(it->get<double>()) : it->get<std::string>())) {
            throw Unreadable(say("field-cannot-be-read", f.key));
        }
    }
    if (old) {
        m.sigma = XYZ(threeOf(j.at("sigma")));
        m.index = j.at("index").get<int>();
        m.mode = j.at("ambient").get<bool>() ? ReadMode::Ambient : ReadMode::Emission;
        m.tooDark = j.at("too_dark").get<bool>();
        m.superseded = j.at("superseded").get<bool>();
    }
    return m;
}

} // namespace lamp
