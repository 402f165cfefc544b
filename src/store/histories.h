// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/due.h"
#include "fleet/history.h"
#include "store/studio.h"

#include <map>

namespace lamp::store {

/// What was written down of displays, beside what visits of this program found; and what they have to be right for.
class Histories {
public:
    explicit Histories(Connection &connection) : m_connection(connection) {}

    /// Adds rows of one display. \return how many were new; those that are there already are left as they are
    Result<int> add(qint64 displayId, const std::vector<HistoryEntry> &entries);
    /// How many of these are not there yet.
    [[nodiscard]] int fresh(qint64 displayId, const std::vector<HistoryEntry> &entries) const;
    /// Of all displays in use or of one: what was written down and what finished visits came to, by display and date. Displays are named
    /// by their serial; those without one, or that share it with another model's, by shortIdentity().
    [[nodiscard]] std::vector<HistoryEntry> all(std::optional<qint64> displayId = {}) const;
    /// Of displays in use: what happened to them since their last visit, as it was written down.
    [[nodiscard]] std::vector<HistoryEntry> eventsSinceVisits() const;
    /// How each display is named in all of these.
    [[nodiscard]] std::map<qint64, std::string> names() const;
    /// Of what was written down only, with moves from room to room: what no visit says.
    [[nodiscard]] std::vector<HistoryEntry> written() const;
    /// Of what was written down of one display, without its moves.
    [[nodiscard]] std::vector<HistoryEntry> written(qint64 displayId) const;

    /// Once, however often it is added.
    Status addAssignment(const DatedAssignment &assignment, std::optional<qint64> displayId);
    /// From a day on, the next first.
    [[nodiscard]] std::vector<DatedAssignment> assignments(WallTime from) const;

private:
    Status refreshStatus(qint64 displayId, const std::vector<HistoryEntry> &entries);
    void visits(std::vector<HistoryEntry> &into, std::optional<qint64> displayId) const;
    void rows(std::vector<HistoryEntry> &into, std::optional<qint64> displayId) const;
    Connection &m_connection;
};

} // namespace lamp::store
