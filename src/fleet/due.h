// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/ageing.h"
#include "fleet/history.h"
#include "fleet/lamp_fill.h"

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// Work that displays have to be right for.
struct DatedAssignment {
    WallTime day{};
    std::string name;
    std::string display; ///< serial; empty for all
};

/// Whether a text is a list of assignments: CSV with the headings assignment and date; display may be left out.
bool looksLikeAssignments(const std::string &text);
Result<std::vector<DatedAssignment>> assignmentsFromCsv(const std::string &text);
std::string assignmentsToCsv(const std::vector<DatedAssignment> &assignments);

/// What decides when a display is due.
struct DueQuestion {
    std::int64_t key = 0; ///< the store's number of the display; 0 where there is none
    std::string serial, name, room;
    int cadenceDays = 28;
    std::optional<WallTime> lastVisit;
    std::optional<Verdict> verdict;     ///< of that visit; nothing where nothing of it was judged
    std::optional<WallTime> event;      ///< the first thing since then after which it is to be looked at
    bool historyKnown = false;          ///< what its history says was worked out; else it may be due sooner than is known
    std::optional<WallTime> evidence;   ///< until when it is in tolerance with 95 % certainty; nothing where its history does not say
    std::optional<WallTime> assignment; ///< the next one that it has to be right for
    std::optional<HistoryEntry> last;   ///< what that visit came to
};

/// When a display is due, why, and what that makes of it today.
struct Due {
    std::string state = "never"; ///< "ok", "due-soon", "due", "overdue", "never", "out", "undecided"
    std::optional<WallTime> due; ///< nothing before its first visit
    std::string why;             ///< "interval", "assignment", "event", "evidence"; empty before its first visit
    bool historyKnown = false;   ///< as the question has it
};

/// The earliest of: its interval; the day before an assignment that the last visit lies more than a week before (common practice: before
/// every important assignment), until that day is over here; an event since the last visit; what its drift allows. One that was out of tolerance is
/// due since that visit.
Due dueOf(const DueQuestion &question, WallTime on);

/// Whether an assignment's day is not over yet, by this computer's time zone. \param day midnight of UTC of its date
bool isAhead(WallTime day, WallTime on);

/// How urgent a state is, 0 for the most.
int urgency(const std::string &state);
/// A state and a reason in words.
Message dueStateSaid(const std::string &state);
Message dueReasonSaid(const std::string &state, const std::string &why);
/// How full the lamp is.
LampFill lampOf(const Due &due);
/// The state with its number, and its reason where that is not the interval: "due in 4 days", "due today, by its history".
Message dueSaid(const Due &due, WallTime on);
/// When it will be due where a visit ends now with this verdict: by the interval and by assignments. What its history will say is not known yet.
Due dueAfterVisit(DueQuestion question, std::optional<Verdict> verdict, WallTime now);

/// The same of a history alone: one question for each display. \param cadenceDays where nothing else is said
std::vector<DueQuestion> dueByHistory(const std::vector<HistoryEntry> &history, const FleetAgeing &ageing, const AgeingQuestion &question,
                                      int cadenceDays);
/// Whether a row is of a visit, by what it says: a task, or a figure that was read.
bool isVisit(const HistoryEntry &entry);
/// What a row comes to by the tolerance of its display and the target that it names; nothing where it says nothing that a tolerance limits.
std::optional<Verdict> verdictOf(const HistoryEntry &entry, const AgeingQuestion &question);
/// Whether something happened after which a display is to be looked at.
bool callsForVisit(const std::string &event);

/// What is told once a day: how many displays there is something to do for, and which, the most urgent first.
struct DueNotice {
    Message title, which;
};
/// \return nothing where there is nothing to do
std::optional<DueNotice> dueNotice(const std::vector<DueQuestion> &displays, WallTime on);

/// As the command line's contract has it; the most urgent first.
std::string dueToJson(const std::vector<DueQuestion> &displays, WallTime on);

} // namespace lamp
