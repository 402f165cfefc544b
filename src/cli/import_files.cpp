// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/import_files.h"

#include "base/csv.h"
#include "base/file.h"
#include "fleet/due.h"
#include "fleet/history.h"
#include "fleet/register.h"
#include "store/measurements.h"
#include "visit/whole_visit.h"

#include <algorithm>
#include <filesystem>
#include <set>

namespace lamp::cli {

namespace fs = std::filesystem;

namespace {

/// What a file holds, in the order in which they are brought in.
enum class Kind { Register, History, Assignments, Visit, Measurement, Other, Photograph };

Kind kindOf(const std::string &file, bool named)
{
    const std::string ending = lower(fs::path(file).extension().string());
    if (ending == ".jpg" || ending == ".jpeg" || ending == ".png") {
        return Kind::Photograph;
    }
    if (ending != ".json" && ending != ".csv" && !named) {
        return Kind::Other;
    }
    const auto text = readFile(file);
    if (!text) {
        return Kind::Other; // who reads it says why not
    }
    constexpr size_t kMostRows = 1'000'000;
    const auto rows = ending == ".csv" ? csvRows(text.value(), kMostRows) : std::nullopt;
    if (rows && !rows->empty() && lower(rows->front().cells.front()) == "file") {
        return Kind::Photograph; // the list that an export makes of them
    }
    if (looksLikeWholeVisit(text.value())) {
        return Kind::Visit;
    }
    if (store::looksLikeMeasurement(text.value())) {
        return Kind::Measurement;
    }
    if (looksLikeAssignments(text.value())) {
        return Kind::Assignments;
    }
    if (looksLikeRegister(text.value())) {
        return Kind::Register;
    }
    // By its headings, not by whether it can be read: one with a faulty cell is named, and not passed over.
    const auto headed = [&](const char *name) {
        return std::ranges::any_of(rows->front().cells, [&](const std::string &c) { return lower(c) == name; });
    };
    const bool history = rows && !rows->empty() && headed("display") && headed("date");
    return history || historyFromCsv(text.value()) ? Kind::History : Kind::Other;
}

/// \return the files in a folder, however deep, by name; an error where it cannot be read to its end
Result<std::vector<std::string>> filesIn(const std::string &folder)
{
    constexpr size_t kMost = 1'000'000;
    std::error_code wrong;
    std::vector<std::string> all;
    fs::recursive_directory_iterator i(folder, wrong), end;
    while (!wrong && i != end && all.size() < kMost) {
        std::error_code gone; // a file that went meanwhile is no fault
        if (i->is_regular_file(gone)) {
            all.push_back(i->path().string());
        }
        i.increment(wrong);
    }
    if (wrong || all.size() == kMost) {
        return Error{ErrorKind::Input, say("folder-unreadable", folder), say("nothing-changed"), say("name-its-files"), "folder", false};
    }
    std::sort(all.begin(), all.end());
    return all;
}

} // namespace

Result<ImportFiles> filesToImport(const std::vector<std::string> &named)
{
    std::vector<std::pair<Kind, std::string>> order;
    std::set<std::string> taken;
    ImportFiles found;
    for (const std::string &name : named) {
        std::error_code none;
        if (!fs::is_directory(name, none)) {
            const Kind kind = kindOf(name, true);
            if (kind == Kind::Photograph) {
                found.passed.push_back(name);
            } else if (taken.insert(name).second) {
                order.emplace_back(kind, name);
            }
            continue;
        }
        const auto inside = filesIn(name);
        if (!inside) {
            return inside.error();
        }
        size_t known = 0;
        for (const std::string &file : *inside) {
            const Kind kind = kindOf(file, false);
            known += kind != Kind::Other ? 1 : 0;
            if (kind == Kind::Photograph && (found.passed.empty() || found.passed.back() != name)) {
                found.passed.push_back(name); // said once for the folder
            }
            if (kind < Kind::Other && taken.insert(file).second) {
                order.emplace_back(kind, file);
            }
        }
        if (known == 0) {
            return Error{ErrorKind::Input, say("folder-nothing-to-import", name), say("nothing-changed"), say("name-its-files"), "folder", false};
        }
    }
    std::stable_sort(order.begin(), order.end(), [](const auto &p, const auto &q) { return p.first < q.first; });
    std::transform(order.begin(), order.end(), std::back_inserter(found.files), [](const auto &p) { return p.second; });
    return found;
}

} // namespace lamp::cli
