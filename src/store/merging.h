// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/along.h"
#include "store/cards.h"

/// How a copy that was taken along comes home (along.h's own; not for others).
namespace lamp::store {

/// Both sides, and what comes of them.
struct MergeSides {
    Store &away, &home;
    Along along;
    const std::vector<MergeConflict> *decided; ///< null: only looked at
    WallTime now{};
    std::map<qint64, qint64> atHome; ///< of each display of the copy the number at home
    Merge merge;
    [[nodiscard]] bool acts() const { return decided != nullptr; }
    void count(const char *what) { ++merge.counts[what]; }
};

/// What it stops with that a person can mend.
Error mergeStops(const char *what, const char *todo, const char *code);

/// Whether what the copy has counts, of something that both sides changed: it is kept as a conflict, and decided where it was.
/// \return an error where it was not looked at as it is now
Result<bool> takesMine(MergeSides &sides, MergeConflict conflict);

/// Cards, compared three ways: as they were taken along, as they are in the copy, as they are at home.
Status mergeCards(MergeSides &sides, Cards base);
/// What is only ever added: visits, measurements, photographs, history, corrections, installations. \pre the cards were merged
Status mergeRows(MergeSides &sides, const Cards &base);

} // namespace lamp::store
