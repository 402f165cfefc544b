// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/csv.h"

#include "base/text.h"

#include <algorithm>

namespace lamp {

namespace {

/// Lines of a text with those that a quoted cell goes over joined, and where each begins.
std::vector<std::pair<size_t, std::string>> joinedLines(const std::string &text)
{
    std::vector<std::pair<size_t, std::string>> all;
    size_t number = 1, begins = 1;
    bool quoted = false;
    std::string line;
    const auto end = [&] {
        if (!line.empty() && line.back() == '\r') {
            line.pop_back();
        }
        all.emplace_back(begins, std::move(line));
        line.clear();
    };
    for (size_t i = text.starts_with("\xEF\xBB\xBF") ? 3 : 0; i < text.size(); ++i) {
        const char c = text[i];
        // Sign by sign, two in a row close and open again.
        quoted = c == '"' && (line.empty() || line[0] != '#') ? !quoted : quoted;
        number += c == '\n' ? 1 : 0;
        if (c == '\n' && !quoted) {
            end();
            begins = number;
        } else {
            line += c;
        }
    }
    if (!line.empty()) {
        end();
    }
    return all;
}

/// Whether spreadsheets may run a text: it begins with a sign of formulas and is no number (common practice, no published source). Apostrophes
/// before it count as well, so that one can be added and taken off.
bool mayBeFormula(const std::string &text)
{
    const size_t at = text.find_first_not_of('\'');
    return at != std::string::npos && std::string("=+-@\t\r").find(text[at]) != std::string::npos && (at > 0 || !csvNumber(text));
}

} // namespace

std::vector<std::string> csvCells(const std::string &line, char separator)
{
    std::vector<std::string> all(1);
    bool quoted = false, kept = false; // kept: what stands in quotes keeps its spaces
    const auto end = [&] {
        std::string &cell = all.back();
        if (!kept) {
            const size_t from = cell.find_first_not_of(" \t"), to = cell.find_last_not_of(" \t");
            cell = from == std::string::npos ? "" : cell.substr(from, to - from + 1);
        }
        kept = false;
        if (cell.starts_with('\'') && mayBeFormula(cell)) {
            cell.erase(0, 1);
        }
    };
    for (size_t i = 0; i < line.size(); ++i) {
        const char c = line[i];
        if (c == '"' && quoted && i + 1 < line.size() && line[i + 1] == '"') {
            all.back() += '"';
            ++i;
        } else if (c == '"') {
            quoted = !quoted;
            if (quoted && all.back().find_first_not_of(" \t") == std::string::npos) {
                all.back().clear(); // spaces before it are not of the cell
                kept = true;
            }
        } else if (c == separator && !quoted) {
            end();
            all.emplace_back();
        } else if (quoted || !kept || (c != ' ' && c != '\t')) {
            all.back() += c;
        }
    }
    end();
    return all;
}

char csvSeparator(const std::vector<std::string> &lines)
{
    // A decimal comma speaks for the semicolon.
    char best = ',';
    size_t most = 0;
    for (const char c : {'\t', ';', ','}) {
        size_t agree = 0;
        const size_t first = csvCells(lines.front(), c).size();
        for (const std::string &line : lines) {
            agree += first > 1 && csvCells(line, c).size() == first ? 1 : 0;
        }
        if (agree > most) {
            most = agree;
            best = c;
        }
    }
    return best;
}

std::optional<std::vector<CsvRow>> csvRows(const std::string &text, size_t most)
{
    std::vector<std::string> lines;
    std::vector<size_t> numbers;
    for (auto &[number, line] : joinedLines(text)) {
        if (line.empty() || line[0] == '#' || line.find_first_not_of(" \t,;") == std::string::npos) {
            continue;
        }
        lines.push_back(std::move(line));
        numbers.push_back(number);
        if (lines.size() > most) {
            return std::nullopt;
        }
    }
    std::vector<CsvRow> rows;
    const char separator = lines.empty() ? ',' : csvSeparator(lines);
    for (size_t i = 0; i < lines.size(); ++i) {
        rows.push_back({numbers[i], csvCells(lines[i], separator)});
    }
    return rows;
}

std::string csvCell(const std::string &text, Formulas formulas)
{
    if (formulas == Formulas::Defused && mayBeFormula(text)) {
        return csvCell('\'' + text, Formulas::Kept);
    }
    // A sign that begins a comment, and spaces at the ends, are told from their like by the quotes.
    const bool plain =
        text.find_first_of(",;\"\t\r\n") == std::string::npos && !text.starts_with('#') && !text.starts_with(' ') && !text.ends_with(' ');
    if (plain) {
        return text;
    }
    std::string out = "\"";
    for (const char c : text) {
        out += c == '"' ? "\"\"" : std::string(1, c);
    }
    return out + "\"";
}

std::optional<double> csvNumber(std::string cell)
{
    std::replace(cell.begin(), cell.end(), ',', '.');
    while (!cell.empty() && (cell.back() == '%' || cell.back() == ' ')) {
        cell.pop_back();
    }
    return numberOf(cell);
}

} // namespace lamp
