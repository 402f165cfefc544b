// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/merging.h"

#include <algorithm>
#include <array>

namespace lamp::store {

namespace {

using Fields = std::map<std::string, std::string>;

class CardMerging {
public:
    CardMerging(MergeSides &sides, Cards base) : m_s(sides), m_base(std::move(base)) {}

    Status run()
    {
        auto mine = cardsOf(m_s.away), theirs = cardsOf(m_s.home);
        if (!mine || !theirs) {
            return mine ? theirs.error() : mine.error();
        }
        m_mine = std::move(mine).value();
        m_theirs = std::move(theirs).value();
        Status done = rooms();
        for (const auto part :
             {&CardMerging::displays, &CardMerging::plan, &CardMerging::instruments, &CardMerging::aims, &CardMerging::letterhead}) {
            done = done ? (this->*part)() : done;
        }
        return done;
    }

private:
    /// A card's fields as they shall stand at home; nothing where they stand so. \param homeKey its key there
    Result<std::optional<Fields>> merged(const std::string &kind, const std::string &key, const std::string &homeKey, const Card &mine)
    {
        const CardPair pair{kind, homeKey, mine.name, findCard(m_base, kind, key), &mine, findCard(m_theirs, kind, homeKey)};
        auto card = mergedCard(m_s, pair);
        if (!card || !card.value()) {
            return card ? Result<std::optional<Fields>>(std::nullopt) : card.error();
        }
        const bool aim = kind == "target" || kind == "tolerance";
        if (aim || pair.theirs != nullptr) {
            m_s.merge.counts[aim ? "aims" : "fields"] += int(card.value()->changed.size());
        }
        return std::optional(std::move(card.value()->fields));
    }

    [[nodiscard]] const std::map<std::string, Card> &mineOf(const char *kind) { return m_mine[kind]; }

    [[nodiscard]] Result<qint64> roomAtHome(const std::string &name)
    {
        for (const Room &r : m_s.home.studio().rooms()) {
            if (r.name.toStdString() == name) {
                return r.id;
            }
        }
        return m_s.home.studio().addRoom(fromStd(name));
    }

    Status rooms()
    {
        for (const auto &[name, card] : mineOf("room")) {
            if (findCard(m_theirs, "room", name) == nullptr) {
                m_s.count("rooms");
                if (const auto made = m_s.acts() ? roomAtHome(name) : Result<qint64>(0); !made) {
                    return made.error();
                }
            }
        }
        return Done{};
    }

    /// When something last happened to a display in the copy: that day is told at home, not the day of the merging.
    [[nodiscard]] WallTime lastTime(qint64 id, const QString &kind)
    {
        WallTime at = m_s.now;
        for (const DisplayEvent &e : m_s.away.studio().events(id)) {
            at = e.kind == kind && e.at >= m_s.along.at ? e.at : at;
        }
        return at;
    }

    [[nodiscard]] static DisplayEntry entryOf(const Fields &f, DisplayEntry d)
    {
        const auto text = [&](const char *name) { return fromStd(f.count(name) != 0 ? f.at(name) : ""); };
        d.name = text("name");
        d.model = text("model");
        d.serial = text("serial");
        d.technology = text("technology");
        d.role = text("role");
        d.note = text("note");
        d.critical = text("critical").toInt();
        d.cadenceDays = std::max(1, text("interval").toInt());
        d.bits = text("bits").toInt();
        return d;
    }

    /// The display at home that one of the copy is: the one of its identity; of those that were added in the copy also the one of its model
    /// and serial. \return its key
    [[nodiscard]] std::optional<std::string> atHome(const std::string &key, const Card &mine)
    {
        if (findCard(m_theirs, "display", key) != nullptr) {
            return key;
        }
        const auto twin = m_s.home.studio().find(fromStd(mine.fields.at("model")), fromStd(mine.fields.at("serial")));
        return twin ? std::optional(twin->uid.toStdString()) : std::nullopt;
    }

