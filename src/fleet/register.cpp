// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/register.h"

#include "base/csv.h"
#include "base/json.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace lamp {

namespace {

using Json = nlohmann::json;

constexpr size_t kMostDisplays = 100'000;

Error faultyRegister(Message why)
{
    return unusable(say("register-cannot-used"), std::move(why), say("correct-the-table"), "register");
}

/// A field of an entry, both ways as text. \return of reading: whether it is one
struct RegisterField {
    const char *name;
    Message should;
    bool (*read)(RegisterEntry &, const std::string &);
    std::optional<std::string> (*write)(const RegisterEntry &);
};

template <std::optional<std::string> RegisterEntry::*Member> RegisterField textField(const char *name)
{
    return {name,
            {},
            [](RegisterEntry &e, const std::string &text) { return (e.*Member = validUtf8(text)).has_value(); },
            [](const RegisterEntry &e) { return e.*Member; }};
}

template <std::optional<int> RegisterEntry::*Member, int Least, int Most> RegisterField countField(const char *name)
{
    return {name, say("a-number-between", Least, Most),
            [](RegisterEntry &e, const std::string &text) {
                const auto v = csvNumber(text);
                const bool good = v && *v >= Least && *v <= Most && *v == std::floor(*v);
                e.*Member = good ? std::optional(int(*v)) : std::nullopt;
                return good;
            },
            [](const RegisterEntry &e) { return e.*Member ? std::optional(std::to_string(*(e.*Member))) : std::nullopt; }};
}

const std::vector<RegisterField> &registerFields()
{
    static const std::vector<RegisterField> all{
        {"serial",
         {},
         [](RegisterEntry &e, const std::string &text) { return !(e.serial = validUtf8(text)).empty(); },
         [](const RegisterEntry &e) { return std::optional(e.serial); }},
        textField<&RegisterEntry::name>("name"),
        textField<&RegisterEntry::model>("model"),
        textField<&RegisterEntry::technology>("technology"),
        textField<&RegisterEntry::room>("room"),
        textField<&RegisterEntry::role>("role"),
        countField<&RegisterEntry::bits, 1, 16>("bits"),
        countField<&RegisterEntry::cadenceDays, 1, 3650>("interval_days"),
        countField<&RegisterEntry::critical, 0, 10>("critical"),
        textField<&RegisterEntry::note>("note"),
        {"retired", say("one-of", "yes, no"),
         [](RegisterEntry &e, const std::string &text) {
             const std::string t = lower(text);
             const bool yes = t == "yes" || t == "true" || t == "1", no = t == "no" || t == "false" || t == "0";
             e.retired = yes;
             return yes || no;
         },
         [](const RegisterEntry &e) { return e.retired ? std::optional<std::string>(*e.retired ? "yes" : "no") : std::nullopt; }},
    };
    return all;
}

const RegisterField *fieldNamed(const std::string &name)
{
    const auto it = std::find_if(registerFields().begin(), registerFields().end(), [&](const RegisterField &f) { return lower(name) == f.name; });
    return it == registerFields().end() ? nullptr : &*it;
}

/// No display stands there twice.
Result<std::vector<RegisterEntry>> eachOnce(std::vector<RegisterEntry> entries)
{
    std::set<std::string> seen;
    for (const RegisterEntry &e : entries) {
        if (!seen.insert(e.serial + '\n' + e.model.value_or("")).second) {
            return faultyRegister(say("serial-twice", shownLine(e.serial, 60)));
        }
    }
    return entries;
}

Result<std::vector<RegisterEntry>> fromRegisterCsv(const std::string &text)
{
    const auto rows = csvRows(text, kMostDisplays);
    if (!rows) {
        return faultyRegister(say("more-than-rows", kMostDisplays));
    }
    if (rows->empty()) {
        return faultyRegister(say("file-is-empty"));
    }
    const auto &heading = rows->front().cells;
    std::vector<const RegisterField *> fields;
    for (const std::string &name : heading) {
        fields.push_back(fieldNamed(name));
        if (fields.back() == nullptr) {
            return faultyRegister(say("heading-unknown", shownLine(name, 60)));
        }
        if (std::count(fields.begin(), fields.end(), fields.back()) > 1) {
            return faultyRegister(say("heading-twice", name));
        }
    }
    std::vector<RegisterEntry> all;
    for (size_t i = 1; i < rows->size(); ++i) {
        const CsvRow &row = (*rows)[i];
        if (row.cells.size() > fields.size()) {
            return faultyRegister(say("line-cells-heading", row.line, row.cells.size(), fields.size()));
        }
        RegisterEntry e;
        for (size_t c = 0; c < row.cells.size(); ++c) {
            if (!row.cells[c].empty() && !fields[c]->read(e, row.cells[c])) {
                return faultyRegister(say("cell-should-be", row.line, fields[c]->name, shownLine(row.cells[c], 40), fields[c]->should));
            }
        }
        if (e.serial.empty()) {
            return faultyRegister(say("line-lacks", row.line, "serial"));
        }
        all.push_back(std::move(e));
    }
    return eachOnce(std::move(all));
}

Result<std::vector<RegisterEntry>> fromRegisterJson(const std::string &text)
{
    const auto json = parseJson(text);
    if (!json) {
        return faultyRegister(json.error().what);
    }
    const Json list = json->is_object() && json->contains("displays") ? json->at("displays") : Json();
    if (!list.is_array() || list.size() > kMostDisplays) {
        return faultyRegister(say("field-missing", "displays"));
    }
    std::vector<RegisterEntry> all;
    for (const Json &item : list) {
        RegisterEntry e;
        if (!item.is_object()) {
            return faultyRegister(say("entry-lacks", all.size() + 1, "serial"));
        }
        for (const auto &[name, value] : item.items()) {
            const RegisterField *field = fieldNamed(name);
            if (field == nullptr) {
                return faultyRegister(say("heading-unknown", shownLine(name, 60)));
            }
            if (!value.is_null() && (value.is_structured() || !field->read(e, value.is_string() ? value.get<std::string>() : value.dump()))) {
                return faultyRegister(say("cell-should-be", all.size() + 1, field->name, shownLine(value.dump(), 40), field->should));
            }
        }
        if (e.serial.empty()) {
            return faultyRegister(say("entry-lacks", all.size() + 1, "serial"));
        }
        all.push_back(std::move(e));
    }
    return eachOnce(std::move(all));
}

bool isJson(const std::string &text)
{
    const size_t at = text.find_first_not_of(" \t\r\n");
    return at != std::string::npos && text[at] == '{';
}

} // namespace

