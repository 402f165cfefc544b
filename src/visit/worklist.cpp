// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/worklist.h"

#include "base/names.h"

#include <algorithm>
#include <array>
#include <stdexcept>
#include <utility>

namespace lamp {

namespace {

struct StageText {
    const char *name, *title; ///< in files; the code of the heading
};
constexpr std::array<StageText, 11> kStageTexts{{{"prepare", "stage-prepare"},
                                                 {"room light", "stage-room-light"},
                                                 {"target", "stage-target"},
                                                 {"place", "stage-place"},
                                                 {"warm-up", "stage-warm-up"},
                                                 {"trim", "stage-trim"},
                                                 {"calibrate", "stage-calibrate"},
                                                 {"profile", "stage-profile"},
                                                 {"verify", "stage-verify"},
                                                 {"look", "stage-look"},
                                                 {"sign off", "stage-sign-off"}}};
constexpr std::array<const char *, 4> kTasks{"full", "refresh", "check", "profile"};

} // namespace

std::string taskName(Task task)
{
    return kTasks[size_t(task)];
}

Message named(Task task)
{
    return say("task-" + taskName(task));
}

std::optional<Task> taskFromName(const std::string &name)
{
    return named<Task>(kTasks, name);
}

std::string stageName(Stage stage)
{
    return kStageTexts[size_t(stage)].name;
}

Message titled(Stage stage, Task task)
{
    if (stage == Stage::Calibrate && task == Task::Check) {
        return say("stage-measure");
    }
    return say(kStageTexts[size_t(stage)].title);
}

const std::vector<Stage> &allStages()
{
    static const std::vector<Stage> all = [] {
        std::vector<Stage> stages;
        for (size_t i = 0; i < kStageTexts.size(); ++i) {
            stages.push_back(Stage(i));
        }
        return stages;
    }();
    return all;
}

std::optional<Stage> stageFromName(const std::string &name)
{
    for (const Stage s : allStages()) {
        if (stageName(s) == name) {
            return s;
        }
    }
    return std::nullopt;
}

std::vector<Stage> stagesOf(Task task)
{
    std::vector<Stage> stages = allStages();
    if (task == Task::Check) {
        // Nothing is turned, and there is no before and after to look at.
        std::erase_if(stages, [](Stage s) { return s == Stage::Trim || s == Stage::Look; });
    }
    return stages;
}

Worklist::Worklist(Task task, const StageLine &first)
{
    for (const Stage s : stagesOf(task)) {
        m_entries.push_back({s, first});
    }
}

const StageLine *Worklist::find(Stage stage) const
{
    const auto it = std::find_if(m_entries.begin(), m_entries.end(), [&](const Entry &e) { return e.stage == stage; });
    return it != m_entries.end() ? &it->line : nullptr;
}

const StageLine &Worklist::at(Stage stage) const
{
    const StageLine *line = find(stage);
    if (line == nullptr) {
        throw std::out_of_range("a visit of this kind has no stage \"" + stageName(stage) + "\"");
    }
    return *line;
}

StageLine &Worklist::at(Stage stage)
{
    return const_cast<StageLine &>(std::as_const(*this).at(stage));
}

bool Worklist::isDone(Stage stage) const
{
    const StageLine *line = find(stage);
    return line != nullptr && line->state == LineState::Done;
}

std::optional<Stage> Worklist::open() const
{
    const auto it = std::find_if(m_entries.begin(), m_entries.end(),
                                 [](const Entry &e) { return e.line.state != LineState::Done && e.line.state != LineState::Skipped; });
    return it != m_entries.end() ? std::optional(it->stage) : std::nullopt;
}

void Worklist::put(Stage stage, StageLine line)
{
    const auto it = std::find_if(m_entries.begin(), m_entries.end(), [&](const Entry &e) { return e.stage >= stage; });
    if (it != m_entries.end() && it->stage == stage) {
        it->line = std::move(line);
    } else {
        m_entries.insert(it, {stage, std::move(line)});
    }
}

} // namespace lamp
