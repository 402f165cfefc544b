// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/visits.h"

#include "store/owner.h"

#include <limits>

namespace lamp::store {

namespace {

const Message kNotStored = say("visit-could-not-stored");

Error ownedByAnother()
{
    return {ErrorKind::Input, say("visit-worked-another-window"), say("nothing-changed-from-here"), say("go-or-close-window"), "owned", false};
}

Error notThere(const QString &visitId)
{
    return storageError(say("visit-gone", visitId.toStdString()));
}

/// Of an act that changes one visit which this owner holds.
Status owned(const Result<int> &changed)
{
    if (!changed) {
        return changed.error();
    }
    return *changed > 0 ? Status(Done{}) : Status(ownedByAnother());
}

VisitFigures figuresFrom(const Rows &rows, int column)
{
    VisitFigures f;
    const auto verdict = [&](int at) { return rows.isNull(at) ? std::nullopt : std::optional(Verdict(std::clamp<qint64>(rows.integer(at), 0, 2))); };
    const auto plain = [&](Figure &figure) {
        figure.value = rows.maybeReal(column++);
        figure.k2 = rows.maybeReal(column++);
        figure.absoluteK2 = rows.maybeReal(column++);
    };
    const auto judged = [&](Figure &figure) {
        plain(figure);
        figure.verdict = verdict(column++);
    };
    plain(f.whiteX);
    plain(f.whiteY);
    judged(f.luminance);
    judged(f.white);
    plain(f.black);
    for (Figure *figure : {&f.grayMean, &f.grayMax, &f.colourMean, &f.colourMax}) {
        judged(*figure);
    }
    plain(f.gamma);
    f.srgbPercent = rows.maybeReal(column++);
    f.volumePercent = rows.maybeReal(column++);
    return f;
}

const QString kEntryColumns = QStringLiteral("uid, display_id, state, started_at, finished_at, task, verdict, readings, owner, lease_until - %1, ");
constexpr int kEntryFields = 10;

} // namespace

std::map<qint64, Tolerance> Visits::judgedBy() const
{
    std::map<qint64, qint64> last; // of each display the tolerance's number
    {
        Rows rows = m_connection.read(
            QStringLiteral("SELECT display_id, tolerance_id FROM visit WHERE state = ? AND tolerance_id IS NOT NULL ORDER BY finished_at, id"),
            {int(VisitState::Finished)});
        while (rows.next()) {
            last[rows.integer(0)] = rows.integer(1);
        }
    }
    std::map<qint64, Tolerance> known;
    Rows rows = m_connection.read(QStringLiteral("SELECT id, content FROM tolerance"));
    while (rows.next()) {
        if (const auto tolerance = toleranceFromJson(rows.text(1).toStdString())) {
            known[rows.integer(0)] = *tolerance;
        }
    }
    std::map<qint64, Tolerance> all;
    for (const auto &[display, tolerance] : last) {
        if (const auto it = known.find(tolerance); it != known.end()) {
            all[display] = it->second;
        }
    }
    return all;
}

/// The figures' columns, in the order in which figuresFrom() reads and valuesOf() (visit_rows.cpp) gives them.
const QString kFigureColumns = QStringLiteral(
    "white_x, white_x_k2, white_x_absolute_k2, white_y, white_y_k2, white_y_absolute_k2, luminance, luminance_k2, luminance_absolute_k2, "
    "luminance_verdict, white_de, white_de_k2, white_de_absolute_k2, white_verdict, black, black_k2, black_absolute_k2, "
    "gray_mean, gray_mean_k2, gray_mean_absolute_k2, gray_mean_verdict, gray_max, gray_max_k2, gray_max_absolute_k2, gray_max_verdict, colour_mean, "
    "colour_mean_k2, colour_mean_absolute_k2, colour_mean_verdict, "
    "colour_max, colour_max_k2, colour_max_absolute_k2, colour_max_verdict, gamma, gamma_k2, gamma_absolute_k2, srgb_percent, gamut_volume_percent");

Status Visits::save(const VisitRecord &record, qint64 displayId, VisitState state)
{
    return m_connection.transaction([&]() -> Status {
        const auto visit = write(record, displayId, state);
        return visit ? Status(Done{}) : visit.error();
    });
}

Status Visits::addReading(const std::string &visitId, const Measurement &m, const States &states)
{
    return m_connection.transaction(
        [&]() -> Status {
            // Only while the visit is this owner's: two that write into one visit would drop each other's readings.
            const auto visit = keyOf(fromStd(visitId));
            if (!visit) {
                return notThere(fromStd(visitId));
            }
            const Status mine = owned(m_connection.write(QStringLiteral("UPDATE visit SET readings = readings + 1 WHERE id = ? AND owner = ?"),
                                                         {*visit, m_owner}, kNotStored));
            const Status state = mine ? writeStates(*visit, states) : mine;
            return state ? insertReading(*visit, m) : state;
        },
        false); // no list shows single readings
}

Status Visits::finish(const VisitRecord &record, qint64 displayId, const std::optional<MatrixCorrection> &made)
{
    return m_connection.transaction([&]() -> Status {
        const auto visit = write(record, displayId, VisitState::Finished, true);
        if (!visit) {
            return visit.error();
        }
        std::vector<bool> there;
        {
            Rows rows = m_connection.read(QStringLiteral("SELECT number FROM reading WHERE visit_id = ?"), {*visit});
            while (rows.next()) {
                const auto number = size_t(std::max<qint64>(0, rows.integer(0)));
                there.resize(std::max(there.size(), number + 1));
                there[number] = true;
            }
        }
        for (const Measurement &m : record.readings) {
            const auto number = size_t(std::max(0, m.index));
            if (const Status s = number < there.size() && there[number] ? Status(Done{}) : insertReading(*visit, m); !s) {
                return s;
            }
        }
        const Status counted =
            m_connection.change(QStringLiteral("UPDATE visit SET readings = (SELECT count(*) FROM reading WHERE visit_id = visit.id) WHERE id = ?"),
                                {*visit}, kNotStored);
        return counted && made ? m_aims.add(*made) : counted;
    });
}

Status Visits::take(const QString &visitId)
{
    return m_connection.transaction([&]() -> Status {
        QString before;
        {
            Rows rows = m_connection.read(
                QStringLiteral("SELECT owner, lease_until - %1 FROM visit WHERE uid = ?").arg(m_connection.dialect().nowSql()), {visitId});
            if (!rows.next()) {
                return notThere(visitId);
            }
            before = rows.text(0);
            if (before != m_owner && worksOn(before, rows.integer(1))) {
                return ownedByAnother();
            }
        }
        return owned(m_connection.write(QStringLiteral("UPDATE visit SET owner = ?, lease_until = %1 + ?, state = ?, revision = revision + 1 "
                                                       "WHERE uid = ? AND owner = ?")
                                            .arg(m_connection.dialect().nowSql()),
                                        {m_owner, kLeaseS, int(VisitState::Running), visitId, before}, say("visit-could-not-taken")));
    });
}

Status Visits::renewLease(const QString &visitId, const QString &owner)
{
    return m_connection.transaction(
        [&] {
            return m_connection.change(
                QStringLiteral("UPDATE visit SET lease_until = %1 + ? WHERE uid = ? AND owner = ?").arg(m_connection.dialect().nowSql()),
                {kLeaseS, visitId, owner}, kNotStored);
        },
        false);
}

Status Visits::release(const QString &visitId)
{
    return m_connection.change(QStringLiteral("UPDATE visit SET owner = '', lease_until = 0 WHERE uid = ? AND owner = ?"), {visitId, m_owner},
                               kNotStored);
}

Status Visits::setState(const QString &visitId, VisitState state)
{
    const auto done =
        m_connection.write(QStringLiteral("UPDATE visit SET state = ?, revision = revision + 1 WHERE uid = ?"), {int(state), visitId}, kNotStored);
    return done && *done == 0 ? Status(notThere(visitId)) : (done ? Status(Done{}) : done.error());
}

std::vector<VisitEntry> Visits::where(const QString &condition, const QVariantList &values, Page page) const
{
    std::vector<VisitEntry> all;
    Rows rows = m_connection.read(QStringLiteral("SELECT %1 FROM visit WHERE %2 ORDER BY started_at DESC, id DESC LIMIT ? OFFSET ?")
                                      .arg(kEntryColumns.arg(m_connection.dialect().nowSql()) + kFigureColumns, condition),
                                  values + QVariantList{page.count < 0 ? std::numeric_limits<int>::max() : page.count, page.offset});
    while (rows.next()) {
        VisitEntry v;
        v.id = rows.text(0);
        v.displayId = rows.integer(1);
        v.state = VisitState(std::clamp<qint64>(rows.integer(2), 0, 2));
        v.started = rows.time(3).value_or(WallTime{});
        v.finished = rows.time(4).value_or(WallTime{});
        v.task = taskFromName(rows.text(5).toStdString()).value_or(Task::Full);
        v.verdict = rows.isNull(6) ? Verdict::Undecided : Verdict(std::clamp<qint64>(rows.integer(6), 0, 2));
        v.readings = int(rows.integer(7));
        v.worked = worksOn(rows.text(8), rows.integer(9));
        v.figures = figuresFrom(rows, kEntryFields);
        all.push_back(v);
    }
    return all;
}

std::vector<VisitEntry> Visits::of(qint64 displayId, Page page) const
{
    return where(QStringLiteral("display_id = ?"), {displayId}, page);
}

std::optional<VisitEntry> Visits::entry(const QString &visitId) const
{
    const auto all = where(QStringLiteral("uid = ?"), {visitId}, {});
    return all.empty() ? std::nullopt : std::optional(all.front());
}

std::vector<VisitEntry> Visits::interrupted() const
{
    std::vector<VisitEntry> all = where(QStringLiteral("state = 0"), {}, {});
    std::erase_if(all, [](const VisitEntry &v) { return v.worked; });
    return all;
}

std::optional<VisitEntry> Visits::workedOn(qint64 displayId) const
{
    for (const VisitEntry &v : where(QStringLiteral("display_id = ? AND state = 0"), {displayId}, {})) {
        if (v.worked) {
            return v;
        }
    }
    return std::nullopt;
}

std::optional<qint64> Visits::keyOf(const QString &visitId) const
{
    Rows rows = m_connection.read(QStringLiteral("SELECT id FROM visit WHERE uid = ?"), {visitId});
    return rows.next() ? std::optional(rows.integer(0)) : std::nullopt;
}

Status Visits::noteInstalled(qint64 displayId, const Bytes &profile, const QString &computer, const QString &output, WallTime now)
{
    const Message what = say("profile-installed-could-not");
    return m_connection.transaction([&]() -> Status {
        const auto id = profileId(profile);
        if (!id) {
            return id.error();
        }
        const auto off =
            m_connection.write(QStringLiteral("UPDATE installation SET removed_at = ? WHERE computer = ? AND output = ? AND removed_at IS NULL "
                                              "AND installed_at <= ?"),
                               {stored(now), stored(computer), stored(output), stored(now)}, what);
        const auto on =
            // One that is told late, from a copy of the studio, was in use until the next.
            m_connection.write(QStringLiteral("INSERT INTO installation (display_id, profile_id, installed_at, removed_at, computer, output) VALUES "
                                              "(?, ?, ?, (SELECT min(i.installed_at) FROM installation i WHERE i.computer = ? AND i.output = ? AND "
                                              "i.installed_at > ?), ?, ?)"),
                               {displayId, *id, stored(now), stored(computer), stored(output), stored(now), stored(computer), stored(output)}, what);
        return off && on ? Status(Done{}) : (off ? on.error() : off.error());
    });
}

Result<Bytes> Visits::profileOf(const QString &hash) const
{
    Rows rows = m_connection.read(QStringLiteral("SELECT id FROM profile WHERE sha256 = ?"), {QByteArray::fromHex(hash.toLatin1())});
    return profile(rows.next() ? rows.integer(0) : 0);
}

std::vector<InstalledEntry> Visits::installations(qint64 displayId) const
{
    std::vector<InstalledEntry> all;
    Rows rows =
        m_connection.read(QStringLiteral("SELECT i.display_id, p.sha256, i.installed_at, i.removed_at, i.computer, i.output FROM installation i "
                                         "JOIN profile p ON p.id = i.profile_id WHERE i.display_id = ? ORDER BY i.installed_at DESC, i.id DESC"),
                          {displayId});
    while (rows.next()) {
        all.push_back({rows.integer(0), QString::fromLatin1(rows.bytes(1).toHex()), *rows.time(2), rows.time(3), rows.text(4), rows.text(5)});
    }
    return all;
}

} // namespace lamp::store
