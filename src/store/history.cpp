// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/history.h"

#include "store/owner.h"
#include "store/packed.h"
#include "store/schema.h"
#include "store/visits.h"

#include "measure/reading_fields.h"

#include <QDateTime>

namespace lamp::store {

namespace {

/// What each of the early versions added to the one before.
const std::vector<QStringList> &additions()
{
    static const std::vector<QStringList> all{
        {}, // version 1
        {"ALTER TABLE display ADD COLUMN note TEXT NOT NULL DEFAULT ''"},
        {"CREATE TABLE correction (id INTEGER PRIMARY KEY, made TEXT NOT NULL, correction TEXT NOT NULL)"},
        {"ALTER TABLE display ADD COLUMN screen TEXT NOT NULL DEFAULT ''"},
        {"CREATE TABLE aim (kind TEXT NOT NULL, name TEXT NOT NULL, content TEXT NOT NULL, PRIMARY KEY (kind, name)) WITHOUT ROWID"},
        {"ALTER TABLE visit ADD COLUMN owner TEXT NOT NULL DEFAULT ''", "ALTER TABLE visit ADD COLUMN lease INTEGER NOT NULL DEFAULT 0",
         "ALTER TABLE reading ADD COLUMN low_light INTEGER NOT NULL DEFAULT 0", "ALTER TABLE reading ADD COLUMN spectrum TEXT NOT NULL DEFAULT ''",
         "ALTER TABLE reading ADD COLUMN state INTEGER NOT NULL DEFAULT 0", "ALTER TABLE reading ADD COLUMN behind_r REAL",
         "ALTER TABLE reading ADD COLUMN behind_g REAL", "ALTER TABLE reading ADD COLUMN behind_b REAL",
         "ALTER TABLE reading ADD COLUMN wanted_l REAL", "ALTER TABLE reading ADD COLUMN wanted_a REAL",
         "ALTER TABLE reading ADD COLUMN wanted_b REAL"},
    };
    return all;
}

class Upgrade {
public:
    explicit Upgrade(Connection &connection) : m_c(connection), m_studio(m_c), m_aims(m_c), m_visits(m_c, m_studio, m_aims, QStringLiteral("")) {}

    Status run(int version);

private:
    Status statement(const QString &sql, const QVariantList &values = {}) { return m_c.change(sql, values, kNotBroughtUp); }
    Status refuseWhileWorkedOn();
    Status places();
    Status aims();
    Status visits();
    Status visit(const QString &id, qint64 displayId, int state, const QString &json, const QVariantList &row);
    Status unreadable(const QString &id, qint64 displayId, int state, const QString &json, const QVariantList &row);
    [[nodiscard]] std::vector<Measurement> readings(const QString &visitId);

