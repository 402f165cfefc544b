// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/reading_set.h"

#include <array>
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// Readings as they stand in a file of any kind: columns of text whose meaning is still to be settled.
struct ReadingTable {
    std::string kind;                 ///< "CSV", "CGATS", "CxF", "JSON"
    std::vector<std::string> columns; ///< headings; "column 1" ... where the file has none
    std::vector<std::vector<std::string>> rows;
    std::map<std::string, std::string> facts;     ///< display, instrument, created, ... as far as the file says
    std::vector<std::optional<Spectrum>> spectra; ///< one for each row that may have one, or none at all
    bool behindLut = false;
};

/// Facts about a whole visit that a file of readings may carry: what it was for, what it aimed at, what judged it.
constexpr std::array<const char *, 7> kVisitFacts{"visit_task",       "visit_target",      "visit_tolerance", "display_facts",
                                                  "instrument_facts", "correction_matrix", "profile_chad"};

/// Reads a CSV (comma, semicolon or tab; point or comma as decimal sign), CGATS, CxF (ISO 17972-1) or JSON text.
/// The error names the place.
Result<ReadingTable> readingTable(const std::string &text);

/// What a column can be.
enum class Role { Unused, Name, Red, Green, Blue, X, Y, Z, SmallX, SmallY, L, A, B, Seconds };
constexpr int kRoles = 14;
Message named(Role role); ///< "red drive", "X", ...

/// What is what in a table.
struct Roles {
    std::vector<Role> columns;    ///< of each
    double fullDrive = 1;         ///< the drive that means full: 1, 100, 255, ...
    double whiteLuminance = 0;    ///< cd/m² of white where colours are relative to it (Y = 100, or Lab); 0: they are absolute
    std::vector<Message> unclear; ///< what has to be asked before the table can be used
};

/// Tells what is what by headings, units and values; what it cannot tell stands in `unclear`.
Roles guessRoles(const ReadingTable &table);

/// The same where a person has said what the columns are: only scales are guessed.
Roles settledRoles(const ReadingTable &table, std::vector<Role> columns);

/// The readings. \return an error that names row and column of what cannot be read, or what is missing
Result<ReadingSet> readingsFrom(const ReadingTable &table, const Roles &roles);

/// Readings as CSV with units in the header, as CxF/X, and as JSON; readingTable reads each of them back.
/// The CSV in parts: facts and headings, then a line a reading, each with its line break.
std::string readingsCsvHead(const ReadingSet &set);
std::string readingCsvRow(const Measurement &m);
std::string readingsToCsv(const ReadingSet &set);
std::string readingsToCxf(const ReadingSet &set);
std::string readingsToJson(const ReadingSet &set);

} // namespace lamp
