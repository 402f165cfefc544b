// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/along.h"
#include "store/cards.h"

#include <set>

/// How a copy that was taken along comes home (along.h's own; not for others).
namespace lamp::store {

/// Both sides, and what comes of them.
struct MergeSides {
    Store &away, &home;
    Along along;
    const std::vector<MergeConflict> *decided; ///< null: only looked at
    WallTime now{};
    std::map<qint64, qint64> atHome; ///< of each display of the copy the number at home
    std::set<qint64> placed;         ///< displays at home whose room or use was decided anew
    Merge merge;
    [[nodiscard]] bool acts() const { return decided != nullptr; }
    void count(const char *what) { ++merge.counts[what]; }
};

/// One card of the two sides.
struct CardPair {
    std::string kind, key, name; ///< as MergeConflict has them; the key as at home
    const Card *base = nullptr;  ///< as it was taken; null: not there then
    const Card *mine = nullptr;
    const Card *theirs = nullptr; ///< null: not there
};
const Card *findCard(const Cards &cards, const std::string &kind, const std::string &key);
/// A card's fields as they shall stand at home, and which of them change; nothing where they stand so.
struct MergedCard {
    std::map<std::string, std::string> fields;
    std::vector<std::string> changed;
};
Result<std::optional<MergedCard>> mergedCard(MergeSides &sides, const CardPair &card);

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
