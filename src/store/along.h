// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/transfer.h"

namespace lamp {

/// A part of a card that was changed both in a copy taken along and at home meanwhile.
struct MergeConflict {
    std::string kind;               ///< "room", "display", "instrument", "target", "tolerance", "letterhead", "visit", "photograph", "measurement"
    std::string key;                ///< which of them, for the program
    std::string name;               ///< the same for people
    std::string field;              ///< "name", "room", "note"...
    std::string base, mine, theirs; ///< as it was taken along; in the copy; at home
    bool takeMine = false;          ///< else what stands at home stays
};

/// What a copy brings back.
struct Merge {
    /// How many of each kind: "rooms", "displays", "instruments", "visits", "measurements", "photographs", "history", "assignments",
    /// "corrections", "installations", "events" (moves and the like), "fields" (of cards), each where there is any.
    std::map<std::string, int> counts;
    std::vector<MergeConflict> conflicts;
    int figuresOnly = 0; ///< ended visits of which an earlier version kept only the figures, and which are not at home: they stay there
    int unended = 0;     ///< visits that have not ended in the copy, with readings that are not at home: they stay there
    int apart = 0;       ///< visits that went on on both sides: what the copy has of them becomes a visit of its own
    [[nodiscard]] bool empty() const { return counts.empty() && conflicts.empty(); }
};

namespace store {

/// That a studio is a copy which was taken along, of which, and as of when.
struct Along {
    QString place; ///< without a password
    WallTime at{};
};
std::optional<Along> alongOf(Store &store);

/// The copy that was last taken along of a studio on this computer; empty where there is none, or its file is gone.
QString lastAlong(const QString &place);

/// Copies the studio into a new file that can be worked on while its own place is out of reach, and writes down how all cards stood.
/// \return an error and no file where anything failed
Transfer takeAlong(Store &from, const QString &file, WallTime now, const TransferProgress &progress, const std::stop_token &stop);

/// What a copy would bring home; nothing is changed. \return an Input error where it is no such copy, or of another studio
Result<Merge> mergeOf(Store &away, Store &home);
/// Brings it home, all or nothing; what is there already stays, so that it can be done again. Of each part of a card the side that changed it
/// counts; of what both did, what was decided. \param decided of all conflicts \return what was done, or an error with the code "undecided" where
/// home has changed since and there is another conflict
Result<Merge> bringHome(Store &away, Store &home, const std::vector<MergeConflict> &decided, WallTime now);

} // namespace store
} // namespace lamp
