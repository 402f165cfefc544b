// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/store.h"

#include "store/owner.h"
#include "store/schema.h"
#include "store/transfer.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSettings>
#include <QSqlError>
#include <QStandardPaths>

namespace lamp {

using namespace store;

namespace {

const QString kPlace = QStringLiteral("studio/place");

QString inDataFolder(const char *file)
{
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + QStringLiteral("/dutiful-lamp/") + QLatin1String(file);
}

/// Stands beside a file that was found damaged: it is set aside when it is next opened.
QString markOf(const QString &path)
{
    return path + QStringLiteral(".found-damaged");
}

Error damagedFile(const QString &path, const Message &what)
{
    Error e = storageError(say("studio-file-damaged", path.toStdString(), what));
    e.safe = say("left-as-it-is");
    e.todo = say("close-windows-program-when");
    e.code = "damaged";
    return e;
}

/// Keeps a damaged file with its log under another name. \return that
Result<QString> setAside(const QString &path)
{
    const QString stamp = QDateTime::currentDateTimeUtc().toString(QStringLiteral("yyyyMMdd-HHmmss"));
    const QString aside = path + QStringLiteral(".damaged-") + stamp;
    if (QFile::exists(aside) || !QFile::rename(path, aside)) {
        return storageError(say("studio-file-damaged-cannot", path.toStdString()));
    }
    for (const char *suffix : {"-wal", "-shm"}) {
        if (QFile::exists(path + suffix)) {
            QFile::rename(path + suffix, aside + suffix);
        }
    }
    QFile::remove(markOf(path));
    return aside;
}

} // namespace

Store::Store(QString path, std::unique_ptr<Connection> connection)
    : m_path(std::move(path)), m_owner(newOwner()), m_connection(std::move(connection)), m_studio(*m_connection), m_aims(*m_connection),
      m_visits(*m_connection, m_studio, m_aims, m_owner), m_board(*m_connection, m_studio), m_histories(*m_connection), m_pictures(*m_connection),
      m_measurements(*m_connection, m_studio), m_plans(*m_connection)
{
}

Store::~Store()
{
    if (m_works) {
        m_connection->setPatience({}); // nobody waits for a server only to say goodbye
        (void)m_connection->transaction([this] { return m_connection->change(QStringLiteral("DELETE FROM at_work WHERE owner = ?"), {m_owner}, {}); },
                                        false);
    }
}

int Store::schemaVersion()
{
    return store::schemaVersion();
}

Result<std::unique_ptr<Store>> Store::openSound(const QString &path, bool mayMake)
{
    auto connection = Connection::open(dialectOf(path), path);
    if (!connection) {
        return connection.error();
    }
    if (!isServer(path) && QFile::exists(markOf(path))) {
        QSqlDatabase db = connection.value()->database();
        const Message faults = sqlite().faults(db, {});
        if (!faults.empty()) {
            return damagedFile(path, faults);
        }
        QFile::remove(markOf(path));
    }
    if (isServer(path) && !mayMake) {
        QSqlDatabase db = connection.value()->database();
        const auto version = connection.value()->dialect().version(db);
        if (!version || *version == 0) {
            return version ? Error{ErrorKind::Input,
                                   say("no-studio-file", withoutPassword(path).toStdString()),
                                   say("nothing-changed"),
                                   say("move-makes-one"),
                                   "empty",
                                   false}
                           : version.error();
        }
    }
    const auto copy = bringUp(*connection.value(), withoutPassword(path));
    if (!copy) {
        return copy.error();
    }
    std::unique_ptr<Store> store(new Store(path, std::move(connection).value()));
    store->m_copyBefore = *copy;
    return store;
}

Status Store::beginWork()
{
    if (const QString mayWrite = m_connection->dialect().mayWrite(); !mayWrite.isEmpty()) {
        Rows rows = m_connection->read(mayWrite);
        if (rows.next() && rows.integer(0) == 0) {
            return Done{}; // a reader: what is tried to be written says so itself
        }
    }
    m_works = true;
    return m_connection->transaction(
        [&]() -> Status {
            m_uncleanEnd = false;
            {
                Rows rows = m_connection->read(QStringLiteral("SELECT owner FROM at_work"));
                if (!rows.good()) {
                    return storageError(say("studio-file-cannot-read", shown().toStdString()), rows.error());
                }
                while (rows.next()) {
                    m_uncleanEnd = m_uncleanEnd || isDead(rows.text(0));
                }
            }
            const auto begun =
                m_connection->write(QStringLiteral("INSERT INTO at_work (owner, opened_at) VALUES (?, ?)"),
                                    {m_owner, QDateTime::currentSecsSinceEpoch()}, say("studio-file-cannot-written", shown().toStdString()));
            return begun ? Status(Done{}) : begun.error();
        },
        false);
}

QString Store::shown() const
{
    return withoutPassword(m_path);
}

Result<std::unique_ptr<Store>> Store::open(const QString &path)
{
    auto store = openOrSetAside(path, true);
    if (store) {
        if (const Status begun = store.value()->beginWork(); !begun) {
            return begun.error();
        }
    }
    return store;
}

Result<std::unique_ptr<Store>> Store::look(const QString &path)
{
    return openOrSetAside(path, false);
}

Result<std::unique_ptr<Store>> Store::openOrSetAside(const QString &path, bool mayMake)
{
    if (isServer(path)) {
        return openSound(path, mayMake);
    }
    if (!QDir().mkpath(QFileInfo(path).absolutePath())) {
        return storageError(say("folder-cannot-made", path.toStdString()));
    }
    auto opened = openSound(path, mayMake);
    if (opened || opened.error().code != "damaged") {
        return opened;
    }
    const auto aside = setAside(path);
    if (!aside) {
        return aside.error();
    }
    auto fresh = openSound(path, mayMake);
    if (fresh) {
        fresh.value()->m_movedAside = *aside;
    }
    return fresh;
}

Status Store::backUp(const QString &path)
{
    if (QFile::exists(path)) {
        Error e = storageError(say("file-there-already", path.toStdString()));
        e.todo = say("choose-another-name");
        return e;
    }
    if (isServer(m_path)) {
        return copyStudio(*this, path, store::Others::Write, {}, {}).status;
    }
    QSqlDatabase db = m_connection->database();
    const Status copied = m_connection->dialect().copyTo(db, path);
    if (!copied) {
        QFile::remove(path); // half a copy would pass for a whole one
    }
    return copied;
}

Status Store::examine(const QString &path, const std::stop_token &stop)
{
    const Dialect &dialect = dialectOf(path);
    auto connection = Connection::open(dialect, path);
    Message faults;
    if (connection) {
        QSqlDatabase db = connection.value()->database();
        faults = dialect.faults(db, stop);
        if (stop.stop_requested()) {
            return Done{};
        }
    } else if (connection.error().code == "damaged") {
        faults = connection.error().what;
    } else {
        return connection.error();
    }
    if (!faults.empty()) {
        QFile mark(markOf(path));
        if (mark.open(QIODevice::WriteOnly)) {
            mark.write(QByteArray::fromStdString(bare(faults)));
        }
        return damagedFile(path, faults);
    }
    Connection &c = *connection.value();
    return c.transaction([&]() -> Status {
        QStringList dead;
        {
            Rows rows = c.read(QStringLiteral("SELECT owner FROM at_work"));
            while (rows.next()) {
                if (isDead(rows.text(0))) {
                    dead << rows.text(0);
                }
            }
        }
        for (const QString &owner : dead) {
            if (const auto gone = c.write(QStringLiteral("DELETE FROM at_work WHERE owner = ?"), {owner}, say("end-could-not-stored")); !gone) {
                return gone.error();
            }
        }
        return Done{};
    });
}

QString defaultStorePath()
{
    const QString chosen = QSettings(kOwnSettings, kOwnSettings).value(kPlace).toString();
    return chosen.isEmpty() ? inDataFolder("studio.sqlite") : chosen;
}

QString demoPlace()
{
    return inDataFolder("demo.sqlite");
}

void setStudioPlace(const QString &where)
{
    // From wherever the program is started next.
    QSettings(kOwnSettings, kOwnSettings).setValue(kPlace, isServer(where) ? withoutPassword(where) : QFileInfo(where).absoluteFilePath());
}

} // namespace lamp
