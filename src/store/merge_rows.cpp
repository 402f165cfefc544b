// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/merging.h"
#include "store/packed.h"

#include <QDataStream>
#include <QUuid>

#include <algorithm>
#include <set>

namespace lamp::store {

namespace {

/// The numbers of all displays, retired ones too.
std::vector<qint64> displaysOf(Store &store)
{
    std::vector<qint64> all;
    Rows rows = store.connection().read(QStringLiteral("SELECT id FROM display ORDER BY id"));
    while (rows.next()) {
        all.push_back(rows.integer(0));
    }
    return all;
}

class RowMerging {
public:
    RowMerging(MergeSides &sides, const Cards &base) : m_s(sides), m_base(base) {}

    Status run()
    {
        auto mine = cardsOf(m_s.away), theirs = cardsOf(m_s.home);
        if (!mine || !theirs) {
            return mine ? theirs.error() : mine.error();
        }
        m_mine = std::move(mine).value();
        m_theirs = std::move(theirs).value();
        Status done = Done{};
        for (const auto part : {&RowMerging::visits, &RowMerging::measurements, &RowMerging::photographs, &RowMerging::events, &RowMerging::written,
                                &RowMerging::corrections, &RowMerging::installations}) {
            done = done ? (this->*part)() : done;
        }
        return done;
    }

private:
    struct VisitRow {
        QString uid;
        qint64 display = 0;
        VisitState state = VisitState::Running;
        bool sheet = false; ///< there is more of it than figures
    };
    /// In the order in which they began: what a display's status says is what its last one left.
    static std::vector<VisitRow> visitsOf(Store &store)
    {
        std::vector<VisitRow> all;
        Rows rows = store.connection().read(QStringLiteral("SELECT v.uid, v.display_id, v.state, s.visit_id FROM visit v LEFT JOIN sheet s ON "
                                                           "s.visit_id = v.id ORDER BY v.started_at, v.id"));
        while (rows.next()) {
            all.push_back({rows.text(0), rows.integer(1), VisitState(rows.integer(2)), !rows.isNull(3)});
        }
        return all;
    }

    /// The state that a visit had when the copy was taken; nothing where it was not there, or a copy of an earlier version says nothing of it.
    [[nodiscard]] std::optional<VisitState> before(const QString &uid) const
    {
        const Card *card = findCard(m_base, "visit", uid.toStdString());
        const auto state = card != nullptr ? card->fields.find("state") : std::map<std::string, std::string>::const_iterator();
        return card != nullptr && state != card->fields.end() ? std::optional(VisitState(fromStd(state->second).toInt())) : std::nullopt;
    }

    /// What of a visit's readings each side has.
    enum class Shared { Same, CopyHasMore, HomeHasMore, Apart };
    Result<Shared> sharedReadings(const QString &uid)
    {
        const auto mine = readingsOf(m_s.away, uid), theirs = readingsOf(m_s.home, uid);
        if (!mine || !theirs) {
            return mine ? theirs.error() : mine.error();
        }
        const bool allMine = std::includes(theirs->begin(), theirs->end(), mine->begin(), mine->end());
        const bool allTheirs = std::includes(mine->begin(), mine->end(), theirs->begin(), theirs->end());
        return allMine ? (allTheirs ? Shared::Same : Shared::HomeHasMore) : (allTheirs ? Shared::CopyHasMore : Shared::Apart);
    }

    /// Number, drive and light of each reading, to the last bit.
    using ReadingKeys = std::set<std::tuple<qint64, double, double, double, double, double, double>>;
    static Result<ReadingKeys> readingsOf(Store &store, const QString &uid)
    {
        ReadingKeys all;
        Rows rows = store.connection().read(QStringLiteral("SELECT r.number, r.r, r.g, r.b, r.x, r.y, r.z FROM reading r JOIN visit v ON v.id = "
                                                           "r.visit_id WHERE v.uid = ?"),
                                            {uid});
        const auto real = [&](int column) { return rows.isNull(column) ? -1e300 : rows.real(column); };
        while (rows.next()) {
            all.emplace(rows.integer(0), real(1), real(2), real(3), real(4), real(5), real(6));
        }
        const auto problem = store.takeProblem();
        return problem ? Result<ReadingKeys>(*problem) : Result<ReadingKeys>(std::move(all));
    }