bool looksLikeRegister(const std::string &text)
{
    if (isJson(text)) {
        const auto json = parseJson(text);
        return json && json->contains("displays");
    }
    const auto rows = csvRows(text, kMostDisplays);
    return rows && !rows->empty()
           && std::any_of(rows->front().cells.begin(), rows->front().cells.end(), [](const std::string &c) { return lower(c) == "serial"; });
}

Result<std::vector<RegisterEntry>> registerFrom(const std::string &text)
{
    return isJson(text) ? fromRegisterJson(text) : fromRegisterCsv(text);
}

std::string registerToCsv(const std::vector<RegisterEntry> &entries)
{
    std::string text;
    for (const RegisterField &f : registerFields()) {
        text += (text.empty() ? "" : ",") + std::string(f.name);
    }
    text += "\n";
    for (const RegisterEntry &e : entries) {
        for (const RegisterField &f : registerFields()) {
            text += (&f == &registerFields().front() ? "" : ",") + csvCell(f.write(e).value_or(""));
        }
        text += "\n";
    }
    return text;
}

std::string registerToJson(const std::vector<RegisterEntry> &entries)
{
    Json list = Json::array();
    for (const RegisterEntry &e : entries) {
        Json item = Json::object();
        for (const RegisterField &f : registerFields()) {
            if (const auto text = f.write(e)) {
                const bool number =
                    std::string_view(f.name) == "bits" || std::string_view(f.name) == "interval_days" || std::string_view(f.name) == "critical";
                item[f.name] = number ? Json(std::stoi(*text)) : (std::string_view(f.name) == "retired" ? Json(*text == "yes") : Json(*text));
            }
        }
        list.push_back(item);
    }
    return jsonText(Json{{"displays", list}}, 2);
}

} // namespace lamp
