// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/transfer.h"

#include "store/schema.h"
#include "store/studio_file.h"

#include <QCryptographicHash>
#include <QDataStream>
#include <QFile>
#include <QSqlError>

#include <cstring>

namespace lamp::store {

namespace {

constexpr int kAtOnce = 500, kLargeAtOnce = 20; // rows; those with packed content may be megabytes each
const Message kNotCopied = say("studio-could-not-copied");

/// A table as both sides know it: by our own names, never by those that a file gives.
struct Table {
    QString name;
    QStringList columns, key; ///< the key's columns say the order of rows
};

QString quoted(const QStringList &names)
{
    return u'"' + names.join(QStringLiteral("\", \"")) + u'"';
}

Result<Table> tableOf(const QString &name)
{
    const TableShape shape = shapeOf(name);
    return shape.columns.isEmpty() || shape.key.isEmpty() ? Result<Table>(storageError(say("studio-table-not-known", name.toStdString())))
                                                          : Result<Table>(Table{name, shape.columns, shape.key});
}

/// The values of a table's columns, in their order.
using Row = QVariantList;

/// The next rows of a table behind the key of the last one.
Result<std::vector<Row>> pageOf(Connection &c, const Table &t, const Row &last)
{
    const QString key = quoted(t.key), marks = QStringList(t.key.size(), QStringLiteral("?")).join(QStringLiteral(", "));
    const QString behind = last.isEmpty() ? QString() : QStringLiteral(" WHERE (%1) > (%2)").arg(key, marks);
    QVariantList values;
    for (const QString &column : t.key) {
        if (!last.isEmpty()) {
            values << last[t.columns.indexOf(column)];
        }
    }
    std::vector<Row> page;
    Rows rows(c,
              QStringLiteral("SELECT %1 FROM %2%3 ORDER BY %4 LIMIT %5")
                  .arg(quoted(t.columns), quoted({t.name}), behind, key)
                  .arg(t.columns.contains(QStringLiteral("content")) ? kLargeAtOnce : kAtOnce),
              values);
    while (rows.next()) {
        Row row;
        for (int i = 0; i < t.columns.size(); ++i) {
            row << rows.value(i);
        }
        page.push_back(std::move(row));
    }
    return rows.good() ? Result<std::vector<Row>>(std::move(page)) : storageError(say("studio-table-not-read", t.name.toStdString()), rows.error());
}

Result<qint64> countOf(Connection &c, const QString &table)
{
    Rows rows(c, QStringLiteral("SELECT count(*) FROM %1").arg(table), {});
    return rows.next() ? Result<qint64>(rows.integer(0)) : storageError(say("studio-table-not-read", table.toStdString()), rows.error());
}

/// What a table holds, to compare it with another one in any order: how many rows, and the sum of what SHA-256 makes of each.
struct Content {
    qint64 rows = 0;
    quint64 sum = 0;
    friend bool operator==(const Content &, const Content &) = default;
};

/// Text and bytes to the last sign, numbers to the last bit.
quint64 hashOf(const Row &row)
{
    QByteArray all;
    QDataStream stream(&all, QIODevice::WriteOnly);
    for (const QVariant &v : row) {
        if (v.isNull()) {
            stream << quint8(0);
        } else if (v.userType() == QMetaType::Double) {
            stream << quint8(1) << v.toDouble();
        } else if (v.userType() == QMetaType::QByteArray) {
            stream << quint8(2) << v.toByteArray();
        } else if (v.userType() == QMetaType::QString) {
            stream << quint8(3) << v.toString();
        } else {
            stream << quint8(4) << v.toLongLong();
        }
    }
    quint64 hash = 0;
    const QByteArray sha = QCryptographicHash::hash(all, QCryptographicHash::Sha256);
    std::memcpy(&hash, sha.constData(), sizeof hash);
    return hash;
}

Error stopped()
{
    return {ErrorKind::Cancelled, say("stopped-on-request"), say("nothing-changed"), {}, "cancelled", false};
}

class Copying {
public:
    Copying(Connection &from, Connection &into, const TransferProgress &progress, const std::stop_token &stop)
        : m_from(from), m_into(into), m_progress(progress), m_stop(stop)
    {
    }

