// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <QString>
#include <QStringList>

#include <stop_token>

class QSqlDatabase;
class QSqlError;

namespace lamp::store {

/// Whether a connection may write. A file that is only read stays as it is to the last byte.
enum class Access { Write, Read };

/// All that only one database engine knows: how it is opened, what it calls its types, where it keeps the schema's
/// version, how it begins to write, tells damage and is copied. Everything else is SQL that each of them reads.
class Dialect {
public:
    virtual ~Dialect() = default;

    /// Qt's name of the driver.
    [[nodiscard]] virtual QString driver() const = 0;
    /// Before the database is opened. \return an error where the place cannot be understood
    virtual Status configure(QSqlDatabase &db, const QString &where, Access access) const = 0;
    /// After it was opened: whatever a connection needs set.
    virtual Status prepare(QSqlDatabase &db, Access access) const = 0;
    /// A table's definition with this engine's words for {key}, {integer}, {real}, {bytes} and {clustered}: rows kept in
    /// the order of their primary key, where the engine can.
    [[nodiscard]] virtual QString worded(QString definition) const = 0;
    /// The statement that begins a transaction which will write: it waits for others rather than fail in its middle.
    [[nodiscard]] virtual QString begin() const = 0;
    /// The statement that begins a transaction which only reads, all of it as of one moment: nobody waits for it.
    [[nodiscard]] virtual QString beginReading() const = 0;
    /// Whether a text may hold U+0000.
    [[nodiscard]] virtual bool holdsNul() const = 0;
    /// Whether rows may be fetched one by one while other statements run.
    [[nodiscard]] virtual bool streams() const = 0;

    /// Whether the connection is gone: its server was stopped, or the network.
    [[nodiscard]] virtual bool isLost(const QSqlDatabase &db) const = 0;
    /// Whether there is a server that takes nobody in yet: it is being started or brought back.
    [[nodiscard]] virtual bool isStarting(const QString &where) const = 0;
    /// A statement that says, as 1 or 0, whether who is connected may write; empty where the first writing tells.
    [[nodiscard]] virtual QString mayWrite() const = 0;
    /// A statement that tells everybody else of a change when its transaction ends; empty where nobody is told so. Its one parameter is who
    /// tells.
    [[nodiscard]] virtual QString notifySql() const = 0;
    /// Whether a connection can be lost while a transaction ends, so that nobody knows whether it came to its end.
    [[nodiscard]] virtual bool canBeLost() const = 0;
    /// Seconds since 1970 by the clock of who keeps the database, as an expression.
    [[nodiscard]] virtual QString nowSql() const = 0;
    /// The channel on which changes of others to this studio are told; empty where they have to be asked for by changeCount().
    [[nodiscard]] virtual QString channel(QSqlDatabase &db) const = 0;
    /// A statement whose result changes when another connection has changed something; empty where they are told.
    [[nodiscard]] virtual QString changeCount() const = 0;
    /// A statement after rows were put into a table with the numbers that they had elsewhere: new ones continue behind them. Empty
    /// where that goes by itself.
    [[nodiscard]] virtual QString continueNumbers(const QString &table) const = 0;

    /// Makes what a new studio's tables stand in, where the engine keeps several of them in one database.
    virtual Status makePlace(QSqlDatabase &db) const = 0;
    /// What keeps finished visits as they are, whoever connects with whatever program; empty where the file's rights are all there is.
    [[nodiscard]] virtual QStringList guards() const = 0;
    /// The schema's version that a database holds; 0 for an empty one.
    [[nodiscard]] virtual Result<int> version(QSqlDatabase &db) const = 0;
    virtual Status setVersion(QSqlDatabase &db, int version) const = 0;
    /// Writes a whole copy beside, as of this moment, while others may be at work.
    virtual Status copyTo(QSqlDatabase &db, const QString &path) const = 0;
    /// Examines the whole database, which takes as long as reading it, a table at a time. \return what is wrong; empty for
    /// nothing, or where it was stopped
    [[nodiscard]] virtual Message faults(QSqlDatabase &db, const std::stop_token &stop) const = 0;
    /// Whether an error says that the database itself is damaged.
    [[nodiscard]] virtual bool isDamage(const QSqlError &error) const = 0;
};

/// SQLite 3.35 or later, in one file with a write-ahead log.
const Dialect &sqlite();
/// PostgreSQL 13 or later. A studio is a database of its own, or a schema of its own in one that several share ("...?studio=NAME"); which of
/// them a user may see is the server's to say (roles.h). Writers of one studio wait for each other, as a file's do.
const Dialect &postgres();

/// Whether a place is a server's database (a URI "postgresql://..." as libpq reads it) rather than a file.
bool isServer(const QString &where);
const Dialect &dialectOf(const QString &where);
/// Whether nobody answers where a server should be.
bool isSilent(const QString &where);
/// A place as it may be shown and kept: without a password.
QString withoutPassword(const QString &where);

/// An error of the store: what was stored before is untouched.
Error storageError(Message what, const QSqlError &error);
Error storageError(Message what);

} // namespace lamp::store
