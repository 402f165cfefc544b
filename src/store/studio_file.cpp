// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/studio_file.h"

#include "store/schema.h"

#include <QFile>
#include <QFileInfo>
#include <QMap>
#include <QRegularExpression>
#include <QSqlError>
#include <QSqlField>
#include <QSqlIndex>
#include <QSqlRecord>
#include <QtEndian>

#include <mutex>

namespace lamp::store {

namespace {

/// A definition taken apart: what stands in its outer brackets, part by part in the order of the alphabet (a column that was
/// added later stands at the end), and what stands around them. White space and quotes around names do not count.
QStringList partsOf(QString sql)
{
    // A name that is no word keeps its quotes: it is none of ours, whatever it spells.
    static const QRegularExpression word(QStringLiteral("\"(\\w+)\""));
    sql = sql.replace(word, QStringLiteral("\\1")).simplified();
    const qsizetype open = sql.indexOf(u'('), close = sql.lastIndexOf(u')');
    if (open < 0 || close < open) {
        return {sql};
    }
    QStringList parts;
    int depth = 0;
    bool quoted = false;
    qsizetype from = open + 1;
    for (qsizetype i = from; i <= close; ++i) {
        const QChar c = sql[i];
        quoted = quoted != (c == u'\'');
        if (!quoted && depth == 0 && (c == u',' || i == close)) {
            parts << sql.mid(from, i - from).trimmed();
            from = i + 1;
        } else if (!quoted) {
            depth += c == u'(' ? 1 : (c == u')' ? -1 : 0);
        }
    }
    parts.sort();
    parts.prepend(sql.left(open).trimmed() + u'|' + sql.mid(close + 1).trimmed());
    return parts;
}

/// Ours, by name.
const QMap<QString, QStringList> &ourParts()
{
    static const QMap<QString, QStringList> all = [] {
        QMap<QString, QStringList> parts;
        static const QRegularExpression name(QStringLiteral("^CREATE (?:UNIQUE )?(?:TABLE|INDEX) (\\w+)"));
        for (const QString &definition : definitions()) {
            const QString sql = sqlite().worded(definition);
            parts.insert(name.match(sql).captured(1), partsOf(sql));
        }
        return parts;
    }();
    return all;
}

/// One object of a file. \return what is wrong with it
Message faultOf(const QString &type, const QString &name, const QString &sql, bool thisVersion)
{
    if (type != QStringLiteral("table") && type != QStringLiteral("index")) {
        return say("schema-foreign", type.toStdString(), name.toStdString());
    }
    if (name.startsWith(QStringLiteral("sqlite_"))) {
        return {}; // the engine's own
    }
    if (sql.startsWith(QStringLiteral("CREATE VIRTUAL"), Qt::CaseInsensitive)) {
        return say("schema-foreign", "virtual table", name.toStdString());
    }
    if (!thisVersion) {
        return {}; // held against ours once it was brought up
    }
    static const QStringList copyParts =
        partsOf(QStringLiteral("CREATE TABLE along (place TEXT NOT NULL, taken_at INTEGER NOT NULL, cards TEXT NOT NULL)"));
    if (name == QStringLiteral("along") && partsOf(sql) == copyParts) {
        return {};
    }
    const auto ours = ourParts().constFind(name);
    if (ours == ourParts().constEnd()) {
        return say("schema-foreign", type.toStdString(), name.toStdString());
    }
    return partsOf(sql) == *ours ? Message{} : say("schema-differs", type.toStdString(), name.toStdString());
}

} // namespace

Error notAStudio(const QString &path, const Message &why)
{
    return {ErrorKind::Input, say("not-a-studio", path.toStdString(), why), say("left-as-it-is"), say("choose-a-studio"), "not-a-studio", false};
}

Result<bool> studioFileStands(const QString &path)
{
    if (!QFileInfo::exists(path)) {
        return false;
    }
    if (!QFileInfo(path).isFile()) {
        return notAStudio(path, say("no-plain-file"));
    }
    if (QFile::exists(path + QStringLiteral("-journal"))) {
        return notAStudio(path, say("foreign-journal"));
    }
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) {
        return storageError(say("studio-file-cannot-opened", path.toStdString()));
    }
    constexpr qsizetype kHead = 100, kIdAt = 68;
    const QByteArray head = file.read(kHead);
    if (head.isEmpty()) {
        return notAStudio(path, say("file-empty"));
    }
    if (!head.startsWith(QByteArray("SQLite format 3\0", 16))) {
        return notAStudio(path, say("no-database"));
    }
    if (head.size() < kHead) {
        Error e = storageError(say("studio-file-damaged", path.toStdString(), say("file-cut-off")));
        e.code = "damaged";
        return e;
    }
    // Files of versions before the mark have none: the schema decides.
    const auto id = qFromBigEndian<quint32>(head.constData() + kIdAt);
    return id == kApplicationId || id == 0 ? Result<bool>(true) : notAStudio(path, say("another-programs-database"));
}

Status holdSchema(Connection &connection, int version)
{
    const QString path = connection.database().databaseName();
    const bool thisVersion = version == schemaVersion();
    QStringList missing = thisVersion ? ourParts().keys() : QStringList();
    QSqlQuery query(connection.database());
    query.setForwardOnly(true);
    if (!query.exec(QStringLiteral("SELECT type, name, sql FROM sqlite_schema"))) {
        return storageError(say("studio-file-cannot-read", path.toStdString()), query.lastError());
    }
    bool known = false;
    while (query.next()) {
        const QString name = query.value(1).toString();
        if (const Message fault = faultOf(query.value(0).toString(), name, query.value(2).toString(), thisVersion); !fault.empty()) {
            return notAStudio(path, fault);
        }
        missing.removeAll(name);
        known = known || ourParts().contains(name);
    }
    if (query.lastError().isValid()) {
        return storageError(say("studio-file-cannot-read", path.toStdString()), query.lastError());
    }
    if (version == 0 || !known) {
        return notAStudio(path, say("another-programs-database"));
    }
    return missing.isEmpty() ? Status(Done{}) : Status(notAStudio(path, say("schema-lacks", missing.front().toStdString())));
}

TableShape shapeOf(const QString &table)
{
    static std::mutex mutex;
    static QMap<QString, TableShape> all;
    const std::lock_guard lock(mutex);
    if (all.isEmpty()) {
        const auto own = Connection::open(sqlite(), QStringLiteral(":memory:"));
        if (own && makeTables(*own.value())) {
            const QSqlDatabase db = own.value()->database();
            for (const QString &name : tableNames()) {
                TableShape &shape = all[name];
                const QSqlRecord columns = db.record(name);
                for (int i = 0; i < columns.count(); ++i) {
                    shape.columns << columns.fieldName(i);
                }
                const QSqlIndex key = db.primaryIndex(name);
                for (int i = 0; i < key.count(); ++i) {
                    shape.key << key.fieldName(i);
                }
                shape.columns.sort(); // a file that was brought up keeps later columns at its end
            }
        }
    }
    return all.value(table);
}

} // namespace lamp::store