    Status visits()
    {
        std::map<QString, VisitState> theirs;
        for (const VisitRow &v : visitsOf(m_s.home)) {
            theirs[v.uid] = v.state;
        }
        for (const VisitRow &mine : visitsOf(m_s.away)) {
            const auto there = theirs.find(mine.uid);
            const Status s = there != theirs.end() ? knownVisit(mine, there->second, theirs) : newVisit(mine);
            if (!s) {
                return s;
            }
        }
        return Done{};
    }

    Status newVisit(const VisitRow &mine)
    {
        if (mine.state == VisitState::Running) {
            ++m_s.merge.unended;
            return Done{};
        }
        if (!mine.sheet) {
            ++m_s.merge.figuresOnly; // figures alone cannot be held against anything, so that they stay where they are, and are counted
            return Done{};
        }
        m_s.count("visits");
        return m_s.acts() ? bringVisit(mine) : Status(Done{});
    }

    /// A visit that both have. Readings decide what is to be done: none of either side is ever dropped or mixed with others of its number.
    Status knownVisit(const VisitRow &mine, VisitState theirs, const std::map<QString, VisitState> &atHome)
    {
        std::optional<VisitState> was = before(mine.uid);
        if (was == VisitState::Finished && mine.state == VisitState::Finished && theirs == VisitState::Finished) {
            return Done{}; // nothing is ever added to such a one
        }
        if (!mine.sheet) {
            return knownByFigures(mine, was, theirs, atHome);
        }
        const auto shared = sharedReadings(mine.uid);
        if (!shared) {
            return shared.error();
        }
        const bool more = *shared == Shared::CopyHasMore || *shared == Shared::Apart;
        if (mine.state == VisitState::Running) {
            m_s.merge.unended += more ? 1 : 0;
            return Done{};
        }
        const bool finishedThere = theirs == VisitState::Finished, finishedHere = mine.state == VisitState::Finished;
        if (*shared == Shared::Apart || (more && finishedThere) || (*shared == Shared::HomeHasMore && finishedHere && !finishedThere)) {
            return bringApart(mine, atHome);
        }
        if (mine.state == theirs) {
            return more ? bringMore(mine) : Status(Done{});
        }
        if (!was) {
            // Not there when the copy was taken: it came home before. Unless it was finished in the copy since, what home made of it stays.
            const auto there = m_s.home.visits().entry(mine.uid);
            was = finishedHere && there && there->finished == WallTime{} ? theirs : mine.state;
        }
        if (mine.state == was && !more) {
            return Done{}; // only home changed it
        }
        return theirs != was || *shared == Shared::HomeHasMore ? endedTwice(mine, theirs, more, atHome) : bringMore(mine);
    }

    /// Of one of which the copy has only figures nothing can be added: what was made of it there counts all the same.
    Status knownByFigures(const VisitRow &mine, std::optional<VisitState> was, VisitState theirs, const std::map<QString, VisitState> &atHome)
    {
        if (mine.state == theirs || !was || mine.state == *was) {
            return Done{};
        }
        if (theirs != *was) {
            return endedTwice(mine, theirs, false, atHome);
        }
        m_s.count("visits");
        return m_s.acts() ? m_s.home.visits().setState(mine.uid, mine.state) : Status(Done{});
    }

    /// What the copy has of a visit arrives at home, where it is not finished or has all readings.
    Status bringMore(const VisitRow &mine)
    {
        m_s.count("visits");
        if (!m_s.acts()) {
            return Done{};
        }
        const auto there = m_s.home.visits().entry(mine.uid);
        return there && there->state == VisitState::Finished ? m_s.home.visits().setState(mine.uid, mine.state) : bringVisit(mine);
    }

