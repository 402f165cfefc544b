// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/results.h"

#include "exchange/report.h"
#include "visit/whole_visit.h"

#include <array>
#include <cstdlib>

namespace lamp {

namespace fs = std::filesystem;

namespace {

fs::path stateFolder()
{
    const char *state = std::getenv("XDG_STATE_HOME"), *home = std::getenv("HOME");
    if (state != nullptr && *state != 0) {
        return state;
    }
    return home != nullptr ? fs::path(home) / ".local/state" : fs::temp_directory_path();
}

} // namespace

Status writeResults(const fs::path &folder, const VisitRecord &record, ReportKind report, bool whole)
{
    Status first = writeFile(folder / "readings.txt", readingsToCgats(readingSet(record)));
    const auto also = [&](const Status &s) {
        if (first && !s) {
            first = s;
        }
    };
    if (!record.profile.empty()) {
        also(writeFile(folder / "profile.icc", record.profile));
    }
    const int entries = record.display.lut ? record.display.lut->entries : 256;
    also(writeFile(folder / "ramps.csv", rampsCsv(record.ramps.empty() ? linearRamps(entries) : record.ramps)));
    also(writeFile(folder / "visit.json", visitJson(record)));
    if (whole) {
        also(writeFile(folder / "whole-visit.json", wholeVisitToJson(record)));
    }
    if (record.matrix) {
        also(writeFile(folder / "correction.json", correctionToJson(*record.matrix)));
    }
    if (report == ReportKind::Pdf) {
        also(writeFile(folder / "report.pdf", reportPdf(record)));
    } else if (report == ReportKind::Html) {
        also(writeFile(folder / "report.html", reportHtml(record)));
    }
    return first;
}

Status keepResults(const fs::path &folder, const VisitRecord &record, ReportKind report, bool whole)
{
    const Status written = writeResults(folder, record, report, whole);
    if (written) {
        return written;
    }
    Error e = written.error();
    const std::array<fs::path, 2> others{stateFolder() / "dutiful-lamp" / "rescued" / isoTime(record.started),
                                         fs::temp_directory_path() / ("dutiful-lamp-" + isoTime(record.started))};
    for (const fs::path &other : others) {
        if (prepareFolder(other) && writeResults(other, record, report, whole)) {
            e.safe = "Everything was written to " + other.string() + " instead.";
            return e;
        }
    }
    e.safe.clear();
    return e;
}

} // namespace lamp
