// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// A row of a table as text, without the spaces around its cells; those within quotes stay.
struct CsvRow {
    size_t line = 0; ///< of the text, from 1, where it begins
    std::vector<std::string> cells;
};

/// The cells of one line, quotes honoured (RFC 4180).
std::vector<std::string> csvCells(const std::string &line, char separator);
/// The sign that cuts lines into the same number of cells most often: comma, semicolon or tab. \pre lines is not empty
char csvSeparator(const std::vector<std::string> &lines);
/// All rows but empty ones and comments (#), with what separates them; a quoted cell may go over several lines.
/// \return nothing where there are more rows than `most`
std::optional<std::vector<CsvRow>> csvRows(const std::string &text, size_t most);
/// Whether a cell that a spreadsheet would take for a formula is made harmless: an apostrophe goes before it, which reading takes off again.
enum class Formulas { Defused, Kept };
/// A cell as it is written: in quotes where it has to be.
std::string csvCell(const std::string &text, Formulas formulas = Formulas::Defused);
/// A number with a decimal point, or with a comma and no point; percent signs are passed over. Nothing where it is none.
std::optional<double> csvNumber(std::string cell);

} // namespace lamp
