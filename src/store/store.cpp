// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/store.h"

#include "measure/reading_fields.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QStandardPaths>
#include <QSysInfo>
#include <QUuid>
#include <QVariant>

#include <algorithm>
#include <set>
#include <utility>

namespace lamp {

namespace {

/// Each entry takes the schema from the version before to its own; applied in order, each in one transaction.
const std::vector<QStringList> &migrations()
{
    static const std::vector<QStringList> steps{
        {
            "CREATE TABLE room (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE)",
            "CREATE TABLE display (id INTEGER PRIMARY KEY, room_id INTEGER NOT NULL REFERENCES room(id), name TEXT NOT NULL, model TEXT NOT NULL, "
            "serial TEXT NOT NULL, technology TEXT NOT NULL, bench TEXT NOT NULL, cadence_days INTEGER NOT NULL DEFAULT 28 CHECK (cadence_days > 0))",
            "CREATE TABLE visit (id TEXT PRIMARY KEY, display_id INTEGER NOT NULL REFERENCES display(id), state INTEGER NOT NULL, task TEXT NOT "
            "NULL, "
            "started TEXT NOT NULL, finished TEXT NOT NULL, verdict TEXT NOT NULL, record TEXT NOT NULL)",
            "CREATE INDEX visit_of_display ON visit(display_id, finished)",
            "CREATE TABLE reading (visit_id TEXT NOT NULL REFERENCES visit(id), number INTEGER NOT NULL, stage TEXT NOT NULL, name TEXT NOT NULL, "
            "mode INTEGER NOT NULL, r REAL, g REAL, b REAL, x REAL, y REAL, z REAL, sx REAL, sy REAL, sz REAL, integration_s REAL, bench_s REAL, "
            "too_dark INTEGER, superseded INTEGER, PRIMARY KEY (visit_id, number)) WITHOUT ROWID",
        },
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
    return steps;
}

Error storageError(const QString &what, const QSqlError &error = {})
{
    QString text = what;
    if (error.isValid()) {
        text += QStringLiteral(" (%1)").arg(error.text().trimmed());
    }
    return {ErrorKind::Storage,
            text.toStdString(),
            "What was stored before is untouched.",
            "Check that the disk has room and the folder can be written to.",
            "store",
            false};
}

Status run(QSqlQuery &query, const QString &what)
{
    if (!query.exec()) {
        return storageError(what, query.lastError());
    }
    return Done{};
}

QString text(WallTime t)
{
    return QString::fromStdString(isoTime(t));
}

WallTime time(const QVariant &v)
{
    return fromIsoTime(v.toString().toStdString());
}

Verdict verdictFrom(const QString &name)
{
    return name == "pass" ? Verdict::Pass : (name == "fail" ? Verdict::Fail : Verdict::Undecided);
}

} // namespace

namespace {

constexpr qint64 kLeaseS = 120; ///< how long a visit is believed to be worked on without a word from another computer

/// When a process began, in ticks of the machine: with its number it is unique until the machine starts anew.
QString startOf(qint64 process)
{
    QFile f(QStringLiteral("/proc/%1/stat").arg(process));
    // Behind the last bracket, which ends the process's name, the twentieth field.
    const QByteArray all = f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
    const QList<QByteArray> fields = all.mid(all.lastIndexOf(')') + 2).split(' ');
    return fields.size() > 19 ? QString::fromLatin1(fields[19]) : QString();
}

QString machine()
{
    QFile boot(QStringLiteral("/proc/sys/kernel/random/boot_id"));
    return QSysInfo::machineHostName() + '/' + (boot.open(QIODevice::ReadOnly) ? QString::fromLatin1(boot.readAll().trimmed()) : QString());
}

QString newOwner()
{
    const qint64 own = QCoreApplication::applicationPid();
    return QStringLiteral("%1|%2|%3|%4").arg(machine()).arg(own).arg(startOf(own), QUuid::createUuid().toString(QUuid::WithoutBraces));
}

/// Whether somebody may still work on a visit: on this computer the process tells, on others the lease.
bool worksOn(const QString &owner, qint64 lease)
{
    const QStringList parts = owner.split('|');
    if (parts.size() != 4) {
        return false;
    }
    if (parts[0] == machine()) {
        return !parts[2].isEmpty() && startOf(parts[1].toLongLong()) == parts[2];
    }
    return lease > QDateTime::currentSecsSinceEpoch();
}

Error ownedByAnother()
{
    return {ErrorKind::Input,
            "This visit is worked on in another window.",
            "Nothing of it was changed from here.",
            "Go on with it there, or close that window first.",
            "owned",
            false};
}

} // namespace

Store::Store(QString path) : m_path(std::move(path)), m_connection(QUuid::createUuid().toString(QUuid::WithoutBraces)), m_owner(newOwner()) {}

bool Store::ran(bool good, const QSqlError &error) const
{
    if (!good && !m_problem) {
        m_problem = storageError(QStringLiteral("The studio's file %1 cannot be read.").arg(m_path), error);
    }
    return good;
}

std::optional<Error> Store::takeProblem() const
{
    return std::exchange(m_problem, std::nullopt);
}

Status Store::inTransaction(const std::function<Status()> &work)
{
    QSqlDatabase db = database();
    if (!db.transaction()) {
        return storageError(QStringLiteral("The studio's file %1 cannot be written to.").arg(m_path), db.lastError());
    }
    Status done = work();
    if (done && !db.commit()) {
        done = storageError(QStringLiteral("The studio's file %1 cannot be written to.").arg(m_path), db.lastError());
    }
    if (!done) {
        db.rollback();
    }
    return done;
}

Store::~Store()
{
    if (QSqlDatabase::contains(m_connection)) {
        database().close();
        QSqlDatabase::removeDatabase(m_connection);
    }
}

QSqlDatabase Store::database() const
{
    return QSqlDatabase::database(m_connection);
}

int Store::schemaVersion()
{
    return int(migrations().size());
}

Result<std::unique_ptr<Store>> Store::open(const QString &path)
{
    if (!QDir().mkpath(QFileInfo(path).absolutePath())) {
        return storageError(QStringLiteral("The folder for %1 cannot be made.").arg(path));
    }
    std::unique_ptr<Store> store(new Store(path));
    const Status connected = store->connect();
    if (connected) {
        if (const Status s = store->migrate(); !s) {
            return s.error();
        }
        return store;
    }
    if (connected.error().code != "damaged") {
        return connected.error();
    }
    // Keep the damaged file with its log under another name; begin a new one.
    store.reset();
    const QString stamp = QDateTime::currentDateTimeUtc().toString(QStringLiteral("yyyyMMdd-HHmmss"));
    const QString aside = path + QStringLiteral(".damaged-") + stamp;
    if (QFile::exists(aside) || !QFile::rename(path, aside)) {
        return storageError(QStringLiteral("The studio's file %1 is damaged and cannot be set aside.").arg(path));
    }
    for (const char *suffix : {"-wal", "-shm"}) {
        if (QFile::exists(path + suffix)) {
            QFile::rename(path + suffix, aside + suffix);
        }
    }
    auto fresh = open(path);
    if (fresh) {
        fresh.value()->m_movedAside = aside;
    }
    return fresh;
}

Status Store::connect()
{
    QSqlDatabase db = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), m_connection);
    db.setDatabaseName(m_path);
    db.setConnectOptions(QStringLiteral("QSQLITE_BUSY_TIMEOUT=5000"));
    const bool existed = QFileInfo::exists(m_path) && QFileInfo(m_path).size() > 0;
    const auto damaged = [&](const QSqlError &e) {
        Error error = storageError(QStringLiteral("The studio's file %1 is damaged.").arg(m_path), e);
        error.code = "damaged";
        return error;
    };
    if (!db.open()) {
        return storageError(QStringLiteral("The studio's file %1 cannot be opened.").arg(m_path), db.lastError());
    }
    QSqlQuery query(db);
    if (existed) {
        if (!query.exec(QStringLiteral("PRAGMA quick_check")) || !query.next() || query.value(0).toString() != "ok") {
            return damaged(query.lastError());
        }
        query.finish();
    }
    for (const char *pragma : {"PRAGMA journal_mode=WAL", "PRAGMA synchronous=NORMAL", "PRAGMA foreign_keys=ON"}) {
        if (!query.exec(QString::fromLatin1(pragma))) {
            return storageError(QStringLiteral("The studio's file %1 cannot be written to.").arg(m_path), query.lastError());
        }
    }
    return Done{};
}

