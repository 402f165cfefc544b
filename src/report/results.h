// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "diagnose/examination.h"
#include "report/files.h"
#include "survey/results.h"

#include <filesystem>

namespace lamp {

enum class ReportKind { Pdf, Html, None };

/// Where results lie now.
struct KeptResults {
    std::filesystem::path folder;
    std::filesystem::path earlier; ///< into which results of an earlier visit were moved; empty where there were none
    std::optional<Error> problem;  ///< why they do not lie where they were asked for
};

/// Writes what a visit leaves into a folder, all of it or nothing: profile.icc, ramps.csv, readings.txt, visit.json, the
/// report, whole-visit.json where wanted, correction.json where one was made. What an earlier visit left there is moved
/// into a folder of its own below, so that no two visits mix. Where the folder cannot be used, everything goes into a
/// rescue folder and `problem` says why. Reports need a QGuiApplication.
/// \return an error where no place at all could be written to
Result<KeptResults> keepResults(const std::filesystem::path &folder, const VisitRecord &record, ReportKind report, bool whole = false);

/// The same for a visit that failed: its readings only.
Result<KeptResults> keepReadings(const std::filesystem::path &folder, const VisitRecord &record);

/// The same of an examination: readings.txt, and diagnosis.json where it came to its end.
Result<KeptResults> keepExamination(const std::filesystem::path &folder, const Examination &examination, bool complete);

/// The same of a measurement beside visits: measurement.json and readings.txt, whole or cut off.
Result<KeptResults> keepMeasurement(const std::filesystem::path &folder, const SurveyRecord &record);

/// Writes one file; where that fails, into a rescue folder under the same name, and `problem` says why.
Result<KeptResults> keepFile(const std::filesystem::path &file, const Bytes &content);
Result<KeptResults> keepFile(const std::filesystem::path &file, const std::string &content);

} // namespace lamp
