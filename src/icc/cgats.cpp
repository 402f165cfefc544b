// SPDX-License-Identifier: GPL-3.0-or-later
#include "icc/cgats.h"

#include "base/text.h"
#include "icc/lcms_handles.h"
#include "measure/reading_fields.h"

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

constexpr const char *kOriginator = "Dutiful Lamp";
constexpr const char *kUncorrected = "uncorrected";
constexpr const char *kBehindLut = "drive behind the video LUT";

/// Quotes end a cell, and a line break a row: neither can stand in one.
std::string oneLine(std::string text)
{
    for (char &c : text) {
        c = c == '"' ? '\'' : (static_cast<unsigned char>(c) < 32 ? ' ' : c);
    }
    return text;
}

/// A line break ends a comment.
std::string oneLineRaw(std::string text)
{
    std::replace_if(
        text.begin(), text.end(), [](unsigned char c) { return c < 32; }, ' ');
    return text;
}

/// An empty cell would be no cell: a dash stands for it.
std::string cellOf(const std::string &text)
{
    const std::string line = oneLine(text);
    return line.find_first_not_of(' ') == std::string::npos ? "-" : line;
}

/// The grid of the first spectrum, on which columns of spectra stand; others are not written here.
std::optional<Spectrum> gridOf(const ReadingSet &set)
{
    const auto first =
        std::find_if(set.readings.begin(), set.readings.end(), [](const Measurement &m) { return m.spectrum && !m.spectrum->values.empty(); });
    return first == set.readings.end() ? std::nullopt : first->spectrum;
}

bool sameGrid(const Spectrum &p, const Spectrum &q)
{
    return p.startNm == q.startNm && p.stepNm == q.stepNm && p.values.size() == q.values.size();
}

constexpr const char *kSpectral = "SPECTRAL_";

Error badCgats(Message what)
{
    return unusable(say("readings-cannot-used"), std::move(what), say("choose-cgats-text-file"), "cgats");
}

} // namespace

std::string readingsToCgats(const ReadingSet &set)
{
    const Context context = quietContext();
    const It8 it8(cmsIT8Alloc(raw(context)));
    if (!it8) {
        return {};
    }
    cmsHANDLE h = it8.get();
    cmsIT8SetSheetType(h, "CGATS.17");
    cmsIT8SetPropertyStr(h, "ORIGINATOR", kOriginator);
    cmsIT8SetPropertyStr(h, "DESCRIPTOR", oneLine(set.display).c_str());
    cmsIT8SetPropertyStr(h, "CREATED", oneLine(set.created).c_str());
    cmsIT8SetPropertyStr(h, "INSTRUMENTATION", oneLine(set.instrument).c_str());
    cmsIT8SetPropertyStr(h, "MEASUREMENT_SOURCE", set.correction.empty() ? kUncorrected : oneLine(set.correction).c_str());
    if (set.behindLut) {
        cmsIT8SetPropertyStr(h, "PRINT_CONDITIONS", kBehindLut);
    }
    struct Column {
        std::string heading;
        std::function<std::string(const Measurement &)> cell;
    };
    std::vector<Column> columns;
    const auto field = [&](const ReadingField &f) { columns.push_back({f.cgats, [&f](const Measurement &m) { return cellOf(f.write(m)); }}); };
    const auto &fields = readingFields();
    field(fields.front());
    columns.push_back({"SAMPLE_NAME", [](const Measurement &m) { return cellOf(m.name); }});
    for (int c = 0; c < 3; ++c) {
        columns.push_back({std::string("RGB_") + "RGB"[c], [c](const Measurement &m) { return exactText(100 * m.rgb[c]); }});
    }
    for (int c = 0; c < 3; ++c) {
        columns.push_back({std::string("XYZ_") + "XYZ"[c], [c](const Measurement &m) { return exactText(m.xyz[c]); }});
    }
    for (size_t i = 1; i < fields.size(); ++i) {
        if (!fields[i].cgats.empty()) {
            field(fields[i]);
        }
    }
    const auto grid = gridOf(set);
    for (size_t i = 0; grid && i < grid->values.size(); ++i) {
        columns.push_back({kSpectral + exactText(grid->startNm + double(i) * grid->stepNm), [&grid, i](const Measurement &m) {
                               return m.spectrum && sameGrid(*m.spectrum, *grid) ? cellOf(exactText(m.spectrum->values[i])) : std::string("-");
                           }});
    }
    cmsIT8SetPropertyUncooked(h, "NUMBER_OF_FIELDS", std::to_string(columns.size()).c_str());
    cmsIT8SetPropertyUncooked(h, "NUMBER_OF_SETS", std::to_string(set.readings.size()).c_str());
    for (size_t i = 0; i < columns.size(); ++i) {
        cmsIT8SetDataFormat(h, int(i), columns[i].heading.c_str());
    }
    for (size_t row = 0; row < set.readings.size(); ++row) {
        for (size_t i = 0; i < columns.size(); ++i) {
            cmsIT8SetDataRowCol(h, int(row), int(i), columns[i].cell(set.readings[row]).c_str());
        }
    }
    cmsUInt32Number size = 0;
    if (!cmsIT8SaveToMem(h, nullptr, &size)) {
        return {};
    }
    std::string text(size, '\0');
    cmsIT8SaveToMem(h, text.data(), &size);
    text.resize(std::strlen(text.c_str()));
    // States and ramps are longer than a property may be; comments of the format (ISO 28178: lines with #) hold them.
    std::string comments;
    for (const auto &[name, value] : set.facts) {
        comments += "# " + name + ": " + oneLineRaw(value) + "\n";
    }
    for (const auto &[name, value] : statesLines(set.states)) {
        comments += "# " + name + ": " + value + "\n";
    }
    const size_t line = text.find('\n');
    return line == std::string::npos ? text : text.insert(line + 1, comments);
}

