// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/csv.h"
#include "base/result.h"
#include "base/text.h"
#include "colour/types.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// What is known of a display on one day: what a visit came to, or what was written down. What is not known is not there.
struct HistoryEntry {
    std::string display;                               ///< serial
    WallTime at{};                                     ///< UTC
    std::optional<double> hours;                       ///< of the panel
    std::string instrument;                            ///< serial
    std::string task, target;                          ///< names in files; empty where not known
    std::map<std::string, double> controls;            ///< brightness, red, green, blue
    std::optional<double> luminance;                   ///< cd/m², of white as left or as checked
    std::optional<double> maxLuminance;                ///< cd/m², the most that the display gave
    std::optional<Chromaticity> white;                 ///< as left or as checked
    std::optional<double> black;                       ///< cd/m²
    std::optional<double> grayMean, mean, max;         ///< CIEDE2000
    std::optional<double> coverageSrgb, coverageAdobe; ///< percent of the space that it shows
    std::string event;                                 ///< "moved", "settings", "repaired", "light", "reset", or empty
    std::string note;

    /// Whether the display was calibrated then, so that what it did before begins anew.
    [[nodiscard]] bool calibrated() const { return task == "full" || task == "refresh"; }
};

/// A history as it was written down in a spreadsheet.
struct HistoryTable {
    std::vector<HistoryEntry> entries; ///< by display and date
    std::vector<std::string> unused;   ///< headings that mean nothing here
    size_t repeated = 0;               ///< rows that say the same as another one in every column: they count once
};

/// Puts entries in order, by display and date; of several that say the same in every column one stays: lines are copied in spreadsheets, and what was
/// read once must not count twice. \return how many went
size_t putInOrder(std::vector<HistoryEntry> &entries);

/// Reads a CSV with a heading as the command line's contract has it; comma, semicolon or tab; a decimal comma is understood.
/// \return an error that names line and column of what cannot be read: nothing is guessed, and nothing else is left out
Result<HistoryTable> historyFromCsv(const std::string &text);
/// The same columns, all of them.
std::string historyToCsv(const std::vector<HistoryEntry> &entries, Formulas formulas = Formulas::Defused);
/// A day or a moment as ISO 8601 has it; nothing where it is none.
std::optional<WallTime> timeOf(const std::string &text);

} // namespace lamp
