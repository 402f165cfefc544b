// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/merging.h"
#include "store/packed.h"

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
        Status done = Done{};
        for (const auto part : {&RowMerging::visits, &RowMerging::measurements, &RowMerging::photographs, &RowMerging::written,
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
    };
    /// In the order in which they began: what a display's status says is what its last one left.
    static std::vector<VisitRow> visitsOf(Store &store)
    {
        std::vector<VisitRow> all;
        Rows rows = store.connection().read(QStringLiteral("SELECT uid, display_id, state FROM visit ORDER BY started_at, id"));
        while (rows.next()) {
            all.push_back({rows.text(0), rows.integer(1), VisitState(rows.integer(2))});
        }
        return all;
    }

    /// The state that a visit had when the copy was taken. \pre it was there
    [[nodiscard]] VisitState before(const QString &uid) const
    {
        const auto visits = m_base.find("visit");
        const auto it = visits == m_base.end() ? std::map<std::string, Card>::const_iterator() : visits->second.find(uid.toStdString());
        const bool known = visits != m_base.end() && it != visits->second.end();
        const auto state = known ? it->second.fields.find("state") : std::map<std::string, std::string>::const_iterator();
        return known && state != it->second.fields.end() ? VisitState(fromStd(state->second).toInt()) : VisitState::Finished;
    }

    Status visits()
    {
        std::map<QString, VisitState> theirs;
        for (const VisitRow &v : visitsOf(m_s.home)) {
            theirs[v.uid] = v.state;
        }
        for (const VisitRow &mine : visitsOf(m_s.away)) {
            const auto there = theirs.find(mine.uid);
            const bool known = there != theirs.end();
            // One that both have: ended in the copy only, or put aside or back there while nobody did at home.
            if (known && (mine.state == there->second || mine.state == before(mine.uid))) {
                continue;
            }
            if (known && there->second != before(mine.uid) && mine.state != VisitState::Running) {
                if (const Status s = endedTwice(mine, there->second); !s) {
                    return s;
                }
                continue;
            }
            if (mine.state == VisitState::Running) {
                ++m_s.merge.unended;
                continue;
            }
            m_s.count("visits");
            const bool whole = !known || there->second == VisitState::Running;
            const Status s = !m_s.acts() ? Status(Done{}) : whole ? bringVisit(mine) : m_s.home.visits().setState(mine.uid, mine.state);
            if (!s) {
                return s;
            }
        }
        return Done{};
    }

    /// Ended in the copy in one way and at home in another: it is asked which counts. The readings of the
    /// copy arrive either way, but for a visit that was finished at home: it has its own.
    Status endedTwice(const VisitRow &mine, VisitState theirs)
    {
        const auto named = [](VisitState state) -> std::string {
            return state == VisitState::Finished ? "finished" : (state == VisitState::SetAside ? "discarded" : "interrupted");
        };
        const auto display = m_s.away.studio().display(mine.display);
        const auto entry = m_s.away.visits().entry(mine.uid);
        const std::string name = (display ? display->name.toStdString() : std::string()) + (entry ? ", " + isoTime(entry->started) : std::string());
        const auto takes =
            takesMine(m_s, {"visit", mine.uid.toStdString(), name, "state", named(before(mine.uid)), named(mine.state), named(theirs), false});
        if (!takes) {
            return takes.error();
        }
        if (theirs != VisitState::Finished || *takes) {
            m_s.count("visits");
        }
        if (!m_s.acts()) {
            return Done{};
        }
        if (theirs == VisitState::Finished) {
            return *takes ? m_s.home.visits().setState(mine.uid, mine.state) : Status(Done{});
        }
        VisitRow arriving = mine;
        arriving.state = *takes ? mine.state : theirs;
        return bringVisit(arriving);
    }

    Status bringVisit(const VisitRow &visit)
    {
        const auto record = m_s.away.visits().record(visit.uid);
        if (!record) {
            return record.error();
        }
        const qint64 display = m_s.atHome.at(visit.display);
        store::Visits &home = m_s.home.visits();
        if (visit.state == VisitState::Finished) {
            return home.finish(record.value(), display);
        }
        // One that was set aside says nothing of the display, and keeps its readings all the same.
        std::set<int> there;
        if (const auto known = home.entry(visit.uid) ? home.record(visit.uid) : Result<VisitRecord>(Error{})) {
            for (const Measurement &m : known->readings) {
                there.insert(m.index);
            }
        }
        Status done = home.save(record.value(), display, VisitState::Running);
        for (const Measurement &m : record->readings) {
            done = done && !there.contains(m.index) ? home.addReading(record->id, m, record->states) : done;
        }
        return done ? home.setState(visit.uid, VisitState::SetAside) : done;
    }

    Status measurements()
    {
        std::set<QByteArray> theirs;
        Rows there = m_s.home.connection().read(QStringLiteral("SELECT identity FROM measurement"));
        while (there.next()) {
            theirs.insert(there.bytes(0));
        }
        struct New {
            qint64 id, display;
            bool removed;
        };
        std::vector<New> all;
        {
            Rows rows = m_s.away.connection().read(QStringLiteral("SELECT id, identity, display_id, removed_at FROM measurement ORDER BY id"));
            while (rows.next()) {
                if (!theirs.contains(rows.bytes(1))) {
                    all.push_back({rows.integer(0), rows.integer(2), !rows.isNull(3)});
                }
            }
        }
        for (const New &m : all) {
            m_s.count("measurements");
            if (!m_s.acts()) {
                continue;
            }
            const auto document = m_s.away.measurements().document(m.id);
            const auto added =
                document ? m_s.home.measurements().add(*document, m_s.atHome.at(m.display)) : Result<qint64>(storageError(say("along-damaged")));
            const Status put = added && m.removed ? m_s.home.measurements().setRemoved(added.value(), true, m_s.now) : Status(Done{});
            if (!added || !put) {
                return added ? put : Status(added.error());
            }
        }
        return Done{};
    }

    /// Photographs by display, time and content.
    static std::map<std::tuple<qint64, qint64, QByteArray>, std::pair<qint64, QString>> photographsOf(Store &store)
    {
        std::map<std::tuple<qint64, qint64, QByteArray>, std::pair<qint64, QString>> all;
        Rows rows = store.connection().read(QStringLiteral("SELECT id, display_id, added_at, content, words FROM picture "
                                                           "WHERE display_id IS NOT NULL AND removed_at IS NULL ORDER BY id"));
        while (rows.next()) {
            all[{rows.integer(1), rows.integer(2), sha256(rows.bytes(3))}] = {rows.integer(0), rows.text(4)};
        }
        return all;
    }

    Status photographs()
    {
        // One that was put away at home since stays away: it is asked for with the others there.
        std::set<std::tuple<qint64, qint64>> putAway;
        {
            Rows rows = m_s.home.connection().read(
                QStringLiteral("SELECT display_id, added_at FROM picture WHERE display_id IS NOT NULL AND removed_at IS NOT NULL"));
            while (rows.next()) {
                putAway.emplace(rows.integer(0), rows.integer(1));
            }
        }
        const auto theirs = photographsOf(m_s.home);
        for (const auto &[which, what] : photographsOf(m_s.away)) {
            const auto &[display, added, hash] = which;
            const auto there = m_s.atHome.find(display);
            const qint64 homeDisplay = there == m_s.atHome.end() ? 0 : there->second;
            if (theirs.contains({homeDisplay, added, hash}) || putAway.contains({homeDisplay, added})) {
                continue;
            }
            m_s.count("photographs");
            if (m_s.acts()) {
                const auto kept =
                    m_s.home.pictures().add(homeDisplay, m_s.away.pictures().content(what.first), what.second, WallTime(std::chrono::seconds(added)));
                if (!kept) {
                    return kept.error();
                }
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
                if (e.installed >= m_s.along.at) {
                    all.push_back({own, e});
                }
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
};

} // namespace

Status mergeRows(MergeSides &sides, const Cards &base)
{
    return RowMerging(sides, base).run();
}

} // namespace lamp::store
