// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/reading_table.h"

#include "base/text.h"
#include "colour/spaces.h"
#include "exchange/cxf.h"
#include "profile/cgats.h"

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

constexpr size_t kMostRows = 50000, kMostColumns = 600;

Error tableError(const std::string &what)
{
    return {ErrorKind::Input,
            "The readings cannot be used: " + what + ".",
            "Nothing was changed.",
            "Each row needs a drive (red, green, blue) and a colour (XYZ, or Y with x and y, or Lab).",
            "readings",
            false};
}

std::optional<double> numberIn(std::string text)
{
    std::replace(text.begin(), text.end(), ',', '.');
    const size_t from = text.find_first_not_of(" \t+"), to = text.find_last_not_of(" \t%");
    if (from == std::string::npos || to == std::string::npos || to < from) {
        return std::nullopt;
    }
    double v = 0;
    const char *end = text.data() + to + 1;
    const auto [at, code] = std::from_chars(text.data() + from, end, v);
    return code == std::errc() && at == end && std::isfinite(v) ? std::optional(v) : std::nullopt;
}

std::string lower(std::string text)
{
    std::transform(text.begin(), text.end(), text.begin(), [](unsigned char c) { return char(std::tolower(c)); });
    return text;
}

/// One line of a CSV, quotes honoured (RFC 4180).
std::vector<std::string> cells(const std::string &line, char separator)
{
    std::vector<std::string> all(1);
    bool quoted = false;
    for (size_t i = 0; i < line.size(); ++i) {
        const char c = line[i];
        if (c == '"') {
            if (quoted && i + 1 < line.size() && line[i + 1] == '"') {
                all.back() += '"';
                ++i;
            } else {
                quoted = !quoted;
            }
        } else if (c == separator && !quoted) {
            all.emplace_back();
        } else {
            all.back() += c;
        }
    }
    for (std::string &cell : all) {
        const size_t from = cell.find_first_not_of(" \t"), to = cell.find_last_not_of(" \t");
        cell = from == std::string::npos ? "" : cell.substr(from, to - from + 1);
    }
    return all;
}

