// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/aims.h"
#include "store/studio.h"
#include "visit/figures.h"

#include <map>

namespace lamp {

enum class VisitState { Running, Finished, SetAside };

/// A visit in the list: its figures, without worksheet and readings.
struct VisitEntry {
    QString id;
    qint64 displayId = 0;
    VisitState state = VisitState::Running;
    WallTime started{}, finished{};
    Task task = Task::Full;
    Verdict verdict = Verdict::Undecided;
    int readings = 0;
    bool worked = false; ///< somebody works on it just now
    VisitFigures figures;
};

/// A profile as it was put to use on an output of a computer.
struct InstalledEntry {
    qint64 displayId = 0;
    QString profile; ///< SHA-256 of its bytes, in hexadecimal digits
    WallTime installed{};
    std::optional<WallTime> removed;
    QString computer, output;
};

namespace store {

struct Said;
/// The columns of VisitFigures in a visit's row, in the order in which they are read.
extern const QString kFigureColumns;

/// Visits with their figures, findings, states, readings and profiles. Each public verb is one transaction.
class Visits {
public:
    Visits(Connection &connection, Studio &studio, Aims &aims, QString owner)
        : m_connection(connection), m_studio(studio), m_aims(aims), m_owner(std::move(owner))
    {
    }

    /// Begins a visit or writes its present state (everything but the readings). A running visit belongs to this store's
    /// owner from then on. \return an error with the code "owned" where somebody else works on it
    Status save(const VisitRecord &record, qint64 displayId, VisitState state);
    /// Adds one reading to a visit that this owner works on, with the state that it was taken in. \return an error with the
    /// code "owned" where it does not, and one where a reading of this number is there already: nothing is ever dropped
    /// without a word
    Status addReading(const std::string &visitId, const Measurement &m, const States &states = {});
    /// Ends a visit, or takes one in that was made elsewhere: record, readings that are not there yet, a correction that
    /// was made on the way, and what the display's status becomes by it, all of it or nothing.
    Status finish(const VisitRecord &record, qint64 displayId, const std::optional<MatrixCorrection> &made = {});
    Status setState(const QString &visitId, VisitState state);

    /// Goes on with a visit that nobody works on. \return an error with the code "owned" where somebody does
    Status take(const QString &visitId);
    /// Says that its owner still works on a visit, also while it waits for a person. \param owner as of Store::owner()
    Status renewLease(const QString &visitId, const QString &owner);
    /// Gives up a visit, so that it can be gone on with from anywhere.
    Status release(const QString &visitId);

    /// Of a display, the newest first.
    [[nodiscard]] std::vector<VisitEntry> of(qint64 displayId, Page page = {}) const;
    [[nodiscard]] std::optional<VisitEntry> entry(const QString &visitId) const;
    /// What each display's last finished visit was judged by, by the display's number.
    [[nodiscard]] std::map<qint64, Tolerance> judgedBy() const;
    /// Visits that neither ended nor were set aside and that nobody works on: the program was closed or killed in the middle.
    [[nodiscard]] std::vector<VisitEntry> interrupted() const;
    /// A display's visit that somebody works on just now, in another window or at another computer, or in this one.
    [[nodiscard]] std::optional<VisitEntry> workedOn(qint64 displayId) const;
    /// The whole record with its readings.
    Result<VisitRecord> record(const QString &visitId) const;

    /// Keeps that a visit's profile was put to use, in place of what was on that output before.
    Status noteInstalled(qint64 displayId, const Bytes &profile, const QString &computer, const QString &output, WallTime now);
    [[nodiscard]] std::vector<InstalledEntry> installations(qint64 displayId) const;
    /// The bytes of a profile that the studio keeps. \param hash its SHA-256 in hexadecimal digits
    [[nodiscard]] Result<Bytes> profileOf(const QString &hash) const;

private:
    [[nodiscard]] std::vector<VisitEntry> where(const QString &condition, const QVariantList &values, Page page) const;
    Result<qint64> write(const VisitRecord &record, qint64 displayId, VisitState state, bool allReadings = false);
    Status writeFindings(qint64 visit, const VisitRecord &record);
    Status writeStates(qint64 visit, const States &states);
    Status writeSheet(qint64 visit, const VisitRecord &record, bool allReadings);
    Status insertReading(qint64 visit, const Measurement &m);
    Result<qint64> contentId(const QString &table, const QByteArray &identity, qint64 size, const QByteArray &packed);
    Result<QVariant> profileId(const Bytes &profile);
    Result<QVariant> rampsId(const Ramps &ramps);
    Status refreshStatus(qint64 visit, const VisitRecord &record, qint64 displayId);
    [[nodiscard]] std::optional<qint64> keyOf(const QString &visitId) const;
    [[nodiscard]] std::vector<Measurement> readings(qint64 visit) const;
    [[nodiscard]] States states(qint64 visit) const;
    [[nodiscard]] Said findings(qint64 visit) const;
    [[nodiscard]] Ramps ramps(qint64 id) const;
    [[nodiscard]] Result<Bytes> profile(qint64 id) const;
    Connection &m_connection;
    Studio &m_studio;
    Aims &m_aims;
    QString m_owner;
};

} // namespace store
} // namespace lamp