    /// A visit that went on on both sides becomes two: what the copy has of it is a visit of its own, once however often it is merged.
    Status bringApart(const VisitRow &mine, const std::map<QString, VisitState> &atHome)
    {
        // Named by what it holds: two copies that both went on with it are two.
        const auto readings = readingsOf(m_s.away, mine.uid);
        if (!readings) {
            return readings.error();
        }
        QByteArray content = mine.uid.toUtf8();
        QDataStream stream(&content, QIODevice::Append);
        for (const auto &[number, r, g, b, x, y, z] : *readings) {
            stream << number << r << g << b << x << y << z;
        }
        const QString uid = QUuid::createUuidV5(QUuid(), content).toString(QUuid::WithoutBraces);
        const auto there = atHome.find(uid);
        if (there != atHome.end() && there->second == mine.state) {
            return Done{};
        }
        m_s.count("visits");
        ++m_s.merge.apart;
        if (!m_s.acts()) {
            return Done{};
        }
        return there != atHome.end() ? m_s.home.visits().setState(uid, mine.state) : bringVisit(mine, uid);
    }

    /// Ended in the copy in one way and at home in another: it is asked which counts. The readings of the copy arrive either way.
    Status endedTwice(const VisitRow &mine, VisitState theirs, bool more, const std::map<QString, VisitState> &atHome)
    {
        const auto named = [](std::optional<VisitState> state) -> std::string {
            return !state ? "" : state == VisitState::Finished ? "finished" : (state == VisitState::SetAside ? "discarded" : "interrupted");
        };
        const auto display = m_s.away.studio().display(mine.display);
        const auto entry = m_s.away.visits().entry(mine.uid);
        const std::string name = (display ? display->name.toStdString() : std::string()) + (entry ? ", " + isoTime(entry->started) : std::string());
        const auto takes =
            takesMine(m_s, {"visit", mine.uid.toStdString(), name, "state", named(before(mine.uid)), named(mine.state), named(theirs), false});
        if (!takes) {
            return takes.error();
        }
        if (!*takes && more && theirs == VisitState::Running) {
            return bringApart(mine, atHome);
        }
        if (!*takes && !more) {
            return Done{}; // all of it is at home
        }
        m_s.count("visits");
        if (!m_s.acts()) {
            return Done{};
        }
        if (theirs == VisitState::Finished || !mine.sheet || (!more && mine.state != VisitState::Finished)) {
            return m_s.home.visits().setState(mine.uid, mine.state);
        }
        VisitRow arriving = mine;
        arriving.state = *takes ? mine.state : theirs;
        return bringVisit(arriving);
    }

    /// \param as the identity that it gets at home; empty: its own
    Status bringVisit(const VisitRow &visit, const QString &as = {})
    {
        auto read = m_s.away.visits().record(visit.uid);
        if (!read) {
            return read.error();
        }
        VisitRecord record = std::move(read).value();
        record.id = (as.isEmpty() ? visit.uid : as).toStdString();
        const qint64 display = m_s.atHome.at(visit.display);
        store::Visits &home = m_s.home.visits();
        if (visit.state == VisitState::Finished) {
            return home.finish(record, display);
        }
        // One that was set aside says nothing of the display, and keeps its readings all the same.
        const QString uid = fromStd(record.id);
        std::set<int> there;
        if (const auto known = home.entry(uid) ? home.record(uid) : Result<VisitRecord>(Error{})) {
            for (const Measurement &m : known->readings) {
                there.insert(m.index);
            }
        }
        Status done = home.save(record, display, VisitState::Running);
        for (const Measurement &m : record.readings) {
            done = done && !there.contains(m.index) ? home.addReading(record.id, m, record.states) : done;
        }
        done = done ? home.release(uid) : done;
        return done ? home.setState(uid, VisitState::SetAside) : done;
    }

