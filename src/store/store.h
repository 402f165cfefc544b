// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "fleet/cadence.h"
#include "visit/record.h"

#include <QString>

#include <memory>
#include <optional>
#include <vector>

class QSqlDatabase;

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

    /// Begins a visit or writes its present state (everything but the readings).
    Status saveVisit(const VisitRecord &record, qint64 displayId, VisitState state);
    /// Adds one reading to a visit; repeated calls for the same number change nothing.
    Status addReading(const std::string &visitId, const Measurement &m);
    Status setVisitState(const QString &visitId, VisitState state);
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
    /// Visits that neither ended nor were set aside: the program was closed or killed in the middle.
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

    QString m_path, m_connection, m_movedAside;
};

/// Where the studio is kept: $XDG_DATA_HOME/dutiful-lamp/studio.sqlite.
QString defaultStorePath();

} // namespace lamp
