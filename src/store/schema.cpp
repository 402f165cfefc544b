// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/schema.h"

#include "store/history.h"
#include "store/studio_file.h"

#include <QDateTime>
#include <QFile>
#include <QUuid>

#include <algorithm>

namespace lamp::store {

namespace {

/// Times are whole seconds of UTC and end in _at; uncertainties are expanded: _k2 as the instrument sees it, _absolute_k2
/// against the standard observer; what is not known is NULL. Verdicts are those of judge/tolerance.h by number: 0 pass, 1 fail, 2 undecided.
/// (docs/architecture.md, "The store")
const QStringList &tables()
{
    static const QStringList all{
        "CREATE TABLE studio (id {key}, name TEXT NOT NULL, made_at {integer} NOT NULL, uid TEXT NOT NULL DEFAULT '')",
        "CREATE TABLE room (id {key}, studio_id {integer} NOT NULL REFERENCES studio(id), name TEXT NOT NULL, UNIQUE (studio_id, name))",
        "CREATE TABLE person (id {key}, role TEXT NOT NULL UNIQUE, name TEXT NOT NULL DEFAULT '')",
        "CREATE TABLE instrument (id {key}, kind TEXT NOT NULL, model TEXT NOT NULL, serial TEXT NOT NULL, made_at {integer}, "
        "certificate TEXT NOT NULL DEFAULT '', certified_at {integer}, accuracy_xy {real}, accuracy_luminance_percent {real}, "
        "note TEXT NOT NULL DEFAULT '', retired_at {integer}, UNIQUE (model, serial))",

        "CREATE TABLE display (id {key}, room_id {integer} NOT NULL REFERENCES room(id), name TEXT NOT NULL, model TEXT NOT NULL, "
        "serial TEXT NOT NULL, twin {integer} NOT NULL DEFAULT 0, technology TEXT NOT NULL, bits {integer}, role TEXT NOT NULL DEFAULT '', "
        "critical {integer} NOT NULL DEFAULT 0, cadence_days {integer} NOT NULL DEFAULT 28 CHECK (cadence_days > 0), "
        "note TEXT NOT NULL DEFAULT '', retired_at {integer}, revision {integer} NOT NULL DEFAULT 1, search TEXT NOT NULL DEFAULT '', uid TEXT NOT "
        "NULL DEFAULT '')",
        "CREATE INDEX display_in_room ON display (room_id, id)",
        // Twins are what a file of an earlier version held twice; new ones are refused.
        "CREATE UNIQUE INDEX display_identity ON display (model, serial, twin) WHERE serial <> ''",
        // Who is who in every copy: numbers are given anew in each of them, names and serials change or are missing.
        "CREATE UNIQUE INDEX display_uid ON display (uid) WHERE uid <> ''",
        "CREATE TABLE display_mode (display_id {integer} NOT NULL REFERENCES display(id), position {integer} NOT NULL, name TEXT NOT NULL, "
        "PRIMARY KEY (display_id, position))",
        // How a computer reaches a display. The command of one computer is never run on another.
        "CREATE TABLE reach (display_id {integer} NOT NULL REFERENCES display(id), computer TEXT NOT NULL, bench TEXT NOT NULL, "
        "screen TEXT NOT NULL DEFAULT '', PRIMARY KEY (display_id, computer))",
        "CREATE TABLE display_event (id {key}, display_id {integer} NOT NULL REFERENCES display(id), happened_at {integer} NOT NULL, "
        "kind TEXT NOT NULL, before TEXT NOT NULL DEFAULT '', after TEXT NOT NULL DEFAULT '')",
        "CREATE INDEX event_of_display ON display_event (display_id, happened_at)",

        // Photographs of displays; of no display: the studio's mark.
        "CREATE TABLE picture (id {key}, display_id {integer} REFERENCES display(id), added_at {integer} NOT NULL, removed_at {integer}, "
        "words TEXT NOT NULL DEFAULT '', content {bytes} NOT NULL)",
        "CREATE INDEX picture_of_display ON picture (display_id, id)",

        "CREATE TABLE correction (id {key}, made_at {integer} NOT NULL, instrument_model TEXT NOT NULL, instrument_serial TEXT NOT NULL, "
        "technology TEXT NOT NULL, residual {real}, content TEXT NOT NULL)",
        // Targets and tolerances are never changed: a visit keeps pointing at what it was judged by. Those listed are the studio's own.
        "CREATE TABLE target (id {key}, sha256 {bytes} NOT NULL UNIQUE, name TEXT NOT NULL, listed {integer} NOT NULL DEFAULT 0, "
        "content TEXT NOT NULL)",
        "CREATE TABLE tolerance (id {key}, sha256 {bytes} NOT NULL UNIQUE, name TEXT NOT NULL, listed {integer} NOT NULL DEFAULT 0, "
        "content TEXT NOT NULL)",
        "CREATE TABLE profile (id {key}, sha256 {bytes} NOT NULL UNIQUE, size {integer} NOT NULL, content {bytes} NOT NULL)",
        "CREATE TABLE ramps (id {key}, sha256 {bytes} NOT NULL UNIQUE, entries {integer} NOT NULL, content {bytes} NOT NULL)",

        "CREATE TABLE visit (id {key}, uid TEXT NOT NULL UNIQUE, display_id {integer} NOT NULL REFERENCES display(id), "
        "state {integer} NOT NULL, task TEXT NOT NULL, effort TEXT NOT NULL, started_at {integer} NOT NULL, finished_at {integer}, "
        "person_id {integer} REFERENCES person(id), instrument_id {integer} REFERENCES instrument(id), "
        "target_id {integer} REFERENCES target(id), tolerance_id {integer} REFERENCES tolerance(id), "
        "profile_id {integer} REFERENCES profile(id), checked_profile_id {integer} REFERENCES profile(id), "
        "ramps_id {integer} REFERENCES ramps(id), readings {integer} NOT NULL DEFAULT 0, verdict {integer}, room_lux {real}, "
        "white_x {real}, white_x_k2 {real}, white_x_absolute_k2 {real}, white_y {real}, white_y_k2 {real}, white_y_absolute_k2 {real}, luminance "
        "{real}, luminance_k2 {real}, luminance_absolute_k2 {real}, luminance_verdict {integer}, "
        "white_de {real}, white_de_k2 {real}, white_de_absolute_k2 {real}, white_verdict {integer}, black {real}, black_k2 {real}, black_absolute_k2 "
        "{real}, "
        "gray_mean {real}, gray_mean_k2 {real}, gray_mean_absolute_k2 {real}, gray_mean_verdict {integer}, gray_max {real}, gray_max_k2 {real}, "
        "gray_max_absolute_k2 {real}, gray_max_verdict {integer}, "
        "colour_mean {real}, colour_mean_k2 {real}, colour_mean_absolute_k2 {real}, colour_mean_verdict {integer}, "
        "colour_max {real}, colour_max_k2 {real}, colour_max_absolute_k2 {real}, colour_max_verdict {integer}, gamma {real}, gamma_k2 {real}, "
        "gamma_absolute_k2 {real}, srgb_percent {real}, "
        "gamut_volume_percent {real}, owner TEXT NOT NULL DEFAULT '', lease_until {integer} NOT NULL DEFAULT 0, "
        "revision {integer} NOT NULL DEFAULT 1)",
        "CREATE INDEX visit_of_display ON visit (display_id, started_at)",
        "CREATE INDEX visit_running ON visit (state) WHERE state = 0",
        "CREATE TABLE finding (visit_id {integer} NOT NULL REFERENCES visit(id), position {integer} NOT NULL, weight TEXT NOT NULL, "
        "code TEXT NOT NULL, arguments TEXT NOT NULL, PRIMARY KEY (visit_id, position)) {clustered}",
        "CREATE TABLE state (visit_id {integer} NOT NULL REFERENCES visit(id), number {integer} NOT NULL, mode TEXT NOT NULL, "
        "controls TEXT NOT NULL, ramps TEXT NOT NULL, ramps_id {integer} REFERENCES ramps(id), cube TEXT NOT NULL, area {real} NOT NULL, "
        "at_x {real} NOT NULL, at_y {real} NOT NULL, surround_r {real} NOT NULL, surround_g {real} NOT NULL, surround_b {real} NOT NULL, "
        "instrument TEXT NOT NULL, correction TEXT NOT NULL, PRIMARY KEY (visit_id, number)) {clustered}",
        // Drives are codes of so many bits (0: shares of 1), before the LUT and behind it; light is in cd/m², Lab relative to white, D50.
        "CREATE TABLE reading (visit_id {integer} NOT NULL REFERENCES visit(id), number {integer} NOT NULL, state_number {integer} NOT NULL, "
        "stage TEXT NOT NULL, name TEXT NOT NULL, mode {integer} NOT NULL, bits {integer} NOT NULL, r {real}, g {real}, b {real}, "
        "behind_bits {integer} NOT NULL, behind_r {real}, behind_g {real}, behind_b {real}, x {real}, y {real}, z {real}, sx {real}, sy {real}, sz "
        "{real}, "
        "wanted_l {real}, wanted_a {real}, wanted_b {real}, integration_s {real}, bench_s {real}, spectrum TEXT, "
        "low_light {integer} NOT NULL, too_dark {integer} NOT NULL, superseded {integer} NOT NULL, PRIMARY KEY (visit_id, number)) {clustered}",
        // What the worksheet shows beside the columns above. Form 1: CBOR (RFC 8949) in zlib; 0: text that could not be read.
        "CREATE TABLE sheet (visit_id {integer} PRIMARY KEY REFERENCES visit(id), form {integer} NOT NULL, content {bytes} NOT NULL)",
        "CREATE TABLE installation (id {key}, display_id {integer} NOT NULL REFERENCES display(id), profile_id {integer} NOT NULL REFERENCES "
        "profile(id), installed_at {integer} NOT NULL, removed_at {integer}, computer TEXT NOT NULL, output TEXT NOT NULL)",
        "CREATE INDEX installation_of_display ON installation (display_id, installed_at)",

        "CREATE TABLE display_status (display_id {integer} PRIMARY KEY REFERENCES display(id), visit_id {integer} REFERENCES visit(id), "
        "finished_at {integer}, verdict {integer}, due_at {integer}, white_de {real}, colour_mean {real}, colour_max {real}, "
        "drift_de {real}, drift_days {integer}, drift_at {integer})",
        // What was written down of displays elsewhere, or before; its identity is the SHA-256 of display and row, so that none is there twice.
        "CREATE TABLE history_entry (id {key}, identity {bytes} NOT NULL UNIQUE, display_id {integer} NOT NULL REFERENCES display(id), "
        "happened_at {integer} NOT NULL, hours {real}, instrument TEXT NOT NULL, task TEXT NOT NULL, target TEXT NOT NULL, brightness {real}, "
        "red {real}, green {real}, blue {real}, luminance {real}, max_luminance {real}, white_x {real}, white_y {real}, black {real}, "
        "gray_mean {real}, colour_mean {real}, colour_max {real}, srgb_percent {real}, adobe_rgb_percent {real}, event TEXT NOT NULL, "
        "note TEXT NOT NULL)",
        "CREATE INDEX history_of_display ON history_entry (display_id, happened_at)",
        // The plan as it was drawn: outlines in parts of its width, corners (JSON) and displays as shares of their
        // room's box.
        "CREATE TABLE room_outline (room_id {integer} PRIMARY KEY REFERENCES room(id), x {real} NOT NULL, y {real} NOT NULL, width {real} NOT NULL, "
        "height {real} NOT NULL, corners TEXT NOT NULL DEFAULT '')",
        "CREATE TABLE display_spot (display_id {integer} PRIMARY KEY REFERENCES display(id), room_id {integer} NOT NULL REFERENCES room(id), "
        "x {real} NOT NULL, y {real} NOT NULL)",
        // Measurements beside visits and diagnoses; said: messages as JSON. Form 1: the document in zlib; its identity is its SHA-256.
        "CREATE TABLE measurement (id {key}, identity {bytes} NOT NULL UNIQUE, display_id {integer} NOT NULL REFERENCES display(id), kind TEXT NOT "
        "NULL, finished_at {integer} NOT NULL, removed_at {integer}, instrument TEXT NOT NULL, complete {integer} NOT NULL, said TEXT NOT NULL, "
        "form {integer} NOT NULL, content {bytes} NOT NULL)",
        "CREATE INDEX measurement_of_display ON measurement (display_id, finished_at)",
        "CREATE TABLE assignment (id {key}, happens_at {integer} NOT NULL, name TEXT NOT NULL, display_id {integer} REFERENCES display(id))",

        // Who has the store open: one whose process is gone was killed, or its computer lost power.
        "CREATE TABLE at_work (owner TEXT PRIMARY KEY, opened_at {integer} NOT NULL)",
        // Which transactions came to their end, for as long as somebody may ask (Connection::transaction()).
        "CREATE TABLE done_work (uid TEXT PRIMARY KEY, done_at {integer} NOT NULL)",
    };
    return all;
}

/// From 7: what was found is a message's code and arguments, not a sentence; figures know two uncertainties.
Status bringToEight(Connection &connection)
{
    Status done = Done{};
    for (const char *figure :
         {"white_x", "white_y", "luminance", "white_de", "black", "gray_mean", "gray_max", "colour_mean", "colour_max", "gamma"}) {
        const QString column = QStringLiteral("ALTER TABLE visit ADD COLUMN %1_absolute_k2 {real}").arg(QLatin1String(figure));
        done = done ? connection.change(connection.dialect().worded(column), {}, kNotBroughtUp) : done;
    }
    return done ? connection.change(QStringLiteral("UPDATE finding SET code = 'verbatim' WHERE code = 'sentence'"), {}, kNotBroughtUp) : done;
}

/// Makes tables that a version added, with their indexes.
Status addTables(Connection &connection, const QStringList &names)
{
    Status done = Done{};
    for (const QString &definition : definitions()) {
        const bool added = std::any_of(names.begin(), names.end(), [&](const QString &name) {
            return definition.startsWith(QStringLiteral("CREATE TABLE %1 (").arg(name)) || definition.contains(QStringLiteral(" ON %1 (").arg(name));
        });
        done = done && added ? connection.change(connection.dialect().worded(definition), {}, kNotBroughtUp) : done;
    }
    return done;
}

/// Gives studio and displays of earlier versions identities. A copy that was made before gives the same ones: they come from what does not change.
Status giveIdentities(Connection &connection)
{
    static const QUuid kSpace(QStringLiteral("{7d6b0f6e-5c0e-4c0b-9a54-1f0c5a7e2d11}")); // made once, for this
    const auto identity = [](const QString &of) { return QUuid::createUuidV5(kSpace, of).toString(QUuid::Id128); };
    std::vector<std::pair<qint64, QString>> studios, displays;
    {
        Rows rows = connection.read(QStringLiteral("SELECT id, made_at FROM studio WHERE uid = ''"));
        while (rows.next()) {
            studios.emplace_back(rows.integer(0), identity(QStringLiteral("studio %1").arg(rows.integer(1))));
        }
    }
    {
        Rows rows = connection.read(QStringLiteral("SELECT d.id, (SELECT min(made_at) FROM studio), (SELECT coalesce(min(e.happened_at), 0) FROM "
                                                   "display_event e WHERE e.display_id = d.id) FROM display d WHERE d.uid = ''"));
        while (rows.next()) {
            displays.emplace_back(rows.integer(0),
                                  identity(QStringLiteral("display %1 %2 %3").arg(rows.integer(0)).arg(rows.integer(1)).arg(rows.integer(2))));
        }
    }
    Status done = Done{};
    for (const auto &[id, uid] : studios) {
        done = done ? connection.change(QStringLiteral("UPDATE studio SET uid = ? WHERE id = ?"), {uid, id}, kNotBroughtUp) : done;
    }
    for (const auto &[id, uid] : displays) {
        done = done ? connection.change(QStringLiteral("UPDATE display SET uid = ? WHERE id = ?"), {uid, id}, kNotBroughtUp) : done;
    }
    return done;
}

Status addGuards(Connection &connection)
{
    Status done = Done{};
    for (const QString &guard : connection.dialect().guards()) {
        done = done ? connection.change(guard, {}, say("studio-tables-could-not")) : done;
    }
    return done;
}

Status bringToFourteen(Connection &connection)
{
    Status done = addTables(connection, {QStringLiteral("done_work")});
    for (const char *statement :
         {"ALTER TABLE studio ADD COLUMN uid TEXT NOT NULL DEFAULT ''", "ALTER TABLE display ADD COLUMN uid TEXT NOT NULL DEFAULT ''",
          "CREATE UNIQUE INDEX display_uid ON display (uid) WHERE uid <> ''"}) {
        done = done ? connection.change(QString::fromLatin1(statement), {}, kNotBroughtUp) : done;
    }
    return done ? addGuards(connection) : done;
}

Status bringUpTables(Connection &connection, int version)
{
    if (version == 0) {
        return makeTables(connection);
    }
    if (version < kAskable) {
        return intoTables(connection, version); // the tables of today
    }
    Status done = version < 8 ? bringToEight(connection) : Status(Done{});
    if (done && version < 9) {
        done = addTables(connection, {QStringLiteral("history_entry"), QStringLiteral("assignment")});
    }
    done = done && version < 11 ? addTables(connection, {QStringLiteral("picture")}) : done;
    if (version < 12) {
        done = done ? addTables(connection, {QStringLiteral("measurement"), QStringLiteral("room_outline"), QStringLiteral("display_spot")}) : done;
    } else if (version < 13) {
        done = done ? connection.change(QStringLiteral("ALTER TABLE room_outline ADD COLUMN corners TEXT NOT NULL DEFAULT ''"), {}, kNotBroughtUp)
                    : done;
    }
    return done ? bringToFourteen(connection) : done;
}

Status bringUpFrom(Connection &connection, int version)
{
    const Status done = bringUpTables(connection, version);
    return done ? giveIdentities(connection) : done;
}

Error newer(const QString &path)
{
    Error e = storageError(say("studio-file-written-newer", path.toStdString()));
    e.todo = say("use-version-or-another");
    return e;
}

} // namespace

int schemaVersion()
{
    return 14; // 10: as 9, but a record names the lines of its worksheet; 11: pictures; 12: measurements beside visits, the plan as drawn;
               // 13: rooms of any outline; 14: identities of studio and displays, transactions that came to their end
}

const QStringList &definitions()
{
    return tables();
}

QStringList tableNames()
{
    QStringList names;
    for (const QString &definition : definitions()) {
        const QString word = definition.section(' ', 2, 2);
        if (definition.startsWith(QStringLiteral("CREATE TABLE ")) && word != QStringLiteral("at_work") && word != QStringLiteral("done_work")) {
            names << word;
        }
    }
    return names;
}

Status makeTables(Connection &connection)
{
    for (const QString &definition : definitions()) {
        const Status made = connection.change(connection.dialect().worded(definition), {}, say("studio-tables-could-not"));
        if (!made) {
            return made;
        }
    }
    if (const Status guarded = addGuards(connection); !guarded) {
        return guarded;
    }
    return connection.change(QStringLiteral("INSERT INTO studio (name, made_at, uid) VALUES (?, ?, ?)"),
                             {QStringLiteral(""), QDateTime::currentSecsSinceEpoch(), QUuid::createUuid().toString(QUuid::Id128)},
                             say("studio-could-not-stored"));
}

Result<QString> bringUp(Connection &connection, const QString &path)
{
    QSqlDatabase db = connection.database();
    const auto version = connection.dialect().version(db);
    if (!version) {
        return version.error();
    }
    if (*version > schemaVersion()) {
        return newer(path);
    }
    if (*version == schemaVersion()) {
        return QString();
    }
    QString copy;
    // A server's database is copied by the server's own means; what is brought up there is all or nothing, and only adds.
    if (*version > 0 && !isServer(path)) {
        copy = QStringLiteral("%1.version-%2").arg(path).arg(*version);
        if (QFile::exists(copy)) {
            copy += '-' + QDateTime::currentDateTimeUtc().toString(QStringLiteral("yyyyMMdd-HHmmss-zzz"));
        }
        if (const Status copied = connection.dialect().copyTo(db, copy); !copied) {
            return copied.error();
        }
    }
    const Status done = connection.transaction([&]() -> Status {
        // Another process may have done it while this one waited for its turn.
        const auto now = connection.dialect().version(db);
        if (!now || *now == schemaVersion()) {
            return now ? Status(Done{}) : now.error();
        }
        const Status place = *now == 0 ? connection.dialect().makePlace(db) : Status(Done{});
        const Status made = place ? bringUpFrom(connection, *now) : place;
        const Status whole = made ? connection.dialect().setVersion(db, schemaVersion()) : made;
        // What an earlier version's file brought beside our tables is not taken over.
        return whole && !isServer(path) ? holdSchema(connection, schemaVersion()) : whole;
    });
    return done ? Result<QString>(copy) : done.error();
}

} // namespace lamp::store
