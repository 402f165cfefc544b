// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/history.h"

#include "base/csv.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>
#include <functional>
#include <set>

namespace lamp {

namespace {

constexpr size_t kMostRows = 1'000'000, kMostColumns = 200;

Error faulty(Message why)
{
    return unusable(say("history-cannot-used"), std::move(why), say("correct-the-table"), "history");
}

/// What a column holds: how it is read into an entry and written again.
struct Column {
    const char *heading;
    std::function<bool(HistoryEntry &, const std::string &)> read;
    std::function<std::string(const HistoryEntry &)> write;
    Message should;
};

Column textColumn(const char *heading, std::string HistoryEntry::*member)
{
    return {heading,
            [member](HistoryEntry &e, const std::string &cell) {
                e.*member = validUtf8(cell);
                return true;
            },
            [member](const HistoryEntry &e) { return e.*member; },
            {}};
}

/// One of a few words.
Column wordColumn(const char *heading, std::string HistoryEntry::*member, std::set<std::string> words)
{
    std::string all;
    for (const std::string &word : words) {
        all += (all.empty() ? "" : ", ") + word;
    }
    return {heading,
            [member, words = std::move(words)](HistoryEntry &e, const std::string &cell) {
                e.*member = lower(cell);
                return words.contains(e.*member);
            },
            [member](const HistoryEntry &e) { return e.*member; }, say("one-of", all)};
}

std::optional<double> within(const std::string &cell, double least, double most)
{
    const auto v = csvNumber(cell);
    return v && *v >= least && *v <= most ? v : std::nullopt;
}

Column numberColumn(const char *heading, std::optional<double> HistoryEntry::*member, double least, double most)
{
    return {heading,
            [member, least, most](HistoryEntry &e, const std::string &cell) {
                e.*member = within(cell, least, most);
                return (e.*member).has_value();
            },
            [member](const HistoryEntry &e) { return e.*member ? exactText(*(e.*member)) : std::string(); },
            say("a-number-between", std::int64_t(least), std::int64_t(most))};
}

Column controlColumn(const char *heading)
{
    constexpr double kMost = 65535;
    const std::string name = heading;
    return {heading,
            [name](HistoryEntry &e, const std::string &cell) {
                const auto v = within(cell, -kMost, kMost);
                e.controls[name] = v.value_or(0);
                return v.has_value();
            },
            [name](const HistoryEntry &e) {
                const auto it = e.controls.find(name);
                return it == e.controls.end() ? std::string() : exactText(it->second);
            },
            say("a-number")};
}

/// x or y of white; the other one may be read before or after.
Column whiteColumn(const char *heading, double Chromaticity::*part)
{
    return {heading,
            [part](HistoryEntry &e, const std::string &cell) {
                const auto v = within(cell, 0, 1);
                if (v) {
                    e.white = e.white.value_or(Chromaticity{NAN, NAN});
                    (*e.white).*part = *v;
                }
                return v.has_value();
            },
            [part](const HistoryEntry &e) { return e.white ? exactText((*e.white).*part) : std::string(); }, say("a-number-between", 0, 1)};
}

const std::vector<Column> &columns()
{
    constexpr double kMostLight = 100'000, kMostDifference = 500;
    static const std::vector<Column> all{
        textColumn("display", &HistoryEntry::display),
        {"date",
         [](HistoryEntry &e, const std::string &cell) {
             const auto t = timeOf(cell);
             e.at = t.value_or(WallTime{});
             return t.has_value();
         },
         [](const HistoryEntry &e) {
             const std::string text = isoTime(e.at);
             return text.ends_with("T00:00:00Z") ? text.substr(0, 10) : text;
         },
         say("a-date")},
        numberColumn("hours", &HistoryEntry::hours, 0, 1'000'000),
        textColumn("instrument", &HistoryEntry::instrument),
        textColumn("task", &HistoryEntry::task), // full, refresh, check, profile; others have words of their own for them
        textColumn("target", &HistoryEntry::target),
        controlColumn("brightness"),
        controlColumn("red"),
        controlColumn("green"),
        controlColumn("blue"),
        numberColumn("luminance_cd_m2", &HistoryEntry::luminance, 0, kMostLight),
        numberColumn("max_luminance_cd_m2", &HistoryEntry::maxLuminance, 0, kMostLight),
        whiteColumn("white_x", &Chromaticity::x),
        whiteColumn("white_y", &Chromaticity::y),
        numberColumn("black_cd_m2", &HistoryEntry::black, 0, kMostLight),
        numberColumn("gray_mean", &HistoryEntry::grayMean, 0, kMostDifference),
        numberColumn("mean", &HistoryEntry::mean, 0, kMostDifference),
        numberColumn("max", &HistoryEntry::max, 0, kMostDifference),
        numberColumn("coverage_srgb", &HistoryEntry::coverageSrgb, 0, 100),
        numberColumn("coverage_adobe_rgb", &HistoryEntry::coverageAdobe, 0, 100),
        wordColumn("event", &HistoryEntry::event, {"moved", "settings", "repaired", "light", "reset"}),
        textColumn("note", &HistoryEntry::note),
    };
    return all;
}

const Column *columnNamed(const std::string &heading)
{
    const auto it = std::find_if(columns().begin(), columns().end(), [&](const Column &c) { return lower(heading) == c.heading; });
    return it == columns().end() ? nullptr : &*it;
}

/// Which column each cell of a row is.
Result<std::vector<const Column *>> headed(const CsvRow &first, std::vector<std::string> &unused)
{
    std::vector<const Column *> all;
    if (first.cells.size() > kMostColumns) {
        return faulty(say("line-1-columns", first.cells.size()));
    }
    for (const std::string &heading : first.cells) {
        const Column *column = columnNamed(heading);
        if (column != nullptr && std::find(all.begin(), all.end(), column) != all.end()) {
            return faulty(say("heading-twice", heading));
        }
        if (column == nullptr && !heading.empty()) {
            unused.push_back(shownLine(heading, 80));
        }
        all.push_back(column);
    }
    for (const char *needed : {"display", "date"}) {
        if (std::find(all.begin(), all.end(), columnNamed(needed)) == all.end()) {
            return faulty(say("heading-missing", needed));
        }
    }
    return all;
}

Result<HistoryEntry> entryOf(const CsvRow &row, const std::vector<const Column *> &meaning)
{
    if (row.cells.size() > meaning.size()) {
        return faulty(say("line-cells-heading", row.line, row.cells.size(), meaning.size()));
    }
    HistoryEntry e;
    for (size_t i = 0; i < row.cells.size(); ++i) {
        if (meaning[i] != nullptr && !row.cells[i].empty() && !meaning[i]->read(e, row.cells[i])) {
            return faulty(say("cell-should-be", row.line, meaning[i]->heading, shownLine(row.cells[i], 40), meaning[i]->should));
        }
    }
    if (e.display.empty() || e.at == WallTime{}) {
        return faulty(say("line-lacks", row.line, e.display.empty() ? "display" : "date"));
    }
    if (e.white && !(e.white->x + e.white->y <= 1 && e.white->y > 0.01)) {
        return faulty(say("line-no-white", row.line)); // also where one of the two is missing
    }
    return e;
}

std::string rowOf(const HistoryEntry &e, Formulas formulas)
{
    std::string row;
    for (const Column &c : columns()) {
        row += (&c == &columns().front() ? "" : ",") + csvCell(c.write(e), formulas);
    }
    return row;
}

} // namespace

std::optional<WallTime> timeOf(const std::string &text)
{
    int year = 0, month = 0, day = 0, hour = 0, minute = 0, second = 0, read = 0;
    if (std::sscanf(text.c_str(), "%4d-%2d-%2d%n", &year, &month, &day, &read) != 3 || read != 10) {
        return std::nullopt;
    }
    const std::chrono::year_month_day date{std::chrono::year{year}, std::chrono::month{unsigned(month)}, std::chrono::day{unsigned(day)}};
    std::string rest = text.substr(10);
    int east = 0; // minutes that the clock is ahead of UTC
    if (rest.ends_with('Z')) {
        rest.pop_back();
    } else if (const size_t sign = rest.find_last_of("+-"); sign != std::string::npos) {
        int hours = 0, minutes = 0, used = 0;
        const std::string zone = rest.substr(sign + 1);
        if (std::sscanf(zone.c_str(), "%2d:%2d%n", &hours, &minutes, &used) != 2 || size_t(used) != zone.size() || hours > 14 || minutes > 59) {
            return std::nullopt;
        }
        east = (rest[sign] == '-' ? -1 : 1) * (60 * hours + minutes);
        rest.resize(sign);
    }
    if (const size_t point = rest.find('.'); point != std::string::npos && rest.find_first_not_of("0123456789", point + 1) == std::string::npos) {
        rest.resize(point); // parts of a second
    }
    if (!rest.empty()) {
        int used = 0;
        const int parts = std::sscanf(rest.c_str(), "%*1[T ]%2d:%2d%n:%2d%n", &hour, &minute, &used, &second, &used);
        if (parts < 2 || size_t(used) != rest.size()) {
            return std::nullopt;
        }
    }
    const bool good = date.ok() && year >= 1970 && hour >= 0 && hour < 24 && minute >= 0 && minute < 60 && second >= 0 && second < 60;
    return good ? std::optional(WallTime(std::chrono::sys_days{date}) + std::chrono::seconds((hour * 60 + minute - east) * 60 + second))
                : std::nullopt;
}

Result<HistoryTable> historyFromCsv(const std::string &text)
{
    const auto rows = csvRows(text, kMostRows);
    if (!rows) {
        return faulty(say("more-than-rows", kMostRows));
    }
    if (rows->empty()) {
        return faulty(say("file-is-empty"));
    }
    HistoryTable table;
    const auto meaning = headed(rows->front(), table.unused);
    if (!meaning) {
        return meaning.error();
    }
    for (size_t i = 1; i < rows->size(); ++i) {
        auto entry = entryOf((*rows)[i], meaning.value());
        if (!entry) {
            return entry.error();
        }
        table.entries.push_back(std::move(entry).value());
    }
    table.repeated = putInOrder(table.entries);
    return table;
}

size_t putInOrder(std::vector<HistoryEntry> &entries)
{
    // Several of one day stay in the order in which they were written.
    std::stable_sort(entries.begin(), entries.end(),
                     [](const HistoryEntry &p, const HistoryEntry &q) { return std::tie(p.display, p.at) < std::tie(q.display, q.at); });
    const auto sameMoment = [](const HistoryEntry &p, const HistoryEntry &q) { return p.display == q.display && p.at == q.at; };
    std::vector<HistoryEntry> once;
    once.reserve(entries.size());
    for (auto from = entries.begin(); from != entries.end();) {
        const auto to = std::find_if_not(from, entries.end(), [&](const HistoryEntry &e) { return sameMoment(e, *from); });
        std::set<std::string> texts;
        for (auto e = from; e != to; ++e) {
            if (to - from == 1 || texts.insert(rowOf(*e, Formulas::Kept)).second) {
                once.push_back(*e);
            }
        }
        from = to;
    }
    entries.swap(once);
    return once.size() - entries.size();
}

std::string historyToCsv(const std::vector<HistoryEntry> &entries, Formulas formulas)
{
    std::string text;
    for (const Column &c : columns()) {
        text += (text.empty() ? "" : ",") + std::string(c.heading);
    }
    text += "\n";
    for (const HistoryEntry &e : entries) {
        text += rowOf(e, formulas) + "\n";
    }
    return text;
}

} // namespace lamp
