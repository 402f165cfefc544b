// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/dialect.h"

#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QVariant>

namespace lamp::store {

namespace {

class Sqlite : public Dialect {
public:
    [[nodiscard]] QString driver() const override { return QStringLiteral("QSQLITE"); }

    void configure(QSqlDatabase &db, const QString &where) const override
    {
        db.setDatabaseName(where);
        db.setConnectOptions(QStringLiteral("QSQLITE_BUSY_TIMEOUT=5000"));
    }

    Status prepare(QSqlDatabase &db) const override
    {
        // Extensions stay unloadable and SQL inside the file is not trusted: a shared file may come from anybody.
        for (const char *pragma : {"PRAGMA trusted_schema=OFF", "PRAGMA journal_mode=WAL", "PRAGMA synchronous=NORMAL", "PRAGMA foreign_keys=ON",
                                   "PRAGMA cache_size=-16000"}) {
            QSqlQuery query(db);
            if (!query.exec(QString::fromLatin1(pragma))) {
                return storageError(QStringLiteral("The studio's file %1 cannot be written to.").arg(db.databaseName()), query.lastError());
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

    [[nodiscard]] Result<int> version(QSqlDatabase &db) const override
    {
        QSqlQuery query(db);
        if (!query.exec(QStringLiteral("PRAGMA user_version")) || !query.next()) {
            return storageError(QStringLiteral("The studio's file %1 cannot be read.").arg(db.databaseName()), query.lastError());
        }
        return query.value(0).toInt();
    }

    Status setVersion(QSqlDatabase &db, int version) const override
    {
        QSqlQuery query(db);
        if (!query.exec(QStringLiteral("PRAGMA user_version = %1").arg(version))) {
            return storageError(QStringLiteral("The studio's file %1 cannot be written to.").arg(db.databaseName()), query.lastError());
        }
        return Done{};
    }

    Status copyTo(QSqlDatabase &db, const QString &path) const override
    {
        QSqlQuery query(db);
        query.prepare(QStringLiteral("VACUUM INTO ?"));
        query.addBindValue(path);
        if (!query.exec()) {
            return storageError(QStringLiteral("The studio's file %1 could not be copied to %2.").arg(db.databaseName(), path), query.lastError());
        }
        return Done{};
    }

    [[nodiscard]] QString faults(QSqlDatabase &db, const std::stop_token &stop) const override
    {
        QStringList tables, all;
        {
            QSqlQuery query(db);
            if (!query.exec(QStringLiteral("SELECT name FROM sqlite_schema WHERE type = 'table'"))) {
                return query.lastError().text();
            }
            while (query.next()) {
                tables << query.value(0).toString();
            }
        }
        for (const QString &table : tables) {
            if (stop.stop_requested()) {
                return {};
            }
            all << faultsOf(db, table);
        }
        return all.join(QStringLiteral("; "));
    }

    [[nodiscard]] bool isDamage(const QSqlError &error) const override
    {
        constexpr int kCorrupt = 11, kNotADatabase = 26; // SQLITE_CORRUPT, SQLITE_NOTADB; extended codes carry them in the low byte
        const int code = error.nativeErrorCode().toInt() & 0xFF;
        return code == kCorrupt || code == kNotADatabase;
    }

private:
    static QStringList faultsOf(QSqlDatabase &db, const QString &table)
    {
        QSqlQuery query(db);
        query.setForwardOnly(true);
        QStringList all;
        if (query.exec(QStringLiteral("PRAGMA quick_check('%1')").arg(QString(table).replace('\'', QStringLiteral("''"))))) {
            while (query.next()) {
                all << query.value(0).toString();
            }
        }
        if (all == QStringList{QStringLiteral("ok")}) {
            return {};
        }
        return all.isEmpty() ? QStringList{query.lastError().isValid() ? query.lastError().text() : QStringLiteral("it could not be examined")}
                             : all.mid(0, 5);
    }
};

} // namespace

const Dialect &sqlite()
{
    static const Sqlite dialect;
    return dialect;
}

Error storageError(const QString &what)
{
    return storageError(what, {});
}

Error storageError(const QString &what, const QSqlError &error)
{
    QString text = what;
    if (error.isValid()) {
        text += QStringLiteral(" (%1)").arg(error.text().trimmed());
    }
    return {ErrorKind::Storage,
            text.toStdString(),
            "What was stored before is untouched.",
            "Check that the disk has room and the folder can be written to.",
            sqlite().isDamage(error) ? "damaged" : "store",
            false};
}

} // namespace lamp::store
