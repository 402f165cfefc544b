// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/connection.h"

#include <QSqlDriver>
#include <QSqlError>
#include <QTimer>
#include <QUuid>

#include <cmath>
#include <limits>
#include <thread>
#include <utility>

namespace lamp::store {

namespace {

/// What a transaction says that nobody needs to hear of.
constexpr const char *kUntold = "-";

/// Tries at once, and again while there is time. \return whether it came true
bool waitFor(const std::function<bool()> &comesTrue, std::chrono::milliseconds patience)
{
    using Clock = std::chrono::steady_clock;
    const auto end = Clock::now() + patience;
    while (!comesTrue()) {
        constexpr auto kBetween = std::chrono::milliseconds(250);
        if (Clock::now() + kBetween > end) {
            return false;
        }
        std::this_thread::sleep_for(kBetween);
    }
    return true;
}

/// A value as every engine takes it: what is no number is not known; a sign that none shows (U+0000, from a device's mouth) is shown as unknown
/// where an engine's texts end at it.
QVariant fit(const QVariant &value, bool holdsNul)
{
    if (value.userType() == QMetaType::Double && std::isnan(value.toDouble())) {
        return {};
    }
    if (!holdsNul && value.userType() == QMetaType::QString && value.toString().contains(QChar(0))) {
        return value.toString().replace(QChar(0), QChar(QChar::ReplacementCharacter));
    }
    return value;
}

} // namespace

Rows::Rows(Connection &connection, QString sql, const QVariantList &values)
    : m_connection(&connection), m_sql(std::move(sql)), m_query(connection.m_spare.take(m_sql))
{
    if (values.isEmpty()) {
        // Not every statement without values can be prepared in every engine: tables cannot be made so.
        m_query = std::make_shared<QSqlQuery>(connection.database());
        m_query->setForwardOnly(connection.dialect().streams());
        m_good = m_query->exec(m_sql);
        return;
    }
    if (!m_query) {
        m_query = std::make_shared<QSqlQuery>(connection.database());
        m_query->setForwardOnly(connection.dialect().streams());
        if (!m_query->prepare(m_sql)) {
            return;
        }
    }
    for (int i = 0; i < values.size(); ++i) {
        m_query->bindValue(i, fit(values[i], connection.dialect().holdsNul()));
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
        if (m_good && !m_query->boundValues().isEmpty()) {
            m_connection->m_spare.insert(m_sql, m_query);
        } else if (m_connection->m_depth > 0) {
            m_connection->m_failed.push_back(m_query);
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
    constexpr double kMost = 1e12; // nothing that is measured or counted here is larger: what is, somebody else wrote
    const double value = isNull(column) ? std::numeric_limits<double>::quiet_NaN() : m_query->value(column).toDouble();
    return std::abs(value) <= kMost ? std::optional(value) : std::nullopt;
}

std::optional<WallTime> Rows::time(int column) const
{
    // The years 1 to 9999: the calendar's arithmetic holds nothing else.
    constexpr qint64 kFirst = -62135596800, kLast = 253402300799;
    const qint64 seconds = integer(column);
    return isNull(column) || seconds < kFirst || seconds > kLast ? std::nullopt : std::optional(WallTime(std::chrono::seconds(seconds)));
}

Connection::Connection(const Dialect &dialect, QString where, Access access)
    : m_dialect(dialect), m_access(access), m_where(std::move(where)), m_name(QUuid::createUuid().toString(QUuid::WithoutBraces))
{
}

Connection::~Connection()
{
    m_watch.reset();
    m_spare.clear();
    m_failed.clear();
    if (QSqlDatabase::contains(m_name)) {
        database().close();
        QSqlDatabase::removeDatabase(m_name);
    }
}

QSqlDatabase Connection::database() const
{
    return QSqlDatabase::database(m_name, false);
}

Result<std::unique_ptr<Connection>> Connection::open(const Dialect &dialect, const QString &where, Access access)
{
    std::unique_ptr<Connection> connection(new Connection(dialect, withoutPassword(where), access));
    QSqlDatabase db = QSqlDatabase::addDatabase(dialect.driver(), connection->m_name);
    if (!db.isValid()) {
        return Error{ErrorKind::Storage,
                     say("database-driver-missing", dialect.driver().toStdString()),
                     say("nothing-changed"),
                     say("install-database-driver"),
                     "store",
                     false};
    }
    if (const Status configured = dialect.configure(db, where, access); !configured) {
        return configured.error();
    }
    constexpr std::chrono::seconds kStart{30};
    const bool opened =
        db.open() || (dialect.isStarting(where) && waitFor([&] { return db.open() || !dialect.isStarting(where); }, kStart) && db.isOpen());
    if (!opened) {
        Error e = storageError(say("studio-file-cannot-opened", connection->m_where.toStdString()), db.lastError());
        // As libpq and the server word it, in languages where that begins so: SQLSTATE 28P01 does not come through.
        if (isServer(where) && db.lastError().databaseText().contains(QStringLiteral("passw"), Qt::CaseInsensitive)) {
            e.todo = say("password-wanted");
        }
        return e;
    }
    if (const Status prepared = dialect.prepare(db, access); !prepared) {
        return prepared.error();
    }
    return connection;
}

bool Connection::revive()
{
    QSqlDatabase db = database();
    if (!m_dialect.isLost(db)) {
        return true;
    }
    // Where nothing answers at all, who waits is not kept waiting again and again.
    using Clock = std::chrono::steady_clock;
    constexpr std::chrono::milliseconds kLong{500};
    constexpr std::chrono::seconds kPause{15};
    const auto began = Clock::now();
    if (m_patience.count() == 0 && began < m_notBefore) {
        return false;
    }
    m_claims = false;
    m_spare.clear(); // what was prepared is gone with the server's process
    m_failed.clear();
    db.close();
    const bool back = db.open() && m_dialect.prepare(db, m_access);
    m_notBefore = !back && Clock::now() - began > kLong ? Clock::now() + kPause : Clock::time_point();
    if (const QString channel = back && m_told ? m_dialect.channel(db) : QString(); !channel.isEmpty()) {
        db.driver()->subscribeToNotification(channel);
    }
    return back;
}

Rows Connection::read(const QString &sql, const QVariantList &values)
{
    {
        Rows rows(*this, sql, values);
        if (rows.good()) {
            return rows;
        }
        if (m_depth > 0 || !m_dialect.isLost(database())) {
            note(storageError(say("studio-file-cannot-read", m_where.toStdString()), rows.error()));
            return rows;
        }
    }
    const bool back = waitFor([this] { return revive(); }, m_patience);
    Rows again(*this, sql, values);
    if (!again.good()) {
        note(storageError(say(back ? "studio-file-cannot-read" : "studio-cannot-be-reached", m_where.toStdString()), again.error()));
    }
    return again;
}

Result<int> Connection::write(const QString &sql, const QVariantList &values, const Message &what)
{
    int affected = 0;
    const Status done = transaction([&]() -> Status {
        const Rows rows(*this, sql, values);
        if (!rows.good()) {
            return storageError(what, rows.error());
        }
        affected = rows.affected();
        return Done{};
    });
    return done ? Result<int>(affected) : done.error();
}

Status Connection::change(const QString &sql, const QVariantList &values, const Message &what)
{
    const auto done = write(sql, values, what);
    return done ? Status(Done{}) : done.error();
}

Result<qint64> Connection::insert(const QString &sql, const QVariantList &values, const Message &what)
{
    qint64 id = 0;
    const Status done = transaction([&]() -> Status {
        Rows rows(*this, sql, values);
        if (!rows.next()) {
            return storageError(what, rows.error());
        }
        id = rows.integer(0);
        return Done{};
    });
    return done ? Result<qint64>(id) : done.error();
}

Result<bool> Connection::claim(const QString &name)
{
    QSqlQuery query(database());
    const auto failed = [&] { return storageError(say("studio-file-cannot-written", m_where.toStdString()), query.lastError()); };
    // Tables of an earlier version, or none yet, have no place for it; bringing them up looks for itself how far it came.
    if (!m_claims) {
        if (!query.exec(QStringLiteral("SELECT CASE WHEN to_regclass('done_work') IS NULL THEN 0 ELSE has_table_privilege(to_regclass('done_work'), "
                                       "'INSERT')::int END"))
            || !query.next()) {
            return failed();
        }
        m_claims = query.value(0).toInt() == 1;
        if (!m_claims) {
            return true;
        }
    }
    query.prepare(QStringLiteral("INSERT INTO done_work (uid, done_at) VALUES (?, %1) ON CONFLICT (uid) DO NOTHING").arg(m_dialect.nowSql()));
    query.addBindValue(name);
    return query.exec() ? Result<bool>(query.numRowsAffected() == 1) : failed();
}

Connection::Attempt Connection::attempt(const QString &begin, const std::function<Status()> &work, std::optional<bool> told, const QString &name)
{
    QSqlDatabase db = database();
    QSqlQuery query(db);
    const auto failed = [&] {
        return Attempt{storageError(say("studio-file-cannot-written", m_where.toStdString()), query.lastError()), m_dialect.isLost(db)};
    };
    // The engine's own statements, since Qt's transaction() begins one that may fail when it first writes.
    if (!query.exec(begin)) {
        const Attempt a = failed();
        if (!a.lost) {
            query.exec(QStringLiteral("ROLLBACK")); // it may have begun and not got its turn
        }
        return a;
    }
    Attempt a;
    // Whoever had the turn before has ended by now, also an attempt at this very work whose answer did not arrive.
    const auto claimed = name.isEmpty() ? Result<bool>(true) : claim(name);
    if (claimed && !claimed.value()) {
        query.exec(QStringLiteral("ROLLBACK"));
        return a;
    }
    ++m_depth;
    try {
        a.done = claimed ? work() : Status(claimed.error());
    } catch (...) {
        // Left open it would keep everybody else from writing.
        --m_depth;
        query.exec(QStringLiteral("ROLLBACK"));
        throw;
    }
    --m_depth;
    if (a.done && told && !m_dialect.notifySql().isEmpty()) {
        QSqlQuery notify(db);
        notify.prepare(m_dialect.notifySql());
        notify.addBindValue(*told ? m_name : QString(kUntold));
        a.done = notify.exec() ? a.done : failed().done;
    }
    if (a.done) {
        a.asked = true;
        if (!query.exec(QStringLiteral("COMMIT"))) {
            a.done = failed().done;
        }
    }
    a.lost = !a.done && m_dialect.isLost(db);
    if (!a.done && !a.lost) {
        query.exec(QStringLiteral("ROLLBACK"));
    }
    m_failed.clear();
    return a;
}

Status Connection::transaction(const std::function<Status()> &work, bool told)
{
    if (m_depth > 0) {
        return work();
    }
    // A server that comes and goes is not followed for ever.
    constexpr int kMost = 5;
    const QString name = m_dialect.canBeLost() ? QUuid::createUuid().toString(QUuid::Id128) : QString();
    Attempt a = attempt(m_dialect.begin(), work, told, name);
    bool asked = a.asked;
    for (int tries = 1; a.lost && tries < kMost && waitFor([this] { return revive(); }, m_patience); ++tries) {
        a = attempt(m_dialect.begin(), work, told, name);
        asked = asked || a.asked;
    }
    if (a.lost && asked) {
        // Neither "stored" nor "not stored" would be true.
        Error e = a.done.error();
        e.safe = say("commit-not-known");
        e.todo = say("look-before-repeating");
        e.code = "commit-not-known";
        return e;
    }
    return a.done;
}

Status Connection::snapshot(const std::function<Status()> &work)
{
    return m_depth > 0 ? work() : attempt(m_dialect.beginReading(), work, {}).done;
}

void Connection::onChanges(std::function<void()> told)
{
    m_told = std::move(told);
    m_watch = std::make_unique<QObject>();
    QSqlDatabase db = database();
    if (const QString channel = m_dialect.channel(db); !channel.isEmpty()) {
        QObject::connect(db.driver(), &QSqlDriver::notification, m_watch.get(),
                         [this](const QString &, QSqlDriver::NotificationSource, const QVariant &by) {
                             if (by.toString() != m_name && by.toString() != QLatin1String(kUntold)) {
                                 m_told();
                             }
                         });
        db.driver()->subscribeToNotification(channel);
    }
    auto *timer = new QTimer(m_watch.get());
    QObject::connect(timer, &QTimer::timeout, m_watch.get(), [this] { watch(); });
    constexpr auto kEach = std::chrono::milliseconds(800);
    timer->start(kEach);
    watch();
}

void Connection::watch()
{
    if (m_depth > 0) {
        return;
    }
    if (m_dialect.changeCount().isEmpty()) {
        // What was told while nobody listened is made good by looking once.
        if (m_dialect.isLost(database()) && revive()) {
            m_told();
        }
        return;
    }
    QSqlQuery query(database());
    if (query.exec(m_dialect.changeCount()) && query.next()) {
        const qint64 count = query.value(0).toLongLong(), before = std::exchange(m_seen, count);
        if (before >= 0 && before != count) {
            m_told();
        }
    }
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