char separatorOf(const std::vector<std::string> &lines)
{
    // The sign that cuts the lines into the same number of cells most often; a decimal comma speaks for the semicolon.
    char best = ',';
    size_t most = 0;
    for (const char c : {'\t', ';', ','}) {
        size_t agree = 0;
        const size_t first = cells(lines.front(), c).size();
        for (const std::string &line : lines) {
            agree += first > 1 && cells(line, c).size() == first ? 1 : 0;
        }
        if (agree > most) {
            most = agree;
            best = c;
        }
    }
    return best;
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
            if (colon != std::string::npos && table.facts.size() < 50) {
                table.facts[lower(cells(line.substr(1, colon - 1), '\0').front())] = cells(line.substr(colon + 1), '\0').front();
            }
        } else if (line.find_first_not_of(" \t,;") != std::string::npos) {
            lines.push_back(line);
            numbers.push_back(lineNumber);
        }
        if (lines.size() > kMostRows) {
            return tableError("it has more than " + std::to_string(kMostRows) + " rows");
        }
    }
    if (lines.empty()) {
        return tableError("the file is empty");
    }
    const char separator = separatorOf(lines);
    std::vector<std::string> first = cells(lines.front(), separator);
    if (first.size() > kMostColumns) {
        return tableError("line 1 has " + std::to_string(first.size()) + " columns");
    }
    const bool headed = std::none_of(first.begin(), first.end(), [](const std::string &c) { return numberIn(c).has_value(); });
    for (size_t i = 0; i < first.size(); ++i) {
        table.columns.push_back(headed ? first[i] : "column " + std::to_string(i + 1));
    }
    for (size_t i = headed ? 1 : 0; i < lines.size(); ++i) {
        auto row = cells(lines[i], separator);
        if (row.size() != table.columns.size()) {
            return tableError("line " + std::to_string(numbers[i]) + " has " + std::to_string(row.size()) + " cells, the heading "
                              + std::to_string(table.columns.size()));
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
    return table;
}

std::string cellOf(const Json &v)
{
    return v.is_string() ? v.get<std::string>() : (v.is_number() ? v.dump() : "");
}

Result<ReadingTable> fromJson(const std::string &text)
{
    const Json j = Json::parse(text, nullptr, false);
    if (j.is_discarded()) {
        return tableError("it begins like JSON but is none");
    }
    if (!j.is_object() || !j.contains("readings") || !j["readings"].is_array()) {
        return tableError("its JSON has no list called \"readings\"");
    }
    ReadingTable table;
    table.kind = "JSON";
    table.columns = {"name", "r", "g", "b", "X (cd/m²)", "Y (cd/m²)", "Z (cd/m²)", "integration (s)", "time (s)", "state"};
    for (const char *fact : {"display", "instrument", "created", "correction"}) {
        if (j.contains(fact) && j[fact].is_string()) {
            table.facts[fact] = j[fact].get<std::string>();
        }
    }
    table.behindLut = j.value("drive", Json()) == Json("behind LUT");
    size_t spectral = 0;
    for (const Json &r : j["readings"]) {
        const std::string place = "reading " + std::to_string(table.rows.size() + 1);
        const auto triple = [&](const char *key) { return r.is_object() && r.contains(key) && r[key].is_array() && r[key].size() == 3; };
        if (!triple("rgb") || !triple("XYZ")) {
            return tableError(place + " has no \"rgb\" or no \"XYZ\" of three numbers");
        }
        std::vector<std::string> row{r.contains("name") ? cellOf(r["name"]) : ""};
        for (const char *key : {"rgb", "XYZ"}) {
            for (const Json &v : r[key]) {
                row.push_back(cellOf(v));
            }
        }
        for (const char *key : {"integration_s", "t", "state"}) {
            row.push_back(r.contains(key) ? cellOf(r[key]) : "");
        }
        table.rows.push_back(std::move(row));
        Spectrum s;
        if (r.contains("spectrum")) {
            const Json &j2 = r["spectrum"];
            if (!j2.is_object() || !j2.value("start_nm", Json()).is_number() || !j2.value("step_nm", Json()).is_number()
                || !j2.value("values", Json()).is_array()) {
                return tableError(place + " has a spectrum without start_nm, step_nm or values");
            }
            s.startNm = j2["start_nm"].get<double>();
            s.stepNm = j2["step_nm"].get<double>();
            for (const Json &v : j2["values"]) {
                s.values.push_back(v.is_number() ? v.get<double>() : 0);
            }
            ++spectral;
        }
        table.spectra.push_back(std::move(s));
        if (table.rows.size() > kMostRows) {
            return tableError("it has more than " + std::to_string(kMostRows) + " readings");
        }
    }
    if (spectral == 0) {
        table.spectra.clear();
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
        {"name", Role::Name},         {"patch", Role::Name},      {"colour", Role::Name},  {"sample_name", Role::Name},
        {"sample", Role::Name},       {"red", Role::Red},         {"green", Role::Green},  {"blue", Role::Blue},
        {"rgb_r", Role::Red},         {"rgb_g", Role::Green},     {"rgb_b", Role::Blue},   {"red drive", Role::Red},
        {"green drive", Role::Green}, {"blue drive", Role::Blue}, {"xyz_x", Role::X},      {"xyz_y", Role::Y},
        {"xyz_z", Role::Z},           {"luminance", Role::Y},     {"lum", Role::Y},        {"xyy_x", Role::SmallX},
        {"xyy_y", Role::SmallY},      {"xyy_capy", Role::Y},      {"lab_l", Role::L},      {"lab_a", Role::A},
        {"lab_b", Role::B},           {"bench_s", Role::Seconds}, {"time", Role::Seconds}, {"seconds", Role::Seconds},
        {"cie_x", Role::SmallX},      {"cie_y", Role::SmallY}};
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
                top = std::max(top, numberIn(row[column]).value_or(0));
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
    roles.unclear.push_back("The largest drive is " + fixed(top, top <= 1 ? 3 : 0)
                            + "; which drive is full is not certain: " + fixed(roles.fullDrive, 0) + " was taken.");
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
        roles.unclear.push_back("The colours are relative to white; its luminance in cd/m² is not in the file: 100 was taken.");
    }
}

} // namespace

std::string roleName(Role role)
{
    static const std::array<const char *, kRoles> names{"not used", "name",           "red drive",      "green drive", "blue drive", "X",  "Y",
                                                        "Z",        "chromaticity x", "chromaticity y", "L*",          "a*",         "b*", "time"};
    return names[size_t(role)];
}