Status Store::migrate()
{
    QSqlDatabase db = database();
    QSqlQuery query(db);
    if (!query.exec(QStringLiteral("PRAGMA user_version")) || !query.next()) {
        return storageError(QStringLiteral("The studio's file %1 cannot be read.").arg(m_path), query.lastError());
    }
    const int version = query.value(0).toInt();
    query.finish();
    if (version > schemaVersion()) {
        Error e = storageError(QStringLiteral("The studio's file %1 was written by a newer version of the program.").arg(m_path));
        e.todo = "Use that version, or another file.";
        return e;
    }
    for (int v = version; v < schemaVersion(); ++v) {
        db.transaction();
        for (const QString &statement : migrations()[size_t(v)]) {
            if (!query.exec(statement)) {
                const QSqlError error = query.lastError();
                db.rollback();
                return storageError(QStringLiteral("The studio's file %1 could not be brought to version %2.").arg(m_path).arg(v + 1), error);
            }
        }
        query.exec(QStringLiteral("PRAGMA user_version = %1").arg(v + 1));
        if (!db.commit()) {
            return storageError(QStringLiteral("The studio's file %1 could not be brought to version %2.").arg(m_path).arg(v + 1), db.lastError());
        }
    }
    return Done{};
}

Result<qint64> Store::addRoom(const QString &name)
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral("INSERT INTO room (name) VALUES (?)"));
    q.addBindValue(name);
    if (const Status s = run(q, QStringLiteral("The room could not be stored.")); !s) {
        return s.error();
    }
    return q.lastInsertId().toLongLong();
}

