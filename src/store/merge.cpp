// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/merging.h"

#include <algorithm>

namespace lamp::store {

namespace {

/// Copies of earlier versions wrote displays down by number; in a copy numbers stay what they were.
void nameByIdentity(Store &away, Cards &base)
{
    auto &displays = base["display"];
    Rows rows = away.connection().read(QStringLiteral("SELECT id, uid FROM display"));
    while (rows.next()) {
        if (auto number = displays.extract(std::to_string(rows.integer(0))); !number.empty()) {
            number.key() = rows.text(1).toStdString();
            displays.insert(std::move(number));
        }
    }
}

Result<Merge> merged(Store &away, Store &home, const std::vector<MergeConflict> *decided, WallTime now)
{
    const auto along = alongOf(away);
    if (!along) {
        return mergeStops("not-taken-along", "choose-its-own", "other");
    }
    // A studio is told by its identity, however its place is written today.
    const auto identity = [](Store &store) {
        Rows rows = store.connection().read(QStringLiteral("SELECT uid FROM studio ORDER BY id LIMIT 1"));
        return rows.next() ? rows.text(0) : QString();
    };
    const QString own = identity(away);
    if (away.path() == home.path() || alongOf(home) || own.isEmpty() || own != identity(home)) {
        return mergeStops("along-of-another", "choose-its-own", "other");
    }
    Rows rows = away.connection().read(QStringLiteral("SELECT cards FROM along"));
    auto base = cardsFromJson(rows.next() ? rows.text(0).toStdString() : std::string());
    if (!base) {
        return base.error();
    }
    nameByIdentity(away, base.value());
    MergeSides sides{away, home, *along, decided, now, {}, {}, {}};
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

const Card *findCard(const Cards &cards, const std::string &kind, const std::string &key)
{
    const auto some = cards.find(kind);
    if (some == cards.end()) {
        return nullptr;
    }
    const auto one = some->second.find(key);
    return one == some->second.end() ? nullptr : &one->second;
}

namespace {

/// What a field comes to; a conflict is kept, and decided where it was. \param known whether the card was there when the copy was taken
Result<std::string> mergedField(MergeSides &sides, const MergeConflict &c, bool known)
{
    if (c.mine == c.theirs || c.mine == c.base) {
        return c.theirs;
    }
    if (c.theirs == c.base || (!known && c.theirs.empty())) {
        return c.mine;
    }
    const auto mine = takesMine(sides, c);
    return mine ? Result<std::string>(*mine ? c.mine : c.theirs) : mine.error();
}

std::string fieldOf(const Card *card, const std::string &name)
{
    const auto field = card != nullptr ? card->fields.find(name) : std::map<std::string, std::string>::const_iterator();
    return card != nullptr && field != card->fields.end() ? field->second : std::string();
}

} // namespace

Result<std::optional<MergedCard>> mergedCard(MergeSides &sides, const CardPair &card)
{
    MergedCard merged;
    if (card.theirs != nullptr) {
        merged.fields = card.theirs->fields;
    }
    for (const auto &[name, value] : card.mine->fields) {
        const std::string there = fieldOf(card.theirs, name);
        merged.fields.emplace(name, there); // a card that one side does not have yet has every field, and nothing in it
        const auto is =
            mergedField(sides, {card.kind, card.key, card.name, name, fieldOf(card.base, name), value, there, false}, card.base != nullptr);
        if (!is) {
            return is.error();
        }
        if (is.value() != there) {
            merged.fields[name] = is.value();
            merged.changed.push_back(name);
        }
    }
    return merged.changed.empty() ? std::optional<MergedCard>() : std::optional(std::move(merged));
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