    /// Cards of what may be put away: where both have one it is merged field by field. \param add brings one that home does not have
    Status kept(const char *kind, const std::function<std::string(const std::string &)> &homeKey,
                const std::function<Status(const std::string &, const Card &)> &add,
                const std::function<Status(const std::string &, const MergedCard &)> &write, const char *counted)
    {
        for (const auto &[key, card] : m_mine[kind]) {
            const std::string there = homeKey(key);
            const CardPair pair{kind, there, card.name, findCard(m_base, kind, key), &card, findCard(m_theirs, kind, there)};
            Status done = Done{};
            if (pair.theirs == nullptr) {
                m_s.count(counted);
                done = m_s.acts() ? add(key, card) : done;
            } else {
                const auto merged = mergedCard(m_s, pair);
                if (!merged) {
                    return merged.error();
                }
                if (merged.value()) {
                    m_s.merge.counts["fields"] += int(merged.value()->changed.size());
                    done = m_s.acts() ? write(there, *merged.value()) : done;
                }
            }
            if (!done) {
                return done;
            }
        }
        return Done{};
    }

    Status measurements()
    {
        const auto row = [](Store &store, const std::string &key) {
            Rows rows = store.connection().read(QStringLiteral("SELECT id, display_id FROM measurement WHERE identity = ?"),
                                                {QByteArray::fromHex(QByteArray::fromStdString(key))});
            return rows.next() ? std::pair(rows.integer(0), rows.integer(1)) : std::pair<qint64, qint64>();
        };
        return kept(
            "measurement", [](const std::string &key) { return key; },
            [&](const std::string &key, const Card &card) -> Status {
                const auto [id, display] = row(m_s.away, key);
                const auto document = m_s.away.measurements().document(id);
                const auto added =
                    document ? m_s.home.measurements().add(*document, m_s.atHome.at(display)) : Result<qint64>(storageError(say("along-damaged")));
                const bool removed = !card.fields.at("removed").empty();
                return added ? (removed ? m_s.home.measurements().setRemoved(added.value(), true, m_s.now) : Status(Done{})) : Status(added.error());
            },
            [&](const std::string &key, const MergedCard &card) {
                return m_s.home.measurements().setRemoved(row(m_s.home, key).first, !card.fields.at("removed").empty(), m_s.now);
            },
            "measurements");
    }

    Status photographs()
    {
        // By the key that its card has; the file itself is looked at last.
        const auto row = [](Store &store, const std::string &key) -> qint64 {
            const QStringList parts = fromStd(key).split('\n');
            Rows rows = store.connection().read(
                QStringLiteral("SELECT p.id, p.content FROM picture p JOIN display d ON d.id = p.display_id WHERE d.uid = ? AND p.added_at = ? "
                               "ORDER BY (CASE WHEN p.removed_at IS NULL THEN 0 ELSE 1 END), p.id"),
                {parts.value(0), stored(fromIsoTime(parts.value(1).toStdString()))});
            while (rows.next()) {
                if (sha256(rows.bytes(1)).toHex() == parts.value(2).toLatin1()) {
                    return rows.integer(0);
                }
            }
            return 0;
        };
        std::map<std::string, std::pair<qint64, std::string>> displays; // of each of the copy what it is at home
        {
            Rows rows = m_s.away.connection().read(QStringLiteral("SELECT id, uid FROM display"));
            while (rows.next()) {
                const auto there = m_s.atHome.find(rows.integer(0));
                const auto entry = there == m_s.atHome.end() ? std::nullopt : m_s.home.studio().display(there->second);
                displays[rows.text(1).toStdString()] = {entry ? entry->id : 0, entry ? entry->uid.toStdString() : rows.text(1).toStdString()};
            }
        }
        const auto uid = [](const std::string &key) { return key.substr(0, key.find('\n')); };
        return kept(
            "photograph", [&](const std::string &key) { return displays[uid(key)].second + key.substr(key.find('\n')); },
            [&](const std::string &key, const Card &card) -> Status {
                const QString added = fromStd(key).split('\n').value(1);
                const auto id = m_s.home.pictures().add(displays[uid(key)].first, m_s.away.pictures().content(row(m_s.away, key)),
                                                        fromStd(card.fields.at("words")), fromIsoTime(added.toStdString()));
                const bool removed = !card.fields.at("removed").empty();
                return id ? (removed ? m_s.home.pictures().setRemoved(*id, true, m_s.now) : Status(Done{})) : Status(id.error());
            },
            [&](const std::string &key, const MergedCard &card) {
                const qint64 id = row(m_s.home, key);
                const Status worded = m_s.home.pictures().setWords(id, fromStd(card.fields.at("words")));
                return worded ? m_s.home.pictures().setRemoved(id, !card.fields.at("removed").empty(), m_s.now) : worded;
            },
            "photographs");
    }