Result<qint64> Store::addDisplay(const DisplayEntry &d)
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral(
        "INSERT INTO display (room_id, name, model, serial, technology, bench, cadence_days, note, screen) VALUES (?,?,?,?,?,?,?,?,?)"));
    // A null QString would be stored as NULL; empty is what is meant.
    const auto filled = [](const QString &s) { return QVariant(s.isNull() ? QStringLiteral("") : s); };
    for (const QVariant &v : {QVariant(d.roomId), filled(d.name), filled(d.model), filled(d.serial), filled(d.technology), filled(d.bench),
                              QVariant(d.cadenceDays), filled(d.note), filled(d.screen)}) {
        q.addBindValue(v);
    }
    if (const Status s = run(q, QStringLiteral("The display could not be stored.")); !s) {
        return s.error();
    }
    return q.lastInsertId().toLongLong();
}

std::vector<Room> Store::rooms() const
{
    std::vector<Room> all;
    QSqlQuery q(database());
    ran(q.exec(QStringLiteral("SELECT id, name FROM room ORDER BY id")), q.lastError());
    while (q.next()) {
        all.push_back({q.value(0).toLongLong(), q.value(1).toString()});
    }
    return all;
}

std::vector<DisplayEntry> Store::displays() const
{
    std::vector<DisplayEntry> all;
    QSqlQuery q(database());
    ran(q.exec(QStringLiteral(
            "SELECT id, room_id, name, model, serial, technology, bench, cadence_days, note, screen FROM display ORDER BY room_id, id")),
        q.lastError());
    while (q.next()) {
        all.push_back({q.value(0).toLongLong(), q.value(1).toLongLong(), q.value(2).toString(), q.value(3).toString(), q.value(4).toString(),
                       q.value(5).toString(), q.value(6).toString(), q.value(7).toInt(), q.value(8).toString(), q.value(9).toString()});
    }
    return all;
}

