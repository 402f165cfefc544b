// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "exchange/files.h"

#include <filesystem>

namespace lamp {

enum class ReportKind { Pdf, Html, None };

/// Writes what a visit leaves into a folder, each file whole or not at all: profile.icc, ramps.csv, readings.txt,
/// visit.json, the report, and whole-visit.json where wanted. A file that fails does not keep the others from being written; the first error is
/// returned. Reports need a QGuiApplication.
Status writeResults(const std::filesystem::path &folder, const VisitRecord &record, ReportKind report, bool whole = false);

/// The same; where the folder fails, everything goes into a rescue folder under $XDG_STATE_HOME, or else the
/// temporary folder. The error then says where, in `safe`; `safe` is empty where no place could be written to.
Status keepResults(const std::filesystem::path &folder, const VisitRecord &record, ReportKind report, bool whole = false);

} // namespace lamp
