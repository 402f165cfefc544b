// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/dialect.h"

#include "store/studio_file.h"

#include <QFile>
#include <QFileInfo>
#include <QSqlDatabase>
#include <QSqlDriver>
#include <QSqlError>
#include <QSqlQuery>
#include <QUrl>
#include <QVariant>

#include <sqlite3.h>

namespace lamp::store {

namespace {

class Sqlite : public Dialect {
public:
    [[nodiscard]] QString driver() const override { return QStringLiteral("QSQLITE"); }

    Status configure(QSqlDatabase &db, const QString &where, Access access) const override
    {
        db.setDatabaseName(where);
        QString options = QStringLiteral("QSQLITE_BUSY_TIMEOUT=30000");
        // Without a log nobody is at work on it. The engine begins one, and who may only read would leave it behind: who may write takes it
        // away at the end, and is kept from writing by prepare(). Where the folder forbids a log, a file that cannot change (SQLite, URI
        // filenames) is read without.
        const bool log = QFile::exists(where + QStringLiteral("-wal")), folder = QFileInfo(QFileInfo(where).absolutePath()).isWritable();
        if (access == Access::Read && (log || !folder || !QFileInfo(where).isWritable())) {
            options += QStringLiteral(";QSQLITE_OPEN_READONLY");
            if (!log && !folder) {
                options += QStringLiteral(";QSQLITE_OPEN_URI");
                db.setDatabaseName(QStringLiteral("file:") + QString::fromLatin1(QUrl::toPercentEncoding(where, "/"))
                                   + QStringLiteral("?immutable=1"));
            }
        }
        db.setConnectOptions(options);
        return Done{};
    }

    Status prepare(QSqlDatabase &db, Access access) const override
    {
        if (!trustNothing(db)) {
            return storageError(say("studio-file-cannot-opened", db.databaseName().toStdString()));
        }
        for (const char *pragma : {"PRAGMA trusted_schema=OFF", "PRAGMA cell_size_check=ON", "PRAGMA cache_size=-16000", "PRAGMA foreign_keys=ON",
                                   "PRAGMA journal_mode=WAL", "PRAGMA synchronous=NORMAL"}) {
            const bool writes = QByteArray(pragma).endsWith("WAL");
            QSqlQuery query(db);
            if (!query.exec(QString::fromLatin1(access == Access::Read && writes ? "PRAGMA query_only=ON" : pragma))) {
                return storageError(say("studio-file-cannot-written", db.databaseName().toStdString()), query.lastError());
            }
        }
        return Done{};
    }

    [[nodiscard]] QString worded(QString definition) const override
    {
        return definition.replace(QStringLiteral("{key}"), QStringLiteral("INTEGER PRIMARY KEY"))
            .replace(QStringLiteral("{integer}"), QStringLiteral("INTEGER"))
            .replace(QStringLiteral("{real}"), QStringLiteral("REAL"))
            .replace(QStringLiteral("{bytes}"), QStringLiteral("BLOB"))
            .replace(QStringLiteral("{clustered}"), QStringLiteral("WITHOUT ROWID"));
    }

    [[nodiscard]] QString begin() const override { return QStringLiteral("BEGIN IMMEDIATE"); }
    [[nodiscard]] QString beginReading() const override { return QStringLiteral("BEGIN"); } // its log keeps what was there at the first reading
    [[nodiscard]] bool holdsNul() const override { return true; }
    [[nodiscard]] bool streams() const override { return true; }
    [[nodiscard]] bool isLost(const QSqlDatabase &) const override { return false; }
    [[nodiscard]] bool isStarting(const QString &) const override { return false; }
    [[nodiscard]] QString mayWrite() const override { return {}; }
    [[nodiscard]] QString notifySql() const override { return {}; }
    [[nodiscard]] bool canBeLost() const override { return false; }
    [[nodiscard]] QString nowSql() const override { return QStringLiteral("CAST(strftime('%s', 'now') AS INTEGER)"); }
    [[nodiscard]] QString channel(QSqlDatabase &) const override { return {}; }
    [[nodiscard]] QString changeCount() const override { return QStringLiteral("PRAGMA data_version"); }
    [[nodiscard]] QString continueNumbers(const QString &) const override { return {}; }
    [[nodiscard]] QStringList guards() const override { return {}; }

    [[nodiscard]] Result<int> version(QSqlDatabase &db) const override
    {
        QSqlQuery query(db);
        if (!query.exec(QStringLiteral("PRAGMA user_version")) || !query.next()) {
            return storageError(say("studio-file-cannot-read", db.databaseName().toStdString()), query.lastError());
        }
        return query.value(0).toInt();
    }

    Status setVersion(QSqlDatabase &db, int version) const override
    {
        QSqlQuery query(db);
        if (!query.exec(QStringLiteral("PRAGMA user_version = %1").arg(version))) {
            return storageError(say("studio-file-cannot-written", db.databaseName().toStdString()), query.lastError());
        }
        return Done{};
    }

    Status makePlace(QSqlDatabase &db) const override
    {
        QSqlQuery query(db);
        if (!query.exec(QStringLiteral("PRAGMA application_id = %1").arg(kApplicationId))) {
            return storageError(say("studio-file-cannot-written", db.databaseName().toStdString()), query.lastError());
        }
        return Done{};
    }

