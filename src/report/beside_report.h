// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "diagnose/examination.h"
#include "plot/plot.h"
#include "report/letterhead.h"
#include "report/results.h"
#include "survey/comparison.h"
#include "survey/results.h"

#include <filesystem>

namespace lamp {

/// What a report beside those of visits holds: one description for PDF and HTML.
struct BesideReport {
    Message title;
    std::vector<Message> under; ///< of what, when, with what: one line below the title
    std::vector<Message> said;  ///< what it comes to
    /// Rows of cells; the first are headings. Cells from the second column on are figures where they begin with a digit.
    std::vector<std::vector<Message>> table;
    std::vector<plot::Plot> plots;
    std::vector<Message> foot; ///< by what rule, under which conditions
};

/// What was found wrong with a display, with all causes that are worth a hundredth, what was read and how.
BesideReport diagnosisReport(const Examination &examination);
/// What was measured beside visits.
BesideReport measurementReport(const SurveyRecord &record);
/// Things side by side, and which to take. \param space whose coverage counts \param now when it was made
BesideReport comparisonReport(const Comparison &comparison, const ChoiceRule &rule, const std::string &space, WallTime now);

/// Both need a QGuiApplication.
std::string besideReportHtml(const BesideReport &report, const Letterhead &head);
Bytes besideReportPdf(const BesideReport &report, const Letterhead &head);
/// Written by the file's ending: .html, else PDF. \return where that failed: the rescued file, and why
Result<KeptResults> keepBesideReport(const std::filesystem::path &file, const BesideReport &report, const Letterhead &head);

} // namespace lamp