    Connection &m_c;
    Studio m_studio;
    Aims m_aims;
    Visits m_visits;
};

Status Upgrade::run(int version)
{
    for (int v = version; v < int(additions().size()); ++v) {
        for (const QString &sql : additions()[size_t(v)]) {
            if (const Status s = statement(sql); !s) {
                return s;
            }
        }
    }
    if (const Status s = refuseWhileWorkedOn(); !s) {
        return s;
    }
    const QStringList old{"reading", "visit", "aim", "correction", "display", "room"};
    QStringList before{"DROP INDEX IF EXISTS visit_of_display"}, after;
    for (const QString &table : old) {
        before << QStringLiteral("ALTER TABLE %1 RENAME TO old_%1").arg(table);
        after << QStringLiteral("DROP TABLE old_%1").arg(table);
    }
    Status done = Done{};
    for (const QString &sql : before) {
        done = done ? statement(sql) : done;
    }
    done = done ? makeTables(m_c) : done;
    for (const auto &part : {&Upgrade::places, &Upgrade::aims, &Upgrade::visits}) {
        done = done ? (this->*part)() : done;
    }
    for (const QString &sql : after) {
        done = done ? statement(sql) : done;
    }
    // What went wrong in reading must not pass for an empty table.
    const auto problem = m_c.takeProblem();
    return done && problem ? Status(*problem) : done;
}

Status Upgrade::refuseWhileWorkedOn()
{
    Rows rows = m_c.read(QStringLiteral("SELECT owner, lease - %1 FROM visit WHERE owner <> ''").arg(m_c.dialect().nowSql()));
    while (rows.next()) {
        if (worksOn(rows.text(0), rows.integer(1))) {
            Error e = storageError(say("visit-under-way-window"));
            e.safe = say("nothing-changed");
            e.todo = say("end-visit-close-window");
            return e;
        }
    }
    return Done{};
}

Status Upgrade::places()
{
    Status done = statement(QStringLiteral("INSERT INTO room (id, studio_id, name) SELECT id, (SELECT min(id) FROM studio), name FROM old_room"));
    Rows rows = m_c.read(
        QStringLiteral("SELECT id, room_id, name, model, serial, technology, bench, cadence_days, note, screen FROM old_display ORDER BY id"));
    while (done && rows.next()) {
        const QString model = rows.text(3), serial = rows.text(4), bench = rows.text(6);
        int twin = 0;
        if (!serial.isEmpty()) {
            Rows same = m_c.read(QStringLiteral("SELECT count(*) FROM display WHERE model = ? AND serial = ?"), {model, serial});
            twin = same.next() ? int(same.integer(0)) : 0;
        }
        done = statement(
            QStringLiteral("INSERT INTO display (id, room_id, name, model, serial, twin, technology, cadence_days, note) "
                           "VALUES (?,?,?,?,?,?,?,?,?)"),
            {rows.integer(0), rows.integer(1), rows.text(2), model, serial, twin, rows.text(5), std::max<qint64>(1, rows.integer(7)), rows.text(8)});
        const QString computer = bench.startsWith(QStringLiteral("sim:")) ? QStringLiteral("") : thisComputer();
        done = done ? statement(QStringLiteral("INSERT INTO reach (display_id, computer, bench, screen) VALUES (?,?,?,?)"),
                                {rows.integer(0), computer, bench, rows.text(9)})
                    : done;
        done = done ? statement(QStringLiteral("INSERT INTO display_status (display_id) VALUES (?)"), {rows.integer(0)}) : done;
        done = done ? m_studio.refreshSearch(rows.integer(0)) : done;
    }
    return done;
}

Status Upgrade::aims()
{
    Status done = Done{};
    Rows rows = m_c.read(QStringLiteral("SELECT kind, name, content FROM old_aim"));
    while (done && rows.next()) {
        // As it stands, whether it can be read or not: aims() of the store says so.
        const QString table = rows.text(0) == QStringLiteral("target") ? QStringLiteral("target") : QStringLiteral("tolerance");
        const QByteArray content = rows.text(2).toUtf8();
        done =
            statement(QStringLiteral("INSERT INTO %1 (sha256, name, listed, content) VALUES (?, ?, 1, ?) ON CONFLICT (sha256) DO NOTHING").arg(table),
                      {sha256(content), rows.text(1), rows.text(2)});
    }
    Rows corrections = m_c.read(QStringLiteral("SELECT made, correction FROM old_correction ORDER BY id"));
    while (done && corrections.next()) {
        const auto c = correctionFromJson(corrections.text(1).toStdString());
        done = c ? m_aims.add(*c)
                 : statement(QStringLiteral("INSERT INTO correction (made_at, instrument_model, instrument_serial, technology, content) "
                                            "VALUES (?, '', '', '', ?)"),
                             {stored(fromIsoTime(corrections.text(0).toStdString())), corrections.text(1)});
    }
    return done;
}

std::vector<Measurement> Upgrade::readings(const QString &visitId)
{
    std::vector<Measurement> all;
    Rows rows =
        m_c.read(QStringLiteral("SELECT number, stage, name, mode, r, g, b, x, y, z, sx, sy, sz, integration_s, bench_s, too_dark, superseded, "
                                "low_light, spectrum, state, behind_r, behind_g, behind_b, wanted_l, wanted_a, wanted_b FROM old_reading "
                                "WHERE visit_id = ? ORDER BY number"),
                 {visitId});
    while (rows.next()) {
        Measurement m;
        m.index = int(rows.integer(0));
        m.stage = rows.text(1).toStdString();
        m.name = rows.text(2).toStdString();
        m.mode = ReadMode(rows.integer(3));
        m.rgb = {rows.real(4), rows.real(5), rows.real(6)};
        m.xyz = {rows.real(7), rows.real(8), rows.real(9)};
        m.sigma = {rows.real(10), rows.real(11), rows.real(12)};
        m.integrationS = rows.real(13);
        m.t = rows.real(14);
        m.tooDark = rows.integer(15) != 0;
        m.superseded = rows.integer(16) != 0;
        m.lowLight = rows.integer(17) != 0;
        m.spectrum = spectrumFrom(rows.text(18).toStdString());
        m.state = int(rows.integer(19));
        if (!rows.isNull(20)) {
            m.behind = Drive{rows.real(20), rows.real(21), rows.real(22)};
        }
        if (!rows.isNull(23)) {
            m.wanted = Lab{rows.real(23), rows.real(24), rows.real(25)};
        }
        all.push_back(m);
    }
    return all;
}

Status Upgrade::visits()
{
    Status done = Done{};
    // The oldest first: the last to be finished decides how its display stands.
    Rows rows =
        m_c.read(QStringLiteral("SELECT id, display_id, state, record, task, started, finished, verdict FROM old_visit ORDER BY finished, started"));
    while (done && rows.next()) {
        done = visit(rows.text(0), rows.integer(1), int(rows.integer(2)), rows.text(3), {rows.text(4), rows.text(5), rows.text(6), rows.text(7)});
    }
    return done;
}

Status Upgrade::visit(const QString &id, qint64 displayId, int state, const QString &json, const QVariantList &row)
{
    auto record = recordFromJson(json.toStdString());
    if (!record || record->id != id.toStdString()) {
        return unreadable(id, displayId, state, json, row);
    }
    record.value().readings = readings(id);
    if (VisitState(state) == VisitState::Finished) {
        return m_visits.finish(*record, displayId);
    }
    Status done = m_visits.save(*record, displayId, VisitState(state));
    for (const Measurement &m : record->readings) {
        done = done ? m_visits.addReading(id.toStdString(), m) : done;
    }
    return done;
}

Status Upgrade::unreadable(const QString &id, qint64 displayId, int state, const QString &json, const QVariantList &row)
{
    const int verdict = row[3] == QStringLiteral("pass") ? 0 : (row[3] == QStringLiteral("fail") ? 1 : 2);
    const auto visit = m_c.insert(
        QStringLiteral(
            "INSERT INTO visit (uid, display_id, state, task, effort, started_at, finished_at, verdict) VALUES (?,?,?,?,'',?,?,?) RETURNING id"),
        {id, displayId, state, row[0], stored(fromIsoTime(row[1].toString().toStdString())), stored(fromIsoTime(row[2].toString().toStdString())),
         verdict},
        kNotBroughtUp);
    if (!visit) {
        return visit.error();
    }
    Status done = statement(QStringLiteral("INSERT INTO sheet (visit_id, form, content) VALUES (?, 0, ?)"), {*visit, json.toUtf8()});
    for (const Measurement &m : readings(id)) {
        done = done ? m_visits.addReading(id.toStdString(), m) : done;
    }
    if (done && VisitState(state) == VisitState::Finished) {
        done = statement(
            QStringLiteral("UPDATE display_status SET visit_id = ?, finished_at = ?, verdict = ?, due_at = ? + 86400 * (SELECT cadence_days "
                           "FROM display WHERE id = ?) WHERE display_id = ?"),
            {*visit, stored(fromIsoTime(row[2].toString().toStdString())), verdict, stored(fromIsoTime(row[2].toString().toStdString())), displayId,
             displayId});
    }
    return done;
}

} // namespace

Status intoTables(Connection &connection, int version)
{
    return Upgrade(connection).run(version);
}

} // namespace lamp::store