    Status copyTo(QSqlDatabase &db, const QString &path) const override
    {
        // Whoever may only look may copy: the engine counts that as writing, and writes the copy alone.
        QSqlQuery only(db);
        const bool looks = only.exec(QStringLiteral("PRAGMA query_only")) && only.next() && only.value(0).toInt() == 1;
        only.finish();
        QSqlQuery query(db);
        if (looks) {
            query.exec(QStringLiteral("PRAGMA query_only=OFF"));
        }
        query.prepare(QStringLiteral("VACUUM INTO ?"));
        query.addBindValue(path);
        const bool copied = query.exec();
        if (looks) {
            QSqlQuery(db).exec(QStringLiteral("PRAGMA query_only=ON"));
        }
        if (!copied) {
            return storageError(say("studio-file-could-not", db.databaseName().toStdString(), path.toStdString()), query.lastError());
        }
        return Done{};
    }

    [[nodiscard]] Message faults(QSqlDatabase &db, const std::stop_token &stop) const override
    {
        QStringList tables;
        std::vector<Message> all;
        {
            QSqlQuery query(db);
            if (!query.exec(QStringLiteral("SELECT name FROM sqlite_schema WHERE type = 'table'"))) {
                return verbatim(query.lastError().text().toStdString());
            }
            while (query.next()) {
                tables << query.value(0).toString();
            }
        }
        for (const QString &table : tables) {
            if (stop.stop_requested()) {
                return {};
            }
            std::ranges::move(faultsOf(db, table), std::back_inserter(all));
        }
        QSqlQuery foreign(db);
        foreign.setForwardOnly(true);
        constexpr size_t kTold = 5;
        for (bool good = foreign.exec(QStringLiteral("PRAGMA foreign_key_check")); good && foreign.next() && all.size() < kTold;) {
            all.push_back(say("finding-points-nowhere", foreign.value(0).toString().toStdString(), foreign.value(2).toString().toStdString()));
        }
        return clauses(all);
    }

    [[nodiscard]] bool isDamage(const QSqlError &error) const override
    {
        constexpr int kCorrupt = 11, kNotADatabase = 26; // SQLITE_CORRUPT, SQLITE_NOTADB; extended codes carry them in the low byte
        const int code = error.nativeErrorCode().toInt() & 0xFF;
        return code == kCorrupt || code == kNotADatabase;
    }

private:
    /// A file may come from anybody: its triggers and views are not obeyed, its schema cannot be written by statements, and no
    /// row, statement or column is longer than any of ours (sqlite.org, "Defense Against The Dark Arts").
    static bool trustNothing(const QSqlDatabase &db)
    {
        const QVariant handle = db.driver()->handle();
        if (!handle.isValid() || qstrcmp(handle.typeName(), "sqlite3*") != 0) {
            return false;
        }
        auto *sqlite = *static_cast<sqlite3 *const *>(handle.constData());
        for (const auto &[what, on] : {std::pair(SQLITE_DBCONFIG_DEFENSIVE, 1), std::pair(SQLITE_DBCONFIG_TRUSTED_SCHEMA, 0),
                                       std::pair(SQLITE_DBCONFIG_ENABLE_TRIGGER, 0), std::pair(SQLITE_DBCONFIG_ENABLE_VIEW, 0)}) {
            if (sqlite3_db_config(sqlite, what, on, nullptr) != SQLITE_OK) {
                return false;
            }
        }
        constexpr int kMegabyte = 1 << 20;
        sqlite3_limit(sqlite, SQLITE_LIMIT_LENGTH, 128 * kMegabyte);
        sqlite3_limit(sqlite, SQLITE_LIMIT_SQL_LENGTH, kMegabyte);
        sqlite3_limit(sqlite, SQLITE_LIMIT_EXPR_DEPTH, 100);
        sqlite3_limit(sqlite, SQLITE_LIMIT_ATTACHED, 1); // to copy into
        return true;
    }

    static std::vector<Message> faultsOf(QSqlDatabase &db, const QString &table)
    {
        QSqlQuery query(db);
        query.setForwardOnly(true);
        std::vector<Message> all;
        if (query.exec(QStringLiteral("PRAGMA integrity_check('%1')").arg(QString(table).replace('\'', QStringLiteral("''"))))) {
            constexpr size_t kTold = 5;
            while (query.next() && all.size() < kTold) {
                all.push_back(verbatim(query.value(0).toString().toStdString()));
            }
        }
        if (all == std::vector{verbatim("ok")}) {
            return {};
        }
        if (all.empty()) {
            all.push_back(query.lastError().isValid() ? verbatim(query.lastError().text().toStdString()) : say("not-examined"));
        }
        return all;
    }
};

} // namespace

bool isServer(const QString &where)
{
    return where.startsWith(QStringLiteral("postgresql:")) || where.startsWith(QStringLiteral("postgres:"));
}

const Dialect &dialectOf(const QString &where)
{
    return isServer(where) ? postgres() : sqlite();
}

const Dialect &sqlite()
{
    static const Sqlite dialect;
    return dialect;
}

namespace {

/// Whether a server said it, or the driver of one.
bool isOfServer(const QSqlError &error)
{
    return error.driverText().startsWith(QStringLiteral("QPSQL"));
}

} // namespace

Error storageError(Message what)
{
    return storageError(std::move(what), {});
}

Error storageError(Message what, const QSqlError &error)
{
    return {ErrorKind::Storage,
            error.isValid() ? say("store-says", std::move(what), error.text().simplified().toStdString()) : std::move(what),
            say("what-stored-before-untouched"),
            isOfServer(error) ? say("check-server-network") : say("check-disk-room-folder"),
            !isOfServer(error) && sqlite().isDamage(error) ? "damaged" : "store",
            false};
}

} // namespace lamp::store