    Status displays()
    {
        std::map<std::string, qint64> own, theirs;
        for (const auto &[store, numbers] : {std::pair(&m_s.away, &own), std::pair(&m_s.home, &theirs)}) {
            Rows rows = store->connection().read(QStringLiteral("SELECT uid, id FROM display"));
            while (rows.next()) {
                (*numbers)[rows.text(0).toStdString()] = rows.integer(1);
            }
        }
        for (const auto &[key, mine] : mineOf("display")) {
            const auto there = atHome(key, mine);
            if (!there) {
                // Added in the copy; or home was brought back from a backup of before it was added.
                m_s.count("displays");
                if (const Status s = addDisplay(own.at(key), mine); !s) {
                    return s;
                }
                continue;
            }
            m_s.atHome[own.at(key)] = theirs.at(*there);
            auto fields = merged("display", key, *there, mine);
            if (!fields) {
                return fields.error();
            }
            if (m_s.acts() && fields.value()) {
                if (const Status s = writeDisplay(own.at(key), theirs.at(*there), *fields.value()); !s) {
                    return s;
                }
            }
        }
        return Done{};
    }

    Status addDisplay(qint64 own, const Card &mine)
    {
        if (!m_s.acts()) {
            return Done{};
        }
        const auto room = roomAtHome(mine.fields.at("room"));
        const auto was = m_s.away.studio().display(own); // with how this computer reaches it
        if (!room || !was) {
            return room ? storageError(say("display-gone")) : room.error();
        }
        DisplayEntry d = entryOf(mine.fields, *was);
        d.roomId = *room;
        const auto events = m_s.away.studio().events(own);
        const auto added = m_s.home.studio().add(d, events.empty() ? m_s.now : events.front().at);
        if (!added) {
            return added.error();
        }
        m_s.atHome[own] = *added;
        m_places[*added] = mine.fields.at("place");
        const bool retired = !mine.fields.at("retired").empty();
        return retired ? m_s.home.studio().setRetired(*added, true, was->retired.value_or(m_s.now)) : Status(Done{});
    }

    Status writeDisplay(qint64 own, qint64 there, const Fields &fields)
    {
        const auto is = m_s.home.studio().display(there);
        const auto room = roomAtHome(fields.at("room"));
        if (!is || !room) {
            return room ? storageError(say("display-gone")) : room.error();
        }
        m_places[there] = fields.at("place");
        // Its moves and whether it is in use are told as they were in the copy (mergeRows()).
        m_s.placed.insert(there);
        const Status written = m_s.home.studio().change(entryOf(fields, *is), m_s.now);
        const bool retired = !fields.at("retired").empty();
        const auto since = retired ? std::optional(is->retired.value_or(lastTime(own, "retired"))) : std::nullopt;
        return written ? m_s.home.studio().place(there, *room, since) : written;
    }

    /// Outlines of rooms and places of displays, decided with their cards, as one plan.
    Status plan()
    {
        std::map<std::string, std::string> outlines;
        for (const auto &[name, mine] : mineOf("room")) {
            const auto fields = merged("room", name, name, mine);
            if (!fields) {
                return fields.error();
            }
            if (fields.value()) {
                outlines[name] = fields.value()->at("outline");
            }
        }
        if (!m_s.acts()) {
            return Done{};
        }
        // Cards of home as they are now: with what was changed above, but for places, which no card's verb writes.
        std::map<std::string, qint64> numbers;
        for (const Room &r : m_s.home.studio().rooms()) {
            numbers[r.name.toStdString()] = r.id;
        }
        DrawnPlan plan = m_s.home.plans().drawn();
        const DrawnPlan before = plan;
        try {
            for (const auto &[name, outline] : outlines) {
                plan.rooms.erase(numbers[name]);
                if (const auto drawn = outlineFrom(outline)) {
                    plan.rooms[numbers[name]] = *drawn;
                } else if (!outline.empty()) {
                    return mergeStops("along-damaged", "choose-its-own", "damaged");
                }
            }
            for (const auto &[display, place] : m_places) {
                plan.displays.erase(display);
                if (!place.empty()) {
                    const auto v = nlohmann::json::parse(place);
                    plan.displays[display] = {numbers[v.at(0).get<std::string>()], {v.at(1).get<double>(), v.at(2).get<double>()}};
                }
            }
        } catch (const nlohmann::json::exception &) {
            return mergeStops("along-damaged", "choose-its-own", "damaged");
        }
        return plan == before ? Status(Done{}) : m_s.home.plans().setDrawn(plan);
    }

