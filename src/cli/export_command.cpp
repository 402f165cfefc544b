// SPDX-License-Identifier: GPL-3.0-or-later
// All that a studio holds, as files.
#include "cli/commands.h"

#include "base/csv.h"
#include "base/file.h"
#include "cli/output.h"
#include "cli/studio.h"
#include "fleet/register.h"
#include "visit/whole_visit.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <filesystem>
#include <iostream>

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

/// Where an export's files go, and what stands in its way.
class Exported {
public:
    explicit Exported(fs::path folder) : m_folder(std::move(folder)) {}

    template <typename Content> Status write(const fs::path &name, const Content &content)
    {
        const Status ready = prepareFolder((m_folder / name).parent_path());
        const Status written = ready ? writeFile(m_folder / name, content) : ready;
        m_unwritten = m_unwritten || !written;
        return written;
    }
    [[nodiscard]] bool unwritten() const { return m_unwritten; }

private:
    fs::path m_folder;
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
        if (const Status s = to.write(fs::path("visits") / (v.id.toStdString() + ".json"), wholeVisitToJson(record.value())); !s) {
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
        const std::string name = isoTime(m.finished).substr(0, 10) + "-" + m.kind + "-" + std::to_string(m.id) + ".json";
        if (const Status s = to.write(fs::path("measurements") / name, *document); !s) {
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
    if (const Status s = prepareFolder(folder); !s) {
        return report(s.error(), o.json);
    }
    Exported to(folder);
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