std::optional<DisplayEntry> Store::display(qint64 id) const
{
    for (const DisplayEntry &d : displays()) {
        if (d.id == id) {
            return d;
        }
    }
    return std::nullopt;
}

Status Store::setCadence(qint64 displayId, int days)
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral("UPDATE display SET cadence_days = ? WHERE id = ?"));
    q.addBindValue(days);
    q.addBindValue(displayId);
    return run(q, QStringLiteral("The interval could not be stored."));
}

Status Store::saveVisit(const VisitRecord &record, qint64 displayId, VisitState state)
{
    const bool running = state == VisitState::Running;
    QSqlQuery q(database());
    q.prepare(QStringLiteral(
        "INSERT INTO visit (id, display_id, state, task, started, finished, verdict, record, owner, lease) VALUES (?,?,?,?,?,?,?,?,?,?) "
        "ON CONFLICT(id) DO UPDATE SET state=excluded.state, finished=excluded.finished, verdict=excluded.verdict, record=excluded.record, "
        "owner=excluded.owner, lease=excluded.lease WHERE visit.owner = ? OR visit.owner = ''"));
    q.addBindValue(QString::fromStdString(record.id));
    q.addBindValue(displayId);
    q.addBindValue(int(state));
    q.addBindValue(QString::fromStdString(taskName(record.plan.task)));
    q.addBindValue(text(record.started));
    q.addBindValue(text(record.finished));
    q.addBindValue(QString::fromStdString(verdictName(record.verdict)));
    q.addBindValue(QString::fromStdString(recordToJson(record)));
    q.addBindValue(running ? m_owner : QStringLiteral(""));
    q.addBindValue(running ? QDateTime::currentSecsSinceEpoch() + kLeaseS : 0);
    q.addBindValue(m_owner);
    const Status s = run(q, QStringLiteral("The visit could not be stored."));
    return s && q.numRowsAffected() == 0 ? Status(ownedByAnother()) : s;
}

Status Store::insertReading(const QString &visitId, const Measurement &m, bool owned)
{
    QSqlQuery q(database());
    const QString columns =
        QStringLiteral("visit_id, number, stage, name, mode, r, g, b, x, y, z, sx, sy, sz, integration_s, bench_s, too_dark, superseded, "
                       "low_light, spectrum, state, behind_r, behind_g, behind_b, wanted_l, wanted_a, wanted_b");
    // Only while the visit is this object's: two that write into one visit would drop each other's readings.
    q.prepare(QStringLiteral("INSERT INTO reading (%1) SELECT ?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,? WHERE %2")
                  .arg(columns, owned ? QStringLiteral("EXISTS (SELECT 1 FROM visit WHERE id = ? AND owner = ?)") : QStringLiteral("1 = 1")));
    q.addBindValue(visitId);
    q.addBindValue(m.index);
    q.addBindValue(QString::fromStdString(m.stage));
    q.addBindValue(QString::fromStdString(m.name));
    q.addBindValue(int(m.mode));
    for (const double v : {m.rgb.a, m.rgb.b, m.rgb.c, m.xyz.a, m.xyz.b, m.xyz.c, m.sigma.a, m.sigma.b, m.sigma.c, m.integrationS, m.t}) {
        q.addBindValue(v);
    }
    q.addBindValue(m.tooDark);
    q.addBindValue(m.superseded);
    q.addBindValue(m.lowLight);
    q.addBindValue(m.spectrum ? QString::fromStdString(spectrumText(*m.spectrum)) : QStringLiteral(""));
    q.addBindValue(m.state);
    for (int c = 0; c < 3; ++c) {
        q.addBindValue(m.behind ? QVariant((*m.behind)[c]) : QVariant());
    }
    for (int c = 0; c < 3; ++c) {
        q.addBindValue(m.wanted ? QVariant((*m.wanted)[c]) : QVariant());
    }
    if (owned) {
        q.addBindValue(visitId);
        q.addBindValue(m_owner);
    }
    const Status s = run(q, QStringLiteral("Reading %1 could not be stored.").arg(m.index));
    return s && q.numRowsAffected() == 0 ? Status(ownedByAnother()) : s;
}