    Status instruments()
    {
        for (const auto &[key, mine] : mineOf("instrument")) {
            if (findCard(m_theirs, "instrument", key) == nullptr) {
                m_s.count("instruments");
            }
            const auto fields = merged("instrument", key, key, mine);
            if (!fields) {
                return fields.error();
            }
            const bool there = findCard(m_theirs, "instrument", key) != nullptr;
            if (!m_s.acts() || (!fields.value() && there)) {
                continue;
            }
            const Fields &f = fields.value() ? *fields.value() : mine.fields;
            // A copy of an earlier version has fewer fields.
            const auto field = [&](const char *name) { return f.count(name) != 0 ? f.at(name) : std::string(); };
            const auto text = [&](const char *name) { return fromStd(field(name)); };
            InstrumentEntry i;
            i.kind = text("kind");
            i.model = fromStd(key.substr(0, key.find('\n')));
            i.serial = fromStd(key.substr(key.find('\n') + 1));
            i.certificate = text("certificate");
            i.note = text("note");
            i.made = timeOfField(field("made"));
            i.certified = timeOfField(field("certified"));
            i.retired = timeOfField(field("retired"));
            i.accuracyXy = numberOf(field("accuracy_xy"));
            i.accuracyLuminancePercent = numberOf(field("accuracy_luminance"));
            if (const Status s = m_s.home.studio().keep(i); !s) {
                return s;
            }
        }
        return Done{};
    }

    template <typename Aim> Status aimsOf(const char *kind, Result<Aim> (*fromJson)(const std::string &))
    {
        std::map<std::string, Card> all = mineOf(kind);
        for (const auto &[key, card] : m_base[kind]) {
            all.emplace(key, Card{card.name, {{"content", ""}}}); // taken off the list in the copy
        }
        for (const auto &[key, mine] : all) {
            const auto fields = merged(kind, key, key, mine);
            if (!fields) {
                return fields.error();
            }
            if (!m_s.acts() || !fields.value()) {
                continue;
            }
            const std::string &content = fields.value()->at("content");
            const auto aim = content.empty() ? Result<Aim>(Aim{}) : fromJson(content);
            if (!aim) {
                return aim.error();
            }
            const Status kept = !content.empty()              ? m_s.home.aims().keep(aim.value())
                                : std::is_same_v<Aim, Target> ? m_s.home.aims().takeOff(key)
                                                              : Status(Done{}); // a tolerance cannot be taken off
            if (!kept) {
                return kept;
            }
        }
        return Done{};
    }

    Status aims()
    {
        const Status targets = aimsOf<Target>("target", &targetFromJson);
        return targets ? aimsOf<Tolerance>("tolerance", &toleranceFromJson) : targets;
    }

    Status letterhead()
    {
        const auto fields = merged("letterhead", "", "", mineOf("letterhead").at(""));
        if (!fields || !m_s.acts() || !fields.value()) {
            return fields ? Status(Done{}) : fields.error();
        }
        const Letterhead mine = m_s.away.pictures().letterhead();
        Letterhead head = m_s.home.pictures().letterhead();
        head.name = fields.value()->at("name");
        if (fields.value()->at("mark") == mineOf("letterhead").at("").fields.at("mark")) {
            head.mark = mine.mark;
        }
        return m_s.home.pictures().setLetterhead(head, m_s.now);
    }

    MergeSides &m_s;
    Cards m_base, m_mine, m_theirs;
    std::map<qint64, std::string> m_places; ///< of displays at home that change, where they stand on the plan
};

} // namespace

Status mergeCards(MergeSides &sides, Cards base)
{
    return CardMerging(sides, std::move(base)).run();
}

} // namespace lamp::store
