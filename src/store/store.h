// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/board.h"
#include "store/histories.h"
#include "store/measurements.h"
#include "store/pictures.h"
#include "store/plans.h"
#include "store/visits.h"

#include <functional>
#include <memory>
#include <stop_token>

class QTemporaryDir;

namespace lamp {

namespace store {
/// Writes a whole new file under a name of its own, and gives it its name only when it is whole. \return an error where one is
/// there already
Status writtenAside(const QString &path, const std::function<Status(const QString &aside)> &write);
} // namespace store

/// Keeps the studio: who and what is in it, visits with every reading, what they aim at, how the displays stand. A file
/// (SQLite with a write-ahead log, so that what was written before a crash is there after it) or a server's database
/// (PostgreSQL). One object belongs to the thread that opened it; several may be open on one studio. What it keeps is asked for
/// at its repositories.
class Store {
public:
    /// Opens or makes the database, and brings one of an earlier version up after keeping a copy of it. What is no studio of ours
    /// (error code "not-a-studio"), damaged ("damaged") or of a newer version is an error and is left as it is.
    /// \param path of a file, or a server's database as a URI: "postgresql://user@server/database?sslmode=verify-full". Passwords
    /// stand in ~/.pgpass, where libpq looks for them.
    static Result<std::unique_ptr<Store>> open(const QString &path);
    /// The same, only to look: nothing is written, nobody is told that somebody is at work here, and an unclean end is not asked
    /// for. Where there is no studio it is an error with the code "empty". A file of an earlier version is looked at in a copy.
    static Result<std::unique_ptr<Store>> look(const QString &path);
    /// Keeps a damaged file with its log under another name, so that a new studio can be begun. Only where a person said so.
    /// \return that name
    static Result<QString> setAsideDamaged(const QString &path);
    ~Store();
    Store(const Store &) = delete;
    Store &operator=(const Store &) = delete;

    [[nodiscard]] store::Studio &studio() { return m_studio; }
    [[nodiscard]] store::Visits &visits() { return m_visits; }
    [[nodiscard]] store::Aims &aims() { return m_aims; }
    [[nodiscard]] store::Board &board() { return m_board; }
    [[nodiscard]] store::Histories &histories() { return m_histories; }
    [[nodiscard]] store::Pictures &pictures() { return m_pictures; }
    [[nodiscard]] store::Plans &plans() { return m_plans; }
    [[nodiscard]] store::Measurements &measurements() { return m_measurements; }

    /// Several verbs as one thing that a person does: all of it or nothing.
    Status act(const std::function<Status()> &verbs) { return m_connection->transaction(verbs); }

    /// Where it is, to open it once more.
    [[nodiscard]] const QString &path() const { return m_path; }
    /// Where it is, to be shown: without a password.
    [[nodiscard]] QString shown() const;
    /// How long a server that went away is waited for; not at all at first. For a thread that nobody watches.
    void setPatience(std::chrono::milliseconds patience) { m_connection->setPatience(patience); }
    /// Calls back on this thread, which must run an event loop, within about a second of a change by somebody else.
    void onChanges(std::function<void()> told) { m_connection->onChanges(std::move(told)); }
    [[nodiscard]] store::Connection &connection() { return *m_connection; }
    /// Where the copy is that was kept before the file was brought up to this version; empty where it was not.
    [[nodiscard]] const QString &copyBefore() const { return m_copyBefore; }
    /// Who this object is among all that work on the studio: computer, process, and a name of its own.
    [[nodiscard]] const QString &owner() const { return m_owner; }
    /// What went wrong in reading since it was last asked for: an unreadable studio must not look like an empty one.
    [[nodiscard]] std::optional<Error> takeProblem() { return m_connection->takeProblem(); }

    /// Whether somebody who had the file open was killed or lost power, so that it should be examined.
    [[nodiscard]] bool endedUncleanly() const { return m_uncleanEnd; }
    /// Writes a whole copy beside, as of this moment, while others may be at work; of a server's database into a file. \return an error where a file
    /// is there already
    Status backUp(const QString &path);
    /// What is wrong with what this store holds, page by page; changes nothing.
    [[nodiscard]] Result<std::vector<Message>> findings(const std::stop_token &stop = {});
    /// Examines a whole file, which may take minutes: for another thread than the one that shows things. Where it is
    /// sound, its unclean end is forgotten; where it is not, it is set aside when it is next opened. \return an error with
    /// the code "damaged" that says what is wrong; nothing is changed where it was stopped
    static Status examine(const QString &path, const std::stop_token &stop = {});

    /// The schema's version that this program writes.
    static int schemaVersion();

private:
    Store(QString path, std::unique_ptr<store::Connection> connection);
    static Result<std::unique_ptr<Store>> openSound(const QString &path, store::Access access);
    static Status isFitUnopened(const QString &path);
    static Status makeWhole(const QString &path);
    static Status isFit(const QString &path, store::Connection &connection, int version);
    static Result<std::unique_ptr<Store>> lookAtCopy(const QString &path, std::unique_ptr<store::Connection> connection);
    Status beginWork();

    QString m_path, m_copyBefore, m_owner;
    std::unique_ptr<QTemporaryDir> m_copyLookedAt;
    bool m_uncleanEnd = false, m_works = false;
    std::unique_ptr<store::Connection> m_connection;
    store::Studio m_studio;
    store::Aims m_aims;
    store::Visits m_visits;
    store::Board m_board;
    store::Histories m_histories;
    store::Pictures m_pictures;
    store::Measurements m_measurements;
    store::Plans m_plans;
};

/// Where the studio is kept: where it was moved to (a setting of this person), else $XDG_DATA_HOME/dutiful-lamp/studio.sqlite.
QString defaultStorePath();
/// Where the demo's studio is: a file of its own beside the usual place.
QString demoPlace();
/// How this person's settings are named.
inline const QString kOwnSettings = QStringLiteral("dutiful-lamp");
/// Keeps where the studio is, a file or a server, without a password.
void setStudioPlace(const QString &where);

} // namespace lamp