Status Store::addReading(const std::string &visitId, const Measurement &m)
{
    return insertReading(QString::fromStdString(visitId), m, true);
}

Status Store::finishVisit(const VisitRecord &record, qint64 displayId, const std::optional<MatrixCorrection> &made)
{
    return inTransaction([&]() -> Status {
        if (const Status s = saveVisit(record, displayId, VisitState::Finished); !s) {
            return s;
        }
        const QString id = QString::fromStdString(record.id);
        QSqlQuery q(database());
        q.prepare(QStringLiteral("SELECT number FROM reading WHERE visit_id = ?"));
        q.addBindValue(id);
        if (const Status s = run(q, QStringLiteral("The readings of the visit could not be read.")); !s) {
            return s;
        }
        std::set<int> there;
        while (q.next()) {
            there.insert(q.value(0).toInt());
        }
        for (const Measurement &m : record.readings) {
            const Status s = there.contains(m.index) ? Status(Done{}) : insertReading(id, m, false);
            if (!s) {
                return s;
            }
        }
        return made ? addCorrection(*made) : Status(Done{});
    });
}

Status Store::takeVisit(const QString &visitId)
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral("SELECT owner, lease FROM visit WHERE id = ?"));
    q.addBindValue(visitId);
    if (!q.exec() || !q.next()) {
        return storageError(QStringLiteral("The visit %1 is not there.").arg(visitId), q.lastError());
    }
    const QString before = q.value(0).toString();
    if (before != m_owner && worksOn(before, q.value(1).toLongLong())) {
        return ownedByAnother();
    }
    q.prepare(QStringLiteral("UPDATE visit SET owner = ?, lease = ?, state = ? WHERE id = ? AND owner = ?"));
    for (const QVariant &v : {QVariant(m_owner), QVariant(QDateTime::currentSecsSinceEpoch() + kLeaseS), QVariant(int(VisitState::Running)),
                              QVariant(visitId), QVariant(before)}) {
        q.addBindValue(v);
    }
    const Status s = run(q, QStringLiteral("The visit could not be taken over."));
    return s && q.numRowsAffected() == 0 ? Status(ownedByAnother()) : s;
}

Status Store::renewLease(const QString &visitId, const QString &owner)
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral("UPDATE visit SET lease = ? WHERE id = ? AND owner = ?"));
    for (const QVariant &v : {QVariant(QDateTime::currentSecsSinceEpoch() + kLeaseS), QVariant(visitId), QVariant(owner)}) {
        q.addBindValue(v);
    }
    return run(q, QStringLiteral("The visit could not be stored."));
}

Status Store::releaseVisit(const QString &visitId)
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral("UPDATE visit SET owner = '', lease = 0 WHERE id = ? AND owner = ?"));
    q.addBindValue(visitId);
    q.addBindValue(m_owner);
    return run(q, QStringLiteral("The visit could not be stored."));
}

Status Store::addCorrection(const MatrixCorrection &correction)
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral("INSERT INTO correction (made, correction) VALUES (?, ?)"));
    q.addBindValue(text(correction.made));
    q.addBindValue(QString::fromStdString(correctionToJson(correction)));
    return run(q, QStringLiteral("A correction could not be stored."));
}