    /// Moves and the like, as they were told in the copy. (When a display was added stands with its card.)
    Status events()
    {
        for (const qint64 own : displaysOf(m_s.away)) {
            const auto home = m_s.atHome.find(own);
            std::vector<DisplayEvent> fresh = m_s.away.studio().events(own), there;
            if (home != m_s.atHome.end()) {
                there = m_s.home.studio().events(home->second);
            }
            std::erase_if(fresh, [&](const DisplayEvent &e) {
                return e.kind == QStringLiteral("added") || std::any_of(there.begin(), there.end(), [&](const DisplayEvent &t) {
                           return t.at == e.at && t.kind == e.kind && t.before == e.before && t.after == e.after;
                       });
            });
            if (fresh.empty()) {
                continue;
            }
            m_s.merge.counts["events"] += int(fresh.size());
            if (const auto added = m_s.acts() ? m_s.home.studio().addEvents(home->second, fresh) : Result<int>(0); !added) {
                return added.error();
            }
        }
        return decisions();
    }

    /// Where a decision between both sides put a display other than its last event says, the merging is an event of its own.
    Status decisions()
    {
        std::map<qint64, QString> rooms;
        for (const Room &r : m_s.home.studio().rooms()) {
            rooms[r.id] = r.name;
        }
        for (const qint64 id : m_s.placed) {
            const auto display = m_s.home.studio().display(id);
            QString room, use = QStringLiteral("restored");
            for (const DisplayEvent &e : m_s.home.studio().events(id)) {
                room = e.kind == QStringLiteral("moved") ? e.after : room;
                use = e.kind == QStringLiteral("retired") || e.kind == QStringLiteral("restored") ? e.kind : use;
            }
            std::vector<DisplayEvent> told;
            if (!room.isEmpty() && room != rooms[display->roomId]) {
                told.push_back({m_s.now, QStringLiteral("moved"), room, rooms[display->roomId]});
            }
            if ((use == QStringLiteral("retired")) != display->retired.has_value()) {
                told.push_back({m_s.now, display->retired ? QStringLiteral("retired") : QStringLiteral("restored"), {}, {}});
            }
            if (const auto added = m_s.home.studio().addEvents(id, told); !added) {
                return added.error();
            }
        }
        return Done{};
    }

    /// What was written down, and dates to be right for.
    Status written()
    {
        // Rows of displays that have the same number on both sides are told apart by their identity alone.
        std::set<QByteArray> theirs;
        Rows there = m_s.home.connection().read(QStringLiteral("SELECT identity FROM history_entry"));
        while (there.next()) {
            theirs.insert(there.bytes(0));
        }
        std::set<qint64> displays;
        Rows mine = m_s.away.connection().read(QStringLiteral("SELECT identity, display_id FROM history_entry"));
        while (mine.next()) {
            const auto home = m_s.atHome.find(mine.integer(1));
            if (home == m_s.atHome.end() || home->first != home->second || !theirs.contains(mine.bytes(0))) {
                displays.insert(mine.integer(1));
            }
        }
        for (const qint64 own : displays) {
            const auto entries = m_s.away.histories().written(own);
            const auto home = m_s.atHome.find(own);
            const int fresh = home == m_s.atHome.end() ? int(entries.size()) : m_s.home.histories().fresh(home->second, entries);
            if (fresh == 0) {
                continue;
            }
            m_s.merge.counts["history"] += fresh;
            if (const auto added = m_s.acts() ? m_s.home.histories().add(home->second, entries) : Result<int>(0); !added) {
                return added.error();
            }
        }
        return assignments();
    }

