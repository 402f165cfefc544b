// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/colour_table.h"

#include "base/csv.h"
#include "base/text.h"
#include "icc/cgats.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr size_t kMostRows = 20'000, kLongestName = 60;

Error wrongColours(Message why)
{
    return unusable(say("colours-cannot-used"), std::move(why), say("give-lab-or-rgb"), "colours");
}

struct Cells {
    std::vector<std::string> columns;
    std::vector<CsvRow> rows;
    bool cgats = false;
};

Result<Cells> cellsOf(const std::string &text)
{
    Cells t;
    if (text.find("BEGIN_DATA") != std::string::npos) {
        const auto cgats = readCgats(text);
        if (!cgats) {
            return cgats.error();
        }
        t.cgats = true;
        t.columns = cgats->columns;
        for (size_t i = 0; i < cgats->rows.size(); ++i) {
            t.rows.push_back({i + 1, cgats->rows[i]});
        }
    } else if (auto rows = csvRows(text, kMostRows + 1)) {
        if (!rows->empty()) {
            t.columns = rows->front().cells;
            t.rows.assign(rows->begin() + 1, rows->end());
        }
    } else {
        return wrongColours(say("more-than-rows", kMostRows));
    }
    if (t.rows.empty()) {
        return wrongColours(say("file-is-empty"));
    }
    return t.rows.size() > kMostRows ? Result<Cells>(wrongColours(say("more-than-rows", kMostRows))) : Result<Cells>(std::move(t));
}

} // namespace

Result<ColourTable> colourTable(const std::string &text)
{
    const auto cells = cellsOf(text);
    if (!cells) {
        return cells.error();
    }
    const auto column = [&](std::initializer_list<const char *> names) {
        for (size_t i = 0; i < cells->columns.size(); ++i) {
            if (std::find(names.begin(), names.end(), lower(cells->columns[i])) != names.end()) {
                return int(i);
            }
        }
        return -1;
    };
    ColourTable table;
    std::array<int, 3> at{column({"l", "l*", "lab_l"}), column({"a", "a*", "lab_a"}), column({"b*", "lab_b", "b"})};
    table.drives = at[0] < 0;
    if (table.drives) {
        at = {column({"r", "red", "rgb_r"}), column({"g", "green", "rgb_g"}), column({"b", "blue", "rgb_b"})};
    }
    if (std::any_of(at.begin(), at.end(), [](int c) { return c < 0; })) {
        return wrongColours(say("heading-missing", table.drives ? "L, a, b" : "a, b"));
    }
    const int name = column({"name", "sample_name", "sample_id"});
    constexpr double kMostLab = 1000, kMostCode = 255;
    double most = 0;
    for (const CsvRow &row : cells->rows) {
        ColourTable::Row r;
        r.line = row.line;
        r.name = name >= 0 && size_t(name) < row.cells.size() ? row.cells[size_t(name)].substr(0, kLongestName) : "";
        for (size_t c = 0; c < 3; ++c) {
            const std::string cell = size_t(at[c]) < row.cells.size() ? row.cells[size_t(at[c])] : "";
            const auto number = csvNumber(cell);
            const double least = table.drives ? 0 : -kMostLab, largest = table.drives ? kMostCode : kMostLab;
            if (!number || !(*number >= least && *number <= largest)) {
                return wrongColours(
                    say("cell-should-be", row.line, cells->columns[size_t(at[c])], cell, say("a-number-between", int(least), int(largest))));
            }
            r.values[c] = *number;
            most = std::max(most, *number);
        }
        table.rows.push_back(std::move(r));
    }
    const double usual = cells->cgats ? 100 : 1, full = most > usual ? kMostCode : usual;
    for (ColourTable::Row &r : table.rows) {
        for (double &v : r.values) {
            v /= table.drives ? full : 1;
        }
    }
    return table;
}

} // namespace lamp