Result<ReadingTable> readingTable(const std::string &text)
{
    const size_t first = text.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    if (first == std::string::npos) {
        return tableError("the file is empty");
    }
    if (text.find('\0') != std::string::npos) {
        return tableError("this is no text file");
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
            roles.unclear.push_back("Which column is the " + roleName(role) + "?");
        }
    }
    if (!tristimulus && !chromaticity && !lab) {
        roles.unclear.push_back("Which columns are the colour: X, Y and Z, or Y with chromaticity x and y, or L*, a* and b*?");
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
        return tableError("the file has " + std::to_string(table.columns.size()) + " columns");
    }
    for (const Role role : {Role::Red, Role::Green, Role::Blue}) {
        if (columnOf(roles, role) < 0) {
            return tableError("no column is the " + roleName(role));
        }
    }
    const auto have = [&](Role role) { return columnOf(roles, role) >= 0; };
    const bool tristimulus = have(Role::X) && have(Role::Y) && have(Role::Z), chroma = have(Role::SmallX) && have(Role::SmallY) && have(Role::Y);
    if (!tristimulus && !chroma && !(have(Role::L) && have(Role::A) && have(Role::B))) {
        return tableError("no columns are X, Y and Z, nor Y with x and y, nor L*, a* and b*");
    }
    ReadingSet set;
    const double scale = roles.whiteLuminance > 0 ? roles.whiteLuminance / std::max(1e-9, most(table, roles, Role::Y, Role::Y, Role::Y)) : 1;
    for (size_t i = 0; i < table.rows.size(); ++i) {
        const auto &row = table.rows[i];
        std::optional<Error> bad;
        const auto value = [&](Role role) {
            const int column = columnOf(roles, role);
            const auto v = column >= 0 ? numberIn(row[size_t(column)]) : std::optional(0.0);
            if (!v && !bad) {
                bad = tableError("row " + std::to_string(i + 1) + ", column \"" + table.columns[size_t(column)] + "\": \""
                                 + row[size_t(column)].substr(0, 30) + "\" is no number");
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
            return tableError("row " + std::to_string(i + 1) + " has a drive beyond 0 to " + fixed(roles.fullDrive, 0));
        }
        if (m.xyz.vec().minCoeff() < -0.5) {
            return tableError("row " + std::to_string(i + 1) + " has a negative colour");
        }
        // What cannot be told from the columns that people use is found where this program wrote the file.
        for (size_t c = 0; c < table.columns.size(); ++c) {
            const std::string heading = bare(table.columns[c]);
            if (heading == "integration" || heading == "integration_s") {
                m.integrationS = numberIn(row[c]).value_or(0);
            } else if (heading == "state" || heading == "flags") {
                m.mode = row[c].find("ambient") != std::string::npos ? ReadMode::Ambient : ReadMode::Emission;
                m.tooDark = row[c].find("too-dark") != std::string::npos;
                m.superseded = row[c].find("superseded") != std::string::npos;
            }
        }
        set.readings.push_back(std::move(m));
    }
    const auto fact = [&](const char *name) {
        const auto found = table.facts.find(name);
        return found == table.facts.end() ? std::string() : found->second;
    };
    set.display = fact("display");
    set.instrument = fact("instrument");
    set.correction = fact("correction");
    set.created = fact("created");
    set.spectra = table.spectra;
    set.behindLut = table.behindLut || fact("drive") == "behind LUT";
    return set;
}

namespace {

std::string exact(double v)
{
    std::array<char, 32> text{};
    return {text.data(), std::to_chars(text.data(), text.data() + text.size(), v).ptr};
}

std::string quoted(const std::string &text)
{
    if (text.find_first_of(",;\"\t") == std::string::npos) {
        return text;
    }
    std::string out = "\"";
    for (const char c : text) {
        out += c == '"' ? "\"\"" : std::string(1, c);
    }
    return out + "\"";
}

std::string stateOf(const Measurement &m)
{
    return std::string(m.mode == ReadMode::Ambient ? "ambient" : "emission") + (m.tooDark ? " too-dark" : "") + (m.superseded ? " superseded" : "");
}

std::string lineOf(std::string text)
{
    std::replace_if(
        text.begin(), text.end(), [](unsigned char c) { return c < 32; }, ' ');
    return text;
}

} // namespace

std::string readingsToCsv(const ReadingSet &set)
{
    std::string text;
    for (const auto &[name, value] : std::initializer_list<std::pair<const char *, std::string>>{{"display", set.display},
                                                                                                 {"instrument", set.instrument},
                                                                                                 {"correction", set.correction},
                                                                                                 {"created", set.created},
                                                                                                 {"drive", set.behindLut ? "behind LUT" : ""}}) {
        text += value.empty() ? "" : std::string("# ") + name + ": " + lineOf(value) + "\n";
    }
    text += "name,r,g,b,X (cd/m²),Y (cd/m²),Z (cd/m²),integration (s),time (s),state\n";
    for (const Measurement &m : set.readings) {
        text += quoted(lineOf(m.name));
        for (const double v : {m.rgb.a, m.rgb.b, m.rgb.c, m.xyz.a, m.xyz.b, m.xyz.c, m.integrationS, m.t}) {
            text += "," + exact(v);
        }
        text += "," + stateOf(m) + "\n";
    }
    return text;
}

std::string readingsToJson(const ReadingSet &set)
{
    Json all = Json::array();
    for (size_t i = 0; i < set.readings.size(); ++i) {
        const Measurement &m = set.readings[i];
        Json r{{"name", m.name},
               {"rgb", {m.rgb.a, m.rgb.b, m.rgb.c}},
               {"XYZ", {m.xyz.a, m.xyz.b, m.xyz.c}},
               {"integration_s", m.integrationS},
               {"t", m.t},
               {"state", stateOf(m)}};
        if (i < set.spectra.size() && !set.spectra[i].values.empty()) {
            const Spectrum &s = set.spectra[i];
            r["spectrum"] = {{"start_nm", s.startNm}, {"step_nm", s.stepNm}, {"values", s.values}};
        }
        all.push_back(std::move(r));
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
    return j.dump(1, ' ', false, Json::error_handler_t::replace);
}

} // namespace lamp