Result<CgatsTable> readCgats(const std::string &text)
{
    // Its own context, so that a fault in the text is told here and not printed.
    const Context context = quietContext();
    const It8 it8(text.empty() ? nullptr : cmsIT8LoadFromMem(raw(context), text.data(), cmsUInt32Number(text.size())));
    if (!it8) {
        return badCgats(say("no-cgats-text"));
    }
    cmsHANDLE h = it8.get();
    CgatsTable table;
    for (size_t at = 0; at < text.size();) {
        const size_t end = std::min(text.find('\n', at), text.size());
        const size_t colon = text.find(": ", at);
        if (text[at] == '#' && colon < end && table.comments.size() < 5000) {
            size_t last = end;
            while (last > colon + 2 && (text[last - 1] == '\r' || text[last - 1] == ' ')) {
                --last;
            }
            const size_t name = std::min(text.find_first_not_of("# ", at), colon);
            table.comments.emplace_back(text.substr(name, colon - name), text.substr(colon + 2, last - colon - 2));
        }
        at = end + 1;
    }
    char **names = nullptr;
    const int columns = cmsIT8EnumDataFormat(h, &names);
    // A claimed number of fields that could not be had leaves none.
    for (int c = 0; names != nullptr && c < columns; ++c) {
        table.columns.emplace_back(names[c] != nullptr ? names[c] : "");
    }
    if (table.columns.empty()) {
        return badCgats(say("names-no-columns"));
    }
    char **properties = nullptr;
    const cmsUInt32Number count = cmsIT8EnumProperties(h, &properties);
    for (cmsUInt32Number i = 0; properties != nullptr && i < count; ++i) {
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
            return badCgats(say("number-sets-says-but", rows, row));
        }
        table.rows.push_back(std::move(cells));
    }
    return table;
}

std::optional<Spectrum> spectrumOf(const CgatsTable &table, const std::vector<std::string> &cells)
{
    constexpr double kEven = 1e-6; // nm
    Spectrum s{0, 0, {}};
    double last = 0;
    for (size_t c = 0; c < table.columns.size() && c < cells.size(); ++c) {
        const auto nm = table.columns[c].rfind(kSpectral, 0) == 0 ? numberOf(table.columns[c].substr(std::strlen(kSpectral))) : std::nullopt;
        if (!nm) {
            continue;
        }
        const auto value = numberOf(cells[c]);
        if (!value) {
            return std::nullopt; // a dash: this reading has no spectrum
        }
        if (s.values.empty()) {
            s.startNm = *nm;
        } else if (s.values.size() == 1) {
            s.stepNm = *nm - last;
        } else if (std::abs(*nm - last - s.stepNm) > kEven) {
            return std::nullopt; // no even grid
        }
        last = *nm;
        s.values.push_back(*value);
    }
    return s.values.size() >= 2 && s.stepNm > 0 ? std::optional(s) : std::nullopt;
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
            return badCgats(say("column-missing", column));
        }
    }
    ReadingSet set = factsOf(table.value());
    for (size_t row = 0; row < table->rows.size(); ++row) {
        const auto &cells = table->rows[row];
        const auto number = [&](const char *column) {
            const int c = columnOf(column);
            return c < 0 ? 0.0 : numberOf(cells[size_t(c)]).value_or(std::numeric_limits<double>::quiet_NaN());
        };
        Measurement m;
        m.index = int(row) + 1;
        if (const int c = columnOf("SAMPLE_NAME"); c >= 0) {
            m.name = cells[size_t(c)] == "-" ? "" : cells[size_t(c)];
        }
        m.rgb = {number("RGB_R") / 100, number("RGB_G") / 100, number("RGB_B") / 100};
        m.xyz = {number("XYZ_X"), number("XYZ_Y"), number("XYZ_Z")};
        if (!(m.rgb.vec() + m.xyz.vec()).allFinite()) {
            return badCgats(say("row-holds-something-no", row + 1));
        }
        for (const ReadingField &f : readingFields()) {
            const int c = f.cgats.empty() ? -1 : columnOf(f.cgats.c_str());
            if (c >= 0 && cells[size_t(c)] != "-" && !f.read(m, cells[size_t(c)])) {
                return badCgats(say("row-and-column", row + 1, f.cgats, cells[size_t(c)].substr(0, 30)));
            }
        }
        m.spectrum = spectrumOf(table.value(), cells);
        set.readings.push_back(m);
    }
    return set;
}

} // namespace lamp
