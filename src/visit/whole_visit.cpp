// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/whole_visit.h"

#include "visit/consistency.h"

#include "base/json.h"
#include "measure/measurement_json.h"

#include <algorithm>
#include <cmath>

namespace lamp {

using Json = nlohmann::json;

namespace {

constexpr const char *kSchema = "dutiful-lamp/whole-visit/1";

Error wrong(Message why)
{
    return unusable(say("visit-cannot-brought"), std::move(why), say("pass-once-more-from"), "visit");
}

/// Whether the verdicts that a file says are other ones than its figures, limits and uncertainties give.
bool contradictsItself(const Json &said, const VisitRecord &workedOut)
{
    bool other = said.at("verdict").get<int>() != int(workedOut.verdict);
    for (size_t i = 0; i < workedOut.checks.size(); ++i) {
        other = other || said.at("checks").at(i).at(5).get<int>() != int(workedOut.checks[i].verdict);
    }
    return other;
}

} // namespace

std::string wholeVisitToJson(const VisitRecord &record)
{
    Json list = Json::array();
    for (const Measurement &m : record.readings) {
        list.push_back(measurementJson(m));
    }
    // The schema stands first, so that a file which was cut short is still known for what it is.
    nlohmann::ordered_json all;
    all["schema"] = kSchema;
    all["record"] = Json::parse(recordToJson(record));
    all["measurements"] = list;
    return jsonText(all, 1);
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
    const auto parsed = parseJson(text);
    const Json j = parsed ? parsed.value() : Json();
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
    const auto parsed = parseJson(text);
    if (!parsed) {
        return wrong(say("no-json-read-2", parsed.error().what));
    }
    Message place;
    try {
        const Json &all = parsed.value();
        place = say("schema-is-not", kSchema);
        if (all.at("schema").get<std::string>() != kSchema) {
            return wrong(place);
        }
        place = say("its-record");
        auto record = recordFromJson(all.at("record").dump());
        if (!record) {
            return wrong(say("is-damaged", place, record.error().what));
        }
        if (contradictsItself(all.at("record"), record.value())) {
            return wrong(say("visit-contradicts-itself"));
        }
        for (const Json &j : all.at("measurements")) {
            place = say("reading-number", record->readings.size() + 1);
            record.value().readings.push_back(measurementFromJson(j));
        }
        if (const Message why = contradictionIn(record.value()); !why.empty()) {
            return wrong(why);
        }
        return record;
    } catch (const std::exception &e) {
        return wrong(say("subject-because", place, reasonOf(e)));
    }
}

} // namespace lamp
