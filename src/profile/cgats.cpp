// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/cgats.h"

#include "base/text.h"
#include "profile/lcms_handles.h"

#include <algorithm>
#include <cmath>
#include <cstring>
#include <limits>
#include <sstream>

namespace lamp {

using namespace lcms;

namespace {

struct It8Closer {
    void operator()(void *h) const { cmsIT8Free(h); }
};
using It8 = std::unique_ptr<void, It8Closer>;

const std::array<const char *, 11> kColumns{"SAMPLE_ID", "SAMPLE_NAME", "RGB_R",         "RGB_G",   "RGB_B", "XYZ_X",
                                            "XYZ_Y",     "XYZ_Z",       "INTEGRATION_S", "BENCH_S", "FLAGS"};
constexpr const char *kOriginator = "Dutiful Lamp";
constexpr const char *kUncorrected = "uncorrected";
constexpr const char *kBehindLut = "drive behind the video LUT";

std::string flagsOf(const Measurement &m)
{
    std::string flags = m.mode == ReadMode::Ambient ? "ambient" : "emission";
    if (m.tooDark) {
        flags += ";too-dark";
    }
    if (m.superseded) {
        flags += ";superseded";
    }
    return flags;
}

/// Quotes end a cell, and a line break a row: neither can stand in one.
std::string oneLine(std::string text)
{
    for (char &c : text) {
        c = c == '"' ? '\'' : (static_cast<unsigned char>(c) < 32 ? ' ' : c);
    }
    return text;
}

/// An empty cell would be no cell: a dash stands for it.
std::string nameCell(const Measurement &m)
{
    const std::string name = oneLine(m.stage.empty() ? m.name : m.stage + ": " + m.name);
    return name.find_first_not_of(' ') == std::string::npos ? "-" : name;
}

Error badCgats(const std::string &what)
{
    return {ErrorKind::Input,
            "The readings cannot be used: " + what + ".",
            "Nothing was changed.",
            "Choose a CGATS text file with the columns RGB_R, RGB_G, RGB_B, XYZ_X, XYZ_Y and XYZ_Z.",
            "cgats",
            false};
}

double numberOf(const std::string &text)
{
    std::istringstream in(text);
    in.imbue(std::locale::classic());
    double v = 0;
    return in >> v && std::isfinite(v) ? v : std::numeric_limits<double>::quiet_NaN();
}

} // namespace

std::string readingsToCgats(const ReadingSet &set)
{
    const It8 it8(cmsIT8Alloc(nullptr));
    cmsHANDLE h = it8.get();
    cmsIT8SetSheetType(h, "CGATS.17");
    cmsIT8SetPropertyStr(h, "ORIGINATOR", kOriginator);
    cmsIT8SetPropertyStr(h, "DESCRIPTOR", oneLine(set.display).c_str());
    cmsIT8SetPropertyStr(h, "CREATED", set.created.c_str());
    cmsIT8SetPropertyStr(h, "INSTRUMENTATION", oneLine(set.instrument).c_str());
    cmsIT8SetPropertyStr(h, "MEASUREMENT_SOURCE", set.correction.empty() ? kUncorrected : oneLine(set.correction).c_str());
    if (set.behindLut) {
        cmsIT8SetPropertyStr(h, "PRINT_CONDITIONS", kBehindLut);
    }
    cmsIT8SetPropertyUncooked(h, "NUMBER_OF_FIELDS", std::to_string(kColumns.size()).c_str());
    cmsIT8SetPropertyUncooked(h, "NUMBER_OF_SETS", std::to_string(set.readings.size()).c_str());
    for (size_t i = 0; i < kColumns.size(); ++i) {
        cmsIT8SetDataFormat(h, int(i), kColumns[i]);
    }
    for (size_t row = 0; row < set.readings.size(); ++row) {
        const Measurement &m = set.readings[row];
        const std::array<std::string, 11> cells{std::to_string(m.index),
                                                nameCell(m),
                                                fixed(100 * m.rgb.a, 5),
                                                fixed(100 * m.rgb.b, 5),
                                                fixed(100 * m.rgb.c, 5),
                                                fixed(m.xyz.a, 6),
                                                fixed(m.xyz.b, 6),
                                                fixed(m.xyz.c, 6),
                                                fixed(m.integrationS, 3),
                                                fixed(m.t, 3),
                                                flagsOf(m)};
        for (size_t i = 0; i < cells.size(); ++i) {
            cmsIT8SetDataRowCol(h, int(row), int(i), cells[i].c_str());
        }
    }
    cmsUInt32Number size = 0;
    if (!cmsIT8SaveToMem(h, nullptr, &size)) {
        return {};
    }
    std::string text(size, '\0');
    cmsIT8SaveToMem(h, text.data(), &size);
    text.resize(std::strlen(text.c_str()));
    return text;
}

Result<CgatsTable> readCgats(const std::string &text)
{
    // Its own context, so that a fault in the text is told here and not printed.
    const Context context = quietContext();
    const It8 it8(text.empty() ? nullptr : cmsIT8LoadFromMem(raw(context), text.data(), cmsUInt32Number(text.size())));
    if (!it8) {
        return badCgats("this is no CGATS text");
    }
    cmsHANDLE h = it8.get();
    CgatsTable table;
    char **names = nullptr;
    const int columns = cmsIT8EnumDataFormat(h, &names);
    for (int c = 0; c < columns; ++c) {
        table.columns.emplace_back(names[c] != nullptr ? names[c] : "");
    }
    char **properties = nullptr;
    const cmsUInt32Number count = cmsIT8EnumProperties(h, &properties);
    for (cmsUInt32Number i = 0; i < count; ++i) {
        const char *value = cmsIT8GetProperty(h, properties[i]);
        table.properties.emplace_back(properties[i], value != nullptr ? value : "");
    }
    const double claimed = cmsIT8GetPropertyDbl(h, "NUMBER_OF_SETS");
    const int rows = int(std::clamp(claimed, 0.0, double(text.size()))); // a row takes at least a byte
    for (int row = 0; row < rows; ++row) {
        std::vector<std::string> cells;
        bool any = false;
        for (int c = 0; c < columns; ++c) {
            const char *cell = cmsIT8GetDataRowCol(h, row, c);
            any = any || cell != nullptr;
            cells.emplace_back(cell != nullptr ? cell : "");
        }
        if (!any) {
            return badCgats("NUMBER_OF_SETS says " + std::to_string(rows) + ", but there are " + std::to_string(row) + " rows");
        }
        table.rows.push_back(std::move(cells));
    }
    return table;
}

ReadingSet factsOf(const CgatsTable &table)
{
    ReadingSet set;
    // Other programs write other things under the same names; what the instrument was corrected for decides a verdict.
    const bool own = std::any_of(table.properties.begin(), table.properties.end(),
                                 [](const auto &p) { return p.first == "ORIGINATOR" && p.second == kOriginator; });
    for (const auto &[name, value] : table.properties) {
        if (name == "DESCRIPTOR") {
            set.display = value;
        } else if (name == "INSTRUMENTATION") {
            set.instrument = value;
        } else if (name == "CREATED") {
            set.created = value;
        } else if (own && name == "MEASUREMENT_SOURCE" && value != kUncorrected) {
            set.correction = value;
        }
        set.behindLut = set.behindLut || value == kBehindLut;
    }
    return set;
}

Result<ReadingSet> readingsFromCgats(const std::string &text)
{
    const auto table = readCgats(text);
    if (!table) {
        return table.error();
    }
    const auto columnOf = [&](const char *name) {
        const auto found = std::find(table->columns.begin(), table->columns.end(), name);
        return found == table->columns.end() ? -1 : int(found - table->columns.begin());
    };
    for (const char *column : {"RGB_R", "RGB_G", "RGB_B", "XYZ_X", "XYZ_Y", "XYZ_Z"}) {
        if (columnOf(column) < 0) {
            return badCgats(std::string("the column ") + column + " is missing");
        }
    }
    ReadingSet set = factsOf(table.value());
    for (size_t row = 0; row < table->rows.size(); ++row) {
        const auto &cells = table->rows[row];
        const auto number = [&](const char *column) {
            const int c = columnOf(column);
            return c < 0 ? 0.0 : numberOf(cells[size_t(c)]);
        };
        Measurement m;
        m.index = int(row) + 1;
        if (const int c = columnOf("SAMPLE_NAME"); c >= 0) {
            m.name = cells[size_t(c)] == "-" ? "" : cells[size_t(c)];
        }
        m.rgb = {number("RGB_R") / 100, number("RGB_G") / 100, number("RGB_B") / 100};
        m.xyz = {number("XYZ_X"), number("XYZ_Y"), number("XYZ_Z")};
        if (!(m.rgb.vec() + m.xyz.vec()).allFinite()) {
            return badCgats("row " + std::to_string(row + 1) + " holds something that is no number");
        }
        m.integrationS = number("INTEGRATION_S");
        m.t = number("BENCH_S");
        if (const int c = columnOf("FLAGS"); c >= 0) {
            const std::string &flags = cells[size_t(c)];
            m.mode = flags.find("ambient") != std::string::npos ? ReadMode::Ambient : ReadMode::Emission;
            m.tooDark = flags.find("too-dark") != std::string::npos;
            m.superseded = flags.find("superseded") != std::string::npos;
        }
        set.readings.push_back(m);
    }
    return set;
}

} // namespace lamp
