// SPDX-License-Identifier: GPL-3.0-or-later
// All that a studio holds, as files.
#include "cli/commands.h"

#include "base/csv.h"
#include "base/file.h"
#include "base/file_name.h"
#include "cli/output.h"
#include "cli/studio.h"
#include "fleet/register.h"
#include "visit/whole_visit.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <filesystem>
#include <iostream>
#include <set>

namespace lamp::cli {

namespace fs = std::filesystem;

namespace {

std::string csvOf(const std::vector<std::vector<std::string>> &rows)
{
    std::string text;
    for (const auto &row : rows) {
        for (size_t i = 0; i < row.size(); ++i) {
            text += (i > 0 ? "," : "") + csvCell(row[i]);
        }
        text += '\n';
    }
    return text;
}

/// Where an export's files go, and what stands in its way. Names come from a studio that may be anybody's: they are made harmless,
/// and nothing is written through a link.
class Exported {
public:
    explicit Exported(fs::path folder) : m_folder(std::move(folder)) {}

    /// \return an error where the folder holds other things than an earlier export
    [[nodiscard]] Status isFree() const
    {
        std::error_code none;
        const bool used = fs::exists(m_folder, none) && fs::directory_iterator(m_folder, none) != fs::directory_iterator();
        const bool exported = fs::is_regular_file(m_folder / "register.json", none) && fs::is_regular_file(m_folder / "history.csv", none);
        return used && !exported ? Status(Error{ErrorKind::Input, say("folder-not-empty", m_folder.string()), say("nothing-changed"),
                                                say("choose-empty-folder"), "store", false})
                                 : Status(Done{});
    }

    /// \param folder within the export \param name what it is called in the studio \param ending with its dot
    template <typename Content> Status write(const char *folder, const std::string &name, const char *ending, const Content &content)
    {
        std::string free = harmlessFileName(name);
        for (int n = 2; !m_names.insert(folder + ("/" + free)).second; ++n) {
            free = harmlessFileName(name) + "-" + std::to_string(n);
        }
        return write(fs::path(folder) / (free + ending), content);
    }

    template <typename Content> Status write(const fs::path &name, const Content &content)
    {
        std::error_code none;
        for (const fs::path &way : {m_folder / name.parent_path(), m_folder / name}) {
            if (way != m_folder / "" && fs::is_symlink(fs::symlink_status(way, none))) {
                m_unwritten = true;
                return Error{ErrorKind::Input,
                             say("link-in-the-way", way.string()),
                             say("what-written-so-far-stays"),
                             say("choose-empty-folder"),
                             "store",
                             false};
            }
        }
        const Status ready = prepareFolder((m_folder / name).parent_path());
        const Status written = ready ? writeFile(m_folder / name, content) : ready;
        m_unwritten = m_unwritten || !written;
        return written;
    }
    [[nodiscard]] bool unwritten() const { return m_unwritten; }

private:
    fs::path m_folder;
    std::set<std::string> m_names;
    bool m_unwritten = false;
};

Status exportVisits(Store &store, const DisplayEntry &display, Exported &to, int &count)
{
    for (const VisitEntry &v : store.visits().of(display.id)) {
        if (v.state != VisitState::Finished) {
            continue;
        }
        const auto record = store.visits().record(v.id);
        if (!record) {
            return record.error();
        }
        if (const Status s = to.write("visits", v.id.toStdString(), ".json", wholeVisitToJson(record.value())); !s) {
            return s;
        }
        ++count;
    }
    return Done{};
}

Status exportMeasurements(Store &store, const DisplayEntry &display, Exported &to, int &count)
{
    for (const MeasurementEntry &m : store.measurements().of(display.id)) {
        const auto document = store.measurements().document(m.id);
        if (!document) {
            return store::storageError(say("measurement-unreadable", m.id));
        }
        const std::string name = isoTime(m.finished).substr(0, 10) + "-" + m.kind + "-" + std::to_string(m.id);
        if (const Status s = to.write("measurements", name, ".json", *document); !s) {
            return s;
        }
        ++count;
    }
    return Done{};
}

/// \param list a line for each: its file, its display's serial, what it shows
Status exportPhotographs(Store &store, const DisplayEntry &display, Exported &to, std::vector<std::vector<std::string>> &list)
{
    for (const PhotographEntry &p : store.pictures().of(display.id)) {
        const QByteArray content = store.pictures().content(p.id);
        const std::string name = "photographs/" + std::to_string(p.id) + (content.startsWith("\x89PNG") ? ".png" : ".jpg");
        if (const Status s = to.write(name, Bytes(content.begin(), content.end())); !s) {
            return s;
        }
        list.push_back({name, display.serial.toStdString(), display.name.toStdString(), isoTime(p.added), p.words.toStdString()});
    }
    return Done{};
}

} // namespace

int exportFleet(const FleetOptions &o)
{
    OpenStudio studio(o.store);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    Store &store = *studio.store().value();
    const fs::path folder = o.out;
    Exported to(folder);
    if (const Status free = to.isFree(); !free) {
        return report(free.error(), o.json);
    }
    if (const Status s = prepareFolder(folder); !s) {
        return report(s.error(), o.json);
    }
    const std::vector<RegisterEntry> displays = registerOf(store);
    int visits = 0, measurements = 0;
    std::vector<std::vector<std::string>> photographs{{"file", "serial", "name", "added", "words"}};
    Status done = Done{};
    for (const DisplayEntry &d : store.studio().displays()) {
        done = done ? exportVisits(store, d, to, visits) : done;
        done = done ? exportMeasurements(store, d, to, measurements) : done;
        done = done ? exportPhotographs(store, d, to, photographs) : done;
    }
    std::vector<std::pair<fs::path, std::string>> files{{"register.csv", registerToCsv(displays)},
                                                        {"register.json", registerToJson(displays)},
                                                        {"history.csv", historyToCsv(store.histories().written())},
                                                        {"assignments.csv", assignmentsToCsv(store.histories().assignments(WallTime{}))}};
    if (photographs.size() > 1) {
        files.emplace_back("photographs.csv", csvOf(photographs));
    }
    if (const auto problem = store.takeProblem(); problem && done) {
        done = *problem; // what could not be read must not look like nothing
    }
    for (const auto &[name, text] : files) {
        done = done ? to.write(name, text) : done;
    }
    if (!done) {
        const int status = report(done.error(), o.json);
        return to.unwritten() ? kNotWritten : status;
    }
    if (o.json) {
        printJson({{"folder", folder.string()},
                   {"displays", displays.size()},
                   {"visits", visits},
                   {"measurements", measurements},
                   {"photographs", photographs.size() - 1}});
    } else {
        std::cout << said(say("fleet-exported", say("count-displays", displays.size()), say("count-visits", visits), folder.string())) << "\n";
        if (measurements > 0 || photographs.size() > 1) {
            std::cout << said(say("fleet-exported-too", say("count-measurements", measurements), say("count-photographs", photographs.size() - 1)))
                      << "\n";
        }
    }
    return kDone;
}

} // namespace lamp::cli
