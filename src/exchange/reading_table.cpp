// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/reading_table.h"

#include "base/csv.h"
#include "base/json.h"
#include "base/text.h"
#include "colour/spaces.h"
#include "exchange/cxf.h"
#include "icc/cgats.h"
#include "measure/measurement_json.h"
#include "measure/reading_fields.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <cstdint>
#include <optional>
#include <sstream>

namespace lamp {

namespace {

using Json = nlohmann::json;

constexpr size_t kMostRows = 50000, kMostColumns = 600, kMostFacts = 5000;
constexpr double kMostLight = 1e6; ///< cd/m²

Error tableError(Message what)
{
    return unusable(say("readings-cannot-used"), std::move(what), say("each-row-needs-drive"), "readings");
}

std::string trimmed(const std::string &text)
{
    const size_t from = text.find_first_not_of(" \t"), to = text.find_last_not_of(" \t\r");
    return from == std::string::npos ? "" : text.substr(from, to - from + 1);
}

Result<ReadingTable> fromCsv(const std::string &text)
{
    ReadingTable table;
    table.kind = "CSV";
    std::vector<std::string> lines;
    std::vector<size_t> numbers;
    std::istringstream in(text);
    size_t lineNumber = 0;
    for (std::string line; std::getline(in, line);) {
        ++lineNumber;
        if (!line.empty() && line.back() == '\r') {
            line.pop_back();
        }
        if (line.rfind("\xEF\xBB\xBF", 0) == 0) {
            line.erase(0, 3);
        }
        if (!line.empty() && line[0] == '#') {
            const size_t colon = line.find(':');
            if (colon != std::string::npos && table.facts.size() < kMostFacts) {
                const std::string name = lower(trimmed(line.substr(1, colon - 1))), value = trimmed(line.substr(colon + 1));
                // What is JSON keeps its quotes.
                table.facts[name] = !value.empty() && value[0] == '{' ? value : csvCells(value, '\0').front();
            }
        } else if (line.find_first_not_of(" \t,;") != std::string::npos) {
            lines.push_back(line);
            numbers.push_back(lineNumber);
        }
        if (lines.size() > kMostRows) {
            return tableError(say("more-than-rows", kMostRows));
        }
    }
    if (lines.empty()) {
        return tableError(say("file-is-empty"));
    }
    const char separator = csvSeparator(lines);
    std::vector<std::string> first = csvCells(lines.front(), separator);
    if (first.size() > kMostColumns) {
        return tableError(say("line-1-columns", first.size()));
    }
    const bool headed = std::none_of(first.begin(), first.end(), [](const std::string &c) { return csvNumber(c).has_value(); });
    for (size_t i = 0; i < first.size(); ++i) {
        table.columns.push_back(headed ? first[i] : "column " + std::to_string(i + 1));
    }
    for (size_t i = headed ? 1 : 0; i < lines.size(); ++i) {
        auto row = csvCells(lines[i], separator);
        if (row.size() != table.columns.size()) {
            return tableError(say("line-cells-heading", numbers[i], row.size(), table.columns.size()));
        }
        table.rows.push_back(std::move(row));
    }
    return table;
}

Result<ReadingTable> fromCgats(const std::string &text)
{
    const auto read = readCgats(text);
    if (!read) {
        return read.error();
    }
    ReadingTable table;
    table.kind = "CGATS";
    table.columns = read->columns;
    table.rows = read->rows;
    const ReadingSet facts = factsOf(read.value());
    for (const auto &[name, value] : {std::pair{"display", facts.display}, std::pair{"instrument", facts.instrument},
                                      std::pair{"created", facts.created}, std::pair{"correction", facts.correction}}) {
        if (!value.empty()) {
            table.facts[name] = value;
        }
    }
    table.behindLut = facts.behindLut;
    for (const auto &[name, value] : read->comments) {
        if (table.facts.size() < kMostFacts) {
            table.facts.emplace(lower(name), value);
        }
    }
    for (auto &row : table.rows) {
        table.spectra.push_back(spectrumOf(read.value(), row));
        std::replace(row.begin(), row.end(), std::string("-"), std::string());
    }
    return table;
}

std::string cellOf(const Json &v)
{
    return v.is_string() ? v.get<std::string>() : (v.is_number() ? v.dump() : "");
}

/// A spectrum of JSON as one cell; empty where it is none.
std::string spectrumCell(const Json &j)
{
    const auto number = [&](const char *key) { return j.contains(key) && j[key].is_number(); };
    if (!number("start_nm") || !number("step_nm") || !j.contains("values") || !j["values"].is_array()) {
        return {};
    }
    Spectrum s{j["start_nm"].get<double>(), j["step_nm"].get<double>(), {}};
    for (const Json &v : j["values"]) {
        if (!v.is_number()) {
            return {};
        }
        s.values.push_back(v.get<double>());
    }
    const std::string text = spectrumText(s);
    return spectrumFrom(text) ? text : std::string();
}

Result<ReadingTable> fromJson(const std::string &text)
{
    const auto parsed = parseJson(text);
    if (!parsed) {
        return tableError(say("begins-like-json-but", parsed.error().what));
    }
    const Json &j = parsed.value();
    // The record of a visit holds its readings under another name, since "readings" is their number there.
    const char *list = j.is_object() && j.contains("measurements") ? "measurements" : "readings";
    if (!j.is_object() || !j.contains(list) || !j[list].is_array()) {
        return tableError(say("json-no-list-called"));
    }
    ReadingTable table;
    table.kind = "JSON";
    table.columns = {"name", "r", "g", "b", "X (cd/m²)", "Y (cd/m²)", "Z (cd/m²)"};
    for (const ReadingField &f : readingFields()) {
        table.columns.push_back(f.heading);
    }
    for (const char *fact : {"display", "instrument", "created", "correction"}) {
        if (j.contains(fact) && j[fact].is_string()) {
            table.facts[fact] = j[fact].get<std::string>();
        } else if (j.contains(fact) && j[fact].is_object()) {
            // As in the record of a visit.
            const auto part = [&](const char *key) {
                return j[fact].contains(key) && j[fact][key].is_string() ? j[fact][key].get<std::string>() : "";
            };
            table.facts[fact] = part("model") + (part("serial").empty() ? "" : " " + part("serial"));
            if (!part("correction").empty()) {
                table.facts["correction"] = part("correction");
            }
        }
    }
    if (j.contains("states") && j.contains("ramps")) {
        try {
            for (const auto &[name, value] : statesLines(statesFromJson(j))) {
                table.facts[name] = value;
            }
        } catch (const std::exception &e) {
            return tableError(say("states-cannot-read", reasonOf(e)));
        }
    }
    for (const char *fact : kVisitFacts) {
        if (j.contains(fact)) {
            table.facts[fact] = j[fact].is_string() ? j[fact].get<std::string>() : jsonText(j[fact]);
        }
    }
    table.behindLut = j.value("drive", Json()) == Json("behind LUT");
    for (const Json &r : j[list]) {
        const size_t place = table.rows.size() + 1;
        const auto triple = [&](const char *key) { return r.is_object() && r.contains(key) && r[key].is_array() && r[key].size() == 3; };
        if (!triple("rgb") || !triple("XYZ")) {
            return tableError(say("no-rgb-or-no", place));
        }
        std::vector<std::string> row{r.contains("name") ? cellOf(r["name"]) : ""};
        for (const char *key : {"rgb", "XYZ"}) {
            for (const Json &v : r[key]) {
                row.push_back(cellOf(v));
            }
        }
        for (const ReadingField &f : readingFields()) {
            const bool spectrum = f.key == "spectrum" && r.contains("spectrum") && r["spectrum"].is_object();
            row.push_back(spectrum ? spectrumCell(r["spectrum"]) : (r.contains(f.key) ? cellOf(r[f.key]) : ""));
            if (spectrum && row.back().empty()) {
                return tableError(say("spectrum-without-start-nm", place));
            }
        }
        table.rows.push_back(std::move(row));
        if (table.rows.size() > kMostRows) {
            return tableError(say("more-than-readings", kMostRows));
        }
    }
    return table;
}

/// A heading without its unit, in lower case: "XYZ_X (cd/m²)" becomes "xyz_x".
std::string bare(const std::string &heading)
{
    std::string text = lower(heading.substr(0, heading.find_first_of("([")));
    while (!text.empty() && (text.back() == ' ' || text.back() == '_' || text.back() == '*')) {
        text.pop_back();
    }
    return text;
}

Role roleOf(const std::string &heading)
{
    const std::string exact = heading.substr(0, heading.find_first_of("([ "));
    // The case tells tristimulus values from chromaticities, and Lab's b from blue.
    static const std::map<std::string, Role> exactly{{"X", Role::X},      {"Y", Role::Y},     {"Z", Role::Z},     {"x", Role::SmallX},
                                                     {"y", Role::SmallY}, {"L", Role::L},     {"L*", Role::L},    {"a*", Role::A},
                                                     {"b*", Role::B},     {"R", Role::Red},   {"G", Role::Green}, {"B", Role::Blue},
                                                     {"r", Role::Red},    {"g", Role::Green}, {"b", Role::Blue}};
    static const std::map<std::string, Role> loosely{
        {"name", Role::Name},         {"patch", Role::Name},      {"colour", Role::Name},     {"sample_name", Role::Name},
        {"sample", Role::Name},       {"red", Role::Red},         {"green", Role::Green},     {"blue", Role::Blue},
        {"rgb_r", Role::Red},         {"rgb_g", Role::Green},     {"rgb_b", Role::Blue},      {"red drive", Role::Red},
        {"green drive", Role::Green}, {"blue drive", Role::Blue}, {"xyz_x", Role::X},         {"xyz_y", Role::Y},
        {"xyz_z", Role::Z},           {"luminance", Role::Y},     {"lum", Role::Y},           {"xyy_x", Role::SmallX},
        {"xyy_y", Role::SmallY},      {"xyy_capy", Role::Y},      {"lab_l", Role::L},         {"lab_a", Role::A},
        {"x_cd_m2", Role::X},         {"y_cd_m2", Role::Y},       {"z_cd_m2", Role::Z},       {"lab_b", Role::B},
        {"bench_s", Role::Seconds},   {"time", Role::Seconds},    {"seconds", Role::Seconds}, {"cie_x", Role::SmallX},
        {"cie_y", Role::SmallY}};
    if (const auto found = exactly.find(exact); found != exactly.end()) {
        return found->second;
    }
    const auto found = loosely.find(bare(heading));
    return found != loosely.end() ? found->second : Role::Unused;
}

double most(const ReadingTable &table, const Roles &roles, Role a, Role b, Role c)
{
    double top = 0;
    for (size_t column = 0; column < roles.columns.size(); ++column) {
        if (roles.columns[column] == a || roles.columns[column] == b || roles.columns[column] == c) {
            for (const auto &row : table.rows) {
                top = std::max(top, csvNumber(row[column]).value_or(0));
            }
        }
    }
    return top;
}

int columnOf(const Roles &roles, Role role)
{
    const auto found = std::find(roles.columns.begin(), roles.columns.end(), role);
    return found == roles.columns.end() ? -1 : int(found - roles.columns.begin());
}

void guessDrive(const ReadingTable &table, Roles &roles)
{
    const double top = most(table, roles, Role::Red, Role::Green, Role::Blue);
    for (const double full : {1.0, 100.0, 255.0, 1023.0, 4095.0, 65535.0}) {
        if (std::abs(top - full) < 1e-6 * full) {
            roles.fullDrive = full;
            return;
        }
    }
    roles.fullDrive = top <= 1 ? 1 : (top <= 100 ? 100 : (top <= 255 ? 255 : (top <= 1023 ? 1023 : 65535)));
    roles.unclear.push_back(say("largest-drive-drive-full", decimal(top, top <= 1 ? 3 : 0), decimal(roles.fullDrive, 0)));
}

void guessLuminance(const ReadingTable &table, Roles &roles)
{
    const int y = columnOf(roles, Role::Y);
    const bool lab = columnOf(roles, Role::L) >= 0 && y < 0;
    const double top = most(table, roles, Role::Y, Role::Y, Role::Y);
    const std::string heading = y >= 0 ? table.columns[size_t(y)] : "";
    const bool said = heading.find("cd") != std::string::npos || table.kind == "JSON" || table.facts.contains("luminance unit");
    // White that reads exactly 100, or 1, was scaled to it: no panel is so exact.
    const bool scaled = lab || std::abs(top - 100) < 1e-6 || std::abs(top - 1) < 1e-6;
    if (scaled && !said) {
        roles.whiteLuminance = 100;
        roles.unclear.push_back(say("colours-relative-white-luminance"));
    }
}

} // namespace

Message named(Role role)
{
    switch (role) {
    case Role::Unused: return say("role-unused");
    case Role::Name: return say("role-name");
    case Role::Red: return say("role-red");
    case Role::Green: return say("role-green");
    case Role::Blue: return say("role-blue");
    case Role::X: return verbatim("X");
    case Role::Y: return verbatim("Y");
    case Role::Z: return verbatim("Z");
    case Role::SmallX: return say("role-x");
    case Role::SmallY: return say("role-y");
    case Role::L: return verbatim("L*");
    case Role::A: return verbatim("a*");
    case Role::B: return verbatim("b*");
    case Role::Seconds: return say("role-time");
    }
    return {};
}

Result<ReadingTable> readingTable(const std::string &text)
{
    const size_t first = text.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    if (first == std::string::npos) {
        return tableError(say("file-is-empty"));
    }
    if (text.find('\0') != std::string::npos) {
        return tableError(say("no-text-file"));
    }
    if (text[first] == '{') {
        return fromJson(text);
    }
    if (text[first] == '<') {
        return cxfTable(text);
    }
    if (text.find("BEGIN_DATA") != std::string::npos) {
        return fromCgats(text);
    }
    return fromCsv(text);
}

Roles guessRoles(const ReadingTable &table)
{
    std::vector<Role> columns;
    for (const std::string &heading : table.columns) {
        Role role = roleOf(heading);
        // Once each; a second column of the same name is not what is looked for.
        if (role != Role::Unused && std::find(columns.begin(), columns.end(), role) != columns.end()) {
            role = Role::Unused;
        }
        columns.push_back(role);
    }
    return settledRoles(table, std::move(columns));
}

Roles settledRoles(const ReadingTable &table, std::vector<Role> columns)
{
    Roles roles;
    roles.columns = std::move(columns);
    const bool chromaticity = columnOf(roles, Role::SmallX) >= 0 && columnOf(roles, Role::SmallY) >= 0 && columnOf(roles, Role::Y) >= 0;
    const bool tristimulus = columnOf(roles, Role::X) >= 0 && columnOf(roles, Role::Y) >= 0 && columnOf(roles, Role::Z) >= 0;
    const bool lab = columnOf(roles, Role::L) >= 0 && columnOf(roles, Role::A) >= 0 && columnOf(roles, Role::B) >= 0;
    for (const Role role : {Role::Red, Role::Green, Role::Blue}) {
        if (columnOf(roles, role) < 0) {
            roles.unclear.push_back(say("ask-which-column", named(role)));
        }
    }
    if (!tristimulus && !chromaticity && !lab) {
        roles.unclear.push_back(say("columns-colour-x-y"));
    }
    if (roles.unclear.empty()) {
        guessDrive(table, roles);
        guessLuminance(table, roles);
    }
    return roles;
}

Result<ReadingSet> readingsFrom(const ReadingTable &table, const Roles &roles)
{
    if (roles.columns.size() != table.columns.size()) {
        return tableError(say("file-has-columns", table.columns.size()));
    }
    for (const Role role : {Role::Red, Role::Green, Role::Blue}) {
        if (columnOf(roles, role) < 0) {
            return tableError(say("no-column-is", named(role)));
        }
    }
    const auto have = [&](Role role) { return columnOf(roles, role) >= 0; };
    const bool tristimulus = have(Role::X) && have(Role::Y) && have(Role::Z), chroma = have(Role::SmallX) && have(Role::SmallY) && have(Role::Y);
    if (!tristimulus && !chroma && !(have(Role::L) && have(Role::A) && have(Role::B))) {
        return tableError(say("no-columns-x-y"));
    }
    ReadingSet set;
    const double scale = roles.whiteLuminance > 0 ? roles.whiteLuminance / std::max(1e-9, most(table, roles, Role::Y, Role::Y, Role::Y)) : 1;
    for (size_t i = 0; i < table.rows.size(); ++i) {
        const auto &row = table.rows[i];
        std::optional<Error> bad;
        const auto value = [&](Role role) {
            const int column = columnOf(roles, role);
            const auto v = column >= 0 ? csvNumber(row[size_t(column)]) : std::optional(0.0);
            if (!v && !bad) {
                bad = tableError(say("row-column-no-number", i + 1, table.columns[size_t(column)], row[size_t(column)].substr(0, 30)));
            }
            return v.value_or(0);
        };
        Measurement m;
        m.index = int(i) + 1;
        m.name = have(Role::Name) ? row[size_t(columnOf(roles, Role::Name))] : "";
        m.rgb = {value(Role::Red) / roles.fullDrive, value(Role::Green) / roles.fullDrive, value(Role::Blue) / roles.fullDrive};
        if (tristimulus) {
            m.xyz = scale * XYZ(value(Role::X), value(Role::Y), value(Role::Z));
        } else if (chroma) {
            const double y = value(Role::SmallY);
            m.xyz = y > 0 ? xyzOf(Chromaticity{value(Role::SmallX), y}, scale * value(Role::Y)) : XYZ();
        } else {
            const RelXYZ rel = xyzOf(Lab{value(Role::L), value(Role::A), value(Role::B)}, iccD50());
            m.xyz = XYZ((roles.whiteLuminance > 0 ? roles.whiteLuminance : 100) * rel.vec());
        }
        m.t = have(Role::Seconds) ? value(Role::Seconds) : 0;
        if (bad) {
            return *bad;
        }
        const Eigen::Vector3d d = m.rgb.vec();
        if (d.minCoeff() < -1e-6 || d.maxCoeff() > 1 + 1e-6) {
            return tableError(say("row-drive-beyond-0", i + 1, decimal(roles.fullDrive, 0)));
        }
        if (m.xyz.vec().minCoeff() < -0.5) {
            return tableError(say("row-negative-colour", i + 1));
        }
        if (std::max({std::abs(m.xyz.a), std::abs(m.xyz.b), std::abs(m.xyz.c)}) > kMostLight) {
            return tableError(say("row-says-no-display", i + 1, exactText(std::max({m.xyz.a, m.xyz.b, m.xyz.c}))));
        }
        m.xyz = XYZ(m.xyz.vec().cwiseMax(0.0));
        // What cannot be told from the columns that people use is found where this program wrote the file.
        for (size_t c = 0; c < table.columns.size(); ++c) {
            const auto &fields = readingFields();
            const std::string heading = bare(table.columns[c]);
            const auto field = std::find_if(fields.begin(), fields.end(), [&](const ReadingField &f) {
                return heading == bare(f.heading) || (!f.cgats.empty() && table.columns[c] == f.cgats);
            });
            // What others call a number need not be one; those count on from 1.
            if (field != fields.end() && !row[c].empty() && !field->read(m, row[c]) && field->key != "number") {
                return tableError(say("row-column-cannot-read", i + 1, table.columns[c], row[c].substr(0, 30)));
            }
        }
        if (i < table.spectra.size() && table.spectra[i]) {
            m.spectrum = table.spectra[i];
        }
        set.readings.push_back(std::move(m));
    }
    const auto outOfOrder = [](const Measurement &p, const Measurement &q) { return p.index >= q.index; };
    if (std::adjacent_find(set.readings.begin(), set.readings.end(), outOfOrder) != set.readings.end()) {
        for (size_t i = 0; i < set.readings.size(); ++i) {
            set.readings[i].index = int(i) + 1;
        }
    }
    const auto fact = [&](const char *name) {
        const auto found = table.facts.find(name);
        return found == table.facts.end() ? std::string() : found->second;
    };
    try {
        set.states = statesFromLines({table.facts.begin(), table.facts.end()});
    } catch (const std::exception &e) {
        return tableError(say("states-cannot-read", reasonOf(e)));
    }
    for (const char *name : kVisitFacts) {
        if (!fact(name).empty()) {
            set.facts[name] = fact(name);
        }
    }
    set.display = fact("display");
    set.instrument = fact("instrument");
    set.correction = fact("correction");
    set.created = fact("created");
    set.behindLut = table.behindLut || fact("drive") == "behind LUT";
    return set;
}

namespace {

std::string lineOf(std::string text)
{
    std::replace_if(
        text.begin(), text.end(), [](unsigned char c) { return c < 32; }, ' ');
    return text;
}

} // namespace

std::string readingsCsvHead(const ReadingSet &set)
{
    std::string text;
    for (const auto &[name, value] : std::initializer_list<std::pair<const char *, std::string>>{{"display", set.display},
                                                                                                 {"instrument", set.instrument},
                                                                                                 {"correction", set.correction},
                                                                                                 {"created", set.created},
                                                                                                 {"drive", set.behindLut ? "behind LUT" : ""}}) {
        text += value.empty() ? "" : std::string("# ") + name + ": " + lineOf(value) + "\n";
    }
    for (const auto &[name, value] : set.facts) {
        text += "# " + name + ": " + lineOf(value) + "\n";
    }
    for (const auto &[name, value] : statesLines(set.states)) {
        text += "# " + name + ": " + value + "\n";
    }
    text += "name,r,g,b,X (cd/m²),Y (cd/m²),Z (cd/m²)";
    for (const ReadingField &f : readingFields()) {
        text += "," + csvCell(f.heading);
    }
    return text + "\n";
}

std::string readingCsvRow(const Measurement &m)
{
    std::string text = csvCell(lineOf(m.name));
    for (const double v : {m.rgb.a, m.rgb.b, m.rgb.c, m.xyz.a, m.xyz.b, m.xyz.c}) {
        text += "," + exactText(v);
    }
    for (const ReadingField &f : readingFields()) {
        text += "," + csvCell(lineOf(f.write(m)));
    }
    return text + "\n";
}

std::string readingsToCsv(const ReadingSet &set)
{
    std::string text = readingsCsvHead(set);
    for (const Measurement &m : set.readings) {
        text += readingCsvRow(m);
    }
    return text;
}

std::string readingsToJson(const ReadingSet &set)
{
    Json all = Json::array();
    for (const Measurement &m : set.readings) {
        all.push_back(measurementJson(m));
    }
    Json j{{"schema", "dutiful-lamp/readings/1"},
           {"display", set.display},
           {"instrument", set.instrument},
           {"correction", set.correction},
           {"created", set.created},
           {"unit", "cd/m²"},
           {"readings", all}};
    if (set.behindLut) {
        j["drive"] = "behind LUT";
    }
    if (!set.states.all.empty()) {
        j.update(statesJson(set.states));
    }
    for (const auto &[name, value] : set.facts) {
        const auto json = value.empty() || value[0] != '{' ? Result<Json>(Json(value)) : parseJson(value);
        j[name] = json ? json.value() : Json(value);
    }
    return jsonText(j, 1);
}

} // namespace lamp
