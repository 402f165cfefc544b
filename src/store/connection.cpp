// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/connection.h"

#include <QSqlError>
#include <QUuid>

#include <limits>
#include <utility>

namespace lamp::store {

Rows::Rows(Connection &connection, QString sql, const QVariantList &values)
    : m_connection(&connection), m_sql(std::move(sql)), m_query(connection.m_spare.take(m_sql))
{
    if (!m_query) {
        m_query = std::make_shared<QSqlQuery>(connection.database());
        m_query->setForwardOnly(true);
        if (!m_query->prepare(m_sql)) {
            return;
        }
    }
    for (int i = 0; i < values.size(); ++i) {
        m_query->bindValue(i, values[i]);
    }
    m_good = m_query->exec();
}

Rows::Rows(Rows &&other) noexcept
    : m_connection(std::exchange(other.m_connection, nullptr)), m_sql(std::move(other.m_sql)), m_query(std::move(other.m_query)), m_good(other.m_good)
{
}

Rows::~Rows()
{
    if (m_connection && m_query) {
        m_query->finish();
        if (m_good) {
            m_connection->m_spare.insert(m_sql, m_query);
        }
    }
}

QSqlError Rows::error() const
{
    return m_query->lastError();
}

double Rows::real(int column) const
{
    return isNull(column) ? std::numeric_limits<double>::quiet_NaN() : m_query->value(column).toDouble();
}

std::optional<double> Rows::maybeReal(int column) const
{
    return isNull(column) ? std::nullopt : std::optional(m_query->value(column).toDouble());
}

std::optional<WallTime> Rows::time(int column) const
{
    return isNull(column) ? std::nullopt : std::optional(WallTime(std::chrono::seconds(integer(column))));
}

Connection::Connection(const Dialect &dialect, QString where)
    : m_dialect(dialect), m_where(std::move(where)), m_name(QUuid::createUuid().toString(QUuid::WithoutBraces))
{
}

Connection::~Connection()
{
    m_spare.clear();
    if (QSqlDatabase::contains(m_name)) {
        database().close();
        QSqlDatabase::removeDatabase(m_name);
    }
}

QSqlDatabase Connection::database() const
{
    return QSqlDatabase::database(m_name, false);
}

Result<std::unique_ptr<Connection>> Connection::open(const Dialect &dialect, const QString &where)
{
    std::unique_ptr<Connection> connection(new Connection(dialect, where));
    QSqlDatabase db = QSqlDatabase::addDatabase(dialect.driver(), connection->m_name);
    dialect.configure(db, where);
    if (!db.open()) {
        return storageError(say("studio-file-cannot-opened", where.toStdString()), db.lastError());
    }
    if (const Status prepared = dialect.prepare(db); !prepared) {
        return prepared.error();
    }
    return connection;
}

Rows Connection::read(const QString &sql, const QVariantList &values)
{
    Rows rows(*this, sql, values);
    if (!rows.good()) {
        note(storageError(say("studio-file-cannot-read", m_where.toStdString()), rows.error()));
    }
    return rows;
}

Result<int> Connection::write(const QString &sql, const QVariantList &values, const Message &what)
{
    const Rows rows(*this, sql, values);
    if (!rows.good()) {
        return storageError(what, rows.error());
    }
    return rows.affected();
}

Status Connection::change(const QString &sql, const QVariantList &values, const Message &what)
{
    const auto done = write(sql, values, what);
    return done ? Status(Done{}) : done.error();
}

Result<qint64> Connection::insert(const QString &sql, const QVariantList &values, const Message &what)
{
    Rows rows(*this, sql, values);
    if (!rows.next()) {
        return storageError(what, rows.error());
    }
    return rows.integer(0);
}

Status Connection::transaction(const std::function<Status()> &work)
{
    if (m_depth > 0) {
        return work();
    }
    QSqlDatabase db = database();
    const auto failed = [&](const QSqlError &error) { return storageError(say("studio-file-cannot-written", m_where.toStdString()), error); };
    // The engine's own statements, since Qt's transaction() begins one that may fail when it first writes.
    QSqlQuery query(db);
    if (!query.exec(m_dialect.begin())) {
        return failed(query.lastError());
    }
    ++m_depth;
    Status done = Done{};
    try {
        done = work();
    } catch (...) {
        // Left open it would keep everybody else from writing.
        --m_depth;
        query.exec(QStringLiteral("ROLLBACK"));
        throw;
    }
    --m_depth;
    if (done && !query.exec(QStringLiteral("COMMIT"))) {
        done = failed(query.lastError());
    }
    if (!done) {
        query.exec(QStringLiteral("ROLLBACK"));
    }
    return done;
}

std::optional<Error> Connection::takeProblem()
{
    return std::exchange(m_problem, std::nullopt);
}

void Connection::note(const Error &error)
{
    if (!m_problem) {
        m_problem = error;
    }
}

QVariant stored(WallTime time)
{
    return qint64(time.time_since_epoch().count());
}

QVariant stored(const std::optional<WallTime> &time)
{
    return time ? stored(*time) : QVariant();
}

QVariant stored(const QString &text)
{
    return text.isNull() ? QStringLiteral("") : text;
}

QVariant stored(const std::string &text)
{
    return stored(fromStd(text));
}

QVariant stored(const std::optional<double> &value)
{
    return value ? QVariant(*value) : QVariant();
}

} // namespace lamp::store