    using Dated = std::tuple<qint64, QString, qint64>; ///< when, what, of which display; 0: of all
    static std::set<Dated> assignmentsOf(Store &store)
    {
        std::set<Dated> all;
        Rows rows = store.connection().read(QStringLiteral("SELECT happens_at, name, coalesce(display_id, 0) FROM assignment"));
        while (rows.next()) {
            all.emplace(rows.integer(0), rows.text(1), rows.integer(2));
        }
        return all;
    }

    Status assignments()
    {
        const std::set<Dated> theirs = assignmentsOf(m_s.home);
        for (const auto &[at, name, display] : assignmentsOf(m_s.away)) {
            const auto known = m_s.atHome.find(display);
            const qint64 there = known == m_s.atHome.end() ? 0 : known->second;
            if ((display == 0 || there != 0) && theirs.contains({at, name, there})) {
                continue;
            }
            m_s.count("assignments");
            const DatedAssignment a{WallTime(std::chrono::seconds(at)), name.toStdString(), {}};
            if (const Status s =
                    m_s.acts() ? m_s.home.histories().addAssignment(a, there != 0 ? std::optional(there) : std::nullopt) : Status(Done{});
                !s) {
                return s;
            }
        }
        return Done{};
    }

    Status corrections()
    {
        std::set<std::string> theirs;
        for (const MatrixCorrection &c : m_s.home.aims().corrections()) {
            theirs.insert(correctionToJson(c));
        }
        for (const MatrixCorrection &c : m_s.away.aims().corrections()) {
            if (theirs.contains(correctionToJson(c))) {
                continue;
            }
            m_s.count("corrections");
            if (const Status s = m_s.acts() ? m_s.home.aims().add(c) : Status(Done{}); !s) {
                return s;
            }
        }
        return Done{};
    }

    /// Profiles that were put to use on this and other computers meanwhile, in the order in which they were.
    Status installations()
    {
        struct Installed {
            qint64 display;
            InstalledEntry entry;
        };
        std::vector<Installed> all;
        for (const qint64 own : displaysOf(m_s.away)) {
            for (const InstalledEntry &e : m_s.away.visits().installations(own)) {
                all.push_back({own, e});
            }
        }
        std::stable_sort(all.begin(), all.end(), [](const Installed &p, const Installed &q) { return p.entry.installed < q.entry.installed; });
        for (const auto &[own, e] : all) {
            const auto there = m_s.atHome.find(own);
            const auto known = there == m_s.atHome.end() ? std::vector<InstalledEntry>() : m_s.home.visits().installations(there->second);
            if (std::any_of(known.begin(), known.end(), [&entry = e](const InstalledEntry &k) {
                    return k.profile == entry.profile && k.installed == entry.installed && k.computer == entry.computer && k.output == entry.output;
                })) {
                continue;
            }
            m_s.count("installations");
            if (!m_s.acts()) {
                continue;
            }
            const auto bytes = m_s.away.visits().profileOf(e.profile);
            const Status noted =
                bytes ? m_s.home.visits().noteInstalled(there->second, bytes.value(), e.computer, e.output, e.installed) : Status(bytes.error());
            if (!noted) {
                return noted;
            }
        }
        return Done{};
    }

    MergeSides &m_s;
    const Cards &m_base;
    Cards m_mine, m_theirs; ///< as they are when the rows are merged
};

} // namespace

Status mergeRows(MergeSides &sides, const Cards &base)
{
    return RowMerging(sides, base).run();
}

} // namespace lamp::store
