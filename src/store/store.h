// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "fleet/cadence.h"
#include "visit/record.h"

#include <QString>

#include <functional>
#include <memory>
#include <optional>
#include <vector>

class QSqlDatabase;
class QSqlError;

namespace lamp {

/// A room of the studio.
struct Room {
    qint64 id = 0;
    QString name;
};

/// A display as the studio knows it.
struct DisplayEntry {
    qint64 id = 0, roomId = 0;
    QString name, model, serial, technology;
    QString bench; ///< how it is reached: "sim:NAME" or a bench command
    int cadenceDays = 28;
    QString note;
    QString screen; ///< of this computer, where the bench offers an instrument only; empty: the one that carries the window
};

enum class VisitState { Running, Finished, SetAside };

/// A visit in the list, without its readings.
struct VisitEntry {
    QString id;
    qint64 displayId = 0;
    VisitState state = VisitState::Running;
    WallTime started{}, finished{};
    Task task = Task::Full;
    Verdict verdict = Verdict::Undecided;
    int readings = 0;
    bool worked = false; ///< somebody works on it just now
};

/// Keeps the studio: rooms, displays, visits with every reading. SQLite with a write-ahead log, so that what was
/// written before a crash is there after it. One object belongs to the thread that opened it; several may be open
/// on one file.
class Store {
public:
    /// Opens or makes the database. A file that is damaged is set aside under another name and never overwritten;
    /// movedAside() then says where it is. A file from a newer version is an error and is left alone.
    static Result<std::unique_ptr<Store>> open(const QString &path);
    ~Store();
    Store(const Store &) = delete;
    Store &operator=(const Store &) = delete;

    [[nodiscard]] const QString &path() const { return m_path; }
    [[nodiscard]] const QString &movedAside() const { return m_movedAside; }

    Result<qint64> addRoom(const QString &name);
    Result<qint64> addDisplay(const DisplayEntry &display);
    [[nodiscard]] std::vector<Room> rooms() const;
    [[nodiscard]] std::vector<DisplayEntry> displays() const;
    [[nodiscard]] std::optional<DisplayEntry> display(qint64 id) const;
    Status setCadence(qint64 displayId, int days);

    /// Begins a visit or writes its present state (everything but the readings). A running visit belongs to this object from
    /// then on. \return an error with the code "owned" where somebody else works on it
    Status saveVisit(const VisitRecord &record, qint64 displayId, VisitState state);
    /// Adds one reading to a visit that this object works on. \return an error with the code "owned" where it does not, and
    /// one where a reading of this number is there already: nothing is ever dropped without a word
    Status addReading(const std::string &visitId, const Measurement &m);
    /// Ends a visit, or takes one in that was made elsewhere: record, readings that are not there yet, and a correction that
    /// was made on the way, all of it or nothing.
    Status finishVisit(const VisitRecord &record, qint64 displayId, const std::optional<MatrixCorrection> &made = {});
    Status setVisitState(const QString &visitId, VisitState state);

    /// Goes on with a visit that nobody works on. \return an error with the code "owned" where somebody does
    Status takeVisit(const QString &visitId);
    /// Says that its owner still works on a visit, also while it waits for a person. \param owner as of owner()
    Status renewLease(const QString &visitId, const QString &owner);
    /// Gives up a visit, so that it can be gone on with from anywhere.
    Status releaseVisit(const QString &visitId);
    /// Who this object is among all that work on the studio: computer, process, and a name of its own.
    [[nodiscard]] const QString &owner() const { return m_owner; }

    /// What went wrong in reading since it was last asked for: an unreadable studio must not look like an empty one.
    [[nodiscard]] std::optional<Error> takeProblem() const;
    /// Keeps a correction that was made here; corrections() gives all, the newest first.
    Status addCorrection(const MatrixCorrection &correction);
    [[nodiscard]] std::vector<MatrixCorrection> corrections() const;

    /// Keeps a target or a tolerance of the studio's own in place of one of its name; that of a built-in one is refused.
    Status keep(const Target &target);
    Status keep(const Tolerance &tolerance);
    /// The built-in ones, then the studio's own.
    [[nodiscard]] std::vector<Target> targets() const;
    [[nodiscard]] std::vector<Tolerance> tolerances() const;
    /// By its name; the built-in usual one where there is none of it.
    [[nodiscard]] Target target(const std::string &name) const;
    [[nodiscard]] Tolerance tolerance(const std::string &name) const;
    [[nodiscard]] std::vector<VisitEntry> visits(qint64 displayId) const;
    /// Visits that neither ended nor were set aside and that nobody works on: the program was closed or killed in the middle.
    [[nodiscard]] std::vector<VisitEntry> interruptedVisits() const;
    /// The whole record with its readings.
    Result<VisitRecord> visit(const QString &id) const;
    /// What the lamp of a display needs to know.
    [[nodiscard]] Upkeep upkeep(const DisplayEntry &display) const;

    /// The schema's version that this program writes.
    static int schemaVersion();

private:
    explicit Store(QString path);
    Status connect();
    Status migrate();
    [[nodiscard]] QSqlDatabase database() const;
    [[nodiscard]] std::vector<VisitEntry> visitsWhere(const QString &condition, const QVariant &value) const;
    Status insertReading(const QString &visitId, const Measurement &m, bool owned);
    Status inTransaction(const std::function<Status()> &work);
    /// Remembers what a query came to. \return whether it ran
    bool ran(bool good, const QSqlError &error) const;

    QString m_path, m_connection, m_movedAside, m_owner;
    mutable std::optional<Error> m_problem;
};

/// Where the studio is kept: $XDG_DATA_HOME/dutiful-lamp/studio.sqlite.
QString defaultStorePath();

} // namespace lamp
