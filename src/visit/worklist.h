// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "base/text.h"

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// What a visit is for.
enum class Task { Full, Refresh, Check, Profile };
std::string taskName(Task task); ///< in files
Message named(Task task);
std::optional<Task> taskFromName(const std::string &name);

/// The stages that a visit may have, in the order of the work.
enum class Stage { Prepare, RoomLight, Target, Place, WarmUp, Trim, Calibrate, Profile, Verify, Look, SignOff };
/// "prepare", "room light", ...: the name in files; and the heading on the worksheet.
std::string stageName(Stage stage);
Message titled(Stage stage, Task task = Task::Full);
std::optional<Stage> stageFromName(const std::string &name);
/// All of them, in order.
const std::vector<Stage> &allStages();
/// Those that a kind of visit consists of, in order.
std::vector<Stage> stagesOf(Task task);

enum class LineState { Pending, Running, Done, Skipped, Failed };

/// One line of the worksheet.
struct StageLine {
    LineState state = LineState::Pending;
    Message summary; ///< what was done, with which figure against which target
    WallTime at{};
    std::string by;        ///< a person's role, or "program"
    std::string note = {}; ///< what a person wrote: what was seen, remarks
};

/// A note is no longer than this, in bytes; what is longer is cut at a character.
constexpr size_t kLongestNote = 4000;

/// The worksheet's lines: one for each stage of the kind of visit, in order.
class Worklist {
public:
    struct Entry {
        Stage stage;
        StageLine line;
    };

    /// \param first what every line begins with
    explicit Worklist(Task task, const StageLine &first = {});

    /// A stage's line; nullptr where this kind of visit has no such stage.
    [[nodiscard]] const StageLine *find(Stage stage) const;
    /// A stage's line. \throws std::out_of_range where this kind of visit has no such stage
    [[nodiscard]] StageLine &at(Stage stage);
    [[nodiscard]] const StageLine &at(Stage stage) const;
    /// \return whether the stage belongs to this visit and is done
    [[nodiscard]] bool isDone(Stage stage) const;
    /// The first stage that is neither done nor skipped, if any.
    [[nodiscard]] std::optional<Stage> open() const;
    /// Takes a line in where it belongs; one of a stage that is there already is replaced.
    void put(Stage stage, StageLine line);

    [[nodiscard]] auto begin() const { return m_entries.begin(); }
    [[nodiscard]] auto end() const { return m_entries.end(); }
    [[nodiscard]] auto begin() { return m_entries.begin(); }
    [[nodiscard]] auto end() { return m_entries.end(); }

private:
    std::vector<Entry> m_entries;
};

} // namespace lamp
