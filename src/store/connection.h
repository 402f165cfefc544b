// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "store/dialect.h"

#include <QHash>
#include <QObject>
#include <QSqlDatabase>
#include <QSqlQuery>
#include <QVariant>

#include <chrono>
#include <functional>
#include <memory>
#include <optional>
#include <vector>

namespace lamp::store {

class Connection;

/// A statement that was run, and its rows. It gives itself back to its connection at the end, to be run again.
class Rows {
public:
    Rows(Connection &connection, QString sql, const QVariantList &values);
    ~Rows();
    Rows(const Rows &) = delete;
    Rows &operator=(const Rows &) = delete;
    Rows(Rows &&) noexcept;

    [[nodiscard]] bool good() const { return m_good; }
    [[nodiscard]] QSqlError error() const;
    bool next() { return m_good && m_query->next(); }
    [[nodiscard]] int affected() const { return m_query->numRowsAffected(); }

    [[nodiscard]] bool isNull(int column) const { return m_query->isNull(column); }
    /// As the engine gives it.
    [[nodiscard]] QVariant value(int column) const { return m_query->value(column); }
    [[nodiscard]] qint64 integer(int column) const { return m_query->value(column).toLongLong(); }
    /// NaN where there is none: what is missing is not 0.
    [[nodiscard]] double real(int column) const;
    /// Nothing where there is none, or one beyond 1e12.
    [[nodiscard]] std::optional<double> maybeReal(int column) const;
    [[nodiscard]] QString text(int column) const { return m_query->value(column).toString(); }
    [[nodiscard]] QByteArray bytes(int column) const { return m_query->value(column).toByteArray(); }
    /// Whole seconds of UTC; nothing where there is none, or one outside the years 1 to 9999.
    [[nodiscard]] std::optional<WallTime> time(int column) const;

private:
    Connection *m_connection;
    QString m_sql;
    std::shared_ptr<QSqlQuery> m_query;
    bool m_good = false;
};

/// An open database. Belongs to the thread that opened it.
class Connection {
public:
    /// Opens a database and makes it fit for work. \return an error with the code "damaged" where it is
    static Result<std::unique_ptr<Connection>> open(const Dialect &dialect, const QString &where, Access access = Access::Write);
    ~Connection();
    Connection(const Connection &) = delete;
    Connection &operator=(const Connection &) = delete;

    [[nodiscard]] const Dialect &dialect() const { return m_dialect; }
    [[nodiscard]] QSqlDatabase database() const;

    /// Reads. What goes wrong is kept for takeProblem(), and there are no rows.
    Rows read(const QString &sql, const QVariantList &values = {});
    /// Writes. \param what the sentence of an error \return how many rows were changed
    Result<int> write(const QString &sql, const QVariantList &values, const Message &what);
    /// The same, of what needs not be counted.
    Status change(const QString &sql, const QVariantList &values, const Message &what);
    /// Writes one row with "RETURNING id". \return that
    Result<qint64> insert(const QString &sql, const QVariantList &values, const Message &what);
    /// All of it or nothing. Inside another one it is part of that. Where a server went away in its middle the work is done once
    /// more when it is back, and only where it did not come to its end: what the work changes outside the database it must set anew.
    /// \param told whether others hear of it
    /// \return an error with the code "commit-not-known" where the server went away at the very end and did not come back in time
    Status transaction(const std::function<Status()> &work, bool told = true);

    /// Reads, all of it as of one moment, while others may write; what it reads is not held against them.
    Status snapshot(const std::function<Status()> &work);

    /// How long a server that went away is waited for; none at first. For a thread that nobody watches.
    void setPatience(std::chrono::milliseconds patience) { m_patience = patience; }
    /// Calls back on this thread, which must run an event loop, within about a second of a change by another connection.
    void onChanges(std::function<void()> told);

    /// What went wrong in reading since it was last asked for.
    std::optional<Error> takeProblem();
    void note(const Error &error);

private:
    friend class Rows;
    Connection(const Dialect &dialect, QString where, Access access);
    struct Attempt {
        Status done = Done{};
        bool lost = false;  ///< the connection, before the end arrived
        bool asked = false; ///< its end was asked for
    };
    /// \param begin the statement that begins it \param told whether others hear of it; nothing: it only reads \param name unique in the database
    /// for all attempts at one work; empty where none can be lost
    Attempt attempt(const QString &begin, const std::function<Status()> &work, std::optional<bool> told, const QString &name = {});
    /// Connects anew where the connection is gone. \return whether there is one
    bool revive();
    /// Writes a transaction's name down, as a part of it. \return false where it stands there: the transaction came to its end before
    Result<bool> claim(const QString &name);
    void watch();

    const Dialect &m_dialect;
    Access m_access;
    QString m_where, m_name;                            ///< the place without a password; Qt's name of the connection
    QHash<QString, std::shared_ptr<QSqlQuery>> m_spare; ///< prepared, by their text
    std::vector<std::shared_ptr<QSqlQuery>> m_failed;   ///< given back when the transaction has ended
    std::optional<Error> m_problem;
    int m_depth = 0;
    bool m_claims = false; ///< transactions' names can be written down
    std::chrono::milliseconds m_patience{0};
    std::chrono::steady_clock::time_point m_notBefore; ///< the next try to connect anew
    std::function<void()> m_told;
    std::unique_ptr<QObject> m_watch; ///< lives as long as somebody wants to be told
    qint64 m_seen = -1;               ///< the count of changes when last asked
};

/// A time as it is stored, and text that is empty rather than none.
QVariant stored(WallTime time);
QVariant stored(const std::optional<WallTime> &time);
QVariant stored(const QString &text);
QVariant stored(const std::string &text);
QVariant stored(const std::optional<double> &value);
inline QString fromStd(const std::string &text)
{
    return QString::fromStdString(text);
}

} // namespace lamp::store