std::vector<MatrixCorrection> Store::corrections() const
{
    std::vector<MatrixCorrection> all;
    QSqlQuery q(database());
    ran(q.exec(QStringLiteral("SELECT correction FROM correction ORDER BY made DESC, id DESC")), q.lastError());
    while (q.next()) {
        if (const auto c = correctionFromJson(q.value(0).toString().toStdString())) {
            all.push_back(c.value());
        }
    }
    return all;
}

namespace {

const QString kTarget = QStringLiteral("target"), kTolerance = QStringLiteral("tolerance");

Status keepAim(const QSqlDatabase &db, const QString &kind, const std::string &name, const std::string &json, bool builtIn)
{
    if (name.empty() || builtIn) {
        return Error{ErrorKind::Input,
                     name.empty() ? "It has no name." : "One of the name \"" + name + "\" is built in.",
                     "Nothing was changed.",
                     "Give it a name of its own in the file.",
                     "name",
                     false};
    }
    QSqlQuery q(db);
    q.prepare(QStringLiteral("INSERT OR REPLACE INTO aim (kind, name, content) VALUES (?, ?, ?)"));
    q.addBindValue(kind);
    q.addBindValue(QString::fromStdString(name));
    q.addBindValue(QString::fromStdString(json));
    return run(q, QStringLiteral("It could not be stored."));
}

template <typename Aim>
std::vector<Aim> aims(const QSqlDatabase &db, const QString &kind, std::vector<Aim> all, Result<Aim> (*fromJson)(const std::string &))
{
    QSqlQuery q(db);
    q.prepare(QStringLiteral("SELECT content FROM aim WHERE kind = ? ORDER BY name"));
    q.addBindValue(kind);
    q.exec();
    while (q.next()) {
        if (const auto aim = fromJson(q.value(0).toString().toStdString())) {
            all.push_back(aim.value());
        }
    }
    return all;
}

template <typename Aim> std::optional<Aim> named(const std::vector<Aim> &all, const std::string &name)
{
    const auto it = std::find_if(all.begin(), all.end(), [&](const Aim &a) { return a.name == name; });
    return it != all.end() ? std::optional(*it) : std::nullopt;
}

} // namespace

Status Store::keep(const Target &target)
{
    return keepAim(database(), kTarget, target.name, targetToJson(target), builtInTarget(target.name).has_value());
}

Status Store::keep(const Tolerance &tolerance)
{
    return keepAim(database(), kTolerance, tolerance.name, toleranceToJson(tolerance), builtInTolerance(tolerance.name).has_value());
}

std::vector<Target> Store::targets() const
{
    return aims<Target>(database(), kTarget, builtInTargets(), targetFromJson);
}

std::vector<Tolerance> Store::tolerances() const
{
    return aims<Tolerance>(database(), kTolerance, builtInTolerances(), toleranceFromJson);
}

Target Store::target(const std::string &name) const
{
    return named(targets(), name).value_or(builtInTargets().front());
}

Tolerance Store::tolerance(const std::string &name) const
{
    return named(tolerances(), name).value_or(*builtInTolerance("studio"));
}

Status Store::setVisitState(const QString &visitId, VisitState state)
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral("UPDATE visit SET state = ? WHERE id = ?"));
    q.addBindValue(int(state));
    q.addBindValue(visitId);
    const Status s = run(q, QStringLiteral("The visit could not be stored."));
    return s && q.numRowsAffected() == 0 ? Status(storageError(QStringLiteral("The visit %1 is not there.").arg(visitId))) : s;
}

