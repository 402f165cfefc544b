// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/due.h"
#include "fleet/register.h"
#include "store/store.h"

namespace lamp {

/// What a register's entry would change of the studio.
struct RegisterChange {
    enum class Kind { Add, Change, Same } kind = Kind::Same;
    RegisterEntry entry;
    qint64 displayId = 0;            ///< of the one that is there
    std::vector<std::string> fields; ///< that would change
};

/// What a register would change, before anything is. \return an error where a serial is that of several displays and no model tells which
Result<std::vector<RegisterChange>> registerChanges(Store &store, const std::vector<RegisterEntry> &entries);
/// Does it, all or nothing. Rooms that are new are made. Nothing is deleted: displays that a register does not name stay as they are.
Status applyRegister(Store &store, const std::vector<RegisterChange> &changes, WallTime now);
/// The studio's displays as a register, retired ones left out.
std::vector<RegisterEntry> registerOf(Store &store);

/// Whether a file's serial can be that of a new display. \return an error for "#17": the number of a display in another studio, or here before
Status mayBeAdded(const std::string &serial);
/// The display of a history's serial. \return nothing where there is none; an error where there are several
Result<std::optional<DisplayEntry>> displayOfSerial(Store &store, const std::string &serial);

/// A question with what the studio knows: its own targets and those that visits aimed at, and the tolerance that each display was judged by last.
AgeingQuestion ofStudio(Store &store, AgeingQuestion question);
/// How the studio's displays and instruments age.
FleetAgeing ageingOfStudio(Store &store, const AgeingQuestion &question);

/// What decides of each display in use when it is due. \param ageing if not null, what its history says goes there
std::vector<DueQuestion> dueQuestions(Store &store, const AgeingQuestion &question, FleetAgeing *ageing = nullptr);
/// The same without a walk through history: by the last visits, what happened since and assignments. Some may be due sooner than that.
std::vector<DueQuestion> dueByStatus(Store &store, WallTime on);

} // namespace lamp
