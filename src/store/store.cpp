// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/store.h"

#include "store/examination.h"
#include "store/owner.h"
#include "store/packed.h"
#include "store/schema.h"
#include "store/studio_file.h"
#include "store/transfer.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSettings>
#include <QSqlError>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QUuid>

#include <cstdio>
#include <fcntl.h>
#include <unistd.h>

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

Error noStudio(const QString &path)
{
    return {
        ErrorKind::Input, say("no-studio-file", withoutPassword(path).toStdString()), say("nothing-changed"), say("move-makes-one"), "empty", false};
}

/// Keeps a damaged file with its log under another name. \return that
Result<QString> setAside(const QString &path)
{
    const QString stamp = QDateTime::currentDateTimeUtc().toString(QStringLiteral("yyyyMMdd-HHmmss"));
    const QString aside = path + QStringLiteral(".damaged-") + stamp;
    if (QFile::exists(aside) || !QFile::rename(path, aside)) {
        return storageError(say("studio-file-damaged-cannot", path.toStdString()));
    }
    for (const char *suffix : {"-wal", "-shm", "-journal"}) {
        if (QFile::exists(path + suffix)) {
            QFile::rename(path + suffix, aside + suffix);
        }
    }
    QFile::remove(markOf(path));
    return aside;
}

/// Who writes a file that has no name yet, as a part of its own: a hash of this computer since it was started, process, its start.
QString writer(const QString &owner)
{
    const QString machine = QString::fromLatin1(sha256(owner.section('|', 0, 0).toUtf8()).toHex().left(8));
    return QStringLiteral(".part-%1-%2-%3-").arg(machine, owner.section('|', 1, 1), owner.section('|', 2, 2));
}

/// Takes away what writers of this computer that were killed left beside a file.
void removeLeftParts(const QString &path)
{
    const QString own = newOwner(), machine = writer(own).section('-', 1, 1);
    const QFileInfo file(path);
    for (const QString &name : QDir(file.absolutePath()).entryList({file.fileName() + QStringLiteral(".part-*")}, QDir::Files)) {
        const QStringList parts = name.mid(file.fileName().size()).split('-');
        if (parts.size() >= 5 && parts[1] == machine && isDead(QStringList{own.section('|', 0, 0), parts[2], parts[3], QString()}.join('|'))) {
            QFile::remove(file.absolutePath() + '/' + name);
        }
    }
}

} // namespace

Status store::writtenAside(const QString &path, const std::function<Status(const QString &aside)> &write)
{
    const auto there = [&] {
        Error e = storageError(say("file-there-already", path.toStdString()));
        e.todo = say("choose-another-name");
        return e;
    };
    if (QFileInfo::exists(path) || QFileInfo(path).isSymLink()) {
        return there();
    }
    removeLeftParts(path);
    const QString aside = path + writer(newOwner()) + QUuid::createUuid().toString(QUuid::Id128).left(8);
    Status done = write(aside);
    if (done) {
        // The name is given only where nobody took it meanwhile.
        const QByteArray from = QFile::encodeName(aside), to = QFile::encodeName(path);
        QFile written(aside);
        written.setPermissions(QFileDevice::ReadOwner | QFileDevice::WriteOwner); // who else may read it, its owner says
        const bool safe = written.open(QIODevice::ReadWrite) && ::fsync(written.handle()) == 0;
        written.close();
        // Not every file system can rename without replacing; those that cannot have links.
        const bool named = safe
                           && (::renameat2(AT_FDCWD, from.constData(), AT_FDCWD, to.constData(), RENAME_NOREPLACE) == 0
                               || ::link(from.constData(), to.constData()) == 0);
        if (!named) {
            done = QFileInfo::exists(path) ? there() : storageError(say("studio-file-cannot-written", path.toStdString()));
        }
    }
    for (const char *suffix : {"", "-wal", "-shm", "-journal"}) {
        QFile::remove(aside + QLatin1String(suffix));
    }
    return done;
}

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

Result<std::unique_ptr<Store>> Store::openSound(const QString &path, Access access)
{
    const bool server = isServer(path);
    const auto stands = server ? Result<bool>(true) : studioFileStands(path);
    if (!stands) {
        return stands.error();
    }
    if (!*stands && access == Access::Read) {
        return noStudio(path);
    }
    if (!server && access == Access::Write) {
        // To open it for writing is to write to it already: it is looked at first, and a new one gets its name when it is whole.
        const Status ready = *stands ? isFitUnopened(path) : makeWhole(path);
        if (!ready) {
            return ready.error();
        }
    }
    auto connection = Connection::open(dialectOf(path), path, access);
    if (!connection) {
        return connection.error();
    }
    QSqlDatabase db = connection.value()->database();
    const auto version = connection.value()->dialect().version(db);
    if (!version) {
        return version.error();
    }
    if (!server) {
        if (const Status sound = isFit(path, *connection.value(), *version); !sound) {
            return sound.error();
        }
    } else if (*version == 0 && access == Access::Read) {
        return noStudio(path);
    }
    if (access == Access::Read && !server && *version < store::schemaVersion()) {
        return lookAtCopy(path, std::move(connection).value());
    }
    const auto copy = bringUp(*connection.value(), withoutPassword(path));
    if (!copy) {
        return copy.error();
    }
    std::unique_ptr<Store> store(new Store(path, std::move(connection).value()));
    store->m_copyBefore = *copy;
    return store;
}