std::vector<VisitEntry> Store::visitsWhere(const QString &condition, const QVariant &value) const
{
    std::vector<VisitEntry> all;
    QSqlQuery q(database());
    q.prepare(
        QStringLiteral("SELECT id, display_id, state, started, finished, task, verdict, (SELECT count(*) FROM reading WHERE visit_id = visit.id), "
                       "owner, lease FROM visit WHERE %1 ORDER BY started DESC")
            .arg(condition));
    q.addBindValue(value);
    ran(q.exec(), q.lastError());
    while (q.next()) {
        all.push_back({q.value(0).toString(), q.value(1).toLongLong(), VisitState(q.value(2).toInt()), time(q.value(3)), time(q.value(4)),
                       taskFromName(q.value(5).toString().toStdString()).value_or(Task::Full), verdictFrom(q.value(6).toString()), q.value(7).toInt(),
                       worksOn(q.value(8).toString(), q.value(9).toLongLong())});
    }
    return all;
}

std::vector<VisitEntry> Store::visits(qint64 displayId) const
{
    return visitsWhere(QStringLiteral("display_id = ?"), displayId);
}

std::vector<VisitEntry> Store::interruptedVisits() const
{
    std::vector<VisitEntry> all = visitsWhere(QStringLiteral("state = ?"), int(VisitState::Running));
    std::erase_if(all, [](const VisitEntry &v) { return v.worked; });
    return all;
}

Result<VisitRecord> Store::visit(const QString &id) const
{
    QSqlQuery q(database());
    q.prepare(QStringLiteral("SELECT record FROM visit WHERE id = ?"));
    q.addBindValue(id);
    if (!q.exec() || !q.next()) {
        return storageError(QStringLiteral("The visit %1 is not there.").arg(id), q.lastError());
    }
    auto record = recordFromJson(q.value(0).toString().toStdString());
    if (!record) {
        return record;
    }
    q.prepare(QStringLiteral(
        "SELECT number, stage, name, mode, r, g, b, x, y, z, sx, sy, sz, integration_s, bench_s, too_dark, superseded, "
        "low_light, spectrum, state, behind_r, behind_g, behind_b, wanted_l, wanted_a, wanted_b FROM reading WHERE visit_id = ? ORDER BY number"));
    q.addBindValue(id);
    if (!q.exec()) {
        return storageError(QStringLiteral("The readings of the visit %1 cannot be read.").arg(id), q.lastError());
    }
    while (q.next()) {
        Measurement m;
        m.index = q.value(0).toInt();
        m.stage = q.value(1).toString().toStdString();
        m.name = q.value(2).toString().toStdString();
        m.mode = ReadMode(q.value(3).toInt());
        const auto d = [&](int column) { return q.value(column).toDouble(); };
        m.rgb = {d(4), d(5), d(6)};
        m.xyz = {d(7), d(8), d(9)};
        m.sigma = {d(10), d(11), d(12)};
        m.integrationS = d(13);
        m.t = d(14);
        m.tooDark = q.value(15).toBool();
        // Readings are stored as they come; that one was set aside later stands in the record.
        const auto &aside = record->setAside;
        m.superseded = q.value(16).toBool() || std::find(aside.begin(), aside.end(), m.index) != aside.end();
        m.lowLight = q.value(17).toBool();
        m.spectrum = spectrumFrom(q.value(18).toString().toStdString());
        m.state = q.value(19).toInt();
        if (!q.isNull(20)) {
            m.behind = Drive{d(20), d(21), d(22)};
        }
        if (!q.isNull(23)) {
            m.wanted = Lab{d(23), d(24), d(25)};
        }
        record.value().readings.push_back(m);
    }
    return record;
}

Upkeep Store::upkeep(const DisplayEntry &display) const
{
    Upkeep u;
    u.cadenceDays = display.cadenceDays;
    for (const VisitEntry &v : visits(display.id)) {
        if (v.state == VisitState::Finished && (!u.lastVisit || v.finished > *u.lastVisit)) {
            u.lastVisit = v.finished;
            u.verdict = v.verdict;
        }
    }
    return u;
}

QString defaultStorePath()
{
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + QStringLiteral("/dutiful-lamp/studio.sqlite");
}

} // namespace lamp
