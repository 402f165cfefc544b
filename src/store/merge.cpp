// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/merging.h"

#include <algorithm>

namespace lamp::store {

namespace {

Result<Merge> merged(Store &away, Store &home, const std::vector<MergeConflict> *decided, WallTime now)
{
    const auto along = alongOf(away);
    if (!along) {
        return mergeStops("not-taken-along", "choose-its-own", "other");
    }
    // A studio is told by when it was made, however its place is written today.
    const auto made = [](Store &store) {
        Rows rows = store.connection().read(QStringLiteral("SELECT made_at FROM studio ORDER BY id LIMIT 1"));
        return rows.next() ? rows.integer(0) : -1;
    };
    if (away.path() == home.path() || alongOf(home) || made(away) != made(home)) {
        return mergeStops("along-of-another", "choose-its-own", "other");
    }
    Rows rows = away.connection().read(QStringLiteral("SELECT cards FROM along"));
    auto base = cardsFromJson(rows.next() ? rows.text(0).toStdString() : std::string());
    if (!base) {
        return base.error();
    }
    MergeSides sides{away, home, *along, decided, now, {}, {}};
    Status done = mergeCards(sides, base.value());
    done = done ? mergeRows(sides, base.value()) : done;
    for (Store *side : {&away, &home}) {
        if (const auto problem = side->takeProblem(); done && problem) {
            done = *problem; // what could not be read must not look like nothing
        }
    }
    return done ? Result<Merge>(std::move(sides.merge)) : done.error();
}

} // namespace

Result<bool> takesMine(MergeSides &sides, MergeConflict c)
{
    if (sides.decided != nullptr) {
        const auto decided = std::find_if(sides.decided->begin(), sides.decided->end(), [&](const MergeConflict &d) {
            return d.kind == c.kind && d.key == c.key && d.field == c.field && d.mine == c.mine && d.theirs == c.theirs;
        });
        if (decided == sides.decided->end()) {
            return mergeStops("merge-changed-since", "look-again", "undecided");
        }
        c.takeMine = decided->takeMine;
    }
    sides.merge.conflicts.push_back(c);
    return c.takeMine;
}

Error mergeStops(const char *what, const char *todo, const char *code)
{
    return {ErrorKind::Input, say(what), say("nothing-changed"), say(todo), code, false};
}

Result<Merge> mergeOf(Store &away, Store &home)
{
    return merged(away, home, nullptr, {});
}

Result<Merge> bringHome(Store &away, Store &home, const std::vector<MergeConflict> &decided, WallTime now)
{
    Merge merge;
    const Status done = home.act([&]() -> Status {
        auto brought = merged(away, home, &decided, now);
        if (!brought) {
            return brought.error();
        }
        merge = std::move(brought).value();
        return Done{};
    });
    return done ? Result<Merge>(std::move(merge)) : done.error();
}

} // namespace lamp::store