Status Store::isFitUnopened(const QString &path)
{
    auto connection = Connection::open(sqlite(), path, Access::Read);
    if (!connection) {
        return connection.error();
    }
    QSqlDatabase db = connection.value()->database();
    const auto version = sqlite().version(db);
    return version ? isFit(path, *connection.value(), *version) : Status(version.error());
}

Status Store::makeWhole(const QString &path)
{
    const Status made = writtenAside(path, [](const QString &aside) -> Status {
        auto connection = Connection::open(sqlite(), aside);
        if (!connection) {
            return connection.error();
        }
        const auto done = bringUp(*connection.value(), aside);
        return done ? Status(Done{}) : done.error();
    });
    // Somebody else may have made it meanwhile.
    return made || !QFile::exists(path) ? made : isFitUnopened(path);
}

Status Store::isFit(const QString &path, Connection &connection, int version)
{
    if (const Status ours = holdSchema(connection, version); !ours) {
        return ours;
    }
    if (QFile::exists(markOf(path))) {
        QSqlDatabase db = connection.database();
        if (const Message faults = sqlite().faults(db, {}); !faults.empty()) {
            return damagedFile(path, faults);
        }
    }
    return Done{};
}

Result<std::unique_ptr<Store>> Store::lookAtCopy(const QString &path, std::unique_ptr<Connection> connection)
{
    auto folder = std::make_unique<QTemporaryDir>();
    const QString copy = folder->filePath(QStringLiteral("studio.sqlite"));
    {
        QSqlDatabase db = connection->database();
        if (const Status copied = connection->dialect().copyTo(db, copy); !copied) {
            return copied.error();
        }
    }
    connection.reset();
    if (const auto upgraded = openSound(copy, Access::Write); !upgraded) {
        return upgraded.error();
    }
    auto store = openSound(copy, Access::Read);
    if (store) {
        store.value()->m_path = path;
        store.value()->m_copyLookedAt = std::move(folder);
    }
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
            // Whoever asks whether something was stored asks within seconds.
            constexpr qint64 kAskedForS = 30 * 86400;
            return begun ? m_connection->change(QStringLiteral("DELETE FROM done_work WHERE done_at < %1 - ?").arg(m_connection->dialect().nowSql()),
                                                {kAskedForS}, say("studio-file-cannot-written", shown().toStdString()))
                         : Status(begun.error());
        },
        false);
}

QString Store::shown() const
{
    return withoutPassword(m_path);
}

Result<std::unique_ptr<Store>> Store::open(const QString &path)
{
    if (!isServer(path) && !QDir().mkpath(QFileInfo(path).absolutePath())) {
        return storageError(say("folder-cannot-made", path.toStdString()));
    }
    auto store = openSound(path, Access::Write);
    if (store) {
        if (const Status begun = store.value()->beginWork(); !begun) {
            return begun.error();
        }
        QFile::remove(markOf(path));
    }
    return store;
}

Result<std::unique_ptr<Store>> Store::look(const QString &path)
{
    return openSound(path, Access::Read);
}

Result<QString> Store::setAsideDamaged(const QString &path)
{
    return setAside(path);
}

Status Store::backUp(const QString &path)
{
    if (isServer(m_path)) {
        return copyStudio(*this, path, store::Others::Write, {}, {}).status;
    }
    return writtenAside(path, [this](const QString &aside) {
        QSqlDatabase db = m_connection->database();
        return m_connection->dialect().copyTo(db, aside);
    });
}

Result<std::vector<Message>> Store::findings(const std::stop_token &stop)
{
    QSqlDatabase db = m_connection->database();
    std::vector<Message> all;
    if (const Message faults = m_connection->dialect().faults(db, stop); !faults.empty()) {
        all.push_back(faults);
    }
    std::ranges::move(rowFindings(*this, stop), std::back_inserter(all));
    if (const auto problem = takeProblem()) {
        all.push_back(problem->what);
    }
    return all;
}

Status Store::examine(const QString &path, const std::stop_token &stop)
{
    const Dialect &dialect = dialectOf(path);
    if (const auto stands = isServer(path) ? Result<bool>(true) : studioFileStands(path); !stands || !*stands) {
        return stands ? noStudio(path) : stands.error();
    }
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
    QSettings settings(kOwnSettings, kOwnSettings);
    settings.setValue(kPlace, isServer(where) ? withoutPassword(where) : QFileInfo(where).absoluteFilePath());
    settings.sync();
    QFile::setPermissions(settings.fileName(), QFileDevice::ReadOwner | QFileDevice::WriteOwner);
}

} // namespace lamp
