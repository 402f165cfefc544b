// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/results.h"

#include "base/json.h"
#include "report/report.h"
#include "visit/whole_visit.h"
#include "words/words.h"

#include <array>
#include <cstdlib>
#include <sys/stat.h>
#include <unistd.h>

namespace lamp {

namespace fs = std::filesystem;

namespace {

struct ResultFile {
    const char *name;
    Bytes content;
};

/// All names that a visit's results can have.
constexpr std::array<const char *, 10> kNames{"profile.icc",      "ramps.csv",       "readings.txt", "visit.json",  "measurement.json",
                                              "whole-visit.json", "correction.json", "report.pdf",   "report.html", "diagnosis.json"};

Bytes bytesOf(const std::string &text)
{
    return {text.begin(), text.end()};
}

/// \param what the code of a message with the path and the reason as arguments
Error cannot(const char *what, const fs::path &path, const std::error_code &code)
{
    return {ErrorKind::Storage, say(what, path.string(), code.message()), {}, say("make-room-disk-or"), "file", false};
}

/// Moves files and remembers how to put them back where a later step fails.
class Moves {
public:
    Status move(const fs::path &from, const fs::path &to)
    {
        std::error_code code;
        fs::rename(from, to, code);
        if (code) {
            return cannot("cannot-move-to", to, code);
        }
        m_done.emplace_back(from, to);
        return Done{};
    }
    void undo()
    {
        std::error_code code;
        for (auto it = m_done.rbegin(); it != m_done.rend(); ++it) {
            fs::rename(it->second, it->first, code);
        }
        m_done.clear();
    }

private:
    std::vector<std::pair<fs::path, fs::path>> m_done;
};

bool isThere(const fs::path &path)
{
    struct stat there {};
    return ::lstat(path.c_str(), &there) == 0;
}

/// A name for what an earlier visit left: by its own date.
fs::path nameOfEarlier(const fs::path &folder)
{
    std::string stamp;
    auto text = readFile(folder / "visit.json");
    if (!text) {
        text = readFile(folder / "measurement.json");
    }
    if (text) {
        const auto json = parseJson(text.value());
        if (json && json->is_object() && json->contains("started") && (*json)["started"].is_string()) {
            stamp = isoTime(fromIsoTime((*json)["started"].get<std::string>()));
        }
    }
    for (int n = 1;; ++n) {
        const fs::path name = folder / ("earlier" + (stamp.empty() ? "" : "-" + stamp) + (n > 1 ? "-" + std::to_string(n) : ""));
        if (!isThere(name) || n > 10000) {
            return name;
        }
    }
}

/// All of the files or none. \return the folder into which an earlier visit's were moved; empty where there were none
Result<fs::path> writeTogether(const fs::path &folder, const std::vector<ResultFile> &files)
{
    if (const Status s = prepareFolder(folder); !s) {
        return s.error();
    }
    std::string staging = (folder / ".visit-XXXXXX").string();
    if (::mkdtemp(staging.data()) == nullptr) {
        return cannot("cannot-make-folder-in", folder, std::error_code(errno, std::generic_category()));
    }
    Moves moves;
    fs::path earlier;
    Status status = Done{};
    for (const ResultFile &f : files) {
        status = status ? writeFile(fs::path(staging) / f.name, f.content) : status;
    }
    for (const char *name : kNames) {
        if (status && isThere(folder / name)) {
            std::error_code code;
            if (earlier.empty()) {
                earlier = nameOfEarlier(folder);
                fs::create_directory(earlier, code);
            }
            status = code ? Status(cannot("cannot-make-folder", earlier, code)) : moves.move(folder / name, earlier / name);
        }
    }
    for (const ResultFile &f : files) {
        status = status ? moves.move(fs::path(staging) / f.name, folder / f.name) : status;
    }
    std::error_code code;
    if (!status) {
        moves.undo();
        if (!earlier.empty()) {
            fs::remove(earlier, code);
        }
    }
    fs::remove_all(staging, code);
    return status ? Result<fs::path>(earlier) : Result<fs::path>(status.error());
}

Result<KeptResults> keep(const fs::path &folder, const std::vector<ResultFile> &files)
{
    const auto written = writeTogether(folder, files);
    if (written) {
        return KeptResults{folder, written.value(), std::nullopt};
    }
    Error e = written.error();
    if (const auto other = rescueFolder()) {
        if (writeTogether(*other, files)) {
            e.safe = say("written-to-instead", other->string());
            return KeptResults{*other, {}, e};
        }
    }
    e.safe = say("no-other-place");
    return e;
}

} // namespace

Result<KeptResults> keepResults(const fs::path &folder, const VisitRecord &record, ReportKind report, bool whole)
{
    std::vector<ResultFile> files{{"readings.txt", bytesOf(readingsToCgats(readingSet(record)))}};
    if (!record.profile.empty()) {
        files.push_back({"profile.icc", record.profile});
    }
    const int entries = record.display.lut ? record.display.lut->entries : 256;
    files.push_back({"ramps.csv", bytesOf(rampsCsv(record.ramps.empty() ? linearRamps(entries) : record.ramps))});
    files.push_back({"visit.json", bytesOf(visitJson(record, plainEnglish))});
    if (whole) {
        files.push_back({"whole-visit.json", bytesOf(wholeVisitToJson(record))});
    }
    if (record.matrix) {
        files.push_back({"correction.json", bytesOf(correctionToJson(*record.matrix))});
    }
    if (report == ReportKind::Pdf) {
        files.push_back({"report.pdf", reportPdf(record)});
    } else if (report == ReportKind::Html) {
        files.push_back({"report.html", bytesOf(reportHtml(record))});
    }
    return keep(folder, files);
}

Result<KeptResults> keepReadings(const fs::path &folder, const VisitRecord &record)
{
    return keep(folder, {{"readings.txt", bytesOf(readingsToCgats(readingSet(record)))}});
}

Result<KeptResults> keepExamination(const fs::path &folder, const Examination &examination, bool complete)
{
    std::vector<ResultFile> files{{"readings.txt", bytesOf(readingsToCgats(readingSet(examination)))}};
    if (complete) {
        files.push_back({"diagnosis.json", bytesOf(examinationJson(examination, plainEnglish))});
    }
    return keep(folder, files);
}

Result<KeptResults> keepMeasurement(const fs::path &folder, const SurveyRecord &record)
{
    return keep(folder, {{"readings.txt", bytesOf(readingsToCgats(readingSet(record)))},
                         {"measurement.json", bytesOf(surveyJson(record, surveyResults(record)))}});
}

Result<KeptResults> keepFile(const fs::path &file, const Bytes &content)
{
    const Status written = writeFile(file, content);
    if (written) {
        return KeptResults{file.parent_path(), {}, std::nullopt};
    }
    Error e = written.error();
    if (const auto other = rescueFolder()) {
        if (writeFile(*other / file.filename(), content)) {
            e.safe = say("file-written-to-instead", (*other / file.filename()).string());
            return KeptResults{*other, {}, e};
        }
    }
    e.safe = say("no-other-place");
    return e;
}

Result<KeptResults> keepFile(const fs::path &file, const std::string &content)
{
    return keepFile(file, bytesOf(content));
}

} // namespace lamp
