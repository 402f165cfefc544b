// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/evidence.h"

#include "store/registers.h"

#include <algorithm>

namespace lamp {

Result<DisplayEvidence> displayEvidence(Store &store, qint64 displayId, const AgeingQuestion &question)
{
    const auto entry = store.studio().display(displayId);
    if (!entry) {
        const auto problem = store.takeProblem();
        return problem ? *problem : Error{ErrorKind::Input, say("no-such-display", displayId), {}, {}, "display", false};
    }
    DisplayEvidence e;
    e.name = entry->name.toStdString();
    e.model = entry->model.toStdString();
    e.serial = entry->serial.toStdString();
    e.on = question.on;
    for (const Room &room : store.studio().rooms()) {
        e.room = room.id == entry->roomId ? room.name.toStdString() : e.room;
    }
    e.entries = store.histories().all(displayId);
    std::erase_if(e.entries, [&](const HistoryEntry &h) { return h.at > question.on; });
    for (const VisitEntry &v : store.visits().of(displayId)) {
        if (v.state == VisitState::Finished && v.finished <= question.on) {
            auto record = store.visits().record(v.id);
            if (!record) {
                return record.error();
            }
            e.last = std::move(record).value();
            break;
        }
    }
    FleetAgeing ageing;
    for (DueQuestion &due : dueQuestions(store, question, &ageing)) {
        if (due.key == displayId) {
            e.due = std::move(due);
        }
    }
    const auto names = store.histories().names();
    if (const auto name = names.find(displayId); name != names.end()) {
        for (DisplayAgeing &a : ageing.displays) {
            if (a.serial == name->second) {
                e.ageing = std::move(a);
            }
        }
    }
    const auto problem = store.takeProblem();
    return problem ? Result<DisplayEvidence>(*problem) : Result<DisplayEvidence>(std::move(e));
}

} // namespace lamp