    /// \return how many rows are on both sides
    Result<qint64> run()
    {
        m_rows = m_all = 0;
        for (const QString &name : tableNames()) {
            const auto t = tableOf(name);
            const auto count = countOf(m_from, name);
            if (!t || !count) {
                return t ? count.error() : t.error();
            }
            m_all += 2 * *count; // put there, then compared
            m_tables.push_back(*t);
        }
        if (const Status s = isFree(); !s) {
            return s.error();
        }
        for (const Table &t : m_tables) {
            if (const Status s = copy(t); !s) {
                return s.error();
            }
        }
        for (size_t i = 0; i < m_tables.size(); ++i) {
            if (const Status s = compare(m_tables[i], m_copied[i]); !s) {
                return s.error();
            }
        }
        return m_rows / 2;
    }

private:
    /// The other place holds nothing that this one could mix with.
    Status isFree()
    {
        for (const char *table : {"room", "display", "visit", "instrument", "target", "history_entry"}) {
            const auto count = countOf(m_into, QLatin1String(table));
            if (!count) {
                return count.error();
            }
            if (*count > 0) {
                return Error{ErrorKind::Input, say("studio-there-already"), say("nothing-changed"), say("choose-empty-place"), "store", false};
            }
        }
        return m_into.change(QStringLiteral("DELETE FROM studio"), {}, kNotCopied);
    }

    Status each(Connection &c, const Table &t, const std::function<Status(const Row &)> &act)
    {
        Row last;
        for (;;) {
            if (m_stop.stop_requested()) {
                return stopped();
            }
            const auto rows = pageOf(c, t, last);
            if (!rows || rows->empty()) {
                return rows ? Status(Done{}) : rows.error();
            }
            for (const Row &row : *rows) {
                if (const Status s = act(row); !s) {
                    return s;
                }
            }
            last = rows->back();
            m_rows += qint64(rows->size());
            if (m_progress) {
                m_progress(m_rows, m_all);
            }
        }
    }

    Status copy(const Table &t)
    {
        const QString statement = QStringLiteral("INSERT INTO %1 (%2) VALUES (%3)")
                                      .arg(quoted({t.name}), quoted(t.columns), QStringList(t.columns.size(), QStringLiteral("?")).join(','));
        Content copied;
        const Status done = each(m_from, t, [&](const Row &row) {
            ++copied.rows;
            copied.sum += hashOf(row);
            return m_into.change(statement, row, say("studio-row-not-copied", t.name.toStdString()));
        });
        m_copied.push_back(copied);
        const QString numbers = m_into.dialect().continueNumbers(t.name);
        if (!done || numbers.isEmpty() || !t.columns.contains(QStringLiteral("id"))) {
            return done;
        }
        Rows rows(m_into, numbers, {});
        return rows.good() ? Status(Done{}) : Status(storageError(kNotCopied, rows.error()));
    }

    Status compare(const Table &t, const Content &copied)
    {
        Content there;
        const Status read = each(m_into, t, [&](const Row &row) -> Status {
            ++there.rows;
            there.sum += hashOf(row);
            return Done{};
        });
        return !read || there == copied ? read : Status(storageError(say("studio-copy-differs", t.name.toStdString())));
    }

    Connection &m_from, &m_into;
    const TransferProgress &m_progress;
    const std::stop_token &m_stop;
    std::vector<Table> m_tables;
    std::vector<Content> m_copied;
    qint64 m_rows = 0, m_all = 0;
};

} // namespace

Transfer copyStudio(Store &from, const QString &where, Others others, const TransferProgress &progress, const std::stop_token &stop)
{
    if (from.path() == where) {
        return {Error{ErrorKind::Input, say("studio-is-there"), say("nothing-changed"), say("choose-empty-place"), "store", false}, 0};
    }
    Transfer done;
    const auto copyInto = [&](const QString &place) -> Status {
        const bool server = isServer(place);
        auto opened = server ? Result<std::unique_ptr<Store>>(nullptr) : Store::open(place);
        auto reached = server ? Connection::open(dialectOf(place), place) : Result<std::unique_ptr<Connection>>(nullptr);
        if (!opened || !reached) {
            return opened ? reached.error() : opened.error();
        }
        Connection &a = from.connection(), &b = server ? *reached.value() : opened.value()->connection();
        const auto copy = [&] {
            return b.transaction([&]() -> Status {
                // On a server the tables come with what is in them: who was stopped leaves no empty studio that somebody takes for theirs.
                if (const auto made = server ? bringUp(b, withoutPassword(place)) : Result<QString>(QString()); !made) {
                    return made.error();
                }
                const auto rows = Copying(a, b, progress, stop).run();
                done.rows = rows ? *rows : 0;
                return rows ? Status(Done{}) : rows.error();
            });
        };
        return others == Others::Wait ? a.transaction(copy) : a.snapshot(copy);
    };
    done.status = isServer(where) || QFile::exists(where) ? copyInto(where) : writtenAside(where, copyInto);
    return done;
}

} // namespace lamp::store
